using Stampo.Core.Wording;

namespace Stampo.Core.Parts;

/// <summary>The sentences on a part's shape, each with what it concerns and where to look.</summary>
internal static class ShapeFindings
{
    /// <summary>Above this share of the surface without draft, or undercut, it is worth a sentence.</summary>
    private const double Notable = 0.002;

    /// <summary>A section this many times the usual wall sinks and cools late.</summary>
    private const double Thick = 1.6;

    private const double Slender = 3;

    private const int MostListed = 12;

    public static IEnumerable<Finding> Of(ShapeFigures figures, double areaMm2, Place? thinAt, Place? leastDraftAt) =>
        [
            .. Walls(figures, thinAt),
            .. Draft(figures, areaMm2, leastDraftAt),
            .. Undercuts(figures, areaMm2),
            .. figures
                .BlindHoles.Where(hole => hole.Slenderness > Slender)
                .Take(MostListed)
                .Select(
                    (hole, i) =>
                        new Finding(
                            Severity.Warning,
                            $"hole-{i + 1}",
                            $"Blind hole ⌀ {Mm(hole.DiameterMm)} × {Mm(hole.DepthMm)}, {Text.Number(hole.Slenderness, 2)} "
                                + "times as deep as wide: its core bends or tears off. Hold a steel pin in the mold, or drill "
                                + "it later."
                        )
                        {
                            Concern = Concern.Hole,
                            Place = hole.Place,
                        }
                ),
            .. Highs(figures),
        ];

    private static IEnumerable<Finding> Walls(ShapeFigures figures, Place? thinAt)
    {
        if (figures.WallMm is not { } wall)
            yield break;
        yield return new Finding(
            Severity.Note,
            "thin-wall",
            $"A hundredth of the surface has walls of {Mm(wall.P1)} or less; the middle is {Mm(wall.Median)}."
        )
        {
            Concern = Concern.Wall,
            Place = thinAt,
        };
        if (figures.Section is { } section && section.DiameterMm > Thick * wall.Median)
            yield return new Finding(
                Severity.Warning,
                "thick-section",
                $"The thickest place holds a ball of {Mm(section.DiameterMm)}, "
                    + $"{Text.Number(section.DiameterMm / wall.Median, 2)} times the usual wall: it cools last, sinks and "
                    + $"shrinks. Core it out to about {Mm(1.2 * wall.Median)}."
            )
            {
                Concern = Concern.Section,
                Place = section.Place,
            };
    }

    private static IEnumerable<Finding> Draft(ShapeFigures figures, double areaMm2, Place? at)
    {
        if (figures.BelowDraft[0].AreaMm2 > Notable * areaMm2)
            yield return new Finding(
                Severity.Warning,
                "no-draft",
                $"{Cm2(figures.BelowDraft[0].AreaMm2)} stand within {PullCheck.LeastDraftDeg}° of {Pull(figures)}: a "
                    + "rigid tool drags on them. A soft mold does not mind; for a metal one add 1°."
            )
            {
                Concern = Concern.Draft,
                Place = at,
            };
    }

    private static IEnumerable<Finding> Undercuts(ShapeFigures figures, double areaMm2)
    {
        if (figures.UndercutAreaMm2 <= Notable * areaMm2 || figures.Undercuts.Count == 0)
            yield break;
        var cores = figures.Undercuts.Count(u => u.ThroughHoleMm is not null);
        yield return new Finding(
            Severity.Warning,
            "undercut",
            $"{Cm2(figures.UndercutAreaMm2)} in {Text.Count(figures.Undercuts.Count, "region")} can't leave along "
                + $"{Pull(figures)}: each is a slide or loose core in a rigid "
                + $"tool{(cores == figures.Undercuts.Count ? "; silicone goes through the holes as cores" : ", a stretch for a soft one")}."
        )
        {
            Concern = Concern.Undercut,
            Place = figures.Undercuts[0].Place,
        };
        if (figures.Undercuts.Count == 1 && cores == 0)
            yield break;
        foreach (var (region, i) in figures.Undercuts.Take(MostListed).Select((region, i) => (region, i)))
            yield return new Finding(Severity.Note, $"undercut-{i + 1}", $"Undercut {i + 1} of {figures.Undercuts.Count}: {Said(region)}.")
            {
                Concern = Concern.Undercut,
                Place = region.Place,
            };
    }

    private static string Said(UndercutRegion region) =>
        region switch
        {
            { ThroughHoleMm: { } bore } =>
                $"a hole ⌀ {Mm(bore)} through, across the pull; a slide in metal, a core of silicone in a soft mold",
            { DepthMm: { } depth } => $"{Cm2(region.AreaMm2)}, {Mm(depth)} deep",
            _ => $"{Cm2(region.AreaMm2)}, shut in on all sides",
        };

    private static IEnumerable<Finding> Highs(ShapeFigures figures)
    {
        if (figures.Highs.Count > 1)
            yield return new Finding(
                Severity.Note,
                "highs",
                $"{Text.Count(figures.Highs.Count, "place")} where air stays when the part is filled with {Pull(figures)} "
                    + "upward; each wants a vent or a riser."
            )
            {
                Concern = Concern.Air,
                Place = figures.Highs[^1],
            };
    }

    private static string Pull(ShapeFigures figures) =>
        $"the pull ({Text.Number(figures.Pull[0], 2)}, {Text.Number(figures.Pull[1], 2)}, {Text.Number(figures.Pull[2], 2)})";

    private static string Cm2(double mm2) => $"{Text.Number(mm2 / 100, 3)} cm²";

    private static string Mm(double mm) => $"{Text.Number(mm, 3)} mm";
}
