using Stampo.Core.Jobs;

namespace Stampo.Core.Routes.Rubber;

/// <summary>Blanks of uncured rubber laid into hot cavities and pressed: the cheapest rubber tool, the most handling.</summary>
public sealed class RubberCompressionRoute : HotPressedRubber
{
    public override RouteCard Card { get; } =
        new(
            "rubber-compression",
            "RC",
            "Rubber, compression molded",
            "Rubber",
            RouteFigure.PressedHalves,
            "A flash line all round, and a blank laid in by hand for every cavity."
        );

    protected override string ToolShareKey => "rubber.compressionShare";

    protected override double UsualWallMm => 1.0;

    protected override double AtRiskWallMm => 0.7;

    protected override double ToleranceMm => 0.25;

    protected override void AddRubber(CostBook book, Job job, int cavities) =>
        book.AddMaterial(ChargedOn.Piece, "Rubber, with flash", RubberKg(job, "rubber.flash"), job.Material)
            .Add(ChargedOn.Piece, "Cut, weigh and load the blank", job.Figure("rubber.load"), "labour.bench");
}
