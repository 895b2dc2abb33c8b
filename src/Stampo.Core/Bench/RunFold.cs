using NodaTime;
using Stampo.Core.Planning;

namespace Stampo.Core.Bench;

/// <summary>From the acts to how a run stands. The same acts in whatever order, some of them twice, give the same.</summary>
public static class RunFold
{
    /// <param name="sheet">What was to be done.</param>
    /// <param name="begunBy">Who began the run.</param>
    /// <param name="log">All acts that are kept.</param>
    public static RunState Of(RunSheet sheet, string begunBy, IEnumerable<LoggedAct> log)
    {
        var acts = Standing(log, out var count);
        var byOperation = acts.Of<OperationAct>().ToLookup(a => a.Act.Operation);
        var lots = acts.Of<LotUsed>().Select(a => a.Act.What).ToHashSet(StringComparer.OrdinalIgnoreCase);
        var operations = sheet.Operations.Select(o => OperationOf(sheet, o, [.. byOperation[o.Id]], lots)).ToList();
        var (phase, reason, over) = PhaseOf(acts);
        var clocks = Clocks(sheet, operations).Select(c => over is { } end && c.Stopped is null ? c with { Stopped = end } : c).ToList();
        return new RunState(
            phase,
            acts.Select(a => a.Act).OfType<HandedOver>().LastOrDefault()?.To ?? begunBy,
            reason,
            operations,
            operations.Find(o => o.Phase != OperationPhase.Done)?.Id,
            clocks,
            [.. acts.Of<LotUsed>().Select(a => new UsedLot(a.Root, a.Act.Operation, a.Act.What, a.Act.Lot, a.Act.Expires, a.Act.By, a.At))],
            [.. acts.Select(RemarkOf).OfType<Remark>().Concat(Seen(sheet, operations, clocks, byOperation)).OrderBy(r => r.At)],
            [.. CountsOf(sheet, acts)],
            over,
            count
        );
    }

    /// <summary>An act with what it was corrected to, under the id of the first.</summary>
    private sealed record Stands<T>(string Root, Instant At, T Act, bool IsCorrected)
        where T : Act;

    /// <summary>
    /// What stands: each act once, in the order they came in, with its last correction in its place; none of those that were withdrawn.
    /// What was seen keeps its time; when something began or ended is what a correction of that corrects.
    /// </summary>
    private static List<Stands<Act>> Standing(IEnumerable<LoggedAct> log, out int count)
    {
        var once = log.DistinctBy(a => a.Act.Id).OrderBy(a => a.Ordinal).ToList();
        count = once.Count;
        var roots = Roots(once);
        var last = new Dictionary<string, LoggedAct>();
        foreach (var act in once)
            last[roots[act.Act.Id]] = act;
        return
        [
            .. once.Where(a => a.Act.Corrects is null && last[a.Act.Id].Act is not Withdrawn)
                .Select(a => (First: a, Last: last[a.Act.Id]))
                .Select(a => new Stands<Act>(
                    a.First.Act.Id,
                    a.Last.Act is Began or Left or WaitEnded or Finished ? a.Last.At : a.First.At,
                    a.Last.Act,
                    a.Last != a.First
                )),
        ];
    }

    /// <summary>
    /// For each act the one at the beginning of its row of corrections; one that corrects nothing known stands for itself. A row is walked
    /// once, however long it is.
    /// </summary>
    private static Dictionary<string, string> Roots(List<LoggedAct> once)
    {
        var corrects = once.ToDictionary(a => a.Act.Id, a => a.Act.Corrects);
        var roots = new Dictionary<string, string>();
        foreach (var act in once)
        {
            var row = new HashSet<string>();
            var at = act.Act.Id;
            while (!roots.ContainsKey(at) && row.Add(at) && corrects[at] is { } before && corrects.ContainsKey(before))
                at = before;
            var root = roots.GetValueOrDefault(at, at);
            foreach (var id in row)
                roots[id] = root;
        }

        return roots;
    }

    private static IEnumerable<Stands<T>> Of<T>(this IEnumerable<Stands<Act>> acts)
        where T : Act => acts.Where(a => a.Act is T).Select(a => new Stands<T>(a.Root, a.At, (T)a.Act, a.IsCorrected));

    private static (RunPhase, string? Reason, Instant? Over) PhaseOf(List<Stands<Act>> acts)
    {
        var (phase, reason, over) = (RunPhase.Open, (string?)null, (Instant?)null);
        foreach (var (_, at, act, _) in acts)
        {
            (phase, reason, over) = act switch
            {
                Abandoned abandoned => (RunPhase.Abandoned, abandoned.Reason, at),
                Ended => (RunPhase.Ended, null, at),
                Paused paused when over is null => (RunPhase.Paused, paused.Reason, null),
                Resumed when over is null => (RunPhase.Open, null, null),
                _ => (phase, reason, over),
            };
            if (over is not null)
                break;
        }

        return (phase, reason, over);
    }

    private static OperationState OperationOf(RunSheet sheet, Operation operation, List<Stands<OperationAct>> acts, HashSet<string> lots)
    {
        Instant? First<T>() => acts.Find(a => a.Act is T)?.At;
        var ended = First<Finished>();
        var handsEnd = First<Left>() ?? ended;
        // Who weighs has begun, whether or not it was said.
        var began = Earliest(First<Began>(), acts.Find(a => a.Act is Answered or Ticked or Left or Finished)?.At);
        var answers = Answers(operation, acts);
        return new OperationState(
            operation.Id,
            ended is not null ? OperationPhase.Done
                : First<Left>() is not null ? OperationPhase.Alone
                : began is not null ? OperationPhase.Hands
                : OperationPhase.Waiting,
            began,
            handsEnd,
            First<Left>() is null ? null : First<WaitEnded>(),
            ended,
            answers,
            Weighing.Targets(operation, answers),
            Weighing.Ratios(operation, answers),
            [
                .. acts.Select(a => a.Act is CautionRead read ? new ReadCaution(read.Caution, read.By, a.At) : null)
                    .OfType<ReadCaution>()
                    .DistinctBy(c => (c.Caution, c.By)),
            ],
            sheet.CautionsBefore(operation),
            [.. operation.Asks.Where(ask => ask.Kind != AskKind.Count && answers.All(a => a.Ask != ask.Id)).Select(ask => ask.Id)],
            [.. operation.Asks.Select(ask => ask.LotOf).OfType<string>().Where(of => !lots.Contains(of)).Distinct()],
            [.. acts.Where(a => a.Act is DeviceAct).GroupBy(a => ((DeviceAct)a.Act).Ask).Select(g => WatchedOf(g.Key, [.. g]))]
        );
    }

    private static WatchedAsk WatchedOf(string ask, List<Stands<OperationAct>> said)
    {
        var losses = new List<Loss>();
        foreach (var (root, at, act, _) in said)
        {
            if (act is Lost lost && losses is not [.., { Until: null }])
                losses.Add(new Loss(root, at, lost.Value, null));
            else if (act is HeldAgain && losses is [.., { Until: null } open])
                losses[^1] = open with { Until = at };
        }

        return new WatchedAsk(
            ask,
            said[0].Act.By,
            [.. said.Select(a => a.Act).OfType<Watched>().SelectMany(w => w.Points).OrderBy(p => p.At)],
            losses
        );
    }

    private static IEnumerable<Remark> Seen(
        RunSheet sheet,
        List<OperationState> states,
        List<RunClock> clocks,
        ILookup<string, Stands<OperationAct>> acts
    ) =>
        sheet
            .Operations.Zip(states)
            .SelectMany(o =>
                NotAsPlanned.Of(
                    o.First,
                    o.Second,
                    clocks.Where(c => c.Operation == o.First.Id),
                    BeginAndEnd([.. acts[o.First.Id]]),
                    acts[o.First.Id].Select(a => a.Act).OfType<WaitEnded>().FirstOrDefault()?.Reason
                )
            );

    /// <summary>Under the id of the first, as all that stands.</summary>
    private static ActsOfOperation BeginAndEnd(List<Stands<OperationAct>> acts)
    {
        Act? First(Func<Act, bool> of) => acts.Find(a => of(a.Act)) is { } found ? found.Act with { Id = found.Root } : null;
        var finished = First(a => a is Finished);
        return new ActsOfOperation(
            First(a => a is Began or Answered or Ticked or Left or Finished),
            First(a => a is WaitEnded) ?? finished,
            finished
        );
    }

    private static Instant? Earliest(Instant? one, Instant? other) => one is { } a && other is { } b ? Instant.Min(a, b) : one ?? other;

    /// <summary>The last answer to each ask, in the order of the asks.</summary>
    private static List<AskAnswer> Answers(Operation operation, List<Stands<OperationAct>> acts)
    {
        var answers = new List<AskAnswer>();
        foreach (var ask in operation.Asks)
        {
            var target = Weighing.Targets(operation, answers).FirstOrDefault(t => t.Id == ask.Id);
            var answer = acts.FindLast(a =>
                a.Act is Answered answered && answered.Ask == ask.Id || a.Act is Ticked tick && tick.Ask == ask.Id
            );
            if (answer is null)
                continue;
            var given = answer.Act as Answered;
            answers.Add(
                new AskAnswer(
                    ask.Id,
                    answer.Root,
                    answer.Act.By,
                    answer.At,
                    given?.Value,
                    given?.Source,
                    target?.Target ?? ask.Target,
                    given is null ? null
                        : target is not null ? given.Value >= target.Least && given.Value <= target.Most
                        : ask.Within(given.Value),
                    answer.IsCorrected
                )
            );
        }

        return answers;
    }

    private static IEnumerable<RunClock> Clocks(RunSheet sheet, List<OperationState> states)
    {
        var byId = states.ToDictionary(o => o.Id);
        var clocks = new List<RunClock>();
        foreach (var (operation, state) in sheet.Operations.Zip(states))
        {
            if (operation.WaitMin > 0 && state.HandsEnd is { } left)
                clocks.Add(
                    new RunClock(operation.Id, ClockKind.Alone, operation.Name, left, operation.WaitMin, state.WaitEnd ?? state.Ended)
                );
            foreach (var lag in operation.Lags)
            {
                if (!byId.TryGetValue(lag.After, out var other) || EdgeOf(other, lag.From) is not { } from)
                    continue;
                var stopped = EdgeOf(state, lag.To);
                if (lag.MostMin is > 0 and { } most)
                    clocks.Add(new RunClock(operation.Id, ClockKind.Within, lag.Event, from, most, stopped));
                if (lag.LeastMin > 0)
                    clocks.Add(new RunClock(operation.Id, ClockKind.NotBefore, lag.Event, from, lag.LeastMin, stopped));
            }
        }

        // While something goes on alone its own clock says how long; when it is over, the one of what comes next does.
        var alone = states.Exists(s => s.Phase == OperationPhase.Alone);
        return clocks
            .Where(c => !(alone && c is { Kind: ClockKind.NotBefore, Stopped: null }))
            .OrderBy(c => c.Stopped is not null)
            .ThenBy(c => c.From)
            .ThenBy(c => c.Kind);
    }

    private static Instant? EdgeOf(OperationState state, Edge edge) => edge == Edge.Start ? state.Began : state.Ended;

    private static Remark? RemarkOf(Stands<Act> a) =>
        a.Act switch
        {
            Deviated d => new Remark(a.Root, d.Operation, d.What, d.Note, d.By, a.At),
            Noted n => new Remark(a.Root, n.Operation, null, n.Text, n.By, a.At),
            _ => null,
        };

    /// <summary>The last that was said of each cavity, or of each fate and defect.</summary>
    private static IEnumerable<CavityCount> CountsOf(RunSheet sheet, List<Stands<Act>> acts) =>
        sheet.CountsByNumber
            ? acts.Of<Tallied>()
                .GroupBy(a => (a.Act.Fate, a.Act.Defect))
                .OrderBy(g => g.Key.Fate)
                .Select(g => g.Last())
                .Where(a => a.Act.Parts > 0)
                .Select(a => new CavityCount(0, a.Act.Fate, a.Act.Defect, a.Root, a.Act.By, a.At, a.Act.Parts))
            : acts.Of<Counted>()
                .Where(a => a.Act.Cavity >= 1 && a.Act.Cavity <= sheet.Parts)
                .GroupBy(a => a.Act.Cavity)
                .OrderBy(g => g.Key)
                .Select(g => g.Last())
                .Select(a => new CavityCount(a.Act.Cavity, a.Act.Fate, a.Act.Defect, a.Root, a.Act.By, a.At));
}
