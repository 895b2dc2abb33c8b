using CsCheck;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.Enclosed;
using Stampo.Core.Reference;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Casting.Enclosed;

public class EnclosedTests
{
    private static readonly Material Resin = MaterialLibrary.Find("pu-elastomer-70a")!,
        Print = MaterialLibrary.Find("print-resin-tough")!;

    private static readonly Surroundings Mild = new(Resin, 45, 0, false, RateCard.Shipped["guard.clean"]);

    private static ThingPlan Plan(EnclosedThing thing, Surroundings? around = null) => EnclosedPlan.Of([thing], around ?? Mild).Things[0];

    [Fact]
    public void What_is_lighter_than_the_resin_floats_by_the_difference() =>
        Gen.Select(Gen.Double[0.01, 500], Gen.Double[0.01, 3000])
            .Sample(
                (cm3, grams) =>
                {
                    var plan = Plan(
                        new EnclosedThing
                        {
                            Name = "it",
                            VolumeCm3 = cm3,
                            MassG = grams,
                        }
                    );
                    Assert.Equal((1.05 * cm3 - grams) * 9.80665e-3, plan.LiftN, 1e-9 * Math.Max(cm3, grams));
                    Assert.Contains(plan.LiftN > 0 ? "floats" : "sinks", plan.Hold, StringComparison.Ordinal);
                }
            );

    [Fact]
    public void Its_limits_walls_guards_and_price_are_spoken_of()
    {
        var board = new EnclosedThing
        {
            Name = "board",
            VolumeCm3 = 2,
            MassG = 4,
            WallMm = 1,
            Guards = 3,
            MostC = 40,
            MostKpa = 100,
            VacuumSafe = false,
            Price = 38,
            Count = 2,
        };
        var plan = Plan(board, new Surroundings(Resin, 62, 300, true, RateCard.Shipped["guard.clean"]));
        Assert.Equal(
            ["thing-wall", "thing-heat", "thing-pressure", "thing-vacuum", "thing-guards", "thing-dry-run"],
            plan.Messages.Select(m => m.Code)
        );
        Assert.Equal((9, 76), (plan.CleanMin, plan.SpoiledCost));
        Assert.Empty(
            Plan(
                board with
                {
                    WallMm = 2,
                    Guards = 0,
                    MostC = 70,
                    MostKpa = 400,
                    VacuumSafe = true,
                    Price = 0,
                },
                new Surroundings(Resin, 62, 300, true, RateCard.Shipped["guard.clean"])
            ).Messages
        );
    }

    [Fact]
    public void Together_they_displace_resin_and_a_first_part_is_asked_whether_it_bonds()
    {
        var all = EnclosedPlan.Of(
            [
                new EnclosedThing
                {
                    Name = "a",
                    VolumeCm3 = 3,
                    Count = 2,
                },
                new EnclosedThing
                {
                    Name = "core",
                    Kind = ThingKind.FirstPart,
                    VolumeCm3 = 9,
                    Polymer = "abs",
                },
            ],
            Mild
        );
        Assert.Equal(15, all.DisplacedCm3, 1e-12);
        Assert.Equal(Bond.Between("abs", Resin.Polymer), all.Bond);
        Assert.Null(EnclosedPlan.Of([], Mild).Bond);
        Assert.Equal("things[3].name", Assert.Throws<RefusalException>(() => new EnclosedThing().Checked("things[3]")).Field);
    }

    [Fact]
    public void Guards_are_cleaned_at_the_minutes_of_the_rate_card_those_of_the_brief_too()
    {
        var minutes = 60 * RateCard.Shipped["guard.clean"].Likely;
        Assert.Equal(3 * minutes, EnclosedPlan.Of([], Mild with { Guards = 3 }).CleanMin, 1e-12);
        Assert.Equal(
            4 * minutes,
            EnclosedPlan
                .Of(
                    [
                        new EnclosedThing
                        {
                            Name = "a",
                            Guards = 2,
                            Count = 2,
                        },
                    ],
                    Mild with
                    {
                        Guards = 3,
                    }
                )
                .CleanMin,
            1e-12
        );
        Assert.Equal(0, EnclosedPlan.Of([], Mild).CleanMin);
    }

    private static readonly PartFacts Part = new(60, 40, 30, 36, 90, new PartDeclaration());

    [Fact]
    public void A_filled_print_weighs_its_print_and_its_resin() =>
        Gen.Select(Gen.Double[0.4, 3], Gen.Double[0, 60])
            .Sample(
                (skin, lattice) =>
                {
                    var fill = CompositeFill.Of(
                        new FilledPrintChoices
                        {
                            SkinMm = skin,
                            LatticePct = lattice,
                            OverfillMm = 0,
                        },
                        Part,
                        Resin,
                        Print,
                        40
                    );
                    var hollow = (36 - 90 * skin / 10) * (1 - lattice / 100);
                    Assert.Equal(hollow, fill.FillCm3, 1e-9);
                    Assert.Equal(hollow * 1.05, fill.MassG, 1e-9);
                    Assert.Equal((36 - hollow) * Print.DensityGPerCm3 + hollow * 1.05, fill.PartG, 1e-9);
                }
            );

    [Fact]
    public void Pockets_stand_over_and_want_thin_walls_and_interlocks()
    {
        var pocket = new FilledPrintChoices
        {
            Purpose = FillPurpose.Pocket,
            PocketCm3 = 8,
            Pockets = 1,
            OverfillMm = 3,
            SkinMm = 1.2,
        };
        var fill = CompositeFill.Of(pocket, Part, Resin, Print, 90);
        Assert.Equal(8 + 4 * 0.3, fill.FillCm3, 1e-9); // open top of 8^⅔ = 4 cm²
        Assert.Superset(new HashSet<string> { "fill-heat", "pocket-wall" }, fill.Advice.Select(a => a.Code).ToHashSet());
        Assert.Equal(fill.Bond.Strength != BondStrength.Good, fill.Advice.Any(a => a.Code == "fill-bond"));
        Assert.DoesNotContain(
            CompositeFill.Of(pocket with { Interlocks = true, SkinMm = 0.6 }, Part, Resin, Print, 40).Advice,
            a => a.Code is "fill-bond" or "pocket-wall" or "fill-heat"
        );
    }
}
