using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Core.Log.Shelf;

/// <summary>How sure one is of the life of a kind of tool: a rate ~ Gamma(a, b), b in shots to the power of the shape.</summary>
public sealed record LifePrior(double A, double B);

/// <summary>
/// Shots to the end of a tool ~ Weibull of a known shape, its rate λ = η^(−k) ~ Gamma(a, b). A tool that wore out after n shots adds
/// (1, nᵏ), one that is still in service, or was retired for another reason, (0, nᵏ).
/// </summary>
/// <param name="Shape">k: more than 1 wears out.</param>
/// <param name="A">Prior and tools that wore out.</param>
/// <param name="B">Prior and the shots of all.</param>
public sealed record LifeForecast(double Shape, double A, double B)
{
    private const int MostTools = 10_000;

    private const double MostShots = 1e8,
        LeastShape = 0.2,
        MostShape = 20;

    /// <summary>A prior worth half a worn tool at least, and four at most: a shop's own history shall be heard.</summary>
    private const double LeastWeight = 0.5,
        MostWeight = 4;

    public static LifeForecast Of(double shape, LifePrior prior, IReadOnlyList<double> retired, IReadOnlyList<double> inService)
    {
        Check.Between(shape, LeastShape, MostShape, "shape", "", "a tool's life has a shape of 1 to 5 as a rule");
        Check.Given(prior, "prior");
        Check.Positive(prior.A, "prior.a", "", 1e6);
        Check.Positive(prior.B, "prior.b", "", 1e300);
        Counted(retired, "retired");
        Counted(inService, "inService");
        var b = prior.B + retired.Concat(inService).Sum(n => Math.Pow(n, shape));
        if (!double.IsFinite(b))
            throw new RefusalException("forecast.endless", "So many shots to the power of the shape are beyond any number.", "shape");
        return new LifeForecast(shape, prior.A + retired.Count, b);
    }

    /// <summary>
    /// What a plan's low, likely and high say, taken as 10, 50 and 90 %: shape, weight and scale are those that hold all three. A weight
    /// beyond its bounds is taken at the bound, and the shape then holds low and high, the scale the likely one.
    /// </summary>
    public static LifeForecast From(ThreePoint shots)
    {
        Check.Positive(shots.Low, "low", "shots", MostShots);
        var (low, likely, high) = (Math.Log(shots.Low), Math.Log(shots.Likely), Math.Log(shots.High));
        // No range at all is not certainty: a tenth to either side.
        if (high - low < 0.2)
            (low, high) = (likely - 0.1, likely + 0.1);
        var skew = likely > low ? (high - likely) / (likely - low) : double.PositiveInfinity;
        var a = WeightFor(skew);
        var shape = Math.Clamp((Spread(a, 0.9) - Spread(a, 0.1)) / (high - low), LeastShape, MostShape);
        return new LifeForecast(shape, a, Math.Exp(shape * likely - Spread(a, 0.5)));
    }

    /// <summary>With what became of other tools of the kind.</summary>
    public LifeForecast With(IReadOnlyList<double> retired, IReadOnlyList<double> inService) =>
        Of(Shape, new LifePrior(A, B), retired, inService);

    /// <summary>
    /// The chance that a tool with so many shots, which is among those in service, survives so many more:
    /// (b ÷ (b + (n + m)ᵏ − nᵏ))^a.
    /// </summary>
    public double Survival(double current, double more)
    {
        Check.Between(current, 0, MostShots, "current", "shots", "shots already made");
        Check.Between(more, 0, MostShots, "more", "shots", "shots still to come");
        return Math.Pow(B / (B + Math.Pow(current + more, Shape) - Math.Pow(current, Shape)), A);
    }

    /// <summary>Shots still to come that a tool survives with that chance.</summary>
    public double MoreAt(double current, double chance) =>
        Math.Pow(Math.Pow(current, Shape) + B * (Math.Pow(chance, -1 / A) - 1), 1 / Shape) - current;

    /// <summary>ln((1 − q)^(−1/a) − 1): where a share of q is gone, on a scale of ln(shotsᵏ ÷ b).</summary>
    private static double Spread(double a, double gone) => Math.Log(Math.Pow(1 - gone, -1 / a) - 1);

    /// <summary>The skew of ln shots falls with the weight: halved until it is met.</summary>
    private static double WeightFor(double skew)
    {
        static double SkewAt(double a) => (Spread(a, 0.9) - Spread(a, 0.5)) / (Spread(a, 0.5) - Spread(a, 0.1));
        var (light, heavy) = (LeastWeight, MostWeight);
        for (var i = 0; i < 60; i++)
        {
            var a = (light + heavy) / 2;
            (light, heavy) = SkewAt(a) > skew ? (a, heavy) : (light, a);
        }

        return (light + heavy) / 2;
    }

    private static void Counted(IReadOnlyList<double> shots, string field)
    {
        Check.Between(Check.Given(shots, field).Count, 0, MostTools, field, "tools", "no shop has more");
        for (var i = 0; i < shots.Count; i++)
            Check.Between(shots[i], 0, MostShots, $"{field}[{i}]", "shots", "shots are counted");
    }
}
