using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>How much of a closed solid lies below a level.</summary>
public static class VolumeBelow
{
    /// <summary>
    /// Σ over the triangles of ∫ min(z − level, 0)·n_z dA: the flux of (0, 0, z − level) through the surface below the level; the cut
    /// itself lies at the level and adds nothing (divergence theorem). In the unit of the points, cubed.
    /// </summary>
    public static double Of(Mesh mesh, ReadOnlySpan<bool> leftOut, Vec3[] points, double level)
    {
        var sum = 0.0;
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (leftOut[t])
                continue;
            Vec3 a = points[mesh.Corners[3 * t]],
                b = points[mesh.Corners[3 * t + 1]],
                c = points[mesh.Corners[3 * t + 2]];
            var shadow = ((b.X - a.X) * (c.Y - a.Y) - (b.Y - a.Y) * (c.X - a.X)) / 2;
            if (shadow != 0)
                sum += shadow * MeanBelow(a.Z - level, b.Z - level, c.Z - level);
        }

        return Math.Abs(sum);
    }

    /// <summary>Mean over a triangle of min(z, 0), z linear between its corners.</summary>
    private static double MeanBelow(double a, double b, double c)
    {
        if (a > b)
            (a, b) = (b, a);
        if (b > c)
            (b, c) = (c, b);
        if (a > b)
            (a, b) = (b, a);
        if (a >= 0)
            return 0;
        var mean = (a + b + c) / 3;
        if (c <= 0)
            return mean;
        // One corner below: a small triangle of it. Two below: all but the small triangle above.
        return b >= 0 ? a * a / ((a - b) * (a - c)) * a / 3 : mean - c * c / ((c - a) * (c - b)) * c / 3;
    }
}
