using System.Runtime.CompilerServices;

namespace Stampo.Core.Geometry;

/// <summary>
/// Bounding-volume hierarchy over the triangles of a mesh: triangles in Morton order (Morton 1966), halved again and again
/// down to leaves of a few. Flat arrays; safe to ask from many threads.
/// </summary>
public sealed class Bvh
{
    private const int LeafSize = 4;

    /// <summary>A hit on an edge counts for both its triangles, so that no ray slips between them.</summary>
    private const double EdgeSlack = 1e-9;

    private readonly Mesh _mesh;
    private readonly int[] _order;
    private readonly float[] _bounds;
    private readonly int _leaves;

    public Bvh(Mesh mesh, ReadOnlySpan<bool> leftOut)
    {
        _mesh = mesh;
        _order = MortonOrder(mesh, leftOut);
        _leaves = (int)System.Numerics.BitOperations.RoundUpToPowerOf2((uint)Math.Max(1, (_order.Length + LeafSize - 1) / LeafSize));
        _bounds = new float[6 * 2 * _leaves];
        FillBounds();
    }

    /// <summary>
    /// Distance along the unit direction to the nearest triangle that passes the filter, at least <paramref name="from"/> away;
    /// infinite when there is none.
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public double FirstHit(Vec3 origin, Vec3 direction, double from, double until, Func<int, bool>? accepts = null)
    {
        var inverse = new Vec3(1 / direction.X, 1 / direction.Y, 1 / direction.Z);
        Span<int> stack = stackalloc int[64];
        var top = 0;
        stack[top++] = 1;
        var nearest = until;
        while (top > 0)
        {
            var node = stack[--top];
            if (!Enters(node, origin, inverse, nearest))
                continue;
            if (node < _leaves)
            {
                stack[top++] = 2 * node + 1;
                stack[top++] = 2 * node;
                continue;
            }

            foreach (var t in Leaf(node))
            {
                var distance = Ray.Distance(_mesh, t, origin, direction, EdgeSlack);
                if (distance >= from && distance < nearest && (accepts is null || accepts(t)))
                    nearest = distance;
            }
        }

        return nearest < until ? nearest : double.PositiveInfinity;
    }

    private ReadOnlySpan<int> Leaf(int node)
    {
        var start = Math.Min(_order.Length, (int)((long)(node - _leaves) * _order.Length / _leaves));
        var end = Math.Min(_order.Length, (int)((long)(node - _leaves + 1) * _order.Length / _leaves));
        return _order.AsSpan(start, end - start);
    }

    private void FillBounds()
    {
        Parallel.For(_leaves, 2 * _leaves, node =>
        {
            var bounds = _bounds.AsSpan(6 * node, 6);
            bounds[..3].Fill(float.PositiveInfinity);
            bounds[3..].Fill(float.NegativeInfinity);
            foreach (var t in Leaf(node))
            {
                for (var k = 0; k < 3; k++)
                {
                    var p = _mesh.Corner(t, k);
                    Grow(bounds, 0, p.X);
                    Grow(bounds, 1, p.Y);
                    Grow(bounds, 2, p.Z);
                }
            }
        });
        for (var node = _leaves - 1; node >= 1; node--)
        {
            for (var axis = 0; axis < 3; axis++)
            {
                _bounds[6 * node + axis] = Math.Min(_bounds[12 * node + axis], _bounds[12 * node + 6 + axis]);
                _bounds[6 * node + 3 + axis] = Math.Max(_bounds[12 * node + 3 + axis], _bounds[12 * node + 9 + axis]);
            }
        }
    }

    /// <summary>Single precision rounded outward, so that no triangle sticks out of its box.</summary>
    private static void Grow(Span<float> bounds, int axis, double value)
    {
        bounds[axis] = Math.Min(bounds[axis], MathF.BitDecrement((float)value));
        bounds[axis + 3] = Math.Max(bounds[axis + 3], MathF.BitIncrement((float)value));
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private bool Enters(int node, Vec3 origin, Vec3 inverse, double until)
    {
        var b = _bounds.AsSpan(6 * node, 6);
        double near = 0, far = until;
        return Slab(b[0], b[3], origin.X, inverse.X, ref near, ref far)
            && Slab(b[1], b[4], origin.Y, inverse.Y, ref near, ref far)
            && Slab(b[2], b[5], origin.Z, inverse.Z, ref near, ref far);
    }

    private static bool Slab(double low, double high, double origin, double inverse, ref double near, ref double far)
    {
        if (double.IsInfinity(inverse))
            return low <= origin && origin <= high;
        double a = (low - origin) * inverse, b = (high - origin) * inverse;
        near = Math.Max(near, Math.Min(a, b));
        far = Math.Min(far, Math.Max(a, b));
        return near <= far;
    }

    private static int[] MortonOrder(Mesh mesh, ReadOnlySpan<bool> leftOut)
    {
        var box = mesh.Bounds();
        var size = box.Size;
        var count = 0;
        var order = new int[mesh.TriangleCount];
        var codes = new ulong[mesh.TriangleCount];
        for (var t = 0; t < order.Length; t++)
        {
            if (leftOut[t])
                continue;
            var centre = (mesh.Corner(t, 0) + mesh.Corner(t, 1) + mesh.Corner(t, 2)) * (1 / 3.0) - box.Min;
            codes[count] = Spread(centre.X, size.X) | (Spread(centre.Y, size.Y) << 1) | (Spread(centre.Z, size.Z) << 2);
            order[count++] = t;
        }

        Array.Resize(ref order, count);
        Array.Sort(codes, order, 0, count);
        return order;
    }

    /// <summary>Twenty-one bits of a coordinate with two zeros after each.</summary>
    private static ulong Spread(double offset, double size)
    {
        var bits = size > 0 ? (ulong)Math.Clamp(offset / size * 0x1FFFFF, 0, 0x1FFFFF) : 0;
        bits = (bits | (bits << 32)) & 0x1F00000000FFFF;
        bits = (bits | (bits << 16)) & 0x1F0000FF0000FF;
        bits = (bits | (bits << 8)) & 0x100F00F00F00F00F;
        bits = (bits | (bits << 4)) & 0x10C30C30C30C30C3;
        return (bits | (bits << 2)) & 0x1249249249249249;
    }
}
