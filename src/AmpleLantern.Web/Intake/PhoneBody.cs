using AmpleLantern.Core;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Atlas;

namespace AmpleLantern.Web.Intake;

/// <summary>The middle of a place on the drawn body.</summary>
/// <param name="Side">1 left, -1 right, 0 the middle.</param>
public sealed record PhoneSpot(string Region, string Name, int Side, float X, float Y);

/// <summary>
/// A body to be touched: a place is the one whose middle lies nearest. Middles instead of shapes, for a slow line.
/// </summary>
public sealed record PhoneBody(FigureView Figure, IReadOnlyList<PhoneSpot> Spots);

/// <summary>The body of nobody in particular, behind a link.</summary>
public static class PhoneBodyEndpoint
{
    private static readonly string[] Sights = ["front", "back"];

    public static void MapPhoneBody(this RouteGroupBuilder api) =>
        api.MapGet(
                "/phone-body/{view}",
                (string view, HttpContext http, KnowledgeBase knowledge, FigureStore figures) =>
                {
                    RefusalException.Unless(Sights.Contains(view), "not-found", "The body is seen from the front or the back.", "/view");
                    http.Response.Headers.CacheControl = "private, max-age=86400";
                    return Of(view, knowledge, figures);
                }
            )
            .AllowAnonymous()
            .RequireRateLimiting(AccessSetup.PhoneLimit);

    private static PhoneBody Of(string view, KnowledgeBase knowledge, FigureStore figures)
    {
        var wanted = new FigureWanted(BodySize.Reference, PoseSaid.Standing, 1, view);
        var key = figures.KeyOf(wanted);
        var drawn = figures.Find(key) ?? figures.Draw(key, wanted);
        var layers = figures.Layers(
            key,
            "phone",
            () =>
            {
                var posed = figures.Posed(wanted.Size, PoseSaid.Standing, 1);
                var regions = knowledge.Regions.All.Where(r => !r.Anywhere).Select(r => r.Id).ToList();
                return new LayerArtist(posed, Views.Of(posed.Body, view), knowledge).Lay(LayersWanted.Nothing with { Regions = regions });
            }
        );
        return new(
            OpenJson.Read<FigureView>(System.Text.Encoding.UTF8.GetString(drawn)),
            [
                .. layers
                    .Areas.Where(a => a.Path.Length > 0)
                    .DistinctBy(a => (a.Id, a.Side))
                    .Select(a => new PhoneSpot(a.Id, a.Name, a.Side, a.X, a.Y)),
            ]
        );
    }
}
