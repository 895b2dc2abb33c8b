using System.Net;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.Features;

namespace Stampo.Server.Hosting;

/// <summary>
/// Takes a request's body in before anything is worked on, so that a slow line costs only its own place: many small bodies at once,
/// a few uploads in all, and fewer from one address. Two meshes at a time are read as they come instead, which is quicker. How long it
/// may take goes by its progress (see the server's least rate), not by a clock.
/// </summary>
public sealed class Arrival(RequestDelegate next) : IDisposable
{
    private const int Uploads = 48,
        ReadAsTheyCome = 2,
        UploadsAnAddress = 16,
        InMemory = 64_000;

    private readonly PartitionedRateLimiter<HttpContext> _places = PartitionedRateLimiter.CreateChained(
        PartitionedRateLimiter.Create<HttpContext, IPAddress>(http =>
            Places(http.Connection.RemoteIpAddress ?? IPAddress.None, UploadsAnAddress)
        ),
        PartitionedRateLimiter.Create<HttpContext, bool>(_ => Places(true, Uploads))
    );

    /// <summary>Files that are read while they come: what they are read into is in memory however long they take, so few at once.</summary>
    private readonly ConcurrencyLimiter _asTheyCome = new(new ConcurrencyLimiterOptions { PermitLimit = ReadAsTheyCome, QueueLimit = 0 });

    public async Task InvokeAsync(HttpContext http)
    {
        if (http.GetEndpoint() is not null && http.Request.Path.StartsWithSegments("/api"))
        {
            if (http.Request.HasFormContentType)
            {
                await UploadAsync(http);
                return;
            }

            if (http.Features.Get<IHttpRequestBodyDetectionFeature>() is { CanHaveBody: true })
                await BufferAsync(http.Request, http.RequestAborted);
        }

        await next(http);
    }

    public void Dispose()
    {
        _places.Dispose();
        _asTheyCome.Dispose();
    }

    private async Task UploadAsync(HttpContext http)
    {
        using var place = _places.AttemptAcquire(http);
        if (!place.IsAcquired)
            throw new BusyException("Too many files are arriving at once. Try again when some of them are in.");
        using var line = http.GetEndpoint()?.Metadata.GetMetadata<ReadsAsItComes>() is null ? null : _asTheyCome.AttemptAcquire();
        if (line is not { IsAcquired: true })
        {
            await http.Request.ReadFormAsync(http.RequestAborted);
            place.Dispose();
        }

        try
        {
            await next(http);
        }
        catch when (line is { IsAcquired: true })
        {
            await PassOverAsync(http);
            throw;
        }
    }

    /// <summary>Who is still sending hears no answer: what is left of the body is let by before a refusal is said.</summary>
    private static async Task PassOverAsync(HttpContext http)
    {
        try
        {
            await http.Request.Body.CopyToAsync(Stream.Null, http.RequestAborted);
        }
        catch (Exception ended) when (ended is IOException or BadHttpRequestException or OperationCanceledException)
        {
            // Nobody is there any more, or it is too large to let by.
        }
    }

    private static async Task BufferAsync(HttpRequest request, CancellationToken cancel)
    {
        request.EnableBuffering(InMemory);
        await request.Body.CopyToAsync(Stream.Null, cancel);
        request.Body.Position = 0;
    }

    private static RateLimitPartition<TKey> Places<TKey>(TKey key, int most) =>
        RateLimitPartition.GetConcurrencyLimiter(key, _ => new ConcurrencyLimiterOptions { PermitLimit = most, QueueLimit = 0 });
}

/// <summary>Nothing is wrong with the request; there is no room for it now.</summary>
public sealed class BusyException(string message) : Exception(message);
