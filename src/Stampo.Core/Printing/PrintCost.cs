using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Working;

namespace Stampo.Core.Printing;

/// <summary>What printing a solid takes: shared by printed parts, patterns and printed molds.</summary>
internal static class PrintCost
{
    public const double ResinDensity = 1.18;

    public static Figure Volume(double cm3) => Figure.Given("solid volume", cm3, "cm³", "part");

    public static Term MaterialKg(Job job, double solidCm3, double densityGPerCm3) => MaterialKg(job, Volume(solidCm3), densityGPerCm3);

    public static Term MaterialKg(Job job, Term solid, double densityGPerCm3) =>
        solid * (1 + job.Figure("print.support")) * Figure.Given("density", densityGPerCm3, "g/cm³");

    public static double[] SidesMm(Job job) => [job.Part.LengthMm, job.Part.WidthMm, job.Part.HeightMm];

    /// <summary>Part-sized solids of resin: patterns, shells.</summary>
    public static PrintBuild InResin(Job job, double cm3) => new(job, SidesMm(job), cm3, PrintProcess.Resin);

    /// <summary>
    /// The two halves of a block around the part, flat on the platform: half as high as the block, so two solids a mold.
    /// </summary>
    public static PrintBuild Halves(Job job, double wallMm, double solidCm3)
    {
        double[] block = [.. SidesMm(job).Select(side => side + 2 * wallMm).OrderDescending()];
        return new PrintBuild(job, [block[0], block[1], block[2] / 2], solidCm3 / 2, PrintProcess.Resin);
    }

    public static Term FinishHours(Job job) =>
        job.Brief.ShowSide == Briefs.Finish.AsTooled
            ? NotFinished("as tooled: no finishing")
            : FinishedArea.Of(job) * job.Figure(FinishKey(job));

    private static Figure NotFinished(string why) => Figure.Given(why, 0, "h", "brief/showSide");

    /// <summary>
    /// Of printed parts, by what they are for: fit and function are taken as they come off; only what is looked at or sold is finished.
    /// Where a few are wanted first, prints are made for those.
    /// </summary>
    public static Term PartFinishHours(Job job) =>
        IsShown(job.Brief) ? FinishHours(job) : NotFinished("for fit or function: taken as printed");

    private const double AFew = 20;

    private static bool IsShown(Briefs.Brief brief)
    {
        var few = brief.Demand.Where(row => row.Quantity <= AFew).ToList();
        return (few.Count > 0 ? few : [.. brief.Demand]) is var rows
            && (rows.Count == 0 || rows.Exists(row => row.Purpose is Briefs.Purpose.Look or Briefs.Purpose.Pilot or Briefs.Purpose.Sale));
    }

    private static string FinishKey(Job job) =>
        job.Brief.ShowSide switch
        {
            Briefs.Finish.Gloss => "finish.gloss",
            Briefs.Finish.Texture => "finish.texture",
            _ => "finish.matt",
        };
}
