using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Hosting;
using NodaTime;
using NodaTime.Text;

namespace AmpleLantern.Web.Keeping;

/// <summary>A copy that was taken and found whole.</summary>
/// <param name="Head">The beginning of the chain's head in it; the name carries it, too.</param>
public sealed record CopyLine(string Name, Instant At, long Bytes, string? Head);

/// <summary>How the practice's copies stand.</summary>
/// <param name="EveryHours">0 where none are taken by themselves.</param>
/// <param name="AgeHours">Of the last good one; null where there is none.</param>
/// <param name="Late">There should be a newer one.</param>
/// <param name="Trouble">What the last try said, when it failed.</param>
/// <param name="Copies">Newest first.</param>
public sealed record CopiesView(
    double EveryHours,
    string Folder,
    bool UnderPassphrase,
    double? AgeHours,
    bool Late,
    string? Trouble,
    IReadOnlyList<CopyLine> Copies
);

/// <summary>
/// Takes copies by itself while the program runs and keeps the last few. Settings: <c>Backup:Folder</c> (better on another disk),
/// <c>Backup:EveryHours</c> (0: never), <c>Backup:Keep</c>, <c>Backup:PassphraseFile</c>. The demo is copied only when told to.
/// </summary>
public sealed partial class CopySchedule(DataFolder folder, IClock clock, IConfiguration settings, ILogger<CopySchedule> log)
    : BackgroundService
{
    private const double DefaultHours = 24;
    private const int DefaultKeep = 7;

    /// <summary>A copy this much older than it should be is late: the night the machine was off is not yet a fault.</summary>
    private const double Grace = 2;

    private static readonly TimeSpan Look = TimeSpan.FromMinutes(1);
    private const int HeadShown = 12;
    private static readonly InstantPattern Stamp = InstantPattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmssfff'Z'");
    private readonly SemaphoreSlim one = new(1);
    private volatile string? trouble;

    private double EveryHours => settings.GetValue("Backup:EveryHours", settings.GetValue("demo", false) ? 0 : DefaultHours);

    private string Folder => Path.GetFullPath(settings["Backup:Folder"] ?? Path.Combine(folder.Path, "copies"));

    public CopiesView View()
    {
        var copies = Copies();
        var age = copies.Count == 0 ? (double?)null : (clock.GetCurrentInstant() - copies[0].At).TotalHours;
        var late = EveryHours > 0 && (age is null ? trouble is not null : age > EveryHours * Grace);
        return new(EveryHours, Folder, settings["Backup:PassphraseFile"] is { Length: > 0 }, age, late, trouble, copies);
    }

    /// <exception cref="DataException">It could not be taken; the message says why.</exception>
    public async Task Take(IActor by)
    {
        await one.WaitAsync();
        try
        {
            var at = clock.GetCurrentInstant();
            await Task.Run(() =>
            {
                Directories.Private(Folder);
                var phrase = Passphrases.FromFile(settings["Backup:PassphraseFile"]);
                var name = Path.Combine(Folder, $"lantern-{Stamp.Format(at)}");
                var taken = new Backup(clock, by).Take(folder.Path, name, passphrase: phrase);
                File.Move(name, taken.Head is { } head ? $"{name}-{head[..HeadShown]}.db" : $"{name}.db");
                foreach (var old in Copies().Skip(Math.Max(1, settings.GetValue("Backup:Keep", DefaultKeep))))
                {
                    File.Delete(Path.Combine(Folder, old.Name));
                }
            });
            trouble = null;
        }
        catch (Exception e) when (DataFaults.Sentence(e, Folder) is { } sentence)
        {
            trouble = sentence;
            Failed(log, sentence);
            throw new DataException(sentence);
        }
        finally
        {
            one.Release();
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Look);
        while (EveryHours > 0 && await timer.WaitForNextTickAsync(stoppingToken))
        {
            if (Copies().FirstOrDefault() is not { } last || (clock.GetCurrentInstant() - last.At).TotalHours >= EveryHours)
            {
                try
                {
                    await Take(new NamedActor("the program"));
                }
                catch (DataException)
                {
                    // Told to the owner, and tried again with the next look.
                }
            }
        }
    }

    private List<CopyLine> Copies() =>
        !Directory.Exists(Folder)
            ? []
            :
            [
                .. new DirectoryInfo(Folder)
                    .EnumerateFiles("lantern-*.db")
                    .Select(f => (File: f, Parts: Path.GetFileNameWithoutExtension(f.Name).Split('-')))
                    .Select(f => (f.File, At: Stamp.Parse(f.Parts[1]), Head: f.Parts.ElementAtOrDefault(2)))
                    .Where(f => f.At.Success)
                    .Select(f => new CopyLine(f.File.Name, f.At.Value, f.File.Length, f.Head))
                    .OrderByDescending(c => c.At),
            ];

    [LoggerMessage(LogLevel.Error, "No copy was taken: {Sentence}")]
    private static partial void Failed(ILogger log, string sentence);
}

/// <summary>The copies, for the owner.</summary>
public static class CopyEndpoints
{
    public static void MapCopies(this RouteGroupBuilder api)
    {
        api.MapGet("/copies", (CopySchedule copies) => copies.View()).RequireAuthorization(Policies.Own);
        api.MapPost(
                "/copies",
                async (CopySchedule copies, CurrentPerson person) =>
                {
                    await copies.Take(person);
                    return copies.View();
                }
            )
            .RequireAuthorization(Policies.Own);
    }
}
