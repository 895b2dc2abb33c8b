using Stampo.Core.Parts;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>Trimming by each method, and what shrink leaves to chance.</summary>
internal static class TrimSection
{
    public static IReadOnlyList<TrimOption> Options(FormingCase of)
    {
        var metres = OutlineM(of);
        var (job, bench) = (of.Job, of.Job.Norm("labour.bench"));
        TrimOption[] options =
        [
            Of(TrimMethod.Hand, job.Norm("form.trimHand") * metres, 0),
            Of(TrimMethod.Router, job.Norm("form.trimRouter") * metres, job.Norm("form.tileHours") * job.Norm("labour.toolmaker")),
            Of(TrimMethod.Die, job.Norm("form.trimDie"), job.Norm("form.diePrice") * metres),
        ];
        var planned = options.First(o => o.Method == of.Choices.Trim.Method);
        var (path, norm) = (Figure.Given("path", metres, "m", "part"), job.Figure(KeyOf(planned.Method)).Likely);
        of.Working.Line("trimMin", "Trim one part", planned.Method == TrimMethod.Die ? norm : path * norm, "min", "norms of the rate card");
        return options;

        TrimOption Of(TrimMethod method, ThreePoint minutes, ThreePoint fixture) =>
            new(method, minutes.Likely, fixture, fixture + minutes * (1 / 60.0) * bench * (of.Shots * of.Up));
    }

    /// <summary>Along the outline and its holes; around the box while there is no mesh.</summary>
    public static double OutlineM(FormingCase of) => (of.Shell?.OutlineMm ?? 2 * (of.WidthMm + of.LengthMm)) / 1000;

    private static string KeyOf(TrimMethod method) =>
        method switch
        {
            TrimMethod.Hand => "form.trimHand",
            TrimMethod.Router => "form.trimRouter",
            _ => "form.trimDie",
        };

    public static ShrinkFigures Shrink(FormingCase of)
    {
        var shrink = of.Material.ShrinkPct;
        var longest = of.LengthMm;
        Figure Shrinks(string name, double pct) => Figure.Given(name, pct, "%", "plan/sheet.materialId");
        var misses = of
            .Working.Line(
                "shrinkMissMm",
                "What shrink leaves to chance",
                Figure.Given("longest", longest, "mm", "part")
                    * (Shrinks("highest shrink", shrink.High) - Shrinks("lowest shrink", shrink.Low))
                    / 2,
                "mm",
                "the mold allows for the likely one; the material's own batch, direction and cooling decide"
            )
            .Value.Likely;
        return new ShrinkFigures(shrink, longest, misses, of.Job.Brief.ToleranceMm);
    }

    public static IEnumerable<Finding> Findings(FormingCase of, FormingFigures figures)
    {
        var shrink = figures.Shrink;
        if (shrink.ToleranceMm is { } tolerance && shrink.MissesMm > tolerance)
            yield return new(
                Severity.Warning,
                "shrink-misses",
                $"Over {Text.Number(shrink.LongestMm, 3)} mm shrink alone comes to ± {Text.Number(shrink.MissesMm, 2)} mm; the "
                    + "brief asks for "
                    + $"± {Text.Number(tolerance, 2)} mm. Form a trial, measure it, cut the mold to what this material does."
            );
        var best = figures.Trim.MinBy(t => t.ForOrder.Likely)!;
        var planned = figures.Trim.First(t => t.Method == of.Choices.Trim.Method);
        if (best.ForOrder.Likely < 0.9 * planned.ForOrder.Likely)
            yield return new(
                Severity.Note,
                "trim-cheaper",
                $"For this order {Said(best.Method)} comes to {Text.Euros(best.ForOrder.Likely)} with what it takes, "
                    + $"{Said(planned.Method)} to {Text.Euros(planned.ForOrder.Likely)}."
            );
    }

    internal static string Said(TrimMethod method) =>
        method switch
        {
            TrimMethod.Hand => "trimming by hand",
            TrimMethod.Router => "a programmed router",
            _ => "a cutting die",
        };
}
