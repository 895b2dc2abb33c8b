using System.Buffers;
using System.Collections.Concurrent;
using System.Numerics;
using System.Runtime.InteropServices;
using Stampo.Core.Ranges;

namespace Stampo.Core.Comparison;

/// <summary>
/// One way of tooling a route with its uncertain numbers drawn many times: a <see cref="CostPoint"/> per draw, in flat arrays.
/// </summary>
public sealed class DrawnCost(int draws)
{
    /// <summary>Columns that are the same in every draw and every way, such as no set-up or no wear: held once.</summary>
    private static readonly ConcurrentDictionary<(double Value, int Draws), double[]> Same = [];

    /// <summary>Of a route that is not looked at.</summary>
    public static DrawnCost None { get; } = new(0);

    public double[] OneOff { get; private set; } = new double[draws];

    public double[] Tool { get; private set; } = new double[draws];

    public double[] Capacity { get; private set; } = new double[draws];

    public double[] PerGoodPart { get; private set; } = new double[draws];

    public double[] Batch { get; private set; } = new double[draws];

    /// <summary>
    /// To be kept: what is nothing, or without end, in every draw takes no room of its own. Nothing is written to it after.
    /// </summary>
    public DrawnCost Kept()
    {
        (OneOff, Tool, Capacity, PerGoodPart, Batch) = (Once(OneOff), Once(Tool), Once(Capacity), Once(PerGoodPart), Once(Batch));
        return this;
    }

    private static double[] Once(double[] column) =>
        column[0] is 0 or double.PositiveInfinity && !column.AsSpan().ContainsAnyExcept(column[0])
            ? Same.GetOrAdd((column[0], column.Length), column)
            : column;

    public double BatchSize { get; init; } = double.PositiveInfinity;

    /// <summary><see cref="CostPoint.Total"/> of every draw, several draws at a time.</summary>
    public void Totals(double quantity, Span<double> totals)
    {
        var (all, nearly, batches) = (
            new Vector<double>(quantity),
            new Vector<double>(1 - CostPoint.Rounding),
            new Vector<double>(CostPoint.Whole(quantity, BatchSize))
        );
        var sums = MemoryMarshal.Cast<double, Vector<double>>(totals);
        ReadOnlySpan<Vector<double>> oneOff = Several(OneOff, sums),
            tool = Several(Tool, sums),
            capacity = Several(Capacity, sums),
            piece = Several(PerGoodPart, sums),
            batch = Several(Batch, sums);
        for (var v = 0; v < sums.Length; v++)
        {
            // An unending tool gives nought sets here and one below, as a single one does.
            var sets = Vector.Max(Vector<double>.One, Vector.Ceiling(all / capacity[v] * nearly));
            sums[v] = oneOff[v] + sets * tool[v] + batches * batch[v] + all * piece[v];
        }

        var d = sums.Length * Vector<double>.Count;
        for (; d < totals.Length; d++)
            totals[d] = new CostPoint(OneOff[d], Tool[d], Capacity[d], PerGoodPart[d], Batch[d], BatchSize).Total(quantity);
    }

    /// <summary>A column as vectors, as many as there are sums: a length the compiler knows needs no check at each.</summary>
    private static ReadOnlySpan<Vector<double>> Several(double[] column, ReadOnlySpan<Vector<double>> sums) =>
        MemoryMarshal.Cast<double, Vector<double>>(column)[..sums.Length];

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
    /// <param name="quantity">How many.</param>
    /// <param name="routes">Each route's way.</param>
    /// <param name="draws">How many draws of each.</param>
    /// <param name="competes">Which may lead; null: all.</param>
    /// <param name="safety">Which leads among those that tie; null: all are alike.</param>
    /// <param name="wanted">Which have a band; null: all. Who may lead has one.</param>
    public static Odds At(
        double quantity,
        IReadOnlyList<DrawnCost> routes,
        int draws,
        IReadOnlyList<bool>? competes = null,
        IReadOnlyList<SafeRank>? safety = null,
        IReadOnlyList<bool>? wanted = null
    )
    {
        competes ??= [.. routes.Select(_ => true)];
        var totals = Totals(quantity, routes, draws, wanted);
        Band[] bands = [.. totals.Select((t, r) => wanted is null || wanted[r] ? Band.Of(t) : default)];
        var (leader, tied) = Noise.Lead(Array.ConvertAll(bands, b => b.P50), totals, competes, safety ?? new SafeRank[routes.Count]);
        var odds = new Odds(bands, Chances(totals, draws, competes), leader, tied);
        Spare.Add(totals);
        return odds;
    }

    /// <summary>Who leads, looking at nothing else.</summary>
    public static int? LeaderAt(
        double quantity,
        IReadOnlyList<DrawnCost> routes,
        int draws,
        IReadOnlyList<bool> competes,
        IReadOnlyList<SafeRank> safety
    )
    {
        var totals = Totals(quantity, routes, draws, competes);
        var leader = Noise
            .Lead([.. totals.Select((t, r) => competes[r] ? Band.MiddleOf(t) : double.PositiveInfinity)], totals, competes, safety)
            .Leader;
        Spare.Add(totals);
        return leader;
    }

    /// <summary>
    /// Written over by the next question; sixty quantities would leave twenty megabytes behind otherwise. No more of them than questions
    /// at once.
    /// </summary>
    private static readonly ConcurrentBag<double[][]> Spare = [];

    private static double[][] Totals(double quantity, IReadOnlyList<DrawnCost> routes, int draws, IReadOnlyList<bool>? wanted = null)
    {
        if (!Spare.TryTake(out var totals) || totals.Length != routes.Count || totals.Any(t => t.Length != draws))
            totals = [.. routes.Select(_ => new double[draws])];
        for (var r = 0; r < routes.Count; r++)
        {
            if (wanted is null || wanted[r])
                routes[r].Totals(quantity, totals[r]);
        }

        return totals;
    }

    /// <summary>Route by route over all draws, several at a time; of two alike the first one counts.</summary>
    private static double[] Chances(double[][] totals, int draws, IReadOnlyList<bool> competes)
    {
        var padded = (draws + Vector<double>.Count - 1) / Vector<double>.Count * Vector<double>.Count;
        var (least, cheapest) = (new double[padded], new long[padded]);
        Array.Fill(least, double.PositiveInfinity);
        Array.Fill(cheapest, -1);
        for (var r = 0; r < totals.Length; r++)
        {
            if (competes[r])
                Undercut(totals[r].AsSpan(0, draws), r, least, cheapest);
        }

        var wins = new int[totals.Length];
        foreach (var r in cheapest.AsSpan(0, draws))
        {
            if (r >= 0)
                wins[r]++;
        }

        return Array.ConvertAll(wins, won => (double)won / draws);
    }

    /// <summary>Takes a route's place as the cheapest in the draws in which it is.</summary>
    private static void Undercut(ReadOnlySpan<double> totals, int route, double[] least, long[] cheapest)
    {
        var leasts = MemoryMarshal.Cast<double, Vector<double>>(least.AsSpan());
        var cheapests = MemoryMarshal.Cast<long, Vector<long>>(cheapest.AsSpan());
        var several = MemoryMarshal.Cast<double, Vector<double>>(totals);
        var mine = new Vector<long>(route);
        for (var v = 0; v < several.Length; v++)
        {
            var less = Vector.LessThan(several[v], leasts[v]);
            leasts[v] = Vector.ConditionalSelect(less, several[v], leasts[v]);
            cheapests[v] = Vector.ConditionalSelect(less, mine, cheapests[v]);
        }

        for (var d = several.Length * Vector<double>.Count; d < totals.Length; d++)
        {
            if (totals[d] < least[d])
                (least[d], cheapest[d]) = (totals[d], route);
        }
    }
}
