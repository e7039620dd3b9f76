using System.Diagnostics;
using System.Globalization;

namespace AmpleLantern.Bench;

/// <summary>The built program in a process of its own, with demo data, to be measured or killed.</summary>
public sealed class LiveServer : IDisposable
{
    private static readonly TimeSpan LongestStart = TimeSpan.FromMinutes(2);
    private readonly Process process;

    private LiveServer(Process process, Uri address) => (this.process, Address) = (process, address);

    public Uri Address { get; }

    public static LiveServer Start(string folder, int port)
    {
        var web = Path.Combine(ClientSize.Root(), "src", "AmpleLantern.Web");
        var address = new Uri(string.Create(CultureInfo.InvariantCulture, $"http://127.0.0.1:{port}"));
        var process = Process.Start(
            new ProcessStartInfo(
                "dotnet",
                [
                    Path.Combine(web, "bin", "Release", "net10.0", "AmpleLantern.Web.dll"),
                    "--contentRoot",
                    web,
                    "--environment",
                    "Production",
                    "--urls",
                    address.ToString(),
                    "--data",
                    folder,
                    "--demo",
                    "true",
                    "--Access:SignInTriesPerMinute",
                    "100000",
                ]
            )
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        process.OutputDataReceived += (_, _) => { };
        process.ErrorDataReceived += (_, _) => { };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        return new(process, address);
    }

    /// <summary>The built program as it is called from the shell.</summary>
    public static Process Command(params string[] words) =>
        Process.Start(
            new ProcessStartInfo(
                "dotnet",
                [Path.Combine(ClientSize.Root(), "src", "AmpleLantern.Web", "bin", "Release", "net10.0", "AmpleLantern.Web.dll"), .. words]
            )
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;

    /// <summary>Waits until it answers; the first start seeds the demo, on a busy machine slowly.</summary>
    /// <param name="seconds">How long it may take; two minutes when not said.</param>
    public async Task Up(double? seconds = null)
    {
        using var http = new HttpClient();
        var since = Stopwatch.GetTimestamp();
        while (Stopwatch.GetElapsedTime(since) < (seconds is { } s ? TimeSpan.FromSeconds(s) : LongestStart))
        {
            try
            {
                if ((await http.GetAsync(new Uri(Address, "/api/me"))).IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
                // Not listening yet.
            }

            await Task.Delay(50);
        }

        throw new InvalidOperationException("The program did not start within two minutes.");
    }

    /// <summary>SIGKILL: no chance to put anything in order.</summary>
    public void Kill()
    {
        process.Kill();
        process.WaitForExit();
    }

    public void Dispose() => process.Dispose();
}
