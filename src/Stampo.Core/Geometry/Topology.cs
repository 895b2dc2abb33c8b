namespace Stampo.Core.Geometry;

/// <summary>
/// How the triangles of a mesh hang together. An edge with one triangle is open, with three or more non-manifold;
/// two triangles that run along it in the same direction make it flipped. A shell is a set of triangles
/// connected over shared edges.
/// </summary>
public sealed class Topology
{
    private Topology(int[] neighbours, int[] shellOf, int shells, int open, int nonManifold, int flipped, HashSet<int> openVertices)
    {
        Neighbours = neighbours;
        ShellOf = shellOf;
        ShellCount = shells;
        OpenEdges = open;
        NonManifoldEdges = nonManifold;
        FlippedEdges = flipped;
        OpenVertices = openVertices;
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

    /// <summary>
    /// Matches edges by bucketing them on their lower vertex: linear in the number of triangles for any mesh whose
    /// vertices have bounded degree, n·log n at worst.
    /// </summary>
    public static Topology Of(Mesh mesh, ReadOnlySpan<bool> leftOut)
    {
        var corners = mesh.Corners;
        var starts = BucketStarts(mesh, leftOut);
        var fill = starts.AsSpan(0, mesh.VertexCount).ToArray();
        var keys = new long[starts[^1]];
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (leftOut[t])
                continue;
            for (var k = 0; k < 3; k++)
            {
                int from = corners[3 * t + k],
                    to = corners[3 * t + (k + 1) % 3];
                var (low, high) = from < to ? (from, to) : (to, from);
                // The key sorts by the far vertex, then carries the triangle and the direction.
                keys[fill[low]++] = ((long)high << 32) | ((uint)t << 1) | (from < to ? 1u : 0u);
            }
        }

        return Match(mesh, leftOut, starts, keys);
    }

    private static int[] BucketStarts(Mesh mesh, ReadOnlySpan<bool> leftOut)
    {
        var starts = new int[mesh.VertexCount + 1];
        var corners = mesh.Corners;
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (leftOut[t])
                continue;
            int a = corners[3 * t],
                b = corners[3 * t + 1],
                c = corners[3 * t + 2];
            starts[Math.Min(a, b) + 1]++;
            starts[Math.Min(b, c) + 1]++;
            starts[Math.Min(c, a) + 1]++;
        }

        for (var v = 0; v < mesh.VertexCount; v++)
            starts[v + 1] += starts[v];
        return starts;
    }

    private static Topology Match(Mesh mesh, ReadOnlySpan<bool> leftOut, int[] starts, long[] keys)
    {
        int open = 0,
            nonManifold = 0,
            flipped = 0;
        var openVertices = new HashSet<int>();
        var neighbours = new int[3 * mesh.TriangleCount];
        Array.Fill(neighbours, -1);
        var shells = new DisjointSets(mesh.TriangleCount);
        for (var low = 0; low < mesh.VertexCount; low++)
        {
            var bucket = keys.AsSpan(starts[low], starts[low + 1] - starts[low]);
            SortSmall(bucket);
            for (var i = 0; i < bucket.Length; )
            {
                var high = bucket[i] >> 32;
                var end = i + 1;
                while (end < bucket.Length && bucket[end] >> 32 == high)
                    shells.Join(Triangle(bucket[i]), Triangle(bucket[end++]));
                if (end - i == 1)
                {
                    open++;
                    openVertices.Add(low);
                    openVertices.Add((int)high);
                }
                else if (end - i > 2)
                {
                    nonManifold++;
                }
                else
                {
                    Meet(mesh, neighbours, Triangle(bucket[i]), Triangle(bucket[i + 1]), low, (int)high);
                    if ((bucket[i] & 1) == (bucket[i + 1] & 1))
                        flipped++;
                }

                i = end;
            }
        }

        var (shellOf, count) = shells.Number(leftOut);
        return new Topology(neighbours, shellOf, count, open, nonManifold, flipped, openVertices);
    }

    private static void Meet(Mesh mesh, int[] neighbours, int a, int b, int low, int high)
    {
        neighbours[3 * a + Side(a)] = b;
        neighbours[3 * b + Side(b)] = a;

        int Side(int t)
        {
            var corners = mesh.Corners.AsSpan(3 * t, 3);
            // The corner not on the edge faces the side we want; the side begins at the corner after it.
            var apart =
                corners[0] != low && corners[0] != high ? 0
                : corners[1] != low && corners[1] != high ? 1
                : 2;
            return (apart + 1) % 3;
        }
    }

    private static int Triangle(long key) => (int)((uint)key >> 1);

    private static void SortSmall(Span<long> bucket)
    {
        if (bucket.Length > 24)
        {
            bucket.Sort();
            return;
        }

        for (var i = 1; i < bucket.Length; i++)
        {
            var key = bucket[i];
            var j = i - 1;
            for (; j >= 0 && bucket[j] > key; j--)
                bucket[j + 1] = bucket[j];
            bucket[j + 1] = key;
        }
    }
}
