using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Web.Access;

namespace AmpleLantern.Core.Tests.Support;

/// <summary>Three very different people, each laid out once in every pose that is asked for.</summary>
public static class Three
{
    private static readonly Dictionary<(string Who, string Position), Posed> Laid = [];
    private static readonly Lock Guard = new();

    public static readonly IReadOnlyDictionary<string, BodyMeasures> People = new Dictionary<string, BodyMeasures>
    {
        ["short and broad"] = new(150, Build.Broad),
        ["middling, long in the leg"] = new(
            172,
            Build.Average,
            new Dictionary<string, double>
            {
                [CunStretches.KneeToLateralMalleolus] = 46,
                [CunStretches.TrochanterToKnee] = 45,
                [CunStretches.ElbowToWrist] = 23.5,
                [CunStretches.XiphoidToNavel] = 18,
            }
        ),
        ["tall and slim"] = new(195, Build.Slim),
    };

    public static TheoryData<string> All => [.. People.Keys];

    public static CunScale Scale(string who) => new(People[who], BodyMeasures.Nothing, Known.Base.Atlas.Stretches, Known.Base.UsualBody);

    public static Posed Of(string who, string position = "standing")
    {
        lock (Guard)
        {
            return Laid.TryGetValue((who, position), out var found)
                ? found
                : Laid[(who, position)] = new(
                    Known.Base,
                    new(BodySize.Of(People[who], Known.Base.Atlas.Stretches), Known.Base.Poses.Of(position))
                );
        }
    }
}
