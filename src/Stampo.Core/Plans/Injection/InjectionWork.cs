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
    private readonly Worksheet _sheet = new();

    public InjectionWork(Job job, InjectionMethod method, InjectionChoices choices, OffTheMesh mesh, double quantity)
    {
        var cavities = method.Cavities;
        Tool = new MetalTool(job, method.Metal, cavities);
        var partMm = mesh.Shape?.SizeMm ?? [job.Part.LongestMm, job.Part.MiddleMm, job.Part.ShortestMm];
        var inCavity = mesh.Shape?.PartingMm ?? partMm[2];
        var laid = new LaidTool(_sheet, job, method.Metal, cavities, partMm, inCavity, choices.Water);
        var (feed, runnerG) = Feed.Of(_sheet, job, choices.Gates.Kind, mesh.Gates, mesh.AreProposed, laid.Figures);
        var settings = new Settings(_sheet, job, cavities, feed, runnerG, mesh.Filled?.Figures, choices.Water);
        var cutters = MetalTool.Cutters(job, method.Metal);
        var sparked = mesh.Shape?.Sparked(cutters) ?? [];
        var pins = Ejection.Pins(_sheet, job, mesh.Shape, choices.Ejectors.DiameterMm);
        foreach (var (_, hours) in Tool.Works)
            _sheet.Show(hours);
        Runs = new PressRuns(_sheet, job, choices.Order, quantity, settings.Sheet.CycleS, cavities);
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
            SideBySide.Of(_sheet, job, method, tools, Runs.Parts, Math.Max(1, mesh.Gates.Count), feed.RunnerG),
            SideBySide.HotFrom(_sheet, job, cavities, Math.Max(1, mesh.Gates.Count), feed.RunnerG),
            [.. SteelSafe.Of(job, mesh.Shape)],
            Runs.Count
        );
        Plan = new WorkPlan(
            Head(job),
            new OrderedWork(Runs.Parts, Runs.Count, 1, Runs.RunParts, "Run", "Tool")
            {
                PartKind = job.PartKind,
                Cavities = cavities,
                LifeShots = tool?.LifeShots,
                Rates = new LearnedRates("inject.yield", $"tool.{method.Metal}.life", job.Norm($"tool.{method.Metal}.life")),
            },
            [],
            null,
            WorkPlan.DateFor(job, Runs.Parts),
            null,
            [new Purchase(job.Material.Name, Runs.PlasticKg.Value.Likely, "kg", [], "plasticKg")],
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

    public PressRuns Runs { get; }

    public WorkPlan Plan { get; }

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
