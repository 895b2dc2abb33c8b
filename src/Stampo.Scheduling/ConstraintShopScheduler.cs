using Google.OrTools.Sat;
using Google.OrTools.Util;
using Stampo.Core.Scheduling;

namespace Stampo.Scheduling;

/// <summary>
/// Takes what the list scheduler laid out and makes it better by constraints: jobs in time first, then done sooner, then fewer starts late
/// in the day. The nearest blocks are moved; what lies further off stays and is kept clear of.
/// </summary>
/// <param name="seconds">As long as it may look.</param>
/// <param name="processors">It may take so many.</param>
public sealed class ConstraintShopScheduler(double seconds, int processors = 2) : IShopScheduler
{
    /// <summary>Blocks that are moved; a month of a busy shop.</summary>
    private const int MostMoved = 120;

    /// <summary>A day late costs as much as so many days of being done later.</summary>
    private const int LateWeighs = 20;

    /// <summary>A start after this hour costs as much as so many minutes.</summary>
    private const int LateHour = 16,
        LateStartMin = 30;

    public ShopSchedule Lay(ShopWork work)
    {
        var laid = ShopListScheduler.LayOut(work);
        if (laid.Placed.Count == 0)
            return laid.Summed();
        var better = new Model(laid).Solved(seconds, processors);
        return (better is not null && CostOf(better) < CostOf(laid) ? better : laid).Summed();
    }

    /// <summary>What the model makes small, of a whole schedule.</summary>
    private static long CostOf(LaidShop laid)
    {
        var cost = 0L;
        foreach (var job in laid.Work.Jobs)
        {
            var end = laid.Placed.Where(p => p.Block.Job == job.Id).Select(p => p.Start + p.Block.Length).DefaultIfEmpty(0).Max();
            cost += end + LateWeighs * Math.Max(0, end - DueOf(laid, job));
        }

        return cost + LateStartMin * laid.Placed.Count(p => p.Block.NeedsHands && IsLate(laid, p.Start + p.Block.HandsFrom));
    }

    private static bool IsLate(LaidShop laid, int minute) => laid.Ledger.At(minute).Hour >= LateHour;

    private static int DueOf(LaidShop laid, ShopJob job) =>
        job.WantedBy is { } day
            ? Math.Max(0, laid.Ledger.MinuteOf(NodaTime.LocalDate.FromDateOnly(day).PlusDays(1).AtMidnight()))
            : Ledger.HorizonDays * 24 * 60;

    private sealed class Model
    {
        private readonly LaidShop _laid;
        private readonly CpModel _model = new();
        private readonly int[] _near;
        private readonly Dictionary<int, IntVar> _starts = [];
        private readonly Dictionary<int, List<(string Person, BoolVar Is)>> _people = [];
        private readonly List<LinearExpr> _costs = [];
        private readonly int _horizon;

        public Model(LaidShop laid)
        {
            _laid = laid;
            _near = [.. Enumerable.Range(0, laid.Placed.Count).OrderBy(i => laid.Placed[i].Start).Take(MostMoved)];
            _horizon = laid.Placed.Max(p => p.Start + p.Block.Length);
            foreach (var i in _near)
                Begin(i);
            Follow();
            Hands();
            Machines();
            Make();
        }

        private void Begin(int i)
        {
            var placed = _laid.Placed[i];
            var (low, high) = placed.IsPinned ? (placed.Start, placed.Start) : (placed.NotBefore, _horizon - placed.Block.Length);
            _starts[i] = _model.NewIntVar(low, Math.Max(low, Math.Max(high, placed.Start)), $"b{i}");
            _model.AddHint(_starts[i], placed.Start);
        }

        /// <summary>Of what is moved its variable, of what stays its time.</summary>
        private LinearExpr StartOf(int i) => _starts.TryGetValue(i, out var start) ? start : LinearExpr.Constant(_laid.Placed[i].Start);

        private void Follow()
        {
            for (var i = 0; i < _laid.Placed.Count; i++)
                foreach (var (before, delay) in _laid.Placed[i].After)
                    if (_starts.ContainsKey(i) || _starts.ContainsKey(before))
                        _model.Add(StartOf(i) >= StartOf(before) + delay);
        }

        /// <summary>One person each, inside their hours, one thing at a time.</summary>
        private void Hands()
        {
            var busy = _laid.Ledger.People.ToDictionary(p => p.Person.Id, _ => new List<IntervalVar>());
            for (var i = 0; i < _laid.Placed.Count; i++)
            {
                var (placed, block) = (_laid.Placed[i], _laid.Placed[i].Block);
                if (!block.NeedsHands)
                    continue;
                var length = block.HandsTo - block.HandsFrom;
                if (!_starts.TryGetValue(i, out var start))
                {
                    busy[placed.Person!]
                        .Add(_model.NewFixedSizeIntervalVar(LinearExpr.Constant(placed.Start + block.HandsFrom), length, ""));
                    continue;
                }

                _people[i] = [];
                foreach (var (person, windows) in _laid.Ledger.People)
                {
                    var id = person.Id;
                    var within = Within(windows, block);
                    if (within is null && id != placed.Person)
                        continue;
                    var isThis = _model.NewBoolVar($"b{i} {id}");
                    _people[i].Add((id, isThis));
                    _model.AddHint(isThis, id == placed.Person ? 1 : 0);
                    _costs.Add(isThis * Ledger.Strangeness(person, block));
                    if (within is not null)
                        _model.AddLinearExpressionInDomain(start, within).OnlyEnforceIf(isThis);
                    busy[id].Add(_model.NewOptionalFixedSizeIntervalVar(start + block.HandsFrom, length, isThis, ""));
                }

                _model.AddExactlyOne(_people[i].Select(p => p.Is));
            }

            foreach (var one in busy.Values.Where(b => b.Count > 1))
                _model.AddNoOverlap(one);
        }

        private Domain? Within(IReadOnlyList<Busy> windows, WorkBlock block)
        {
            var starts = windows
                .TakeWhile(w => w.From <= _horizon)
                .Select(w => new[] { (long)w.From - block.HandsFrom, (long)w.To - block.HandsTo })
                .Where(w => w[1] >= w[0])
                .ToArray();
            return starts.Length == 0 ? null : Domain.FromIntervals(starts);
        }

        /// <summary>Each machine one thing at a time, but an oven also what wants the same temperature.</summary>
        private void Machines()
        {
            var held = new Dictionary<string, List<(LinearExpr From, int Length, double? AtC, bool Moves)>>();
            void Add(string machine, LinearExpr from, int length, double? atC, bool moves)
            {
                if (!held.TryGetValue(machine, out var list))
                    held[machine] = list = [];
                list.Add((from, length, atC, moves));
            }

            for (var i = 0; i < _laid.Placed.Count; i++)
                foreach (var (machine, busy) in _laid.Ledger.HeldBy(_laid.Placed[i].Block, 0, _laid.Placed[i].Machines))
                    Add(machine, StartOf(i) + busy.From, busy.To - busy.From, busy.AtC, _starts.ContainsKey(i));
            foreach (var (machine, busy) in _laid.InUse)
                Add(machine, LinearExpr.Constant(busy.From), busy.To - busy.From, busy.AtC, false);
            foreach (var uses in held.Values)
                Apart(uses);
        }

        private void Apart(List<(LinearExpr From, int Length, double? AtC, bool Moves)> uses)
        {
            if (uses.TrueForAll(u => u.AtC is null))
            {
                _model.AddNoOverlap(uses.Select(u => _model.NewFixedSizeIntervalVar(u.From, u.Length, "")));
                return;
            }

            for (var i = 0; i < uses.Count; i++)
            for (var j = i + 1; j < uses.Count; j++)
            {
                var (one, other) = (uses[i], uses[j]);
                if ((one.AtC is not null && one.AtC == other.AtC) || !(one.Moves || other.Moves))
                    continue;
                var first = _model.NewBoolVar("");
                _model.Add(one.From + one.Length <= other.From).OnlyEnforceIf(first);
                _model.Add(other.From + other.Length <= one.From).OnlyEnforceIf(first.Not());
            }
        }

        /// <summary>In time, then soon, then tidy.</summary>
        private void Make()
        {
            foreach (var job in _laid.Work.Jobs)
            {
                var mine = _near.Where(i => _laid.Placed[i].Block.Job == job.Id).ToList();
                if (mine.Count == 0)
                    continue;
                var end = _model.NewIntVar(0, 2L * _horizon, $"end {job.Id}");
                var late = _model.NewIntVar(0, 2L * _horizon, $"late {job.Id}");
                foreach (var i in mine)
                    _model.Add(end >= _starts[i] + _laid.Placed[i].Block.Length);
                _model.Add(late >= end - DueOf(_laid, job));
                _costs.Add(end);
                _costs.Add(late * LateWeighs);
            }

            foreach (var i in _near.Where(i => _laid.Placed[i].Block.NeedsHands))
            {
                var early = _model.NewBoolVar("");
                _model.AddLinearExpressionInDomain(_starts[i] + _laid.Placed[i].Block.HandsFrom, Early()).OnlyEnforceIf(early);
                _costs.Add(early.NotAsExpr() * LateStartMin);
            }

            _model.Minimize(LinearExpr.Sum(_costs));
        }

        private Domain? _early;

        /// <summary>Minutes before the late hour of each day.</summary>
        private Domain Early() =>
            _early ??= Domain.FromIntervals([
                .. Enumerable
                    .Range(0, _horizon / 1440 + 2)
                    .Select(day => _laid.Ledger.At(0).Date.PlusDays(day))
                    .Select(day =>
                        new[]
                        {
                            (long)_laid.Ledger.MinuteOf(day.AtMidnight()),
                            _laid.Ledger.MinuteOf(day.AtMidnight().PlusHours(LateHour)) - 1,
                        }
                    ),
            ]);

        public LaidShop? Solved(double within, int processors)
        {
            var solver = Solver.For(within, processors);
            if (solver.Solve(_model) is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
                return null;
            return _laid with
            {
                Placed =
                [
                    .. _laid.Placed.Select(
                        (placed, i) =>
                            _starts.TryGetValue(i, out var start)
                                ? placed with
                                {
                                    Start = (int)solver.Value(start),
                                    Person = _people.TryGetValue(i, out var people)
                                        ? people.First(p => solver.BooleanValue(p.Is)).Person
                                        : null,
                                }
                                : placed
                    ),
                ],
            };
        }
    }
}
