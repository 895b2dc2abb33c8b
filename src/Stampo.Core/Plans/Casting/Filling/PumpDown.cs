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
        var seconds = sheet.Write(
            "pumpDown",
            "Pump-down",
            "60 × V ÷ S × ln(p₀ ÷ p₁)",
            60 * request.VolumeL / request.SpeedLPerMin * Math.Log(request.FromMbar / request.ToMbar),
            "s",
            "ideal gas, constant pump speed, no leak; boiling resin takes longer",
            new WorkInput("V", request.VolumeL, "L", "brief/equipment"),
            new WorkInput("S", request.SpeedLPerMin, "L/min", "brief/equipment"),
            new WorkInput("p₀", request.FromMbar, "mbar"),
            new WorkInput("p₁", request.ToMbar, "mbar")
        );
        return new PumpDownAnswer(seconds, sheet.Lines);
    }
}
