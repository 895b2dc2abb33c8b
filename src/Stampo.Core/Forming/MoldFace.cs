using Stampo.Core.Geometry;
using Stampo.Core.Wording;
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
    private readonly bool[]? _part;
    private readonly float _perMm;
    private readonly Vec3 _origin,
        _u,
        _v,
        _pull;

    private MoldFace(HeightGrid grid, (Vec3 Origin, Vec3 U, Vec3 V, Vec3 Pull) axes, bool[]? part)
    {
        (_heights, Columns, Rows, StepMm, _part) = (grid.Heights, grid.Columns, grid.Rows, grid.StepMm, part);
        _perMm = (float)(1 / StepMm);
        (_origin, _u, _v, _pull) = axes;
        (WidthMm, LengthMm) = (grid.WidthMm, grid.LengthMm);
        LowestMm = _heights.Min();
        HighestMm = _heights.Max();
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

    /// <summary>Whether the part lies there; what does not is trimmed off. Of a mold's own face everything counts.</summary>
    public bool IsPart(float x, float y) =>
        _part is null
        || _part[Math.Clamp((int)Math.Round(y * _perMm), 0, Rows - 1) * Columns + Math.Clamp((int)Math.Round(x * _perMm), 0, Columns - 1)];

    /// <param name="mesh">The mold's face, open or of a block.</param>
    /// <param name="pull">From the mold toward the sheet.</param>
    /// <param name="side">Female: clamped at its highest rim; male: at its foot.</param>
    /// <param name="progress">Stops it.</param>
    public static MoldFace Of(Mesh mesh, Vec3 pull, FormSide side, Progress progress)
    {
        var (rectangle, up) = (LeastRectangle.Of(mesh, pull.Unit()), pull.Unit());
        var grid = HeightGrid.Over(rectangle, new SheetLayout(0), Heights);
        var local = rectangle.Local(mesh, up);
        grid.Raise(mesh, local, new Vec3(0, 0, 0), progress);
        var heights = local.Select(p => p.Z);
        return Leveled(
            grid,
            side == FormSide.Female ? heights.Max() : heights.Min(),
            side,
            (rectangle.Corner, rectangle.U, rectangle.V, up)
        );
    }

    /// <summary>
    /// The face of the mold that a shell is formed on: its far side, seen by the sheet. Holes in it are trimmed later: there the sheet lies
    /// on the mold between their edges.
    /// </summary>
    /// <param name="shell">What is formed.</param>
    /// <param name="side">Into a mold, or over it.</param>
    /// <param name="layout">How many under one sheet, how far from the clamp.</param>
    /// <param name="progress">Stops it.</param>
    public static MoldFace Under(OpenShell shell, FormSide side, SheetLayout layout, Progress progress)
    {
        layout.Checked();
        var up = shell.Opening * (side == FormSide.Female ? 1 : -1);
        var rectangle = LeastRectangle.Of(shell.Mesh, up);
        var grid = HeightGrid.Over(rectangle, layout, Heights);
        // What the sheet lies on is the part's far side: the highest along the other way.
        var far = Array.ConvertAll(rectangle.Local(shell.Mesh, up), p => new Vec3(p.X, p.Y, -p.Z));
        foreach (var place in layout.Places(rectangle))
            grid.Raise(shell.Mesh, far, place, progress);
        grid.Turn();
        var part = grid.Found();
        grid.BridgeHoles();
        var level = side == FormSide.Female ? grid.Found(part).Max() : grid.Found(part).Min();
        var corner = rectangle.Corner - rectangle.U * layout.MarginMm - rectangle.V * layout.MarginMm;
        return Leveled(grid, level, side, (corner, rectangle.U, rectangle.V, up), part);
    }

    private static MoldFace Leveled(
        HeightGrid grid,
        double level,
        FormSide side,
        (Vec3 Origin, Vec3 U, Vec3 V, Vec3 Pull) axes,
        bool[]? part = null
    ) =>
        grid.Level((float)level)
            ? new MoldFace(grid, axes with { Origin = axes.Origin + axes.Pull * level }, part)
            : throw new RefusalException(
                "form.flat",
                side == FormSide.Female
                    ? "Along this pull the sheet sees no opening: nothing lies below the highest rim. Turn the pull round, or form it male."
                    : "Along this pull the sheet sees nothing above the foot: there is nothing to form.",
                "pull"
            );
}
