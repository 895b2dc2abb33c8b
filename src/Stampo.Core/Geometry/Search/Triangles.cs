namespace Stampo.Core.Geometry.Search;

/// <summary>Questions to one triangle.</summary>
internal static class Triangles
{
    /// <summary>A triangle with less area for its sides, both squared, is as good as its sides: its area is lost in rounding.</summary>
    private const double Needle = 1e-11;

    /// <summary>
    /// Signed distance from the origin along the direction to a triangle, NaN when the line misses it by more than
    /// <paramref name="slack"/> of its sides or it faces another way than asked. After Möller and Trumbore (1997).
    /// </summary>
    public static double RayDistance(Vec3 a, Vec3 b, Vec3 c, in Ray ray, double slack, Facing facing = Facing.Either)
    {
        Vec3 e1 = b - a,
            e2 = c - a;
        var p = ray.Direction.Cross(e2);
        var det = e1.Dot(p);
        if (det == 0 || (facing == Facing.Along && det > 0) || (facing == Facing.Against && det < 0))
            return double.NaN;
        var s = ray.Origin - a;
        var u = s.Dot(p) / det;
        if (u < -slack || u > 1 + slack)
            return double.NaN;
        var q = s.Cross(e1);
        var v = ray.Direction.Dot(q) / det;
        return v < -slack || u + v > 1 + slack ? double.NaN : e2.Dot(q) / det;
    }

    /// <summary>
    /// The point of the triangle nearest to p, by the region of the plane p projects into (Ericson, Real-Time Collision Detection, 2005,
    /// 5.1.5). A side without length is no side.
    /// </summary>
    public static Vec3 NearestPoint(Vec3 a, Vec3 b, Vec3 c, Vec3 p)
    {
        Vec3 ab = b - a,
            ac = c - a,
            ap = p - a;
        double d1 = ab.Dot(ap),
            d2 = ac.Dot(ap);
        if (d1 <= 0 && d2 <= 0)
            return a;
        var bp = p - b;
        double d3 = ab.Dot(bp),
            d4 = ac.Dot(bp);
        if (d3 >= 0 && d4 <= d3)
            return b;
        var vc = d1 * d4 - d3 * d2;
        if (vc <= 0 && d1 >= 0 && d3 <= 0 && d1 > d3)
            return a + ab * (d1 / (d1 - d3));
        var cp = p - c;
        double d5 = ab.Dot(cp),
            d6 = ac.Dot(cp);
        if (d6 >= 0 && d5 <= d6)
            return c;
        var vb = d5 * d2 - d1 * d6;
        if (vb <= 0 && d2 >= 0 && d6 <= 0 && d2 > d6)
            return a + ac * (d2 / (d2 - d6));
        var va = d3 * d6 - d5 * d4;
        if (va <= 0 && d4 >= d3 && d5 >= d6 && d4 - d3 + (d5 - d6) > 0)
            return b + (c - b) * ((d4 - d3) / (d4 - d3 + (d5 - d6)));
        var whole = va + vb + vc;
        return whole > Needle * (Math.Abs(d1 * d4) + Math.Abs(d2 * d5) + Math.Abs(d3 * d6))
            ? a + ab * (vb / whole) + ac * (vc / whole)
            : NearestOnSides(a, b, c, p);
    }

    private static Vec3 NearestOnSides(Vec3 a, Vec3 b, Vec3 c, Vec3 p)
    {
        var nearest = NearestOnSide(a, b, p);
        foreach (var other in (ReadOnlySpan<Vec3>)[NearestOnSide(b, c, p), NearestOnSide(c, a, p)])
        {
            if ((other - p).Length < (nearest - p).Length)
                nearest = other;
        }

        return nearest;
    }

    /// <summary>The point nearest to p between two others.</summary>
    public static Vec3 NearestOnSide(Vec3 from, Vec3 to, Vec3 p)
    {
        var side = to - from;
        var squared = side.Dot(side);
        return squared > 0 ? from + side * Math.Clamp(side.Dot(p - from) / squared, 0, 1) : from;
    }
}
