using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Calendar;
using Stampo.Core.Comparison;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Routes.Injection;
using Stampo.Core.Tooling;

namespace Stampo.Core.Tests.Routes;

public class RouteTests
{
    private static readonly DateOnly Monday = new(2026, 3, 2);

    private static readonly PartFacts Housing = new(
        118,
        82,
        34,
        46,
        480,
        new PartDeclaration
        {
            Shape = ShapeClass.Compact,
            NominalWallMm = 2.2,
            ThinnestWallMm = 1.6,
        }
    );

    private static readonly Brief Rigid = new()
    {
        Demand =
        [
            new DemandRow(Monday.AddDays(14), 3, Purpose.Fit),
            new DemandRow(Monday.AddDays(70), 40, Purpose.Function),
            new DemandRow(Monday.AddDays(300), 3600, Purpose.Sale),
        ],
        Hardness = new HardnessTarget(ShoreScale.D, 76, 8, Must: true),
        ShowSide = Finish.FineMatt,
    };

    private static readonly Gen<PartFacts> AnyPart = Gen.Select(
            Gen.Double[12, 400],
            Gen.Double[8, 300],
            Gen.Double[4, 200],
            Gen.Double[0.1, 0.9],
            Gen.Double[0.8, 5]
        )
        .Select(
            (l, w, h, solid, wall) =>
                new PartFacts(
                    l,
                    w,
                    h,
                    l * w * h / 1000 * solid,
                    2 * (l * w + w * h + h * l) / 100 * 1.4,
                    new PartDeclaration { NominalWallMm = wall }
                )
        );

    private static RouteComparison Compare(PartFacts part, Brief brief, int draws = 200) =>
        new(new JobInputs(part, brief, RateCard.Shipped, MaterialLibrary.All, Monday), RouteCatalogue.All, draws);

    private static Lane Lane(PartFacts part, Brief brief, string id, double quantity = 40) =>
        Compare(part, brief).At(quantity).Lanes.Single(l => l.Route.Id == id);

    [Fact]
    public void Every_way_to_get_the_part_is_found_each_with_its_own_id_and_tag()
    {
        Assert.Equal(
            [
                "cast-hybrid",
                "cast-printed",
                "cast-sacrificial",
                "cast-silicone",
                "cast-vacuum",
                "form-aluminium",
                "form-soft",
                "inject-aluminium",
                "inject-printed",
                "inject-steel-hard",
                "inject-steel-pre",
                "lay-closed",
                "lay-infusion",
                "lay-open",
                "machine",
                "print",
                "rubber-compression",
                "rubber-lsr",
                "rubber-transfer",
            ],
            RouteCatalogue.All.Select(r => r.Card.Id)
        );
        Assert.Equal(RouteCatalogue.All.Count, RouteCatalogue.All.Select(r => r.Card.Tag).Distinct().Count());
        Assert.All(RouteCatalogue.All, r => Assert.True(r.Card.GivesUp.Length > 20));
    }

    [Fact]
    public void The_housing_goes_from_print_through_casting_to_aluminium_and_steel_as_the_quantity_grows()
    {
        var comparison = Compare(Housing, Rigid, 1000);
        Assert.Equal("print", comparison.At(1).Lanes[0].Route.Id);
        var shown = Rigid with { Demand = [new DemandRow(Monday.AddDays(70), 40, Purpose.Sale)] };
        Assert.StartsWith("cast-", Compare(Housing, shown, 1000).At(40).Lanes[0].Route.Id, StringComparison.Ordinal);
        Assert.Equal("inject-aluminium", comparison.At(3600).Lanes[0].Route.Id);
        Assert.Equal(
            "inject-steel-pre",
            Compare(Housing, Rigid with { Demand = [new DemandRow(Monday.AddDays(900), 200_000, Purpose.Sale)] })
                .At(200_000)
                .Lanes[0]
                .Route.Id
        );
        Assert.Equal(
            "inject-steel-hard",
            Compare(Housing, Rigid with { Demand = [new DemandRow(Monday.AddDays(900), 2_000_000, Purpose.Sale)] })
                .At(2_000_000)
                .Lanes[0]
                .Route.Id
        );
    }

    [Theory]
    [InlineData(0.02, Verdict.Fits)]
    [InlineData(0.2, Verdict.AtRisk)]
    [InlineData(0.5, Verdict.Out)]
    public void A_rigid_part_with_much_of_it_upright_stays_in_a_printed_mold_though_a_press_would_push_it_out(
        double upright,
        Verdict printed
    )
    {
        var part = Housing with
        {
            Measured = new MeasuredShape(
                1.6,
                2.2,
                4,
                Undercut.None,
                0,
                null,
                new DraftShares(upright, upright, upright, upright, upright),
                90,
                1,
                0
            ),
        };
        Verdict Draft(string route) => Lane(part, Rigid, route).Gates.Single(g => g.Name == "Draft").Verdict;
        Assert.Equal(printed, Draft("cast-printed"));
        Assert.Equal(printed == Verdict.Out ? Verdict.AtRisk : printed, Draft("inject-aluminium"));
        var soft = new Brief
        {
            Demand = Rigid.Demand,
            Family = MaterialFamily.FlexibleElastomer,
            Hardness = new HardnessTarget(ShoreScale.A, 60, 8, Must: true),
        };
        Assert.Equal(Verdict.Fits, Lane(part, soft, "cast-printed").Gates.Single(g => g.Name == "Draft").Verdict);
    }

    [Fact]
    public void Every_route_at_every_quantity_is_finite_positive_and_never_falls_per_number_of_sets() =>
        Gen.Select(AnyPart, Gen.Int[1, 10_000_000])
            .Sample(
                (part, quantity) =>
                    Compare(part, Rigid, 8)
                        .Candidates.SelectMany(c => c.Ways)
                        .All(way =>
                            double.IsFinite(way.Likely.Total(quantity))
                            && way.Likely.Total(quantity) > 0
                            && way.Likely.Total(quantity + 1) >= way.Likely.Total(quantity)
                            && way.Likely.Sets(quantity + 1) >= way.Likely.Sets(quantity)
                        ),
                iter: 60
            );

    [Fact]
    public void An_undercut_never_makes_an_injection_tool_cheaper() =>
        AnyPart.Sample(
            part =>
                new[] { Undercut.None, Undercut.Mild, Undercut.Strong }
                    .Select(u => part with { Declared = part.Declared with { Undercut = u } })
                    .Select(p => Compare(p, Rigid, 8).Candidates.Single(c => c.Route is InjectSteelPreRoute).Ways[0].Likely.Tool)
                    .Chunk(3)
                    .All(t => t[0] <= t[1] && t[1] <= t[2]),
            iter: 30
        );

    [Fact]
    public void A_larger_part_lowers_the_crossover_from_print_to_cast()
    {
        long FirstCast(double scale)
        {
            var part = Housing with
            {
                LengthMm = 118 * scale,
                WidthMm = 82 * scale,
                HeightMm = 34 * scale,
                VolumeCm3 = 46 * Math.Pow(scale, 3),
                AreaCm2 = 480 * scale * scale,
            };
            var candidates = Compare(part, Rigid with { ShowSide = Finish.AsTooled }, 8).Candidates;
            double Total(string id, int quantity) => candidates.Single(c => c.Route.Card.Id == id).BestWay(quantity).Likely.Total(quantity);
            // What is small enough prints many at a time, and may never cross over.
            return Enumerable.Range(1, 500).FirstOrDefault(q => Total("cast-silicone", q) < Total("print", q), int.MaxValue);
        }

        Assert.True(FirstCast(1.5) <= FirstCast(1));
        Assert.True(FirstCast(1) < FirstCast(0.5));
    }

    [Fact]
    public void Tightening_a_must_never_adds_a_route() =>
        Gen.Select(Gen.Double[20, 100], Gen.Double[0, 20], Gen.Double[20, 160], Gen.Double[0, 60])
            .Sample(
                (hardness, tolerance, celsius, tighter) =>
                {
                    var loose = Rigid with
                    {
                        Hardness = new HardnessTarget(ShoreScale.D, hardness, tolerance + 5, true),
                        ServiceTemperature = new TemperatureTarget(celsius, true),
                    };
                    var tight = loose with
                    {
                        Hardness = loose.Hardness! with { TolerancePoints = tolerance },
                        ServiceTemperature = new TemperatureTarget(celsius + tighter, true),
                    };
                    var before = Fitting(loose);
                    return Fitting(tight).All(before.Contains);
                },
                iter: 40
            );

    private static HashSet<string> Fitting(Brief brief) =>
        [.. Compare(Housing, brief, 2).Candidates.Where(c => !c.IsOutAt(1)).Select(c => c.Route.Card.Id)];

    [Fact]
    public void Sheet_forming_is_out_for_a_compact_part_and_in_for_an_open_shell()
    {
        Assert.Equal(Verdict.Out, Lane(Housing, Rigid, "form-soft").Verdict);
        var shell = new PartFacts(420, 320, 55, 380, 3900, new PartDeclaration { Shape = ShapeClass.OpenShell, NominalWallMm = 2 });
        Assert.NotEqual(Verdict.Out, Lane(shell, Rigid, "form-soft").Verdict);
    }

    [Fact]
    public void A_shape_nobody_spoke_of_is_not_known_and_leads_nothing_until_somebody_does()
    {
        var dish = new PartFacts(420, 320, 55, 380, 3900, new PartDeclaration { NominalWallMm = 2 });
        var unasked = Compare(dish, Rigid).At(40);
        var forming = unasked.Lanes.Single(l => l.Route.Id == "form-soft");
        Assert.Contains(forming.Gates, g => g is { Name: "Shape", Verdict: Verdict.NotKnown, Remedy: not null });
        Assert.Equal(0, forming.ChanceCheapest);
        Assert.DoesNotContain(unasked.Spans, s => s.Id.StartsWith("form-", StringComparison.Ordinal));
        var said = dish with { Declared = dish.Declared with { Shape = ShapeClass.OpenShell } };
        Assert.True(Compare(said, Rigid).At(40).Lanes.Single(l => l.Route.Id == "form-soft").ChanceCheapest > 0);
    }

    [Fact]
    public void What_nobody_measured_or_stated_is_not_known_and_earns_nothing()
    {
        var bare = new PartFacts(118, 82, 34, 46, 480, new PartDeclaration());
        var lane = Lane(bare, Rigid, "cast-silicone");
        foreach (var name in new[] { "Thinnest wall", "Undercuts", "Slender holes" })
            Assert.Contains(lane.Gates, g => g.Name == name && g is { Verdict: Verdict.NotKnown, Remedy: not null });
        // An undercut nobody looked at lengthens no life.
        Assert.Equal(
            lane.LifeShots!.Value.Likely * 1.2,
            Lane(bare with { Declared = new PartDeclaration { Undercut = Undercut.None } }, Rigid, "cast-silicone").LifeShots!.Value.Likely,
            1e-9
        );
    }

    [Fact]
    public void Tools_land_where_the_trade_has_them()
    {
        double Tool(string id, Brief brief) =>
            Compare(Housing, brief).Candidates.Single(c => c.Route.Card.Id == id).Ways[0].Estimate.Sum(ChargedOn.Tool).Likely;
        Assert.InRange(Tool("inject-aluminium", Rigid), 4_000, 7_000);
        Assert.InRange(Tool("inject-steel-pre", Rigid), 10_000, 15_000);
        var outside = Compare(Housing, Rigid with { Sources = new Sources { SoftMolds = Source.BoughtIn } })
            .Candidates.Single(c => c.Route.Card.Id == "cast-silicone")
            .Ways[0]
            .Estimate;
        Assert.InRange(outside.Sum(ChargedOn.Tool).Likely + outside.Sum(ChargedOn.OneOff).Likely, 900, 1_500);
        // A hand-sized cavity is about a day on the machines.
        var work = Compare(Housing, Rigid).Candidates.Single(c => c.Route.Card.Id == "inject-steel-pre").Ways[0].Estimate.Costs;
        Assert.InRange(
            work.Where(c => c.Name is "Rough the cavity and core" or "Finish the cavity and core").Sum(c => c.Amount.Likely),
            3,
            16
        );
    }

    [Theory]
    [InlineData("inject-aluminium", 10, 20)]
    [InlineData("inject-steel-pre", 20, 35)]
    [InlineData("inject-steel-hard", 35, 60)]
    [InlineData("rubber-compression", 10, 18)]
    public void Tools_are_made_in_days_that_follow_their_hours(string id, double least, double most)
    {
        RouteEstimate Estimate(PartFacts part) => Compare(part, Rigid).Candidates.Single(c => c.Route.Card.Id == id).Ways[0].Estimate;
        Assert.InRange(Estimate(Housing).FirstArticleDays.Likely, least, most);
        Assert.True(
            Estimate(Housing with { AreaCm2 = 2_000, LengthMm = 300, WidthMm = 250 }).FirstArticleDays.Likely
                > Estimate(Housing).FirstArticleDays.Likely
        );
    }

    [Fact]
    public void Bought_in_costs_its_suppliers_overhead_and_days_and_from_far_less_money_and_more_weeks()
    {
        RouteEstimate Estimate(Source source) =>
            Compare(Housing, Rigid with { Sources = new Sources { MetalTools = source } })
                .Candidates.Single(c => c.Route.Card.Id == "inject-steel-pre")
                .Ways[0]
                .Estimate;
        RouteEstimate house = Estimate(Source.InHouse),
            near = Estimate(Source.BoughtIn),
            far = Estimate(Source.FarBoughtIn);
        Assert.Equal(1.45, near.Sum(ChargedOn.Tool).Likely / house.Sum(ChargedOn.Tool).Likely, 1e-9);
        Assert.Equal(near.Sum(ChargedOn.OneOff), house.Sum(ChargedOn.OneOff));
        Assert.Equal(near.Sum(ChargedOn.Tool).Likely * 0.6 + 450, far.Sum(ChargedOn.Tool).Likely, 1e-6);
        Assert.True(house.FirstArticleDays.Likely < near.FirstArticleDays.Likely);
        Assert.True(far.FirstArticleDays.Likely >= near.FirstArticleDays.Likely + 10);
        // A machined part bought in is not there in two days.
        var part = Compare(Housing, Rigid with { Sources = new Sources { Parts = Source.BoughtIn } })
            .Candidates.Single(c => c.Route.Card.Id == "machine")
            .Ways[0]
            .Estimate;
        Assert.True(part.FirstArticleDays.Likely > 3);
    }

    [Fact]
    public void Liquid_silicone_begins_to_pay_near_ten_thousand_a_year()
    {
        var disc = new PartFacts(
            26,
            26,
            8,
            2.5,
            18,
            new PartDeclaration
            {
                Shape = ShapeClass.Compact,
                Undercut = Undercut.None,
                NominalWallMm = 2,
                ThinnestWallMm = 1,
            }
        );
        var brief = new Brief
        {
            Family = MaterialFamily.SiliconeRubber,
            Hardness = new HardnessTarget(ShoreScale.A, 50, 8, true),
            Demand = [new DemandRow(Monday.AddDays(300), 10_000, Purpose.Sale, 3)],
        };
        double Total(string id, double quantity) => Compare(disc, brief).At(quantity).Lanes.Single(l => l.Route.Id == id).Total.P50;
        Assert.True(Total("rubber-lsr", 6_000) > Total("rubber-compression", 6_000));
        Assert.True(Total("rubber-lsr", 120_000) < Total("rubber-compression", 120_000));
    }

    [Fact]
    public void Urethane_for_rubber_says_what_a_trial_in_it_does_not_show()
    {
        var seal = new Brief
        {
            Family = MaterialFamily.Rubber,
            Demand = [new DemandRow(Monday.AddDays(60), 20, Purpose.Function)],
            Exposures = [Exposure.Chemicals],
        };
        var gate = Lane(Housing, seal, "cast-silicone").Gates.Single(g => g.Name == "Stand-in");
        Assert.Equal(Verdict.AtRisk, gate.Verdict);
        Assert.Contains("chemicals", gate.Reason, StringComparison.Ordinal);
        Assert.DoesNotContain(Lane(Housing, seal, "rubber-compression").Gates, g => g.Name == "Stand-in");
        Assert.DoesNotContain(
            Lane(Housing, seal with { Demand = [new DemandRow(Monday.AddDays(60), 20, Purpose.Look)] }, "cast-silicone").Gates,
            g => g.Name == "Stand-in"
        );
    }

    [Theory]
    [InlineData(1.0, Verdict.Fits)]
    [InlineData(0.8, Verdict.AtRisk)]
    [InlineData(0.6, Verdict.Out)]
    public void Thin_walls_are_judged_with_a_reason(double wall, Verdict expected)
    {
        var gate = Lane(Housing with { Declared = Housing.Declared with { ThinnestWallMm = wall } }, Rigid, "cast-silicone")
            .Gates.Single(g => g.Name == "Thinnest wall");
        Assert.Equal(expected, gate.Verdict);
        Assert.Contains("1 mm", gate.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void A_must_that_nothing_meets_rules_every_route_out_and_says_why()
    {
        var lanes = Compare(Housing, Rigid with { ServiceTemperature = new TemperatureTarget(350, true) }).At(2_000).Lanes;
        Assert.All(lanes, l => Assert.Contains(l.Gates, g => g is { Verdict: Verdict.Out, Remedy.Length: > 0 }));
        Assert.All(
            lanes,
            l =>
                Assert.Contains(
                    l.Gates,
                    g =>
                        g.Verdict != Verdict.Fits && g.Name is "Material" or "Purpose" && g.Reason.Contains("350", StringComparison.Ordinal)
                )
        );
        Assert.All(lanes, l => Assert.Equal(0, l.ChanceCheapest));
    }

    [Fact]
    public void Late_rows_and_money_are_at_risk_with_the_shortfall()
    {
        var brief = Rigid with { Demand = [new DemandRow(Monday.AddDays(7), 40, Purpose.Function)], ToolingBudget = 1000 };
        var steel = Lane(Housing, brief, "inject-steel-pre");
        Assert.Contains(steel.Gates, g => g is { Name: "Dates", Verdict: Verdict.AtRisk });
        Assert.Contains(steel.Gates, g => g is { Name: "Tooling budget", Verdict: Verdict.AtRisk });
        Assert.True(steel.FirstArticle > Lane(Housing, brief, "print").FirstArticle);
    }

    [Fact]
    public void Chances_add_up_among_the_routes_that_fit()
    {
        var answer = Compare(Housing, Rigid, 1000).At(25);
        Assert.Equal(1, answer.Lanes.Sum(l => l.ChanceCheapest), 1e-9);
        Assert.Equal(1, answer.Spans[0].From);
        Assert.All(answer.Spans.Zip(answer.Spans.Skip(1)), pair => Assert.Equal(pair.First.To + 1, pair.Second.From));
    }

    [Fact]
    public void The_span_a_quantity_lies_in_names_the_first_lane_and_crossovers_stand_where_spans_begin()
    {
        var comparison = Compare(Housing, Rigid, 500);
        var any = comparison.At(1);
        foreach (var span in any.Spans)
        {
            Assert.Equal(span.Id, comparison.At(span.From).Lanes[0].Route.Id);
            Assert.Equal(span.Id, comparison.At(span.To).Lanes[0].Route.Id);
        }

        Assert.All(any.Crossovers, c => Assert.Contains(any.Spans, s => s.Id == c.To && s.From == c.FirstAt));
    }

    [Fact]
    public void Each_turn_of_the_ruler_says_whether_cost_a_must_or_a_tie_brought_it()
    {
        var comparison = Compare(Housing, Rigid);
        var lines = RulerWorking.Of(comparison);
        Assert.Equal(comparison.Overview.Spans.Select(s => $"turn-{s.From}"), lines.Select(l => l.Id));
        foreach (var line in lines.Skip(1))
        {
            var (before, after) = (line.Inputs[2].Value.Likely, line.Inputs[3].Value.Likely);
            Assert.Equal(
                line.Source.StartsWith("cost", StringComparison.Ordinal),
                after < before && !line.Source.StartsWith("a must", StringComparison.Ordinal)
            );
        }
    }

    [Fact]
    public void The_working_of_a_route_adds_up_to_its_price()
    {
        var comparison = Compare(Housing, Rigid);
        foreach (var candidate in comparison.Candidates)
        {
            var total = comparison.At(40).Lanes.Single(l => l.Route == candidate.Route.Card).Total;
            var lines = RouteWorking.Of(comparison, candidate, 40);
            Assert.InRange(lines.Single(l => l.Id == "chance").Value.Likely, 0, 1);
            if (candidate.Material.Likeness is { } likeness)
                Assert.Equal(
                    Math.Pow(
                        lines.Single(l => l.Id == "likeness").Inputs.Aggregate(1.0, (product, i) => product * i.Value.Likely),
                        1.0 / likeness.Ratios.Count
                    ),
                    likeness.Share,
                    1e-9
                );
            Assert.Equal(total.P50 / 40, lines.Single(l => l.Id == "each").Value.Likely, 1e-9);
            Assert.Equal(candidate.BestWay(40).Likely.Total(40), lines.Single(l => l.Id == "total").Value.Likely, 1e-9);
            foreach (var group in lines.Where(l => l.Formula == "sum of the lines above"))
                Assert.Equal(group.Value.Likely, group.Inputs.Sum(i => i.Value.Likely), 1e-6);
            Assert.All(lines, l => Assert.NotEmpty(l.Source));
        }
    }

    [Fact]
    public void Cooling_of_the_worked_example()
    {
        var abs = new MeltData(235, 60, 95, 0.085, 35, false);
        Assert.Equal(12.71, Cooling.Seconds(2.4, abs, CoolingCriterion.Centre), 0.005);
        Assert.Equal(9.61, Cooling.Seconds(2.4, abs, CoolingCriterion.Mean), 0.005);
        Assert.Equal(0, Cooling.Seconds(2.4, abs with { EjectC = 230 }, CoolingCriterion.Mean));
        Assert.Equal(791.56, Clamp.Kn(96.8, 2, 12, 35, 1.1), 0.005);
    }

    [Fact]
    public void Working_days_skip_the_week_end() => Assert.Equal(Monday.AddDays(7), WorkingDays.Add(Monday, 5));

    [Fact]
    public void More_cavities_are_chosen_when_many_small_parts_are_wanted()
    {
        var disc = new PartFacts(26, 26, 4, 2, 13, new PartDeclaration());
        Assert.Equal(1, Lane(disc, Rigid, "cast-silicone", 2).Cavities);
        Assert.True(Lane(disc, Rigid, "cast-silicone", 500).Cavities > 1);
    }
}
