using Stampo.Server.Plan;

namespace Stampo.Server.Bench;

/// <summary>Acts in the order they were done.</summary>
public sealed record SentActs(IReadOnlyList<SentAct> Acts);

public static class BenchEndpoints
{
    public static void MapBench(this IEndpointRouteBuilder app)
    {
        var bench = app.MapGroup("/api/projects/{id}/bench").WithTags("Bench");
        bench.MapGet("", ([AsParameters] PlanAt at, Benches benches, CancellationToken cancel) => benches.OfAsync(at, cancel));
        bench.MapPost(
            "/runs",
            ([AsParameters] PlanAt at, NewRun run, Benches benches, CancellationToken cancel) => benches.BeginAsync(at, run, cancel)
        );

        var runs = app.MapGroup("/api/runs").WithTags("Bench");
        runs.MapGet("", (Benches benches, CancellationToken cancel) => benches.OpenAsync(cancel));
        runs.MapGet(
            "/{run}",
            async (string run, Runs all, Benches benches, CancellationToken cancel) =>
                await benches.ViewAsync(await all.FindAsync(run, cancel), cancel)
        );
        runs.MapPost(
            "/{run}/acts",
            async (string run, SentActs sent, Runs all, Benches benches, CancellationToken cancel) =>
            {
                var recorded = await all.RecordAsync(run, sent.Acts, cancel);
                return new RecordedView(recorded.Taken, recorded.Refused, await benches.ViewAsync(recorded.Run, cancel));
            }
        );
    }
}
