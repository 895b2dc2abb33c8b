using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Materials;

/// <summary>Young's modulus that goes with a hardness; rough when the hardness is on Shore D.</summary>
public sealed record StiffnessAnswer(double ModulusMpa, bool Rough, IReadOnlyList<WorkLine> Working);

/// <summary>Hardness and stiffness of rubber-like materials.</summary>
public static class Stiffness
{
    private const double AContinuesAfterD = 50;

    /// <summary>
    /// Shore A between 20 and 90: E = 0.0981·(56 + 7.62336·S) / (0.137505·(254 − 2.54·S)) MPa (Gent 1958).
    /// Shore D between 30 and 85 goes in as S = D + 50, only to compare, and is marked rough.
    /// </summary>
    public static StiffnessAnswer Of(double? shoreA, double? shoreD)
    {
        if (shoreA is null == shoreD is null)
            throw new RefusalException("input.missing", "Give either shoreA or shoreD.", shoreA is null ? "shoreA" : "shoreD");
        var s = shoreA is { } a
            ? Check.Between(a, 20, 90, "shoreA", "Shore A", "the formula was fitted there")
            : Check.Between(shoreD!.Value, 30, 85, "shoreD", "Shore D", "softer is measured on Shore A, harder is no longer rubber-like")
                + AContinuesAfterD;
        var sheet = new Worksheet();
        var typed = shoreA is { } onA ? Figure.Given("S", onA, "Shore A") : Figure.Given("D", shoreD!.Value, "Shore D");
        Term hardness = shoreA is null ? typed + AContinuesAfterD : typed;
        var held = s <= MostA ? hardness : Term.Min(hardness, MostA);
        var modulus = sheet
            .Line(
                "modulus",
                "Young's modulus",
                Term.Of(Gent, "MPa") * (56 + 7.62336 * held) / (0.137505 * (254 - 2.54 * held)),
                "MPa",
                "Gent (1958), indentation of rubber"
            )
            .Value.Likely;
        return new StiffnessAnswer(modulus, shoreA is null, sheet.Lines);
    }

    /// <summary>Above this the formula's divisor nears nought and it says nothing.</summary>
    private const double MostA = 99;

    /// <summary>Modulus of a Shore A hardness, MPa.</summary>
    public static double GentMpa(double shoreA) => Gent * (56 + 7.62336 * shoreA) / (0.137505 * (254 - 2.54 * shoreA));

    private const double Gent = 0.0981;

    /// <summary>The Shore A that has this modulus, in a formula.</summary>
    internal static Term ShoreA(Figure modulus)
    {
        var e = modulus * 0.137505 / Term.Of(Gent, "MPa");
        return (254 * e - 56) / (7.62336 + 2.54 * e);
    }

    /// <summary>The Shore A that has this modulus: Gent's formula the other way round.</summary>
    public static double GentShoreA(double modulusMpa)
    {
        var e = modulusMpa * 0.137505 / 0.0981;
        return (254 * e - 56) / (7.62336 + 2.54 * e);
    }
}
