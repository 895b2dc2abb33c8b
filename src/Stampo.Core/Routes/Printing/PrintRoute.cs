using Stampo.Core.Materials;
using Stampo.Core.Plans;
using Stampo.Core.Plans.Filling;

namespace Stampo.Core.Routes.Printing;

/// <summary>Printed parts: no tool, every part paid by volume and finishing.</summary>
public sealed class PrintRoute : IRoute
{
    public RouteCard Card { get; } = new("print", "PR", "Printed parts", "Printing", RouteFigure.Layers,
        "Layer lines and layer-wise strength; not the production plastic.");

    public IEnumerable<Gate> Screen(Job job) =>
    [
        Gates.FitsInto(job, "the printer", PrintCost.PlatformX, PrintCost.PlatformY, PrintCost.PlatformZ),
        Gates.ThinnestWall(job, 0.8, 0.6),
        new Gate(Verdict.Fits, "Undercuts", "Free: nothing to release from."),
        Gates.Inserts(job, molded: false, "Press or heat-set them afterwards."),
    ];

    public string? ChangeKey => null;

    /// <summary>A print may be filled with resin, or have soft pockets cast into it: the resin nearest to the hardness asked for.</summary>
    public CastingMethod Casting(Job job, int cavities) =>
        new(PouredInto.FilledPrint, FillingSchool.Degassed, FillResin(job).Id, 1, 0, "print.yield", null);

    private static Material FillResin(Job job) => MaterialLibrary.All.Where(m => m.Cast is not null && m.Polymer != "silicone")
        .MinBy(m => Math.Abs(m.Hardness.OnOneScale - (job.Soft ?? job.Material).Hardness.OnOneScale))!;

    public IReadOnlyList<int> CavityChoices(Job job) => [1];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var perBuild = PrintCost.PerBuild(job);
        var hours = PrintCost.MachineHours(job, job.Part.VolumeCm3, perBuild);
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Print files and orientation", Amount.Of(job.Rate("engineering.print")), "labour.engineer")
            .AddMaterial(ChargedOn.Piece, "Print material", PrintCost.MaterialKg(job, job.Part.VolumeCm3, job.Material.DensityGPerCm3), job.Material)
            .Add(ChargedOn.Piece, "Printer time", hours, "print.machine")
            .Add(ChargedOn.Piece, "Clean, cure, remove support", Amount.Of(job.Rate("print.clean")), "labour.bench")
            .Add(ChargedOn.Piece, "Finish the show side", PrintCost.FinishHours(job), "labour.bench");
        return new RouteEstimate(1, book.Lines, null, [], job.Norm("print.yield"), null,
            [new LeadStep("Print and clean the first build", new(1, 1.5, 3))], 20 / hours.Value.Likely, 0.25);
    }
}
