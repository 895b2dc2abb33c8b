using System.Numerics;
using Stampo.Core.Working;

namespace Stampo.Core.Geometry.Search;

/// <summary>
/// Sorts points so that they can be halved again and again: at each halving the points are split across the longest side of
/// their box, at the place the halving wants. Neighbours in the list are neighbours in space.
/// </summary>
internal static class HalvedOrder
{
    /// <summary>Below this many points a half is sorted on the core that has it.</summary>
    private const int WorthAnotherCore = 50_000;

    /// <summary>Numbers of the points in order; the n-th of 2^k parts begins at n·count/2^k.</summary>
    public static int[] Of(Vector3[] points, int parts)
    {
        var order = new int[points.Length];
        for (var i = 0; i < order.Length; i++)
            order[i] = i;
        Halve(order, points, 0, parts, parts);
        return order;
    }

    /// <summary>Where a part begins among <paramref name="count"/> things cut into <paramref name="parts"/>.</summary>
    public static int Start(int part, int parts, int count) => (int)((long)part * count / parts);

    private static void Halve(int[] order, Vector3[] points, int first, int last, int parts)
    {
        if (last - first < 2)
            return;
        int middle = (first + last) / 2,
            start = Start(first, parts, order.Length),
            end = Start(last, parts, order.Length);
        var here = order.AsSpan(start, end - start);
        Selection.Place(here, Start(middle, parts, order.Length) - start, new Along(points, LongestAxis(here, points)));
        if (end - start > WorthAnotherCore)
        {
            Parallel.Invoke(() => Halve(order, points, first, middle, parts), () => Halve(order, points, middle, last, parts));
            return;
        }

        Halve(order, points, first, middle, parts);
        Halve(order, points, middle, last, parts);
    }

    private static int LongestAxis(ReadOnlySpan<int> some, Vector3[] points)
    {
        Vector3 low = new(float.PositiveInfinity),
            high = new(float.NegativeInfinity);
        foreach (var i in some)
        {
            low = Vector3.Min(low, points[i]);
            high = Vector3.Max(high, points[i]);
        }

        var size = high - low;
        return size.X >= size.Y && size.X >= size.Z ? 0
            : size.Y >= size.Z ? 1
            : 2;
    }

    /// <summary>The points' coordinate along one axis, by their numbers.</summary>
    private readonly struct Along(Vector3[] points, int axis) : IKeyOf<int>
    {
        public double Of(int item) => points[item][axis];
    }
}
