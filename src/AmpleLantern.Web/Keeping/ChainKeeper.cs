using AmpleLantern.Data.Keeping;
using Microsoft.Data.Sqlite;
using NodaTime;

namespace AmpleLantern.Web.Keeping;

/// <summary>Takes what the trail has gained into the chain, some seconds later at most, apart from the requests that wrote it.</summary>
public sealed partial class ChainKeeper(DataFolder folder, IClock clock, ILogger<ChainKeeper> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(5);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                using var db = Inspection.Open(folder.Kept);
                Chain.Extend(db, clock.GetCurrentInstant(), stoppingToken);
            }
            catch (SqliteException e)
            {
                // Busy or full: what is in the trail waits there for the next time.
                Failed(log, e.Message);
            }
        }
    }

    [LoggerMessage(LogLevel.Warning, "The chain could not be carried on: {Reason}")]
    private static partial void Failed(ILogger log, string reason);
}
