using AmpleLantern.Data.Audit;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace AmpleLantern.Data;

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
    /// Brings the database up to date and makes it durable: what has been acknowledged survives a kill and a power cut.
    /// The write-ahead log is a setting of the file; SQLite flushes at every commit (synchronous = full) by itself.
    /// </summary>
    /// <exception cref="InvalidOperationException">This SQLite does not flush at every commit.</exception>
    public static async Task Prepare(LanternDb db)
    {
        await db.Database.MigrateAsync();
        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL");
        var synchronous = (await db.Database.SqlQueryRaw<int>("PRAGMA synchronous").ToListAsync()).Single();
        if (synchronous < Full)
        {
            throw new InvalidOperationException("This SQLite does not flush at every commit; a power cut could lose what was noted.");
        }
    }

    private const int Full = 2;
}

/// <summary>For <c>dotnet ef</c> only.</summary>
public sealed class DesignTimeDb : IDesignTimeDbContextFactory<LanternDb>
{
    public LanternDb CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<LanternDb>().UseSqlite("Data Source=design.db")
            .AddInterceptors(new AuditInterceptor(new NamedActor("design"), SystemClock.Instance)).Options);
}
