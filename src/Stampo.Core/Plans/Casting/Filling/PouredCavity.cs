using Stampo.Core.Flow;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>How the cavity of a plan fills, and what of the air in it stays.</summary>
/// <param name="LengthMm">The longest way from the gate.</param>
/// <param name="Ratio">The largest way ÷ wall.</param>
/// <param name="FallsMm">From the gate to the lowest place.</param>
/// <param name="Last">Where resin arrives last.</param>
/// <param name="Pockets">Where air stays, the largest first.</param>
/// <param name="AirMm3">All of it, as the resin cures around it.</param>
/// <param name="RisersShowAt">Share of the shot that is in when resin shows in each riser; null where that is not known.</param>
/// <param name="Messages">What to mind.</param>
public sealed record PouredCavity(
    double LengthMm,
    double Ratio,
    double FallsMm,
    Place Last,
    IReadOnlyList<AirPocket> Pockets,
    double AirMm3,
    IReadOnlyList<double?> RisersShowAt,
    IReadOnlyList<Finding> Messages
)
{
    private const int MostSaid = 4;

    /// <summary>Smaller, nobody sees it.</summary>
    private const double LeastMm3 = 1;

    /// <summary>Resin that falls farther folds air in; a riser that shows so early runs over before the rest is filled.</summary>
    private const double MostFallMm = 20,
        EarlyShare = 0.75;

    private const string Simulated = "simulation",
        Source = "filled in cubes: docs/method/casting.md";

    internal static PouredCavity Of(PouringFigures poured, FillingPlan filling, FillingChoices choices, Worksheet sheet)
    {
        var length = sheet.Found(
            Simulated,
            "pourLength",
            "Longest way from the gate",
            "marched through the part",
            poured.LengthMm,
            "mm",
            Source
        );
        sheet.Found(Simulated, "pourRatio", "Way ÷ wall, the farthest", "each millimetre by its wall", poured.Ratio, "×", Source, length);
        sheet.Found(Simulated, "pourFalls", "From the gate to the lowest place", "heights of the part", poured.FallsMm, "mm", Source);
        var caught = sheet.Found(
            Simulated,
            "airCaught",
            "Air that no riser lets out",
            "cubes from which every way to a riser goes down",
            poured.Pockets.Sum(p => p.VolumeMm3),
            "mm³",
            Source
        );
        var air = sheet.Line("airLeft", "What is left of it as the resin cures", Left(caught, filling, choices), "mm³", "Boyle's law");
        return new PouredCavity(
            poured.LengthMm,
            poured.Ratio,
            poured.FallsMm,
            poured.Last,
            poured.Pockets,
            air.Value.Likely,
            poured.RisersShowAt,
            [.. Findings(poured, filling, caught.Value.Likely > 0 ? air.Value.Likely / caught.Value.Likely : 1)]
        );
    }

    /// <summary>A chamber holds little air to catch; a pot presses small what was caught.</summary>
    private static Term Left(Figure caught, FillingPlan filling, FillingChoices choices)
    {
        var atmosphere = Figure.Given("atmosphere", Bubble.AtmosphereKpa, "kPa");
        if (filling.School == FillingSchool.Chamber)
            return caught * Figure.Given("in the chamber", choices.ToMbar / 10, "kPa", "plan/filling.toMbar") / atmosphere;
        return filling.UsesPressure
            ? caught
                * atmosphere
                / (atmosphere + Figure.Given("pressure on the parts", choices.PressureKpa, "kPa", "plan/filling.pressureKpa"))
            : caught * 1;
    }

    private static IEnumerable<Finding> Findings(PouringFigures poured, FillingPlan filling, double left)
    {
        foreach (var (number, pocket) in poured.Pockets.Where(p => p.VolumeMm3 * left >= LeastMm3).Take(MostSaid).Index())
            yield return new(
                Severity.Warning,
                $"air-stays-{number + 1}",
                $"Air stays here, {Text.Number(pocket.VolumeMm3, 2)} mm³ and {Text.Number(pocket.DeepMm, 2)} mm deep"
                    + $"{Pressed(pocket, left)}: every way to a riser goes down first. Put a riser here, or turn the part."
            )
            {
                Field = "feed.risers",
                Place = pocket.Place,
            };
        if (poured.FallsMm > MostFallMm && filling.School != FillingSchool.Chamber)
            yield return new(
                Severity.Note,
                "resin-falls",
                $"The gate stands {Text.Number(poured.FallsMm, 2)} mm over the lowest place: resin that falls folds air in. A gate at "
                    + "the low end fills from below; else pour slowly down one wall."
            )
            {
                Field = "feed.gate",
            };
        foreach (var (share, number) in poured.RisersShowAt.Select((s, i) => (s, i + 1)))
            if (share is { } early && early < EarlyShare)
                yield return new(
                    Severity.Note,
                    $"riser-early-{number}",
                    $"Riser {number} shows resin with {Text.Number(100 * early, 2)} % of the shot in: it is no sign that the part is full. "
                        + "Plug it then, and pour on."
                );
        if (poured.IsCoarse)
            yield return new(
                Severity.Note,
                "pour-coarse",
                "The part is so large against its wall that how it fills is a first look: try the first shot in clear resin."
            );
    }

    private static string Pressed(AirPocket pocket, double left) =>
        left > 0.99 ? "" : $", {Text.Number(pocket.VolumeMm3 * left, 2)} mm³ as it cures";
}
