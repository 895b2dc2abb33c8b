using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>Where resin comes in and air gets out, set by hand; null: as proposed.</summary>
public sealed record FeedChoices
{
    /// <summary>From here on a block is more riser than mold.</summary>
    private const int MostRisers = 60;

    public PointOnPart? Gate { get; init; }

    public IReadOnlyList<PointOnPart>? Risers { get; init; }

    public FeedChoices Checked()
    {
        Gate?.Checked("feed.gate");
        if (Risers is null)
            return this;
        Check.Between(Risers.Count, 0, MostRisers, "feed.risers", "risers", "one at every place where air stays");
        foreach (var riser in Risers)
            Check.Given(riser, "feed.risers").Checked("feed.risers");
        return this;
    }
}
