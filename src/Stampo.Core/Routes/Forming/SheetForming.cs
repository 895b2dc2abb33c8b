using Stampo.Core.Forming;
using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Forming;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Ranges;
using Stampo.Core.Shops;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Forming;

/// <summary>What forming a heated sheet shares; the molds differ.</summary>
public abstract class SheetForming : IRoute
{
    private const double DayH = 8;

    public abstract RouteCard Card { get; }

    public virtual string? ChangeKey => "change.soft";

    protected abstract string CycleKey { get; }

    /// <summary>What its molds are usually made of.</summary>
    protected abstract FormMold Mold { get; }

    /// <summary>What they may be made of, the usual first.</summary>
    protected abstract IReadOnlyList<string> MoldIds { get; }

    protected abstract double ToleranceMm { get; }

    public abstract Made Made { get; }

    public IReadOnlyList<string> Cautions => ["forming", "dust"];

    /// <summary>The way to the first article, by the hours the mold takes.</summary>
    protected abstract IReadOnlyList<LeadStep> Lead(Job job, ThreePoint moldHours);

    /// <summary>The side on the mold is crisp, the other is not.</summary>
    public bool FinishesBothSides => false;

    public IEnumerable<Gate> Screen(Job job)
    {
        yield return Gates.OpenShell(job, "Only an open shell of constant wall can be drawn from sheet; this part is declared compact.");
        yield return Gates.FitsInto(job, "the forming machine", 900, 600, 250);
        if (job.Brief.Equipment?.Sides(Resource.Frame, "xMm", "yMm") is [var length, var width])
            yield return Gates.InHouse(
                "Forming machine",
                Fits(job, length, width),
                "the sheet this part needs",
                $"{Text.Number(length)} × {Text.Number(width)} mm frame"
            );
        yield return Gates.Draft(job, 2);
        yield return Gates.NoUndercut(job);
        yield return Gates.Inserts(job, molded: false, "Rivet or bond them on afterwards.");
        if (AreaRatio(job) > 3)
            yield return new Gate(
                Verdict.AtRisk,
                "Draw",
                $"The sheet is drawn to {Text.Number(AreaRatio(job), 2)} times its area; beyond 3 it thins too far without a plug.",
                "Make the shell shallower."
            );
    }

    public IReadOnlyList<int> CavityChoices(Job job) => [1];

    public IReadOnlyList<RouteMethod> Methods(Job job, int cavities) => [new FormingMethod(job.Material.Id, MoldIds)];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Figure("form.yield");
        var book = new CostBook(job.Rates).Add(ChargedOn.OneOff, "Engineering", job.Figure("engineering.form"), "labour.engineer");
        Mold.AddTo(book, job);
        var moldHours = book.Amounts(l => l is { On: ChargedOn.Tool, AmountUnit: "h" });
        var (sheet, cycle) = (SheetKg(job).As("sheetKg", "Sheet of a part", "kg", "cut to the clamp"), Cycle(job));
        book.Add(ChargedOn.Batch, "Set up and heat up: machine", job.Figure("form.setup"), "form.machine")
            .Add(ChargedOn.Batch, "Set up and heat up: hands", job.Figure("form.setup"), "labour.bench")
            .AddMaterial(ChargedOn.Batch, "Sheets formed until they are good", job.Figure("form.startUp") * sheet, job.Material)
            .AddMaterial(ChargedOn.Piece, "Sheet", sheet, job.Material)
            .Add(ChargedOn.Piece, "Forming machine", cycle, "form.machine")
            .Add(ChargedOn.Piece, "Forming: hands", cycle, "labour.bench")
            .Add(ChargedOn.Piece, "Trim by hand along a fixture", Trim(job), "labour.bench");
        return new RouteEstimate(
            1,
            book.Lines,
            job.Figure(Mold.LifeKey),
            yield,
            null,
            Lead(job, moldHours),
            Math.Floor(DayH / cycle.In("h").Likely) * yield.Value.Likely,
            ToleranceMm
        );
    }

    /// <summary>As the plan reckons it, with nothing chosen yet; by the norm while it is not known how the sheet takes up heat,
    /// or when no sheet is so thick.</summary>
    private Figure Cycle(Job job)
    {
        var norm = job.Figure(CycleKey);
        if (job.Material.Sheet is null || FormingCase.Stock(job.Material, Gauge(job).Value.Likely) is not { } gauge)
            return norm;
        var choices = new FormingChoices { Sheet = new SheetChoices { GaugeMm = gauge } };
        var method = new FormingMethod(job.Material.Id, MoldIds);
        var forming = new FormingCase(job, choices, method, Mold, null, [], null, null, 1, new Worksheet());
        if (HeatSection.Heat(forming) is not { } heat || HeatSection.CycleS(forming, Mold, heat.HeatS) is null)
            return norm;
        Figure S(string name, double s) => Figure.Given(name, s, "s");
        var cycle =
            job.Figure("form.load").Likely
            + S("heating", heat.HeatS)
            + S("forming", HeatSection.FormS(forming))
            + S("cooling", heat.CoolS)
            + S("recovery of the mold", heat.RecoverS);
        return (job.Figure("form.cycleSpread") * cycle).As("cycle", "From sheet to sheet", "h", "as the plan reckons it");
    }

    /// <summary>As the plan trims it with nothing chosen yet, along the part's box.</summary>
    private static Term Trim(Job job) =>
        job.Figure("form.trimHand") * Figure.Given("path", 2 * (job.Part.LongestMm + job.Part.MiddleMm) / 1000, "m", "part");

    private static bool Fits(Job job, double length, double width)
    {
        var margin = 2 * job.Norm("form.margin").Likely;
        return Nesting.Fits(job.Part.LongestMm + margin, job.Part.MiddleMm + margin, length, width);
    }

    private static double AreaRatio(Job job) =>
        Math.Max(1, job.Part.Measured?.ArealDrawRatio ?? job.Part.AreaCm2 / 2 / job.Part.FootprintCm2);

    /// <summary>By the thinnest place once a sheet was simulated on the part; until then by the mean.</summary>
    private static Term SheetKg(Job job)
    {
        var margin = job.Figure("form.margin").Likely;
        return (Figure.Given("length", job.Part.LongestMm, "mm", "part") + 2 * margin)
            * (Figure.Given("width", job.Part.MiddleMm, "mm", "part") + 2 * margin)
            * Gauge(job)
            * job.Material.Density();
    }

    private static Figure Gauge(Job job)
    {
        var part = job.Part;
        if (part.FoundOut.OfType<SimulatedSheet>().FirstOrDefault() is not { } sheet)
            return (Figure.Given("wall", part.WallMm, "mm", "part/nominalWallMm") * Figure.Given("area ratio", AreaRatio(job), "×")).As(
                "gauge",
                "Gauge",
                "mm",
                "a mean, not simulated yet"
            );
        var thinnest = Figure.Given("thinnest it may be", part.ThinnestWallMm ?? part.WallMm, "mm", "part/thinnestWallMm");
        var needed = (
            thinnest
            / (
                Figure.Given("share left at the thinnest place", sheet.ThinnestShare, "×")
                * Figure.Given("thin limit", FormingCase.ThinLimit, "×")
            )
        ).As("gaugeNeeded", "Gauge needed", "mm", $"by the thinnest place simulated, formed {sheet.Way}");
        return job.Material.Sheet is null || FormingCase.Stock(job.Material, needed.Value.Likely) is not { } stock
            ? needed
            : Term.Max(needed, Figure.Given("next in stock", stock, "mm")).As("gauge", "Gauge", "mm", "as it is sold");
    }
}
