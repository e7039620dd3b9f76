using System.Numerics;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>Chooses from where to look, so that what matters is seen.</summary>
public static class ViewChoice
{
    private const int Enough = 60;

    /// <summary>The view that shows most of some skin in a pose.</summary>
    /// <param name="may">Which views may be taken; the usual one is taken where none may.</param>
    /// <remarks>The position's usual view is kept where it shows nearly as much: turning the body confuses.</remarks>
    public static string For(IReadOnlyList<Anchor> skin, Posed posed, Func<string, bool> may)
    {
        var usual = posed.UsualView;
        var views = Views.Whole.Where(v => v != usual && v != "above").Prepend(usual).Where(may).ToList();
        return views.Count == 0 || views[0] == usual && Seen(skin, Views.Of(posed.Body, usual)) * 100 >= skin.Count * Enough
            ? usual
            : Among(skin, posed, views);
    }

    /// <summary>The one of some views that shows most.</summary>
    public static string Among(IReadOnlyList<Anchor> skin, Posed posed, IReadOnlyList<string> views) =>
        views.MaxBy(v => Seen(skin, Views.Of(posed.Body, v)))!;

    /// <summary>The close-ups that may show places on these patches; none where they are not all on one small part.</summary>
    /// <param name="side">1, -1 or 0 for both.</param>
    public static IReadOnlyList<string> CloseUpsOf(IEnumerable<Patch> patches, int side)
    {
        var all = patches.ToList();
        var name = side < 0 ? "right" : "left";
        return all.Count == 0 ? []
            : all.All(p => p.On == "foot") ? CloseUps("foot", name)
            : all.All(p => p.On == "hand") ? CloseUps("hand", name)
            : all.All(p => p.On == "head" || (p.On == "trunk" && p.Station!.Min() >= NeckFrom)) ? CloseUps("head", name)
            : all.All(p => p.On == "trunk" && p.Station!.Max() <= BellyTo && p.Round!.All(r => Math.Abs(r) <= BellySides)) ? ["belly"]
            : [];
    }

    private const double NeckFrom = 142;
    private const double BellyTo = 118;
    private const double BellySides = 75;

    /// <summary>The view that faces a point most squarely; a close-up for hands, feet and the head.</summary>
    public static string For(Point point, Posed standing, int side)
    {
        var anchor = standing.Locator.On(point.Place, side == 0 ? 1 : side);
        var candidates = CloseUpsAt(point.Place, side) is { Count: > 0 } close ? close : ["front", "back", "left", "right"];
        // The inner side of a leg faces the other leg: what is seen comes before what is faced.
        return candidates
            .Select(v => Views.Of(standing.Body, v))
            .MaxBy(v => Vector3.Dot(anchor.Normal, v.Camera.Toward) + (new Chart(v).Sees(anchor) ? 2 : 0))!
            .Id;
    }

    /// <summary>The close-ups that may show a place; none for trunk and limbs.</summary>
    public static IReadOnlyList<string> CloseUpsAt(Place place, int side) =>
        place.On switch
        {
            "hand" or "finger" => CloseUps("hand", side < 0 ? "right" : "left"),
            "foot" or "toe" => CloseUps("foot", side < 0 ? "right" : "left"),
            "head" => CloseUps("head", side < 0 ? "right" : "left"),
            _ => [],
        };

    private static string[] CloseUps(string on, string side) =>
        on switch
        {
            "hand" => ["palm." + side, "hand-back." + side],
            "foot" => ["sole." + side, "foot-top." + side, "foot-inner." + side, "foot-outer." + side],
            _ => ["face", "head-top", "ear." + side, "nape"],
        };

    /// <summary>How many of some places are seen in a view, facing it.</summary>
    public static int Seen(IReadOnlyList<Anchor> skin, View view)
    {
        var chart = new Chart(view);
        return skin.AsParallel().Count(a => Vector3.Dot(a.Normal, view.Camera.Toward) > 0.25f && chart.Sees(a));
    }
}
