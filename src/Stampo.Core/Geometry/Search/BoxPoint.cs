using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace Stampo.Core.Geometry.Search;

/// <summary>How far the boxes of a node are from a point, eight at once or one after the other: the same to the last bit.</summary>
internal static class BoxPoint
{
    private const int Width = WideTree.Width;

    /// <summary>Which boxes are nearer than that, and how near all are; all squared.</summary>
    public static uint EightNearer(ref float node, Vec3 point, float least, Span<float> squared)
    {
        var distances =
            Squared(ref node, 0, (float)point.X) + Squared(ref node, Width, (float)point.Y) + Squared(ref node, 2 * Width, (float)point.Z);
        distances.StoreUnsafe(ref MemoryMarshal.GetReference(squared));
        return Vector256.LessThan(distances, Vector256.Create(least)).ExtractMostSignificantBits();
    }

    /// <summary>As <see cref="EightNearer"/>, one after the other.</summary>
    public static uint Nearer(ref float node, Vec3 point, float least, Span<float> squared)
    {
        var nearer = 0u;
        for (var box = 0; box < Width; box++)
        {
            squared[box] =
                OneSquared(ref node, box, (float)point.X)
                + OneSquared(ref node, Width + box, (float)point.Y)
                + OneSquared(ref node, 2 * Width + box, (float)point.Z);
            if (squared[box] < least)
                nearer |= 1u << box;
        }

        return nearer;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<float> Squared(ref float node, int low, float at)
    {
        var point = Vector256.Create(at);
        var outside = Vector256.MaxNative(
            Vector256.MaxNative(
                Vector256.LoadUnsafe(ref Unsafe.Add(ref node, low)) - point,
                point - Vector256.LoadUnsafe(ref Unsafe.Add(ref node, low + 3 * Width))
            ),
            Vector256<float>.Zero
        );
        return outside * outside;
    }

    private static float OneSquared(ref float node, int low, float at)
    {
        var outside = Math.Max(Math.Max(Unsafe.Add(ref node, low) - at, at - Unsafe.Add(ref node, low + 3 * Width)), 0);
        return outside * outside;
    }
}
