using NodaTime;
using Stampo.Core.Briefs;
using Stampo.Core.Geometry;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Machining;
using Stampo.Core.Reference;
using Stampo.Core.Shops;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Machining;

/// <summary>Parts cut from a block: what a cutter reaches, how often it is clamped, the hours.</summary>
public class MachiningPlannerTests
{
    private static readonly LocalDateTime Thursday = new(2026, 11, 26, 8, 0, 0);

    private static readonly PartFacts Part = new(100, 60, 20, 120, 184, new PartDeclaration { NominalWallMm = 3, ThinnestWallMm = 2 });

    private static AccessFigures Reached(List<Vec3> corners, double diameterMm = 3, double reachMm = 15) =>
        (AccessFigures)new CutterAccess(diameterMm, reachMm).AnswerOf(Surfaces.Of(corners), new Vec3(0, 0, 1), Progress.None);

    private static (WorkPlan Plan, MachiningFigures Figures) Plan(
        AccessFigures? access = null,
        Func<MachiningChoices, MachiningChoices>? choose = null,
        string material = "block-abs",
        double quantity = 3
    )
    {
        IPlanner planner = MachiningPlanner.Instance;
        var method = new MachiningMethod(material);
        var proposed = (MachiningChoices)planner.Propose(method);
        var choices = choose?.Invoke(proposed) ?? proposed;
        Job With(Material of) => new(Part, new Brief(), of, RateCard.Shipped);
        var inputs = new PlanInputs(With, Library.Shipped, ShapeAnswers.None, quantity, Thursday);
        var shape = access is null
            ? ShapeAnswers.None
            : new ShapeAnswers(new Dictionary<ShapeQuestion, object?> { [planner.Asks(choices, method, inputs).Single()] = access });
        var plan = planner.Work(choices, method, inputs with { Shape = shape });
        return (plan, (MachiningFigures)plan.Figures);
    }

    [Fact]
    public void A_block_is_finished_from_two_opposite_sides_all_round()
    {
        var access = Reached(Solids.Block(40, 30, 20));
        Assert.Equal(2, access.SetUps.Count);
        Assert.Equal(access.SurfaceCm2, access.SetUps.Sum(s => s.FinishesCm2), 1e-9);
        Assert.Equal(access.SetUps[0].Side.Axis(), access.SetUps[1].Side.Axis());
        // A flat one is turned over, not stood on edge.
        Assert.All(Reached(Solids.Block(80, 60, 10)).SetUps, s => Assert.Equal(2, s.Side.Axis()));
        Assert.Equal((0, 0, 0), (access.HiddenCm2, access.NarrowCm2, access.DeepCm2));
    }

    [Fact]
    public void A_void_is_seen_from_no_side_and_said_where()
    {
        List<Vec3> hollow = [.. Solids.Block(40, 40, 40), .. Solids.TurnedOver(Solids.Block(20, 20, 20, new Vec3(10, 10, 10)))];
        var access = Reached(hollow);
        Assert.Equal(24, access.HiddenCm2, 1e-6);
        Assert.All(access.Hidden!.PointMm, mm => Assert.InRange(mm, 10, 30));
        Assert.Contains(Plan(access).Plan.At["reach"], f => f is { Code: "hidden", Place: not null });
    }

    [Theory]
    [InlineData(2, 3, true)]
    [InlineData(4, 3, false)]
    public void A_slot_is_narrow_for_a_cutter_that_is_thicker(double slotMm, double cutterMm, bool narrow)
    {
        // Two cheeks on the platform, a slot between them, open above and at both ends.
        List<Vec3> cheeks = [.. Solids.Block(10, 40, 12), .. Solids.Block(10, 40, 12, new Vec3(10 + slotMm, 0, 0))];
        var access = Reached(cheeks, cutterMm);
        Assert.Equal(narrow, access.NarrowCm2 > 0);
        Assert.Equal(narrow ? slotMm : -1, access.NarrowestMm ?? -1, 1e-6);
        // Twelve deep from above, within a cutter's fifteen; beyond one of five.
        Assert.Equal(0, access.DeepCm2);
        Assert.True(Reached(cheeks, cutterMm, 5).DeepCm2 > 0);
    }

    /// <summary>An L, 8 mm high, cut from above: its one inner corner stands upright, rounded by so much, in so many facets.</summary>
    private static List<Vec3> Bracket(double roundMm, int facets)
    {
        var corner = Enumerable
            .Range(0, facets + 1)
            .Select(i => Math.PI / 2 * i / facets)
            .Select(a => (X: 10 + roundMm - roundMm * Math.Sin(a), Y: 10 + roundMm - roundMm * Math.Cos(a)));
        (double X, double Y)[] outline = [(0, 0), (40, 0), (40, 10), .. roundMm > 0 ? corner : [(10, 10)], (10, 40), (0, 40)];
        var solid = new List<Vec3>();
        for (var i = 1; i < outline.Length - 1; i++)
        {
            Vec3 At(int at, double z) => new(outline[at].X, outline[at].Y, z);
            solid.AddRange([At(0, 0), At(i + 1, 0), At(i, 0), At(0, 8), At(i, 8), At(i + 1, 8)]);
        }

        for (var i = 0; i < outline.Length; i++)
        {
            var (a, b) = (outline[i], outline[(i + 1) % outline.Length]);
            Vec3 la = new(a.X, a.Y, 0),
                lb = new(b.X, b.Y, 0),
                ua = new(a.X, a.Y, 8),
                ub = new(b.X, b.Y, 8);
            solid.AddRange([la, lb, ub, la, ub, ua]);
        }

        return solid;
    }

    [Theory]
    [InlineData(0, 1, 3, 8.0, 0.0)]
    [InlineData(2, 12, 3, 0.0, null)]
    [InlineData(2, 12, 6, 8.0 * 11 / 12, 2.0)]
    [InlineData(2, 48, 6, 8.0 * 47 / 48, 2.0)]
    public void An_inner_corner_sharper_than_the_cutter_is_measured(
        double roundMm,
        int facets,
        double cutterMm,
        double lengthMm,
        double? sharpestMm
    )
    {
        var access = Reached(Bracket(roundMm, facets), cutterMm, 40);
        Assert.Equal(lengthMm, access.Corners.LengthMm, 1e-3); // the mesh is kept in single precision
        Assert.Equal(sharpestMm ?? -1, access.Corners.SharpestMm ?? -1, 0.05);
        var found = Plan(access).Plan.At["reach"];
        Assert.Equal(lengthMm > 0, found.Any(f => f is { Code: "sharp-corners", Place: not null }));
        // A block has none.
        Assert.Equal(0, Reached(Solids.Block(40, 30, 20), cutterMm).Corners.LengthMm);
    }

    [Fact]
    public void Hours_add_up_and_a_finer_ridge_takes_longer()
    {
        var (plan, figures) = Plan(Reached(Solids.Block(100, 60, 20)));
        Assert.Equal([110, 70, 30], figures.BlockMm);
        Assert.Equal(figures.RoughH + figures.FinishH + figures.SetUpH, plan.Working.Single(l => l.Id == "partH").Value.Likely, 1e-9);
        Assert.Equal(60 * figures.PartH, plan.Operations.Where(o => o.Needs(Resource.Mill)).Sum(o => o.HandsMin + o.WaitMin), 1e-6);
        Assert.Equal(figures.SetUps, plan.Operations.Count(o => o.Needs(Resource.Mill)));
        Assert.True(Plan(choose: c => c with { Cutter = c.Cutter with { ScallopMm = 0.002 } }).Figures.FinishH > 1.7 * figures.FinishH);
        Assert.True(
            Plan(choose: c => c with { Order = c.Order with { Machines = 3 } }, quantity: 6).Plan.Schedule!.LastPart
                < Plan(quantity: 6).Plan.Schedule!.LastPart
        );
        Assert.All(plan.Head, head => Assert.Contains(plan.Working, line => line.Id == head.Line));
    }

    [Fact]
    public void A_declared_part_says_what_is_not_known_and_odd_choices_name_their_field()
    {
        Assert.Contains(Plan().Plan.At["reach"], f => f.Code == "not-measured");
        Assert.Equal(
            "cutter.diameterMm",
            Assert.Throws<RefusalException>(() => Plan(choose: c => c with { Cutter = c.Cutter with { DiameterMm = 0 } })).Field
        );
        Assert.Equal(
            "stock.materialId",
            Assert.Throws<RefusalException>(() => Plan(choose: c => c with { Stock = c.Stock with { MaterialId = "pu-clear" } })).Field
        );
    }
}
