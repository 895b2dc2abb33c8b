using System.Runtime.InteropServices;

namespace Stampo.Core.Geometry;

/// <summary>
/// A coarser mesh to look at: vertices that share a cell of a grid become one, and triangles that vanish by it are left out
/// (Rossignac and Borrel 1993). Nothing is measured on it.
/// </summary>
/// <param name="Mesh">What to draw.</param>
/// <param name="Source">For each triangle drawn, the triangle of the true mesh it was.</param>
public sealed record Simplified(Mesh Mesh, int[] Source)
{
    /// <summary>Of the most, where a finer grid is tried.</summary>
    private const double Few = 0.5;

    private const int FinestGrid = 1024,
        CoarsestGrid = 24,
        AxisBits = 20;

    /// <summary>With at most so many triangles; null when the mesh has no more than that.</summary>
    public static Simplified? Of(Mesh mesh, int mostTriangles)
    {
        if (mesh.TriangleCount <= mostTriangles)
            return null;
        // The triangles left grow with the square of the cells along a side.
        var grid = Math.Min(FinestGrid, GridFor(mesh, mostTriangles));
        var simplified = On(mesh, grid);
        while (simplified.Source.Length < Few * mostTriangles && grid < FinestGrid)
        {
            grid = Math.Min(FinestGrid, grid * 3 / 2);
            simplified = On(mesh, grid);
        }

        while (simplified.Source.Length > mostTriangles && grid > CoarsestGrid)
        {
            grid = Math.Max(
                CoarsestGrid,
                Math.Min(grid * 9 / 10, (int)(grid * Math.Sqrt((double)mostTriangles / simplified.Source.Length)))
            );
            simplified = On(mesh, grid);
        }

        return simplified;
    }

    /// <summary>
    /// About the finest that leaves no more, by the area: a surface passes through up to one and a half cells where it covers one, and
    /// two triangles are drawn a cell. A mesh that is coarse where it has much area would bear a finer one, and gets it.
    /// </summary>
    private static int GridFor(Mesh mesh, int mostTriangles)
    {
        const double trianglesOfCell = 3;
        var (size, area) = (mesh.Bounds().Size, Measures.AreaMm2(mesh, new bool[mesh.TriangleCount]));
        var side = Math.Max(size.X, Math.Max(size.Y, size.Z));
        return area > 0 ? Math.Max(CoarsestGrid, (int)(side * Math.Sqrt(mostTriangles / (trianglesOfCell * area)))) : FinestGrid;
    }

    private static Simplified On(Mesh mesh, int grid)
    {
        var box = mesh.Bounds();
        var cell = Math.Max(box.Size.X, Math.Max(box.Size.Y, box.Size.Z)) / grid;
        var cells = new Dictionary<long, int>(mesh.VertexCount / 4);
        var numbers = new int[mesh.VertexCount];
        var positions = new List<double>();
        for (var v = 0; v < numbers.Length; v++)
        {
            var p = mesh.Vertex(v) - box.Min;
            ref var number = ref CollectionsMarshal.GetValueRefOrAddDefault(
                cells,
                ((long)(p.X / cell) << (2 * AxisBits)) | ((long)(p.Y / cell) << AxisBits) | (long)(p.Z / cell),
                out var isKnown
            );
            if (!isKnown)
            {
                number = positions.Count / 3;
                positions.AddRange(mesh.Positions.AsSpan(3 * v, 3));
            }

            numbers[v] = number;
        }

        var corners = new List<int>();
        var source = new List<int>();
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            int a = numbers[mesh.Corners[3 * t]],
                b = numbers[mesh.Corners[3 * t + 1]],
                c = numbers[mesh.Corners[3 * t + 2]];
            if (a == b || b == c || c == a)
                continue;
            corners.AddRange([a, b, c]);
            source.Add(t);
        }

        return new Simplified(new Mesh([.. positions], [.. corners]), [.. source]);
    }
}
