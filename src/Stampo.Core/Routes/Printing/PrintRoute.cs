using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Printing;
using Stampo.Core.Printing;

namespace Stampo.Core.Routes.Printing;

/// <summary>Printed parts: no tool, every part paid by volume and finishing.</summary>
public sealed class PrintRoute : IRoute
{
    public RouteCard Card { get; } =
        new(
            "print",
            "PR",
            "Printed parts",
            "Printing",
            RouteFigure.Layers,
            "Layer lines and layer-wise strength; not the production plastic."
        );

    private const double HoursADay = 20,
        HandsADay = 6;

    public Made Made => Made.Part;

    public IReadOnlyList<string> Cautions => ["resin-printing", "dust"];

    public IEnumerable<Gate> Screen(Job job) =>
        [
            Gates.Prints(job, "Fits the printer", "part", PrintCost.SidesMm(job)),
            Gates.ThinnestWall(job, 0.8, 0.6),
            new Gate(Verdict.Fits, "Undercuts", "Free: nothing to release from."),
            Gates.Inserts(job, molded: false, "Press or heat-set them afterwards."),
        ];

    public string? ChangeKey => null;

    /// <summary>A print may be filled with resin, or have soft pockets cast into it: the resin nearest to the hardness asked for.</summary>
    public IReadOnlyList<RouteMethod> Methods(Job job, int cavities) => [PrintingMethod.Of(job.Material), Casting(job, cavities)];

    public static CastingMethod Casting(Job job, int cavities) =>
        new(PouredInto.FilledPrint, FillingSchool.Degassed, FillResin(job).Id, 1, 0, "print.yield", null);

    private static Material FillResin(Job job) =>
        MaterialLibrary
            .All.Where(m => m.Cast is not null && m.Polymer != "silicone")
            .MinBy(m => Math.Abs(m.Hardness.OnOneScale - (job.Soft ?? job.Material).Hardness.OnOneScale))!;

    public IReadOnlyList<int> CavityChoices(Job job) => [1];

    /// <summary>A platform is paid whole, however few stand on it: stairs of as many parts as it holds.</summary>
    public RouteEstimate Estimate(Job job, int cavities)
    {
        var build = new PrintBuild(job, PrintCost.SidesMm(job), job.Part.VolumeCm3, job.Material.Print?.Process ?? PrintProcess.Resin);
        var (platform, bed) = (build.BuildHours(build.OnPlatform), build.BedHours());
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Print files and orientation", job.Figure("engineering.print"), "labour.engineer")
            .AddMaterial(
                ChargedOn.Piece,
                "Print material",
                PrintCost.MaterialKg(job, job.Part.VolumeCm3, job.Material.DensityGPerCm3),
                job.Material
            )
            .Add(ChargedOn.Piece, "Clean, cure, remove support", job.Figure("print.clean"), "labour.bench")
            .Add(ChargedOn.Piece, "Finish the show side", PrintCost.PartFinishHours(job), "labour.bench");
        if (bed is not null)
            book.Add(ChargedOn.Piece, "Its share of the powder bed", bed, "print.powderMachine");
        else
            book.Add(ChargedOn.Batch, "Printer time of a platform", platform, "print.machine");
        if (build.VolumeHours() is { } volume)
            book.Add(ChargedOn.Piece, "Printer time by volume", volume, "print.machine");
        if (build.BondHours(1) is { } bond)
            book.Add(ChargedOn.Piece, "Bond and fair the pieces", bond, "labour.bench");
        var each = bed?.Value.Likely ?? platform.Value.Likely / build.OnPlatform + (build.VolumeHours()?.Value.Likely ?? 0);
        return new RouteEstimate(
            1,
            book.Lines,
            null,
            job.Figure("print.yield"),
            bed is null ? build.OnPlatform : null,
            [new LeadStep("Print the first build", platform.Value * (1 / HoursADay) + 0.25), new LeadStep("Clean, finish", PartLead(job))],
            HoursADay / each,
            0.25
        )
        {
            FixedBatch = bed is null,
        };
    }

    private static Ranges.ThreePoint PartLead(Job job) =>
        (PrintCost.PartFinishHours(job).In("h") + job.Norm("print.clean")) * (1 / HandsADay) + 0.25;
}
