using System.Reflection;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Migrations;

namespace AmpleLantern.Data.Keeping;

/// <summary>What a database was made for. It is marked at birth and never changes sides.</summary>
public enum DataKind
{
    Practice,
    Demo,
}

/// <summary>What a database file is, looked at without changing it.</summary>
/// <param name="Kind">Null where it is older than the mark.</param>
/// <param name="Generation">How its documents are written; see <see cref="Database.Generation"/>.</param>
/// <param name="Applied">Ids of its migrations, oldest first.</param>
public sealed record Inspection(DataKind? Kind, int Generation, IReadOnlyList<string> Applied)
{
    private static readonly byte[] Header = "SQLite format 3\0"u8.ToArray();

    /// <summary>The mark in the header: four letters in the field SQLite keeps for the application.</summary>
    private static readonly Dictionary<DataKind, int> Marks = new() { [DataKind.Practice] = 0x4C414E54, [DataKind.Demo] = 0x4C414E44 };

    /// <summary>Ids of all migrations of this version, oldest first.</summary>
    public static readonly IReadOnlyList<string> Known =
    [
        .. typeof(LanternDb)
            .Assembly.GetTypes()
            .Select(t => t.GetCustomAttribute<MigrationAttribute>()?.Id)
            .OfType<string>()
            .Order(StringComparer.Ordinal),
    ];

    public bool IsCurrent => Kind is not null && Generation == Database.Generation && Applied.Count == Known.Count;

    public static int MarkOf(DataKind kind) => Marks[kind];

    /// <param name="called">What it is called where somebody is told of it, if not by its own name.</param>
    /// <exception cref="DataException">It is no database of this program, empty, damaged, or written by a newer version.</exception>
    public static Inspection Of(string file, string? called = null)
    {
        var name = $"'{called ?? file}'";
        Require(File.Exists(file), $"There is no file {name}. Check the name.");
        var log = new FileInfo(file + "-wal");
        Require(
            new FileInfo(file).Length > 0 || log is { Exists: true, Length: > 0 },
            $"{name} is empty. A copy that was cut off looks like this: put back a good one with ./lantern restore. To begin anew, move the empty file away first."
        );
        Require(
            new FileInfo(file).Length == 0 || StartsAsOne(file),
            $"{name} is no database, or its beginning is damaged. Put back the last good copy with ./lantern restore."
        );
        var found = DataFaults.Telling(called ?? file, () => Read(file));
        Require(found.Applied.Count > 0, $"{name} is a database, but not one of this program. Check the name.");
        Require(
            found.Generation <= Database.Generation && !found.Applied.Except(Known).Any(),
            $"{name} was written by a newer version of this program. Start that version, or put back a copy made before it (./lantern restore). Nothing was changed."
        );
        return found;
    }

    /// <summary>Reads the whole file and follows every reference in it.</summary>
    /// <exception cref="DataException">Something in it is damaged.</exception>
    public static void RequireWhole(string file, string? called = null)
    {
        var found = DataFaults.Telling(
            called ?? file,
            () =>
            {
                using var connection = Open(file);
                return All(connection, "PRAGMA integrity_check").Concat(All(connection, "PRAGMA foreign_key_check")).ToList();
            }
        );
        Require(found is ["ok"], $"'{called ?? file}' is damaged ({found.FirstOrDefault(f => f != "ok")}). Use an older copy.");
    }

    public static SqliteConnection Open(string file)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Pooling = false,
                DefaultTimeout = 10,
                Mode = SqliteOpenMode.ReadWrite,
            }.ToString()
        );
        connection.Open();
        return connection;
    }

    private static bool StartsAsOne(string file)
    {
        using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        var begin = new byte[Header.Length];
        return stream.ReadAtLeast(begin, begin.Length, throwOnEndOfStream: false) == begin.Length && begin.SequenceEqual(Header);
    }

    private static Inspection Read(string file)
    {
        using var connection = Open(file);
        var mark = int.Parse(All(connection, "PRAGMA application_id").Single(), System.Globalization.CultureInfo.InvariantCulture);
        var kind = Marks.Where(m => m.Value == mark).Select(m => (DataKind?)m.Key).SingleOrDefault();
        var generation = int.Parse(All(connection, "PRAGMA user_version").Single(), System.Globalization.CultureInfo.InvariantCulture);
        var migrated = All(connection, "SELECT name FROM sqlite_master WHERE name = '__EFMigrationsHistory'").Count > 0;
        return new(kind, generation, migrated ? All(connection, "SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId") : []);
    }

    private static List<string> All(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Sentences of our own.
        command.CommandText = sql;
#pragma warning restore CA2100
        using var reader = command.ExecuteReader();
        var all = new List<string>();
        while (reader.Read())
        {
            all.Add(reader.GetString(0));
        }

        return all;
    }

    private static void Require(bool fine, string otherwise)
    {
        if (!fine)
        {
            throw new DataException(otherwise);
        }
    }
}
