namespace Stampo.Server.Hosting;

/// <summary>Work that takes a processor, or all of them, for a while: so much of it at a time, the rest waits in line.</summary>
public sealed class Turns(int atOnce) : IDisposable
{
    private readonly SemaphoreSlim _turn = new(atOnce);

    public Task<T> RunAsync<T>(Func<T> work, CancellationToken cancel) => RunAsync(() => Task.FromResult(work()), cancel);

    public async Task<T> RunAsync<T>(Func<Task<T>> work, CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        try
        {
            return await Task.Run(work, cancel);
        }
        finally
        {
            _turn.Release();
        }
    }

    public void Dispose() => _turn.Dispose();
}
