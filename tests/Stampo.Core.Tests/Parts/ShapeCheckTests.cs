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

    private static ShapeStudy Study(List<Vec3> corners, Vec3? pull = null) =>
        ShapeCheck.Study(MeshCheck.Run(Solids.Soup(corners), LengthUnit.Mm), pull, Progress.None)!;

    [Fact]
    public void A_cube_has_its_wall_shadows_pull_and_four_faces_without_draft()
    {
        var report = Check(Solids.Block(10, 10, 10));
        Assert.Equal(
            (10, 10, 10, 10),
            (Round(report.WallRayMm!.Min), Round(report.WallRayMm.P1), Round(report.WallRayMm.Median), Round(report.WallRayMm.Max))
        );
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
        var tube = Check(Turning.Of(96, (8, 0), (10, 0), (10, 40), (8, 40))).WallRayMm!;
        Assert.Equal(2, tube.Median, 0.04);
        var shell = Check([.. Solids.Sphere(20, 96), .. Solids.TurnedOver(Solids.Sphere(17, 96))]).WallRayMm!;
        Assert.Equal(3, shell.Median, 0.06);
        Assert.Equal(3, shell.P1, 0.06);
    }

    [Fact]
    public void A_block_of_every_size_casts_its_faces_as_shadows() =>
        Gen.Select(Gen.Double[3, 90], Gen.Double[3, 90], Gen.Double[3, 90])
            .Sample(
                (x, y, z) =>
                {
                    var shadows = Check(Solids.Block(x, y, z)).ProjectedAreaMm2!;
                    return Near(shadows.X, y * z, 0.002) && Near(shadows.Y, x * z, 0.002) && Near(shadows.Z, x * y, 0.002);
                },
                iter: 10
            );

    [Fact]
    public void Round_and_hollow_shadows_are_right_within_half_a_percent()
    {
        Assert.Equal(Math.PI * 400, Check(Solids.Sphere(20, 200)).ProjectedAreaMm2!.X, 0.005 * Math.PI * 400);
        var ring = Check(Turning.Of(200, (10, 0), (20, 0), (20, 5), (10, 5))).ProjectedAreaMm2!;
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
            return Check(
                Turning.Of(64, (0, 0), (10, 0), (10 + lean, 30), (8 + lean, 30), (8, 2), (0, 2)),
                new Vec3(0, 0, 1)
            ).NoDraftAreaMm2!.Value;
        }

        Assert.Equal(0, Cup(draftDeg));
        Assert.True(Cup(0) > 2 * Math.PI * 9 * 25);
    }

    [Theory]
    [InlineData(0.3)]
    [InlineData(2)]
    [InlineData(7)]
    public void The_draft_of_a_cup_is_measured_within_a_twentieth_of_a_degree(double draftDeg)
    {
        var lean = 30 * Math.Tan(draftDeg * Math.PI / 180);
        var cup = Turning.Of(360, (0, 0), (10, 0), (10 + lean, 30), (8 + lean, 30), (8, 0.5), (0, 0.5));
        var wall = Study(cup, new Vec3(0, 0, 1)).Maps.DraftDeg.Where(deg => Math.Abs(deg) < 45).ToList();
        Assert.NotEmpty(wall);
        // The inside leans a little more: it rises less over the same lean.
        Assert.Contains(wall, deg => deg < 0 && Math.Abs(-deg - draftDeg) < 0.05);
        Assert.All(wall.Where(deg => deg < 0), deg => Assert.Equal(draftDeg, -deg, 0.05));
    }

    [Fact]
    public void An_undercut_is_as_deep_as_the_mold_has_to_give_way()
    {
        var sleeve = Study(
            Turning.Of(64, (5, 0), (10, 0), (10, 4), (8, 4), (8, 8), (10, 8), (10, 12), (8.5, 12), (8.5, 16), (10, 16), (10, 20), (5, 20)),
            new Vec3(0, 0, 1)
        ).Figures;
        Assert.Equal([2, 1.5], sleeve.Undercuts.Select(u => Math.Round(u.DepthMm!.Value, 1)));
        Assert.All(sleeve.Undercuts, u => Assert.InRange(new Vec3(u.Place.PointMm[0], u.Place.PointMm[1], 0).Length, 7.9, 10.1));
        var lip = Study(
            Turning.Of(64, (0, 0), (10, 0), (10, 20), (7.5, 20), (7.5, 18), (8.5, 17), (8.5, 2), (0, 2)),
            new Vec3(0, 0, 1)
        ).Figures;
        Assert.Equal(1, Assert.Single(lip.Undercuts).DepthMm!.Value, 0.1);
    }

    [Fact]
    public void A_void_is_shut_in_on_all_sides()
    {
        var hollow = Study(
            [.. Solids.Block(20, 20, 20), .. Solids.TurnedOver(Solids.Block(6, 6, 6, new Vec3(7, 7, 7)))],
            new Vec3(0, 0, 1)
        ).Figures;
        Assert.Null(Assert.Single(hollow.Undercuts).DepthMm);
        Assert.Equal(216, hollow.UndercutAreaMm2, 0.5);
        Assert.Equal(Undercut.Strong, MeasuredShape.Of(hollow, 2400 + 216).Undercut);
    }

    [Theory]
    [InlineData(3, 12, 4)]
    [InlineData(5, 10, 2)]
    public void A_round_blind_hole_is_found_with_its_size(double diameter, double depth, double slenderness)
    {
        var figures = Study(
            Turning.Of(48, (0, 0), (15, 0), (15, 20), (diameter / 2, 20), (diameter / 2, 20 - depth), (0, 20 - depth))
        ).Figures;
        var hole = Assert.Single(figures.BlindHoles);
        Assert.Equal(diameter, hole.DiameterMm, 0.02 * diameter);
        Assert.Equal(depth, hole.DepthMm, 0.01 * depth);
        Assert.Equal(slenderness, hole.Slenderness, 0.1);
        Assert.Equal(slenderness > 3, figures.Findings.Any(f => f.Concern == Concern.Hole));
    }

    [Fact]
    public void A_through_hole_a_peg_and_a_groove_are_no_blind_holes()
    {
        Assert.Empty(Study(Turning.Of(48, (3, 0), (10, 0), (10, 20), (3, 20))).Figures.BlindHoles);
        Assert.Empty(Study(Turning.Of(48, (0, 0), (10, 0), (10, 5), (3, 5), (3, 20), (0, 20))).Figures.BlindHoles);
        Assert.Empty(Study(Turning.Of(48, (5, 0), (10, 0), (10, 8), (8, 8), (8, 12), (10, 12), (10, 20), (5, 20))).Figures.BlindHoles);
    }

    [Fact]
    public void A_bore_across_the_pull_is_a_core_to_pass_through_and_no_depth_to_stretch_over()
    {
        var tube = Turning.Of(48, (3, 0), (10, 0), (10, 20), (3, 20));
        Assert.Equal(
            (6.0, 20.0),
            Assert.Single(Study(tube).Figures.ThroughHoles) is var bore
                ? (Math.Round(bore.DiameterMm, 1), Math.Round(bore.LengthMm, 6))
                : default
        );
        var across = Study(tube, new Vec3(1, 0, 0)).Figures;
        Assert.Equal(6, Assert.Single(across.Undercuts).ThroughHoleMm!.Value, 0.05);
        var shape = MeasuredShape.Of(across, Check(tube).AreaMm2);
        Assert.Equal((1, 0, null, Undercut.Mild), (shape.CrossHoles, shape.StretchedRegions, shape.UndercutDepthMm, shape.Undercut));
        Assert.Equal(Undercut.None, shape.UndercutIn(20));
    }

    [Fact]
    public void A_groove_round_a_part_is_stretched_over_by_its_share_of_the_mold_wall()
    {
        var spool = Turning.Of(64, (0, 0), (12, 0), (12, 6), (9, 6), (9, 14), (12, 14), (12, 20), (0, 20));
        var shape = MeasuredShape.Of(Study(spool, new Vec3(0, 0, 1)).Figures, Check(spool).AreaMm2);
        Assert.Equal((0, 3), (shape.CrossHoles, Math.Round(shape.UndercutDepthMm!.Value)));
        Assert.Equal((Undercut.Mild, Undercut.Strong), (shape.UndercutIn(25), shape.UndercutIn(12)));
    }

    [Fact]
    public void A_tray_of_even_wall_is_proposed_as_a_shell_and_a_block_a_bossed_tray_and_a_tube_with_a_thick_end_are_not()
    {
        Assert.True(Study(Turning.Of(64, (0, 0), (40, 0), (40, 20), (38, 20), (38, 2), (0, 2))).Figures.LooksLikeShell);
        Assert.False(Study(Solids.Block(60, 40, 20)).Figures.LooksLikeShell);
        Assert.False(Study(Turning.Of(64, (0, 0), (40, 0), (40, 20), (38, 20), (38, 2), (8, 2), (8, 16), (0, 16))).Figures.LooksLikeShell);
        Assert.False(Study(Turning.Of(64, (8, 0), (20, 0), (20, 12), (10, 12), (10, 40), (8, 40))).Figures.LooksLikeShell);
    }

    [Fact]
    public void Air_stays_at_every_peak_of_the_part_and_not_under_its_ceilings()
    {
        List<Vec3> twoTowers = Turning.Of(32, (0, 0), (30, 0), (30, 3), (20, 3), (17, 12), (14, 3), (0, 3));
        Assert.Single(Study(twoTowers, new Vec3(0, 0, 1)).Figures.Highs);
        List<Vec3> pair = [.. Solids.Block(20, 20, 5), .. Solids.Sphere(3, 24, new Vec3(40, 0, 0))];
        Assert.Equal(2, Study(pair, new Vec3(0, 0, 1)).Figures.Highs.Count);
        // A cup with its mouth down: its highest place is the one flat bottom, now on top; the ceiling inside holds no air in the part.
        Assert.Single(Study(Turning.Of(32, (0, 20), (8, 20), (8, 0), (10, 0), (10, 22), (0, 22)), new Vec3(0, 0, 1)).Figures.Highs);
        Assert.Single(Study(Solids.Rotated(Solids.Sphere(10, 200), new Vec3(1, 1, 0), 0.7), new Vec3(0, 0, 1)).Figures.Highs);
    }

    [Fact]
    public void An_L_bracket_casts_its_two_legs()
    {
        var shadows = Study(Prism.Of(20, (3, 3), (3, 30), (0, 30), (0, 0), (40, 0), (40, 3))).Figures.ProjectedAreaMm2;
        Assert.Equal(40 * 20, shadows.Z, 0.005 * 800);
        Assert.Equal(40 * 3 + 27 * 3, shadows.Y, 0.005 * 201);
        Assert.Equal(20 * 30, shadows.X, 0.005 * 600);
    }

    [Fact]
    public void A_box_lid_is_drawn_as_deep_as_it_is()
    {
        var draw = Study(Turning.Of(64, (0, 0), (40, 0), (40, 30), (38, 30), (38, 2), (0, 2)), new Vec3(0, 0, 1)).Figures.Draw;
        Assert.Equal(30, draw.DepthMm, 1e-6);
        Assert.Equal(30 / Math.Sqrt(Math.PI * 1600), draw.Ratio, 0.01);
        Assert.InRange(draw.ArealRatio, 2, 3);
    }

    [Fact]
    public void The_pull_proposed_says_why()
    {
        var sleeve = Study(Turning.Of(48, (8, 0), (10, 0), (10, 40), (8, 40))).Figures;
        Assert.Equal("z", sleeve.PullCandidates[0].Name);
        Assert.Contains("the next best axis", sleeve.PullReason!, StringComparison.Ordinal);
        Assert.Contains("parting area is the largest", Study(Solids.Block(10, 10, 10)).Figures.PullReason!, StringComparison.Ordinal);
        Assert.Null(Study(Solids.Block(10, 10, 10), new Vec3(1, 0, 0)).Figures.PullReason);
    }

    [Fact]
    public void A_tilted_sleeve_is_pulled_along_its_own_axis_or_near_it()
    {
        var axis = new Vec3(0.3, 0.4, 0.86).Unit();
        var tilt = Math.Acos(axis.Z);
        var sleeve = Solids.Rotated(Turning.Of(48, (8, 0), (10, 0), (10, 20), (8, 20)), new Vec3(0, 0, 1).Cross(axis), tilt);
        var figures = Study(sleeve).Figures;
        Assert.Equal("tilted", figures.PullCandidates[0].Name);
        Assert.True(new Vec3(figures.Pull[0], figures.Pull[1], figures.Pull[2]).Dot(axis) > 0.95);
    }

    [Fact]
    public void The_study_can_be_stopped_and_tells_how_far_it_is()
    {
        var part = MeshCheck.Run(Solids.Soup(Solids.Sphere(10, 64)), LengthUnit.Mm);
        var told = new System.Collections.Concurrent.ConcurrentBag<(string Doing, double Share)>();
        ShapeCheck.Study(part, null, new Progress((doing, share) => told.Add((doing, share))));
        Assert.All(told, t => Assert.InRange(t.Share, 0, 1.0001));
        Assert.True(told.Select(t => t.Doing).Distinct().Count() >= 5);
        using var stop = new CancellationTokenSource();
        Assert.ThrowsAny<OperationCanceledException>(() =>
            ShapeCheck.Study(
                part,
                null,
                new Progress(
                    (_, share) =>
                    {
                        if (share > 0.1)
                            stop.Cancel();
                    },
                    stop.Token
                )
            )
        );
    }

    [Fact]
    public void Each_groove_of_a_ribbed_sleeve_is_one_undercut_region()
    {
        var report = Check(
            Turning.Of(64, (5, 0), (10, 0), (10, 4), (8, 4), (8, 8), (10, 8), (10, 12), (8, 12), (8, 16), (10, 16), (10, 20), (5, 20)),
            new Vec3(0, 0, 1)
        );
        Assert.Equal(2, report.UndercutRegions);
        // Each groove: its floor and its two flanks.
        var groove = 2 * Math.PI * 8 * 4 + 2 * Math.PI * (100 - 64);
        Assert.Equal(2 * groove, report.UndercutAreaMm2!.Value, 0.01 * 2 * groove);
        Assert.Contains(report.Messages, m => m.Code == "undercut" && m.Text.Contains("2 regions", StringComparison.Ordinal));
    }

    [Fact]
    public void A_snap_lip_inside_a_cup_is_one_region()
    {
        var report = Check(Turning.Of(64, (0, 0), (10, 0), (10, 20), (7.5, 20), (7.5, 18), (8.5, 17), (8.5, 2), (0, 2)), new Vec3(0, 0, 1));
        Assert.Equal(1, report.UndercutRegions);
    }

    [Fact]
    public void The_pull_proposed_avoids_an_undercut_that_another_axis_has_not()
    {
        // A sleeve lying along x is undercut along y and z inside, free along x.
        var sleeve = Turning.Of(48, (8, 0), (10, 0), (10, 40), (8, 40)).ConvertAll(v => new Vec3(v.Z, v.X, v.Y));
        Assert.Equal([1, 0, 0], Check(sleeve).Pull!);
        Assert.Equal(0, Check(sleeve).UndercutAreaMm2!.Value, 1e-9);
        Assert.True(Check(sleeve, new Vec3(0, 0, 1)).UndercutAreaMm2 > 1000);
    }

    [Fact]
    public void Turning_the_part_with_its_pull_changes_no_figure() =>
        Gen.Select(Gen.Double[0.2, 3], Gen.Double[-1, 1])
            .Sample(
                (angle, x) =>
                {
                    var sleeve = Turning.Of(48, (5, 0), (10, 0), (10, 4), (8, 5), (8, 9), (10, 10), (10, 20), (5, 20));
                    var axis = new Vec3(x, 1, 0.3);
                    MeshReport before = Check(sleeve, new Vec3(0, 0, 1)),
                        after = Check(Solids.Rotated(sleeve, axis, angle), Solids.Rotated([new Vec3(0, 0, 1)], axis, angle)[0]);
                    return Near(before.WallRayMm!.Median, after.WallRayMm!.Median, 0.01)
                        && Near(before.UndercutAreaMm2!.Value, after.UndercutAreaMm2!.Value, 0.02)
                        && before.UndercutRegions == after.UndercutRegions;
                },
                iter: 8
            );

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
