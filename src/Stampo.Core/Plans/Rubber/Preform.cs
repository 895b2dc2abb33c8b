using System.Text.Json.Serialization;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Rubber;

/// <summary>The part, its compound, and what is put in besides.</summary>
public sealed record PreformRequest(
    [property: JsonPropertyName("partVolumeCm3")] double PartVolumeCm3,
    [property: JsonPropertyName("densityGPerCm3")] double DensityGPerCm3,
    double OverfillPct
);

public sealed record PreformAnswer(double MassG, IReadOnlyList<WorkLine> Working);

/// <summary>What is weighed for one cavity of a compression mold: the part, and so much more that it fills and flows over.</summary>
public static class Preform
{
    public static PreformAnswer Of(PreformRequest request)
    {
        Check.Between(request.PartVolumeCm3, 1e-3, 1e6, "partVolumeCm3", "cm³", "of one part");
        Check.Between(request.DensityGPerCm3, 0.3, 10, "densityGPerCm3", "g/cm³", "rubber lies between 0.9 and 2");
        Check.Between(request.OverfillPct, 0, 100, "overfillPct", "%", "5 to 10 as a rule");
        var sheet = new Worksheet();
        var mass = sheet.Line(
            "mass",
            "Preform",
            Figure.Given("part", request.PartVolumeCm3, "cm³", "part")
                * Figure.Given("density", request.DensityGPerCm3, "g/cm³")
                * (1 + Figure.Given("overfill", request.OverfillPct, "%")),
            "g",
            "compression molding: the cavity must flow over"
        );
        return new PreformAnswer(mass.Value.Likely, sheet.Lines);
    }
}
