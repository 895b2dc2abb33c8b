using NetTopologySuite.Geometries;
using NetTopologySuite.Triangulate.Polygon;

namespace Stampo.Core.Geometry;

/// <summary>Small flat holes in a surface, and the triangles that would close them.</summary>
public static class Holes
{
    /// <summary>A loop strays from its plane by no more than this share of its length.</summary>
    private const double Flatness = 1e-3;

    /// <summary>Largest share of the surface that counts as small.</summary>
    private const double Small = 0.2;

    private const int LongestLoop = 5_000;

    /// <summary>Corners of the closing triangles, three each, for each hole that is flat, small and has no island in it.</summary>
    public static IReadOnlyList<int[]> Patches(Mesh mesh, bool[] leftOut, Topology topology)
    {
        if (topology.OpenEdges == 0)
            return [];
        var loops = Loops(mesh, leftOut, topology);
        var largest = Small * Measures.AreaMm2(mesh, leftOut);
        var patches = new List<int[]>();
        foreach (var loop in loops)
        {
            if (
                Flat(mesh, loop) is not { } outline
                || outline.Polygon.Area > largest
                || !outline.Polygon.IsValid
                || loops.Exists(other => other != loop && LiesIn(mesh, other[0], outline))
            )
                continue;
            patches.Add(Fill(loop, outline));
        }

        return patches;
    }

    private sealed record Outline(Polygon Polygon, Coordinate[] Flat, Vec3 Origin, Vec3 U, Vec3 V, Vec3 Normal, double Reach);

    /// <summary>Closed walks along open edges, against the direction of their triangles; a walk that branches is left alone.</summary>
    private static List<int[]> Loops(Mesh mesh, bool[] leftOut, Topology topology)
    {
        var uses = new Dictionary<(int, int), int>();
        var edges = new List<(int From, int To)>();
        for (var edge = 0; edge < topology.Neighbours.Length; edge++)
        {
            if (topology.Neighbours[edge] >= 0 || leftOut[edge / 3])
                continue;
            var (from, to) = mesh.Side(edge);
            var key = from < to ? (from, to) : (to, from);
            uses[key] = uses.GetValueOrDefault(key) + 1;
            edges.Add((from, to));
        }

        var next = new Dictionary<int, int>();
        var branches = new HashSet<int>();
        foreach (var (from, to) in edges)
        {
            if (uses[from < to ? (from, to) : (to, from)] == 1 && !next.TryAdd(to, from))
                branches.Add(to);
        }

        var loops = new List<int[]>();
        var seen = new HashSet<int>();
        foreach (var start in next.Keys)
        {
            var loop = new List<int>();
            var at = start;
            while (!branches.Contains(at) && seen.Add(at) && loop.Count < LongestLoop && next.TryGetValue(at, out var following))
            {
                loop.Add(at);
                at = following;
            }

            if (at == start && loop.Count >= 3)
                loops.Add([.. loop]);
        }

        return loops;
    }

    private static Outline? Flat(Mesh mesh, int[] loop)
    {
        var origin = mesh.Vertex(loop[0]);
        Vec3 normal = default;
        double length = 0;
        for (var i = 0; i < loop.Length; i++)
        {
            Vec3 a = mesh.Vertex(loop[i]) - origin,
                b = mesh.Vertex(loop[(i + 1) % loop.Length]) - origin;
            normal += a.Cross(b);
            length += (b - a).Length;
        }

        if (normal.Length == 0)
            return null;
        normal = normal.Unit();
        if (loop.Any(v => Math.Abs((mesh.Vertex(v) - origin).Dot(normal)) > Flatness * length))
            return null;
        var (u, v) = normal.Plane();
        Coordinate[] flat = [.. loop.Select(vertex => mesh.Vertex(vertex) - origin).Select(p => new Coordinate(p.Dot(u), p.Dot(v)))];
        return new Outline(new Polygon(new LinearRing([.. flat, flat[0]])), flat, origin, u, v, normal, Flatness * length);
    }

    private static bool LiesIn(Mesh mesh, int vertex, Outline outline)
    {
        var p = mesh.Vertex(vertex) - outline.Origin;
        return Math.Abs(p.Dot(outline.Normal)) <= outline.Reach && outline.Polygon.Contains(new Point(p.Dot(outline.U), p.Dot(outline.V)));
    }

    private static int[] Fill(int[] loop, Outline outline)
    {
        var numbers = new Dictionary<Coordinate, int>();
        for (var i = 0; i < loop.Length; i++)
            numbers[outline.Flat[i]] = loop[i];
        var corners = new List<int>();
        var triangles = PolygonTriangulator.Triangulate(outline.Polygon);
        for (var i = 0; i < triangles.NumGeometries; i++)
        {
            var c = triangles.GetGeometryN(i).Coordinates;
            var turnsLeft =
                NetTopologySuite.Algorithm.Orientation.Index(c[0], c[1], c[2])
                == NetTopologySuite.Algorithm.OrientationIndex.CounterClockwise;
            corners.AddRange(turnsLeft ? [numbers[c[0]], numbers[c[1]], numbers[c[2]]] : [numbers[c[0]], numbers[c[2]], numbers[c[1]]]);
        }

        return [.. corners];
    }
}
