using Microsoft.Extensions.Options;
using Stampo.Storage;

namespace Stampo.Server.Hosting;

/// <summary>
/// What is done while nobody waits: the write-ahead log is taken into the database, and meshes and files nothing leads to any more are
/// removed.
/// </summary>
public sealed class Housekeeping(IEnumerable<ISweeper> sweepers, IOptions<StampoOptions> options, ILogger<Housekeeping> log)
    : BackgroundService
{
    private static readonly TimeSpan Round = TimeSpan.FromSeconds(30);

    private const int RoundsADay = 2 * 60 * 24;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var rounds = new PeriodicTimer(Round);
        var file = DataFolder.FileIn(options.Value.Data);
        var writeAhead = new WriteAheadLog(file);
        for (var round = 0; await rounds.WaitForNextTickAsync(stoppingToken); round++)
        {
            try
            {
                if (writeAhead.Rests())
                    Database.Checkpoint(file);
                if (round % RoundsADay == 0)
                    foreach (var sweeper in sweepers)
                        await sweeper.RemoveAsync(stoppingToken);
            }
            catch (Exception failure) when (failure is not OperationCanceledException)
            {
                Failed(log, failure);
            }
        }
    }

    private static readonly Action<ILogger, Exception> Failed = LoggerMessage.Define(
        LogLevel.Warning,
        new EventId(4, "Housekeeping"),
        "Housekeeping failed; it is tried again later"
    );

    /// <summary>Whether something stands in the log and nothing was written to it since the last look.</summary>
    private sealed class WriteAheadLog(string file)
    {
        private (long Length, DateTime WrittenUtc) _seen;

        public bool Rests()
        {
            var log = new FileInfo(file + "-wal");
            var now = log.Exists ? (log.Length, log.LastWriteTimeUtc) : default;
            var rests = now.Length > 0 && now == _seen;
            _seen = now;
            return rests;
        }
    }
}
