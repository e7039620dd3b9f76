using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Devices;
using AmpleLantern.Web.Access;

namespace AmpleLantern.Web.Bench;

/// <summary>A recording from elsewhere, as comma-separated text.</summary>
public sealed record RecordingText(string Text);

/// <summary>A recording that can be played.</summary>
public sealed record RecordingKept(string Word, double Seconds, int Readings);

/// <summary>Bench: can I do it.</summary>
public static class BenchEndpoints
{
    public static void MapBench(this RouteGroupBuilder api)
    {
        var bench = api.MapGroup("/bench").RequireAuthorization(Policies.Treat);
        bench.MapGet("", (OwnDrills drills, CurrentPerson person) => drills.View(person.Id!));
        bench.MapGet("/runs/{id:guid}", Run);
        bench.MapGet("/runs/{id:guid}/csv", Csv);
        bench.MapPost(
            "/recordings",
            (RecordingText recording, DrillSessions practising, CurrentPerson person) =>
            {
                var samples = MatCsv.Read(recording.Text);
                return new RecordingKept(practising.Keep(person.Id!, samples), samples[^1].Seconds, samples.Count);
            }
        );
    }

    private static async Task<DrillRunView> Run(Guid id, OwnDrills drills, CurrentPerson person)
    {
        var (run, samples) = await drills.Find(id, person.Id!);
        // Drawn against the peak of that day, which may have been another.
        var target = await drills.Target(run.Drill, person.Id!);
        var then = target.PeakNewtons > 0 ? run.PeakNewtons / target.PeakNewtons : 1;
        return new(
            new(run.Id, run.Drill, run.At, run.Mat, run.Score),
            target with
            {
                PeakNewtons = run.PeakNewtons,
                ToleranceNewtons = target.ToleranceNewtons * then,
                Phases = [.. target.Phases.Select(p => p with { FromNewtons = p.FromNewtons * then, ToNewtons = p.ToNewtons * then })],
            },
            [.. samples.Select(s => (IReadOnlyList<double?>)[s.Seconds, s.Left, s.Right, s.Breath, s.Tension, s.DepthCm])]
        );
    }

    private static async Task<IResult> Csv(Guid id, OwnDrills drills, CurrentPerson person)
    {
        var (run, samples) = await drills.Find(id, person.Id!);
        return Results.File(System.Text.Encoding.UTF8.GetBytes(MatCsv.Write(samples)), "text/csv", $"{run.Drill}.csv");
    }
}
