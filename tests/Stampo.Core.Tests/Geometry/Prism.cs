using NetTopologySuite.Geometries;
using NetTopologySuite.Triangulate.Polygon;
using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

/// <summary>A profile in (x, z), clockwise seen from −y, drawn out along y.</summary>
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
        }

        foreach (var (a, b, c) in Cap(profile))
            corners.AddRange([a, b, c, a + along, c + along, b + along]);
        return corners;
    }

    /// <summary>Turned against the profile, as its sides are.</summary>
    private static IEnumerable<(Vec3, Vec3, Vec3)> Cap((double X, double Z)[] profile)
    {
        var ring = new LinearRing([.. profile.Append(profile[0]).Select(p => new Coordinate(p.X, p.Z))]);
        var isClockwise = !ring.IsCCW;
        foreach (var face in new ConstrainedDelaunayTriangulator(new Polygon(ring)).GetTriangles())
        {
            var (a, b, c) = (At(face.GetCoordinate(0)), At(face.GetCoordinate(1)), At(face.GetCoordinate(2)));
            var isLeft = (b.X - a.X) * (c.Z - a.Z) - (b.Z - a.Z) * (c.X - a.X) > 0;
            yield return isLeft == isClockwise ? (a, b, c) : (a, c, b);
        }

        static Vec3 At(Coordinate c) => new(c.X, 0, c.Y);
    }
}
