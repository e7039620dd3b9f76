using System.IO.Compression;
using AmpleLantern.Core.Training;

namespace AmpleLantern.Devices;

/// <summary>Packs recordings: differences of rounded values as variable-length integers, then Brotli. An hour stays under 2 MB.</summary>
public static class Recordings
{
    // Milliseconds, tenths of newtons, hundredths of breath and tension, hundredths of a centimetre.
    private const double PerSecond = 1000;
    private const double PerNewton = 10;
    private const double PerHundredth = 100;
    private const byte Version = 1;

    public static byte[] Pack(IReadOnlyList<MatSample> samples)
    {
        using var packed = new MemoryStream();
        using (var brotli = new BrotliStream(packed, CompressionLevel.Optimal))
        using (var writer = new BinaryWriter(brotli))
        {
            writer.Write(Version);
            writer.Write7BitEncodedInt(samples.Count);
            // Column by column: like lies beside like and packs better.
            foreach (var column in Columns)
            {
                long before = 0;
                foreach (var sample in samples)
                {
                    var value = column.Get(sample) is { } v ? (long)Math.Round(v * column.Per) : Missing;
                    writer.Write7BitEncodedInt64(ZigZag(value - before));
                    before = value;
                }
            }
        }

        return packed.ToArray();
    }

    public static IReadOnlyList<MatSample> Unpack(byte[] packed)
    {
        using var reader = new BinaryReader(new BrotliStream(new MemoryStream(packed), CompressionMode.Decompress));
        if (reader.ReadByte() != Version)
        {
            throw new InvalidDataException("The recording was packed by another version of the program.");
        }

        var columns = new double?[Columns.Length][];
        var count = reader.Read7BitEncodedInt();
        for (var c = 0; c < columns.Length; c++)
        {
            columns[c] = new double?[count];
            long value = 0;
            for (var i = 0; i < count; i++)
            {
                value += UnZigZag(reader.Read7BitEncodedInt64());
                columns[c][i] = value == Missing ? null : value / Columns[c].Per;
            }
        }

        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(i => new MatSample(
                    columns[0][i]!.Value,
                    columns[1][i]!.Value,
                    columns[2][i]!.Value,
                    columns[3][i],
                    columns[4][i],
                    columns[5][i]
                )),
        ];
    }

    private const long Missing = -1_000_000;

    private static readonly (double Per, Func<MatSample, double?> Get)[] Columns =
    [
        (PerSecond, s => s.Seconds),
        (PerNewton, s => s.Left),
        (PerNewton, s => s.Right),
        (PerHundredth, s => s.Breath),
        (PerHundredth, s => s.Tension),
        (PerHundredth, s => s.DepthCm),
    ];

    private static long ZigZag(long value) => (value << 1) ^ (value >> 63);

    private static long UnZigZag(long value) => (long)((ulong)value >> 1) ^ -(value & 1);
}
