using Stampo.Core.Plans.Forming;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Part;

namespace Stampo.Server.Plan.Forming;

/// <summary>How far a simulated sheet, or what is looked for with several, is.</summary>
/// <param name="Of">The way it is formed; null for what is looked for.</param>
/// <param name="Looks">What is looked for: "gauge" or "search"; null for a sheet.</param>
/// <param name="Work">Where it stands.</param>
public sealed record SheetWork(SheetWay? Of, string? Looks, WorkState Work);

/// <summary>What only plans of formed sheet have: sheets simulated in the background, and their drawings.</summary>
public sealed class FormingEndpoints : IPlanFamilyEndpoints
{
    private const string Searched = "search";

    private static RefusalException NotFormed =>
        new("plan.none", "This route forms no sheet, so there is none to simulate. Choose a forming route on the Routes page.", "family");

    public void AddTo(IServiceCollection services)
    {
        services.AddSingleton<FormedSheets>();
        services.AddSingleton<IFindsOut>(s => s.GetRequiredService<FormedSheets>());
        services.AddSingleton<IShapeAnswerer>(s => s.GetRequiredService<FormedSheets>());
    }

    public void Map(IEndpointRouteBuilder app, RouteGroupBuilder plan)
    {
        app.MapForming();
        plan.MapGet(
            "/sheet",
            async ([AsParameters] PlanAt at, Plans plans, FormedSheets sheets, CancellationToken cancel) =>
            {
                var (part, _, asked) = await AskedAsync(at, plans, cancel);
                return await StatesAsync(part, asked, sheets, cancel);
            }
        );

        // Begins what was stopped, or what is only looked for when asked: what=search.
        plan.MapPost(
            "/sheet",
            async ([AsParameters] PlanAt at, string? what, Plans plans, FormedSheets sheets, CancellationToken cancel) =>
            {
                var (part, plan, asked) = await AskedAsync(at, plans, cancel);
                foreach (var question in asked.Where(q => q.IsOnRequest == (what == Searched)))
                    await sheets.StartAsync(part, plan, question, cancel);
                return await StatesAsync(part, asked, sheets, cancel);
            }
        );

        plan.MapDelete(
            "/sheet",
            async ([AsParameters] PlanAt at, Plans plans, FormedSheets sheets, CancellationToken cancel) =>
            {
                var (part, plan, asked) = await AskedAsync(at, plans, cancel);
                sheets.Stop(plan);
                return await StatesAsync(part, asked, sheets, cancel);
            }
        );

        plan.MapGet(
            "/sheet/{way}/drawing",
            async ([AsParameters] PlanAt at, string way, HttpContext http, Plans plans, FormedSheets sheets, CancellationToken cancel) =>
            {
                var (part, _, asked) = await AskedAsync(at, plans, cancel);
                var sheet =
                    asked
                        .OfType<SheetFormed>()
                        .FirstOrDefault(s => Enum.TryParse<SheetWay>(way, ignoreCase: true, out var asks) && s.Way == asks)
                    ?? throw new NotFoundException("This plan does not form its sheet that way.");
                return PartEndpoints.Gzipped(
                    http,
                    await sheets.DrawingAsync(part, sheet, cancel)
                        ?? throw new NotFoundException("This sheet is not simulated yet, or its part or figures have changed since.")
                );
            }
        );
    }

    private static async Task<(StoredPart Part, string Plan, IReadOnlyList<SheetQuestion> Asked)> AskedAsync(
        PlanAt at,
        Plans plans,
        CancellationToken cancel
    )
    {
        var (part, plan, asked) = await plans.AskedAsync(at, cancel);
        return asked.OfType<ShellRead>().Any() || !part.IsSolid ? (part, plan, [.. asked.OfType<SheetQuestion>()]) : throw NotFormed;
    }

    private static async Task<IReadOnlyList<SheetWork>> StatesAsync(
        StoredPart part,
        IReadOnlyList<SheetQuestion> asked,
        FormedSheets sheets,
        CancellationToken cancel
    )
    {
        var states = new List<SheetWork>();
        foreach (var question in asked)
            states.Add(new SheetWork((question as SheetFormed)?.Way, Looks(question), await sheets.StateAsync(part, question, cancel)));
        return states;
    }

    private static string? Looks(SheetQuestion question) =>
        question switch
        {
            SheetGauge => "gauge",
            SheetSearch => Searched,
            _ => null,
        };
}
