using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>The part in the frame of its pull (z along it), scaled about the frame's origin, its facets on the grid.</summary>
internal sealed class PartSeen
{
    private readonly Vec3 _u,
        _v,
        _d;

    public PartSeen(SolidSurface part, Vec3 pull, double scale)
    {
        _d = pull.Unit();
        (_u, _v) = Math.Abs(_d.Z) > 1 - 1e-9 ? (new Vec3(1, 0, 0), new Vec3(0, Math.Sign(_d.Z), 0)) : _d.Plane();
        (Surface, Scale) = (part, scale);
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

    public SolidSurface Surface { get; }

    public double Scale { get; }

    public double VolumeMm3 { get; }

    public Box Box { get; }

    /// <summary>Facets that look back along the pull.</summary>
    public IReadOnlyList<Facet> Down { get; }

    public IReadOnlyList<Facet> Up { get; }

    /// <summary>The point of the part furthest to the front (low y), lowest among equals: where a channel reaches it first.</summary>
    public Vec3 Foremost
    {
        get
        {
            var (node, z) = Down.SelectMany(f => new[] { (f.A, f.Za), (f.B, f.Zb), (f.C, f.Zc) }).MinBy(p => ((long)p.Item1.Y, p.Item2));
            var level = Down.SelectMany(f => new[] { f.A, f.B, f.C }).Where(n => n.Y <= node.Y + Grid.PerMm / 2).Select(n => n.X);
            // In the middle of a straight front edge.
            return new Vec3(Grid.Mm((level.Min() + (double)level.Max()) / 2), Grid.Mm(node.Y), Grid.Mm(z));
        }
    }

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
