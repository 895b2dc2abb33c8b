using Stampo.Core.Geometry;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Tooling;

/// <summary>What a rigid tool comes to by the shape of the part.</summary>
public class ToolShapeTests
{
    private static readonly Vec3 Up = new(0, 0, 1);

    private static ToolShape Of(List<Vec3> corners) => ToolShape.Of(Surfaces.Of(corners), Up, new Progress());

    /// <summary>An outline in x and z, pulled along y: what a section shows is all there is.</summary>
    private static List<Vec3> Section(double depth, params (double X, double Z)[] outline) => Prism.Of(depth, [.. outline.Reverse()]);

    /// <summary>A channel, open above: two walls on a floor.</summary>
    private static List<Vec3> Channel(double wall) =>
        Section(40, (0, 0), (60, 0), (60, 20), (60 - wall, 20), (60 - wall, 4), (wall, 4), (wall, 20), (0, 20));

    [Fact]
    public void A_channel_parts_at_its_rim_and_stays_on_the_core_that_reaches_into_it()
    {
        var shape = Of(Channel(3));
        Assert.Equal([0, 0, 1], shape.ToCore);
        Assert.Equal([60, 40, 20], shape.SizeMm);
        // The floor between the walls and the walls' inner sides; their tops part.
        Assert.Equal((54.0 * 40 + 2 * 16 * 40 + 2 * 3 * 40) / 100, shape.CoreCm2, 1e-6);
        Assert.Equal(2.0 * 16 * 40 / 100, shape.GripCm2, 1e-6);
        Assert.Equal((0, 0), (shape.ShutOffs, shape.SideCores.Count));
        Assert.All(shape.Ejectors, e => Assert.InRange(e.X, 0, 60));
    }

    [Fact]
    public void Turned_over_it_stays_on_the_same_core()
    {
        var over = Of(Solids.Rotated(Channel(3), new Vec3(0, 1, 0), Math.PI));
        Assert.Equal(-1, over.ToCore[2], 1e-9);
        Assert.Equal(2.0 * 16 * 40 / 100, over.GripCm2, 1e-3);
    }

    /// <summary>A wall on a plate with a ledge near its top that looks down: what a snap hook is.</summary>
    private static List<Vec3> Hook(double ledge) =>
        Section(10, (0, 0), (50, 0), (50, 4), (10, 4), (10, 16), (10 + ledge, 16), (10 + ledge, 20), (0, 20));

    [Theory]
    [InlineData(1.5)]
    [InlineData(3)]
    public void A_ledge_takes_a_slide_that_goes_as_far_as_it_is_deep(double ledge)
    {
        var side = Assert.Single(Of(Hook(ledge)).SideCores);
        Assert.Equal(SideCoreKind.Slide, side.Kind);
        Assert.Equal(ledge, side.UndercutMm, 1e-6);
        Assert.Equal(ledge + SideCore.ClearMm, side.TravelMm, 1e-6);
        Assert.InRange(side.AngleDeg!.Value, 10, 25);
        Assert.Equal(1, side.Along![0], 1e-6);
    }

    [Fact]
    public void A_ledge_inside_with_a_wall_across_takes_a_lifter()
    {
        // A cup 26 wide and 32 high with walls of 4, and a ledge 2 deep inside it that looks down.
        var cup = Cubes.Of((13, 13, 16), 2, (x, y, z) => x is < 2 or > 10 || y is < 2 or > 10 || z < 2 || (x == 2 && z > 11));
        var side = Assert.Single(Of(cup).SideCores);
        Assert.Equal(SideCoreKind.Lifter, side.Kind);
        Assert.Equal(2, side.UndercutMm, 0.05);
        Assert.InRange(side.AngleDeg!.Value, 5, SideCore.MostLifterDeg);
    }

    [Fact]
    public void A_groove_all_round_takes_two_slides_that_clear_the_rim()
    {
        var pulley = Turning.Of(96, (0, 0), (20, 0), (20, 4), (16, 4), (16, 10), (20, 10), (20, 14), (0, 14));
        var sides = Of(pulley).SideCores;
        Assert.Equal(2, sides.Count);
        Assert.All(sides, s => Assert.Equal(SideCoreKind.Slide, s.Kind));
        Assert.Equal(-1, sides[0].Along!.Zip(sides[1].Along!, (a, b) => a * b).Sum(), 1e-9);
        // The horns of a half stand at the widest of the groove's floor: √(20² − 16²).
        Assert.All(sides, s => Assert.Equal(12, s.UndercutMm, 0.4));
    }

    [Fact]
    public void A_hollow_shut_in_on_all_sides_is_loose()
    {
        List<Vec3> hollow = [.. Solids.Block(40, 40, 40), .. Solids.TurnedOver(Solids.Block(20, 20, 20, new Vec3(10, 10, 10)))];
        Assert.Equal(SideCoreKind.Loose, Assert.Single(Of(hollow).SideCores).Kind);
    }

    [Fact]
    public void A_rib_is_a_slot_of_one_half_and_the_wall_of_a_box_is_none()
    {
        Assert.Empty(Of(Channel(2)).Slots);
        // A rib 1.2 thick and 14 high stands between the walls of a channel.
        List<Vec3> ribbed = Section(
            40,
            [(0, 0), (60, 0), (60, 20), (57, 20), (57, 4), (30.6, 4), (30.6, 18), (29.4, 18), (29.4, 4), (3, 4), (3, 20), (0, 20)]
        );
        var slot = Assert.Single(Of(ribbed).Slots);
        Assert.Equal((14.0, 1.2, 2 * 14 * 40 / 100.0), (slot.DeepMm, slot.WideMm, slot.AreaCm2), new Near(1e-6));
        Assert.Equal(FormedBy.Core, slot.In);
        // A cutter ten times as long as thick would have to be 1.4 mm: too thick for the slot; one of twelve goes in.
        Assert.Equal(SparkedFor.Rib, Assert.Single(Of(ribbed).Sparked(new CutterLimits(10, 1)), e => e.For == SparkedFor.Rib).For);
        Assert.DoesNotContain(Of(ribbed).Sparked(new CutterLimits(12, 1)), e => e.For == SparkedFor.Rib);
    }

    [Fact]
    public void Sharp_outer_corners_of_a_block_are_sparked_by_one_electrode()
    {
        var shape = Of(Solids.Block(50, 40, 25));
        var corners = Assert.Single(shape.Corners);
        Assert.Equal((25.0, 0.0, 100.0), (corners.DeepMm, corners.RadiusMm, corners.LongMm), new Near(1e-6));
        var electrode = Assert.Single(shape.Sparked(new CutterLimits(10, 1)));
        // A cutter of 2.5 mm leaves 1.25 mm round: walls of 2.5 mm along 100 mm of corners.
        Assert.Equal((SparkedFor.Corners, 2.5, 1.25), (electrode.For, electrode.AreaCm2, electrode.WideMm));
        Assert.Equal(1.25 * 1.25 * (1 - Math.PI / 4) * 100 / 1000, electrode.VolumeCm3, 1e-9);
    }

    [Fact]
    public void An_opening_along_the_pull_is_a_shut_off()
    {
        var ring = Turning.Of(64, (6, 0), (20, 0), (20, 5), (6, 5));
        Assert.Equal((1, 0), (Of(ring).ShutOffs, Of(Turning.Of(64, (0, 0), (20, 0), (20, 5), (0, 5))).ShutOffs));
    }

    [Fact]
    public void The_housing_of_the_demo_reads_as_a_toolmaker_would()
    {
        var shape = ToolShape.Of(Surfaces.Demo("gateway-housing.stl"), Up, new Progress());
        Assert.Equal((34.0, 0.0, 0), (shape.PartingMm, shape.SteppedShare, shape.ShutOffs), new Near(1e-6));
        Assert.Empty(shape.SideCores);
        Assert.Equal(shape.CavityCm2 + shape.CoreCm2, Surfaces.Demo("gateway-housing.stl").AreaMm2 / 100, 1e-6);
        // Its two bosses are tubes on the core: wide enough for every cutter of an aluminium tool.
        Assert.All(shape.Slots, s => Assert.Equal(FormedBy.Core, s.In));
        Assert.Empty(shape.Sparked(new CutterLimits(10, 1)));
    }

    private sealed class Near(double within) : IEqualityComparer<(double, double, double)>, IEqualityComparer<(double, double, int)>
    {
        public bool Equals((double, double, double) a, (double, double, double) b) =>
            Math.Abs(a.Item1 - b.Item1) < within && Math.Abs(a.Item2 - b.Item2) < within && Math.Abs(a.Item3 - b.Item3) < within;

        public bool Equals((double, double, int) a, (double, double, int) b) => Equals((a.Item1, a.Item2, (double)a.Item3), b);

        public int GetHashCode((double, double, double) of) => 0;

        public int GetHashCode((double, double, int) of) => 0;
    }
}
