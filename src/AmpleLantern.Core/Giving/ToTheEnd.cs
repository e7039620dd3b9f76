using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;

namespace AmpleLantern.Core.Giving;

public enum EndOfferKind
{
    /// <summary>What is still to come with other repeats; where the fewest are not enough, some of it not at all.</summary>
    OtherRepeats,

    /// <summary>Some of it not at all, the rest as planned.</summary>
    LeaveOut,
}

/// <summary>A way to be done in time. Sides stay equal; what opens, checks and closes is kept, and so is what is pinned.</summary>
/// <param name="Edits">What it does to the plan.</param>
/// <param name="Seconds">What is still to come takes so long then.</param>
/// <param name="Goes">What is left out, by name.</param>
/// <param name="Changes">What is given with other repeats.</param>
/// <param name="OverSeconds">What it is still over by when even that is not enough; 0 when it is.</param>
public sealed record EndOffer(
    EndOfferKind Kind,
    IReadOnlyList<PlanEdit> Edits,
    double Seconds,
    IReadOnlyList<string> Goes,
    IReadOnlyList<Cut> Changes,
    double OverSeconds
);

/// <summary>The two ways to bring what is still to come to its end in time, when a session is late or early.</summary>
public static class ToTheEnd
{
    /// <param name="expansion">The plan worked out.</param>
    /// <param name="cursor">Where the session stands, in seconds of the plan.</param>
    /// <param name="secondsLeft">Until it must be over.</param>
    public static IReadOnlyList<EndOffer> For(
        Plan plan,
        Expansion expansion,
        double cursor,
        double secondsLeft,
        Tempo tempo,
        KnowledgeBase knowledge
    )
    {
        var coming = new Coming(plan, expansion, cursor, Math.Max(0, secondsLeft), tempo, knowledge);
        var offers = new List<EndOffer>();
        if (coming.OtherRepeats() is { } repeats)
        {
            offers.Add(repeats);
        }

        if (coming.Needed > 0 && coming.LeaveOut(EndOfferKind.LeaveOut, []) is { } leave)
        {
            offers.Add(leave);
        }

        return offers;
    }

    /// <summary>What has not begun yet.</summary>
    private sealed class Coming
    {
        private readonly Plan plan;
        private readonly Tempo tempo;
        private readonly KnowledgeBase knowledge;
        private readonly double cursor;
        private readonly double secondsLeft;
        private readonly HashSet<string> ahead;

        public Coming(Plan plan, Expansion expansion, double cursor, double secondsLeft, Tempo tempo, KnowledgeBase knowledge)
        {
            (this.plan, this.tempo, this.knowledge, this.cursor, this.secondsLeft) = (plan, tempo, knowledge, cursor, secondsLeft);
            var here = Session.StepAt(expansion, cursor).Id;
            ahead = [.. plan.Steps.SkipWhile(s => s.Id != here).Skip(1).Select(s => s.Id)];
            Needed = expansion.TotalSeconds - cursor - secondsLeft;
        }

        /// <summary>Seconds to save; less than none where there is time over.</summary>
        public double Needed { get; }

        public EndOffer? OtherRepeats()
        {
            // What has begun on one side keeps its repeats on the other.
            var held = plan.With(s => s.Pinned || Whole(s) ? s : s with { Pinned = true });
            var groups = Fit.Groups(held, tempo, knowledge);
            if (groups.Count == 0)
            {
                return null;
            }

            var total = Tenths(PlanExpansion.Expand(plan, tempo, knowledge).TotalSeconds - cursor);
            var now = groups.Sum(g => g.Steps.Sum(s => Tenths(PlanExpansion.WorkSeconds(s, s.Repeats, tempo, knowledge))));
            var budget = Tenths(secondsLeft) - (total - now);
            var least = groups.Sum(g => g.Options.Min(o => o.Tenths));
            var chosen =
                budget < least
                    ? [.. groups.Select(g => g.Options.MinBy(o => o.Tenths))]
                    : Fit.Solve(groups, budget, Tenths(knowledge.PlanLimits.SlackSeconds));
            var edits = groups
                .Zip(chosen)
                .SelectMany(p => p.First.Steps.Select(s => (Step: s, Repeats: p.Second.Repeats + p.First.More(s))))
                .Where(x => x.Step.Repeats != x.Repeats)
                .ToList();
            IReadOnlyList<PlanEdit> repeats =
            [
                .. edits.Select(x => new PlanEdit(PlanEditKind.Repeats, x.Step.Id, x.Repeats, BothSides: false)),
            ];
            return repeats.Count == 0 ? null
                : budget < least ? LeaveOut(EndOfferKind.OtherRepeats, repeats) ?? Offer(EndOfferKind.OtherRepeats, repeats)
                : Offer(EndOfferKind.OtherRepeats, repeats);
        }

        /// <param name="repeats">What is given with other repeats besides.</param>
        public EndOffer? LeaveOut(EndOfferKind kind, IReadOnlyList<PlanEdit> repeats)
        {
            var units = plan
                .Steps.Where(s => s.Role is StepRole.Work && !s.Pinned && Whole(s))
                .GroupBy(s => s.Series is { } series ? (series, "") : ("", plan.SameStep(s)))
                .Where(g => g.All(s => s.Role is StepRole.Work && !s.Pinned))
                .Select(g => g.ToList())
                .ToList();
            if (units.Count == 0)
            {
                return null;
            }

            // With a step its way there goes too, or another one comes: what was chosen is worked out, and more is asked for until it is
            // enough.
            var with = repeats.ToDictionary(e => e.Step, e => (int)e.Number!.Value);
            var seconds = units
                .Select(u => u.Sum(s => PlanExpansion.WorkSeconds(s, with.GetValueOrDefault(s.Id, s.Repeats), tempo, knowledge)))
                .ToList();
            for (var wanted = Offer(kind, repeats).OverSeconds; ; )
            {
                var gone = Least(seconds, wanted).Select(i => units[i]).ToList();
                var ids = gone.SelectMany(u => u.Select(s => s.Id)).ToHashSet();
                var offer = Offer(
                    kind,
                    [
                        .. repeats.Where(e => !ids.Contains(e.Step)),
                        .. ids.Select(id => new PlanEdit(PlanEditKind.Remove, id, BothSides: false)),
                    ]
                );
                if (offer.OverSeconds <= 0 || gone.Count == units.Count)
                {
                    return offer;
                }

                wanted += Math.Max(1, offer.OverSeconds);
            }
        }

        /// <summary>Whether all that is given like it, on both sides and in every round, is still to come.</summary>
        private bool Whole(PlanStep step) =>
            plan
                .Steps.Where(s => plan.SameStep(s) == plan.SameStep(step) || (step.Series is not null && s.Series == step.Series))
                .All(s => ahead.Contains(s.Id));

        private EndOffer Offer(EndOfferKind kind, IReadOnlyList<PlanEdit> edits)
        {
            var removed = edits.Where(e => e.Kind is PlanEditKind.Remove).Select(e => e.Step).ToHashSet();
            var repeats = edits.Where(e => e.Kind is PlanEditKind.Repeats).ToDictionary(e => e.Step, e => (int)e.Number!.Value);
            var changed = plan with
            {
                Steps =
                [
                    .. plan
                        .Steps.Where(s => !removed.Contains(s.Id))
                        .Select(s => repeats.TryGetValue(s.Id, out var n) ? s with { Repeats = n } : s),
                ],
            };
            var seconds = Math.Round(PlanExpansion.Expand(changed, tempo, knowledge).TotalSeconds - cursor, 1);
            return new(
                kind,
                edits,
                seconds,
                [.. plan.Steps.Where(s => removed.Contains(s.Id)).Select(s => s.Name).Distinct()],
                [
                    .. plan
                        .Steps.Where(s => repeats.ContainsKey(s.Id))
                        .DistinctBy(s => (s.Name, repeats[s.Id]))
                        .Select(s => new Cut(s.Id, s.Name, s.Repeats, repeats[s.Id])),
                ],
                Math.Max(0, Math.Round(seconds - secondsLeft, 1))
            );
        }

        private static int Tenths(double seconds) => (int)Math.Round(seconds * 10);
    }

    /// <summary>
    /// The units that together save enough and lose least; of equals the fewest, then the last. All where all are too little.
    /// </summary>
    /// <param name="seconds">What each saves.</param>
    /// <returns>Their places.</returns>
    internal static IReadOnlyList<int> Least(IReadOnlyList<double> seconds, double wanted)
    {
        var whole = seconds.Select(s => (int)Math.Floor(s)).ToList();
        var need = (int)Math.Ceiling(wanted);
        if (whole.Sum() < need)
        {
            return [.. Enumerable.Range(0, seconds.Count)];
        }

        // The fewest units for each sum that can be reached, from the last unit on.
        var fewest = new int[whole.Sum() + 1];
        Array.Fill(fewest, int.MaxValue);
        fewest[0] = 0;
        var taken = new bool[whole.Count, fewest.Length];
        for (var i = whole.Count - 1; i >= 0; i--)
        {
            for (var sum = fewest.Length - 1; sum >= whole[i]; sum--)
            {
                if (fewest[sum - whole[i]] is var n && n != int.MaxValue && n + 1 < fewest[sum])
                {
                    (fewest[sum], taken[i, sum]) = (n + 1, true);
                }
            }
        }

        var at = Enumerable.Range(need, fewest.Length - need).First(s => fewest[s] != int.MaxValue);
        var chosen = new List<int>();
        for (var i = 0; i < whole.Count; i++)
        {
            if (taken[i, at])
            {
                chosen.Add(i);
                at -= whole[i];
            }
        }

        return chosen;
    }
}
