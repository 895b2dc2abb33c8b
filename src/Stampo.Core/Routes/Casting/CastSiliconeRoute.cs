namespace Stampo.Core.Routes.Casting;

/// <summary>Urethane poured by hand, degassed or cured under pressure.</summary>
public sealed class CastSiliconeRoute : SiliconeCasting
{
    public override RouteCard Card { get; } =
        new(
            "cast-silicone",
            "SM",
            "Urethane cast in silicone",
            "Casting",
            RouteFigure.SoftBlock,
            "A cast urethane in place of the production plastic; the mold lasts dozens of shots."
        );

    protected override (double, double) ThinWallMm => (1.0, 0.7);

    protected override string LifeKey => "silicone.life";

    protected override string ShotKey => "cast.shot";
}
