using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Stampo.Core.Geometry.Search;

/// <summary>A box in a plane.</summary>
internal readonly record struct PlaneBox(float Left, float Low, float Right, float High);

/// <summary>Boxes in a plane, asked which of them come near a place. Safe to ask from many threads.</summary>
internal sealed class PlaneTree
{
    private const int Width = WideTree.Width;

    private readonly WideTree _tree;

    public PlaneTree(int count, Func<int, PlaneBox> boxOf)
    {
        var items = new BoxedItem[count];
        Parallel.For(
            0,
            count,
            i =>
            {
                var box = boxOf(i);
                items[i] = new BoxedItem(Vector128.Create(box.Left, box.Low, 0, 0), Vector128.Create(box.Right, box.High, 0, 0), i);
            }
        );
        _tree = WideTree.Of(items);
    }

    /// <summary>All whose boxes touch this one, and some that lie beside one that does.</summary>
    [SkipLocalsInit]
    public void Near(in PlaneBox box, List<int> found)
    {
        found.Clear();
        Span<int> stack = stackalloc int[WideTree.StackSize];
        stack[0] = 0;
        for (var top = 1; top > 0; )
        {
            var node = stack[--top];
            if (node < 0)
            {
                found.AddRange(_tree.Order.AsSpan()[_tree.PackStarts[~node].._tree.PackStarts[~node + 1]]);
                continue;
            }

            ref var bounds = ref _tree.Bounds[WideTree.NodeSize * node];
            var touching =
                Vector256.LessThanOrEqual(At(ref bounds, 0), Vector256.Create(box.Right))
                & Vector256.LessThanOrEqual(At(ref bounds, 1), Vector256.Create(box.High))
                & Vector256.GreaterThanOrEqual(At(ref bounds, 3), Vector256.Create(box.Left))
                & Vector256.GreaterThanOrEqual(At(ref bounds, 4), Vector256.Create(box.Low));
            for (var bits = touching.ExtractMostSignificantBits(); bits != 0; bits &= bits - 1)
                stack[top++] = _tree.Children[Width * node + BitOperations.TrailingZeroCount(bits)];
        }
    }

    private static Vector256<float> At(ref float node, int side) => Vector256.LoadUnsafe(ref Unsafe.Add(ref node, Width * side));
}
