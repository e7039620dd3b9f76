using Microsoft.Data.Sqlite;

namespace AmpleLantern.Data.Keeping;

/// <summary>The data cannot be opened, copied or put back; the message says what to do.</summary>
public sealed class DataException(string message) : Exception(message);

/// <summary>What goes wrong with disks and files, as one sentence that says what to do.</summary>
public static class DataFaults
{
    private const int Busy = 5,
        Locked = 6,
        ReadOnly = 8,
        InputOutput = 10,
        Corrupt = 11,
        Full = 13,
        CannotOpen = 14,
        NotADatabase = 26;

    /// <summary>
    /// errno of Linux and macOS, which .NET hands on as the result of an <see cref="IOException"/>; EEXIST, ENOSPC, EROFS and EDQUOT.
    /// </summary>
    private const int Exists = 17,
        NoSpace = 28,
        ReadOnlyDisk = 30,
        OverQuota = 122;

    /// <summary>Null for what is no fault of disk or file.</summary>
    public static string? Sentence(Exception error, string folder)
    {
        for (var e = error; e is not null; e = e.InnerException)
        {
            if (Of(e, folder) is { } sentence)
            {
                return sentence;
            }
        }

        return null;
    }

    /// <summary>Does something with files and turns what goes wrong with them into a sentence.</summary>
    /// <exception cref="DataException">The disk or a file is at fault.</exception>
    public static T Telling<T>(string folder, Func<T> work)
    {
        try
        {
            return work();
        }
        catch (Exception e) when (Sentence(e, folder) is not null)
        {
            throw new DataException(Sentence(e, folder)!);
        }
    }

    public static bool IsFull(Exception error) =>
        error is SqliteException { SqliteErrorCode: Full } or IOException { HResult: NoSpace or OverQuota }
        || error.InnerException is { } inner && IsFull(inner);

    private static string? Of(Exception e, string folder) =>
        e switch
        {
            DataException => e.Message,
            _ when IsFull(e) => $"The disk that holds '{folder}' is full. Make room and start again; what was kept is not lost.",
            SqliteException { SqliteErrorCode: Busy or Locked } =>
                $"Another program holds the database in '{folder}'. Close it (a database browser, a copying program), then start again.",
            SqliteException { SqliteErrorCode: Corrupt or NotADatabase } =>
                $"The database in '{folder}' is damaged. Put back the last good copy with ./lantern restore; the damaged file is kept beside it.",
            SqliteException { SqliteErrorCode: ReadOnly or CannotOpen }
            or UnauthorizedAccessException
            or DirectoryNotFoundException
            or IOException { HResult: ReadOnlyDisk or Exists } =>
                $"'{folder}' cannot be opened for writing. Give whoever runs this program the right to write there, or name another folder with --data.",
            SqliteException { SqliteErrorCode: InputOutput } =>
                $"The disk that holds '{folder}' did not read or write as it should. Look after the disk, then start again or put back the last good copy with ./lantern restore.",
            FileNotFoundException => e.Message,
            _ => null,
        };
}
