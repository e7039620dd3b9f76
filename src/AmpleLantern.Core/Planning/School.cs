using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>
/// A named set of choices where practitioners disagree. Code asks the profile and never assumes.
/// </summary>
/// <param name="OlderAdultFromAge">Years; the age from which the cautions for older adults apply.</param>
/// <param name="ChildBelowAge">Years; below it a client counts as a child.</param>
/// <param name="GroinHold">Seconds of a compression hold: shortest, usual, longest.</param>
/// <param name="FirstSide">The client's side a session starts with.</param>
/// <param name="WorseSideExtraPercent">How much longer the worse side may be worked.</param>
/// <param name="OrderRulesOff">Rules of order this profile does not hold to.</param>
/// <param name="Choices">Options taken in <c>disagreements</c>, by question.</param>
/// <param name="ReflexSet">The chart of the feet that steps are drawn after; the house's in records from before.</param>
[Kind("schools", "school")]
public sealed record School(
    string Id,
    string Name,
    Source Source,
    int OlderAdultFromAge,
    int ChildBelowAge,
    HoldSeconds GroinHold,
    string FirstSide,
    int WorseSideExtraPercent,
    [RefersTo<Disagreement>] IReadOnlyDictionary<string, string> Choices,
    [RefersTo<OrderRule>] IReadOnlyList<string>? OrderRulesOff = null,
    [RefersTo<ReflexSet>] string? ReflexSet = null
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        [
            .. Choices.SelectMany(c => Disagreement.Unknown(c.Key, c.Value, knowledge).Select(why => new Flaw($"/choices/{c.Key}", why))),
            .. GroinHold.IsOrdered ? [] : new[] { new Flaw("/groinHold", KnowledgeChecks.Order) },
        ];

    public ReflexSet Feet(KnowledgeBase knowledge) => knowledge.Atlas.Reflex[ReflexSet ?? knowledge.HouseSchool.ReflexSet!];

    /// <summary>The option this profile takes in a question; the default where it says nothing.</summary>
    public string Chose(string question, KnowledgeBase knowledge) =>
        Choices.TryGetValue(question, out var choice) ? choice : knowledge.Disagreements[question].Default;
}

/// <summary>A question in which practitioners disagree.</summary>
/// <param name="Default">The option the house takes.</param>
/// <param name="Why">Why it does.</param>
[Kind("disagreements", "question of schools")]
public sealed record Disagreement(
    string Id,
    string Name,
    Source Source,
    IReadOnlyList<DisagreementOption> Options,
    string Default,
    string Why
) : IKnown, IChecked
{
    /// <summary>The question an order rule goes by.</summary>
    public const string NeckOrShoulder = "neck-or-shoulder";

    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) =>
        Options.All(o => o.Id != Default) ? [new("/default", $"'{Default}' is none of its options.")] : [];

    /// <summary>Why an option cannot be taken in a question that is known; nothing where it can.</summary>
    public static IEnumerable<string> Unknown(string question, string option, KnowledgeBase knowledge) =>
        knowledge.Disagreements.Find(question) is { } d && d.Options.All(o => o.Id != option)
            ? [$"'{d.Name}' has no option '{option}'. It has {string.Join(", ", d.Options.Select(o => o.Id))}."]
            : [];

    public DisagreementOption Option(string id) =>
        Options.FirstOrDefault(o => o.Id == id)
        ?? throw new KnowledgeException($"'{Name}' has no option '{id}'. It has {string.Join(", ", Options.Select(o => o.Id))}.");
}

public sealed record DisagreementOption(string Id, string Name);
