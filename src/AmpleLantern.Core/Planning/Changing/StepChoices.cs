using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>Something to choose, with its name.</summary>
public sealed record Named(string Id, string Name);

/// <summary>A technique that could take a step's place.</summary>
/// <param name="Step">The step as it then is.</param>
/// <param name="Differs">What is then otherwise, each in a few words; empty when only the hand's way is.</param>
public sealed record LikeTechnique(string Id, PlanStep Step, IReadOnlyList<string> Differs);

/// <summary>What can be chosen for a step: all that its technique and place allow, and nothing else.</summary>
public sealed record StepChoices(
    IReadOnlyList<string> Contacts,
    IReadOnlyList<string> OtherHands,
    IReadOnlyList<string> Positions,
    IReadOnlyList<string> Stances,
    IReadOnlyList<PatternKind> Patterns,
    IReadOnlyList<string> Regions,
    IReadOnlyList<Named> Lines,
    IReadOnlyList<Named> Points,
    IReadOnlyList<Named> Reflex
)
{
    /// <summary>Techniques worth showing beside each other.</summary>
    private const int MostLike = 12;

    public static StepChoices Of(PlanStep step, School school, KnowledgeBase knowledge)
    {
        var technique = knowledge.Techniques[step.Technique];
        var taught = knowledge.AsTaught;
        var onFoot = step.Regions.Any(r => knowledge.Meets(StepAllows.WholeFoot, r));
        return new(
            technique.Contacts,
            [.. knowledge.OtherHands(technique).Where(c => c != step.Contact)],
            [.. technique.Positions.Concat(step.AlsoIn).Prepend(step.Position).Distinct()],
            [.. taught.StancesFor(step.Position).Prepend(step.Stance).Distinct()],
            [.. technique.Patterns.Where(p => PlanCheck.CanRead(new StepChange { Pattern = p }.On(step, knowledge), knowledge))],
            [.. knowledge.Regions.All.Where(r => taught.MayBeOn(technique.Id, r.Id)).Select(r => r.Id)],
            [
                .. knowledge
                    .Atlas.Channels.All.Select(c => new Named(c.Id, c.Name))
                    .Concat(knowledge.Atlas.Sen.All.Select(s => new Named(s.Id, s.Name)))
                    .Where(l => l.Id == step.Line || StepAllows.Runs(l.Id, step, knowledge)),
            ],
            [
                .. knowledge
                    .Atlas.Points.All.Where(p =>
                        step.Points?.Contains(p.Id) == true
                        || knowledge.RegionsOfPoint(p.Id).Any(at => step.Regions.Any(r => knowledge.Overlap(at, r)))
                    )
                    .Select(p => new Named(p.Id, p.Pinyin)),
            ],
            onFoot ? [.. school.Feet(knowledge).Areas.DistinctBy(a => a.Id).Select(a => new Named(a.Id, a.Name))] : []
        );
    }

    /// <summary>
    /// Techniques given where the client lies and made for the place; those of the same kind or for the same purpose first.
    /// </summary>
    public static IReadOnlyList<LikeTechnique> Like(PlanStep step, KnowledgeBase knowledge)
    {
        var own = knowledge.Techniques[step.Technique];
        var wanted = own.Purposes.Concat(step.Purposes).ToHashSet();
        var taught = knowledge.AsTaught;
        return
        [
            .. knowledge
                .Techniques.All.Where(t =>
                    t.Id != own.Id
                    && StepChange.PositionFor(t, step, knowledge) is not null
                    && t.Patterns.Contains(PatternKind.Handling) == own.Patterns.Contains(PatternKind.Handling)
                    && (taught.Is(t.Id) || t.Patterns.Contains(step.Pattern.Kind))
                    && step.Regions.All(r => taught.MayBeOn(t.Id, r))
                )
                // Of the same kind or for the same purpose first; what is only made for the place fills the list.
                .OrderByDescending(t => t.Family == own.Family || t.Purposes.Any(wanted.Contains))
                .ThenByDescending(t => t.Positions.Contains(step.Position))
                .ThenByDescending(t => t.Purposes.Count(wanted.Contains))
                .ThenByDescending(t => step.Regions.Count(r => taught.IsOn(t.Id, r)))
                .ThenByDescending(t => t.Tradition == own.Tradition)
                .ThenByDescending(t => t.Patterns.Contains(step.Pattern.Kind))
                .Take(MostLike)
                .Select(t => StepChange.Exchanged(step, t, knowledge))
                .Select(s => new LikeTechnique(s.Technique, s, Differs(step, s, knowledge))),
        ];
    }

    private static IReadOnlyList<string> Differs(PlanStep was, PlanStep now, KnowledgeBase knowledge)
    {
        var (before, after) = (knowledge.Techniques[was.Technique], knowledge.Techniques[now.Technique]);
        string Hand(string id) => knowledge.Contacts[id].Name.ToLowerInvariant();
        var joints = Joints(after, knowledge).Except(Joints(before, knowledge)).ToList();
        return
        [
            .. Said(was.Contact != now.Contact, $"{Hand(now.Contact)} instead of {Hand(was.Contact)}"),
            .. Said(was.Position != now.Position, $"the client {knowledge.Positions[now.Position].Name.ToLowerInvariant()}"),
            .. Said(was.Level != now.Level, $"level {now.Level} instead of {was.Level}"),
            .. Said(
                was.Pattern.Kind != now.Pattern.Kind,
                $"{knowledge.PatternOf(now.Pattern.Kind)?.Name} instead of {knowledge.PatternOf(was.Pattern.Kind)?.Name}".ToLowerInvariant()
            ),
            .. Said(joints.Count > 0, $"moves {string.Join(", ", joints)}"),
            .. Said(Joints(before, knowledge).Any() && !Joints(after, knowledge).Any(), "moves no joint"),
            .. Said(after.Purposes.Except(before.Purposes).Any(), $"also to {string.Join(", ", after.Purposes.Except(before.Purposes))}"),
            .. Said(before.Purposes.Except(after.Purposes).Any(), $"not to {string.Join(", ", before.Purposes.Except(after.Purposes))}"),
        ];
    }

    private static IEnumerable<string> Joints(Technique technique, KnowledgeBase knowledge) =>
        (technique.Moves ?? []).Select(m => knowledge.BodyJoints[knowledge.JointMoves[m.Move].Joint].Name.ToLowerInvariant()).Distinct();

    private static IEnumerable<string> Said(bool when, string words) => when ? [words] : [];
}
