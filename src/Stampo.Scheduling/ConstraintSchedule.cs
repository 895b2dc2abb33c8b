using System.Diagnostics;
using Google.OrTools.Sat;
using Google.OrTools.Util;
using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Scheduling;

/// <summary>
/// Lays operations over resources by constraints: the shortest first, then each as early as it can be. What can't be laid out is told by
/// the fewest operations and resources that collide.
/// </summary>
public static class ConstraintSchedule
{
    private const double ForShortestS = 1.2,
        ForEarliestS = 0.6,
        ForConflictS = 1.5,
        OneTryS = 0.3;

    public static ScheduleAnswer Of(ScheduleRequest asked)
    {
        var request = asked.Checked();
        var model = new Model(request, request.Operations, request.Resources);
        var found = model.Shortest(ForShortestS);
        if (found is null)
            return model.IsImpossible
                ? new ScheduleAnswer(ScheduleStatus.Infeasible, null, [], Conflict(request))
                : throw new RefusalException(
                    "schedule.no-answer",
                    "In the time there was neither a schedule was found nor that there is none. Ask for fewer operations at once.",
                    "operations"
                );
        var isShortest = model.IsProven;
        var starts = model.Earliest(found, ForEarliestS) ?? found;
        var slots = request.Operations.Select((o, i) => Slot(o, starts[i])).ToList();
        var status = isShortest && model.IsProven ? ScheduleStatus.Optimal : ScheduleStatus.Feasible;
        return new ScheduleAnswer(status, slots.Max(s => s.EndMin), slots, []);
    }

    private static TimedSlot Slot(TimedOperation o, long start) =>
        new(o.Id, (int)start, (int)(start + o.HandsMin), (int)(start + o.HandsMin + o.WaitMin));

    /// <summary>
    /// What collides: parts of the question are left out, half of them at once where that still can't be laid out, until none can be
    /// spared.
    /// </summary>
    private static IReadOnlyList<string> Conflict(ScheduleRequest request)
    {
        var clock = Stopwatch.StartNew();
        List<object> kept = [.. request.Operations, .. request.Resources];
        for (var size = kept.Count / 2; size >= 1; size = size == 1 ? 0 : (size + 1) / 2)
        for (var at = 0; at < kept.Count && clock.Elapsed.TotalSeconds < ForConflictS; )
        {
            var without = kept.Where((_, i) => i < at || i >= at + size).ToList();
            if (Collides(request, without))
                kept = without;
            else
                at += size;
        }

        return [.. kept.Select(part => part is TimedOperation o ? o.Id : ((TimedResource)part).Id)];
    }

    private static bool Collides(ScheduleRequest request, List<object> parts)
    {
        var model = new Model(request, [.. parts.OfType<TimedOperation>()], [.. parts.OfType<TimedResource>()]);
        model.Any(OneTryS);
        return model.IsImpossible;
    }

    /// <summary>Some operations over some resources of a question; the others are as if they were not there.</summary>
    private sealed class Model
    {
        private readonly CpModel _model = new();
        private readonly IReadOnlyList<TimedOperation> _operations;
        private readonly IntVar[] _starts;
        private readonly IntVar _end;

        public Model(ScheduleRequest request, IReadOnlyList<TimedOperation> operations, IReadOnlyList<TimedResource> resources)
        {
            _operations = operations;
            var horizon = (long)request.HorizonMin;
            _starts = [.. operations.Select(o => _model.NewIntVar(0, horizon, o.Id))];
            _end = _model.NewIntVar(0, horizon, "end");
            for (var i = 0; i < operations.Count; i++)
                _model.Add(_starts[i] + Long(operations[i]) <= _end);
            foreach (var resource in resources)
                Hold(resource);
            Lag();
        }

        /// <summary>Of what was asked last: no better one is possible.</summary>
        public bool IsProven { get; private set; }

        /// <summary>Of what was asked last: there is none.</summary>
        public bool IsImpossible { get; private set; }

        public long[]? Any(double seconds) => Solved(seconds);

        public long[]? Shortest(double seconds)
        {
            _model.Minimize(_end);
            return Solved(seconds);
        }

        /// <summary>Every start as early as it can be, in no more time than was found.</summary>
        public long[]? Earliest(long[] found, double seconds)
        {
            _model.Add(_end <= found.Select((start, i) => start + Long(_operations[i])).Max());
            for (var i = 0; i < found.Length; i++)
                _model.AddHint(_starts[i], found[i]);
            _model.Minimize(LinearExpr.Sum(_starts));
            return Solved(seconds);
        }

        private static long Long(TimedOperation o) => (long)(o.HandsMin + o.WaitMin);

        private long[]? Solved(double seconds)
        {
            var solver = Solver.For(seconds);
            var status = solver.Solve(_model);
            IsProven = status == CpSolverStatus.Optimal;
            IsImpossible = status == CpSolverStatus.Infeasible;
            return status is CpSolverStatus.Optimal or CpSolverStatus.Feasible ? Array.ConvertAll(_starts, s => solver.Value(s)) : null;
        }

        private void Hold(TimedResource resource)
        {
            var all = _model.AddCumulative((long)resource.Capacity);
            for (var i = 0; i < _operations.Count; i++)
                foreach (var hold in (_operations[i].Holds ?? []).Where(h => h.Resource == resource.Id))
                {
                    var (from, minutes) = Phase(_operations[i], hold.During);
                    if (minutes == 0)
                        continue;
                    all.AddDemand(_model.NewFixedSizeIntervalVar(_starts[i] + from, minutes, ""), 1);
                    if (resource.Windows is { } windows)
                        _model.AddLinearExpressionInDomain(_starts[i], StartsWithin(windows, from, minutes));
                }
        }

        /// <summary>How long after the start a hold begins, and how long it lasts.</summary>
        private static (long From, long Minutes) Phase(TimedOperation o, During during) =>
            during switch
            {
                During.Hands => (0, (long)o.HandsMin),
                During.Alone => ((long)o.HandsMin, (long)o.WaitMin),
                _ => (0, Long(o)),
            };

        private static Domain StartsWithin(IReadOnlyList<IReadOnlyList<double>> windows, long from, long minutes) =>
            Domain.FromIntervals([
                .. windows
                    .Select(w => (First: (long)w[0] - from, Last: (long)w[1] - from - minutes))
                    .Where(w => w.Last >= w.First)
                    .Select(w => new[] { w.First, w.Last }),
            ]);

        private void Lag()
        {
            var at = _operations.Select((o, i) => (o.Id, i)).ToDictionary(o => o.Id, o => o.i);
            for (var i = 0; i < _operations.Count; i++)
                foreach (var lag in _operations[i].After ?? [])
                {
                    if (!at.TryGetValue(lag.Id, out var other))
                        continue;
                    var ended = _starts[other] + Long(_operations[other]);
                    _model.Add(_starts[i] >= ended + (long)lag.MinLagMin);
                    if (lag.MaxLagMin is { } most)
                        _model.Add(_starts[i] <= ended + (long)most);
                }
        }
    }
}
