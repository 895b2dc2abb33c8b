using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.AddOns;

/// <summary>
/// A colour matched to a chip: days for samples to be made and agreed, and a smallest lot of colourant that is paid whole. The colour is
/// made while the tool is, so only the days beyond the tool's move the first part.
/// </summary>
internal static class ColourMatch
{
    /// <summary>Whether this material is to be matched; one that can't be is told of by its properties.</summary>
    private static bool IsAsked(Job job) => job.Brief.Colour?.AtLeast == Colour.Matched && job.Material.Colour == Colour.Matched;

    /// <summary>
    /// What carries the colour: paste in a poured resin, masterbatch in pellets, the sheet itself, the gel coat of a laminate.
    /// </summary>
    private static string Carrier(Material material) =>
        material switch
        {
            { Family: MaterialFamily.FormedSheet } => "sheet",
            { Family: MaterialFamily.FibreLaminate } => "gelCoat",
            { Cast: not null } => "paste",
            _ => "masterbatch",
        };

    public static RouteEstimate In(RouteEstimate estimate, Job job)
    {
        if (!IsAsked(job))
            return estimate;
        var carrier = Carrier(job.Material);
        var book = new CostBook(job.Rates)
            .AddPrice(ChargedOn.OneOff, "Match the colour to its chip", "colour.match")
            .Add(ChargedOn.OneOff, "Smallest lot of the colour", job.Figure($"colour.{carrier}.lotKg"), $"colour.{carrier}.price")
            .Add(ChargedOn.Piece, "Colour in the part", ShareKg(job, carrier), $"colour.{carrier}.price");
        return estimate with { Costs = [.. estimate.Costs, .. book.Lines], Lead = [.. estimate.Lead, .. Beyond(estimate, job)] };
    }

    public static Gate? Screen(Job job)
    {
        if (!IsAsked(job))
            return null;
        var days = job.Norm("colour.matchDays");
        var lot = job.Norm($"colour.{Carrier(job.Material)}.lotKg").Likely;
        return new Gate(
            Verdict.Fits,
            "Colour",
            $"Matched to its chip in {Text.Number(days.Low)} to {Text.Number(days.High)} working days, while the tool is "
                + $"made; the smallest lot is {Text.Number(lot)} kg."
        );
    }

    /// <summary>What a part takes of it: a stretch pays the smallest lot once, and each of its own parts beside.</summary>
    private static Term ShareKg(Job job, string carrier) => job.PartMass() * job.Figure($"colour.{carrier}.share");

    private static IEnumerable<LeadStep> Beyond(RouteEstimate estimate, Job job)
    {
        var tool = estimate.FirstArticleDays;
        var match = job.Norm("colour.matchDays");
        var likely = match.Likely - tool.Likely;
        if (likely > 0)
            yield return new LeadStep(
                "Colour matched to its chip, beyond what the tool takes",
                new(Math.Clamp(match.Low - tool.Low, 0, likely), likely, Math.Max(likely, match.High - tool.High))
            );
    }
}
