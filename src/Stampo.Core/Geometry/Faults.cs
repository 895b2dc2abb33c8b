namespace Stampo.Core.Geometry;

/// <summary>Triangles that carry no surface of their own.</summary>
public sealed class Faults
{
    private Faults(bool[] leftOut, int degenerate, int duplicate, double areaMm2)
    {
        AreaMm2 = areaMm2;
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

    /// <summary>Of the triangles that are not left out.</summary>
    public double AreaMm2 { get; }

    /// <summary>Without a look for duplicates.</summary>
    public static Faults Degenerates(Mesh mesh)
    {
        var corners = mesh.Corners;
        var leftOut = new bool[mesh.TriangleCount];
        var degenerate = 0;
        var twiceMm2 = Turns.Sum(
            leftOut.Length,
            (first, end) =>
            {
                var (flat, twice) = (0, 0.0);
                for (var t = first; t < end; t++)
                {
                    int a = corners[3 * t],
                        b = corners[3 * t + 1],
                        c = corners[3 * t + 2];
                    leftOut[t] = a == b || b == c || c == a;
                    var normal = mesh.AreaNormal(t);
                    if (leftOut[t] || normal == default)
                        flat++;
                    else
                        twice += normal.Length;
                }

                Interlocked.Add(ref degenerate, flat);
                return twice;
            }
        );
        return new Faults(leftOut, degenerate, 0, twiceMm2 / 2);
    }

    public Faults WithDuplicates(Mesh mesh)
    {
        var leftOut = LeftOut.AsSpan().ToArray();
        var seen = new HashSet<(int, int, int)>();
        var duplicates = 0;
        for (var t = 0; t < leftOut.Length; t++)
        {
            if (leftOut[t] || seen.Add(Sorted(mesh.Corners.AsSpan(3 * t, 3))))
                continue;
            leftOut[t] = true;
            duplicates++;
        }

        return new Faults(leftOut, Degenerate, duplicates, duplicates > 0 ? Measures.AreaMm2(mesh, leftOut) : AreaMm2);
    }

    private static (int, int, int) Sorted(ReadOnlySpan<int> triangle)
    {
        int a = triangle[0],
            b = triangle[1],
            c = triangle[2];
        if (a > b)
            (a, b) = (b, a);
        if (b > c)
            (b, c) = (c, b);
        return a > b ? (b, a, c) : (a, b, c);
    }
}
