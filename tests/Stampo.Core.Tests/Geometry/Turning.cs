using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

/// <summary>Solids turned about z from a closed profile of (radius, height), counter-clockwise with the radius to the right.</summary>
public static class Turning
{
    public static List<Vec3> Of(int around, params (double R, double Z)[] profile)
    {
        var corners = new List<Vec3>();
        for (var i = 0; i < profile.Length; i++)
        for (var j = 0; j < around; j++)
        {
            var (p, q) = (profile[i], profile[(i + 1) % profile.Length]);
            Vec3 a = At(p, j),
                b = At(p, j + 1),
                c = At(q, j + 1),
                d = At(q, j);
            if (p.R > 0)
                corners.AddRange([a, b, c]);
            if (q.R > 0)
                corners.AddRange([a, c, d]);
        }

        return corners;

        Vec3 At((double R, double Z) p, int step)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * (step % around) / around);
            return new Vec3(p.R * cos, p.R * sin, p.Z);
        }
    }
}
