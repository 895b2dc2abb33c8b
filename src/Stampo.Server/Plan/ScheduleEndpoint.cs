using Stampo.Scheduling;
using Stampo.Server.Hosting;

namespace Stampo.Server.Plan;

/// <summary>The scheduler by itself, without a project.</summary>
internal static class ScheduleEndpoint
{
    /// <summary>A solver takes all processors for a second or two: the others wait for their turn.</summary>
    private static readonly Turns Turn = new(1);

    public static void MapSchedule(this IEndpointRouteBuilder app) =>
        app.MapPost(
                "/api/calc/schedule",
                async (ScheduleRequest request, CancellationToken cancel) =>
                {
                    request.Checked();
                    return await Turn.RunAsync(() => ConstraintSchedule.Of(request), cancel);
                }
            )
            .WithTags("Calculators");
}
