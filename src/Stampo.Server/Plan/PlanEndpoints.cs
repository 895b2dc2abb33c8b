using Stampo.Core.Planning;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Plan;

public static class PlanEndpoints
{
    public static void MapPlan(this IEndpointRouteBuilder app)
    {
        var plan = app.MapGroup("/api/projects/{id}/plan").WithTags("Plan");
        plan.MapDocument();
        plan.MapFirstWork();
        plan.MapTraveller();
        foreach (var family in PlanFamilyEndpoints.All)
            family.Map(app, plan);
    }

    private static void MapDocument(this RouteGroupBuilder plan)
    {
        plan.MapGet("", ([AsParameters] PlanAt at, Plans plans, CancellationToken cancel) => plans.LookedAtAsync(at, cancel));

        plan.MapPut(
            "",
            ([AsParameters] PlanAt at, Save<PlanChoices> save, Plans plans, CancellationToken cancel) => plans.SaveAsync(at, save, cancel)
        );

        plan.MapPost(
            "/undo",
            ([AsParameters] PlanAt at, Move from, Plans plans, CancellationToken cancel) => plans.MoveAsync(at, -1, from, cancel)
        );
        plan.MapPost(
            "/redo",
            ([AsParameters] PlanAt at, Move from, Plans plans, CancellationToken cancel) => plans.MoveAsync(at, +1, from, cancel)
        );
    }

    private static void MapFirstWork(this RouteGroupBuilder plan)
    {
        plan.MapGet("/first-work", ([AsParameters] PlanAt at, Plans plans, CancellationToken cancel) => plans.FirstWorkAsync(at, cancel));

        plan.MapPost(
            "/first-work",
            ([AsParameters] PlanAt at, Plans plans, CancellationToken cancel) => plans.WorkFirstAsync(at, isWanted: true, cancel)
        );

        plan.MapDelete(
            "/first-work",
            ([AsParameters] PlanAt at, Plans plans, CancellationToken cancel) => plans.WorkFirstAsync(at, isWanted: false, cancel)
        );
    }

    private static void MapTraveller(this RouteGroupBuilder plan)
    {
        plan.MapGet(
            "/traveller",
            ([AsParameters] PlanAt at, Travellers travellers, CancellationToken cancel) => travellers.OfAsync(at, cancel)
        );

        plan.MapGet(
                "/traveller.pdf",
                async ([AsParameters] PlanAt at, Travellers travellers, CancellationToken cancel) =>
                    TypedResults.File(TravellerFiles.Pdf(await travellers.OfAsync(at, cancel)), "application/pdf", "traveller.pdf")
            )
            .ExcludeFromDescription();

        plan.MapGet(
                "/traveller.csv",
                async ([AsParameters] PlanAt at, Travellers travellers, CancellationToken cancel) =>
                    TypedResults.File(TravellerFiles.Table(await travellers.OfAsync(at, cancel)), Csv.Type, "traveller.csv")
            )
            .ExcludeFromDescription();

        plan.MapGet(
                "/traveller.ics",
                async ([AsParameters] PlanAt at, Travellers travellers, CancellationToken cancel) =>
                {
                    var (sheet, work) = await travellers.PlannedAsync(at, cancel);
                    return TypedResults.File(TravellerFiles.Calendar(sheet, work), "text/calendar; charset=utf-8", "traveller.ics");
                }
            )
            .ExcludeFromDescription();
    }
}
