using Stampo.Core.Jobs;
using Stampo.Core.Machining;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Machining;

/// <summary>The block, the clampings, the hours, and what a cutter does not reach.</summary>
internal sealed class MachiningWork
{
    /// <summary>The norm of finishing holds for ridges of this height, mm; flatter ones take more passes.</summary>
    private const double NormScallopMm = 0.01;

    private const string Norms = "norms of the rate card; the programmed time goes first";

    private readonly Job _job;
    private readonly MachiningChoices _choices;
    private readonly int _parts;
    private readonly Worksheet _sheet = new();

    public MachiningWork(Job job, MachiningChoices choices, AccessFigures? access, double quantity)
    {
        (_job, _choices, _parts) = (job, choices, choices.Order.Parts ?? (int)Math.Ceiling(quantity));
        (Figures, var block) = Worked(access);
        var whole = Term.Ceiling(Figure.Given("parts", _parts, "parts", "plan/order.parts") / job.Figure("machine.yield").Likely);
        var kg = _sheet.Line("blocksKg", "Blocks to have", whole * block, "kg", "a spoiled part is a spoiled block").Value.Likely;
        var blocks = (int)whole.In("").Likely;
        Plan = new WorkPlan(
            Head(kg),
            new OrderedWork(_parts, blocks, choices.Order.Machines, 1, "Part", "Machine") { PartKind = job.PartKind },
            [],
            null,
            WorkPlan.DateFor(job, _parts),
            null,
            [
                new Purchase(
                    $"{job.Material.Name}, {Text.Count(blocks, "block")} of {Text.Sides(Figures.BlockMm)}",
                    kg,
                    "kg",
                    [],
                    "blocksKg"
                ),
            ],
            [],
            At(),
            [],
            [
                $"{Text.Number(_parts, 9)} good parts from {Text.Count(blocks, "block")} of "
                    + $"{Text.Sides(Figures.BlockMm)}; {job.Material.Name}.",
                $"{Text.Count(Figures.SetUps, "clamping")} a part; inner corners stay {Text.Number(Figures.CornerMm, 2)} mm round.",
            ],
            _sheet.Lines,
            Figures
        );
    }

    public MachiningFigures Figures { get; }

    public WorkPlan Plan { get; }

    private (MachiningFigures Figures, Figure Block) Worked(AccessFigures? access)
    {
        var (part, stock, cutter) = (_job.Part, _choices.Stock, _choices.Cutter);
        double[] block =
        [
            .. new[] { part.LengthMm, part.WidthMm, part.HeightMm }.Select(mm =>
                Math.Ceiling((mm + 2 * stock.AllowanceMm) / stock.StepMm - 1e-9) * stock.StepMm
            ),
        ];
        Figure Side(string name, double mm) => Figure.Given(name, mm, "mm", "plan/stock.allowanceMm");
        var volume = _sheet.Line(
            "blockCm3",
            "The block",
            Side("length", block[0]) * Side("width", block[1]) * Side("height", block[2]),
            "cm³",
            $"each side of the part and twice {Text.Number(stock.AllowanceMm)} mm, next size in stock by {Text.Number(stock.StepMm)} mm"
        );
        var density = Figure.Given("density", _job.Material.DensityGPerCm3, "g/cm³", "plan/stock.materialId");
        var weighs = _sheet.Line("blockKg", "It weighs", volume * density, "kg", "definition of density");
        if (access is not null)
            WriteReach(access);
        var setUps = Math.Max(1, access?.SetUps.Count ?? 2 + part.UndercutRegions);
        var off = Term.Max(Term.Of(0, "cm³"), volume - Figure.Given("part", part.VolumeCm3, "cm³", "part"));
        var roughing = _sheet.Line("roughH", "Roughing", off / _job.Figure("machine.removal").Likely, "h", Norms);
        var ball = Figure.Given("radius of the cutter", cutter.DiameterMm / 2, "mm", "plan/cutter.diameterMm");
        var ridge = Figure.Given("scallop", cutter.ScallopMm, "mm", "plan/cutter.scallopMm");
        var stepover = Scallop.Stepover(ball, ridge);
        var passes = Scallop.Stepover(ball, Figure.Given("scallop of the norm", NormScallopMm, "mm"), "usualStepover") / stepover;
        var finishing = _sheet.Line("finishH", "Finishing", Milling.Finishing(_job, passes), "h", Norms);
        var clampings = Figure.Given("clampings", setUps, "", "part");
        var clamped = _sheet.Line(
            "setUpH",
            "Clamping",
            _job.Figure("machine.setup").Likely + Term.Max(0, clampings - 2) * _job.Figure("machine.undercut").Likely,
            "h",
            "two sides, and one more for each further clamping"
        );
        _sheet.Line("partH", "One part", roughing + finishing.Likely + clamped, "h", Norms);
        var (rough, finish, clamping) = (roughing.Value.Likely, finishing.Value.Likely, clamped.Value.Likely);
        var figures = new MachiningFigures(
            _job.Material,
            block,
            weighs.Value.Likely,
            access,
            setUps,
            rough,
            finish,
            clamping,
            stepover.Value.Likely,
            cutter.DiameterMm / 2
        );
        return (figures, weighs);
    }

    /// <summary>What was read off the mesh by rays from points spread over all of it.</summary>
    private void WriteReach(AccessFigures access)
    {
        const string Rays = "rays from points over the whole surface";
        var cutter = _choices.Cutter;
        void Found(string id, string name, string how, double value, string unit, string source, params Figure[] from) =>
            _sheet.Found("search", id, name, how, value, unit, source, from);
        var surface = Figure.Given("surface", access.SurfaceCm2, "cm²", "part");
        var thick = Figure.Given("cutter", cutter.DiameterMm, "mm", "plan/cutter.diameterMm");
        var free = Figure.Given("free length, diameters", cutter.ReachDiameters, "×", "plan/cutter.reachDiameters");
        Found("surfaceCm2", "Surface looked at", "areas of all points", access.SurfaceCm2, "cm²", Rays, _job.SurfaceCm2());
        Found(
            "hiddenCm2",
            "Seen from no side",
            "areas of points from which no ray leaves towards a side of the box that they face",
            access.HiddenCm2,
            "cm²",
            Rays,
            surface
        );
        Found(
            "narrowCm2",
            "Between walls closer than the cutter",
            "areas of points whose wall across is nearer than the cutter is thick",
            access.NarrowCm2,
            "cm²",
            Rays,
            thick,
            surface
        );
        Found(
            "deepCm2",
            "Deeper than the cutter is long",
            "areas of points seen from a side, below its top by more than diameter × free length, with a wall beside them",
            access.DeepCm2,
            "cm²",
            Rays,
            thick,
            free,
            surface
        );
        Found(
            "cornersMm",
            "Inner corners sharper than the cutter",
            "edges along a spindle where facets meet inwards with less than its radius, each by its turn ÷ 90°",
            access.Corners.LengthMm,
            "mm",
            "turn and width of the facets beside each edge",
            thick
        );
    }

    private List<HeadFigure> Head(double kg) =>
        [
            new(Figures.PartH, "h", $"one part on the machine; {Text.Count(Figures.SetUps, "clamping")}", "partH"),
            new(kg, "kg", $"{_job.Material.Name}, in blocks of {Text.Sides(Figures.BlockMm)}", "blocksKg"),
        ];

    private Dictionary<string, IReadOnlyList<Finding>> At() => new() { ["reach"] = [.. OnReach()], ["stock"] = [.. OnStock()] };

    private IEnumerable<Finding> OnReach()
    {
        if (Figures.Access is not { } access)
        {
            yield return new(
                Severity.Warning,
                "not-measured",
                "Without a mesh nobody knows what a cutter reaches: clampings are counted from the undercuts stated. "
                    + "Give the part's mesh on the Part page."
            );
            yield break;
        }

        if (access.HiddenCm2 > 0.001 * access.SurfaceCm2)
            yield return new(
                Severity.Fault,
                "hidden",
                $"{Text.Number(access.HiddenCm2, 2)} cm² are seen from no side: a lollipop cutter, five axes, or two pieces bonded."
            )
            {
                Place = access.Hidden,
            };
        if (access.NarrowCm2 > 0.001 * access.SurfaceCm2)
            yield return new(
                Severity.Fault,
                "narrow",
                $"Walls stand {Text.Number(access.NarrowestMm ?? 0, 2)} mm apart where the cutter is "
                    + $"{Text.Number(_choices.Cutter.DiameterMm)} mm thick ({Text.Number(access.NarrowCm2, 2)} cm² in all): a "
                    + "thinner cutter, a wider slot, or two pieces that are joined."
            )
            {
                Place = access.Narrow,
            };
        if (access.DeepCm2 > 0.001 * access.SurfaceCm2)
            yield return new(
                Severity.Warning,
                "deep",
                $"{Text.Number(access.DeepCm2, 2)} cm² lie deeper beside a wall than the cutter's "
                    + $"{Text.Number(_choices.Cutter.ReachMm, 3)} mm: a longer cutter bends and chatters, a thicker one leaves "
                    + "rounder corners."
            )
            {
                Place = access.Deep,
            };
        if (access.Corners is { LengthMm: > 0 } corners)
        {
            var round = corners.SharpestMm > 0 ? $"down to {Text.Number(corners.SharpestMm.Value, 2)} mm round" : "not rounded at all";
            yield return new(
                Severity.Warning,
                "sharp-corners",
                $"About {Text.Number(corners.LengthMm, 2)} mm of inner corners along the cutter are drawn sharper than it leaves them "
                    + $"({round}): "
                    + "round or relieve them in the design, take a thinner cutter, or file them by hand."
            )
            {
                Place = corners.Sharpest,
            };
        }

        yield return new(
            Severity.Note,
            "corners",
            $"Inner corners along the cutter stay {Text.Number(Figures.CornerMm, 2)} mm round; a sharp one is filed by hand, or relieved."
        );
    }

    private IEnumerable<Finding> OnStock()
    {
        if (_job.Material.Hardness.Scale == Materials.ShoreScale.A)
            yield return new(Severity.Fault, "soft", $"{_job.Material.Name} gives way under a cutter: freeze it, or take another route.");
        if (_job.Part.ThinnestWallMm is { } wall && wall < 1)
            yield return new(
                Severity.Warning,
                "thin",
                $"Walls of {Text.Number(wall, 2)} mm spring away from the cutter: leave them thick to the last pass, hold "
                    + "them in wax or on vacuum."
            );
    }
}
