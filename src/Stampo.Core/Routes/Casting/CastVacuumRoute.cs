using Stampo.Core.Ranges;

namespace Stampo.Core.Routes.Casting;

/// <summary>Urethane mixed and poured inside a vacuum chamber into a warm silicone mold: thin walls fill, the mold ages sooner.</summary>
public sealed class CastVacuumRoute : SiliconeCasting
{
    public override RouteCard Card { get; } = new("cast-vacuum", "VC", "Urethane cast under vacuum", "Casting", RouteFigure.SoftBlock,
        "A cast urethane in place of the production plastic; a chamber and ovens, and a mold that heat ages.");

    protected override (double, double) ThinWallMm => (0.8, 0.7);

    protected override string LifeKey => "vacuum.life";

    protected override string ShotKey => "vacuum.shot";

    protected override void AddOwn(CostBook book, Job job, int cavities) =>
        book.Add(ChargedOn.Piece, "Vacuum casting machine and ovens", Amount.Shared(job.Rate(ShotKey), cavities), "vacuum.machine");

    /// <summary>Demolded warm after 15 to 60 minutes: several shots a day.</summary>
    protected override double PartsPerDay(Job job, int cavities, ThreePoint yield) => 7 * cavities * yield.Likely;
}
