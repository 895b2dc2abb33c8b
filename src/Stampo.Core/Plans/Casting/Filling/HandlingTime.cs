using Stampo.Core.Materials;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>
/// Hours until a cast part can be taken out, at any temperature. Between the two temperatures the data sheet knows the logarithm of the
/// time goes straight; beyond them, or with one known only, the rule of ten bridges the gap.
/// </summary>
public static class HandlingTime
{
    private const double RoomC = 23;

    public static double Hours(CastData cast, double atC)
    {
        if (cast is not { WarmC: { } warmC, WarmDemoldH: { } warmH })
            return cast.DemoldH * RuleOfTen.Factor(RoomC, atC);
        if (atC < RoomC)
            return cast.DemoldH * RuleOfTen.Factor(RoomC, atC);
        return atC > warmC
            ? warmH * RuleOfTen.Factor(warmC, atC)
            : cast.DemoldH * Math.Pow(warmH / cast.DemoldH, (atC - RoomC) / (warmC - RoomC));
    }

    public static string Formula(CastData cast) =>
        cast.WarmDemoldH is null ? "t_23 × 2^((23 − T) ÷ 10)" : "t_23 × (t_warm ÷ t_23)^((T − 23) ÷ (T_warm − 23))";

    public static string Source(CastData cast) =>
        cast.WarmDemoldH is null ? RuleOfTen.Source : "handling times of the resin at two temperatures, straight between their logarithms";
}
