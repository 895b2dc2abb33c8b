using CsCheck;
using Stampo.Core.Materials;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Casting.SiliconeMolds;

public class SiliconeMoldTests
{
    private static readonly SiliconeMoldRequest Example = new()
    {
        PartBboxMm = [118, 82, 34],
        PartVolumeCm3 = 46,
        WallMm = 25,
        DensityGPerCm3 = 1.10,
        Ratio = new MixRatio(100, 10),
        LossPct = 10,
    };

    private static readonly Gen<SiliconeMoldRequest> Any = Gen.Select(
            Gen.Double[5, 300],
            Gen.Double[5, 300],
            Gen.Double[5, 200],
            Gen.Double[0.05, 0.9],
            Gen.Int[1, 12],
            Gen.Double[5, 60],
            Gen.Double[3, 60],
            Gen.Double[0, 30]
        )
        .Select(
            (x, y, z, solid, count, wall, spacing, loss) =>
                Example with
                {
                    PartBboxMm = [x, y, z],
                    PartVolumeCm3 = x * y * z / 1000 * solid,
                    Count = count,
                    WallMm = wall,
                    SpacingMm = spacing,
                    LossPct = loss,
                }
        );

    [Fact]
    public void The_worked_example_holds()
    {
        var mold = SiliconeMold.Compute(Example);
        Assert.Equal([168, 132, 84], mold.BoxMm);
        Assert.Equal(1816.784, mold.SiliconeCm3, 1e-9);
        Assert.Equal(2198.31, mold.MassG, 0.005);
        Assert.Equal(1998.46, mold.AG, 0.005);
        Assert.Equal(199.85, mold.BG, 0.005);
        Assert.Equal(4 * 1816.784 * 1.1, mold.DegasVesselCm3, 1e-6);
    }

    [Theory]
    [InlineData(60, 20)]
    [InlineData(200, 24)]
    [InlineData(500, 40)]
    public void The_wall_goes_by_the_longest_side_between_20_and_40(double longest, double wall) =>
        Assert.Equal(wall, SiliconeMold.Compute(Example with { PartBboxMm = [longest, 50, 40], WallMm = null }).WallMm, 1e-9);

    [Fact]
    public void A_rigid_back_needs_a_thin_face_only() =>
        Assert.Equal(SiliconeMold.HybridFaceMm, SiliconeMold.Compute(Example with { WallMm = null, School = SplitSchool.Hybrid }).WallMm);

    [Fact]
    public void Mass_is_kept_and_both_components_make_it() =>
        Any.Sample(request =>
        {
            var mold = SiliconeMold.Compute(request);
            var volume = mold.BoxMm[0] * mold.BoxMm[1] * mold.BoxMm[2] / 1000;
            Assert.Equal(volume, mold.SiliconeCm3 + request.Count * request.PartVolumeCm3 + mold.Layout.RunnerCm3, 1e-6 * volume);
            Assert.Equal(mold.MassG, mold.AG + mold.BG, 1e-9 * mold.MassG);
            Assert.Equal(10, mold.AG / mold.BG, 1e-9);
            Assert.Equal(mold.MassG, mold.Pours.Sum(p => p.MassG), 1e-9 * mold.MassG);
        });

    [Fact]
    public void Two_pours_and_their_lots_are_the_whole_and_no_lot_boils_over() =>
        Gen.Select(Any, Gen.Double[0, 1], Gen.Double[0.5, 20])
            .Sample(
                (request, share, litres) =>
                {
                    var parting = new PartingPlane(share * request.PartBboxMm[2], share * request.PartVolumeCm3);
                    var mold = SiliconeMold.Compute(
                        request with
                        {
                            School = SplitSchool.TwoPour,
                            Parting = parting,
                            VesselL = Math.Max(litres, mold4(request) / 30),
                        }
                    );
                    Assert.Equal(2, mold.Pours.Count);
                    Assert.Equal(mold.SiliconeCm3, mold.Pours.Sum(p => p.SiliconeCm3), 1e-6 * mold.SiliconeCm3);
                    foreach (var pour in mold.Pours)
                    {
                        Assert.Equal(pour.MassG, pour.Lots.Sum(l => l.MassG), 1e-9 * mold.MassG);
                        Assert.All(
                            pour.Lots,
                            lot => Assert.True(4 * lot.MassG / 1.10 / 1000 <= Math.Max(litres, mold4(request) / 30) * (1 + 1e-9))
                        );
                    }

                    static double mold4(SiliconeMoldRequest r) => SiliconeMold.Compute(r).DegasVesselCm3 / 1000;
                }
            );

    [Fact]
    public void Every_pattern_stands_in_the_box_with_its_wall_and_clear_of_the_others() =>
        Any.Sample(request =>
        {
            var layout = SiliconeMold.Compute(request).Layout;
            Assert.Equal(request.Count, layout.CentresMm.Count);
            Assert.True(layout.Columns * layout.Rows >= request.Count && (layout.Rows - 1) * layout.Columns < request.Count);
            foreach (var centre in layout.CentresMm)
                for (var i = 0; i < 3; i++)
                {
                    Assert.True(centre[i] - request.PartBboxMm[i] / 2 >= request.WallMm - 1e-9);
                    Assert.True(centre[i] + request.PartBboxMm[i] / 2 <= layout.BoxMm[i] - request.WallMm + 1e-9);
                }

            for (var a = 0; a < request.Count; a++)
            for (var b = 0; b < a; b++)
                Assert.Contains(
                    Enumerable.Range(0, 2),
                    i => Math.Abs(layout.CentresMm[a][i] - layout.CentresMm[b][i]) >= request.PartBboxMm[i] + request.SpacingMm - 1e-9
                );
        });

    [Fact]
    public void No_other_number_of_columns_needs_less_silicone() =>
        Any.Sample(request =>
        {
            var best = SiliconeMold.Compute(request).Layout;
            var (part, n, wall, gap) = (request.PartBboxMm, request.Count, request.WallMm!.Value, request.SpacingMm!.Value);
            for (var columns = 1; columns <= n; columns++)
            {
                var rows = Math.Ceiling(n / (double)columns);
                var box =
                    (columns * part[0] + (columns - 1) * gap + 2 * wall)
                    * (rows * part[1] + (rows - 1) * gap + 2 * wall)
                    * (part[2] + 2 * wall)
                    / 1000;
                Assert.True(best.BoxCm3 <= box * (1 + 1e-9));
            }
        });

    [Fact]
    public void The_clock_runs_from_mixing_to_the_second_degassing()
    {
        var fits = SiliconeMold.Compute(Example with { PotLifeMin = 60 }).Clock!;
        Assert.Equal((41, 19, true), (fits.NeededMin, fits.MarginMin, fits.Fits));
        var late = SiliconeMold.Compute(Example with { PotLifeMin = 30 });
        Assert.False(late.Clock!.Fits);
        Assert.Contains(late.Messages, m => m.Code == "silicone-pot-life");
        Assert.Contains(SiliconeMold.Compute(Example with { WallMm = 10 }).Messages, m => m.Code == "thin-mold");
        Assert.Contains(SiliconeMold.Compute(Example with { VesselL = 3 }).Messages, m => m.Code == "silicone-lots");
    }

    public static TheoryData<SiliconeMoldRequest, string> Odd { get; } =
        new()
        {
            { Example with { PartBboxMm = [1, 2] }, "partBboxMm" },
            { Example with { PartBboxMm = [118, -82, 34] }, "partBboxMm[1]" },
            { Example with { PartBboxMm = [118, double.NaN, 34] }, "partBboxMm[1]" },
            { Example with { PartVolumeCm3 = 4600 }, "partVolumeCm3" },
            { Example with { DensityGPerCm3 = 24.8 }, "densityGPerCm3" },
            { Example with { Ratio = new MixRatio(100, 0) }, "ratio.b" },
            { Example with { Count = 0 }, "count" },
            { Example with { WallMm = 0 }, "wallMm" },
            { Example with { LossPct = 100 }, "lossPct" },
            { Example with { VesselL = 0.05, Count = 60 }, "vesselL" },
            { Example with { School = SplitSchool.TwoPour, Parting = new PartingPlane(99, 3) }, "parting.heightMm" },
        };

    [Theory]
    [MemberData(nameof(Odd))]
    public void What_cannot_be_is_refused_by_its_name(SiliconeMoldRequest request, string field) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(() => SiliconeMold.Compute(request)).Field);

    [Fact]
    public void Cure_follows_the_rule_of_ten_and_heat_costs_shrink()
    {
        var warm = CureTime.Of(new CureTimeRequest(12, 60));
        Assert.Equal(0.92336, warm.Hours, 5e-6);
        Assert.Equal(37 * 0.03, warm.HeatShrinkPct, 1e-9);
        Assert.Contains(warm.Messages, m => m.Code == "heat-shrink");
        Assert.Equal((24, 0), (CureTime.Of(new CureTimeRequest(12, 13)).Hours, CureTime.Of(new CureTimeRequest(12, 13)).HeatShrinkPct));
        Assert.Equal("atC", Assert.Throws<RefusalException>(() => CureTime.Of(new CureTimeRequest(12, 90, LimitC: 80))).Field);
    }
}
