using Stampo.Core.Jobs;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Rubber;

/// <summary>Two-part liquid silicone injected cold into a hot tool: fast, near flash-free, from some ten thousand a year.</summary>
public sealed class RubberLsrRoute : RubberRoute
{
    public override RouteCard Card { get; } =
        new(
            "rubber-lsr",
            "LS",
            "Liquid silicone, injected",
            "Rubber",
            RouteFigure.PressedHalves,
            "Only silicone; a cold-runner tool that costs more than one for plastic."
        );

    protected override double UsualWallMm => 0.3;

    protected override double AtRiskWallMm => 0.2;

    protected override double ToleranceMm => 0.08;

    protected override string Metal => "steelHard";

    protected override string ToolShareKey => "lsr.toolShare";

    protected override string LifeKey => "lsr.life";

    protected override string PressKey => "lsr.press";

    protected override bool IsHeated => false;

    protected override Figure Cycle(Job job) => Cured(job, "lsr.cycle", "lsr.curePerMm", "s");

    protected override void AddPieces(CostBook book, Job job, int cavities) =>
        book.AddMaterial(ChargedOn.Piece, "Liquid silicone", RubberKg(job, "inject.runner"), job.Material)
            .Add(ChargedOn.Piece, "Press and pump", Cycle(job).Shared(cavities), "lsr.press")
            .Add(ChargedOn.Piece, "Attend the press", PressCycle.Attended(job, Cycle(job), cavities), "labour.bench")
            .Add(ChargedOn.Piece, "Pack, glance at", job.Figure("inject.pack"), "labour.bench");
}
