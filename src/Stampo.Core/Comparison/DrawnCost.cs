using System.Numerics;
using Stampo.Core.Ranges;

namespace Stampo.Core.Comparison;

/// <summary>One way of tooling a route with its uncertain numbers drawn many times: a <see cref="CostPoint"/> per draw, in flat arrays.</summary>
public sealed class DrawnCost(int draws)
{
    public double[] OneOff { get; } = new double[draws];

    public double[] Tool { get; } = new double[draws];

    public double[] Capacity { get; } = new double[draws];

    public double[] PerGoodPart { get; } = new double[draws];

    public double[] Batch { get; } = new double[draws];

    public double BatchSize { get; init; } = double.PositiveInfinity;

    /// <summary><see cref="CostPoint.Total"/> of every draw, several draws at a time.</summary>
    public void Totals(double quantity, Span<double> totals)
    {
        var wide = Vector<double>.Count;
        var (all, nearly, batches) = (new Vector<double>(quantity), new Vector<double>(1 - CostPoint.Rounding), new Vector<double>(CostPoint.Whole(quantity, BatchSize)));
        var d = 0;
        for (; d <= totals.Length - wide; d += wide)
        {
            // An unending tool gives nought sets here and one below, as a single one does.
            var sets = Vector.Max(Vector<double>.One, Vector.Ceiling(all / new Vector<double>(Capacity, d) * nearly));
            (new Vector<double>(OneOff, d) + sets * new Vector<double>(Tool, d) + batches * new Vector<double>(Batch, d) + all * new Vector<double>(PerGoodPart, d)).CopyTo(totals[d..]);
        }

        for (; d < totals.Length; d++)
            totals[d] = new CostPoint(OneOff[d], Tool[d], Capacity[d], PerGoodPart[d], Batch[d], BatchSize).Total(quantity);
    }

    /// <summary>The middle of the totals at a quantity.</summary>
    public double MiddleAt(double quantity)
    {
        var totals = new double[OneOff.Length];
        Totals(quantity, totals);
        return Band.MiddleOf(totals);
    }
}

/// <summary>The odds at one quantity: each route's band, and how often it is the cheapest.</summary>
public static class Odds
{
    public static (Band[] Bands, double[] ChanceCheapest) At(double quantity, IReadOnlyList<DrawnCost> routes, int draws, IReadOnlyList<bool>? competes = null)
    {
        var totals = new double[routes.Count][];
        for (var r = 0; r < totals.Length; r++)
            routes[r].Totals(quantity, totals[r] = new double[draws]);
        var chances = Chances(totals, draws, competes);
        return (Array.ConvertAll(totals, t => Band.Of(t)), chances);
    }

    /// <summary>Route by route over all draws, which the processor reads ahead; of two alike the first one counts.</summary>
    private static double[] Chances(double[][] totals, int draws, IReadOnlyList<bool>? competes)
    {
        var (least, cheapest) = (new double[draws], new int[draws]);
        Array.Fill(least, double.PositiveInfinity);
        Array.Fill(cheapest, -1);
        for (var r = 0; r < totals.Length; r++)
        {
            if (competes is not null && !competes[r])
                continue;
            var of = totals[r];
            for (var d = 0; d < draws; d++)
            {
                if (of[d] < least[d])
                    (least[d], cheapest[d]) = (of[d], r);
            }
        }

        var wins = new int[totals.Length];
        foreach (var r in cheapest)
        {
            if (r >= 0)
                wins[r]++;
        }

        return Array.ConvertAll(wins, won => (double)won / draws);
    }
}
