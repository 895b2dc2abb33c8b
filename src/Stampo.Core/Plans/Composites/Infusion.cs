using System.Text.Json.Serialization;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Composites;

/// <summary>The stack that it runs through, the same everywhere.</summary>
public sealed record InfusedFibre(double Porosity, double ViscosityPaS, double PermeabilityM2, double PressureDropPa)
{
    /// <summary>Seconds for a square millimetre of pressure · time, φ·μ ÷ (K·ΔP).</summary>
    internal double SecondsAMm2 => Porosity * ViscosityPaS / (PermeabilityM2 * PressureDropPa) * 1e-6;

    public InfusedFibre Checked()
    {
        Check.Between(Porosity, 0.01, 0.99, "porosity", "", "the share that is not fibre: 1 − fibre volume");
        Check.Between(ViscosityPaS, 1e-4, 1e4, "viscosityPaS", "Pa·s", "water is 0.001, infusion resins 0.1 to 0.5");
        Check.Between(PermeabilityM2, 1e-15, 1e-5, "permeabilityM2", "m²", "woven fibre 1e-11, under flow mesh 2e-9");
        Check.Between(PressureDropPa, 1, 1e8, "pressureDropPa", "Pa", "a bag under full vacuum has 101,325 at most");
        return this;
    }
}

/// <summary>Resin drawn from a feed line that runs the whole width.</summary>
public sealed record InfusionLineRequest(
    double Porosity,
    double ViscosityPaS,
    double LengthM,
    [property: JsonPropertyName("permeabilityM2")] double PermeabilityM2,
    double PressureDropPa
);

/// <summary>Resin drawn from one round port, all round.</summary>
public sealed record InfusionPointRequest(
    double Porosity,
    double ViscosityPaS,
    double RadiusM,
    double PortRadiusM,
    [property: JsonPropertyName("permeabilityM2")] double PermeabilityM2,
    double PressureDropPa
);

public sealed record InfusionAnswer(double Seconds, IReadOnlyList<WorkLine> Working);

/// <summary>How long resin takes through a stack of one kind (Darcy 1856): slower the farther it has come.</summary>
public static class Infusion
{
    private const string Darcy = "Darcy’s law, one stack, constant pressure, viscosity as it is at the start";

    /// <summary>t = φ·μ·L² ÷ (2·K·ΔP).</summary>
    public static InfusionAnswer Line(InfusionLineRequest request)
    {
        Check.Between(request.LengthM, 1e-3, 100, "lengthM", "m", "from the feed line to the far edge");
        var length = Figure.Given("way", request.LengthM, "m");
        return Of(new(request.Porosity, request.ViscosityPaS, request.PermeabilityM2, request.PressureDropPa), length.Pow(2) / 2);
    }

    /// <summary>t = φ·μ ÷ (K·ΔP) · [r²/2 · ln(r/r₀) − (r² − r₀²)/4].</summary>
    public static InfusionAnswer Point(InfusionPointRequest request)
    {
        Check.Between(request.PortRadiusM, 1e-4, 10, "portRadiusM", "m", "the mouth of a pipe");
        Check.Between(request.RadiusM, request.PortRadiusM, 100, "radiusM", "m", "the resin begins at the rim of its port");
        var (far, port) = (Figure.Given("radius", request.RadiusM, "m"), Figure.Given("radius of the port", request.PortRadiusM, "m"));
        var round = far.Pow(2) / 2 * Term.Ln(far / port) - (far.Pow(2) - port.Pow(2)) / 4;
        return Of(new(request.Porosity, request.ViscosityPaS, request.PermeabilityM2, request.PressureDropPa), round);
    }

    private static InfusionAnswer Of(InfusedFibre fibre, Term way)
    {
        fibre.Checked();
        var sheet = new Worksheet();
        var seconds = sheet.Line(
            "seconds",
            "Time to fill",
            Figure.Given("porosity", fibre.Porosity, "share")
                * Figure.Given("viscosity", fibre.ViscosityPaS, "Pa·s")
                * way
                / (Figure.Given("permeability", fibre.PermeabilityM2, "m²") * Figure.Given("pressure drop", fibre.PressureDropPa, "Pa")),
            "s",
            Darcy
        );
        return new InfusionAnswer(seconds.Value.Likely, sheet.Lines);
    }
}
