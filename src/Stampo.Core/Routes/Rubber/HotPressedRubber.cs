namespace Stampo.Core.Routes.Rubber;

/// <summary>Rubber cured in a press that a person opens, strips and loads.</summary>
public abstract class HotPressedRubber : RubberRoute
{
    protected override string Metal => "steelPre";

    protected override string LifeKey => "rubber.life";

    protected override Amount CycleHours(Job job) => Cure(job, "rubber.cureMin", "rubber.curePerMm", 60, job.Rate("rubber.strip"));

    protected override void AddPieces(CostBook book, Job job, int cavities) =>
        AddRubber(
            book.Add(ChargedOn.Piece, "Press time", Shared(CycleHours(job), cavities), "rubber.press")
                .Add(ChargedOn.Piece, "Open, blow off, close", Amount.Shared(job.Rate("rubber.strip"), cavities), "labour.bench")
                .Add(ChargedOn.Piece, "Strip and clean the cavity", Amount.Of(job.Rate("rubber.stripEach")), "labour.bench")
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
