using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.OnBody;

/// <summary>A hand, foot or other contact as it lies on the client at one place of a step.</summary>
/// <param name="X">Where its pressing part is, in millimetres from the page's corner.</param>
/// <param name="Degrees">Where it points, clockwise from the top of the page.</param>
/// <param name="Left">The practitioner's left one.</param>
/// <param name="Visible">Seen from where the body is looked at.</param>
/// <param name="Point">Code of the point it is on; <paramref name="Area"/> of the reflex area; null elsewhere.</param>
public sealed record PrintMark(
    int Station,
    int Side,
    float X,
    float Y,
    float Degrees,
    bool Left,
    bool Visible,
    string? Point,
    string? Area,
    string? Name
);

/// <summary>A step laid over one view.</summary>
/// <param name="Way">The way it travels.</param>
/// <param name="Other">The other hand beside each of the marks, where it is another contact and has no place of its own.</param>
/// <param name="Also">Where the other hand or foot is meanwhile, and whether it is drawn as a contact.</param>
public sealed record StepDrawing(
    IReadOnlyList<LineShape> Way,
    IReadOnlyList<PrintMark> Marks,
    IReadOnlyList<PrintMark> Other,
    IReadOnlyList<PrintMark> Also,
    bool AlsoPresses
);

/// <summary>Draws a step's way and contacts over a view of a posed body.</summary>
public sealed class StepMarks(Posed posed, View view, KnowledgeBase knowledge)
{
    private const float Ahead = 3;
    private const float CmPerMm = 10;
    private readonly Chart chart = new(view);

    public StepDrawing Draw(PlanStep step, IReadOnlyList<StepWay> ways)
    {
        var contact = knowledge.Contacts[step.Contact];
        var other = step.OtherContact is { } o ? knowledge.Contacts[o] : null;
        var forward = Standpoint.Facing(knowledge.Stances[step.Stance], step.Side, posed.Body.Pose);
        var right = Vector3.Cross(forward, posed.Body.Pose.Up);
        return new(
            [
                .. ways.Where(w =>
                        w.Line.Count > 1 && (w.Stops.Count > 1 || step.Through is not null || step.Pattern.Kind is PatternKind.Glide)
                    )
                    .Select(w => (w.Side, Line: chart.Line(w.Line)))
                    .Where(w => w.Line.Seen.Length > 0)
                    .Select(w => new LineShape("way", step.Region, w.Side, w.Line.Seen, w.Line.Hidden)),
            ],
            [.. ways.SelectMany(w => w.Stops.SelectMany(s => Marks(w, Seen(w, s), contact, SideBySide(w, s), forward, right)))],
            other is null || ways.Any(w => w.Also.Count > 0)
                ? []
                : [.. ways.SelectMany(w => w.Stops.SelectMany(s => Marks(w, Beside(Seen(w, s)), other, false, forward, right)))],
            [.. ways.SelectMany(w => w.Also.SelectMany(a => Marks(w, new(0, w.Side, a), other ?? contact, false, forward, right)))],
            contact.Spots > 1 || other is not null
        );

        // The other hand lies on the practitioner's left of the one that works.
        StepStop Beside(StepStop stop) =>
            stop with
            {
                At = Aside(stop, right, -((contact.Print?.BreadthCm ?? 0) + (other!.Print?.BreadthCm ?? 0)) / 2),
            };

        // Both hands at one place, where they have no place each.
        bool SideBySide(StepWay way, StepStop stop) =>
            other is null
            && contact.Spots > 1
            && ways.Count == 1
            && way.Also.Count == 0
            && stop.Point is null
            && stop.Area is null
            && !step.Across;
    }

    /// <summary>Where one placement takes all of a way, it is shown where the eye sees it, as near to the middle as can be.</summary>
    private StepStop Seen(StepWay way, StepStop stop)
    {
        if (way.Stops.Count > 1 || way.Line.Count == 0 || chart.Sees(stop.At))
        {
            return stop;
        }

        var seen = way.Line.Where(chart.Sees).ToList();
        return seen.Count == 0 ? stop : stop with { At = seen.MinBy(a => Vector3.DistanceSquared(a.At, stop.At.At)) };
    }

    private IEnumerable<PrintMark> Marks(StepWay way, StepStop stop, Contact contact, bool pair, Vector3 forward, Vector3 right)
    {
        if (!chart.InWindow(stop.At.At) || !stop.At.IsOn(view.Shown))
        {
            yield break;
        }

        var degrees = Pointing(way, stop, forward);
        var name = stop.Area?.Name ?? stop.Point;
        if (!pair)
        {
            yield return Mark(stop, stop.At, Vector3.Dot(stop.At.At - posed.Body.Bones.SpineAt(Navel).O, right) < 0, degrees, name);
            yield break;
        }

        foreach (var hand in Sides.Both)
        {
            // Two at one place lie side by side.
            yield return Mark(stop, Aside(stop, right, hand * (contact.Print?.BreadthCm ?? 0) / 2), hand < 0, degrees, name);
        }
    }

    private Anchor Aside(StepStop stop, Vector3 right, double cm) =>
        Anchor.OnSurface(posed.Body, stop.At.At + (right * (float)cm * posed.Body.Size.Scale));

    private const float Navel = 104;

    private PrintMark Mark(StepStop stop, Anchor at, bool left, float degrees, string? name)
    {
        var spot = chart.Spot(at);
        return new(
            stop.Station,
            stop.Side,
            MathF.Round(spot.X, 1),
            MathF.Round(spot.Y, 1),
            MathF.Round(degrees),
            left,
            spot.Visible,
            stop.Point,
            stop.Area?.Id,
            name
        );
    }

    /// <summary>
    /// Fingers and toes point the way the practitioner looks; in a close-up, where that says little, along the way, or up the page.
    /// </summary>
    private float Pointing(StepWay way, StepStop stop, Vector3 forward)
    {
        var from = chart.OnPage(stop.At.At);
        var to = Views.IsCloseUp(view.Id) ? Vector2.Zero : chart.OnPage(stop.At.At + (forward * Ahead)) - from;
        if (to.Length() < CmPerMm && way.Line.Count > 1)
        {
            var at = way.Line.ToList().FindIndex(a => a == stop.At);
            to =
                at < 0
                    ? Vector2.Zero
                    : chart.OnPage(way.Line[Math.Min(at + 1, way.Line.Count - 1)].At) - chart.OnPage(way.Line[Math.Max(at - 1, 0)].At);
        }

        return to == Vector2.Zero ? 0 : MathF.Atan2(to.X, -to.Y) * 180 / MathF.PI;
    }
}
