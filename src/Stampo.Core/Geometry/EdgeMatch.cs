using System.Runtime.CompilerServices;

namespace Stampo.Core.Geometry;

/// <summary>
/// Matches the edges whose lower vertex is one of a run of vertices, by bucketing them on it: linear in the number of triangles
/// for any mesh whose vertices have bounded degree, n·log n at worst. Several runs may be matched at once: each edge belongs to one.
/// </summary>
internal sealed class EdgeMatch
{
    private readonly Mesh _mesh;
    private readonly int[] _neighbours;
    private readonly DisjointSets _shells;
    private readonly List<int> _openVertices = [];

    private EdgeMatch(Mesh mesh, int[] neighbours, DisjointSets shells) => (_mesh, _neighbours, _shells) = (mesh, neighbours, shells);

    public int Open { get; private set; }

    public int NonManifold { get; private set; }

    public int Flipped { get; private set; }

    public IReadOnlyList<int> OpenVertices => _openVertices;

    /// <summary>Writes down who is across each edge and joins those triangles in their shell.</summary>
    public static EdgeMatch Of(Mesh mesh, bool[] leftOut, int firstVertex, int endVertex, int[] neighbours, DisjointSets shells)
    {
        var match = new EdgeMatch(mesh, neighbours, shells);
        var (ends, keys) = Buckets(mesh, leftOut, firstVertex, endVertex);
        for (var low = firstVertex; low < endVertex; low++)
        {
            var start = low == firstVertex ? 0 : ends[low - firstVertex - 1];
            match.Bucket(low, keys.AsSpan(start, ends[low - firstVertex] - start));
        }

        return match;
    }

    /// <summary>The edges of each vertex of the run, one vertex after the other, and where those of each end.</summary>
    private static (int[] Ends, long[] Keys) Buckets(Mesh mesh, bool[] leftOut, int firstVertex, int endVertex)
    {
        var corners = mesh.Corners;
        var run = (uint)(endVertex - firstVertex);
        var ends = new int[run];
        for (var t = 0; t < leftOut.Length; t++)
        {
            if (leftOut[t])
                continue;
            int a = corners[3 * t],
                b = corners[3 * t + 1],
                c = corners[3 * t + 2];
            Count(Math.Min(a, b));
            Count(Math.Min(b, c));
            Count(Math.Min(c, a));
        }

        var total = 0;
        for (var v = 0; v < ends.Length; v++)
            (ends[v], total) = (total, total + ends[v]);
        var keys = new long[total];
        for (var t = 0; t < leftOut.Length; t++)
        {
            if (leftOut[t])
                continue;
            int a = corners[3 * t],
                b = corners[3 * t + 1],
                c = corners[3 * t + 2];
            Put(t, a, b);
            Put(t, b, c);
            Put(t, c, a);
        }

        return (ends, keys);

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        void Count(int low)
        {
            if ((uint)(low - firstVertex) < run)
                ends[low - firstVertex]++;
        }

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        void Put(int t, int from, int to)
        {
            var (low, high) = from < to ? (from, to) : (to, from);
            // The key sorts by the far vertex, then carries the triangle and the direction.
            if ((uint)(low - firstVertex) < run)
                keys[ends[low - firstVertex]++] = ((long)high << 32) | ((uint)t << 1) | (from < to ? 1u : 0u);
        }
    }

    private void Bucket(int low, Span<long> bucket)
    {
        SortSmall(bucket);
        for (var i = 0; i < bucket.Length; )
        {
            var high = (int)(bucket[i] >> 32);
            var end = i + 1;
            while (end < bucket.Length && bucket[end] >> 32 == high)
                _shells.Join(Triangle(bucket[i]), Triangle(bucket[end++]));
            if (end - i == 1)
            {
                Open++;
                _openVertices.AddRange([low, high]);
            }
            else if (end - i > 2)
            {
                NonManifold++;
            }
            else
            {
                Meet(Triangle(bucket[i]), Triangle(bucket[i + 1]), low, high);
                if ((bucket[i] & 1) == (bucket[i + 1] & 1))
                    Flipped++;
            }

            i = end;
        }
    }

    private void Meet(int a, int b, int low, int high)
    {
        _neighbours[3 * a + Side(a, low, high)] = b;
        _neighbours[3 * b + Side(b, low, high)] = a;
    }

    private int Side(int t, int low, int high)
    {
        var corners = _mesh.Corners.AsSpan(3 * t, 3);
        // The corner not on the edge faces the side we want; the side begins at the corner after it.
        var apart =
            corners[0] != low && corners[0] != high ? 0
            : corners[1] != low && corners[1] != high ? 1
            : 2;
        return (apart + 1) % 3;
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
