using System.IO.Compression;
using System.Text.Json;

namespace AmpleLantern.Exchange;

/// <summary>
/// JSON pressed small for keeping: a byte that says how (1: Brotli) and the rest. Plain JSON text, as older records have it, is read
/// as it is.
/// </summary>
public static class PackedJson
{
    private const byte Brotli = 1;
    private const int Quick = 9;
    private const int Smallest = 11;
    private const int Window = 22;

    private static readonly JsonSerializerOptions Options = new(OpenJson.Options) { Converters = { new PressColumns() } };

    /// <param name="smallest">Takes some tenths of a second for a tenth less: for what is written once and kept for ever.</param>
    public static byte[] Write<T>(T value, bool smallest = false)
    {
        var plain = JsonSerializer.SerializeToUtf8Bytes(value, Options);
        var packed = new byte[1 + BrotliEncoder.GetMaxCompressedLength(plain.Length)];
        packed[0] = Brotli;
        return BrotliEncoder.TryCompress(plain, packed.AsSpan(1), out var length, smallest ? Smallest : Quick, Window) ? packed[..(1 + length)] : plain;
    }

    /// <exception cref="JsonException">It is no document of this kind.</exception>
    public static T Read<T>(byte[] bytes) => JsonSerializer.Deserialize<T>(Plain(bytes), Options)!;

    private static byte[] Plain(byte[] bytes)
    {
        if (bytes is not [Brotli, ..])
        {
            return bytes;
        }

        using var unpack = new BrotliStream(new MemoryStream(bytes, 1, bytes.Length - 1), CompressionMode.Decompress);
        using var plain = new MemoryStream(bytes.Length * 8);
        unpack.CopyTo(plain);
        return plain.ToArray();
    }
}
