using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>Expands a plan into presses with times: the one computation that timing, dose, drawing and giving read.</summary>
public static class PlanExpansion
{
    public static Expansion Expand(Plan plan, Tempo tempo, KnowledgeBase knowledge)
    {
        var steps = new List<ExpandedStep>(plan.Steps.Count);
        var clock = 0.0;
        PlanStep? before = null;
        var sides = PlanSections.PartSides(plan.Steps);
        foreach (var step in plan.Steps)
        {
            var part = sides[steps.Count];
            var expanded = ExpandStep(step, before, clock, tempo, knowledge) with
            {
                PartSide = part == PlanSections.Strand(step) ? null : part,
                SameAs = step.Pair is null && step.RoundOf is null ? null : plan.SameStep(step),
            };
            steps.Add(expanded);
            clock = Timing.ToTenths(clock + expanded.Seconds);
            before = step;
        }

        return new(clock, steps, Total(steps));
    }

    /// <summary>Seconds a step takes with a given number of repeats, without the change before it.</summary>
    public static double WorkSeconds(PlanStep step, int repeats, Tempo tempo, KnowledgeBase knowledge)
    {
        var timings = Timings(step, repeats, tempo, knowledge, out _, out _);
        return Timing.ToTenths(step.SetupSeconds + timings.Sum(t => t.Seconds) + step.NoTouchSeconds);
    }

    /// <summary>The client gets up and down elsewhere; or turns, sits up, lies down.</summary>
    public const string SurfaceChange = "surface";
    public const string PositionChange = "position";

    /// <summary>The practitioner comes to another place; or only the sheet is moved.</summary>
    public const string StanceChange = "stance";
    public const string DrapeChange = "drape";

    /// <summary>The most that must change between two steps, and how long all of it takes; nothing before the first.</summary>
    public static (string? What, double Seconds) Change(PlanStep? before, PlanStep step, KnowledgeBase knowledge)
    {
        if (before is null)
        {
            return (null, 0);
        }

        var times = knowledge.SessionTimes.Changes;
        var drape = Uncovers(before, step, knowledge) ? times.DrapeSeconds : 0;
        if (before.On != step.On)
        {
            return (SurfaceChange, times.SurfaceSeconds + drape);
        }

        if (Trunk(before.Position, knowledge) != Trunk(step.Position, knowledge))
        {
            return (PositionChange, times.PositionSeconds + drape);
        }

        var crosses = before.Side != step.Side && step.Side is Side.Left or Side.Right && before.Side is Side.Left or Side.Right;
        return before.Stance != step.Stance || crosses ? (StanceChange, times.StanceSeconds + drape)
            : drape > 0 ? (DrapeChange, drape)
            : (null, 0);
    }

    /// <summary>Whether a place that is covered is worked on the skin, and was not just before.</summary>
    private static bool Uncovers(PlanStep before, PlanStep step, KnowledgeBase knowledge) =>
        step.Products is { Count: > 0 }
        && knowledge.SessionTimes.Changes.Draped.Any(a => knowledge.Meets(a, step.Region))
        && !(before.Products is { Count: > 0 } && before.Side == step.Side && before.WorksAt(step.Region, knowledge));

    /// <summary>Length of the step's path on this client, in metres.</summary>
    public static double PathMetres(PlanStep step, Tempo tempo, KnowledgeBase knowledge) =>
        Travelled(step).Sum(r => knowledge.Regions[r].LengthOfStature) * tempo.StatureMetres;

    private static IEnumerable<string> Travelled(PlanStep step) => (step.Through ?? []).Prepend(step.Region);

    private static IReadOnlyList<RegionTime>? Times(PlanStep step, KnowledgeBase knowledge)
    {
        if (step.Through is null && step.AlsoAt is null)
        {
            return null;
        }

        var way = Travelled(step).Sum(r => knowledge.Regions[r].LengthOfStature);
        return
        [
            .. Travelled(step)
                .Select(r => new RegionTime(r, knowledge.Regions[r].LengthOfStature / way))
                .Concat((step.AlsoAt ?? []).Select(r => new RegionTime(r, 1))),
        ];
    }

    private static string Trunk(string position, KnowledgeBase knowledge) => knowledge.Positions[position].Base ?? position;

    private static ExpandedStep ExpandStep(PlanStep step, PlanStep? before, double start, Tempo tempo, KnowledgeBase knowledge)
    {
        var timings = Timings(step, step.Repeats, tempo, knowledge, out var placements, out var stations);
        var (what, changeSeconds) = Change(before, step, knowledge);
        var first = start + changeSeconds + step.SetupSeconds;
        var presses = new Press[placements.Count];
        var places = step.Pattern.Kind is PatternKind.Column ? Spine.Between(step.Pattern.From, step.Pattern.To) : step.Pattern.Places;
        // Starts are rounded, lengths are differences of starts: a long step never drifts off the breath.
        var exact = 0.0;
        for (var i = 0; i < presses.Length; i++)
        {
            var t = timings[i];
            var from = Timing.ToTenths(first + exact);
            exact += t.Seconds;
            var until = Timing.ToTenths(first + exact);
            var station = placements[i].Station;
            presses[i] = new(
                station,
                places is not null && station <= places.Count ? places[station - 1] : null,
                from,
                Timing.ToTenths(until - from),
                LevelAt(step, i, presses.Length),
                t.Sink,
                Timing.ToTenths(t.Hold),
                t.Release,
                t.Breaths
            );
        }

        var work = Timing.ToTenths(step.SetupSeconds + exact + step.NoTouchSeconds);
        return new()
        {
            Id = step.Id,
            Name = step.Name,
            Block = step.Block,
            Side = step.Side,
            Position = step.Position,
            Stance = step.Stance,
            Technique = step.Technique,
            Contact = step.Contact,
            Region = step.Region,
            Regions = Times(step, knowledge),
            Level = step.Level,
            Stations = stations,
            StartSeconds = start,
            Seconds = Timing.ToTenths(changeSeconds + work),
            ChangeSeconds = changeSeconds,
            Change = what,
            RestSeconds = step.NoTouchSeconds,
            WorkSeconds = work,
            Presses = presses,
            Counting = Counting.In(step.Pattern, stations, step.Repeats),
            ByTurns =
                !step.Pattern.ByTurns ? null
                : step.Side == Side.Both ? ByTurns.Sides
                : ByTurns.Hands,
            Timed = step.Pattern.NeedsTime,
        };
    }

    /// <summary>The level of a press: of a ramp it rises to the step's own; handling presses nothing.</summary>
    private static int LevelAt(PlanStep step, int press, int of) =>
        step.Pattern switch
        {
            { Kind: PatternKind.Handling } => 0,
            // A cap lowers the step's level: a ramp never begins above where it may end.
            { Kind: PatternKind.Ramp, LevelFrom: { } said } when of > 1 && Math.Min(said, step.Level) is var from => from
                + (int)Math.Round((double)(step.Level - from) * press / (of - 1)),
            _ => step.Level,
        };

    private static PressTiming[] Timings(
        PlanStep step,
        int repeats,
        Tempo tempo,
        KnowledgeBase knowledge,
        out IReadOnlyList<Placement> placements,
        out int stations
    )
    {
        var times = (knowledge.Techniques[step.Technique].Times ?? knowledge.Pace.Press).AtPace(step.PacePercent ?? 100);
        // A walk that says how long each press stays; what is held for its time says so itself.
        times =
            step.Pattern is { NeedsTime: false, Hold: { } stay } ? times with { Hold = stay.Usual }
            // What rises or goes faster is not taken off in between; handling has nothing to take off.
            : step.Pattern.Kind is PatternKind.Ramp or PatternKind.SpeedUp or PatternKind.Handling ? new(0, times.Hold, 0, 0)
            : times;
        stations = PatternExpansion.Stations(step.Pattern, PathMetres(step, tempo, knowledge), tempo.PalmBreadthMetres);
        placements = PatternExpansion.Expand(step.Pattern, stations, repeats);
        var timings = new PressTiming[placements.Count];
        for (var i = 0; i < timings.Length; i++)
        {
            timings[i] = Timing.Of(placements[i], times, step.Breath, tempo.BreathsPerMinute);
        }

        return timings;
    }

    private static Totals Total(List<ExpandedStep> steps)
    {
        double left = 0,
            right = 0,
            changes = 0;
        var presses = 0;
        var regions = new Dictionary<string, (double Seconds, int Presses)>();
        var contacts = new Dictionary<string, (double Seconds, int Presses)>();
        foreach (var step in steps)
        {
            // Worked together, each side receives the whole time.
            left += step.Side is Side.Left or Side.Both ? step.WorkSeconds : 0;
            right += step.Side is Side.Right or Side.Both ? step.WorkSeconds : 0;
            changes += step.ChangeSeconds;
            presses += step.Presses.Count;
            foreach (var at in step.Places)
            {
                Add(regions, at.Region, step, at.Of);
            }

            Add(contacts, step.Contact, step, 1);
        }

        return new(
            Timing.ToTenths(left),
            Timing.ToTenths(right),
            Timing.ToTenths(left - right),
            Timing.ToTenths(changes),
            presses,
            Shares(regions),
            Shares(contacts)
        );
    }

    private static void Add(Dictionary<string, (double Seconds, int Presses)> to, string id, ExpandedStep step, double part)
    {
        var sum = to.GetValueOrDefault(id);
        to[id] = (sum.Seconds + (step.WorkSeconds * part), sum.Presses + (int)Math.Round(step.Presses.Count * part));
    }

    private static Share[] Shares(Dictionary<string, (double Seconds, int Presses)> sums) =>
        [.. sums.Select(s => new Share(s.Key, Timing.ToTenths(s.Value.Seconds), s.Value.Presses)).OrderByDescending(s => s.Seconds)];
}
