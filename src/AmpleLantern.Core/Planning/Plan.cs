using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning;

/// <summary>A session as a program: steps in the order they are given.</summary>
/// <param name="Flow">The flow it started from, if any.</param>
/// <param name="WorseSide">The side that may be worked longer, as far as the school allows.</param>
/// <param name="Silenced">Remarks on its order that were read and set aside.</param>
/// <param name="Choices">Options taken where the flow can be given in more than one way.</param>
public sealed record Plan(
    string Name, IReadOnlyList<PlanStep> Steps, string? Flow = null, IReadOnlyList<PlanBlock>? Blocks = null, Side? WorseSide = null,
    IReadOnlyList<Silenced>? Silenced = null, IReadOnlyDictionary<string, string>? Choices = null)
{
    public PlanStep Step(string id) => Steps.FirstOrDefault(s => s.Id == id)
        ?? throw new RefusalException("unknown-step", $"This plan has no step '{id}'. Reload the plan and try again.");

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
/// <param name="Id">Unique in the plan.</param>
/// <param name="Pair">Shared by the step on the left and its mirror on the right; null for steps without one.</param>
/// <param name="Points">Codes of the points worked, in order.</param>
/// <param name="Line">Channel or sen line followed, by id.</param>
/// <param name="Products">What is put on the skin, by id; heat counts as one.</param>
/// <param name="Surface"><c>mat</c>, <c>table</c> or <c>chair</c>; read as the mat when not said.</param>
/// <param name="RangePercent">How far a stretch goes, of the range there is; all of it when not said.</param>
/// <param name="PacePercent">How fast it goes, of the usual pace; the usual when not said.</param>
/// <param name="Pinned">Never cut, moved to other repeats or left out when time is short.</param>
/// <param name="Press">How the body leans or hangs for it, where that was set; otherwise worked out from the level.</param>
/// <param name="InsteadOf">Name of the step it replaced, when a swap put it here, as it is shown.</param>
/// <param name="Replaces">Id of that step.</param>
public sealed record PlanStep(
    string Id, string Name, string Block, string Region, Side Side, string Position, string Stance, string Technique,
    string Contact, PatternSpec Pattern, int Level, int Repeats, RepeatRange Range, string Purpose, StepRole Role,
    BreathRule Breath, double SetupSeconds, double NoTouchSeconds, IReadOnlyList<string> AlsoIn,
    IReadOnlyList<string> Props, string? Where = null, string? Pair = null, string? Note = null, string? InsteadOf = null,
    IReadOnlyList<string>? Points = null, string? Line = null, IReadOnlyList<string>? Products = null, string? Surface = null,
    int? RangePercent = null, int? PacePercent = null, bool Pinned = false, Setting? Press = null,
    string? Replaces = null)
{
    /// <summary>The single purposes of "warm, soften".</summary>
    internal IReadOnlyList<string> Purposes => Purpose.Split(',', StringSplitOptions.TrimEntries);

    internal bool Serves(IReadOnlyList<string> purposes) => Purposes.Any(purposes.Contains);
}
