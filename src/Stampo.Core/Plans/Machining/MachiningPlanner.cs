using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Reference;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Machining;

/// <summary>Plans of parts that are cut from a block.</summary>
public sealed class MachiningPlanner : Planner<MachiningMethod, MachiningChoices>
{
    private const string MaterialField = "stock.materialId";

    public static MachiningPlanner Instance { get; } = new();

    protected override MachiningChoices Propose(MachiningMethod method) =>
        new() { Stock = new StockChoices { MaterialId = method.MaterialId } };

    protected override MachiningChoices Kept(MachiningChoices choices, MachiningMethod method, Library library) =>
        library.Materials.Any(m => m.Id == choices.Stock.MaterialId)
            ? choices
            : choices with
            {
                Stock = choices.Stock with { MaterialId = method.MaterialId },
            };

    protected override Offers Offers(Library library, string routeId, MachiningMethod method) =>
        new(
            new Dictionary<string, IReadOnlyList<Material>>
            {
                [MaterialField] = [.. library.Materials.Where(m => m.Routes.Contains(routeId))],
            },
            new Dictionary<string, IReadOnlyList<Supply>>()
        );

    protected override IReadOnlyList<ShapeQuestion> Asks(MachiningChoices choices, MachiningMethod method, PlanInputs inputs) =>
        [Reached(choices)];

    protected override WorkPlan Work(MachiningChoices choices, MachiningMethod method, PlanInputs inputs)
    {
        choices.Checked();
        var material =
            inputs.Library.Materials.FirstOrDefault(m => m.Id == choices.Stock.MaterialId && m.Cast is null)
            ?? throw new RefusalException(
                "plan.no-stock",
                $"\"{choices.Stock.MaterialId}\" is not a material that is cut, in the library; choose one.",
                MaterialField
            );
        var job = inputs.JobWith(material);
        var work = new MachiningWork(job, choices, inputs.Shape.To<AccessFigures>(Reached(choices)), inputs.Quantity);
        return work.Plan.Laid(() => MachiningOperations.Of(work.Figures, job), choices.Hours, inputs.Start);
    }

    private static CutterAccess Reached(MachiningChoices choices) => new(choices.Cutter.DiameterMm, choices.Cutter.ReachMm);
}
