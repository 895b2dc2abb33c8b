using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Tests.Geometry;

public class ShadowTests
{
    private static readonly Gen<Vec3> Direction = Gen.Select(Gen.Double[-1, 1], Gen.Double[-1, 1], Gen.Double[-1, 1])
        .Select((x, y, z) => new Vec3(x, y, z))
        .Where(v => v.Length > 0.2);

    private static double AreaMm2(List<Vec3> corners, Vec3 direction)
    {
        var mesh = MeshCheck.Run(Solids.Soup(corners), LengthUnit.Mm).Mesh;
        return Shadow.AreaMm2(mesh, new bool[mesh.TriangleCount], direction);
    }

    [Fact]
    public void A_block_throws_three_of_its_faces_whichever_way_the_light_falls() =>
        Gen.Select(Gen.Double[1, 80], Gen.Double[1, 80], Gen.Double[1, 80], Direction)
            .Sample(
                (x, y, z, along) =>
                {
                    var unit = along.Unit();
                    var expected = y * z * Math.Abs(unit.X) + x * z * Math.Abs(unit.Y) + x * y * Math.Abs(unit.Z);
                    return Near(AreaMm2(Solids.Block(x, y, z), along), expected);
                },
                iter: 60
            );

    [Fact]
    public void A_ball_throws_a_disc_of_its_own_size_in_every_direction() =>
        Direction.Sample(along => Near(AreaMm2(Solids.Sphere(20, 96), along), Math.PI * 400), iter: 20);

    [Fact]
    public void What_stands_behind_something_else_throws_nothing_more_and_what_stands_beside_it_adds_up() =>
        Gen.Select(Gen.Double[10, 30], Gen.Double[10, 30], Gen.Double[0.3, 1], Gen.Double[0.5, 10])
            .Sample(
                (x, y, share, gap) =>
                {
                    var block = Solids.Block(x, y, 5);
                    var behind = Solids.Block(share * x, share * y, 5, new Vec3(0, 0, 5 + gap));
                    var beside = Solids.Block(share * x, share * y, 5, new Vec3(x + gap, 0, 0));
                    var up = new Vec3(0, 0, 1);
                    return Near(AreaMm2([.. block, .. behind], up), x * y)
                        && Near(AreaMm2([.. block, .. beside], up), x * y * (1 + share * share));
                },
                iter: 40
            );

    [Fact]
    public void A_hole_through_lets_the_light_through_and_only_along_itself()
    {
        var tube = Turning.Of(128, (10, 0), (20, 0), (20, 30), (10, 30));
        Assert.True(Near(AreaMm2(tube, new Vec3(0, 0, 1)), Math.PI * 300));
        Assert.True(Near(AreaMm2(tube, new Vec3(1, 0, 0)), 40 * 30));
    }

    [Fact]
    public void It_does_not_matter_from_which_side_it_is_lit_nor_how_long_the_direction_is() =>
        Gen.Select(Direction, Gen.Double[0.01, 100])
            .Sample(
                (along, length) =>
                {
                    var part = Turning.Of(48, (5, 0), (10, 0), (10, 4), (8, 5), (8, 9), (10, 10), (10, 20), (5, 20));
                    var area = AreaMm2(part, along);
                    return Near(AreaMm2(part, along * -length), area) && Near(AreaMm2(part, along * length), area);
                },
                iter: 20
            );

    [Fact]
    public void What_is_left_out_throws_none_and_a_sheet_seen_on_edge_has_none()
    {
        var mesh = MeshCheck
            .Run(Solids.Soup([.. Solids.Block(10, 10, 10), .. Solids.Block(10, 10, 10, new Vec3(20, 0, 0))]), LengthUnit.Mm)
            .Mesh;
        var isLeftOut = new bool[mesh.TriangleCount];
        Assert.Equal(200, Shadow.AreaMm2(mesh, isLeftOut, new Vec3(0, 0, 1)), 200 * Slack);
        Array.Fill(isLeftOut, true, 12, 12);
        Assert.Equal(100, Shadow.AreaMm2(mesh, isLeftOut, new Vec3(0, 0, 1)), 100 * Slack);
        List<Vec3> sheet = [new(0, 0, 0), new(10, 0, 0), new(10, 10, 0), new(0, 0, 0), new(10, 10, 0), new(0, 10, 0)];
        Assert.Equal(100, AreaMm2(sheet, new Vec3(0, 0, 1)), 100 * Slack);
        Assert.Equal(0, AreaMm2(sheet, new Vec3(1, 0, 0)));
    }

    private const double Slack = 0.005;

    private static bool Near(double measured, double expected) => Math.Abs(measured - expected) <= Slack * expected;
}
