using System.Globalization;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Screening;

/// <summary>The screen's answer in one sentence, and what it rests on in another.</summary>
public sealed record Headline(string Answer, string Because)
{
    /// <param name="answers">How many facts something was said of, yes or no; null where nobody counted.</param>
    /// <param name="missing">How many questions that could change the answer were not asked.</param>
    /// <param name="open">Names of the cards of red flags that were not asked at this visit: without them nothing reads as clear.</param>
    public static Headline Of(
        ScreenResult screen,
        IReadOnlyList<Override> overrides,
        IReadOnlyList<Departure> departures,
        int? answers,
        int missing,
        IReadOnlyList<string> open
    )
    {
        var decision = StartGate.Decide(screen.Findings, overrides);
        return new(Say(decision, overrides, departures, missing, open), Rest(answers, missing));
    }

    private static string Say(
        StartDecision decision,
        IReadOnlyList<Override> overrides,
        IReadOnlyList<Departure> departures,
        int missing,
        IReadOnlyList<string> open
    )
    {
        var strongest = decision.Obstacles.OrderBy(o => o.Outcome).FirstOrDefault();
        return strongest?.Outcome switch
        {
            Outcome.Emergency => "Do not treat. Get emergency care now.",
            Outcome.ReferFirst => "Do not treat today. A physician looks first.",
            Outcome.Postpone => "Not today. Make a new date.",
            Outcome.Clearance => "Only with a physician's written OK.",
            Outcome.Avoid or Outcome.Modify => $"{Spelling.Sentence(Count(decision.Things, "thing"))} to settle before you begin.",
            _ when open.Count > 0 => $"Not asked yet: {string.Join(", ", open.Select(o => o.ToLowerInvariant()))}.",
            _ => Go(overrides, departures, missing),
        };
    }

    private static string Go(IReadOnlyList<Override> overrides, IReadOnlyList<Departure> departures, int missing)
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
            [] when missing > 0 => "Go ahead: nothing found in what was asked.",
            [] => "Go ahead. Nothing stands against this plan.",
            [var one] => $"Go ahead, with {one}.",
            [.. var most, var last] => $"Go ahead, with {string.Join(", ", most)} and {last}.",
        };
    }

    private static string[] Part(int steps, string how) => steps == 0 ? [] : [$"{Count(steps, "step")} {how}"];

    private static string Rest(int? answers, int missing) =>
        (answers, missing) switch
        {
            (null, 0) => "From the cards that were asked.",
            (null, _) => $"From the cards that were asked; {Count(missing, "question")} that could change this not asked.",
            ({ } said, 0) => $"From {Count(said, "answer")} in the history and today's check-in.",
            ({ } said, _) => $"From {Count(said, "answer")}; {Count(missing, "question")} that could change this not asked yet.",
        };

    private static readonly string[] InWords = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];

    private static string Count(int n, string what) =>
        $"{(n < InWords.Length ? InWords[n] : n.ToString(CultureInfo.InvariantCulture))} {what}{(n == 1 ? "" : "s")}";
}
