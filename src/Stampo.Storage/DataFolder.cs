namespace Stampo.Storage;

/// <summary>
/// The folder the data lives in, held for one server by a lock of the operating system, which goes with the process however it ends.
/// Two servers on one folder would show each other stale figures.
/// </summary>
public sealed class DataFolder : IDisposable
{
    private const string LockName = "stampo.lock";

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(10),
        Between = TimeSpan.FromMilliseconds(200);

    private readonly FileStream _lock;

    private DataFolder(string path, FileStream held) => (Path, _lock) = (path, held);

    public string Path { get; }

    public string File => FileIn(Path);

    public static string FileIn(string folder) => System.IO.Path.Combine(folder, Database.FileName);

    /// <summary>
    /// Takes the folder, making it when it is not there; <paramref name="onWait"/> is told when another server has to let go of it first.
    /// </summary>
    public static Task<DataFolder> TakeAsync(string path, Action<string> onWait, CancellationToken cancel = default) =>
        TakeAsync(path, onWait, Patience, cancel);

    public static async Task<DataFolder> TakeAsync(
        string path,
        Action<string> onWait,
        TimeSpan patience,
        CancellationToken cancel = default
    )
    {
        path = System.IO.Path.GetFullPath(path);
        try
        {
            Directory.CreateDirectory(path);
        }
        catch (Exception refused) when (refused is IOException or UnauthorizedAccessException)
        {
            throw new CannotStartException("data.unreachable", $"The data folder {path} can't be made: {refused.Message}", refused);
        }

        var until = DateTime.UtcNow + patience;
        for (var told = false; ; told = true)
        {
            if (Hold(path) is { } held)
                return new DataFolder(path, held);
            if (DateTime.UtcNow > until)
                throw new CannotStartException(
                    "data.in-use",
                    $"Another Stampo is at work on {path}. Stop it, or start this one on another folder (--data)."
                );
            if (!told)
                onWait($"Waiting up to {patience.TotalSeconds:0} s for another server to let go of {path}.");
            await Task.Delay(Between, cancel);
        }
    }

    public void Dispose() => _lock.Dispose();

    /// <summary>Null while somebody else holds it.</summary>
    private static FileStream? Hold(string path)
    {
        try
        {
            return new FileStream(System.IO.Path.Combine(path, LockName), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (UnauthorizedAccessException refused)
        {
            throw new CannotStartException(
                "data.read-only",
                $"The data folder {path} can't be written. Give this user the right to write it, then start again.",
                refused
            );
        }
        catch (IOException taken) when (taken.HResult == LockTaken)
        {
            return null;
        }
        catch (IOException refused)
        {
            throw new CannotStartException("data.failing", $"The data folder {path} can't be written: {refused.Message}", refused);
        }
    }

    /// <summary>EWOULDBLOCK, as the runtime hands it on from flock.</summary>
    private const int LockTaken = 11;
}
