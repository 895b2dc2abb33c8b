using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Forming;

public enum FormSide
{
    /// <summary>The sheet is drawn into the mold.</summary>
    Female,

    /// <summary>The sheet is draped over it.</summary>
    Male,
}

/// <summary>
/// What a sheet can see of a mold along the pull: heights over the rectangle of its shadow, in mm above the level the sheet is clamped at.
/// Where there is no mold the table is: at that level. In its own axes x and y run along the rectangle from one of its corners, z along the
/// pull.
/// </summary>
public sealed class MoldFace
{
    /// <summary>
    /// So many are looked at: a fifth of a millimetre on a sheet of 400 mm. A steep wall is as wide as the step between two of them, which
    /// must be little beside a cell of the sheet.
    /// </summary>
    private const double Heights = 2e6;

    private readonly float[] _heights;
    private readonly float _perMm;
    private readonly Vec3 _origin,
        _u,
        _v,
        _pull;

    private MoldFace(
        float[] heights,
        int columns,
        int rows,
        double stepMm,
        (Vec3 Origin, Vec3 U, Vec3 V, Vec3 Pull) axes,
        double widthMm,
        double lengthMm
    )
    {
        (_heights, Columns, Rows, _perMm) = (heights, columns, rows, (float)(1 / stepMm));
        (_origin, _u, _v, _pull) = axes;
        (WidthMm, LengthMm, StepMm) = (widthMm, lengthMm, stepMm);
        LowestMm = heights.Min();
        HighestMm = heights.Max();
    }

    /// <summary>Of the grid of heights.</summary>
    public int Columns { get; }

    public int Rows { get; }

    public double StepMm { get; }

    /// <summary>Along x and y: of the clamped rectangle.</summary>
    public double WidthMm { get; }

    public double LengthMm { get; }

    public float LowestMm { get; }

    public float HighestMm { get; }

    /// <summary>A point of the mold's own file.</summary>
    public Vec3 ToWorld(double x, double y, double z) => _origin + _u * x + _v * y + _pull * z;

    /// <summary>In the face's own axes.</summary>
    public Vec3 ToLocal(Vec3 point)
    {
        var from = point - _origin;
        return new(from.Dot(_u), from.Dot(_v), from.Dot(_pull));
    }

    /// <summary>Between the four heights about a point.</summary>
    public float HeightAt(float x, float y)
    {
        var (gx, gy) = (x * _perMm, y * _perMm);
        var i = Math.Clamp((int)gx, 0, Columns - 2);
        var j = Math.Clamp((int)gy, 0, Rows - 2);
        var (fx, fy) = (Math.Clamp(gx - i, 0, 1), Math.Clamp(gy - j, 0, 1));
        var at = j * Columns + i;
        var low = _heights[at] + (_heights[at + 1] - _heights[at]) * fx;
        var high = _heights[at + Columns] + (_heights[at + Columns + 1] - _heights[at + Columns]) * fx;
        return low + (high - low) * fy;
    }

    /// <param name="mesh">The mold's face, open or of a block.</param>
    /// <param name="pull">From the mold toward the sheet.</param>
    /// <param name="side">Female: clamped at its highest rim; male: at its foot.</param>
    /// <param name="progress">Stops it.</param>
    public static MoldFace Of(Mesh mesh, Vec3 pull, FormSide side, Progress progress)
    {
        var up = pull.Unit();
        var rectangle = LeastRectangle.Of(mesh, up);
        var stepMm = Math.Sqrt(rectangle.Width * rectangle.Length / Heights);
        var (columns, rows) = ((int)Math.Ceiling(rectangle.Width / stepMm) + 2, (int)Math.Ceiling(rectangle.Length / stepMm) + 2);
        var heights = new float[columns * rows];
        Array.Fill(heights, float.NegativeInfinity);
        double low = double.PositiveInfinity,
            high = double.NegativeInfinity;
        var local = new Vec3[mesh.VertexCount];
        for (var i = 0; i < local.Length; i++)
        {
            var from = mesh.Vertex(i) - rectangle.Corner;
            local[i] = new Vec3(from.Dot(rectangle.U), from.Dot(rectangle.V), from.Dot(up));
            (low, high) = (Math.Min(low, local[i].Z), Math.Max(high, local[i].Z));
        }

        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (t % 4096 == 0)
                progress.Cancel.ThrowIfCancellationRequested();
            Raise(
                heights,
                columns,
                rows,
                stepMm,
                local[mesh.Corners[3 * t]],
                local[mesh.Corners[3 * t + 1]],
                local[mesh.Corners[3 * t + 2]]
            );
        }

        var level = side == FormSide.Female ? high : low;
        var seen = false;
        for (var i = 0; i < heights.Length; i++)
        {
            var isMold = !float.IsNegativeInfinity(heights[i]);
            heights[i] = isMold ? heights[i] - (float)level : 0;
            seen |= isMold && Math.Abs(heights[i]) > 1e-3;
        }

        if (!seen)
            throw new RefusalException(
                "form.flat",
                side == FormSide.Female
                    ? "Along this pull the sheet sees no opening: nothing lies below the highest rim. Turn the pull round, or form it male."
                    : "Along this pull the sheet sees nothing above the foot: there is nothing to form.",
                "pull"
            );
        return new MoldFace(
            heights,
            columns,
            rows,
            stepMm,
            (rectangle.Corner + up * level, rectangle.U, rectangle.V, up),
            rectangle.Width,
            rectangle.Length
        );
    }

    /// <summary>Lifts the heights under a triangle to it.</summary>
    private static void Raise(float[] heights, int columns, int rows, double stepMm, Vec3 a, Vec3 b, Vec3 c)
    {
        const double Edge = 1e-9;
        var twice = (b.X - a.X) * (c.Y - a.Y) - (c.X - a.X) * (b.Y - a.Y);
        if (Math.Abs(twice) < 1e-12)
            return;
        var from = Math.Max(0, (int)Math.Ceiling(Math.Min(a.Y, Math.Min(b.Y, c.Y)) / stepMm - Edge));
        var until = Math.Min(rows - 1, (int)Math.Floor(Math.Max(a.Y, Math.Max(b.Y, c.Y)) / stepMm + Edge));
        var left = Math.Max(0, (int)Math.Ceiling(Math.Min(a.X, Math.Min(b.X, c.X)) / stepMm - Edge));
        var right = Math.Min(columns - 1, (int)Math.Floor(Math.Max(a.X, Math.Max(b.X, c.X)) / stepMm + Edge));
        for (var j = from; j <= until; j++)
        for (var i = left; i <= right; i++)
        {
            var (x, y) = (i * stepMm, j * stepMm);
            var ofB = ((x - a.X) * (c.Y - a.Y) - (c.X - a.X) * (y - a.Y)) / twice;
            var ofC = ((b.X - a.X) * (y - a.Y) - (x - a.X) * (b.Y - a.Y)) / twice;
            if (ofB < -Edge || ofC < -Edge || ofB + ofC > 1 + Edge)
                continue;
            ref var height = ref heights[j * columns + i];
            height = Math.Max(height, (float)(a.Z + ofB * (b.Z - a.Z) + ofC * (c.Z - a.Z)));
        }
    }
}
