using Stampo.Core.Bridging;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Server.Hosting;

namespace Stampo.Server.Routes;

/// <summary>What ships with the application and every project shares.</summary>
public sealed record ReferenceData(IReadOnlyList<Material> Materials, IReadOnlyCollection<Rate> Rates);

/// <summary>A hardness on one of the two scales.</summary>
public sealed record HardnessModulusRequest(double? ShoreA, double? ShoreD);

public static class RouteEndpoints
{
    public static void MapRoutes(this IEndpointRouteBuilder app)
    {
        var project = app.MapGroup("/api/projects/{id}").WithTags("Routes");

        project.MapGet("/comparison", async (string id, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
        {
            var standing = await comparisons.OfAsync(id, cancel);
            return standing.Comparison.At(Comparisons.QuantityOr(quantity, standing.Inputs));
        });

        project.MapGet("/comparison/lanes", async (string id, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
        {
            var standing = await comparisons.OfAsync(id, cancel);
            return standing.Comparison.LanesOnly(Comparisons.QuantityOr(quantity, standing.Inputs));
        });

        project.MapGet("/routes/{routeId}/working", async (string id, string routeId, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
        {
            var standing = await comparisons.OfAsync(id, cancel);
            var candidate = standing.Comparison.Candidates.SingleOrDefault(c => c.Route.Card.Id == routeId)
                ?? throw new NotFoundException($"There is no route \"{routeId}\" in this comparison.");
            var at = Comparisons.QuantityOr(quantity, standing.Inputs);
            return RouteWorking.Of(candidate, at, standing.Comparison.LanesAt(at).Single(l => l.Route.Id == routeId).Total, standing.Comparison.Draws);
        });

        project.MapGet("/decisions", (string id, Decisions decisions, CancellationToken cancel) => decisions.ListAsync(id, cancel));

        project.MapPost("/decisions", (string id, NewDecision decision, Decisions decisions, CancellationToken cancel) => decisions.RecordAsync(id, decision, cancel));

        app.MapGet("/api/reference", () => new ReferenceData(MaterialLibrary.All, RateCard.Shipped.All)).WithTags("Routes");

        app.MapPost("/api/calc/bridge", (BridgeRequest request, TimeProvider clock) => Bridge.Plan(request, DateOnly.FromDateTime(clock.GetLocalNow().DateTime))).WithTags("Calculators");
        app.MapPost("/api/calc/hardness-modulus", (HardnessModulusRequest request) => Stiffness.Of(request.ShoreA, request.ShoreD)).WithTags("Calculators");
        app.MapPost("/api/calc/cost-curve", (CostCurveRequest request) => CostCurveResponse.Of(CostCurve.Compute(request))).WithTags("Calculators");
    }
}
