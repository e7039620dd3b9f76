using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>A step as a flow teaches it, to be put into any plan by itself.</summary>
/// <param name="Id">Flow and step, e.g. <c>legs-on-the-mat/calf-walk</c>.</param>
/// <param name="Flow">Name of the flow; <c>by-itself</c> for what no flow holds.</param>
public sealed record TaughtStep(string Id, string Flow, PlanStep Step);

/// <summary>Among which steps is looked, and which come first.</summary>
/// <param name="Most">How many are wanted.</param>
/// <param name="Lying">Where the client lies: what needs no turning comes before what does.</param>
/// <param name="Favourites">Ids of steps of one's own choice; of what is said as plainly, they come first.</param>
/// <param name="Only">Steps that are looked at; all when not said.</param>
public sealed record TaughtSearch(
    int Most,
    string? Lying = null,
    IReadOnlyList<string>? Favourites = null,
    Func<PlanStep, bool>? Only = null
);

/// <summary>Every step that is taught, found by what people call it: its name, place, point, line, aim, feel, position or hand.</summary>
public sealed class TaughtSteps
{
    // From what one means first to what merely agrees.
    private const int ByName = 0;
    private const int ByPlace = 1;
    private const int ByWay = 2;
    private const int ByFeel = 3;

    /// <summary>A slip of one letter is forgiven in words at least so long.</summary>
    private const int LongEnough = 5;

    /// <summary>In the place of a flow.</summary>
    private const string ByItself = "by-itself";

    private const string HoldAPoint = "hold-a-point";

    /// <summary>What turns the client is as far as two plainer words.</summary>
    private const int Turning = 2;

    private readonly KnowledgeBase knowledge;
    private readonly IReadOnlyList<(TaughtStep Taught, Dictionary<string, int> Words)> all;

    public TaughtSteps(KnowledgeBase knowledge, School school)
    {
        this.knowledge = knowledge;
        all =
        [
            .. knowledge
                .Flows.All.SelectMany(f => InEveryWay(f, knowledge, school).Select(s => (Flow: f.Id, f.Name, Step: s)))
                .Concat(Points(knowledge, school).Select(s => (Flow: ByItself, Name: ByItself, Step: s)))
                .Concat(
                    knowledge.SingleSteps.All.Select(s =>
                        (Flow: ByItself, Name: ByItself, Step: FlowPlans.Step(s.Step, s.Id, "", s.Step.Side, null, knowledge, school))
                    )
                )
                .DistinctBy(x => (x.Flow, x.Step.Pair ?? x.Step.Id))
                .DistinctBy(x =>
                    (
                        x.Step.Name,
                        x.Step.Technique,
                        x.Step.Position,
                        x.Step.Contact,
                        x.Step.Level,
                        string.Join(' ', x.Step.Regions.Concat(x.Step.Points ?? []).Concat(x.Step.Reflex ?? []))
                    )
                )
                .Select(x => (new TaughtStep($"{x.Flow}/{x.Step.Pair ?? x.Step.Id}", x.Name, x.Step), WordsOf(x.Step, x.Name, knowledge))),
        ];
    }

    /// <summary>Any point held, in the way that holding a point is taught.</summary>
    private static IEnumerable<PlanStep> Points(KnowledgeBase knowledge, School school)
    {
        var taught = knowledge.SingleSteps[HoldAPoint].Step;
        var held = FlowPlans.Step(taught, taught.Id, "", taught.Side, null, knowledge, school);
        return knowledge
            .Atlas.Points.All.Where(p => !p.Cautions.Any(c => knowledge.Atlas.Cautions[c].NoPressure))
            .Select(p =>
                (Point: p, Regions: knowledge.RegionsOfPoint(p.Id).Where(r => knowledge.AsTaught.MayBeOn(held.Technique, r)).ToList())
            )
            .Where(p => p.Regions.Count > 0)
            .Select(p =>
                held with
                {
                    Id = $"hold-{p.Point.Id.ToLowerInvariant()}",
                    Name = $"{p.Point.Id} held",
                    // The narrowest place that is named: a point of the calf is of the leg, too.
                    Region = p.Regions.MinBy(r => knowledge.Regions[r].LengthOfStature)!,
                    Side = knowledge.Atlas.Channels.Find(p.Point.Channel)?.Midline == true ? Side.Mid : held.Side,
                    Points = [p.Point.Id],
                    Pattern = held.Pattern with { Places = [p.Point.Id] },
                    Where = p.Point.Location,
                }
            );
    }

    /// <summary>The steps of a flow as the school gives it, then those that only another way of it has.</summary>
    private static IEnumerable<PlanStep> InEveryWay(Flow flow, KnowledgeBase knowledge, School school) =>
        FlowVariants
            .Of(flow, knowledge, school)
            .SelectMany(v => v.Options.Select(o => new Dictionary<string, string> { [v.Id] = o.Id }))
            .Prepend([])
            .SelectMany(choices => FlowPlans.FromFlow(flow, knowledge, school, choices).Steps);

    /// <exception cref="RefusalException">No flow teaches it.</exception>
    public TaughtStep this[string id] =>
        all.Select(a => a.Taught).FirstOrDefault(t => t.Id == id)
        ?? throw new RefusalException("unknown-taught-step", $"No flow teaches a step '{id}'. Search again and choose one.", "/taught");

    /// <summary>
    /// Steps of which every typed word is said, those first of which it is said most plainly. With nothing typed, the favourites.
    /// </summary>
    public IReadOnlyList<TaughtStep> Find(string text, TaughtSearch search)
    {
        var typed = Spelling.Words(text);
        var favourites = (search.Favourites ?? []).ToList();
        var among = all.Where(a => search.Only?.Invoke(a.Taught.Step) != false);
        if (typed.Length == 0)
        {
            return
            [
                .. among
                    .Select(a => a.Taught)
                    .Where(t => favourites.Contains(t.Id))
                    .OrderBy(t => favourites.IndexOf(t.Id))
                    .Take(search.Most),
            ];
        }

        return
        [
            .. among
                .Select(a => (a.Taught, Far: typed.Select(w => Far(w, a.Words)).ToList()))
                .Where(a => a.Far.All(f => f is not null))
                .OrderBy(a => a.Far.Sum() + (search.Lying is { } lying && Turns(a.Taught.Step, lying) ? Turning : 0))
                // Of what is said as plainly, one's favourites, then the practice's own.
                .ThenByDescending(a => favourites.Contains(a.Taught.Id))
                .ThenByDescending(a => a.Taught.Step.Technique.StartsWith(OwnWay.Prefix, StringComparison.Ordinal))
                .Select(a => a.Taught)
                .Take(search.Most),
        ];
    }

    /// <summary>Whether it is given with the client turned from where they lie.</summary>
    public bool Turns(PlanStep step, string lying)
    {
        string Trunk(string position) => knowledge.Positions[position].Base ?? position;
        return step.AlsoIn.Prepend(step.Position).All(p => Trunk(p) != Trunk(lying) && knowledge.Positions[p].Mirror != lying);
    }

    /// <summary>How far a typed word is from what is said of a step; null where nothing of it begins so.</summary>
    private static int? Far(string typed, Dictionary<string, int> words)
    {
        int? best = null;
        foreach (var (word, weight) in words)
        {
            var slip =
                word.StartsWith(typed, StringComparison.Ordinal) ? 0
                : typed.Length >= LongEnough && Spelling.Apart(typed, word) == 1 ? ByFeel
                : (int?)null;
            best = slip is { } s && (best is null || weight + s < best) ? weight + s : best;
        }

        return best;
    }

    private static Dictionary<string, int> WordsOf(PlanStep step, string flow, KnowledgeBase k)
    {
        var technique = k.Techniques[step.Technique];
        var found = new Dictionary<string, int>();
        Say(ByName, step.Name, technique.Name);
        Say(ByPlace, [.. step.Regions.Select(r => k.Regions[r].Name), StepGuide.Plain(step.Where)]);
        foreach (var point in (step.Points ?? []).Select(p => k.Atlas.Points[p]))
        {
            Say(ByPlace, point.Id, point.Pinyin, point.Gloss);
        }

        if (step.Line is { } line)
        {
            Say(ByPlace, k.Atlas.Channels.Find(line)?.Name ?? k.Atlas.Sen.Find(line)?.Name, line);
        }

        Say(ByWay, [.. step.AlsoIn.Prepend(step.Position).SelectMany(p => new[] { p, k.Positions[p].Name })]);
        Say(ByWay, k.Contacts[step.Contact].Name, k.Families[technique.Family].Name, step.Side.ToString());
        Say(ByFeel, step.Purpose, technique.Purpose, technique.Tradition, flow, step.Guide?.Feel, step.Guide?.Hands);
        return found;

        void Say(int weight, params string?[] texts)
        {
            foreach (var word in texts.Where(t => t is not null).SelectMany(t => Spelling.Words(t!)))
            {
                found.TryAdd(word, weight);
            }
        }
    }
}
