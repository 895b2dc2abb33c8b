using NodaTime;
using Stampo.Core.Log;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using Stampo.Server.Plan;
using Stampo.Server.Projects;

namespace Stampo.Server.Log;

/// <summary>A value out of its limits that nobody has decided about.</summary>
public sealed record OpenQuestion(
    string Entry,
    string Item,
    string Name,
    string Unit,
    double? Lower,
    double? Upper,
    int Shot,
    int Cavity,
    double Value,
    string By,
    Instant At
);

/// <summary>How one item stands.</summary>
public sealed record ItemStanding(string Item, int Measured, int Out, int? LastShot);

/// <summary>The inspection of a stretch, or of the part while nothing is decided.</summary>
/// <param name="Stretch">Its id.</param>
/// <param name="Stretches">All of the decision.</param>
/// <param name="Route">It is made by; null while nothing is decided.</param>
/// <param name="Plan">What is looked at.</param>
/// <param name="Standing">By item.</param>
/// <param name="Questions">To be answered, the oldest fifty.</param>
/// <param name="Cavities">A shot has.</param>
/// <param name="Shots">Planned, as many as the order takes.</param>
/// <param name="EveryShots">Of so many, one is measured as a rule.</param>
/// <param name="Tools">Numbers of those that shots were made with.</param>
public sealed record InspectionView(
    string? Stretch,
    IReadOnlyList<PlannedStretch> Stretches,
    RouteCard? Route,
    Versioned<InspectionPlan> Plan,
    IReadOnlyList<ItemStanding> Standing,
    IReadOnlyList<OpenQuestion> Questions,
    int Cavities,
    int Shots,
    int EveryShots,
    IReadOnlyList<int> Tools
);

public sealed record NewEntries(IReadOnlyList<Entry> Entries);

/// <summary>What is looked at on the parts of a stretch, and what was seen.</summary>
public sealed class Inspections(Plans plans, StepStore steps, Measurements measurements, RunHistory history)
{
    private const string Step = "inspection";

    private const int MostAtOnce = 5_000,
        MostQuestions = 50;

    public const int LongestNote = 1_000;

    /// <summary>A stretch, where its plan is kept, and where what is inspected is.</summary>
    public sealed record Where(PlanAnswer Whole, OfPlan Of)
    {
        public string Document => DocumentOf(Of.Plan);
    }

    /// <summary>Where what is looked at on the parts of a plan is kept.</summary>
    public static string DocumentOf(string plan) => $"{Step}{plan[Plans.EarlierStep.Length..]}";

    public async Task<InspectionView> OfAsync(PlanAt at, CancellationToken cancel)
    {
        var where = await WhereAsync(at, cancel);
        var whole = where.Whole;
        var plan = await steps.ReadAsync(at.Id, where.Document, InspectionPlan.Empty, cancel);
        var entries = await measurements.AllAsync(where.Of, cancel);
        var order = whole.Answer?.Order;
        return new InspectionView(
            whole.Stretch,
            whole.Stretches,
            whole.Route,
            plan,
            [.. plan.Value.Items.Select(i => StandingOf(i, entries.GetValueOrDefault(i.Id, [])))],
            await QuestionsAsync(plan.Value, entries, cancel),
            order?.Each ?? 1,
            order?.Shots ?? 0,
            InspectionPlan.EveryFor(order?.Shots ?? 1),
            [.. (await ShotsAsync(where.Of, cancel)).Select(r => r.Piece.Tool).OfType<int>().Distinct().Order()]
        );
    }

    public async Task<InspectionView> SaveAsync(PlanAt at, Save<InspectionPlan> save, CancellationToken cancel)
    {
        var where = await WhereAsync(at, cancel);
        var plan = Check.Given(save.Value, "value").Checked();
        await steps.SaveAsync(at.Id, where.Document, save with { Value = plan }, InspectionPlan.Empty, cancel);
        return await OfAsync(at, cancel);
    }

    public async Task<InspectionView> MoveAsync(PlanAt at, int by, Move from, CancellationToken cancel)
    {
        await steps.MoveAsync<InspectionPlan>(at.Id, (await WhereAsync(at, cancel)).Document, by, from, cancel);
        return await OfAsync(at, cancel);
    }

    public async Task<InspectionView> EnterAsync(PlanAt at, IReadOnlyList<Entry> entries, CancellationToken cancel)
    {
        Check.Between(Check.Whole(entries, "entries").Count, 1, MostAtOnce, "entries", "entries", "at once");
        var (where, plan) = await PlanAsync(at, cancel);
        await measurements.AddAsync(where.Of, plan, entries, cancel);
        return await OfAsync(at, cancel);
    }

    public async Task<InspectionView> DecideAsync(PlanAt at, Disposed disposed, CancellationToken cancel)
    {
        Check.Between(Check.Given(disposed.Id, "id").Length, 8, 64, "id", "signs", "made by whoever decides");
        Check.Between(Check.Given(disposed.By, "by").Trim().Length, 1, 80, "by", "signs", "a decision has a name");
        Check.Between(disposed.Note?.Length ?? 0, 0, LongestNote, "note", "signs", "a few sentences");
        await measurements.DecideAsync((await WhereAsync(at, cancel)).Of, disposed, cancel);
        return await OfAsync(at, cancel);
    }

    /// <param name="at">Which stretch.</param>
    /// <param name="item">Of its plan.</param>
    /// <param name="tool">Shots of this tool alone: a mold wears by itself; null strings all together.</param>
    /// <param name="cavity">Of this cavity alone: each is as it was cut; null strings all together.</param>
    /// <param name="cancel">When nobody waits any more.</param>
    public async Task<ItemChart> ChartAsync(PlanAt at, string item, int? tool, int? cavity, CancellationToken cancel)
    {
        var (where, plan) = await PlanAsync(at, cancel);
        IEnumerable<KeptEntry> entries = await measurements.OfItemAsync(where.Of, item, cancel);
        if (tool is not null)
        {
            var shots = (await ShotsAsync(where.Of, cancel)).Where(r => r.Piece.Tool == tool).Select(r => r.Piece.Shot).ToHashSet();
            entries = entries.Where(k => shots.Contains(k.Entry.Shot));
        }

        return ItemChart.Of(plan.Of(item), [.. entries.Where(k => cavity is null || k.Entry.Cavity == cavity)]);
    }

    private async Task<IEnumerable<RunRecord>> ShotsAsync(OfPlan of, CancellationToken cancel) =>
        (await history.AllAsync(cancel)).Where(r => r.IsShot && r.ProjectId == of.ProjectId && r.Plan == of.Plan);

    public async Task<(Where Where, InspectionPlan Plan)> PlanAsync(PlanAt at, CancellationToken cancel)
    {
        var where = await WhereAsync(at, cancel);
        return (where, (await steps.ReadAsync(at.Id, where.Document, InspectionPlan.Empty, cancel)).Value);
    }

    /// <summary>Before anything is decided, a trial part is looked at all the same: it is kept with the part.</summary>
    private async Task<Where> WhereAsync(PlanAt at, CancellationToken cancel)
    {
        var whole = await plans.OfAsync(at, cancel);
        return new Where(whole, new OfPlan(at.Id, whole.Step ?? Plans.EarlierStep));
    }

    private static ItemStanding StandingOf(InspectionItem item, IReadOnlyList<KeptEntry> all) =>
        new(item.Id, all.Count, all.Count(k => !item.Within(k.Entry.Value!.Value)), all.LastOrDefault()?.Entry.Shot);

    private async Task<List<OpenQuestion>> QuestionsAsync(
        InspectionPlan plan,
        IReadOnlyDictionary<string, IReadOnlyList<KeptEntry>> entries,
        CancellationToken cancel
    )
    {
        var outside = plan
            .Items.SelectMany(i =>
                entries.GetValueOrDefault(i.Id, []).Where(k => !i.Within(k.Entry.Value!.Value)).Select(k => (Item: i, Kept: k))
            )
            .ToList();
        var decided = await measurements.DecidedAsync([.. outside.Select(o => o.Kept.Entry.Id)], cancel);
        return
        [
            .. outside
                .Where(o => !decided.ContainsKey(o.Kept.Entry.Id))
                .OrderBy(o => o.Kept.At)
                .Take(MostQuestions)
                .Select(o => new OpenQuestion(
                    o.Kept.Entry.Id,
                    o.Item.Id,
                    o.Item.Name,
                    o.Item.Unit,
                    o.Item.Lower,
                    o.Item.Upper,
                    o.Kept.Entry.Shot,
                    o.Kept.Entry.Cavity,
                    o.Kept.Entry.Value!.Value,
                    o.Kept.Entry.By,
                    o.Kept.At
                )),
        ];
    }
}
