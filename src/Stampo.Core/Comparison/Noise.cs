using System.Numerics;
using Stampo.Core.Routes;

namespace Stampo.Core.Comparison;

/// <summary>
/// How safe a route is, the safest first: fits before at risk, then what misses less of the brief, then there earlier, then tighter. What
/// the part's shape makes hard can be worked on; what is asked and not reached stays so.
/// </summary>
public readonly record struct SafeRank(Verdict Verdict, int Missed, double FirstArticleDays, double ToleranceMm)
{
    public (Verdict, int, double, double) InOrder => (Verdict, Missed, FirstArticleDays, ToleranceMm);
}

/// <summary>
/// A difference inside the noise is a tie, not a win, and of routes that tie the safer leads: one rule for answer, ruler and lanes.
/// </summary>
public static class Noise
{
    /// <summary>Under two wins in three, draw by draw, a lead is inside the noise.</summary>
    public const double ClearLead = 2.0 / 3;

    /// <summary>The share of draws in which the first is the cheaper one.</summary>
    public static double ShareCheaper(ReadOnlySpan<double> one, ReadOnlySpan<double> other)
    {
        var (won, d, wide) = (0L, 0, Vector<double>.Count);
        var wins = Vector<long>.Zero; // a comparison gives -1 where it holds
        for (; d <= one.Length - wide; d += wide)
            wins -= Vector.LessThan(new Vector<double>(one[d..]), new Vector<double>(other[d..]));
        for (var lane = 0; lane < wide; lane++)
            won += wins[lane];
        for (; d < one.Length; d++)
            won += one[d] < other[d] ? 1 : 0;
        return (double)won / one.Length;
    }

    public static bool Ties(ReadOnlySpan<double> cheaper, ReadOnlySpan<double> other) => ShareCheaper(cheaper, other) < ClearLead;

    /// <summary>Who leads, and who ties with the cheapest: the leader is among them. No leader among none.</summary>
    public static (int? Leader, bool[] Tied) Lead(
        IReadOnlyList<double> middles,
        double[][] totals,
        IReadOnlyList<bool> competes,
        IReadOnlyList<SafeRank> safety
    )
    {
        var tied = new bool[middles.Count];
        int? cheapest = null;
        for (var r = 0; r < middles.Count; r++)
        {
            if (competes[r] && (cheapest is null || middles[r] < middles[cheapest.Value]))
                cheapest = r;
        }

        if (cheapest is not { } first)
            return (null, tied);
        for (var r = 0; r < middles.Count; r++)
            tied[r] = competes[r] && (r == first || Ties(totals[first], totals[r]));
        return (
            Enumerable.Range(0, middles.Count).Where(r => tied[r]).OrderBy(r => safety[r].InOrder).ThenBy(r => middles[r]).First(),
            tied
        );
    }
}
