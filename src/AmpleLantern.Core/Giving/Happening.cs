using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Giving;

/// <summary>Something that may happen beside the mat, and what is done first. It stands below local rules and training.</summary>
/// <param name="First">What to do, in order.</param>
/// <param name="CallAtOnce">The emergency number comes before all else.</param>
/// <param name="CallWhen">When it is to be called otherwise.</param>
/// <param name="FollowUp">What is asked the next day.</param>
/// <param name="AsksFact">What it means for this and later sessions.</param>
[Kind("happenings", "happening")]
public sealed record Happening(
    string Id,
    string Name,
    Source Source,
    IReadOnlyList<string> First,
    bool CallAtOnce,
    string CallWhen,
    string FollowUp,
    [RefersTo<FactDefinition>] string? AsksFact = null
) : IKnown;

/// <summary>What happened at a session, as it was recorded.</summary>
/// <param name="What">Its id; one that this knowledge does not have is read as the word it is.</param>
/// <param name="Step">The step under way.</param>
/// <param name="Done">What was done, of what is done first.</param>
/// <param name="Told">Who was told.</param>
/// <param name="Text">What it was, in own words.</param>
/// <param name="FollowedUpAt">When somebody asked after it; null while that is due.</param>
public sealed record Happened(
    Guid Id,
    Instant At,
    string What,
    string Step,
    IReadOnlyList<string> Done,
    string? Told = null,
    string? Text = null,
    Instant? FollowedUpAt = null,
    string? FollowedUp = null
)
{
    /// <summary>The list with one event taken in; as it is where the event is of another kind or of nothing in it.</summary>
    public static IReadOnlyList<Happened>? With(IReadOnlyList<Happened>? before, GiveEvent e, string step) =>
        e.Kind switch
        {
            GiveEventKind.Happened when e.Response is { } what =>
            [
                .. before ?? [],
                new(e.Id, e.At, what, step, e.Detail?.Done ?? [], e.Detail?.Told, e.Text),
            ],
            GiveEventKind.HappenedMore => Changed(
                before,
                e,
                h => h with { Done = e.Detail?.Done ?? h.Done, Told = e.Detail?.Told ?? h.Told, Text = e.Text ?? h.Text }
            ),
            GiveEventKind.FollowedUp => Changed(before, e, h => h with { FollowedUpAt = e.At, FollowedUp = e.Text }),
            _ => before,
        };

    /// <summary>What it means for this session, at the step it happened at; null where it means nothing, or is not known.</summary>
    public FactEntry? Fact(PlanStep? at, KnowledgeBase knowledge) =>
        knowledge.Happenings.Find(What)?.AsksFact is { } id && knowledge.Facts.Find(id) is { } fact
            ? new(
                id,
                Side: fact.Sided && at?.Side is Side.Left or Side.Right or Side.Both ? at.Side : null,
                Region: fact.Regional ? at?.Region : null,
                SaidBy: "noted while giving",
                SaidAt: At
            )
            : null;

    private static IReadOnlyList<Happened>? Changed(IReadOnlyList<Happened>? before, GiveEvent e, Func<Happened, Happened> change) =>
        before is null ? null : [.. before.Select(h => h.Id == e.Detail?.Of ? change(h) : h)];
}
