using Stampo.Core.Ranges;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Composites;

/// <summary>What fibre in resin shares: a plug, one or two laminated molds, hours and consumables by the area of the part.</summary>
public abstract class LaminateRoute : IRoute
{
    private const double DraftDeg = 2;

    public abstract RouteCard Card { get; }

    /// <summary>Which of the "lay" norms it takes: open, closed or infusion.</summary>
    protected abstract string Way { get; }

    protected abstract double LeastWallMm { get; }

    /// <summary>A mold for each finished side.</summary>
    protected virtual int Molds => 1;

    protected abstract double PartsPerDay { get; }

    protected abstract double ToleranceMm { get; }

    public Made Made => Made.SoftMold;

    public IReadOnlyList<string> Cautions => ["polyester", "laminating", "dust", "spray"];

    /// <summary>Working days of gel coat, laminate and cure for each mold.</summary>
    private static readonly ThreePoint CureDays = new(1.5, 2, 3);

    /// <summary>By the hours of plug and molds, two people at them, and a cure for each mold.</summary>
    private IReadOnlyList<LeadStep> Lead(Job job, double plugDm2, double moldDm2)
    {
        const double handsADay = 12;
        var each = job.Norm("lay.moldHours") * (moldDm2 / Molds / handsADay) + CureDays;
        return
        [
            new("Plug", job.Norm("lay.plugHours") * (plugDm2 / handsADay) + 1),
            new("Mold: gel coat, laminate, cure", each),
            .. Molds > 1 ? [new LeadStep("Second mold over sheet wax", each)] : Array.Empty<LeadStep>(),
            new("First part, trimmed", new(0.5, 1, 1.5)),
        ];
    }

    /// <summary>One good side to each mold.</summary>
    public bool FinishesBothSides => Molds > 1;

    public IEnumerable<Gate> Screen(Job job)
    {
        yield return Gates.OpenShell(job, "Fibre follows shells with large radii, not bosses and ribs; this part is declared compact.");
        yield return Gates.FitsInto(job, "the laminating shop", 3000, 2000, 1000);
        yield return Gates.ThinnestWall(job, LeastWallMm, LeastWallMm * 0.85);
        yield return Gates.Draft(job, DraftDeg);
        yield return Gates.UndercutInRigidTool(job, "each undercut splits the mold");
        yield return Gates.Inserts(job, molded: true, "");
    }

    public IReadOnlyList<int> CavityChoices(Job job) => [1];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Norm("lay.yield");
        // One side of the shell, and each mold larger by its flange all round.
        var sideDm2 = job.Part.AreaCm2 / 200;
        var flangeMm = job.Norm("lay.flangeMm").Likely;
        var rimM = 2 * (job.Part.LongestMm + job.Part.MiddleMm) / 1000;
        var faceDm2 = sideDm2 + rimM * 10 * flangeMm / 100 + 4 * flangeMm * flangeMm / 10_000;
        var moldDm2 = faceDm2 * Molds;
        var side = new WorkInput("one side of the shell", sideDm2, "dm²", "part");
        var flange = job.Rate("lay.flangeMm").AsInput();
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering: layers, edges, molds", Amount.Of(job.Rate("engineering.lay")), "labour.engineer")
            .Add(ChargedOn.OneOff, "Plug", Amount.Of(job.Rate("lay.plugHours"), faceDm2, "dm² of plug with its flange"), "labour.bench")
            .Add(ChargedOn.Tool, "Mold: hands", Amount.Of(job.Rate("lay.moldHours"), moldDm2, "dm² of molds"), "labour.bench")
            .Add(
                ChargedOn.Tool,
                "Mold: gel coat, glass, resin, frame",
                new Amount(moldDm2, "dm²", "(side + flange all round) × molds", side, flange, new WorkInput("molds", Molds, "")),
                "lay.moldMaterial"
            )
            .Add(
                ChargedOn.Tool,
                "Mold faces wet-sanded and buffed",
                Amount.Of(job.Rate("lay.sandHours"), moldDm2, "dm² of molds"),
                "labour.bench"
            )
            .Add(ChargedOn.Tool, "Release broken in", Amount.Of(job.Rate("lay.releaseHours"), Molds, "molds"), "labour.bench")
            .AddMaterial(ChargedOn.Piece, "Fibre and resin", LaminateKg(job), job.Material)
            .Add(ChargedOn.Piece, "Laminate", Amount.Of(job.Rate($"lay.{Way}.hours"), sideDm2, "dm² of part"), "labour.bench")
            .Add(ChargedOn.Piece, "Consumables", new Amount(sideDm2, "dm²", "one side of the shell", side), $"lay.{Way}.consumables")
            .Add(ChargedOn.Piece, "Demold and trim", Amount.Of(job.Rate("lay.trim")), "labour.bench")
            .AddInserts(job);
        if (Molds > 1)
            book.Add(ChargedOn.Tool, "Sheet wax: hands", Amount.Of(job.Rate("lay.waxHours"), sideDm2, "dm² of part"), "labour.bench")
                .Add(ChargedOn.Tool, "Sheet wax", new Amount(sideDm2, "dm²", "one side of the shell", side), "lay.waxPrice");
        if (Way != "open")
            book.Add(
                ChargedOn.Tool,
                "Seal, vacuum channel, fittings",
                new Amount(rimM, "m", "2 × (length + width)", new WorkInput("rim", rimM, "m", "part")),
                "lay.sealPrice"
            );
        var life = job.Rate($"lay.{Way}.life");
        return new RouteEstimate(
            1,
            book.Lines,
            life.Value,
            [life.AsInput()],
            yield,
            null,
            Lead(job, faceDm2, moldDm2),
            PartsPerDay,
            ToleranceMm
        );
    }

    private static Amount LaminateKg(Job job) =>
        new(
            (1 + job.Norm("lay.waste")) * (job.Part.VolumeCm3 * job.Material.DensityGPerCm3 / 1000),
            "kg",
            "part × density × (1 + waste) ÷ 1000",
            new WorkInput("part", job.Part.VolumeCm3, "cm³", "part"),
            new WorkInput("density", job.Material.DensityGPerCm3, "g/cm³"),
            job.Rate("lay.waste").AsInput()
        );
}
