using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Wording;

namespace Stampo.Core.Briefs;

[Whole]
public sealed record HardnessTarget(ShoreScale Scale, double Value, double TolerancePoints, bool Must)
{
    /// <summary>Why this hardness, when it was chosen by trying samples.</summary>
    public string? Reason { get; init; }

    public DateOnly? ChosenOn { get; init; }

    [JsonIgnore]
    public Hardness Hardness => new(Scale, Value);

    public bool MetBy(Hardness offered) => Math.Abs(offered.OnOneScale - Hardness.OnOneScale) <= TolerancePoints;
}

/// <summary>The long-term service temperature.</summary>
public sealed record TemperatureTarget(double Celsius, bool Must);

/// <summary>At least this much of a property, and no more than that: 0 and null leave a side open.</summary>
public sealed record PropertyTarget(Property Property, double AtLeast, bool Must, double? AtMost = null)
{
    /// <summary>What is asked, in words: "10 MPa", "at most 50 MPa", "10 to 50 MPa".</summary>
    [JsonIgnore]
    public string Asked =>
        AtMost is not { } most ? $"{Text.Number(AtLeast)} {Property.Unit()}"
        : AtLeast > 0 ? $"{Text.Number(AtLeast)} to {Text.Number(most)} {Property.Unit()}"
        : $"at most {Text.Number(most)} {Property.Unit()}";
}

public sealed record ClarityTarget(Clarity AtLeast, bool Must);

public sealed record ColourTarget(Colour AtLeast, bool Must);

/// <summary>Uses for which a supplier's certificate and a qualified person decide, not a comparison.</summary>
public enum Exposure
{
    Flame,
    Uv,
    Chemicals,
    Skin,
    Food,
    Medical,
    Pressure,
    Lifting,
}

/// <summary>Which requirements bind parts made for a purpose: a look sample need not carry the load.</summary>
public static class Binding
{
    /// <summary>The purpose in a word.</summary>
    public static string Said(this Purpose purpose) => purpose.ToString().ToLowerInvariant();

    /// <summary>Strength, stiffness, hardness and temperature bind parts that have to work.</summary>
    public static bool OfFunction(Purpose purpose) => purpose >= Purpose.Function;

    /// <summary>The family of the material binds parts that stand for the series; a trial may be of a stand-in.</summary>
    public static bool OfSeries(Purpose purpose) => purpose >= Purpose.Pilot;

    /// <summary>Clarity and colour bind parts that are looked at or sold.</summary>
    public static bool OfLook(Purpose purpose) => purpose != Purpose.Fit;
}
