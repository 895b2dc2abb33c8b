using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>What was asked of the mesh for an injection tool; all null for a declared part.</summary>
internal sealed record OffTheMesh(ToolShape? Shape, IReadOnlyList<PlacedGate> Gates, bool AreProposed, FilledPart? Filled);

/// <summary>Tool, process, presses and runs from part, brief and choices.</summary>
internal sealed class InjectionWork
{
    private const double Friction = 0.3,
        HotShare = 1.0 / 3,
        RigidPinMpa = 10,
        SoftPinMpa = 1;

    private const int LeastPins = 4;

    private readonly Worksheet _sheet = new();

    public InjectionWork(Job job, InjectionMethod method, InjectionChoices choices, OffTheMesh mesh, double quantity)
    {
        var parts = choices.Order.Parts ?? (int)Math.Ceiling(quantity);
        var cavities = method.Cavities;
        Tool = new MetalTool(job, method.Metal, cavities);
        var partMm = mesh.Shape?.SizeMm ?? [job.Part.LongestMm, job.Part.MiddleMm, job.Part.ShortestMm];
        var inCavity = mesh.Shape?.PartingMm ?? partMm[2];
        var laid = new LaidTool(_sheet, job, method.Metal, cavities, partMm, inCavity, choices.Water);
        var (feed, runnerG) = Feed.Of(_sheet, job, choices.Gates.Kind, mesh.Gates, mesh.AreProposed, laid.Figures);
        var settings = new Settings(_sheet, job, cavities, feed, runnerG, mesh.Filled?.Figures, choices.Water);
        var cutters = MetalTool.Cutters(job, method.Metal);
        var sparked = mesh.Shape?.Sparked(cutters) ?? [];
        var pins = Pins(job, mesh.Shape, choices.Ejectors.DiameterMm);
        foreach (var (_, hours) in Tool.Works)
            _sheet.Show(hours);
        var yield = job.Figure("inject.yield").Likely;
        var run = Math.Min(choices.Order.RunParts ?? (int)job.Norm("inject.run").Likely, (int)Math.Ceiling(parts / yield.Value.Likely));
        var runs = _sheet.Line(
            "runs",
            "Runs on the press",
            Term.Ceiling(
                Figure.Given("parts", parts, "parts", "plan/order.parts")
                    / (yield * Figure.Given("parts of a run", run, "parts", "plan/order.runParts"))
            ),
            "",
            "good parts ÷ share of good ÷ parts of a run, the next whole one"
        );
        RunParts = run;
        RunH = _sheet.Line(
            "runH",
            "A run on the press",
            Figure.Given("parts of a run", run, "", "plan/order.runParts")
                * Figure.Given("cycle", settings.Sheet.CycleS, "s", null)
                / JobFigures.Cavities(cavities),
            "h",
            "cycles of all its shots"
        );
        var plasticKg = _sheet.Line(
            "plasticKg",
            "Plastic to have",
            runs * Figure.Given("parts of a run", run, "", "plan/order.runParts") * PressCycle.PlasticKg(job),
            "kg",
            "parts with runner and purge"
        );
        var tools = method.Tools(job);
        var tool = tools.FirstOrDefault(t => t.Metal == method.Metal && t.Cavities == cavities);
        Figures = new InjectionFigures(
            job.Material,
            method.Metal,
            cavities,
            mesh.Shape,
            cutters,
            sparked,
            laid.Figures,
            feed,
            mesh.Filled?.Figures,
            pins,
            job.Material.Melt is { VentLowMm: { } low, VentHighMm: { } high } ? [low, high] : null,
            settings.Sheet,
            PressFits.Of(job, laid.Figures, settings.Sheet),
            Changes.Of(_sheet, job, Tool, cavities),
            SideBySide.Of(_sheet, job, method, tools, parts, Math.Max(1, mesh.Gates.Count), feed.RunnerG),
            SideBySide.HotFrom(_sheet, job, cavities, Math.Max(1, mesh.Gates.Count), feed.RunnerG),
            [.. SteelSafe.Of(job, mesh.Shape)],
            (int)runs.Value.Likely
        );
        Plan = new WorkPlan(
            Head(job),
            new OrderedWork(parts, (int)runs.Value.Likely, 1, run, "Run", "Tool")
            {
                PartKind = job.PartKind,
                Cavities = cavities,
                LifeShots = tool?.LifeShots,
                Rates = new LearnedRates("inject.yield", $"tool.{method.Metal}.life", job.Norm($"tool.{method.Metal}.life")),
            },
            [],
            null,
            WorkPlan.DateFor(job, parts),
            null,
            [new Purchase(job.Material.Name, plasticKg.Value.Likely, "kg", [], "plasticKg")],
            [],
            InjectionFindings.At(job, Figures, mesh, laid, choices),
            [],
            [.. Facts(job)],
            _sheet.Lines,
            Figures
        );
    }

    public MetalTool Tool { get; }

    public InjectionFigures Figures { get; }

    public int RunParts { get; }

    public Figure RunH { get; }

    public WorkPlan Plan { get; }

    /// <summary>
    /// The part shrinks onto its core: contact pressure = hot modulus × shrink × wall ÷ half its width, force = friction × that × what
    /// grips;
    /// pins press no harder than the hot plastic bears.
    /// </summary>
    private int Pins(Job job, ToolShape? shape, double diameterMm)
    {
        if (shape is null || job.Material.ModulusMpa is not { } modulus)
            return LeastPins;
        var grip = Figure.Given("walls of the core", shape.GripCm2, "cm²", "part");
        var hot = Figure.Given("modulus, hot: a third of cold", HotShare * modulus, "MPa", "plan/plastic.materialId");
        var shrink = Figure.Given("shrink", job.Material.ShrinkPct.Likely / 100, "", "plan/process.shrinkPct");
        var slim =
            Figure.Given("wall", job.Part.WallMm, "mm", "part/nominalWallMm") / Figure.Given("half its width", shape.SizeMm[1] / 2, "mm");
        var force = _sheet.Line(
            "ejectN",
            "Force to push it off",
            Friction * hot * shrink * slim * grip,
            "N",
            "friction × shrink stress × area"
        );
        var pin = Math.PI / 4 * Figure.Given("pin", diameterMm, "mm", "plan/ejectors.diameterMm").Pow(2);
        var bears = Figure.Given("the hot plastic bears", job.Stretches ? SoftPinMpa : RigidPinMpa, "MPa");
        var pins = _sheet.Line(
            "pins",
            "Ejector pins, a part",
            Term.Max(LeastPins, Term.Ceiling(force / (pin * bears))),
            "",
            "force ÷ what a pin may press; four at least"
        );
        return (int)pins.Value.Likely;
    }

    private List<HeadFigure> Head(Job job) =>
        [
            new(Figures.Process.CycleS, "s", $"a cycle; {Text.Number(Figures.Process.PartsPerH, 3)} parts an hour", "cycle"),
            new(
                Figures.Layout.WeightKg,
                "kg",
                $"the tool, {Text.Sides([Figures.Layout.PlateLongMm, Figures.Layout.PlateWideMm, Figures.Layout.HighMm], 3)}, "
                    + Text.Count(Figures.CavityCount, "cavity", "cavities"),
                "toolKg"
            ),
            new(
                Figures.Changes[0].Euros.Likely,
                "€",
                $"a change that takes metal off; {Text.Euros(Figures.Changes[2].Euros.Likely)} one that puts it on",
                Figures.Changes[0].Line
            ),
        ];

    private IEnumerable<string> Facts(Job job)
    {
        var process = Figures.Process;
        yield return $"{job.Material.Name}; melt {Text.Number(process.MeltC)} °C, mold {Text.Number(process.MoldC)} °C; dried: "
            + $"{process.Drying ?? "see the data sheet"}.";
        yield return $"Shot {Text.Number(process.ShotG, 3)} g, cycle {Text.Number(process.CycleS, 2)} s, clamp "
            + $"{Text.Number(process.ClampKn, 3)} kN.";
        yield return $"Tool {Text.Sides([Figures.Layout.PlateLongMm, Figures.Layout.PlateWideMm, Figures.Layout.HighMm], 3)}, "
            + $"{Text.Number(Figures.Layout.WeightKg, 3)} kg: lifting gear and crane rated for it.";
    }
}
