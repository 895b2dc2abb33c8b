using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Planning;

namespace Stampo.Core.Plans.Machining;

/// <param name="Material">What it is cut from.</param>
/// <param name="BlockMm">The block, next sizes in stock.</param>
/// <param name="BlockKg">It weighs.</param>
/// <param name="Access">What the cutter reaches; null for a declared part.</param>
/// <param name="SetUps">Clampings a part.</param>
/// <param name="RoughH">Roughing one part.</param>
/// <param name="FinishH">Finishing one part.</param>
/// <param name="SetUpH">Clamping one part, all times.</param>
/// <param name="StepoverMm">Between the passes of the finish.</param>
/// <param name="CornerMm">Inner corners stay this round.</param>
public sealed record MachiningFigures(
    Material Material,
    double[] BlockMm,
    double BlockKg,
    AccessFigures? Access,
    int SetUps,
    double RoughH,
    double FinishH,
    [property: JsonPropertyName("setUpH")] double SetUpH,
    double StepoverMm,
    double CornerMm
) : PlanFigures
{
    public double PartH => RoughH + FinishH + SetUpH;
}
