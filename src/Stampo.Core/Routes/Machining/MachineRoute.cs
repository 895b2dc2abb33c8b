using Stampo.Core.Jobs;
using Stampo.Core.Machining;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Machining;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Machining;

/// <summary>Cut from a block of the true plastic: a few exact pieces, no tool.</summary>
public sealed class MachineRoute : IRoute
{
    private const double AllowanceMm = 5,
        TrueCornersMm = 0.1;

    public RouteCard Card { get; } =
        new(
            "machine",
            "MC",
            "Machined from block",
            "Machining",
            RouteFigure.Block,
            "Every part is paid by the hour; deep hollows and sharp inner corners are hard to reach."
        );

    public IEnumerable<Gate> Screen(Job job) =>
        [
            Gates.FitsInto(job, "the machining centre", 600, 400, 350),
            Gates.ThinnestWall(job, 0.8, 0.6),
            new Gate(Verdict.Fits, "Undercuts", "Each costs one more set-up, which is in the price.") { Concern = Parts.Concern.Undercut },
            Gates.Inserts(job, molded: false, "Press or screw them in afterwards."),
        ];

    public Made Made => Made.Part;

    public IReadOnlyList<string> Cautions => ["milling", "dust"];

    public string? ChangeKey => null;

    public IReadOnlyList<int> CavityChoices(Job job) => [1];

    public IReadOnlyList<RouteMethod> Methods(Job job, int cavities) => [new MachiningMethod(job.Material.Id)];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var (part, yield) = (job.Part, job.Figure("machine.yield"));
        var blockCm3 = (part.LengthMm + 2 * AllowanceMm) * (part.WidthMm + 2 * AllowanceMm) * (part.HeightMm + 2 * AllowanceMm) / 1000;
        var block = Figure.Given("block: box + 5 mm all round", blockCm3, "cm³", "part");
        var roughing = Term.Max(Term.Of(0, "cm³"), block - job.PartCm3()) / job.Figure("machine.removal");
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Programming and fixtures", job.Figure("engineering.machine"), "labour.engineer")
            .AddMaterial(ChargedOn.Piece, "Block", block * job.Material.Density(), job.Material)
            .Add(ChargedOn.Piece, "Set up", job.Figure("machine.setup"), "machine.hour")
            .Add(ChargedOn.Piece, "Roughing", roughing, "machine.hour")
            .Add(ChargedOn.Piece, "Finishing", Milling.Finishing(job), "machine.hour")
            .Add(ChargedOn.Piece, "Deburr", Milling.Deburring(job), "labour.bench");
        if (part.UndercutRegions > 0)
            book.Add(
                ChargedOn.Piece,
                "Set-ups for undercuts",
                job.Figure("machine.undercut") * JobFigures.Count("undercuts", part.UndercutRegions),
                "machine.hour"
            );
        var hours = book.Amounts(l => l.RateKey == "machine.hour");
        return new RouteEstimate(
            1,
            book.Lines,
            null,
            yield,
            null,
            [
                new LeadStep("Program, make fixtures", job.Norm("engineering.machine") * (1 / 8.0)),
                new LeadStep("Cut and measure the first part", hours * (1 / 6.0) + 0.25),
            ],
            8 / hours.Likely * yield.Value.Likely,
            TrueCornersMm
        );
    }
}
