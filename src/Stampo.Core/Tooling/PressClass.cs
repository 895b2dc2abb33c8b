using Stampo.Core.Working;

namespace Stampo.Core.Tooling;

/// <summary>A usual injection press by its clamp; a shot uses 20 to 80 % of its barrel.</summary>
public sealed record PressClass(
    double Kn,
    double TieBarMm,
    double DaylightMm,
    double StrokeMm,
    double DryS,
    double RatePerH,
    double ShotCm3
)
{
    public static IReadOnlyList<PressClass> All { get; } = EmbeddedJson.List<PressClass>("presses");
}
