namespace Stampo.Core.Geometry;

/// <summary>
/// How the triangles of a mesh hang together. An edge with one triangle is open, with three or more non-manifold;
/// two triangles that run along it in the same direction make it flipped. A shell is a set of triangles
/// connected over shared edges.
/// </summary>
public sealed class Topology
{
    /// <summary>Smaller meshes are matched before another processor has begun.</summary>
    private const int WorthSharing = 20_000;

    private Topology(Mesh mesh, bool[] leftOut, int[] neighbours, EdgeMatch[] matched)
    {
        Neighbours = neighbours;
        NonManifoldEdges = matched.Sum(m => m.NonManifold);
        FlippedEdges = matched.Sum(m => m.Flipped);
        MayRepeat = matched.Any(m => m.MayRepeat);
        (ShellOf, ShellCount) = Shells.Of(neighbours, leftOut, matched.SelectMany(m => m.Meetings));
        for (var side = 0; side < neighbours.Length; side++)
        {
            if (neighbours[side] >= 0 || leftOut[side / 3])
                continue;
            if (neighbours[side] == EdgeMatch.Nobody)
            {
                OpenEdges++;
                var (from, to) = mesh.Side(side);
                OpenVertices.Add(from);
                OpenVertices.Add(to);
            }

            neighbours[side] = -1;
        }
    }

    /// <summary>
    /// Three a triangle: the triangle across the edge from corner k to the next; −1 where there is none or more than one.
    /// </summary>
    public int[] Neighbours { get; }

    /// <summary>The shell number of each triangle; −1 for a triangle that was left out.</summary>
    public int[] ShellOf { get; }

    public int ShellCount { get; }

    public int OpenEdges { get; }

    public int NonManifoldEdges { get; }

    public int FlippedEdges { get; }

    public HashSet<int> OpenVertices { get; } = [];

    /// <summary>False when no triangle is listed twice.</summary>
    public bool MayRepeat { get; }

    public bool IsClosed => OpenEdges == 0 && NonManifoldEdges == 0;

    /// <summary>Matches the edges, each processor those of its share of the vertices.</summary>
    public static Topology Of(Mesh mesh, bool[] leftOut)
    {
        var across = GC.AllocateUninitializedArray<int>(mesh.Corners.Length);
        Array.Fill(across, EdgeMatch.Nobody);
        var matched = new EdgeMatch[mesh.TriangleCount < WorthSharing ? 1 : Environment.ProcessorCount];
        Parallel.For(0, matched.Length, s => matched[s] = new EdgeMatch(mesh, Share(s)..Share(s + 1), across).Run(leftOut));
        return new Topology(mesh, leftOut, across, matched);

        int Share(int s) => (int)((long)mesh.VertexCount * s / matched.Length);
    }

    /// <summary>What is wrong with triangles and how the rest hang together.</summary>
    public static (Faults Faults, Topology Topology) Connect(Mesh mesh)
    {
        var faults = Faults.Degenerates(mesh);
        var topology = Of(mesh, faults.LeftOut);
        if (!topology.MayRepeat)
            return (faults, topology);
        faults = faults.WithDuplicates(mesh);
        return (faults, faults.Duplicate > 0 ? Of(mesh, faults.LeftOut) : topology);
    }
}
