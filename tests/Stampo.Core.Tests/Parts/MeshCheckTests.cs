using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;

namespace Stampo.Core.Tests.Parts;

public class MeshCheckTests
{
    private static MeshReport Check(List<Vec3> corners, LengthUnit unit = LengthUnit.Mm) =>
        MeshCheck.Run(Solids.Soup(corners), unit).Report;

    [Fact]
    public void A_cube_of_ten_is_measured_exactly()
    {
        var report = Check(Solids.Block(10, 10, 10));

        Assert.Equal((12, 8, 1, true), (report.Triangles, report.Vertices, report.Shells, report.Watertight));
        Assert.Equal(
            (0, 0, 0, 0, 0),
            (report.OpenEdges, report.NonManifoldEdges, report.FlippedEdges, report.DegenerateTriangles, report.DuplicateTriangles)
        );
        Assert.Equal(1000, report.VolumeMm3!.Value, 1e-9);
        Assert.Equal(600, report.AreaMm2, 1e-9);
        Assert.Equal([10, 10, 10], report.BboxMm);
        Assert.Empty(report.Messages);
    }

    [Theory]
    [InlineData(LengthUnit.Cm, 1e3)]
    [InlineData(LengthUnit.M, 1e9)]
    [InlineData(LengthUnit.In, 16387.064)]
    public void The_unit_scales_the_volume_by_its_cube(LengthUnit unit, double factor) =>
        Assert.Equal(1, Check(Solids.Block(1, 1, 1), unit).VolumeMm3!.Value / factor, 1e-6);

    [Fact]
    public void Volume_and_area_do_not_depend_on_rotation_or_on_the_order_of_triangles() =>
        Gen.Select(Gen.Double[0.1, 3], Gen.Double[-1, 1], Gen.Double[-1, 1], Gen.Int[0, 1000])
            .Sample(
                (angle, x, y, seed) =>
                {
                    var sphere = Solids.Sphere(20, 24, new Vec3(300, -50, 7));
                    var shuffled = new Random(seed);
                    var turned = Solids
                        .Rotated(sphere, new Vec3(x, y, 1), angle)
                        .Chunk(3)
                        .OrderBy(_ => shuffled.Next())
                        .SelectMany(t => t)
                        .ToList();
                    MeshReport before = Check(sphere),
                        after = Check(turned);
                    // Single-precision files carry about seven digits.
                    return after.Watertight && Near(before.VolumeMm3!.Value, after.VolumeMm3!.Value) && Near(before.AreaMm2, after.AreaMm2);
                },
                iter: 40
            );

    [Fact]
    public void Scaling_cubes_the_volume_and_squares_the_area() =>
        Gen.Double[0.01, 50]
            .Sample(
                scale =>
                {
                    var solid = Solids.Sphere(7, 16);
                    MeshReport one = Check(solid),
                        other = Check(solid.ConvertAll(v => v * scale));
                    return Near(one.VolumeMm3!.Value * Math.Pow(scale, 3), other.VolumeMm3!.Value)
                        && Near(one.AreaMm2 * scale * scale, other.AreaMm2);
                },
                iter: 40
            );

    [Fact]
    public void A_missing_triangle_opens_three_edges_and_withholds_the_volume()
    {
        var report = Check(Solids.Block(10, 10, 10)[3..]);
        Assert.Equal((3, false), (report.OpenEdges, report.Watertight));
        Assert.Null(report.VolumeMm3);
        Assert.Contains(report.Messages, m => m.Code == "open-edges");
    }

    [Fact]
    public void A_turned_triangle_is_flipped_along_its_three_edges()
    {
        var cube = Solids.Block(10, 10, 10);
        (cube[1], cube[2]) = (cube[2], cube[1]);
        var report = Check(cube);
        Assert.Equal(3, report.FlippedEdges);
        Assert.Null(report.VolumeMm3);
    }

    [Fact]
    public void A_part_inside_out_has_its_volume_and_a_warning()
    {
        var report = Check(Solids.TurnedOver(Solids.Block(10, 10, 10)));
        Assert.Equal(1000, report.VolumeMm3!.Value, 1e-9);
        Assert.Contains(report.Messages, m => m.Code == "inside-out");
    }

    [Fact]
    public void An_inner_shell_facing_inward_is_a_void_taken_off()
    {
        var report = Check([.. Solids.Block(10, 10, 10), .. Solids.TurnedOver(Solids.Block(4, 4, 4, new Vec3(3, 3, 3)))]);
        Assert.Equal((2, 936.0), (report.Shells, Math.Round(report.VolumeMm3!.Value, 6)));
        Assert.Contains(report.Messages, m => m.Code == "void");
        Assert.DoesNotContain(report.Messages, m => m.Code == "several-shells");
    }

    [Fact]
    public void One_reversed_shell_beside_another_withholds_the_volume()
    {
        var report = Check([.. Solids.Block(10, 10, 10), .. Solids.TurnedOver(Solids.Block(4, 4, 4, new Vec3(30, 3, 3)))]);
        Assert.Null(report.VolumeMm3);
        Assert.Contains(report.Messages, m => m.Code == "shell-reversed" && m.Text.Contains("shell 2", StringComparison.Ordinal));
    }

    [Fact]
    public void Duplicate_and_degenerate_triangles_are_counted_and_change_no_figure()
    {
        var cube = Solids.Block(10, 10, 10);
        var report = Check([.. cube, .. cube[..3], cube[0], cube[0], cube[1]]);
        Assert.Equal((14, 1, 1, true), (report.Triangles, report.DuplicateTriangles, report.DegenerateTriangles, report.Watertight));
        Assert.Equal((1000, 600), (report.VolumeMm3!.Value, report.AreaMm2));
    }

    [Fact]
    public void Three_walls_on_one_edge_are_non_manifold()
    {
        var report = Check([.. Solids.Block(10, 10, 10), .. Solids.Block(10, 10, 10, new Vec3(10, 10, 0))]);
        Assert.Equal((1, false), (report.NonManifoldEdges, report.Watertight));
    }

    [Fact]
    public void Corners_a_hair_apart_are_joined()
    {
        var cube = Solids.Block(100, 100, 100);
        cube[4] += new Vec3(4e-5, 0, 0);
        var report = Check(cube);
        Assert.Equal((8, true), (report.Vertices, report.Watertight));
    }

    [Fact]
    public void A_part_of_three_millimetres_asks_about_its_unit()
    {
        Assert.Contains(
            Check(Solids.Block(3, 1, 1)).Messages,
            m => m.Code == "unit" && m.Text.Contains("inches", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(Check(Solids.Block(118, 82, 34)).Messages, m => m.Code == "unit");
    }

    [Fact]
    public void The_two_kinds_of_file_give_the_same_report()
    {
        var solid = Solids.Sphere(12, 20);
        var (binary, ascii) = (
            MeshCheck.Run(Solids.StlBinary(solid), LengthUnit.Mm).Report,
            MeshCheck.Run(Solids.StlAscii(solid), LengthUnit.Mm).Report
        );
        Assert.Equal(("stl-binary", "stl-ascii"), (binary.Format, ascii.Format));
        Assert.Equal((binary.Vertices, binary.VolumeMm3, binary.AreaMm2), (ascii.Vertices, ascii.VolumeMm3, ascii.AreaMm2));
    }

    private static bool Near(double a, double b) => Math.Abs(a / b - 1) < 2e-5;
}
