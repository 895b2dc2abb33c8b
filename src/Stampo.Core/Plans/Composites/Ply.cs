using System.Text.Json.Serialization;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Composites;

/// <summary>One layer of fibre in resin.</summary>
public sealed record PlyRequest(
    double ArealWeightGsm,
    [property: JsonPropertyName("fibreDensityGPerCm3")] double FibreDensityGPerCm3,
    double FibreVolumeFraction,
    [property: JsonPropertyName("resinDensityGPerCm3")] double ResinDensityGPerCm3
);

public sealed record PlyAnswer(double ThicknessMm, double ResinGsm, IReadOnlyList<WorkLine> Working);

/// <summary>How thick a ply is pressed, and what resin it holds: its fibre fills so much of it, resin the rest.</summary>
public static class Ply
{
    private const string Mixture = "rule of mixtures, no voids";

    public static PlyAnswer Of(PlyRequest request)
    {
        Check.Between(request.ArealWeightGsm, 5, 10_000, "arealWeightGsm", "g/m²", "from a veil to a heavy mat");
        Check.Between(request.FibreDensityGPerCm3, 0.3, 20, "fibreDensityGPerCm3", "g/cm³", "flax 1.45, carbon 1.80, glass 2.55");
        Check.Between(request.FibreVolumeFraction, 0.02, 0.9, "fibreVolumeFraction", "", "a share: mat 0.15 to 0.30, woven 0.35 to 0.55");
        Check.Between(request.ResinDensityGPerCm3, 0.3, 5, "resinDensityGPerCm3", "g/cm³", "resins lie near 1.15");
        var sheet = new Worksheet();
        var fibre = Figure.Given("fibre a m²", request.ArealWeightGsm, "g/m²");
        var share = Figure.Given("fibre, of the volume", request.FibreVolumeFraction, "share");
        var thick = sheet.Line(
            "thickness",
            "Thickness",
            fibre / (Figure.Given("density of the fibre", request.FibreDensityGPerCm3, "g/cm³") * share),
            "mm",
            Mixture
        );
        var resin = sheet.Line(
            "resin",
            "Resin in it",
            thick * (1 - share) * Figure.Given("density of the resin", request.ResinDensityGPerCm3, "g/cm³"),
            "g/m²",
            Mixture
        );
        return new PlyAnswer(thick.Value.Likely, resin.Value.Likely, sheet.Lines);
    }
}
