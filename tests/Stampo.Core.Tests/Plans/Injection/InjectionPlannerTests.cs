using Stampo.Core.Briefs;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Injection;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Injection;

/// <summary>A metal tool, its process and its runs.</summary>
public class InjectionPlannerTests
{
    private static readonly SolidSurface Housing = Surfaces.Demo("gateway-housing.stl");

    private static InjectionPlan OfHousing => new() { Surface = Housing };

    private static Brief With(Source tools = Source.InHouse, params (string Figure, double? Value)[] press) =>
        new()
        {
            Sources = new Sources { MetalTools = tools },
            Equipment =
                press.Length == 0
                    ? null
                    : new Equipment
                    {
                        Figures = new Dictionary<string, IReadOnlyDictionary<string, double?>>
                        {
                            ["press"] = press.ToDictionary(p => p.Figure, p => p.Value),
                        },
                    },
        };

    [Fact]
    public void The_tool_is_laid_out_by_the_handbook()
    {
        var layout = OfHousing.Worked().Figures.Layout;
        // 55 mm all round; wall max(25, 0.8 × 34); behind the cavity 25; stroke 34 + 10, ejector plates 35.
        Assert.Equal([118 + 110, 82 + 110], new[] { layout.PlateLongMm, layout.PlateWideMm }, Near);
        Assert.Equal([25, 34 + 25, 25, 44 + 35, 25], layout.Plates.Select(p => p.ThickMm).ToArray(), Near);
        Assert.Equal(layout.Plates.Sum(p => p.ThickMm), layout.HighMm, 1e-9);
        Assert.Equal(0.9 * 228 * 192 * 213 / 1e6 * 2.8, layout.WeightKg, 1e-6);
        Assert.Equal(34, layout.InCavityMm, 1e-6);
        Assert.Equal(2 * 34 + 60, layout.OpenMm, 1e-9);
        // Two parts of a plate span between rails hold it to 0.02 mm: bending falls by the fourth power of them.
        var bend = OfHousing.Worked().Plan.Working.Single(l => l.Id == "bend").Value.Likely;
        Assert.InRange(bend / Math.Pow(layout.Pillars + 1, 4), 0, 0.02);
        Assert.True(bend / Math.Pow(layout.Pillars, 4) > 0.02);
    }

    private static readonly IEqualityComparer<double> Near = EqualityComparer<double>.Create((a, b) => Math.Abs(a - b) < 1e-6);

    [Theory]
    [InlineData(2)]
    [InlineData(4)]
    [InlineData(8)]
    public void Cavities_lie_a_wall_apart_inside_the_plate(int cavities)
    {
        var layout = (OfHousing with { Cavities = cavities }).Worked().Figures.Layout;
        var middles = layout.Cavities.Chunk(2).ToList();
        Assert.Equal(cavities, middles.Count);
        var wall = CavityGrid.WallMm(layout.PartMm[2]);
        foreach (var (one, other) in middles.SelectMany((a, i) => middles.Skip(i + 1).Select(b => (a, b))))
            Assert.True(
                Math.Abs(one[0] - other[0]) >= layout.PartMm[0] + wall - 1e-9
                    || Math.Abs(one[1] - other[1]) >= layout.PartMm[1] + wall - 1e-9
            );
        Assert.All(
            middles,
            m =>
            {
                Assert.InRange(Math.Abs(m[0]) + layout.PartMm[0] / 2, 0, layout.PlateLongMm / 2 - CavityGrid.AroundMm + 1e-9);
                Assert.InRange(Math.Abs(m[1]) + layout.PartMm[1] / 2, 0, layout.PlateWideMm / 2 - CavityGrid.AroundMm + 1e-9);
            }
        );
    }

    [Fact]
    public void A_gate_is_proposed_at_the_parting_line_from_outside_and_fills_all()
    {
        var (plan, figures) = OfHousing.Worked();
        var gate = Assert.Single(figures.Feed.Gates);
        Assert.InRange(gate.At.PointMm[2], 30, 34);
        Assert.Equal(0, gate.At.From[2], 0.1);
        Assert.InRange(figures.Filling!.Ratio, 40, 110);
        // ABS takes 0.45 MPa for each.
        Assert.Equal(0.45 * figures.Filling.Ratio, figures.Process.FillMpa!.Value, 1e-6);
        Assert.DoesNotContain(plan.At["filling"], f => f.Severity == Severity.Fault);
    }

    [Fact]
    public void A_gate_off_the_part_is_said_with_its_place_and_the_rest_is_planned()
    {
        var (plan, figures) = (
            OfHousing with
            {
                Choose = c => c with { Gates = new GateChoices { At = [new PointOnPart(300, 0, 0)] } },
            }
        ).Worked();
        var fault = Assert.Single(plan.At["filling"], f => f.Severity == Severity.Fault);
        Assert.Equal(("gate.off-part", "gates.at[0]"), (fault.Code, fault.Field));
        Assert.Equal(300, fault.Place!.PointMm[0]);
        Assert.Null(figures.Filling);
        Assert.Null(figures.Process.FillMpa);
        Assert.NotEmpty(plan.Operations);
    }

    [Fact]
    public void A_plastic_that_does_not_reach_the_end_is_a_fault_from_one_gate_and_takes_more_by_itself()
    {
        var thin = new InjectionPlan
        {
            Plastic = "pc",
            Surface = Surfaces.Of(Solids.Block(300, 40, 1.2)),
            Part = new PartFacts(300, 40, 1.2, 14.4, 248, new PartDeclaration { NominalWallMm = 1.2 }),
        };
        var byItself = thin.Worked().Figures.Feed.Gates.Count;
        Assert.True(byItself > 1);
        var one = (thin with { Choose = c => c with { Gates = c.Gates with { Count = 1 } } }).Worked().Plan;
        Assert.Contains(one.At["filling"], f => f is { Code: "reach", Severity: Severity.Fault, Place: not null, Field: "gates.count" });
    }

    [Fact]
    public void A_shot_is_its_parts_and_its_runner_and_presses_take_it_by_their_barrel()
    {
        var figures = (OfHousing with { Cavities = 2 }).Worked().Figures;
        var part = TheHousing.Part.VolumeCm3 * figures.Material.DensityGPerCm3;
        Assert.Equal(2 * part + figures.Feed.RunnerG, figures.Process.ShotG, 1e-6);
        Assert.Equal(2 * 3600 / figures.Process.CycleS, figures.Process.PartsPerH, 1e-6);
        foreach (var press in figures.Presses)
            Assert.Equal(press.ShotPct is >= 20 and <= 80, press.Against.All(a => !a.Contains("barrel", StringComparison.Ordinal)));
        Assert.Contains(figures.Presses, p => p.Against.Count == 0);
    }

    [Fact]
    public void A_press_that_cannot_hold_or_open_is_a_fault_and_what_is_not_said_is_not_known()
    {
        var small = OfHousing with { Brief = With(Source.InHouse, ("forceKn", 250), ("daylightMm", 300), ("tieBarXMm", 150)) };
        var (plan, figures) = small.Worked();
        var ours = figures.Presses.Single(p => p.IsOurs);
        Assert.Equal(3, ours.Against.Count);
        Assert.Equal(["opening stroke", "largest shot"], ours.NotKnown);
        Assert.Equal(3, plan.At["press"].Count(f => f.Severity == Severity.Fault));
        Assert.Contains(plan.At["press"], f => f.Code == "press-not-known");
    }

    [Fact]
    public void Melt_and_wall_that_were_chosen_change_the_cycle()
    {
        var usual = OfHousing.Worked().Figures.Process;
        var hot = (OfHousing with { Choose = c => c with { Process = new ProcessChoices { MoldC = 80 } } }).Worked().Figures.Process;
        Assert.True(hot.CoolS > usual.CoolS && hot.CycleS > usual.CycleS);
        Assert.Equal((80, 235), (hot.MoldC, hot.MeltC));
    }

    [Fact]
    public void A_ledge_gets_its_slide_and_a_hollow_that_is_shut_in_is_a_fault()
    {
        List<Vec3> hollow = [.. Solids.Block(40, 40, 40), .. Solids.TurnedOver(Solids.Block(20, 20, 20, new Vec3(10, 10, 10)))];
        var shut = new InjectionPlan
        {
            Surface = Surfaces.Of(hollow),
            Part = new PartFacts(40, 40, 40, 56, 120, new PartDeclaration { NominalWallMm = 10 }),
        };
        Assert.Contains(shut.Worked().Plan.At["tool"], f => f is { Code: "shut-in-1", Severity: Severity.Fault, Place: not null });
    }

    [Theory]
    [InlineData(Source.InHouse, "blocks,rough,finish,water,eject,fit")]
    [InlineData(Source.BoughtIn, "order,receive")]
    [InlineData(Source.FarBoughtIn, "order,freight,receive")]
    public void Who_makes_the_tool_says_what_is_done(Source source, string made)
    {
        var plan = (OfHousing with { Brief = With(source) }).Worked().Plan;
        var steps = plan.Operations.Where(o => o.Repeats == Repeats.EachTool).Select(o => o.Id).ToList();
        Assert.Equal([.. made.Split(','), "hang", "shorts", "freeze", "good", "measure", "correct"], steps);
        Assert.All(plan.Operations.Where(o => o.Id is "order" or "freight"), o => Assert.True(o.IsElsewhere && o.WaitMin > 24 * 60));
        // The trial record asks for short shots, the weights of gate freeze, and a good part.
        Assert.Equal(6, plan.Operations.Single(o => o.Id == "shorts").Asks.Count(a => a.Kind == AskKind.Read));
        Assert.Equal(5, plan.Operations.Single(o => o.Id == "freeze").Asks.Count(a => a.Id.StartsWith("pack", StringComparison.Ordinal)));
    }

    [Fact]
    public void Hardened_steel_is_hardened_and_its_corners_are_sparked()
    {
        var hard = new InjectionPlan
        {
            Metal = "steelHard",
            Surface = Surfaces.Of(Solids.Block(50, 40, 25)),
            Part = new PartFacts(50, 40, 25, 50, 85, new PartDeclaration { NominalWallMm = 3 }),
        };
        var (plan, figures) = hard.Worked();
        Assert.Contains(plan.Operations, o => o.Id == "harden");
        var electrode = Assert.Single(figures.Sparked);
        // A cutter five times as long as thick: 5 mm for 25 deep, 2.5 mm round.
        Assert.Equal((SparkedFor.Corners, 2.5), (electrode.For, electrode.WideMm));
        var hours = plan.Working.Single(l => l.Name.StartsWith("Spark-erode", StringComparison.Ordinal)).Value.Likely;
        Assert.Equal(1.2 + electrode.VolumeCm3 / 2 + electrode.AreaCm2 / 8, hours, 1e-6);
    }

    [Fact]
    public void Metal_off_costs_less_than_metal_on()
    {
        foreach (var metal in new[] { "aluminium", "steelPre", "steelHard" })
        {
            var costs = (OfHousing with { Metal = metal }).Worked().Figures.Changes.ToDictionary(c => c.By, c => c.Euros.Likely);
            Assert.True(costs[ChangeBy.Cutter] < costs[ChangeBy.Spark] && costs[ChangeBy.Spark] < costs[ChangeBy.Weld]);
            Assert.True(costs[ChangeBy.Insert] < costs[ChangeBy.Cavity]);
        }
    }

    [Fact]
    public void Tools_stand_beside_each_other_at_the_parts_of_the_order()
    {
        var figures = OfHousing.Worked().Figures;
        Assert.Single(figures.Beside, b => b.IsChosen);
        Assert.Equal(figures.Beside.OrderBy(b => b.TotalEuros.Likely), figures.Beside);
        // An aluminium tool of ten thousand shots is worn out ten times by a hundred thousand parts, and eleven times with the spoiled.
        var many = (OfHousing with { Quantity = 100_000 }).Worked().Figures.Beside;
        Assert.Equal(11, many.Single(b => b.IsChosen).Tools);
        Assert.True(many[0].Metal != "aluminium");
    }

    [Fact]
    public void A_heated_runner_pays_by_the_plastic_it_saves()
    {
        var (_, figures) = OfHousing.Worked();
        var price = figures.Material.PricePerKg.Likely;
        Assert.Equal(2000 / (figures.Feed.RunnerG / 1000 * price), figures.HotFrom!.Value, 1e-6);
        Assert.Null((OfHousing with { Choose = c => c with { Gates = new GateChoices { Kind = GateKind.Hot } } }).Worked().Figures.HotFrom);
    }

    [Fact]
    public void A_declared_part_is_laid_out_and_says_what_nobody_knows()
    {
        var (plan, figures) = new InjectionPlan().Worked();
        Assert.Null(figures.Shape);
        Assert.Contains(plan.At["tool"], f => f is { Code: "not-measured", Severity: Severity.Warning });
        Assert.Equal([118, 82, 34], figures.Layout.PartMm);
        Assert.NotNull(plan.Schedule);
    }

    [Theory]
    [InlineData("gates.count")]
    [InlineData("water.diameterMm")]
    [InlineData("order.runParts")]
    public void What_no_tool_has_is_refused_by_its_field(string field)
    {
        InjectionChoices Bad(InjectionChoices c) =>
            field switch
            {
                "gates.count" => c with { Gates = new GateChoices { Count = 0 } },
                "water.diameterMm" => c with { Water = new WaterChoices { DiameterMm = double.NaN } },
                _ => c with { Order = new PressRunChoices { RunParts = -3 } },
            };
        Assert.Equal(field, Assert.Throws<RefusalException>(() => (OfHousing with { Choose = Bad }).Worked()).Field);
    }

    [Fact]
    public void An_order_in_several_runs_counts_each_by_number()
    {
        var plan = (
            new InjectionPlan { Quantity = 12_000 } with
            {
                Choose = c => c with { Order = new PressRunChoices { RunParts = 2500 } },
            }
        )
            .Worked()
            .Plan;
        // 2,500 × 0.97 good a run.
        Assert.Equal((5, 2500, 1), (plan.Order.Shots, plan.Order.Each, plan.Order.Cavities));
        Assert.Equal("parts", plan.Working.Single(l => l.Id == "runs").Inputs[0].Unit);
    }
}
