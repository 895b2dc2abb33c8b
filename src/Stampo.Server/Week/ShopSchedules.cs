using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Planning;
using Stampo.Core.Scheduling;
using Stampo.Core.Wording;
using Stampo.Scheduling;
using Stampo.Server.Bench;
using Stampo.Server.Hosting;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Server.Shop;
using Stampo.Storage;

namespace Stampo.Server.Week;

/// <summary>A job as the page names it; with a problem it is not laid out.</summary>
public sealed record ScheduledJob(string Id, string ProjectId, string Stretch, string Title, string Route, string? Problem);

/// <summary>The shop's schedule with what it was made from.</summary>
public sealed record ScheduleView(
    Versioned<Commitments> Commitments,
    IReadOnlyList<ScheduledJob> Jobs,
    ShopSchedule Schedule,
    IReadOnlyList<Collision> Late,
    IReadOnlyList<Push> Pushes,
    bool IsLookedOn,
    LocalDateTime Now
);

/// <summary>
/// Lays out what the shop has committed itself to: an answer at once, made better in the background; laid out again from now when anything
/// it was made from has changed.
/// </summary>
public sealed class ShopSchedules(
    StepStore steps,
    ShopFloor floor,
    Plans plans,
    Runs runs,
    ToolBooks books,
    ProjectStore projects,
    TimeProvider clock
) : IDisposable
{
    private const double FirstS = 0.9,
        LongS = 18;

    /// <summary>Longer ago than this it is laid out again from now.</summary>
    private const int FreshMin = 10;

    private readonly SemaphoreSlim _one = new(1, 1);

    private readonly CancellationTokenSource _end = new();

    private volatile Standing? _standing;

    /// <summary>A schedule with what was tried on it: each lays the shop out again, so it is done once.</summary>
    private sealed class Standing(string of, ShopWork work, ShopSchedule schedule, bool isLookedOn)
    {
        private readonly Lazy<IReadOnlyList<Collision>> _late = new(() => ShopListScheduler.Late(work, schedule));

        private readonly Lazy<IReadOnlyList<Push>> _pushes = new(() =>
            work.Jobs.Count > 1 ? ShopListScheduler.Pushes(work, schedule, work.Jobs[^1].Id) : []
        );

        public string Of { get; } = of;

        public ShopWork Work { get; } = work;

        public ShopSchedule Schedule { get; } = schedule;

        public bool IsLookedOn { get; } = isLookedOn;

        public IReadOnlyList<Collision> Late => _late.Value;

        public IReadOnlyList<Push> Pushes => _pushes.Value;
    }

    /// <summary>Told when a better one was found.</summary>
    public event Action? Bettered;

    public async Task<ScheduleView> OfAsync(CancellationToken cancel)
    {
        var commitments = await CommittedAsync(cancel);
        var (work, jobs) = await WorkAsync(commitments.Value, cancel);
        var standing = await LaidOutAsync(work, cancel);
        return new ScheduleView(
            commitments,
            jobs,
            standing.Schedule,
            standing.Late,
            standing.Pushes,
            standing.IsLookedOn,
            standing.Work.Now
        );
    }

    public Task<Versioned<Commitments>> CommittedAsync(CancellationToken cancel) =>
        steps.ReadAsync(StepStore.WholeShop, StepStore.Commitments, Commitments.Empty, cancel);

    public Task<Versioned<Commitments>> SaveAsync(Save<Commitments> save, CancellationToken cancel) =>
        steps.SaveAsync(
            StepStore.WholeShop,
            StepStore.Commitments,
            save with
            {
                Value = Check.Given(save.Value, "value").Checked(),
            },
            Commitments.Empty,
            cancel
        );

    public Task<Versioned<Commitments>> MoveAsync(int by, Move from, CancellationToken cancel) =>
        steps.MoveAsync<Commitments>(StepStore.WholeShop, StepStore.Commitments, by, from, cancel);

    public void Dispose()
    {
        _end.Cancel();
        _end.Dispose();
        _one.Dispose();
    }

    private async Task<Standing> LaidOutAsync(ShopWork work, CancellationToken cancel)
    {
        // The same work of the last few minutes is the same schedule.
        var of = Json.Write(work with { Now = default });
        await _one.WaitAsync(cancel);
        try
        {
            if (_standing is { } standing && standing.Of == of && standing.Work.Now.PlusMinutes(FreshMin) > work.Now)
                return standing;
            var first = await Task.Run(() => new ConstraintShopScheduler(FirstS).Lay(work), cancel);
            var laid = new Standing(of, work, first, work.Jobs.Count > 0);
            _standing = laid;
            if (laid.IsLookedOn)
                _ = Task.Run(() => LookOnAsync(laid), CancellationToken.None);
            return laid;
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>Goes on looking, unless something else is wanted meanwhile.</summary>
    private async Task LookOnAsync(Standing laid)
    {
        try
        {
            await Task.Delay(200, _end.Token);
            if (_standing != laid)
                return;
            var better = new ConstraintShopScheduler(LongS, processors: 1).Lay(laid.Work);
            if (Interlocked.CompareExchange(ref _standing, new Standing(laid.Of, laid.Work, better, false), laid) == laid)
                Bettered?.Invoke();
        }
        catch (OperationCanceledException)
        {
            // The end.
        }
    }

    private async Task<(ShopWork, IReadOnlyList<ScheduledJob>)> WorkAsync(Commitments commitments, CancellationToken cancel)
    {
        var (work, jobs) = (new List<ShopJob>(), new List<ScheduledJob>());
        foreach (var committed in commitments.Jobs)
        {
            var (job, said) = await JobAsync(committed, cancel);
            jobs.Add(said);
            if (job is not null)
                work.Add(job);
        }

        var whole = Local(clock.Now()).PlusMinutes(1);
        return (new ShopWork(await floor.OfAsync(cancel), work, commitments.Pins, whole), jobs);
    }

    private async Task<(ShopJob?, ScheduledJob)> JobAsync(CommittedStretch committed, CancellationToken cancel)
    {
        try
        {
            var project = await projects.FindAsync(committed.ProjectId, cancel);
            var (whole, plan) = await plans.NeededAsync(new PlanAt(committed.ProjectId, committed.Stretch), cancel);
            var title = $"{project.Name}, {whole.Route!.Tag}";
            var kept = (await runs.OfAsync(committed.ProjectId, whole.Step!, cancel)).Runs;
            var job = new ShopJob(
                committed.Id,
                title,
                plan.Operations,
                plan.Order.Tools,
                plan.Order.Shots,
                plan.WantedBy,
                [.. kept.Where(r => r.State.Phase != RunPhase.Abandoned).Select(UnderWay)]
            )
            {
                Retired = await books.RetiredAsync(committed.ProjectId, whole.Step!, cancel),
            };
            return (job, new ScheduledJob(committed.Id, committed.ProjectId, committed.Stretch, title, whole.Route.Name, null));
        }
        catch (Exception gone) when (gone is NotFoundException or RefusalException)
        {
            return (null, new ScheduledJob(committed.Id, committed.ProjectId, committed.Stretch, "Not laid out", "", gone.Message));
        }
    }

    private PieceUnderWay UnderWay(KeptRun run) =>
        new(
            run.Sheet.Piece,
            run.State.IsOver,
            run.State.IsOver && run.Sheet.Piece.Repeats != Repeats.EachShot
                ? []
                :
                [
                    .. run.State.Operations.Select(o => new OperationUnderWay(
                        o.Id,
                        o.Phase == OperationPhase.Done,
                        o.Began is { } began ? Local(began) : null,
                        o.Phase == OperationPhase.Alone && o.HandsEnd is { } left ? Local(left) : null
                    )),
                ]
        );

    /// <summary>By the shop's own clock, to the full minute.</summary>
    private LocalDateTime Local(Instant at)
    {
        var local = LocalDateTime.FromDateTime(TimeZoneInfo.ConvertTimeFromUtc(at.ToDateTimeUtc(), clock.LocalTimeZone));
        return local.PlusTicks(-(local.TickOfDay % NodaConstants.TicksPerMinute));
    }
}
