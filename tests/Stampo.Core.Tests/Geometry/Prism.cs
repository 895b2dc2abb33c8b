using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

/// <summary>A profile in (x, z), clockwise seen from −y, drawn out along y. All of it must be seen from its first corner.</summary>
public static class Prism
{
    public static List<Vec3> Of(double depth, params (double X, double Z)[] profile)
    {
        var along = new Vec3(0, depth, 0);
        var near = Array.ConvertAll(profile, p => new Vec3(p.X, 0, p.Z));
        var corners = new List<Vec3>();
        for (var i = 0; i < near.Length; i++)
        {
            Vec3 a = near[i],
                b = near[(i + 1) % near.Length];
            corners.AddRange([a, b, b + along, a, b + along, a + along]);
            if (i > 0 && i < near.Length - 1)
                corners.AddRange([near[0], b, a, near[0] + along, a + along, b + along]);
        }

        return corners;
    }
}
