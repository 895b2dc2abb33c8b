using NetTopologySuite.Geometries;
using NetTopologySuite.Noding;
using NetTopologySuite.Noding.Snapround;
using NetTopologySuite.Operation.Polygonize;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// The faces that facets and rings make on the grid, seen along the pull. A facet of the part that touches nothing but its neighbours is
/// a face as it is; all other edges are noded by snap rounding (Hobby 1999), which gives faces that each lie under one facet or none.
/// </summary>
internal sealed class SeenDrawing
{
    private readonly SeenEdges _edges = new();
    private readonly bool[] _isWhole;

    public SeenDrawing(SeenFacets facets, IReadOnlyList<Node[]> rings, CancellationToken cancel)
    {
        Facets = facets;
        _isWhole = Array.ConvertAll(facets.All, f => f.Kind == FacetKind.Part);
        for (var f = 0; f < facets.All.Length; f++)
        {
            if (_isWhole[f])
                _edges.Add(facets.All[f], f);
            else
                foreach (var (a, b) in facets.All[f].Edges.Where(e => e.A != e.B))
                    _edges.Add(a, b);
        }

        foreach (var ring in rings)
            for (var i = 0; i < ring.Length; i++)
                if (ring[i] != ring[(i + 1) % ring.Length])
                    _edges.Add(ring[i], ring[(i + 1) % ring.Length]);
        _edges.FindTouching(cancel);
        foreach (var edge in _edges.All.Where(e => e.Touches))
            Break(edge);
        BreakWhatHolds(rings, cancel);
        var noded = Noded();
        // An edge of a whole facet that the noder did divide: its facets are whole no more.
        while (Divided(noded) is { Count: > 0 } divided)
        {
            divided.ForEach(Break);
            cancel.ThrowIfCancellationRequested();
            noded = Noded();
        }

        Faces = [.. FacesOf(noded).Where(face => !IsWhole(face))];
    }

    public SeenFacets Facets { get; }

    /// <summary>The faces that are no whole facets.</summary>
    public IReadOnlyList<Polygon> Faces { get; }

    /// <summary>The numbers of the facets that are faces as they are.</summary>
    public IEnumerable<int> Whole => Enumerable.Range(0, _isWhole.Length).Where(f => _isWhole[f]);

    /// <summary>Whether a whole facet lies on both sides of an edge, and the heights of both are the same along it.</summary>
    public bool IsSmooth(Node a, Node b) =>
        _edges.Of(a, b) is { Left: >= 0 and var left, Right: >= 0 and var right }
        && _isWhole[left]
        && _isWhole[right]
        && Facets.All[left].HeightAt(a) == Facets.All[right].HeightAt(a)
        && Facets.All[left].HeightAt(b) == Facets.All[right].HeightAt(b);

    private void Break(SeenEdge edge)
    {
        if (edge.Left >= 0)
            _isWhole[edge.Left] = false;
        if (edge.Right >= 0)
            _isWhole[edge.Right] = false;
    }

    /// <summary>A facet with a corner of another inside, and that other; and one with a ring inside.</summary>
    private void BreakWhatHolds(IReadOnlyList<Node[]> rings, CancellationToken cancel)
    {
        Parallel.For(
            0,
            _isWhole.Length,
            new ParallelOptions { CancellationToken = cancel },
            f =>
            {
                var facet = Facets.All[f];
                var corners = facet.Corners;
                foreach (var other in Facets.Near(facet.Around(0)))
                {
                    if (other != f && Array.Exists(corners, c => Facets.All[other].Holds(c)))
                        _isWhole[f] = _isWhole[other] = false;
                }
            }
        );
        foreach (var corner in rings.SelectMany(ring => ring))
        foreach (var facet in Facets.Over(corner.X, corner.Y))
            _isWhole[facet] = false;
    }

    /// <summary>An edge with a whole facet on each side is no border of anything else.</summary>
    private bool IsInner(SeenEdge edge) => edge is { Left: >= 0, Right: >= 0 } && _isWhole[edge.Left] && _isWhole[edge.Right];

    private HashSet<(Node, Node)> Noded()
    {
        var noder = new SnapRoundingNoder(new PrecisionModel(1));
        noder.ComputeNodes([
            .. _edges.All.Where(e => !IsInner(e)).Select(e => new NodedSegmentString([Drawn.At(e.A), Drawn.At(e.B)], null)),
        ]);
        var noded = new HashSet<(Node, Node)>();
        foreach (var line in noder.GetNodedSubstrings())
        {
            var c = line.Coordinates;
            for (var i = 1; i < c.Length; i++)
                if (Drawn.Of(c[i - 1]) != Drawn.Of(c[i]))
                    noded.Add(SeenEdges.Key(Drawn.Of(c[i - 1]), Drawn.Of(c[i])));
        }

        return noded;
    }

    private List<SeenEdge> Divided(HashSet<(Node, Node)> noded) =>
        [
            .. _edges.All.Where(e =>
                !IsInner(e) && ((e.Left >= 0 && _isWhole[e.Left]) || (e.Right >= 0 && _isWhole[e.Right])) && !noded.Contains((e.A, e.B))
            ),
        ];

    /// <summary>The faces that edges enclose.</summary>
    public static IEnumerable<Polygon> FacesOf(IEnumerable<(Node, Node)> edges)
    {
        var factory = new GeometryFactory();
        var polygonizer = new Polygonizer();
        polygonizer.Add([
            .. edges.Select(e => (NetTopologySuite.Geometries.Geometry)factory.CreateLineString([Drawn.At(e.Item1), Drawn.At(e.Item2)])),
        ]);
        return polygonizer.GetPolygons().OfType<Polygon>();
    }

    /// <summary>Whether whole facets fill a face: one lies on its side of an edge.</summary>
    private bool IsWhole(Polygon face) =>
        Drawn
            .Directed(face)
            .Any(e =>
                _edges.Of(e.A, e.B) is { } edge && (edge.A == e.A ? edge.Left : edge.Right) is >= 0 and var inside && _isWhole[inside]
            );
}

/// <summary>Between places on the grid and coordinates.</summary>
internal static class Drawn
{
    public static Coordinate At(Node n) => new(n.X, n.Y);

    public static Node Of(Coordinate c) => new((int)c.X, (int)c.Y);

    /// <summary>The edges of a face, its inside to their left.</summary>
    public static IEnumerable<(Node A, Node B)> Directed(Polygon face) =>
        Directed(face.ExteriorRing, ccw: true).Concat(face.InteriorRings.SelectMany(hole => Directed(hole, ccw: false)));

    private static IEnumerable<(Node A, Node B)> Directed(LineString ring, bool ccw)
    {
        var c = ring.Coordinates;
        var forward = NetTopologySuite.Algorithm.Orientation.IsCCW(c) == ccw;
        for (var i = 1; i < c.Length; i++)
            yield return forward ? (Of(c[i - 1]), Of(c[i])) : (Of(c[i]), Of(c[i - 1]));
    }
}
