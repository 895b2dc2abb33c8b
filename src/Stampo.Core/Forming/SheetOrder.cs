using Stampo.Core.Wording;

namespace Stampo.Core.Forming;

/// <summary>
/// A plug with a flat end in the middle of the sheet. <paramref name="Hold"/>: how much of a share it keeps of the thickness that was under
/// it, 0 for a plug as hot as the sheet, 1 for a cold one.
/// </summary>
public sealed record Plug(double DepthMm, double RadiusMm, double Hold = Plug.UsualHold)
{
    /// <summary>Of a plug of board or foam, warmed a little by the sheets before.</summary>
    public const double UsualHold = 0.8;
}

/// <summary>How a sheet is formed.</summary>
/// <param name="GaugeMm">Of the sheet.</param>
/// <param name="Side">Into the mold or over it.</param>
/// <param name="CellMm">The sheet is reckoned with in cells so wide.</param>
/// <param name="Plug">Pushes it ahead, into a female mold.</param>
/// <param name="BillowMm">It is blown up so far before it is draped over a male mold.</param>
/// <param name="Zones">Heat by place, as a share of the mean, row by row over the clamped rectangle; null for even heat.</param>
public sealed record SheetOrder(
    double GaugeMm,
    FormSide Side,
    double CellMm,
    Plug? Plug = null,
    double BillowMm = 0,
    HeatZones? Zones = null
)
{
    /// <summary>Finer is not reckoned with: a sheet of 400 mm at half a millimetre.</summary>
    public const int MostCells = 700_000;

    public SheetOrder Checked(MoldFace face)
    {
        FormingLaws.Gauge(GaugeMm);
        Check.Between(CellMm, 0.05, 100, "cellMm", "mm", "a cell of the sheet");
        var cells = face.WidthMm * face.LengthMm / (CellMm * CellMm);
        if (cells > MostCells)
            throw new RefusalException(
                "form.too-fine",
                $"At {Text.Number(CellMm)} mm the sheet has {cells:N0} cells; up to {MostCells:N0} are reckoned with: ask for "
                    + $"{Text.Number(Math.Ceiling(10 * Math.Sqrt(face.WidthMm * face.LengthMm / MostCells)) / 10)} mm.",
                "cellMm"
            );
        if (Plug is { } plug)
            CheckPlug(plug, face);
        Check.Between(BillowMm, 0, Math.Min(face.WidthMm, face.LengthMm) / 2, "billowMm", "mm", "a bubble is at most half a ball");
        return this;
    }

    private void CheckPlug(Plug plug, MoldFace face)
    {
        if (Side == FormSide.Male)
            throw new RefusalException("form.plug-male", "A plug pushes into a female mold; leave it out, or form it female.", "plug");
        Check.Between(plug.RadiusMm, CellMm, Math.Min(face.WidthMm, face.LengthMm) / 2, "plug.radiusMm", "mm", "it goes through the clamp");
        Check.Between(plug.DepthMm, 0.1, 2_000, "plug.depthMm", "mm", "from the level of the rim");
        Check.Between(plug.Hold, 0, 1, "plug.hold", "", "a share");
        var (x, y) = ((float)face.WidthMm / 2, (float)face.LengthMm / 2);
        for (var angle = 0.0; angle < 2 * Math.PI; angle += Math.PI / 24)
        for (var share = 0f; share <= 1; share += 0.125f)
        {
            var r = share * (float)plug.RadiusMm;
            var height = face.HeightAt(x + r * (float)Math.Cos(angle), y + r * (float)Math.Sin(angle));
            if (-plug.DepthMm < height)
                throw new RefusalException(
                    "form.plug-hits",
                    $"The plug, {Text.Number(plug.DepthMm)} mm deep, runs into the mold, which is {Text.Number(-height)} mm deep there. "
                        + "Make it shallower or narrower.",
                    "plug"
                );
        }
    }
}

/// <summary>Heat over the clamped rectangle, row by row, each 0.6 to 1.4 of the mean; between zones it goes over evenly.</summary>
public sealed record HeatZones(int Columns, IReadOnlyList<double> Shares)
{
    private const double Least = 0.6,
        Most = 1.4;

    public int Rows => Shares.Count / Columns;

    public HeatZones Checked()
    {
        Check.Between(Columns, 1, 20, "zones.columns", "", "a heater has some");
        if (Check.Given(Shares, "zones.shares").Count % Columns != 0 || Shares.Count == 0)
            throw new RefusalException("form.zones", $"{Shares.Count} shares do not make rows of {Columns}.", "zones.shares");
        foreach (var share in Shares)
            Check.Between(share, Least, Most, "zones.shares", "of the mean", "beyond it is another heater");
        return this;
    }

    /// <summary>At a share of the width and of the length.</summary>
    public double At(double x, double y)
    {
        var (gx, gy) = (Math.Clamp(x * Columns - 0.5, 0, Columns - 1), Math.Clamp(y * Rows - 0.5, 0, Rows - 1));
        var (i, j) = (Math.Min((int)gx, Math.Max(0, Columns - 2)), Math.Min((int)gy, Math.Max(0, Rows - 2)));
        var (fx, fy) = (gx - i, gy - j);
        var (i2, j2) = (Math.Min(i + 1, Columns - 1), Math.Min(j + 1, Rows - 1));
        var low = Of(i, j) * (1 - fx) + Of(i2, j) * fx;
        var high = Of(i, j2) * (1 - fx) + Of(i2, j2) * fx;
        return low * (1 - fy) + high * fy;

        double Of(int column, int row) => Shares[row * Columns + column];
    }
}
