using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Injection;

/// <summary>
/// The price of a metal injection tool built up from hours, blocks and standard parts; aluminium and steel differ in norms only.
/// Cavity work grows with cavities^0.7: set-ups, programs and electrodes are shared.
/// </summary>
internal sealed class MetalTool
{
    private const double OfficeHoursADay = 6;

    private static readonly ThreePoint HardeningDays = new(5, 8, 12);

    private readonly Job _job;
    private readonly string _metal;
    private readonly int _cavities;

    private const double SideMm = 30,
        BackMm = 35;

    private double CavityFactor => Math.Pow(_cavities, 0.7);

    private readonly (string Name, Amount Hours)[] _work;

    public MetalTool(Job job, string metal, int cavities)
    {
        (_job, _metal, _cavities) = (job, metal, cavities);
        _work =
        [
            ("Square the blocks, fit the base", Amount.Of(job.Rate("tool.fitBase"))),
            ("Rough the cavity and core", Roughing()),
            ("Finish the cavity and core", Finishing()),
            ("Spark-erode corners and ribs", Amount.Of(Norm("edm"), CavityFactor, "cavities^0.7")),
            ("Cooling", Amount.Of(job.Rate("tool.cooling"), CavityFactor, "cavities^0.7")),
            (
                "Ejection",
                Amount.Of(job.Rate("tool.ejection"), Math.Sqrt(job.Part.FootprintCm2) * CavityFactor, "√footprint × cavities^0.7")
            ),
            .. Slides(),
            .. Lettering(),
            .. Polish(),
        ];
        Hours = _work.Aggregate((ThreePoint)0, (sum, w) => sum + w.Hours.Value);
    }

    /// <summary>On the machines and the bench of the tool room, without design, programs, fitting and try-out.</summary>
    public ThreePoint Hours { get; }

    private bool IsHardened => _metal == "steelHard";

    /// <summary>
    /// The way to the first article: design and programs, the hours of the tool at so many a day, hardening, try-out and corrections.
    /// A rubber tool takes <paramref name="share"/> of the hours.
    /// </summary>
    public IReadOnlyList<LeadStep> Lead(ThreePoint? share = null)
    {
        var hours = Hours * (share ?? 1);
        List<LeadStep> steps =
        [
            new("Design and program the tool", (hours * _job.Norm("tool.designShare") + _job.Norm("tool.cam")) * (1 / OfficeHoursADay)),
            new("Make the tool", hours / _job.Norm("tool.hoursADay")),
        ];
        if (IsHardened)
            steps.Add(new LeadStep("Harden, grind, fit again", HardeningDays));
        steps.Add(
            new LeadStep(
                "Fit, try out, correct",
                hours * _job.Norm("tool.fitShare") / _job.Norm("tool.hoursADay") + _job.Norm("tool.trials")
            )
        );
        return steps;
    }

    public CostBook AddTo(CostBook book)
    {
        foreach (var (name, hours) in _work)
            book.Add(ChargedOn.Tool, name, hours, "labour.toolmaker");
        book.Add(ChargedOn.Tool, "Program the cutter paths", Amount.Of(_job.Rate("tool.cam")), "labour.engineer")
            .Add(ChargedOn.Tool, "Tool design", Share("tool.designShare", Hours), "labour.engineer")
            .Add(ChargedOn.Tool, "Fit and try out", Share("tool.fitShare", Hours), "labour.toolmaker");
        if (IsHardened)
            book.Add(ChargedOn.Tool, "Harden, and grind what moved", Share("tool.hardeningShare", Hours), "labour.toolmaker");
        return book.Add(ChargedOn.Tool, "Blocks", BlockKg(), $"tool.{_metal}.price")
            .AddPrice(ChargedOn.Tool, "Mold base", $"tool.{_metal}.base", Math.Pow(_cavities, 0.4))
            .Add(ChargedOn.Tool, "Sampling rounds", Amount.Of(_job.Rate("tool.trials")), "tool.trialPrice");
    }

    private Reference.Rate Norm(string name) => _job.Rate($"tool.{_metal}.{name}");

    private Amount Share(string key, ThreePoint hours) =>
        new(_job.Norm(key) * hours, "h", "share × tool hours", _job.Rate(key).AsInput(), new WorkInput("tool hours", hours, "h"));

    private Amount Roughing() =>
        new(
            _job.Part.BoxCm3 * CavityFactor / Norm("roughing").Value,
            "h",
            "box of the part × cavities^0.7 ÷ removal rate",
            new WorkInput("box of the part", _job.Part.BoxCm3, "cm³", "part"),
            new WorkInput("cavities", _cavities, ""),
            Norm("roughing").AsInput()
        );

    /// <summary>
    /// Passes a scallop apart over the part's whole surface, stepover = 2·√(2·r·s − s²), and half as many again for what a ball does not
    /// reach.
    /// </summary>
    private Amount Finishing()
    {
        var stepover = Scallop.StepoverMm(_job.Norm("tool.ballRadius").Likely, Norm("scallop").Value.Likely);
        var times = _job.Rate("tool.finishTimes");
        return new Amount(
            times.Value * (_job.Part.AreaCm2 * 100 / (stepover * 60) * CavityFactor) / Norm("feed").Value,
            "h",
            "surface ÷ (stepover × feed) × cavities^0.7 × semi-finishing and corners, stepover = 2·√(2·r·s − s²)",
            new WorkInput("surface", _job.Part.AreaCm2, "cm²", "part"),
            new WorkInput("stepover", stepover, "mm"),
            Norm("scallop").AsInput(),
            _job.Rate("tool.ballRadius").AsInput(),
            Norm("feed").AsInput(),
            times.AsInput(),
            new WorkInput("cavities", _cavities, "")
        );
    }

    private IEnumerable<(string, Amount)> Slides()
    {
        // A soft part strips off what a hard one hangs on.
        var count = Gates.Stretches(_job) ? 0 : _job.Part.UndercutRegions;
        if (count > 0)
            yield return ("Slides for undercuts", Amount.Of(_job.Rate("tool.slide"), count * CavityFactor, "slides × cavities^0.7"));
    }

    private IEnumerable<(string, Amount)> Lettering()
    {
        if (_job.Brief.Lettering)
            yield return ("Sink the lettering, mirrored", Amount.Of(_job.Rate("tool.lettering"), CavityFactor, "cavities^0.7"));
    }

    private IEnumerable<(string, Amount)> Polish()
    {
        if (_job.Brief.ShowSide == Briefs.Finish.AsTooled)
            yield break;
        var key = _job.Brief.ShowSide switch
        {
            Briefs.Finish.Gloss => "tool.polishGloss",
            Briefs.Finish.Texture => "tool.texture",
            _ => "tool.polishMatt",
        };
        yield return (
            "Finish the show side of the cavity",
            Amount.Of(_job.Rate(key), _job.Part.ShowAreaDm2 * CavityFactor, "show side × cavities^0.7")
        );
    }

    private Amount BlockKg()
    {
        double[] sides = [_job.Part.LengthMm, _job.Part.WidthMm, _job.Part.HeightMm];
        Array.Sort(sides);
        var cm3 = (sides[2] + 2 * SideMm) * (sides[1] + 2 * SideMm) * (sides[0] + 2 * BackMm) / 1000 * _cavities;
        return new Amount(
            Norm("density").Value * (cm3 / 1000),
            "kg",
            "blocks × density ÷ 1000",
            new WorkInput("blocks: part box + 30 mm each side, 35 mm behind", cm3, "cm³"),
            Norm("density").AsInput()
        );
    }
}
