using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Shops;

namespace Stampo.Core.Planning;

/// <summary>
/// Lays operations over working hours for one pair of hands and one of each vessel: whatever can begin first does; what follows at once
/// stays together inside one day, and none of it begins before all it holds is free; waits run through the night. Tools after the first
/// are made when what they are made from is free again.
/// </summary>
public sealed class ListScheduler : IScheduler
{
    private const int MostLaidOut = 300,
        MostTools = 12;

    public static IScheduler Shared { get; } = new ListScheduler();

    public Schedule Lay(WorkToLay work)
    {
        var (operations, tools, shots) = (work.Operations, work.Tools, work.Shots);
        var bench = new Bench(work.Hours.Checked(), work.Start);
        var (once, tool, shot) = (
            Blocks(operations, Repeats.Once),
            Blocks(operations, Repeats.EachTool),
            Blocks(operations, Repeats.EachShot)
        );
        var ready = once.Count == 0 ? work.Start : bench.DoAll(new Chain(once, work.Start));
        var laidOut = Math.Min(shots, MostLaidOut);
        var (begun, made, lastPart) = (0, 0, ready);
        // Shells and prints are made with each shot: as many stand side by side as there are tools asked for.
        List<Chain> chains =
            tool.Count > 0
                ? [new Chain(tool, ready) { Tool = 1 }]
                :
                [
                    .. Enumerable
                        .Range(1, shot.Count == 0 ? 0 : Math.Min(tools, laidOut))
                        .Select(m => new Chain(shot, ready) { Tool = m, Shot = ++begun }),
                ];
        var firstPart = (LocalDateTime?)null;
        while (chains.Count > 0)
        {
            var next = chains.MinBy(c => (bench.StartOf(c), c.Shot ?? 0))!;
            next.Ready = bench.Do(next);
            if (!next.IsFree && next.Next.Exists(o => o.FreesTool))
                Free(next);
            if (++next.Done < next.Blocks.Count)
                continue;
            chains.Remove(next);
            if (next.Shot is not null)
                (firstPart, lastPart) = (firstPart ?? next.Ready, next.Ready > lastPart ? next.Ready : lastPart);
            else if (++made < tools)
                chains.Add(new Chain(tool, next.Ready) { Tool = made + 1 });
            if (!next.IsFree)
                Free(next);
        }

        void Free(Chain done)
        {
            done.IsFree = true;
            if (begun < laidOut)
                chains.Add(new Chain(shot, done.Ready) { Tool = done.Tool, Shot = ++begun });
        }

        return Summed(bench.Slots, firstPart ?? lastPart, lastPart, work, laidOut);
    }

    /// <summary>How many tools bring the last part home in time; null when a dozen do not.</summary>
    public static int? ToolsFor(DateOnly date, WorkToLay work) =>
        Enumerable
            .Range(1, MostTools)
            .Cast<int?>()
            .FirstOrDefault(tools => Shared.Lay(work with { Tools = tools!.Value }).LastPart.Day() <= date);

    private static Schedule Summed(List<Slot> slots, LocalDateTime first, LocalDateTime last, WorkToLay work, int laidOut)
    {
        slots.Sort((a, b) => a.Start.CompareTo(b.Start));
        var shots = slots.Where(s => s.Shot is not null).ToList();
        var days = shots.Count == 0 ? 1 : Math.Max(1, WorkingDays.Between(shots[0].Start.Day(), last.Day()) + 1);
        var pace = laidOut / (double)days;
        if (work.Shots > laidOut)
        {
            var day = WorkingDays.Add(last.Day(), (work.Shots - laidOut) / pace);
            last = LocalDate.FromDateOnly(day).At(Math.Min(work.Hours.ToH, 23.99));
        }

        return new Schedule(slots, first, last, last.AfterMinutes(60 * work.ReadyH), work.Shots, laidOut, pace);
    }

    /// <summary>Operations that repeat alike, those that follow at once together.</summary>
    private static List<List<Operation>> Blocks(IReadOnlyList<Operation> operations, Repeats repeats)
    {
        var blocks = new List<List<Operation>>();
        foreach (var operation in operations.Where(o => o.Repeats == repeats))
        {
            if (operation.FollowsSoon && blocks.Count > 0)
                blocks[^1].Add(operation);
            else
                blocks.Add([operation]);
        }

        return blocks;
    }

    private sealed class Chain(List<List<Operation>> blocks, LocalDateTime ready)
    {
        public List<List<Operation>> Blocks { get; } = blocks;

        public LocalDateTime Ready { get; set; } = ready;

        public int Done { get; set; }

        /// <summary>Its tool is taken for the next shot.</summary>
        public bool IsFree { get; set; }

        public int? Tool { get; init; }

        public int? Shot { get; init; }

        public List<Operation> Next => Blocks[Done];
    }

    /// <summary>One pair of hands, one pot, one chamber, one oven.</summary>
    private sealed class Bench(WorkingHours hours, LocalDateTime start)
    {
        private LocalDateTime _handsFree = start;

        private readonly Dictionary<string, Use> _uses = EquipmentKinds
            .All.Where(k => k.IsOneInPlan)
            .ToDictionary(k => k.Id, _ => new Use(start, null));

        /// <summary>Until when something is used, and at what temperature.</summary>
        private sealed record Use(LocalDateTime Until, double? AtC);

        public List<Slot> Slots { get; } = [];

        public LocalDateTime StartOf(Chain chain)
        {
            var (at, offset, withHands) = (chain.Ready, 0.0, 0.0);
            foreach (var operation in chain.Next)
            {
                foreach (var hold in operation.Holds)
                {
                    if (TakenUntil(hold) is not { } taken)
                        continue;
                    var free = taken.AfterMinutes(-offset - (hold.During == During.Alone ? operation.HandsMin : 0));
                    at = free > at ? free : at;
                }

                withHands = operation.HandsMin > 0 ? offset + operation.HandsMin : withHands;
                offset += operation.HandsMin + operation.WaitMin;
            }

            return withHands == 0 ? at : hours.StartFor(withHands, at > _handsFree ? at : _handsFree);
        }

        public LocalDateTime DoAll(Chain chain)
        {
            for (; chain.Done < chain.Blocks.Count; chain.Done++)
                chain.Ready = Do(chain);
            return chain.Ready;
        }

        public LocalDateTime Do(Chain chain)
        {
            var at = StartOf(chain);
            foreach (var operation in chain.Next)
            {
                var handsEnd = operation.HandsMin > 0 ? hours.After(at, operation.HandsMin) : at;
                var end = handsEnd.AfterWholeSeconds(operation.WaitMin);
                Slots.Add(new Slot(operation.Id, chain.Shot, chain.Tool, at, handsEnd, end));
                if (operation.HandsMin > 0)
                    _handsFree = handsEnd;
                foreach (var hold in operation.Holds)
                    Take(hold, hold.During == During.Hands ? handsEnd : end);
                at = end;
            }

            return at;
        }

        /// <summary>Null when it may be had at any time: an oven also while it is used at the same temperature.</summary>
        private LocalDateTime? TakenUntil(Hold hold) =>
            !_uses.TryGetValue(hold.Resource, out var use) || (hold.AtC is not null && hold.AtC == use.AtC) ? null : use.Until;

        private void Take(Hold hold, LocalDateTime until)
        {
            if (_uses.TryGetValue(hold.Resource, out var use))
                _uses[hold.Resource] = new(until > use.Until ? until : use.Until, hold.AtC);
        }
    }
}
