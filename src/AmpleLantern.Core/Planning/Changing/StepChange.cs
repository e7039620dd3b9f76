using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>What of a step is to be otherwise. What is not said stays; an empty word or list takes away.</summary>
public sealed record StepChange
{
    public string? Name { get; init; }

    /// <summary>Another one in its place; what of the step it does not allow goes with it.</summary>
    public string? Technique { get; init; }

    public string? Stance { get; init; }

    /// <summary>What the other hand is; both are alike when taken away.</summary>
    public string? OtherContact { get; init; }

    /// <summary>Where it begins.</summary>
    public string? Region { get; init; }

    /// <summary>Where it goes on.</summary>
    public IReadOnlyList<string>? Through { get; init; }

    /// <summary>Where the other hand is.</summary>
    public IReadOnlyList<string>? AlsoAt { get; init; }

    public string? Line { get; init; }

    public IReadOnlyList<string>? Points { get; init; }

    public IReadOnlyList<string>? Reflex { get; init; }

    public IReadOnlyList<string>? Products { get; init; }

    /// <summary>Another pattern, with the numbers it is taught with.</summary>
    public PatternKind? Pattern { get; init; }

    public int? Stations { get; init; }

    /// <summary>Times within one repeat.</summary>
    public int? Count { get; init; }

    /// <summary>Breaths it lasts, instead of seconds.</summary>
    public int? Breaths { get; init; }

    public bool? Returning { get; init; }

    /// <summary>Where on the region, in words.</summary>
    public string? Where { get; init; }

    public string? Hands { get; init; }

    /// <summary>What the client is told.</summary>
    public string? Say { get; init; }

    /// <summary>The same for the twin on the other side: where its words name a side, the other.</summary>
    internal StepChange Mirrored() =>
        this with
        {
            Where = StepGuide.Swapped(StepGuide.Marked(Where)),
            Hands = StepGuide.Swapped(StepGuide.Marked(Hands)),
            Say = StepGuide.Swapped(StepGuide.Marked(Say)),
        };

    /// <summary>The step so changed. Whether it may be is another question: see <see cref="StepAllows"/>.</summary>
    internal PlanStep On(PlanStep step, KnowledgeBase knowledge)
    {
        var other = Technique is null ? step : Exchanged(step, knowledge.Techniques[Technique], knowledge);
        var guide = other.Guide ?? new StepGuide();
        var worded = guide with { Hands = Worded(Hands, guide.Hands), Say = Worded(Say, guide.Say) };
        return WithPattern(
            other with
            {
                Name = string.IsNullOrWhiteSpace(Name) ? other.Name : Name.Trim(),
                Stance = Stance ?? other.Stance,
                OtherContact = Said(OtherContact, other.OtherContact),
                Press = OtherContact is null ? other.Press : null,
                Region = Region ?? other.Region,
                Through = Listed(Through, other.Through),
                AlsoAt = Listed(AlsoAt, other.AlsoAt),
                Line = Said(Line, other.Line),
                Points = Listed(Points, other.Points),
                Reflex = Listed(Reflex, other.Reflex),
                Products = Listed(Products, other.Products),
                Where = Worded(Where, other.Where),
                Guide = worded == new StepGuide() ? null : worded,
            },
            knowledge
        );
    }

    /// <summary>Where the client lies for another technique: as they do, or as near to it as needs no turning.</summary>
    internal static string? PositionFor(Technique technique, PlanStep step, KnowledgeBase knowledge)
    {
        string Trunk(string p) => knowledge.Positions[p].Base ?? p;
        return technique.Positions.Contains(step.Position)
            ? step.Position
            : technique.Positions.FirstOrDefault(p => Trunk(p) == Trunk(step.Position));
    }

    /// <summary>Another technique at the same place: what of the step it allows stays, the rest is as it is taught there.</summary>
    internal static PlanStep Exchanged(PlanStep step, Technique technique, KnowledgeBase knowledge)
    {
        var taught = knowledge.AsTaught.Nearest(technique, step);
        var keeps = technique.Patterns.Contains(step.Pattern.Kind);
        return step with
        {
            Technique = technique.Id,
            Name = technique.Name,
            Position = PositionFor(technique, step, knowledge) ?? step.Position,
            AlsoIn = [.. step.AlsoIn.Where(technique.Positions.Contains)],
            Contact = technique.Contacts.Contains(step.Contact) ? step.Contact : taught?.Contact ?? technique.Contacts[0],
            Pattern = keeps ? step.Pattern : taught?.Pattern ?? step.Pattern,
            Stance = taught is not null && !keeps ? taught.Stance : step.Stance,
            Level = technique.Levels.Clamp(step.Level),
            Breath = taught?.Breath ?? technique.Breath,
            Guide = taught?.Guide,
            OtherContact = step.OtherContact is { } other && knowledge.OtherHands(technique).Contains(other) ? other : null,
            Press = null,
            Series = null,
            RoundOf = null,
            InsteadOf = step.InsteadOf ?? step.Name,
            Replaces = step.Replaces ?? step.Id,
        };
    }

    private PlanStep WithPattern(PlanStep step, KnowledgeBase knowledge)
    {
        var pattern = step.Pattern;
        if (Pattern is { } kind && kind != pattern.Kind)
        {
            pattern = AnotherPattern(kind, step, knowledge);
        }

        pattern = pattern with
        {
            Stations = Stations ?? pattern.Stations,
            Count = Count ?? pattern.Count,
            Returning = Returning ?? pattern.Returning,
            Breaths = Breaths ?? pattern.Breaths,
            Hold = Breaths is null ? pattern.Hold : null,
        };
        // Points are worked one after another: their number is that of the stations.
        if (pattern.Kind is PatternKind.PointSet && step.Points is { } points && (Points is not null || Pattern is not null))
        {
            pattern = pattern with { Places = points, Stations = points.Count };
        }
        // Places that had names are others now.
        else if (Stations is not null && pattern.Places is { } places && places.Count != Stations)
        {
            pattern = pattern with { Places = null };
        }

        return step with
        {
            Pattern = pattern,
        };
    }

    private static PatternSpec AnotherPattern(PatternKind kind, PlanStep step, KnowledgeBase knowledge)
    {
        var technique = knowledge.Techniques[step.Technique];
        if (knowledge.AsTaught.Nearest(technique, step, kind) is { } taught)
        {
            return taught.Pattern;
        }

        var hold = (technique.Times ?? knowledge.Pace.Press).Hold;
        return new(
            kind,
            Stations: step.Points?.Count ?? step.Pattern.Stations,
            Hold: step.Pattern.Hold ?? new HoldSeconds(hold, hold, hold),
            Count: step.Pattern.Count,
            From: step.Pattern.From,
            To: step.Pattern.To
        );
    }

    private static string? Worded(string? change, string? was) => Said(StepGuide.Marked(change), was);

    private static string? Said(string? change, string? was) => change is null ? was : Blank(change);

    private static string? Blank(string word) => string.IsNullOrWhiteSpace(word) ? null : word.Trim();

    private static IReadOnlyList<string>? Listed(IReadOnlyList<string>? change, IReadOnlyList<string>? was) =>
        change is null ? was
        : change.Count == 0 ? null
        : change;
}
