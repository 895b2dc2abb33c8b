using Stampo.Core.Geometry;

namespace Stampo.Core.Forming;

/// <summary>How thick a formed sheet is at a place.</summary>
public sealed record Probe(Vec3 At, double Mm);

/// <summary>A sheet as it was formed: its points in the mold's own axes, and how thick it is at each.</summary>
public sealed class FormedSheet
{
    private const int MostLastTouched = 12;

    private readonly MoldFace _face;

    private FormedSheet(MoldFace face, int columns, int rows)
    {
        _face = face;
        (Columns, Rows) = (columns, rows);
        Points = new float[3 * (columns + 1) * (rows + 1)];
        ThicknessMm = new float[(columns + 1) * (rows + 1)];
    }

    /// <summary>Cells along the clamp.</summary>
    public int Columns { get; }

    public int Rows { get; }

    /// <summary>Three coordinates a point, row by row, in the face's own axes.</summary>
    public float[] Points { get; }

    /// <summary>At each point: the volume of the cells about it over their area.</summary>
    public float[] ThicknessMm { get; }

    public double AreaMm2 { get; private set; }

    public double VolumeBeforeMm3 { get; private set; }

    /// <summary>Thickness times area, added up again.</summary>
    public double VolumeAfterMm3 { get; private set; }

    public double MinMm { get; private set; }

    public Vec3 MinAt { get; private set; }

    public double MeanMm { get; private set; }

    /// <summary>A twentieth of the area is thinner.</summary>
    public double P5Mm { get; private set; }

    public double MaxMm { get; private set; }

    /// <summary>Where air is caught: what touches last, far enough apart for a vent each.</summary>
    public IReadOnlyList<Vec3> LastTouched { get; private set; } = [];

    public Vec3 PointAt(int index) => _face.ToWorld(Points[3 * index], Points[3 * index + 1], Points[3 * index + 2]);

    /// <summary>At the nearest point of the sheet, between its grid's points.</summary>
    public Probe ProbeAt(Vec3 place)
    {
        var local = _face.ToLocal(place);
        var (nearest, least) = (0, double.PositiveInfinity);
        for (var i = 0; i < ThicknessMm.Length; i++)
        {
            var far = (Local(i) - local).Dot(Local(i) - local);
            if (far < least)
                (nearest, least) = (i, far);
        }

        var (best, thick) = (least, (double)ThicknessMm[nearest]);
        var (column, row) = (nearest % (Columns + 1), nearest / (Columns + 1));
        for (var j = Math.Max(0, row - 1); j <= Math.Min(Rows - 1, row); j++)
        for (var i = Math.Max(0, column - 1); i <= Math.Min(Columns - 1, column); i++)
        {
            var a = j * (Columns + 1) + i;
            Nearer(a, a + 1, a + Columns + 2);
            Nearer(a, a + Columns + 2, a + Columns + 1);
        }

        return new Probe(place, thick);

        void Nearer(int p, int q, int r)
        {
            Span<float> corners = [.. Points.AsSpan(3 * p, 3), .. Points.AsSpan(3 * q, 3), .. Points.AsSpan(3 * r, 3)];
            var hit = Triangles.NearestPoint(corners, local);
            if ((local - hit).Dot(local - hit) > best)
                return;
            best = (local - hit).Dot(local - hit);
            var (ofP, ofQ, ofR) = (Facing(hit, q, r), Facing(hit, r, p), Facing(hit, p, q));
            thick = (ofP * ThicknessMm[p] + ofQ * ThicknessMm[q] + ofR * ThicknessMm[r]) / Math.Max(1e-12, ofP + ofQ + ofR);
        }

        double Facing(Vec3 from, int p, int q) => (Local(p) - from).Cross(Local(q) - from).Length;
    }

    private Vec3 Local(int index) => new(Points[3 * index], Points[3 * index + 1], Points[3 * index + 2]);

    internal static FormedSheet Of(MoldFace face, SheetOrder order, SheetOnMold formed)
    {
        var grid = formed.Grid;
        var sheet = new FormedSheet(face, grid.Columns, grid.Rows);
        var rest = new double[grid.Columns * grid.Rows];
        var areas = new double[grid.Columns * grid.Rows];
        Parallel.For(
            0,
            grid.Rows,
            j =>
            {
                for (var i = 0; i < grid.Columns; i++)
                    (areas[j * grid.Columns + i], rest[j * grid.Columns + i]) = (grid.AreaOf(i, j), grid.RestOf(i, j));
            }
        );
        for (var j = 0; j <= grid.Rows; j++)
        for (var i = 0; i <= grid.Columns; i++)
        {
            var (at, point) = (j * grid.Stride + i, j * (grid.Columns + 1) + i);
            (sheet.Points[3 * point], sheet.Points[3 * point + 1], sheet.Points[3 * point + 2]) = (grid.X[at], grid.Y[at], grid.Z[at]);
            var (area, atRest) = (0.0, 0.0);
            for (var b = Math.Max(0, j - 1); b <= Math.Min(grid.Rows - 1, j); b++)
            for (var a = Math.Max(0, i - 1); a <= Math.Min(grid.Columns - 1, i); a++)
                (area, atRest) = (area + areas[b * grid.Columns + a], atRest + rest[b * grid.Columns + a]);
            sheet.ThicknessMm[point] = (float)(order.GaugeMm * atRest / area);
        }

        sheet.Sum(order.GaugeMm, rest, areas);
        sheet.LastTouched = sheet.Last(grid, formed.Touched);
        return sheet;
    }

    private void Sum(double gaugeMm, double[] rest, double[] areas)
    {
        AreaMm2 = areas.Sum();
        VolumeBeforeMm3 = gaugeMm * _face.WidthMm * _face.LengthMm;
        VolumeAfterMm3 = 0;
        for (var j = 0; j < Rows; j++)
        for (var i = 0; i < Columns; i++)
        {
            var a = j * (Columns + 1) + i;
            VolumeAfterMm3 +=
                areas[j * Columns + i]
                * (ThicknessMm[a] + ThicknessMm[a + 1] + ThicknessMm[a + Columns + 1] + ThicknessMm[a + Columns + 2])
                / 4;
        }

        MeanMm = VolumeBeforeMm3 / AreaMm2;
        var thinnest = Array.IndexOf(ThicknessMm, ThicknessMm.Min());
        (MinMm, MinAt, MaxMm) = (ThicknessMm[thinnest], PointAt(thinnest), ThicknessMm.Max());
        var order = Enumerable.Range(0, areas.Length).OrderByDescending(i => areas[i] / rest[i]).ToArray();
        var (left, at) = (AreaMm2 / 20, 0);
        while (at < order.Length - 1 && (left -= areas[order[at]]) > 0)
            at++;
        P5Mm = gaugeMm * rest[order[at]] / areas[order[at]];
    }

    private List<Vec3> Last(SheetGrid grid, int[] touched)
    {
        var apart = 0.08 * Math.Min(_face.WidthMm, _face.LengthMm);
        var found = new List<Vec3>();
        var late = Enumerable
            .Range(0, ThicknessMm.Length)
            .Select(p => (Point: p, At: p / (Columns + 1) * grid.Stride + p % (Columns + 1)))
            .Where(p => grid.Held[p.At] is SheetGrid.Free or SheetGrid.OnMold)
            .OrderByDescending(p => grid.Held[p.At] == SheetGrid.Free ? int.MaxValue : touched[p.At]);
        foreach (var (point, _) in late.Take(ThicknessMm.Length / 20 + 1))
        {
            var place = PointAt(point);
            if (found.TrueForAll(f => (f - place).Length > apart))
                found.Add(place);
            if (found.Count == MostLastTouched)
                break;
        }

        return found;
    }
}
