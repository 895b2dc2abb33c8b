using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Forming;

/// <summary>Heights over a rectangle, the highest of what lies at each place; where nothing lies there is none.</summary>
internal sealed class HeightGrid
{
    private const float None = float.NegativeInfinity;

    private HeightGrid(double widthMm, double lengthMm, double stepMm)
    {
        (WidthMm, LengthMm, StepMm) = (widthMm, lengthMm, stepMm);
        (Columns, Rows) = ((int)Math.Ceiling(widthMm / stepMm) + 2, (int)Math.Ceiling(lengthMm / stepMm) + 2);
        Heights = new float[Columns * Rows];
        Array.Fill(Heights, None);
    }

    public double WidthMm { get; }

    public double LengthMm { get; }

    public double StepMm { get; }

    public int Columns { get; }

    public int Rows { get; }

    public float[] Heights { get; }

    public static HeightGrid Over(LeastRectangle rectangle, SheetLayout layout, double heights)
    {
        var (width, length) = layout.SizeMm(rectangle.Width, rectangle.Length);
        return new(width, length, Math.Sqrt(width * length / heights));
    }

    /// <summary>Lifts what lies under the triangles to them.</summary>
    /// <param name="mesh">Which triangles.</param>
    /// <param name="local">Its points in the axes of the rectangle.</param>
    /// <param name="moved">By so much.</param>
    /// <param name="progress">Stops it.</param>
    public void Raise(Mesh mesh, Vec3[] local, Vec3 moved, Progress progress)
    {
        var raster = new Raster(StepMm, Columns, Rows, AsideMm: 0, Edge: 1e-9);
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (t % 4096 == 0)
                progress.Cancel.ThrowIfCancellationRequested();
            raster.Under(
                local[mesh.Corners[3 * t]] + moved,
                local[mesh.Corners[3 * t + 1]] + moved,
                local[mesh.Corners[3 * t + 2]] + moved,
                Lift
            );
        }

        void Lift(int at, float height) => Heights[at] = Math.Max(Heights[at], height);
    }

    /// <summary>Upside down, in place.</summary>
    public void Turn()
    {
        for (var i = 0; i < Heights.Length; i++)
            Heights[i] = Heights[i] == None ? None : -Heights[i];
    }

    /// <summary>Where something lies.</summary>
    public bool[] Found() => Array.ConvertAll(Heights, h => h != None);

    public IEnumerable<float> Found(bool[] where) => Heights.Where((_, i) => where[i]);

    /// <summary>
    /// What is empty and does not reach the outside is bridged straight between its edges, along the rows and along the columns, the nearer
    /// edges counting more.
    /// </summary>
    public void BridgeHoles()
    {
        var outside = Outside();
        var (sum, weight) = (new float[Heights.Length], new float[Heights.Length]);
        for (var j = 0; j < Rows; j++)
            Bridge(j * Columns, 1, Columns);
        for (var i = 0; i < Columns; i++)
            Bridge(i, Columns, Rows);
        for (var i = 0; i < Heights.Length; i++)
        {
            if (weight[i] > 0)
                Heights[i] = sum[i] / weight[i];
        }

        void Bridge(int from, int step, int count)
        {
            var last = -1;
            for (var k = 0; k < count; k++)
            {
                if (Heights[from + k * step] == None)
                    continue;
                if (last >= 0 && k - last > 1 && !outside[from + (last + 1) * step])
                    for (var b = last + 1; b < k; b++)
                    {
                        var (at, share) = (from + b * step, (b - last) / (float)(k - last));
                        var height = Heights[from + last * step] * (1 - share) + Heights[from + k * step] * share;
                        sum[at] += height / (k - last);
                        weight[at] += 1f / (k - last);
                    }

                last = k;
            }
        }
    }

    /// <summary>Empty places that reach the edge of the rectangle.</summary>
    public bool[] Outside()
    {
        var outside = new bool[Heights.Length];
        var open = new Stack<int>();
        for (var i = 0; i < Columns; i++)
            (_, _) = (Open(i, 0), Open(i, Rows - 1));
        for (var j = 0; j < Rows; j++)
            (_, _) = (Open(0, j), Open(Columns - 1, j));
        while (open.TryPop(out var at))
        {
            var (i, j) = (at % Columns, at / Columns);
            _ = Open(i - 1, j) | Open(i + 1, j) | Open(i, j - 1) | Open(i, j + 1);
        }

        return outside;

        bool Open(int i, int j)
        {
            if (i < 0 || j < 0 || i >= Columns || j >= Rows)
                return false;
            var at = j * Columns + i;
            if (outside[at] || Heights[at] != None)
                return false;
            outside[at] = true;
            open.Push(at);
            return true;
        }
    }

    /// <summary>
    /// Volume of the water that stands on it in the rain, mm³, when it runs off at the edge and where nothing lies (priority flood, Barnes
    /// and others 2014).
    /// </summary>
    public double Pond()
    {
        var (sum, seen) = (0.0, new bool[Heights.Length]);
        var shore = new PriorityQueue<(int At, float Level), float>();
        for (var i = 0; i < Heights.Length; i++)
        {
            var (column, row) = (i % Columns, i / Columns);
            if (Heights[i] == None || column == 0 || row == 0 || column == Columns - 1 || row == Rows - 1)
                Reach(i, None);
        }

        while (shore.TryDequeue(out var from, out _))
        {
            var (column, row) = (from.At % Columns, from.At / Columns);
            if (column > 0)
                Reach(from.At - 1, from.Level);
            if (column < Columns - 1)
                Reach(from.At + 1, from.Level);
            if (row > 0)
                Reach(from.At - Columns, from.Level);
            if (row < Rows - 1)
                Reach(from.At + Columns, from.Level);
        }

        return sum * StepMm * StepMm;

        void Reach(int at, float level)
        {
            if (seen[at])
                return;
            seen[at] = true;
            if (Heights[at] < level)
                sum += level - Heights[at];
            var own = Math.Max(level, Heights[at]);
            shore.Enqueue((at, own), own);
        }
    }

    /// <summary>Heights above a level; the table at that level where there is nothing. False when all of it is flat.</summary>
    public bool Level(float level)
    {
        var seen = false;
        for (var i = 0; i < Heights.Length; i++)
        {
            var isMold = Heights[i] != None;
            Heights[i] = isMold ? Heights[i] - level : 0;
            seen |= isMold && Math.Abs(Heights[i]) > 1e-3;
        }

        return seen;
    }
}
