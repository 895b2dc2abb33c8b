using CsCheck;
using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Briefs;
using Stampo.Core.Forming;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Forming;
using Stampo.Core.Reference;
using Stampo.Core.Shops;
using Stampo.Core.Tests.Briefs;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Forming;

/// <summary>A tray of 400 × 300 × 50 mm formed from sheet: worked out beside the answers of a simulated sheet.</summary>
public class FormingPlannerTests
{
    private static readonly LocalDateTime Thursday = new(2026, 11, 26, 8, 0, 0);

    private static readonly PartFacts Part = new(
        400,
        300,
        50,
        220,
        3_000,
        new PartDeclaration { NominalWallMm = 1.5, ThinnestWallMm = 1.2 }
    );

    private static readonly ShellFigures Shell = new(50, 300, 400, 1_400, 0, 120_000, null);

    private static readonly string[] Soft = ["board", "plaster", "epoxy-glass", "cast-resin"];

    private static SheetFigures Formed(SheetFormed asked, double leftShare) =>
        new(
            asked.Way,
            asked.GaugeMm,
            leftShare * asked.GaugeMm,
            new Place([1, 2, 3], [0, 0, 1], 20),
            (leftShare + 0.1) * asked.GaugeMm,
            0.8 * asked.GaugeMm,
            asked.GaugeMm,
            120 * asked.GaugeMm,
            157.5 * asked.GaugeMm,
            1.25,
            [350, 450],
            [.. Enumerable.Range(0, 6).Select(i => new CaughtAir(new Place([i, 0, 0], [0, 0, 1], 20), 0.5 * asked.GaugeMm))],
            new ValleyFigures(null, null, null, null),
            1,
            false
        );

    private static (WorkPlan Plan, FormingFigures Figures) Plan(
        Func<FormingChoices, FormingChoices>? choose = null,
        double? leftShare = 0.6,
        string material = "sheet-hips",
        double quantity = 100,
        Equipment? has = null,
        double? gaugeFound = null,
        ShellFigures? shell = null,
        IReadOnlyList<string>? molds = null
    )
    {
        IPlanner planner = FormingPlanner.Instance;
        var method = new FormingMethod(material, molds ?? Soft);
        var proposed = (FormingChoices)planner.Propose(method);
        var choices = choose?.Invoke(proposed) ?? proposed;
        Job With(Material of) => new(Part, new Brief { Equipment = has, ToleranceMm = 1 }, of, RateCard.Shipped);
        var inputs = new PlanInputs(With, Library.Shipped, ShapeAnswers.None, quantity, Thursday);
        var known = new Dictionary<ShapeQuestion, object?>();
        // As the server does: some is asked only once something else is known.
        for (var round = 0; round < 3 && leftShare is { } left; round++)
            foreach (var asked in planner.Asks(choices, method, inputs with { Shape = new ShapeAnswers(known) }))
                known[asked] = asked switch
                {
                    ShellRead => shell ?? Shell,
                    SheetFormed sheet => Formed(sheet, left - (sheet.Way == SheetWay.Male ? 0 : 0.1)),
                    SheetGauge when gaugeFound is { } mm => new GaugeFigures(mm, []),
                    _ => null,
                };
        var plan = planner.Work(choices, method, inputs with { Shape = new ShapeAnswers(known) });
        return (plan, (FormingFigures)plan.Figures);
    }

    private static double Line(WorkPlan plan, string id) => plan.Working.Single(l => l.Id == id).Value.Likely;

    [Fact]
    public void The_planned_way_is_asked_for_first_and_nothing_of_what_no_sheet_forms()
    {
        IPlanner planner = FormingPlanner.Instance;
        var method = new FormingMethod("sheet-hips", Soft);
        var choices = (FormingChoices)planner.Propose(method) with { Way = new WayChoices { Way = SheetWay.Male } };
        Job With(Material of) => new(Part, new Brief(), of, RateCard.Shipped);
        PlanInputs Inputs(ShellFigures? shell) =>
            new(
                With,
                Library.Shipped,
                new ShapeAnswers(new Dictionary<ShapeQuestion, object?> { [new ShellRead()] = shell }),
                100,
                Thursday
            );
        Assert.Equal([new ShellRead()], planner.Asks(choices, method, Inputs(null)));
        // What is looked at comes first; the rest when it is known.
        Assert.Equal([SheetWay.Male], planner.Asks(choices, method, Inputs(Shell)).OfType<SheetFormed>().Select(s => s.Way));
        Assert.Equal([SheetWay.Male, SheetWay.Female, SheetWay.Plug], Plan(_ => choices).Figures.Ways.Select(w => w.Way));
        Assert.All(Plan(_ => choices).Figures.Ways, w => Assert.NotNull(w.Sheet));
        var refused = Shell with { Refused = new Finding(Severity.Fault, "undercut", "It lies over itself.") };
        Assert.Equal([new ShellRead()], planner.Asks(choices, method, Inputs(refused)));
        Assert.Contains(Plan(shell: refused).Plan.Refusals, r => r.Code == "undercut");
    }

    [Fact]
    public void Until_it_is_simulated_the_gauge_stands_on_the_mean_and_says_so()
    {
        var (plan, figures) = Plan(leftShare: null);
        // 1.75 × 1.2 = 2.1, the next in stock.
        Assert.Equal((3, true), (figures.Need.GaugeMm, figures.Need.IsGuess));
        Assert.Contains(plan.At["sheet"], f => f.Code == "not-measured");
        Assert.Null(figures.Sheet);
        Assert.NotEmpty(plan.Operations);
    }

    [Fact]
    public void A_sheet_too_thin_is_a_fault_at_its_place_and_the_next_stock_gauge_is_named()
    {
        // 0.5 of 2 mm is 1.0, and 0.92 when it comes thin; 1.2 are needed.
        var (plan, figures) = Plan(c => c with { Sheet = c.Sheet with { GaugeMm = 2 } }, gaugeFound: 2.4);
        var thin = plan.At["sheet"].Single(f => f.Code == "thin");
        Assert.Equal((Severity.Fault, "sheet.gaugeMm"), (thin.Severity, thin.Field));
        Assert.NotNull(thin.Place);
        Assert.Equal(2.4 / 0.92, figures.Need.KeepsMm!.Value, 1e-9);
        Assert.Equal(3, figures.Need.StockMm);
        Assert.Equal(2.4 / 0.92, figures.Ways[0].GaugeMm!.Value, 1e-9);
        Assert.Equal(1.2 / 0.6 / 0.92, figures.Ways.Single(w => w.Way == SheetWay.Male).GaugeMm!.Value, 1e-9);
        Assert.DoesNotContain(Plan(c => c with { Sheet = c.Sheet with { GaugeMm = 3 } }).Plan.At["sheet"], f => f.Code == "thin");
    }

    [Fact]
    public void Heating_leads_by_what_was_worked_out_by_hand_and_scorching_is_refused()
    {
        var (plan, figures) = Plan(c =>
            c with
            {
                Sheet = c.Sheet with { GaugeMm = 3 },
                Heat = new HeatChoices { FluxKwPerM2 = 6 },
            }
        );
        // q·h/4k = 6 × 3 ÷ (4 × 0.17).
        Assert.Equal(26.47, figures.Heat!.LeadK, 0.01);
        // Mean rise 130 + 26.47/3 − 20; ρ·c·h·ΔT/2q.
        Assert.Equal(1050 * 1800 * 0.003 * (110 + 26.47 / 3) / 12_000, figures.Heat.HeatS, 0.05);
        Assert.Equal((130, 156.47), (figures.Heat.MiddleC, Math.Round(figures.Heat.SurfaceC, 2)));
        Assert.Empty(plan.Refusals);
        var hot = Plan(c =>
            c with
            {
                Sheet = c.Sheet with { GaugeMm = 3 },
                Heat = new HeatChoices { FluxKwPerM2 = 9 },
            }
        ).Plan;
        Assert.Equal("scorches", hot.Refusals.Single().Code);
        Assert.Empty(hot.Operations);
        // At the flux the refusal names it may be done.
        var most = Math.Floor(10 * figures.Heat.MostFlux) / 10;
        Assert.Empty(
            Plan(c =>
                c with
                {
                    Sheet = c.Sheet with { GaugeMm = 3 },
                    Heat = new HeatChoices { FluxKwPerM2 = most },
                }
            ).Plan.Refusals
        );
    }

    [Theory]
    [InlineData("sheet-hdpe", 3, 100, 120)]
    [InlineData("sheet-hips", 1, 15, 25)]
    public void A_sheet_heats_as_long_as_shops_say_what_melts_longest(string material, double gaugeMm, double fromS, double toS)
    {
        var heat = Plan(c => c with { Sheet = c.Sheet with { GaugeMm = gaugeMm } }, material: material).Figures.Heat!;
        Assert.InRange(heat.HeatS, fromS, toS);
        Assert.True(heat.FluxKwPerM2 <= 7);
    }

    [Fact]
    public void Fans_halve_the_cooling_on_board_and_do_nothing_on_a_cooled_mold()
    {
        double Cools(string mold, bool fans) =>
            Plan(
                c => c with { Heat = c.Heat with { Fans = fans }, Mold = c.Mold with { MoldId = mold } },
                molds: [mold]
            ).Figures.Heat!.CoolS;
        Assert.Equal(Cools("board", false) / 2, Cools("board", true), 1e-9);
        Assert.Equal(Cools("machined-aluminium", false), Cools("machined-aluminium", true), 1e-9);
    }

    [Fact]
    public void The_thinnest_place_has_a_least_and_no_upper_limit()
    {
        var tile = Plan(c => c with { Mold = c.Mold with { Tile = true } }).Plan.Operations.Single(o => o.Id == "tile");
        var ask = tile.Asks.Single(a => a.Id == "tile-female");
        Assert.True(ask.AtLeast);
        Assert.True(ask.Within(ask.Target!.Value + 1));
        Assert.False(ask.Within(ask.Target!.Value - 0.01));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(6)]
    public void What_is_proposed_never_scorches(double gaugeMm)
    {
        foreach (var material in MaterialLibrary.All.Where(m => m.Sheet is not null))
        {
            var (plan, figures) = Plan(c => c with { Sheet = c.Sheet with { GaugeMm = gaugeMm } }, material: material.Id);
            Assert.DoesNotContain(plan.Refusals, r => r.Code == "scorches");
            Assert.InRange(figures.Heat!.SurfaceC, material.Sheet!.FormLowC, material.Sheet.FormHighC);
            Assert.True(figures.Cycle.Seconds > figures.Heat.HeatS + figures.Heat.CoolS);
        }
    }

    [Fact]
    public void Equipment_that_is_stated_is_kept_to()
    {
        // With 25 mm of margin and 15 in the clamp it is 480 × 380.
        Assert.Empty(Plan(has: InHouse.With(("frame", "xMm", 600), ("frame", "yMm", 500))).Plan.Refusals);
        var small = Plan(has: InHouse.With(("frame", "xMm", 470), ("frame", "yMm", 470))).Plan;
        Assert.Equal(("frame", "sheet.marginMm"), (small.Refusals.Single().Code, small.Refusals.Single().Field));
        var cold = Plan(material: "sheet-pc", has: InHouse.With(("oven", "highestC", 70))).Plan;
        Assert.Contains(cold.Refusals, r => r.Code == "oven");
        Assert.Contains(Plan(material: "sheet-pc").Plan.Operations, o => o.Id == "dry" && o.Needs(Resource.Oven));
    }

    [Theory]
    [InlineData("sheet-pc", 1.5, 1.5)]
    [InlineData("sheet-pc", 3, 4.0)]
    [InlineData("sheet-pc", 2.25, 2.75)]
    [InlineData("sheet-pc", 6, 20.0)]
    [InlineData("sheet-pc", 12, 80.0)]
    [InlineData("sheet-hips", 3, null)]
    public void Thicker_sheet_dries_longer(string material, double gaugeMm, double? hours) =>
        Assert.Equal(hours, MaterialLibrary.Find(material)!.Sheet!.HoursFor(gaugeMm));

    [Fact]
    public void Tank_and_box_come_to_one_pressure_and_the_platen_bears_the_rest()
    {
        var (plan, figures) = Plan(c => c with { Sheet = c.Sheet with { MarginMm = 25 } });
        // 350 × 450 × 50 mm swept and 15 L of box, 200 L at 80 mbar.
        var box = 15 + 0.35 * 0.45 * 0.05 * 1000;
        var after = (box * 1013 + 200 * 80) / (box + 200);
        Assert.Equal(after, figures.Air.AfterMbar, 1e-6);
        Assert.Equal((1013 - after) * 100 * 0.35 * 0.45 / 1000, figures.Air.ForceKn, 1e-6);
        Assert.Equal(6, figures.Air.Vents);
        // Half as much time asks for twice the area; soft polyolefins for half the hole.
        var quick = Plan(c => c with { Air = c.Air with { WithinS = 0.5 } }).Figures.Air;
        Assert.Equal(2, quick.AreaMm2 / figures.Air.AreaMm2, 1e-9);
        Assert.Equal(1.5, figures.Air.VentMm, 1e-9);
        Assert.Equal(0.7, Plan(material: "sheet-hdpe").Figures.Air.VentMm, 1e-9);
        Assert.Equal(Line(plan, "ventMm2"), figures.Air.AreaMm2);
    }

    [Fact]
    public void Molds_are_priced_for_the_order_and_fewer_shots_favour_the_cheaper()
    {
        var (few, many) = (Plan(quantity: 10).Figures, Plan(quantity: 20_000).Figures);
        Assert.Equal(6, few.Molds.Count);
        string Cheapest(FormingFigures of) => of.Molds.Where(m => m.Bears).MinBy(m => m.ForOrder.Likely)!.MoldId;
        Assert.DoesNotContain("aluminium", Cheapest(few), StringComparison.Ordinal);
        Assert.Contains("aluminium", Cheapest(many), StringComparison.Ordinal);
        Assert.All(many.Molds, m => Assert.True(m.First.Likely >= m.Next.Likely && m.Needed >= 1));
        // The negative is paid once.
        var resin = few.Molds.Single(m => m.MoldId == "cast-resin");
        Assert.True(resin.First.Likely - resin.Next.Likely > 100);
        // What the plan planned on is what a hot sheet may touch.
        Assert.False(Plan(material: "sheet-pc").Figures.Molds.Single(m => m.MoldId == "board").Bears);
    }

    [Fact]
    public void A_finer_cut_costs_machine_and_a_coarser_one_sandpaper()
    {
        var cutting = Plan().Figures.Cutting;
        Assert.Equal(cutting.Curve.Select(p => p.MachineH), cutting.Curve.Select(p => p.MachineH).OrderDescending());
        Assert.Equal(cutting.Curve.Select(p => p.HandsH), cutting.Curve.Select(p => p.HandsH).Order());
        Assert.All(cutting.Curve, p => Assert.True(p.Euros >= cutting.Cheapest.Euros));
        Assert.InRange(cutting.Cheapest.ScallopMm, cutting.Curve[0].ScallopMm * 1.01, cutting.Curve[^1].ScallopMm * 0.99);
        Assert.Equal(3, cutting.Layers);
        Assert.Equal(2, Plan(c => c with { Mold = c.Mold with { ReachMm = 30 } }).Figures.Cutting.CutInSteps);
        Assert.False(Plan(c => c with { Mold = c.Mold with { TableLengthMm = 300 } }).Figures.Cutting.FitsTable);
    }

    [Fact]
    public void Webs_narrow_grooves_the_wrong_side_and_sharp_corners_are_said()
    {
        IEnumerable<string> Codes(Func<FormingChoices, FormingChoices> choose) => Plan(choose).Plan.At["sheet"].Select(f => f.Code);
        Assert.Contains(
            "wrong-side",
            Codes(c =>
                c with
                {
                    Way = new WayChoices { Way = SheetWay.Male, Crisp = ShellFace.Outside },
                }
            )
        );
        Assert.DoesNotContain(
            "wrong-side",
            Codes(c =>
                c with
                {
                    Way = new WayChoices { Way = SheetWay.Male, Crisp = ShellFace.Inside },
                }
            )
        );
        Assert.Contains("sharp-corner", Codes(c => c with { Mold = c.Mold with { CornerMm = 0.5 } }));
        Assert.Contains("stock-small", Codes(c => c with { Sheet = c.Sheet with { StockLengthMm = 300 } }));
    }

    [Fact]
    public void The_work_goes_from_the_board_to_the_measured_part_through_the_house()
    {
        var (plan, figures) = Plan(c => c with { Mold = c.Mold with { Tile = true, MoldId = "cast-resin" } });
        Assert.Equal(["prepare", "tile", "negative", "mold", "vent", "form", "trim", "measure"], plan.Operations.Select(o => o.Id));
        var form = plan.Operations.Single(o => o.Id == "form");
        Assert.True(form.FreesTool && form.Needs(Resource.Frame));
        Assert.Equal(figures.Cycle.Seconds!.Value / 60, form.HandsMin + form.WaitMin, 1e-9);
        Assert.Contains(form.Asks, a => a is { Id: "sag", Unit: "mm" });
        Assert.Contains(plan.Cautions, c => c.Id == "forming");
        // A hundred good ones at 94 %.
        Assert.Equal((107, 1), (plan.Order.Shots, plan.Order.Each));
        Assert.Equal("form.resin.life", plan.Order.Rates.LifeKey);
        Assert.NotNull(plan.Schedule);
        // One sheet in ten is measured, all are counted; the minutes go by that.
        Assert.InRange(plan.Operations.Single(o => o.Id == "measure").HandsMin, 1, 2);
        bool Measured(int shot) =>
            RunSheet
                .Of(plan, new WorkPiece(Repeats.EachShot, 1, shot), "Formed")
                .Operations.Single(o => o.Id == "measure")
                .Asks.Any(a => a.Kind == AskKind.Read);
        Assert.Equal([1, 11, 21], Enumerable.Range(1, 30).Where(Measured));
        Assert.All(
            [2, 11],
            shot =>
                Assert.Contains(
                    RunSheet.Of(plan, new WorkPiece(Repeats.EachShot, 1, shot), "Formed").Operations.Single(o => o.Id == "measure").Asks,
                    a => a.Kind == AskKind.Count
                )
        );
        // Ten to a stock sheet, eleven stock sheets.
        Assert.Equal((10, 11), (figures.Blank.FromStock, figures.Blank.Stock));
        Assert.Equal(11, plan.Buy[0].Amount);
    }

    [Fact]
    public void Choices_that_can_not_be_are_refused_by_their_field()
    {
        void Refused(string field, Func<FormingChoices, FormingChoices> choose) =>
            Assert.Equal(field, Assert.Throws<RefusalException>(() => Plan(choose)).Field);
        Refused("sheet.materialId", c => c with { Sheet = c.Sheet with { MaterialId = "abs" } });
        Refused("mold.moldId", c => c with { Mold = c.Mold with { MoldId = "cheese" } });
        Refused("mold.moldId", c => c with { Mold = c.Mold with { MoldId = "machined-aluminium" } });
        Refused("zones.shares", c => c with { Sheet = c.Sheet with { Zones = [1, 1, 3] } });
        Refused("way.way", c => c with { Way = c.Way with { Way = SheetWay.Plug }, Sheet = c.Sheet with { Across = 2 } });
        Refused("sheet.across", c => c with { Sheet = c.Sheet with { Across = 99 } });
    }

    [Fact]
    public void Heated_from_one_side_it_takes_twice_as_long_and_bears_half_the_flux()
    {
        FormingChoices Chosen(FormingChoices c, bool oneSided) =>
            c with
            {
                Heat = c.Heat with { OneSided = oneSided, FluxKwPerM2 = 3 },
                Sheet = c.Sheet with { GaugeMm = 2 },
            };
        var both = Plan(c => Chosen(c, false)).Figures.Heat!;
        var (plan, figures) = Plan(c => Chosen(c, true));
        var one = figures.Heat!;
        Assert.Equal(2, one.LeadK / both.LeadK, 1e-9);
        Assert.Equal(0.5, one.MostFlux / both.MostFlux, 1e-9);
        // Its mean must rise higher too: the far face is the coolest.
        Assert.InRange(one.HeatS / both.HeatS, 2, 2.3);
        Assert.Contains("the far face", plan.Operations.Single(o => o.Id == "form").Detail, StringComparison.Ordinal);
        Assert.DoesNotContain(plan.At["heat"], f => f.Code == "one-sided");
        var thick = Plan(c => Chosen(c, true) with { Sheet = c.Sheet with { GaugeMm = 4 } }).Plan;
        Assert.Contains(thick.At["heat"], f => f is { Code: "one-sided", Field: "heat.oneSided" });
    }

    [Fact]
    public void Pressure_over_the_sheet_adds_its_force_and_wants_a_mold_that_bears_it()
    {
        (WorkPlan Plan, FormingFigures Figures) On(string mold, double kpa) =>
            Plan(
                c => c with { Mold = c.Mold with { MoldId = mold }, Air = c.Air with { PressureKpa = kpa } },
                molds: ["board", "cast-resin", "machined-aluminium"]
            );
        var (pressed, with) = On("machined-aluminium", 400);
        var without = On("machined-aluminium", 0).Figures;
        // 400 kPa over the opening of the clamp, 450 × 350 mm.
        Assert.Equal(400 * 0.45 * 0.35, with.Air.ForceKn - without.Air.ForceKn, 0.5);
        Assert.Empty(pressed.Refusals);
        Assert.Contains("pressure", pressed.Operations.Single(o => o.Id == "form").Cautions);
        Assert.Contains(pressed.At["air"], f => f.Code == "pressure-formed");
        Assert.Contains(On("board", 400).Plan.Refusals, f => f is { Code: "mold-pressure", Field: "air.pressureKpa" });
        Assert.Empty(On("cast-resin", 150).Plan.Refusals);
    }
}

/// <summary>How many sheets come from one of stock.</summary>
public class NestingTests
{
    [Theory]
    [InlineData(500, 400, 2_000, 1_000, 10)]
    [InlineData(500, 400, 1_000, 2_000, 10)]
    [InlineData(400, 300, 1_000, 700, 5)]
    [InlineData(2_001, 10, 2_000, 1_000, 0)]
    public void As_laid_out_by_hand(double length, double width, double stockLength, double stockWidth, int count) =>
        Assert.Equal(count, Nesting.Most(length, width, stockLength, stockWidth));

    [Fact]
    public void Never_more_than_the_area_holds_nor_fewer_from_a_larger_one() =>
        Gen.Select(Gen.Double[50, 900], Gen.Double[50, 900], Gen.Double[300, 3_000], Gen.Double[300, 3_000])
            .Sample(
                (length, width, stockLength, stockWidth) =>
                {
                    var most = Nesting.Most(length, width, stockLength, stockWidth);
                    Assert.True(most * length * width <= stockLength * stockWidth * (1 + 1e-9));
                    Assert.Equal(most, Nesting.Most(width, length, stockWidth, stockLength));
                    Assert.True(Nesting.Most(length, width, stockLength + 100, stockWidth) >= most);
                },
                iter: 400
            );
}
