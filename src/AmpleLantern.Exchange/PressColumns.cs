using System.Text.Json;
using System.Text.Json.Serialization;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Exchange;

/// <summary>
/// The presses of a step as columns, times in tenths of a second from the press before: half the room of one object each. Presses
/// written as objects, as older records have them, are read as well.
/// </summary>
internal sealed class PressColumns : JsonConverter<IReadOnlyList<Press>>
{
    private sealed record Columns(
        int[] Station,
        string?[]? Place,
        long[] Start,
        long[] Seconds,
        int[] Level,
        double[] Sink,
        double[] Hold,
        double[] Release,
        int?[]? Breaths
    );

    public override IReadOnlyList<Press> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType is JsonTokenType.StartArray)
        {
            return JsonSerializer.Deserialize<Press[]>(ref reader, OpenJson.Options)!;
        }

        var c = JsonSerializer.Deserialize<Columns>(ref reader, OpenJson.Options)!;
        var presses = new Press[c.Station.Length];
        var start = 0L;
        for (var i = 0; i < presses.Length; i++)
        {
            start += c.Start[i];
            presses[i] = new(
                c.Station[i],
                c.Place?[i],
                start / Tenths,
                c.Seconds[i] / Tenths,
                One(c.Level, i),
                One(c.Sink, i),
                One(c.Hold, i),
                One(c.Release, i),
                c.Breaths is null ? null : One(c.Breaths, i)
            );
        }

        return presses;
    }

    public override void Write(Utf8JsonWriter writer, IReadOnlyList<Press> value, JsonSerializerOptions options)
    {
        var starts = value.Select(p => InTenths(p.StartSeconds)).ToArray();
        JsonSerializer.Serialize(
            writer,
            new Columns(
                [.. value.Select(p => p.Station)],
                value.Any(p => p.Place is not null) ? [.. value.Select(p => p.Place)] : null,
                [.. starts.Select((s, i) => i == 0 ? s : s - starts[i - 1])],
                [.. value.Select(p => InTenths(p.Seconds))],
                Short([.. value.Select(p => p.Level)]),
                Short([.. value.Select(p => p.SinkSeconds)]),
                Short([.. value.Select(p => p.HoldSeconds)]),
                Short([.. value.Select(p => p.ReleaseSeconds)]),
                value.Any(p => p.Breaths is not null) ? Short([.. value.Select(p => p.Breaths)]) : null
            ),
            OpenJson.Options
        );
    }

    private const double Tenths = 10;

    private static long InTenths(double seconds) => (long)Math.Round(seconds * Tenths);

    /// <summary>A column that says the same all the way down is said once.</summary>
    private static T[] Short<T>(T[] column) => column.Length > 1 && column.All(x => Equals(x, column[0])) ? [column[0]] : column;

    private static T One<T>(T[] column, int i) => column.Length == 1 ? column[0] : column[i];
}
