using Stampo.Core.Plans;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Part;
using Stampo.Server.Routes;

namespace Stampo.Server.Plan;

/// <summary>Brings decision, part and plan inputs together.</summary>
public sealed class Plans(StepStore steps, Decisions decisions, Comparisons comparisons, Studies studies, ShopLibrary shop)
{
    public async Task<PlanAnswer> OfAsync(string projectId, CancellationToken cancel = default)
    {
        var decided = (await decisions.ListAsync(projectId, cancel)).FirstOrDefault();
        if (decided is null)
            return Without(null, "No route is chosen yet. Choose one on the Routes page; its plan starts here.");
        var route = RouteCatalogue.Find(decided.RouteId);
        if (route is null || await ProposeAsync(projectId, route, decided, cancel) is not { } proposal)
            return Without(route?.Card, $"{decided.RouteName} is chosen. Its plan (tool, operations, quantities) is not built yet; poured routes have theirs.");

        var part = await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel);
        var stored = await steps.ReadAsync(projectId, PlanEndpoints.Step, proposal, cancel);
        // A plan made for another route is set aside, not lost: undo brings it back with its route.
        var plan = stored.Value.RouteId == route.Card.Id ? stored : stored with { Value = proposal };
        if (await studies.FactsAsync(part.Value, cancel) is not { } facts)
            return Without(route.Card, "The part has no volume any more; mend it on the Part page.");
        var library = (await shop.CurrentAsync(cancel)).Materials;
        return new PlanAnswer(route.Card, plan, CastingBatch.Compute(plan.Value.ToBatch(facts.VolumeCm3, library)), plan.Value.Material(library).Cast!.DemoldH,
            [.. library.Where(m => m.Cast is not null && m.Routes.Contains(route.Card.Id))], Cautions.ForPouring, Cautions.Deference, null);
    }

    /// <summary>Refuses a plan that can't be computed before it is saved.</summary>
    public async Task CheckAsync(string projectId, PourPlan plan, CancellationToken cancel)
    {
        var part = await steps.ReadAsync(projectId, PartEndpoints.Step, StoredPart.None, cancel);
        Check.Given(plan.Steps, "steps");
        CastingBatch.Compute(plan.ToBatch((await studies.FactsAsync(part.Value, cancel))?.VolumeCm3 ?? 1, (await shop.CurrentAsync(cancel)).Materials));
    }

    public async Task<PlanAnswer> MoveAsync(string projectId, int by, Move from, CancellationToken cancel)
    {
        await steps.MoveAsync<PourPlan>(projectId, PlanEndpoints.Step, by, from, cancel);
        return await OfAsync(projectId, cancel);
    }

    private async Task<PourPlan?> ProposeAsync(string projectId, IRoute route, DecisionRecord decided, CancellationToken cancel)
    {
        var lane = decided.Lanes.Single(l => l.Route.Id == decided.RouteId);
        var inputs = (await comparisons.OfAsync(projectId, cancel)).Inputs;
        return route.ProposePour(inputs.JobWith(lane.Material), lane.Cavities) is { } proposal
            ? new PourPlan { RouteId = route.Card.Id, MaterialId = proposal.MaterialId, Count = proposal.Parts, ExtraCm3PerPart = proposal.ExtraCm3PerPart }
            : null;
    }

    private static PlanAnswer Without(RouteCard? route, string notice) => new(route, null, null, null, [], [], Cautions.Deference, notice);
}
