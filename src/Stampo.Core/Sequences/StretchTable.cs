using Stampo.Core.Comparison;
using Stampo.Core.Routes;

namespace Stampo.Core.Sequences;

/// <summary>
/// Every stretch between two marks of the demand on every route, worked out once; searches for the cheapest sequence then cost little.
/// </summary>
public sealed class StretchTable
{
    private const double Rounding = 1e-9;

    /// <summary>How often what the bounds take for the cheapest is drawn before all that could be cheaper is.</summary>
    private const int Looks = 60;

    private readonly Account _account;
    private readonly Trial?[][] _trials;
    private readonly int _marks;
    private readonly int _rows;
    private readonly int[] _mostLate;

    public StretchTable(Account account)
        : this(account, null) { }

    /// <param name="account">Whose stretches.</param>
    /// <param name="of">A table of the same demand: the stretches of routes they share are taken from it.</param>
    private StretchTable(Account account, StretchTable? of)
    {
        _account = account;
        _marks = account.Deliveries.Marks.Count - 1;
        _rows = account.Deliveries.All.Max(d => d.Row) + 1;
        _mostLate = [.. Enumerable.Range(0, _rows).Select(account.MostLate)];
        _trials = [.. account.Routes.AsParallel().AsOrdered().Select(route => of?.TrialsOf(route) ?? TrialsOn(route))];
    }

    /// <summary>The same with one route as another would be: only its stretches are worked out anew.</summary>
    public StretchTable With(CandidateRoute route, CandidateRoute other) => new(_account.With(route, other), this);

    private Trial?[]? TrialsOf(CandidateRoute route) =>
        _account.Routes.Index().Where(r => r.Item == route).Select(r => _trials[r.Index]).FirstOrDefault();

    private Trial?[] TrialsOn(CandidateRoute route)
    {
        var marks = _account.Deliveries.Marks;
        var of = new Trial?[(_marks + 1) * (_marks + 1)];
        for (var i = 0; i < _marks; i++)
        {
            for (var j = i + 1; j <= _marks; j++)
            {
                // What may not serve a row may not serve more than that row either.
                if ((of[Index(i, j)] = _account.Try(route, marks[i], marks[j])) is null)
                    break;
            }
        }

        return of;
    }

    public Account Account => _account;

    public int[] OnTime => new int[_rows];

    /// <summary>Every row may be late by so many working days, also one whose date can't move.</summary>
    public int[] LateBy(int days)
    {
        var late = new int[_rows];
        Array.Fill(late, days);
        return late;
    }

    /// <summary>Every row may be late by so many working days, none past a date that can't move.</summary>
    public int[] LateWhereItCanMove(int days) => [.. _mostLate.Select(most => Math.Min(days, most))];

    /// <summary>One row alone is moved.</summary>
    public int[] LateBy(int row, int days)
    {
        var late = new int[_rows];
        late[row] = Math.Min(days, _mostLate[row]);
        return late;
    }

    /// <summary>
    /// The cheapest sequence when each row may be late by so many working days; null when nothing no riskier than asked serves every row.
    /// </summary>
    public IReadOnlyList<Trial>? Cheapest(int[] lateBy, double? chancePerMonth = null, Verdict atMost = Verdict.AtRisk)
    {
        var chance = chancePerMonth ?? _account.ChancePerMonth;
        if (_trials.Length == 0)
            return null;
        // What may serve, with a bound below its cost; then only what could still be part of the cheapest is drawn.
        var may = new double[_trials.Length][];
        for (var r = 0; r < may.Length; r++)
            may[r] = Array.ConvertAll(
                _trials[r],
                trial =>
                    trial is not null && trial.Safety.Verdict <= atMost && trial.IsInTime(lateBy)
                        ? trial.AtLeastAt(chance)
                        : double.PositiveInfinity
            );
        var (before, after) = (Bounds(may, forward: true), Bounds(may, forward: false));
        if (double.IsInfinity(before[_marks]))
            return null;
        var most = double.PositiveInfinity;
        for (var look = 0; look < Looks; look++)
        {
            var legs = Search(may).Legs();
            if (legs.All(leg => may[leg.Route][Index(leg.From, leg.To)] >= At(leg).TotalAt(chance)))
                return [.. legs.Select(At)];
            // What the bounds take for the cheapest is drawn; then it is bound by what it costs.
            foreach (var leg in legs)
                may[leg.Route][Index(leg.From, leg.To)] = At(leg).TotalAt(chance);
            most = Math.Min(most, legs.Sum(leg => At(leg).TotalAt(chance)) * (1 + Rounding));
        }

        var search = new SequenceSearch(
            _marks,
            may.Length,
            (r, i, j) =>
                before[i] + may[r][Index(i, j)] + after[j] <= most ? _trials[r][Index(i, j)]!.TotalAt(chance) : double.PositiveInfinity
        );
        return [.. search.Legs().Select(At)];

        SequenceSearch Search(double[][] costs) => new(_marks, costs.Length, (r, i, j) => costs[r][Index(i, j)]);
    }

    private Trial At(Leg leg) => _trials[leg.Route][Index(leg.From, leg.To)]!;

    /// <summary>No more than it costs to come to each mark from the start, or from each mark to the end.</summary>
    private double[] Bounds(double[][] may, bool forward)
    {
        var bounds = new double[_marks + 1];
        for (var step = 1; step <= _marks; step++)
        {
            var mark = forward ? step : _marks - step;
            bounds[mark] = double.PositiveInfinity;
            for (var other = forward ? 0 : mark + 1; other < (forward ? mark : _marks + 1); other++)
            {
                var index = forward ? Index(other, mark) : Index(mark, other);
                for (var r = 0; r < may.Length; r++)
                    bounds[mark] = Math.Min(bounds[mark], bounds[other] + may[r][index]);
            }
        }

        return bounds;
    }

    /// <summary>The same parts on every other route that may make them.</summary>
    public IEnumerable<Trial> InPlaceOf(Trial trial)
    {
        var index = Index(MarkOf(trial.From), MarkOf(trial.To));
        return _trials.Select(of => of[index]).OfType<Trial>().Where(t => t.Route != trial.Route);
    }

    /// <summary>Each route that may serve everything alone.</summary>
    public IReadOnlyList<Trial> Alone => [.. _trials.Select(of => of[Index(0, _marks)]).OfType<Trial>()];

    private int MarkOf(double made)
    {
        var marks = _account.Deliveries.Marks;
        for (var m = 0; m < marks.Count; m++)
        {
            if (marks[m] == made)
                return m;
        }

        throw new ArgumentOutOfRangeException(nameof(made));
    }

    private int Index(int from, int to) => (from * (_marks + 1)) + to;
}
