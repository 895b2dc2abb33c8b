using SkiaSharp;
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
        Assert.Equal(
            (Disc.VertexCount, Disc.TriangleCount, Disc.TriangleCount),
            (BitConverter.ToInt32(bytes, 0), BitConverter.ToInt32(bytes, 4), BitConverter.ToInt32(bytes, 8))
        );
        Assert.Equal(12 + 12 * Disc.VertexCount + 12 * Disc.TriangleCount, bytes.Length);
        var places = Enumerable.Range(0, 3 * Disc.VertexCount).Select(i => BitConverter.ToSingle(bytes, 12 + 4 * i)).ToList();
        Assert.Equal(13, places.Max(), 1e-4);
        Assert.Equal(Disc.Corners[^1], BitConverter.ToInt32(bytes, bytes.Length - 4));
    }

    [Fact]
    public void The_maps_hold_counts_draft_walls_regions_and_divisions()
    {
        var maps = new ShapeMaps([1, 2, 0], [3, 4, 5, 6, 7], [13, 14, 15, 16, float.NaN], [0, 1, 1, 0, 2], [-90, 0.5f, 45]);
        var bytes = Drawing.Of(maps);
        Assert.Equal((3, 5), (BitConverter.ToInt32(bytes, 0), BitConverter.ToInt32(bytes, 4)));
        Assert.Equal(8 + 3 * 4 + 5 * 4 * 2 + 5 * 2 + 3, bytes.Length);
        Assert.Equal(
            (-90f, 3f, 13f, 2),
            (
                BitConverter.ToSingle(bytes, 8),
                BitConverter.ToSingle(bytes, 20),
                BitConverter.ToSingle(bytes, 40),
                (int)BitConverter.ToUInt16(bytes, 68)
            )
        );
        Assert.Equal(2, bytes[^2]);
    }

    [Fact]
    public void A_part_of_many_triangles_is_drawn_with_fewer_that_know_where_they_came_from()
    {
        const int side = 420;
        var soup = new float[18 * side * side];
        for (var i = 0; i < side * side; i++)
        {
            float x = i % side,
                y = i / side;
            new[] { x, y, 0, x + 1, y, 0, x, y + 1, 0, x + 1, y, 0, x + 1, y + 1, 0, x, y + 1, 0 }.CopyTo(soup, 18 * i);
        }

        var bytes = Drawing.Of(MeshCheck.Run(TriangleSoup.Of("stl-binary", soup), LengthUnit.Mm).Mesh, 1);
        int vertices = BitConverter.ToInt32(bytes, 0),
            drawn = BitConverter.ToInt32(bytes, 4),
            all = BitConverter.ToInt32(bytes, 8);
        Assert.Equal(2 * side * side, all);
        Assert.InRange(drawn, 50_000, 300_000);
        Assert.Equal(12 + 12 * vertices + 16 * drawn, bytes.Length);
        Assert.InRange(BitConverter.ToInt32(bytes, bytes.Length - 4), all / 2, all - 1);
    }

    [Fact]
    public void The_picture_comes_back_from_its_png_as_it_was()
    {
        var picture = Picture.Of(Disc, 96, 72);
        using var read = SKBitmap.Decode(Png.Of(picture), new SKImageInfo(96, 72, SKColorType.Rgba8888, SKAlphaType.Unpremul));
        Assert.Contains(picture.Coverage, c => c == 255);
        for (var i = 0; i < picture.Shade.Length; i++)
        {
            var pixel = read.GetPixel(i % 96, i / 96);
            Assert.Equal(picture.Coverage[i], pixel.Alpha);
            if (pixel.Alpha == 255)
                Assert.Equal((picture.Shade[i], picture.Shade[i], picture.Shade[i]), (pixel.Red, pixel.Green, pixel.Blue));
        }
    }
}
