namespace Stampo.Core.Working;

/// <summary>Tells how far long work is and lets it be stopped. The work is split into named shares that add up to one.</summary>
public sealed class Progress(Action<string, double>? report = null, CancellationToken cancel = default)
{
    private const int Batches = 200;

    private string _doing = "";
    private double _done,
        _share;

    /// <summary>No listener and no stop.</summary>
    public static Progress None => new();

    public CancellationToken Cancel { get; } = cancel;

    /// <summary>The part of the work that begins, and its share of the whole.</summary>
    public Progress Begin(string doing, double share)
    {
        Cancel.ThrowIfCancellationRequested();
        _done = Math.Min(1, _done + _share);
        (_doing, _share) = (doing, share);
        report?.Invoke(doing, _done);
        return this;
    }

    /// <summary>How far work is that does not know its length beforehand.</summary>
    public void Tell(string doing, double done)
    {
        Cancel.ThrowIfCancellationRequested();
        report?.Invoke(doing, done);
    }

    /// <summary>Does something for each number below <paramref name="count"/>, on all cores, telling how far it is.</summary>
    public void Over(int count, Action<int> each)
    {
        var batch = Math.Max(1, (count + Batches - 1) / Batches);
        var batches = (count + batch - 1) / batch;
        var finished = 0;
        Parallel.For(
            0,
            batches,
            new ParallelOptions { CancellationToken = Cancel },
            b =>
            {
                for (var i = b * batch; i < Math.Min(count, (b + 1) * batch); i++)
                    each(i);
                report?.Invoke(_doing, _done + _share * Interlocked.Increment(ref finished) / batches);
            }
        );
    }
}
