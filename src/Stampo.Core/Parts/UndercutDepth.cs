using Stampo.Core.Geometry;

namespace Stampo.Core.Parts;

/// <summary>
/// How deep an undercut is: from some of its points, how far the mold must give way sideways, without going through the
/// part, until it can leave along the pull. The deepest of the points counts, each by its easiest way.
/// </summary>
internal static class UndercutDepth
{
    private const int MostPoints = 24,
        Ways = 24,
        Halvings = 16;
    private const double FirstStep = 1e-3,
        Growth = 1.4;

    public static UndercutRegion Measure(SolidSurface surface, List<int> members, double areaMm2, Vec3 d)
    {
        var samples = surface.Samples.All;
        var middle = new Vec3(0, 0, 0);
        var normal = new Vec3(0, 0, 0);
        foreach (var i in members)
        {
            middle += samples[i].Point * (samples[i].AreaMm2 / areaMm2);
            normal += surface.Normals[samples[i].Triangle] * samples[i].AreaMm2;
        }

        double? depth = null;
        var stride = Math.Max(1, members.Count / MostPoints);
        for (var k = 0; k < members.Count; k += stride)
        {
            if (Sideways(surface, samples[members[k]], d) is var way && way > (depth ?? 0))
                depth = way;
        }

        // The member nearest to the middle: the middle itself of a ring lies in the air.
        var at = samples[members.MinBy(i => (samples[i].Point - middle).Length)];
        var from = normal.Length > 0.3 * areaMm2 ? normal.Unit() : surface.Normals[at.Triangle];
        return new UndercutRegion(
            areaMm2,
            depth is { } some && double.IsFinite(some) ? some : null,
            Place.Of(at.Point, from, 2 * Math.Sqrt(areaMm2))
        );
    }

    private static double Sideways(SolidSurface surface, SurfaceSample sample, Vec3 d)
    {
        var outside = surface.JustOutside(sample);
        var (u, v) = d.Plane();
        var normal = surface.Normals[sample.Triangle];
        var flat = normal - d * normal.Dot(d);
        var least = double.PositiveInfinity;
        for (var way = 0; way <= Ways; way++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * way / Ways);
            if (way == Ways && flat.Length < 0.05)
                continue;
            var direction = way == Ways ? flat.Unit() : u * cos + v * sin;
            if (direction.Dot(normal) >= -1e-6)
                least = Math.Min(least, Until(surface, outside, direction, d));
        }

        return least;
    }

    /// <summary>The least way along the direction from which the pull is free either way.</summary>
    internal static double Until(SolidSurface surface, Vec3 outside, Vec3 direction, Vec3 d)
    {
        var diagonal = surface.Tiny * 1e5;
        var reach = Math.Min(diagonal, surface.Bvh.FirstHit(outside, direction, surface.Tiny));
        var blocked = 0.0;
        for (var step = FirstStep * diagonal; step < reach; step *= Growth)
        {
            if (!Free(step))
            {
                blocked = step;
                continue;
            }

            for (var i = 0; i < Halvings; i++)
                (blocked, step) = Free((blocked + step) / 2) ? (blocked, (blocked + step) / 2) : ((blocked + step) / 2, step);
            return step;
        }

        return double.PositiveInfinity;

        bool Free(double way) => surface.Leaves(outside + direction * way, d) || surface.Leaves(outside + direction * way, d * -1);
    }
}
