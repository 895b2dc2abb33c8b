using Stampo.Core.Ranges;
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
        sheet.Write(
            "scale",
            "Scale of the master",
            "1 / Π(1 − sᵢ/100)",
            new ThreePoint(
                Of([.. steps.Select(s => s.Pct.Low)]),
                Of([.. steps.Select(s => s.Pct.Likely)]),
                Of([.. steps.Select(s => s.Pct.High)])
            ),
            "×",
            "each shrink taken off the size before it; the first article settles it",
            [.. steps.Select(s => new WorkInput(s.Name, s.Pct, "%"))]
        );

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
        var scale = sheet.Write(
            "scale",
            "Scale of the master",
            "1 / Π(1 − sᵢ/100)",
            Of(steps),
            "×",
            "each shrink taken off the size before it",
            [.. steps.Select((s, i) => new WorkInput($"shrink {i + 1}", s, "%"))]
        );
        return new ShrinkScaleAnswer(scale, sheet.Lines);
    }
}
