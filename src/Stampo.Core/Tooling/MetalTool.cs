using Stampo.Core.Jobs;
using Stampo.Core.Machining;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tooling;

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

    private Term CavityFactor => JobFigures.Cavities(_cavities).Pow(0.7);

    /// <summary>
    /// Sparking, cooling and programs grow with what a cavity shapes, by its surface and how deep it is, above the hand-sized housing that
    /// the norms are stated for.
    /// </summary>
    private Figure SizeFactor { get; }

    private static Figure SizeOf(Job job) =>
        Term.Max(
                1,
                (job.SurfaceCm2() / Term.Of(UsualCm2, "cm²")).Pow(0.5)
                    * Term.Max(1, Figure.Given("depth", job.Part.ShortestMm, "mm", "part") / Term.Of(UsualDeepMm, "mm")).Pow(0.4)
            )
            .As("toolSize", "Size of the tool", "×", "against the hand-sized housing that the norms are stated for");

    private const double UsualCm2 = 450,
        UsualDeepMm = 35;

    private readonly (string Name, Figure Hours)[] _work;

    /// <param name="job">Part, brief, norms.</param>
    /// <param name="metal">Its norms by name.</param>
    /// <param name="cavities">How many.</param>
    /// <param name="isHeated">
    /// A rubber tool: heated plates of the press cool and warm it, parts are stripped by hand, corners are rounded, round cavities turned.
    /// </param>
    public MetalTool(Job job, string metal, int cavities, bool isHeated = false)
    {
        (_job, _metal, _cavities, SizeFactor) = (job, metal, cavities, SizeOf(job));
        _work =
        [
            .. (isHeated ? Heated() : Cooled()).Select(
                (work, i) => (work.Item1, work.Item2.As($"toolWork{i + 1}", $"{work.Item1}: hours", "h", "norms of the tool room"))
            ),
        ];
        Total = Term.Sum(_work.Select(w => w.Hours)).As("toolHours", "Tool hours", "h", "machines and bench of the tool room");
    }

    private IEnumerable<(string, Term)> Heated()
    {
        yield return ("Square the blocks, fit the base", _job.Figure("tool.fitBase"));
        if (IsRound)
            yield return ("Turn the cavities", _job.Figure("rubber.turn") * CavityFactor);
        else
        {
            yield return ("Rough the cavity and core", Roughing());
            yield return ("Finish the cavity and core", Finishing());
        }

        foreach (var work in (IEnumerable<(string, Term)>)[.. Slides(), .. Lettering(), .. Polish()])
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

    private IEnumerable<(string, Term)> Cooled()
    {
        var job = _job;
        return
        [
            ("Square the blocks, fit the base", job.Figure("tool.fitBase")),
            ("Rough the cavity and core", Roughing()),
            ("Finish the cavity and core", Finishing()),
            Sparking(),
            ("Cooling", job.Figure("tool.cooling") * CavityFactor * SizeFactor),
            (
                "Ejection",
                job.Figure("tool.ejection") * Term.Sqrt(Figure.Given("footprint", job.Part.FootprintCm2, "cm²", "part")) * CavityFactor
            ),
            .. Slides(),
            .. Lettering(),
            .. Polish(),
        ];
    }

    /// <summary>What its cutters go into.</summary>
    public static CutterLimits Cutters(Job job, string metal) => new(job.Norm($"tool.{metal}.slender").Likely, SmallestCutterMm);

    private const double SmallestCutterMm = 1;

    /// <summary>
    /// Electrode by electrode where a plan has read the part's ribs and corners off its mesh; else by the norm for its size.
    /// </summary>
    private (string, Term) Sparking()
    {
        if (_job.Part.FoundOut.OfType<ToolShape>().FirstOrDefault() is not { } shape)
            return ("Spark-erode corners and ribs", Norm("edm") * CavityFactor * SizeFactor);
        var electrodes = shape.Sparked(Cutters(_job, _metal));
        var made = _job.Figure("tool.electrode") * JobFigures.Count("electrodes, off the mesh", electrodes.Count, "part");
        var burnt = Figure.Given("metal sparked out", electrodes.Sum(e => e.VolumeCm3), "cm³", "part") / Norm("burn");
        var finished = Figure.Given("faces sparked", electrodes.Sum(e => e.AreaCm2), "cm²", "part") / _job.Figure("tool.burnFinish");
        return ("Spark-erode corners and ribs, read off the mesh", (made + burnt + finished) * CavityFactor);
    }

    /// <summary>On the machines and the bench of the tool room, without design, programs, fitting and try-out.</summary>
    public ThreePoint Hours => Total.Value;

    private Figure Total { get; }

    /// <summary>Each work on it with its hours.</summary>
    public IReadOnlyList<(string Name, Figure Hours)> Works => _work;

    /// <summary>
    /// One cavity and core with its programs and its fitting, the base left out: what a change to the part costs shares of.
    /// </summary>
    public Figure OneCavity =>
        (
            Term.Sum(_work.Skip(1).Select(w => w.Hours)) / CavityFactor
            + _job.Figure("tool.cam") * SizeFactor
            + _job.Figure("tool.fitShare") * Total / CavityFactor
        ).As("cavityHours", "One cavity and core", "h", "programmed, cut, sparked, cooled, ejected, fitted");

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
        book.Add(ChargedOn.Tool, "Program the cutter paths", _job.Figure("tool.cam") * SizeFactor, "labour.engineer")
            .Add(ChargedOn.Tool, "Tool design", _job.Figure("tool.designShare") * Total, "labour.engineer")
            .Add(ChargedOn.Tool, "Fit and try out", _job.Figure("tool.fitShare") * Total, "labour.toolmaker");
        if (IsHardened)
            book.Add(ChargedOn.Tool, "Harden, and grind what moved", _job.Figure("tool.hardeningShare") * Total, "labour.toolmaker");
        return book.Add(ChargedOn.Tool, "Blocks", BlockKg(), $"tool.{_metal}.price")
            .Add(ChargedOn.Tool, "Mold base", Base(), $"tool.{_metal}.base")
            .Add(ChargedOn.Tool, "Sampling rounds", _job.Figure("tool.trials"), "tool.trialPrice");
    }

    /// <summary>
    /// Mold bases go by their plate: price of one of 400 cm² × (plate ÷ 400 cm²)^1.1. The plate is the cavities laid out with what stands
    /// around them, guide pins and screws.
    /// </summary>
    private Term Base()
    {
        var grid = CavityGrid.Of(_job.Part, _cavities);
        var plate = Figure.Given(
            $"plate: {Text.Count(_cavities, "cavity", "cavities")} and {Text.Number(CavityGrid.AroundMm)} mm all round",
            grid.PlateLongMm * grid.PlateWideMm / 100,
            "cm²",
            "part"
        );
        return (plate / Term.Of(BaseCm2, "cm²")).Pow(BaseGrows);
    }

    private const double BaseCm2 = 400,
        BaseGrows = 1.1;

    private Figure Norm(string name) => _job.Figure($"tool.{_metal}.{name}");

    private Term Roughing() => _job.BoxCm3() * CavityFactor / Norm("roughing");

    /// <summary>
    /// Passes a scallop apart over the part's whole surface, stepover = 2·√(2·r·s − s²), and half as many again for what a ball does not
    /// reach.
    /// </summary>
    private Term Finishing() =>
        _job.SurfaceCm2()
        / (Scallop.Stepover(_job.Figure("tool.ballRadius"), Norm("scallop")) * Norm("feed"))
        * CavityFactor
        * _job.Figure("tool.finishTimes");

    private IEnumerable<(string, Term)> Slides()
    {
        // A soft part strips off what a hard one hangs on.
        var count = _job.Stretches ? 0 : _job.Part.UndercutRegions;
        if (count > 0)
            yield return ("Slides for undercuts", _job.Figure("tool.slide") * JobFigures.Count("slides", count, "part") * CavityFactor);
    }

    private IEnumerable<(string, Term)> Lettering()
    {
        if (_job.Brief.Lettering)
            yield return ("Sink the lettering, mirrored", _job.Figure("tool.lettering") * CavityFactor);
    }

    private IEnumerable<(string, Term)> Polish()
    {
        if (_job.Brief.ShowSide == Briefs.Finish.AsTooled)
            yield break;
        var key = _job.Brief.ShowSide switch
        {
            Briefs.Finish.Gloss => "tool.polishGloss",
            Briefs.Finish.Texture => "tool.texture",
            _ => "tool.polishMatt",
        };
        yield return ("Finish the show side of the cavity", _job.Figure(key) * FinishedArea.Of(_job) * CavityFactor);
    }

    private Term BlockKg()
    {
        double[] sides = [_job.Part.LengthMm, _job.Part.WidthMm, _job.Part.HeightMm];
        Array.Sort(sides);
        var cm3 = (sides[2] + 2 * SideMm) * (sides[1] + 2 * SideMm) * (sides[0] + 2 * BackMm) / 1000 * _cavities;
        return Figure.Given("blocks: part box + 30 mm each side, 35 mm behind", cm3, "cm³") * Norm("density");
    }
}
