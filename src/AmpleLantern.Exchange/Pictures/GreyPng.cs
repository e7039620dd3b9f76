using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;
using System.Text;
using AmpleLantern.Core.Pressure.Weights;

namespace AmpleLantern.Exchange.Pictures;

/// <summary>Writes a grey picture as PNG (ISO/IEC 15948), eight bits a pixel.</summary>
public static class GreyPng
{
    private static readonly byte[] Signature = [137, 80, 78, 71, 13, 10, 26, 10];
    private const byte SubtractLeft = 1;

    public static byte[] Write(int width, int height, ReadOnlySpan<byte> pixels)
    {
        using var png = new MemoryStream();
        png.Write(Signature);
        Span<byte> header = stackalloc byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, width);
        BinaryPrimitives.WriteInt32BigEndian(header[4..], height);
        header[8] = 8;
        Chunk(png, "IHDR", header);
        Chunk(png, "IDAT", Rows(width, height, pixels));
        Chunk(png, "IEND", []);
        return png.ToArray();
    }

    private static byte[] Rows(int width, int height, ReadOnlySpan<byte> pixels)
    {
        using var packed = new MemoryStream();
        using (var zlib = new ZLibStream(packed, CompressionLevel.SmallestSize, leaveOpen: true))
        {
            for (var y = 0; y < height; y++)
            {
                zlib.WriteByte(SubtractLeft);
                var row = pixels.Slice(y * width, width);
                for (var x = 0; x < width; x++)
                {
                    zlib.WriteByte((byte)(row[x] - (x > 0 ? row[x - 1] : 0)));
                }
            }
        }

        return packed.ToArray();
    }

    private static void Chunk(Stream png, string kind, ReadOnlySpan<byte> data)
    {
        Span<byte> number = stackalloc byte[4];
        BinaryPrimitives.WriteInt32BigEndian(number, data.Length);
        png.Write(number);
        byte[] body = [.. Encoding.ASCII.GetBytes(kind), .. data];
        png.Write(body);
        BinaryPrimitives.WriteUInt32BigEndian(number, Crc32.HashToUInt32(body));
        png.Write(number);
    }
}
