using System.Net;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.WebUtilities;
using Stampo.Core.Wording;

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
        InMemory = 64_000,
        MostLetBy = 1_000_000_000;

    private static readonly TimeSpan LongestLetBy = TimeSpan.FromMinutes(1);

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
                await BufferAsync(http);
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
        await RefuseTooLargeAsync(http);
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

    /// <summary>One that says beforehand that it is too large; one that doesn't is broken off by the server.</summary>
    private static async Task RefuseTooLargeAsync(HttpContext http)
    {
        var limit = http.Features.GetRequiredFeature<IHttpMaxRequestBodySizeFeature>();
        if (!(http.Request.ContentLength > limit.MaxRequestBodySize))
            return;
        var mostBytes = limit.MaxRequestBodySize.Value;
        limit.MaxRequestBodySize = MostLetBy;
        await PassOverAsync(http);
        throw http.GetEndpoint()!.Metadata.GetMetadata<IOwnLimit>()?.Passed(http.Request.ContentLength.Value) ?? TooLarge(mostBytes);
    }

    private static RefusalException TooLarge(long mostBytes) =>
        new(
            "request.too-large",
            $"More than {mostBytes / 1e6:0.#} MB were sent, and no more are taken here. Nothing was changed; send less."
        );

    /// <summary>Who is still sending hears no answer: what is left of the body is let by before a refusal is said, for a while.</summary>
    private static async Task PassOverAsync(HttpContext http)
    {
        using var enough = CancellationTokenSource.CreateLinkedTokenSource(http.RequestAborted);
        enough.CancelAfter(LongestLetBy);
        try
        {
            await http.Request.Body.CopyToAsync(Stream.Null, enough.Token);
        }
        catch (Exception ended) when (ended is IOException or BadHttpRequestException or OperationCanceledException)
        {
            // Nobody is there any more, or there is too much of it to let by.
        }
    }

    private static async Task BufferAsync(HttpContext http)
    {
        var (request, line) = (http.Request, http.Request.Body);
        var limit = http.Features.GetRequiredFeature<IHttpMaxRequestBodySizeFeature>();
        var mostBytes = limit.MaxRequestBodySize ?? MostLetBy;
        limit.MaxRequestBodySize = MostLetBy;
        request.EnableBuffering(InMemory);
        try
        {
            await request.Body.DrainAsync(mostBytes, http.RequestAborted);
        }
        catch (InvalidDataException)
        {
            request.Body = line;
            await PassOverAsync(http);
            throw TooLarge(mostBytes);
        }

        request.Body.Position = 0;
    }

    private static RateLimitPartition<TKey> Places<TKey>(TKey key, int most) =>
        RateLimitPartition.GetConcurrencyLimiter(key, _ => new ConcurrencyLimiterOptions { PermitLimit = most, QueueLimit = 0 });
}

/// <summary>How large a body may be, with words of its own for one that is larger.</summary>
public interface IOwnLimit : IRequestSizeLimitMetadata
{
    RefusalException Passed(long bytes);
}

/// <summary>Nothing is wrong with the request; there is no room for it now.</summary>
public sealed class BusyException(string message) : Exception(message);
