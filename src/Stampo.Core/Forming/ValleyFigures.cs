using Stampo.Core.Parts;

namespace Stampo.Core.Forming;

/// <summary>What stands close beside each other on a mold's face.</summary>
/// <param name="GapMm">The narrowest groove with a bottom, nearly as deep as wide or deeper; null when there is none.</param>
/// <param name="GapAt">Where.</param>
/// <param name="WebRatio">The least distance of two neighbours over their height; null when none come near.</param>
/// <param name="WebAt">Between them.</param>
public sealed record ValleyFigures(double? GapMm, Place? GapAt, double? WebRatio, Place? WebAt)
{
    private const double LeastMm = 0.6,
        Wider = 1.25,
        DeepShare = 0.8,
        BottomShare = 0.6,
        FlatShare = 0.35,
        WebFrom = 3;

    private const double SheetsAcross = 2;

    /// <summary>A sheet goes into a groove of twice its gauge; it bridges one narrower than itself, and between may do either.</summary>
    public bool IsNarrowFor(double gaugeMm) => GapMm < SheetsAcross * gaugeMm;

    private static readonly (float X, float Y)[] Ways = [(1, 0), (0, 1), (0.7071f, 0.7071f), (0.7071f, -0.7071f)];

    /// <summary>
    /// Looks from places all over the face both ways along four lines: where both sides rise, their height above the place over their
    /// distance says how deep the valley between them is.
    /// </summary>
    /// <param name="face">The mold's.</param>
    /// <param name="pitchMm">Between two places; a narrower groove may be missed.</param>
    public static ValleyFigures Of(MoldFace face, double pitchMm)
    {
        var height = face.HighestMm - face.LowestMm;
        var rows = Enumerable
            .Range(0, (int)Math.Max(1, face.LengthMm / pitchMm))
            .AsParallel()
            .Select(j => OfRow(face, (float)(j * pitchMm), pitchMm, height))
            .ToList();
        var gap = rows.MinBy(r => r.Gap.Mm).Gap;
        var web = rows.MinBy(r => r.Web.Ratio).Web;
        return new(
            double.IsFinite(gap.Mm) ? gap.Mm : null,
            double.IsFinite(gap.Mm) ? At(face, gap.X, gap.Y, gap.Mm) : null,
            double.IsFinite(web.Ratio) ? web.Ratio : null,
            double.IsFinite(web.Ratio) ? At(face, web.X, web.Y, height) : null
        );
    }

    private static ((double Mm, float X, float Y) Gap, (double Ratio, float X, float Y) Web) OfRow(
        MoldFace face,
        float y,
        double pitchMm,
        double height
    )
    {
        var (gap, web) = ((Mm: double.PositiveInfinity, X: 0f, Y: 0f), (Ratio: double.PositiveInfinity, X: 0f, Y: 0f));
        for (var x = 0f; x < face.WidthMm; x += (float)pitchMm)
        {
            var foot = face.HeightAt(x, y);
            foreach (var (ux, uy) in Ways)
            {
                float RiseAt(double far) =>
                    Math.Min(
                        face.HeightAt(x + (float)far * ux, y + (float)far * uy),
                        face.HeightAt(x - (float)far * ux, y - (float)far * uy)
                    ) - foot;

                for (var half = LeastMm / 2; half < WebFrom * height / 2; half *= Wider)
                {
                    var (wide, rise) = (2 * half, RiseAt(half));
                    if (wide < gap.Mm && rise >= DeepShare * wide && RiseAt(BottomShare * half) < FlatShare * rise)
                        gap = (wide, x, y);
                    if (rise >= height / 4 && wide / rise < web.Ratio && wide / rise < WebFrom)
                        web = (wide / rise, x, y);
                }
            }
        }

        return (gap, web);
    }

    private static Place At(MoldFace face, float x, float y, double near) =>
        Place.Of(face.ToWorld(x, y, face.HeightAt(x, y)), face.ToWorld(0, 0, 1) - face.ToWorld(0, 0, 0), Math.Max(3, near));
}
