using Stampo.Core.Bench;
using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Reference;

namespace Stampo.Core.Routes;

/// <summary>
/// In house a thing costs hours × rates; bought in, its supplier's overhead and profit come on top, and days until it is there.
/// A far toolmaker is cheaper, and pays with freight and weeks.
/// </summary>
public static class Sourcing
{
    private const int DaysAWeek = 5;

    /// <summary>The route costed as the brief has it made.</summary>
    public static RouteEstimate Costed(this IRoute route, Job job, int cavities) =>
        RunSize.In(AddOns.ColourMatch.In(In(route.Estimate(job, cavities), job, route.Made), job), job);

    private static RouteEstimate In(RouteEstimate estimate, Job job, Made made) =>
        job.Brief.Sources.Of(made) switch
        {
            Source.BoughtIn => Bought(estimate, job, made, [job.Rate("source.boughtIn")]),
            Source.FarBoughtIn => FromFar(Bought(estimate, job, made, [job.Rate("source.boughtIn"), job.Rate("source.far")]), job),
            _ => estimate,
        };

    private static RouteEstimate Bought(RouteEstimate estimate, Job job, Made made, IReadOnlyList<Rate> markups) =>
        estimate with
        {
            Costs = [.. estimate.Costs.Select(line => IsMarkedUp(line, made) ? line with { Markups = markups } : line)],
            Lead = [new LeadStep("Quote, order, queue at the supplier", job.SupplierDays(made)!.Value), .. estimate.Lead],
        };

    /// <summary>Freight of every set; corrections travel too.</summary>
    private static RouteEstimate FromFar(RouteEstimate estimate, Job job)
    {
        var freight = new CostBook(job.Rates).AddPrice(ChargedOn.Tool, "Freight and duty from far", "source.freight");
        return estimate with
        {
            Costs = [.. estimate.Costs, .. freight.Lines],
            Lead =
            [
                .. estimate.Lead,
                new LeadStep("Freight from far", job.Norm("source.farWeeks") * DaysAWeek),
                new LeadStep("Corrections travel", job.Norm("source.farWeeks")),
            ],
        };
    }

    /// <summary>
    /// A toolmaker builds what was engineered here; a mold house does pattern and mold from the model on; a print or machine shop makes
    /// the part.
    /// </summary>
    private static bool IsMarkedUp(CostLine line, Made made) =>
        made switch
        {
            Made.Part => line.On is not ChargedOn.OneOff,
            Made.SoftMold => line.On is ChargedOn.Tool or ChargedOn.OneOff,
            _ => line.On == ChargedOn.Tool,
        };
}
