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

    private Topology(int[] neighbours, int[] shellOf, int shells, IReadOnlyList<EdgeMatch> matched)
    {
        Neighbours = neighbours;
        ShellOf = shellOf;
        ShellCount = shells;
        OpenEdges = matched.Sum(m => m.Open);
        NonManifoldEdges = matched.Sum(m => m.NonManifold);
        FlippedEdges = matched.Sum(m => m.Flipped);
        OpenVertices = [.. matched.SelectMany(m => m.OpenVertices)];
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

    public HashSet<int> OpenVertices { get; }

    public bool IsClosed => OpenEdges == 0 && NonManifoldEdges == 0;

    /// <summary>Matches the edges, each processor those of its share of the vertices.</summary>
    public static Topology Of(Mesh mesh, bool[] leftOut)
    {
        var neighbours = new int[3 * mesh.TriangleCount];
        Array.Fill(neighbours, -1);
        var shells = new DisjointSets(mesh.TriangleCount);
        var shares = mesh.TriangleCount < WorthSharing ? 1 : Environment.ProcessorCount;
        var matched = new EdgeMatch[shares];
        Parallel.For(
            0,
            shares,
            s =>
            {
                int first = (int)((long)mesh.VertexCount * s / shares),
                    end = (int)((long)mesh.VertexCount * (s + 1) / shares);
                matched[s] = EdgeMatch.Of(mesh, leftOut, first, end, neighbours, shells);
            }
        );
        var (shellOf, count) = shells.Number(leftOut);
        return new Topology(neighbours, shellOf, count, matched);
    }
}
