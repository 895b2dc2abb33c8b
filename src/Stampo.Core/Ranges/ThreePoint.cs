using System.Numerics;
using System.Runtime.InteropServices;
using Stampo.Core.Wording;

namespace Stampo.Core.Ranges;

/// <summary>
/// A low / likely / high estimate of one number; a certain number has all three equal.
/// Arithmetic is on the three points (worst with worst), which is right for showing a span;
/// the odds come from drawing each input on its own, see <see cref="At(double)"/>.
/// </summary>
public readonly record struct ThreePoint
{
    public ThreePoint(double low, double likely, double high)
    {
        if (!(low <= likely && likely <= high))
            throw new RefusalException(
                "range.out-of-order",
                $"A range needs low ≤ likely ≤ high; got {Text.Number(low)} / {Text.Number(likely)} / {Text.Number(high)}."
            );
        (Low, Likely, High) = (low, likely, high);
    }

    public double Low { get; }

    public double Likely { get; }

    public double High { get; }

    public bool IsPoint => Low == High;

    public static implicit operator ThreePoint(double value) => new(value, value, value);

    public static ThreePoint operator +(ThreePoint a, ThreePoint b) => new(a.Low + b.Low, a.Likely + b.Likely, a.High + b.High);

    /// <summary>Product of two ranges of numbers that are not negative.</summary>
    public static ThreePoint operator *(ThreePoint a, ThreePoint b) => new(a.Low * b.Low, a.Likely * b.Likely, a.High * b.High);

    /// <summary>Quotient of two ranges of positive numbers: the low end is low over high.</summary>
    public static ThreePoint operator /(ThreePoint a, ThreePoint b) => new(a.Low / b.High, a.Likely / b.Likely, a.High / b.Low);

    /// <summary>The larger of two ranges, end by end.</summary>
    public ThreePoint AtLeast(ThreePoint other) =>
        new(Math.Max(Low, other.Low), Math.Max(Likely, other.Likely), Math.Max(High, other.High));

    /// <summary>
    /// Inverse distribution of the triangle (low, likely, high) at <paramref name="u"/> in 0…1.
    /// Source: the triangular distribution, any statistics handbook.
    /// </summary>
    public double At(double u)
    {
        var span = High - Low;
        if (span <= 0)
            return Likely;
        var rise = Likely - Low;
        return u * span < rise ? Low + Math.Sqrt(u * span * rise) : High - Math.Sqrt((1 - u) * span * (High - Likely));
    }

    /// <summary><see cref="At(double)"/> of many numbers in 0…1 in place, several at a time and to the last bit the same.</summary>
    public void At(Span<double> u)
    {
        var several = MemoryMarshal.Cast<double, Vector<double>>(u);
        Vector<double> low = new(Low),
            high = new(High),
            span = new(High - Low),
            rise = new(Likely - Low),
            fall = new(High - Likely);
        for (var v = 0; v < several.Length; v++)
        {
            var share = several[v] * span;
            several[v] = Vector.ConditionalSelect(
                Vector.LessThan(share, rise),
                low + Vector.SquareRoot(share * rise),
                high - Vector.SquareRoot((Vector<double>.One - several[v]) * span * fall)
            );
        }

        for (var i = several.Length * Vector<double>.Count; i < u.Length; i++)
            u[i] = At(u[i]);
    }

    public override string ToString() =>
        IsPoint ? Text.Number(Likely) : $"{Text.Number(Low)} / {Text.Number(Likely)} / {Text.Number(High)}";
}
