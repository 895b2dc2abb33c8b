using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Injection;

/// <summary>
/// The price of a metal injection tool built up from hours, blocks and standard parts; aluminium and steel differ in norms only.
/// Cavity work grows with cavities^0.7: set-ups, programs and electrodes are shared.
/// </summary>
internal sealed class MetalTool(Job job, string metal, int cavities)
{
    private const double SideMm = 30, BackMm = 35;

    private double CavityFactor => Math.Pow(cavities, 0.7);

    public CostBook AddTo(CostBook book)
    {
        (string Name, Amount Hours)[] work =
        [
            ("Rough the cavity and core", Roughing()),
            ("Finish the cavity and core", Finishing()),
            ("Spark-erode corners and ribs", Amount.Of(Norm("edm"), CavityFactor, "cavities^0.7")),
            ("Cooling", Amount.Of(job.Rate("tool.cooling"), CavityFactor, "cavities^0.7")),
            ("Ejection", Amount.Of(job.Rate("tool.ejection"), Math.Sqrt(job.Part.FootprintCm2) * CavityFactor, "√footprint × cavities^0.7")),
            .. Slides(),
            .. Lettering(),
            .. Polish(),
        ];
        foreach (var (name, hours) in work)
            book.Add(ChargedOn.Tool, name, hours, "labour.toolmaker");

        var machining = work.Aggregate((ThreePoint)0, (sum, w) => sum + w.Hours.Value);
        return book
            .Add(ChargedOn.Tool, "Tool design", Share("tool.designShare", machining), "labour.engineer")
            .Add(ChargedOn.Tool, "Fit and try out", Share("tool.fitShare", machining), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Blocks", BlockKg(), $"tool.{metal}.price")
            .AddPrice(ChargedOn.Tool, "Mold base", $"tool.{metal}.base", Math.Pow(cavities, 0.4))
            .Add(ChargedOn.Tool, "Sampling rounds", Amount.Of(job.Rate("tool.trials")), "tool.trialPrice");
    }

    private Reference.Rate Norm(string name) => job.Rate($"tool.{metal}.{name}");

    private Amount Share(string key, ThreePoint hours) =>
        new(job.Norm(key) * hours, "h", "share × tool hours", job.Rate(key).AsInput(), new WorkInput("tool hours", hours, "h"));

    private Amount Roughing() => new(job.Part.BoxCm3 * CavityFactor / Norm("roughing").Value, "h", "box of the part × cavities^0.7 ÷ removal rate",
        new WorkInput("box of the part", job.Part.BoxCm3, "cm³", "part"), new WorkInput("cavities", cavities, ""), Norm("roughing").AsInput());

    /// <summary>Passes a scallop apart over the part's whole surface: stepover = 2·√(2·r·s − s²).</summary>
    private Amount Finishing()
    {
        double r = job.Norm("tool.ballRadius").Likely, s = job.Norm("tool.scallop").Likely;
        var stepover = 2 * Math.Sqrt(2 * r * s - s * s);
        return new Amount(job.Part.AreaCm2 * 100 / (stepover * 60) * CavityFactor / Norm("feed").Value, "h",
            "surface ÷ (stepover × feed) × cavities^0.7, stepover = 2·√(2·r·s − s²)",
            new WorkInput("surface", job.Part.AreaCm2, "cm²", "part"), new WorkInput("stepover", stepover, "mm"), Norm("feed").AsInput(), new WorkInput("cavities", cavities, ""));
    }

    private IEnumerable<(string, Amount)> Slides()
    {
        var count = job.Part.UndercutRegions;
        if (count > 0)
            yield return ("Slides for undercuts", Amount.Of(job.Rate("tool.slide"), count * CavityFactor, "slides × cavities^0.7"));
    }

    private IEnumerable<(string, Amount)> Lettering()
    {
        if (job.Brief.Lettering)
            yield return ("Sink the lettering, mirrored", Amount.Of(job.Rate("tool.lettering"), CavityFactor, "cavities^0.7"));
    }

    private IEnumerable<(string, Amount)> Polish()
    {
        if (job.Brief.ShowSide == Briefs.Finish.AsTooled)
            yield break;
        var key = job.Brief.ShowSide switch
        {
            Briefs.Finish.Gloss => "tool.polishGloss",
            Briefs.Finish.Texture => "tool.texture",
            _ => "tool.polishMatt",
        };
        yield return ("Finish the show side of the cavity", Amount.Of(job.Rate(key), job.Part.ShowAreaDm2 * CavityFactor, "show side × cavities^0.7"));
    }

    private Amount BlockKg()
    {
        double[] sides = [job.Part.LengthMm, job.Part.WidthMm, job.Part.HeightMm];
        Array.Sort(sides);
        var cm3 = (sides[2] + 2 * SideMm) * (sides[1] + 2 * SideMm) * (sides[0] + 2 * BackMm) / 1000 * cavities;
        return new Amount(Norm("density").Value * (cm3 / 1000), "kg", "blocks × density ÷ 1000",
            new WorkInput("blocks: part box + 30 mm each side, 35 mm behind", cm3, "cm³"), Norm("density").AsInput());
    }
}
