using Stampo.Core.Materials;
using Stampo.Core.Plans;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Working;
using Stampo.Server.Hosting;

namespace Stampo.Server.Plan;

/// <summary>
/// The plan of the chosen route. Without a decision, or when the route is not poured, there is no batch and
/// <paramref name="Notice"/> says why; when an input can't be used it says which.
/// </summary>
public sealed record PlanAnswer(
    RouteCard? Route,
    Versioned<PourPlan>? Plan,
    CastingBatchAnswer? Batch,
    double? DemoldH,
    IReadOnlyList<Material> Resins,
    IReadOnlyList<Caution> Cautions,
    string Deference,
    string? Notice);

/// <summary>The linear shrink of each casting in turn, in percent.</summary>
public sealed record ShrinkScaleRequest(IReadOnlyList<double> LinearShrinkPct);

public static class PlanEndpoints
{
    public const string Step = "plan";

    public static void MapPlan(this IEndpointRouteBuilder app)
    {
        var plan = app.MapGroup("/api/projects/{id}/plan").WithTags("Plan");

        plan.MapGet("", (string id, Plans plans, CancellationToken cancel) => plans.OfAsync(id, cancel));

        plan.MapPut("", async (string id, Save<PourPlan> save, Plans plans, StepStore steps, CancellationToken cancel) =>
        {
            await plans.CheckAsync(id, Check.Given(save.Value, "value"), cancel);
            await steps.SaveAsync(id, Step, save, cancel);
            return await plans.OfAsync(id, cancel);
        });

        plan.MapPost("/undo", (string id, Move from, Plans plans, StepStore steps, CancellationToken cancel) => plans.MoveAsync(id, -1, from, cancel));
        plan.MapPost("/redo", (string id, Move from, Plans plans, StepStore steps, CancellationToken cancel) => plans.MoveAsync(id, +1, from, cancel));

        app.MapPost("/api/calc/shrink-scale", (ShrinkScaleRequest request) => ShrinkChain.Scale(request.LinearShrinkPct)).WithTags("Calculators");
        app.MapPost("/api/calc/casting-batch", (CastingBatchRequest request) => CastingBatch.Compute(request)).WithTags("Calculators");
    }
}
