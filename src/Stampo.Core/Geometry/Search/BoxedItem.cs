using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Stampo.Core.Geometry.Search;

/// <summary>Something by its number, in its box; the number lies in the fourth place of the low corner.</summary>
internal readonly struct BoxedItem(Vector128<float> low, Vector128<float> high, int index)
{
    public readonly Vector128<float> Low = low.AsInt32().WithElement(3, index).AsSingle();

    public readonly Vector128<float> High = high;

    public int Index => Low.AsInt32()[3];

    /// <summary>Twice its middle.</summary>
    public Vector128<float> Middle => Low + High;

    /// <summary>A triangle's box, larger than it by more than single precision loses of its coordinates and of a ray's.</summary>
    public static BoxedItem Of(ReadOnlySpan<float> corners, int index)
    {
        Vector128<float> a = At(corners, 0),
            b = At(corners, 3),
            c = At(corners, 6);
        Vector128<float> low = Vector128.Min(a, Vector128.Min(b, c)),
            high = Vector128.Max(a, Vector128.Max(b, c));
        return new BoxedItem(low - Slack(low), high + Slack(high), index);
    }

    private static Vector128<float> At(ReadOnlySpan<float> corners, int k) =>
        Vector128.Create(corners[k], corners[k + 1], corners[k + 2], 0);

    private static Vector128<float> Slack(Vector128<float> value) => Vector128.Abs(value) * 1e-6f + Vector128.Create(1e-6f);
}

/// <summary>The box around some items, and the box around twice their middles; grows as they are taken in.</summary>
internal struct ItemBox()
{
    public Vector128<float> Low = Vector128.Create(float.PositiveInfinity),
        High = Vector128.Create(float.NegativeInfinity),
        MiddleLow = Vector128.Create(float.PositiveInfinity),
        MiddleHigh = Vector128.Create(float.NegativeInfinity);

    /// <summary>Half the surface of the box.</summary>
    public readonly float Area
    {
        get
        {
            var side = High - Low;
            return side[0] * side[1] + side[1] * side[2] + side[2] * side[0];
        }
    }

    /// <summary>Along which axis the middles are spread most.</summary>
    public readonly int LongestAxis
    {
        get
        {
            var side = MiddleHigh - MiddleLow;
            return side[0] >= side[1] && side[0] >= side[2] ? 0
                : side[1] >= side[2] ? 1
                : 2;
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public void Take(in BoxedItem item)
    {
        var middle = item.Middle;
        Low = Vector128.MinNative(Low, item.Low);
        High = Vector128.MaxNative(High, item.High);
        MiddleLow = Vector128.MinNative(MiddleLow, middle);
        MiddleHigh = Vector128.MaxNative(MiddleHigh, middle);
    }

    public void Take(in ItemBox other)
    {
        Low = Vector128.MinNative(Low, other.Low);
        High = Vector128.MaxNative(High, other.High);
        MiddleLow = Vector128.MinNative(MiddleLow, other.MiddleLow);
        MiddleHigh = Vector128.MaxNative(MiddleHigh, other.MiddleHigh);
    }

    public static ItemBox Around(ReadOnlySpan<BoxedItem> items)
    {
        var box = new ItemBox();
        foreach (ref readonly var item in items)
            box.Take(item);
        return box;
    }
}

/// <summary>Some items beside each other in the list, and the box around them.</summary>
internal readonly struct ItemRange(int start, int end, in ItemBox box)
{
    public readonly int Start = start,
        End = end;

    public readonly ItemBox Box = box;

    public int Count => End - Start;

    public bool IsLeaf => Count <= WideTree.LeafSize;
}
