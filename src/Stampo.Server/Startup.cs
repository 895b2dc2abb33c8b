using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Stampo.Server.Demo;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server;

/// <summary>
/// Before the first request: the data folder taken, its database brought up to date, and the demo world laid in when asked for.
/// After the last one: the write-ahead log taken into the database, and the folder let go.
/// </summary>
public sealed class Startup(
    IDbContextFactory<StampoDb> factory,
    IOptions<StampoOptions> options,
    DemoWorld demo,
    LongWork work,
    ILogger<Startup> log
) : IHostedLifecycleService, IDisposable
{
    private DataFolder? _folder;
    private bool _prepared,
        _demoIsNew;

    public async Task StartingAsync(CancellationToken cancellationToken)
    {
        _folder = await DataFolder.TakeAsync(options.Value.Data, Tell, cancellationToken);
        UploadFolder.Empty(_folder.Path);
        var (kept, isNew) = (options.Value.DemoKept, !File.Exists(_folder.File));
        if (isNew && File.Exists(kept))
            File.Copy(kept, _folder.File);
        await Database.PrepareAsync(factory, _folder, Tell, cancellationToken);
        _prepared = true;
        if (options.Value.Demo is not { } world || !isNew)
            return;
        await demo.LoadAsync(world, cancellationToken);
        if (kept is not null && !File.Exists(kept))
            Backup.Make(_folder.Path, kept);
        _demoIsNew = true;
    }

    public Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>Nobody waits for the measuring of the demo's parts to see its first page.</summary>
    public async Task StartedAsync(CancellationToken cancellationToken)
    {
        if (!_demoIsNew || !await demo.MeasureAsync(cancellationToken) || options.Value.DemoKept is not { } kept)
            return;
        // Stands last in the line: by then all is measured.
        var folder = _folder!.Path;
        work.TryStart("demo/kept", _ => Task.Run(() => Backup.AddStudies(folder, kept), CancellationToken.None));
    }

    public Task StoppingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StoppedAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public void Dispose()
    {
        if (_folder is not { } folder)
            return;
        try
        {
            if (_prepared)
                Database.Checkpoint(folder.File);
        }
        catch (SqliteException)
        {
            // The log stays beside the database; the next start takes it in.
        }

        folder.Dispose();
        _folder = null;
    }

    private void Tell(string what) => Told(log, what, null);

    private static readonly Action<ILogger, string, Exception?> Told = LoggerMessage.Define<string>(
        LogLevel.Information,
        new EventId(3, "Start"),
        "{What}"
    );
}
