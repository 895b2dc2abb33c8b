using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Stampo.Core.Geometry;

/// <summary>
/// Bounding-volume hierarchy over the triangles of a mesh, halved again and again down to leaves of a few: a perfect binary
/// tree whose node n has the children 2n and 2n+1. Flat arrays, the corners copied in leaf order and in single precision, as
/// mesh files have them; safe to ask from many threads.
/// </summary>
public sealed class Bvh
{
    private const int LeafSize = 4;

    /// <summary>A hit on an edge counts for both its triangles, so that no ray slips between them.</summary>
    private const double EdgeSlack = 1e-9;

    private readonly int[] _order;
    private readonly float[] _corners;
    private readonly Vector128<float>[] _bounds;
    private readonly int _leaves;

    public Bvh(Mesh mesh, ReadOnlySpan<bool> leftOut)
    {
        var triangles = Kept(leftOut);
        var centres = new Vector3[triangles.Length];
        Parallel.For(0, triangles.Length, i => centres[i] = Centre(mesh, triangles[i]));
        _leaves = (int)BitOperations.RoundUpToPowerOf2((uint)Math.Max(1, (triangles.Length + LeafSize - 1) / LeafSize));
        _order = Array.ConvertAll(HalvedOrder.Of(centres, _leaves), i => triangles[i]);
        _corners = new float[9 * _order.Length];
        Parallel.For(0, _order.Length, i => mesh.CopyCorners(_order[i], _corners.AsSpan(9 * i, 9)));
        _bounds = new Vector128<float>[2 * 2 * _leaves];
        FillBounds();
    }

    /// <summary>The triangles of the hierarchy, neighbours in space near each other.</summary>
    public ReadOnlySpan<int> Order => _order;

    /// <summary>
    /// Distance along the unit direction to the nearest triangle that passes the filter, at least <paramref name="from"/> away;
    /// infinite when there is none.
    /// </summary>
    public double FirstHit(Vec3 origin, Vec3 direction, double from, Func<int, bool>? accepts = null) =>
        Cast(origin, direction, from, anyWillDo: false, accepts);

    /// <summary>Whether anything stands in the way along the unit direction.</summary>
    public bool AnyHit(Vec3 origin, Vec3 direction, double from) => double.IsFinite(Cast(origin, direction, from, anyWillDo: true, null));

    /// <summary>
    /// The point nearest to <paramref name="centre"/>, closer than <paramref name="within"/>, on a triangle that passes the filter.
    /// Gives up after <paramref name="mostVisits"/> nodes with the nearest found so far: in the middle of a round solid
    /// everything is equally near and no search order helps.
    /// </summary>
    public NearPoint? Nearest(Vec3 centre, double within, int mostVisits, Func<int, bool>? accepts = null)
    {
        var c = Vector128.Create((float)centre.X, (float)centre.Y, (float)centre.Z, 0);
        Span<int> stack = stackalloc int[64];
        var top = 0;
        stack[top++] = 1;
        NearPoint? nearest = null;
        var least = within * within;
        while (top > 0 && mostVisits-- > 0)
        {
            var node = stack[--top];
            if (DistanceSquared(node, c) >= least)
                continue;
            if (node < _leaves)
            {
                var (near, far) = (2 * node, 2 * node + 1);
                if (DistanceSquared(far, c) < DistanceSquared(near, c))
                    (near, far) = (far, near);
                stack[top++] = far;
                stack[top++] = near;
                continue;
            }

            var (start, end) = Leaf(node);
            for (var i = start; i < end; i++)
            {
                var point = Triangles.NearestPoint(_corners.AsSpan(9 * i, 9), centre);
                var arm = point - centre;
                if (arm.Dot(arm) is var squared && squared < least && (accepts is null || accepts(_order[i])))
                    (least, nearest) = (squared, new NearPoint(_order[i], point, Math.Sqrt(squared)));
            }
        }

        return nearest;
    }

    private double Cast(Vec3 origin, Vec3 direction, double from, bool anyWillDo, Func<int, bool>? accepts)
    {
        var o = Vector128.Create((float)origin.X, (float)origin.Y, (float)origin.Z, 0);
        // A tiny slope in place of none keeps the slabs free of 0 × ∞; the boxes are rounded outward by more than it strays.
        var inverse = Vector128<float>.One / Vector128.Create(Sloped(direction.X), Sloped(direction.Y), Sloped(direction.Z), 1);
        Span<(int Node, float Entry)> stack = stackalloc (int, float)[64];
        var top = 0;
        stack[top++] = (1, Entry(1, o, inverse));
        var nearest = double.PositiveInfinity;
        while (top > 0)
        {
            var (node, entry) = stack[--top];
            while (entry < nearest && node < _leaves)
            {
                node *= 2;
                float left = Entry(node, o, inverse),
                    right = Entry(node + 1, o, inverse);
                if (right < left)
                    (left, right, node) = (right, left, node + 1);
                if (right < nearest)
                    stack[top++] = (node ^ 1, right);
                entry = left;
            }

            if (!(entry < nearest))
                continue;
            var (start, end) = Leaf(node);
            for (var i = start; i < end; i++)
            {
                var distance = Triangles.RayDistance(_corners.AsSpan(9 * i, 9), origin, direction, EdgeSlack);
                if (!(distance >= from && distance < nearest) || (accepts is not null && !accepts(_order[i])))
                    continue;
                nearest = distance;
                if (anyWillDo)
                    return nearest;
            }
        }

        return nearest;
    }

    private static float Sloped(double slope) => Math.Abs(slope) < 1e-12 ? 1e-12f : (float)slope;

    private (int Start, int End) Leaf(int node) =>
        (HalvedOrder.Start(node - _leaves, _leaves, _order.Length), HalvedOrder.Start(node - _leaves + 1, _leaves, _order.Length));

    private static int[] Kept(ReadOnlySpan<bool> leftOut)
    {
        var kept = new List<int>(leftOut.Length);
        for (var t = 0; t < leftOut.Length; t++)
        {
            if (!leftOut[t])
                kept.Add(t);
        }

        return [.. kept];
    }

    private static Vector3 Centre(Mesh mesh, int triangle)
    {
        var centre = (mesh.Corner(triangle, 0) + mesh.Corner(triangle, 1) + mesh.Corner(triangle, 2)) * (1 / 3.0);
        return new Vector3((float)centre.X, (float)centre.Y, (float)centre.Z);
    }

    private void FillBounds()
    {
        Parallel.For(
            _leaves,
            2 * _leaves,
            node =>
            {
                Span<float> low = [float.PositiveInfinity, float.PositiveInfinity, float.PositiveInfinity, 0];
                Span<float> high = [float.NegativeInfinity, float.NegativeInfinity, float.NegativeInfinity, 0];
                var (start, end) = Leaf(node);
                for (var i = 9 * start; i < 9 * end; i++)
                {
                    var axis = i % 3;
                    low[axis] = Math.Min(low[axis], Outward(_corners[i], -1));
                    high[axis] = Math.Max(high[axis], Outward(_corners[i], 1));
                }

                (_bounds[2 * node], _bounds[2 * node + 1]) = (Vector128.Create<float>(low), Vector128.Create<float>(high));
            }
        );
        for (var node = _leaves - 1; node >= 1; node--)
        {
            _bounds[2 * node] = Vector128.Min(_bounds[4 * node], _bounds[4 * node + 2]);
            _bounds[2 * node + 1] = Vector128.Max(_bounds[4 * node + 1], _bounds[4 * node + 3]);
        }
    }

    /// <summary>Single precision loses seven digits of the coordinates; a box a little too large loses no triangle.</summary>
    private static float Outward(float value, int sign) => value + sign * (1e-6f * Math.Abs(value) + 1e-6f);

    /// <summary>Where the ray enters the node's box: 0 inside it, infinite when it misses.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private float Entry(int node, Vector128<float> origin, Vector128<float> inverse)
    {
        Vector128<float> a = (_bounds[2 * node] - origin) * inverse,
            b = (_bounds[2 * node + 1] - origin) * inverse;
        Vector128<float> near = Vector128.Min(a, b),
            far = Vector128.Max(a, b);
        // The fourth lane of the inverse is one and of all else nought, so that it says 0 ≤ entry and is left out of the exit.
        near = Vector128.Max(near, Vector128.Shuffle(near, Vector128.Create(1, 0, 3, 2)));
        var enters = Math.Max(near[0], near[2]);
        var leaves = Math.Min(far[0], Math.Min(far[1], far[2]));
        // Slack for what single precision rounds away of a grazing ray.
        return enters <= leaves * 1.000002f + 1e-6f ? enters * 0.999998f : float.PositiveInfinity;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private float DistanceSquared(int node, Vector128<float> centre)
    {
        var outside = Vector128.Max(Vector128.Max(_bounds[2 * node] - centre, centre - _bounds[2 * node + 1]), Vector128<float>.Zero);
        return Vector128.Dot(outside, outside);
    }
}

/// <summary>A point on a triangle and how far it is from the one asked about.</summary>
public readonly record struct NearPoint(int Triangle, Vec3 Point, double Distance);
