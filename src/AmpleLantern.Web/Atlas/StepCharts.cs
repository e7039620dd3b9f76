using AmpleLantern.Core;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.OnBody;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange;

namespace AmpleLantern.Web.Atlas;

/// <summary>A step to be drawn on somebody.</summary>
/// <param name="Stations">How many places it has, as it was expanded.</param>
/// <param name="At">The place given now, from 1.</param>
/// <param name="School">Whose chart of the feet is meant.</param>
/// <param name="Touchable">Regions that can be touched on it, and those left out today.</param>
/// <param name="Offered">Points that could be worked beside its own.</param>
public sealed record StepChartAsked(
    PlanStep Step,
    int Stations,
    int At,
    Guid? ClientId,
    string? School,
    IReadOnlyList<string> Touchable,
    IReadOnlyList<string> LeftOut,
    IReadOnlyList<string>? Offered = null
);

/// <summary>A step on the client's body: the figure, what lies over it, and where hands and feet go.</summary>
public sealed record StepChartView(ChartView Chart, StepDrawing Drawing, ContactPrint? Print);

/// <summary>Draws steps on bodies.</summary>
public static class StepCharts
{
    /// <summary>More marks than this on one body could not be told apart.</summary>
    private const int MostStations = 24;

    public static async Task<StepChartView> Of(StepChartAsked asked, PracticeKnowledge k, ClientBody bodies, FigureStore figures)
    {
        var step = asked.Step;
        PlanCheck.Check(new(step.Name, [step]), k);
        foreach (var region in asked.Touchable.Concat(asked.LeftOut).Where(r => !k.Regions.Has(r)))
        {
            throw new RefusalException("unknown-word", $"There is no region '{region}'.", "/touchable");
        }

        foreach (var point in (asked.Offered ?? []).Where(p => !k.Atlas.Points.Has(p)))
        {
            throw new RefusalException("unknown-word", $"There is no point '{point}'.", "/offered");
        }

        var body = await bodies.Of(asked.ClientId);
        var set = ((asked.School is { } id ? k.Schools.Find(id) : null) ?? k.HouseSchool).Feet(k);
        var stations = Math.Clamp(asked.Stations, 1, MostStations);
        var question = OpenJson.Write(asked with { ClientId = null, Stations = stations });
        var seen = figures.Layers("view", question, () => figures.WantedOf(step, stations, asked.At, set));
        var wanted = figures.ForNow(seen with { Size = body.Size }, out var key, out var own);
        var (layers, drawing) = figures.Layers(
            key,
            question,
            () =>
            {
                var posed = figures.Posed(wanted.Size, wanted.Position, wanted.Bent);
                var drawn = new StepMarks(posed, Views.Of(posed.Body, wanted.View), k).Draw(
                    step,
                    new StepPath(posed, set, k).Of(step, stations)
                );
                return Tuple.Create(
                    figures
                        .Artist(wanted)
                        .Lay(StepLayers.Of(step, asked.Touchable, asked.LeftOut, asked.Offered ?? [], wanted.View, set, k)),
                    drawn
                );
            }
        );
        return new(
            new(key, own, wanted.View, wanted.Position, wanted.Bent, body.Name, layers, figures.Rests(wanted), body.Skin),
            drawing,
            k.Contacts[step.Contact].Print
        );
    }
}
