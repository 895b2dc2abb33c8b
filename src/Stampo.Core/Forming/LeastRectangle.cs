using NetTopologySuite.Algorithm;
using NetTopologySuite.Geometries;
using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Forming;

/// <summary>
/// The smallest rectangle about a mesh's shadow along a direction: a clamp turns with its mold. One of its sides lies on an edge of the
/// shadow's hull (Freeman and Shapira 1975).
/// </summary>
/// <param name="Corner">On the mesh's own level 0 along the direction.</param>
/// <param name="U">Along its width.</param>
/// <param name="V">Along its length.</param>
/// <param name="Width">In mm.</param>
/// <param name="Length">In mm.</param>
internal sealed record LeastRectangle(Vec3 Corner, Vec3 U, Vec3 V, double Width, double Length)
{
    /// <summary>The points of a mesh in its axes.</summary>
    public Vec3[] Local(Mesh mesh, Vec3 up)
    {
        var local = new Vec3[mesh.VertexCount];
        for (var i = 0; i < local.Length; i++)
        {
            var from = mesh.Vertex(i) - Corner;
            local[i] = new Vec3(from.Dot(U), from.Dot(V), from.Dot(up));
        }

        return local;
    }

    public static LeastRectangle Of(Mesh mesh, Vec3 up)
    {
        var (u, v) = up.Plane();
        var hull = Hull([
            .. Enumerable.Range(0, mesh.VertexCount).Select(i => new Coordinate(mesh.Vertex(i).Dot(u), mesh.Vertex(i).Dot(v))),
        ]);
        var best = (Area: double.PositiveInfinity, Cos: 1.0, Sin: 0.0, X: 0.0, Y: 0.0, Width: 0.0, Length: 0.0);
        for (var k = 0; k < hull.Count; k++)
        {
            var (a, b) = (hull[k], hull[(k + 1) % hull.Count]);
            var length = Math.Sqrt((b.X - a.X) * (b.X - a.X) + (b.Y - a.Y) * (b.Y - a.Y));
            if (length < 1e-9)
                continue;
            var (cos, sin) = ((b.X - a.X) / length, (b.Y - a.Y) / length);
            double x0 = double.PositiveInfinity,
                x1 = double.NegativeInfinity,
                y0 = x0,
                y1 = x1;
            foreach (var p in hull)
            {
                var (along, across) = (p.X * cos + p.Y * sin, p.Y * cos - p.X * sin);
                (x0, x1, y0, y1) = (Math.Min(x0, along), Math.Max(x1, along), Math.Min(y0, across), Math.Max(y1, across));
            }

            // Of equal ones the first: a round shadow has as many as it has edges.
            if ((x1 - x0) * (y1 - y0) < best.Area * (1 - 1e-6))
                best = ((x1 - x0) * (y1 - y0), cos, sin, x0, y0, x1 - x0, y1 - y0);
        }

        if (!(best.Width > 0.1 && best.Length > 0.1))
            throw new RefusalException("form.no-shadow", "Along this pull the mesh has no shadow to clamp a sheet about.", "pull");
        var (along1, along2) = (u * best.Cos + v * best.Sin, v * best.Cos - u * best.Sin);
        return new(along1 * best.X + along2 * best.Y, along1, along2, best.Width, best.Length);
    }

    /// <summary>Counter-clockwise from its point farthest left, without points on its edges; none for what has no area.</summary>
    private static IReadOnlyList<Coordinate> Hull(Coordinate[] points) =>
        new ConvexHull(points, GeometryFactory.Default).GetConvexHull() is Polygon shadow
            ? [.. shadow.Normalized().Reverse().Coordinates.SkipLast(1)]
            : [];
}
