using System.Text.Json.Nodes;
using NodaTime;
using Stampo.Core.Working;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>A brief as it was: when, and in what it differed from the one after it.</summary>
/// <param name="Ordinal">To ask for it by.</param>
/// <param name="SavedUtc">When.</param>
/// <param name="Differed">The first few places, then and after.</param>
/// <param name="More">How many more differ.</param>
public sealed record EarlierBrief(int Ordinal, Instant SavedUtc, IReadOnlyList<Difference> Differed, int More)
{
    private const int Told = 3;

    /// <summary>
    /// The latest first; the one that stands last saved differs from nothing. The empty brief before the first save is none.
    /// </summary>
    public static IReadOnlyList<EarlierBrief> Of(IReadOnlyList<PastState> states)
    {
        List<EarlierBrief> briefs = [];
        JsonNode? after = null;
        foreach (var state in states.Where(s => s.Ordinal > 0))
        {
            var brief = JsonNode.Parse(state.Json);
            var differed = after is null ? [] : Differences.Between(brief, after);
            briefs.Add(new EarlierBrief(state.Ordinal, state.SavedUtc, [.. differed.Take(Told)], Math.Max(0, differed.Count - Told)));
            after = brief;
        }

        return briefs;
    }
}
