using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Today;
using NodaTime;

namespace AmpleLantern.Core.Tests.Support;

/// <summary>The shipped knowledge, and the few things most tests start from.</summary>
public static class Known
{
    public const string Legs = "legs-on-the-mat";
    public const string Groin = "groin-hold";

    public static readonly PracticeKnowledge Base = KnowledgeFolder.Load(KnowledgeFolder.Shipped).WithRules([]);
    public static readonly LocalDate Day = new(2026, 3, 2);
    public static readonly Tempo Usual = TempoOf.Measures(12, 170, 8.5, Base);

    public static Touching Touch => new(Base);

    public static Plan Flow(string id) => FlowPlans.FromFlow(Base.Flows[id], Base, Base.HouseSchool);

    public static Expansion Expand(Plan plan) => PlanExpansion.Expand(plan, Usual, Base);

    public static ScreenResult Screened(Plan plan, LocalDate? birth, params FactEntry[] facts) =>
        Screener.Run(new(Day, birth, facts), plan, Base.HouseSchool, Usual, Base);

    public static ScreenContext Context(Plan plan) => new(plan, Expand(plan), Base.HouseSchool, Usual, Base);
}
