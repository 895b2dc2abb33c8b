using NodaTime;
using Stampo.Core.Briefs;
using Stampo.Core.Geometry;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Printing;
using Stampo.Core.Reference;
using Stampo.Core.Tests.Briefs;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Printing;

/// <summary>Printed parts planned: which side up, how many stand on a platform, what is done to them.</summary>
public class PrintingPlannerTests
{
    private static readonly LocalDateTime Thursday = new(2026, 11, 26, 8, 0, 0);

    private static readonly PartFacts Part = new(100, 60, 20, 120, 184, new PartDeclaration { NominalWallMm = 3, ThinnestWallMm = 2 });

    private static readonly PrintStances Question = new();

    /// <summary>A lying plate; its stances read off its mesh.</summary>
    private static readonly IReadOnlyList<PrintStance> Stances =
        (IReadOnlyList<PrintStance>)Question.AnswerOf(Surfaces.Of(Solids.Block(100, 60, 20)), new Vec3(0, 0, 1), Progress.None);

    private static (WorkPlan Plan, PrintingFigures Figures) Plan(
        string material = "print-resin-tough",
        Func<PrintingChoices, PrintingChoices>? choose = null,
        Brief? brief = null,
        double quantity = 8,
        bool measured = true
    )
    {
        IPlanner planner = PrintingPlanner.Instance;
        var method = PrintingMethod.Of(MaterialLibrary.Find(material)!);
        var choices = (PrintingChoices)planner.Propose(method);
        var shape = measured ? new ShapeAnswers(new Dictionary<ShapeQuestion, object?> { [Question] = Stances }) : ShapeAnswers.None;
        Job With(Material of) => new(Part, brief ?? new Brief(), of, RateCard.Shipped);
        var plan = planner.Work(
            choose?.Invoke(choices) ?? choices,
            method,
            new PlanInputs(With, Library.Shipped, shape, quantity, Thursday)
        );
        return (plan, (PrintingFigures)plan.Figures);
    }

    [Fact]
    public void A_block_needs_no_support_and_stands_as_high_as_the_side_that_is_up()
    {
        Assert.Equal([100, 100, 60, 60, 20, 20], Stances.Select(s => s.HeightMm));
        Assert.All(Stances, s => Assert.Equal((0, 0, 0), (s.HangingCm2, s.SupportCm3, s.StairShare)));
        var (_, figures) = Plan();
        Assert.Equal(20, figures.Chosen.Stance.HeightMm);
        Assert.Equal(figures.Stances.Min(s => s.CostEach), figures.Chosen.CostEach);
        // Hundreds are quicker upright, where many stand side by side.
        Assert.Equal(100, Plan(quantity: 400).Figures.Chosen.Stance.HeightMm);
    }

    [Fact]
    public void A_roof_that_hangs_over_is_supported_down_to_what_lies_below()
    {
        // A foot, and 20 mm above it a roof of the same size: 8 cm² hang over a room of 16 cm³.
        List<Vec3> both = [.. Solids.Block(40, 20, 5), .. Solids.Block(40, 20, 5, new Vec3(0, 0, 25))];
        var up = ((IReadOnlyList<PrintStance>)Question.AnswerOf(Surfaces.Of(both), new Vec3(0, 0, 1), Progress.None)).Single(s =>
            s.Up == BoxSide.PlusZ
        );
        Assert.Equal(
            (8, 16),
            (up.HangingCm2, up.SupportCm3),
            (x, y) => Math.Abs(x.Item1 - y.Item1) < 1e-6 && Math.Abs(x.Item2 - y.Item2) < 1e-3
        );
    }

    private static PrintingChoices Lying(PrintingChoices choices) => choices with { Build = choices.Build with { Up = BoxSide.PlusZ } };

    [Fact]
    public void Builds_are_whole_and_a_build_is_as_long_as_its_height()
    {
        var (plan, figures) = Plan(choose: Lying, quantity: 40);
        // A platform of 330 × 200 mm holds 3 × 3 boxes of 100 × 60 mm, 4 mm apart.
        Assert.Equal((9, 9), (figures.Chosen.OnPlatform, figures.Chosen.InBuild));
        Assert.Equal((int)Math.Ceiling(40 / (9 * RateCard.Shipped["print.yield"].Value.Likely)), figures.Builds);
        Assert.Equal(
            25 / RateCard.Shipped["print.heightRate"].Value.Likely + RateCard.Shipped["print.setup"].Value.Likely,
            figures.Chosen.BuildH,
            1e-9
        );
        // Layers half as high take twice the time.
        Assert.Equal(
            2 * 25 / RateCard.Shipped["print.heightRate"].Value.Likely + RateCard.Shipped["print.setup"].Value.Likely,
            Plan(choose: p => Lying(p) with { Build = Lying(p).Build with { LayerMm = 0.025 } }, quantity: 40).Figures.Chosen.BuildH,
            1e-9
        );
        Assert.Equal(figures.Builds, plan.Schedule!.Slots.Count(s => s.OperationId == "build"));
        Assert.Equal(3, Plan(choose: p => p with { Build = p.Build with { Parts = 3 } }).Figures.Chosen.InBuild);
    }

    [Fact]
    public void Two_printers_are_done_sooner_and_one_material_is_bought_for_all()
    {
        var (one, figures) = Plan(choose: Lying, quantity: 40);
        var (two, _) = Plan(choose: p => Lying(p) with { Order = p.Order with { Machines = 2 } }, quantity: 40);
        Assert.True(two.Schedule!.LastPart < one.Schedule!.LastPart);
        // The printer runs again while the last build is finished.
        var slots = one.Schedule.Slots;
        Assert.True(
            slots.Single(s => s is { OperationId: "build", Shot: 2 }).Start
                < slots.Single(s => s is { OperationId: "inspect", Shot: 1 }).End
        );
        Assert.Equal(42 * figures.PartG / 1000, one.Buy.Single().Amount, 1e-9);
        Assert.All(one.Head, head => Assert.Contains(one.Working, line => line.Id == head.Line));
    }

    [Theory]
    [InlineData("print-resin-tough", "wash", "depowder")]
    [InlineData("print-powder-pa12", "depowder", "wash")]
    [InlineData("print-extruded-abs", "take-off", "wash")]
    [InlineData("print-silicone-40a", "oven", "depowder")]
    public void Each_process_has_its_own_acts(string material, string has, string lacks)
    {
        var (plan, _) = Plan(material);
        Assert.Contains(plan.Operations, o => o.Id == has);
        Assert.DoesNotContain(plan.Operations, o => o.Id == lacks);
        Assert.Equal(plan.Operations.Count, plan.Operations.Select(o => o.Id).Distinct().Count());
        Assert.All(plan.Operations, o => Assert.Equal(o.Asks.Count, o.Asks.Select(a => a.Id).Distinct().Count()));
    }

    [Fact]
    public void Powder_carries_layers_of_parts_and_what_hangs_over_and_its_build_grows_by_the_layer()
    {
        var (plan, figures) = Plan("print-powder-pa12", p => Lying(p) with { Build = Lying(p).Build with { Parts = 20 } }, quantity: 40);
        // Nine on a layer: twenty are three layers of 20 mm and 4 mm of powder between.
        var height = plan.Working.Single(l => l.Id == "buildH").Inputs[0].Value.Likely;
        Assert.Equal(3 * 24, height, 1e-9);
        Assert.Equal(
            height / RateCard.Shipped["print.levelRate"].Value.Likely + RateCard.Shipped["print.setup"].Value.Likely,
            figures.Chosen.BuildH,
            1e-9
        );
        Assert.Equal(0, figures.Chosen.SupportG);
        // A bed of 300 mm holds twelve such layers.
        Assert.Equal(9 * 12, figures.Chosen.OnPlatform);
    }

    [Fact]
    public void A_show_side_is_finished_and_a_soft_part_is_cut_off_its_support()
    {
        Assert.DoesNotContain(Plan(brief: new Brief { ShowSide = Finish.AsTooled }).Plan.Operations, o => o.Id == "finish");
        Assert.Contains(Plan(brief: new Brief { ShowSide = Finish.Gloss }).Plan.Operations, o => o.Id == "finish");
        Assert.Contains(
            Plan("print-elastomer-80a").Plan.Operations.Single(o => o.Id == "support").Ticks,
            t => t.What.StartsWith("cut off", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void What_is_larger_than_the_platform_is_printed_in_pieces_and_said_so()
    {
        var small = new Brief { Equipment = InHouse.With(("printer", "xMm", 60), ("printer", "yMm", 60), ("printer", "zMm", 60)) };
        var (plan, figures) = Plan(brief: small, quantity: 1);
        Assert.True(figures.Pieces > 1 && figures.Builds >= figures.Pieces);
        Assert.Contains(plan.At["orientation"], f => f.Code == "pieces");
        Assert.Contains(plan.Operations, o => o.Id == "bond");
    }

    [Fact]
    public void A_declared_part_says_that_support_is_not_known_and_odd_choices_name_their_field()
    {
        Assert.Contains(Plan(measured: false).Plan.At["orientation"], f => f.Code == "not-measured");
        Assert.Equal(
            "build.layerMm",
            Assert.Throws<RefusalException>(() => Plan(choose: p => p with { Build = p.Build with { LayerMm = 0 } })).Field
        );
        Assert.Equal(
            "build.materialId",
            Assert.Throws<RefusalException>(() => Plan(choose: p => p with { Build = p.Build with { MaterialId = "pu-clear" } })).Field
        );
        Assert.Equal(
            "family",
            Assert
                .Throws<RefusalException>(() =>
                    ((IPlanner)PrintingPlanner.Instance).Asks(new Core.Plans.Casting.CastingChoices(), new PrintingMethod("x", 0.1), null!)
                )
                .Field
        );
    }
}
