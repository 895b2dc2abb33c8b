using Stampo.Core.Plans.Composites;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Composites;

public class LaminateTests
{
    private static LaminaPly Glass(double deg, double mm = 0.5) => new(deg, mm, 38, 8.5, 3.8, 0.28, 1.9);

    private static LaminateAnswer Of(params LaminaPly[] plies) => Laminate.Of(new LaminateRequest(plies));

    [Fact]
    public void Two_plies_crossed_stretch_alike_and_warp()
    {
        var crossed = Of(Glass(0), Glass(90));
        Assert.Equal(23665.0095, crossed.A[0][0], 1e-3);
        Assert.Equal(2422.4827, crossed.A[0][1], 1e-3);
        Assert.Equal(-3753.3214, crossed.B[0][0], 1e-3);
        Assert.Equal(201.8736, crossed.D[0][1], 1e-3);
        Assert.Equal((16.27361, 3.8, 0.102366), (Math.Round(crossed.ExGpa, 5), crossed.GxyGpa, Math.Round(crossed.Nuxy, 6)));
        Assert.Equal((false, true, 1.9), (crossed.Symmetric, crossed.Balanced, crossed.MassKgPerM2));
    }

    /// <summary>One ply along itself is itself; an isotropic one is itself whatever way it lies, and bends as a plate does.</summary>
    [Fact]
    public void Closed_forms()
    {
        var one = Of(Glass(0));
        Assert.Equal([38, 8.5, 3.8, 0.28], new[] { one.ExGpa, one.EyGpa, one.GxyGpa, one.Nuxy }, Near);
        Assert.Equal([8.5, 38], new[] { Of(Glass(90)).ExGpa, Of(Glass(90)).EyGpa }, Near);
        var even = new LaminaPly(37, 4, 70, 70, 70 / 2.6, 0.3, 2.7);
        var plate = Of(even);
        Assert.Equal([70, 70, 70 / 2.6, 0.3], new[] { plate.ExGpa, plate.EyGpa, plate.GxyGpa, plate.Nuxy }, Near);
        Assert.Equal(70_000 * 64 / (12 * (1 - 0.09)), plate.D[0][0], 1e-6 * plate.D[0][0]);
        // Off its axis by the textbook: 1/Ex = c⁴/E1 + s⁴/E2 + (1/G − 2ν/E1)·s²c².
        var off = Of(Glass(30), Glass(30));
        var (c2, s2) = (0.75, 0.25);
        Assert.Equal(1 / (c2 * c2 / 38 + s2 * s2 / 8.5 + (1 / 3.8 - 2 * 0.28 / 38) * s2 * c2), off.ExGpa, 1e-9);
        Assert.False(off.Balanced);
    }

    [Fact]
    public void A_mirrored_stack_is_flat_and_a_core_carries_bending()
    {
        var skins = Of(Glass(0), Glass(45), Glass(-45), Glass(-45), Glass(45), Glass(0));
        Assert.True(skins is { Symmetric: true, Balanced: true });
        Assert.All(skins.B.SelectMany(row => row), b => Assert.Equal(0, b));
        var foam = new LaminaPly(0, 10, 0.045, 0.045, 0.018, 0.25, 0.06);
        Assert.True(Of(Glass(0), foam, Glass(0)).D[0][0] > 100 * Of(Glass(0), Glass(0)).D[0][0]);
    }

    [Fact]
    public void Turning_all_plies_by_a_right_angle_changes_the_axes()
    {
        var random = new Random(7);
        for (var i = 0; i < 50; i++)
        {
            var plies = Enumerable
                .Range(0, 1 + random.Next(6))
                .Select(_ => Glass(random.Next(-90, 90), 0.1 + random.NextDouble()))
                .ToArray();
            var (lies, turned) = (Of(plies), Of([.. plies.Select(p => p with { AngleDeg = p.AngleDeg + 90 })]));
            Assert.Equal(lies.ExGpa, turned.EyGpa, 1e-9);
            Assert.Equal(lies.GxyGpa, turned.GxyGpa, 1e-9);
            Assert.Equal(lies.Symmetric, turned.Symmetric);
        }
    }

    [Theory]
    [InlineData(5, 0.5, "plies[1].nu12")]
    [InlineData(0.28, 0, "plies[1].thicknessMm")]
    [InlineData(double.NaN, 0.5, "plies[1].nu12")]
    public void A_ply_that_cannot_be_is_refused_by_its_place(double nu, double mm, string field) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(() => Of(Glass(0), Glass(0, mm) with { Nu12 = nu })).Field);

    [Fact]
    public void Ply_infusion_and_leak_by_their_worked_examples()
    {
        var ply = Ply.Of(new PlyRequest(450, 2.55, 0.48, 1.15));
        Assert.Equal((0.36765, 219.853), (Math.Round(ply.ThicknessMm, 5), Math.Round(ply.ResinGsm, 3)));
        Assert.Equal(0.3922, Ply.Of(new PlyRequest(300, 2.55, 0.30, 1.15)).ThicknessMm, 5e-5);
        Assert.Equal(137.937, Infusion.Line(new InfusionLineRequest(0.52, 0.28, 0.6, 2e-9, 95_000)).Seconds, 1e-3);
        Assert.Equal(167.392, Infusion.Point(new InfusionPointRequest(0.52, 0.28, 0.35, 0.006, 2e-9, 95_000)).Seconds, 1e-3);
        Assert.Equal(0.27, VacuumDrop.Of(new VacuumDropRequest(18, 9, 600)).LeakMbarLPerS, 1e-12);
        var inside = Assert.Throws<RefusalException>(() => Infusion.Point(new InfusionPointRequest(0.5, 0.3, 0.001, 0.006, 2e-9, 95_000)));
        Assert.Equal("radiusM", inside.Field);
    }

    private static bool Near(double a, double b) => Math.Abs(a - b) <= 1e-9 * Math.Abs(b);
}
