using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Keeping;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using NodaTime;

namespace AmpleLantern.Web.Hosting;

/// <summary>
/// Whether the program can read its data, for whatever watches over it at <c>/health</c>: one word, and nothing of the practice.
/// </summary>
public sealed class Health(LanternDb db) : IHealthCheck
{
    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
    {
        try
        {
            _ = await db.Settings.AsNoTracking().CountAsync(cancellationToken);
            return HealthCheckResult.Healthy();
        }
        catch (Exception e) when (DataFaults.Sentence(e, "") is not null)
        {
            return HealthCheckResult.Unhealthy();
        }
    }
}

/// <summary>
/// Notices a server clock that jumps, against the machine's steady counter, and one that stands before what is in the trail already:
/// times in the records are only as good as it. Both go into log and trail.
/// </summary>
public sealed partial class ClockWatch(IClock clock, TimeProvider steady, IServiceScopeFactory scopes, ILogger<ClockWatch> log)
    : BackgroundService
{
    private static readonly TimeSpan Look = TimeSpan.FromMinutes(1);
    private static readonly Duration Jump = Duration.FromSeconds(30);

    /// <summary>How far the clock is from where the steady counter says it should be, when that is a jump.</summary>
    public static Duration? Jumped(Instant then, Instant now, TimeSpan passed)
    {
        var off = now - then - Duration.FromTimeSpan(passed);
        return off > Jump || off < -Jump ? off : null;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var (then, counter) = (clock.GetCurrentInstant(), steady.GetTimestamp());
        if (await Newest() is { } newest && newest - then > Jump)
        {
            await Say($"stands {Spoken(newest - then)} before the newest line of the trail");
        }

        using var timer = new PeriodicTimer(Look);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            var (now, passed) = (clock.GetCurrentInstant(), steady.GetElapsedTime(counter));
            if (Jumped(then, now, passed) is { } off)
            {
                await Say($"jumped {(off > Duration.Zero ? "ahead" : "back")} by {Spoken(off)}");
            }

            (then, counter) = (now, steady.GetTimestamp());
        }
    }

    private static string Spoken(Duration off) => $"{Math.Abs(Math.Round(off.TotalSeconds))} s";

    private async Task<Instant?> Newest()
    {
        await using var scope = scopes.CreateAsyncScope();
        return await scope
            .ServiceProvider.GetRequiredService<LanternDb>()
            .Audit.OrderByDescending(a => a.Id)
            .Select(a => (Instant?)a.At)
            .FirstOrDefaultAsync();
    }

    private async Task Say(string what)
    {
        Told(log, what);
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<LanternDb>();
        db.Audit.Add(
            new()
            {
                At = clock.GetCurrentInstant(),
                Who = "the program",
                Action = "remarked",
                Subject = "clock",
                What = what,
            }
        );
        await db.SaveChangesAsync();
    }

    [LoggerMessage(LogLevel.Warning, "The server's clock {What}. Look after it: times in the records are only as good as it.")]
    private static partial void Told(ILogger log, string what);
}
