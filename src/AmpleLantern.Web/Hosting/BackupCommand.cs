using AmpleLantern.Data;

namespace AmpleLantern.Web.Hosting;

/// <summary>Backup and restore from the shell.</summary>
public static class BackupCommand
{
    public static int Run(string what, string file, string folder)
    {
        try
        {
            if (what == "backup")
            {
                Backup.Take(folder, file);
                Console.WriteLine($"Copied {folder} to {file}.");
            }
            else
            {
                Backup.Restore(file, folder);
                Console.WriteLine($"Put {file} back into {folder}. What stood there is kept beside it.");
            }

            return 0;
        }
        catch (FileNotFoundException e)
        {
            Console.Error.WriteLine(e.Message);
            return 1;
        }
    }
}
