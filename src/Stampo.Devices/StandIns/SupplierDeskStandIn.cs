using System.Collections.Concurrent;
using System.Net;
using System.Text.Json;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using Stampo.Devices.Desk;

namespace Stampo.Devices.StandIns;

/// <summary>
/// The desk over which made-up suppliers are asked, on a port of the loopback: takes a request, says nothing for a while, asks back when
/// something is missing, quotes or declines. It forgets everything when it ends.
/// </summary>
/// <param name="clock">For what takes a while.</param>
/// <param name="while">How long a supplier thinks before it says anything.</param>
public sealed class SupplierDeskStandIn(TimeProvider clock, TimeSpan @while) : IDisposable
{
    private const int LargestFile = 60_000_000,
        MostRequests = 500,
        LongestAnswer = 2_000;

    private sealed record Standing(SupplierStandIn Supplier, ReadRequest Request, DateTimeOffset Since, string? Answer = null);

    private readonly ConcurrentDictionary<string, Standing> _requests = [];

    private WebApplication? _desk;

    /// <summary>Where it listens; null until it was started.</summary>
    public Uri? Address { get; private set; }

    /// <summary>Begins to listen; port 0 for a free one.</summary>
    public void Start(int port = 0)
    {
        var builder = WebApplication.CreateEmptyBuilder(new WebApplicationOptions());
        builder.Logging.ClearProviders();
        builder.Services.AddRoutingCore();
        builder.Services.ConfigureHttpJsonOptions(json =>
        {
            foreach (var converter in SupplierDesk.Form.Converters)
                json.SerializerOptions.Converters.Add(converter);
        });
        builder.WebHost.UseKestrelCore();
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(IPAddress.Loopback, port);
            kestrel.Limits.MaxRequestBodySize = LargestFile;
        });
        _desk = builder.Build();
        _desk.UseRouting();
        Map(_desk);
        _desk.StartAsync().GetAwaiter().GetResult();
        Address = new Uri(_desk.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First() + "/");
    }

    public void Dispose()
    {
        if (_desk is null)
            return;
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(1));
        _desk.StopAsync(patience.Token).GetAwaiter().GetResult();
        ((IDisposable)_desk).Dispose();
        _desk = null;
    }

    private void Map(WebApplication desk)
    {
        desk.MapGet("/suppliers", () => SupplierStandIn.All.Select(s => s.Says));
        desk.MapPut("/requests/{id}", TakeAsync);
        desk.MapGet("/requests/{id}", (string id) => Told(id));
        desk.MapPost("/requests/{id}/answer", (string id, DeskAnswer answer) => Answered(id, answer.Text));
    }

    private async Task<IResult> TakeAsync(string id, string supplier, HttpRequest request)
    {
        if (SupplierStandIn.All.FirstOrDefault(s => s.Says.Id == supplier) is not { } asked)
            return Results.NotFound();
        if (_requests.Count >= MostRequests)
            return Results.StatusCode(StatusCodes.Status503ServiceUnavailable);
        try
        {
            using var file = new MemoryStream();
            await request.Body.CopyToAsync(file, request.HttpContext.RequestAborted);
            _requests.TryAdd(id, new Standing(asked, ReadRequest.Of(file), clock.GetUtcNow()));
            return Told(id);
        }
        catch (Exception garbled) when (garbled is InvalidDataException or JsonException or Core.Wording.RefusalException)
        {
            return Results.BadRequest(new { said = garbled.Message });
        }
    }

    private IResult Told(string id) => _requests.TryGetValue(id, out var standing) ? Results.Ok(Reply(standing)) : Results.NotFound();

    private IResult Answered(string id, string text)
    {
        if (!_requests.TryGetValue(id, out var standing))
            return Results.NotFound();
        if (Reply(standing).State != DeskState.Asks || string.IsNullOrWhiteSpace(text) || text.Length > LongestAnswer)
            return Results.BadRequest(new { said = "Nothing was asked, or nothing was answered." });
        _requests.TryUpdate(id, standing with { Answer = text.Trim(), Since = clock.GetUtcNow() }, standing);
        return Told(id);
    }

    private DeskReply Reply(Standing standing)
    {
        var (supplier, request, since, answer) = standing;
        return clock.GetUtcNow() - since < @while ? new DeskReply(DeskState.Waiting)
            : supplier.Declines(request.Asked) is { } why ? new DeskReply(DeskState.Declined, why)
            : answer is null && supplier.Question(request) is { } question ? new DeskReply(DeskState.Asks, question)
            : new DeskReply(
                DeskState.Quoted,
                null,
                supplier.Quote(request.Asked, answer, DateOnly.FromDateTime(clock.GetLocalNow().DateTime))
            );
    }
}
