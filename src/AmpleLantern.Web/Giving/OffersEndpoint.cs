using AmpleLantern.Core.Giving;
using AmpleLantern.Web.Visits;
using NodaTime;

namespace AmpleLantern.Web.Giving;

/// <summary>Whether a session ends in time, and how it could.</summary>
/// <param name="OutBy">Null where it may end when it ends.</param>
/// <param name="OverSeconds">What is still to come takes so much longer than there is time; less than none where time is over.</param>
public sealed record OffersView(Instant? OutBy, double? OverSeconds, IReadOnlyList<EndOffer> Offers);

/// <summary>What the clock says, and the two ways to be done in time.</summary>
public static class OffersEndpoint
{
    public static void MapOffers(this RouteGroupBuilder visit) => visit.MapGet("/give/offers", View);

    private static async Task<OffersView> View(Guid visitId, VisitStore visits)
    {
        var frame = await visits.Frame(await visits.Read(visitId));
        if (frame.OutBy(visits.Now) is not { } end || frame.Phase is not (VisitPhase.Running or VisitPhase.Paused or VisitPhase.Stopped))
        {
            return new(frame.OutBy(visits.Now), null, []);
        }

        var cursor = frame.Session.Cursor(frame.State, visits.Now);
        var left = (end - visits.Now).TotalSeconds;
        var over = Math.Round(frame.Expansion.TotalSeconds - cursor - left, 1);
        return new(
            end,
            over,
            Math.Abs(over) < frame.Knowledge.GivingTimes.OfferFromSeconds
                ? []
                : ToTheEnd.For(frame.Plan, frame.Expansion, cursor, left, frame.Tempo, frame.Knowledge)
        );
    }
}
