using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Planning;

namespace Stampo.Core.Scheduling;

/// <summary>
/// Lays the whole shop out block by block: what is under way stays, what is pinned is put where it was pinned, then whatever can begin
/// first does, by whoever is free, and of what can begin in the same hour the job that is wanted first.
/// </summary>
public sealed class ShopListScheduler : IShopScheduler
{
    /// <summary>Exactly so many shots of a job; what is beyond is carried on at their pace.</summary>
    private const int MostShots = 40;

    public static ShopListScheduler Shared { get; } = new();

    public ShopSchedule Lay(ShopWork work) => LayOut(work).Summed();

    internal static LaidShop LayOut(ShopWork work)
    {
        var laid = new Laid(work);
        laid.LayAll();
        return laid.Whole();
    }

    /// <summary>What each job costs the others: the shop laid out once more without it.</summary>
    public static IReadOnlyList<Push> Pushes(ShopWork work, ShopSchedule with, string job)
    {
        var without = Shared.Lay(work with { Jobs = [.. work.Jobs.Where(j => j.Id != job)] });
        return
        [
            .. from other in without.Jobs
            join now in with.Jobs on other.Job equals now.Job
            where now.Done.Date > other.Done.Date
            select new Push(other.Job, job, other.Done, now.Done),
        ];
    }

    /// <summary>Jobs that come late, with what would bring each home: tried, not guessed.</summary>
    public static IReadOnlyList<Collision> Late(ShopWork work, ShopSchedule schedule)
    {
        var late = new List<Collision>();
        foreach (var done in schedule.Jobs.Where(d => d.DaysLate is not null))
        {
            var job = work.Jobs.First(j => j.Id == done.Job);
            var frees = new List<string>();
            void Try(ShopWork other, string says)
            {
                if (Shared.Lay(other).Jobs.First(d => d.Job == job.Id) is var instead && instead.Done.Day() < done.Done.Day())
                    frees.Add($"{says}: done {instead.Done.Day():ddd d MMM}{(instead.DaysLate is null ? ", in time" : "")}.");
            }

            Try(work with { Jobs = [.. work.Jobs.Select(j => j.Id == job.Id ? j with { Tools = j.Tools + 1 } : j)] }, "One more tool");
            foreach (var other in work.Jobs.Where(j => j.Id != job.Id))
                Try(work with { Jobs = [.. work.Jobs.Where(j => j.Id != other.Id)] }, $"Without {other.Title}");
            frees.Add($"A later date: {done.Done.Day():ddd d MMM}.");
            late.Add(
                new Collision(
                    "schedule.late",
                    job.Id,
                    $"{job.Title} is wanted {job.WantedBy:ddd d MMM} and done {done.Done.Day():ddd d MMM}: "
                        + $"{Wording.Text.Count(done.DaysLate!.Value, "working day")} late.",
                    frees
                )
            );
        }

        return late;
    }

    /// <summary>A piece on its way: its blocks, when the next may begin.</summary>
    private sealed class Chain(ShopJob job, WorkPiece piece, List<WorkBlock> blocks, int ready)
    {
        public ShopJob Job { get; } = job;

        public WorkPiece Piece { get; } = piece;

        public List<WorkBlock> Blocks { get; } = blocks;

        public int Ready { get; set; } = ready;

        public int Next { get; set; }

        public bool HasFreedTool { get; set; }

        /// <summary>Who was at it last.</summary>
        public string? Person { get; set; }

        /// <summary>The placements that make it ready.</summary>
        public IReadOnlyList<int> After { get; set; } = [];

        /// <summary>When each operation of it began and ended, and in which placement, for what hangs on it.</summary>
        public Dictionary<string, (int Start, int End, int In)> Done { get; } = [];
    }

    private sealed class Laid
    {
        private readonly ShopWork _work;
        private readonly Ledger _ledger;
        private readonly List<Chain> _chains = [];
        private readonly List<ShopSlot> _begun = [];
        private readonly List<Placement> _placed = [];
        private readonly List<(string Machine, Busy Busy)> _inUse = [];
        private readonly List<Collision> _collisions = [];
        private readonly Dictionary<string, Progress> _progress;

        /// <summary>How far a job is: pieces ended, shots begun, when tools are free.</summary>
        private sealed class Progress
        {
            public int NextShot { get; set; }

            public int ShotsLeft { get; set; }

            public int LaidOut { get; set; }

            public int Open { get; set; }

            public int End { get; set; }

            /// <summary>When what is under way is over.</summary>
            public int BegunEnd { get; set; }

            /// <summary>The last placement of each piece.</summary>
            public List<int> Ends { get; } = [];

            public bool IsStuck { get; set; }
        }

        public Laid(ShopWork work)
        {
            _work = work;
            _ledger = new Ledger(work.Shop, work.Now);
            _progress = work.Jobs.ToDictionary(j => j.Id, _ => new Progress());
        }

        public void LayAll()
        {
            foreach (var job in _work.Jobs)
            {
                Count(job);
                foreach (var piece in job.UnderWay.Where(p => !p.IsOver))
                    GoOn(job, piece);
            }

            foreach (var job in _work.Jobs)
                Begin(job);
            while (Choose() is { } chosen)
                Put(chosen.Chain, chosen.Start, chosen.Person, chosen.Machines);
        }

        /// <summary>What may begin first; of what may in the same hour, what is wanted first.</summary>
        private (Chain Chain, int Start, string? Person, IReadOnlyList<string> Machines)? Choose()
        {
            (Chain Chain, int Start, string? Person, IReadOnlyList<string> Machines)? best = null;
            (int, DateOnly, int, int) bestKey = default;
            foreach (var chain in _chains.ToList())
            {
                var block = chain.Blocks[chain.Next];
                if (StartOf(chain, block) is not { } found)
                {
                    Refuse(chain, block);
                    continue;
                }

                var key = (found.Start / 60, chain.Job.WantedBy ?? DateOnly.MaxValue, found.Start, chain.Piece.Shot ?? 0);
                if (best is not null && key.CompareTo(bestKey) >= 0)
                    continue;
                (best, bestKey) = ((chain, found.Start, found.Person, found.Machines), key);
            }

            return best;
        }

        private (int Start, string? Person, IReadOnlyList<string> Machines)? StartOf(Chain chain, WorkBlock block)
        {
            var from = Math.Max(chain.Ready, LeastOf(chain, block));
            if (PinOf(block) is { } pin)
                from = Math.Max(from, pin);
            return _ledger.Earliest(block, from, chain.Person);
        }

        private int? PinOf(WorkBlock block) =>
            _work.Pins.FirstOrDefault(p =>
                p.Job == block.Job && p.Piece == block.Piece && block.Steps.Any(s => s.Operation.Id == p.Operation)
            )
                is { } pin
                ? Math.Max(0, _ledger.MinuteOf(pin.Start) - block.Steps.First(s => s.Operation.Id == pin.Operation).Offset)
                : null;

        private static int LeastOf(Chain chain, WorkBlock block) =>
            Lags(chain, block).Select(l => l.From + l.Delay).DefaultIfEmpty(0).Max();

        /// <summary>What must have been so long ago before a block begins: minutes of it, the delay, the placement it stands in.</summary>
        private static IEnumerable<(int From, int Delay, int In)> Lags(Chain chain, WorkBlock block) =>
            from step in block.Steps
            from lag in step.Operation.Lags
            where lag.LeastMin > 0 && chain.Done.ContainsKey(lag.After)
            let done = chain.Done[lag.After]
            select (
                lag.From == Edge.Start ? done.Start : done.End,
                (int)Math.Ceiling(lag.LeastMin) - (lag.To == Edge.Start ? step.Offset : step.End),
                done.In
            );

        private void Put(Chain chain, int start, string? person, IReadOnlyList<string> machines)
        {
            var block = chain.Blocks[chain.Next++];
            _ledger.Take(block, start, person, machines);
            chain.Person = person ?? chain.Person;
            var waits = Lags(chain, block)
                .Where(l => l.In >= 0)
                .Select(l => new PlacedAfter(l.In, l.From - _placed[l.In].Start + l.Delay))
                .ToList();
            waits.AddRange(chain.After.Select(i => new PlacedAfter(i, _placed[i].Block.Length)));
            var least = chain.After.Count == 0 ? chain.Ready : _progress[chain.Job.Id].BegunEnd;
            _placed.Add(new Placement(block, start, person, machines, waits, least, PinOf(block) is not null));
            foreach (var step in block.Steps)
                chain.Done[step.Operation.Id] = (start + step.Offset, start + step.End, _placed.Count - 1);
            (chain.Ready, chain.After) = (start + block.Length, [_placed.Count - 1]);
            After(chain, block.FreesTool);
        }

        /// <summary>What a block sets free: its tool, the next piece, the end of the job.</summary>
        private void After(Chain chain, bool freesTool)
        {
            var (job, progress) = (chain.Job, _progress[chain.Job.Id]);
            var isOver = chain.Next >= chain.Blocks.Count;
            progress.End = Math.Max(progress.End, chain.Ready);
            if (chain.Piece.Repeats == Repeats.EachShot && !chain.HasFreedTool && (freesTool || isOver))
            {
                chain.HasFreedTool = true;
                NextShot(job, progress, chain.Piece.Tool ?? 1, chain.Ready, chain.After);
            }

            if (!isOver)
                return;
            _chains.Remove(chain);
            progress.Open--;
            progress.Ends.AddRange(chain.After);
            switch (chain.Piece.Repeats)
            {
                case Repeats.Once:
                    NextTool(job, progress, 1, chain.Ready, chain.After);
                    break;
                case Repeats.EachTool:
                    NextShot(job, progress, chain.Piece.Tool ?? 1, chain.Ready, chain.After);
                    if (chain.Piece.Tool < job.LastTool)
                        NextTool(job, progress, (chain.Piece.Tool ?? 1) + 1, chain.Ready, chain.After);
                    break;
            }

            if (progress is { Open: 0, ShotsLeft: 0, IsStuck: false } && chain.Piece.Repeats != Repeats.Last)
                Open(job, progress, new WorkPiece(Repeats.Last), progress.End, progress.Ends);
        }

        /// <summary>A piece that was begun: what is done is done, what has begun stays, the rest follows.</summary>
        private void GoOn(ShopJob job, PieceUnderWay under)
        {
            var progress = _progress[job.Id];
            var chain = new Chain(job, under.Piece, [], 0);
            var left = new List<Operation>();
            foreach (var operation in job.Operations.Where(under.Piece.Holds))
            {
                var state = under.Operations.FirstOrDefault(o => o.Operation == operation.Id);
                if (state is { IsDone: true })
                    continue;
                if (state?.Began is not { } began || left.Count > 0)
                {
                    left.Add(operation);
                    continue;
                }

                var handsEnd = state.HandsEnd ?? Later(began.AfterMinutes(operation.HandsMin), _work.Now);
                var end = Later(handsEnd.AfterMinutes(operation.WaitMin), _work.Now);
                var (from, until) = (_ledger.MinuteOf(began), Math.Max(0, _ledger.MinuteOf(end)));
                var block = WorkBlock.Of(job.Id, under.Piece, [operation with { HandsMin = 0, WaitMin = Math.Max(1, until) }]).Single();
                if (_ledger.Earliest(block, 0) is { } found)
                {
                    _ledger.Take(block, 0, null, found.Machines);
                    _inUse.AddRange(_ledger.HeldBy(block, 0, found.Machines));
                }

                chain.Done[operation.Id] = (from, until, -1);
                chain.Ready = Math.Max(chain.Ready, until);
                progress.BegunEnd = Math.Max(progress.BegunEnd, until);
                _begun.Add(new ShopSlot(job.Id, under.Piece, operation.Id, operation.Name, began, handsEnd, end, null, [], true, false));
            }

            chain.Blocks.AddRange(WorkBlock.Of(job.Id, under.Piece, left));
            progress.Open++;
            if (chain.Blocks.Count > 0)
                _chains.Add(chain);
            else
                After(chain, false);
        }

        private static LocalDateTime Later(LocalDateTime one, LocalDateTime other) => one > other ? one : other;

        private static IReadOnlyList<PieceUnderWay> ShotsOf(ShopJob job) =>
            [.. job.UnderWay.Where(p => p.Piece.Repeats == Repeats.EachShot)];

        /// <summary>The shots that were begun are not begun again.</summary>
        private void Count(ShopJob job)
        {
            var (progress, shots) = (_progress[job.Id], ShotsOf(job));
            progress.NextShot = 1 + shots.Select(p => p.Piece.Shot ?? 0).DefaultIfEmpty(0).Max();
            progress.ShotsLeft = Math.Max(0, job.Shots - shots.Count);
        }

        /// <summary>What of a job may be begun now, by what was done of it.</summary>
        private void Begin(ShopJob job)
        {
            var (progress, shots) = (_progress[job.Id], ShotsOf(job));
            bool Is(Repeats repeats, Func<PieceUnderWay, bool> holds) => job.UnderWay.Any(p => p.Piece.Repeats == repeats && holds(p));
            bool Asks(Repeats repeats) => job.Operations.Any(o => o.Repeats == repeats);
            if (Asks(Repeats.Once) && !Is(Repeats.Once, _ => true) && shots.Count == 0)
            {
                Open(job, progress, new WorkPiece(Repeats.Once), 0);
                return;
            }

            if (Is(Repeats.Once, p => !p.IsOver))
                return;
            var makes = Asks(Repeats.EachTool);
            var made = job.UnderWay.Where(p => p.Piece.Repeats == Repeats.EachTool).Select(p => p.Piece.Tool ?? 0).DefaultIfEmpty(0).Max();
            for (var tool = 1; tool <= Math.Max(job.LastTool, made); tool++)
            {
                var number = tool;
                var isMade =
                    !makes || Is(Repeats.EachTool, p => p.IsOver && p.Piece.Tool == number) || shots.Any(p => p.Piece.Tool == number);
                var isBusy = shots.Any(p => !p.IsOver && p.Piece.Tool == number && !HasFreed(job, p));
                if (job.Retired.Contains(tool))
                    continue;
                if (isMade && !isBusy)
                    NextShot(job, progress, tool, 0);
                if (isMade || Is(Repeats.EachTool, p => !p.IsOver && p.Piece.Tool == number))
                    continue;
                NextTool(job, progress, tool, 0);
                break;
            }

            if (progress is { Open: 0, ShotsLeft: 0 } && !Is(Repeats.Last, _ => true))
                Open(job, progress, new WorkPiece(Repeats.Last), 0);
        }

        private static bool HasFreed(ShopJob job, PieceUnderWay under) =>
            job.Operations.Any(o => o.FreesTool && under.Operations.Any(u => u.Operation == o.Id && u.IsDone));

        private void NextTool(ShopJob job, Progress progress, int tool, int ready, IReadOnlyList<int>? after = null)
        {
            if (job.UnderWay.Any(p => p.Piece is { Repeats: Repeats.EachTool } && p.Piece.Tool == tool))
                return;
            if (job.Operations.Any(o => o.Repeats == Repeats.EachTool))
            {
                Open(job, progress, new WorkPiece(Repeats.EachTool, tool), ready, after);
                return;
            }

            // Nothing is made beforehand: as many stand side by side as there are.
            for (; tool <= job.LastTool; tool++)
                NextShot(job, progress, tool, ready, after);
        }

        private void NextShot(ShopJob job, Progress progress, int tool, int ready, IReadOnlyList<int>? after = null)
        {
            if (progress.ShotsLeft == 0 || progress.LaidOut >= MostShots || job.Retired.Contains(tool))
                return;
            (progress.ShotsLeft, progress.LaidOut) = (progress.ShotsLeft - 1, progress.LaidOut + 1);
            Open(job, progress, new WorkPiece(Repeats.EachShot, tool, progress.NextShot++), ready, after);
        }

        private void Open(ShopJob job, Progress progress, WorkPiece piece, int ready, IReadOnlyList<int>? after = null)
        {
            var blocks = WorkBlock.Of(job.Id, piece, job.Operations.Where(piece.Holds)).ToList();
            if (blocks.Count == 0)
                return;
            progress.Open++;
            _chains.Add(new Chain(job, piece, blocks, ready) { After = after ?? [] });
        }

        private void Refuse(Chain chain, WorkBlock block)
        {
            _chains.Remove(chain);
            if (_progress[chain.Job.Id].IsStuck)
                return;
            _progress[chain.Job.Id].IsStuck = true;
            _collisions.Add(Collisions.OfBlock(chain.Job, block, _ledger));
        }

        public LaidShop Whole() =>
            new(
                _work,
                _ledger,
                _placed,
                _begun,
                _inUse,
                _collisions,
                _progress.ToDictionary(p => p.Key, p => (p.Value.ShotsLeft, p.Value.LaidOut))
            );
    }
}
