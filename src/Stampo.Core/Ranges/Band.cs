using System.Numerics;

namespace Stampo.Core.Ranges;

/// <summary>The 10, 50 and 90 % points of a set of draws.</summary>
public readonly record struct Band(double P10, double P50, double P90)
{
    private const int Drawers = 256, MostOnStack = 16_384;

    public static Band Of(ReadOnlySpan<double> draws)
    {
        Span<double> points = stackalloc double[3];
        Points(draws, [0.1, 0.5, 0.9], points);
        return new Band(points[0], points[1], points[2]);
    }

    /// <summary>The 50 % point alone, as <see cref="Of"/> has it.</summary>
    public static double MiddleOf(ReadOnlySpan<double> draws)
    {
        Span<double> middle = stackalloc double[1];
        Points(draws, [0.5], middle);
        return middle[0];
    }

    /// <summary>
    /// Linear interpolation between order statistics (type 7 of Hyndman and Fan 1996). The draws are counted into drawers of equal
    /// width, and only what lies in the drawers of the asked order statistics is sorted: several times quicker than sorting all.
    /// </summary>
    private static void Points(ReadOnlySpan<double> draws, ReadOnlySpan<double> shares, Span<double> points)
    {
        var (least, most) = Ends(draws);
        var perWidth = Drawers / (most - least);
        if (!double.IsFinite(perWidth) || perWidth == 0)
        {
            double[] all = [.. draws];
            Array.Sort(all);
            for (var p = 0; p < shares.Length; p++)
                points[p] = Point(draws.Length, shares[p], all, 0);
            return;
        }

        Span<byte> drawers = draws.Length <= MostOnStack ? stackalloc byte[draws.Length] : new byte[draws.Length];
        Span<int> before = stackalloc int[Drawers + 1];
        Count(draws, least, perWidth, drawers, before);
        Span<bool> asked = stackalloc bool[Drawers];
        asked.Clear();
        foreach (var share in shares)
        {
            var rank = (int)((draws.Length - 1) * share);
            asked[DrawerAt(before, rank)] = asked[DrawerAt(before, Math.Min(rank + 1, draws.Length - 1))] = true;
        }

        var found = Sorted(draws, drawers, asked, before);
        for (var p = 0; p < shares.Length; p++)
            points[p] = Point(draws.Length, shares[p], found, LeftOut(asked, before, (int)((draws.Length - 1) * shares[p])));
    }

    /// <summary>The drawer of each draw, and how many draws lie in the drawers before each.</summary>
    private static void Count(ReadOnlySpan<double> draws, double least, double perWidth, Span<byte> drawers, Span<int> before)
    {
        before.Clear();
        for (var d = 0; d < draws.Length; d++)
        {
            var drawer = Math.Min(Drawers - 1, (int)((draws[d] - least) * perWidth));
            drawers[d] = (byte)drawer;
            before[drawer + 1]++;
        }

        for (var i = 0; i < Drawers; i++)
            before[i + 1] += before[i];
    }

    private static double[] Sorted(ReadOnlySpan<double> draws, ReadOnlySpan<byte> drawers, ReadOnlySpan<bool> asked, ReadOnlySpan<int> before)
    {
        var count = 0;
        for (var i = 0; i < Drawers; i++)
            count += asked[i] ? before[i + 1] - before[i] : 0;
        var found = new double[count];
        var n = 0;
        for (var d = 0; d < draws.Length; d++)
        {
            if (asked[drawers[d]])
                found[n++] = draws[d];
        }

        Array.Sort(found);
        return found;
    }

    /// <summary>How many draws below this rank lie in drawers nobody asked for.</summary>
    private static int LeftOut(ReadOnlySpan<bool> asked, ReadOnlySpan<int> before, int rank)
    {
        var left = 0;
        for (var i = 0; before[i + 1] <= rank; i++)
            left += asked[i] ? 0 : before[i + 1] - before[i];
        return left;
    }

    /// <summary>Between the two order statistics around a share, of which <paramref name="sorted"/> lacks <paramref name="left"/> below them.</summary>
    private static double Point(int draws, double share, double[] sorted, int left)
    {
        var place = (draws - 1) * share;
        var k = (int)place;
        var at = sorted[k - left];
        return place > k ? at + (place - k) * (sorted[k + 1 - left] - at) : at;
    }

    private static (double Least, double Most) Ends(ReadOnlySpan<double> draws)
    {
        double least = double.PositiveInfinity, most = double.NegativeInfinity;
        var d = 0;
        if (draws.Length >= Vector<double>.Count)
        {
            Vector<double> low = new(draws), high = low;
            for (d = Vector<double>.Count; d <= draws.Length - Vector<double>.Count; d += Vector<double>.Count)
            {
                Vector<double> next = new(draws[d..]);
                (low, high) = (Vector.Min(low, next), Vector.Max(high, next));
            }

            for (var lane = 0; lane < Vector<double>.Count; lane++)
                (least, most) = (Math.Min(least, low[lane]), Math.Max(most, high[lane]));
        }

        for (; d < draws.Length; d++)
            (least, most) = (Math.Min(least, draws[d]), Math.Max(most, draws[d]));
        return (least, most);
    }

    private static int DrawerAt(ReadOnlySpan<int> before, int rank)
    {
        var drawer = 0;
        while (before[drawer + 1] <= rank)
            drawer++;
        return drawer;
    }
}
