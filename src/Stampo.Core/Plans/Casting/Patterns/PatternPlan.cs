using System.Text.Json.Serialization;
using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Printing;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Patterns;

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
/// <param name="Count">Patterns in one block, all made at once.</param>
/// <param name="Scale">Make it this much larger, likely.</param>
/// <param name="ScaleRange">The same as a range; the first article settles it.</param>
/// <param name="Shrinks">What the scale undoes, in its order.</param>
/// <param name="TargetMm">Over all sizes of the pattern, x, y, z.</param>
/// <param name="PrintH">Machine hours of all patterns; null when it is not printed.</param>
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
    int Count,
    double Scale,
    ThreePoint ScaleRange,
    IReadOnlyList<ShrinkStep> Shrinks,
    double[] TargetMm,
    double? PrintH,
    int Coats,
    double ShowH,
    double BackH,
    [property: JsonPropertyName("showDm2")] double ShowDm2,
    [property: JsonPropertyName("backDm2")] double BackDm2,
    IReadOnlyList<HolePlan> Holes,
    IReadOnlyList<string> Advice,
    IReadOnlyList<WorkLine> Working
)
{
    private const double NarrowMm = 3;

    public static PatternPlan Of(Job job, PatternChoices choices, SiliconeCure cure, IReadOnlyList<ShrinkStep> shrinks, int count)
    {
        choices.Checked();
        var sheet = new Worksheet();
        var scale = ShrinkChain.Scale(shrinks, sheet);
        double[] target = [.. PrintCost.SidesMm(job).Select(side => side * scale.Likely)];
        var finish = PrintCost.FinishHours(job);
        var (show, back) = (job.Part.ShowAreaDm2, Math.Max(0, job.Part.AreaCm2 / 100 - job.Part.ShowAreaDm2));
        var showH = sheet.Line("showH", "Finish the show side", finish, "h", "rate card").Value.Likely;
        var backH = sheet.Line("backH", "Clean the back so that it releases", job.Figure("pattern.back"), "h", "rate card").Value.Likely;
        List<HolePlan> slender = choices.SoftCores ? [] : [.. job.Part.Slenders.Select(Planned)];
        return new PatternPlan(
            Inhibition.Of(choices.Material, cure, choices.PostCured, choices.Sealed, choices.DabPassed),
            count,
            scale.Likely,
            scale,
            shrinks,
            target,
            PrintHours(job, choices, count, sheet),
            CoatsOf(job.Brief.ShowSide),
            showH,
            backH,
            show,
            back,
            slender,
            [.. AdviceOn(job, choices)],
            sheet.Lines
        );
    }

    private static double? PrintHours(Job job, PatternChoices choices, int count, Worksheet sheet)
    {
        if (choices.Material is not (PatternMaterial.PrintedResin or PatternMaterial.PrintedPlastic))
            return null;
        var process = choices.Material == PatternMaterial.PrintedResin ? PrintProcess.Resin : PrintProcess.Extrusion;
        var hours = new PrintBuild(job, PrintCost.SidesMm(job), job.Part.VolumeCm3, process).Hours(count);
        return sheet.Line("patternPrintH", "Printer time of all patterns", hours.Made!, "h", "rate card").Value.Likely;
    }

    /// <summary>Prime, wet-sand with a block, again: by grade.</summary>
    private static int CoatsOf(Finish grade) =>
        grade switch
        {
            Finish.Gloss => 4,
            Finish.FineMatt or Finish.Texture => 2,
            _ => 0,
        };

    /// <summary>A narrow core is no core at all: leave a dimple and drill. A wider one stands as a steel pin.</summary>
    private static HolePlan Planned(BlindHole hole) =>
        hole.DiameterMm < NarrowMm
            ? new(
                hole.DiameterMm,
                hole.DepthMm,
                HoleAdvice.ThirdAndDrill,
                $"⌀ {Text.Number(hole.DiameterMm, 2)} × {Text.Number(hole.DepthMm, 3)} mm: make it "
                    + $"{Text.Number(hole.DepthMm / 3, 2)} mm deep on the pattern and drill the rest",
                hole.Place
            )
            : new(
                hole.DiameterMm,
                hole.DepthMm,
                HoleAdvice.Pin,
                $"⌀ {Text.Number(hole.DiameterMm, 2)} × {Text.Number(hole.DepthMm, 3)} mm: drill a pilot hole "
                    + "from the inside, never through the show face; a steel pin stands in the mold, loaded for every shot",
                hole.Place
            );

    private static IEnumerable<string> AdviceOn(Job job, PatternChoices choices)
    {
        if (job.Brief.Inserts > 0)
            yield return $"Fit {Text.Count(job.Brief.Inserts, "insert")} in the pattern with a locating screw each, so that every "
                + "shot's insert finds its seat.";
        if (job.Brief.Guards > 0)
            yield return $"Make {Text.Count(job.Brief.Guards, "guard")} to fit over contacts and faces that stay clean; glue them with "
                + "something that washes off.";
        if (choices.Plugs > 0)
            yield return $"Make {Text.Count(choices.Plugs, "plug")} for the deep hollows, to be drawn first so that the silicone can "
                + "flex out.";
        if (job.Brief.Lettering)
            yield return "Lettering copies as it is, not mirrored: check it reads right on the pattern.";
    }
}
