using Microsoft.AspNetCore.Mvc;
using Stampo.Core.Quotes;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Routes;

/// <summary>What a supplier wanted to know.</summary>
public sealed record SupplierTold(string Text);

/// <summary>Suppliers' quotes for a project's routes: kept by hand, read from a table, asked for with one file or over the desk.</summary>
internal static class QuoteEndpoints
{
    public static readonly HashSet<string> RouteIds = [.. RouteCatalogue.All.Select(r => r.Card.Id)];

    public static void MapQuotes(this RouteGroupBuilder project)
    {
        var quotes = project.MapGroup("/quotes");
        quotes.MapGet(
            "",
            (string id, StepStore steps, CancellationToken cancel) => steps.ReadAsync(id, Comparisons.QuotesStep, QuoteBook.Empty, cancel)
        );
        quotes.MapPut(
            "",
            (string id, Save<QuoteBook> save, StepStore steps, CancellationToken cancel) =>
                steps.SaveAsync(
                    id,
                    Comparisons.QuotesStep,
                    save with
                    {
                        Value = Check.Given(save.Value, "value").Checked(RouteIds),
                    },
                    QuoteBook.Empty,
                    cancel
                )
        );
        quotes.MapMoves<QuoteBook>(Comparisons.QuotesStep);

        // What a table holds, to look at before it is kept: nothing is saved here.
        quotes
            .MapPost(
                "/csv",
                async (string id, HttpRequest request, StepStore steps, CancellationToken cancel) =>
                {
                    var standing = await steps.ReadAsync(id, Comparisons.QuotesStep, QuoteBook.Empty, cancel);
                    using var reader = new StreamReader(request.Body);
                    var read = QuoteCsv.Read(await reader.ReadToEndAsync(cancel));
                    return new QuoteBook([.. standing.Value.All.Where(q => read.All(r => r.Id != q.Id)), .. read]).Checked(RouteIds);
                }
            )
            .Accepts<string>("text/csv");

        // Kept first, then named by the quote that is saved with it; one that no quote names goes after a day.
        quotes
            .MapPost(
                "/file",
                async (string id, HttpRequest request, StepStore steps, QuoteFiles files, CancellationToken cancel) =>
                {
                    await steps.ReadAsync(id, Comparisons.QuotesStep, QuoteBook.Empty, cancel);
                    return await files.KeepAsync(await Forms.FileAsync(request, cancel), cancel);
                }
            )
            .Accepts<IFormFile>("multipart/form-data")
            .WithMetadata(new RequestSizeLimitAttribute(QuoteFiles.LargestBytes + 100_000));

        quotes
            .MapGet(
                "/file/{hash}",
                async (string id, string hash, QuoteFiles files, CancellationToken cancel) =>
                {
                    var (name, content) = await files.FindAsync(id, hash, cancel);
                    return TypedResults.File(content, "application/octet-stream", name);
                }
            )
            .ExcludeFromDescription();

        quotes
            .MapGet(
                "/request.zip",
                async (string id, string routeId, string? quantities, QuoteRequests requests, CancellationToken cancel) =>
                    TypedResults.File(await requests.ZipAsync(id, routeId, quantities, cancel), "application/zip", "quote-request.zip")
            )
            .ExcludeFromDescription();

        var suppliers = project.MapGroup("/suppliers");
        suppliers.MapGet("", (string id, string routeId, Suppliers all, CancellationToken cancel) => all.OfAsync(id, routeId, cancel));
        suppliers.MapPost("", (string id, AskSupplier ask, Suppliers all, CancellationToken cancel) => all.AskAsync(id, ask, cancel));
        suppliers.MapPost(
            "/{request}/answer",
            (string id, string request, SupplierTold told, Suppliers all, CancellationToken cancel) =>
                all.AnswerAsync(id, request, told.Text, cancel)
        );
        suppliers.MapDelete(
            "/{request}",
            (string id, string request, Suppliers all, CancellationToken cancel) => all.ForgetAsync(id, request, cancel)
        );
    }
}
