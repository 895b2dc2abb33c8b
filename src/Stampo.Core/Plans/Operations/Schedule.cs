using Stampo.Core.Calendar;


namespace Stampo.Core.Plans.Operations;

/// <summary>When an operation is done, for which shot and mold: hands until <paramref name="HandsEnd"/>, then unattended to <paramref name="End"/>.</summary>
public sealed record Slot(string OperationId, int? Shot, int? Mold, DateTime Start, DateTime HandsEnd, DateTime End);

/// <param name="Slots">In the order of their start. Long orders are laid out shot by shot up to a few hundred.</param>
/// <param name="FirstPart">When the first part is in hand.</param>
/// <param name="LastPart">When the last one is.</param>
/// <param name="FullCure">When the last one has its full properties.</param>
/// <param name="Shots">Of the whole order.</param>
/// <param name="ShotsLaidOut">Of them on the calendar one by one; the rest is carried on at the same pace.</param>
/// <param name="ShotsADay">Over the working days from the first pour to the last.</param>
public sealed record Schedule(IReadOnlyList<Slot> Slots, DateTime FirstPart, DateTime LastPart, DateTime FullCure, int Shots, int ShotsLaidOut, double ShotsADay)
{
    private const int MostLaidOut = 300;

    /// <summary>
    /// Lays the operations over working hours for one pair of hands: whatever can begin first does; what shares a clock stays together
    /// inside one day; waits run through the night. Molds after the first are made from the same pattern when it is free again. What cures
    /// under pressure has the one pot to itself, and is not poured before the pot is free.
    /// </summary>
    public static Schedule Of(IReadOnlyList<Operation> operations, int molds, int shots, double fullCureH, WorkingHours hours, DateTime start)
    {
        var bench = new Bench(hours.Checked(), start);
        var (pattern, mold, shot) = (Blocks(operations, Stage.Pattern), Blocks(operations, Stage.Mold), Blocks(operations, Stage.Shot));
        var ready = pattern.Count == 0 ? start : bench.DoAll(new Chain(pattern, start));
        var laidOut = Math.Min(shots, MostLaidOut);
        var (begun, made, lastPart) = (0, 0, start);
        // Shells and prints are made with each shot: as many stand side by side as there are molds asked for.
        List<Chain> chains = mold.Count > 0 ? [new Chain(mold, ready) { Mold = 1 }] : [.. Enumerable.Range(1, Math.Min(molds, laidOut)).Select(m => new Chain(shot, ready) { Mold = m, Shot = ++begun })];
        var firstPart = (DateTime?)null;
        while (chains.Count > 0)
        {
            var next = bench.BeforePot ?? chains.MinBy(c => (bench.StartOf(c), c.Shot ?? 0))!;
            next.Ready = bench.Do(next);
            if (++next.Done < next.Blocks.Count)
                continue;
            chains.Remove(next);
            if (next.Shot is not null)
                (firstPart, lastPart) = (firstPart ?? next.Ready, next.Ready > lastPart ? next.Ready : lastPart);
            else if (++made < molds)
                chains.Add(new Chain(mold, next.Ready) { Mold = made + 1 });
            if (begun < laidOut)
                chains.Add(new Chain(shot, next.Ready) { Mold = next.Mold, Shot = ++begun });
        }

        return Summed(bench.Slots, firstPart ?? start, lastPart, fullCureH, shots, laidOut, hours);
    }

    /// <summary>How many molds bring the last part home in time; null when a dozen do not.</summary>
    public static int? MoldsFor(DateOnly date, IReadOnlyList<Operation> operations, int shots, WorkingHours hours, DateTime start) =>
        Enumerable.Range(1, 12).Cast<int?>().FirstOrDefault(molds => DateOnly.FromDateTime(Of(operations, molds!.Value, shots, 0, hours, start).LastPart) <= date);

    private static Schedule Summed(List<Slot> slots, DateTime first, DateTime last, double fullCureH, int shots, int laidOut, WorkingHours hours)
    {
        slots.Sort((a, b) => a.Start.CompareTo(b.Start));
        var poured = slots.Where(s => s.Shot is not null).ToList();
        var days = poured.Count == 0 ? 1 : Math.Max(1, WorkingDays.Between(DateOnly.FromDateTime(poured[0].Start), DateOnly.FromDateTime(last)) + 1);
        var pace = laidOut / (double)days;
        if (shots > laidOut)
            last = WorkingDays.Add(DateOnly.FromDateTime(last), (shots - laidOut) / pace).ToDateTime(TimeOnly.FromTimeSpan(TimeSpan.FromHours(Math.Min(hours.ToH, 23.99))));
        return new Schedule(slots, first, last, last.AddHours(fullCureH), shots, laidOut, pace);
    }

    /// <summary>Operations of a stage, those that share a clock together.</summary>
    private static List<List<Operation>> Blocks(IReadOnlyList<Operation> operations, Stage stage)
    {
        var blocks = new List<List<Operation>>();
        foreach (var operation in operations.Where(o => o.Stage == stage))
        {
            if (operation.Clock is not null && blocks.Count > 0 && blocks[^1][^1].Clock == operation.Clock)
                blocks[^1].Add(operation);
            else
                blocks.Add([operation]);
        }

        return blocks;
    }

    private sealed class Chain(List<List<Operation>> blocks, DateTime ready)
    {
        public List<List<Operation>> Blocks { get; } = blocks;

        public DateTime Ready { get; set; } = ready;

        public int Done { get; set; }

        public int? Mold { get; init; }

        public int? Shot { get; init; }

        public List<Operation> Next => Blocks[Done];

        /// <summary>What is next, or what must follow it at once, needs the pot.</summary>
        public bool WantsPot => InPot(Next) || (Done + 1 < Blocks.Count && InPot(Blocks[Done + 1]));

        public static bool InPot(List<Operation> block) => block.Exists(o => o.Needs.Contains(Need.Pot));
    }

    /// <summary>One pair of hands and one pressure pot.</summary>
    private sealed class Bench(WorkingHours hours, DateTime start)
    {
        private DateTime _free = start, _potFree = start;

        /// <summary>Has been filled, and goes into the pot before anything else is done.</summary>
        public Chain? BeforePot { get; private set; }

        public List<Slot> Slots { get; } = [];

        public DateTime StartOf(Chain chain)
        {
            var (block, at) = (chain.Next, chain.Ready);
            var needed = block.Sum(o => o.HandsMin);
            if (chain.WantsPot)
            {
                var potFree = Chain.InPot(block) ? _potFree : _potFree.AddMinutes(-block.Sum(o => o.HandsMin + o.WaitMin));
                at = potFree > at ? potFree : at;
            }

            return needed == 0 ? at : hours.StartFor(needed, at > _free ? at : _free);
        }

        public DateTime DoAll(Chain chain)
        {
            for (; chain.Done < chain.Blocks.Count; chain.Done++)
                chain.Ready = Do(chain);
            return chain.Ready;
        }

        public DateTime Do(Chain chain)
        {
            var at = StartOf(chain);
            foreach (var operation in chain.Next)
            {
                var handsEnd = operation.HandsMin > 0 ? hours.After(at, operation.HandsMin) : at;
                var end = handsEnd.AddSeconds(Math.Round(60 * operation.WaitMin));
                Slots.Add(new Slot(operation.Id, chain.Shot, chain.Mold, at, handsEnd, end));
                if (operation.HandsMin > 0)
                    _free = handsEnd;
                if (operation.Needs.Contains(Need.Pot))
                    _potFree = end;
                at = end;
            }

            BeforePot = !Chain.InPot(chain.Next) && chain.WantsPot ? chain : null;
            return at;
        }
    }
}
