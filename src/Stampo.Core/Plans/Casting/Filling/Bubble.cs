using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>Absolute pressures, kPa, before and after.</summary>
public sealed record BubbleRequest(double FromKpaAbs, double ToKpaAbs);

public sealed record BubbleAnswer(double DiameterRatio, IReadOnlyList<WorkLine> Working);

/// <summary>What pressure does to a bubble (Boyle 1662): p·V stays, so its diameter goes with the cube root of the pressures.</summary>
public static class Bubble
{
    public const double AtmosphereKpa = 101.325;

    public static BubbleAnswer Of(BubbleRequest request)
    {
        Check.Between(request.FromKpaAbs, 0.001, 100_000, "fromKpaAbs", "kPa", "an absolute pressure is more than nothing");
        Check.Between(
            request.ToKpaAbs,
            0.001,
            100_000,
            "toKpaAbs",
            "kPa",
            "an absolute pressure is more than nothing; add 101.325 to a gauge reading"
        );
        var sheet = new Worksheet();
        var (from, to) = (
            Figure.Given("p₁, absolute", request.FromKpaAbs, "kPa"),
            Figure.Given("p₂, absolute", request.ToKpaAbs, "kPa", "plan/filling.pressureKpa")
        );
        var ratio = sheet.Line("bubble", "Diameter of a bubble, of what it was", (from / to).Pow(1.0 / 3), "×", "Boyle's law").Value.Likely;
        return new BubbleAnswer(ratio, sheet.Lines);
    }
}
