namespace Stampo.Core.Geometry.Search;

/// <summary>
/// Splits items in two across the longest side of the box of their middles: at the one of some evenly spaced places that makes
/// surface × number of both parts least, and a handful in the middle.
/// </summary>
internal static class BinnedSplit
{
    private const int Bins = 16;

    /// <summary>Of so few there is not much to choose: halved, they fill their leaves.</summary>
    private const int Handful = 16;

    public static (ItemRange Left, ItemRange Right) Of(BoxedItem[] items, in ItemRange range, bool isHalved)
    {
        var here = items.AsSpan(range.Start, range.Count);
        var axis = range.Box.LongestAxis;
        if (range.Count <= Handful)
            Sort(here, axis);
        var low = range.Box.MiddleLow[axis];
        var side = range.Box.MiddleHigh[axis] - low;
        if (isHalved || range.Count <= Handful || !(side > 0))
            return Halved(here, range);
        Span<Bin> bins = stackalloc Bin[Bins];
        var places = new Places(axis, low, Bins / side);
        Fill(bins, here, places);
        if (BestOf(bins) is not (> 0 and var best))
            return Halved(here, range);
        Part(here, places, best);
        Bin left = Together(bins[..best]),
            right = Together(bins[best..]);
        var middle = range.Start + left.Count;
        return (new ItemRange(range.Start, middle, left.Box), new ItemRange(middle, range.End, right.Box));
    }

    private static (ItemRange, ItemRange) Halved(ReadOnlySpan<BoxedItem> here, in ItemRange range)
    {
        var first = (range.Count / 2 + WideTree.LeafSize - 1) / WideTree.LeafSize * WideTree.LeafSize;
        var middle = range.Start + first;
        return (
            new ItemRange(range.Start, middle, ItemBox.Around(here[..first])),
            new ItemRange(middle, range.End, ItemBox.Around(here[first..]))
        );
    }

    private static void Sort(Span<BoxedItem> items, int axis)
    {
        for (var i = 1; i < items.Length; i++)
        {
            var (item, at) = (items[i], i);
            for (; at > 0 && items[at - 1].Middle[axis] > item.Middle[axis]; at--)
                items[at] = items[at - 1];
            items[at] = item;
        }
    }

    private struct Bin()
    {
        public ItemBox Box = new();

        public int Count;

        public readonly float Cost => Count == 0 ? float.PositiveInfinity : Count * Box.Area;

        public void Take(in Bin other)
        {
            Box.Take(other.Box);
            Count += other.Count;
        }
    }

    /// <summary>In which bin an item's middle lies.</summary>
    private readonly record struct Places(int Axis, float From, float BinsPerMm)
    {
        public int Of(in BoxedItem item) => Math.Min(Bins - 1, (int)((item.Middle[Axis] - From) * BinsPerMm));
    }

    private static void Fill(Span<Bin> bins, ReadOnlySpan<BoxedItem> items, in Places places)
    {
        bins.Fill(new Bin());
        foreach (ref readonly var item in items)
        {
            ref var bin = ref bins[places.Of(item)];
            bin.Box.Take(item);
            bin.Count++;
        }
    }

    private static Bin Together(ReadOnlySpan<Bin> bins)
    {
        var together = bins[0];
        foreach (ref readonly var bin in bins[1..])
            together.Take(bin);
        return together;
    }

    /// <summary>The bin before which to split; 0 when all items fall in one.</summary>
    private static int BestOf(ReadOnlySpan<Bin> bins)
    {
        Span<float> right = stackalloc float[Bins];
        var after = new Bin();
        for (var bin = Bins - 1; bin > 0; bin--)
        {
            after.Take(bins[bin]);
            right[bin] = after.Cost;
        }

        var (best, least) = (0, float.PositiveInfinity);
        var before = new Bin();
        for (var bin = 1; bin < Bins; bin++)
        {
            before.Take(bins[bin - 1]);
            if (before.Cost + right[bin] is var cost && cost < least)
                (best, least) = (bin, cost);
        }

        return best;
    }

    /// <summary>Puts the items of the bins before one first.</summary>
    private static void Part(Span<BoxedItem> items, in Places places, int bin)
    {
        int first = 0,
            last = items.Length - 1;
        while (true)
        {
            while (first <= last && places.Of(items[first]) < bin)
                first++;
            while (first <= last && places.Of(items[last]) >= bin)
                last--;
            if (first > last)
                return;
            (items[first], items[last]) = (items[last], items[first]);
        }
    }
}
