using System.Numerics;
using System.Runtime.InteropServices;
using Stampo.Core.Wording;

namespace Stampo.Core.Ranges;

/// <summary>The 10, 50 and 90 % points of a set of draws.</summary>
[Whole]
public readonly record struct Band(double P10, double P50, double P90)
{
    /// <summary>The largest draw has a drawer of its own.</summary>
    private const int Widths = 256,
        Drawers = Widths + 1;

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
        var perWidth = Widths / (most - least);
        if (!double.IsFinite(perWidth) || perWidth == 0)
        {
            double[] all = [.. draws];
            Array.Sort(all);
            for (var p = 0; p < shares.Length; p++)
                points[p] = Point(draws.Length, shares[p], all, 0);
            return;
        }

        Span<int> before = stackalloc int[Drawers + 1];
        Count(draws, least, perWidth, before);
        Span<bool> asked = stackalloc bool[Drawers];
        asked.Clear();
        foreach (var share in shares)
        {
            var rank = (int)((draws.Length - 1) * share);
            asked[DrawerAt(before, rank)] = asked[DrawerAt(before, Math.Min(rank + 1, draws.Length - 1))] = true;
        }

        var found = Sorted(draws, least, perWidth, asked, before);
        for (var p = 0; p < shares.Length; p++)
            points[p] = Point(draws.Length, shares[p], found, LeftOut(asked, before, (int)((draws.Length - 1) * shares[p])));
    }

    /// <summary>How many draws lie in the drawers before each.</summary>
    private static void Count(ReadOnlySpan<double> draws, double least, double perWidth, Span<int> before)
    {
        before.Clear();
        var counts = before[1..];
        foreach (var draw in draws)
            counts[DrawerOf((draw - least) * perWidth)]++;
        for (var i = 0; i < Drawers; i++)
            before[i + 1] += before[i];
    }

    /// <summary>What is no number goes into the first.</summary>
    private static int DrawerOf(double width) =>
        double.ConvertToIntegerNative<int>(width) is var drawer && (uint)drawer < Drawers ? drawer : 0;

    /// <summary>The draws of the drawers asked for, in order. Most draws are passed over several at a time.</summary>
    private static double[] Sorted(
        ReadOnlySpan<double> draws,
        double least,
        double perWidth,
        ReadOnlySpan<bool> asked,
        ReadOnlySpan<int> before
    )
    {
        var count = 0;
        for (var i = 0; i < Drawers; i++)
            count += asked[i] ? before[i + 1] - before[i] : 0;
        var found = new double[count];
        var (n, d) = (0, 0);
        // Few draws may ask for more runs than three: the last one then reaches to the end, and each draw is looked at again.
        var (first, second, third) = (Run(asked, 0), Run(asked, 1), Run(asked, 2) with { To = new(Drawers) });
        Vector<double> from = new(least),
            by = new(perWidth);
        foreach (var several in MemoryMarshal.Cast<double, Vector<double>>(draws))
        {
            var widths = (several - from) * by;
            if ((first.Holds(widths) | second.Holds(widths) | third.Holds(widths)) != Vector<long>.Zero)
                n = Take(draws.Slice(d, Vector<double>.Count), least, perWidth, asked, found, n);
            d += Vector<double>.Count;
        }

        Take(draws[d..], least, perWidth, asked, found, n);
        Array.Sort(found);
        return found;
    }

    /// <summary>Drawers next to each other that are asked for, from the first to behind the last.</summary>
    private readonly record struct DrawerRun(Vector<double> From, Vector<double> To)
    {
        public Vector<long> Holds(Vector<double> widths) => Vector.GreaterThanOrEqual(widths, From) & Vector.LessThan(widths, To);
    }

    private static DrawerRun Run(ReadOnlySpan<bool> asked, int which)
    {
        var (from, to) = (0, 0);
        for (var run = 0; run <= which; run++)
        {
            var next = asked[to..].IndexOf(true);
            if (next < 0)
                return new DrawerRun(new(Drawers), new(Drawers));
            from = to + next;
            var length = asked[from..].IndexOf(false);
            to = length < 0 ? asked.Length : from + length;
        }

        return new DrawerRun(new(from), new(to));
    }

    private static int Take(ReadOnlySpan<double> draws, double least, double perWidth, ReadOnlySpan<bool> asked, double[] found, int n)
    {
        foreach (var draw in draws)
        {
            if (asked[DrawerOf((draw - least) * perWidth)])
                found[n++] = draw;
        }

        return n;
    }

    /// <summary>How many draws below this rank lie in drawers nobody asked for.</summary>
    private static int LeftOut(ReadOnlySpan<bool> asked, ReadOnlySpan<int> before, int rank)
    {
        var left = 0;
        for (var i = 0; before[i + 1] <= rank; i++)
            left += asked[i] ? 0 : before[i + 1] - before[i];
        return left;
    }

    /// <summary>
    /// Between the two order statistics around a share, of which <paramref name="sorted"/> lacks <paramref name="left"/> below them.
    /// </summary>
    private static double Point(int draws, double share, double[] sorted, int left)
    {
        var place = (draws - 1) * share;
        var k = (int)place;
        var at = sorted[k - left];
        return place > k ? at + (place - k) * (sorted[k + 1 - left] - at) : at;
    }

    private static (double Least, double Most) Ends(ReadOnlySpan<double> draws)
    {
        double least = double.PositiveInfinity,
            most = double.NegativeInfinity;
        var d = 0;
        if (draws.Length >= Vector<double>.Count)
        {
            Vector<double> low = new(draws),
                high = low;
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
