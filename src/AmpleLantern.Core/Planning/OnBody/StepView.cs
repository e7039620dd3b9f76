using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.OnBody;

/// <summary>Chooses from where a step is looked at: close where its place is small, else from where most of its way is seen.</summary>
public static class StepView
{
    private const int Half = 2;

    /// <param name="at">The place given now, from 1: what is looked at when the places lie on different faces.</param>
    /// <param name="lying">The client as they lie for it; a close-up shows them standing, whose figure is always at hand.</param>
    public static string Of(PlanStep step, int stations, int at, Posed lying, Posed standing, ReflexSet set, KnowledgeBase knowledge)
    {
        var near = new StepPath(standing, set, knowledge).Of(step, stations);
        var stops = near.SelectMany(w => w.Stops.Where(s => s.Station == at)).ToList();
        if (stops.FirstOrDefault(s => s.Area is not null) is { Area: { } area } onFoot)
        {
            return $"{(area.On == "sole" ? "sole" : $"foot-{area.On}")}.{(onFoot.Side < 0 ? "right" : "left")}";
        }

        // An organ of the other side has no place on this foot: it is this foot that is looked at all the same.
        var side = near.Select(w => w.Side).FirstOrDefault();
        stops = stops.Count > 0 ? stops : [.. near.SelectMany(w => w.Stops)];
        if (Close(step, stops, side, knowledge) is { Count: > 0 } close)
        {
            List<Anchor> wanted = [.. stops.Where(s => s.Side == side || s.Side == 0).Select(s => s.At)];
            var view = ViewChoice.Among(wanted, standing, close);
            if (ViewChoice.Seen(wanted, Views.Of(standing.Body, view)) * Half >= wanted.Count)
            {
                return view;
            }
        }

        var ways = new StepPath(lying, set, knowledge).Of(step, stations);
        List<Anchor> skin = [.. ways.SelectMany(w => w.Line.Concat(w.Stops.Select(s => s.At)))];
        return skin.Count == 0 ? lying.UsualView : ViewChoice.For(skin, lying, SeenBy(step, lying, knowledge));
    }

    /// <summary>Who sits is looked at from where the practitioner is, never from beyond; who lies, never from under the mat.</summary>
    private static Func<string, bool> SeenBy(PlanStep step, Posed lying, KnowledgeBase knowledge)
    {
        var up = lying.Body.Pose.Up;
        var away = up == Vector3.UnitY ? Standpoint.Facing(knowledge.Stances[step.Stance], step.Side, lying.Body.Pose) : -up;
        return view => Vector3.Dot(Views.Of(lying.Body, view).Camera.Toward, away) < Beyond;
    }

    private const float Beyond = 0.5f;

    private static IReadOnlyList<string> Close(PlanStep step, IReadOnlyList<StepStop> stops, int side, KnowledgeBase knowledge) =>
        stops.FirstOrDefault(s => s.Point is not null) is { Point: { } point }
            ? ViewChoice.CloseUpsAt(knowledge.Atlas.Points[point].Place, side)
            : ViewChoice.CloseUpsOf(step.Regions.SelectMany(r => knowledge.Regions[r].Patches), side);
}
