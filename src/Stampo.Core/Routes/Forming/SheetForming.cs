using Stampo.Core.Planning;
using Stampo.Core.Plans.Forming;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Ranges;
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
        if (job.Brief.Equipment is { SheetLengthMm: { } length, SheetWidthMm: { } width })
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
        var yield = job.Norm("form.yield");
        var book = new CostBook(job.Rates).Add(ChargedOn.OneOff, "Engineering", Amount.Of(job.Rate("engineering.form")), "labour.engineer");
        Mold.AddTo(book, job);
        var moldHours = book
            .Lines.Where(l => l is { On: ChargedOn.Tool, AmountUnit: "h" })
            .Aggregate((ThreePoint)0, (sum, line) => sum + line.Amount);
        var (sheet, startUp, cycle) = (SheetKg(job), job.Rate("form.startUp"), Cycle(job));
        book.Add(ChargedOn.Batch, "Set up and heat up: machine", Amount.Of(job.Rate("form.setup")), "form.machine")
            .Add(ChargedOn.Batch, "Set up and heat up: hands", Amount.Of(job.Rate("form.setup")), "labour.bench")
            .AddMaterial(
                ChargedOn.Batch,
                "Sheets formed until they are good",
                new Amount(sheet.Value * startUp.Value, "kg", $"sheets × {sheet.Formula}", [startUp.AsInput(), .. sheet.Inputs]),
                job.Material
            )
            .AddMaterial(ChargedOn.Piece, "Sheet", sheet, job.Material)
            .Add(ChargedOn.Piece, "Forming machine", cycle, "form.machine")
            .Add(ChargedOn.Piece, "Forming: hands", cycle, "labour.bench")
            .Add(ChargedOn.Piece, "Trim by hand along a fixture", Trim(job), "labour.bench");
        return new RouteEstimate(
            1,
            book.Lines,
            job.Norm(Mold.LifeKey),
            [job.Rate(Mold.LifeKey).AsInput()],
            yield,
            null,
            Lead(job, moldHours),
            Math.Floor(DayH / cycle.Value.Likely) * yield.Likely,
            ToleranceMm
        );
    }

    /// <summary>As the plan reckons it, with nothing chosen yet; by the norm while it is not known how the sheet takes up heat,
    /// or when no sheet is so thick.</summary>
    private Amount Cycle(Job job)
    {
        var norm = job.Rate(CycleKey);
        if (job.Material.Sheet is null || FormingCase.Stock(job.Material, Gauge(job).Mm) is not { } gauge)
            return Amount.Of(norm);
        var choices = new FormingChoices { Sheet = new SheetChoices { GaugeMm = gauge } };
        var method = new FormingMethod(job.Material.Id, MoldIds);
        var forming = new FormingCase(job, choices, method, Mold, null, [], null, null, 1, new Worksheet());
        if (HeatSection.Heat(forming) is not { } heat || HeatSection.CycleS(forming, Mold, heat.HeatS) is not { } seconds)
            return Amount.Of(norm);
        var spread = job.Rate("form.cycleSpread");
        return new Amount(
            spread.Value * (seconds / 3600),
            "h",
            "(load + heating + forming + cooling + recovery of the mold) ÷ 3600 × spread",
            job.Rate("form.load").AsInput(),
            new WorkInput("heating", heat.HeatS, "s"),
            new WorkInput("forming", HeatSection.FormS(forming), "s"),
            new WorkInput("cooling", heat.CoolS, "s"),
            new WorkInput("recovery of the mold", heat.RecoverS, "s"),
            spread.AsInput()
        );
    }

    /// <summary>As the plan trims it with nothing chosen yet, along the part's box.</summary>
    private static Amount Trim(Job job)
    {
        var (norm, metres) = (job.Rate("form.trimHand"), 2 * (job.Part.LongestMm + job.Part.MiddleMm) / 1000);
        return new Amount(norm.Value * (metres / 60), "h", "norm × path ÷ 60", norm.AsInput(), new WorkInput("path", metres, "m", "part"));
    }

    private static bool Fits(Job job, double length, double width)
    {
        var margin = 2 * job.Norm("form.margin").Likely;
        return Nesting.Fits(job.Part.LongestMm + margin, job.Part.MiddleMm + margin, length, width);
    }

    private static double AreaRatio(Job job) =>
        Math.Max(1, job.Part.Measured?.ArealDrawRatio ?? job.Part.AreaCm2 / 2 / job.Part.FootprintCm2);

    /// <summary>By the thinnest place once a sheet was simulated on the part; until then by the mean.</summary>
    private static Amount SheetKg(Job job)
    {
        var margin = job.Norm("form.margin").Likely;
        var (gauge, says, inputs) = Gauge(job);
        return new Amount(
            (job.Part.LongestMm + 2 * margin) * (job.Part.MiddleMm + 2 * margin) * gauge * job.Material.DensityGPerCm3 / 1e6,
            "kg",
            $"(length + 2·margin) × (width + 2·margin) × gauge × density, {says}",
            [
                .. inputs,
                new WorkInput("gauge", gauge, "mm"),
                job.Rate("form.margin").AsInput(),
                new WorkInput("density", job.Material.DensityGPerCm3, "g/cm³"),
            ]
        );
    }

    private static (double Mm, string Says, IReadOnlyList<WorkInput> Inputs) Gauge(Job job)
    {
        var part = job.Part;
        if (part.Simulated is not { } sheet)
            return (
                part.WallMm * AreaRatio(job),
                "gauge = wall × area ratio: a mean, not simulated yet",
                [new("wall", part.WallMm, "mm", "part/nominalWallMm"), new("area ratio", AreaRatio(job), "×")]
            );
        var thinnest = part.ThinnestWallMm ?? part.WallMm;
        var needed = thinnest / sheet.ThinnestShare / FormingCase.ThinLimit;
        return (
            job.Material.Sheet is null ? needed : FormingCase.Stock(job.Material, needed) ?? needed,
            $"gauge = next in stock over thinnest ÷ (share left × thin limit), simulated, formed {sheet.Way}",
            [
                new("thinnest it may be", thinnest, "mm", "part/thinnestWallMm"),
                new("share left at the thinnest place", sheet.ThinnestShare, "×"),
                new("thin limit", FormingCase.ThinLimit, "×"),
            ]
        );
    }
}
