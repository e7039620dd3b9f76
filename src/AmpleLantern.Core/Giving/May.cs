using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;

namespace AmpleLantern.Core.Giving;

/// <summary>What people here are to each other and to a visit.</summary>
public enum StaffRole
{
    Owner,
    Practitioner,
    Student,
    Desk,
}

/// <summary>What can be done to a visit.</summary>
public enum VisitAction
{
    Read,
    MoveVisit,
    CancelVisit,
    AskFacts,
    StrikeFact,
    Measure,
    RateBefore,
    EditPlan,
    Settle,
    Override,
    WithdrawOverride,
    Clear,
    Screened,
    Start,
    Note,
    Move,
    GoOn,
    Amend,
    Finish,
    RateAfter,
    EditNote,
    Sign,
    Addend,
}

/// <summary>How far a visit has come, for what may be done to it.</summary>
public enum VisitPhase
{
    NotStarted,
    Running,
    Paused,
    Stopped,
    Finished,
    Signed,
    Cancelled,
}

/// <summary>Whether something may be done now, or why not.</summary>
/// <param name="Code">Stable word for programs; null when it may.</param>
/// <param name="Why">A sentence that says what to do instead; null when it may.</param>
public sealed record MayAnswer(bool Allowed, string? Code = null, string? Why = null)
{
    public static readonly MayAnswer Yes = new(true);

    /// <exception cref="RefusalException">It may not.</exception>
    public void Require()
    {
        if (!Allowed)
        {
            throw new RefusalException(Code!, Why!);
        }
    }
}

/// <summary>
/// The one place that says what may be done to a visit, in which phase, by whom. Endpoints ask it; the screen is sent its answers
/// and decides nothing itself.
/// </summary>
public static class May
{
    private const string ForSigners = "This needs someone who may sign: the owner or a practitioner. Ask one of them.";

    private static readonly StaffRole[] Signers = [StaffRole.Owner, StaffRole.Practitioner];
    private static readonly StaffRole[] Treating = [StaffRole.Owner, StaffRole.Practitioner, StaffRole.Student];
    private static readonly StaffRole[] Everyone = [StaffRole.Owner, StaffRole.Practitioner, StaffRole.Student, StaffRole.Desk];

    private static readonly VisitPhase[] Before = [VisitPhase.NotStarted];
    private static readonly VisitPhase[] Underway = [VisitPhase.Running, VisitPhase.Paused, VisitPhase.Stopped];
    private static readonly VisitPhase[] BeforeAndUnderway = [.. Before, .. Underway];
    private static readonly VisitPhase[] Open = [.. BeforeAndUnderway, VisitPhase.Finished];
    private static readonly VisitPhase[] Any = Enum.GetValues<VisitPhase>();

    private static readonly Dictionary<VisitAction, (StaffRole[] Roles, VisitPhase[] Phases)> Table = new()
    {
        [VisitAction.Read] = (Treating, Any),
        [VisitAction.MoveVisit] = ([StaffRole.Owner, StaffRole.Practitioner, StaffRole.Desk], Before),
        [VisitAction.CancelVisit] = ([StaffRole.Owner, StaffRole.Practitioner, StaffRole.Desk], Before),
        [VisitAction.AskFacts] = (Treating, Open),
        [VisitAction.StrikeFact] = (Treating, Open),
        [VisitAction.Measure] = (Treating, Open),
        [VisitAction.RateBefore] = (Treating, BeforeAndUnderway),
        [VisitAction.EditPlan] = (Treating, Before),
        [VisitAction.Settle] = (Treating, Before),
        [VisitAction.Override] = (Signers, BeforeAndUnderway),
        [VisitAction.WithdrawOverride] = (Signers, Before),
        [VisitAction.Clear] = (Signers, BeforeAndUnderway),
        [VisitAction.Screened] = (Treating, Before),
        [VisitAction.Start] = (Treating, Before),
        // A noted response is always kept: early, late, or after signing as a marked entry.
        [VisitAction.Note] = (Treating, Any),
        [VisitAction.Move] = (Treating, [VisitPhase.Running, VisitPhase.Paused]),
        [VisitAction.GoOn] = (Treating, [VisitPhase.Stopped]),
        [VisitAction.Amend] = (Treating, Underway),
        [VisitAction.Finish] = (Treating, Underway),
        [VisitAction.RateAfter] = (Treating, Open),
        [VisitAction.EditNote] = (Treating, Open),
        [VisitAction.Sign] = (Signers, [VisitPhase.NotStarted, VisitPhase.Finished]),
        [VisitAction.Addend] = (Signers, [VisitPhase.Signed]),
    };

    /// <summary>Whether a role may do this in a phase, whatever the screen finds.</summary>
    public static MayAnswer Do(VisitAction action, VisitPhase phase, StaffRole role)
    {
        var (roles, phases) = Table[action];
        return !roles.Contains(role)
                ? new(false, "not-yours", roles == Signers ? ForSigners : "Your role does not allow this. Ask the owner of the practice.")
            : phases.Contains(phase) ? MayAnswer.Yes
            : OutOfPhase(action, phase);
    }

    /// <summary>The same where the screen has a say: a start and going on need every finding settled.</summary>
    public static MayAnswer Do(VisitAction action, VisitPhase phase, StaffRole role, StartDecision screened)
    {
        var plain = Do(action, phase, role);
        return !plain.Allowed || screened.MayStart || action is not (VisitAction.Start or VisitAction.GoOn)
            ? plain
            : new(
                false,
                "not-cleared",
                $"The session cannot {(action is VisitAction.Start ? "begin" : "go on")}: "
                    + $"{string.Join("; ", screened.Obstacles.Select(o => o.Title).Distinct())}. Settle it on the Screen page first."
            );
    }

    /// <summary>
    /// Whether a change of what is known may stand: what means "do not treat" is lifted only by those who may sign, whichever way the
    /// change was made.
    /// </summary>
    public static MayAnswer Lift(StaffRole role, StartDecision before, StartDecision after)
    {
        var lifted = before.Obstacles.FirstOrDefault(o => o.Outcome.ForbidsTreatment() && after.Obstacles.All(a => a.Rule != o.Rule));
        return lifted is null || Signers.Contains(role)
            ? MayAnswer.Yes
            : new(
                false,
                "not-yours",
                $"This would lift \"{lifted.Title}\", which means: do not treat. Ask the owner or a practitioner to do it."
            );
    }

    /// <summary>Whether a client's plain particulars may be put right, and visits booked: whoever works here does.</summary>
    public static MayAnswer KeepDiary(StaffRole role) =>
        Everyone.Contains(role) ? MayAnswer.Yes : new(false, "not-yours", "Your role does not allow this. Ask the owner of the practice.");

    /// <summary>Whether two records may be made one person's, or two people's again.</summary>
    public static MayAnswer MergeRecords(StaffRole role) => Signers.Contains(role) ? MayAnswer.Yes : new(false, "not-yours", ForSigners);

    private static MayAnswer OutOfPhase(VisitAction action, VisitPhase phase) =>
        phase switch
        {
            VisitPhase.Signed => new(false, "locked", "This visit is signed and locked. Write an addendum instead."),
            VisitPhase.Cancelled => new(false, "cancelled", "This visit was cancelled. Book a new one."),
            VisitPhase.NotStarted => action is VisitAction.Addend
                ? new(false, "not-signed", "This visit is not signed yet. Change the note itself.")
                : new(false, "not-begun", "The session has not begun. Start it first."),
            VisitPhase.Finished => action is VisitAction.Addend
                ? new(false, "not-signed", "This visit is not signed yet. Change the note itself.")
                : new(false, "session-over", "The session is over; what it stood on stays as it was."),
            _ => action switch
            {
                VisitAction.EditPlan
                or VisitAction.Settle
                or VisitAction.WithdrawOverride
                or VisitAction.MoveVisit
                or VisitAction.CancelVisit => new(
                    false,
                    "session-running",
                    "The session has begun; its plan stays as it is. Change what is still to come on the Give page."
                ),
                VisitAction.Addend => new(false, "not-signed", "This visit is not signed yet. Change the note itself."),
                VisitAction.Sign => new(false, "session-running", "The session is still running. Finish it before you sign."),
                VisitAction.GoOn => new(false, "not-stopped", "The session is not stopped; it goes on already."),
                VisitAction.Move => new(false, "stopped", "The session is stopped. Say whether it goes on, or end it."),
                _ => new(false, "session-running", "The session is running."),
            },
        };
}
