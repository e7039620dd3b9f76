using AmpleLantern.Core;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Devices;
using AmpleLantern.Web.Pressure;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Bench;

/// <summary>A kept drill in a list.</summary>
public sealed record DrillRunLine(Guid Id, string Drill, Instant At, string Mat, DrillScore Score);

/// <summary>A kept drill with its trace.</summary>
/// <param name="Rows">For each reading: seconds, left and right newtons, breath, tension, depth in cm.</param>
public sealed record DrillRunView(DrillRunLine Run, DrillTarget Target, IReadOnlyList<IReadOnlyList<double?>> Rows);

/// <summary>A drill as it is for the one who asks, with how it went so far.</summary>
public sealed record BenchDrill(DrillTarget Target, double? Best, IReadOnlyList<DrillRunLine> Runs);

/// <summary>The bench: drills made for one's own weight and hands.</summary>
public sealed record BenchView(IReadOnlyList<BenchDrill> Drills, bool Estimated, double BreathsPerMinute);

/// <summary>Makes drills for a practitioner, and keeps what was pressed.</summary>
public sealed class OwnDrills(LanternDb db, KnowledgeBase knowledge, VisitPressure pressure, BenchSettings settings, IClock clock)
{
    private const int RunsShown = 12;

    /// <summary>Runs kept of one drill of one person; of the older ones the best stays.</summary>
    private const int RunsKept = 200;

    public async Task<DrillTarget> Target(string drill, string who) =>
        DrillTarget.For(
            knowledge.Training.Drills.Find(drill) ?? throw new RefusalException("not-found", "There is no such drill."),
            (await pressure.Practitioner(who)).Practitioner,
            settings.BreathsPerMinute,
            knowledge
        );

    public async Task<BenchView> View(string who)
    {
        var runs = (
            await db
                .Drills.AsNoTracking()
                .Where(r => r.StaffId == who)
                .OrderByDescending(r => r.At)
                .Select(r => new
                {
                    r.Id,
                    r.Drill,
                    r.At,
                    r.Mat,
                    r.Score,
                })
                .ToListAsync()
        ).Select(r => new DrillRunLine(r.Id, r.Drill, r.At, r.Mat, r.Score)).ToLookup(r => r.Drill);
        var (practitioner, estimated, _) = await pressure.Practitioner(who);
        return new(
            [
                .. knowledge.Training.Drills.All.Select(d => new BenchDrill(
                    DrillTarget.For(d, practitioner, settings.BreathsPerMinute, knowledge),
                    runs[d.Id].Select(r => (double?)r.Score.Points).Max(),
                    [.. runs[d.Id].Take(RunsShown)]
                )),
            ],
            estimated,
            settings.BreathsPerMinute
        );
    }

    /// <summary>Scores and keeps what was recorded.</summary>
    /// <exception cref="RefusalException">Too little was recorded.</exception>
    public async Task<DrillRunLine> Keep(DrillSession session, string who)
    {
        var samples = session.Recorded;
        var run = new DrillRun
        {
            StaffId = who,
            Drill = session.Target.Drill.Id,
            At = clock.GetCurrentInstant(),
            Mat = session.Mat.Name,
            PeakNewtons = session.Target.PeakNewtons,
            BreathsPerMinute = session.Target.BreathsPerMinute,
            Score = DrillScore.Of(session.Target, samples, knowledge),
            Recording = Recordings.Pack(samples),
        };
        db.Drills.Add(run);
        var older = await db
            .Drills.Where(r => r.StaffId == who && r.Drill == run.Drill)
            .OrderByDescending(r => r.At)
            .Skip(RunsKept - 1)
            .ToListAsync();
        db.Drills.RemoveRange(older.OrderByDescending(r => r.Score.Points).Skip(1));
        await db.SaveChangesAsync();
        return new(run.Id, run.Drill, run.At, run.Mat, run.Score);
    }

    /// <exception cref="RefusalException">There is no such run of this person's.</exception>
    public async Task<(DrillRun Run, IReadOnlyList<MatSample> Samples)> Find(Guid id, string who)
    {
        var run =
            await db.Drills.AsNoTracking().SingleOrDefaultAsync(r => r.Id == id && r.StaffId == who)
            ?? throw new RefusalException("not-found", "There is no such recording of yours.");
        return (run, Recordings.Unpack(run.Recording));
    }
}
