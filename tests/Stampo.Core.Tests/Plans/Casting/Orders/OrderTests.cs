using CsCheck;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Plans.Casting.Orders;
using Stampo.Core.Reference;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Casting.Orders;

public class OrderTests
{
    private static readonly DateOnly Today = new(2026, 11, 26);

    private static readonly CastingBatchAnswer Shot = CastingBatch.Compute(
        new CastingBatchRequest
        {
            PartVolumeCm3 = 18.4,
            Count = 8,
            DensityGPerCm3 = 1.08,
            Ratio = new MixRatio(100, 60),
            FillerPctOfA = 1,
        }
    );

    private static readonly Rate Yield = RateCard.Shipped["cast.yield"] with { Low = 0.92, Likely = 0.92, High = 0.92 };

    private static OrderPlan Plan(OrderChoices choices, int parts = 200, double? life = 25) =>
        OrderPlan.Of(choices, parts, 8, Yield, Shot, life, Today);

    [Fact]
    public void Shots_are_whole_and_their_resin_is_bought_in_kits()
    {
        var order = Plan(new OrderChoices());
        Assert.Equal(28, order.Shots); // 200 ÷ (8 × 0.92) = 27.2
        Assert.Equal(28 * Shot.WeighedG / 1000, order.ResinKg, 1e-9);
        Assert.Equal(order.ResinKg, order.AKg + order.BKg, 1e-9);
        Assert.Equal(28 * Shot.FillerG / 1000, order.FillerKg, 1e-9);
        Assert.Equal(order.Packs.Sum(p => p.Count * p.PackKg) - order.ResinKg, order.LeftKg, 1e-9);
        Assert.Equal(Today.AddDays(182), order.Expires);
    }

    [Fact]
    public void Kits_cover_the_need_with_least_left_over_and_then_fewest_packs() =>
        Gen.Select(Gen.Int[1, 900], Gen.Int[1, 9], Gen.Int[10, 30], Gen.Int[31, 80])
            .Sample(
                (tenths, a, b, c) =>
                {
                    double need = tenths / 10.0;
                    double[] sizes = [a, b, c];
                    var packs = Packs.For(need, sizes);
                    var bought = packs.Sum(p => p.PackKg * p.Count);
                    Assert.True(bought >= need - 1e-9);
                    var (least, fewest) = (double.PositiveInfinity, int.MaxValue);
                    for (var i = 0; i * a <= need + c; i++)
                    for (var j = 0; i * a + j * b <= need + c; j++)
                    for (var k = 0; i * a + j * b + k * c <= need + c; k++)
                    {
                        var left = i * a + j * b + k * c - need;
                        if (left > -1e-9 && (left, i + j + k).CompareTo((least - 1e-9, fewest)) < 0)
                            (least, fewest) = (left, i + j + k);
                    }

                    Assert.Equal(least, bought - need, 1e-6);
                    Assert.True(packs.Sum(p => p.Count) <= fewest);
                },
                iter: 200
            );

    [Fact]
    public void A_great_need_takes_no_longer_and_is_covered()
    {
        var packs = Packs.For(2_000_000, [1, 5, 20]);
        Assert.Equal(2_000_000, packs.Sum(p => p.PackKg * p.Count), 1e-6);
    }

    [Fact]
    public void It_warns_of_worn_molds_expired_resin_and_counts_syringes()
    {
        Assert.Contains(Plan(new OrderChoices()).Messages, m => m.Code == "molds-wear");
        Assert.DoesNotContain(Plan(new OrderChoices { Molds = 2 }).Messages, m => m.Code == "molds-wear");
        Assert.Equal(1, Plan(new OrderChoices(), life: null).ToolSets);
        Assert.Equal("expires", Plan(new OrderChoices { ShelfMonths = 1 }).ExpiresBefore(Today.AddDays(60))?.Code);
        Assert.Null(Plan(new OrderChoices()).ExpiresBefore(Today.AddDays(60)));
        Assert.Equal((int)Math.Ceiling(Shot.PouredCm3 / 60), Plan(new OrderChoices { SyringeMl = 60 }).SyringeFills);
    }

    [Fact]
    public void Odd_orders_are_refused()
    {
        Assert.Equal("order.packsKg", Assert.Throws<RefusalException>(() => Plan(new OrderChoices { PacksKg = [] })).Field);
        Assert.Equal("order.packsKg", Assert.Throws<RefusalException>(() => Plan(new OrderChoices { PacksKg = [0.1, 200] })).Field);
        Assert.Equal("order.parts", Assert.Throws<RefusalException>(() => Plan(new OrderChoices { Parts = 0 })).Field);
    }
}
