using Stampo.Core.Geometry.Search;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// The edges of facets and rings seen along the pull, each once, with the facets on its two sides; and which of them touch what is not
/// theirs.
/// </summary>
internal sealed class SeenEdges
{
    public const int None = -1;

    /// <summary>Nearer than this, in steps, rounding to the grid may bring two edges together.</summary>
    private const double Margin = 1.5;

    private readonly Dictionary<(Node, Node), int> _numbers = [];
    private readonly List<SeenEdge> _edges = [];

    public static (Node, Node) Key(Node a, Node b) => (a.X, a.Y).CompareTo((b.X, b.Y)) < 0 ? (a, b) : (b, a);

    public IReadOnlyList<SeenEdge> All => _edges;

    public SeenEdge? Of(Node a, Node b) => _numbers.TryGetValue(Key(a, b), out var number) ? _edges[number] : null;

    /// <summary>An edge of a ring, or of something other than the part: it is always noded.</summary>
    public void Add(Node a, Node b) => At(a, b).Touches = true;

    /// <summary>The edges of a facet of the part.</summary>
    public void Add(in Facet facet, int number)
    {
        var turnsLeft = facet.Turn > 0;
        foreach (var (a, b) in facet.Edges)
        {
            if (a == b)
                continue;
            var edge = At(a, b);
            var isLeft = turnsLeft == (edge.A == a);
            // More than one facet on a side: they overlap.
            edge.Touches |= (isLeft ? edge.Left : edge.Right) != None;
            if (isLeft)
                edge.Left = number;
            else
                edge.Right = number;
        }
    }

    private SeenEdge At(Node a, Node b)
    {
        if (_numbers.TryGetValue(Key(a, b), out var number))
            return _edges[number];
        var (first, second) = Key(a, b);
        _numbers[(first, second)] = _edges.Count;
        _edges.Add(new SeenEdge(first, second));
        return _edges[^1];
    }

    /// <summary>Finds the edges that cross or nearly touch others than at a common end.</summary>
    public void FindTouching(CancellationToken cancel)
    {
        var tree = new PlaneTree(_edges.Count, e => _edges[e].Around((float)Margin));
        Parallel.For(
            0,
            _edges.Count,
            new ParallelOptions { CancellationToken = cancel },
            () => new List<int>(),
            (e, _, near) =>
            {
                var edge = _edges[e];
                tree.Near(edge.Around((float)Margin), near);
                foreach (var other in near)
                {
                    if (other > e && !(edge.Touches && _edges[other].Touches) && edge.IsTouchedBy(_edges[other], Margin))
                        edge.Touches = _edges[other].Touches = true;
                }

                return near;
            },
            _ => { }
        );
    }
}

/// <summary>An edge seen along the pull, with the facets of the part to its left and right.</summary>
internal sealed class SeenEdge(Node a, Node b)
{
    public Node A => a;

    public Node B => b;

    public int Left { get; set; } = SeenEdges.None;

    public int Right { get; set; } = SeenEdges.None;

    /// <summary>Whether it crosses, or comes too near to, what is not its own.</summary>
    public bool Touches { get; set; }

    public PlaneBox Around(float margin) => new(a.X - margin, Math.Min(a.Y, b.Y) - margin, b.X + margin, Math.Max(a.Y, b.Y) + margin);

    public bool IsTouchedBy(SeenEdge other, double margin)
    {
        if (IsNear(other.A, margin) || IsNear(other.B, margin) || other.IsNear(a, margin) || other.IsNear(b, margin))
            return true;
        return a != other.A && a != other.B && b != other.A && b != other.B && Crosses(other) && other.Crosses(this);
    }

    private bool Crosses(SeenEdge other) => Node.Turn(a, b, other.A) > 0 != Node.Turn(a, b, other.B) > 0;

    /// <summary>Whether a place that is not one of its ends lies within the margin.</summary>
    private bool IsNear(Node p, double margin)
    {
        if (p == a || p == b)
            return false;
        double dx = b.X - a.X,
            dy = b.Y - a.Y,
            px = p.X - a.X,
            py = p.Y - a.Y;
        var share = Math.Clamp((px * dx + py * dy) / (dx * dx + dy * dy), 0, 1);
        return (px - share * dx) * (px - share * dx) + (py - share * dy) * (py - share * dy) < margin * margin;
    }
}
