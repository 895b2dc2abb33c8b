using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

public class PictureTests
{
    private static Picture Draw(List<Vec3> corners) => Picture.Of(Solids.Soup(corners).InMm(1), 96, 72);

    [Fact]
    public void The_part_is_centred_and_fills_the_picture_without_touching_its_edge()
    {
        var picture = Draw(Solids.Sphere(10, 40));
        var covered = Enumerable.Range(0, 96 * 72).Where(i => picture.Coverage[i] > 0).ToList();
        var (left, right) = (covered.Min(i => i % 96), covered.Max(i => i % 96));
        Assert.InRange(covered.Count, 0.15 * 96 * 72, 0.75 * 96 * 72);
        Assert.Equal(left, 95 - right, 2.0);
        Assert.True(left > 0);
    }

    [Fact]
    public void Size_and_place_do_not_change_the_picture()
    {
        var one = Draw(Solids.Block(10, 20, 5));
        var other = Draw(Solids.Block(10, 20, 5).ConvertAll(v => v * 40 + new Vec3(1000, -70, 3)));
        var differing = Enumerable.Range(0, one.Shade.Length).Count(i => Math.Abs(one.Shade[i] - other.Shade[i]) > 8);
        Assert.InRange(differing, 0, 40);
    }

    [Fact]
    public void Faces_turned_from_each_other_are_shaded_apart()
    {
        var picture = Draw(Solids.Block(10, 10, 10));
        var shades = Enumerable
            .Range(0, picture.Shade.Length)
            .Where(i => picture.Coverage[i] == 255)
            .Select(i => picture.Shade[i])
            .GroupBy(s => s)
            .Count(g => g.Count() > 100);
        Assert.Equal(3, shades);
    }

    [Fact]
    public void What_stands_in_front_hides_what_stands_behind()
    {
        // The small block is wholly behind the large one as seen from the front right above.
        var large = Solids.Block(10, 10, 10);
        var hidden = Solids.Block(1, 1, 1, new Vec3(4.5, 4.5, 4.5));
        Assert.Equal(Draw(large).Shade, Draw([.. large, .. hidden]).Shade);
    }
}
