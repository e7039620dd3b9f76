using System.Globalization;
using System.Reflection;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Recall;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Recall;
using AmpleLantern.Data.Records;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using NodaTime;

namespace AmpleLantern.Data.Checking;

/// <summary>Something in the database that reads oddly.</summary>
/// <param name="Kind">What kind of record, as the trail calls it.</param>
/// <param name="Whose">Whose record, or what it is called; empty where that cannot be read.</param>
/// <param name="What">A sentence.</param>
/// <param name="Repair">What mending it would do; null where only a person can, or nobody may: what is signed stays as it is.</param>
public sealed record Oddity(string Kind, string Id, string Whose, string What, string? Repair);

/// <summary>What a look through the whole database found.</summary>
/// <param name="Looked">Rows looked at.</param>
public sealed record CheckReport(long Looked, IReadOnlyList<Oddity> Odd);

/// <summary>
/// Looks through every row of every table: whether each column can be read, and whether what it says can be. Mending is done record
/// by record, goes into the trail, and touches nothing that is signed.
/// </summary>
public sealed class RecordCheck(Func<LanternDb> open, PracticeKnowledge knowledge, IClock clock, IActor actor)
{
    private const int AtOnce = 2000;
    private const int MostTold = 500;

    /// <param name="progress">Told how many rows of how many.</param>
    public async Task<CheckReport> Run(Action<long, long>? progress = null, CancellationToken cancelled = default)
    {
        var (parts, all) = await Parts(cancelled);
        var (looked, odd, told) = (0L, new List<Oddity>(), new Lock());
        await Parallel.ForEachAsync(
            parts,
            cancelled,
            async (part, _) =>
            {
                await using var db = open();
                var (rows, found) = await new OneLook(db, knowledge, clock, actor).Through(part.Entity, part.From, part.From + AtOnce);
                lock (told)
                {
                    looked += rows;
                    odd.AddRange(found);
                    progress?.Invoke(looked, all);
                }
            }
        );
        return new(
            looked,
            [
                .. odd.OrderBy(o => o.Kind, StringComparer.Ordinal)
                    .ThenBy(o => o.Whose, StringComparer.Ordinal)
                    .ThenBy(o => o.Id, StringComparer.Ordinal)
                    .Take(MostTold),
            ]
        );
    }

    /// <summary>Mends all that can be of one record.</summary>
    /// <returns>What still reads oddly about it.</returns>
    public async Task<IReadOnlyList<Oddity>> Mend(string kind, string id)
    {
        await using var db = open();
        return await new OneLook(db, knowledge, clock, actor).Mend(kind, id);
    }

    /// <summary>Every table, cut into runs of rows.</summary>
    private async Task<(List<(string Entity, long From)> Parts, long Rows)> Parts(CancellationToken cancelled)
    {
        await using var db = open();
        var (parts, all) = (new List<(string, long)>(), 0L);
        foreach (var type in OneLook.Kinds(db))
        {
            // Names of our own.
#pragma warning disable EF1002
            var (count, last) = (
                await db.Database.SqlQueryRaw<long>($"SELECT COUNT(*) AS Value FROM \"{type.GetTableName()}\"").SingleAsync(cancelled),
                await db
                    .Database.SqlQueryRaw<long>($"SELECT COALESCE(MAX(rowid), 0) AS Value FROM \"{type.GetTableName()}\"")
                    .SingleAsync(cancelled)
            );
#pragma warning restore EF1002
            all += count;
            for (var from = 0L; from < last; from += AtOnce)
            {
                parts.Add((type.Name, from));
            }
        }

        return (parts, all);
    }
}

/// <summary>Looks at some rows of a table, or at one record, with a database at hand.</summary>
internal sealed class OneLook(LanternDb db, PracticeKnowledge knowledge, IClock clock, IActor actor)
{
    private readonly RecordSense sense = new(db, knowledge, clock, actor);

    /// <remarks>What is worked out from the records is not looked at: it is written anew from them.</remarks>
    public static IEnumerable<IEntityType> Kinds(LanternDb db) =>
        db.Model.GetEntityTypes().Where(t => !t.IsOwned() && t.ClrType.Namespace != typeof(IRecalled).Namespace);

    /// <returns>How many rows there were, and what reads oddly.</returns>
    public Task<(int Rows, IReadOnlyList<Oddity> Odd)> Through(string entity, long from, long to)
    {
        var type = db.Model.FindEntityType(entity)!;
        return (Task<(int, IReadOnlyList<Oddity>)>)Generic(nameof(Some)).MakeGenericMethod(type.ClrType).Invoke(this, [type, from, to])!;
    }

    /// <summary>Mends all that can be of one record.</summary>
    /// <returns>What still reads oddly about it.</returns>
    public async Task<IReadOnlyList<Oddity>> Mend(string kind, string id)
    {
        var type = Kinds(db).FirstOrDefault(t => Word(t) == kind);
        return type is null
            ? []
            : await (Task<IReadOnlyList<Oddity>>)Generic(nameof(MendOne)).MakeGenericMethod(type.ClrType).Invoke(this, [type, id])!;
    }

    private static MethodInfo Generic(string name) => typeof(OneLook).GetMethod(name, BindingFlags.NonPublic | BindingFlags.Instance)!;

    private static string Word(IEntityType type) => AuditInterceptor.WordOf(type.ClrType) ?? type.GetTableName()!;

    private static string IdColumn(IEntityType type) => type.FindPrimaryKey()!.Properties[0].GetColumnName();

    private async Task<(int Rows, IReadOnlyList<Oddity> Odd)> Some<T>(IEntityType type, long from, long to)
        where T : class
    {
        var table = type.GetTableName();
        var (odd, rows) = (new List<Oddity>(), new List<T>());
        // Numbers and names of our own.
#pragma warning disable EF1002
        IQueryable<T> Where(string which) => db.Set<T>().FromSqlRaw($"SELECT * FROM \"{table}\" WHERE {which}").AsNoTracking();
#pragma warning restore EF1002
        var these = string.Create(CultureInfo.InvariantCulture, $"rowid > {from} AND rowid <= {to}");
        var unread = 0;
        try
        {
            rows = await Where(these).ToListAsync();
        }
        catch (Exception e) when (Rows.IsOfTheRow(e))
        {
            var wrong = await Unreadable(type, these);
            unread = wrong.Count;
            odd.AddRange(wrong.SelectMany(w => w.Columns.Select(c => Said(type, w, c))));
            rows = await Where($"{these} AND rowid NOT IN ({string.Join(',', wrong.Select(w => w.Row))})").ToListAsync();
        }

        await sense.Around(rows);
        odd.AddRange(
            rows.SelectMany(r => sense.Of(r).Select(s => new Oddity(Word(type), KeyOf(type, r), sense.Whose(r), s.What, s.Repair)))
        );
        return (rows.Count + unread, odd);
    }

    private async Task<IReadOnlyList<Oddity>> MendOne<T>(IEntityType type, string id)
        where T : class
    {
        // Names of our own; the id is a parameter.
#pragma warning disable EF1002
        var (table, where) = (type.GetTableName(), $"\"{IdColumn(type)}\" = ");
        foreach (var row in await Unreadable(type, where + "$id", id))
        {
            foreach (var column in row.Columns.Where(c => !row.Locked && Columns.Instead(type, c.Property, knowledge) is not null))
            {
                await db.Database.ExecuteSqlRawAsync(
                    $"UPDATE \"{table}\" SET \"{column.Property.GetColumnName()}\" = {{0}} WHERE rowid = {row.Row.ToString(CultureInfo.InvariantCulture)}",
                    Columns.Instead(type, column.Property, knowledge)!.Value!
                );
                await Noted(type, id, column.Property.GetColumnName());
            }
        }

        var left = (await Unreadable(type, where + "$id", id)).SelectMany(w => w.Columns.Select(c => Said(type, w, c))).ToList();
        var found = left.Count > 0 ? [] : await db.Set<T>().FromSqlRaw($"SELECT * FROM \"{table}\" WHERE {where}{{0}}", id).ToListAsync();
#pragma warning restore EF1002
        await sense.Around(found);
        foreach (var record in found)
        {
            foreach (var odd in sense.Of(record).Where(o => o.Mend is not null).ToList())
            {
                odd.Mend!();
            }

            await db.SaveChangesAsync();
        }

        return [.. left, .. found.SelectMany(r => sense.Of(r).Select(s => new Oddity(Word(type), id, sense.Whose(r), s.What, s.Repair)))];
    }

    private static Oddity Said(IEntityType type, UnreadableRow row, OddColumn column) =>
        new(
            Word(type),
            row.Id,
            row.Client,
            $"Its {Columns.Called(column.Property)} cannot be read: {column.Why}",
            row.Locked ? null : Columns.Instead(type, column.Property, null)?.Said
        );

    private static string KeyOf(IEntityType type, object row)
    {
        var key = type.FindPrimaryKey()!.Properties[0].PropertyInfo!.GetValue(row);
        return key is Guid g ? g.ToString().ToUpperInvariant() : Convert.ToString(key, CultureInfo.InvariantCulture) ?? "";
    }

    private async Task Noted(IEntityType type, string id, string column)
    {
        // In the same words as every other change.
        db.Audit.Add(
            new()
            {
                At = clock.GetCurrentInstant(),
                Who = actor.Name,
                WhoId = actor.Id,
                Action = "mended",
                Subject = $"{Word(type)} {id.ToLowerInvariant()}",
                What = column,
            }
        );
        await db.SaveChangesAsync();
    }

    /// <summary>Rows with columns that cannot be read, column by column.</summary>
    private async Task<IReadOnlyList<UnreadableRow>> Unreadable(IEntityType type, string where, string? id = null)
    {
        var all = new List<UnreadableRow>();
        var (table, locks) = (
            type.GetTableName()!,
            type.ClrType == typeof(Visit) ? "SignedAt IS NOT NULL"
            : Keeping.Database.OnlyGrows(type.GetTableName()!) ? "1"
            : "0"
        );
        var client = type.FindProperty("ClientId") is null ? "''" : "(SELECT Name FROM Clients c WHERE c.Id = ClientId)";
        using var command = await Asking(
            $"SELECT rowid AS \"_row\", ({locks}) AS \"_locked\", {client} AS \"_client\", * FROM \"{table}\" WHERE {where}"
        );
        if (id is not null)
        {
            command.Parameters.Add(new Microsoft.Data.Sqlite.SqliteParameter("$id", id));
        }

        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
        {
            var wrong = Columns.Wrong(type, reader);
            if (wrong.Count > 0)
            {
                all.Add(
                    new(
                        reader.GetInt64(0),
                        Convert.ToString(reader[IdColumn(type)], CultureInfo.InvariantCulture) ?? "",
                        Convert.ToString(reader[2], CultureInfo.InvariantCulture) ?? "",
                        reader.GetInt64(1) != 0,
                        wrong
                    )
                );
            }
        }

        return all;
    }

    private async Task<System.Data.Common.DbCommand> Asking(string sql)
    {
        await db.Database.OpenConnectionAsync();
        var command = db.Database.GetDbConnection().CreateCommand();
#pragma warning disable CA2100 // Sentences of our own; ids are parameters.
        command.CommandText = sql;
#pragma warning restore CA2100
        return command;
    }

    private sealed record UnreadableRow(long Row, string Id, string Client, bool Locked, IReadOnlyList<OddColumn> Columns);
}
