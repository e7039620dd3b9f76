using AmpleLantern.Core.Knowledge;
using AmpleLantern.Data.Audit;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace AmpleLantern.Data;

/// <summary>The data cannot be opened; the message says what to do.</summary>
public sealed class DataException(string message) : Exception(message);

/// <summary>Opens the database of a data folder.</summary>
public static class Database
{
    public const string FileName = "lantern.db";

    public static IServiceCollection AddLanternDatabase(this IServiceCollection services, string folder)
    {
        Directory.CreateDirectory(folder);
        services.AddScoped<AuditInterceptor>();
        return services.AddDbContext<LanternDb>((provider, options) => options
            .UseSqlite(ConnectionString(Path.Combine(folder, FileName)))
            .AddInterceptors(provider.GetRequiredService<AuditInterceptor>()));
    }

    private static string ConnectionString(string path) =>
        new SqliteConnectionStringBuilder { DataSource = path, ForeignKeys = true, DefaultTimeout = 10 }.ToString();

    /// <summary>
    /// Brings the database up to date, its documents too, and makes it durable: what has been acknowledged survives a kill and a power
    /// cut. The write-ahead log is a setting of the file; SQLite flushes at every commit (synchronous = full) by itself. Before anything
    /// is changed in a database that holds something, a copy is laid beside it.
    /// </summary>
    /// <param name="folder">The data folder the database lies in.</param>
    /// <exception cref="DataException">The database was written by a newer version.</exception>
    /// <exception cref="InvalidOperationException">This SQLite does not flush at every commit.</exception>
    public static async Task Prepare(LanternDb db, string folder, PracticeKnowledge knowledge)
    {
        var applied = (await db.Database.GetAppliedMigrationsAsync()).ToList();
        var pending = (await db.Database.GetPendingMigrationsAsync()).ToList();
        var generation = applied.Count > 0 ? await Number(db, "PRAGMA user_version") : 0;
        if (generation > RecordUpgrade.Generation || applied.Except(db.Database.GetMigrations()).Any())
        {
            throw new DataException(
                $"The data in '{folder}' was written by a newer version of this program. Start that version, or put back a copy made before it (./lantern restore). Nothing was changed.");
        }

        if (applied.Count > 0 && (pending.Count > 0 || generation < RecordUpgrade.Generation))
        {
            Backup.Take(folder, Path.Combine(folder, $"{FileName}.before-{RecordUpgrade.Generation}-{applied[^1]}"));
        }

        if (pending.Count > 0)
        {
            await db.Database.MigrateAsync();
        }

        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL");
        if (generation < RecordUpgrade.Generation)
        {
            await RecordUpgrade.Run(db, knowledge);
        }

        foreach (var trigger in Triggers)
        {
            await db.Database.ExecuteSqlRawAsync(trigger);
        }

        if (await Number(db, "PRAGMA synchronous") < Full)
        {
            throw new InvalidOperationException("This SQLite does not flush at every commit; a power cut could lose what was noted.");
        }
    }

    private static readonly string[] Refused = ["update", "delete"];

    /// <summary>Tables that only grow.</summary>
    private static readonly string[] Growing = ["Audit", "SessionEvents", "Addenda", "Bases", "Words", "EarlierFacts"];

    /// <summary>What the database itself refuses. Stated anew at every start: a table rebuilt by a migration loses its triggers.</summary>
    private static IEnumerable<string> Triggers =>
    [
        .. Growing.SelectMany(table => Refused.Select(what =>
            $"CREATE TRIGGER IF NOT EXISTS {table}_no_{what} BEFORE {what.ToUpperInvariant()} ON {table} BEGIN SELECT RAISE(ABORT, '{table} only grows'); END")),
        "CREATE TRIGGER IF NOT EXISTS visits_signed BEFORE UPDATE ON Visits WHEN OLD.SignedAt IS NOT NULL BEGIN SELECT RAISE(ABORT, 'a signed visit is locked'); END",
    ];

    internal static IEnumerable<string> DropTriggers =>
        [.. Growing.SelectMany(table => Refused.Select(what => $"DROP TRIGGER IF EXISTS {table}_no_{what}")), "DROP TRIGGER IF EXISTS visits_signed"];

    private static async Task<int> Number(LanternDb db, string sql) => (await db.Database.SqlQueryRaw<int>(sql).ToListAsync()).Single();

    private const int Full = 2;
}

/// <summary>For <c>dotnet ef</c> only.</summary>
public sealed class DesignTimeDb : IDesignTimeDbContextFactory<LanternDb>
{
    public LanternDb CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<LanternDb>().UseSqlite("Data Source=design.db")
            .AddInterceptors(new AuditInterceptor(new NamedActor("design"), SystemClock.Instance)).Options);
}
