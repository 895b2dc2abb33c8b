using Stampo.Core.Flow;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Flow;

/// <summary>Slow pours into legs, towers and basins whose volumes are plain.</summary>
public class PouringTests
{
    private static readonly Vec3 Up = new(0, 0, 1);

    /// <summary>A foot of 60 × 20 × 10 with a tower of 10 × 20 × 30 at each end.</summary>
    private static readonly List<Vec3> TwoTowers = Drawn((0, 0), (60, 0), (60, 40), (50, 40), (50, 10), (10, 10), (10, 40), (0, 40));

    private static readonly SolidSurface Towers = Surfaces.Of(TwoTowers);

    private static readonly Vec3 Left = new(5, 10, 40),
        Right = new(55, 10, 40),
        Foot = new(30, 10, 0);

    /// <summary>An outline against the clock, 20 mm deep.</summary>
    private static List<Vec3> Drawn(params (double X, double Z)[] outline) => Prism.Of(20, [.. outline.Reverse()]);

    private static PouringFigures Poured(SolidSurface part, Vec3 gate, params Vec3[] risers) =>
        Pouring.Of(part, new Pour(gate, risers, Up), Progress.None);

    [Fact]
    public void Filled_from_below_with_a_riser_on_every_tower_no_air_stays()
    {
        var poured = Poured(Towers, Foot, Left, Right);
        Assert.Empty(poured.Pockets);
        Assert.Equal(0, poured.FallsMm, 1.0);
        Assert.All(poured.RisersShowAt, share => Assert.InRange(share!.Value, 0.95, 1));
        Assert.Equal(40, poured.Last.PointMm[2], 1.5);
    }

    [Fact]
    public void A_tower_without_a_riser_keeps_the_air_over_its_foot()
    {
        var pocket = Assert.Single(Poured(Towers, Foot, Left).Pockets);
        Assert.InRange(pocket.VolumeMm3, 0.9 * 10 * 20 * 30, 1.1 * 10 * 20 * 30);
        Assert.Equal(30, pocket.DeepMm, 2.5);
        Assert.InRange(pocket.Place.PointMm[0], 49.9, 60.1);
        Assert.Equal(40, pocket.Place.PointMm[2], 1.5);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(7)]
    [InlineData(-11)]
    public void Turned_with_the_way_up_it_is_the_same(double degrees)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        Vec3 Turn(Vec3 p) => new(p.X * cos + p.Z * sin, p.Y, p.Z * cos - p.X * sin);
        var part = Surfaces.Of([.. TwoTowers.Select(Turn)]);
        var poured = Pouring.Of(part, new Pour(Turn(Foot), [Turn(Left)], Turn(Up)), Progress.None);
        Assert.InRange(poured.Pockets.Sum(p => p.VolumeMm3), 0.88 * 6000, 1.12 * 6000);
    }

    [Fact]
    public void Behind_a_sill_nothing_arrives_before_the_first_basin_is_full_up_to_it()
    {
        // Two legs of 10 × 20 that hang from a bridge at 30 mm: the second fills from its foot once the first is full.
        var legs = Surfaces.Of(Drawn((0, 0), (10, 0), (10, 30), (30, 30), (30, 0), (40, 0), (40, 40), (0, 40)));
        var pour = new Pour(new Vec3(5, 10, 0), [new Vec3(5, 10, 40)], Up);
        var map = Pouring.Map(legs, pour, Progress.None);
        var samples = legs.Samples.All;
        double At(Func<Vec3, bool> where) => Enumerable.Range(0, map.Length).Where(i => where(samples[i].Point)).Min(i => map[i]);
        const double leg = 10 * 20 * 30,
            all = 2 * leg + 40 * 20 * 10;
        Assert.Equal(leg / all, At(p => p.X > 30.1 && p.Z < 1), 0.05);
        Assert.InRange(At(p => p.X < 9.9 && p.Z is > 14 and < 16), 0.13, 0.17);
        Assert.Empty(Pouring.Of(legs, pour, Progress.None).Pockets);
    }

    [Fact]
    public void A_gate_at_the_top_lets_resin_fall_and_a_part_without_risers_keeps_its_air()
    {
        Assert.Equal(40, Poured(Towers, Left, Right).FallsMm, 2.0);
        Assert.InRange(Poured(Towers, Foot).Pockets.Sum(p => p.VolumeMm3), 20_000, 24_000);
    }

    [Fact]
    public void A_gate_off_the_part_is_refused() =>
        Assert.Equal("gate.off-part", Assert.Throws<PlacedRefusal>(() => Poured(Towers, new Vec3(30, 10, 60), Left)).Code);
}
