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

    /// <summary>The view that shows most of a region in a pose; a close-up for hands and feet.</summary>
    /// <param name="side">1, -1 or 0 for both.</param>
    /// <remarks>The position's usual view is kept where it shows the region nearly as well: turning the body confuses.</remarks>
    public static string For(Region region, Posed posed, int side)
    {
        var usual = posed.UsualView;
        var skin = region
            .Patches.SelectMany(p => Patches.Grid(posed.Locator, p, side < 0 ? -1 : 1).Cast<Anchor>())
            .Where((_, i) => i % 4 == 0)
            .ToList();
        var candidates = region.Patches.All(p => p.On is "foot" or "hand")
            ? CloseUps(region.Patches[0].On, side < 0 ? "right" : "left")
            : [usual, .. Views.Whole.Where(v => v != usual && v != "above")];
        var best = candidates.Select(v => (View: v, Seen: Seen(skin, Views.Of(posed.Body, v)))).ToList();
        var first = best[0];
        return first.Seen * 100 >= skin.Count * Enough && !Views.IsCloseUp(first.View) ? usual : best.MaxBy(b => b.Seen).View;
    }

    /// <summary>The view that faces a point most squarely; a close-up for hands, feet and the head.</summary>
    public static string For(Point point, Posed standing, int side)
    {
        var anchor = standing.Locator.On(point.Place, side == 0 ? 1 : side);
        var name = side < 0 ? "right" : "left";
        string[] candidates = point.Place.On switch
        {
            "hand" or "finger" => CloseUps("hand", name),
            "foot" or "toe" => CloseUps("foot", name),
            "head" => ["face", "head-top", "ear." + name, "back"],
            _ => ["front", "back", "left", "right"],
        };
        // The inner side of a leg faces the other leg: what is seen comes before what is faced.
        return candidates
            .Select(v => Views.Of(standing.Body, v))
            .MaxBy(v => Vector3.Dot(anchor.Normal, v.Camera.Toward) + (new Chart(v).Sees(anchor) ? 2 : 0))!
            .Id;
    }

    private static string[] CloseUps(string on, string side) =>
        on == "hand"
            ? ["palm." + side, "hand-back." + side]
            : ["sole." + side, "foot-top." + side, "foot-inner." + side, "foot-outer." + side];

    private static int Seen(List<Anchor> skin, View view)
    {
        var chart = new Chart(view);
        return skin.AsParallel().Count(a => Vector3.Dot(a.Normal, view.Camera.Toward) > 0.25f && chart.Sees(a));
    }
}
