using Stampo.Core.Plans;
using Stampo.Core.Plans.Operations;
using Stampo.Core.Working;
using Stampo.Server.Part;
using Stampo.Server.Projects;

namespace Stampo.Server.Plan;

/// <summary>A line of the traveller, with every unit in words.</summary>
public sealed record TravellerRow(int Number, string Stage, string When, string Operation, string Detail, string Weigh, string Needs, double HandsMin, double WaitMin, string Relations, string Checks, string Cautions);

/// <summary>The sheet that goes with the work: one shot's operations with their first dates, and a box for every shot.</summary>
public sealed record Traveller(string ProjectId, string Project, string Revision, string Route, DateOnly On, IReadOnlyList<string> Facts, IReadOnlyList<TravellerRow> Rows, int Shots, IReadOnlyList<string> Cautions, string Deference);

public sealed class Travellers(Plans plans, ProjectStore projects, Hosting.StepStore steps, TimeProvider clock)
{
    public async Task<Traveller> OfAsync(PlanAt at, CancellationToken cancel)
    {
        var (whole, answer) = await plans.NeededAsync(at, cancel);
        return await OfAsync(at.Id, whole, answer, cancel);
    }

    private async Task<Traveller> OfAsync(string projectId, PlanAnswer whole, CastingPlanAnswer answer, CancellationToken cancel)
    {
        var project = await projects.FindAsync(projectId, cancel);
        var part = (await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        var titles = answer.Cautions.ToDictionary(c => c.Id, c => c.Title);
        var first = answer.Schedule!.Slots.GroupBy(s => s.OperationId).ToDictionary(g => g.Key, g => g.First());
        var rows = answer.Operations.Select((o, i) => new TravellerRow(i + 1, o.Stage.ToString(), first.TryGetValue(o.Id, out var slot) ? $"{slot.Start:ddd d MMM HH:mm}" : "", o.Name, o.Detail ?? "",
            string.Join("; ", o.Weigh.Select(w => $"{w.What} {Grams(w.Grams)} g")), string.Join(", ", o.Needs.Select(n => n.ToString().ToLowerInvariant())), Math.Round(o.HandsMin, 1), Math.Round(o.WaitMin, 1),
            string.Join("; ", o.Relations.Select(r => r.Says)), string.Join("; ", o.Checks), string.Join(", ", o.Cautions.Select(c => titles[c])))).ToList();
        return new Traveller(project.Id, project.Name, project.Revision, whole.Route!.Name, DateOnly.FromDateTime(clock.GetLocalNow().DateTime), [.. Facts(whole, answer, part)], rows, Math.Min(answer.Order.Shots, 100),
            [.. answer.Cautions.Select(c => $"{c.Title}: {string.Join(" ", c.Lines)}")], whole.Deference);
    }

    /// <summary>When each operation of each shot falls, for calendars and tables.</summary>
    public async Task<(Traveller Sheet, Schedule Schedule, IReadOnlyDictionary<string, Operation> Operations)> ScheduledAsync(PlanAt at, CancellationToken cancel)
    {
        var (whole, answer) = await plans.NeededAsync(at, cancel);
        return (await OfAsync(at.Id, whole, answer, cancel), answer.Schedule!, answer.Operations.ToDictionary(o => o.Id));
    }

    private static IEnumerable<string> Facts(PlanAnswer whole, CastingPlanAnswer answer, StoredPart part)
    {
        var resin = whole.Resins.FirstOrDefault(r => r.Id == whole.Plan!.Value.Pour.MaterialId)?.Name;
        yield return $"{Text.Number(answer.Order.Parts, 9)} good parts, {Text.Count(answer.Order.Shots, "shot")} of {Text.Count(whole.Plan!.Value.Pour.Count, "cavity", "cavities")}; {resin}, {Text.Number(answer.Order.ResinKg, 3)} kg in all.";
        if (answer.Silicone is { } silicone)
            yield return $"Silicone {whole.Silicones.FirstOrDefault(s => s.Id == whole.Plan.Value.Silicone.SupplyId)?.Name}: {Grams(silicone.Mold.MassG)} g; box inside {Text.Sides(silicone.Mold.BoxMm)}; block {Text.Number(silicone.Mold.BlockKg, 2)} kg.";
        yield return $"First part {answer.Schedule!.FirstPart:ddd d MMM HH:mm}, last part {answer.Schedule.LastPart:ddd d MMM}, full properties {answer.Schedule.FullCure:ddd d MMM}.{(answer.WantedBy is { } date ? $" Wanted by {date:ddd d MMM}." : "")}";
        if (part.FileName is { } file)
            yield return $"Part from {file}, {Text.Number((part.Report?.VolumeMm3 ?? 0) / 1000, 4)} cm³.";
    }

    private static string Grams(double grams) => grams.ToString(grams < 1000 ? "0.0" : "0", System.Globalization.CultureInfo.InvariantCulture);
}
