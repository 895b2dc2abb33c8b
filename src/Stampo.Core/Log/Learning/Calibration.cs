using Stampo.Core.Ranges;

namespace Stampo.Core.Log.Learning;

/// <summary>
/// What had been stated, and what was. <paramref name="RateKey"/>: the rate that stated it; null where no single one did.
/// </summary>
public sealed record Outcome(ThreePoint Stated, double Actual, string? RateKey)
{
    public bool IsInside => Actual >= Stated.Low && Actual <= Stated.High;

    /// <summary>
    /// Where it fell, by the width of its side of the range: −1 at the low end, 0 at the likely value, 1 at the high end. Of a range
    /// without a width nothing can be said.
    /// </summary>
    public double? Place =>
        Actual == Stated.Likely ? 0
        : Actual < Stated.Likely ? Side(Stated.Likely - Stated.Low)
        : Side(Stated.High - Stated.Likely);

    private double? Side(double width) => width > 0 ? (Actual - Stated.Likely) / width : null;
}

/// <summary>A range as wide as its outcomes ask for.</summary>
public sealed record Resized(string RateKey, ThreePoint Stated, ThreePoint Proposed, int Inside, int Of);

/// <summary>How often what was fell into what had been stated, which is to be eight in ten.</summary>
/// <param name="What">Which figure.</param>
/// <param name="Inside">So many fell inside.</param>
/// <param name="Of">Of so many.</param>
/// <param name="Places">Where each fell, see <see cref="Outcome.Place"/>.</param>
/// <param name="Width">As many times as wide would have held eight in ten; null when it holds, or too few tell.</param>
public sealed record Calibration(LearnedWhat What, int Inside, int Of, IReadOnlyList<double> Places, double? Width)
{
    /// <summary>Fewer say nothing of a width; and one in which nearly all fell is only called too wide by more of them.</summary>
    public const int Enough = 5,
        EnoughToNarrow = 10;

    private const double Wanted = 0.8,
        TooFew = 0.7,
        TooMany = 0.95;

    public static Calibration? From(LearnedWhat what, IReadOnlyList<Outcome> outcomes) =>
        outcomes.Count == 0
            ? null
            : new(
                what,
                outcomes.Count(o => o.IsInside),
                outcomes.Count,
                [.. outcomes.Select(o => o.Place).OfType<double>()],
                WidthOf(outcomes)
            );

    /// <summary>For each rate the range that would have held eight in ten of its own outcomes, about the same likely value.</summary>
    /// <param name="outcomes">Of any rates.</param>
    /// <param name="rateOf">As it stands today.</param>
    /// <param name="most">No figure of it can be more; a share ends at 1.</param>
    public static IEnumerable<Resized> Resize(IEnumerable<Outcome> outcomes, Func<string, ThreePoint?> rateOf, double most)
    {
        foreach (var of in outcomes.Where(o => o.RateKey is not null).GroupBy(o => o.RateKey!))
        {
            if (WidthOf([.. of]) is not { } width || rateOf(of.Key) is not { IsPoint: false } rate)
                continue;
            var proposed = new ThreePoint(
                Math.Max(0, rate.Likely - width * (rate.Likely - rate.Low)),
                rate.Likely,
                Math.Min(most, rate.Likely + width * (rate.High - rate.Likely))
            );
            if (proposed != rate)
                yield return new(of.Key, rate, proposed, of.Count(o => o.IsInside), of.Count());
        }
    }

    private static double? WidthOf(IReadOnlyList<Outcome> outcomes)
    {
        var share = outcomes.Count(o => o.IsInside) / (double)Math.Max(1, outcomes.Count);
        var places = outcomes.Select(o => o.Place).OfType<double>().Select(Math.Abs).Order().ToList();
        if (places.Count < Enough || share is >= TooFew and <= TooMany || (share > TooMany && places.Count < EnoughToNarrow))
            return null;
        return places[(int)Math.Ceiling(Wanted * places.Count) - 1];
    }
}
