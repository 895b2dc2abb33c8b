using System.Collections.Concurrent;
using System.Numerics;

namespace Stampo.Core.Geometry;

/// <summary>Area of the shadow a mesh throws along a direction: the union of its triangles' shadows.</summary>
public static class Shadow
{
    private const int FinestGrid = 2048;

    /// <summary>Rows of pixels filled before a coarser grid is taken, so that a million overlapping sheets end in bounded time.</summary>
    private const double MostRows = 60_000_000;

    /// <summary>A core takes so many triangles before it asks for more.</summary>
    private const int TrianglesAtOnce = 100_000;

    /// <summary>
    /// Raster of 2048 cells on the long side of the shadow's box, a cell counted when its centre is covered; exact for a shadow
    /// that fills its box, well inside 0.5 % otherwise.
    /// </summary>
    public static double AreaMm2(Mesh mesh, ReadOnlySpan<bool> leftOut, Vec3 direction)
    {
        var (u, v) = direction.Unit().Plane();
        var flat = Flatten(mesh, u, v, out var low, out var high);
        double width = high.X - low.X,
            height = high.Y - low.Y;
        if (!(width > 0 && height > 0))
            return 0;
        var grid = FinestGrid;
        while (grid > 64 && RowsAt(mesh, flat, grid / Math.Max(width, height)) > MostRows)
            grid /= 2;
        int columns = (int)Math.Max(1, Math.Ceiling(grid * width / Math.Max(width, height))),
            rows = (int)Math.Max(1, Math.Ceiling(grid * height / Math.Max(width, height)));
        var words = (columns + 63) / 64;
        var bits = new ulong[rows * words];
        var isLeftOut = leftOut.ToArray();
        Parallel.ForEach(
            Partitioner.Create(0, mesh.TriangleCount, TrianglesAtOnce),
            () => new ulong[rows * words],
            (some, _, own) =>
            {
                for (var t = some.Item1; t < some.Item2; t++)
                {
                    if (!isLeftOut[t])
                        Fill(own, words, columns, rows, At(3 * t), At(3 * t + 1), At(3 * t + 2));
                }

                return own;
            },
            own =>
            {
                lock (bits)
                {
                    for (var word = 0; word < bits.Length; word++)
                        bits[word] |= own[word];
                }
            }
        );
        Vector2d At(int corner)
        {
            var p = flat[mesh.Corners[corner]];
            return new Vector2d((p.X - low.X) / width * columns, (p.Y - low.Y) / height * rows);
        }

        var covered = 0L;
        foreach (var word in bits)
            covered += BitOperations.PopCount(word);
        return width * height * covered / ((double)columns * rows);
    }

    private readonly record struct Vector2d(double X, double Y);

    private static Vector2d[] Flatten(Mesh mesh, Vec3 u, Vec3 v, out Vector2d low, out Vector2d high)
    {
        var flat = new Vector2d[mesh.VertexCount];
        double x0 = double.PositiveInfinity,
            y0 = x0,
            x1 = double.NegativeInfinity,
            y1 = x1;
        for (var i = 0; i < flat.Length; i++)
        {
            var p = mesh.Vertex(i);
            flat[i] = new Vector2d(p.Dot(u), p.Dot(v));
            x0 = Math.Min(x0, flat[i].X);
            x1 = Math.Max(x1, flat[i].X);
            y0 = Math.Min(y0, flat[i].Y);
            y1 = Math.Max(y1, flat[i].Y);
        }

        (low, high) = (new Vector2d(x0, y0), new Vector2d(x1, y1));
        return flat;
    }

    private static double RowsAt(Mesh mesh, Vector2d[] flat, double cellsPerMm)
    {
        var rows = 0.0;
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            double a = flat[mesh.Corners[3 * t]].Y,
                b = flat[mesh.Corners[3 * t + 1]].Y,
                c = flat[mesh.Corners[3 * t + 2]].Y;
            rows += (Math.Max(a, Math.Max(b, c)) - Math.Min(a, Math.Min(b, c))) * cellsPerMm;
        }

        return rows;
    }

    private static void Fill(ulong[] bits, int words, int columns, int rows, Vector2d a, Vector2d b, Vector2d c)
    {
        var first = Math.Max(0, (int)Math.Ceiling(Math.Min(a.Y, Math.Min(b.Y, c.Y)) - 0.5));
        var last = Math.Min(rows - 1, (int)Math.Floor(Math.Max(a.Y, Math.Max(b.Y, c.Y)) - 0.5));
        for (var row = first; row <= last; row++)
        {
            double y = row + 0.5,
                from = double.PositiveInfinity,
                to = double.NegativeInfinity;
            Cut(a, b, y, ref from, ref to);
            Cut(b, c, y, ref from, ref to);
            Cut(c, a, y, ref from, ref to);
            var start = Math.Max(0, (int)Math.Ceiling(from - 0.5));
            var end = Math.Min(columns - 1, (int)Math.Floor(to - 0.5));
            if (start <= end)
                Set(bits.AsSpan(row * words, words), start, end);
        }
    }

    private static void Cut(Vector2d p, Vector2d q, double y, ref double from, ref double to)
    {
        if ((p.Y < y && q.Y < y) || (p.Y > y && q.Y > y) || p.Y == q.Y)
            return;
        var x = p.X + (y - p.Y) / (q.Y - p.Y) * (q.X - p.X);
        from = Math.Min(from, x);
        to = Math.Max(to, x);
    }

    private static void Set(Span<ulong> row, int start, int end)
    {
        int first = start >> 6,
            last = end >> 6;
        var head = ulong.MaxValue << (start & 63);
        var tail = ulong.MaxValue >> (63 - (end & 63));
        if (first == last)
        {
            row[first] |= head & tail;
            return;
        }

        row[first] |= head;
        row[(first + 1)..last].Fill(ulong.MaxValue);
        row[last] |= tail;
    }
}
