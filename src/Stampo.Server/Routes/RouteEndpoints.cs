using Stampo.Core.Comparison;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Part;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>Stretches put together by hand, in the order of time.</summary>
public sealed record HandSequence(IReadOnlyList<HandStretch> Stretches);

/// <summary>Lanes of two comparisons to lay side by side, cheapest first each.</summary>
public sealed record BesideAnswer(
    double Quantity,
    IReadOnlyList<Lane> Lanes,
    double WithQuantity,
    IReadOnlyList<Lane> With,
    IReadOnlyList<Difference> BriefDifferences
);

public static class RouteEndpoints
{
    public static void MapRoutes(this IEndpointRouteBuilder app)
    {
        var project = app.MapGroup("/api/projects/{id}").WithTags("Routes");
        project.MapComparison();
        project.MapChoice();
        project.MapWhatIf();
        project.MapExports();
        project.MapQuotes();
        app.MapRouteCalculators();
    }

    private static void MapComparison(this RouteGroupBuilder project)
    {
        project.MapGet(
            "/part/verdicts",
            async (string id, StepStore steps, Studies studies, Comparisons comparisons, CancellationToken cancel) =>
                await studies.FactsAsync(await steps.PartNowAsync(id, cancel), cancel) is null
                    ? []
                    : ShapeVerdict.Of((await comparisons.OfAsync(id, cancel)).Comparison.Candidates)
        );

        project.MapGet(
            "/comparison",
            async (string id, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
            {
                var standing = await comparisons.OfAsync(id, cancel);
                return standing.Comparison.At(Comparisons.QuantityOr(quantity, standing.Inputs));
            }
        );

        project.MapGet(
            "/comparison/lanes",
            async (string id, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
            {
                var standing = await comparisons.OfAsync(id, cancel);
                return standing.Comparison.LanesOnly(Comparisons.QuantityOr(quantity, standing.Inputs));
            }
        );

        project.MapGet(
            "/comparison/beside",
            async (string id, double? quantity, double? with, int? brief, Comparisons comparisons, CancellationToken cancel) =>
            {
                var here = await comparisons.OfAsync(id, cancel);
                var there = brief is { } ordinal ? await comparisons.OfBriefAsync(id, ordinal, cancel) : here;
                var at = Comparisons.QuantityOr(quantity, here.Inputs);
                var other = Comparisons.QuantityOr(with ?? at, there.Inputs);
                return new BesideAnswer(
                    at,
                    here.Comparison.LanesAt(at),
                    other,
                    there.Comparison.LanesAt(other),
                    Json.Differences(there.Inputs.Brief, here.Inputs.Brief)
                );
            }
        );

        project.MapGet(
            "/brief/states",
            async (string id, StepDocuments documents, CancellationToken cancel) =>
                EarlierBrief.Of(await documents.StatesAsync(id, BriefEndpoints.Step, cancel))
        );

        project.MapGet(
            "/routes/{routeId}/working",
            async (string id, string routeId, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
            {
                var standing = await comparisons.OfAsync(id, cancel);
                var candidate =
                    standing.Comparison.Candidates.SingleOrDefault(c => c.Route.Card.Id == routeId)
                    ?? throw new NotFoundException($"There is no route \"{routeId}\" in this comparison.");
                return RouteWorking.Of(standing.Comparison, candidate, Comparisons.QuantityOr(quantity, standing.Inputs));
            }
        );

        project.MapGet(
            "/comparison/working",
            async (string id, Comparisons comparisons, CancellationToken cancel) =>
                RulerWorking.Of((await comparisons.OfAsync(id, cancel)).Comparison)
        );
    }

    private static void MapChoice(this RouteGroupBuilder project)
    {
        project.MapGet(
            "/answer",
            async (
                string id,
                double? cost,
                double? date,
                double? likeness,
                double? tolerance,
                Comparisons comparisons,
                CancellationToken cancel
            ) =>
            {
                var weights = new Weights(cost ?? 1, date ?? 0, likeness ?? 0, tolerance ?? 0).Checked();
                var answer = await (await comparisons.OfAsync(id, cancel)).AnswerAsync().WaitAsync(cancel);
                return answer with { Contenders = Contenders.Ordered(answer.Contenders, weights) };
            }
        );

        project.MapGet(
            "/answer/working",
            async (string id, Comparisons comparisons, CancellationToken cancel) =>
                (await (await comparisons.OfAsync(id, cancel)).AnswerAsync().WaitAsync(cancel)).Working
        );

        project.MapGet(
            "/sensitivity",
            async (string id, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
            {
                var standing = await comparisons.OfAsync(id, cancel);
                return Sensitivity.Of(standing.Comparison, Comparisons.QuantityOr(quantity, standing.Inputs))
                    ?? throw new RefusalException(
                        "sensitivity.no-rival",
                        "Fewer than two routes fit here, so nothing can change hands.",
                        "quantity"
                    );
            }
        );

        project.MapPost(
            "/sequence",
            async (string id, HandSequence sequence, Comparisons comparisons, CancellationToken cancel) =>
                Answering.HandMade((await comparisons.OfAsync(id, cancel)).Comparison, sequence.Stretches)
        );

        project.MapGet("/decisions", (string id, Decisions decisions, CancellationToken cancel) => decisions.ListAsync(id, cancel));
        project.MapGet(
            "/decisions/unreadable",
            (string id, Decisions decisions, CancellationToken cancel) => decisions.UnreadableAsync(id, cancel)
        );
        project.MapPost(
            "/decisions",
            (string id, NewDecision decision, Decisions decisions, CancellationToken cancel) => decisions.RecordAsync(id, decision, cancel)
        );
        project.MapGet(
            "/decisions/{decision:int}/changes",
            (string id, int decision, int? with, Decisions decisions, CancellationToken cancel) =>
                decisions.ChangesAsync(id, decision, with, cancel)
        );
    }

    private static void MapWhatIf(this RouteGroupBuilder project)
    {
        var whatIf = project.MapGroup("/what-if");
        whatIf.MapGet(
            "",
            (string id, StepStore steps, CancellationToken cancel) => steps.ReadAsync(id, Comparisons.WhatIfStep, WhatIf.None, cancel)
        );
        whatIf.MapPut(
            "",
            async (string id, Save<WhatIf> save, StepStore steps, ShopLibrary shop, CancellationToken cancel) =>
            {
                var library = await shop.CurrentAsync(cancel);
                return await steps.SaveAsync(
                    id,
                    Comparisons.WhatIfStep,
                    save with
                    {
                        Value = Check.Given(save.Value, "value").Checked(library.Rates, library.Materials),
                    },
                    cancel: cancel
                );
            }
        );
        whatIf.MapMoves<WhatIf>(Comparisons.WhatIfStep);
    }

    private static void MapExports(this RouteGroupBuilder project)
    {
        project
            .MapGet(
                "/routes.csv",
                async (string id, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
                    TypedResults.File(RouteTable.Csv(await AtAsync(id, quantity, comparisons, cancel)), Csv.Type, "routes.csv")
            )
            .ExcludeFromDescription();
        project
            .MapGet(
                "/routes.xlsx",
                async (string id, double? quantity, Comparisons comparisons, CancellationToken cancel) =>
                    TypedResults.File(
                        RouteTable.Xlsx(await AtAsync(id, quantity, comparisons, cancel)),
                        "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
                        "routes.xlsx"
                    )
            )
            .ExcludeFromDescription();
        project.MapGet(
            "/memo",
            (string id, double? quantity, Memos memos, CancellationToken cancel) => memos.OfAsync(id, quantity, cancel)
        );
        project
            .MapGet(
                "/memo.pdf",
                async (string id, double? quantity, Memos memos, MeshIntake meshes, CancellationToken cancel) =>
                {
                    var memo = await memos.OfAsync(id, quantity, cancel);
                    return TypedResults.File(
                        MemoPdf.Of(memo, memo.MeshHash is { } hash ? await meshes.PictureAsync(hash, cancel) : null),
                        "application/pdf",
                        "route-memo.pdf"
                    );
                }
            )
            .ExcludeFromDescription();
    }

    private static async Task<IReadOnlyList<Lane>> AtAsync(string id, double? quantity, Comparisons comparisons, CancellationToken cancel)
    {
        var standing = await comparisons.OfAsync(id, cancel);
        return standing.Comparison.LanesAt(Comparisons.QuantityOr(quantity, standing.Inputs));
    }
}
