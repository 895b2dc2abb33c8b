using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Tests.Briefs;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Routes;

/// <summary>Inserts, second materials, accuracy, sides, run size and what stands in the shop.</summary>
public class AddOnTests
{
    private static readonly DateOnly Monday = new(2030, 3, 4);

    private static readonly PartFacts Grip = new(190, 34, 28, 70, 210, new PartDeclaration { NominalWallMm = 3, ThinnestWallMm = 2.5 });

    private static readonly Brief Core = new()
    {
        ProductionMaterial = "pp",
        Demand = [new DemandRow(Monday.AddDays(300), 12_000, Purpose.Sale, 3)],
    };

    private static Lane Lane(Brief brief, string id, double quantity = 12_000) =>
        new RouteComparison(new JobInputs(Grip, brief, RateCard.Shipped, MaterialLibrary.All, Monday), RouteCatalogue.All, 100)
            .LanesAt(quantity)
            .Single(l => l.Route.Id == id);

    private static Gate Gate(Lane lane, string name) => lane.Gates.Single(g => g.Name == name);

    private static Brief With(string core, string soft, bool interlocks = false) =>
        Core with
        {
            ProductionMaterial = core,
            SecondMaterial = new SecondMaterial(soft, 95, 19, interlocks),
        };

    [Fact]
    public void A_colour_matched_to_a_chip_costs_a_smallest_lot_and_the_days_that_the_tool_does_not_take()
    {
        var matched = Core with { Colour = new ColourTarget(Colour.Matched, false) };
        foreach (var (route, carrier) in new[] { ("inject-steel-pre", "masterbatch"), ("cast-silicone", "paste") })
        {
            Lane plain = Lane(Core, route, 100),
                coloured = Lane(matched, route, 100);
            Assert.Equal("Fits", Gate(coloured, "Colour").Verdict.ToString());
            var job = new Job(Grip, matched, coloured.Material, RateCard.Shipped);
            var lot = RouteCatalogue.Find(route)!.Costed(job, 1).Costs.Single(c => c.Name == "Smallest lot of the colour");
            Assert.Contains(lot.Of.Roots(), i => i.ChangeAt == $"rates/colour.{carrier}.lotKg");
            Assert.True(coloured.Total.P50 > plain.Total.P50 + 250);
            // While steel is cut there is time enough for the colour.
            Assert.True(route == "cast-silicone" || coloured.FirstArticle == plain.FirstArticle);
            var slow = RateCard.Shipped.With([RateCard.Shipped["colour.matchDays"] with { Low = 90, Likely = 100, High = 110 }]);
            Assert.Equal(100, RouteCatalogue.Find(route)!.Costed(job with { Rates = slow }, 1).FirstArticleDays.Likely, 1e-9);
        }

        // Dyed costs no days and no lot; a print that can't be matched is not charged for it.
        Assert.DoesNotContain(
            Lane(Core with { Colour = new ColourTarget(Colour.Dyed, false) }, "cast-silicone", 100).Gates,
            g => g.Name == "Colour"
        );
        Assert.DoesNotContain(Lane(matched, "print", 100).Gates, g => g.Name == "Colour");
    }

    [Fact]
    public void A_stretch_pays_the_smallest_lot_of_colour_once_and_what_its_own_parts_take()
    {
        var brief = Core with
        {
            Colour = new ColourTarget(Colour.Matched, false),
            Demand = [new DemandRow(Monday.AddDays(300), 900_000, Purpose.Sale)],
        };
        var job = new Job(Grip, brief, MaterialLibrary.Find("pp")!, RateCard.Shipped);
        var costs = RouteCatalogue.Find("inject-steel-pre")!.Costed(job, 1).Costs;
        Assert.Equal(25, costs.Single(c => c.Name == "Smallest lot of the colour").Amount.Likely);
        // 70 cm³ × 0.905 g/cm³ × 3 %.
        Assert.Equal(0.00190050, costs.Single(c => c.Name == "Colour in the part").Amount.Likely, 1e-8);
    }

    [Fact]
    public void Hoop_stress_of_the_worked_example() => Assert.Equal(11.24, InsertStress.HoopMpa(2300, 0.006, 2.5, 5), 0.005);

    [Fact]
    public void A_thicker_boss_bears_less_at_the_insert() =>
        Gen.Select(Gen.Double[1, 20], Gen.Double[0.2, 3], Gen.Double[0.1, 10])
            .Sample(
                (insert, wall, more) =>
                    InsertStress.HoopMpa(2300, 0.006, insert, insert + wall + more)
                    < InsertStress.HoopMpa(2300, 0.006, insert, insert + wall)
            );

    [Fact]
    public void Polycarbonate_crazes_around_an_insert_and_polypropylene_creeps()
    {
        var inserts = Core with { Inserts = 2, InsertSize = new InsertSize(5, 10) };
        Assert.Equal(
            Verdict.AtRisk,
            Gate(
                Lane(inserts with { Family = MaterialFamily.ClearThermoplastic, ProductionMaterial = "pc" }, "inject-aluminium"),
                "Insert stress"
            ).Verdict
        );
        Assert.DoesNotContain(Lane(inserts, "inject-aluminium").Gates, g => g.Name == "Insert stress");
        Assert.Equal("outerRadiusMm", Assert.Throws<RefusalException>(() => InsertStress.HoopMpa(2300, 0.006, 5, 5)).Field);
    }

    [Fact]
    public void A_robot_pays_between_twenty_and_a_hundred_thousand_inserts_a_year_and_takes_over_there()
    {
        var brief = Core with { Inserts = 2 };
        var job = new JobInputs(Grip, brief, RateCard.Shipped, MaterialLibrary.All, Monday).JobWith(MaterialLibrary.Find("pp")!);
        Assert.InRange(InsertLoading.BreakEvenAYear(job), 20_000, 50_000);
        Assert.Equal(Assist.Hands, Lane(brief, "inject-steel-pre", 2_000).Assist);
        Assert.Equal(Assist.Machine, Lane(brief, "inject-steel-pre", 2_000_000).Assist);
    }

    [Theory]
    [InlineData("pp", "tpe-60a", false, Verdict.Fits)]
    [InlineData("pc-abs", "tpe-60a", false, Verdict.AtRisk)]
    [InlineData("pom", "tpe-60a", false, Verdict.Out)]
    [InlineData("pom", "tpe-60a", true, Verdict.AtRisk)]
    public void The_bond_matrix_lets_good_pairs_through_and_refuses_bad_ones(string core, string soft, bool interlocks, Verdict expected)
    {
        var gate = Gate(Lane(With(core, soft, interlocks), "inject-aluminium"), "Second material");
        Assert.Equal(expected, gate.Verdict);
        Assert.Equal(expected == Verdict.Fits, gate.Remedy is null);
    }

    [Fact]
    public void A_soft_part_costs_a_tool_and_a_shot_and_many_are_made_on_two_barrels()
    {
        var (plain, soft) = (Lane(Core, "inject-aluminium"), Lane(With("pp", "tpe-60a"), "inject-aluminium"));
        Assert.True(soft.FirstTooling.P50 > 1.2 * plain.FirstTooling.P50);
        Assert.True(soft.Unit.P50 > plain.Unit.P50);
        Assert.Equal(Assist.Machine, Lane(With("pp", "tpe-60a"), "inject-steel-pre", 500_000).Assist);
        Assert.Contains(Lane(With("pp", "tpe-60a"), "machine").Gates, g => g is { Name: "Second material", Verdict: Verdict.AtRisk });
        Assert.Contains(
            "cast urethane elastomer",
            Gate(Lane(With("pp", "tpe-60a"), "cast-silicone"), "Second material").Reason,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData(0.3, Verdict.Fits)]
    [InlineData(0.06, Verdict.AtRisk)]
    [InlineData(0.02, Verdict.Out)]
    public void Accuracy_beyond_a_route_is_at_risk_then_out(double asked, Verdict expected) =>
        Assert.Equal(
            expected,
            Gate(Lane(Core with { ToleranceMm = asked, CriticalDimensions = 3 }, "inject-aluminium"), "Tolerance").Verdict
        );

    [Fact]
    public void Both_sides_finished_rules_out_what_has_one()
    {
        var brief = Core with { BothSides = true };
        Assert.Equal(Verdict.Out, Gate(Lane(brief, "lay-open"), "Both sides").Verdict);
        Assert.Equal(Verdict.Fits, Gate(Lane(brief, "lay-closed"), "Both sides").Verdict);
        Assert.Equal(Verdict.Out, Gate(Lane(brief, "form-soft"), "Both sides").Verdict);
    }

    [Fact]
    public void What_is_too_large_for_the_house_is_bought_in()
    {
        var house = Core with
        {
            Equipment = InHouse.With(
                ("chamber", "diameterMm", 60),
                ("chamber", "zMm", 80),
                ("pot", "litres", 40),
                ("press", "forceKn", 100_000),
                ("frame", "xMm", 100),
                ("frame", "yMm", 100)
            ),
        };
        Assert.Equal(Verdict.AtRisk, Gate(Lane(house, "cast-silicone"), "Vacuum chamber").Verdict);
        // Litres alone tell nothing of what goes in.
        Assert.Equal(Verdict.NotKnown, Gate(Lane(house, "cast-silicone"), "Pressure pot").Verdict);
        Assert.Equal(Verdict.Fits, Gate(Lane(house, "inject-aluminium"), "Press").Verdict);
        Assert.Equal(Verdict.AtRisk, Gate(Lane(house, "form-soft"), "Forming machine").Verdict);
    }

    [Fact]
    public void The_economic_run_is_cheapest_of_all_runs() =>
        Gen.Select(Gen.Double[100, 1e6], Gen.Double[10, 5_000], Gen.Double[0.01, 50], Gen.Double[0.2, 5])
            .Sample(
                (yearly, setUp, holding, times) =>
                {
                    var run = RunSize.Economic(yearly, setUp, holding);
                    return Cost(run) <= Cost(run * times) + 1e-9;

                    double Cost(double size) => yearly / size * setUp + size / 2 * holding;
                }
            );

    [Fact]
    public void Runs_of_a_yearly_demand_are_held_no_longer_than_the_shop_holds()
    {
        var lane = Lane(Core, "inject-aluminium");
        Assert.InRange(lane.Run!.Parts, 100, 6_000);
        Assert.Equal(12_000.0 / lane.Run.Parts, lane.Run.RunsAYear, 1e-9);
        Assert.Null(Lane(Core with { Demand = [new DemandRow(Monday.AddDays(300), 12_000, Purpose.Sale)] }, "inject-aluminium").Run);
    }

    [Fact]
    public void Injection_tools_state_their_class_and_others_none()
    {
        Assert.Contains("100,000", Lane(Core, "inject-aluminium").ToolClass, StringComparison.Ordinal);
        Assert.Contains("1,000,000", Lane(Core, "inject-steel-hard").ToolClass, StringComparison.Ordinal);
        Assert.Null(Lane(Core, "cast-silicone").ToolClass);
    }

    [Fact]
    public void Lettering_and_texture_are_sunk_into_metal()
    {
        Assert.True(
            Lane(Core with { Lettering = true }, "inject-aluminium").FirstTooling.P50 > Lane(Core, "inject-aluminium").FirstTooling.P50
        );
        Assert.True(
            Lane(Core with { ShowSide = Finish.Texture }, "inject-aluminium").FirstTooling.P50
                > Lane(Core with { ShowSide = Finish.FineMatt }, "inject-aluminium").FirstTooling.P50
        );
        Assert.True(Lane(Core with { Guards = 4 }, "inject-aluminium").Unit.P50 > Lane(Core, "inject-aluminium").Unit.P50);
    }
}
