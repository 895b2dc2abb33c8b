using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>
/// Hours known at one temperature, wanted at another. <paramref name="LimitC"/> is the maker's highest; null when not stated.
/// </summary>
/// <param name="RefHours">Hours to cure at <paramref name="RefC"/>.</param>
/// <param name="AtC">Where it cures now, °C.</param>
/// <param name="RefC">Temperature of the data sheet, °C.</param>
/// <param name="LimitC">The maker's highest temperature, °C.</param>
/// <param name="ExpansionPctPerC">Length gained for each degree, locked in when it sets warm; % per °C.</param>
public sealed record CureTimeRequest(
    double RefHours,
    double AtC,
    double RefC = 23,
    double? LimitC = null,
    double ExpansionPctPerC = CureTime.ExpansionPctPerC
);

/// <param name="Hours">Until cured.</param>
/// <param name="HeatShrinkPct">Linear shrink that curing warm adds once the mold is cold again, %.</param>
/// <param name="Messages">What to mind.</param>
/// <param name="Working">How it came about.</param>
public sealed record CureTimeAnswer(double Hours, double HeatShrinkPct, IReadOnlyList<Finding> Messages, IReadOnlyList<WorkLine> Working);

/// <summary>Cure at any temperature, t = t_ref · 2^((T_ref − T)/10), and the shrink that heat costs.</summary>
public static class CureTime
{
    /// <summary>Of mold silicone, % of length per °C.</summary>
    public const double ExpansionPctPerC = 0.03;

    /// <summary>Heat shrink from which a dimension may be missed, %.</summary>
    private const double Notable = 0.2;

    public static CureTimeAnswer Of(CureTimeRequest request)
    {
        Check.Between(request.RefHours, 0.001, 10_000, "refHours", "h", "that is what silicones and resins take");
        Check.Between(request.RefC, -20, 250, "refC", "°C", "the temperature the hours are stated for");
        Check.Between(request.AtC, -20, 250, "atC", "°C", "neither frozen nor burnt");
        Check.Between(
            request.ExpansionPctPerC,
            0,
            0.2,
            "expansionPctPerC",
            "%/°C",
            "rubbers grow by a few hundredths of a percent per degree"
        );
        if (request.LimitC is { } limit && request.AtC > limit)
            throw new RefusalException(
                "cure.too-hot",
                $"{Text.Number(request.AtC)} °C is above the maker's limit of {Text.Number(limit)} °C; cure at or below it.",
                "atC"
            );
        var sheet = new Worksheet();
        var (at, from) = (Figure.Given("T", request.AtC, "°C", "plan/silicone.cureC"), Figure.Given("T_ref", request.RefC, "°C"));
        var hours = sheet
            .Line("hours", "Cure", Figure.Given("t_ref", request.RefHours, "h") * RuleOfTen.Factor(from, at), "h", RuleOfTen.Source)
            .Value.Likely;
        var shrink = sheet
            .Line(
                "heatShrink",
                "Shrink locked in by heat",
                Term.Max(Term.Of(0, "K"), at - from) * Figure.Given("expansion", request.ExpansionPctPerC, "%/K"),
                "%",
                "linear expansion of mold silicone, typical"
            )
            .Value.Likely;
        return new CureTimeAnswer(hours, shrink, [.. Messages(shrink)], sheet.Lines);
    }

    private static IEnumerable<Finding> Messages(double shrink)
    {
        if (shrink >= Notable)
            yield return new Finding(
                Severity.Warning,
                "heat-shrink",
                $"Curing warm locks in {Text.Number(shrink, 2)} % of shrink: {Text.Number(shrink, 2)} mm on 100 mm. Cure "
                    + "at room temperature where dimensions matter, or scale the pattern by it."
            );
    }
}
