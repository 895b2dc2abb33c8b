using Stampo.Core.Jobs;
using Stampo.Core.Routes;

namespace Stampo.Core.Comparison;

/// <summary>
/// One route's cost with every number settled: total(Q) = oneOff + ceil(Q/capacity)·tool + ceil(Q/batchSize)·batch + Q·perGoodPart.
/// Capacity is good parts a tool set gives, infinite when nothing wears; perGoodPart is piece ÷ yield.
/// </summary>
public readonly record struct CostPoint(
    double OneOff,
    double Tool,
    double Capacity,
    double PerGoodPart,
    double Batch = 0,
    double BatchSize = double.PositiveInfinity
)
{
    /// <summary>The fewest parts it can be had for; fewer cost without end.</summary>
    public double From { get; init; }

    /// <summary>A quotient this close above a whole number is that number: 23 ÷ (25 × 0.92) is one set, not two.</summary>
    internal const double Rounding = 1e-12;

    /// <summary>With every range at its likely value.</summary>
    public static CostPoint LikelyOf(RouteEstimate e) =>
        new(
            e.Sum(ChargedOn.OneOff).Likely,
            e.Sum(ChargedOn.Tool).Likely,
            e.LifeShots?.Likely * e.Cavities * e.Yield.Likely ?? double.PositiveInfinity,
            e.Sum(ChargedOn.Piece).Likely / e.Yield.Likely,
            e.Sum(ChargedOn.Batch).Likely,
            e.PiecesPerBatch ?? double.PositiveInfinity
        );

    public double Sets(double quantity) => Whole(quantity, Capacity);

    public double Total(double quantity) =>
        quantity < From
            ? double.PositiveInfinity
            : OneOff + Sets(quantity) * Tool + (Batch == 0 ? 0 : Whole(quantity, BatchSize) * Batch) + quantity * PerGoodPart;

    /// <summary>The last whole quantity made with the same number of sets and batches as <paramref name="quantity"/>.</summary>
    public double StepEnd(double quantity) =>
        quantity < From
            ? From - 1
            : Math.Min(LastBefore(quantity, Capacity), Batch == 0 ? double.PositiveInfinity : LastBefore(quantity, BatchSize));

    /// <summary>Straight line the staircase never goes below (<paramref name="above"/> false) or never above.</summary>
    public (double Start, double Slope) Bound(bool above) =>
        (OneOff + Start(Tool, Capacity, above) + Start(Batch, BatchSize, above), PerGoodPart + Tool / Capacity + Batch / BatchSize);

    private static double Start(double step, double size, bool above) => above || double.IsPositiveInfinity(size) ? step : 0;

    internal static double Whole(double quantity, double size)
    {
        if (double.IsPositiveInfinity(size))
            return 1;
        var count = quantity / size;
        return Math.Max(1, Math.Ceiling(count - count * Rounding));
    }

    private static double LastBefore(double quantity, double size) =>
        double.IsPositiveInfinity(size) ? size : Math.Max(quantity, Math.Floor(Whole(quantity, size) * size * (1 + Rounding)));
}
