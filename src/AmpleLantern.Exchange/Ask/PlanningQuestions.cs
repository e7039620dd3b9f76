using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Review;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Exchange.Ask;

/// <summary>Input of <c>ask review</c>.</summary>
public sealed record ReviewQuestion(
    string? Flow = null,
    Plan? Plan = null,
    string? School = null,
    double? BreathsPerMinute = null,
    Person? Client = null,
    Person? Practitioner = null,
    IReadOnlyDictionary<string, string>? Choices = null,
    IReadOnlyList<Technique>? Techniques = null
) : IWithTechniques;

/// <summary>One aim of <c>ask compose</c>.</summary>
/// <param name="Aim">What is wanted, e.g. <c>mobilise</c>; the quality's usual aim when not said.</param>
public sealed record AimAsked(string Region, Side? Side = null, string? Quality = null, string? Aim = null);

/// <summary>Input of <c>ask compose</c>.</summary>
/// <param name="Props">Props at hand; left out or empty when everything is.</param>
public sealed record ComposeQuestion(
    IReadOnlyList<AimAsked> Aims,
    IReadOnlyList<string> Traditions,
    double Minutes,
    LocalDate Date,
    Person? Client = null,
    IReadOnlyList<FactEntry>? Facts = null,
    IReadOnlyList<string>? Props = null,
    Person? Practitioner = null,
    string? School = null,
    double? BreathsPerMinute = null,
    string? Surface = null,
    IReadOnlyList<Technique>? Techniques = null
) : IWithTechniques;

/// <summary>The order of a plan, what each part receives, and plans made from aims, as functions of Core.</summary>
public sealed class PlanningAnswers(Answers answers, PracticeKnowledge knowledge)
{
    public ReviewResult Review(ReviewQuestion q)
    {
        var school = answers.School(q.School);
        return PlanReview.Run(
            answers.PlanOf(q.Flow, q.Plan, school, q.Choices),
            school,
            answers.Tempo(q.BreathsPerMinute, q.Client, q.Practitioner),
            knowledge
        );
    }

    public Dose Dosed(ExpandQuestion q) => Dose.Of(answers.Expand(q));

    public Composition Compose(ComposeQuestion q) =>
        Composer.Compose(
            new(
                [.. q.Aims.Select(a => new WantedAim(a.Region, a.Side, a.Quality, a.Aim))],
                q.Traditions,
                q.Minutes,
                new(q.Date, q.Client?.BirthDate, q.Facts ?? []),
                answers.Tempo(q.BreathsPerMinute, q.Client, q.Practitioner),
                q.Props is { Count: > 0 } ? q.Props : null,
                q.Surface
            ),
            answers.School(q.School),
            knowledge,
            Unhurried
        );

    /// <summary>Nobody waits before a screen: the same question then has the same answer.</summary>
    private static readonly TimeSpan Unhurried = TimeSpan.FromSeconds(20);
}
