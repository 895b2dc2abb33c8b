using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Jobs;

public enum Match
{
    Meets,
    Short,
    Unknown,
}

/// <summary>
/// One requirement held against one material: what is asked, what it has, and by how many percent it falls short.
/// </summary>
public sealed record PropertyMatch(string Name, string Asked, string Has, Match Match, double? ShortPct, bool Must, Scope Scope)
{
    public bool IsMissed => Match == Match.Short;

    public bool Binds(Purpose purpose) =>
        Scope switch
        {
            Scope.Always => true,
            Scope.Look => Binding.OfLook(purpose),
            Scope.Series => Binding.OfSeries(purpose),
            _ => Binding.OfFunction(purpose),
        };

    /// <summary>In words, without the material's name.</summary>
    public string Said => $"{Has}, {Asked} is asked";

    /// <summary>Every requirement of a brief against a material.</summary>
    public static IReadOnlyList<PropertyMatch> Of(Material material, Brief brief) => [.. All(material, brief)];

    private static IEnumerable<PropertyMatch> All(Material material, Brief brief)
    {
        if (material.IsSoft != Softness.Of(brief.Family))
            yield return new PropertyMatch(
                "Kind",
                Softness.Of(brief.Family) ? "an elastomer" : "a rigid plastic",
                material.IsSoft ? "soft" : "rigid",
                Match.Short,
                null,
                true,
                Scope.Always
            );
        else if (!StandsIn(material.Family, brief.Family))
            yield return new PropertyMatch("Family", Word(brief.Family), Word(material.Family), Match.Short, null, true, Scope.Series);
        if (brief.Family == MaterialFamily.ClearThermoplastic && brief.Clarity is null && material.Clarity != Clarity.Clear)
            yield return new PropertyMatch("Clarity", "clear", Word(material.Clarity), Match.Short, null, true, Scope.Look);
        if (brief.Hardness is { } hardness)
            yield return HardnessOf(material, hardness);
        if (brief.ServiceTemperature is { } service)
            yield return AtLeast("Service temperature", "°C", service.Celsius, material.ServiceC, service.Must);
        foreach (var target in brief.Properties)
            yield return Within(target, material.Of(target.Property));
        if (brief.Clarity is { } clarity)
            yield return new PropertyMatch(
                "Clarity",
                Word(clarity.AtLeast),
                Word(material.Clarity),
                material.Clarity >= clarity.AtLeast ? Match.Meets : Match.Short,
                null,
                clarity.Must,
                Scope.Look
            );
        if (brief.Colour is { } colour)
            yield return new PropertyMatch(
                "Colour",
                Word(colour.AtLeast),
                Word(material.Colour),
                material.Colour >= colour.AtLeast ? Match.Meets : Match.Short,
                null,
                colour.Must,
                Scope.Look
            );
    }

    private static PropertyMatch HardnessOf(Material material, HardnessTarget target)
    {
        var met = target.MetBy(material.Hardness);
        var off = Math.Abs(material.Hardness.OnOneScale - target.Hardness.OnOneScale) / Math.Max(1, target.Hardness.OnOneScale);
        return new PropertyMatch(
            "Hardness",
            $"{target.Hardness} ± {target.TolerancePoints:0.#}",
            material.Hardness.ToString(),
            met ? Match.Meets : Match.Short,
            met ? null : 100 * off,
            target.Must,
            Scope.Function
        );
    }

    private static PropertyMatch Within(PropertyTarget target, double? has)
    {
        if (has is { } value && value > target.AtMost)
            return new PropertyMatch(
                target.Property.Named(),
                target.Asked,
                $"{Text.Number(value)} {target.Property.Unit()}",
                Match.Short,
                null,
                target.Must,
                Scope.Function
            );
        return AtLeast(target.Property.Named(), target.Property.Unit(), target.AtLeast, has, target.Must) with { Asked = target.Asked };
    }

    private static PropertyMatch AtLeast(string name, string unit, double asked, double? has, bool must) =>
        has is not { } value
            ? new PropertyMatch(name, $"{Text.Number(asked)} {unit}", "not known", Match.Unknown, null, must, Scope.Function)
            : new PropertyMatch(
                name,
                $"{Text.Number(asked)} {unit}",
                $"{Text.Number(value)} {unit}",
                value >= asked ? Match.Meets : Match.Short,
                value >= asked || asked <= 0 ? null : 100 * (1 - value / asked),
                must,
                Scope.Function
            );

    /// <summary>Series parts of rubber, silicone or laminate are of just that; sheet may be molded, and an elastomer may be any.</summary>
    private static bool StandsIn(MaterialFamily offered, MaterialFamily asked) =>
        offered == asked || asked is not (MaterialFamily.Rubber or MaterialFamily.SiliconeRubber or MaterialFamily.FibreLaminate);

    private static string Word(MaterialFamily family) =>
        family switch
        {
            MaterialFamily.RigidThermoplastic => "rigid plastic",
            MaterialFamily.ClearThermoplastic => "clear plastic",
            MaterialFamily.FlexibleElastomer => "a flexible elastomer",
            MaterialFamily.SiliconeRubber => "silicone rubber",
            MaterialFamily.Rubber => "natural or synthetic rubber",
            MaterialFamily.FormedSheet => "formed sheet",
            _ => "a fibre laminate",
        };

    private static string Word(Clarity clarity) => clarity.ToString().ToLowerInvariant();

    private static string Word(Colour colour) =>
        colour switch
        {
            Colour.AsComes => "as it comes",
            Colour.Dyed => "dyed",
            _ => "colour-matched",
        };
}

/// <summary>Which purposes a requirement binds.</summary>
public enum Scope
{
    Always,
    Look,
    Function,
    Series,
}
