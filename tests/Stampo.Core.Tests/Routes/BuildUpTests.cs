using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Printing;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Tests.Briefs;
using Stampo.Core.Tooling;

namespace Stampo.Core.Tests.Routes;

/// <summary>Each route's lines against the same sums done by hand, at the likely values of the rate card.</summary>
public class BuildUpTests
{
    private static readonly PartFacts Box = new(
        100,
        60,
        40,
        50,
        400,
        new PartDeclaration { NominalWallMm = 2.4, Undercut = Undercut.None }
    );

    private static readonly Brief Plain = new() { Family = MaterialFamily.RigidThermoplastic };

    private static Job JobFor(string route, Brief? brief = null, PartFacts? part = null) =>
        new(part ?? Box, brief ?? Plain, MaterialChoice.Best(route, brief ?? Plain, MaterialLibrary.All)!.Material, RateCard.Shipped);

    private static RouteEstimate Estimate(string route, int cavities = 1, Brief? brief = null, PartFacts? part = null) =>
        RouteCatalogue.Find(route)!.Estimate(JobFor(route, brief, part), cavities);

    private static double Amount(RouteEstimate estimate, string line) => estimate.Costs.Single(c => c.Name == line).Amount.Likely;

    private static double Norm(string key) => RateCard.Shipped[key].Value.Likely;

    [Fact]
    public void Printing_pays_material_machine_and_hands_for_each_part()
    {
        var print = Estimate("print");
        var density = JobFor("print").Material.DensityGPerCm3;
        Assert.Equal(50 * 1.15 * density / 1000, Amount(print, "Print material"), 1e-9);
        // A bed of 330 × 200 × 300 mm is 8 % parts: 50 cm³ take their share of its twenty hours.
        Assert.Equal(50 / (19_800 * 0.08) * 300 / 15, Amount(print, "Its share of the powder bed"), 1e-9);
        Assert.Null(print.PiecesPerBatch);
        Assert.Equal(0, Amount(print, "Finish the show side"));
        Assert.Null(print.LifeShots);
    }

    [Theory]
    [InlineData(Finish.FineMatt, 1.3)]
    [InlineData(Finish.Gloss, 2.5)]
    public void Finishing_goes_by_half_the_surface_and_the_grade(Finish finish, double hoursPerDm2) =>
        Assert.Equal(
            Math.Pow(2, 0.65) * hoursPerDm2,
            Amount(Estimate("print", brief: Plain with { ShowSide = finish }), "Finish the show side"),
            1e-9
        );

    /// <summary>Three fit samples of a hand-sized box are not sanded for a day: 40 to 120 each.</summary>
    [Fact]
    public void Prints_are_finished_for_what_they_are_for()
    {
        Brief For(Purpose purpose) =>
            Plain with
            {
                ShowSide = Finish.FineMatt,
                Demand = [new DemandRow(new DateOnly(2030, 5, 1), 3, purpose)],
            };
        double Finished(Purpose purpose) => Amount(Estimate("print", brief: For(purpose)), "Finish the show side");
        Assert.Equal((0, 0), (Finished(Purpose.Fit), Finished(Purpose.Function)));
        Assert.True(Finished(Purpose.Look) > 1 && Finished(Purpose.Sale) > 1);
        var fit = Core.Comparison.CostPoint.LikelyOf(Estimate("print", brief: For(Purpose.Fit)));
        Assert.InRange(fit.Total(3) / 3, 40, 120);
    }

    /// <summary>Large flats are block-sanded faster: 23 dm² to fine matt take a long day, not three and a half.</summary>
    [Fact]
    public void Large_areas_are_finished_faster()
    {
        var roof = Box with { LengthMm = 560, WidthMm = 480, HeightMm = 90, VolumeCm3 = 500, AreaCm2 = 4_600 };
        Assert.InRange(
            Amount(Estimate("print", brief: Plain with { ShowSide = Finish.FineMatt }, part: roof), "Finish the show side"),
            8,
            10
        );
    }

    [Theory]
    [InlineData(118, 82, 34, 480, 700, 1_000)]
    [InlineData(420, 320, 55, 3_900, 6_000, 7_000)]
    public void A_mold_base_goes_by_its_plate(double length, double width, double height, double areaCm2, double least, double most)
    {
        var part = Box with { LengthMm = length, WidthMm = width, HeightMm = height, AreaCm2 = areaCm2 };
        var cost = Estimate("inject-aluminium", part: part).Costs.Single(c => c.Name == "Mold base");
        Assert.InRange(cost.Amount.Likely * cost.Rate.Likely, least, most);
    }

    [Fact]
    public void A_large_tray_costs_and_cycles_as_the_trade_has_it()
    {
        var tray = Box with
        {
            LengthMm = 420,
            WidthMm = 320,
            HeightMm = 55,
            VolumeCm3 = 400,
            AreaCm2 = 3_900,
            Declared = new PartDeclaration { NominalWallMm = 1.8, Undercut = Undercut.None },
        };
        var bought = Plain with
        {
            Sources = new Sources { MetalTools = Source.BoughtIn },
            ProductionMaterial = "pc-abs",
        };
        var tool = RouteCatalogue.Find("inject-aluminium")!.Costed(JobFor("inject-aluminium", bought, tray), 1);
        Assert.InRange(tool.Sum(ChargedOn.Tool).Likely, 20_000, 30_000);
        var press = Amount(tool, "Press time, smallest press");
        Assert.InRange(3600 * press, 25, 40);
        // 176 of flow over wall is beyond what some plastics reach.
        Assert.Contains(
            RouteCatalogue.Find("inject-aluminium")!.Screen(JobFor("inject-aluminium", bought, tray)),
            g => g is { Name: "Flow length ÷ wall", Verdict: Verdict.AtRisk, Remedy: not null }
        );
    }

    /// <summary>A rubber tool is heated, not cooled; it has no ejectors; what is round is turned.</summary>
    [Theory]
    [InlineData("rubber-compression", 9)]
    [InlineData("rubber-transfer", 9)]
    public void A_tool_of_nine_small_cavities_costs_three_to_five_thousand(string route, int cavities)
    {
        var grommet = new PartFacts(32, 32, 24, 9, 60, new PartDeclaration { NominalWallMm = 4, Undercut = Undercut.Mild })
        {
            Measured = null,
        };
        var brief = new Brief
        {
            Family = MaterialFamily.Rubber,
            Sources = new Sources { MetalTools = Source.BoughtIn },
        };
        var tool = RouteCatalogue.Find(route)!.Costed(JobFor(route, brief, grommet), cavities);
        Assert.DoesNotContain(tool.Costs, c => c.Name is "Cooling" or "Ejection" or "Spark-erode corners and ribs");
        Assert.InRange(tool.Sum(ChargedOn.Tool).Likely, 2_800, 6_000);
        Assert.Contains(tool.Costs, c => c is { On: ChargedOn.Batch, Name: "Set up and heat up: press" });
        // 0.3 min a shot and 0.15 a cavity.
        Assert.InRange(
            60 * (Amount(tool, "Open, blow off, close") * cavities + Amount(tool, "Strip and clean the cavity") * cavities),
            1.2,
            2.2
        );
    }

    [Fact]
    public void A_plug_and_two_gloss_molds_of_a_roof_cost_five_to_eight_thousand()
    {
        var roof = new PartFacts(560, 480, 90, 900, 7_400, new PartDeclaration { Shape = ShapeClass.OpenShell, NominalWallMm = 2.5 });
        var brief = new Brief { Family = MaterialFamily.FibreLaminate, ShowSide = Finish.Gloss };
        var molds = RouteCatalogue.Find("lay-closed")!.Costed(JobFor("lay-closed", brief, roof), 1);
        var plug = molds.Costs.Where(c => c.Name == "Plug").Sum(c => c.Amount.Likely * c.Rate.Likely);
        Assert.InRange(molds.Sum(ChargedOn.Tool).Likely + plug, 5_000, 8_000);
    }

    /// <summary>A hand-sized ABS housing at 1,200 a year, molded by a molder.</summary>
    [Fact]
    public void A_molded_piece_carries_its_molders_overhead()
    {
        var housing = Box with { LengthMm = 118, WidthMm = 82, HeightMm = 34, VolumeCm3 = 46, AreaCm2 = 480 };
        double Piece(Brief brief)
        {
            var e = RouteCatalogue.Find("inject-aluminium")!.Costed(JobFor("inject-aluminium", brief, housing), 1);
            return e.Sum(ChargedOn.Piece).Likely + e.Sum(ChargedOn.Batch).Likely / 1_200;
        }

        var abs = Plain with { ProductionMaterial = "abs" };
        Assert.InRange(Piece(abs), 1.2, 2.5);
        // With a press of one's own, press time and people.
        Assert.True(Piece(abs with { Equipment = InHouse.With(("press", "forceKn", 1_000)) }) < 0.8 * Piece(abs));
    }

    [Fact]
    public void A_silicone_mold_takes_its_block_less_the_part()
    {
        var cast = Estimate("cast-silicone");
        // Wall 20 mm all round: 140 × 100 × 80 mm less 50 cm³, at 1.12 g/cm³ and a tenth lost.
        Assert.Equal((140 * 100 * 80 / 1000.0 - 50) * 1.12 / 1000 * 1.1, Amount(cast, "Mold silicone"), 1e-9);
        // No undercut 1.2, a fast resin 0.8.
        Assert.Equal(25 * 1.2 * 0.8, cast.LifeShots!.Value.Likely, 1e-9);
        Assert.Equal(50 * 1.1 * 1.15 * JobFor("cast-silicone").Material.DensityGPerCm3 / 1000, Amount(cast, "Casting resin"), 1e-9);
    }

    [Fact]
    public void Patterns_are_paid_once_for_each_cavity_and_hands_are_shared_by_the_shot()
    {
        RouteEstimate one = Estimate("cast-silicone"),
            four = Estimate("cast-silicone", 4);
        Assert.Equal(4 * Amount(one, "Pattern: resin"), Amount(four, "Pattern: resin"), 1e-9);
        Assert.Equal(0.4, Amount(one, "One shot, shared by its cavities"), 1e-9);
        Assert.Equal((0.4 + 3 * 0.06) / 4, Amount(four, "One shot, shared by its cavities"), 1e-9);
        Assert.Equal(4 * 0.75, Amount(four, "Refresh the pattern"), 1e-9);
        Assert.True(Amount(four, "Mold silicone") < 4 * Amount(one, "Mold silicone"));
    }

    [Theory]
    [InlineData(null, 20)]
    [InlineData(Undercut.None, 24)]
    [InlineData(Undercut.Mild, 20)]
    [InlineData(Undercut.Strong, 12)]
    public void Undercuts_wear_the_silicone(Undercut? undercut, double life) =>
        Assert.Equal(
            life,
            Estimate("cast-silicone", part: Box with { Declared = Box.Declared with { Undercut = undercut } }).LifeShots!.Value.Likely,
            1e-9
        );

    [Fact]
    public void A_printed_mold_is_its_block_less_the_part()
    {
        var solid = 124 * 84 * 64 / 1000.0 - 50;
        Assert.Equal(solid * 1.15 * 1.18 / 1000, Amount(Estimate("cast-printed"), "Mold: resin"), 1e-9);
    }

    [Fact]
    public void A_metal_tool_is_roughed_by_volume_and_finished_by_surface()
    {
        var tool = Estimate("inject-aluminium");
        Assert.Equal(240 / 3000.0, Amount(tool, "Rough the cavity and core"), 1e-9);
        var stepover = 2 * Math.Sqrt(2 * 3 * 0.02 - 0.02 * 0.02);
        Assert.Equal(0.69166, stepover, 1e-5);
        Assert.Equal(2.5 * 400 * 100 / (stepover * 1600 * 60), Amount(tool, "Finish the cavity and core"), 1e-9);
        Assert.Equal((8, 10), (Amount(tool, "Program the cutter paths"), Amount(tool, "Square the blocks, fit the base")));
        var steel = 2 * Math.Sqrt(2 * 3 * 0.008 - 0.008 * 0.008);
        Assert.Equal(2.5 * 400 * 100 / (steel * 800 * 60), Amount(Estimate("inject-steel-pre"), "Finish the cavity and core"), 1e-9);
        Assert.Contains(Estimate("inject-steel-hard").Costs, c => c.Name == "Harden, and grind what moved");
        Assert.Equal(160 * 120 * 110 / 1e6 * 2.8, Amount(tool, "Blocks"), 1e-9);
    }

    [Fact]
    public void Cavity_work_grows_slower_than_cavities_and_undercuts_bring_slides()
    {
        RouteEstimate one = Estimate("inject-steel-pre"),
            two = Estimate("inject-steel-pre", 2);
        Assert.Equal(Math.Pow(2, 0.7), Amount(two, "Rough the cavity and core") / Amount(one, "Rough the cavity and core"), 1e-9);
        Assert.DoesNotContain(one.Costs, c => c.Name == "Slides for undercuts");
        var strong = Estimate("inject-steel-pre", part: Box with { Declared = Box.Declared with { Undercut = Undercut.Strong } });
        Assert.Equal(3 * Norm("tool.slide"), Amount(strong, "Slides for undercuts"), 1e-9);
    }

    [Fact]
    public void A_molded_piece_takes_its_share_of_the_cycle_and_of_the_clamp()
    {
        var job = JobFor("inject-aluminium");
        var melt = job.Material.Melt!;
        var cooling = Cooling.Seconds(2.4, melt, CoolingCriterion.Mean);
        var molded = Estimate("inject-aluminium", 2);
        // Packing lies inside cooling: close 3, fill 2, cool, open and eject 6.
        var cycle = 3 + 2 + Math.Max(5, cooling) + 6;
        Assert.Equal(cycle / 7200, Amount(molded, "Press time, smallest press"), 1e-9);
        Assert.Equal(0.25 * cycle / 7200, Amount(molded, "Attend the press"), 1e-12);
        Assert.Equal(0.0003, Amount(molded, "Pack, glance at"), 1e-12);
        var byTheMiddle = Estimate("inject-aluminium", 2, Plain with { Schools = new Schools { Cooling = CoolingCriterion.Centre } });
        Assert.Equal(
            (11 + Cooling.Seconds(2.4, melt, CoolingCriterion.Centre)) / 7200,
            Amount(byTheMiddle, "Press time, smallest press"),
            1e-9
        );
        // The footprint is the box laid on its largest side.
        var kn = 60 * 2 * melt.CavityMpa * 0.1 * 1.1;
        Assert.Equal(cycle * kn / 7200, Amount(molded, "Press time, for its clamp"), 1e-6);
        Assert.Equal(50 * job.Material.DensityGPerCm3 * 1.08 / 1000, Amount(molded, "Plastic"), 1e-9);
    }

    [Fact]
    public void Glass_fibre_shortens_the_life_of_soft_metal_more_than_of_steel()
    {
        var hot = Plain with { ServiceTemperature = new TemperatureTarget(118, true) };
        Assert.Equal(
            0.4,
            Estimate("inject-aluminium", brief: hot).LifeShots!.Value.Likely / Estimate("inject-aluminium").LifeShots!.Value.Likely,
            1e-9
        );
        Assert.Equal(
            0.7,
            Estimate("inject-steel-pre", brief: hot).LifeShots!.Value.Likely / Estimate("inject-steel-pre").LifeShots!.Value.Likely,
            1e-9
        );
    }

    [Fact]
    public void A_formed_shell_is_set_up_for_and_its_first_sheets_are_lost()
    {
        var tray = new PartFacts(420, 320, 55, 200, 3200, new PartDeclaration { Shape = ShapeClass.OpenShell, NominalWallMm = 1.5 });
        foreach (var route in new[] { "form-soft", "form-aluminium" })
        {
            var estimate = Estimate(route, part: tray);
            Assert.InRange(Amount(estimate, "Set up and heat up: machine"), 1, 2);
            Assert.InRange(Amount(estimate, "Sheets formed until they are good") / Amount(estimate, "Sheet"), 5, 10);
            // On board with fans a sheet takes two to four minutes, on tempered aluminium less.
            Assert.InRange(3600 * Amount(estimate, "Forming machine"), 100, 240);
        }
    }

    [Fact]
    public void Where_no_sheet_is_thick_enough_the_cycle_is_the_norm()
    {
        var block = new PartFacts(80, 80, 80, 400, 900, new PartDeclaration { NominalWallMm = 40 });
        Assert.Equal(0.055, Amount(Estimate("form-soft", part: block), "Forming machine"), 1e-9);
    }

    [Fact]
    public void A_formed_shell_takes_sheet_with_a_margin_and_the_gauge_it_is_drawn_from()
    {
        var tray = new PartFacts(420, 320, 55, 200, 3200, new PartDeclaration { Shape = ShapeClass.OpenShell, NominalWallMm = 1.5 });
        var ratio = 1600 / (420 * 320 / 100.0);
        Assert.Equal(
            500 * 400 * 1.5 * ratio * JobFor("form-soft").Material.DensityGPerCm3 / 1e6,
            Amount(Estimate("form-soft", part: tray), "Sheet"),
            1e-9
        );
    }

    [Theory]
    [InlineData("cast-silicone")]
    [InlineData("cast-printed")]
    [InlineData("inject-aluminium")]
    [InlineData("inject-steel-pre")]
    public void Inserts_are_bought_and_loaded_for_each_piece(string route)
    {
        var with = Estimate(route, brief: Plain with { Inserts = 4 });
        Assert.Equal(4, Amount(with, "Inserts"));
        Assert.Equal(
            4 * Norm("insert.load"),
            with.Costs.Single(c => c.Name.StartsWith("Load inserts", StringComparison.Ordinal)).Amount.Likely,
            1e-9
        );
        Assert.DoesNotContain(Estimate(route).Costs, c => c.Name == "Inserts");
    }

    [Fact]
    public void Every_line_of_every_route_names_its_rate_unit_and_source() =>
        Assert.All(
            RouteCatalogue.All,
            route =>
                Assert.All(
                    route.Estimate(JobFor(route.Card.Id), 1).Costs,
                    line =>
                    {
                        Assert.NotEmpty(line.RateKey);
                        Assert.NotEmpty(line.AmountUnit);
                        Assert.NotEmpty(line.Source);
                        Assert.True(line.Cost.Low >= 0 && line.Cost.Low <= line.Cost.Likely && line.Cost.Likely <= line.Cost.High);
                    }
                )
        );

    [Fact]
    public void Only_poured_routes_propose_a_pour()
    {
        var poured = RouteCatalogue
            .All.Where(r => r.Methods(JobFor(r.Card.Id), 4).OfType<CastingMethod>().Any(m => m.Into != PouredInto.FilledPrint))
            .Select(r => r.Card.Id);
        Assert.Equal(["cast-hybrid", "cast-printed", "cast-sacrificial", "cast-silicone", "cast-vacuum"], poured);
        var proposal = RouteCatalogue.Find("cast-silicone")!.Methods(JobFor("cast-silicone"), 4).OfType<CastingMethod>().Single();
        Assert.Equal((4, 5), (proposal.Cavities, proposal.ExtraCm3PerPart));
    }

    [Fact]
    public void A_print_goes_by_height_shares_its_platform_and_is_bonded_when_it_is_larger()
    {
        var job = JobFor("print");
        var small = new PrintBuild(job, [30, 20, 10], 4, PrintProcess.Resin);
        Assert.Equal((1, 15.0, 60), (small.Pieces, small.HeightMm, small.OnPlatform));
        Assert.Equal(15 / 15.0 + 0.5, small.Hours(60).Value.Likely, 1e-9);
        Assert.Equal(2 * (15 / 15.0 + 0.5), small.Hours(61).Value.Likely, 1e-9);
        // 250 mm stands neither across nor up in the shorter ways: it lies along the platform.
        Assert.Equal(25, new PrintBuild(job, [250, 180, 20], 90, PrintProcess.Resin).HeightMm);
        var large = new PrintBuild(job, [420, 320, 55], 380, PrintProcess.Resin);
        Assert.Equal(4, large.Pieces);
        Assert.Equal(3, large.BondHours(1)!.In("h").Likely, 1e-9);
        Assert.Null(small.BondHours(5));
    }

    [Theory]
    [InlineData(200, Verdict.Fits)]
    [InlineData(700, Verdict.AtRisk)]
    [InlineData(900, Verdict.Out)]
    public void A_pattern_larger_than_the_platform_is_bonded_or_bought_in(double longest, Verdict expected)
    {
        var gate = RouteCatalogue
            .Find("print")!
            .Screen(JobFor("print", part: Box with { LengthMm = longest }))
            .Single(g => g.Name == "Fits the printer");
        Assert.Equal(expected, gate.Verdict);
        Assert.Equal(
            expected == Verdict.Fits,
            RouteCatalogue
                .Find("cast-silicone")!
                .Screen(JobFor("cast-silicone", part: Box with { LengthMm = longest }))
                .Single(g => g.Name == "Pattern")
                .Verdict == Verdict.Fits
        );
    }

    [Fact]
    public void The_backs_of_a_hybrid_are_bought_once_and_worn_by_its_faces()
    {
        var hybrid = Estimate("cast-hybrid");
        double first = Amount(hybrid, "Fibreglass backs, first set: hands"),
            worn = Amount(hybrid, "Fibreglass backs, worn by one face: hands");
        Assert.Equal(100.0 / 600, worn / (first + worn), 1e-9);
        // Only a face of 12 mm is silicone.
        Assert.Equal((124 * 84 * 64 / 1000.0 - 50) * 1.12 / 1000 * 1.1, Amount(hybrid, "Mold silicone"), 1e-9);
    }

    [Theory]
    [InlineData("tpe-60a", 2)]
    [InlineData("abs", 1)]
    [InlineData("pc", 0.5)]
    public void Cool_melts_spare_printed_inserts_and_hot_ones_wear_them(string material, double times) =>
        Assert.Equal(
            60 * times,
            RouteCatalogue
                .Find("inject-printed")!
                .Estimate(JobFor("inject-printed") with { Material = MaterialLibrary.Find(material)! }, 1)
                .LifeShots!.Value.Likely,
            1e-9
        );

    [Fact]
    public void A_thick_section_in_printed_inserts_cools_for_minutes()
    {
        double Cycle(double wall) =>
            Amount(Estimate("inject-printed", part: Box with { Declared = Box.Declared with { NominalWallMm = wall } }), "Press time")
            * 3600;
        Assert.Equal(130, Cycle(2), 1e-9);
        var melt = JobFor("inject-printed").Material.Melt!;
        Assert.Equal(60 + 5 * Cooling.Seconds(9, melt, CoolingCriterion.Mean), Cycle(9), 1e-6);
    }

    [Fact]
    public void Light_rubber_parts_are_frozen_and_tumbled()
    {
        var brief = new Brief { Family = MaterialFamily.Rubber };
        Assert.Equal(
            0.002,
            Amount(Estimate("rubber-compression", brief: brief, part: Box with { VolumeCm3 = 9 }), "Take the flash off"),
            1e-12
        );
        Assert.Equal(0.014, Amount(Estimate("rubber-compression", brief: brief), "Take the flash off"), 1e-12);
    }

    [Fact]
    public void Guards_are_fitted_and_cleaned_and_what_is_spoiled_with_a_part_is_paid()
    {
        var cast = Estimate("cast-silicone", brief: Plain with { Guards = 2, EnclosedPrice = 38 });
        Assert.Equal(2 * 0.025, Amount(cast, "Clean the film off behind guards"), 1e-12);
        Assert.Equal(38 * (1 - Norm("cast.yield")), cast.Costs.Single(c => c.Name == "Enclosed things spoiled").Cost.Likely, 1e-9);
    }
}
