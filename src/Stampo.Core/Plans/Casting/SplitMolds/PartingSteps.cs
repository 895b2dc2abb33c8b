using Stampo.Core.Geometry;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// Where one plane would leave high upright faces, a parting surface that steps along with the part's outline: for each slice of the
/// part the height that leaves least to shut off, a change of height counted for what it costs (Viterbi 1967 over slices and heights).
/// </summary>
internal static class PartingSteps
{
    private const int Slices = 24,
        Levels = 40;

    /// <summary>A plane with no upright face higher than this is left a plane.</summary>
    private const double WorthMm = 1;

    /// <summary>Steps must leave less than this share of what the plane leaves to be worth their making.</summary>
    private const double WorthShare = 0.6;

    /// <summary>What a step costs, in height of upright face across the mold: any at all, and for each mm it is high.</summary>
    private const double AnyStepMm = 0.5,
        PerHeight = 0.3;

    /// <summary>A slope leans by a sixth of its height, some ten degrees.</summary>
    private const double Lean = 1 / 6.0;

    public static PartingSurface Of(IReadOnlyList<OutlineStretch> outline, Box part, int planeZ)
    {
        var plane = PartingSurface.Plane(planeZ);
        var highest = outline.Where(s => s.ShutOffAt(planeZ) > 0).Select(s => Math.Max(Math.Abs(s.Za - planeZ), Math.Abs(s.Zb - planeZ)));
        if (highest.DefaultIfEmpty(0).Max() <= WorthMm * Grid.PerMm)
            return plane;
        var best = new[] { Along(outline, part, alongX: true), Along(outline, part, alongX: false) }.MinBy(s => s.Cost);
        return best.Surface.IsPlane || best.Cost > WorthShare * outline.Sum(s => s.ShutOffAt(planeZ)) ? plane : best.Surface;
    }

    private static (PartingSurface Surface, double Cost) Along(IReadOnlyList<OutlineStretch> outline, Box part, bool alongX)
    {
        var (start, length, across) = alongX
            ? (Grid.Of(part.Min.X), Grid.PerMm * part.Size.X, Grid.PerMm * part.Size.Y)
            : (Grid.Of(part.Min.Y), Grid.PerMm * part.Size.Y, Grid.PerMm * part.Size.X);
        var slice = length / Slices;
        var (lowest, highest) = (outline.Min(s => Math.Min(s.Za, s.Zb)), outline.Max(s => Math.Max(s.Za, s.Zb)));
        double HeightOf(int level) => lowest + (highest - (double)lowest) * level / (Levels - 1);

        var cost = new double[Slices, Levels];
        foreach (var piece in outline.SelectMany(s => s.Divided((int)Math.Clamp(Math.Ceiling(s.Length / slice), 1, 2 * Slices))))
        {
            var middle = alongX ? (piece.A.X + (double)piece.B.X) / 2 : (piece.A.Y + (double)piece.B.Y) / 2;
            var at = Math.Clamp((int)((middle - start) / slice), 0, Slices - 1);
            for (var level = 0; level < Levels; level++)
                cost[at, level] += piece.ShutOffAt(HeightOf(level));
        }

        var (levels, total) = Cheapest(cost, (a, b) => across * (AnyStepMm * Grid.PerMm + PerHeight * Math.Abs(HeightOf(a) - HeightOf(b))));
        return (new PartingSurface(alongX, [.. Flats(levels, HeightOf, start, slice)]), total);
    }

    /// <summary>The level of each slice such that all costs and changes together are least.</summary>
    private static (int[] Levels, double Cost) Cheapest(double[,] cost, Func<int, int, double> change)
    {
        var (best, from) = (new double[Slices, Levels], new int[Slices, Levels]);
        for (var slice = 0; slice < Slices; slice++)
        for (var level = 0; level < Levels; level++)
        {
            var before = level;
            if (slice > 0)
                before = Enumerable.Range(0, Levels).MinBy(l => best[slice - 1, l] + (l == level ? 0 : change(l, level)));
            from[slice, level] = before;
            best[slice, level] =
                cost[slice, level] + (slice == 0 ? 0 : best[slice - 1, before] + (before == level ? 0 : change(before, level)));
        }

        var levels = new int[Slices];
        levels[^1] = Enumerable.Range(0, Levels).MinBy(l => best[Slices - 1, l]);
        for (var slice = Slices - 1; slice > 0; slice--)
            levels[slice - 1] = from[slice, levels[slice]];
        return (levels, best[Slices - 1, levels[^1]]);
    }

    /// <summary>Slices of one level are one flat; half of each slope is taken from the flats on its sides.</summary>
    private static IEnumerable<Flat> Flats(int[] levels, Func<int, double> heightOf, int start, double slice)
    {
        var plane = PartingSurface.Plane(0).Flats[0];
        for (int first = 0, after; first < Slices; first = after)
        {
            for (after = first + 1; after < Slices && levels[after] == levels[first]; )
                after++;
            yield return new Flat(
                first == 0 ? plane.From : (int)Math.Round(start + first * slice + HalfSlope(first)),
                after == Slices ? plane.To : (int)Math.Round(start + after * slice - HalfSlope(after)),
                (int)Math.Round(heightOf(levels[first]))
            );
        }

        double HalfSlope(int at) => Math.Min(0.4 * slice, Lean / 2 * Math.Abs(heightOf(levels[at]) - heightOf(levels[at - 1])));
    }
}
