using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;
using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>
/// How a practitioner is on a day. It is their own matter: it stands in no client's record and in no other person's screen.
/// </summary>
/// <param name="Facts">Ids of facts of the giver's own day.</param>
public sealed record OwnDay(LocalDate Date, IReadOnlyList<string> Facts)
{
    /// <summary>The group of facts that are about the practitioner.</summary>
    public const string Group = "the giver's own day";

    /// <summary>Whether a fact is about the practitioner and not about the client.</summary>
    public static bool Is(FactDefinition fact) => fact.Group == Group;

    /// <summary>What can be said of it.</summary>
    public static IReadOnlyList<FactDefinition> Asked(KnowledgeBase knowledge) => [.. knowledge.Facts.All.Where(Is)];

    /// <exception cref="RefusalException">It is about a client, or not known.</exception>
    public static OwnDay Said(LocalDate date, IReadOnlyList<string> facts, KnowledgeBase knowledge)
    {
        foreach (var fact in facts)
        {
            RefusalException.Unless(
                knowledge.Facts.Find(fact) is { } known && Is(known),
                "not-your-day",
                $"'{fact}' is nothing that can be said of your own day; note it with the client.",
                "/facts"
            );
        }

        return new(date, [.. facts.Distinct().Order(StringComparer.Ordinal)]);
    }

    /// <summary>One's own limits of a day as they are on this one; the least share of each counts.</summary>
    public LoadLimits Lessened(LoadLimits limits, KnowledgeBase knowledge)
    {
        List<OwnDayLoad> loads = [.. Facts.Select(knowledge.Of<OwnDayLoad>().Find).OfType<OwnDayLoad>()];
        double Share(Func<OwnDayLoad, double?> of) => loads.Select(of).OfType<double>().Append(1).Min();
        return new(
            limits.ThumbKgMinutes * Share(l => l.ThumbShare),
            limits.KneelingMinutes * Share(l => l.KneelingShare),
            limits.LumbarNm * Share(l => l.LumbarShare),
            limits.TreadingMinutes * Share(l => l.TreadingShare)
        );
    }

    /// <summary>
    /// What it means for a plan: what to leave to another hand, foot or day, and what instead. Each way round it is screened against all
    /// that is known of the client too. It never stands in the way of a start: whoever gives decides for themselves.
    /// </summary>
    public OwnLimits On(ScreenSubject client, ScreenContext context, IReadOnlyList<Override> overrides)
    {
        if (client.Date != Date || Facts.Count == 0)
        {
            return OwnLimits.None;
        }

        var own = Facts.Where(context.Knowledge.Facts.Has).Select(f => new FactEntry(f)).ToList();
        var screen = Screener.Run(client with { Facts = [.. client.Facts, .. own] }, context);
        bool Mine(Finding f) => own.Exists(o => o.Fact == f.Fact);
        var mine = screen with { Findings = [.. screen.Findings.Where(Mine)] };
        var shown = ScreenShown.Of(mine, client, context, overrides);
        return new(shown.Cards, shown.Notes);
    }
}

/// <summary>How much less of a day's load is carried on such a day, as shares of one's own limits.</summary>
[Kind("ownDayLoads", "load of one's own day")]
public sealed record OwnDayLoad(
    [RefersTo<FactDefinition>] string Id,
    Source Source,
    double? ThumbShare = null,
    double? KneelingShare = null,
    double? LumbarShare = null,
    double? TreadingShare = null
) : IKnown;

/// <summary>What a practitioner's own day means for a plan.</summary>
public sealed record OwnLimits(IReadOnlyList<FindingCard> Cards, IReadOnlyList<Finding> Notes)
{
    public static readonly OwnLimits None = new([], []);
}
