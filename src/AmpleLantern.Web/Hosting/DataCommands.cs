using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Keeping;
using NodaTime;

namespace AmpleLantern.Web.Hosting;

/// <summary>What is done with the data from the shell, without serving.</summary>
public static class DataCommands
{
    /// <summary>The exit code of everything that fails because of the data folder, a copy or the disk.</summary>
    public const int DataTrouble = 3;

    public static bool Knows(string what) => what is "backup" or "restore";

    /// <param name="args">What, then the file of the copy.</param>
    /// <param name="settings">data, force and passphrase-file, as the shell hands them on.</param>
    public static int Run(string[] args, IConfiguration settings)
    {
        var folder = Path.GetFullPath(settings["data"] ?? "data");
        try
        {
            return args switch
            {
                ["backup", var file] => BackUp(file, folder, settings),
                ["restore", var file] => Restore(file, folder, settings),
                _ => throw new DataException("Name the file of the copy."),
            };
        }
        catch (Exception e) when (DataFaults.Sentence(e, folder) is not null)
        {
            Console.Error.WriteLine(DataFaults.Sentence(e, folder));
            return DataTrouble;
        }
    }

    private static Backup Backups => new(SystemClock.Instance, new NamedActor($"{Environment.UserName} at the shell"));

    private static int BackUp(string file, string folder, IConfiguration settings)
    {
        var besides = Backups.Take(folder, file, settings.GetValue("force", false), Passphrase(settings["passphrase-file"]));
        Console.WriteLine($"Copied {folder} to {file}.");
        if (besides.Length > 0)
        {
            Console.Error.WriteLine(besides);
        }

        return 0;
    }

    private static int Restore(string file, string folder, IConfiguration settings)
    {
        var before = Backups.Restore(file, folder, Passphrase(settings["passphrase-file"]));
        Console.WriteLine($"Put {file} back into {folder}." + (before is null ? "" : $" What stood there is kept as {before}."));
        return 0;
    }

    /// <summary>The first line of the file named for it: a passphrase on the command line would stand in the list of processes.</summary>
    public static string? Passphrase(string? file)
    {
        if (string.IsNullOrEmpty(file))
        {
            return null;
        }

        var phrase = File.Exists(file) ? File.ReadLines(file).FirstOrDefault()?.Trim() : null;
        return string.IsNullOrEmpty(phrase) ? throw new DataException($"'{file}' holds no passphrase. Write it in the first line.") : phrase;
    }
}
