using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using NodaTime;

namespace AmpleLantern.Web.Visits;

/// <summary>The five lamps of a visit.</summary>
public static class Lamps
{
    public const string Reflect = "reflect";

    public static IReadOnlyList<Lamp> Of(Visit visit, VisitFrame frame, Instant now)
    {
        var finished = frame.Phase is VisitPhase.Finished or VisitPhase.Signed or VisitPhase.Cancelled;
        var started = frame.State.Phase is not GivePhase.NotStarted;
        var blocked = !frame.Start.MayStart && !finished;
        var done = new[]
        {
            ("arrive", visit.ArrivedAt is not null || started, ArriveCaption(frame)),
            ("screen", (visit.ScreenedAt is not null || started) && !blocked, ScreenCaption(frame)),
            ("plan", started || finished, $"{Math.Round(frame.Expansion.TotalSeconds / 60)} of {frame.MinutesOnMat:0} min"),
            ("give", finished && started, GiveCaption(frame, now)),
            (Reflect, visit.SignedAt is not null, visit.SignedAt is null ? "" : "signed"),
        };
        // A visit that is signed or cancelled has nowhere left to be.
        var here = frame.Phase is VisitPhase.Signed or VisitPhase.Cancelled ? -1 : Array.FindIndex(done, d => !d.Item2);
        return
        [
            .. done.Select(
                (d, i) =>
                    new Lamp(
                        d.Item1,
                        d.Item1 == "screen" && blocked && visit.ArrivedAt is not null ? LampState.Blocked
                            : d.Item2 ? LampState.Lit
                            : i == here ? LampState.Here
                            : LampState.Ahead,
                        d.Item3
                    )
            ),
        ];
    }

    /// <summary>The stage where there is something to do next.</summary>
    public static string Current(IReadOnlyList<Lamp> lamps) =>
        lamps.FirstOrDefault(l => l.State is LampState.Here or LampState.Blocked)?.Stage ?? Reflect;

    private static string ArriveCaption(VisitFrame frame)
    {
        var held = frame.Subject.Facts.Count(f => f.Status is not FactStatus.No && f.Fact != Consent.Given);
        return held switch
        {
            0 when frame.Answers == 0 => "not asked",
            0 => "nothing known",
            1 => "1 fact",
            _ => $"{held} facts",
        };
    }

    private static string ScreenCaption(VisitFrame frame)
    {
        var strongest = frame.Start.Obstacles.OrderBy(o => o.Outcome).FirstOrDefault();
        return strongest?.Outcome switch
        {
            Outcome.Emergency => "emergency",
            Outcome.ReferFirst => "refer first",
            Outcome.Postpone => "not today",
            Outcome.Clearance => "ask first",
            Outcome.Avoid or Outcome.Modify => $"{frame.Start.Things} to settle",
            _ when frame.RedFlagsOpen.Count > 0 => "not asked",
            _ => "nothing found",
        };
    }

    private static string GiveCaption(VisitFrame frame, Instant now)
    {
        if (frame.State.Phase is GivePhase.NotStarted)
        {
            return "";
        }

        var cursor = TimeSpan.FromSeconds(frame.Session.Cursor(frame.State, now));
        return $"{(int)cursor.TotalMinutes}:{cursor.Seconds:00}";
    }
}
