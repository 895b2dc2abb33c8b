using System.Text.Json.Serialization;
using Stampo.Core.Briefs;
using Stampo.Core.Parts;
using Stampo.Core.Routes;
using Stampo.Core.Routes.Printing;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Patterns;

/// <summary>What is chosen about the pattern.</summary>
public sealed record PatternChoices
{
    public PatternMaterial Material { get; init; } = PatternMaterial.PrintedResin;

    public bool PostCured { get; init; }

    public bool Sealed { get; init; }

    public bool DabPassed { get; init; }

    /// <summary>Slender holes are left to cores of silicone, in place of steel pins and drilling.</summary>
    public bool SoftCores { get; init; }

    /// <summary>Deep hollows that get a removable plug so that the silicone can flex out.</summary>
    public int Plugs { get; init; }

    public PatternChoices Checked()
    {
        Check.Between(Plugs, 0, 100, "pattern.plugs", "", "deep hollows with a plug");
        return this;
    }
}

public enum HoleAdvice
{
    /// <summary>A steel pin stands in the mold.</summary>
    Pin,

    /// <summary>Cast a third of the depth, drill the rest.</summary>
    ThirdAndDrill,
}

/// <summary>A slender blind hole, by its diameter and depth in mm, and how to come by it.</summary>
public sealed record HolePlan(double DiameterMm, double DepthMm, HoleAdvice Advice, string Says, Place Place);

/// <param name="Inhibition">Whether it stops the silicone.</param>
/// <param name="Scale">Make it this much larger.</param>
/// <param name="ShrinkPct">The shrinks the scale undoes, in their order.</param>
/// <param name="Coats">Primer coats on the show side, each wet-sanded.</param>
/// <param name="ShowH">Hours on the show side of one pattern.</param>
/// <param name="BackH">Hours on its back.</param>
/// <param name="ShowDm2">Area of the show side.</param>
/// <param name="BackDm2">Area of the rest.</param>
/// <param name="Holes">Slender blind holes.</param>
/// <param name="Advice">Inserts, guards, plugs.</param>
/// <param name="Working">How it came about.</param>
public sealed record PatternPlan(
    Inhibition Inhibition,
    double Scale,
    IReadOnlyList<double> ShrinkPct,
    int Coats,
    double ShowH,
    double BackH,
    [property: JsonPropertyName("showDm2")] double ShowDm2,
    [property: JsonPropertyName("backDm2")] double BackDm2,
    IReadOnlyList<HolePlan> Holes,
    IReadOnlyList<string> Advice,
    IReadOnlyList<WorkLine> Working)
{
    private const double Slender = 3, NarrowMm = 3;

    public static PatternPlan Of(Job job, PatternChoices choices, SiliconeCure cure, IReadOnlyList<double> shrinkPct, IReadOnlyList<BlindHole> holes)
    {
        choices.Checked();
        var sheet = new Worksheet();
        var scale = ShrinkChain.Scale(shrinkPct);
        sheet.Take(scale.Working);
        var finish = PrintCost.FinishHours(job);
        var (show, back) = (job.Part.ShowAreaDm2, Math.Max(0, job.Part.AreaCm2 / 100 - job.Part.ShowAreaDm2));
        var showH = sheet.Write("showH", "Finish the show side", finish.Formula, finish.Value, "h", "rate card", finish.Inputs).Likely;
        var norm = job.Rate("pattern.back");
        var backH = sheet.Write("backH", "Clean the back so that it releases", "norm", norm.Value, "h", "rate card", norm.AsInput()).Likely;
        List<HolePlan> slender = choices.SoftCores ? [] : [.. holes.Where(h => h.Slenderness > Slender).Select(Planned)];
        return new PatternPlan(Inhibition.Of(choices.Material, cure, choices.PostCured, choices.Sealed, choices.DabPassed), scale.Scale, shrinkPct,
            CoatsOf(job.Brief.ShowSide), showH, backH, show, back, slender, [.. AdviceOn(job, choices)], sheet.Lines);
    }

    /// <summary>Prime, wet-sand with a block, again: by grade.</summary>
    private static int CoatsOf(Finish grade) => grade switch
    {
        Finish.Gloss => 4,
        Finish.FineMatt or Finish.Texture => 2,
        _ => 0,
    };

    /// <summary>A narrow core is no core at all: leave a dimple and drill. A wider one stands as a steel pin.</summary>
    private static HolePlan Planned(BlindHole hole) => hole.DiameterMm < NarrowMm
        ? new(hole.DiameterMm, hole.DepthMm, HoleAdvice.ThirdAndDrill, $"⌀ {Text.Number(hole.DiameterMm, 2)} × {Text.Number(hole.DepthMm, 3)} mm: make it {Text.Number(hole.DepthMm / 3, 2)} mm deep on the pattern and drill the rest", hole.Place)
        : new(hole.DiameterMm, hole.DepthMm, HoleAdvice.Pin, $"⌀ {Text.Number(hole.DiameterMm, 2)} × {Text.Number(hole.DepthMm, 3)} mm: drill the pattern through, stand a steel pin in the mold", hole.Place);

    private static IEnumerable<string> AdviceOn(Job job, PatternChoices choices)
    {
        if (job.Brief.Inserts > 0)
            yield return $"Fit {Text.Count(job.Brief.Inserts, "insert")} in the pattern with a locating screw each, so that every shot's insert finds its seat.";
        if (job.Brief.Guards > 0)
            yield return $"Make {Text.Count(job.Brief.Guards, "guard")} to fit over contacts and faces that stay clean; glue them with something that washes off.";
        if (choices.Plugs > 0)
            yield return $"Make {Text.Count(choices.Plugs, "plug")} for the deep hollows, to be drawn first so that the silicone can flex out.";
        if (job.Brief.Lettering)
            yield return "Lettering copies as it is, not mirrored: check it reads right on the pattern.";
    }
}
