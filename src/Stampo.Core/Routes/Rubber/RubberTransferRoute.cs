using Stampo.Core.Jobs;

namespace Stampo.Core.Routes.Rubber;

/// <summary>Rubber pushed from a pot through sprues into closed cavities: inserts stay put, the pad is lost.</summary>
public sealed class RubberTransferRoute : HotPressedRubber
{
    public override RouteCard Card { get; } =
        new(
            "rubber-transfer",
            "RT",
            "Rubber, transfer molded",
            "Rubber",
            RouteFigure.PressedHalves,
            "The pad and sprues of every shot are cured and lost."
        );

    protected override string ToolShareKey => "rubber.transferShare";

    protected override double UsualWallMm => 0.8;

    protected override double AtRiskWallMm => 0.6;

    protected override double ToleranceMm => 0.2;

    protected override void AddRubber(CostBook book, Job job, int cavities) =>
        book.AddMaterial(ChargedOn.Piece, "Rubber, with pad and sprues", RubberKg(job, "rubber.pad"), job.Material)
            .Add(ChargedOn.Piece, "Load the pot, clear the pad", job.Figure("rubber.transferLoad").Shared(cavities), "labour.bench");
}
