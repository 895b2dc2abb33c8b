using NodaTime;
using Stampo.Core.Comparison;
using Stampo.Core.Reference;
using Stampo.Core.Sequences;

namespace Stampo.Server.Routes;

/// <summary>
/// A decision as it was taken: the sequence, who, when, why, what would have changed it, and the lanes, part and brief it stood on.
/// Nothing in it changes later. <paramref name="RouteName"/> names the routes in turn; <paramref name="Advised"/> is the answer that
/// stood, null in earlier records.
/// </summary>
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

    /// <summary>The rates it was costed with; empty in records made before they were kept.</summary>
    public IReadOnlyList<Rate> Rates { get; init; } = [];

    /// <summary>What-ifs that stood when it was taken.</summary>
    public WhatIf WhatIf { get; init; } = WhatIf.None;
}
