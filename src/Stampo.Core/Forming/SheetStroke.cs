namespace Stampo.Core.Forming;

/// <summary>The sheet from the clamp to the mold in stages, as the coarse one that found the way went.</summary>
public sealed class SheetStroke
{
    private readonly MoldFace _face;
    private readonly double _gaugeMm;
    private readonly SheetGrid _grid;
    private readonly IReadOnlyList<SheetStage> _stages;

    internal SheetStroke(MoldFace face, SheetOrder order, SheetGuide guide) =>
        (_face, _gaugeMm, _grid, _stages) = (face, order.GaugeMm, guide.Sheet.Grid, guide.Stages);

    /// <summary>Cells along the clamp.</summary>
    public int Columns => _grid.Columns;

    public int Rows => _grid.Rows;

    public int Count => _stages.Count;

    /// <summary>How far the mold has still to come, mm.</summary>
    public double LiftMm(int stage) => _stages[stage].Lift;

    /// <summary>Points row by row in the file's axes, three coordinates and the thickness each.</summary>
    public float[] At(int stage)
    {
        var of = _stages[stage];
        var found = new float[4 * (Columns + 1) * (Rows + 1)];
        for (var j = 0; j <= Rows; j++)
        for (var i = 0; i <= Columns; i++)
        {
            var (at, point) = (j * _grid.Stride + i, 4 * (j * (Columns + 1) + i));
            var place = _face.ToWorld(of.X[at], of.Y[at], of.Z[at]);
            (found[point], found[point + 1], found[point + 2]) = ((float)place.X, (float)place.Y, (float)place.Z);
            var (area, rest) = (0.0, 0.0);
            for (var b = Math.Max(0, j - 1); b <= Math.Min(Rows - 1, j); b++)
            for (var a = Math.Max(0, i - 1); a <= Math.Min(Columns - 1, i); a++)
                (area, rest) = (area + Area(of, a, b), rest + _grid.RestOf(a, b));
            found[point + 3] = (float)(_gaugeMm * rest / area);
        }

        return found;
    }

    /// <summary>Half the product of its diagonals: a cell is nearly flat.</summary>
    private double Area(SheetStage of, int column, int row)
    {
        var a = row * _grid.Stride + column;
        var (b, c, d) = (a + 1, a + _grid.Stride, a + _grid.Stride + 1);
        double px = of.X[d] - of.X[a],
            py = of.Y[d] - of.Y[a],
            pz = of.Z[d] - of.Z[a],
            qx = of.X[c] - of.X[b],
            qy = of.Y[c] - of.Y[b],
            qz = of.Z[c] - of.Z[b];
        var (x, y, z) = (py * qz - pz * qy, pz * qx - px * qz, px * qy - py * qx);
        return Math.Sqrt(x * x + y * y + z * z) / 2;
    }
}
