using NodaTime;
using Stampo.Core.Comparison;
using Stampo.Core.Reference;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;

namespace Stampo.Server.Routes;

/// <summary>
/// A decision as it was taken: the sequence, who, when, why, what would have changed it, and the lanes, part and brief it stood on.
/// Nothing in it changes later. <paramref name="RouteName"/> names the routes in turn; <paramref name="Advised"/> is the answer that
/// stood, null in earlier records.
/// </summary>
[Whole]
public sealed record DecisionRecord(
    Sequence Sequence,
    string Reason,
    string By,
    Instant DecidedUtc,
    IReadOnlyList<Lane> Lanes,
    Core.Parts.PartFacts Part,
    Core.Briefs.Brief Brief,
    int PartVersion,
    int BriefVersion,
    string RouteName,
    Sequence? Advised,
    IReadOnlyList<WouldChange> WouldChange
)
{
    public int Id { get; init; }

    /// <summary>Refuses one that can't have been recorded here.</summary>
    public DecisionRecord Checked()
    {
        Check.Between(Sequence.Stretches.Count, 1, MostStretches, "stretches", "stretches", "a decision has some");
        if (Sequence.Stretches.DistinctBy(s => s.Id).Count() < Sequence.Stretches.Count)
            throw new RefusalException("decision.twice", "Two of its stretches have one id.", "stretches");
        foreach (var stretch in Sequence.Stretches)
            Check.Between(stretch.Quantity, 1, MostParts, "quantity", "parts", "of a stretch");
        Check.Length(By, 1, 80, "by");
        return this;
    }

    private const int MostStretches = 100;

    private const double MostParts = 1e9;

    /// <summary>The rates it was costed with; empty in records made before they were kept.</summary>
    public IReadOnlyList<Rate> Rates { get; init; } = [];

    /// <summary>What-ifs that stood when it was taken.</summary>
    public WhatIf WhatIf { get; init; } = WhatIf.None;
}
