using System.Buffers.Binary;
using System.IO.Compression;
using System.IO.Hashing;
using System.Text;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Server.Part;

namespace Stampo.Server.Tests;

public class DrawingTests
{
    private static readonly Mesh Disc = MeshCheck.Run(StampoServer.DemoMesh("vent-disc.stl"), LengthUnit.Cm).Mesh;

    [Fact]
    public void The_drawing_holds_counts_places_in_the_files_unit_and_corners()
    {
        var bytes = Drawing.Of(Disc, LengthUnit.Cm.Millimetres());
        Assert.Equal((Disc.VertexCount, Disc.TriangleCount), (BitConverter.ToInt32(bytes, 0), BitConverter.ToInt32(bytes, 4)));
        Assert.Equal(8 + 12 * Disc.VertexCount + 12 * Disc.TriangleCount, bytes.Length);
        var places = Enumerable.Range(0, 3 * Disc.VertexCount).Select(i => BitConverter.ToSingle(bytes, 8 + 4 * i)).ToList();
        Assert.Equal(13, places.Max(), 1e-4);
        Assert.Equal(Disc.Corners[^1], BitConverter.ToInt32(bytes, bytes.Length - 4));
    }

    [Fact]
    public void The_picture_is_a_sound_png()
    {
        var picture = Picture.Of(Disc, 32, 24);
        var png = Png.Of(picture);
        var chunks = Chunks(png).ToList();
        Assert.Equal(["IHDR", "IDAT", "IEND"], chunks.Select(c => c.Type));
        var header = chunks[0].Data;
        Assert.Equal((32, 24, 8, 4), (BinaryPrimitives.ReadInt32BigEndian(header), BinaryPrimitives.ReadInt32BigEndian(header.AsSpan(4)), header[8], header[9]));

        using var rows = new MemoryStream();
        using (var zip = new ZLibStream(new MemoryStream(chunks[1].Data), CompressionMode.Decompress))
            zip.CopyTo(rows);
        var raw = rows.ToArray();
        Assert.Equal(24 * (1 + 2 * 32), raw.Length);
        for (var i = 0; i < 32 * 24; i++)
        {
            var at = i / 32 * 65 + 1 + 2 * (i % 32);
            Assert.Equal((picture.Shade[i], picture.Coverage[i]), (raw[at], raw[at + 1]));
        }
    }

    private static IEnumerable<(string Type, byte[] Data)> Chunks(byte[] png)
    {
        for (var at = 8; at < png.Length;)
        {
            var length = BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(at));
            Assert.Equal(Crc32.HashToUInt32(png.AsSpan(at + 4, 4 + length)), BinaryPrimitives.ReadUInt32BigEndian(png.AsSpan(at + 8 + length)));
            yield return (Encoding.ASCII.GetString(png, at + 4, 4), png[(at + 8)..(at + 8 + length)]);
            at += 12 + length;
        }
    }
}
