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

    /// <summary>Flats by a flat cutter, what is curved or leans by passes a scallop apart.</summary>
    /// <param name="job">Part and norms.</param>
    /// <param name="passes">Passes against the usual.</param>
    internal static Amount Finishing(Job job, double passes)
    {
        var (flat, curved, share) = (job.Rate("machine.flat"), job.Rate("machine.finish"), job.Rate("machine.flatShare"));
        var dm2 = job.Part.AreaCm2 / 100;
        return new Amount(
            (flat.Value * share.Value.Likely + curved.Value * ((1 - share.Value.Likely) * passes)) * dm2,
            "h",
            "surface × (flats × norm of a flat cutter + (1 − flats) × norm of scallops × passes)",
            new WorkInput("surface", dm2, "dm²", "part"),
            share.AsInput(),
            flat.AsInput(),
            curved.AsInput(),
            new WorkInput("passes", passes, "×")
        );
    }

    /// <summary>By the length of edges: those of its box, and half as many again inside.</summary>
    internal static Amount Deburring(Job job)
    {
        var (part, norm) = (job.Part, job.Rate("machine.deburr"));
        var dm = 1.5 * 4 * (part.LengthMm + part.WidthMm + part.HeightMm) / 100;
        return new Amount(
            norm.Value * (dm / 60),
            "h",
            "edges × norm ÷ 60",
            new WorkInput("edges: those of the box and half as many again", dm, "dm", "part"),
            norm.AsInput()
        );
    }

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var (part, yield) = (job.Part, job.Norm("machine.yield"));
        var blockCm3 = (part.LengthMm + 2 * AllowanceMm) * (part.WidthMm + 2 * AllowanceMm) * (part.HeightMm + 2 * AllowanceMm) / 1000;
        var block = new WorkInput("block: box + 5 mm all round", blockCm3, "cm³", "part");
        var roughing = new Amount(
            Math.Max(0, blockCm3 - part.VolumeCm3) / job.Norm("machine.removal"),
            "h",
            "(block − part) ÷ removal rate",
            block,
            new WorkInput("part", part.VolumeCm3, "cm³", "part"),
            job.Rate("machine.removal").AsInput()
        );
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Programming and fixtures", Amount.Of(job.Rate("engineering.machine")), "labour.engineer")
            .AddMaterial(
                ChargedOn.Piece,
                "Block",
                new Amount(
                    blockCm3 * job.Material.DensityGPerCm3 / 1000,
                    "kg",
                    "block × density ÷ 1000",
                    block,
                    new WorkInput("density", job.Material.DensityGPerCm3, "g/cm³")
                ),
                job.Material
            )
            .Add(ChargedOn.Piece, "Set up", Amount.Of(job.Rate("machine.setup")), "machine.hour")
            .Add(ChargedOn.Piece, "Roughing", roughing, "machine.hour")
            .Add(ChargedOn.Piece, "Finishing", Finishing(job, 1), "machine.hour")
            .Add(ChargedOn.Piece, "Deburr", Deburring(job), "labour.bench");
        if (part.UndercutRegions > 0)
            book.Add(
                ChargedOn.Piece,
                "Set-ups for undercuts",
                Amount.Of(job.Rate("machine.undercut"), part.UndercutRegions, "undercuts"),
                "machine.hour"
            );
        var hours = book.Lines.Where(l => l.RateKey == "machine.hour").Aggregate((Ranges.ThreePoint)0, (sum, line) => sum + line.Amount);
        return new RouteEstimate(
            1,
            book.Lines,
            null,
            [],
            yield,
            null,
            [
                new LeadStep("Program, make fixtures", job.Norm("engineering.machine") * (1 / 8.0)),
                new LeadStep("Cut and measure the first part", hours * (1 / 6.0) + 0.25),
            ],
            8 / hours.Likely * yield.Likely,
            TrueCornersMm
        );
    }
}
