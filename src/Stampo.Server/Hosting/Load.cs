using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.Timeouts;

namespace Stampo.Server.Hosting;

/// <summary>
/// Bounds on how much is worked on at once and for how long, in all and for one address, so that no visitor can take the whole machine.
/// </summary>
internal static class Load
{
    private const int Waiting = 500;

    private static readonly int AtOnce = 8 * Environment.ProcessorCount;

    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(2);

    public static void AddLoadLimits(this IServiceCollection services)
    {
        services.AddRequestTimeouts(timeouts =>
            timeouts.DefaultPolicy = new RequestTimeoutPolicy
            {
                Timeout = Longest,
                TimeoutStatusCode = StatusCodes.Status503ServiceUnavailable,
            }
        );
        services.AddRateLimiter(limits =>
        {
            limits.RejectionStatusCode = StatusCodes.Status503ServiceUnavailable;
            limits.OnRejected = (rejected, _) =>
            {
                rejected.HttpContext.Response.Headers.RetryAfter = Problems.RetryAfterSeconds;
                return ValueTask.CompletedTask;
            };
            limits.GlobalLimiter = PartitionedRateLimiter.CreateChained(
                PartitionedRateLimiter.Create<HttpContext, string>(http =>
                    Places(http, $"from {http.Connection.RemoteIpAddress}", AtOnce * 3 / 4)
                ),
                PartitionedRateLimiter.Create<HttpContext, string>(http => Places(http, "all", AtOnce))
            );
        });
    }

    /// <summary>Whether the server lives is answered however much it has to do.</summary>
    private static RateLimitPartition<string> Places(HttpContext http, string key, int most) =>
        http.Request.Path.StartsWithSegments("/api") && !http.Request.Path.StartsWithSegments("/api/health")
            ? RateLimitPartition.GetConcurrencyLimiter(key, _ => new ConcurrencyLimiterOptions { PermitLimit = most, QueueLimit = Waiting })
            : RateLimitPartition.GetNoLimiter("health");
}
