using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Arrive;

/// <summary>A card answered: yes to some of it, no to the rest.</summary>
/// <param name="CardVersion">Of the card as it was read out.</param>
/// <param name="Yes">What was said yes to.</param>
/// <param name="NotConcerned">It does not concern this person at all.</param>
/// <param name="Withdraw">The answer was a slip: it counts as not asked.</param>
public sealed record CardRequest(
    int Version,
    string Card,
    int CardVersion,
    IReadOnlyList<FactEntry>? Yes = null,
    bool NotConcerned = false,
    bool Withdraw = false
) : IOnVersion;

/// <summary>Cards read out at the door, and lists gone through in the room.</summary>
public static class CardEndpoints
{
    private const string InTheRoom = "the client, in the room";

    public static void MapCards(this RouteGroupBuilder visit) =>
        visit.MapPut(
            "/cards",
            (Guid visitId, CardRequest r, VisitStore visits) =>
                visits.Change(visitId, VisitAction.AskFacts, r.Version, (v, f) => Answer(v, f.Subject, r, visits))
        );

    private static void Answer(Visit visit, ScreenSubject subject, CardRequest request, VisitStore visits)
    {
        var card = visits.Knowledge.Cards[request.Card];
        var answer = CardAnswer.To(card, request.CardVersion, subject, request.Yes ?? [], visits.By, InTheRoom, visits.Now) with
        {
            NotConcerned = request.NotConcerned && card.MayNotConcern,
            Withdrawn = request.Withdraw,
        };
        FactKeeping.Keep(visit, request.Yes ?? [], visits);
        Keep(visit, answer);
    }

    /// <summary>The answer stays with the visit; of the client only the last to each card is kept.</summary>
    internal static void Keep(Visit visit, CardAnswer answer)
    {
        visit.Cards = [.. visit.Cards, answer];
        visit.Client!.Cards = [.. visit.Client.Cards.Where(c => c.Card != answer.Card), answer];
    }
}
