using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Tooling;

namespace Stampo.Core.Tests.Plans.Casting.SiliconeMolds;

/// <summary>Parting lines, volumes below a plane, attitudes and drawings on solids whose answers are known in closed form.</summary>
public class MoldShapeTests
{
    private static readonly Vec3 Up = new(0, 0, 1);

    [Fact]
    public void A_sphere_parts_at_its_equator_whatever_the_pull() =>
        Gen.Select(Gen.Double[-1, 1], Gen.Double[-1, 1], Gen.Double[0.1, 1])
            .Sample(
                (x, y, z) =>
                {
                    var line = PartingLine.Of(Surfaces.Of(Solids.Sphere(10, 64)), new Vec3(x, y, z))!;
                    Assert.Equal(1, line.Loops);
                    Assert.Equal(10, line.MeanMm, 0.5);
                    // Along the facets of a faceted sphere the line steps to and fro across the true equator.
                    Assert.InRange(line.LengthMm, 2 * Math.PI * 10 * 0.98, 2 * Math.PI * 10 * 1.5);
                },
                iter: 12
            );

    [Fact]
    public void A_sphere_pulled_along_its_poles_parts_on_a_flat_circle()
    {
        var line = PartingLine.Of(Surfaces.Of(Solids.Sphere(10, 96)), Up)!;
        Assert.Equal(2 * Math.PI * 10, line.LengthMm, 0.1);
        Assert.True(line.IsFlat);
    }

    [Fact]
    public void A_cone_parts_at_its_foot_and_a_tube_also_shuts_off_in_its_bore()
    {
        var cone = PartingLine.Of(Surfaces.Of(Turning.Of(96, (0, 0), (12, 0), (0, 30))), Up)!;
        Assert.Equal((1, 0, 0), (cone.Loops, cone.LowMm, cone.HighMm));
        Assert.Equal(2 * Math.PI * 12, cone.LengthMm, 0.1);
        var tube = PartingLine.Of(Surfaces.Of(Turning.Of(96, (8, 0), (10, 0), (10, 40), (8, 40))), Up)!;
        Assert.Equal(2, tube.Loops);
        Assert.Equal(2 * Math.PI * 18, tube.LengthMm, 0.1);
    }

    [Fact]
    public void A_double_cone_parts_at_its_belt_and_a_groove_under_the_belt_is_no_line()
    {
        var belt = PartingLine.Of(Surfaces.Of(Turning.Of(64, (0, 0), (5, 0), (12, 8), (5, 20), (0, 20))), Up)!;
        Assert.Equal((8, 8), (belt.LowMm, belt.HighMm));
        // The lower lip is narrower: only the wide one is seen along the pull.
        var lips = PartingLine.Of(Surfaces.Of(Turning.Of(64, (0, 0), (8, 3), (4, 8), (12, 14), (0, 20))), Up)!;
        Assert.Equal((1, 14, 14), (lips.Loops, lips.LowMm, lips.HighMm));
        Assert.Equal(2 * Math.PI * 12, lips.LengthMm, 0.1);
    }

    [Fact]
    public void Below_a_plane_lies_a_cap_of_a_sphere_and_a_share_of_a_block()
    {
        Gen.Double[0.05, 0.95]
            .Sample(
                share =>
                {
                    var h = 20 * share;
                    Assert.Equal(Math.PI * h * h * (30 - h) / 3, Below(Solids.Sphere(10, 128), h), 10.0);
                    Assert.Equal(40 * 30 * 20 * share, Below(Solids.Block(40, 30, 20), h), 1e-6);
                },
                iter: 10
            );
        Assert.Equal(0, Below(Solids.Block(40, 30, 20), 0), 1e-9);
        Assert.Equal(24_000, Below(Solids.Block(40, 30, 20), 20), 1e-6);

        static double Below(List<Vec3> corners, double height)
        {
            var surface = Surfaces.Of(corners);
            var frame = MoldFrame.Of(surface.Mesh, Up);
            return VolumeBelow.Of(surface.Mesh, surface.LeftOut, frame.Points(), frame.Box.Min.Z + height);
        }
    }

    [Fact]
    public void The_box_around_a_turned_block_is_the_block() =>
        Gen.Select(Gen.Double[-3, 3], Gen.Double[-3, 3])
            .Sample(
                (a, b) =>
                {
                    var corners = Solids.Rotated(Solids.Rotated(Solids.Block(40, 30, 20), new Vec3(0, 0, 1), a), new Vec3(1, 0, 0), b);
                    var up = Solids.Rotated([new Vec3(0, 0, 1)], new Vec3(1, 0, 0), b)[0];
                    var size = MoldFrame.Of(Surfaces.Of(corners).Mesh, up).Box.Size;
                    Assert.Equal(20, size.Z, 1e-3);
                    // The file's own axes are kept where they waste no more than three percent.
                    Assert.InRange(size.X * size.Y, 1199.9, 1200 / 0.97);
                },
                iter: 30
            );

    [Fact]
    public void Risers_stand_on_the_highs_and_move_as_the_part_is_turned()
    {
        // Two towers on a plate, the second three millimetres lower.
        var towers = Surfaces.Of(Prism.Of(10, (0, 0), (0, 30), (8, 30), (8, 5), (20, 5), (20, 27), (28, 27), (28, 0)));
        var upright = Attitude.Of(towers, Up);
        Assert.Equal([30, 27], upright.Risers.Select(r => r.PointMm[2]));
        Assert.All(upright.Risers, r => Assert.True(r.PointMm[0] is >= 0 and <= 8 or >= 20 and <= 28));
        Assert.Single(Attitude.Of(towers, new Vec3(0, 0, -1)).Risers);
        Assert.Equal([28, 10, 30], upright.BboxMm);
        Assert.Equal([0, 5, 0], upright.Gate.PointMm);
        // Proposed on a side with one high; never with more than upright.
        Assert.Single(Attitude.Of(towers, Attitude.Proposed(towers)).Risers);
    }

    [Fact]
    public void Highs_closer_than_the_fall_between_them_share_a_riser()
    {
        var dimple = Surfaces.Of(Prism.Of(10, (0, 0), (0, 20), (8, 20), (14, 18.5), (20, 20), (28, 20), (28, 0)));
        Assert.Equal(2, LocalHighs.Of(dimple, Up).Count);
        Assert.Single(LocalHighs.Of(dimple, Up, 2));
        Assert.Equal(2, LocalHighs.Of(dimple, Up, 1).Count);
    }

    [Fact]
    public void The_riser_of_a_cups_rim_stands_on_the_rim()
    {
        var cup = Surfaces.Of(Turning.Of(48, (0, 0), (10, 0), (10, 20), (8, 20), (8, 2), (0, 2)));
        var riser = Assert.Single(Attitude.Of(cup, Up).Risers);
        Assert.InRange(Math.Sqrt(riser.PointMm[0] * riser.PointMm[0] + riser.PointMm[1] * riser.PointMm[1]), 7.9, 10.01);
        // And the bore of a ring has none in its middle.
        Assert.True(Attitude.Of(cup, Up).GatesCm3(20) > 0);
    }

    [Fact]
    public void A_block_is_drawn_as_its_rectangle_and_a_pocket_behind_it_as_hidden()
    {
        var surface = Surfaces.Of(Solids.Block(40, 30, 20));
        var frame = MoldFrame.Of(surface.Mesh, Up);
        var front = ViewLines.Of(surface, frame, new Vec3(1, 0, 0), new Vec3(0, 0, 1));
        Assert.Equal((40, 20), (front.Seen.Where((_, i) => i % 2 == 0).Max(), front.Seen.Where((_, i) => i % 2 == 1).Max()));
        Assert.Equal(0, front.Seen.Min());
        Assert.Empty(front.Hidden);
        var cup = Surfaces.Of(Turning.Of(24, (0, 0), (10, 0), (10, 20), (8, 20), (8, 2), (0, 2)));
        var side = ViewLines.Of(cup, MoldFrame.Of(cup.Mesh, Up), new Vec3(1, 0, 0), new Vec3(0, 0, 1));
        Assert.Contains(side.Hidden.Where((_, i) => i % 2 == 1), y => Math.Abs(y - 2) < 1e-4);
        Assert.DoesNotContain(side.Seen.Where((_, i) => i % 2 == 1), y => Math.Abs(y - 2) < 1e-4);
    }
}
