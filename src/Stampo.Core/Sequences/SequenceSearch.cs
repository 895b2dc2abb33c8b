namespace Stampo.Core.Sequences;

/// <summary>Rows <paramref name="From"/> to before <paramref name="To"/> served by one route.</summary>
public readonly record struct Leg(int Route, int From, int To);

/// <summary>
/// Which route serves which rows at least cost, exactly: a dynamic programme over (row, route of the stretch that ends there).
/// The cost of a stretch is infinite where a route may not serve it; two stretches of one route side by side would be one.
/// </summary>
public sealed class SequenceSearch
{
    private readonly int _rows,
        _routes;

    /// <summary>
    /// best[j, r]: the least cost of serving the first j rows when route r serves the last of them; from[j, r]: where its stretch begins.
    /// </summary>
    private readonly double[,] _best;
    private readonly int[,] _from;

    public SequenceSearch(int rows, int routes, Func<int, int, int, double> cost)
    {
        (_rows, _routes, _best, _from) = (rows, routes, new double[rows + 1, routes], new int[rows + 1, routes]);
        // The two cheapest ends at each row: before a stretch of one route stands the cheapest of the others.
        var (first, second) = (new int[rows + 1], new int[rows + 1]);
        for (var j = 1; j <= rows; j++)
        {
            for (var r = 0; r < routes; r++)
            {
                _best[j, r] = double.PositiveInfinity;
                for (var i = j - 1; i >= 0; i--)
                {
                    var before = i == 0 ? 0 : EndBut(i, r, first[i], second[i]);
                    if (before < _best[j, r] && before + cost(r, i, j) is var total && total < _best[j, r])
                        (_best[j, r], _from[j, r]) = (total, i);
                }
            }

            (first[j], second[j]) = TwoCheapest(j);
        }

        Total = Enumerable.Range(0, routes).Min(r => _best[rows, r]);
    }

    /// <summary>Infinite when nothing serves every row.</summary>
    public double Total { get; }

    public bool IsFound => !double.IsInfinity(Total);

    /// <summary>The first row that nothing can serve, in whatever way the rows before it are.</summary>
    public int FirstUnserved =>
        Enumerable.Range(0, _rows).First(i => Enumerable.Range(0, _routes).All(r => double.IsInfinity(_best[i + 1, r])));

    public IReadOnlyList<Leg> Legs()
    {
        var legs = new List<Leg>();
        var route = CheapestAt(_rows, -1);
        for (var j = _rows; j > 0; )
        {
            var leg = new Leg(route, _from[j, route], j);
            legs.Add(leg);
            (j, route) = (leg.From, leg.From == 0 ? 0 : CheapestAt(leg.From, leg.Route));
        }

        legs.Reverse();
        return legs;
    }

    private double EndBut(int row, int route, int first, int second) =>
        _routes == 1 ? double.PositiveInfinity : _best[row, first == route ? second : first];

    private (int First, int Second) TwoCheapest(int row)
    {
        var first = CheapestAt(row, -1);
        return (first, _routes == 1 ? first : CheapestAt(row, first));
    }

    private int CheapestAt(int row, int but) => Enumerable.Range(0, _routes).Where(r => r != but).MinBy(r => _best[row, r]);
}
