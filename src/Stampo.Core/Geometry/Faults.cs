namespace Stampo.Core.Geometry;

/// <summary>Triangles that carry no surface of their own.</summary>
public sealed class Faults
{
    private Faults(bool[] leftOut, int degenerate, int duplicate)
    {
        LeftOut = leftOut;
        Degenerate = degenerate;
        Duplicate = duplicate;
    }

    /// <summary>
    /// True for each triangle to ignore: one with a corner used twice, or a repeat of an earlier triangle.
    /// A needle with three distinct corners on a line stays in, since leaving it out would open the mesh.
    /// </summary>
    public bool[] LeftOut { get; }

    public int Degenerate { get; }

    public int Duplicate { get; }

    public static Faults Of(Mesh mesh) => Degenerates(mesh).WithDuplicates(mesh);

    /// <summary>Without a look for duplicates.</summary>
    public static Faults Degenerates(Mesh mesh)
    {
        var corners = mesh.Corners;
        var leftOut = new bool[mesh.TriangleCount];
        var degenerate = 0;
        for (var t = 0; t < leftOut.Length; t++)
        {
            int a = corners[3 * t],
                b = corners[3 * t + 1],
                c = corners[3 * t + 2];
            leftOut[t] = a == b || b == c || c == a;
            if (leftOut[t] || mesh.AreaNormal(t) == default)
                degenerate++;
        }

        return new Faults(leftOut, degenerate, 0);
    }

    public Faults WithDuplicates(Mesh mesh)
    {
        var leftOut = LeftOut.AsSpan().ToArray();
        return new Faults(leftOut, Degenerate, LeaveOutDuplicates(mesh, leftOut));
    }

    /// <summary>Chains triangles on their lowest vertex and compares the other two: linear for bounded vertex degree.</summary>
    private static int LeaveOutDuplicates(Mesh mesh, bool[] leftOut)
    {
        var head = new int[mesh.VertexCount];
        var next = new int[leftOut.Length];
        var rest = new long[leftOut.Length];
        var steps = 0L;
        var duplicates = 0;
        for (var t = 0; t < leftOut.Length; t++)
        {
            if (leftOut[t])
                continue;
            var (low, key) = Sorted(mesh.Corners.AsSpan(3 * t, 3));
            rest[t] = key;
            for (var other = head[low] - 1; other >= 0 && !leftOut[t]; other = next[other] - 1)
            {
                leftOut[t] = rest[other] == key;
                // A fan of hundreds of thousands of triangles round one vertex would make this quadratic.
                if (++steps > 64L * leftOut.Length + 1_000_000)
                    return DuplicatesBySet(mesh, leftOut);
            }

            if (leftOut[t])
            {
                duplicates++;
                continue;
            }

            next[t] = head[low];
            head[low] = t + 1;
        }

        return duplicates;
    }

    private static int DuplicatesBySet(Mesh mesh, bool[] leftOut)
    {
        var seen = new HashSet<(int, long)>();
        var duplicates = 0;
        for (var t = 0; t < leftOut.Length; t++)
        {
            var triangle = mesh.Corners.AsSpan(3 * t, 3);
            if (triangle[0] == triangle[1] || triangle[1] == triangle[2] || triangle[2] == triangle[0])
                continue;
            leftOut[t] = !seen.Add(Sorted(triangle));
            if (leftOut[t])
                duplicates++;
        }

        return duplicates;
    }

    private static (int Low, long Others) Sorted(ReadOnlySpan<int> triangle)
    {
        int a = triangle[0],
            b = triangle[1],
            c = triangle[2];
        if (a > b)
            (a, b) = (b, a);
        if (b > c)
            (b, c) = (c, b);
        if (a > b)
            (a, b) = (b, a);
        return (a, ((long)b << 32) | (uint)c);
    }
}
