using NodaTime;
using Stampo.Core.Bench;

namespace Stampo.Server.Log;

/// <summary>A lot that went into something, as it was last said.</summary>
/// <param name="Lot">As it is printed.</param>
/// <param name="What">What it is of.</param>
/// <param name="Expires">Its day; null when nobody said.</param>
/// <param name="LastUsed">When.</param>
/// <param name="Runs">How many runs it went into.</param>
public sealed record KnownLot(string Lot, string What, DateOnly? Expires, Instant LastUsed, int Runs);

/// <summary>The lots of the shop, as its runs name them.</summary>
public sealed class Lots(RunHistory history)
{
    private const int MostShown = 500;

    /// <summary>The last used first.</summary>
    public async Task<IReadOnlyList<KnownLot>> AllAsync(CancellationToken cancel) =>
        [
            .. (await history.AllAsync(cancel))
                .SelectMany(run => run.Lots)
                .GroupBy(lot => LotCode.Plain(lot.Lot))
                .Select(g => Known([.. g.OrderBy(l => l.At)]))
                .OrderByDescending(l => l.LastUsed)
                .Take(MostShown),
        ];

    private static KnownLot Known(List<UsedLot> uses) =>
        new(uses[^1].Lot, uses[^1].What, uses.Select(u => u.Expires).LastOrDefault(e => e is not null), uses[^1].At, uses.Count);
}
