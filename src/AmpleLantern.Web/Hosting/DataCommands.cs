using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Knowledge;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Hosting;

/// <summary>What is done with the data from the shell, without serving.</summary>
public static class DataCommands
{
    /// <summary>The exit code of everything that fails because of the data folder, a copy or the disk.</summary>
    public const int DataTrouble = 3;

    /// <summary>The exit code when all was looked at and something is not as it should be.</summary>
    public const int Found = 4;

    private static readonly Duration ResetLasts = Duration.FromDays(1);

    public static bool Knows(string what) => what is "backup" or "restore" or "check" or "verify" or "drill" or "reset";

    /// <param name="args">What, then the file of the copy or the name of somebody.</param>
    /// <param name="settings">data, force, mend, head, knowledge and passphrase-file, as the shell hands them on.</param>
    public static async Task<int> Run(string[] args, IConfiguration settings)
    {
        var folder = Path.GetFullPath(settings["data"] ?? "data");
        try
        {
            return args switch
            {
                ["backup", var file] => BackUp(file, folder, settings),
                ["restore", var file] => Restore(file, folder, settings),
                ["check"] => await Check(folder, settings),
                ["verify"] => Verify(Path.Combine(folder, Database.FileName), settings["head"]),
                ["verify", var file] => Verify(file, settings["head"]),
                ["drill", .. var file] => await Drill(file.FirstOrDefault(), folder, settings),
                ["reset", var name] => await Reset(name, folder),
                ["reset", ..] => throw new DataException("Say whose password is to be made anew: the name they sign in with."),
                _ => throw new DataException("Name the file of the copy."),
            };
        }
        catch (Exception e) when (DataFaults.Sentence(e, folder) is not null || e is KnowledgeException)
        {
            await Console.Error.WriteLineAsync(DataFaults.Sentence(e, folder) ?? e.Message);
            return DataTrouble;
        }
    }

    private static readonly NamedActor AtTheShell = new($"{Environment.UserName} at the shell");

    private static Backup Backups => new(SystemClock.Instance, AtTheShell);

    private static int BackUp(string file, string folder, IConfiguration settings)
    {
        var taken = Backups.Take(folder, file, settings.GetValue("force", false), Passphrases.FromFile(settings["passphrase-file"]));
        Console.WriteLine($"Copied {folder} to {file}.");
        if (taken.Head is { } head)
        {
            Console.WriteLine($"Head of the chain: {head}. Note it where nobody can change it; ./lantern verify --head looks for it.");
        }

        if (taken.Besides.Length > 0)
        {
            Console.Error.WriteLine(taken.Besides);
        }

        return 0;
    }

    private static int Restore(string file, string folder, IConfiguration settings)
    {
        var before = Backups.Restore(file, folder, Passphrases.FromFile(settings["passphrase-file"]));
        Console.WriteLine($"Put {file} back into {folder}." + (before is null ? "" : $" What stood there is kept as {before}."));
        return 0;
    }

    /// <summary>Looks through every record; mends what can be when told to, after a copy.</summary>
    private static async Task<int> Check(string folder, IConfiguration settings)
    {
        using var held = new DataFolder(folder);
        var mend = settings.GetValue("mend", false);
        if (mend)
        {
            held.Hold();
            RequireCurrent(held.Kept);
            Console.WriteLine($"A copy from before lies in {new Backup(SystemClock.Instance, AtTheShell).BeforeMending(held)}.");
        }

        Inspection.RequireWhole(held.Kept);
        var report = await Look(held.Kept, settings, mend);
        return report == 0 ? 0 : Found;
    }

    /// <returns>How many oddities are left.</returns>
    private static async Task<int> Look(string database, IConfiguration settings, bool mend)
    {
        RequireCurrent(database);
        await using var db = Open(database);
        var (knowledge, _) = await OwnKnowledge.Read(db, KnowledgeFolder.Load(settings["knowledge"] ?? KnowledgeFolder.Shipped));
        var check = new RecordCheck(() => Open(database), knowledge, SystemClock.Instance, AtTheShell);
        var report = await check.Run(Progress("rows"));
        foreach (var odd in report.Odd)
        {
            Console.WriteLine(
                $"- {odd.Kind} {odd.Id}{(odd.Whose.Length > 0 ? $" ({odd.Whose})" : "")}: {odd.What}{(odd.Repair is null || mend ? "" : $" Mending would: {odd.Repair}")}"
            );
        }

        Console.WriteLine(
            $"Looked at {report.Looked} rows: {(report.Odd.Count == 0 ? "all can be read, and all can be." : $"{report.Odd.Count} read oddly.")}"
        );
        if (!mend)
        {
            Console.WriteLine(
                report.Odd.Any(o => o.Repair is not null)
                    ? "Mend what can be with ./lantern check --mend (stop the program first), or one by one under Practice."
                    : ""
            );
            return report.Odd.Count;
        }

        var left = 0;
        foreach (var record in report.Odd.Select(o => (o.Kind, o.Id)).Distinct())
        {
            left += (await check.Mend(record.Kind, record.Id)).Count;
        }

        Console.WriteLine($"Mended; {left} are left that only a person can settle.");
        return left;
    }

    private static int Verify(string database, string? noted)
    {
        RequireCurrent(database);
        using var db = Inspection.Open(database);
        var verdict = Chain.Verify(db, Progress("links"), noted);
        foreach (var fault in verdict.Faults)
        {
            Console.WriteLine($"- {fault}");
        }

        Console.WriteLine(
            $"{verdict.Links} links, head {verdict.Head}. {(verdict.Faults.Count == 0 ? "The trail and what is signed are as they were written." : $"{verdict.Faults.Count} faults.")}"
                + (verdict.NotYet > 0 ? $" {verdict.NotYet} lines are newer than the chain; the program takes them up within seconds." : "")
        );
        return verdict.Faults.Count == 0 ? 0 : Found;
    }

    /// <summary>Puts a copy back into a folder of its own, looks through all of it, and takes the folder away again.</summary>
    private static async Task<int> Drill(string? file, string folder, IConfiguration settings)
    {
        var copies = Path.GetFullPath(settings["Backup:Folder"] ?? Path.Combine(folder, "copies"));
        file ??=
            (Directory.Exists(copies) ? Directory.GetFiles(copies, "lantern-*.db").Max(StringComparer.Ordinal) : null)
            ?? throw new DataException($"There is no copy in '{copies}' to try. Take one first, or name one.");
        var tried = Path.Combine(Path.GetTempPath(), $"lantern-drill-{Guid.NewGuid():n}");
        try
        {
            Console.WriteLine($"Putting {file} back into a folder of its own ...");
            Backups.Restore(file, tried, Passphrases.FromFile(settings["passphrase-file"]));
            var database = Path.Combine(tried, Database.FileName);
            if (!Inspection.Of(database).IsCurrent)
            {
                Console.WriteLine(
                    "It is of an older version: it is sound, and the program would bring it up to date when it starts on it."
                );
                return 0;
            }

            Backups.Note(folder, "drill", Path.GetFileName(file));
            var verified = Verify(database, null);
            var odd = await Look(database, settings, mend: false);
            await using var db = Open(database);
            var newest = await db
                .Audit.OrderByDescending(a => a.Id)
                .Where(a => a.Action != "restore")
                .Select(a => (Instant?)a.At)
                .FirstOrDefaultAsync();
            Console.WriteLine(
                $"{await db.Clients.CountAsync()} clients, {await db.Visits.CountAsync()} visits, {await db.Users.CountAsync()} people; the last thing in it happened at {newest}."
            );
            Console.WriteLine(
                verified == 0 && odd == 0
                    ? "The drill passed: this copy can be put back."
                    : "The copy can be put back, with what is told above."
            );
            return verified == 0 && odd == 0 ? 0 : Found;
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            if (Directory.Exists(tried))
            {
                Directory.Delete(tried, recursive: true);
            }
        }
    }

    /// <summary>
    /// For an owner who has lost password and phone: whoever has the machine has the practice anyway, and it is in the trail.
    /// </summary>
    private static async Task<int> Reset(string name, string folder)
    {
        using var held = new DataFolder(folder);
        held.Hold();
        RequireCurrent(held.Kept);
        await using var db = Open(held.Kept);
        var people = new UserManager<Staff>(
            new StaffStore(db),
            Microsoft.Extensions.Options.Options.Create(new IdentityOptions()),
            new PasswordHasher<Staff>(),
            [],
            [],
            new UpperInvariantLookupNormalizer(),
            new IdentityErrorDescriber(),
            null!,
            Microsoft.Extensions.Logging.Abstractions.NullLogger<UserManager<Staff>>.Instance
        );
        var staff = await people.FindByNameAsync(name) ?? throw new DataException($"Nobody here signs in as '{name}'.");
        if (staff.LeftAt is not null)
        {
            throw new DataException($"{staff.DisplayName} has left. An owner lets them in again under Practice.");
        }

        var now = SystemClock.Instance.GetCurrentInstant();
        var password = await Staffing.Reset(people, new Passwords(new PasswordHasher<Staff>()), staff, lostDevice: true, now + ResetLasts);
        await db.SignIns.Where(s => s.StaffId == staff.Id && s.Ended == null).ExecuteUpdateAsync(u => u.SetProperty(s => s.Ended, now));
        Console.WriteLine($"First password for {staff.DisplayName}, good for a day: {password}");
        return 0;
    }

    private static void RequireCurrent(string database)
    {
        if (!Inspection.Of(database).IsCurrent)
        {
            throw new DataException(
                $"'{database}' was written by an older version. Start the program on it once, so that it is brought up to date."
            );
        }
    }

    private static LanternDb Open(string database) =>
        new(
            new DbContextOptionsBuilder<LanternDb>()
                .UseSqlite(new Microsoft.Data.Sqlite.SqliteConnectionStringBuilder { DataSource = database, ForeignKeys = true }.ToString())
                .AddInterceptors(new AuditInterceptor(AtTheShell, SystemClock.Instance))
                .Options
        );

    /// <summary>How far it has come, on the error stream, every few seconds.</summary>
    private static Action<long, long> Progress(string what)
    {
        const int EveryMs = 2000;
        var told = Environment.TickCount64;
        return (done, all) =>
        {
            if (Environment.TickCount64 - told > EveryMs)
            {
                told = Environment.TickCount64;
                Console.Error.WriteLine($"  {done} of {all} {what} ...");
            }
        };
    }
}
