using System.Runtime.CompilerServices;

namespace Stampo.Core.Geometry;

/// <summary>Ray against triangle.</summary>
internal static class Ray
{
    /// <summary>
    /// Signed distance from the origin along the direction to a triangle, NaN when the line misses it by more than
    /// <paramref name="slack"/> of its sides. After Möller and Trumbore (1997).
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static double Distance(Mesh mesh, int triangle, Vec3 origin, Vec3 direction, double slack)
    {
        var a = mesh.Corner(triangle, 0);
        Vec3 e1 = mesh.Corner(triangle, 1) - a, e2 = mesh.Corner(triangle, 2) - a;
        var p = direction.Cross(e2);
        var det = e1.Dot(p);
        if (det == 0)
            return double.NaN;
        var s = origin - a;
        var u = s.Dot(p) / det;
        if (u < -slack || u > 1 + slack)
            return double.NaN;
        var q = s.Cross(e1);
        var v = direction.Dot(q) / det;
        return v < -slack || u + v > 1 + slack ? double.NaN : e2.Dot(q) / det;
    }
}
