using Stampo.Core.Jobs;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Injection;

/// <summary>
/// Sizes that are first made so that metal can still come off: outside of the part small, inside of it large, as shrink is only known when
/// the first parts are measured.
/// </summary>
internal static class SteelSafe
{
    public static IEnumerable<string> Of(Job job, ToolShape? shape)
    {
        var (shrink, part) = (job.Material.ShrinkPct, job.Part);
        var off = (shrink.High - shrink.Low) / 2 / 100;
        yield return $"Over all, {Text.Number(part.LongestMm, 3)} mm: the cavity {Text.Number(off * part.LongestMm, 1)} mm "
            + $"small, the plastic shrinks {Text.Number(shrink.Low, 2)} to {Text.Number(shrink.High, 2)} %.";
        yield return $"Wall {Text.Number(part.WallMm, 2)} mm: the core 0.05 mm large, so that the wall begins thin and the "
            + "core is cut down.";
        if (job.Brief.ToleranceMm is { } tolerance && off * part.LongestMm > tolerance)
            yield return $"±{Text.Number(tolerance, 2)} mm is asked and the shrink alone leaves {Text.Number(off * part.LongestMm, 2)} mm "
                + "either way: leave every size that must fit steel-safe, and plan a correction.";
        if (job.Part.Measured is not null && shape?.ShutOffs > 0)
            yield return $"{Text.Count(shape.ShutOffs, "shut-off")}: core pins 0.1 to 0.2 mm long, fitted to blue.";
        if (job.Brief.Inserts > 0)
            yield return "Seats of inserts: bores small, opened when the inserts of the lot have been measured.";
    }
}
