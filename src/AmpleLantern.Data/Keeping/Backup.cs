using System.Globalization;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Audit;
using Microsoft.Data.Sqlite;
using NodaTime;
using NodaTime.Text;

namespace AmpleLantern.Data.Keeping;

/// <summary>A copy that was taken and found whole.</summary>
/// <param name="Head">Of the chain as it is in the copy, 64 hex digits: noted elsewhere, it shows later whether the trail was written anew.
/// Null where an older version wrote the database.</param>
/// <param name="Besides">What could not be done besides; empty when all went well.</param>
public sealed record CopyTaken(string? Head, string Besides);

/// <summary>Copies the database whole, also while the program runs, and puts a copy back. Both are in the trail.</summary>
/// <param name="by">Who does it, for the trail.</param>
public sealed class Backup(IClock clock, IActor by)
{
    private static readonly InstantPattern Stamp = InstantPattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss'Z'");

    /// <summary>Writes a consistent copy of a folder's database: aside, checked, flushed, and only then under its name.</summary>
    /// <param name="force">Whether a file that is there may be replaced.</param>
    /// <param name="passphrase">Encrypts the copy when given; see <see cref="SealedCopy"/>.</param>
    /// <exception cref="DataException">The folder holds no sound database, or the file is not fit to take the copy.</exception>
    public CopyTaken Take(string folder, string file, bool force = false, string? passphrase = null) =>
        DataFaults.Telling(
            Path.GetDirectoryName(Path.GetFullPath(file))!,
            () =>
            {
                var from = Path.Combine(folder, Database.FileName);
                var found = Inspection.Of(from);
                RequireApart(file, folder);
                if (File.Exists(file) && !force)
                {
                    throw new DataException($"'{file}' exists. Choose another name, or say --force to replace it.");
                }

                var unnoted = Noted(from, found, "backup", Path.GetFileName(file))
                    ? ""
                    : "The copy is whole, but it could not be noted in the trail.";
                var part = file + ".part";
                try
                {
                    DataFolder.Forget(part);
                    Chained(from, found);
                    CopyInto(from, part);
                    Inspection.RequireWhole(part);
                    var head = found.IsCurrent ? HeadIn(part) : null;
                    if (passphrase is not null)
                    {
                        SealedCopy.Write(part, file + ".sealed", passphrase);
                        File.Move(file + ".sealed", part, overwrite: true);
                    }

                    Flush(part);
                    File.Move(part, file, overwrite: force);
                    return new CopyTaken(head, unnoted);
                }
                finally
                {
                    DataFolder.Forget(part);
                    File.Delete(file + ".sealed");
                }
            }
        );

    /// <summary>Puts a copy back. What stood there is kept beside it, numbered by the time.</summary>
    /// <returns>The file that keeps what stood there; null where nothing did.</returns>
    /// <exception cref="DataException">It is no sound copy of ours, of another kind, or the folder is in use.</exception>
    public string? Restore(string file, string folder, string? passphrase = null)
    {
        using var held = new DataFolder(folder);
        held.Hold();
        return DataFaults.Telling(
            folder,
            () =>
            {
                RequireApart(file, folder);
                var part = held.Kept + ".restored";
                DataFolder.Forget(part);
                try
                {
                    SealedCopy.Open(file, part, passphrase);
                    var found = Inspection.Of(part, file);
                    Inspection.RequireWhole(part, file);
                    RequireSameKind(found, held.Kept);
                    Noted(part, found, "restore", Path.GetFileName(file));
                    var before = SetAside(held.Kept, "restore");
                    Flush(part);
                    File.Move(part, held.Kept, overwrite: true);
                    Directories.Tighten(folder);
                    return before;
                }
                finally
                {
                    DataFolder.Forget(part);
                }
            }
        );
    }

    /// <summary>
    /// A copy to come back to before the shape of a database is changed; the last one is taken where nothing has changed since.
    /// </summary>
    public string BeforeUpgrade(DataFolder folder, Inspection found)
    {
        var ending = $"-{found.Applied[^1]}";
        var changed = DataFolder.FileAndLog.Select(e => folder.Kept + e).Where(File.Exists).Max(File.GetLastWriteTimeUtc);
        var lately = Directory
            .GetFiles(folder.Path, $"{Database.FileName}.before-*{ending}")
            .Where(f => File.GetLastWriteTimeUtc(f) > changed)
            .Max();
        if (lately is not null)
        {
            return lately;
        }

        var copy = Free(folder.Kept, $"before-{Stamp.Format(clock.GetCurrentInstant())}", ending);
        var part = copy + ".part";
        DataFolder.Forget(part);
        CopyInto(folder.Kept, part);
        Flush(part);
        File.Move(part, copy);
        return copy;
    }

    /// <summary>A copy to come back to before records are mended.</summary>
    public string BeforeMending(DataFolder folder)
    {
        var copy = Free(folder.Kept, $"before-mending-{Stamp.Format(clock.GetCurrentInstant())}", "");
        CopyInto(folder.Kept, copy);
        Flush(copy);
        return copy;
    }

    /// <summary>A name that nothing has yet.</summary>
    private static string Free(string kept, string middle, string ending) =>
        Enumerable
            .Range(1, int.MaxValue)
            .Select(n => string.Create(CultureInfo.InvariantCulture, $"{kept}.{middle}{(n == 1 ? "" : $".{n}")}{ending}"))
            .First(f => !File.Exists(f));

    /// <summary>
    /// Copies what stands there, damaged or not, and leaves it without a log that could be taken for that of its successor.
    /// </summary>
    private string? SetAside(string kept, string why)
    {
        if (!File.Exists(kept))
        {
            return null;
        }

        var aside = Free(kept, $"before-{why}-{Stamp.Format(clock.GetCurrentInstant())}", "");
        foreach (var ending in DataFolder.FileAndLog.Where(e => File.Exists(kept + e)))
        {
            File.Copy(kept + ending, aside + ending);
            Flush(aside + ending);
        }

        File.Delete(kept + "-wal");
        File.Delete(kept + "-shm");
        return aside;
    }

    /// <summary>VACUUM INTO reads one consistent state, waits for a writer like any statement, and flushes the copy.</summary>
    private static void CopyInto(string from, string to)
    {
        using var source = Inspection.Open(from);
        using var command = source.CreateCommand();
        command.CommandText = "VACUUM INTO $to";
        command.Parameters.AddWithValue("$to", to);
        command.ExecuteNonQuery();
    }

    /// <summary>Takes the trail into the chain, so that the copy's head is of all that is in it.</summary>
    private void Chained(string database, Inspection found)
    {
        if (!found.IsCurrent)
        {
            return;
        }

        try
        {
            using var connection = Inspection.Open(database);
            Chain.Extend(connection, clock.GetCurrentInstant());
        }
        catch (SqliteException)
        {
            // A full or read-only disk must not keep anybody from taking a copy off it; the head is then of an earlier moment.
        }
    }

    private static string HeadIn(string database)
    {
        using var connection = Inspection.Open(database);
        return Chain.HeadOf(connection);
    }

    /// <summary>Notes in a folder's trail what was done with its copies.</summary>
    public void Note(string folder, string action, string what)
    {
        var database = Path.Combine(folder, Database.FileName);
        if (File.Exists(database))
        {
            Noted(database, Inspection.Of(database), action, what);
        }
    }

    private bool Noted(string database, Inspection found, string action, string what)
    {
        // An older database has another trail; the upgrade that follows notes itself.
        if (!found.IsCurrent)
        {
            return false;
        }

        try
        {
            using var connection = Inspection.Open(database);
            using var command = connection.CreateCommand();
            command.CommandText =
                "INSERT INTO Audit (At, Who, WhoId, Action, Subject, What) VALUES ($at, $who, $id, $action, 'database', $what)";
            command.Parameters.AddWithValue("$at", clock.GetCurrentInstant().ToUnixTimeMilliseconds());
            command.Parameters.AddWithValue("$who", by.Name);
            command.Parameters.AddWithValue("$id", (object?)by.Id ?? DBNull.Value);
            command.Parameters.AddWithValue("$action", action);
            command.Parameters.AddWithValue("$what", what);
            command.ExecuteNonQuery();
            return true;
        }
        catch (SqliteException)
        {
            // A full or read-only disk must not keep anybody from taking a copy off it.
            return false;
        }
    }

    private static void RequireSameKind(Inspection copy, string kept)
    {
        DataKind? here;
        try
        {
            here = File.Exists(kept) ? Inspection.Of(kept).Kind : null;
        }
        catch (DataException)
        {
            // What stands there is damaged: that is what a copy is put back for.
            return;
        }

        if (here is not null && copy.Kind is not null && here != copy.Kind)
        {
            throw new DataException(
                copy.Kind is DataKind.Demo
                    ? "This is a copy of the demo, and the folder holds the records of a practice. They do not mix: name another folder with --data."
                    : "This is a copy of a practice's records, and the folder holds the demo. They do not mix: name another folder with --data."
            );
        }
    }

    private static void RequireApart(string file, string folder)
    {
        var own = RealPath(Path.Combine(folder, Database.FileName));
        if (
            RealPath(file).StartsWith(own, StringComparison.Ordinal)
            && !RealPath(file).StartsWith(own + ".before", StringComparison.Ordinal)
        )
        {
            throw new DataException($"'{file}' is the database itself. Name another file.");
        }
    }

    /// <summary>The path with every link in it followed, as far as it exists.</summary>
    private static string RealPath(string path)
    {
        var full = Path.GetFullPath(path);
        var parent = Path.GetDirectoryName(full);
        var here = parent is null ? full : Path.Combine(RealPath(parent), Path.GetFileName(full));
        return new FileInfo(here) is { LinkTarget: not null } link ? link.ResolveLinkTarget(returnFinalTarget: true)!.FullName : here;
    }

    private static void Flush(string file)
    {
        using var handle = File.OpenHandle(file, FileMode.Open, FileAccess.ReadWrite);
        RandomAccess.FlushToDisk(handle);
    }
}
