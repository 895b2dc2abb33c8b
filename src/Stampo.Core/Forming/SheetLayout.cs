using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Forming;

/// <summary>How many molds lie under one clamped sheet.</summary>
/// <param name="MarginMm">From the outermost of them to the clamp.</param>
/// <param name="Across">Along the width of a part.</param>
/// <param name="Along">Along its length.</param>
/// <param name="GapMm">Between two of them.</param>
public sealed record SheetLayout(double MarginMm, int Across = 1, int Along = 1, double GapMm = 0)
{
    private const int MostAlong = 6;

    public int Up => Across * Along;

    public SheetLayout Checked()
    {
        Check.Between(MarginMm, 0, 500, "sheet.marginMm", "mm", "from the part to the clamp");
        Check.Between(Across, 1, MostAlong, "sheet.across", "", "parts side by side under one sheet");
        Check.Between(Along, 1, MostAlong, "sheet.along", "", "parts behind each other under one sheet");
        Check.Between(GapMm, 0, 500, "sheet.gapMm", "mm", "between two parts");
        return this;
    }

    /// <summary>Inside the clamp, for parts of that size.</summary>
    public (double WidthMm, double LengthMm) SizeMm(double widthMm, double lengthMm) =>
        (Across * widthMm + (Across - 1) * GapMm + 2 * MarginMm, Along * lengthMm + (Along - 1) * GapMm + 2 * MarginMm);

    internal IEnumerable<Vec3> Places(LeastRectangle of) =>
        from j in Enumerable.Range(0, Along)
        from i in Enumerable.Range(0, Across)
        select new Vec3(MarginMm + i * (of.Width + GapMm), MarginMm + j * (of.Length + GapMm), 0);
}
