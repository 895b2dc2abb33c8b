using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>A chamber and its pump; pressures absolute.</summary>
public sealed record PumpDownRequest(double VolumeL, double SpeedLPerMin, double FromMbar, double ToMbar);

public sealed record PumpDownAnswer(double Seconds, IReadOnlyList<WorkLine> Working);

/// <summary>Time to empty a tight chamber with a pump of constant speed: t = V/S · ln(p₀/p₁).</summary>
public static class PumpDown
{
    public static PumpDownAnswer Of(PumpDownRequest request)
    {
        Check.Between(request.VolumeL, 0.01, 100_000, "volumeL", "L", "from a cup to a room");
        Check.Between(request.SpeedLPerMin, 0.1, 1_000_000, "speedLPerMin", "L/min", "that is what pumps move; 1 m³/h is 16.7 L/min");
        Check.Between(request.FromMbar, 0.001, 10_000, "fromMbar", "mbar", "an absolute pressure");
        Check.Between(request.ToMbar, 0.001, request.FromMbar, "toMbar", "mbar", "pumping down ends below where it began");
        var sheet = new Worksheet();
        Figure Known(string name, double value, string unit, string? at = null) => Figure.Given(name, value, unit, at);
        var seconds = sheet
            .Line(
                "pumpDown",
                "Pump-down",
                Known("volume", request.VolumeL, "L", "brief/equipment")
                    / Known("speed of the pump", request.SpeedLPerMin, "L/min", "brief/equipment")
                    * Term.Ln(Known("p₀", request.FromMbar, "mbar") / Known("p₁", request.ToMbar, "mbar")),
                "s",
                "ideal gas, constant pump speed, no leak; boiling resin takes longer"
            )
            .Value.Likely;
        return new PumpDownAnswer(seconds, sheet.Lines);
    }
}
