using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;
using AmpleLantern.Core.Atlas;
using Microsoft.Data.Sqlite;

namespace AmpleLantern.Data.Keeping;

/// <summary>
/// The one folder a practice's data lie in, held by one process at a time. A database that has to be made or changed in its shape is
/// made aside and takes its place whole: killed anywhere, the folder is as it was.
/// </summary>
public sealed class DataFolder(string path) : IDisposable
{
    /// <summary>Endings of what holds a database: its file, and the log of what is not in the file yet.</summary>
    internal static readonly string[] FileAndLog = ["", "-wal"];

    private static readonly string[] AllOfIt = [.. FileAndLog, "-shm", "-journal"];

    private const string LockName = "lantern.lock";

    /// <summary>Who holds it, told in a file of its own: the locked one cannot be read by others.</summary>
    private const string HolderEnding = ".holder";

    private FileStream? hold;
    private bool making;

    public string Path { get; } = path;

    /// <summary>The database requests are served from; while it is being made, the one in the making.</summary>
    public string File => making ? Making : Kept;

    public string ConnectionString =>
        new SqliteConnectionStringBuilder
        {
            DataSource = File,
            ForeignKeys = true,
            DefaultTimeout = WaitSeconds,
        }.ToString();

    private const int WaitSeconds = 10;

    public string Kept => System.IO.Path.Combine(Path, Database.FileName);

    private string Making => Kept + ".new";

    /// <summary>Takes the folder for this process until it ends, however it ends.</summary>
    /// <exception cref="DataException">Another process has it, or it cannot be written to.</exception>
    public void Hold() =>
        DataFaults.Telling(
            Path,
            () =>
            {
                Directories.Private(Path);
                var file = System.IO.Path.Combine(Path, LockName);
                try
                {
                    // The system's lock on an open file: it falls with the process, kill -9 included.
                    hold = new(file, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
                }
                catch (IOException) when (System.IO.File.Exists(file))
                {
                    throw new DataException(
                        $"'{Path}' is in use by a running program{Holder(file)}. Stop that one first, or name another folder with --data."
                    );
                }

                System.IO.File.WriteAllText(file + HolderEnding, Environment.ProcessId.ToString(CultureInfo.InvariantCulture));
                Directories.Tighten(Path);
                return hold;
            }
        );

    private static string Holder(string file)
    {
        try
        {
            return
                int.TryParse(System.IO.File.ReadAllText(file + HolderEnding), out var id)
                && Process.GetProcessById(id) is { HasExited: false }
                ? $" (process {id})"
                : "";
        }
        catch (Exception e) when (e is IOException or ArgumentException or UnauthorizedAccessException)
        {
            return "";
        }
    }

    /// <summary>Begins to make the database aside: from nothing, or from a copy.</summary>
    /// <param name="from">A whole copy of what it is made from; null for the first start.</param>
    public void Make(string? from) =>
        DataFaults.Telling(
            Path,
            () =>
            {
                Forget(Making);
                if (from is not null)
                {
                    System.IO.File.Copy(from, Making);
                }

                making = true;
                return making;
            }
        );

    /// <summary>What was made takes its place, in one step of the file system.</summary>
    public void Finish() =>
        DataFaults.Telling(
            Path,
            () =>
            {
                Settle(Making);
                if (System.IO.File.Exists(Kept))
                {
                    Settle(Kept);
                }

                System.IO.File.Move(Making, Kept, overwrite: true);
                making = false;
                return making;
            }
        );

    /// <summary>Everything of a database into its one file, so that the file can be moved.</summary>
    private static void Settle(string file)
    {
        SqliteConnection.ClearAllPools();
        using (
            var connection = new SqliteConnection(
                new SqliteConnectionStringBuilder
                {
                    DataSource = file,
                    Pooling = false,
                    DefaultTimeout = WaitSeconds,
                }.ToString()
            )
        )
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA wal_checkpoint(TRUNCATE)";
            command.ExecuteNonQuery();
        }

        if (new FileInfo(file + "-wal") is { Exists: true, Length: > 0 })
        {
            throw new DataException($"Another program has '{file}' open. Close it, then start again.");
        }

        System.IO.File.Delete(file + "-wal");
        System.IO.File.Delete(file + "-shm");
    }

    /// <summary>Removes a database file with its log.</summary>
    public static void Forget(string file)
    {
        foreach (var ending in AllOfIt)
        {
            System.IO.File.Delete(file + ending);
        }
    }

    public void Dispose() => hold?.Dispose();
}

/// <summary>Folders and files for the owner of the process only.</summary>
public static class Directories
{
    private const UnixFileMode OwnFolder = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
    private const UnixFileMode OwnFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    /// <summary>From now on nothing this process makes can be read by others, files made by libraries included.</summary>
    public static void OwnOnly()
    {
        if (!OperatingSystem.IsWindows())
        {
            _ = SetMask(Convert.ToUInt32("077", 8));
        }
    }

    [DllImport("libc", EntryPoint = "umask")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern uint SetMask(uint mask);

    public static void Private(string path)
    {
        if (OperatingSystem.IsWindows())
        {
            Directory.CreateDirectory(path);
        }
        else
        {
            Directory.CreateDirectory(path, OwnFolder);
        }
    }

    /// <summary>What lies here from before, and what was copied in.</summary>
    public static void Tighten(string path)
    {
        if (OperatingSystem.IsWindows())
        {
            return;
        }

        File.SetUnixFileMode(path, OwnFolder);
        foreach (
            var folder in Directory
                .EnumerateDirectories(path, "*", SearchOption.AllDirectories)
                .Where(f => new DirectoryInfo(f).LinkTarget is null)
        )
        {
            File.SetUnixFileMode(folder, OwnFolder);
        }

        foreach (
            var file in Directory.EnumerateFiles(path, "*", SearchOption.AllDirectories).Where(f => new FileInfo(f).LinkTarget is null)
        )
        {
            File.SetUnixFileMode(file, OwnFile);
        }
    }
}
