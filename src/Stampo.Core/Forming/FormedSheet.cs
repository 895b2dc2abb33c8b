using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;

namespace Stampo.Core.Forming;

/// <summary>How thick a formed sheet is at a place.</summary>
public sealed record Probe(Vec3 At, double Mm);

/// <summary>A sheet as it was formed: its points in the mold's own axes, and how thick it is at each.</summary>
public sealed class FormedSheet
{
    private const int MostLastTouched = 12,
        MostAbout = 8;

    private const double Folds = 1.05;

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

    /// <summary>
    /// At each point: the volume of the cells about it over their area, at most the gauge. Where a membrane is pushed together a sheet gets
    /// no thicker: it folds.
    /// </summary>
    public float[] ThicknessMm { get; }

    public double AreaMm2 { get; private set; }

    /// <summary>Of what stays when it is trimmed; all of it where a mold's own face was formed on.</summary>
    public double PartAreaMm2 { get; private set; }

    public double PartVolumeMm3 { get; private set; }

    public double VolumeBeforeMm3 { get; private set; }

    /// <summary>Thickness times area, added up again.</summary>
    public double VolumeAfterMm3 { get; private set; }

    /// <summary>
    /// Where it is thinnest, over a place as wide as the sheet is thick. This and the next ones are of what stays when it is trimmed.
    /// </summary>
    public double MinMm { get; private set; }

    public Vec3 MinAt { get; private set; }

    public double MeanMm { get; private set; }

    /// <summary>A twentieth of the area is thinner.</summary>
    public double P5Mm { get; private set; }

    public double MaxMm { get; private set; }

    /// <summary>Of what stays, where the sheet is pushed together by more than a twentieth: it lies in folds there.</summary>
    public double FoldedMm2 { get; private set; }

    /// <summary>Where air is caught: what touches last, far enough apart for a vent each.</summary>
    public IReadOnlyList<Vec3> LastTouched { get; private set; } = [];

    /// <summary>How it came about, coarsely.</summary>
    public SheetStroke Stroke { get; private set; } = null!;

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
            var hit = Triangles.NearestPoint(Local(p), Local(q), Local(r), local);
            if ((local - hit).Dot(local - hit) > best)
                return;
            best = (local - hit).Dot(local - hit);
            var (ofP, ofQ, ofR) = (Facing(hit, q, r), Facing(hit, r, p), Facing(hit, p, q));
            thick = (ofP * ThicknessMm[p] + ofQ * ThicknessMm[q] + ofR * ThicknessMm[r]) / Math.Max(1e-12, ofP + ofQ + ofR);
        }

        double Facing(Vec3 from, int p, int q) => (Local(p) - from).Cross(Local(q) - from).Length;
    }

    private Vec3 Local(int index) => new(Points[3 * index], Points[3 * index + 1], Points[3 * index + 2]);

    internal static FormedSheet Of(MoldFace face, SheetOrder order, SheetOnMold formed, SheetGuide guide)
    {
        var grid = formed.Grid;
        var sheet = new FormedSheet(face, grid.Columns, grid.Rows) { Stroke = new SheetStroke(face, order, guide) };
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
        var left = new double[sheet.ThicknessMm.Length];
        for (var j = 0; j <= grid.Rows; j++)
        for (var i = 0; i <= grid.Columns; i++)
        {
            var (at, point) = (j * grid.Stride + i, j * (grid.Columns + 1) + i);
            (sheet.Points[3 * point], sheet.Points[3 * point + 1], sheet.Points[3 * point + 2]) = (grid.X[at], grid.Y[at], grid.Z[at]);
            left[point] = sheet.ShareLeft(i, j, 1, rest, areas);
            sheet.ThicknessMm[point] = (float)(order.GaugeMm * Math.Min(1, left[point]));
        }

        sheet.Sum(order.GaugeMm, rest, areas, left);
        sheet.LastTouched = sheet.Last(grid, formed.Touched);
        return sheet;
    }

    /// <summary>Rest over area of the cells about a point.</summary>
    private double ShareLeft(int i, int j, int about, double[] rest, double[] areas)
    {
        var (area, atRest) = (0.0, 0.0);
        for (var b = Math.Max(0, j - about); b <= Math.Min(Rows - 1, j + about - 1); b++)
        for (var a = Math.Max(0, i - about); a <= Math.Min(Columns - 1, i + about - 1); a++)
            (area, atRest) = (area + areas[b * Columns + a], atRest + rest[b * Columns + a]);
        return atRest / area;
    }

    /// <summary>
    /// Over a place as wide as the sheet is thick: across less it has no thickness of its own, and a membrane's would follow every facet of
    /// the mold.
    /// </summary>
    private double LeftAt(int point, double gaugeMm, double[] rest, double[] areas)
    {
        var (i, j) = (point % (Columns + 1), point / (Columns + 1));
        var cell = Math.Sqrt(areas[Math.Min(j, Rows - 1) * Columns + Math.Min(i, Columns - 1)]);
        return gaugeMm * ShareLeft(i, j, Math.Clamp((int)Math.Round(gaugeMm / (2 * cell)), 1, MostAbout), rest, areas);
    }

    /// <param name="gaugeMm">Of the sheet.</param>
    /// <param name="rest">Of each cell, before it was formed.</param>
    /// <param name="areas">Of each cell.</param>
    /// <param name="left">Rest over area at each point; more than 1 where it folds.</param>
    private void Sum(double gaugeMm, double[] rest, double[] areas, double[] left)
    {
        AreaMm2 = areas.Sum();
        VolumeBeforeMm3 = gaugeMm * _face.WidthMm * _face.LengthMm;
        var cells = new List<int>();
        for (var j = 0; j < Rows; j++)
        for (var i = 0; i < Columns; i++)
        {
            var a = j * (Columns + 1) + i;
            VolumeAfterMm3 +=
                areas[j * Columns + i] * gaugeMm * (left[a] + left[a + 1] + left[a + Columns + 1] + left[a + Columns + 2]) / 4;
            if (IsPartBetween(a, a + Columns + 2))
                cells.Add(j * Columns + i);
        }

        var points = Enumerable.Range(0, ThicknessMm.Length).Where(IsPart).ToList();
        var thinnest = points.MinBy(p => LeftAt(p, gaugeMm, rest, areas));
        (MinMm, MinAt) = (LeftAt(thinnest, gaugeMm, rest, areas), PointAt(thinnest));
        MaxMm = points.Max(p => ThicknessMm[p]);
        FoldedMm2 = cells.Where(c => rest[c] > Folds * areas[c]).Sum(c => areas[c]);
        (PartAreaMm2, PartVolumeMm3) = (cells.Sum(c => areas[c]), gaugeMm * cells.Sum(c => rest[c]));
        MeanMm = PartVolumeMm3 / PartAreaMm2;
        cells.Sort((a, b) => (areas[b] / rest[b]).CompareTo(areas[a] / rest[a]));
        var (thinner, at) = (PartAreaMm2 / 20, 0);
        while (at < cells.Count - 1 && (thinner -= areas[cells[at]]) > 0)
            at++;
        P5Mm = gaugeMm * Math.Min(1, rest[cells[at]] / areas[cells[at]]);
    }

    private bool IsPartBetween(int a, int b) =>
        _face.IsPart((Points[3 * a] + Points[3 * b]) / 2, (Points[3 * a + 1] + Points[3 * b + 1]) / 2);

    /// <summary>Whether it stays when the sheet is trimmed.</summary>
    public bool IsPart(int point) => _face.IsPart(Points[3 * point], Points[3 * point + 1]);

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
