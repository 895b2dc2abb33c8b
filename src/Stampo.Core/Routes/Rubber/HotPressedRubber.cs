using Stampo.Core.Jobs;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Rubber;

/// <summary>Rubber cured in a press that a person opens, strips and loads.</summary>
public abstract class HotPressedRubber : RubberRoute
{
    protected override string Metal => "steelPre";

    protected override string LifeKey => "rubber.life";

    protected override Figure Cycle(Job job) => Cured(job, "rubber.cureMin", "rubber.curePerMm", "min", "rubber.strip");

    protected override void AddPieces(CostBook book, Job job, int cavities) =>
        AddRubber(
            book.Add(ChargedOn.Piece, "Press time", Cycle(job).Shared(cavities), "rubber.press")
                .Add(ChargedOn.Piece, "Open, blow off, close", job.Figure("rubber.strip").Shared(cavities), "labour.bench")
                .Add(ChargedOn.Piece, "Strip and clean the cavity", job.Figure("rubber.stripEach"), "labour.bench")
                .Add(
                    ChargedOn.Piece,
                    "Take the flash off",
                    job.Figure(job.Part.VolumeCm3 * job.Material.DensityGPerCm3 < FrozenUnderG ? "rubber.deflashFrozen" : "rubber.deflash"),
                    "labour.bench"
                ),
            job,
            cavities
        );

    /// <summary>Lighter parts are frozen and tumbled by the basket.</summary>
    private const double FrozenUnderG = 20;

    protected abstract void AddRubber(CostBook book, Job job, int cavities);
}
