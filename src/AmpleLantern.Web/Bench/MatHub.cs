using System.Diagnostics;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using AmpleLantern.Core;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Training;
using AmpleLantern.Devices;
using AmpleLantern.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.SignalR;

namespace AmpleLantern.Web.Bench;

/// <summary>A few readings at once, as they came.</summary>
/// <param name="Now">What the drill says after them.</param>
/// <param name="Silent">The mat has stopped sending; what was recorded is kept.</param>
public sealed record MatBatch(IReadOnlyList<MatSample> Samples, DrillMoment? Now = null, bool Silent = false);

/// <summary>How a practised client breathes, and when a stand-in's cable is pulled (for trying what happens then).</summary>
public sealed record BenchSettings(double BreathsPerMinute, double? UnplugAfterSeconds);

/// <summary>The mat on the line: readings stream out, the stand-in's presses come in.</summary>
[Authorize(Policy = Policies.Treat)]
public sealed class MatHub(DrillSessions practising, OwnDrills drills, KnowledgeBase knowledge, BenchSettings settings) : Hub
{
    private static readonly TimeSpan Together = TimeSpan.FromMilliseconds(20);
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(1);

    /// <summary>Runs a drill: readings until its time is over or it is left.</summary>
    /// <param name="recording">Word of a recording to play instead of pressing.</param>
    public async IAsyncEnumerable<MatBatch> Run(string drill, string? recording, [EnumeratorCancellation] CancellationToken cancelled)
    {
        var target = await Told(() => drills.Target(drill, Who));
        var mat = Told(() => MatFor(target, recording));
        practising.Begin(Context.ConnectionId, new(target, mat));
        var practice = practising.Of(Context.ConnectionId)!;
        using var ended = CancellationTokenSource.CreateLinkedTokenSource(cancelled);
        var readings = System.Threading.Channels.Channel.CreateUnbounded<MatSample>();
        var reading = Pump(mat, target.Seconds, readings.Writer, ended.Token);
        var batch = new List<MatSample>();
        while (true)
        {
            var more = readings.Reader.WaitToReadAsync(cancelled).AsTask();
            if (await Task.WhenAny(more, Task.Delay(Patience, cancelled)) != more)
            {
                yield return new([], Silent: !cancelled.IsCancellationRequested);
                if (cancelled.IsCancellationRequested)
                {
                    break;
                }

                continue;
            }

            if (cancelled.IsCancellationRequested || !await more)
            {
                break;
            }

            var since = Stopwatch.StartNew();
            while (readings.Reader.TryRead(out var sample))
            {
                practice.Record(sample);
                batch.Add(sample);
            }

            yield return new([.. batch], practice.Moment(knowledge.Training.Model));
            batch.Clear();
            var rest = Together - since.Elapsed;
            if (rest > TimeSpan.Zero)
            {
                await Task.Delay(rest, CancellationToken.None);
            }
        }

        await ended.CancelAsync();
        await reading;
    }

    /// <summary>The force wanted under each hand, in newtons; the stand-in follows it.</summary>
    public void Press(double left, double right) => (practising.Of(Context.ConnectionId)?.Mat as IPressedMat)?.Press(left, right);

    /// <summary>Scores what was recorded and keeps it.</summary>
    public async Task<DrillRunLine> Finish()
    {
        var practice =
            practising.Of(Context.ConnectionId) ?? throw new HubException("Nothing was recorded on this page yet. Start a drill first.");
        var line = await Told(() => drills.Keep(practice, Who));
        practising.End(Context.ConnectionId);
        return line;
    }

    public override Task OnDisconnectedAsync(Exception? exception)
    {
        practising.End(Context.ConnectionId);
        return base.OnDisconnectedAsync(exception);
    }

    private string Who => Context.UserIdentifier!;

    private IPressureMat MatFor(DrillTarget target, string? recording)
    {
        if (recording is not null)
        {
            return new ReplayMat(
                practising.Recording(Who, recording)
                    ?? throw new RefusalException("not-found", "That recording is no longer here. Choose the file again.")
            );
        }

        var mat = SimulatedMat.Under(target, knowledge, Environment.TickCount);
        return settings.UnplugAfterSeconds is { } seconds ? new UnpluggedMat(mat, seconds) : mat;
    }

    private static async Task Pump(IPressureMat mat, double seconds, ChannelWriter<MatSample> to, CancellationToken cancelled)
    {
        await foreach (var sample in mat.Read(cancelled))
        {
            if (sample.Seconds > seconds)
            {
                break;
            }

            to.TryWrite(sample);
        }

        to.Complete();
    }

    /// <summary>A refusal reaches the page as its sentence.</summary>
    private static T Told<T>(Func<T> work)
    {
        try
        {
            return work();
        }
        catch (RefusalException e)
        {
            throw new HubException(e.Message);
        }
    }

    private static async Task<T> Told<T>(Func<Task<T>> work)
    {
        try
        {
            return await work();
        }
        catch (RefusalException e)
        {
            throw new HubException(e.Message);
        }
    }
}
