using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace Stampo.Core.Geometry.Search;

/// <summary>
/// A ray made ready for boxes, in single precision: a box is never missed for what that loses. Eight boxes are tested at once where
/// the processor can, one by one otherwise, with the same steps and the same answer to the last bit.
/// </summary>
internal readonly struct BoxRay
{
    private const int Width = WideTree.Width;

    /// <summary>Slack for what single precision rounds away of a grazing ray.</summary>
    private const float Wider = 1.000002f,
        Deeper = 1e-6f,
        Nearer = 0.999998f;

    private readonly float _x,
        _y,
        _z,
        _inverseX,
        _inverseY,
        _inverseZ;

    /// <summary>Where in a node the sides of the boxes lie that the ray meets first; those it meets last lie on the other side.</summary>
    private readonly int _nearX,
        _nearY,
        _nearZ;

    public BoxRay(in Ray ray)
    {
        (_x, _y, _z) = ((float)ray.Origin.X, (float)ray.Origin.Y, (float)ray.Origin.Z);
        (_inverseX, _inverseY, _inverseZ) = (Inverse(ray.Direction.X), Inverse(ray.Direction.Y), Inverse(ray.Direction.Z));
        (_nearX, _nearY, _nearZ) = (Near(_inverseX, 0), Near(_inverseY, 1), Near(_inverseZ, 2));
    }

    /// <summary>A tiny slope in place of none keeps the slabs free of 0 × ∞; the boxes are larger by more than it strays.</summary>
    private static float Inverse(double slope) => 1 / (Math.Abs(slope) < 1e-12 ? 1e-12f : (float)slope);

    private static int Near(float inverse, int axis) => Width * (inverse >= 0 ? axis : axis + 3);

    private static int Far(int near) => near >= 3 * Width ? near - 3 * Width : near + 3 * Width;

    /// <summary>Which of the eight boxes the ray enters before <paramref name="until"/>, and where.</summary>
    public uint EightEntered(ref float node, float until, Span<float> entries)
    {
        Vector256<float> x = Vector256.Create(_x),
            y = Vector256.Create(_y),
            z = Vector256.Create(_z),
            inverseX = Vector256.Create(_inverseX),
            inverseY = Vector256.Create(_inverseY),
            inverseZ = Vector256.Create(_inverseZ);
        var enters = Vector256.MaxNative(
            Vector256.MaxNative(
                Vector256.MaxNative((At(ref node, _nearX) - x) * inverseX, (At(ref node, _nearY) - y) * inverseY),
                (At(ref node, _nearZ) - z) * inverseZ
            ),
            Vector256<float>.Zero
        );
        var leaves = Vector256.MinNative(
            Vector256.MinNative((At(ref node, Far(_nearX)) - x) * inverseX, (At(ref node, Far(_nearY)) - y) * inverseY),
            (At(ref node, Far(_nearZ)) - z) * inverseZ
        );
        var inside = Vector256.LessThanOrEqual(enters, leaves * Wider + Vector256.Create(Deeper));
        enters *= Nearer;
        enters.StoreUnsafe(ref MemoryMarshal.GetReference(entries));
        return (inside & Vector256.LessThan(enters, Vector256.Create(until))).ExtractMostSignificantBits();
    }

    /// <summary>As <see cref="EightEntered"/>, one after the other.</summary>
    public uint Entered(ref float node, float until, Span<float> entries)
    {
        var entered = 0u;
        for (var box = 0; box < Width; box++)
        {
            var enters = Math.Max(Math.Max(Math.Max(X(ref node, _nearX), Y(ref node, _nearY)), Z(ref node, _nearZ)), 0);
            var leaves = Math.Min(Math.Min(X(ref node, Far(_nearX)), Y(ref node, Far(_nearY))), Z(ref node, Far(_nearZ)));
            entries[box] = enters * Nearer;
            if (enters <= leaves * Wider + Deeper && entries[box] < until)
                entered |= 1u << box;
            node = ref Unsafe.Add(ref node, 1);
        }

        return entered;
    }

    private float X(ref float node, int side) => (Unsafe.Add(ref node, side) - _x) * _inverseX;

    private float Y(ref float node, int side) => (Unsafe.Add(ref node, side) - _y) * _inverseY;

    private float Z(ref float node, int side) => (Unsafe.Add(ref node, side) - _z) * _inverseZ;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<float> At(ref float node, int side) => Vector256.LoadUnsafe(ref Unsafe.Add(ref node, side));
}
