namespace Stampo.Core.Geometry;

/// <summary>
/// A coarser mesh to look at: vertices that share a cell of a grid become one, and triangles that vanish by it are left out
/// (Rossignac and Borrel 1993). Nothing is measured on it.
/// </summary>
/// <param name="Mesh">What to draw.</param>
/// <param name="Source">For each triangle drawn, the triangle of the true mesh it was.</param>
public sealed record Simplified(Mesh Mesh, int[] Source)
{
    private const int FinestGrid = 1024,
        CoarsestGrid = 24;

    /// <summary>With at most so many triangles; null when the mesh has no more than that.</summary>
    public static Simplified? Of(Mesh mesh, int mostTriangles)
    {
        if (mesh.TriangleCount <= mostTriangles)
            return null;
        // The triangles left grow with the square of the cells along a side.
        var grid = FinestGrid;
        var simplified = On(mesh, grid);
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

    private static Simplified On(Mesh mesh, int grid)
    {
        var box = mesh.Bounds();
        var cell = Math.Max(box.Size.X, Math.Max(box.Size.Y, box.Size.Z)) / grid;
        var cells = new Dictionary<(int, int, int), int>();
        var numbers = new int[mesh.VertexCount];
        var positions = new List<double>();
        for (var v = 0; v < numbers.Length; v++)
        {
            var p = mesh.Vertex(v) - box.Min;
            var key = ((int)(p.X / cell), (int)(p.Y / cell), (int)(p.Z / cell));
            if (!cells.TryGetValue(key, out numbers[v]))
            {
                cells[key] = numbers[v] = positions.Count / 3;
                positions.AddRange(mesh.Positions.AsSpan(3 * v, 3));
            }
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
