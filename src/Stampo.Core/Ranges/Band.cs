using Stampo.Core.Working;

namespace Stampo.Core.Ranges;

/// <summary>The 10, 50 and 90 % points of a set of draws.</summary>
public readonly record struct Band(double P10, double P50, double P90)
{
    private const int FewEnoughToSort = 16;

    /// <summary>
    /// Linear interpolation between order statistics (type 7 of Hyndman and Fan 1996). Reorders <paramref name="draws"/>: the
    /// middle is found first and the outer points in its halves, several times quicker than each from the whole.
    /// </summary>
    public static Band Of(Span<double> draws)
    {
        if (draws.Length <= FewEnoughToSort)
        {
            draws.Sort();
            return new Band(Point(draws, 0.1), Point(draws, 0.5), Point(draws, 0.9));
        }

        int low = Rank(draws, 0.1), middle = Rank(draws, 0.5), high = Rank(draws, 0.9);
        Select(draws, middle);
        Select(draws[..middle], low);
        Select(draws[(middle + 1)..], high - middle - 1);
        // The order statistic after a selected one is the least of what lies between it and the next selected.
        BringLeastForward(draws[(low + 1)..(middle + 1)]);
        BringLeastForward(draws[(middle + 1)..(high + 1)]);
        BringLeastForward(draws[(high + 1)..]);
        return new Band(Point(draws, 0.1), Point(draws, 0.5), Point(draws, 0.9));
    }

    private static int Rank(Span<double> draws, double share) => (int)((draws.Length - 1) * share);

    /// <summary>Between the two order statistics around a share; they must stand in their places.</summary>
    private static double Point(Span<double> draws, double share)
    {
        var place = (draws.Length - 1) * share;
        var k = (int)place;
        return k + 1 < draws.Length ? draws[k] + (place - k) * (draws[k + 1] - draws[k]) : draws[k];
    }

    private static void BringLeastForward(Span<double> values)
    {
        var least = 0;
        for (var i = 1; i < values.Length; i++)
        {
            if (values[i] < values[least])
                least = i;
        }

        if (values.Length > 0)
            (values[0], values[least]) = (values[least], values[0]);
    }

    private static void Select(Span<double> values, int k) => Selection.Place(values, k, default(Itself));

    private readonly struct Itself : IKeyOf<double>
    {
        public double Of(double item) => item;
    }
}
