using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using NodaTime;

namespace AmpleLantern.Core.Clients;

/// <summary>A change of one record's facts where another record of the same person comes to it.</summary>
/// <param name="Was">What was said in the record that is kept; null where it said nothing of it.</param>
/// <param name="Now">What holds from then on; null where a no said in the other record takes a consent back.</param>
public sealed record FactBrought(FactEntry? Was, FactEntry? Now);

/// <summary>Facts of two records of one person, read strictly: what either says that asks for care holds.</summary>
public static class FactsOfTwo
{
    /// <summary>What changes in the facts of the record that is kept.</summary>
    public static IReadOnlyList<FactBrought> Bring(IReadOnlyList<FactEntry> kept, IReadOnlyList<FactEntry> other, KnowledgeBase knowledge)
    {
        bool Refused(IReadOnlyList<FactEntry> facts, FactEntry place) =>
            facts.Any(f => f is { Fact: Consent.Refused, Status: not FactStatus.No } && f.Region == place.Region);
        var brought = new List<FactBrought>();
        foreach (var fact in other.Where(f => f.Fact != Consent.Given || !Refused(kept, f)))
        {
            var same = kept.FirstOrDefault(k => Same(k, fact, knowledge));
            var now = same is null ? fact : Together(same, fact);
            if (same is null || !Says(same, now))
            {
                brought.Add(new(same, now));
            }
        }

        return [.. brought, .. kept.Where(f => f.Fact == Consent.Given && Refused(other, f)).Select(f => new FactBrought(f, null))];
    }

    private static bool Same(FactEntry a, FactEntry b, KnowledgeBase knowledge) =>
        knowledge.Facts.Find(a.Fact) is { } definition ? a.SameAs(b, definition) : a.Fact == b.Fact;

    /// <summary>The stricter of two; where both hold and name two places, neither place is let go.</summary>
    private static FactEntry Together(FactEntry kept, FactEntry other)
    {
        var stricter = !Says(kept, other) && Stricter(other, kept) ? other : kept;
        return kept.Status is FactStatus.No || other.Status is FactStatus.No
            ? stricter
            : stricter with
            {
                Side = kept.Side == other.Side ? kept.Side : Vocabulary.Side.Both,
                Region = kept.Region == other.Region ? kept.Region : null,
            };
    }

    private static bool Says(FactEntry a, FactEntry b) =>
        a with { SaidBy = b.SaidBy, SaidAt = b.SaidAt, Detail = b.Detail } == b
        && (a.Detail ?? Nothing).OrderBy(d => d.Key).SequenceEqual((b.Detail ?? Nothing).OrderBy(d => d.Key));

    private static readonly Dictionary<string, string> Nothing = [];

    /// <summary>A yes before a no, what goes on before what is over; of equals, the one said later.</summary>
    private static bool Stricter(FactEntry a, FactEntry b) =>
        (Rank(b), End(b), b.SaidAt ?? Instant.MinValue).CompareTo((Rank(a), End(a), a.SaidAt ?? Instant.MinValue)) < 0;

    private static int Rank(FactEntry fact) => Strictest.Length - Array.IndexOf(Strictest, fact.Status);

    private static readonly FactStatus[] Strictest = [FactStatus.Known, FactStatus.Suspected, FactStatus.Past, FactStatus.No];

    private static LocalDate End(FactEntry fact) => fact.Until ?? LocalDate.MaxIsoValue;
}
