using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Learning;

/// <summary>When what was learned is asked again.</summary>
/// <param name="FirstDays">Until the second asking.</param>
/// <param name="SecondDays">Until the third; from then on each interval is the last times the ease.</param>
/// <param name="Ease">What intervals grow by at first.</param>
/// <param name="PassGrade">Below it a place begins anew.</param>
/// <param name="Gain">
/// What the best grade adds to the ease; each grade below takes off <paramref name="Loss"/> and, growing, <paramref name="Steeper"/>.
/// </param>
[Kind("spacing", "spacing of what is learned", Single = true)]
public sealed record Spacing(
    string Id,
    Source Source,
    int FirstDays,
    int SecondDays,
    double Ease,
    double LeastEase,
    int BestGrade,
    int PassGrade,
    double Gain,
    double Loss,
    double Steeper
) : IKnown;

/// <summary>How well a place was found.</summary>
/// <param name="RoundOf">Places in a round.</param>
/// <param name="WithinCun">Errors up to which the grades from the best down are given; farther off is nothing.</param>
[Kind("placeMarks", "marks for places found", Single = true)]
public sealed record PlaceMarks(string Id, Source Source, int RoundOf, IReadOnlyList<double> WithinCun) : IKnown
{
    /// <summary>The grade an error makes, 0 to as many as there are limits.</summary>
    public int Grade(double errorCun) => WithinCun.Count(w => errorCun <= w);
}

/// <summary>How many steps of the flows work each point.</summary>
public sealed class PointUse(KnowledgeBase knowledge)
{
    private readonly Dictionary<string, int> steps = knowledge
        .Flows.All.SelectMany(f => f.Blocks)
        .SelectMany(b => b.Steps)
        .SelectMany(s => (s.Points ?? []).Distinct())
        .CountBy(p => p)
        .ToDictionary();

    public int Of(string point) => steps.GetValueOrDefault(point);
}

/// <summary>What learning goes by.</summary>
public static class LearningKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Spacing Spacing => knowledge.One<Spacing>();

        public PlaceMarks PlaceMarks => knowledge.One<PlaceMarks>();

        public PointUse PointUse => knowledge.Once(k => new PointUse(k));
    }
}
