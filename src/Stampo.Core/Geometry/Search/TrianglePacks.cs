using System.Numerics;
using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;

namespace Stampo.Core.Geometry.Search;

/// <summary>Which side of a triangle counts, by its winding.</summary>
public enum Facing
{
    Either,

    /// <summary>Its normal along the ray: the far wall, seen from inside.</summary>
    Along,

    /// <summary>Its normal against the ray.</summary>
    Against,
}

/// <summary>
/// Triangles in packs of four, coordinate by coordinate in single precision, as mesh files have them: a ray is tested against a whole pack
/// at once where the processor can, one by one otherwise, with the same steps and the same answer to the last bit.
/// </summary>
internal sealed class TrianglePacks
{
    private const int PackSize = WideTree.LeafSize,
        Numbers = 9 * PackSize;

    /// <summary>A hit on an edge counts for both its triangles, so that no ray slips between them.</summary>
    private const double EdgeSlack = 1e-9;

    private readonly float[] _corners;

    /// <summary>A pack that is not full is filled up with triangles that nothing hits: all corners at one point.</summary>
    public TrianglePacks(Mesh mesh, WideTree tree)
    {
        var corners = new float[Numbers * tree.PackCount];
        _corners = corners;
        Parallel.For(
            0,
            tree.PackCount,
            pack =>
            {
                Span<float> one = stackalloc float[9];
                var start = tree.PackStarts[pack];
                for (var lane = 0; lane < tree.PackStarts[pack + 1] - start; lane++)
                {
                    mesh.CopyCorners(tree.Order[start + lane], one);
                    for (var k = 0; k < 9; k++)
                        corners[Numbers * pack + PackSize * k + lane] = one[k];
                }
            }
        );
    }

    /// <summary>A corner of a triangle of a pack.</summary>
    public Vec3 Corner(int pack, int lane, int corner)
    {
        var at = Numbers * pack + 3 * PackSize * corner + lane;
        return new Vec3(_corners[at], _corners[at + PackSize], _corners[at + 2 * PackSize]);
    }

    /// <summary>
    /// The nearest distance along the unit direction from <paramref name="from"/> to <paramref name="until"/> at which a triangle of the
    /// pack is hit; <paramref name="until"/> when none is. After Möller and Trumbore (1997).
    /// </summary>
    public double FirstHit(int pack, in Ray ray, double from, double until, Facing facing)
    {
        for (var lane = 0; lane < PackSize; lane++)
        {
            var distance = Triangles.RayDistance(
                Corner(pack, lane, 0),
                Corner(pack, lane, 1),
                Corner(pack, lane, 2),
                ray,
                EdgeSlack,
                facing
            );
            if (distance >= from && distance < until)
                until = distance;
        }

        return until;
    }

    /// <summary>As <see cref="FirstHit"/>, all four at once.</summary>
    public double FirstHitOfFour(int pack, in WideRay ray, double from, double until, Facing facing)
    {
        ref var corners = ref _corners[Numbers * pack];
        Wide3 a = At(ref corners, 0),
            e1 = At(ref corners, 1) - a,
            e2 = At(ref corners, 2) - a,
            p = ray.Direction.Cross(e2);
        var det = e1.Dot(p);
        var s = ray.Origin - a;
        var u = s.Dot(p) / det;
        var q = s.Cross(e1);
        var v = ray.Direction.Dot(q) / det;
        var distance = e2.Dot(q) / det;
        var slack = Vector256.Create(EdgeSlack);
        var most = Vector256.Create(1 + EdgeSlack);
        var hit =
            ~Vector256.Equals(det, Vector256<double>.Zero)
            & Vector256.GreaterThanOrEqual(u, -slack)
            & Vector256.LessThanOrEqual(u, most)
            & Vector256.GreaterThanOrEqual(v, -slack)
            & Vector256.LessThanOrEqual(u + v, most)
            & Vector256.GreaterThanOrEqual(distance, Vector256.Create(from))
            & Vector256.LessThan(distance, Vector256.Create(until));
        if (facing == Facing.Along)
            hit &= Vector256.LessThan(det, Vector256<double>.Zero);
        else if (facing == Facing.Against)
            hit &= Vector256.GreaterThan(det, Vector256<double>.Zero);
        for (var lanes = hit.ExtractMostSignificantBits(); lanes != 0; lanes &= lanes - 1)
            until = Math.Min(until, distance[BitOperations.TrailingZeroCount(lanes)]);
        return until;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Wide3 At(ref float corners, int corner) =>
        new(
            Widened(ref Unsafe.Add(ref corners, 3 * PackSize * corner)),
            Widened(ref Unsafe.Add(ref corners, 3 * PackSize * corner + PackSize)),
            Widened(ref Unsafe.Add(ref corners, 3 * PackSize * corner + 2 * PackSize))
        );

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static Vector256<double> Widened(ref float first)
    {
        var (low, high) = Vector128.Widen(Vector128.LoadUnsafe(ref first));
        return Vector256.Create(low, high);
    }
}

/// <summary>A ray along a unit direction.</summary>
internal readonly record struct Ray(Vec3 Origin, Vec3 Direction);

/// <summary>A ray four times over.</summary>
internal readonly struct WideRay(in Ray ray)
{
    public readonly Wide3 Origin = Wide3.Of(ray.Origin),
        Direction = Wide3.Of(ray.Direction);
}

/// <summary>Four points or directions at once.</summary>
internal readonly struct Wide3(Vector256<double> x, Vector256<double> y, Vector256<double> z)
{
    private readonly Vector256<double> _x = x,
        _y = y,
        _z = z;

    public static Wide3 Of(Vec3 one) => new(Vector256.Create(one.X), Vector256.Create(one.Y), Vector256.Create(one.Z));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static Wide3 operator -(in Wide3 a, in Wide3 b) => new(a._x - b._x, a._y - b._y, a._z - b._z);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Vector256<double> Dot(in Wide3 b) => _x * b._x + _y * b._y + _z * b._z;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public Wide3 Cross(in Wide3 b) => new(_y * b._z - _z * b._y, _z * b._x - _x * b._z, _x * b._y - _y * b._x);
}
