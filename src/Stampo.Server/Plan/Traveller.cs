using Stampo.Core.Planning;
using Stampo.Core.Wording;
using Stampo.Server.Part;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Plan;

/// <summary>A line of the traveller, with every unit in words.</summary>
public sealed record TravellerRow(
    int Number,
    string When,
    string Operation,
    string Detail,
    IReadOnlyList<string> Weigh,
    string Needs,
    double HandsMin,
    double WaitMin,
    IReadOnlyList<string> Lags,
    IReadOnlyList<string> Asks,
    IReadOnlyList<string> Cautions
);

/// <summary>The sheet that goes with the work: one shot's operations with their first dates, and a box for every shot.</summary>
public sealed record Traveller(
    string ProjectId,
    string Project,
    string Revision,
    string Route,
    DateOnly On,
    IReadOnlyList<string> Facts,
    IReadOnlyList<TravellerRow> Rows,
    int Shots,
    string ShotsName,
    IReadOnlyList<string> Cautions,
    string Deference
);

public sealed class Travellers(Plans plans, ProjectStore projects, StepStore steps, TimeProvider clock)
{
    public async Task<Traveller> OfAsync(PlanAt at, CancellationToken cancel)
    {
        return (await PlannedAsync(at, cancel)).Sheet;
    }

    private async Task<Traveller> OfAsync(string projectId, PlanAnswer whole, WorkPlan answer, CancellationToken cancel)
    {
        var project = await projects.FindAsync(projectId, cancel);
        var part = (await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel)).Value;
        var titles = answer.Cautions.ToDictionary(c => c.Id, c => c.Title);
        var first = answer.Schedule!.Slots.GroupBy(s => s.OperationId).ToDictionary(g => g.Key, g => g.First());
        var rows = answer
            .Operations.Select(
                (o, i) => Row(i + 1, o, first.TryGetValue(o.Id, out var slot) ? $"{slot.Start:ddd d MMM HH:mm}" : "", titles)
            )
            .ToList();
        return new Traveller(
            project.Id,
            project.Name,
            project.Revision,
            whole.Route!.Name,
            clock.Today(),
            [.. Facts(answer, part)],
            rows,
            Math.Min(answer.Order.Shots, MostBoxes),
            $"{answer.Order.ShotName}s",
            [.. answer.Cautions.Select(c => $"{c.Title}: {string.Join(" ", c.Lines)}")],
            whole.Deference
        );
    }

    private const int MostBoxes = 100;

    private static TravellerRow Row(int number, Operation operation, string when, Dictionary<string, string> titles) =>
        new(
            number,
            when,
            operation.Name,
            operation.Detail ?? "",
            [.. operation.Weighings.Select(w => $"{w.What} {Grams(w.Target!.Value)} g")],
            string.Join(", ", operation.Holds.Select(h => h.Resource)),
            Math.Round(operation.HandsMin, 1),
            Math.Round(operation.WaitMin, 1),
            [.. operation.Lags.Where(l => l.MostMin is not null).Select(l => l.Says).OfType<string>()],
            [.. operation.Asks.Where(a => a.Kind != AskKind.Weigh).Select(Asked)],
            [.. operation.Cautions.Select(c => titles[c])]
        );

    private static string Asked(Ask ask) =>
        ask.Kind switch
        {
            AskKind.Read => $"{ask.What}: {ask.BandSaid()}  ____",
            AskKind.Count or AskKind.Note => $"{ask.What}  ____",
            _ => ask.What,
        };

    /// <summary>With the plan it is of, for calendars.</summary>
    public async Task<(Traveller Sheet, WorkPlan Plan)> PlannedAsync(PlanAt at, CancellationToken cancel)
    {
        var (whole, answer) = await plans.NeededAsync(at, cancel);
        return (await OfAsync(at.Id, whole, answer, cancel), answer);
    }

    private static IEnumerable<string> Facts(WorkPlan answer, StoredPart part)
    {
        foreach (var fact in answer.Facts)
            yield return fact;
        yield return $"First part {answer.Schedule!.FirstPart:ddd d MMM HH:mm}, last part {answer.Schedule.LastPart:ddd d MMM}, full "
            + $"properties {answer.Schedule.Ready:ddd d MMM}.{(answer.WantedBy is { } date ? $" Wanted by {date:ddd d MMM}." : "")}";
        if (part.FileName is { } file)
            yield return $"Part from {file}, {Text.Number((part.Report?.VolumeMm3 ?? 0) / 1000, 4)} cm³.";
    }

    private static string Grams(double grams) =>
        grams.ToString(grams < 1000 ? "0.0" : "0", System.Globalization.CultureInfo.InvariantCulture);
}
