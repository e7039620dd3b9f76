using AmpleLantern.Core.Planning;
using AmpleLantern.Exchange.Knowledge;

namespace AmpleLantern.Web.Tests.Support;

/// <summary>The flow most visits of the demo are booked for, as it is shipped.</summary>
internal static class Legs
{
    /// <summary>How many steps it has when taken whole.</summary>
    public static readonly int Steps = Count();

    private static int Count()
    {
        var knowledge = KnowledgeFolder.Load(KnowledgeFolder.Shipped);
        return FlowPlans.FromFlow(knowledge.Flows["legs-on-the-mat"], knowledge, knowledge.HouseSchool).Steps.Count;
    }
}
