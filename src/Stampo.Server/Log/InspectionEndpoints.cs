using Stampo.Core.Log.Inspection;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Plan;
using Stampo.Server.Projects;

namespace Stampo.Server.Log;

internal static class InspectionEndpoints
{
    public static void MapInspection(this IEndpointRouteBuilder app)
    {
        var inspection = app.MapGroup("/api/projects/{id}/inspection").WithTags("Log");
        inspection.MapGet("", ([AsParameters] PlanAt at, Inspections all, CancellationToken cancel) => all.OfAsync(at, cancel));
        inspection.MapPut(
            "",
            ([AsParameters] PlanAt at, Save<InspectionPlan> save, Inspections all, CancellationToken cancel) =>
                all.SaveAsync(at, save, cancel)
        );
        foreach (var (name, by) in new[] { ("undo", -1), ("redo", +1) })
            inspection.MapPost(
                $"/{name}",
                ([AsParameters] PlanAt at, Move from, Inspections all, CancellationToken cancel) => all.MoveAsync(at, by, from, cancel)
            );
        inspection.MapPost(
            "/entries",
            ([AsParameters] PlanAt at, NewEntries entries, Inspections all, CancellationToken cancel) =>
                all.EnterAsync(at, Check.Given(entries.Entries, "entries"), cancel)
        );
        inspection
            .MapPost(
                "/entries/csv",
                async ([AsParameters] PlanAt at, HttpRequest request, Inspections all, CancellationToken cancel) =>
                {
                    var (_, plan) = await all.PlanAsync(at, cancel);
                    using var reader = new StreamReader(request.Body);
                    return await all.EnterAsync(at, EntryCsv.Read(await reader.ReadToEndAsync(cancel), plan), cancel);
                }
            )
            .Accepts<string>("text/csv");
        inspection.MapPost(
            "/decisions",
            ([AsParameters] PlanAt at, Disposed disposed, Inspections all, CancellationToken cancel) =>
                all.DecideAsync(at, disposed, cancel)
        );
        inspection.MapGet(
            "/charts/{item}",
            ([AsParameters] PlanAt at, string item, int? tool, int? cavity, Inspections all, CancellationToken cancel) =>
                all.ChartAsync(at, item, tool, cavity, cancel)
        );
        inspection
            .MapGet(
                "/entries.{form}",
                async ([AsParameters] PlanAt at, string form, LogTables tables, CancellationToken cancel) =>
                    LogTables.As(await tables.EntriesAsync(at, cancel), form, "measurements")
            )
            .ExcludeFromDescription();
        inspection.MapFirstArticles();
    }

    private static void MapFirstArticles(this IEndpointRouteBuilder inspection)
    {
        var article = inspection.MapGroup("/first-article/{shot:int}");
        article.MapGet(
            "",
            ([AsParameters] PlanAt at, int shot, FirstArticles all, CancellationToken cancel) => all.OfAsync(at, shot, cancel)
        );
        article.MapPost(
            "/signatures",
            ([AsParameters] PlanAt at, int shot, Sign sign, FirstArticles all, CancellationToken cancel) =>
                all.SignAsync(at, shot, sign, cancel)
        );
        article
            .MapGet(
                "/report.pdf",
                async ([AsParameters] PlanAt at, int shot, FirstArticles all, CancellationToken cancel) =>
                    TypedResults.File(await all.PdfAsync(at, shot, cancel), "application/pdf", "first-article.pdf")
            )
            .ExcludeFromDescription();
        article
            .MapGet(
                "/report.csv",
                async ([AsParameters] PlanAt at, int shot, FirstArticles all, CancellationToken cancel) =>
                    TypedResults.File(await all.CsvAsync(at, shot, cancel), Csv.Type, "first-article.csv")
            )
            .ExcludeFromDescription();
    }
}
