using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Plans.Casting.PrintedMolds;
using Stampo.Core.Printing;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Casting;

/// <summary>Urethane poured into a printed split mold: no pattern, two days from the drawing.</summary>
public sealed class CastPrintedRoute : IRoute
{
    public RouteCard Card { get; } =
        new(
            "cast-printed",
            "PM",
            "Urethane cast in a printed mold",
            "Casting",
            RouteFigure.SplitHalves,
            "Layer lines are copied; needs draft unless the part is soft; a cast urethane in place of the production plastic."
        );

    public IEnumerable<Gate> Screen(Job job)
    {
        yield return Gates.Prints(
            job,
            "Fits the mold printer",
            "mold half",
            [.. PrintCost.SidesMm(job).OrderDescending().Select((side, i) => (side + 2 * PrintedMoldSolid.WallMm) / (i == 2 ? 2 : 1))]
        );
        yield return Gates.ThinnestWall(job, 1.2, 1.0);
        yield return Gates.DraftWithoutEjection(job, 1);
        yield return Gates.UndercutInRigidTool(job, "each undercut becomes a loose piece of the mold");
        yield return Gates.Inserts(job, molded: true, "");
        if (job.Brief.ShowSide == Briefs.Finish.Gloss)
            yield return new Gate(
                Verdict.AtRisk,
                "Finish",
                "Gloss from a printed mold means sanding the cavity, which is hard to reach.",
                "Take fine matt, or a silicone mold from a polished pattern."
            );
    }

    public Made Made => Made.SoftMold;

    public IReadOnlyList<string> Cautions => ["cast-urethane", "resin-printing", "dust", "vacuum", "pressure"];

    public bool TakesSecondMaterial => true;

    public IReadOnlyList<int> CavityChoices(Job job) =>
        [.. new[] { 1, 2, 4 }.Where(n => n == 1 || PrintedMoldSolid.Cm3(job.Part, PrintedMoldSolid.WallMm) * n < 8000)];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Figure("printedMold.yield");
        var solid = PrintedMoldSolid.Cm3(job.Part, PrintedMoldSolid.WallMm);
        var build = PrintCost.Halves(job, PrintedMoldSolid.WallMm, solid);
        var block = PrintedMoldSolid.Of(job.Part, PrintedMoldSolid.WallMm);
        Term More(Term each) => each.ForAll(cavities, grows: 0.7);
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering: split, keys, vents", job.Figure("engineering.cast"), "labour.engineer")
            .Add(
                ChargedOn.Tool,
                "Mold: resin",
                PrintCost.MaterialKg(job, block.ForAll(cavities), PrintCost.ResinDensity),
                "print.patternResin"
            )
            .Add(ChargedOn.Tool, "Mold: printer time", build.Hours(2 * cavities), "print.machine")
            .Add(ChargedOn.Tool, "Smooth, seal and fit the halves", More(job.Figure("printedMold.finishHours")), "labour.bench")
            .Add(ChargedOn.Tool, "Sand the cavity to the grade of the show side", More(PrintCost.FinishHours(job)), "labour.bench")
            .AddPrice(ChargedOn.Tool, "Bolts, pins, release", "printedMold.hardware")
            .AddSecondTool(job, "second.castMold")
            .AddPieces(job, cavities, "printedMold.shot", "printedMold.yield");
        if (build.BondHours(2 * cavities) is { } bond)
            book.Add(ChargedOn.Tool, "Bond and fair the pieces", bond, "labour.bench");
        var method = Casting(job, cavities);
        var life = Pouring.Life(job, method, PrintedMoldSolid.WallMm);
        return new RouteEstimate(
            cavities,
            book.Lines,
            life.Figure,
            yield,
            null,
            CastingLead.Of(job, method),
            Pouring.PartsPerDay(job, cavities, yield.Value),
            Math.Max(0.25, 0.002 * job.Part.LongestMm)
        );
    }

    public IReadOnlyList<RouteMethod> Methods(Job job, int cavities) => [Casting(job, cavities)];

    public static CastingMethod Casting(Job job, int cavities) =>
        new(
            PouredInto.PrintedMold,
            FillingSchool.DegassedPressure,
            job.Material.Id,
            cavities,
            Pouring.ExtraCm3(job),
            "printedMold.yield",
            "printedMold.life"
        );
}
