using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Stampo.Core.Geometry.Search;

/// <summary>
/// Bounding-volume hierarchy over the triangles of a mesh, to ask for the nearest hit of a ray and the nearest point of the surface: a
/// tree of eight boxes a node over packs of four triangles. Safe to ask from many threads.
/// </summary>
public sealed class Bvh
{
    private const int Width = WideTree.Width;

    /// <summary>Looking at the eight boxes of a node is that much more work than looking at a pack.</summary>
    private const int VisitsOfNode = 7;

    private readonly WideTree _tree;
    private readonly TrianglePacks _packs;
    private readonly bool _atOnce;

    public Bvh(Mesh mesh, ReadOnlySpan<bool> leftOut)
        : this(mesh, leftOut, Vector256.IsHardwareAccelerated) { }

    /// <param name="mesh">Whose triangles.</param>
    /// <param name="leftOut">Those that don't count.</param>
    /// <param name="atOnce">Whether boxes and triangles are tested several at once; the answers are the same.</param>
    internal Bvh(Mesh mesh, ReadOnlySpan<bool> leftOut, bool atOnce)
    {
        _tree = WideTree.Of(Boxed(mesh, leftOut));
        _packs = new TrianglePacks(mesh, _tree);
        _atOnce = atOnce;
    }

    /// <summary>The triangles of the hierarchy, neighbours in space near each other.</summary>
    public ReadOnlySpan<int> Order => _tree.Order;

    /// <summary>
    /// Distance along the unit direction to the nearest triangle that faces as asked, at least <paramref name="from"/> away; infinite when
    /// there is none.
    /// </summary>
    public double FirstHit(Vec3 origin, Vec3 direction, double from, Facing facing = Facing.Either) =>
        Cast(new Ray(origin, direction), from, anyWillDo: false, facing);

    /// <summary>Whether anything stands in the way along the unit direction.</summary>
    public bool AnyHit(Vec3 origin, Vec3 direction, double from) =>
        double.IsFinite(Cast(new Ray(origin, direction), from, anyWillDo: true, Facing.Either));

    /// <summary>
    /// The point nearest to <paramref name="centre"/>, closer than <paramref name="within"/>, on a triangle that passes the filter.
    /// Gives up after <paramref name="mostVisits"/> nodes with the nearest found so far: in the middle of a round solid
    /// everything is equally near and no search order helps. Whoever only asks whether anything is nearer than
    /// <paramref name="enough"/> gets the first such point found, not the nearest.
    /// </summary>
    [SkipLocalsInit]
    public NearPoint? Nearest(Vec3 centre, double within, int mostVisits, Func<int, bool>? accepts = null, double enough = 0)
    {
        Span<Visit> stack = stackalloc Visit[WideTree.StackSize];
        Span<float> distances = stackalloc float[Width];
        stack[0] = new Visit(0, 0);
        var top = 1;
        NearPoint? nearest = null;
        var least = within * within;
        var leastAsked = enough * enough;
        for (var visits = 0; top > 0 && visits < mostVisits; visits++)
        {
            var (node, squaredAway) = stack[--top];
            if (squaredAway >= least)
                continue;
            if (node >= 0)
            {
                visits += VisitsOfNode;
                top = Push(stack, top, node, Nearer(ref _tree.Bounds[WideTree.NodeSize * node], centre, least, distances), distances);
                continue;
            }

            var start = _tree.PackStarts[~node];
            for (var lane = 0; lane < _tree.PackStarts[~node + 1] - start; lane++)
            {
                var point = Triangles.NearestPoint(
                    _packs.Corner(~node, lane, 0),
                    _packs.Corner(~node, lane, 1),
                    _packs.Corner(~node, lane, 2),
                    centre
                );
                var arm = point - centre;
                if (arm.Dot(arm) is var squared && squared < least && (accepts is null || accepts(_tree.Order[start + lane])))
                    (least, nearest) = (squared, new NearPoint(_tree.Order[start + lane], point, Math.Sqrt(squared)));
            }

            if (nearest is not null && least < leastAsked)
                break;
        }

        return nearest;
    }

    [SkipLocalsInit]
    private double Cast(in Ray ray, double from, bool anyWillDo, Facing facing)
    {
        Span<Visit> stack = stackalloc Visit[WideTree.StackSize];
        Span<float> entries = stackalloc float[Width];
        var boxRay = new BoxRay(ray);
        var wideRay = _atOnce ? new WideRay(ray) : default;
        stack[0] = new Visit(0, 0);
        var top = 1;
        var nearest = double.PositiveInfinity;
        while (top > 0)
        {
            var (node, entry) = stack[--top];
            if (entry >= nearest)
                continue;
            if (node >= 0)
            {
                ref var bounds = ref _tree.Bounds[WideTree.NodeSize * node];
                var entered = _atOnce
                    ? boxRay.EightEntered(ref bounds, (float)nearest, entries)
                    : boxRay.Entered(ref bounds, (float)nearest, entries);
                top = Push(stack, top, node, entered, entries);
                continue;
            }

            nearest = _atOnce
                ? _packs.FirstHitOfFour(~node, wideRay, from, nearest, facing)
                : _packs.FirstHit(~node, ray, from, nearest, facing);
            if (anyWillDo && double.IsFinite(nearest))
                break;
        }

        return nearest;
    }

    /// <summary>Puts the children asked for on the stack, the nearest on top.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private int Push(Span<Visit> stack, int top, int node, uint children, ReadOnlySpan<float> keys)
    {
        for (var bottom = top; children != 0; children &= children - 1)
        {
            var child = BitOperations.TrailingZeroCount(children);
            var at = top++;
            for (; at > bottom && stack[at - 1].Key < keys[child]; at--)
                stack[at] = stack[at - 1];
            stack[at] = new Visit(_tree.Children[Width * node + child], keys[child]);
        }

        return top;
    }

    private uint Nearer(ref float node, Vec3 centre, double least, Span<float> squared) =>
        _atOnce ? BoxPoint.EightNearer(ref node, centre, (float)least, squared) : BoxPoint.Nearer(ref node, centre, (float)least, squared);

    private static BoxedItem[] Boxed(Mesh mesh, ReadOnlySpan<bool> leftOut)
    {
        var kept = new List<int>(leftOut.Length);
        for (var t = 0; t < leftOut.Length; t++)
        {
            if (!leftOut[t])
                kept.Add(t);
        }

        var items = new BoxedItem[kept.Count];
        Parallel.For(
            0,
            items.Length,
            i =>
            {
                Span<float> corners = stackalloc float[9];
                mesh.CopyCorners(kept[i], corners);
                items[i] = BoxedItem.Of(corners, kept[i]);
            }
        );
        return items;
    }

    private readonly record struct Visit(int Node, float Key);
}

/// <summary>A point on a triangle and how far it is from the one asked about.</summary>
public readonly record struct NearPoint(int Triangle, Vec3 Point, double Distance);
