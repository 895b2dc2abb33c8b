using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Calendar;
using Stampo.Core.Planning;
using Stampo.Core.Shops;
using Stampo.Server.Bench;
using Stampo.Server.Plan;
using Stampo.Storage;

namespace Stampo.Server.Demo;

/// <summary>A run of the demo as its file has it: done as planned, and what was not.</summary>
/// <param name="Project">Its name.</param>
/// <param name="Stretch">Of its decision; null for the usual one.</param>
/// <param name="Piece">Which piece of its plan.</param>
/// <param name="By">Who did it.</param>
/// <param name="Until">The operation that still goes on; null when the run is ended.</param>
public sealed record DemoRun(string Project, string? Stretch, WorkPiece Piece, string By, string? Until = null)
{
    /// <summary>Begun so many working days ago, at an hour of the shop's own clock.</summary>
    public int DaysAgo { get; init; }

    public double AtH { get; init; } = 8.5;

    /// <summary>Instead: how long ago the last thing was done.</summary>
    public double? LastActMinAgo { get; init; }

    /// <summary>By cavity what is not good, as "scrap bubbles".</summary>
    public IReadOnlyDictionary<int, string> Not { get; init; } = new Dictionary<int, string>();

    public IReadOnlyList<DemoDeviation> Deviations { get; init; } = [];

    /// <summary>How many such runs stand one after the other, a shot a working day, the shots numbered so far apart.</summary>
    public int Times { get; init; } = 1;

    public int ShotStep { get; init; } = 1;

    /// <summary>Lots that went in, where they are weighed.</summary>
    public IReadOnlyList<DemoLot> Lots { get; init; } = [];

    /// <summary>Operations that ended late: at this share of the clock they end within.</summary>
    public IReadOnlyDictionary<string, double> Late { get; init; } = new Dictionary<string, double>();

    /// <summary>Answers that came out otherwise than planned, by "operation/ask", in per cent of the target.</summary>
    public IReadOnlyDictionary<string, double> OffPct { get; init; } = new Dictionary<string, double>();
}

/// <summary>A lot of what is weighed under that name.</summary>
public sealed record DemoLot(string What, string Lot, int ExpiresInDays);

public sealed record DemoDeviation(string Operation, Deviation What, string? Note);

/// <summary>Lays the runs of the demo in, through the same doors as the page.</summary>
public sealed class DemoRuns(Plans plans, Runs runs, TimeProvider clock)
{
    /// <summary>An answer is a little off its target, never the same way twice running.</summary>
    private static readonly double[] Off = [0.3, -0.4, 0.1, -0.2, 0.5, 0];

    public async Task LayInAsync(IEnumerable<DemoRun> demo, IReadOnlyDictionary<string, string> projects, CancellationToken cancel)
    {
        foreach (var stretch in demo.GroupBy(r => (r.Project, r.Stretch)))
        {
            var id = projects[stretch.Key.Project];
            var (whole, plan) = await plans.NeededAsync(new PlanAt(id, stretch.Key.Stretch), cancel);
            foreach (var run in stretch.SelectMany(Each))
                await LayInAsync(run, id, whole, plan, cancel);
        }
    }

    private static IEnumerable<DemoRun> Each(DemoRun run) =>
        Enumerable
            .Range(0, run.Times)
            .Select(i => run with { Piece = run.Piece with { Shot = run.Piece.Shot + i * run.ShotStep }, DaysAgo = run.DaysAgo - i });

    private async Task LayInAsync(DemoRun run, string projectId, PlanAnswer whole, WorkPlan plan, CancellationToken cancel)
    {
        var sheet = RunSheet.Of(plan, run.Piece, whole.Route!.Name);
        var acts = ActsOf(run, sheet).ToList();
        var ago = run.LastActMinAgo is { } last ? last + acts[^1].Minute : MinutesSince(run.DaysAgo, run.AtH);
        var kept = await runs.BeginAsync(NewId(), projectId, whole.Step!, sheet, run.By, cancel, Duration.FromMinutes(ago));
        var begun = kept.Row.BegunUtc;
        var now = clock.Now();
        var recorded = await runs.RecordAsync(
            kept.Row.Id,
            [.. acts.Select(a => new SentAct(a.Act, Math.Max(0, (now - begun).TotalMilliseconds - a.Minute * 60_000)))],
            cancel
        );
        if (recorded.Refused is [var refused, ..])
            throw new InvalidOperationException($"The demo's {sheet.Title} can't be: {refused.Message}");
    }

    private double MinutesSince(int workingDays, double hour)
    {
        var day = LocalDate.FromDateOnly(clock.Today());
        for (var left = workingDays; left > 0; left -= ShopCalendar.Usual.IsOpen(day.ToDateOnly()) ? 1 : 0)
            day = day.PlusDays(-1);
        return day.At(hour).MinutesUntil(LocalDateTime.FromDateTime(clock.GetLocalNow().DateTime));
    }

    /// <summary>As the plan has it, each act at its minute.</summary>
    private IEnumerable<(double Minute, Act Act)> ActsOf(DemoRun run, RunSheet sheet)
    {
        var (minute, answers) = (0.0, 0);
        var began = new Dictionary<string, double>();
        var read = new HashSet<string>();
        var clocked = sheet
            .Operations.SelectMany(o => o.Lags.Where(l => l.MostMin is not null).SelectMany(l => new[] { o.Id, l.After }))
            .ToHashSet();
        var weighs = sheet.Operations.FirstOrDefault(o => o.Weighings.Any()) ?? sheet.Operations[0];
        foreach (var lot in run.Lots)
            yield return (
                0,
                new LotUsed(NewId(), run.By, weighs.Id, LotOf(weighs, lot), lot.Lot, clock.Today().AddDays(lot.ExpiresInDays))
            );
        foreach (var operation in sheet.Operations)
        {
            began[operation.Id] = minute;
            foreach (var caution in sheet.CautionsBefore(operation).Where(read.Add))
                yield return (minute, new CautionRead(NewId(), run.By, operation.Id, caution));
            yield return (minute, new Began(NewId(), run.By, operation.Id));
            foreach (var deviation in run.Deviations.Where(d => d.Operation == operation.Id))
                yield return (minute, new Deviated(NewId(), run.By, operation.Id, deviation.What, deviation.Note));
            foreach (var ask in operation.Asks.Where(a => !a.AfterWait || operation.WaitMin == 0))
            {
                var off = run.OffPct.TryGetValue($"{operation.Id}/{ask.Id}", out var pct) ? pct / 100 * (ask.Target ?? 0) : (double?)null;
                if (Answer(operation, ask, run.By, off ?? Off[answers++ % Off.Length] * (ask.Tolerance ?? 0)) is { } answer)
                    yield return (minute + operation.HandsMin / 2, answer);
            }

            minute += operation.HandsMin * (clocked.Contains(operation.Id) ? 1 : Pace(run));
            if (run.Late.TryGetValue(operation.Id, out var share) && operation.Lags.FirstOrDefault(l => l.MostMin > 0) is { } within)
                minute = Math.Max(minute, began[within.After] + share * within.MostMin!.Value);
            if (operation.WaitMin > 0)
                yield return (minute, new Left(NewId(), run.By, operation.Id));
            if (operation.Id == run.Until)
                yield break;
            minute += operation.WaitMin;
            foreach (var ask in operation.Asks.Where(a => a.AfterWait && operation.WaitMin > 0))
            {
                if (Answer(operation, ask, run.By, Off[answers++ % Off.Length] * (ask.Tolerance ?? 0)) is { } answer)
                    yield return (minute, answer);
            }

            yield return (minute, new Finished(NewId(), run.By, operation.Id));
        }

        foreach (
            var count in sheet.CountsByNumber ? TalliesOf(run, sheet.Parts) : Enumerable.Range(1, sheet.Parts).Select(c => CountOf(run, c))
        )
            yield return (minute, count);
        yield return (minute, new Ended(NewId(), run.By));
    }

    /// <summary>Nobody works as planned; whoever learns takes longest. Nothing that runs against a clock is slower for it.</summary>
    private static double Pace(DemoRun run) => (run.By == "Jorun Castellane" ? 1.35 : 1.06) + 0.02 * ((run.Piece.Shot ?? 0) % 5);

    private static Act? Answer(Operation operation, Ask ask, string by, double off) =>
        ask switch
        {
            { Kind: AskKind.Tick } => new Ticked(NewId(), by, operation.Id, ask.Id),
            { Kind: AskKind.Weigh or AskKind.Read, Target: { } target } => new Answered(
                NewId(),
                by,
                operation.Id,
                ask.Id,
                Math.Round(
                    ask.IsMust ? 0
                        : ask.AtMost ? 0.8 * target
                        : ask.AtLeast ? 1.1 * target
                        : target + off,
                    1
                )
            ),
            _ => null,
        };

    private static string LotOf(Operation weighs, DemoLot lot) => weighs.Asks.FirstOrDefault(a => a.What == lot.What)?.LotOf ?? lot.What;

    /// <summary>"not" of a run that is counted by number says how many: {"36": "scrap short"}.</summary>
    private static IEnumerable<Act> TalliesOf(DemoRun run, int parts)
    {
        yield return new Tallied(NewId(), run.By, Fate.Good, parts - run.Not.Keys.Sum());
        foreach (var (many, said) in run.Not)
            if (said.Split(' ') is [var fate, var defect])
                yield return new Tallied(NewId(), run.By, Enum.Parse<Fate>(fate, true), many, defect);
    }

    private static Counted CountOf(DemoRun run, int cavity) =>
        run.Not.GetValueOrDefault(cavity)?.Split(' ') is [var fate, var defect]
            ? new Counted(NewId(), run.By, cavity, Enum.Parse<Fate>(fate, true), defect)
            : new Counted(NewId(), run.By, cavity, Fate.Good);

    private static string NewId() => Guid.NewGuid().ToString("n");
}
