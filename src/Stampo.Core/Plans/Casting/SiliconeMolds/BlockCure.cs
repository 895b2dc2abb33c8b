using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>
/// Cure of a whole block of silicone: the material's own time, and in the oven also the time until its middle is warm, s²/(π²·α) ·
/// ln[(4/π) ÷ 0.1], s the block's least side: the mid-plane of a slab to nine tenths, first term of the series.
/// </summary>
/// <param name="Hours">Both together.</param>
/// <param name="WarmUpH">Until the middle is warm; 0 at room temperature.</param>
/// <param name="LimitC">As warm as it may be cured.</param>
/// <param name="LimitOf">What sets that limit.</param>
/// <param name="HeatShrinkPct">Linear shrink that curing warm adds once the mold is cold again, %.</param>
/// <param name="Refusals">A cure above the limit.</param>
/// <param name="Messages">What to mind.</param>
/// <param name="Working">How it came about.</param>
public sealed record BlockCure(
    double Hours,
    double WarmUpH,
    double LimitC,
    string LimitOf,
    double HeatShrinkPct,
    IReadOnlyList<Finding> Refusals,
    IReadOnlyList<Finding> Messages,
    IReadOnlyList<WorkLine> Working
)
{
    private const double DiffusivityMm2PerS = 0.11,
        LeftCold = 0.1;

    /// <summary>Warmer than a room is meant to be.</summary>
    private const double OvenFromC = 30;

    /// <summary>Board, tape and hot glue of the box let go.</summary>
    private const double FrameC = 60;

    /// <summary>Condensation grades go back to what they came from in the heat.</summary>
    private const double CondensationC = 45;

    private const double BelowSofteningK = 10;

    public static BlockCure Of(Silicone silicone, double atC, double leastSideMm, PatternMaterial pattern)
    {
        var sheet = new Worksheet();
        var cure = CureTime.Of(new CureTimeRequest(silicone.CureH, atC));
        sheet.Take(cure.Working);
        var middle =
            atC <= OvenFromC
                ? null
                : sheet.Line(
                    "warmUp",
                    "Until the middle of the block is warm",
                    WarmUp(leastSideMm),
                    "h",
                    "heat into a slab, mid-plane to nine tenths, first term"
                );
        var cured = Figure.Given("cure", cure.Hours, "h", "plan/silicone.cureC");
        var hours = sheet
            .Line("blockCure", "In the mold box", middle is null ? cured : cured + middle, "h", "a thick block cures when its middle has")
            .Value.Likely;
        var warm = middle?.Value.Likely ?? 0;
        var (limit, of) = Limit(silicone, pattern);
        return new BlockCure(
            hours,
            warm,
            limit,
            of,
            cure.HeatShrinkPct,
            atC <= limit
                ? []
                :
                [
                    new Finding(
                        Severity.Fault,
                        "silicone-heat",
                        $"{Text.Number(atC)} °C is too warm for this block: {of} allows {Text.Number(limit)} °C. Cure cooler and longer."
                    )
                    {
                        Field = "silicone.cureC",
                    },
                ],
            cure.Messages,
            sheet.Lines
        );
    }

    /// <summary>Hours until the middle of a block is nine tenths warm.</summary>
    public static double WarmUpHours(double leastSideMm) => WarmUp(leastSideMm).In("h").Likely;

    private static Term WarmUp(double leastSideMm) =>
        Figure.Given("least side of the block", leastSideMm, "mm").Pow(2)
        / (Math.PI * Math.PI * Figure.Given("diffusivity", DiffusivityMm2PerS, "mm²/s"))
        * Term.Ln(4 / Math.PI / LeftCold);

    private static (double, string) Limit(Silicone silicone, PatternMaterial pattern)
    {
        List<(double C, string Of)> limits =
        [
            (silicone.Supply.ServiceC ?? 150, "the silicone"),
            (FrameC, "the box with its tape and glue"),
        ];
        if (silicone.IsCondensation)
            limits.Add((CondensationC, "condensation-cure silicone"));
        if (pattern.SoftensC() is { } softens)
            limits.Add((softens - BelowSofteningK, $"the pattern, {Text.Number(BelowSofteningK)} °C below its softening,"));
        return limits.MinBy(limit => limit.C);
    }
}
