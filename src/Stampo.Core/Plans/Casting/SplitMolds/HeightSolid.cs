using NetTopologySuite.Geometries;
using NetTopologySuite.Triangulate.Polygon;
using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// The solid between a flat floor and a surface that has one height everywhere: a mold half. It can be drawn off along the pull
/// whatever its surface is, since nothing of it lies over its own cavity.
/// </summary>
/// <remarks>
/// Each face of the drawing is a roof at its facet's heights; where the roofs on both sides of an edge differ, a wall
/// stands between them. Walls that meet over one node are divided at the same heights, so the whole is closed.
/// </remarks>
internal sealed class HeightSolid
{
    /// <summary>Heights that lie no further apart, in steps, are one.</summary>
    private const int Rounded = 4;

    private readonly SeenDrawing _drawing;
    private readonly IReadOnlyList<Node[]> _holes;
    private readonly int _planeZ,
        _floorZ;
    private readonly Dictionary<(Node, Node), List<Side>> _sides = [];
    private readonly Dictionary<Node, SortedSet<int>> _stacks = [];
    private readonly Dictionary<(Node, int), int> _evened = [];
    private readonly List<((Node, int) A, (Node, int) B, (Node, int) C)> _roofs = [];
    private readonly Dictionary<(Node, int), int> _vertices = [];
    private readonly List<double> _positions = [];
    private readonly List<int> _corners = [];

    private HeightSolid(SeenDrawing drawing, IReadOnlyList<Node[]> holes, int planeZ, int floorZ) =>
        (_drawing, _holes, _planeZ, _floorZ) = (drawing, holes, planeZ, floorZ);

    /// <summary>What lies between the plane and the roofs under the part, in steps cubed; holes and channels don't count.</summary>
    public double PartRoofVolume { get; private set; }

    /// <summary>The highest wall that stands on the parting surface along the part's outline, in steps.</summary>
    public int SteepestStep { get; private set; }

    public Mesh Mesh { get; private set; } = new([], []);

    public const string NotClosed = "split.not-closed";

    /// <summary>Its volume; refused when it did not close.</summary>
    public double ClosedMm3(string piece)
    {
        var (_, topology) = Topology.Connect(Mesh);
        if (!topology.IsClosed || topology.FlippedEdges > 0)
            throw new RefusalException(
                NotClosed,
                $"The {piece} did not close ({topology.OpenEdges} open and {topology.NonManifoldEdges} shared edges). "
                    + "Move the parting plane by some tenths of a millimetre and try again.",
                "split.partingMm"
            );
        return Measures.ShellVolumesMm3(Mesh, topology).Sum();
    }

    /// <summary>Builds the half from downward facets of the part, channels and keys, an outline, and holes right through.</summary>
    public static HeightSolid Of(
        IReadOnlyList<Facet> facets,
        Node[] outline,
        IReadOnlyList<Node[]> holes,
        int planeZ,
        int floorZ,
        CancellationToken cancel
    )
    {
        var drawing = new SeenDrawing(new SeenFacets(facets), [outline, .. holes], cancel);
        var solid = new HeightSolid(drawing, holes, planeZ, floorZ);
        foreach (var whole in drawing.Whole)
            solid.AddRoof(drawing.Facets.All[whole]);
        cancel.ThrowIfCancellationRequested();
        foreach (var face in drawing.Faces)
            solid.AddRoof(face);
        cancel.ThrowIfCancellationRequested();
        solid.AddWallsAndFloor();
        solid.Mesh = new Mesh([.. solid._positions], [.. solid._corners]);
        return solid;
    }

    /// <summary>One side of an edge: the roof's heights at its two nodes, whether it lies to the left, and under what.</summary>
    private readonly record struct Side(int Z0, int Z1, bool Left, FacetKind? Under);

    /// <summary>A facet that is a face as it is. Where it goes on smoothly no wall can stand.</summary>
    private void AddRoof(in Facet facet)
    {
        var (a, b, c) = facet.Turn > 0 ? (facet.A, facet.B, facet.C) : (facet.A, facet.C, facet.B);
        PartRoofVolume += VolumeUnder(facet, (a, b, c));
        if (_holes.Any(hole => Holds(hole, (a.X + (double)b.X + c.X) / 3, (a.Y + (double)b.Y + c.Y) / 3)))
            return;
        _roofs.Add(((a, facet.HeightAt(a)), (b, facet.HeightAt(b)), (c, facet.HeightAt(c))));
        foreach (var (from, to) in new[] { (a, b), (b, c), (c, a) })
        {
            if (!_drawing.IsSmooth(from, to))
                AddSide(from, to, facet.HeightAt(from), facet.HeightAt(to), FacetKind.Part);
        }
    }

    /// <summary>What lies between the plane and a facet under a triangle of the drawing.</summary>
    private double VolumeUnder(in Facet facet, (Node A, Node B, Node C) t) =>
        Node.Turn(t.A, t.B, t.C) / 2.0 * ((facet.HeightAt(t.A) + (double)facet.HeightAt(t.B) + facet.HeightAt(t.C)) / 3 - _planeZ);

    private void AddRoof(Polygon face)
    {
        var triangles = Triangles(face);
        var (x, y) = Inside(triangles);
        var (part, roof) = RoofsAt(x, y);
        if (part is { } over)
            PartRoofVolume += triangles.Sum(t => VolumeUnder(over, t));
        if (_holes.Any(hole => Holds(hole, x, y)))
            return;
        int Height(Node n) => roof?.HeightAt(n) ?? _planeZ;
        foreach (var (a, b, c) in triangles)
            _roofs.Add(((a, Height(a)), (b, Height(b)), (c, Height(c))));
        foreach (var (from, to) in Drawn.Directed(face))
            AddSide(from, to, Height(from), Height(to), roof?.Kind ?? FacetKind.Step);
    }

    /// <summary>
    /// The lowest facet of the part, and what is the roof: it, else a key, else a step, or a channel that lies below; null for the plane.
    /// </summary>
    private (Facet? Part, Facet? Roof) RoofsAt(double x, double y)
    {
        Facet? part = null,
            key = null,
            step = null,
            channel = null;
        foreach (var over in _drawing.Facets.Over(x, y))
        {
            var facet = _drawing.Facets.All[over];
            if (facet.Kind == FacetKind.Channel)
                channel = channel is { } deeper && deeper.HeightAt(x, y) < facet.HeightAt(x, y) ? deeper : facet;
            else if (facet.Kind == FacetKind.Key)
                key = facet;
            else if (facet.Kind == FacetKind.Step)
                step = facet;
            else if (part is not { } other || facet.HeightAt(x, y) < other.HeightAt(x, y))
                part = facet;
        }

        var roof = part ?? key ?? step;
        return (part, channel is { } cut && cut.HeightAt(x, y) < (roof?.HeightAt(x, y) ?? _planeZ) ? channel : roof);
    }

    /// <summary>A roof ends on an edge, to its left.</summary>
    private void AddSide(Node a, Node b, int za, int zb, FacetKind kind)
    {
        var key = SeenEdges.Key(a, b);
        var left = key.Item1 == a;
        if (!_sides.TryGetValue(key, out var sides))
            _sides[key] = sides = new List<Side>(2);
        sides.Add(left ? new Side(za, zb, true, kind) : new Side(zb, za, false, kind));
        Stack(a).Add(za);
        Stack(b).Add(zb);
    }

    private SortedSet<int> Stack(Node n) => _stacks.TryGetValue(n, out var stack) ? stack : _stacks[n] = [];

    private void AddWallsAndFloor()
    {
        var rim = _sides.Where(e => e.Value.Count == 1).Select(e => e.Key).ToList();
        foreach (var (a, b) in rim)
        {
            Stack(a).Add(_floorZ);
            Stack(b).Add(_floorZ);
        }

        Even();
        foreach (var (a, b, c) in _roofs)
            AddTriangle(a, b, c);
        foreach (var ((a, b), sides) in _sides)
        {
            var left = sides.Find(s => s.Left) is { Left: true } l ? l : new Side(_floorZ, _floorZ, true, null);
            var right = sides.Exists(s => !s.Left) ? sides.Find(s => !s.Left) : new Side(_floorZ, _floorZ, false, null);
            AddWall(a, b, left, right);
            var (part, other) = left.Under == FacetKind.Part ? (left, right) : (right, left);
            if (part.Under == FacetKind.Part && other.Under == FacetKind.Step)
                SteepestStep = Math.Max(SteepestStep, Math.Max(part.Z0 - other.Z0, part.Z1 - other.Z1));
        }

        foreach (var floor in SeenDrawing.FacesOf(rim))
        {
            var triangles = Triangles(floor);
            var (x, y) = Inside(triangles);
            if (_holes.Any(hole => Holds(hole, x, y)))
                continue;
            foreach (var (a, b, c) in triangles)
                AddTriangle((a, _floorZ), (c, _floorZ), (b, _floorZ));
        }
    }

    /// <summary>
    /// Heights over one node that only rounding has set apart become the lowest of them: a wall of some steps is none, and several of them
    /// over one node would share an edge.
    /// </summary>
    private void Even()
    {
        foreach (var (node, stack) in _stacks)
        {
            var lowest = int.MinValue;
            foreach (var (z, below) in stack.Zip(stack.Prepend(int.MinValue)).ToList())
            {
                if (below == int.MinValue || z - below > Rounded)
                    lowest = z;
                else
                    _evened[(node, z)] = lowest;
            }
        }
    }

    private int Evened(Node n, int z) => _evened.TryGetValue((n, z), out var lowest) ? lowest : z;

    /// <summary>The upright face between two roofs that end on one edge, laddered between its two chains of heights.</summary>
    private void AddWall(Node a, Node b, Side left, Side right)
    {
        var (at, to) = (Chain(a, left.Z0, right.Z0), Chain(b, left.Z1, right.Z1));
        for (int i = 0, j = 0; i < at.Count - 1 || j < to.Count - 1; )
        {
            if (j == to.Count - 1 || (i < at.Count - 1 && (i + 1) * (to.Count - 1) <= (j + 1) * (at.Count - 1)))
                AddTriangle((b, to[j]), (a, at[i]), (a, at[++i]));
            else
                AddTriangle((b, to[j]), (a, at[i]), (b, to[++j]));
        }
    }

    private List<int> Chain(Node n, int from, int to)
    {
        (from, to) = (Evened(n, from), Evened(n, to));
        if (from == to)
            return [from];
        List<int> chain = [.. _stacks[n].GetViewBetween(Math.Min(from, to), Math.Max(from, to)).Where(z => Evened(n, z) == z)];
        if (from > to)
            chain.Reverse();
        return chain;
    }

    private void AddTriangle((Node, int) a, (Node, int) b, (Node, int) c)
    {
        _corners.Add(Vertex(a));
        _corners.Add(Vertex(b));
        _corners.Add(Vertex(c));
    }

    private int Vertex((Node N, int Z) p)
    {
        p = (p.N, Evened(p.N, p.Z));
        if (_vertices.TryGetValue(p, out var known))
            return known;
        _positions.Add(Grid.Mm(p.N.X));
        _positions.Add(Grid.Mm(p.N.Y));
        _positions.Add(Grid.Mm(p.Z));
        return _vertices[p] = _vertices.Count;
    }

    /// <summary>The face in triangles that wind counter-clockwise and use every node of its rings.</summary>
    private static List<(Node A, Node B, Node C)> Triangles(Polygon face)
    {
        if (face.NumPoints == 4 && face.NumInteriorRings == 0)
            return [Wound(face.ExteriorRing.Coordinates)];
        var cut = PolygonTriangulator.Triangulate(face);
        return [.. Enumerable.Range(0, cut.NumGeometries).Select(i => Wound(((Polygon)cut.GetGeometryN(i)).ExteriorRing.Coordinates))];
    }

    /// <summary>A point well inside a face: the middle of its largest triangle.</summary>
    private static (double X, double Y) Inside(List<(Node A, Node B, Node C)> triangles)
    {
        var (a, b, c) = triangles.MaxBy(t => Node.Turn(t.A, t.B, t.C));
        return ((a.X + (double)b.X + c.X) / 3, (a.Y + (double)b.Y + c.Y) / 3);
    }

    private static (Node, Node, Node) Wound(Coordinate[] c)
    {
        var (p, q, r) = (Drawn.Of(c[0]), Drawn.Of(c[1]), Drawn.Of(c[2]));
        return Node.Turn(p, q, r) >= 0 ? (p, q, r) : (p, r, q);
    }

    private static bool Holds(Node[] ring, double x, double y)
    {
        var inside = false;
        for (int i = 0, j = ring.Length - 1; i < ring.Length; j = i++)
        {
            if (
                ring[i].Y > y != ring[j].Y > y
                && x < (ring[j].X - (double)ring[i].X) * (y - ring[i].Y) / (ring[j].Y - (double)ring[i].Y) + ring[i].X
            )
                inside = !inside;
        }

        return inside;
    }
}
