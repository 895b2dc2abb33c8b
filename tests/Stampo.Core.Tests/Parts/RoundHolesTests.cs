using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;

namespace Stampo.Core.Tests.Parts;

public class RoundHolesTests
{
    private const double Height = 40,
        Outside = 30;

    private static readonly Gen<(Vec3 Axis, double Angle)> Turn = Gen.Select(Gen.Double[-1, 1], Gen.Double[-1, 1], Gen.Double[0, 3])
        .Select((x, y, angle) => (new Vec3(x, y, 0.7), angle));

    private static HolesFound Of(List<Vec3> corners)
    {
        var part = MeshCheck.Run(Solids.Soup(corners), LengthUnit.Mm);
        Assert.True(part.Report.Watertight);
        return RoundHoles.Of(new SolidSurface(part.Mesh, part.Faults, part.Topology, insideOut: false));
    }

    /// <summary>A round body with a hole down its axis that ends in a flat floor.</summary>
    private static List<Vec3> Drilled(double radius, double depth, int around) =>
        Turning.Of(around, (0, 0), (Outside, 0), (Outside, Height), (radius, Height), (radius, Height - depth), (0, Height - depth));

    [Fact]
    public void A_blind_hole_has_its_diameter_depth_and_mouth_whichever_way_the_part_lies() =>
        Gen.Select(Gen.Double[1, 12], Gen.Double[0.3, 0.9], Gen.Int[24, 96], Turn)
            .Sample(
                (radius, share, around, turn) =>
                {
                    var found = Of(Solids.Rotated(Drilled(radius, share * Height, around), turn.Axis, turn.Angle));
                    var hole = Assert.Single(found.Blind);
                    Assert.Empty(found.Through);
                    Assert.Equal(2 * radius, hole.DiameterMm, 0.01 * radius);
                    Assert.Equal(share * Height, hole.DepthMm, 1e-3);
                    Assert.Equal(share * Height / (2 * radius), hole.Slenderness, 0.01 * hole.Slenderness);
                    var mouth = Solids.Rotated([new Vec3(0, 0, Height)], turn.Axis, turn.Angle)[0];
                    Assert.True((hole.Place.Point - mouth).Length < 1e-2);
                },
                iter: 40
            );

    [Fact]
    public void A_bore_right_through_has_its_diameter_and_length_and_its_wall_is_told() =>
        Gen.Select(Gen.Double[1, 25], Gen.Int[24, 96], Turn)
            .Sample(
                (radius, around, turn) =>
                {
                    var tube = Turning.Of(around, (radius, 0), (Outside, 0), (Outside, Height), (radius, Height));
                    var found = Of(Solids.Rotated(tube, turn.Axis, turn.Angle));
                    var bore = Assert.Single(found.Through);
                    Assert.Empty(found.Blind);
                    Assert.Equal(2 * radius, bore.DiameterMm, 0.01 * radius);
                    Assert.Equal(Height, bore.LengthMm, 1e-3);
                    Assert.Equal(2 * around, found.ThroughOf.Count(hole => hole == 0));
                    Assert.All(found.ThroughOf, hole => Assert.InRange(hole, -1, 0));
                },
                iter: 40
            );

    [Fact]
    public void A_step_down_to_a_narrower_bore_is_two_holes_through_the_part()
    {
        var stepped = Turning.Of(64, (4, 0), (Outside, 0), (Outside, Height), (9, Height), (9, 15), (4, 15));
        var found = Of(stepped);
        Assert.Equal([8, 18], found.Through.Select(hole => Math.Round(hole.DiameterMm)).Order());
        Assert.Empty(found.Blind);
    }

    [Fact]
    public void The_most_slender_of_several_comes_first()
    {
        List<Vec3> two = [.. Drilled(3, 30, 48), .. Drilled(10, 20, 48).ConvertAll(p => p + new Vec3(100, 0, 0))];
        var found = Of(two);
        Assert.Equal([6, 20], found.Blind.Select(hole => Math.Round(hole.DiameterMm)));
        Assert.Equal([5.0, 1.0], found.Blind.Select(hole => Math.Round(hole.Slenderness, 1)));
    }

    [Fact]
    public void A_peg_a_square_pocket_a_shut_hollow_and_a_hole_of_few_sides_are_no_round_holes()
    {
        List<List<Vec3>> none =
        [
            Turning.Of(48, (0, 0), (20, 0), (20, 5), (6, 5), (6, 25), (0, 25)),
            Solids.Block(30, 20, 10),
            [.. Solids.Sphere(20, 48), .. Solids.TurnedOver(Solids.Sphere(8, 48))],
            Drilled(6, 20, 4),
        ];
        Assert.All(none, corners => Assert.Equal((0, 0), (Of(corners).Blind.Count, Of(corners).Through.Count)));
    }
}
