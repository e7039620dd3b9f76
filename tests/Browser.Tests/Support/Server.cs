using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace AmpleLantern.Browser.Tests.Support;

/// <summary>The real program in its own process, on a free port, with demo data in a folder of its own.</summary>
public class Server : IAsyncLifetime
{
    private static readonly string Root = FindRoot();
    private readonly string folder = Path.Combine(Path.GetTempPath(), $"lantern-browser-{Guid.NewGuid():n}");

    /// <summary>A start takes some seconds; beside other work on a slow machine, many.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(90);

    private readonly int port = FreePort();
    private Process? process;

    /// <summary>Minutes a page may lie idle before it locks.</summary>
    protected virtual double IdleMinutes => 15;

    public string Address => $"http://127.0.0.1:{port}";

    /// <summary>The same by name: passkeys are bound to one.</summary>
    public string NamedAddress => $"http://localhost:{port}";

    public static string AxeScript => File.ReadAllText(Path.Combine(Root, "client", "node_modules", "axe-core", "axe.min.js"));

    /// <summary>The demo as last filled, and since when: its session goes by the clock of the wall, so old ones are not copied.</summary>
    private static (Task<string> Folder, Stopwatch Age)? filled;

    private static readonly Lock Filling = new();
    private static readonly TimeSpan Fresh = TimeSpan.FromMinutes(10);

    /// <summary>The folder of a demo of the last minutes; every server has a copy of it. Removed when the tests end.</summary>
    private static Task<string> Filled()
    {
        lock (Filling)
        {
            if (filled is not { } last || last.Age.Elapsed > Fresh || last.Folder.IsFaulted)
            {
                filled = last = (Fill(), Stopwatch.StartNew());
            }

            return last.Folder;
        }
    }

    private static async Task<string> Fill()
    {
        var first = new Server();
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(first.folder, recursive: true);
        await first.Start();
        first.Kill();
        return first.folder;
    }

    public async ValueTask InitializeAsync()
    {
        var from = await Filled();
        Directory.CreateDirectory(folder);
        // Besides the database what was written to it last.
        foreach (var file in Directory.GetFiles(from, "lantern.db*"))
        {
            File.Copy(file, Path.Combine(folder, Path.GetFileName(file)));
        }

        await Start();
    }

    public async Task Start()
    {
        var web = Path.Combine(Root, "src", "AmpleLantern.Web");
        process = Process.Start(
            new ProcessStartInfo(
                "dotnet",
                [
                    Path.Combine(web, "bin", "Release", "net10.0", "AmpleLantern.Web.dll"),
                    "--contentRoot",
                    web,
                    "--environment",
                    "Production",
                    "--urls",
                    Address,
                    "--data",
                    folder,
                    "--ahead",
                    "false",
                    "--figures",
                    Path.Combine(Path.GetTempPath(), "lantern-figures"),
                    "--demo",
                    "true",
                    "--Access:SignInTriesPerMinute",
                    "1000",
                    "--Access:IdleMinutes",
                    IdleMinutes.ToString(System.Globalization.CultureInfo.InvariantCulture),
                ]
            )
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        var said = new System.Text.StringBuilder();
        process.OutputDataReceived += (_, _) => { };
        process.ErrorDataReceived += (_, line) => said.AppendLine(line.Data);
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        using var http = new HttpClient();
        for (var since = Stopwatch.StartNew(); since.Elapsed < Patience && !process.HasExited; )
        {
            try
            {
                if ((await http.GetAsync(new Uri($"{Address}/api/me"))).IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
                // Not listening yet.
            }

            await Task.Delay(100);
        }

        throw new InvalidOperationException(
            $"The server did not start within {Patience.TotalSeconds} seconds{(process.HasExited ? $", it ended with {process.ExitCode}" : "")}: {said}"
        );
    }

    /// <summary>SIGKILL: no chance to put anything in order.</summary>
    public void Kill()
    {
        process!.Kill(entireProcessTree: true);
        process.WaitForExit();
        process.Dispose();
        process = null;
    }

    public ValueTask DisposeAsync()
    {
        if (process is not null)
        {
            Kill();
        }

        Directory.Delete(folder, recursive: true);
        GC.SuppressFinalize(this);
        return ValueTask.CompletedTask;
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private static string FindRoot()
    {
        var at = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(at, "AmpleLantern.slnx")))
        {
            at = Path.GetDirectoryName(at) ?? throw new InvalidOperationException("Run the tests inside the repository.");
        }

        return at;
    }
}

/// <summary>A server whose pages lock after a few seconds.</summary>
public sealed class ImpatientServer : Server
{
    protected override double IdleMinutes => 0.1;
}

/// <summary>One server for all that only looks.</summary>
[CollectionDefinition(nameof(LookedAt))]
public sealed class LookedAt : ICollectionFixture<Server>;

/// <summary>What goes by the clock of the wall, and so alone.</summary>
[CollectionDefinition(nameof(ByTheClock), DisableParallelization = true)]
public sealed class ByTheClock;
