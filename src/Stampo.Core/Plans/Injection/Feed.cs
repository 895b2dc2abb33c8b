using Stampo.Core.Jobs;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>
/// Sprue, runner and gates by the wall they feed. Runner mm = √(g through it) · mm^¼ ÷ 3.7, 4 to 8 as usual; an edge gate 0.65 of the wall
/// and three times as wide; pins and tunnels 0.8 to 2 mm; engineering handbooks.
/// </summary>
internal static class Feed
{
    private const double RunnerDivisor = 3.7,
        LeastRunnerMm = 4,
        MostRunnerMm = 8,
        EdgeShare = 0.65,
        EdgeTimesWide = 3,
        LandMm = 0.75,
        LeastPinMm = 0.8,
        MostPinMm = 2,
        SprueMm = 3.5,
        SprueTaperDeg = 3;

    private const string Rule = "sizing of runners and gates, engineering handbooks";

    public static (FeedFigures Figures, Figure RunnerG) Of(
        Worksheet sheet,
        Job job,
        GateKind kind,
        IReadOnlyList<PlacedGate> gates,
        bool isProposed,
        ToolLayout layout
    )
    {
        var wall = Figure.Given("wall", job.Part.WallMm, "mm", "part/nominalWallMm");
        var thick = kind switch
        {
            GateKind.Edge => sheet.Line("gateMm", "Gate, thick", EdgeShare * wall, "mm", Rule),
            GateKind.Sprue => sheet.Line("gateMm", "Sprue at the part", Term.Of(SprueMm, "mm") + Taper(layout), "mm", Rule),
            _ => sheet.Line(
                "gateMm",
                "Gate, diameter",
                Term.Min(Term.Of(MostPinMm, "mm"), Term.Max(Term.Of(LeastPinMm, "mm"), 0.6 * wall)),
                "mm",
                Rule
            ),
        };
        var (runner, grams) = Runner(sheet, job, kind, gates.Count, layout);
        return (
            new FeedFigures(
                gates,
                isProposed,
                thick.Value.Likely,
                kind == GateKind.Edge ? EdgeTimesWide * thick.Value.Likely : null,
                LandMm,
                runner,
                kind == GateKind.Hot ? 0 : SprueMm,
                grams.Value.Likely,
                Vestige(kind)
            ),
            grams
        );
    }

    private static Term Taper(ToolLayout layout) =>
        2 * Figure.Given("taper of the sprue", Math.Tan(SprueTaperDeg * Math.PI / 180), "", null) * SprueLong(layout);

    private static Figure SprueLong(ToolLayout layout) =>
        Figure.Given("sprue", layout.Plates[0].ThickMm + layout.Plates[1].ThickMm - layout.InCavityMm, "mm");

    private static (double RunnerMm, Figure Grams) Runner(Worksheet sheet, Job job, GateKind kind, int gates, ToolLayout layout)
    {
        if (kind == GateKind.Hot)
            return (0, sheet.Line("runnerG", "Runner of a shot", Figure.Given("heated runner", 0, "g") * 1, "g", Rule));
        var density = Figure.Given("density", job.Material.DensityGPerCm3, "g/cm³", "plan/plastic.materialId");
        var small = Figure.Given("sprue, small end", SprueMm, "mm");
        var mean = small + Taper(layout) / 2;
        var sprue = Math.PI / 4 * mean.Pow(2) * SprueLong(layout) * density;
        var farMm = FarMm(layout);
        if (kind == GateKind.Sprue && layout.Cavities.Length == 2 && gates == 1)
            return (0, sheet.Line("runnerG", "Sprue of a shot", sprue, "g", Rule));
        // Grams and millimetres go into the rule as bare numbers.
        var through = Figure.Given("g through it", job.Part.VolumeCm3 * job.Material.DensityGPerCm3, "");
        var runner = sheet.Line(
            "runnerMm",
            "Runner, diameter",
            Term.Min(
                Term.Of(MostRunnerMm, "mm"),
                Term.Max(
                    Term.Of(LeastRunnerMm, "mm"),
                    Term.Sqrt(through) * Figure.Given("mm long", farMm, "").Pow(0.25) / RunnerDivisor * Term.Of(1, "mm")
                )
            ),
            "mm",
            Rule
        );
        var branches = JobFigures.Count("branches", layout.Cavities.Length / 2 * gates);
        var all = sprue + Math.PI / 4 * runner.Pow(2) * Figure.Given("each long", farMm, "mm") * branches * density;
        return (runner.Value.Likely, sheet.Line("runnerG", "Sprue and runner of a shot", all, "g", Rule));
    }

    /// <summary>From the sprue in the middle to the side of the farthest cavity; to the side of the only one.</summary>
    private static double FarMm(ToolLayout layout)
    {
        var middles = layout.Cavities.Chunk(2).Select(c => Math.Sqrt(c[0] * c[0] + c[1] * c[1])).Max();
        return middles > 0 ? Math.Max(20, middles - layout.PartMm[1] / 2) : layout.PartMm[1] / 2 + 15;
    }

    private static string Vestige(GateKind kind) =>
        kind switch
        {
            GateKind.Edge => "a cut line at the edge, ±0.2 mm",
            GateKind.Tunnel => "a torn dot under the edge, to 0.2 mm",
            GateKind.Pin => "a dot on the face, to 0.3 mm: in a dimple, if it may not stand out",
            GateKind.Sprue => "a cut and dressed stub on the face",
            _ => "a dot on the face, to 0.2 mm",
        };
}
