namespace Stampo.Core.Routes.Rubber;

/// <summary>Rubber cured in a press that a person opens, strips and loads.</summary>
public abstract class HotPressedRubber : RubberRoute
{
    protected override string Metal => "steelPre";

    protected override string ToolShareKey => "rubber.toolShare";

    protected override string LifeKey => "rubber.life";

    protected override Amount CycleHours(Job job) => Cure(job, "rubber.cureMin", "rubber.curePerMm", 60, job.Rate("rubber.open"));

    protected override void AddPieces(CostBook book, Job job, int cavities) =>
        AddRubber(
            book.Add(ChargedOn.Piece, "Press time", Shared(CycleHours(job), cavities), "rubber.press")
                .Add(ChargedOn.Piece, "Open, strip, clean, close", Amount.Shared(job.Rate("rubber.open"), cavities), "labour.bench")
                .Add(
                    ChargedOn.Piece,
                    "Take the flash off",
                    Amount.Of(
                        job.Rate(
                            job.Part.VolumeCm3 * job.Material.DensityGPerCm3 < FrozenUnderG ? "rubber.deflashFrozen" : "rubber.deflash"
                        )
                    ),
                    "labour.bench"
                ),
            job,
            cavities
        );

    /// <summary>Lighter parts are frozen and tumbled by the basket.</summary>
    private const double FrozenUnderG = 20;

    protected abstract void AddRubber(CostBook book, Job job, int cavities);
}
