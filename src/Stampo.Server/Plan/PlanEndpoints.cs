using Stampo.Core.Geometry;
using Stampo.Core.Plans;
using Stampo.Core.Plans.Batches;
using Stampo.Core.Plans.Filling;
using Stampo.Core.Plans.Patterns;
using Stampo.Core.Plans.SiliconeMolds;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Part;

namespace Stampo.Server.Plan;

/// <summary>The linear shrink of each casting in turn, in percent.</summary>
public sealed record ShrinkScaleRequest(IReadOnlyList<double> LinearShrinkPct);

public static class PlanEndpoints
{
    public static void MapPlan(this IEndpointRouteBuilder app)
    {
        var plan = app.MapGroup("/api/projects/{id}/plan").WithTags("Plan");
        plan.MapDocument();
        plan.MapShape();
        plan.MapSplitMold();
        plan.MapTraveller();
        app.MapCalculators();
    }

    private static void MapDocument(this RouteGroupBuilder plan)
    {
        plan.MapGet("", ([AsParameters] PlanAt at, Plans plans, CancellationToken cancel) => plans.OfAsync(at, cancel));

        plan.MapPut("", ([AsParameters] PlanAt at, Save<CastingPlan> save, Plans plans, CancellationToken cancel) => plans.SaveAsync(at, save, cancel));

        plan.MapPost("/undo", ([AsParameters] PlanAt at, Move from, Plans plans, CancellationToken cancel) => plans.MoveAsync(at, -1, from, cancel));
        plan.MapPost("/redo", ([AsParameters] PlanAt at, Move from, Plans plans, CancellationToken cancel) => plans.MoveAsync(at, +1, from, cancel));
    }

    private static void MapShape(this RouteGroupBuilder plan)
    {
        // Where risers and gate would be with another side up; nothing is kept.
        plan.MapGet("/attitude", async (string id, string up, StepStore steps, MoldShapes shapes, CancellationToken cancel) =>
            await shapes.AttitudeAsync(await steps.PartNowAsync(id, cancel), Direction(up), cancel));

        plan.MapGet("/drawing", async (string id, string up, StepStore steps, MoldShapes shapes, CancellationToken cancel) =>
            await shapes.DrawingAsync(await steps.PartNowAsync(id, cancel), Direction(up), cancel));

        plan.MapGet("/parting-line", async (string id, StepStore steps, MoldShapes shapes, CancellationToken cancel) =>
            await shapes.PartingLineAsync(await steps.PartNowAsync(id, cancel), cancel));

        plan.MapGet("/pattern/{format}", async ([AsParameters] PlanAt at, string format, Plans plans, StepStore steps, MeshIntake intake, CancellationToken cancel) =>
        {
            var (_, answer) = await plans.NeededAsync(at, cancel);
            var part = await steps.PartNowAsync(at.Id, cancel);
            var mesh = (await intake.OpenAsync(part, cancel)).Mesh;
            var scaled = new Mesh(Array.ConvertAll(mesh.Positions, p => p * answer.Scale), mesh.Corners);
            return PartEndpoints.MeshFile(scaled, format, $"{Path.ChangeExtension(part.FileName, null)}-scaled");
        });
    }

    private static void MapSplitMold(this RouteGroupBuilder plan)
    {
        plan.MapGet("/split", async ([AsParameters] PlanAt at, Plans plans, SplitMoldFiles files, CancellationToken cancel) =>
        {
            var (part, request) = await plans.SplitAsync(at, cancel);
            return await files.StateAsync(part, request, cancel);
        });

        plan.MapPost("/split", async ([AsParameters] PlanAt at, Plans plans, SplitMoldFiles files, CancellationToken cancel) =>
        {
            var (part, request) = await plans.SplitAsync(at, cancel);
            await files.StartAsync(part, request, cancel);
            return await files.StateAsync(part, request, cancel);
        });

        plan.MapDelete("/split", async ([AsParameters] PlanAt at, Plans plans, SplitMoldFiles files, CancellationToken cancel) =>
        {
            var (part, request) = await plans.SplitAsync(at, cancel);
            files.Stop(part, request);
            return await files.StateAsync(part, request, cancel);
        });

        plan.MapGet("/split/{half}/{format}", async ([AsParameters] PlanAt at, string half, string format, HttpContext http, Plans plans, SplitMoldFiles files, CancellationToken cancel) =>
        {
            var (part, request) = await plans.SplitAsync(at, cancel);
            if (format == "drawing")
                return PartEndpoints.Gzipped(http, await files.DrawingAsync(part, request, half, cancel));
            var (kept, name) = (await files.HalfAsync(part, request, half, cancel), $"{Path.ChangeExtension(part.FileName, null)}-{half}");
            return format == "stl" ? PartEndpoints.StlFile(kept, name) : PartEndpoints.MeshFile(SplitMoldFiles.Read(kept, cancel), format, name);
        });
    }

    private static void MapTraveller(this RouteGroupBuilder plan)
    {
        plan.MapGet("/traveller", ([AsParameters] PlanAt at, Travellers travellers, CancellationToken cancel) => travellers.OfAsync(at, cancel));

        plan.MapGet("/traveller.pdf", async ([AsParameters] PlanAt at, Travellers travellers, CancellationToken cancel) =>
            TypedResults.File(TravellerFiles.Pdf(await travellers.OfAsync(at, cancel)), "application/pdf", "traveller.pdf")).ExcludeFromDescription();

        plan.MapGet("/traveller.csv", async ([AsParameters] PlanAt at, Travellers travellers, CancellationToken cancel) =>
            TypedResults.File(TravellerFiles.Table(await travellers.OfAsync(at, cancel)), Csv.Type, "traveller.csv")).ExcludeFromDescription();

        plan.MapGet("/traveller.ics", async ([AsParameters] PlanAt at, Travellers travellers, CancellationToken cancel) =>
        {
            var (sheet, schedule, operations) = await travellers.ScheduledAsync(at, cancel);
            return TypedResults.File(TravellerFiles.Calendar(sheet, schedule, operations), "text/calendar; charset=utf-8", "traveller.ics");
        }).ExcludeFromDescription();
    }

    private static void MapCalculators(this IEndpointRouteBuilder app)
    {
        var calc = app.MapGroup("/api/calc").WithTags("Calculators");
        calc.MapPost("/shrink-scale", (ShrinkScaleRequest request) => ShrinkChain.Scale(request.LinearShrinkPct));
        calc.MapPost("/casting-batch", (CastingBatchRequest request) => CastingBatch.Compute(request));
        calc.MapPost("/silicone-mold", (SiliconeMoldRequest request) => SiliconeMold.Compute(request));
        calc.MapPost("/cure-time", (CureTimeRequest request) => CureTime.Of(request));
        calc.MapPost("/bubble", (BubbleRequest request) => Bubble.Of(request));
        calc.MapPost("/pump-down", (PumpDownRequest request) => PumpDown.Of(request));
    }

    private static Vec3 Direction(string up) => PartForms.Pull(up) ?? throw new RefusalException("input.missing", "Say which way is up: up=x,y,z.", "up");
}
