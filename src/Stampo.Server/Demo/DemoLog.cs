using System.Text.Json.Nodes;
using NodaTime;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Log.Shelf;
using Stampo.Server.Bench;
using Stampo.Server.Hosting;
using Stampo.Server.Log;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Demo;

/// <summary>What the demo's shelf and inspection hold.</summary>
public sealed record DemoLogFile(IReadOnlyList<DemoToolAct> Tools, IReadOnlyList<DemoInspection> Inspections);

/// <summary>An act of a tool, without its id, so many days ago.</summary>
public sealed record DemoToolAct(string Project, string? Stretch, int Tool, double DaysAgo, JsonObject Act);

/// <summary>What is looked at on a part, and what was measured.</summary>
public sealed record DemoInspection(
    string Project,
    string? Stretch,
    IReadOnlyList<InspectionItem> Items,
    IReadOnlyList<DemoSeries> Measured,
    IReadOnlyList<DemoDisposed> Decided
);

/// <summary>Values of an item at shots, in the order of the shots; a hardness has five readings each.</summary>
public sealed record DemoSeries(
    string Item,
    string By,
    double DaysAgo,
    IReadOnlyList<int> Shots,
    IReadOnlyList<double> Values,
    IReadOnlyList<IReadOnlyList<double>>? Readings = null
);

/// <summary>What was decided of a value out of its limits.</summary>
public sealed record DemoDisposed(string Item, int Shot, Disposition What, string By, string Note);

/// <summary>Lays the log of the demo in, through the same doors as the page.</summary>
public sealed class DemoLog(Plans plans, StepStore steps, ToolBooks books, Measurements measurements, TimeProvider clock)
{
    public async Task LayInAsync(DemoLogFile log, IReadOnlyDictionary<string, string> projects, CancellationToken cancel)
    {
        foreach (var act in log.Tools)
        {
            var step = await StepAsync(projects[act.Project], act.Stretch, cancel);
            act.Act["id"] = NewId();
            await books.AddAsync(
                new ToolKey(projects[act.Project], step, act.Tool),
                Json.Read<ToolAct>(act.Act.ToJsonString()),
                book => ToolFold.Of("", [], book),
                cancel,
                Ago(act.DaysAgo)
            );
        }

        foreach (var inspection in log.Inspections)
            await LayInAsync(inspection, projects[inspection.Project], cancel);
    }

    private async Task LayInAsync(DemoInspection demo, string projectId, CancellationToken cancel)
    {
        var of = new OfPlan(projectId, await StepAsync(projectId, demo.Stretch, cancel));
        var plan = new InspectionPlan(demo.Items).Checked();
        await steps.SaveAsync(projectId, Inspections.DocumentOf(of.Plan), new Save<InspectionPlan>(plan, 0), InspectionPlan.Empty, cancel);
        var ids = new Dictionary<(string, int), string>();
        foreach (var series in demo.Measured)
        {
            var entries = series.Shots.Select((shot, i) => EntryOf(series, shot, i)).ToList();
            foreach (var entry in entries)
                ids[(entry.Item, entry.Shot)] = entry.Id;
            await measurements.AddAsync(of, plan, entries, cancel, Ago(series.DaysAgo));
        }

        foreach (var decision in demo.Decided)
            await measurements.DecideAsync(
                of,
                new Disposed(NewId(), ids[(decision.Item, decision.Shot)], decision.What, decision.By, decision.Note),
                cancel
            );
    }

    private static Entry EntryOf(DemoSeries series, int shot, int at) =>
        series.Readings is { } readings
            ? new Entry(NewId(), series.Item, shot, 1, null, series.By, "durometer", readings[at])
            : new Entry(NewId(), series.Item, shot, 1, series.Values[at], series.By, "calliper");

    private async Task<string> StepAsync(string projectId, string? stretch, CancellationToken cancel) =>
        (await plans.OfAsync(new PlanAt(projectId, stretch), cancel)).Step ?? Plans.EarlierStep;

    private Instant Ago(double days) => clock.Now() - Duration.FromDays(days);

    private static string NewId() => Guid.NewGuid().ToString("n");
}
