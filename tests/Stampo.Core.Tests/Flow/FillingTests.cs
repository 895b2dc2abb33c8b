using Stampo.Core.Flow;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Flow;

/// <summary>Ways from the gate against those that plates, bent plates and boxes have in closed form.</summary>
public class FillingTests
{
    private static readonly Vec3 Up = new(0, 0, 1);

    private static FillingFigures Fill(List<Vec3> part, params Vec3[] gates) => Filling.Of(Surfaces.Of(part), gates, Up, Progress.None);

    private static void Near(double wanted, double got, double share) => Assert.InRange(got, wanted * (1 - share), wanted * (1 + share));

    [Theory]
    [InlineData(100, 60, 2)]
    [InlineData(80, 80, 3)]
    [InlineData(140, 12, 1.5)]
    public void A_plate_fills_from_its_middle_to_its_corners(double x, double y, double wall)
    {
        var filled = Fill(Solids.Block(x, y, wall), new Vec3(x / 2, y / 2, wall));
        var way = Math.Sqrt(x * x + y * y) / 2;
        Near(way, filled.LengthMm, 0.03);
        Near(way / wall, filled.Ratio, 0.04);
        Near(wall, filled.UsualWallMm, 0.03);
        Assert.Empty(filled.Welds);
        Assert.Equal(4, filled.LastPoints.Count);
        Assert.All(filled.LastPoints, last => Assert.True(last.IsVented));
    }

    [Fact]
    public void Two_gates_meet_in_the_middle_and_share_the_way()
    {
        var filled = Fill(Solids.Block(100, 12, 2), new Vec3(0, 6, 1), new Vec3(100, 6, 1));
        Near(50.0 / 2, filled.Ratio, 0.04);
        Assert.Equal(2, filled.OfGates.Count);
        Near(filled.OfGates[0], filled.OfGates[1], 0.04);
        var weld = Assert.Single(filled.Welds);
        Assert.Equal(50, weld.Place.PointMm[0], 1.5);
        Near(12, weld.LengthMm, 0.15);
        Assert.InRange(weld.AngleDeg, 0, 40);
    }

    [Fact]
    public void Round_a_bend_the_way_is_that_of_the_middle_of_the_wall()
    {
        // 60 mm flat and 40 mm up, 2 mm thick: 59 + 39 along the middle.
        var filled = Fill(Prism(20, (0, 0), (60, 0), (60, 40), (58, 40), (58, 2), (0, 2)), new Vec3(0, 10, 1));
        Near(Math.Sqrt(98 * 98 + 10 * 10), filled.LengthMm, 0.03);
        Assert.Equal(40, filled.Last.PointMm[2], 2.5);
    }

    [Fact]
    public void Thick_fills_first_and_is_named_and_what_it_feeds_is_nearer()
    {
        // A bar of 6 mm along one side of a plate of 2 mm.
        var filled = Fill(Prism(90, (0, 0), (40, 0), (40, 2), (6, 2), (6, 6), (0, 6)), new Vec3(3, 0, 3));
        Assert.Contains(filled.Thick, spot => spot.WallMm > 4);
        Assert.InRange(filled.Ratio, 90.0 / 6, 0.8 * 90 / 2 + 40.0 / 2);
    }

    [Fact]
    public void A_gate_off_the_part_and_a_part_in_pieces_are_refused_by_their_place()
    {
        var off = Assert.Throws<PlacedRefusal>(() => Fill(Solids.Block(50, 50, 2), new Vec3(80, 25, 1)));
        Assert.Equal(("gate.off-part", "gates.at[0]"), (off.Code, off.Field));
        List<Vec3> pieces = [.. Solids.Block(50, 50, 2), .. Solids.Block(20, 20, 2, new Vec3(0, 0, 30))];
        var dry = Assert.Throws<PlacedRefusal>(() => Fill(pieces, new Vec3(25, 25, 2)));
        Assert.Equal("gate.piece", dry.Code);
        Assert.Equal(30, dry.At.PointMm[2], 3.0);
    }

    [Fact]
    public void Proposed_gates_fill_no_worse_than_any_corner_would()
    {
        var part = Surfaces.Of(Solids.Block(90, 60, 2));
        double Ratio(IReadOnlyList<Vec3> gates) => Filling.Of(part, gates, Up, Progress.None).Ratio;
        var face = Ratio([.. GateSearch.Of(part, GateStands.Face, 1, Up, Progress.None).Select(g => g.Place.Point)]);
        var edge = Ratio([.. GateSearch.Of(part, GateStands.Edge, 1, Up, Progress.None).Select(g => g.Place.Point)]);
        var two = Ratio([.. GateSearch.Of(part, GateStands.Face, 2, Up, Progress.None).Select(g => g.Place.Point)]);
        Assert.InRange(face, 27, 32);
        Assert.InRange(edge, 33, 48);
        Assert.True(two < face);
        Assert.True(edge < Ratio([new Vec3(0, 0, 1)]));
    }

    [Fact]
    public void Halves_part_along_the_outer_edges()
    {
        var tray = ToolParting.Of(Surfaces.Demo("feeder-tray.stl"), Up, Progress.None);
        Assert.True(tray.LengthMm > 0);
        Assert.Equal(2 * (30 + 20), ToolParting.Of(Surfaces.Of(Solids.Block(30, 20, 10)), Up, Progress.None).LengthMm, 1e-6);
    }

    /// <summary>A polygon drawn out along y; its inner corner sees all of it.</summary>
    private static List<Vec3> Prism(double length, params (double X, double Z)[] outline)
    {
        List<Vec3> corners = [];
        var n = outline.Length;
        var hub = Enumerable.Range(0, n).First(i => Turn(outline[(i + n - 1) % n], outline[i], outline[(i + 1) % n]) < 0);
        for (var i = 0; i < n; i++)
        {
            var (a, b) = (outline[i], outline[(i + 1) % n]);
            corners.AddRange([At(a, 0), At(b, length), At(b, 0), At(a, 0), At(a, length), At(b, length)]);
            if (i == hub || (i + 1) % n == hub)
                continue;
            corners.AddRange([At(outline[hub], 0), At(a, 0), At(b, 0)]);
            corners.AddRange([At(outline[hub], length), At(b, length), At(a, length)]);
        }

        return corners;

        static Vec3 At((double X, double Z) p, double y) => new(p.X, y, p.Z);
        static double Turn((double X, double Z) a, (double X, double Z) b, (double X, double Z) c) =>
            (b.X - a.X) * (c.Z - b.Z) - (b.Z - a.Z) * (c.X - b.X);
    }
}
