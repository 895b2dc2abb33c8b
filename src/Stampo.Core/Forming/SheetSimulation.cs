using Stampo.Core.Working;

namespace Stampo.Core.Forming;

/// <summary>
/// A hot sheet formed step by step: pushed by a plug, draped, or blown, then pressed on by air. What touches the mold sticks there with the
/// thickness it has; the rest stretches evenly. It ends when the bubbles left in the corners are as sharp as the sheet was thick.
/// <para>
/// A coarse sheet finds the way; a fine one, with its points where the coarse one stretches most, follows it from stage to stage and
/// settles at each: a bubble moves as a whole on the coarse sheet, and only its details on the fine one.
/// </para>
/// </summary>
public static class SheetSimulation
{
    /// <summary>Cells along the shorter side of the sheet that finds the way.</summary>
    private const int GuideCells = 64;

    /// <summary>It has no more in all, however long and narrow it is.</summary>
    private const double MostGuideCells = 12_000;

    private const double GuideShare = 0.3,
        MostStretch = 4;

    public static FormedSheet Run(MoldFace face, SheetOrder order, Progress progress)
    {
        order.Checked(face);
        var guideMm = GuideMm(face);
        var guide = new SheetGuide(
            face,
            order,
            Evenly(face.WidthMm, guideMm),
            Evenly(face.LengthMm, guideMm),
            (what, share) => progress.Tell(what, GuideShare * share)
        );
        guide.Form();
        var (across, along) = Finer(order, guide.Sheet.Grid, guideMm);
        var following = new SheetOnMold(face, order, across, along);
        SheetFollower.Follow(following, order, guide, (what, share) => progress.Tell(what, GuideShare + (1 - GuideShare) * share));
        return FormedSheet.Of(face, order, following, guide);
    }

    /// <summary>Fine enough for a first look.</summary>
    public static double GuideMm(MoldFace face) =>
        Math.Max(Math.Min(face.WidthMm, face.LengthMm) / GuideCells, Math.Sqrt(face.WidthMm * face.LengthMm / MostGuideCells));

    /// <summary>A sheet that is alike on both sides stays so.</summary>
    private static float[] Evenly(double lengthMm, double cellMm)
    {
        var cells = Math.Max(8, 2 * (int)Math.Ceiling(lengthMm / cellMm / 2));
        return [.. Enumerable.Range(0, cells + 1).Select(i => (float)(lengthMm * i / cells))];
    }

    /// <summary>Lines as close as the formed sheet asks for; further apart where that would be more cells than are reckoned with.</summary>
    private static (float[] Across, float[] Along) Finer(SheetOrder order, SheetGrid guide, double guideMm)
    {
        var (across, along) = (Stretches(guide, true), Stretches(guide, false));
        for (var cell = Math.Min(order.CellMm, guideMm); ; cell *= 1.1)
        {
            var lines = (Lines(guide.Across, across, cell), Lines(guide.Along, along, cell));
            if ((double)lines.Item1.Length * lines.Item2.Length <= SheetOrder.MostCells)
                return lines;
        }
    }

    /// <summary>How much longer the cells of each column (or row) have become: what seven in ten of them stay below.</summary>
    private static double[] Stretches(SheetGrid of, bool across)
    {
        var (count, others) = across ? (of.Columns, of.Rows) : (of.Rows, of.Columns);
        var found = new double[count];
        var lengths = new double[others + 1];
        for (var c = 0; c < count; c++)
        {
            var rest = across ? of.Across[c + 1] - of.Across[c] : of.Along[c + 1] - of.Along[c];
            for (var o = 0; o <= others; o++)
                lengths[o] = across ? of.LengthOf(c, o, 1, 0) : of.LengthOf(o, c, 0, 1);
            Array.Sort(lengths);
            found[c] = Math.Clamp(lengths[(int)(0.7 * others)] / rest, 1, MostStretch);
        }

        return [.. found.Select((_, c) => (found[Math.Max(0, c - 1)] + 2 * found[c] + found[Math.Min(count - 1, c + 1)]) / 4)];
    }

    private static float[] Lines(float[] guide, double[] stretches, double cellMm)
    {
        var cells = new double[guide.Length];
        for (var c = 0; c < stretches.Length; c++)
            cells[c + 1] = cells[c] + stretches[c] * (guide[c + 1] - guide[c]) / cellMm;
        var count = 2 * (int)Math.Ceiling(cells[^1] / 2);
        var lines = new float[count + 1];
        for (int i = 0, c = 0; i <= count; i++)
        {
            var at = cells[^1] * i / count;
            while (c < stretches.Length - 1 && cells[c + 1] < at)
                c++;
            lines[i] = (float)(guide[c] + (guide[c + 1] - guide[c]) * (at - cells[c]) / (cells[c + 1] - cells[c]));
        }

        lines[^1] = guide[^1];
        return lines;
    }
}
