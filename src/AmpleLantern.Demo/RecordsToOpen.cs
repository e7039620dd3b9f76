using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using NodaTime;

namespace AmpleLantern.Demo;

/// <summary>
/// Records of every kind a practice keeps for years: stopped, addended, referred, cancelled, empty. Invented like the rest.
/// </summary>
internal sealed class RecordsToOpen(DemoDay day)
{
    public IReadOnlyList<ClientRecord> All() => [Marlo(), Yarrow(), Una()];

    /// <summary>
    /// Grew dizzy at a step and the session ended there; the note is still to be signed. Before that a visit with an addendum.
    /// </summary>
    private ClientRecord Marlo()
    {
        var c = DemoDay.Client("Marlo Tannerick", day.Today.PlusYears(-49), "tide-gate greaser", 174, 14);
        c.Contact = "Message with the gate-keeper, second landing.";
        day.Asked(c);
        var before = day.Earlier(c, 9, "teo", "legs-on-the-mat", "Calves like rope.");
        before.Ratings = [new("heaviness", 7, 5), new("tension", 6, 3)];
        day.Give(
            before,
            before.ScreenedAt!.Value + Duration.FromMinutes(3),
            [(300, "warmth"), (640, "tender"), (1300, "sigh")],
            whole: true
        );
        day.Sign(before, "teo");
        before.Addenda.Add(
            new()
            {
                VisitId = before.Id,
                Text = "Called the next day: slept well, the left calf sore until noon.",
                By = day.Staff("teo"),
                At = before.SignedAt!.Value + Duration.FromHours(26),
            }
        );
        var stopped = day.Earlier(c, 1, "teo", "legs-on-the-mat", "Skipped breakfast for the early gate.");
        stopped.Ratings = [new("heaviness", 5)];
        var start = stopped.ScreenedAt!.Value + Duration.FromMinutes(4);
        day.Give(stopped, start, [(200, "sigh"), (520, "dizzy")], end: start + Duration.FromSeconds(660));
        return c;
    }

    /// <summary>Sent on before anything was given, and came back months later to a visit that was cancelled.</summary>
    private ClientRecord Yarrow()
    {
        var c = DemoDay.Client("Yarrow Blythemoor", day.Today.PlusYears(-61), "sluice bookkeeper", 170, null);
        day.Asked(c);
        var referred = day.Earlier(c, 40, "odile", "groin-hold", "Right calf hot and thick since the journey.");
        referred.CheckIn = [new("hot-swollen-calf", Side: Side.Right)];
        day.Sign(referred, "odile");
        var cancelled = day.Earlier(c, 3, "odile", "legs-on-the-mat", "");
        (cancelled.ArrivedAt, cancelled.ScreenedAt) = (null, null);
        (cancelled.CancelledAt, cancelled.CancelledBy, cancelled.CancelReason) = (
            day.Now - Duration.FromDays(4),
            day.Staff("ansa"),
            "Fetched to the far locks; will call."
        );
        return c;
    }

    /// <summary>Nothing is known of her yet, and she has never come.</summary>
    private static ClientRecord Una() => new() { Name = "Una Saltmarsh" };
}
