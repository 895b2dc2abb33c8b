using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Molds = Stampo.Core.Plans.Casting.SplitMolds.SplitMolds;

namespace Stampo.Core.Tests.Plans.Casting.SplitMolds;

/// <summary>Several parts in one block: each cavity is the part, all hang on one runner, and the halves are as sound as for one.</summary>
public sealed class ManyCavitiesTests
{
    private static readonly Vec3 Up = new(0, 0, 1);

    [Fact]
    public void Each_cavity_is_the_part_and_the_halves_of_several_are_as_sound_as_of_one() =>
        Gen.Select(Gen.Int[2, 7], Gen.Double[4, 15], Gen.Double[0.3, 0.9], Gen.Bool)
            .Sample(
                (cavities, belt, foot, fitted) =>
                {
                    var part = Surfaces.Of(Turning.Of(16, (0, 0), (belt * foot, 0), (belt, 6), (belt * 0.7, 14), (0, 14)));
                    var one = (fitted ? new SplitMoldRequest() : SplitMoldTests.Bare) with { WallMm = 10 };
                    var single = Molds.Of(part, Up, one, Progress.None).Figures;
                    var mold = Molds.Of(part, Up, one with { Cavities = cavities }, Progress.None);
                    SplitMoldTests.Sound(mold);
                    SplitMoldTests.ComeApart(mold);
                    Assert.Equal(cavities * single.CavityCm3, mold.Figures.CavityCm3, 1e-6 * cavities * single.CavityCm3);
                    var (block, alone) = (BlockCm3(mold.Figures), BlockCm3(single));
                    Assert.InRange(block, alone, cavities * alone);
                    Assert.Equal(cavities * single.Vents.Count, mold.Figures.Vents.Count);
                    if (!fitted)
                        Assert.Equal(block, mold.Figures.LowerCm3 + mold.Figures.UpperCm3 + mold.Figures.CavityCm3, 1e-4 * block);
                },
                iter: 10
            );

    private static double BlockCm3(SplitMoldFigures figures) => figures.BlockMm.Aggregate(1.0, (v, mm) => v * mm) / 1000;

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(6)]
    public void From_the_pour_hole_the_runner_leads_to_every_part(int cavities)
    {
        var part = Surfaces.Of(Solids.Block(30, 12, 8));
        var request = new SplitMoldRequest { Cavities = cavities };
        var mold = Molds.Of(part, Up, request, Progress.None);
        var (faults, topology) = Topology.Connect(mold.Lower);
        var lower = new SolidSurface(mold.Lower, faults, topology, false);
        var seen = new PartSeen(part, Up, 1);
        var layout = CavityLayout.Of(request, seen.Box);
        Assert.Equal(cavities, layout.Places.Count);
        var pour = mold.Figures.Pour!.PointMm;
        foreach (var place in layout.Places)
        {
            var gate = place.Of(seen.Foremost()!.Value);
            for (var share = 0.0; share <= 1; share += 0.02)
            {
                // Along the runner, then along the gate.
                IsCut(pour[0] + share * (gate.X - pour[0]), pour[1]);
                IsCut(gate.X, pour[1] + share * (gate.Y - pour[1]));
            }
        }

        void IsCut(double x, double y) => Assert.True(500 - lower.Bvh.FirstHit(new Vec3(x, y, 500), Up * -1, 0) < pour[2] - 1, $"{x} {y}");
    }

    [Fact]
    public void Parts_do_not_touch_and_too_many_are_refused()
    {
        foreach (var cavities in Enumerable.Range(1, SplitMoldRequest.MostCavities))
        {
            var box = new Box(new Vec3(-3, 2, 0), new Vec3(9, 7, 5));
            var layout = CavityLayout.Of(new SplitMoldRequest { Cavities = cavities }, box);
            var boxes = layout.Places.Select(p => Box.Nothing.Around(p.Of(box.Min)).Around(p.Of(box.Max))).ToList();
            for (var a = 0; a < boxes.Count; a++)
            for (var b = a + 1; b < boxes.Count; b++)
                Assert.True(
                    boxes[a].Max.X + 4.9 < boxes[b].Min.X
                        || boxes[b].Max.X + 4.9 < boxes[a].Min.X
                        || boxes[a].Max.Y + 4.9 < boxes[b].Min.Y
                        || boxes[b].Max.Y + 4.9 < boxes[a].Min.Y
                );
        }

        foreach (var cavities in new[] { 0, -1, 13 })
            Assert.Equal(
                "split.cavities",
                Assert.Throws<RefusalException>(() => new SplitMoldRequest { Cavities = cavities }.Checked()).Field
            );
    }
}
