using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Working;
using Molds = Stampo.Core.Plans.Casting.SplitMolds.SplitMolds;

namespace Stampo.Core.Tests.Plans.Casting.SplitMolds;

/// <summary>Where the outline climbs, the parting steps with it, and the halves are as sound as those of a plane.</summary>
public sealed class SteppedPartingTests
{
    private static readonly Vec3 Up = new(0, 0, 1);

    /// <summary>A bar whose belt runs level, climbs, and runs level again: one flat each, and the slope of the belt between.</summary>
    private static readonly Gen<(List<Vec3> Corners, double LowMm, double HighMm)> Terrace = Gen.Select(
            Gen.Double[3, 8],
            Gen.Double[3, 10],
            Gen.Double[20, 40],
            Gen.Double[-3, 3]
        )
        .Select((low, climb, length, turn) => (Bar(low, low + climb, length, turn), low, low + climb));

    /// <summary>Its section is a hexagon that is widest at the belt; the belt's height changes between a third and half of its length.</summary>
    private static List<Vec3> Bar(double lowMm, double highMm, double lengthMm, double turn)
    {
        var places = new[] { (0, lowMm), (lengthMm * 0.4, lowMm), (lengthMm * 0.5, highMm), (lengthMm, highMm) };
        Vec3[][] rings =
        [
            .. places.Select(p =>
                new[] { (-4.0, 0.0), (4, 0), (8, p.Item2), (4, highMm + 8), (-4, highMm + 8), (-8, p.Item2) }
                    .Select(c => new Vec3(p.Item1, c.Item1, c.Item2))
                    .ToArray()
            ),
        ];
        var corners = new List<Vec3>();
        for (var r = 1; r < rings.Length; r++)
        for (var k = 0; k < 6; k++)
        {
            var (a, b, c, d) = (rings[r - 1][k], rings[r - 1][(k + 1) % 6], rings[r][(k + 1) % 6], rings[r][k]);
            corners.AddRange([a, d, c, a, c, b]);
        }

        for (var k = 1; k < 5; k++)
        {
            corners.AddRange([rings[0][0], rings[0][k], rings[0][k + 1]]);
            corners.AddRange([rings[^1][0], rings[^1][k + 1], rings[^1][k]]);
        }

        return Solids.Rotated(corners, Up, turn > 0 ? 0 : Math.PI / 2);
    }

    [Fact]
    public void The_parting_follows_a_belt_that_climbs_and_both_halves_stay_sound() =>
        Gen.Select(Terrace, Gen.Bool, Gen.Double[8, 20])
            .Sample(
                (bar, fitted, wall) =>
                {
                    var request = new SplitMoldRequest
                    {
                        WallMm = wall,
                        Keys = fitted,
                        BoltHoleMm = fitted ? 4 : null,
                        PourHoleMm = fitted ? 6 : null,
                        VentMm = fitted ? 2 : null,
                    };
                    var surface = Surfaces.Of(bar.Corners);
                    var mold = Molds.Of(surface, Up, request, Progress.None);
                    var plane = Molds.Of(surface, Up, request with { Steps = false }, Progress.None);
                    SplitMoldTests.Sound(mold);
                    // On a steep slope half a step of the grid aside is several up.
                    SplitMoldTests.ComeApart(mold, withinMm: 0.02);
                    Assert.Equal(plane.Figures.CavityCm3, mold.Figures.CavityCm3, 1e-4 * plane.Figures.CavityCm3);
                    Assert.True(mold.Figures.StepsMm.Count > 1, "no step");
                    Assert.InRange(mold.Figures.StepsMm[0] - bar.LowMm, -0.5, 0.5);
                    Assert.InRange(mold.Figures.StepsMm[^1] - bar.HighMm, -0.5, 0.5);
                    // Where nothing else stands in the block, both halves and the part fill it.
                    var block = mold.Figures.BlockMm.Aggregate(1.0, (v, mm) => v * mm) / 1000;
                    if (!fitted)
                        Assert.Equal(block, mold.Figures.LowerCm3 + mold.Figures.UpperCm3 + mold.Figures.CavityCm3, 1e-4 * block);
                },
                iter: 12
            );

    [Fact]
    public void A_plane_that_shuts_off_little_stays_a_plane_and_so_does_one_that_was_asked_for()
    {
        Assert.Empty(Molds.Of(Surfaces.Of(Solids.Sphere(12, 24)), Up, new SplitMoldRequest(), Progress.None).Figures.StepsMm);
        var asked = Molds.Of(Surfaces.Of(Bar(4, 12, 30, 1)), Up, new SplitMoldRequest { PartingMm = 8 }, Progress.None).Figures;
        Assert.Empty(asked.StepsMm);
        // The flats would follow one of the parts and not the others.
        Assert.Empty(Molds.Of(Surfaces.Of(Bar(4, 12, 30, 1)), Up, new SplitMoldRequest { Cavities = 2 }, Progress.None).Figures.StepsMm);
        Assert.Equal(8, asked.PartingMm, 0.001);
    }
}
