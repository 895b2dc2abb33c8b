using Stampo.Core.Flow;
using Stampo.Core.Geometry;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Reference;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>Plans of injection tools cut in metal, and of the parts that are molded in them.</summary>
public sealed class InjectionPlanner : Planner<InjectionMethod, InjectionChoices>
{
    private const string MaterialField = "plastic.materialId";

    public static InjectionPlanner Instance { get; } = new();

    protected override InjectionChoices Propose(InjectionMethod method) =>
        new() { Plastic = new PlasticChoices { MaterialId = method.MaterialId } };

    protected override InjectionChoices Kept(InjectionChoices choices, InjectionMethod method, Library library) =>
        library.Materials.Any(m => m.Id == choices.Plastic.MaterialId)
            ? choices
            : choices with
            {
                Plastic = new PlasticChoices { MaterialId = method.MaterialId },
            };

    protected override Offers Offers(Library library, string routeId, InjectionMethod method) =>
        new(
            new Dictionary<string, IReadOnlyList<Material>>
            {
                [MaterialField] = [.. library.Materials.Where(m => m.Melt is not null && m.Routes.Contains(routeId))],
            },
            new Dictionary<string, IReadOnlyList<Supply>>()
        );

    protected override IReadOnlyList<ShapeQuestion> Asks(InjectionChoices choices, InjectionMethod method, PlanInputs inputs)
    {
        List<ShapeQuestion> asks = [new ToolAsked(), Proposed(choices)];
        if (Places(choices, inputs) is { Count: > 0 } at)
            asks.Add(FillingAsked.From(at));
        return asks;
    }

    protected override WorkPlan Work(InjectionChoices choices, InjectionMethod method, PlanInputs inputs)
    {
        choices.Checked();
        var plastic =
            inputs.Library.Materials.FirstOrDefault(m => m.Id == choices.Plastic.MaterialId && m.Melt is not null)
            ?? throw new RefusalException(
                "plan.no-plastic",
                $"\"{choices.Plastic.MaterialId}\" is not a plastic that is molded, in the library; choose one.",
                MaterialField
            );
        var shape = inputs.Shape.To<ToolShape>(new ToolAsked());
        var job = inputs.JobWith(AsMolded(plastic, choices.Process));
        if (shape is not null)
            job = job with { Part = job.Part with { FoundOut = [.. job.Part.FoundOut.Where(f => f is not ToolShape), shape] } };
        var at = Places(choices, inputs);
        var mesh = new OffTheMesh(
            shape,
            shape is null ? [] : [.. at.Select(p => Placed(p, shape, choices, inputs))],
            choices.Gates.At is null,
            at.Count == 0 ? null : inputs.Shape.To<FilledPart>(FillingAsked.From(at))
        );
        var work = new InjectionWork(job, method, choices, mesh, inputs.Quantity);
        return work.Plan.Laid(() => InjectionOperations.Of(work, job), choices.Hours, inputs.Start);
    }

    private static GatesAsked Proposed(InjectionChoices choices) =>
        new(choices.Gates.Kind is GateKind.Edge or GateKind.Tunnel ? GateStands.Edge : GateStands.Face);

    /// <summary>
    /// Those set by hand, else of those proposed as many as are asked for, or as few as the plastic reaches everywhere from.
    /// </summary>
    private static IReadOnlyList<double[]> Places(InjectionChoices choices, PlanInputs inputs)
    {
        if (choices.Gates.At is { } byHand)
            return [.. byHand.Select(p => p.Mm)];
        if (inputs.Shape.To<ProposedGates>(Proposed(choices)) is not { } proposed)
            return [];
        var reaches = inputs.Library.Materials.FirstOrDefault(m => m.Id == choices.Plastic.MaterialId)?.Melt?.FlowRatioLow;
        var count = choices.Gates.Count ?? proposed.Fewest(reaches);
        return [.. proposed.InTurn.Take(count).Select(g => g.Place.PointMm)];
    }

    private static PlacedGate Placed(double[] at, ToolShape shape, InjectionChoices choices, PlanInputs inputs)
    {
        var place =
            inputs.Shape.To<ProposedGates>(Proposed(choices))?.InTurn.FirstOrDefault(g => g.Place.PointMm.SequenceEqual(at))?.Place
            ?? Place.Of(new Vec3(at[0], at[1], at[2]), new Vec3(shape.ToCore[0], shape.ToCore[1], shape.ToCore[2]), 5);
        var inTool = shape.InTool(new Vec3(at[0], at[1], at[2]));
        return new PlacedGate(place, inTool.X, inTool.Y);
    }

    /// <summary>At the temperatures and the shrink that were chosen.</summary>
    private static Material AsMolded(Material plastic, ProcessChoices process) =>
        plastic with
        {
            Melt = plastic.Melt! with { MeltC = process.MeltC ?? plastic.Melt.MeltC, MoldC = process.MoldC ?? plastic.Melt.MoldC },
            ShrinkPct = process.ShrinkPct ?? plastic.ShrinkPct,
        };
}
