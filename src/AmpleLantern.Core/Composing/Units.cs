using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Composing;

/// <summary>A step of the library with its twin, or a series with its twins, as one thing to choose: given whole, on both sides, or not
/// at all.</summary>
/// <param name="Key">The same in every position it could be given in.</param>
/// <param name="Flow">Name of the flow it comes from, or that it was made from points.</param>
internal sealed record Unit(string Key, string Flow, string Tradition, IReadOnlyList<PlanStep> Steps)
{
    /// <summary>The first that is more than setting up.</summary>
    public PlanStep First => Steps.FirstOrDefault(s => s.Pattern.Kind is not PatternKind.Handling) ?? Steps[0];

    private bool IsSeries => First.Series is not null;

    /// <summary>A series is given as it is taught; a step by itself as often as it may be.</summary>
    public RepeatRange Range => IsSeries ? new(1, 1, 1) : First.Range;

    public int RepeatsOf(PlanStep step, int repeats) => IsSeries ? step.Repeats : repeats;

    /// <summary>What is given in one go: a step by itself, a series on one side.</summary>
    public IEnumerable<IReadOnlyList<PlanStep>> Passes()
    {
        var pass = new List<PlanStep>();
        foreach (var step in Steps)
        {
            if (pass.Count > 0 && (!IsSeries || pass.Any(p => p.Pair is not null && p.Pair == step.Pair)))
            {
                yield return pass;
                pass = [];
            }

            pass.Add(step);
        }

        yield return pass;
    }
}

/// <summary>Gathers what a session may be made of: only what suits the traditions, the props, the surface and today's screening.</summary>
internal static class Units
{
    /// <summary>How the keys of point sets begin.</summary>
    public const string PointsKey = "points-";

    public static IReadOnlyList<Unit> For(ComposeRequest request, School school, PracticeKnowledge knowledge)
    {
        var all = knowledge
            .Flows.All.Where(f =>
                request.Traditions.Contains(f.Tradition) && (request.Surface is null || f.Surfaces.Contains(request.Surface))
            )
            .SelectMany(f => OfFlow(f, request, school, knowledge))
            // Flows share their steps; what is the same to a client is one thing to choose.
            .DistinctBy(u => (u.First.Pair ?? u.First.Id, u.First.Technique, u.First.Region, u.First.Contact, u.First.Position))
            .Concat(Own(request, school, knowledge))
            .Concat(Points(request, school, knowledge))
            .ToList();
        return Permitted(all, request, school, knowledge);
    }

    /// <summary>The opening, closing and re-check steps the traditions know, to be fitted to the positions of the session.</summary>
    public static IEnumerable<PlanStep> Frames(ComposeRequest request, School school, PracticeKnowledge knowledge) =>
        knowledge
            .Flows.All.Where(f => request.Traditions.Contains(f.Tradition))
            .SelectMany(f =>
                FlowPlans
                    .FromFlow(f, knowledge, school)
                    .Steps.Where(s => s.Role is StepRole.Recheck || s.Role is not StepRole.Work && s.Level == 1)
            );

    private static IEnumerable<Unit> OfFlow(Flow flow, ComposeRequest request, School school, PracticeKnowledge knowledge)
    {
        if (request.Props is { } props && flow.Props.Except(props.Select(p => SetOut.Named(p, knowledge).Id)).Any())
        {
            return [];
        }

        return FlowPlans
            .FromFlow(flow, knowledge, school)
            .Steps.Where(s => s.Role is StepRole.Work && (s.Series is not null || s.Pattern.Kind is not PatternKind.Handling))
            .GroupBy(s => s.Series ?? s.Pair ?? s.Id)
            .SelectMany(g => InPositions(new Unit($"{flow.Id}/{g.Key}", flow.Name, flow.Tradition, [.. g]), knowledge));
    }

    /// <summary>Ways of working of the practice's own, on both sides.</summary>
    private static IEnumerable<Unit> Own(ComposeRequest request, School school, PracticeKnowledge knowledge) =>
        knowledge
            .SingleSteps.All.Where(s => s.Source.Label == Source.OwnTechnique)
            .Select(s => (s.Step, Technique: knowledge.Techniques[s.Step.Technique]))
            .Where(x => request.Traditions.Contains(x.Technique.Tradition))
            .SelectMany(x =>
            {
                var step = FlowPlans.Step(x.Step, x.Step.Id, "", x.Step.Side, null, knowledge, school);
                IReadOnlyList<PlanStep> steps = step.Side is Side.Left or Side.Right
                    ? [step with { Pair = step.Id }, FlowPlans.Mirrored(step, knowledge) with { Id = $"{step.Id}.2", Pair = step.Id }]
                    : [step];
                return InPositions(new(x.Step.Id, x.Technique.Name, x.Technique.Tradition, steps), knowledge);
            });

    /// <summary>The same work in each position it can be given in.</summary>
    private static IEnumerable<Unit> InPositions(Unit unit, PracticeKnowledge knowledge)
    {
        yield return unit;
        for (var p = 0; unit.First.Series is null && p < unit.First.AlsoIn.Count; p++)
        {
            var at = p;
            // The side that is worked must not be the one that lies on the mat; chair and floor are one way of sitting.
            if (
                knowledge.Positions[unit.First.AlsoIn[at]].LiesOn != knowledge.Positions[unit.First.Position].LiesOn
                && unit.Steps.All(s =>
                    !string.Equals(knowledge.Positions[s.AlsoIn[at]].LiesOn, s.Side.ToString(), StringComparison.OrdinalIgnoreCase)
                )
            )
            {
                yield return unit with
                {
                    Steps = [.. unit.Steps.Select(s => s with { Position = s.AlsoIn[at] })],
                };
            }
        }
    }

    /// <summary>Sets of points by their uses, held in the way of the tradition.</summary>
    private static IEnumerable<Unit> Points(ComposeRequest request, School school, PracticeKnowledge knowledge)
    {
        var model = knowledge.Composing.Model;
        foreach (var (wanted, a) in request.Aims.Select((w, i) => (w, i)))
        {
            var quality = wanted.Quality is { } q ? knowledge.Composing.Qualities[q] : null;
            var region = knowledge.Regions[wanted.Region].Name;
            var points = knowledge
                .Atlas.Points.All.Where(p => p.Uses.Contains(region) || (quality?.Uses.Any(u => p.Uses.Contains(u)) ?? false))
                .Where(p =>
                    p.Cautions.All(c => !knowledge.Atlas.Cautions[c].NoPressure) && model.Points.SegmentRegions.ContainsKey(p.Place.On)
                )
                // Those that answer more of it, and the great points of the field, first.
                .OrderByDescending(p =>
                    (p.Uses.Contains(region) ? 2 : 0)
                    + (quality?.Uses.Count(u => p.Uses.Contains(u)) ?? 0)
                    + Math.Min(2, p.Categories.Count)
                )
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                .ToList();
            foreach (var (tradition, techniqueId) in model.Points.Techniques.Where(t => request.Traditions.Contains(t.Key)))
            {
                var technique = knowledge.Techniques[techniqueId];
                foreach (var group in points.GroupBy(p => model.Points.SegmentRegions[p.Place.On]))
                {
                    foreach (
                        var unit in InPositions(
                            OfPoints(
                                $"{PointsKey}{a}-{tradition}-{group.Key}",
                                technique,
                                group.Key,
                                [.. group.Take(model.Points.Most)],
                                tradition,
                                quality,
                                wanted,
                                knowledge
                            ),
                            knowledge
                        )
                    )
                    {
                        yield return unit with
                        {
                            Steps =
                            [
                                .. unit.Steps.Select(s =>
                                    s with
                                    {
                                        Stance = knowledge.Positions[s.Position].LiesOn == "seat" ? "standing-beside" : s.Stance,
                                    }
                                ),
                            ],
                        };
                    }
                }
            }
        }
    }

    private static Unit OfPoints(
        string key,
        Technique technique,
        string region,
        IReadOnlyList<Point> points,
        string tradition,
        Quality? quality,
        WantedAim wanted,
        PracticeKnowledge knowledge
    )
    {
        var pattern = knowledge.Composing.Model.Points;
        var midline = points.All(p => knowledge.Atlas.Channels.Find(p.Channel)?.Midline ?? false);
        var place = knowledge.Regions[wanted.Region].Name;
        var forPlace = quality is null || points.Any(p => p.Uses.Contains(place));
        var reason = forPlace ? $"the {place}" : $"\"{quality!.Name}\"";
        // A point worked for a place it does not lie at is chosen by its use, and says so.
        var beside =
            knowledge.Overlap(region, wanted.Region) || knowledge.Composing.Neighbours.Find(wanted.Region)?.Near.Contains(region) == true;
        var afar = forPlace && !beside ? " from afar" : "";
        var name = $"{string.Join(", ", points.Select(p => p.Id))} held{afar}, for {reason}";
        var step = new PlanStep
        {
            Id = key,
            Name = name,
            Block = "points",
            Region = region,
            Side = midline ? Side.Mid : Side.Both,
            Position = technique.Positions[0],
            Stance = pattern.Stance,
            Technique = technique.Id,
            Contact = technique.Contacts[0],
            Pattern = new(PatternKind.PointSet, points.Count, [.. points.Select(p => p.Id)], Hold: pattern.HoldSeconds),
            Level = Math.Min(pattern.Level, technique.Levels.Max),
            Repeats = 1,
            Range = new(1, 1, pattern.MostRepeats),
            Purpose = knowledge.Composing.Aims[wanted.For ?? quality?.UsualAim ?? knowledge.Composing.Model.UsualAim].Purposes[0],
            Role = StepRole.Work,
            Breath = technique.Breath,
            SetupSeconds = 0,
            NoTouchSeconds = 0,
            AlsoIn = [.. technique.Positions.Skip(1)],
            Props = [],
            Points = [.. points.Select(p => p.Id)],
        };
        return new(key, "points by their use", tradition, [step]);
    }

    /// <summary>What today's screening leaves, in positions that are allowed, with its caps kept.</summary>
    private static List<Unit> Permitted(IReadOnlyList<Unit> units, ComposeRequest request, School school, PracticeKnowledge knowledge)
    {
        var numbered = units.SelectMany((u, i) => u.Steps.Select(s => s with { Id = $"{i}/{s.Id}", Pair = null })).ToList();
        var plan = new Plan("candidates", numbered);
        var context = new ScreenContext(plan, PlanExpansion.Expand(plan, request.Tempo, knowledge), school, request.Tempo, knowledge);
        var caps = new Caps(Screener.Triggered(request.Subject, school, knowledge), context);
        var permitted = units.Where(u => caps.On(u.Steps).All(x => x.Ruling.Outcome > Outcome.Avoid)).ToList();
        // Work of a flow moves to another position only when its own is not allowed; points may be held in any.
        return
        [
            .. permitted
                .GroupBy(u => u.Key)
                .SelectMany(g => g.Key.StartsWith(PointsKey, StringComparison.Ordinal) ? g : g.Take(1))
                .Select(u => u with { Steps = caps.Capped(u.Steps) }),
        ];
    }
}
