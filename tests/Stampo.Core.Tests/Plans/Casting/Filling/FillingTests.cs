using CsCheck;
using Stampo.Core.Materials;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Casting.Filling;

public class FillingTests
{
    private static readonly CastData Fast = MaterialLibrary.Find("pu-rigid-fast")!.Cast!;

    private static readonly FillingEquipment Shop = new(
        new Vessel("Vacuum chamber", 300, 420, 100),
        30,
        85,
        new Vessel("Pressure pot", 280, 350, 20),
        400,
        [450, 400, 350],
        80
    );

    private static readonly FilledMold Mold = new([160, 120, 100], Fast, FullCureH: 168, LimitC: 200, ThinnestWallMm: 2);

    private static FillingPlan Plan(
        FillingChoices choices,
        FilledMold? mold = null,
        FillingEquipment? shop = null,
        FillingSchool usual = FillingSchool.DegassedPressure
    ) => FillingPlan.Of(choices, usual, shop ?? Shop, mold ?? Mold);

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
    public void Bubbles_keep_their_gas() =>
        Gen.Select(Gen.Double[1, 500], Gen.Double[1, 2000])
            .Sample((from, to) => Assert.Equal(from, to * Math.Pow(Bubble.Of(new BubbleRequest(from, to)).DiameterRatio, 3), 1e-9 * to));

    [Theory]
    [InlineData(360, null)]
    [InlineData(361, "pot-pressure")]
    [InlineData(500, "pot-pressure")]
    public void A_pot_is_used_to_nine_tenths_of_its_plate(double kpa, string? refused) =>
        Assert.Equal(refused, Plan(new FillingChoices { PressureKpa = kpa }).Refusals.FirstOrDefault()?.Code);

    [Fact]
    public void What_does_not_fit_or_stand_it_is_refused_and_without_pressure_the_pot_does_not_matter()
    {
        var large = Mold with { BlockMm = [280, 240, 200] };
        Assert.Equal(["pot-size"], Plan(new FillingChoices(), large).Refusals.Select(r => r.Code));
        Assert.Empty(Plan(new FillingChoices { School = FillingSchool.Degassed }, large).Refusals);
        Assert.Equal(["chamber-size"], Plan(new FillingChoices { School = FillingSchool.Chamber }, large).Refusals.Select(r => r.Code));
        Assert.Equal(
            ["chamber-size", "oven-size"],
            Plan(new FillingChoices { School = FillingSchool.Chamber }, Mold with { BlockMm = [500, 400, 300] })
                .Refusals.Select(r => r.Code)
        );
        Assert.Equal(
            ["mold-heat"],
            Plan(new FillingChoices { School = FillingSchool.Degassed, CureC = 70 }, Mold with { LimitC = 55 }).Refusals.Select(r => r.Code)
        );
        Assert.Equal(["oven-heat"], Plan(new FillingChoices { School = FillingSchool.Degassed, CureC = 90 }).Refusals.Select(r => r.Code));
        Assert.Equal(
            ["pot-plate"],
            Plan(new FillingChoices { School = FillingSchool.Pressure }, shop: Shop with { PotRatedKpa = null })
                .Refusals.Select(r => r.Code)
        );
    }

    [Fact]
    public void A_closed_pot_gains_pressure_as_it_warms()
    {
        Assert.Equal(364, FillingPlan.HotKpa(300, 70), 0.5);
        Assert.Equal(["pot-hot"], Plan(new FillingChoices { CureC = 70 }).Refusals.Select(r => r.Code));
        Assert.Empty(Plan(new FillingChoices { CureC = 70, PressureKpa = 250 }).Refusals);
        Gen.Select(Gen.Double[0, 600], Gen.Double[23, 120])
            .Sample(
                (kpa, celsius) =>
                    Assert.Equal((kpa + 101.325) / 296.15, (FillingPlan.HotKpa(kpa, celsius) + 101.325) / (celsius + 273.15), 1e-9)
            );
    }

    [Fact]
    public void A_vessel_takes_what_goes_in_by_its_shape_with_room_to_rise()
    {
        // 1.9 L of block do not go into a round vessel of 2 L.
        var round = new Vessel("pot", 126, 161, 0);
        Assert.False(round.Takes([124, 124, 124]));
        Assert.True(new Vessel("pot", 280, 350, 20).Takes([190, 190, 330]));
        Assert.False(new Vessel("pot", 280, 350, 20).Takes([190, 190, 331]));
        Assert.Null(new Vessel("pot", null, null, 20).Takes([1, 1, 1]));
        Gen.Select(Gen.Double[5, 400], Gen.Double[5, 400], Gen.Double[5, 400])
            .Sample((a, b, c) => Assert.Equal(Shop.Pot!.Takes([a, b, c]), Shop.Pot.Takes([c, a, b])));
    }

    [Fact]
    public void Handling_times_meet_the_data_sheet_at_both_temperatures_and_go_straight_in_between()
    {
        Assert.Equal(Fast.DemoldH, HandlingTime.Hours(Fast, 23), 1e-12);
        Assert.Equal(0.75, HandlingTime.Hours(Fast, 70), 1e-12);
        Assert.Equal(Math.Sqrt(Fast.DemoldH * 0.75), HandlingTime.Hours(Fast, 46.5), 1e-12);
        Assert.Equal(16 / Math.Pow(2, 4.7), HandlingTime.Hours(Fast with { DemoldH = 16, WarmC = null, WarmDemoldH = null }, 70), 1e-12);
        Gen.Select(Gen.Double[15, 90], Gen.Double[0.1, 20])
            .Sample((at, more) => Assert.True(HandlingTime.Hours(Fast, at + more) < HandlingTime.Hours(Fast, at)));
    }

    [Fact]
    public void A_mold_made_without_pressure_gives_raised_bumps_under_it()
    {
        Assert.Contains(
            "raised bumps",
            Plan(new FillingChoices { MoldPressureKpa = 0 }).Messages.Single(m => m.Code == "mold-pressure").Text,
            StringComparison.Ordinal
        );
        Assert.Contains(Plan(new FillingChoices { MoldPressureKpa = 0 }).Messages, m => m.Code == "mold-pressure");
        Assert.DoesNotContain(Plan(new FillingChoices { MoldPressureKpa = 300 }).Messages, m => m.Code == "mold-pressure");
        Assert.DoesNotContain(
            Plan(new FillingChoices { MoldPressureKpa = 0, School = FillingSchool.Degassed }).Messages,
            m => m.Code == "mold-pressure"
        );
        Assert.Contains(
            Plan(new FillingChoices { School = FillingSchool.Open }, Mold with { ThinnestWallMm = 0.8 }).Messages,
            m => m.Code == "halves-in-line"
        );
    }

    [Fact]
    public void A_chamber_casts_warm_and_demolds_inside_an_hour()
    {
        var chamber = Plan(new FillingChoices(), usual: FillingSchool.Chamber);
        Assert.Equal((70, 0.75), (chamber.CureC, chamber.DemoldH));
        Gen.Double[0.2, 48]
            .Sample(h =>
            {
                Assert.InRange(ShotRate.InChamber(Fast with { DemoldH = h, WarmDemoldH = null }, 70), 3, 10);
                Assert.InRange(ShotRate.ByHand(h), 1, 3);
            });
    }

    [Fact]
    public void Thicker_and_faster_resin_runs_hotter()
    {
        var (fast, slow) = (MaterialLibrary.Find("pu-rigid-fast")!, MaterialLibrary.Find("pu-elastomer-70a")!);
        Assert.Equal(23, Exotherm.PeakC(fast, 0, 23), 1e-9);
        Gen.Select(Gen.Double[0.5, 60], Gen.Double[0.1, 30])
            .Sample(
                (section, more) =>
                {
                    Assert.True(Exotherm.PeakC(fast, section + more, 23) > Exotherm.PeakC(fast, section, 23));
                    Assert.True(Exotherm.PeakC(fast, section, 23) > Exotherm.PeakC(slow, section, 23));
                    Assert.True(Exotherm.PeakC(fast, section, 23) < 143);
                }
            );
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
