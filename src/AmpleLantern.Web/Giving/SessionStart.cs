using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Pressure;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Giving;

/// <summary>Freezes what a session stands on: when it begins, and anew when its plan is changed on the way.</summary>
public sealed class SessionStart(VisitPressure pressure)
{
    public async Task<SessionBasis> Freeze(Visit visit, VisitFrame frame)
    {
        var client = visit.Client!;
        var pressed = await pressure.Pressed(visit, frame);
        return SessionBasis.Of(
            frame.Context,
            // What each card denied stays with the visit; what was not asked is kept beside it.
            new(
                visit.Date,
                client.BirthDate,
                client.Body,
                frame.LiveFacts(),
                client.Clearances,
                frame.Missing,
                [.. frame.Subject.Cards!.Select(c => c with { Denied = [] })],
                Asked.Answers(frame.Subject)
            ),
            new(visit.PractitionerId, pressed.Between.Practitioner.Practitioner, pressed.Estimated),
            frame.Screen,
            frame.Overrides,
            visit.Ratings,
            pressed.Presses,
            pressed.Load
        );
    }

    /// <summary>What the session stands on from a change of its plan on.</summary>
    public async Task<SessionBasis> Amend(Visit visit, VisitFrame frame, ScreenContext changed, ScreenResult screen)
    {
        var pressed = await pressure.Pressed(visit, frame, changed);
        return frame.Basis!.Amended(frame.Subject, changed, screen, pressed.Presses, pressed.Load);
    }
}
