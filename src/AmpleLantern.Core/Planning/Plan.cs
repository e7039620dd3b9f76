using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>A session as a program: steps in the order they are given.</summary>
/// <param name="Flow">The flow it started from, if any.</param>
/// <param name="WorseSide">The side that may be worked longer, as far as the school allows.</param>
/// <param name="Silenced">Remarks on its order that were read and set aside.</param>
/// <param name="Choices">Options taken where the flow can be given in more than one way.</param>
public sealed record Plan(
    string Name,
    IReadOnlyList<PlanStep> Steps,
    [RefersTo<Flow>] string? Flow = null,
    IReadOnlyList<PlanBlock>? Blocks = null,
    Side? WorseSide = null,
    IReadOnlyList<Silenced>? Silenced = null,
    IReadOnlyDictionary<string, string>? Choices = null
)
{
    public PlanStep Step(string id) =>
        Steps.FirstOrDefault(s => s.Id == id)
        ?? Steps.FirstOrDefault(s => s.WasCalled().Contains(id))
        ?? throw new RefusalException("unknown-step", $"This plan has no step '{id}'. Reload the plan and try again.");

    /// <summary>The series a step stands in, in order; the step alone when it stands in none.</summary>
    /// <remarks>A series given on both sides is two: the second begins where a step's twin comes.</remarks>
    public IReadOnlyList<PlanStep> SeriesOf(PlanStep step)
    {
        var run = new List<PlanStep>();
        foreach (var s in Steps)
        {
            if (run.Count > 0 && (s.Series != step.Series || run.Any(r => r.Pair is not null && r.Pair == s.Pair)))
            {
                if (run.Any(r => r.Id == step.Id))
                {
                    break;
                }

                run.Clear();
            }

            if (s.Series is not null && s.Series == step.Series)
            {
                run.Add(s);
            }
        }

        return run.Any(r => r.Id == step.Id) ? run : [step];
    }

    /// <summary>The step as it is given the first time, where its series is given several times; the step itself where it is not.</summary>
    public PlanStep FirstRound(PlanStep step) => step.RoundOf is { } first ? Steps.FirstOrDefault(s => s.Id == first) ?? step : step;

    /// <summary>One word for all that is the same step: on its other side, and in every round of its series.</summary>
    public string SameStep(PlanStep step) => FirstRound(step) is var first ? first.Pair ?? first.Id : "";

    /// <summary>The same plan with each step passed through <paramref name="change"/>.</summary>
    public Plan With(Func<PlanStep, PlanStep> change) => this with { Steps = [.. Steps.Select(change)] };

    /// <summary>The same session given on the other side first: every step mirrored, the client lying on the other side too.</summary>
    /// <remarks>Mirroring twice gives the same plan.</remarks>
    public Plan Mirror(KnowledgeBase knowledge) => With(s => FlowPlans.Mirrored(s, knowledge));
}

/// <summary>A remark of the order review set aside for this plan.</summary>
public sealed record Silenced(string Rule, string Reason, string By);

/// <summary>Name of a block, for headings. A step on one side reads it with that side before it.</summary>
public sealed record PlanBlock(string Id, string Name);

/// <summary>One step of a plan, complete in itself so that a plan reads the same without its flow.</summary>
public sealed record PlanStep
{
    /// <summary>Unique in the plan.</summary>
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required string Block { get; init; }

    [RefersTo<Region>]
    public required string Region { get; init; }

    /// <summary>Regions it travels on through, in order, after the first.</summary>
    [RefersTo<Region>]
    public IReadOnlyList<string>? Through { get; init; }

    /// <summary>Regions worked at the same time, by the other hand or the other end of a pull.</summary>
    [RefersTo<Region>]
    public IReadOnlyList<string>? AlsoAt { get; init; }

    public required Side Side { get; init; }

    [RefersTo<Position>]
    public required string Position { get; init; }

    [RefersTo<Stance>]
    public required string Stance { get; init; }

    [RefersTo<Technique>]
    public required string Technique { get; init; }

    [RefersTo<Contact>]
    public required string Contact { get; init; }

    /// <summary>What the other hand works or rests with meanwhile, where it is not the same.</summary>
    [RefersTo<Contact>]
    public string? OtherContact { get; init; }

    public required PatternSpec Pattern { get; init; }

    public required int Level { get; init; }

    public required int Repeats { get; init; }

    public required RepeatRange Range { get; init; }

    public required string Purpose { get; init; }

    public required StepRole Role { get; init; }

    public required BreathRule Breath { get; init; }

    public required double SetupSeconds { get; init; }

    public required double NoTouchSeconds { get; init; }

    [RefersTo<Position>]
    public required IReadOnlyList<string> AlsoIn { get; init; }

    public required IReadOnlyList<string> Props { get; init; }

    public string? Where { get; init; }

    /// <summary>Shared by the step on the left and its mirror on the right; null for steps without one.</summary>
    public string? Pair { get; init; }

    public string? Note { get; init; }

    /// <summary>How it is done, beyond what can be counted.</summary>
    public StepGuide? Guide { get; init; }

    /// <summary>Ids it had before, so that what names those is still understood.</summary>
    public IReadOnlyList<string>? Formerly { get; init; }

    /// <summary>The same, without marks.</summary>
    public IEnumerable<string> WasCalled() => (Formerly ?? []).Select(f => StepGuide.Plain(f)!);

    /// <summary>Name of the step it replaced, when a swap put it here, as it is shown.</summary>
    public string? InsteadOf { get; init; }

    /// <summary>Codes of the points worked, in order.</summary>
    [RefersTo<Point>]
    public IReadOnlyList<string>? Points { get; init; }

    /// <summary>Channel or sen line followed, by id.</summary>
    [RefersTo<SenLine, Channel>]
    public string? Line { get; init; }

    /// <summary>Reflex areas worked in turn, by the names they have in every chart of the feet.</summary>
    public IReadOnlyList<string>? Reflex { get; init; }

    /// <summary>Whether its places lie side by side across the region, and not one after another along it.</summary>
    public bool Across { get; init; }

    /// <summary>What is put on the skin, by id; heat counts as one.</summary>
    [RefersTo<Product>]
    public IReadOnlyList<string>? Products { get; init; }

    /// <summary>The series it belongs to: its neighbours with the same word are moved and chosen with it.</summary>
    public string? Series { get; init; }

    /// <summary>Where its series is given several times: id of the same step in the first round.</summary>
    public string? RoundOf { get; init; }

    /// <summary><c>mat</c>, <c>table</c> or <c>chair</c>; read as the mat when not said.</summary>
    public string? Surface { get; init; }

    /// <summary>Surfaces it can be given on, too.</summary>
    public IReadOnlyList<string>? AlsoOn { get; init; }

    /// <summary>How far a stretch goes, of the range there is; all of it when not said.</summary>
    public int? RangePercent { get; init; }

    /// <summary>How fast it goes, of the usual pace; the usual when not said.</summary>
    public int? PacePercent { get; init; }

    /// <summary>Never cut, moved to other repeats or left out when time is short.</summary>
    public bool Pinned { get; init; }

    /// <summary>How the body leans or hangs for it, where that was set; otherwise worked out from the level.</summary>
    public Setting? Press { get; init; }

    /// <summary>Id of that step.</summary>
    public string? Replaces { get; init; }

    /// <summary>Every region it works: the first, those it travels on through, those worked at the same time.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public IReadOnlyList<string> Regions =>
        Through is null && AlsoAt is null ? [Region] : [.. (Through ?? []).Concat(AlsoAt ?? []).Prepend(Region).Distinct()];

    /// <summary>The surface of a step that says none: the floor, the strict reading for who cannot get down to it.</summary>
    public const string Mat = "mat";

    /// <summary>What it is given on.</summary>
    internal string On => Surface ?? Mat;

    /// <summary>What touches: of one hand, or of each.</summary>
    internal IEnumerable<string> Contacts => OtherContact is null ? [Contact] : [Contact, OtherContact];

    /// <summary>How many contacts press at once: one, where the hands differ.</summary>
    internal int SpotsOf(Contact contact) => OtherContact is null ? contact.Spots : 1;

    /// <summary>Whether it works at a place: a region, a limb or an area.</summary>
    internal bool WorksAt(string place, KnowledgeBase knowledge) =>
        knowledge.Meets(place, Region)
        || Through is not null && knowledge.MeetsAny(place, Through)
        || AlsoAt is not null && knowledge.MeetsAny(place, AlsoAt);

    /// <summary>Whether it works at any of several places.</summary>
    internal bool WorksAtAny(IReadOnlyList<string> places, KnowledgeBase knowledge)
    {
        for (var i = 0; i < places.Count; i++)
        {
            if (WorksAt(places[i], knowledge))
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>
    /// Whether nobody is touched: said by its technique, and believed only of what makes no presses, so that no word lifts a press out of
    /// screening.
    /// </summary>
    internal bool TouchesNobody(KnowledgeBase knowledge) =>
        Pattern.Kind is PatternKind.Handling && knowledge.Is(knowledge.Techniques[Technique], Trait.NoTouch);

    /// <summary>Whether it only talks, looks, covers or sets up: it may come before arriving.</summary>
    internal bool IsPreparing => Role is StepRole.Work && Pattern.Kind is PatternKind.Handling;

    /// <summary>The single purposes of "warm, soften".</summary>
    internal IReadOnlyList<string> Purposes => Purpose.Split(',', StringSplitOptions.TrimEntries);

    internal bool Serves(IReadOnlyList<string> purposes) => Purposes.Any(purposes.Contains);
}
