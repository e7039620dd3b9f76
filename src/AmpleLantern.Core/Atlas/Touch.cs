using System.Numerics;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Atlas;

/// <summary>How far a touch is from where a point lies.</summary>
/// <param name="Cm">In a straight line.</param>
/// <param name="Spot">The place that was meant: of two sides the nearer.</param>
/// <param name="Ways">
/// By how many cm it went which way: <c>up</c>, <c>down</c>, <c>out</c>, <c>in</c>, <c>front</c>, <c>back</c>; the most first.
/// </param>
public sealed record Missed(double Cm, PointSpot Spot, IReadOnlyList<WayOff> Ways);

/// <summary>So far one way.</summary>
public sealed record WayOff(string Way, double Cm);

/// <summary>Finds what a touch on a drawing means.</summary>
public static class Touch
{
    // How the line of sight is walked: how near the skin counts as on it, by how much of what is free, how often.
    private const float Hit = 0.03f;
    private const float Careful = 0.85f;
    private const int MostSteps = 300;
    private const double OnItCm = 0.4;

    /// <summary>The skin under a place on the page, in mm from its upper left corner; null beside the body.</summary>
    public static Vector3? Skin(View view, double xMm, double yMm)
    {
        var (camera, window, field) = (view.Camera, view.Window, view.Shown.Whole);
        var (x, y) = (window.Left + ((float)xMm / FigureArtist.MmPerCm), window.Top - ((float)yMm / FigureArtist.MmPerCm));
        var depths = field.Solids.SelectMany(s => new[] { s.From, s.To }.Select(e => (Z: camera.See(e).Z, s.Radius))).ToList();
        var (z, farthest) = (depths.Max(d => d.Z + d.Radius), depths.Min(d => d.Z - d.Radius));
        var onPage = (camera.Right * x) + (camera.Up * y);
        for (var i = 0; i < MostSteps && z > farthest; i++)
        {
            var at = onPage + (camera.Toward * z);
            var free = field.Distance(at);
            if (free < Hit)
            {
                return at;
            }

            z -= MathF.Max(Hit, free * Careful);
        }

        return null;
    }

    /// <summary>
    /// The view a point is asked for in, from which a touch where it is drawn finds it; null for what no view shows so: between the
    /// legs, in the armpit, between fingers.
    /// </summary>
    public static string? AskedIn(Point point, Posed standing)
    {
        var view = Views.Of(standing.Body, ViewChoice.For(point, standing, 1));
        var spots = standing.SpotsOf(point).ToList();
        var chart = new Chart(view);
        return spots
            .Select(s => chart.Spot(s.Anchor))
            .Any(s => s.Visible && Skin(view, s.X, s.Y) is { } at && From(at, spots, 0).Cm < OnItCm)
            ? view.Id
            : null;
    }

    /// <summary>How far a place on the skin is from a point, on whichever side is nearer.</summary>
    /// <param name="tellCm">Ways shorter than this are not told.</param>
    public static Missed From(Vector3 touched, IEnumerable<PointSpot> spots, double tellCm)
    {
        var spot = spots.MinBy(s => (s.Anchor.At - touched).LengthSquared());
        var off = touched - spot.Anchor.At;
        var outward = off.X * (spot.Side == 0 ? MathF.Sign(touched.X) : spot.Side);
        WayOff[] ways =
        [
            new(off.Y > 0 ? "up" : "down", Math.Abs(off.Y)),
            new(outward > 0 ? "out" : "in", Math.Abs(outward)),
            new(off.Z > 0 ? "front" : "back", Math.Abs(off.Z)),
        ];
        return new(
            off.Length(),
            spot,
            [.. ways.Where(w => w.Cm >= tellCm).OrderByDescending(w => w.Cm).Select(w => w with { Cm = Math.Round(w.Cm, 1) })]
        );
    }
}
