namespace Stampo.Server.Hosting;

/// <summary>Removes what nothing leads to any more, once a day while nobody waits.</summary>
public interface ISweeper
{
    /// <summary>How many were removed.</summary>
    Task<int> RemoveAsync(CancellationToken cancel = default);
}
