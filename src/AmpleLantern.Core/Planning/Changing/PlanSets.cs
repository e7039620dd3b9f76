using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>What is done to several steps or a whole block at once.</summary>
public static class PlanSets
{
    /// <summary>The steps given on the other side too, as their pairs, after the last of them.</summary>
    /// <remarks>Steps on both sides or the middle, and those that have a twin already, stay as they are.</remarks>
    public static Plan WithTwins(Plan plan, IReadOnlyList<PlanStep> steps, KnowledgeBase knowledge)
    {
        var lone = steps
            .Where(s => s.Side is Side.Left or Side.Right && !plan.Steps.Any(t => t.Id != s.Id && t.Pair is not null && t.Pair == s.Pair))
            .ToList();
        if (lone.Count == 0)
        {
            return plan;
        }

        var taken = plan.Steps.Select(s => s.Id).ToHashSet();
        var pairs = lone.ToDictionary(s => s.Id, s => Fresh($"{s.Id}-pair", taken));
        var other = lone.ToDictionary(s => s.Id, s => Fresh($"{s.Id}-{(s.Side is Side.Left ? "right" : "left")}", taken));
        var twins = lone.Select(s =>
                FlowPlans.Mirrored(s, knowledge) with
                {
                    Id = other[s.Id],
                    Pair = pairs[s.Id],
                    RoundOf = Among(s.RoundOf, other),
                }
            )
            .ToList();
        var last = plan.Steps.Last(s => lone.Any(l => l.Id == s.Id));
        return plan with
        {
            Steps =
            [
                .. plan.Steps.SelectMany(s =>
                {
                    var here = pairs.TryGetValue(s.Id, out var pair) ? s with { Pair = pair } : s;
                    return s.Id == last.Id ? [here, .. twins] : new[] { here };
                }),
            ],
        };
    }

    /// <summary>The steps gathered under one heading, at the place of the first of them.</summary>
    public static Plan Group(Plan plan, IReadOnlyList<PlanStep> steps, string name)
    {
        var id = Fresh("block", [.. (plan.Blocks ?? []).Select(b => b.Id), .. plan.Steps.Select(s => s.Block)]);
        var ids = steps.Select(s => s.Id).ToHashSet();
        var first = plan.Steps.First(s => ids.Contains(s.Id));
        var gathered = plan.Steps.Where(s => ids.Contains(s.Id)).Select(s => s with { Block = id }).ToList();
        return plan with
        {
            Steps =
            [
                .. plan.Steps.SelectMany(s =>
                    s.Id == first.Id ? gathered
                    : ids.Contains(s.Id) ? []
                    : [s]
                ),
            ],
            Blocks = [.. plan.Blocks ?? [], new(id, name)],
        };
    }

    /// <summary>A step given in two parts of half its repeats, or half its time when it is done once.</summary>
    /// <exception cref="RefusalException">It cannot be halved.</exception>
    public static Plan Split(Plan plan, PlanStep step)
    {
        var hold = step.Pattern.Hold;
        var (first, second) = step switch
        {
            { Repeats: > 1 } => (
                step with
                {
                    Repeats = (step.Repeats + 1) / 2,
                    Range = step.Range with { Min = 1 },
                },
                step with
                {
                    Repeats = step.Repeats / 2,
                    Range = step.Range with { Min = 1 },
                }
            ),
            _ when hold is { Usual: >= 2 } => (Half(step, hold), Half(step, hold)),
            _ => throw new RefusalException("cannot-split", $"{step.Name} is done once and cannot be halved. Repeat it first.", "/step"),
        };
        var taken = plan.Steps.Select(s => s.Id).ToHashSet();
        var again = second with { Id = Fresh($"{step.Id}-2", taken), Pair = Second(step.Pair), RoundOf = Second(step.RoundOf) };
        return plan with { Steps = [.. plan.Steps.SelectMany(s => s.Id == step.Id ? [first, again] : new[] { s })] };
    }

    /// <summary>The same steps once more, after the last of them.</summary>
    public static Plan Again(Plan plan, IReadOnlyList<PlanStep> steps)
    {
        var last = plan.Steps.Last(s => steps.Any(x => x.Id == s.Id));
        var copies = Copies(steps, plan);
        return plan with { Steps = [.. plan.Steps.SelectMany(s => s.Id == last.Id ? [s, .. copies] : new[] { s })] };
    }

    /// <summary>A block given again after each of others, on the side each of them was given.</summary>
    /// <param name="set">Id of the block that is given again; where it stands itself it is then left out.</param>
    /// <param name="after">Ids of the blocks it comes after.</param>
    /// <exception cref="RefusalException">A block the plan does not have, or one after itself.</exception>
    public static Plan Interleave(Plan plan, string set, IReadOnlyList<string> after)
    {
        foreach (var id in after.Prepend(set))
        {
            RefusalException.Unless(plan.Steps.Any(s => s.Block == id), "unknown-block", $"This plan has no block '{id}'.", "/word");
        }

        RefusalException.Unless(
            !after.Contains(set),
            "interleaved-with-itself",
            "A block cannot come after itself: it would never end. Choose other blocks.",
            "/blocks"
        );
        RefusalException.Unless(after.Count > 0, "no-blocks", "Choose the blocks it comes after.", "/blocks");
        var own = plan.Steps.Where(s => s.Block == set).ToList();
        var woven = new List<PlanStep>();
        var source = plan.Steps.Where(s => s.Block != set).ToList();
        for (var i = 0; i < source.Count; i++)
        {
            woven.Add(source[i]);
            var ends =
                i + 1 == source.Count
                || source[i + 1].Block != source[i].Block
                || PlanSections.Strand(source[i + 1]) != PlanSections.Strand(source[i]);
            if (ends && after.Contains(source[i].Block))
            {
                var side = PlanSections.Strand(source[i]);
                var here = own.Where(s => PlanSections.Strand(s) is Side.Both || side is Side.Both || PlanSections.Strand(s) == side)
                    .ToList();
                woven.AddRange(Copies(here, plan with { Steps = [.. woven, .. source.Skip(i + 1)] }));
            }
        }

        return plan with
        {
            Steps = woven,
        };
    }

    /// <summary>Another plan's steps put in before one of this plan's, or at its end before the closing.</summary>
    public static Plan Insert(Plan plan, Plan other, string? before)
    {
        var closing = plan.Steps.FirstOrDefault(s => s.Role is StepRole.Closing && s == plan.Steps[^1]);
        // Nothing comes before the opening.
        var at = before is null
            ? closing?.Id
            : plan.Steps.SkipWhile(s => s.Id != plan.Step(before).Id).FirstOrDefault(s => s.Role is not StepRole.Opening)?.Id;
        var blocks = (plan.Blocks ?? []).ToList();
        var names = new Dictionary<string, string>();
        foreach (var block in other.Blocks ?? [])
        {
            var id = names[block.Id] = Fresh(block.Id, [.. blocks.Select(b => b.Id)]);
            blocks.Add(block with { Id = id });
        }

        // A session arrives and ends once; what opens or closes a side belongs to that side.
        var coming = other
            .Steps.Where(s => s.Role is StepRole.Work || s.Pair is not null || plan.Steps.Count == 0)
            .Select(s => s with { Block = names.GetValueOrDefault(s.Block, s.Block) })
            .ToList();
        var copies = Copies(coming, plan);
        return plan with
        {
            Steps = at is null ? [.. plan.Steps, .. copies] : [.. plan.Steps.SelectMany(s => s.Id == at ? [.. copies, s] : new[] { s })],
            Blocks = blocks,
        };
    }

    /// <summary>
    /// The same before anything is given: where both lie the client on their sides, one side is given through before the other, and where
    /// both can be given on one surface, they are.
    /// </summary>
    public static Plan Join(Plan plan, Plan other, string? before, KnowledgeBase knowledge) =>
        OneSide.WithFewerTurns(PlanSurfaces.Together(Insert(plan, other, before)), knowledge);

    /// <summary>Steps taught elsewhere, put in behind one of this plan's and its series, in its block, on its side and surface.</summary>
    /// <param name="after">Id of the step they come after.</param>
    /// <returns>The plan, and the ids they have in it, in the same order.</returns>
    public static (Plan Plan, IReadOnlyList<string> Added) Add(
        Plan plan,
        IReadOnlyList<PlanStep> taught,
        string after,
        KnowledgeBase knowledge
    )
    {
        var at = plan.Step(after);
        var last = plan.SeriesOf(at)[^1];
        var copies = Copies([.. taught.Select(s => Fitted(s, at, knowledge))], plan);
        return (
            plan with
            {
                Steps = [.. plan.Steps.SelectMany(s => s.Id == last.Id ? [s, .. copies] : new[] { s })],
            },
            [.. copies.Select(c => c.Id)]
        );
    }

    /// <remarks>An opening or a closing put in by itself is a step like any other; one step of a series is no series.</remarks>
    private static PlanStep Fitted(PlanStep step, PlanStep at, KnowledgeBase knowledge)
    {
        var other = step.Side is Side.Left or Side.Right && at.Side is Side.Left or Side.Right && step.Side != at.Side;
        var sided = other ? FlowPlans.Mirrored(step, knowledge) : step;
        var put = sided with
        {
            Position = sided.AlsoIn.Contains(at.Position) ? at.Position : sided.Position,
            Block = at.Block,
            Surface = at.Surface,
            Role = StepRole.Work,
            Pair = null,
            Series = null,
            RoundOf = null,
        };
        return OneSide.Upward(put, OneSide.IsBelow(step, knowledge), knowledge);
    }

    /// <summary>Copies with ids and pairs of their own; two steps that were a pair stay one.</summary>
    private static List<PlanStep> Copies(IReadOnlyList<PlanStep> steps, Plan plan)
    {
        var taken = plan.Steps.Select(s => s.Id).ToHashSet();
        var pairs = plan.Steps.Select(s => s.Pair ?? "").ToHashSet();
        // Several ways of one step may be put in at once to try them: these share an id.
        var named = steps.Select(s => (Step: s, Id: Fresh(s.Id, taken))).ToList();
        var ids = named.GroupBy(n => n.Step.Id).ToDictionary(g => g.Key, g => g.First().Id);
        var renamed = steps.Where(s => s.Pair is not null).Select(s => s.Pair!).Distinct().ToDictionary(p => p, p => Fresh(p, pairs));
        return [.. named.Select(n => n.Step with { Id = n.Id, Pair = Among(n.Step.Pair, renamed), RoundOf = Among(n.Step.RoundOf, ids) })];
    }

    /// <summary>What an id is now; null where it is none of these.</summary>
    private static string? Among(string? id, Dictionary<string, string> now) => id is null ? null : now.GetValueOrDefault(id);

    private static string? Second(string? id) => id is null ? null : $"{id}-2";

    private static PlanStep Half(PlanStep step, HoldSeconds hold) =>
        step with
        {
            Pattern = step.Pattern with { Hold = new(Math.Min(hold.Min, hold.Usual / 2), hold.Usual / 2, hold.Max) },
        };

    private static string Fresh(string stem, HashSet<string> taken)
    {
        var id = stem;
        for (var n = 2; !taken.Add(id); n++)
        {
            id = $"{stem}.{n}";
        }

        return id;
    }
}
