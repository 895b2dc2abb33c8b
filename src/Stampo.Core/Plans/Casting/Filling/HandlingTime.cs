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

    public static double Hours(CastData cast, double atC) => Of(cast, atC).In("h").Likely;

    public static Term Of(CastData cast, double atC)
    {
        Figure Known(string name, double value, string unit) => Figure.Given(name, value, unit, "plan/pour.materialId");
        var at = Figure.Given("T", atC, "°C", "plan/filling.cureC");
        var (cold, room) = (Known("t at 23 °C", cast.DemoldH, "h"), Figure.Given("room", RoomC, "°C"));
        if (cast is not { WarmC: { } warmC, WarmDemoldH: { } warmH } || atC < RoomC)
            return cold * RuleOfTen.Factor(room, at);
        var (warm, warmAt) = (Known("t warm", warmH, "h"), Known("T warm", warmC, "°C"));
        return atC > warmC ? warm * RuleOfTen.Factor(warmAt, at) : cold * (warm / cold).Pow((at - room) / (warmAt - room));
    }

    public static string Source(CastData cast) =>
        cast.WarmDemoldH is null ? RuleOfTen.Source : "handling times of the resin at two temperatures, straight between their logarithms";
}
