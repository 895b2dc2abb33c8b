using Stampo.Core.Briefs;
using Stampo.Core.Wording;
using Stampo.Server.Library;
using Stampo.Server.Projects;
using Stampo.Storage;
using TheBrief = Stampo.Core.Briefs.Brief;

namespace Stampo.Server.Brief;

/// <summary>A template with the brief it makes today.</summary>
public sealed record OfferedTemplate(string Id, string Name, string Says, TheBrief Brief);

public static class BriefEndpoints
{
    public const string Step = "brief",
        LadderStep = "ladder";

    public static void MapBrief(this IEndpointRouteBuilder app)
    {
        var brief = app.MapGroup("/api/projects/{id}/brief").WithTags("Brief");

        brief.MapGet("", (string id, StepStore steps, CancellationToken cancel) => steps.ReadAsync(id, Step, new TheBrief(), cancel));

        brief.MapPut(
            "",
            (string id, Save<TheBrief> save, StepStore steps, CancellationToken cancel) =>
                steps.SaveAsync(id, Step, save with { Value = Check.Given(save.Value, "value").Checked() }, new TheBrief(), cancel)
        );

        brief.MapMoves<TheBrief>(Step);

        var ladder = app.MapGroup("/api/projects/{id}/ladder").WithTags("Brief");
        ladder.MapGet("", (string id, StepStore steps, CancellationToken cancel) => steps.ReadAsync(id, LadderStep, new Ladder(), cancel));
        ladder.MapPut(
            "",
            async (string id, Save<Ladder> save, StepStore steps, ShopLibrary shop, CancellationToken cancel) =>
                await steps.SaveAsync(
                    id,
                    LadderStep,
                    save with
                    {
                        Value = Check.Given(save.Value, "value").Checked((await shop.CurrentAsync(cancel)).Materials),
                    },
                    new Ladder(),
                    cancel
                )
        );
        ladder.MapMoves<Ladder>(LadderStep);

        app.MapGet(
                "/api/brief-templates",
                (TimeProvider clock) =>
                {
                    var today = clock.Today();
                    return BriefTemplate.All.Select(t => new OfferedTemplate(t.Id, t.Name, t.Says, t.On(today))).ToList();
                }
            )
            .WithTags("Brief");
    }
}
