using System.Globalization;
using System.Runtime.CompilerServices;
using AmpleLantern.Core;
using AmpleLantern.Core.Training;
using CsvHelper;
using CsvHelper.Configuration;

namespace AmpleLantern.Devices;

/// <summary>Plays a recording again in its own time.</summary>
/// <param name="speed">How many times as fast as it was recorded.</param>
public sealed class ReplayMat(IReadOnlyList<MatSample> samples, double speed = 1) : IPressureMat
{
    public string Name => "recording";

    /// <summary>The clock it plays by.</summary>
    public TimeProvider Time { get; init; } = TimeProvider.System;

    public async IAsyncEnumerable<MatSample> Read([EnumeratorCancellation] CancellationToken cancelled)
    {
        var began = Time.GetTimestamp();
        foreach (var sample in samples)
        {
            var wait = (sample.Seconds / speed) - Time.GetElapsedTime(began).TotalSeconds;
            if (wait > 0)
            {
                await Task.Delay(TimeSpan.FromSeconds(wait), Time, cancelled).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
                if (cancelled.IsCancellationRequested)
                {
                    yield break;
                }
            }

            yield return sample;
        }
    }
}

/// <summary>
/// Recordings as comma-separated text: <c>seconds,left,right</c> and, where the mat can tell, <c>breath,tension,depthCm</c>.
/// </summary>
public static class MatCsv
{
    private const int MostRows = 400_000;
    private static readonly CsvConfiguration Shape = new(CultureInfo.InvariantCulture)
    {
        PrepareHeaderForMatch = h => h.Header.Trim().ToLowerInvariant(),
        HeaderValidated = null,
        MissingFieldFound = null,
        NewLine = "\n",
    };

    public static string Write(IEnumerable<MatSample> samples)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(text, Shape);
        csv.Context.RegisterClassMap<Columns>();
        csv.WriteRecords(samples);
        csv.Flush();
        return text.ToString();
    }

    /// <exception cref="RefusalException">It is no such text; the message names the line.</exception>
    public static IReadOnlyList<MatSample> Read(string text)
    {
        using var csv = new CsvReader(new StringReader(text), Shape);
        RefusalException.Unless(
            csv.Read()
                && csv.ReadHeader()
                && Needed.All(n => csv.HeaderRecord!.Any(h => h.Trim().Equals(n, StringComparison.OrdinalIgnoreCase))),
            "bad-recording",
            $"The first line must name the columns {string.Join(", ", Needed)}.",
            ""
        );
        var samples = new List<MatSample>();
        while (csv.Read())
        {
            var line = csv.Parser.Row;
            RefusalException.Unless(
                samples.Count < MostRows,
                "recording-too-long",
                "A recording has at most 400,000 lines: cut it into pieces.",
                ""
            );
            var sample = new MatSample(
                Number("seconds"),
                Number("left"),
                Number("right"),
                Maybe("breath"),
                Maybe("tension"),
                Maybe("depthcm")
            );
            RefusalException.Unless(
                samples.Count == 0 || sample.Seconds > samples[^1].Seconds,
                "bad-recording",
                $"Line {line}: the seconds must go up.",
                ""
            );
            RefusalException.Unless(
                sample is { Left: >= 0 and <= 5000, Right: >= 0 and <= 5000 },
                "bad-recording",
                $"Line {line}: a force is between 0 and 5000 N.",
                ""
            );
            samples.Add(sample);

            double Number(string name) =>
                csv.TryGetField<double>(name, out var value) && double.IsFinite(value)
                    ? value
                    : throw new RefusalException("bad-recording", $"Line {line}: '{csv.GetField(name)}' is not a number for {name}.", "");

            double? Maybe(string name) => csv.TryGetField<double?>(name, out var value) ? value : null;
        }

        RefusalException.Unless(samples.Count > 0, "bad-recording", "There is no reading below the first line.", "");
        return samples;
    }

    private static readonly string[] Needed = ["seconds", "left", "right"];

    private sealed class Columns : ClassMap<MatSample>
    {
        public Columns()
        {
            Map(s => s.Seconds).Name("seconds");
            Map(s => s.Left).Name("left");
            Map(s => s.Right).Name("right");
            Map(s => s.Breath).Name("breath");
            Map(s => s.Tension).Name("tension");
            Map(s => s.DepthCm).Name("depthCm");
        }
    }
}
