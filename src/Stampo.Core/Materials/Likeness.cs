using Stampo.Core.Wording;

namespace Stampo.Core.Materials;

/// <summary>One property held against the production material's; 1 is as good or better.</summary>
public sealed record PropertyRatio(string Name, double Ratio, string Has, string Of);

/// <summary>
/// How near a material comes to the production material: the geometric mean of the ratios of the properties both have,
/// each capped at 1 (modulus by decades, hardness by points, temperatures above 20 °C). <paramref name="Weakest"/> drags it down.
/// </summary>
public sealed record Likeness(double Share, PropertyRatio? Weakest, IReadOnlyList<PropertyRatio> Ratios)
{
    /// <summary>No ratio counts as less: one property at nought would say nothing of the others.</summary>
    private const double Least = 0.05;

    private const double RoomC = 20,
        PointsToNought = 50;

    public static Likeness Of(Material material, Material production)
    {
        List<PropertyRatio> ratios = [.. RatiosOf(material, production)];
        var share = ratios.Count == 0 ? 1 : Math.Exp(ratios.Average(r => Math.Log(r.Ratio)));
        return new Likeness(share, ratios.Where(r => r.Ratio < 1).MinBy(r => r.Ratio), ratios);
    }

    private static IEnumerable<PropertyRatio> RatiosOf(Material m, Material p)
    {
        yield return Ratio(
            "hardness",
            1 - Math.Abs(m.Hardness.OnOneScale - p.Hardness.OnOneScale) / PointsToNought,
            m.Hardness.ToString(),
            p.Hardness.ToString()
        );
        yield return Ratio(
            "service temperature",
            (m.ServiceC - RoomC) / Math.Max(1, p.ServiceC - RoomC),
            $"{m.ServiceC:0} °C",
            $"{p.ServiceC:0} °C"
        );
        foreach (var property in Enum.GetValues<Property>())
        {
            if (
                property is Property.ShortTermC or Property.HeatDeflectionC
                || m.Of(property) is not { } has
                || p.Of(property) is not { } of
                || !(has > 0 && of > 0)
            )
                continue;
            var unit = property.Unit();
            var ratio = property == Property.ModulusMpa ? 1 - Math.Abs(Math.Log10(has / of)) : has / of;
            yield return Ratio(property.Named().ToLowerInvariant(), ratio, $"{Text.Number(has, 3)} {unit}", $"{Text.Number(of, 3)} {unit}");
        }

        if (m.Clarity < p.Clarity && p.Clarity == Clarity.Clear)
            yield return Ratio("clarity", 0.5, m.Clarity.ToString().ToLowerInvariant(), "clear");
    }

    private static PropertyRatio Ratio(string name, double ratio, string has, string of) => new(name, Math.Clamp(ratio, Least, 1), has, of);
}
