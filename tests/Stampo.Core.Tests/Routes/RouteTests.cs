using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Calendar;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Routes.Injection;

namespace Stampo.Core.Tests.Routes;

public class RouteTests
{
    private static readonly DateOnly Monday = new(2026, 3, 2);

    private static readonly PartFacts Housing = new(118, 82, 34, 46, 480, new PartDeclaration { NominalWallMm = 2.2, ThinnestWallMm = 1.6 });

    private static readonly Brief Rigid = new()
    {
        Demand = [new DemandRow(Monday.AddDays(14), 3, Purpose.Fit), new DemandRow(Monday.AddDays(70), 40, Purpose.Function), new DemandRow(Monday.AddDays(300), 3600, Purpose.Sale)],
        Hardness = new HardnessTarget(ShoreScale.D, 76, 8, Must: true),
        ShowSide = Finish.FineMatt,
    };

    private static readonly Gen<PartFacts> AnyPart = Gen.Select(Gen.Double[12, 400], Gen.Double[8, 300], Gen.Double[4, 200], Gen.Double[0.1, 0.9], Gen.Double[0.8, 5])
        .Select((l, w, h, solid, wall) => new PartFacts(l, w, h, l * w * h / 1000 * solid, 2 * (l * w + w * h + h * l) / 100 * 1.4, new PartDeclaration { NominalWallMm = wall }));

    private static RouteComparison Compare(PartFacts part, Brief brief, int draws = 200) =>
        new(new JobInputs(part, brief, RateCard.Shipped, MaterialLibrary.All, Monday), RouteCatalogue.All, draws);

    private static Lane Lane(PartFacts part, Brief brief, string id, double quantity = 40) =>
        Compare(part, brief).At(quantity).Lanes.Single(l => l.Route.Id == id);

    [Fact]
    public void Every_way_to_get_the_part_is_found_each_with_its_own_id_and_tag()
    {
        Assert.Equal(
            [
                "cast-hybrid", "cast-printed", "cast-sacrificial", "cast-silicone", "cast-vacuum", "form-aluminium", "form-soft", "inject-aluminium", "inject-printed", "inject-steel-hard", "inject-steel-pre",
                "lay-closed", "lay-infusion", "lay-open", "machine", "print", "rubber-compression", "rubber-lsr", "rubber-transfer",
            ], RouteCatalogue.All.Select(r => r.Card.Id));
        Assert.Equal(RouteCatalogue.All.Count, RouteCatalogue.All.Select(r => r.Card.Tag).Distinct().Count());
        Assert.All(RouteCatalogue.All, r => Assert.True(r.Card.GivesUp.Length > 20));
    }

    [Fact]
    public void The_housing_goes_from_print_through_casting_to_aluminium_and_steel_as_the_quantity_grows()
    {
        var comparison = Compare(Housing, Rigid, 1000);
        Assert.Equal("print", comparison.At(1).Lanes[0].Route.Id);
        Assert.StartsWith("cast-", comparison.At(40).Lanes[0].Route.Id, StringComparison.Ordinal);
        Assert.Equal("inject-aluminium", comparison.At(3600).Lanes[0].Route.Id);
        Assert.Equal("inject-steel-pre", Compare(Housing, Rigid with { Demand = [new DemandRow(Monday.AddDays(900), 200_000, Purpose.Sale)] }).At(200_000).Lanes[0].Route.Id);
        Assert.Equal("inject-steel-hard", Compare(Housing, Rigid with { Demand = [new DemandRow(Monday.AddDays(900), 2_000_000, Purpose.Sale)] }).At(2_000_000).Lanes[0].Route.Id);
    }

    [Fact]
    public void Every_route_at_every_quantity_is_finite_positive_and_never_falls_per_number_of_sets() =>
        Gen.Select(AnyPart, Gen.Int[1, 10_000_000]).Sample((part, quantity) =>
            Compare(part, Rigid, 8).Candidates.SelectMany(c => c.Ways).All(way =>
                double.IsFinite(way.Likely.Total(quantity)) && way.Likely.Total(quantity) > 0
                && way.Likely.Total(quantity + 1) >= way.Likely.Total(quantity)
                && way.Likely.Sets(quantity + 1) >= way.Likely.Sets(quantity)), iter: 60);

    [Fact]
    public void An_undercut_never_makes_an_injection_tool_cheaper() =>
        AnyPart.Sample(part => new[] { Undercut.None, Undercut.Mild, Undercut.Strong }
            .Select(u => part with { Declared = part.Declared with { Undercut = u } })
            .Select(p => Compare(p, Rigid, 8).Candidates.Single(c => c.Route is InjectSteelPreRoute).Ways[0].Likely.Tool)
            .Chunk(3).All(t => t[0] <= t[1] && t[1] <= t[2]), iter: 30);

    [Fact]
    public void A_larger_part_lowers_the_crossover_from_print_to_cast()
    {
        long FirstCast(double scale)
        {
            var part = Housing with { LengthMm = 118 * scale, WidthMm = 82 * scale, HeightMm = 34 * scale, VolumeCm3 = 46 * Math.Pow(scale, 3), AreaCm2 = 480 * scale * scale };
            var brief = Rigid with { ShowSide = Finish.AsTooled };
            return Compare(part, brief, 8).At(10).Crossovers.First(c => c.From == "print").FirstAt;
        }

        Assert.True(FirstCast(1.5) <= FirstCast(1));
        Assert.True(FirstCast(1) < FirstCast(0.5));
    }

    [Fact]
    public void Tightening_a_must_never_adds_a_route() =>
        Gen.Select(Gen.Double[20, 100], Gen.Double[0, 20], Gen.Double[20, 160], Gen.Double[0, 60]).Sample((hardness, tolerance, celsius, tighter) =>
        {
            var loose = Rigid with { Hardness = new HardnessTarget(ShoreScale.D, hardness, tolerance + 5, true), ServiceTemperature = new TemperatureTarget(celsius, true) };
            var tight = loose with { Hardness = loose.Hardness! with { TolerancePoints = tolerance }, ServiceTemperature = new TemperatureTarget(celsius + tighter, true) };
            var before = Fitting(loose);
            return Fitting(tight).All(before.Contains);
        }, iter: 40);

    private static HashSet<string> Fitting(Brief brief) => [.. Compare(Housing, brief, 2).Candidates.Where(c => !c.IsOutAt(1)).Select(c => c.Route.Card.Id)];

    [Fact]
    public void Sheet_forming_is_out_for_a_compact_part_and_in_for_an_open_shell()
    {
        Assert.Equal(Verdict.Out, Lane(Housing, Rigid, "form-soft").Verdict);
        var shell = new PartFacts(420, 320, 55, 380, 3900, new PartDeclaration { Shape = ShapeClass.OpenShell, NominalWallMm = 2 });
        Assert.NotEqual(Verdict.Out, Lane(shell, Rigid, "form-soft").Verdict);
    }

    [Theory]
    [InlineData(1.0, Verdict.Fits)]
    [InlineData(0.8, Verdict.AtRisk)]
    [InlineData(0.6, Verdict.Out)]
    public void Thin_walls_are_judged_with_a_reason(double wall, Verdict expected)
    {
        var gate = Lane(Housing with { Declared = Housing.Declared with { ThinnestWallMm = wall } }, Rigid, "cast-silicone").Gates.Single(g => g.Name == "Thinnest wall");
        Assert.Equal(expected, gate.Verdict);
        Assert.Contains("1 mm", gate.Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void A_must_that_nothing_meets_rules_every_route_out_and_says_why()
    {
        var lanes = Compare(Housing, Rigid with { ServiceTemperature = new TemperatureTarget(350, true) }).At(2_000).Lanes;
        Assert.All(lanes, l => Assert.Contains(l.Gates, g => g is { Verdict: Verdict.Out, Remedy.Length: > 0 }));
        Assert.All(lanes, l => Assert.Contains(l.Gates, g => g.Verdict != Verdict.Fits && g.Name is "Material" or "Purpose" && g.Reason.Contains("350", StringComparison.Ordinal)));
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
    public void The_working_of_a_route_adds_up_to_its_price()
    {
        var comparison = Compare(Housing, Rigid);
        foreach (var candidate in comparison.Candidates)
        {
            var total = comparison.At(40).Lanes.Single(l => l.Route == candidate.Route.Card).Total;
            var lines = RouteWorking.Of(candidate, 40, total, 200);
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
    public void Working_days_skip_the_week_end() =>
        Assert.Equal(Monday.AddDays(7), WorkingDays.Add(Monday, 5));

    [Fact]
    public void More_cavities_are_chosen_when_many_small_parts_are_wanted()
    {
        var disc = new PartFacts(26, 26, 4, 2, 13, new PartDeclaration());
        Assert.Equal(1, Lane(disc, Rigid, "cast-silicone", 2).Cavities);
        Assert.True(Lane(disc, Rigid, "cast-silicone", 500).Cavities > 1);
    }
}
