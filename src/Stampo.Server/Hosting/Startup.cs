using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Stampo.Server.Demo;
using Stampo.Storage;

namespace Stampo.Server.Hosting;

/// <summary>Before the first request: the database brought up to date, and the demo world laid in when asked for.</summary>
public sealed class Startup(IDbContextFactory<StampoDb> factory, IOptions<StampoOptions> options, DemoWorld demo) : IHostedLifecycleService
{
    public async Task StartingAsync(CancellationToken cancellationToken)
    {
        await Database.PrepareAsync(factory, options.Value.Data, cancellationToken);
        if (options.Value.Demo is { } folder)
            await demo.LoadAsync(folder, cancellationToken);
    }

    public Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StartedAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StoppingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StoppedAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
