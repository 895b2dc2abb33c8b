using Stampo.Core.Ranges;
using Stampo.Core.Units;

namespace Stampo.Core.Working;

/// <summary>One operation on terms, by its sign on the wire.</summary>
internal sealed class Computed : Term
{
    public Computed(string sign, params IReadOnlyList<Term> of)
    {
        (Sign, Of) = (sign, of);
        Dimension = Kind();
        Si = Range();
    }

    public string Sign { get; }

    public new IReadOnlyList<Term> Of { get; }

    public override Dimension Dimension { get; }

    public override ThreePoint Si { get; }

    internal override double At(Func<Figure, double> si) => Result(Sign, [.. Of.Select(t => t.At(si))]);

    internal override void Gather(List<Figure> found)
    {
        foreach (var term in Of)
            term.Gather(found);
    }

    internal static double Result(string sign, ReadOnlySpan<double> of)
    {
        var result = of[0];
        switch (sign)
        {
            case "√":
                return Math.Sqrt(result);
            case "ln":
                return Math.Log(result);
            case "exp":
                return Math.Exp(result);
            // What is whole but for the rounding of its units is whole.
            case "⌈⌉":
                return Math.Ceiling(result - 1e-9);
            case "⌊⌋":
                return Math.Floor(result + 1e-9);
        }

        foreach (var next in of[1..])
            result = sign switch
            {
                "+" => result + next,
                "−" => result - next,
                "×" => result * next,
                "÷" => result / next,
                "^" => Math.Pow(result, next),
                "min" => Math.Min(result, next),
                "max" => Math.Max(result, next),
                _ => throw new InvalidOperationException($"\"{sign}\" is no operation."),
            };
        return result;
    }

    private Dimension Kind()
    {
        var first = Of[0].Dimension;
        switch (Sign)
        {
            case "×":
                return Of.Skip(1).Aggregate(first, (all, t) => all * t.Dimension);
            case "÷":
                return first * Of[1].Dimension.Inverse;
            case "√":
                return first.Power(0.5);
            case "^" when Of[1] is Constant exponent:
                return first.Power(exponent.Value);
            case "+" or "−" or "min" or "max":
                if (Of.FirstOrDefault(t => t.Dimension != first) is { } other)
                    throw new InvalidOperationException(
                        $"{Formula.Words(Of[0])} is {first}, {Formula.Words(other)} {other.Dimension}: they do not go together in {Sign}."
                    );
                return first;
            default:
                if (Of.FirstOrDefault(t => t.Dimension != Dimension.None) is { } kind)
                    throw new InvalidOperationException($"{Formula.Words(kind)} is {kind.Dimension}; {Sign} takes plain numbers.");
                return Dimension.None;
        }
    }

    /// <summary>
    /// From the ranges of what it is made of, each end with each; where a figure stands twice it takes one value in both places.
    /// </summary>
    private ThreePoint Range()
    {
        if (Of.All(t => t.Si.IsPoint))
            return Result(Sign, [.. Of.Select(t => t.Si.Likely)]);
        var uncertain = Figures().Where(f => !f.Value.IsPoint).ToList();
        var twice = uncertain.Count is > 1 and <= MostCorners && uncertain.Distinct().Count() < uncertain.Count;
        return twice ? Corners([.. uncertain.Distinct()]) : EachWithEach();
    }

    private const int MostCorners = 8;

    private ThreePoint EachWithEach()
    {
        double[] likely = [.. Of.Select(t => t.Si.Likely)];
        var (low, high) = (double.PositiveInfinity, double.NegativeInfinity);
        var ends = new double[Of.Count];
        if (Sign is "×" or "÷" or "^" && Of.Count <= MostCorners)
        {
            for (var corner = 0; corner < 1 << Of.Count; corner++)
            {
                for (var i = 0; i < ends.Length; i++)
                    ends[i] = (corner >> i & 1) == 0 ? Of[i].Si.Low : Of[i].Si.High;
                var at = Result(Sign, ends);
                (low, high) = (Math.Min(low, at), Math.Max(high, at));
            }
        }
        else
        {
            // Rising in all of them, but for what is taken off.
            low = Result(Sign, [.. Of.Select((t, i) => Sign == "−" && i > 0 ? t.Si.High : t.Si.Low)]);
            high = Result(Sign, [.. Of.Select((t, i) => Sign == "−" && i > 0 ? t.Si.Low : t.Si.High)]);
        }

        return Around(low, Result(Sign, likely), high);
    }

    private ThreePoint Corners(List<Figure> uncertain)
    {
        var (low, high) = (double.PositiveInfinity, double.NegativeInfinity);
        for (var corner = 0; corner < 1 << uncertain.Count; corner++)
        {
            var bits = corner;
            var at = At(f =>
                uncertain.IndexOf(f) is >= 0 and var i
                    ? (bits >> i & 1) == 0
                        ? f.Si.Low
                        : f.Si.High
                    : f.Si.Likely
            );
            (low, high) = (Math.Min(low, at), Math.Max(high, at));
        }

        return Around(low, At(f => f.Si.Likely), high);
    }

    private static ThreePoint Around(double low, double likely, double high) => new(Math.Min(low, likely), likely, Math.Max(high, likely));
}
