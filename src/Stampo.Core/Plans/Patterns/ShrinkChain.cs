using Stampo.Core.Working;

namespace Stampo.Core.Plans.Patterns;

/// <summary>What to scale the master by, with the working.</summary>
public sealed record ShrinkScaleAnswer(double Scale, IReadOnlyList<WorkLine> Working);

/// <summary>Each casting after the master shrinks; the master is made larger so that the last one is on size.</summary>
public static class ShrinkChain
{
    private const int MostSteps = 20;

    /// <summary>The same without its working.</summary>
    public static double Of(params IReadOnlyList<double> linearShrinkPct) => linearShrinkPct.Aggregate(1.0, (scale, s) => scale / (1 - s / 100));

    /// <summary>scale = 1 / Π(1 − sᵢ/100), s in percent of length.</summary>
    public static ShrinkScaleAnswer Scale(IReadOnlyList<double>? linearShrinkPct)
    {
        var steps = Check.Given(linearShrinkPct, "linearShrinkPct");
        Check.Between(steps.Count, 1, MostSteps, "linearShrinkPct", "steps", "each is a casting taken from the one before");
        for (var i = 0; i < steps.Count; i++)
            Check.Between(steps[i], -5, 20, $"linearShrinkPct[{i}]", "%", "nothing that is molded shrinks more; a swelling is negative");
        var sheet = new Worksheet();
        var scale = sheet.Write("scale", "Scale of the master", "1 / Π(1 − sᵢ/100)", Of(steps), "×", "each shrink taken off the size before it",
            [.. steps.Select((s, i) => new WorkInput($"shrink {i + 1}", s, "%"))]);
        return new ShrinkScaleAnswer(scale, sheet.Lines);
    }
}
