using Stampo.Core.Jobs;
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
        // One side of the shell, and each mold larger by its flange all round.
        var sideDm2 = job.Part.AreaCm2 / 200;
        var rimM = 2 * (job.Part.LongestMm + job.Part.MiddleMm) / 1000;
        var side = Figure.Given("one side of the shell", sideDm2, "dm²", "part");
        var rim = Figure.Given("rim", rimM, "m", "part");
        var flange = job.Figure("lay.flangeMm").Likely;
        var molds = JobFigures.Count("molds", Molds);
        var face = (side + rim * flange + 4 * flange.Pow(2)).As("moldFace", "Face of a mold with its flange", "dm²", "flange all round");
        var faces = face.ForAll(Molds, "molds");
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering: layers, edges, molds", job.Figure("engineering.lay"), "labour.engineer")
            .Add(ChargedOn.OneOff, "Plug", job.Figure("lay.plugHours") * face, "labour.bench")
            .Add(ChargedOn.Tool, "Mold: hands", job.Figure("lay.moldHours") * faces, "labour.bench")
            .Add(ChargedOn.Tool, "Mold: gel coat, glass, resin, frame", faces, "lay.moldMaterial")
            .Add(ChargedOn.Tool, "Mold faces wet-sanded and buffed", job.Figure("lay.sandHours") * faces, "labour.bench")
            .Add(ChargedOn.Tool, "Release broken in", job.Figure("lay.releaseHours") * molds, "labour.bench")
            .AddMaterial(ChargedOn.Piece, "Fibre and resin", LaminateKg(job), job.Material)
            .Add(ChargedOn.Piece, "Laminate", job.Figure($"lay.{Way}.hours") * side, "labour.bench")
            .Add(ChargedOn.Piece, "Consumables", side, $"lay.{Way}.consumables")
            .Add(ChargedOn.Piece, "Demold and trim", job.Figure("lay.trim"), "labour.bench")
            .AddInserts(job);
        if (Molds > 1)
            book.Add(ChargedOn.Tool, "Sheet wax: hands", job.Figure("lay.waxHours") * side, "labour.bench")
                .Add(ChargedOn.Tool, "Sheet wax", side, "lay.waxPrice");
        if (Way != "open")
            book.Add(ChargedOn.Tool, "Seal, vacuum channel, fittings", rim, "lay.sealPrice");
        return new RouteEstimate(
            1,
            book.Lines,
            job.Figure($"lay.{Way}.life"),
            job.Figure("lay.yield"),
            null,
            Lead(job, face.Value.Likely, Molds * face.Value.Likely),
            PartsPerDay,
            ToleranceMm
        );
    }

    private static Term LaminateKg(Job job) => job.PartMass() * (1 + job.Figure("lay.waste"));
}
