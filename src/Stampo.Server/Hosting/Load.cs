using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.Timeouts;

namespace Stampo.Server.Hosting;

/// <summary>Bounds on how much is worked on at once and for how long, so that no visitor can take the whole machine.</summary>
internal static class Load
{
    private const int Waiting = 500;

    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(2);

    public static void AddLoadLimits(this IServiceCollection services)
    {
        services.AddRequestTimeouts(timeouts => timeouts.DefaultPolicy = new RequestTimeoutPolicy { Timeout = Longest, TimeoutStatusCode = StatusCodes.Status503ServiceUnavailable });
        services.AddRateLimiter(limits =>
        {
            limits.RejectionStatusCode = StatusCodes.Status503ServiceUnavailable;
            limits.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, bool>(http => Partition(http.Request.Path.StartsWithSegments("/api")));
        });
    }

    private static RateLimitPartition<bool> Partition(bool works) => works
        ? RateLimitPartition.GetConcurrencyLimiter(true, _ => new ConcurrencyLimiterOptions { PermitLimit = 8 * Environment.ProcessorCount, QueueLimit = Waiting })
        : RateLimitPartition.GetNoLimiter(false);
}
