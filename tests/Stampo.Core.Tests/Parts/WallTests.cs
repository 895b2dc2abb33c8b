using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Parts;

/// <summary>Wall by the largest ball, on solids whose walls are known.</summary>
public class WallTests
{
    private static ShapeStudy Study(List<Vec3> corners) =>
        ShapeCheck.Study(MeshCheck.Run(Solids.Soup(corners), LengthUnit.Mm), new Vec3(0, 0, 1), Progress.None)!;

    private static ShapeFigures Figures(List<Vec3> corners) => Study(corners).Figures;

    [Fact]
    public void A_cube_is_as_thick_everywhere_as_its_side()
    {
        var figures = Figures(Solids.Block(10, 10, 10));
        Assert.All(
            new[] { figures.WallMm!.Min, figures.WallMm.P1, figures.WallMm.Median, figures.WallMm.Max },
            wall => Assert.Equal(10, wall, 1e-6)
        );
        Assert.Equal("sphere", figures.WallMm.Method);
        Assert.Equal(10, figures.Section!.DiameterMm, 0.01);
    }

    [Fact]
    public void A_plate_is_as_thick_at_its_rim_as_in_its_middle() =>
        Gen.Select(Gen.Double[0.4, 4], Gen.Double[30, 90], Gen.Double[0, 3])
            .Sample(
                (wall, side, turn) =>
                {
                    var figures = Figures(Solids.Rotated(Solids.Block(side, 40, wall), new Vec3(1, 2, 3), turn));
                    return figures.WallMm is { } w
                        && Near(w.Min, wall)
                        && Near(w.Median, wall)
                        && Near(w.Max, wall)
                        && Near(figures.Section!.DiameterMm, wall);
                },
                iter: 12
            );

    [Fact]
    public void A_bar_is_measured_across_and_not_along()
    {
        var figures = Figures(Solids.Block(8, 8, 200));
        Assert.Equal(8, figures.WallMm!.Median, 0.16);
        Assert.Equal(8, figures.WallMm.Max, 0.16);
        Assert.Equal(200, figures.WallRayMm!.Max, 1e-6);
    }

    [Theory]
    [InlineData(8, 10)]
    [InlineData(4, 10)]
    public void A_tube_has_its_wall(double inner, double outer)
    {
        var wall = Figures(Turning.Of(96, (inner, 0), (outer, 0), (outer, 40), (inner, 40))).WallMm!;
        Assert.Equal(outer - inner, wall.Median, 0.02 * (outer - inner));
        Assert.Equal(outer - inner, wall.P1, 0.02 * (outer - inner));
    }

    [Fact]
    public void A_hollow_sphere_has_its_wall_and_a_full_one_its_diameter()
    {
        var hollow = Figures([.. Solids.Sphere(20, 96), .. Solids.TurnedOver(Solids.Sphere(17, 96))]);
        Assert.Equal(3, hollow.WallMm!.Median, 0.06);
        Assert.Equal(3, hollow.Section!.DiameterMm, 0.06);
        var full = Figures(Solids.Sphere(20, 64));
        Assert.Equal(40, full.WallMm!.Median, 0.8);
        Assert.Equal(40, full.Section!.DiameterMm, 0.4);
    }

    [Fact]
    public void A_wedge_is_as_thick_as_the_ball_that_fits_there()
    {
        // A long wedge along y, its edge at the origin, opening by the angle to either side of x.
        const double length = 60,
            half = 8 * Math.PI / 180;
        var (rise, far) = (length * Math.Tan(half), length);
        var wedge = Prism.Of(300, (0, 0), (far, rise), (far, -rise));
        var study = Study(wedge);
        var surface = Surface(wedge);
        var checkedPoints = 0;
        for (var i = 0; i < surface.Samples.All.Length; i++)
        {
            var sample = surface.Samples.All[i];
            var along = sample.Point.Length > 0 ? Math.Sqrt(sample.Point.X * sample.Point.X + sample.Point.Z * sample.Point.Z) : 0;
            // On the two faces of the wedge, away from its far end and its sides.
            if (Math.Abs(surface.Normals[sample.Triangle].Z) < 0.5 || along is < 5 or > 45 || sample.Point.Y is < 40 or > 260)
                continue;
            checkedPoints++;
            Assert.Equal(2 * along * Math.Tan(half), study.Maps.BallMm[i], 0.02 * 2 * along * Math.Tan(half));
        }

        Assert.True(checkedPoints > 200);
    }

    [Fact]
    public void A_boss_on_a_plate_is_the_section_that_cools_last()
    {
        var figures = Figures(Turning.Of(64, (0, 0), (30, 0), (30, 2), (5, 2), (5, 20), (0, 20)));
        Assert.Equal(2, figures.WallMm!.P1, 0.04);
        Assert.Equal(10, figures.Section!.DiameterMm, 0.1);
        Assert.Contains(figures.Findings, f => f.Code == "thick-section" && f.Place is not null);
    }

    [Fact]
    public void Walls_grow_with_the_part() =>
        Gen.Double[0.1, 20]
            .Sample(
                scale =>
                {
                    var sleeve = Turning.Of(32, (5, 0), (10, 0), (10, 4), (8, 5), (8, 9), (10, 10), (10, 20), (5, 20));
                    return Near(scale * Figures(sleeve).WallMm!.Median, Figures(sleeve.ConvertAll(v => v * scale)).WallMm!.Median);
                },
                iter: 6
            );

    [Fact]
    public void A_finely_meshed_part_is_measured_like_a_coarse_one()
    {
        var tube = Figures(Turning.Of(1500, [.. Rows(8, 10, 30, 15)])).WallMm!;
        Assert.Equal(2, tube.Median, 0.04);
        Assert.Equal(2, tube.P1, 0.04);

        static IEnumerable<(double, double)> Rows(double inner, double outer, double height, int rows) =>
            [
                .. Enumerable.Range(0, rows + 1).Select(i => (outer, height * i / rows)),
                .. Enumerable.Range(0, rows + 1).Select(i => (inner, height - height * i / rows)),
            ];
    }

    private static SolidSurface Surface(List<Vec3> corners)
    {
        var part = MeshCheck.Run(Solids.Soup(corners), LengthUnit.Mm);
        return new SolidSurface(part.Mesh, part.Faults, part.Topology, insideOut: false);
    }

    private static bool Near(double a, double b) => Math.Abs(a - b) <= 0.02 * Math.Abs(b);
}
