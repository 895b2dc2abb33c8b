using Stampo.Core.Wording;

namespace Stampo.Core.Parts;

/// <summary>The unit a mesh file's bare numbers are in. STL carries none, so a person says it.</summary>
public enum LengthUnit
{
    Mm,
    Cm,
    M,
    In,
}

public static class LengthUnits
{
    public static double Millimetres(this LengthUnit unit) =>
        unit switch
        {
            LengthUnit.Mm => 1,
            LengthUnit.Cm => 10,
            LengthUnit.M => 1000,
            _ => 25.4,
        };

    public static LengthUnit Parse(string? text) =>
        text?.Trim().ToLowerInvariant() switch
        {
            null or "" or "mm" => LengthUnit.Mm,
            "cm" => LengthUnit.Cm,
            "m" => LengthUnit.M,
            "in" => LengthUnit.In,
            _ => throw new RefusalException("input.unit", $"\"{text}\" is not a unit for a mesh; use mm, cm, m or in.", "unit"),
        };

    /// <summary>
    /// The unit that makes the part a size people mold (longest side 8 mm to 2.5 m), preferring the one given;
    /// null when the given unit is already plausible or no other is.
    /// </summary>
    public static LengthUnit? Suggest(double longestSideInFile, LengthUnit given) =>
        Plausible(longestSideInFile, given)
            ? null
            : new LengthUnit?[] { LengthUnit.Mm, LengthUnit.In, LengthUnit.M, LengthUnit.Cm }.FirstOrDefault(unit =>
                Plausible(longestSideInFile, unit!.Value)
            );

    private static bool Plausible(double side, LengthUnit unit) => side * unit.Millimetres() is >= 8 and <= 2500;
}
