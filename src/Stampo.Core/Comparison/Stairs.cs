namespace Stampo.Core.Comparison;

/// <summary>
/// A route's likely totals as a drawable staircase: quantities in rising order with their totals; a jump is two neighbouring quantities.
/// </summary>
public sealed record Stairs(IReadOnlyList<double> Quantities, IReadOnlyList<double> Totals)
{
    /// <summary>Steps drawn between two grid points; more would stand closer than a line is wide.</summary>
    private const int MostSteps = 4;

    /// <summary>The cheapest of the ways at every grid quantity, and on both sides of each worn-out tool between them.</summary>
    public static Stairs Of(IReadOnlyList<CostPoint> ways, IReadOnlyList<double> grid)
    {
        var quantities = new List<double>();
        for (var i = 0; i < grid.Count; i++)
        {
            quantities.Add(grid[i]);
            if (i + 1 < grid.Count)
                quantities.AddRange(Jumps(ways, grid[i], grid[i + 1]));
        }

        return new Stairs(quantities, [.. quantities.Select(q => ways.Min(w => w.Total(q)))]);
    }

    /// <summary>The last quantity of each step and the first of the next, strictly between two grid points.</summary>
    private static List<double> Jumps(IReadOnlyList<CostPoint> ways, double from, double to)
    {
        var jumps = new List<double>();
        for (var q = from; ; )
        {
            var end = ways.Min(w => w.StepEnd(q));
            if (!(end + 1 < to))
                return jumps;
            if (jumps.Count >= 2 * MostSteps)
                return [];
            if (end > (jumps.Count > 0 ? jumps[^1] : from))
                jumps.Add(end);
            jumps.Add(end + 1);
            q = end + 1;
        }
    }
}
