using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Composites;

/// <summary>
/// A surface whose triangles are halved at their longest edge until no edge is longer than is asked for where it lies. What shares an edge
/// is halved with it, so that the surface stays whole (Rivara 1984).
/// </summary>
internal sealed class RefinedSurface
{
    private const int MostPasses = 60;

    private readonly List<Vec3> _points;
    private readonly Func<Vec3, double> _longest;

    private RefinedSurface(Mesh mesh, Func<Vec3, double> longest)
    {
        _longest = longest;
        _points = [.. Enumerable.Range(0, mesh.VertexCount).Select(mesh.Vertex)];
        Triangles =
        [
            .. Enumerable
                .Range(0, mesh.TriangleCount)
                .Select(t => (A: mesh.Corners[3 * t], B: mesh.Corners[3 * t + 1], C: mesh.Corners[3 * t + 2]))
                .Where(t => (_points[t.B] - _points[t.A]).Cross(_points[t.C] - _points[t.A]).Length > 1e-12),
        ];
    }

    public IReadOnlyList<Vec3> Points => _points;

    public List<(int A, int B, int C)> Triangles { get; private set; }

    /// <param name="mesh">Any triangles, two are enough.</param>
    /// <param name="longest">Of an edge, by where its middle lies.</param>
    /// <param name="most">Triangles; no finer than that.</param>
    public static RefinedSurface Of(Mesh mesh, Func<Vec3, double> longest, int most)
    {
        var surface = new RefinedSurface(mesh, longest);
        for (var pass = 0; pass < MostPasses && surface.Triangles.Count < most && surface.Halved(); pass++) { }
        return surface;
    }

    private bool Halved()
    {
        var halves = new Dictionary<(int, int), int>();
        foreach (var (a, b, c) in Triangles)
        foreach (var (from, to) in new[] { (a, b), (b, c), (c, a) })
            if (IsLong(from, to))
                halves.TryAdd(Edge(from, to), -1);
        if (halves.Count == 0)
            return false;
        for (var joins = true; joins; )
        {
            joins = false;
            foreach (var triangle in Triangles)
                joins |= Joins(triangle, halves);
        }

        foreach (var edge in halves.Keys.ToList())
        {
            halves[edge] = _points.Count;
            _points.Add((_points[edge.Item1] + _points[edge.Item2]) * 0.5);
        }

        List<(int, int, int)> next = [];
        foreach (var triangle in Triangles)
            Split(triangle, halves, next);
        Triangles = next;
        return true;
    }

    private bool IsLong(int from, int to) => (_points[to] - _points[from]).Length > 1.0001 * _longest((_points[from] + _points[to]) * 0.5);

    /// <summary>A triangle that has an edge halved has its longest halved too.</summary>
    private bool Joins((int A, int B, int C) t, Dictionary<(int, int), int> halves)
    {
        if (!halves.ContainsKey(Edge(t.A, t.B)) && !halves.ContainsKey(Edge(t.B, t.C)) && !halves.ContainsKey(Edge(t.C, t.A)))
            return false;
        var (from, to, _) = ByLongest(t);
        return halves.TryAdd(Edge(from, to), -1);
    }

    private void Split((int A, int B, int C) triangle, Dictionary<(int, int), int> halves, List<(int, int, int)> into)
    {
        var (from, to, across) = ByLongest(triangle, halves);
        if (from < 0)
        {
            into.Add(triangle);
            return;
        }

        var middle = halves[Edge(from, to)];
        Split((from, middle, across), halves, into);
        Split((middle, to, across), halves, into);
    }

    /// <summary>Turned so that the longest edge, of those halved when they are given, comes first; −1 when there is none.</summary>
    private (int From, int To, int Across) ByLongest((int A, int B, int C) t, Dictionary<(int, int), int>? halves = null)
    {
        var (best, longest) = ((-1, -1, -1), -1.0);
        foreach (var turned in new[] { (t.A, t.B, t.C), (t.B, t.C, t.A), (t.C, t.A, t.B) })
        {
            var length = (_points[turned.Item2] - _points[turned.Item1]).Length;
            if (length > longest * (1 + 1e-12) && halves?.ContainsKey(Edge(turned.Item1, turned.Item2)) != false)
                (best, longest) = (turned, length);
        }

        return best;
    }

    /// <summary>An edge, whichever way it is gone along.</summary>
    internal static (int, int) Edge(int a, int b) => a < b ? (a, b) : (b, a);
}
