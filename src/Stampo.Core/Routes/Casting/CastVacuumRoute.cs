using Stampo.Core.Jobs;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Ranges;

namespace Stampo.Core.Routes.Casting;

/// <summary>Urethane mixed and poured inside a vacuum chamber into a warm silicone mold: thin walls fill, the mold ages sooner.</summary>
public sealed class CastVacuumRoute : SiliconeCasting
{
    private const double WarmC = 70,
        LeastShotsADay = 3;

    public override RouteCard Card { get; } =
        new(
            "cast-vacuum",
            "VC",
            "Urethane cast under vacuum",
            "Casting",
            RouteFigure.SoftBlock,
            "A cast urethane in place of the production plastic; a chamber and ovens, and a mold that heat ages."
        );

    protected override (double, double) ThinWallMm => (0.8, 0.7);

    protected override string LifeKey => "vacuum.life";

    protected override string ShotKey => "vacuum.shot";

    protected override void AddOwn(CostBook book, Job job, int cavities) =>
        book.Add(ChargedOn.Piece, "Vacuum casting machine and ovens", job.Figure(ShotKey).Shared(cavities), "vacuum.machine");

    protected override double PartsPerDay(Job job, int cavities, ThreePoint yield) =>
        (job.Material.Cast is { } cast ? ShotRate.InChamber(cast, WarmC) : LeastShotsADay) * cavities * yield.Likely;

    public override CastingMethod Casting(Job job, int cavities) =>
        base.Casting(job, cavities) with
        {
            Filling = FillingSchool.Chamber,
            LifeCountsHeat = true,
        };
}
