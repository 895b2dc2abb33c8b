using Stampo.Core.Jobs;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>By which school a silicone mold is split, and why.</summary>
public static class SplitProposal
{
    /// <summary>Up to this size a part is cut out of one block more easily than bedded in two pours.</summary>
    private const double CompactMm = 120,
        FlatShare = 0.2;

    /// <summary>
    /// As chosen; else the route's; else cut open for small compact parts, two pours for flat ones, for guards and for large ones.
    /// </summary>
    public static (SplitSchool School, string Why) Of(SplitSchool? chosen, CastingMethod method, Job job)
    {
        var part = job.Part;
        if (chosen is { } school)
            return (school, "as chosen");
        if (method.Split == SplitSchool.Hybrid)
            return (SplitSchool.Hybrid, "the route holds the silicone in a rigid back");
        if (job.Brief.Guards > 0)
            return (SplitSchool.TwoPour, "contacts are guarded at a parting plane");
        if (part.ShortestMm < FlatShare * part.LongestMm && part.LongestMm > CompactMm / 2)
            return (SplitSchool.TwoPour, "a flat part beds well to a straight parting line");
        return part.LongestMm <= CompactMm
            ? (SplitSchool.CutOpen, "a small compact part is quickest cut out of one block")
            : (SplitSchool.TwoPour, "halves of a large mold close truer on a flat parting");
    }
}
