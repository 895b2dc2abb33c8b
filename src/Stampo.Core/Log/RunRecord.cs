using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Planning;
using Stampo.Core.Ranges;

namespace Stampo.Core.Log;

/// <summary>
/// What a run leaves behind: who, when, of which lots, what came of it, and the facts one may ask about. Small enough to have all of a
/// shop's at hand.
/// </summary>
/// <param name="Run">Its id.</param>
/// <param name="ProjectId">Of which project.</param>
/// <param name="Plan">The step of the plan it is of.</param>
/// <param name="Route">By name.</param>
/// <param name="Piece">Which piece of the plan.</param>
/// <param name="Title">As it is called.</param>
/// <param name="Phase">How it stands.</param>
/// <param name="Begun">When.</param>
/// <param name="Over">When it was over; null while it is open.</param>
/// <param name="People">Who did something in it, in the order they came.</param>
/// <param name="Lots">That went in.</param>
/// <param name="Counts">By cavity, or by number.</param>
/// <param name="Remarks">What did not go as planned, and notes.</param>
/// <param name="Facts">By name, see <see cref="RunFacts"/>.</param>
/// <param name="HandsMin">Between the beginning of each operation and the end of its hands, in all.</param>
/// <param name="PlannedHandsMin">Of the same operations, as planned.</param>
public sealed record RunRecord(
    string Run,
    string ProjectId,
    string Plan,
    string Route,
    WorkPiece Piece,
    string Title,
    RunPhase Phase,
    Instant Begun,
    Instant? Over,
    IReadOnlyList<string> People,
    IReadOnlyList<UsedLot> Lots,
    IReadOnlyList<CavityCount> Counts,
    IReadOnlyList<Remark> Remarks,
    IReadOnlyDictionary<string, double> Facts,
    double HandsMin,
    double PlannedHandsMin
)
{
    /// <summary>What its plan trusted the tool with.</summary>
    public ThreePoint? LifeShots { get; init; }

    /// <summary>What its outcome may correct.</summary>
    public LearnedRates Rates { get; init; } = LearnedRates.None;

    /// <summary>Feet of rubber tell nothing of housings: what is learned goes by route and kind of part.</summary>
    public string? PartKind { get; init; }

    public string LearnedOf => PartKind is { } kind ? $"{Route}: {kind}" : Route;

    /// <summary>Parts that came out so.</summary>
    public int Count(Fate fate) => Counts.Where(c => c.Fate == fate).Sum(c => c.Parts);

    public int Counted => Counts.Sum(c => c.Parts);

    /// <summary>Of its tool; null before anything was counted.</summary>
    public int? Cavities { get; init; }

    /// <summary>Shots of the tool that it took: one, or as many as its parts came from.</summary>
    public int Shots { get; init; } = 1;

    /// <summary>It wears the tool, whatever came of it.</summary>
    public bool IsShot => Piece.Repeats == Repeats.EachShot && Phase != RunPhase.Abandoned;

    public bool IsMaking => Piece.Repeats == Repeats.EachTool && Phase == RunPhase.Ended;

    public static RunRecord Of(
        string run,
        string projectId,
        string plan,
        string by,
        Instant begun,
        RunSheet sheet,
        RunState state,
        IEnumerable<LoggedAct> log,
        Func<Instant, DateOnly> dayOf
    )
    {
        var timed = sheet.Operations.Zip(state.Operations).Where(o => o.Second is { Began: not null, HandsEnd: not null }).ToList();
        return new(
            run,
            projectId,
            plan,
            sheet.Route,
            sheet.Piece,
            sheet.Title,
            state.Phase,
            begun,
            state.Over,
            [.. log.Select(a => a.Act).Where(a => a is not DeviceAct).Select(a => a.By).Prepend(by).Distinct()],
            state.Lots,
            state.Counts,
            state.Remarks,
            RunFacts.Of(sheet, state, dayOf),
            timed.Sum(o => (o.Second.HandsEnd!.Value - o.Second.Began!.Value).TotalMinutes),
            timed.Sum(o => o.First.HandsMin)
        )
        {
            LifeShots = sheet.LifeShots,
            Cavities = sheet.Cavities ?? (state.Counts.Count > 0 ? state.Counts.Count : null),
            Shots = sheet.Cavities is { } cavities ? (int)Math.Ceiling((double)state.Counted / cavities) : 1,
            Rates = sheet.Rates,
            PartKind = sheet.PartKind,
        };
    }
}

/// <summary>
/// The facts of a run, by name:
/// <c>clock.mixing</c> the largest share of a clock that was used, <c>early.demold</c> the share of what was to be waited for that was,
/// <c>alone.cure</c> the share of its time alone that an operation had, <c>waited</c> the least of those and <c>missing</c> the most
/// minutes that were missing, where the time is asked and no machine says when it is over, <c>weighed.short</c> by how many per cent too
/// little was weighed, <c>ratio</c> the largest error of a ratio in %,
/// <c>read.vacuum</c> what was read (the least good), <c>target.vacuum</c> what was asked, <c>low.</c> and <c>high.</c> its band,
/// <c>undone.degas</c> how many operations of the name were left out, <c>deviation.late</c> how often, <c>expired</c> lots past their day.
/// </summary>
public static class RunFacts
{
    /// <param name="sheet">What was to be done.</param>
    /// <param name="state">How it went.</param>
    /// <param name="dayOf">Which day of the shop's clock a moment fell on: a lot is good to the end of its day.</param>
    public static IReadOnlyDictionary<string, double> Of(RunSheet sheet, RunState state, Func<Instant, DateOnly> dayOf)
    {
        var facts = new Dictionary<string, double>();
        foreach (var clock in state.Clocks.Where(c => c.Stopped is not null && c.Minutes > 0))
            Add(facts, clock);
        var mustWait = sheet.Operations.Where(o => !o.EndsWhenDone).Select(o => o.Id).ToHashSet();
        foreach (
            var clock in state.Clocks.Where(c =>
                c is { Kind: ClockKind.Alone, Stopped: not null, Minutes: > 0 } && mustWait.Contains(c.Operation)
            )
        )
        {
            Least(facts, "waited", clock.ShareAt(clock.Stopped!.Value));
            Most(facts, "missing", Math.Max(0, clock.Minutes * (1 - clock.ShareAt(clock.Stopped!.Value))));
        }

        foreach (var (operation, stood) in sheet.Operations.Zip(state.Operations))
            Add(facts, operation, stood, state.Phase == RunPhase.Ended);
        foreach (var deviation in state.Remarks.Where(r => r.What is not null).CountBy(r => r.What!.Value))
            facts[$"deviation.{Camel(deviation.Key.ToString())}"] = deviation.Value;
        var expired = state.Lots.Count(l => l.Expires is { } last && dayOf(l.At) > last);
        if (expired > 0)
            facts["expired"] = expired;
        return facts;
    }

    /// <summary>"degas" of "degas-2": what operations of a row share.</summary>
    public static string NameOf(string operation) => operation.TrimEnd("-0123456789".ToCharArray());

    private static void Add(Dictionary<string, double> facts, RunClock clock)
    {
        var share = clock.ShareAt(clock.Stopped!.Value);
        switch (clock.Kind)
        {
            case ClockKind.Within:
                Most(facts, $"clock.{clock.Event}", share);
                break;
            case ClockKind.NotBefore:
                Least(facts, $"early.{NameOf(clock.Operation)}", share);
                break;
            case ClockKind.Alone:
                Least(facts, $"alone.{NameOf(clock.Operation)}", share);
                break;
        }
    }

    private static void Add(Dictionary<string, double> facts, Operation operation, OperationState state, bool isEnded)
    {
        if (isEnded && state.Phase == OperationPhase.Waiting)
            facts[$"undone.{NameOf(operation.Id)}"] = facts.GetValueOrDefault($"undone.{NameOf(operation.Id)}") + 1;
        foreach (var ratio in state.Ratios)
            Most(facts, "ratio", Math.Abs(ratio.Pct));
        foreach (var answer in state.Answers)
        {
            if (answer is not { Value: { } value, Target: { } target })
                continue;
            var ask = operation.Asks.First(a => a.Id == answer.Ask);
            if (ask.Kind == AskKind.Weigh && answer.Within == false && value < target)
                Most(facts, "weighed.short", 100 * (1 - value / target));
            if (ask.Kind != AskKind.Read)
                continue;
            if (ask.AtMost)
                Most(facts, $"read.{ask.Id}", value);
            else
                Least(facts, $"read.{ask.Id}", value);
            facts[$"target.{ask.Id}"] = target;
            facts[$"low.{ask.Id}"] = target - (ask.Tolerance ?? 0);
            facts[$"high.{ask.Id}"] = target + (ask.Tolerance ?? 0);
        }

        foreach (var (ask, value) in state.Watched.SelectMany(w => w.Losses.Select(l => (AskOf(operation, w.Ask), l.Value))))
        {
            if (ask is null)
                continue;
            if (value is not { } lost)
                facts["unheard"] = facts.GetValueOrDefault("unheard") + 1;
            else if (ask.AtMost || lost > ask.Target)
                Most(facts, $"read.{ask.Id}", lost);
            else
                Least(facts, $"read.{ask.Id}", lost);
        }
    }

    private static Ask? AskOf(Operation operation, string id) => operation.Asks.FirstOrDefault(a => a.Id == id);

    private static void Most(Dictionary<string, double> facts, string name, double value) =>
        facts[name] = Math.Max(value, facts.GetValueOrDefault(name, double.NegativeInfinity));

    private static void Least(Dictionary<string, double> facts, string name, double value) =>
        facts[name] = Math.Min(value, facts.GetValueOrDefault(name, double.PositiveInfinity));

    private static string Camel(string name) => char.ToLowerInvariant(name[0]) + name[1..];
}
