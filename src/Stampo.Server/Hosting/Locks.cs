namespace Stampo.Server.Hosting;

/// <summary>A lock for each name, held for as long as somebody wants it.</summary>
public sealed class Locks : IDisposable
{
    private sealed class Held
    {
        public SemaphoreSlim Turn { get; } = new(1, 1);

        public int Wanted { get; set; }
    }

    private readonly Dictionary<string, Held> _held = [];

    public async Task<IDisposable> TakeAsync(string name, CancellationToken cancel)
    {
        Held held;
        lock (_held)
        {
            held = _held.TryGetValue(name, out var there) ? there : _held[name] = new Held();
            held.Wanted++;
        }

        try
        {
            await held.Turn.WaitAsync(cancel);
        }
        catch
        {
            Leave(name, held);
            throw;
        }

        return new Taken(() =>
        {
            held.Turn.Release();
            Leave(name, held);
        });
    }

    public void Dispose()
    {
        lock (_held)
        {
            foreach (var held in _held.Values)
                held.Turn.Dispose();
        }
    }

    private void Leave(string name, Held held)
    {
        lock (_held)
        {
            if (--held.Wanted > 0)
                return;
            _held.Remove(name);
            held.Turn.Dispose();
        }
    }

    private sealed class Taken(Action leave) : IDisposable
    {
        public void Dispose() => leave();
    }
}
