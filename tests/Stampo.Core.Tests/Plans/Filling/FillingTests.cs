using CsCheck;
using Stampo.Core.Materials;
using Stampo.Core.Plans.Filling;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Filling;

public class FillingTests
{
    private static readonly FillingEquipment Shop = new(ChamberL: 30, PumpLPerMin: 85, PotL: 20, PotRatedKpa: 400, OvenL: 60);

    private static readonly FilledMold Mold = new(BlockL: 3, DemoldH: 1.5, FullCureH: 168, LimitC: 200, ThinnestWallMm: 2);

    private static FillingPlan Plan(FillingChoices choices, FilledMold? mold = null, FillingEquipment? shop = null, FillingSchool usual = FillingSchool.DegassedPressure) =>
        FillingPlan.Of(choices, usual, shop ?? Shop, mold ?? Mold);

    [Fact]
    public void A_bubble_under_pressure_and_a_pumped_chamber_follow_the_worked_examples()
    {
        Assert.Equal(0.63273, Bubble.Of(new BubbleRequest(101.325, 400)).DiameterRatio, 5e-6);
        Assert.Equal(97.79, PumpDown.Of(new PumpDownRequest(30, 85, 1013, 10)).Seconds, 0.005);
        var plan = Plan(new FillingChoices());
        Assert.Equal(Math.Cbrt(101.325 / 401.325), plan.BubbleRatio!.Value, 1e-9);
        Assert.Equal(97.79, plan.PumpDownS!.Value, 0.005);
    }

    [Fact]
    public void Bubbles_keep_their_gas() => Gen.Select(Gen.Double[1, 500], Gen.Double[1, 2000]).Sample((from, to) =>
        Assert.Equal(from, to * Math.Pow(Bubble.Of(new BubbleRequest(from, to)).DiameterRatio, 3), 1e-9 * to));

    [Theory]
    [InlineData(360, null)]
    [InlineData(361, "pot-pressure")]
    [InlineData(500, "pot-pressure")]
    public void A_pot_is_used_to_nine_tenths_of_its_plate(double kpa, string? refused) =>
        Assert.Equal(refused, Plan(new FillingChoices { PressureKpa = kpa }).Refusals.FirstOrDefault()?.Code);

    [Fact]
    public void What_does_not_fit_or_stand_it_is_refused_and_without_pressure_the_pot_does_not_matter()
    {
        var large = Mold with { BlockL = 40 };
        Assert.Equal(["pot-size"], Plan(new FillingChoices(), large).Refusals.Select(r => r.Code));
        Assert.Empty(Plan(new FillingChoices { School = FillingSchool.Degassed }, large).Refusals);
        Assert.Equal(["chamber-size"], Plan(new FillingChoices { School = FillingSchool.Chamber }, large).Refusals.Select(r => r.Code));
        Assert.Equal(["chamber-size", "oven-size"], Plan(new FillingChoices { School = FillingSchool.Chamber }, Mold with { BlockL = 70 }).Refusals.Select(r => r.Code));
        Assert.Equal(["mold-heat"], Plan(new FillingChoices { CureC = 70 }, Mold with { LimitC = 55 }).Refusals.Select(r => r.Code));
        Assert.Empty(Plan(new FillingChoices { PressureKpa = 900 }, shop: new(null, null, null, null, null)).Refusals);
    }

    [Fact]
    public void A_mold_made_without_pressure_dents_its_parts_under_it()
    {
        Assert.Contains(Plan(new FillingChoices { MoldPressureKpa = 0 }).Messages, m => m.Code == "mold-pressure");
        Assert.DoesNotContain(Plan(new FillingChoices { MoldPressureKpa = 300 }).Messages, m => m.Code == "mold-pressure");
        Assert.DoesNotContain(Plan(new FillingChoices { MoldPressureKpa = 0, School = FillingSchool.Degassed }).Messages, m => m.Code == "mold-pressure");
        Assert.Contains(Plan(new FillingChoices { School = FillingSchool.Open }, Mold with { ThinnestWallMm = 0.8 }).Messages, m => m.Code == "halves-in-line");
    }

    [Fact]
    public void A_chamber_casts_warm_and_demolds_inside_an_hour()
    {
        var chamber = Plan(new FillingChoices(), usual: FillingSchool.Chamber);
        Assert.Equal((70, 0.25), (chamber.CureC, chamber.DemoldH));
        Assert.Equal(16 * 60 / Math.Pow(2, 4.7), ShotRate.WarmDemoldMin(16, 70), 1e-9);
        Gen.Double[0.2, 48].Sample(h =>
        {
            Assert.InRange(ShotRate.InChamber(h, 70), 3, 10);
            Assert.InRange(ShotRate.ByHand(h), 1, 3);
        });
    }

    [Fact]
    public void Thicker_and_faster_resin_runs_hotter()
    {
        var (fast, slow) = (MaterialLibrary.Find("pu-rigid-fast")!, MaterialLibrary.Find("pu-elastomer-70a")!);
        Assert.Equal(23, Exotherm.PeakC(fast, 0, 23), 1e-9);
        Gen.Select(Gen.Double[0.5, 60], Gen.Double[0.1, 30]).Sample((section, more) =>
        {
            Assert.True(Exotherm.PeakC(fast, section + more, 23) > Exotherm.PeakC(fast, section, 23));
            Assert.True(Exotherm.PeakC(fast, section, 23) > Exotherm.PeakC(slow, section, 23));
            Assert.True(Exotherm.PeakC(fast, section, 23) < 143);
        });
    }

    [Theory]
    [InlineData(0, 400, "fromKpaAbs")]
    [InlineData(101, double.NaN, "toKpaAbs")]
    public void Pressures_that_are_none_are_refused(double from, double to, string field) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(() => Bubble.Of(new BubbleRequest(from, to))).Field);

    [Fact]
    public void Pumping_up_is_no_pumping_down() =>
        Assert.Equal("toMbar", Assert.Throws<RefusalException>(() => PumpDown.Of(new PumpDownRequest(30, 85, 10, 1013))).Field);
}
