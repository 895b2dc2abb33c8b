namespace Stampo.Core.Geometry;

/// <summary>Joins corners that are meant to be the same point but differ in their last digits.</summary>
public static class Welder
{
    private const double NearShareOfDiagonal = 1e-6;

    /// <summary>
    /// Joins the listed vertices (those on open edges; all others already have their neighbours) where they lie within
    /// a share of the box diagonal of each other. Returns the same mesh when there is nothing to join.
    /// </summary>
    public static Mesh WeldNear(Mesh mesh, IEnumerable<int> openVertices, double shareOfDiagonal = NearShareOfDiagonal)
    {
        var reach = shareOfDiagonal * mesh.Bounds().Diagonal;
        if (!(reach > 0))
            return mesh;
        var cells = new Dictionary<(long, long, long), List<int>>();
        var replacement = new Dictionary<int, int>();
        foreach (var vertex in openVertices)
        {
            var point = mesh.Vertex(vertex);
            if (Near(mesh, cells, point, reach) is { } same)
                replacement[vertex] = same;
            else if (cells.TryGetValue(Cell(point, reach), out var cell))
                cell.Add(vertex);
            else
                cells[Cell(point, reach)] = [vertex];
        }

        return replacement.Count == 0 ? mesh : Renumber(mesh, replacement);
    }

    private static int? Near(Mesh mesh, Dictionary<(long, long, long), List<int>> cells, Vec3 point, double reach)
    {
        var (x, y, z) = Cell(point, reach);
        for (var dx = -1; dx <= 1; dx++)
        for (var dy = -1; dy <= 1; dy++)
        for (var dz = -1; dz <= 1; dz++)
        {
            if (!cells.TryGetValue((x + dx, y + dy, z + dz), out var cell))
                continue;
            foreach (var other in cell)
            {
                if ((mesh.Vertex(other) - point).Length <= reach)
                    return other;
            }
        }

        return null;
    }

    private static (long X, long Y, long Z) Cell(Vec3 p, double reach) =>
        ((long)Math.Floor(p.X / reach), (long)Math.Floor(p.Y / reach), (long)Math.Floor(p.Z / reach));

    private static Mesh Renumber(Mesh mesh, Dictionary<int, int> replacement)
    {
        var numbers = new int[mesh.VertexCount];
        var positions = new List<double>(mesh.Positions.Length);
        for (var v = 0; v < numbers.Length; v++)
        {
            if (replacement.ContainsKey(v))
                continue;
            numbers[v] = positions.Count / 3;
            positions.AddRange(mesh.Positions.AsSpan(3 * v, 3));
        }

        foreach (var (from, to) in replacement)
            numbers[from] = numbers[to];
        return new Mesh([.. positions], Array.ConvertAll(mesh.Corners, v => numbers[v]));
    }
}
