using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Data.Audit;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace AmpleLantern.Data.Keeping;

/// <summary>Opens the database of a data folder, and gives it its present shape.</summary>
public static class Database
{
    public const string FileName = "lantern.db";

    /// <summary>How a database is marked, guarded and its documents written now; kept in its header.</summary>
    public const int Generation = 4;

    private const int Full = 2;

    public static IServiceCollection AddLanternDatabase(this IServiceCollection services, string folder)
    {
        services.AddSingleton(_ => new DataFolder(folder));
        services.AddScoped<AuditInterceptor>();
        return services.AddDbContext<LanternDb>(
            (provider, options) =>
                options
                    .UseSqlite(provider.GetRequiredService<DataFolder>().ConnectionString)
                    .AddInterceptors(provider.GetRequiredService<AuditInterceptor>())
        );
    }

    /// <summary>Works the model out, which takes as long as reading the knowledge: a start does both at once.</summary>
    public static void Warm()
    {
        using var db = new LanternDb(new DbContextOptionsBuilder<LanternDb>().UseSqlite().Options);
        _ = db.Model;
    }

    /// <summary>
    /// Brings a database in the making to its present shape: migrations, documents, the guards, the mark. The write-ahead log is a
    /// setting of the file. Whoever calls holds the folder, so a lock left over from a killed migration is nobody's.
    /// </summary>
    public static async Task BringUp(LanternDb db, PracticeKnowledge knowledge, int generation)
    {
        await db.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
        await db.Database.MigrateAsync();
        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL");
        if (generation < RecordUpgrade.Generation)
        {
            await RecordUpgrade.Run(db, knowledge);
        }

        await Guard(db);
    }

    /// <summary>Says for good what the database is for, and that it is complete.</summary>
    public static async Task Mark(LanternDb db, DataKind kind)
    {
#pragma warning disable EF1002 // Numbers of our own.
        await db.Database.ExecuteSqlRawAsync($"PRAGMA application_id = {Inspection.MarkOf(kind)}");
        await db.Database.ExecuteSqlRawAsync($"PRAGMA user_version = {Generation}");
#pragma warning restore EF1002
    }

    /// <summary>
    /// What has been acknowledged survives a kill and a power cut: SQLite flushes at every commit (synchronous = full) by itself.
    /// </summary>
    /// <exception cref="InvalidOperationException">This SQLite does not flush at every commit.</exception>
    public static async Task RequireDurable(LanternDb db)
    {
        if ((await db.Database.SqlQueryRaw<int>("PRAGMA synchronous").ToListAsync()).Single() < Full)
        {
            throw new InvalidOperationException("This SQLite does not flush at every commit; a power cut could lose what was noted.");
        }
    }

    private static readonly string[] Refused = ["update", "delete", "replace"];

    /// <summary>Tables that only grow, and what tells one of their rows from another.</summary>
    private static readonly string[] Growing = ["Audit", "SessionEvents", "Addenda", "Bases", "Words", "EarlierFacts", "Chain"];

    /// <summary>Whether rows of a table are never changed nor removed.</summary>
    public static bool OnlyGrows(string table) => Growing.Contains(table);

    /// <summary>
    /// What the database itself refuses. Stated anew after every change of shape: a table rebuilt by a migration loses its triggers.
    /// </summary>
    private static async Task Guard(LanternDb db)
    {
        foreach (var sql in DropTriggers.Concat(Triggers))
        {
            await db.Database.ExecuteSqlRawAsync(sql);
        }
    }

    private static IEnumerable<string> Triggers =>
        [
            .. Growing.SelectMany(table =>
                Refused.Select(what =>
                    $"CREATE TRIGGER {table}_no_{what} {When(what, table)} BEGIN SELECT RAISE(ABORT, '{table} only grows'); END"
                )
            ),
            "CREATE TRIGGER visits_signed BEFORE UPDATE ON Visits WHEN OLD.SignedAt IS NOT NULL BEGIN SELECT RAISE(ABORT, 'a signed visit is locked'); END",
            "CREATE TRIGGER visits_signed_stay BEFORE DELETE ON Visits WHEN OLD.SignedAt IS NOT NULL BEGIN SELECT RAISE(ABORT, 'a signed visit is locked'); END",
            "CREATE TRIGGER visits_signed_replaced BEFORE INSERT ON Visits WHEN EXISTS (SELECT 1 FROM Visits WHERE Id = NEW.Id AND SignedAt IS NOT NULL) BEGIN SELECT RAISE(ABORT, 'a signed visit is locked'); END",
        ];

    /// <summary>
    /// INSERT OR REPLACE removes the older row without asking the trigger on removing, so it is stopped where it begins. The same words
    /// said again are no change.
    /// </summary>
    private static string When(string what, string table) =>
        what switch
        {
            "replace" when table is "Words" =>
                "BEFORE INSERT ON Words WHEN EXISTS (SELECT 1 FROM Words WHERE Id = NEW.Id AND Document IS NOT NEW.Document)",
            "replace" => $"BEFORE INSERT ON {table} WHEN EXISTS (SELECT 1 FROM {table} WHERE Id = NEW.Id)",
            _ => $"BEFORE {what.ToUpperInvariant()} ON {table}",
        };

    internal static IEnumerable<string> DropTriggers =>
        [
            .. Growing.SelectMany(table => Refused.Select(what => $"DROP TRIGGER IF EXISTS {table}_no_{what}")),
            "DROP TRIGGER IF EXISTS visits_signed",
            "DROP TRIGGER IF EXISTS visits_signed_stay",
            "DROP TRIGGER IF EXISTS visits_signed_replaced",
        ];
}

/// <summary>For <c>dotnet ef</c> only.</summary>
public sealed class DesignTimeDb : IDesignTimeDbContextFactory<LanternDb>
{
    public LanternDb CreateDbContext(string[] args) =>
        new(
            new DbContextOptionsBuilder<LanternDb>()
                .UseSqlite("Data Source=design.db")
                .AddInterceptors(new AuditInterceptor(new NamedActor("design"), SystemClock.Instance))
                .Options
        );
}
