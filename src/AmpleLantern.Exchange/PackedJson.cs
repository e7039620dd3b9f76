using System.Buffers;
using System.IO.Compression;
using System.Text.Json;
using AmpleLantern.Core.Bodies.Drawing;

namespace AmpleLantern.Exchange;

/// <summary>
/// JSON pressed small for keeping: a byte that says how (1: Brotli) and the rest. Plain JSON text, as older records have it, is read
/// as it is.
/// </summary>
public static class PackedJson
{
    private const byte Brotli = 1;

    // Half a millisecond more for a plan than the quickest, and a sixth less of it.
    private const int Quick = 5;
    private const int Smallest = 11;
    private const int Window = 22;

    private static readonly JsonSerializerOptions Options = new(OpenJson.Options) { Converters = { new PressColumns() } };

    /// <param name="smallest">Takes some tenths of a second for a tenth less: for what is written once and kept for ever.</param>
    public static byte[] Write<T>(T value, bool smallest = false)
    {
        var plain = JsonSerializer.SerializeToUtf8Bytes(value, Options);
        var packed = new byte[1 + BrotliEncoder.GetMaxCompressedLength(plain.Length)];
        packed[0] = Brotli;
        return BrotliEncoder.TryCompress(plain, packed.AsSpan(1), out var length, smallest ? Smallest : Quick, Window)
            ? packed[..(1 + length)]
            : plain;
    }

    /// <exception cref="JsonException">It is no document of this kind.</exception>
    public static T Read<T>(byte[] bytes)
    {
        if (bytes is not [Brotli, ..])
        {
            return JsonSerializer.Deserialize<T>(bytes, Options)!;
        }

        for (var room = bytes.Length * UsuallyLarger; ; room *= 2)
        {
            var plain = ArrayPool<byte>.Shared.Rent(room);
            try
            {
                using var unpack = new BrotliDecoder();
                switch (unpack.Decompress(bytes.AsSpan(1), plain, out _, out var length))
                {
                    case OperationStatus.Done:
                        return JsonSerializer.Deserialize<T>(plain.AsSpan(0, length), Options)!;
                    case OperationStatus.DestinationTooSmall:
                        continue;
                    default:
                        throw new JsonException("A packed document is cut off or damaged.");
                }
            }
            finally
            {
                ArrayPool<byte>.Shared.Return(plain);
            }
        }
    }

    private const int UsuallyLarger = 16;
}
