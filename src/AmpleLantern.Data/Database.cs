using AmpleLantern.Data.Audit;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;
using System.Data.Common;

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
            .AddInterceptors(new Durable(), provider.GetRequiredService<AuditInterceptor>()));
    }

    private static string ConnectionString(string path) =>
        new SqliteConnectionStringBuilder { DataSource = path, ForeignKeys = true, DefaultTimeout = 10 }.ToString();

    /// <summary>What has been acknowledged survives a kill and a power cut: write-ahead log, flushed at every commit.</summary>
    private sealed class Durable : DbConnectionInterceptor
    {
        private const string Pragmas = "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA busy_timeout=5000;";

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

        public override Task ConnectionOpenedAsync(
            DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            Set(connection);
            return Task.CompletedTask;
        }

        private static void Set(DbConnection connection)
        {
            using var command = connection.CreateCommand();
            command.CommandText = Pragmas;
            command.ExecuteNonQuery();
        }
    }
}

/// <summary>For <c>dotnet ef</c> only.</summary>
public sealed class DesignTimeDb : IDesignTimeDbContextFactory<LanternDb>
{
    public LanternDb CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<LanternDb>().UseSqlite("Data Source=design.db")
            .AddInterceptors(new AuditInterceptor(new NamedActor("design"), SystemClock.Instance)).Options);
}
