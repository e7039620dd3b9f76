using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Records;
using Microsoft.Data.Sqlite;
using NodaTime;

namespace AmpleLantern.Data.Keeping;

/// <summary>What looking through the chain found.</summary>
/// <param name="Links">How many links were looked at.</param>
/// <param name="Head">The last link's, 64 hex digits; of an empty chain 64 zeros.</param>
/// <param name="Faults">What is not as it was, a sentence each; the first hundred.</param>
/// <param name="NotYet">Lines of the trail newer than the chain.</param>
public sealed record ChainVerdict(long Links, string Head, IReadOnlyList<string> Faults, long NotYet);

/// <summary>
/// A hash chain over the trail, signed visits, their addenda and what was noted after signing. It follows the trail, since nothing is
/// stored without a line there: some lines become one link, and what they sealed becomes a link each. A chain alone keeps out whoever
/// cannot write it anew; its head, noted elsewhere (on the copies), keeps out whoever can.
/// </summary>
public static class Chain
{
    private const int LinesInLink = 200;
    private const int MostFaults = 100;
    private const int HashBytes = 32;

    private const string Trail = "trail/1",
        SignedVisit = "visit/1",
        Addendum = "addendum/1",
        LateEvent = "event/1";

    private const string EventColumns = "Id, VisitId, At, ReceivedAt, Kind, Response, Text, Step, Device, Counter, By";

    /// <summary>
    /// What a link of a kind covers: questions in a fixed order, of columns by name, so that columns added later change nothing.
    /// </summary>
    private static readonly Dictionary<string, string[]> Covers = new()
    {
        [SignedVisit] =
        [
            "SELECT Id, ClientId, Date, At, MinutesBooked, Room, PractitionerId, School, Plan, Words, CheckIn, Interviews, Overrides, Ratings, Note, ArrivedAt, ScreenedAt, SignedAt, SignedBy, Snapshot FROM Visits WHERE Id = $id AND SignedAt IS NOT NULL",
            $"SELECT {EventColumns} FROM SessionEvents WHERE VisitId = $id AND ReceivedAt <= (SELECT SignedAt FROM Visits WHERE Id = $id) ORDER BY Id",
            "SELECT Id, \"From\", Document, WordsId FROM Bases WHERE VisitId = $id ORDER BY Id",
        ],
        [Addendum] = ["SELECT Id, VisitId, Text, By, At FROM Addenda WHERE Id = $id"],
        [LateEvent] =
        [
            $"SELECT {EventColumns} FROM SessionEvents e WHERE Id = $id AND ReceivedAt > (SELECT SignedAt FROM Visits v WHERE v.Id = e.VisitId)",
        ],
    };

    /// <summary>What the trail calls the records that get a link of their own.</summary>
    private static readonly Dictionary<string, string> Kinds = new()
    {
        ["visit"] = SignedVisit,
        ["addendum"] = Addendum,
        ["event"] = LateEvent,
    };

    /// <summary>Takes up what the trail has gained; a link at a time, so that nobody waits long for the database.</summary>
    /// <returns>The head after it, 64 hex digits.</returns>
    public static string Extend(SqliteConnection db, Instant now, CancellationToken cancelled = default)
    {
        while (!cancelled.IsCancellationRequested && Step(db, now)) { }

        return HeadOf(db);
    }

    /// <summary>The head as it stands, 64 hex digits.</summary>
    public static string HeadOf(SqliteConnection db) => Convert.ToHexStringLower(Last(db).Head);

    /// <summary>Works every link out anew and compares. Nothing is written.</summary>
    /// <param name="progress">Told how many links of how many have been looked at.</param>
    /// <param name="noted">A head noted earlier, or its beginning: the chain must have passed it.</param>
    public static ChainVerdict Verify(SqliteConnection db, Action<long, long>? progress = null, string? noted = null)
    {
        var all = Number(db, "SELECT COUNT(*) FROM Chain");
        var faults = new List<string>();
        var head = new byte[HashBytes];
        var passed = noted is null;
        long links = 0,
            line = 0;
        using var questions = new Questions(db);
        using (var command = Asking(db, "SELECT Id, Kind, Of, Digest, Head FROM Chain ORDER BY Id"))
        using (var reader = command.ExecuteReader())
        {
            while (reader.Read())
            {
                var (kind, of, digest) = (reader.GetString(1), reader.GetString(2), (byte[])reader[3]);
                head = HeadAfter(head, kind, of, digest);
                if (!head.AsSpan().SequenceEqual((byte[])reader[4]))
                {
                    Add(
                        faults,
                        $"Link {reader.GetInt64(0)} does not follow from the one before it: links were changed, removed or put in between."
                    );
                    head = (byte[])reader[4];
                }

                passed |= noted is not null && Convert.ToHexStringLower(head).StartsWith(noted, StringComparison.OrdinalIgnoreCase);
                if (
                    !(questions.Digest(kind, of, line) ?? []).AsSpan().SequenceEqual(digest)
                    && !AgainLater(db, kind, of, reader.GetInt64(0))
                )
                {
                    Add(
                        faults,
                        kind == Trail
                            ? $"The trail's lines {line + 1} to {of} are not as they were."
                            : $"The {Called(kind)} {of} is not as it was, or is gone."
                    );
                }

                line = kind == Trail ? long.Parse(of, CultureInfo.InvariantCulture) : line;
                progress?.Invoke(++links, all);
            }
        }

        foreach (var outside in Outside(db, line))
        {
            Add(faults, $"The signed visit {outside} stands outside the chain, and no line of the trail tells of it.");
        }

        if (!passed)
        {
            Add(faults, $"The chain never had the head {noted}: it was written anew from somewhere before it, or is another database's.");
        }

        return new(links, Convert.ToHexStringLower(head), faults, Number(db, "SELECT COUNT(*) FROM Audit WHERE Id > $line", line));
    }

    /// <summary>Lines of the trail that no link holds yet, as one link; then what they sealed. False when there is nothing more.</summary>
    private static bool Step(SqliteConnection db, Instant now)
    {
        if (Number(db, "SELECT COUNT(*) FROM (SELECT 1 FROM Audit WHERE Id > $line LIMIT 1)", Last(db).Line) == 0)
        {
            return false;
        }

        // To write from the beginning: one that only reads at first is turned away when somebody else has written meanwhile.
        using var whole = db.BeginTransaction();
        var (head, line) = Last(db);
        var lines = new List<(long Id, string Subject)>();
        using (var command = Asking(db, "SELECT Id, Subject FROM Audit WHERE Id > $line ORDER BY Id LIMIT $most"))
        {
            command.Parameters.AddWithValue("$line", line);
            command.Parameters.AddWithValue("$most", LinesInLink);
            using var reader = command.ExecuteReader();
            while (reader.Read())
            {
                lines.Add((reader.GetInt64(0), reader.GetString(1)));
            }
        }

        if (lines.Count == 0)
        {
            return false;
        }

        using var questions = new Questions(db);
        void Link(string kind, string of)
        {
            var digest = questions.Digest(kind, of, line);
            if (digest is null || kind != Trail && Number(db, "SELECT COUNT(*) FROM Chain WHERE Kind = $kind AND Of = $of", kind, of) > 0)
            {
                return;
            }

            head = HeadAfter(head, kind, of, digest);
            using var insert = Asking(db, "INSERT INTO Chain (Kind, Of, At, Digest, Head) VALUES ($kind, $of, $at, $digest, $head)");
            insert.Parameters.AddWithValue("$kind", kind);
            insert.Parameters.AddWithValue("$of", of);
            insert.Parameters.AddWithValue("$at", now.ToUnixTimeMilliseconds());
            insert.Parameters.AddWithValue("$digest", digest);
            insert.Parameters.AddWithValue("$head", head);
            insert.ExecuteNonQuery();
        }

        Link(Trail, lines[^1].Id.ToString(CultureInfo.InvariantCulture));
        foreach (var (kind, of) in lines.Select(l => Named(l.Subject)).OfType<(string, string)>().Distinct())
        {
            Link(kind, of);
        }

        whole.Commit();
        return true;
    }

    /// <summary>The kind and id of the record a line is about; null where it has no link of its own.</summary>
    private static (string Kind, string Of)? Named(string subject) =>
        subject.Split(' ') is [var word, var id] && Kinds.TryGetValue(word, out var kind) ? (kind, id.ToUpperInvariant()) : null;

    private static string Called(string kind) =>
        Kinds.Where(k => k.Value == kind).Select(k => k.Value == SignedVisit ? "signed visit" : k.Key).FirstOrDefault("record");

    private static (byte[] Head, long Line) Last(SqliteConnection db)
    {
        using var command = Asking(db, "SELECT Kind, Of, Head FROM Chain ORDER BY Id DESC");
        using var reader = command.ExecuteReader();
        byte[]? head = null;
        while (reader.Read())
        {
            head ??= (byte[])reader[2];
            if (reader.GetString(0) == Trail)
            {
                return (head, long.Parse(reader.GetString(1), CultureInfo.InvariantCulture));
            }
        }

        return (head ?? new byte[HashBytes], 0);
    }

    /// <summary>A record an upgrade has written anew has a later link; the latest holds.</summary>
    private static bool AgainLater(SqliteConnection db, string kind, string of, long id) =>
        kind != Trail && Number(db, "SELECT COUNT(*) FROM Chain WHERE Kind = $kind AND Of = $of AND Id > $id", kind, of, id) > 0;

    /// <summary>Signed visits that have no link, although the chain has come past everything the trail says of them.</summary>
    private static List<string> Outside(SqliteConnection db, long line)
    {
        using var command = Asking(
            db,
            "SELECT v.Id FROM Visits v WHERE v.SignedAt IS NOT NULL AND NOT EXISTS (SELECT 1 FROM Chain c WHERE c.Kind = $kind AND c.Of = v.Id) AND NOT EXISTS (SELECT 1 FROM Audit a WHERE a.Id > $line AND a.Subject = 'visit ' || lower(v.Id))"
        );
        command.Parameters.AddWithValue("$kind", SignedVisit);
        command.Parameters.AddWithValue("$line", line);
        using var reader = command.ExecuteReader();
        var all = new List<string>();
        while (reader.Read())
        {
            all.Add(reader.GetString(0));
        }

        return all;
    }

    private static byte[] HeadAfter(byte[] head, string kind, string of, byte[] digest) =>
        SHA256.HashData([.. head, .. Encoding.UTF8.GetBytes($"{kind}\n{of}\n"), .. digest]);

    private static void Add(List<string> faults, string fault)
    {
        if (faults.Count < MostFaults)
        {
            faults.Add(fault);
        }
    }

    private static long Number(SqliteConnection db, string sql, params object[] values)
    {
        using var command = Asking(db, sql);
        foreach (
            var (name, value) in System.Text.RegularExpressions.Regex.Matches(sql, @"\$\w+").Select(m => m.Value).Distinct().Zip(values)
        )
        {
            command.Parameters.AddWithValue(name, value);
        }

        return (long)command.ExecuteScalar()!;
    }

    private static SqliteCommand Asking(SqliteConnection db, string sql)
    {
        var command = db.CreateCommand();
#pragma warning disable CA2100 // Sentences of our own.
        command.CommandText = sql;
#pragma warning restore CA2100
        return command;
    }

    /// <summary>Reads records into digests; every question is prepared once.</summary>
    private sealed class Questions(SqliteConnection db) : IDisposable
    {
        private readonly Dictionary<string, SqliteCommand[]> byKind = [];

        /// <param name="after">The last line of the trail before this link's.</param>
        /// <returns>SHA-256 over all values with kind and length of each; null where there is no such record.</returns>
        public byte[]? Digest(string kind, string of, long after)
        {
            if (kind != Trail && !Covers.ContainsKey(kind))
            {
                return null;
            }

            if (!byKind.TryGetValue(kind, out var questions))
            {
                byKind[kind] = questions = [
                    .. (
                        kind == Trail
                            ?
                            [
                                "SELECT Id, At, Who, WhoId, Action, Subject, ClientId, What FROM Audit WHERE Id > $after AND Id <= CAST($id AS INTEGER) ORDER BY Id",
                            ]
                            : Covers[kind]
                    ).Select(sql => Asking(db, sql)),
                ];
            }

            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            var rows = 0;
            foreach (var question in questions)
            {
                question.Parameters.Clear();
                question.Parameters.AddWithValue("$id", of);
                if (kind == Trail)
                {
                    question.Parameters.AddWithValue("$after", after);
                }

                using var reader = question.ExecuteReader();
                var first = rows;
                while (reader.Read())
                {
                    rows++;
                    for (var i = 0; i < reader.FieldCount; i++)
                    {
                        Take(hash, reader.GetValue(i));
                    }
                }

                if (rows == 0)
                {
                    return null;
                }

                Take(hash, (long)(rows - first));
            }

            return hash.GetHashAndReset();
        }

        public void Dispose()
        {
            foreach (var question in byKind.Values.SelectMany(q => q))
            {
                question.Dispose();
            }
        }

        private static void Take(IncrementalHash hash, object value)
        {
            var (tag, bytes) = value switch
            {
                DBNull => ('n', []),
                long number => ('i', BitConverter.GetBytes(number)),
                double real => ('r', BitConverter.GetBytes(real)),
                string text => ('t', Encoding.UTF8.GetBytes(text)),
                byte[] blob => ('b', blob),
                _ => throw new InvalidOperationException($"A value of kind {value.GetType().Name} has no digest."),
            };
            hash.AppendData([(byte)tag, .. BitConverter.GetBytes(bytes.Length)]);
            hash.AppendData(bytes);
        }
    }
}
