using Stampo.Core.Working;
using Stampo.Server.Hosting;
using TheBrief = Stampo.Core.Briefs.Brief;

namespace Stampo.Server.Brief;

public static class BriefEndpoints
{
    public const string Step = "brief";

    public static void MapBrief(this IEndpointRouteBuilder app)
    {
        var brief = app.MapGroup("/api/projects/{id}/brief").WithTags("Brief");

        brief.MapGet("", (string id, StepStore steps, CancellationToken cancel) => steps.ReadAsync(id, Step, new TheBrief(), cancel));

        brief.MapPut("", (string id, Save<TheBrief> save, StepStore steps, CancellationToken cancel) =>
            steps.SaveAsync(id, Step, save with { Value = Check.Given(save.Value, "value").Checked() }, cancel));

        brief.MapMoves<TheBrief>(Step);
    }
}
