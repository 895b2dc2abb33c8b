using System.Buffers;
using System.Collections.Concurrent;
using System.Numerics;
using Stampo.Core.Ranges;

namespace Stampo.Core.Comparison;

/// <summary>One way of tooling a route with its uncertain numbers drawn many times: a <see cref="CostPoint"/> per draw, in flat arrays.</summary>
public sealed class DrawnCost(int draws)
{
    /// <summary>Columns that are the same in every draw and every way, such as no set-up or no wear: held once.</summary>
    private static readonly ConcurrentDictionary<(double Value, int Draws), double[]> Same = [];

    public double[] OneOff { get; private set; } = new double[draws];

    public double[] Tool { get; private set; } = new double[draws];

    public double[] Capacity { get; private set; } = new double[draws];

    public double[] PerGoodPart { get; private set; } = new double[draws];

    public double[] Batch { get; private set; } = new double[draws];

    /// <summary>To be kept: what is nothing, or without end, in every draw takes no room of its own. Nothing is written to it after.</summary>
    public DrawnCost Kept()
    {
        (OneOff, Tool, Capacity, PerGoodPart, Batch) = (Once(OneOff), Once(Tool), Once(Capacity), Once(PerGoodPart), Once(Batch));
        return this;
    }

    private static double[] Once(double[] column) => column[0] is 0 or double.PositiveInfinity && !column.AsSpan().ContainsAnyExcept(column[0])
        ? Same.GetOrAdd((column[0], column.Length), column) : column;

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
        var rented = ArrayPool<double>.Shared.Rent(OneOff.Length);
        var totals = rented.AsSpan(0, OneOff.Length);
        Totals(quantity, totals);
        var middle = Band.MiddleOf(totals);
        ArrayPool<double>.Shared.Return(rented);
        return middle;
    }
}

/// <summary>The odds at one quantity: each route's band, how often it is the cheapest, who leads and who ties with the cheapest.</summary>
public sealed record Odds(Band[] Bands, double[] ChanceCheapest, int? Leader, bool[] Tied)
{
    public static Odds At(double quantity, IReadOnlyList<DrawnCost> routes, int draws, IReadOnlyList<bool>? competes = null, IReadOnlyList<SafeRank>? safety = null)
    {
        competes ??= [.. routes.Select(_ => true)];
        var totals = Totals(quantity, routes, draws);
        var bands = Array.ConvertAll(totals, t => Band.Of(t));
        var (leader, tied) = Noise.Lead(Array.ConvertAll(bands, b => b.P50), totals, competes, safety ?? new SafeRank[routes.Count]);
        var odds = new Odds(bands, Chances(totals, draws, competes), leader, tied);
        Spare.Add(totals);
        return odds;
    }

    /// <summary>Who leads, looking at nothing else.</summary>
    public static int? LeaderAt(double quantity, IReadOnlyList<DrawnCost> routes, int draws, IReadOnlyList<bool> competes, IReadOnlyList<SafeRank> safety)
    {
        var totals = Totals(quantity, routes, draws);
        var leader = Noise.Lead([.. totals.Select((t, r) => competes[r] ? Band.MiddleOf(t) : double.PositiveInfinity)], totals, competes, safety).Leader;
        Spare.Add(totals);
        return leader;
    }

    /// <summary>Written over by the next question; sixty quantities would leave twenty megabytes behind otherwise. No more of them than questions at once.</summary>
    private static readonly ConcurrentBag<double[][]> Spare = [];

    private static double[][] Totals(double quantity, IReadOnlyList<DrawnCost> routes, int draws)
    {
        if (!Spare.TryTake(out var totals) || totals.Length != routes.Count || totals.Any(t => t.Length != draws))
            totals = [.. routes.Select(_ => new double[draws])];
        for (var r = 0; r < routes.Count; r++)
            routes[r].Totals(quantity, totals[r]);
        return totals;
    }

    /// <summary>Route by route over all draws, which the processor reads ahead; of two alike the first one counts.</summary>
    private static double[] Chances(double[][] totals, int draws, IReadOnlyList<bool> competes)
    {
        var (least, cheapest) = (new double[draws], new int[draws]);
        Array.Fill(least, double.PositiveInfinity);
        Array.Fill(cheapest, -1);
        for (var r = 0; r < totals.Length; r++)
        {
            if (!competes[r])
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
