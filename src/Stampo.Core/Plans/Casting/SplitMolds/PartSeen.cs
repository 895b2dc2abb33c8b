using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>The part in the frame of its pull (z along it), scaled about the frame's origin, its facets on the grid.</summary>
internal sealed class PartSeen
{
    private readonly Vec3 _u,
        _v,
        _d;

    private PartSeen? _fromAside;

    public PartSeen(SolidSurface part, Vec3 pull, double scale)
        : this(part, FrameOf(pull.Unit()), scale) { }

    private PartSeen(SolidSurface part, (Vec3 U, Vec3 V, Vec3 D) frame, double scale)
    {
        ((_u, _v, _d), Surface, Scale) = (frame, part, scale);
        var mesh = part.Mesh;
        var box = Box.Nothing;
        var nodes = new (Node N, int Z)[mesh.VertexCount];
        for (var i = 0; i < nodes.Length; i++)
        {
            var p = InFrame(mesh.Vertex(i));
            box = box.Around(p);
            nodes[i] = (Grid.Node(p.X, p.Y), Grid.Of(p.Z));
        }

        Box = box;
        var signed = Enumerable
            .Range(0, mesh.TriangleCount)
            .Where(t => !part.LeftOut[t])
            .Sum(t => mesh.Corner(t, 0).Dot(mesh.Corner(t, 1).Cross(mesh.Corner(t, 2))) / 6);
        var (down, up) = (new List<Facet>(), new List<Facet>());
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (part.LeftOut[t])
                continue;
            var (a, b, c) = (nodes[mesh.Corners[3 * t]], nodes[mesh.Corners[3 * t + 1]], nodes[mesh.Corners[3 * t + 2]]);
            if (signed < 0)
                (b, c) = (c, b);
            var turn = Node.Turn(a.N, b.N, c.N);
            if (turn != 0)
                (turn > 0 ? up : down).Add(new Facet(a.N, b.N, c.N, a.Z, b.Z, c.Z, FacetKind.Part));
        }

        (VolumeMm3, Down, Up) = (Math.Abs(signed) * scale * scale * scale, down, up);
    }

    private static (Vec3, Vec3, Vec3) FrameOf(Vec3 d)
    {
        var (u, v) = Math.Abs(d.Z) > 1 - 1e-9 ? (new Vec3(1, 0, 0), new Vec3(0, Math.Sign(d.Z), 0)) : d.Plane();
        return (u, v, d);
    }

    /// <summary>The same with its x along a direction across the pull, given in this frame.</summary>
    public PartSeen WithXAlong(Vec3 aside) => new(Surface, (OutOfFrame(aside), OutOfFrame(new Vec3(-aside.Y, aside.X, 0)), _d), Scale);

    /// <summary>
    /// Looked at from the end of x: x, y and z are the z, the y and the reversed x of this frame, to the last step of the grid.
    /// </summary>
    public PartSeen FromAside() => _fromAside ??= new(Surface, (_d, _v, _u * -1), Scale);

    public SolidSurface Surface { get; }

    public double Scale { get; }

    public double VolumeMm3 { get; }

    public Box Box { get; }

    /// <summary>Facets that look back along the pull.</summary>
    public IReadOnlyList<Facet> Down { get; }

    public IReadOnlyList<Facet> Up { get; }

    /// <summary>
    /// The point of the part furthest to the front (low y), lowest among equals: where a channel reaches it first. Only what lies before
    /// an x counts; null when nothing does.
    /// </summary>
    public Vec3? Foremost(double beforeXMm = double.PositiveInfinity)
    {
        var before = Down.SelectMany(f => new[] { (N: f.A, Z: f.Za), (N: f.B, Z: f.Zb), (N: f.C, Z: f.Zc) })
            .Where(p => Grid.Mm(p.N.X) < beforeXMm)
            .ToList();
        if (before.Count == 0)
            return null;
        var (node, z) = before.MinBy(p => ((long)p.N.Y, p.Z));
        // In the middle of a straight front edge.
        var level = before.Where(p => p.N.Y <= node.Y + Grid.PerMm / 2).Select(p => p.N.X);
        return new Vec3(Grid.Mm((level.Min() + (double)level.Max()) / 2), Grid.Mm(node.Y), Grid.Mm(z));
    }

    /// <summary>The normals, within the plane across the pull and as long as their areas, of facets that stand nearly upright.</summary>
    public IEnumerable<Vec3> UprightWalls(double lean) =>
        Enumerable
            .Range(0, Surface.Mesh.TriangleCount)
            .Where(t => !Surface.LeftOut[t])
            .Select(t => (A: Surface.Mesh.Corner(t, 0), B: Surface.Mesh.Corner(t, 1), C: Surface.Mesh.Corner(t, 2)))
            .Select(t => InFrame((t.B - t.A).Cross(t.C - t.A)))
            .Where(n => Math.Abs(n.Z) < lean * n.Length)
            .Select(n => n with { Z = 0 });

    public Vec3 InFrame(Vec3 p) => new Vec3(p.Dot(_u), p.Dot(_v), p.Dot(_d)) * Scale;

    public Vec3 OutOfFrame(Vec3 p) => _u * p.X + _v * p.Y + _d * p.Z;

    public Mesh OutOfFrame(Mesh mesh)
    {
        var positions = new double[mesh.Positions.Length];
        for (var i = 0; i < mesh.VertexCount; i++)
            (positions[3 * i], positions[3 * i + 1], positions[3 * i + 2]) = OutOfFrame(mesh.Vertex(i));
        return new Mesh(positions, mesh.Corners);
    }
}
