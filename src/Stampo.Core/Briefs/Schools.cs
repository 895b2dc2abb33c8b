using Stampo.Core.Wording;

namespace Stampo.Core.Briefs;

/// <summary>Where engineers disagree: chosen once for a job, obeyed by its routes and its plans alike.</summary>
[Whole]
public sealed record Schools
{
    /// <summary>What of a section has to have cooled; null: the middle of thick ones, the mean of the rest.</summary>
    public CoolingCriterion? Cooling { get; init; }

    /// <summary>How many shots a silicone mold is trusted with.</summary>
    public LifeSchool MoldLife { get; init; }

    public LossSchool Loss { get; init; }
}

/// <summary>How many shots a workshop trusts a silicone mold with.</summary>
public enum LifeSchool
{
    /// <summary>12 / 25 / 50: between the schools, until the shop's own records speak.</summary>
    Between,

    /// <summary>10 to 15.</summary>
    Cautious,

    /// <summary>20 to 30.</summary>
    Usual,

    /// <summary>50 to 100.</summary>
    Generous,
}

/// <summary>What the share of resin that stays in the pot and on the walls is a share of.</summary>
public enum LossSchool
{
    /// <summary>Of what is needed: need × (1 + loss).</summary>
    Added,

    /// <summary>Of what is poured: need ÷ (1 − loss).</summary>
    OfPoured,
}
