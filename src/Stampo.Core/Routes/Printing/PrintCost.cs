using Stampo.Core.Working;

namespace Stampo.Core.Routes.Printing;

/// <summary>What printing a solid takes: shared by printed parts, patterns and printed molds.</summary>
internal static class PrintCost
{
    public const double PlatformX = 330, PlatformY = 200, PlatformZ = 300, ResinDensity = 1.18;

    public static WorkInput Volume(double cm3) => new("solid volume", cm3, "cm³", "part");

    public static Amount MaterialKg(Job job, double solidCm3, double densityGPerCm3) => new(
        (1 + job.Norm("print.support")) * (solidCm3 * densityGPerCm3 / 1000), "kg", "volume × (1 + support) × density ÷ 1000",
        Volume(solidCm3), job.Rate("print.support").AsInput(), new WorkInput("density", densityGPerCm3, "g/cm³"));

    /// <summary>Machine hours for one solid that shares its build with <paramref name="perBuild"/> − 1 others.</summary>
    public static Amount MachineHours(Job job, double solidCm3, int perBuild) => new(
        (1 + job.Norm("print.support")) * solidCm3 / job.Norm("print.buildRate") + job.Norm("print.setup") * (1.0 / perBuild), "h",
        "volume × (1 + support) ÷ build rate + set-up ÷ solids per build",
        Volume(solidCm3), job.Rate("print.support").AsInput(), job.Rate("print.buildRate").AsInput(), job.Rate("print.setup").AsInput(),
        new WorkInput("solids per build", perBuild, ""));

    /// <summary>How many part boxes, with room around them, stand on one platform.</summary>
    public static int PerBuild(Job job)
    {
        const double room = 1.15;
        var flat = job.Part.FootprintCm2 * 100 * room * room;
        return (int)Math.Clamp(PlatformX * PlatformY / flat, 1, 60);
    }

    public static Amount FinishHours(Job job) => job.Brief.ShowSide == Briefs.Finish.AsTooled
        ? new Amount(0, "h", "as tooled: no finishing")
        : new Amount(job.Norm(FinishKey(job)) * job.Part.ShowAreaDm2, "h", "show side × hours per dm²",
            new WorkInput("show side (half the surface until faces are picked)", job.Part.ShowAreaDm2, "dm²", "part"), job.Rate(FinishKey(job)).AsInput());

    private static string FinishKey(Job job) => job.Brief.ShowSide switch
    {
        Briefs.Finish.Gloss => "finish.gloss",
        Briefs.Finish.Texture => "finish.texture",
        _ => "finish.matt",
    };
}
