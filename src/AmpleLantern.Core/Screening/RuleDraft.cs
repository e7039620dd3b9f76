using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening;

/// <summary>A rule of a practice's own as it is filled in: whom it speaks of, what it asks for, which steps it touches.</summary>
/// <param name="Fact">The fact it speaks of; none when an age alone decides.</param>
/// <param name="Does">A class of effects: what a step does, whatever it is called.</param>
/// <param name="Level">For "go lighter": the deepest level left.</param>
public sealed record RuleDraft(
    Outcome Outcome,
    string? Fact = null,
    AgeCondition? Age = null,
    string? Family = null,
    string? Region = null,
    string? Contact = null,
    string? Product = null,
    int? Level = null,
    string? Does = null
)
{
    /// <summary>When it speaks: all that was filled in must hold.</summary>
    /// <exception cref="RefusalException">It speaks of nobody.</exception>
    public Condition When()
    {
        List<Condition> asked =
        [
            .. Fact is { Length: > 0 } fact ? new[] { new Condition { Fact = fact } } : [],
            .. Age is { } age ? new[] { new Condition { Age = age } } : [],
        ];
        RefusalException.Unless(
            asked.Count > 0,
            "condition-missing",
            "Say whom the rule speaks of: choose a fact or an age.",
            "/draft/fact"
        );
        return asked is [var one] ? one : new() { All = asked };
    }

    /// <summary>
    /// What it asks for. A fact on one side concerns the work on that side; without any step named it concerns the whole visit.
    /// </summary>
    public IReadOnlyList<Ruling> Then()
    {
        static IReadOnlyList<string>? One(string? id) => id is { Length: > 0 } ? [id] : null;
        var cap = Outcome is Outcome.Modify ? Level : null;
        var on = new Target
        {
            Does = One(Does),
            Families = One(Family),
            Contacts = One(Contact),
            Regions = One(Region),
            Products = One(Product),
            SameSide = true,
            LevelAbove = cap,
        };
        var somewhere = on is not { Does: null, Families: null, Contacts: null, Regions: null, Products: null, LevelAbove: null };
        return [new(Outcome, somewhere ? on : null, cap is { } level ? new Cap(level) : null)];
    }
}
