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

    /// <summary>
    /// Sparking, cooling and programs grow with what a cavity shapes, by its surface and how deep it is, above the hand-sized housing that
    /// the norms are stated for.
    /// </summary>
    private double SizeFactor =>
        Math.Max(1, Math.Pow(_job.Part.AreaCm2 / UsualCm2, 0.5) * Math.Pow(Math.Max(1, _job.Part.ShortestMm / UsualDeepMm), 0.4));

    private const double UsualCm2 = 450,
        UsualDeepMm = 35;

    private readonly (string Name, Amount Hours)[] _work;

    /// <param name="job">Part, brief, norms.</param>
    /// <param name="metal">Its norms by name.</param>
    /// <param name="cavities">How many.</param>
    /// <param name="isHeated">
    /// A rubber tool: heated plates of the press cool and warm it, parts are stripped by hand, corners are rounded, round cavities turned.
    /// </param>
    public MetalTool(Job job, string metal, int cavities, bool isHeated = false)
    {
        (_job, _metal, _cavities) = (job, metal, cavities);
        _work = isHeated ? [.. Heated()] : [.. Cooled()];
        Hours = _work.Aggregate((ThreePoint)0, (sum, w) => sum + w.Hours.Value);
    }

    private IEnumerable<(string, Amount)> Heated()
    {
        yield return ("Square the blocks, fit the base", Amount.Of(_job.Rate("tool.fitBase")));
        if (IsRound)
            yield return ("Turn the cavities", Amount.Of(_job.Rate("rubber.turn"), CavityFactor, "cavities^0.7"));
        else
        {
            yield return ("Rough the cavity and core", Roughing());
            yield return ("Finish the cavity and core", Finishing());
        }

        foreach (var work in (IEnumerable<(string, Amount)>)[.. Slides(), .. Lettering(), .. Polish()])
            yield return work;
    }

    /// <summary>As long as it is wide, and its shadow a circle: it is turned, not milled.</summary>
    private bool IsRound
    {
        get
        {
            double[] sides = [_job.Part.LengthMm, _job.Part.WidthMm, _job.Part.HeightMm];
            return sides
                .SelectMany((a, i) => sides.Skip(i + 1).Select(b => (A: a, B: b)))
                .Any(p =>
                    Math.Abs(p.A - p.B) < RoundWithin * Math.Max(p.A, p.B)
                    && Math.Abs(_job.Part.PartingCm2 * 100 / (Math.PI / 4 * p.A * p.B) - 1) < RoundArea
                );
        }
    }

    private const double RoundWithin = 0.03,
        RoundArea = 0.06;

    private IEnumerable<(string, Amount)> Cooled()
    {
        var job = _job;
        return
        [
            ("Square the blocks, fit the base", Amount.Of(job.Rate("tool.fitBase"))),
            ("Rough the cavity and core", Roughing()),
            ("Finish the cavity and core", Finishing()),
            ("Spark-erode corners and ribs", Amount.Of(Norm("edm"), CavityFactor * SizeFactor, "cavities^0.7 × size")),
            ("Cooling", Amount.Of(job.Rate("tool.cooling"), CavityFactor * SizeFactor, "cavities^0.7 × size")),
            (
                "Ejection",
                Amount.Of(job.Rate("tool.ejection"), Math.Sqrt(job.Part.FootprintCm2) * CavityFactor, "√footprint × cavities^0.7")
            ),
            .. Slides(),
            .. Lettering(),
            .. Polish(),
        ];
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
        book.Add(ChargedOn.Tool, "Program the cutter paths", Amount.Of(_job.Rate("tool.cam"), SizeFactor, "size"), "labour.engineer")
            .Add(ChargedOn.Tool, "Tool design", Share("tool.designShare", Hours), "labour.engineer")
            .Add(ChargedOn.Tool, "Fit and try out", Share("tool.fitShare", Hours), "labour.toolmaker");
        if (IsHardened)
            book.Add(ChargedOn.Tool, "Harden, and grind what moved", Share("tool.hardeningShare", Hours), "labour.toolmaker");
        return book.Add(ChargedOn.Tool, "Blocks", BlockKg(), $"tool.{_metal}.price")
            .Add(ChargedOn.Tool, "Mold base", Base(), $"tool.{_metal}.base")
            .Add(ChargedOn.Tool, "Sampling rounds", Amount.Of(_job.Rate("tool.trials")), "tool.trialPrice");
    }

    /// <summary>
    /// Mold bases go by their plate: price of one of 400 cm² × (plate ÷ 400 cm²)^1.1. The plate is the cavities laid out with what stands
    /// around them, guide pins and screws.
    /// </summary>
    private Amount Base()
    {
        var (longMm, wideMm) = PlateMm();
        var cm2 = longMm * wideMm / 100;
        return new Amount(
            Math.Pow(cm2 / BaseCm2, BaseGrows),
            "×",
            "(plate ÷ 400 cm²)^1.1",
            new WorkInput("plate: cavities laid out and 55 mm all round", cm2, "cm²", "part"),
            new WorkInput("cavities", _cavities, "")
        );
    }

    /// <summary>Cavities beside each other, as square as they come, a wall apart.</summary>
    private (double LongMm, double WideMm) PlateMm()
    {
        double[] sides = [_job.Part.LengthMm, _job.Part.WidthMm, _job.Part.HeightMm];
        Array.Sort(sides);
        var (length, width) = (sides[2], sides[1]);
        var across = Math.Max(1, (int)Math.Round(Math.Sqrt(_cavities * length / width)));
        var along = (int)Math.Ceiling((double)_cavities / across);
        var wall = Math.Max(BetweenMm, 0.8 * sides[0]);
        return (along * length + (along - 1) * wall + 2 * AroundMm, across * width + (across - 1) * wall + 2 * AroundMm);
    }

    private const double BaseCm2 = 400,
        BaseGrows = 1.1,
        AroundMm = 55,
        BetweenMm = 25;

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
            Amount.Of(
                _job.Rate(key),
                FinishedArea.Counts(_job.Part.ShowAreaDm2) * CavityFactor,
                $"{(_job.Part.ShowAreaDm2 > 1 ? "show side^0.65" : "show side")} × cavities^0.7"
            )
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
