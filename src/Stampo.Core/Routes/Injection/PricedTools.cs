using Stampo.Core.Jobs;
using Stampo.Core.Plans.Injection;
using Stampo.Core.Ranges;

namespace Stampo.Core.Routes.Injection;

/// <summary>Every metal tool that a part may be molded in, priced by its route as the brief has it made.</summary>
internal static class PricedTools
{
    public static IReadOnlyList<PricedTool> Of(Job job) =>
        [
            .. RouteCatalogue
                .All.OfType<MetalInjection>()
                .SelectMany(route => ((IRoute)route).CavityChoices(job).Select(cavities => Of(route, job, cavities))),
        ];

    private static PricedTool Of(MetalInjection route, Job job, int cavities)
    {
        var estimate = ((IRoute)route).Costed(job, cavities);
        ThreePoint Sum(ChargedOn on) => estimate.Costs.Where(c => c.On == on).Aggregate((ThreePoint)0, (sum, line) => sum + line.Cost);
        var piece = Sum(ChargedOn.Piece) + Sum(ChargedOn.Batch) * (1.0 / (estimate.PiecesPerBatch ?? 1));
        return new PricedTool(
            route.Metal,
            route.Card.Name,
            cavities,
            Sum(ChargedOn.OneOff),
            Sum(ChargedOn.Tool),
            piece / estimate.Yield,
            estimate.LifeShots,
            estimate.Yield,
            estimate.Lead.Aggregate((ThreePoint)0, (sum, step) => sum + step.WorkingDays),
            job.Norm(route.ChangeKey)
        );
    }
}
