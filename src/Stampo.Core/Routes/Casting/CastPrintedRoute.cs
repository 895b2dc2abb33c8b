using Stampo.Core.Plans;
using Stampo.Core.Plans.Filling;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Routes.Printing;

namespace Stampo.Core.Routes.Casting;

/// <summary>Urethane poured into a printed split mold: no pattern, two days from the drawing.</summary>
public sealed class CastPrintedRoute : IRoute
{
    private const double WallMm = 7;

    public RouteCard Card { get; } = new("cast-printed", "PM", "Urethane cast in a printed mold", "Casting", RouteFigure.SplitHalves,
        "Layer lines are copied; needs draft unless the part is soft; a cast urethane in place of the production plastic.");

    public IEnumerable<Gate> Screen(Job job)
    {
        yield return Gates.FitsInto(job, "the mold printer", PrintCost.PlatformX - 2 * WallMm, PrintCost.PlatformY - 2 * WallMm, PrintCost.PlatformZ - 2 * WallMm);
        yield return Gates.ThinnestWall(job, 1.2, 1.0);
        yield return Gates.Draft(job, 1);
        yield return Gates.UndercutInRigidTool(job, "each undercut becomes a loose piece of the mold");
        yield return Gates.Inserts(job, molded: true, "");
        if (job.Brief.ShowSide == Briefs.Finish.Gloss)
            yield return new Gate(Verdict.AtRisk, "Finish", "Gloss from a printed mold means sanding the cavity, which is hard to reach.", "Take fine matt, or a silicone mold from a polished pattern.");
    }

    public bool TakesSecondMaterial => true;

    public IReadOnlyList<int> CavityChoices(Job job) => [.. new[] { 1, 2, 4 }.Where(n => n == 1 || BlockCm3(job) * n < 4000)];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Norm("printedMold.yield");
        var solid = job.Norm("printedMold.fill").Likely * (BlockCm3(job) - job.Part.VolumeCm3) * cavities;
        var more = Math.Pow(cavities, 0.7);
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering: split, keys, vents", Amount.Of(job.Rate("engineering.cast")), "labour.engineer")
            .Add(ChargedOn.Tool, "Mold: resin", PrintCost.MaterialKg(job, solid, PrintCost.ResinDensity), "print.patternResin")
            .Add(ChargedOn.Tool, "Mold: printer time", PrintCost.MachineHours(job, solid, 1), "print.machine")
            .Add(ChargedOn.Tool, "Smooth, seal and fit the halves", Amount.Of(job.Rate("printedMold.finishHours"), more, "cavities^0.7"), "labour.bench")
            .AddPrice(ChargedOn.Tool, "Bolts, pins, release", "printedMold.hardware")
            .AddSecondTool(job, "second.castMold")
            .AddPieces(job, cavities, "printedMold.shot");
        var life = Pouring.Life(job, Casting(job, cavities));
        return new RouteEstimate(cavities, book.Lines, life.Shots, life.Working.Inputs, yield, null,
            [new LeadStep("Split and prepare the mold", new(0.3, 0.5, 1)), new LeadStep("Print the mold", new(0.5, 1, 2)), new LeadStep("Smooth, seal, first pour", new(0.5, 0.5, 1))],
            Pouring.PartsPerDay(job, cavities, yield), Math.Max(0.25, 0.002 * job.Part.LongestMm));
    }

    public CastingMethod Casting(Job job, int cavities) =>
        new(PouredInto.PrintedMold, FillingSchool.DegassedPressure, job.Material.Id, cavities, Pouring.ExtraCm3(job), "printedMold.yield", "printedMold.life");

    private static double BlockCm3(Job job) =>
        (job.Part.LengthMm + 2 * WallMm) * (job.Part.WidthMm + 2 * WallMm) * (job.Part.HeightMm + 2 * WallMm) / 1000;
}
