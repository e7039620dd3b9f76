using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Screening;

/// <summary>The screen's answer in one sentence, and what it rests on in another.</summary>
public sealed record Headline(string Answer, string Because)
{
    public static Headline Of(
        ScreenResult screen,
        IReadOnlyList<Override> overrides,
        IReadOnlyList<Departure> departures,
        int factsKnown,
        int factsMissing
    )
    {
        var decision = StartGate.Decide(screen.Findings, overrides);
        return new(Say(screen, decision, overrides, departures), Rest(factsKnown, factsMissing));
    }

    private static string Say(
        ScreenResult screen,
        StartDecision decision,
        IReadOnlyList<Override> overrides,
        IReadOnlyList<Departure> departures
    )
    {
        var strongest = decision.Obstacles.OrderBy(o => o.Outcome).FirstOrDefault();
        var steps = screen
            .Findings.Where(f => f.Outcome.NeedsAnswer() && decision.Obstacles.Any(o => o.Rule == f.Rule))
            .SelectMany(f => f.Steps)
            .Distinct()
            .Count();
        return strongest?.Outcome switch
        {
            Outcome.Emergency => "Do not treat. Get emergency care now.",
            Outcome.ReferFirst => "Do not treat today. A physician looks first.",
            Outcome.Postpone => "Not today. Make a new date.",
            Outcome.Clearance => "Only with a physician's written OK.",
            Outcome.Avoid => $"Change {Count(steps, "step")} before you begin.",
            Outcome.Modify when steps == 0 => "One thing to settle before you begin.",
            Outcome.Modify => $"Go lighter or differently in {Count(steps, "step")}.",
            _ => Go(overrides, departures),
        };
    }

    private static string Go(IReadOnlyList<Override> overrides, IReadOnlyList<Departure> departures)
    {
        int Steps(params DepartureKind[] kinds) => departures.Where(d => kinds.Contains(d.Kind)).Sum(d => d.Count);
        string[] said =
        [
            .. Part(Steps(DepartureKind.Exchanged), "exchanged"),
            .. Part(Steps(DepartureKind.LeftOut), "left out"),
            .. Part(Steps(DepartureKind.Lighter), "lighter"),
            .. Part(
                Steps(DepartureKind.OtherPosition, DepartureKind.OtherContact, DepartureKind.OtherSurface, DepartureKind.Within),
                "done differently"
            ),
            .. overrides.Count > 0 ? new[] { $"{Count(overrides.Count, "reason")} on record" } : [],
        ];
        return said switch
        {
            [] => "Go ahead. Nothing stands against this plan.",
            [var one] => $"Go ahead, with {one}.",
            [.. var most, var last] => $"Go ahead, with {string.Join(", ", most)} and {last}.",
        };
    }

    private static string[] Part(int steps, string how) => steps == 0 ? [] : [$"{Count(steps, "step")} {how}"];

    private static string Rest(int known, int missing) =>
        missing switch
        {
            0 => $"From {Count(known, "answer")} in the history and today's check-in.",
            _ => $"From {Count(known, "answer")}; {Count(missing, "question")} that could change this not asked yet.",
        };

    private static string Count(int n, string what) =>
        n switch
        {
            1 => $"one {what}",
            2 => $"two {what}s",
            3 => $"three {what}s",
            _ => $"{n} {what}s",
        };
}
