using System.Runtime.CompilerServices;

namespace Stampo.Core.Geometry;

/// <summary>
/// Matches the edges whose lower vertex is one of a run of vertices, by chaining them on it: linear in the number of triangles for
/// any mesh whose vertices have bounded degree, and by hashing beyond it. Several runs may be matched at once: each edge belongs to
/// one. Sides are named as the mesh names them.
/// </summary>
internal sealed class EdgeMatch
{
    /// <summary>Across a side: nobody yet, or more than one.</summary>
    public const int Nobody = -1,
        Several = -2;

    private readonly Mesh _mesh;
    private readonly int[] _across;
    private readonly int _firstVertex;

    /// <summary>Per vertex of the run the edge that came to it last; none has the number zero.</summary>
    private readonly int[] _chains;
    private Edge[] _edges;
    private int _count = 1;
    private long _stepsLeft;
    private Dictionary<(int Low, int High), Edge>? _byEnds;
    private readonly List<(int, int)> _meetings = [];

    /// <param name="mesh">Whose edges are matched.</param>
    /// <param name="vertices">The run of vertices.</param>
    /// <param name="across">Written: the triangle across each side, with nobody across any to begin with.</param>
    public EdgeMatch(Mesh mesh, Range vertices, int[] across)
    {
        (_mesh, _across) = (mesh, across);
        (_firstVertex, var count) = vertices.GetOffsetAndLength(mesh.VertexCount);
        _chains = new int[count];
        // A closed mesh has about three edges a vertex.
        _edges = GC.AllocateUninitializedArray<Edge>(2 + 3 * count + count / 8);
        // A fan of hundreds of thousands of triangles round one vertex would make walking its chain quadratic.
        _stepsLeft = 64L * mesh.TriangleCount + 1_000_000;
    }

    /// <summary>Edges with three triangles or more.</summary>
    public int NonManifold { get; private set; }

    /// <summary>Pairs of triangles that share an edge with others too: the first of the edge with each further one.</summary>
    public IReadOnlyList<(int, int)> Meetings => _meetings;

    /// <summary>Edges whose two triangles run along them the same way.</summary>
    public int Flipped { get; private set; }

    /// <summary>Some triangle may be listed twice: two that share an edge have the same third corner, or three share one.</summary>
    public bool MayRepeat { get; private set; }

    public EdgeMatch Run(ReadOnlySpan<bool> leftOut)
    {
        var corners = _mesh.Corners;
        for (var t = 0; t < leftOut.Length; t++)
        {
            if (leftOut[t])
                continue;
            int a = corners[3 * t],
                b = corners[3 * t + 1],
                c = corners[3 * t + 2];
            Take(3 * t, a, b, c);
            Take(3 * t + 1, b, c, a);
            Take(3 * t + 2, c, a, b);
        }

        return this;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private void Take(int side, int from, int to, int apex)
    {
        var low = Math.Min(from, to) - _firstVertex;
        if ((uint)low < (uint)_chains.Length)
            Take(low, new Edge(Math.Max(from, to), from < to ? side : ~side, apex, _chains[low]));
    }

    private void Take(int low, Edge edge)
    {
        if (_byEnds is not null)
        {
            if (!_byEnds.TryAdd((low, edge.High), edge))
                Meet(_byEnds[(low, edge.High)], edge);
            return;
        }

        var edges = _edges;
        for (var at = edge.Before; at > 0; at = edges[at].Before)
        {
            if (edges[at].High == edge.High)
            {
                Meet(edges[at], edge);
                return;
            }

            _stepsLeft--;
        }

        if (_count == _edges.Length)
            Array.Resize(ref _edges, 2 * _count);
        _edges[_count] = edge;
        _chains[low] = _count++;
        if (_stepsLeft < 0)
            _byEnds = ByEnds();
    }

    /// <summary>A further triangle on an edge.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private void Meet(Edge first, Edge further)
    {
        if (_across[first.Side] != Nobody)
        {
            MeetSeveral(first, further);
            return;
        }

        (_across[first.Side], _across[further.Side]) = (further.Triangle, first.Triangle);
        if (first.IsUp == further.IsUp)
            Flipped++;
        if (first.Apex == further.Apex)
            MayRepeat = true;
    }

    private void MeetSeveral(Edge first, Edge further)
    {
        MayRepeat = true;
        _meetings.Add((first.Triangle, further.Triangle));
        _across[further.Side] = Several;
        if (_across[first.Side] is not (>= 0 and var second))
            return;
        NonManifold++;
        _meetings.Add((first.Triangle, second));
        var (from, to) = _mesh.Side(first.Side);
        for (var side = 3 * second; side < 3 * second + 3; side++)
        {
            var (a, b) = _mesh.Side(side);
            if ((a, b) == (from, to))
                Flipped--;
            if ((a, b) == (from, to) || (b, a) == (from, to))
                _across[side] = Several;
        }

        _across[first.Side] = Several;
    }

    private Dictionary<(int Low, int High), Edge> ByEnds()
    {
        var byEnds = new Dictionary<(int Low, int High), Edge>();
        for (var low = 0; low < _chains.Length; low++)
        for (var at = _chains[low]; at > 0; at = _edges[at].Before)
            byEnds[(low, _edges[at].High)] = _edges[at];
        return byEnds;
    }

    /// <summary>
    /// An edge as its first triangle has it: the far vertex, the side (its complement when it runs downwards), the triangle's third
    /// corner, and the edge that came to the same vertex before.
    /// </summary>
    private readonly record struct Edge(int High, int SignedSide, int Apex, int Before)
    {
        public bool IsUp => SignedSide >= 0;
        public int Side => IsUp ? SignedSide : ~SignedSide;
        public int Triangle => Side / 3;
    }
}
