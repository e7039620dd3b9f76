using Microsoft.Data.Sqlite;

namespace AmpleLantern.Data;

/// <summary>Copies the database whole, also while the program runs, and puts a copy back.</summary>
public static class Backup
{
    /// <summary>Writes a consistent copy of a data folder's database to a file.</summary>
    /// <exception cref="FileNotFoundException">There is no database in the folder.</exception>
    public static void Take(string folder, string file) => Copy(Existing(Path.Combine(folder, Database.FileName)), file);

    /// <summary>Puts a copy back; what stood there is kept beside it with the ending <c>.before-restore</c>.</summary>
    /// <exception cref="FileNotFoundException">There is no such copy.</exception>
    public static void Restore(string file, string folder)
    {
        Existing(file);
        Directory.CreateDirectory(folder);
        var path = Path.Combine(folder, Database.FileName);
        if (File.Exists(path))
        {
            Copy(path, path + ".before-restore");
            File.Delete(path);
            File.Delete(path + "-wal");
            File.Delete(path + "-shm");
        }

        Copy(file, path);
    }

    private static string Existing(string path) => File.Exists(path) ? path : throw new FileNotFoundException($"There is no file '{path}'. Check the name.");

    /// <summary>VACUUM INTO reads one consistent state, waits for a writer like any statement, and flushes the copy.</summary>
    private static void Copy(string from, string to)
    {
        File.Delete(to);
        using var source = new SqliteConnection($"Data Source={from};Pooling=False");
        source.Open();
        using var command = source.CreateCommand();
        command.CommandText = "VACUUM INTO $to";
        command.Parameters.AddWithValue("$to", to);
        command.ExecuteNonQuery();
    }
}
