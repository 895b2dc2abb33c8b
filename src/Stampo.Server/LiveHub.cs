using Microsoft.AspNetCore.SignalR;
using Stampo.Devices;
using Stampo.Server.Bench;
using Stampo.Server.Routes;
using Stampo.Server.Shop;
using Stampo.Server.Week;

namespace Stampo.Server;

/// <summary>Tells every open page what changed; pages ask for the rest as they always do.</summary>
public sealed class LiveHub : Hub
{
    public const string Path = "/live";

    /// <summary>A run was begun or got an act: its id and its project's.</summary>
    public const string RunChanged = "run";

    /// <summary>A better schedule was found.</summary>
    public const string ScheduleBettered = "schedule";

    /// <summary>A supplier was asked or said something: the project's id.</summary>
    public const string SupplierHeard = "supplier";

    /// <summary>A reading, or a change of how a device stands.</summary>
    public const string DeviceHeard = "device";
}

/// <summary>Carries what happens on the server to the pages.</summary>
public sealed class Live(Runs runs, DeviceRoom devices, ShopSchedules schedules, Suppliers suppliers, IHubContext<LiveHub> hub)
    : IHostedService
{
    public Task StartAsync(CancellationToken cancellationToken)
    {
        runs.Changed += Tell;
        devices.Heard += Tell;
        schedules.Bettered += Tell;
        suppliers.Heard += TellOfSupplier;
        return Task.CompletedTask;
    }

    public Task StopAsync(CancellationToken cancellationToken)
    {
        runs.Changed -= Tell;
        devices.Heard -= Tell;
        schedules.Bettered -= Tell;
        suppliers.Heard -= TellOfSupplier;
        return Task.CompletedTask;
    }

    private void Tell(KeptRun run) => _ = hub.Clients.All.SendAsync(LiveHub.RunChanged, run.Row.Id, run.Row.ProjectId);

    private void Tell(DeviceNow device) => _ = hub.Clients.All.SendAsync(LiveHub.DeviceHeard, device);

    private void TellOfSupplier(string projectId) => _ = hub.Clients.All.SendAsync(LiveHub.SupplierHeard, projectId);

    private void Tell() => _ = hub.Clients.All.SendAsync(LiveHub.ScheduleBettered);
}
