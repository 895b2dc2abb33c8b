namespace Stampo.Core.Plans.Casting.Batches;

/// <summary>Weights a scale can show that keep the ratio.</summary>
public static class ScaleRounding
{
    public const double RatioLimitPct = 0.5;

    /// <summary>Steps the smaller cup must hold, so that one step is at most 1 % of it.</summary>
    public const int StepsInSmallestCup = 100;

    /// <summary>How much more than needed may be mixed to find whole steps that keep the ratio.</summary>
    private const double MostExtra = 0.1;

    /// <summary>
    /// The smallest whole numbers of steps with A + B not less than needed and the ratio within 0.5 %;
    /// when up to a tenth more mass finds none, the pair with the least ratio error.
    /// </summary>
    public static (double AG, double BG) Round(double aG, double bG, double stepG)
    {
        var (best, least) = ((AG: 0.0, BG: 0.0), double.PositiveInfinity);
        var first = Math.Floor(aG / stepG + 1e-9);
        var last = Math.Min(Math.Max(Math.Ceiling(aG / stepG - 1e-9), Math.Floor(aG * (1 + MostExtra) / stepG)), first + 20_000);
        for (var a = Math.Max(1, first); a <= last; a++)
        {
            var ideal = a * bG / aG;
            foreach (var b in new[] { Math.Floor(ideal + 1e-9), Math.Ceiling(ideal - 1e-9) })
            {
                if (b < 1 || (a + b) * stepG < (aG + bG) * (1 - 1e-9))
                    continue;
                var error = RatioErrorPct(a, b, aG / bG);
                if (error < least - 1e-9)
                    (best, least) = ((Clean(a, stepG), Clean(b, stepG)), error);
                if (error <= RatioLimitPct)
                    return (Clean(a, stepG), Clean(b, stepG));
            }
        }

        return double.IsPositiveInfinity(least) ? (Math.Ceiling(aG / stepG) * stepG, Math.Ceiling(bG / stepG) * stepG) : best;
    }

    public static double RatioErrorPct(double a, double b, double wanted) => 100 * Math.Abs(a / b / wanted - 1);

    /// <summary>Whole steps without the dust of binary fractions: 3 × 0.1 is 0.3.</summary>
    private static double Clean(double steps, double stepG) => Math.Round(steps * stepG, 6);
}
