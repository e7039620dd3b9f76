namespace AmpleLantern.Core.Knowledge;

/// <summary>Something wrong inside one entry.</summary>
/// <param name="Path">JSON pointer inside the entry.</param>
public sealed record Flaw(string Path, string Reason);

/// <summary>Something wrong inside one entry of the knowledge.</summary>
/// <param name="Kind">Id of its kind.</param>
/// <param name="Path">JSON pointer inside the entry.</param>
public sealed record KnowledgeProblem(string Kind, string Id, string Path, string Reason);

/// <summary>An entry that knows what can be wrong with it beyond its schema and its references.</summary>
public interface IChecked
{
    IEnumerable<Flaw> Flaws(KnowledgeBase knowledge);
}

/// <summary>What a module asks of the entries of modules below it. Found by itself; needs a constructor without parameters.</summary>
public interface ICrossCheck
{
    IEnumerable<KnowledgeProblem> Problems(KnowledgeBase knowledge);
}

/// <summary>
/// Cross-checks that hold for every kind: ids are unique, every reference leads somewhere, numbers agree with each other.
/// </summary>
public static class KnowledgeChecks
{
    /// <summary>What is said of numbers in the wrong order.</summary>
    public const string Order = "Must be ordered min <= usual <= max.";

    /// <summary>
    /// Everything wrong. What is judged further would only follow from an id that leads nowhere, so those are told alone.
    /// </summary>
    public static IReadOnlyList<KnowledgeProblem> Problems(KnowledgeBase knowledge)
    {
        List<KnowledgeProblem> leading =
        [
            .. Each(knowledge, (_, entries) => Doubles(entries).Concat(entries.SelectMany(e => Told(e, References.Broken(e, knowledge))))),
        ];
        return leading.Count > 0
            ? leading
            :
            [
                .. Each(knowledge, (_, entries) => entries.SelectMany(e => e is IChecked judged ? Told(e, judged.Flaws(knowledge)) : [])),
                .. Each(
                    knowledge,
                    (kind, entries) =>
                        kind.Single && entries.Count > 1 ? [(entries[1].Id, new Flaw("", "There is only one entry of this kind."))] : []
                ),
                .. typeof(ICrossCheck)
                    .Assembly.GetTypes()
                    .Where(t => t.IsClass && t.IsAssignableTo(typeof(ICrossCheck)))
                    .SelectMany(t => ((ICrossCheck)Activator.CreateInstance(t)!).Problems(knowledge)),
            ];
    }

    private static IEnumerable<KnowledgeProblem> Each(
        KnowledgeBase knowledge,
        Func<Kind, IReadOnlyList<IKnown>, IEnumerable<(string Id, Flaw Flaw)>> look
    ) =>
        Kind.All.SelectMany(kind =>
            look(kind, [.. knowledge.Of(kind.Record).Entries]).Select(f => new KnowledgeProblem(kind.Id, f.Id, f.Flaw.Path, f.Flaw.Reason))
        );

    private static IEnumerable<(string Id, Flaw Flaw)> Told(IKnown entry, IEnumerable<Flaw> flaws) => flaws.Select(f => (entry.Id, f));

    private static IEnumerable<(string Id, Flaw Flaw)> Doubles(IEnumerable<IKnown> entries) =>
        entries
            .CountBy(e => e.Id)
            .Where(g => g.Value > 1)
            .Select(g => (g.Key, new Flaw("/id", $"The id '{g.Key}' is used {g.Value} times; ids are unique.")));
}
