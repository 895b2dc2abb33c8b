using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Wording;

namespace Stampo.Core.Routes;

/// <summary>Screens that every route is put through alike, at any quantity: material, accuracy, sides, the second material.</summary>
internal static class CommonGates
{
    /// <summary>What is reached may be this much coarser than asked and still be talked about.</summary>
    private const double NearEnough = 2;

    public static IEnumerable<Gate> Of(IRoute route, Job job, MaterialChoice choice, double toleranceMm)
    {
        yield return OfMaterial(job, choice);
        if (StandIn(job, choice) is { } standIn)
            yield return standIn;
        if (job.Brief.ToleranceMm is { } asked)
            yield return OfTolerance(job, asked, toleranceMm);
        if (job.Brief.BothSides)
            yield return route.FinishesBothSides
                ? new Gate(Verdict.Fits, "Both sides", "Both sides come finished off the tool.")
                : new Gate(
                    Verdict.Out,
                    "Both sides",
                    "Only the side on the tool is finished.",
                    "Ask for one finished side, or close it with a second tool."
                );
        if (AddOns.SecondPart.Screen(job, route.TakesSecondMaterial) is { } bond)
            yield return bond;
        if (AddOns.ColourMatch.Screen(job) is { } colour)
            yield return colour;
    }

    private static Gate OfMaterial(Job job, MaterialChoice choice)
    {
        var name = choice.Material.Name;
        var purposes = job.Brief.Demand.Select(row => row.Purpose).Distinct().Order().ToList();
        var served = purposes.Where(choice.Serves).ToList();
        if (choice.MissedMusts.Count > 0 && served.Count == 0)
            return new Gate(
                Verdict.Out,
                "Material",
                $"The nearest on this route misses a must: {string.Join("; ", choice.MissedMusts)}.",
                "Make it a want, or widen it."
            );
        if (served.Count < purposes.Count)
            return new Gate(
                Verdict.AtRisk,
                "Material",
                $"Serves {string.Join(" and ", served.Select(p => p.Said()))} only: {string.Join("; ", choice.MissedMusts)}.",
                "Another route for the rows that need it."
            );
        var unknown = choice.Properties.Where(p => p is { Match: Match.Unknown, Must: true }).ToList();
        if (unknown.Count > 0)
            return new Gate(
                Verdict.AtRisk,
                "Material",
                $"{name}: {string.Join(", ", unknown.Select(p => p.Name.ToLowerInvariant()))} not known, "
                    + $"{string.Join(", ", unknown.Select(p => p.Asked))} is a must.",
                "Ask its supplier, and put the figure into the library."
            );
        return choice.MissedWants.Count > 0
            ? new Gate(Verdict.Fits, "Material", $"{name}, though a want is missed: {string.Join("; ", choice.MissedWants)}.")
            : new Gate(Verdict.Fits, "Material", $"{name} ({choice.Material.Hardness}, {choice.Material.ServiceC:0} °C).");
    }

    /// <summary>
    /// A trial in urethane or print tells nothing of what only the true rubber does; a row that has to work must not pass in silence.
    /// </summary>
    private static Gate? StandIn(Job job, MaterialChoice choice)
    {
        var asked = job.Brief.Family;
        if (
            asked is not (MaterialFamily.Rubber or MaterialFamily.SiliconeRubber)
            || choice.Material.Family == asked
            || !choice.Material.IsSoft
            || !job.Brief.Demand.Any(row => row.Purpose == Purpose.Function && choice.Serves(row.Purpose))
        )
            return null;
        List<string> untold = ["compression set", "ageing"];
        if (job.Brief.Exposures.Contains(Exposure.Chemicals))
            untold.Insert(0, "resistance to its chemicals");
        if (job.Brief.Exposures.Contains(Exposure.Pressure))
            untold.Insert(0, "sealing under pressure over time");
        return new Gate(
            Verdict.AtRisk,
            "Stand-in",
            $"{choice.Material.Name} stands in for {(asked == MaterialFamily.Rubber ? "rubber" : "silicone rubber")}: a "
                + $"trial in it does not show {string.Join(", ", untold.Take(untold.Count - 1))} or {untold[^1]}.",
            "Try fit, feel and snap with it; prove the rest on parts of the true compound."
        );
    }

    private static Gate OfTolerance(Job job, double asked, double reached)
    {
        var said = $"± {Text.Number(reached, 2)} mm on the first 100 mm is reached, ± {Text.Number(asked)} mm is asked";
        if (reached <= asked)
            return new Gate(Verdict.Fits, "Tolerance", $"{said}.");
        var critical = job.Brief.CriticalDimensions;
        var remedy =
            critical > 0
                ? $"Machine the {Text.Count(critical, "critical dimension")} afterwards, or allow ± {Text.Number(reached, 2)} mm."
                : $"Allow ± {Text.Number(reached, 2)} mm, or machine what matters afterwards.";
        return new Gate(reached <= NearEnough * asked ? Verdict.AtRisk : Verdict.Out, "Tolerance", $"{said}.", remedy);
    }
}
