using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Printing;
using Stampo.Core.Reference;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Printing;

/// <summary>Plans of parts that come off a printer.</summary>
public sealed class PrintingPlanner : Planner<PrintingMethod, PrintingChoices>
{
    private const string MaterialField = "build.materialId";

    private static readonly PrintStances Question = new();

    public static PrintingPlanner Instance { get; } = new();

    protected override PrintingChoices Propose(PrintingMethod method) =>
        new()
        {
            Build = new BuildChoices { MaterialId = method.MaterialId, LayerMm = method.LayerMm },
        };

    protected override PrintingChoices Kept(PrintingChoices choices, PrintingMethod method, Library library) =>
        library.Materials.Any(m => m.Id == choices.Build.MaterialId && m.Print is not null)
            ? choices
            : choices with
            {
                Build = choices.Build with { MaterialId = method.MaterialId },
            };

    protected override Offers Offers(Library library, string routeId, PrintingMethod method) =>
        new(
            new Dictionary<string, IReadOnlyList<Material>>
            {
                [MaterialField] = [.. library.Materials.Where(m => m.Print is not null && m.Routes.Contains(routeId))],
            },
            new Dictionary<string, IReadOnlyList<Supply>>()
        );

    protected override IReadOnlyList<ShapeQuestion> Asks(PrintingChoices choices, PrintingMethod method, PlanInputs inputs) => [Question];

    protected override WorkPlan Work(PrintingChoices choices, PrintingMethod method, PlanInputs inputs)
    {
        choices.Checked();
        var material =
            inputs.Library.Materials.FirstOrDefault(m => m.Id == choices.Build.MaterialId && m.Print is not null)
            ?? throw new RefusalException(
                "plan.no-print",
                $"\"{choices.Build.MaterialId}\" is not a material of the printers in the library; choose one.",
                MaterialField
            );
        var job = inputs.JobWith(material);
        var measured = inputs.Shape.To<IReadOnlyList<PrintStance>>(Question);
        var work = new PrintingWork(job, choices, measured ?? Declared(job), measured is not null, inputs.Quantity);
        return work.Plan.Laid(() => PrintingOperations.Of(work.Figures, job), choices.Hours, inputs.Start);
    }

    /// <summary>Of a part without a mesh only its sides are known: three stances, support as the usual share, no stairs told.</summary>
    private static IReadOnlyList<PrintStance> Declared(Job job)
    {
        var sides = PrintCost.SidesMm(job);
        var support = job.Norm("print.support").Likely * job.Part.VolumeCm3 / PrintingWork.SupportDensity;
        return
        [
            .. new[] { BoxSide.PlusX, BoxSide.PlusY, BoxSide.PlusZ }.Select(
                (side, axis) => new PrintStance(side, sides[axis], [.. sides.Where((_, i) => i != axis)], 0, support, 0)
            ),
        ];
    }
}
