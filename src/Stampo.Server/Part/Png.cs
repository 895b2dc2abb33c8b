using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;
using Stampo.Core.Geometry;

namespace Stampo.Server.Part;

/// <summary>Writes a grey picture with transparency as PNG (ISO/IEC 15948): one filterless image, nothing else.</summary>
public static class Png
{
    private static readonly byte[] Signature = [0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A];

    public static byte[] Of(Picture picture)
    {
        using var png = new MemoryStream();
        png.Write(Signature);
        Span<byte> header = stackalloc byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, picture.Width);
        BinaryPrimitives.WriteInt32BigEndian(header[4..], picture.Height);
        header[8] = 8; // bits a sample
        header[9] = 4; // grey with alpha
        Chunk(png, "IHDR"u8, header);
        Chunk(png, "IDAT"u8, Rows(picture));
        Chunk(png, "IEND"u8, []);
        return png.ToArray();
    }

    private static byte[] Rows(Picture picture)
    {
        using var packed = new MemoryStream();
        using (var zip = new ZLibStream(packed, CompressionLevel.Optimal))
        {
            var row = new byte[1 + 2 * picture.Width];
            for (var y = 0; y < picture.Height; y++)
            {
                for (var x = 0; x < picture.Width; x++)
                {
                    row[1 + 2 * x] = picture.Shade[y * picture.Width + x];
                    row[2 + 2 * x] = picture.Coverage[y * picture.Width + x];
                }

                zip.Write(row);
            }
        }

        return packed.ToArray();
    }

    private static void Chunk(MemoryStream png, ReadOnlySpan<byte> type, ReadOnlySpan<byte> data)
    {
        Span<byte> number = stackalloc byte[4];
        BinaryPrimitives.WriteInt32BigEndian(number, data.Length);
        png.Write(number);
        png.Write(type);
        png.Write(data);
        var crc = new Crc32();
        crc.Append(type);
        crc.Append(data);
        BinaryPrimitives.WriteUInt32BigEndian(number, crc.GetCurrentHashAsUInt32());
        png.Write(number);
    }
}
