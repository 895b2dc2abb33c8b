using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Composites;

/// <summary>
/// What flows between two points of a surface for a difference between them: half the cotangents of the angles across their edge, after
/// edges are flipped, by their lengths alone, until none of these is negative (intrinsic Delaunay, Bobenko and Springborn 2007).
/// </summary>
internal sealed class EdgeWeights
{
    private readonly Dictionary<(int, int), double> _length = [];
    private readonly Dictionary<(int, int), List<int>> _triangles = [];
    private readonly (int A, int B, int C)[] _of;

    private EdgeWeights(IReadOnlyList<Vec3> points, IReadOnlyList<(int A, int B, int C)> triangles)
    {
        _of = [.. triangles];
        for (var t = 0; t < _of.Length; t++)
        {
            foreach (var (from, to) in Sides(_of[t]))
            {
                _length[RefinedSurface.Edge(from, to)] = (points[to] - points[from]).Length;
                At(from, to).Add(t);
            }
        }
    }

    public static (int To, double Weight)[][] Of(IReadOnlyList<Vec3> points, IReadOnlyList<(int A, int B, int C)> triangles)
    {
        var weights = new EdgeWeights(points, triangles);
        weights.Flip();
        var beside = new List<(int, double)>?[points.Count];
        foreach (var (from, to) in weights._length.Keys)
        {
            var weight = weights.Weight(from, to);
            if (!(weight > 0))
                continue;
            (beside[from] ??= []).Add((to, weight));
            (beside[to] ??= []).Add((from, weight));
        }

        return [.. beside.Select(b => b?.ToArray() ?? [])];
    }

    private void Flip()
    {
        var open = new Queue<(int, int)>(_length.Keys);
        // Each flip makes the surface more even; the most is only for what doubles round.
        for (var left = 20L * _length.Count; left > 0 && open.TryDequeue(out var edge); left--)
        {
            if (!_triangles.TryGetValue(edge, out var both) || both.Count != 2 || Weight(edge.Item1, edge.Item2) >= -1e-12)
                continue;
            var (a, b) = edge;
            var (c, d) = (Across(both[0], a, b), Across(both[1], a, b));
            if (c == d || _length.ContainsKey(RefinedSurface.Edge(c, d)))
                continue;
            var (one, other) = (both[0], both[1]);
            var across = Unfolded(a, b, c, d);
            foreach (var t in new[] { one, other })
            foreach (var (from, to) in Sides(_of[t]))
                At(from, to).Remove(t);
            _length.Remove(edge);
            _triangles.Remove(edge);
            _length[RefinedSurface.Edge(c, d)] = across;
            (_of[one], _of[other]) = ((a, d, c), (b, c, d));
            foreach (var t in new[] { one, other })
            foreach (var (from, to) in Sides(_of[t]))
                At(from, to).Add(t);
            foreach (
                var side in new[]
                {
                    RefinedSurface.Edge(a, c),
                    RefinedSurface.Edge(c, b),
                    RefinedSurface.Edge(b, d),
                    RefinedSurface.Edge(d, a),
                }
            )
                open.Enqueue(side);
        }
    }

    private double Weight(int from, int to) => At(from, to).Sum(t => Cotangent(from, to, Across(t, from, to)) / 2);

    /// <summary>Of the angle at the third corner: (b² + c² − a²) ÷ 4·area.</summary>
    private double Cotangent(int from, int to, int third)
    {
        var (a, b, c) = (
            _length[RefinedSurface.Edge(from, to)],
            _length[RefinedSurface.Edge(from, third)],
            _length[RefinedSurface.Edge(to, third)]
        );
        var half = (a + b + c) / 2;
        var area = Math.Sqrt(Math.Max(1e-300, half * (half - a) * (half - b) * (half - c)));
        return (b * b + c * c - a * a) / (4 * area);
    }

    /// <summary>From one third corner to the other when both triangles are laid flat.</summary>
    private double Unfolded(int a, int b, int c, int d)
    {
        var ab = _length[RefinedSurface.Edge(a, b)];
        (double X, double Y) Laid(int third)
        {
            var (fromA, fromB) = (_length[RefinedSurface.Edge(a, third)], _length[RefinedSurface.Edge(b, third)]);
            var x = (fromA * fromA - fromB * fromB + ab * ab) / (2 * ab);
            return (x, Math.Sqrt(Math.Max(0, fromA * fromA - x * x)));
        }

        var (one, other) = (Laid(c), Laid(d));
        return Math.Sqrt(Math.Pow(one.X - other.X, 2) + Math.Pow(one.Y + other.Y, 2));
    }

    private int Across(int triangle, int from, int to)
    {
        var (a, b, c) = _of[triangle];
        return a != from && a != to ? a
            : b != from && b != to ? b
            : c;
    }

    private List<int> At(int from, int to) =>
        _triangles.TryGetValue(RefinedSurface.Edge(from, to), out var at) ? at : _triangles[RefinedSurface.Edge(from, to)] = [];

    private static (int From, int To)[] Sides((int A, int B, int C) t) => [(t.A, t.B), (t.B, t.C), (t.C, t.A)];
}
