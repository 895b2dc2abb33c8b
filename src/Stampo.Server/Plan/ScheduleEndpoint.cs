using Stampo.Scheduling;

namespace Stampo.Server.Plan;

/// <summary>The scheduler by itself, without a project.</summary>
internal static class ScheduleEndpoint
{
    /// <summary>A solver takes all processors for a second or two: the others wait for their turn.</summary>
    private static readonly SemaphoreSlim Turn = new(1, 1);

    public static void MapSchedule(this IEndpointRouteBuilder app) =>
        app.MapPost(
                "/api/calc/schedule",
                async (ScheduleRequest request, CancellationToken cancel) =>
                {
                    request.Checked();
                    await Turn.WaitAsync(cancel);
                    try
                    {
                        return await Task.Run(() => ConstraintSchedule.Of(request), cancel);
                    }
                    finally
                    {
                        Turn.Release();
                    }
                }
            )
            .WithTags("Calculators");
}
