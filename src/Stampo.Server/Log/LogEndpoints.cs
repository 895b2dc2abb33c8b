using Microsoft.AspNetCore.Mvc;
using Stampo.Core.Log.Learning;
using Stampo.Server.Bench;
using Stampo.Server.Hosting;
using Stampo.Server.Plan;
using Stampo.Server.Projects;

namespace Stampo.Server.Log;

public static class LogEndpoints
{
    public static void MapLog(this IEndpointRouteBuilder app)
    {
        app.MapLogCalculators();
        app.MapInspection();
        app.MapPhotos();
        app.MapSpending();
        var shelf = app.MapGroup("/api/shelf").WithTags("Log");
        shelf.MapGet("", (Shelf all, CancellationToken cancel) => all.AllAsync(cancel));
        shelf.MapGet(
            "/tool",
            (string projectId, string plan, int number, Shelf all, CancellationToken cancel) =>
                all.FindAsync(new ToolKey(projectId, plan, number), cancel)
        );
        shelf.MapPost("/acts", (NewToolAct act, Shelf all, CancellationToken cancel) => all.RecordAsync(act, cancel));

        app.MapGet(
                "/api/projects/{id}/advice",
                ([AsParameters] PlanAt at, Advice advice, CancellationToken cancel) => advice.OfAsync(at, cancel)
            )
            .WithTags("Log");

        var log = app.MapGroup("/api/log").WithTags("Log");
        log.MapGet(
                "/runs.{form}",
                async (string form, LogTables tables, CancellationToken cancel) =>
                    LogTables.As(await tables.RunsAsync(cancel), form, "runs")
            )
            .ExcludeFromDescription();
        log.MapGet("/learned", (Learning learning, CancellationToken cancel) => learning.OfAsync(cancel));
        log.MapPost(
            "/learned/accept",
            (AcceptLearned accept, Learning learning, CancellationToken cancel) => learning.AcceptAsync(accept, cancel)
        );
        log.MapGet("/lots", (Lots lots, CancellationToken cancel) => lots.AllAsync(cancel));
        log.MapGet("/search", (string? q, Tracing tracing, CancellationToken cancel) => tracing.SearchAsync(q, cancel));
        log.MapGet("/pedigree/{run}", (string run, Tracing tracing, CancellationToken cancel) => tracing.PedigreeAsync(run, cancel));
        log.MapGet(
                "/pedigree/{run}.pdf",
                async (string run, Tracing tracing, CancellationToken cancel) =>
                    TypedResults.File(await tracing.PedigreePdfAsync(run, cancel), "application/pdf", "pedigree.pdf")
            )
            .ExcludeFromDescription();
    }

    private static void MapSpending(this IEndpointRouteBuilder app)
    {
        var spent = app.MapGroup("/api/projects/{id}/spent").WithTags("Log");
        spent.MapGet("", (string id, Spending spending, CancellationToken cancel) => spending.OfAsync(id, cancel));
        spent.MapGet("/working", (string id, Spending spending, CancellationToken cancel) => spending.WorkingAsync(id, cancel));
        spent.MapPut(
            "",
            (string id, Save<InvoiceBook> save, Spending spending, CancellationToken cancel) => spending.SaveAsync(id, save, cancel)
        );
        spent.MapPost("/undo", (string id, Move from, Spending all, CancellationToken cancel) => all.MoveAsync(id, -1, from, cancel));
        spent.MapPost("/redo", (string id, Move from, Spending all, CancellationToken cancel) => all.MoveAsync(id, +1, from, cancel));
    }

    private static void MapPhotos(this IEndpointRouteBuilder app)
    {
        var photos = app.MapGroup("/api/shop/photos").WithTags("Log");
        photos
            .MapPost(
                "",
                async (HttpRequest request, Photos all, CancellationToken cancel) =>
                    await all.KeepAsync(await Forms.FileAsync(request, cancel), cancel)
            )
            .Accepts<IFormFile>("multipart/form-data")
            .WithMetadata(new RequestSizeLimitAttribute(Photos.LargestBytes + 100_000));
        photos
            .MapGet(
                "/{hash}",
                async (string hash, Photos all, CancellationToken cancel) =>
                    TypedResults.File(await all.FindAsync(hash, cancel), "image/jpeg")
            )
            .ExcludeFromDescription();
    }
}
