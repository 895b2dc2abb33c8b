using NetTopologySuite.Geometries;
using NetTopologySuite.Triangulate.Polygon;
using Stampo.Core.Geometry;

namespace Stampo.Demo;

/// <summary>A solid stacked from flat regions, each lying over the one below: boxes with walls, bosses and lips.</summary>
public static class Layers
{
    private static readonly GeometryFactory Factory = new();

    public static SolidBuilder Stack(params (double From, double To, NetTopologySuite.Geometries.Geometry Region)[] layers)
    {
        var solid = new SolidBuilder();
        NetTopologySuite.Geometries.Geometry below = Factory.CreatePolygon();
        foreach (var (from, to, region) in layers)
        {
            Cap(solid, region.Difference(below), from, up: false);
            Cap(solid, below.Difference(region), from, up: true);
            Walls(solid, region, from, to);
            below = region;
        }

        Cap(solid, below, layers[^1].To, up: true);
        return solid;
    }

    public static NetTopologySuite.Geometries.Geometry RoundedRectangle(double width, double depth, double radius, int perCorner = 8)
    {
        var points = new List<Coordinate>();
        for (var corner = 0; corner < 4; corner++)
        for (var step = 0; step <= perCorner; step++)
        {
            var angle = Math.PI / 2 * (corner + step / (double)perCorner);
            var (sx, sy) = (corner is 0 or 3 ? 1 : -1, corner is 0 or 1 ? 1 : -1);
            points.Add(Snapped(sx * (width / 2 - radius) + radius * Math.Cos(angle), sy * (depth / 2 - radius) + radius * Math.Sin(angle)));
        }

        return Polygon(points);
    }

    public static NetTopologySuite.Geometries.Geometry Circle(double x, double y, double radius, int around = 40) =>
        Polygon([
            .. Enumerable
                .Range(0, around)
                .Select(i => Snapped(x + radius * Math.Cos(2 * Math.PI * i / around), y + radius * Math.Sin(2 * Math.PI * i / around))),
        ]);

    private static Polygon Polygon(List<Coordinate> points) => Factory.CreatePolygon([.. points, points[0]]);

    /// <summary>On a fine grid, so that a point computed twice is the same point.</summary>
    private static Coordinate Snapped(double x, double y) => new(Math.Round(x, 4), Math.Round(y, 4));

    private static void Cap(SolidBuilder solid, NetTopologySuite.Geometries.Geometry region, double z, bool up)
    {
        if (region.IsEmpty)
            return;
        var triangles = (GeometryCollection)ConstrainedDelaunayTriangulator.Triangulate(region);
        foreach (var triangle in triangles.Geometries)
        {
            var c = triangle.Coordinates;
            var counterClockwise = NetTopologySuite.Algorithm.Orientation.IsCCW(c);
            var (first, second) = counterClockwise == up ? (c[1], c[2]) : (c[2], c[1]);
            solid.Triangle(At(c[0], z), At(first, z), At(second, z));
        }
    }

    private static void Walls(SolidBuilder solid, NetTopologySuite.Geometries.Geometry region, double from, double to)
    {
        for (var i = 0; i < region.NumGeometries; i++)
        {
            var polygon = (Polygon)region.GetGeometryN(i);
            Ring(polygon.ExteriorRing, outward: true);
            foreach (var hole in polygon.InteriorRings)
                Ring(hole, outward: false);
        }

        void Ring(LineString ring, bool outward)
        {
            var points = ring.Coordinates;
            if (NetTopologySuite.Algorithm.Orientation.IsCCW(points) != outward)
                Array.Reverse(points);
            for (var k = 1; k < points.Length; k++)
                solid.Quad(At(points[k - 1], from), At(points[k], from), At(points[k], to), At(points[k - 1], to));
        }
    }

    private static Vec3 At(Coordinate c, double z) => new(c.X, c.Y, z);
}
