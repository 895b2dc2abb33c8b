using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Parts;

public class ShapeCheckTests
{
    private static MeshReport Check(List<Vec3> corners, Vec3? pull = null)
    {
        var part = MeshCheck.Run(Solids.Soup(corners), LengthUnit.Mm);
        return part.Report.With(ShapeCheck.Study(part, pull, Progress.None)?.Figures);
    }

    /// <summary>Turns a closed profile of (radius, height) about z, counter-clockwise with the radius to the right.</summary>
    private static List<Vec3> Turned(int around, params (double R, double Z)[] profile)
    {
        var corners = new List<Vec3>();
        for (var i = 0; i < profile.Length; i++)
            for (var j = 0; j < around; j++)
            {
                var (p, q) = (profile[i], profile[(i + 1) % profile.Length]);
                Vec3 a = At(p, j), b = At(p, j + 1), c = At(q, j + 1), d = At(q, j);
                if (p.R > 0)
                    corners.AddRange([a, b, c]);
                if (q.R > 0)
                    corners.AddRange([a, c, d]);
            }

        return corners;

        Vec3 At((double R, double Z) p, int step)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * (step % around) / around);
            return new Vec3(p.R * cos, p.R * sin, p.Z);
        }
    }

    [Fact]
    public void A_cube_has_its_wall_shadows_pull_and_four_faces_without_draft()
    {
        var report = Check(Solids.Block(10, 10, 10));
        Assert.Equal((10, 10, 10, 10), (Round(report.WallRayMm!.Min), Round(report.WallRayMm.P1), Round(report.WallRayMm.Median), Round(report.WallRayMm.Max)));
        Assert.Equal(new AxisAreas(100, 100, 100), report.ProjectedAreaMm2);
        Assert.Equal([0, 0, 1], report.Pull!);
        Assert.Equal((0, 0, 400), (report.UndercutAreaMm2, report.UndercutRegions, Round(report.NoDraftAreaMm2!.Value)));
        Assert.Contains(report.Messages, m => m.Code == "no-draft");
    }

    [Theory]
    [InlineData(2)]
    [InlineData(0.5)]
    public void Most_of_a_plate_is_as_thick_as_it_is(double thickness) =>
        Assert.Equal(thickness, Check(Solids.Block(80, 60, thickness)).WallRayMm!.Median, 1e-9);

    [Fact]
    public void A_tube_and_a_hollow_sphere_have_their_wall_within_two_percent()
    {
        var tube = Check(Turned(96, (8, 0), (10, 0), (10, 40), (8, 40))).WallRayMm!;
        Assert.Equal(2, tube.Median, 0.04);
        var shell = Check([.. Solids.Sphere(20, 96), .. Solids.TurnedOver(Solids.Sphere(17, 96))]).WallRayMm!;
        Assert.Equal(3, shell.Median, 0.06);
        Assert.Equal(3, shell.P1, 0.06);
    }

    [Fact]
    public void A_block_of_every_size_casts_its_faces_as_shadows() => Gen.Select(Gen.Double[3, 90], Gen.Double[3, 90], Gen.Double[3, 90]).Sample((x, y, z) =>
    {
        var shadows = Check(Solids.Block(x, y, z)).ProjectedAreaMm2!;
        return Near(shadows.X, y * z, 0.002) && Near(shadows.Y, x * z, 0.002) && Near(shadows.Z, x * y, 0.002);
    }, iter: 10);

    [Fact]
    public void Round_and_hollow_shadows_are_right_within_half_a_percent()
    {
        Assert.Equal(Math.PI * 400, Check(Solids.Sphere(20, 200)).ProjectedAreaMm2!.X, 0.005 * Math.PI * 400);
        var ring = Check(Turned(200, (10, 0), (20, 0), (20, 5), (10, 5))).ProjectedAreaMm2!;
        Assert.Equal(Math.PI * 300, ring.Z, 0.005 * Math.PI * 300);
        Assert.Equal(200, ring.Y, 1);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    public void A_cup_with_draft_has_no_wall_without_it_and_one_turned_straight_has(double draftDeg)
    {
        double Cup(double degrees)
        {
            var lean = 30 * Math.Tan(degrees * Math.PI / 180);
            return Check(Turned(64, (0, 0), (10, 0), (10 + lean, 30), (8 + lean, 30), (8, 2), (0, 2)), new Vec3(0, 0, 1)).NoDraftAreaMm2!.Value;
        }

        Assert.Equal(0, Cup(draftDeg));
        Assert.True(Cup(0) > 2 * Math.PI * 9 * 25);
    }

    [Fact]
    public void Each_groove_of_a_ribbed_sleeve_is_one_undercut_region()
    {
        var report = Check(Turned(64, (5, 0), (10, 0), (10, 4), (8, 4), (8, 8), (10, 8), (10, 12), (8, 12), (8, 16), (10, 16), (10, 20), (5, 20)), new Vec3(0, 0, 1));
        Assert.Equal(2, report.UndercutRegions);
        // Each groove: its floor and its two flanks.
        var groove = 2 * Math.PI * 8 * 4 + 2 * Math.PI * (100 - 64);
        Assert.Equal(2 * groove, report.UndercutAreaMm2!.Value, 0.01 * 2 * groove);
        Assert.Contains(report.Messages, m => m.Code == "undercut" && m.Text.Contains("2 regions", StringComparison.Ordinal));
    }

    [Fact]
    public void A_snap_lip_inside_a_cup_is_one_region()
    {
        var report = Check(Turned(64, (0, 0), (10, 0), (10, 20), (7.5, 20), (7.5, 18), (8.5, 17), (8.5, 2), (0, 2)), new Vec3(0, 0, 1));
        Assert.Equal(1, report.UndercutRegions);
    }

    [Fact]
    public void The_pull_proposed_avoids_an_undercut_that_another_axis_has_not()
    {
        // A sleeve lying along x is undercut along y and z inside, free along x.
        var sleeve = Turned(48, (8, 0), (10, 0), (10, 40), (8, 40)).ConvertAll(v => new Vec3(v.Z, v.X, v.Y));
        Assert.Equal([1, 0, 0], Check(sleeve).Pull!);
        Assert.Equal(0, Check(sleeve).UndercutAreaMm2!.Value, 1e-9);
        Assert.True(Check(sleeve, new Vec3(0, 0, 1)).UndercutAreaMm2 > 1000);
    }

    [Fact]
    public void Turning_the_part_with_its_pull_changes_no_figure() => Gen.Select(Gen.Double[0.2, 3], Gen.Double[-1, 1]).Sample((angle, x) =>
    {
        var sleeve = Turned(48, (5, 0), (10, 0), (10, 4), (8, 5), (8, 9), (10, 10), (10, 20), (5, 20));
        var axis = new Vec3(x, 1, 0.3);
        MeshReport before = Check(sleeve, new Vec3(0, 0, 1)), after = Check(Solids.Rotated(sleeve, axis, angle), Solids.Rotated([new Vec3(0, 0, 1)], axis, angle)[0]);
        return Near(before.WallRayMm!.Median, after.WallRayMm!.Median, 0.01) && Near(before.UndercutAreaMm2!.Value, after.UndercutAreaMm2!.Value, 0.02)
            && before.UndercutRegions == after.UndercutRegions;
    }, iter: 8);

    [Fact]
    public void An_open_or_reversed_part_gets_none_of_it()
    {
        var open = Check(Solids.Block(10, 10, 10)[3..]);
        Assert.Null(open.WallRayMm);
        Assert.Null(open.Pull);
        Assert.Null(open.ProjectedAreaMm2);
    }

    [Fact]
    public void A_part_inside_out_is_measured_all_the_same() =>
        Assert.Equal(2, Check(Solids.TurnedOver(Solids.Block(40, 40, 2))).WallRayMm!.Median, 0.01);

    private static double Round(double value) => Math.Round(value, 6);

    private static bool Near(double a, double b, double share) => Math.Abs(a - b) <= share * Math.Max(Math.Abs(a), Math.Abs(b));
}
