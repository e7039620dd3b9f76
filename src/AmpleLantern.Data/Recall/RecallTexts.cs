using System.Globalization;
using System.Text.RegularExpressions;
using AmpleLantern.Core.Recall;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;

namespace AmpleLantern.Data.Recall;

/// <summary>Which part of a record a text is; the later ones say it more exactly.</summary>
/// <remarks>Kept as their numbers.</remarks>
public enum TextKind
{
    Given,
    Done,
    Found,
    Next,
    Said,
    Added,
    Noted,
}

/// <summary>A piece of text of a signed visit.</summary>
public sealed record RecalledText(long Id, Guid ClientId, TextKind Kind, string Text);

/// <summary>A place where what was looked for stands.</summary>
/// <param name="Visit">Number of the visit among the recalled ones.</param>
/// <param name="Shown">The words round it; what was looked for stands between <see cref="RecallTexts.From"/> and
/// <see cref="RecallTexts.To"/>.</param>
public sealed record TextHit(long Visit, TextKind Kind, string Shown);

/// <summary>
/// The text index: every word of every signed visit, by SQLite's own full-text search. It knows in which piece a word stands and not at
/// which place in it, which saves room: words are looked for together, not in a row.
/// </summary>
public static partial class RecallTexts
{
    /// <summary>Made and dropped by a migration.</summary>
    public const string Make =
        "CREATE VIRTUAL TABLE IF NOT EXISTS Texts USING fts5(Who, Body, Kind UNINDEXED, detail = column, columnsize = 0, tokenize = \"unicode61 remove_diacritics 2\")";

    public const string Drop = "DROP TABLE IF EXISTS Texts";

    /// <summary>Marks round what was looked for; no letter of any text.</summary>
    public const char From = '\u0002';

    public const char To = '\u0003';

    private const int WordsShown = 16;

    /// <summary>Takes all rows of a recalled visit out, to be written anew.</summary>
    public static async Task Forget(LanternDb db, long visit)
    {
        var (from, to) = (visit * RecalledVisit.Room, (visit + 1) * RecalledVisit.Room);
        await db.Database.ExecuteSqlAsync($"DELETE FROM Texts WHERE rowid >= {from} AND rowid < {to}");
        await db.RecalledFindings.Where(r => r.Id >= from && r.Id < to).ExecuteDeleteAsync();
        await db.RecalledRatings.Where(r => r.Id >= from && r.Id < to).ExecuteDeleteAsync();
        await db.RecalledSteps.Where(r => r.Id >= from && r.Id < to).ExecuteDeleteAsync();
        await db.RecalledResponses.Where(r => r.Id >= from && r.Id < to).ExecuteDeleteAsync();
        await db.Recalled.Where(r => r.Id == visit).ExecuteDeleteAsync();
    }

    public static async Task Add(LanternDb db, IEnumerable<RecalledText> texts)
    {
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        await db.Database.OpenConnectionAsync();
        await using var command = connection.CreateCommand();
        command.Transaction = (SqliteTransaction?)db.Database.CurrentTransaction?.GetDbTransaction();
        command.CommandText = "INSERT INTO Texts (rowid, Who, Body, Kind) VALUES ($id, $who, $body, $kind)";
        foreach (var t in texts)
        {
            command.Parameters.Clear();
            command.Parameters.AddWithValue("$id", t.Id);
            command.Parameters.AddWithValue("$who", Who(t.ClientId));
            command.Parameters.AddWithValue("$body", t.Text);
            command.Parameters.AddWithValue("$kind", (int)t.Kind);
            await command.ExecuteNonQueryAsync();
        }
    }

    /// <summary>
    /// Where all words stand together, the latest record first. The last word may be begun only: then as many as there are of it whole,
    /// and only where they are too few those that begin with it, since these are gathered all before the first is read.
    /// </summary>
    /// <param name="records">Only of these clients' records, and now and then of another's: see <see cref="Who"/>; null for all.</param>
    public static async Task<IReadOnlyList<TextHit>> Find(LanternDb db, string words, IReadOnlyList<Guid>? records, int most)
    {
        var each = Word().Matches(words).Select(w => $"\"{w.Value}\"").ToList();
        if (each.Count == 0)
        {
            return [];
        }

        var whole = await Match(db, each, records, most);
        return whole.Count == most ? whole : await Match(db, [.. each[..^1], $"{each[^1]} *"], records, most);
    }

    private static async Task<IReadOnlyList<TextHit>> Match(LanternDb db, List<string> words, IReadOnlyList<Guid>? records, int most)
    {
        var whose = records is null ? "" : $"Who : ({string.Join(" OR ", records.Select(r => $"\"{Who(r)}\""))}) AND ";
        var match = $"{whose}Body : ({string.Join(" AND ", words)})";
        var connection = (SqliteConnection)db.Database.GetDbConnection();
        await db.Database.OpenConnectionAsync();
        await using var command = connection.CreateCommand();
        command.CommandText =
            "SELECT rowid, Kind, snippet(Texts, 1, $from, $to, '…', $words) FROM Texts WHERE Texts MATCH $match ORDER BY rowid DESC LIMIT $most";
        command.Parameters.AddWithValue("$from", $"{From}");
        command.Parameters.AddWithValue("$to", $"{To}");
        command.Parameters.AddWithValue("$words", WordsShown);
        command.Parameters.AddWithValue("$match", match);
        command.Parameters.AddWithValue("$most", most);
        var hits = new List<TextHit>();
        await using var reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
        {
            hits.Add(new(reader.GetInt64(0) / RecalledVisit.Room, (TextKind)reader.GetInt32(1), reader.GetString(2)));
        }

        return hits;
    }

    /// <summary>Letters and digits as the index has them, whatever stands between: nothing typed is taken for its own language.</summary>
    [GeneratedRegex(@"[\p{L}\p{N}\p{Mn}\p{Mc}\p{Co}]+")]
    private static partial Regex Word();

    /// <summary>The end of a record's id, where no two are likely to be alike: the whole of it would be a tenth of the index.</summary>
    private static string Who(Guid client) => client.ToString("n", CultureInfo.InvariantCulture)[^10..];
}
