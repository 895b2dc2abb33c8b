using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Patterns;

/// <summary>What to scale the master by, with the working.</summary>
public sealed record ShrinkScaleAnswer(double Scale, IReadOnlyList<WorkLine> Working);

/// <summary>One change of size between master and part, in % of length; a swelling is negative.</summary>
public sealed record ShrinkStep(string Name, ThreePoint Pct);

/// <summary>Each casting after the master shrinks; the master is made larger so that the last one is on size.</summary>
public static class ShrinkChain
{
    private const int MostSteps = 20;

    /// <summary>The same without its working.</summary>
    public static double Of(params IReadOnlyList<double> linearShrinkPct) =>
        linearShrinkPct.Aggregate(1.0, (scale, s) => scale / (1 - s / 100));

    /// <summary>The scale of a chain whose steps are ranges, with its working; the likely one is what the master is made by.</summary>
    public static ThreePoint Scale(IReadOnlyList<ShrinkStep> steps, Worksheet sheet) =>
        Line(steps, sheet, "each shrink taken off the size before it; the first article settles it");

    private static ThreePoint Line(IReadOnlyList<ShrinkStep> steps, Worksheet sheet, string source)
    {
        var left = steps.Aggregate((Term)1, (size, step) => size.IsOne ? 1 - Of(step) : size * (1 - Of(step)));
        return sheet.Line("scale", "Scale of the master", 1 / left, "×", source).Value;

        static Figure Of(ShrinkStep step) => Figure.Given(step.Name, step.Pct, "%");
    }

    /// <summary>
    /// What a silicone mold does between the temperature it was cured at and the one it is cast at: α·(T_cure − T_cast). Cured warm and
    /// used cold it closes; cured cold and used warm it opens, less where a frame holds it.
    /// </summary>
    public static ShrinkStep OfHeat(double cureC, double castC, double expansionPctPerC)
    {
        var free = expansionPctPerC * (cureC - castC);
        return new ShrinkStep(
            "mold, from its cure to the cast",
            free >= 0 ? new ThreePoint(LeastClosing * free, free, free) : new ThreePoint(free, Framed * free, TightlyFramed * free)
        );
    }

    private const double LeastClosing = 0.9,
        Framed = 0.6,
        TightlyFramed = 0.3;

    /// <summary>scale = 1 / Π(1 − sᵢ/100), s in percent of length.</summary>
    public static ShrinkScaleAnswer Scale(IReadOnlyList<double>? linearShrinkPct)
    {
        var steps = Check.Given(linearShrinkPct, "linearShrinkPct");
        Check.Between(steps.Count, 1, MostSteps, "linearShrinkPct", "steps", "each is a casting taken from the one before");
        for (var i = 0; i < steps.Count; i++)
            Check.Between(steps[i], -5, 20, $"linearShrinkPct[{i}]", "%", "nothing that is molded shrinks more; a swelling is negative");
        var sheet = new Worksheet();
        var named = steps.Select((s, i) => new ShrinkStep($"shrink {i + 1}", s));
        var scale = Line([.. named], sheet, "each shrink taken off the size before it").Likely;
        return new ShrinkScaleAnswer(scale, sheet.Lines);
    }
}
