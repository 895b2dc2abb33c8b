using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Wording;

namespace Stampo.Core.Routes;

/// <summary>Bounds of what a shop may put into its library; each refusal names the entry and the field.</summary>
public static class LibraryCheck
{
    private const int LongestText = 200;

    /// <summary>
    /// How many times a figure may differ from what ships: farther is a slip of the keys or another unit, and lets nothing be computed.
    /// </summary>
    private const double Farthest = 100;

    /// <summary>
    /// A figure of the shop, or of a what-if: of the order of what ships, so that every page that uses it stands. Its name and unit are the
    /// application's; the shop sets its figures and source.
    /// </summary>
    public static Rate Checked(this Rate rate, string under = "rates")
    {
        var at = $"{under}.{rate.Key}";
        var shipped =
            RateCard.Shipped.Find(rate.Key)
            ?? throw new RefusalException(
                "library.no-rate",
                $"There is no rate \"{rate.Key}\"; a cost line that would use it doesn't exist.",
                under
            );
        foreach (var (end, value) in new[] { ("low", rate.Low), ("likely", rate.Likely), ("high", rate.High) })
            Check.Between(
                value,
                shipped.Low / Farthest,
                shipped.High * Farthest,
                $"{at}.{end}",
                shipped.Unit,
                $"{Text.Number(shipped.Likely)} ships, and a hundred times less or more is a slip"
            );
        _ = rate.Value; // refuses low > likely > high
        Words(rate.Source, $"{at}.source");
        if (shipped.Unit == "share" && rate.High > 1)
            throw new RefusalException("input.out-of-range", $"{at} is a share; give it between 0 and 1.", at);
        return rate with { Name = shipped.Name, Unit = shipped.Unit };
    }

    public static Material Checked(this Material material)
    {
        var at = $"materials.{Id(material.Id, "materials")}";
        Words(material.Name, $"{at}.name");
        Words(material.Polymer, $"{at}.polymer");
        Words(material.Source, $"{at}.source");
        foreach (var route in Check.Given(material.Routes, $"{at}.routes"))
        {
            if (RouteCatalogue.Find(route) is null)
                throw new RefusalException("library.no-route", $"{at}.routes names \"{route}\"; there is no such route.", $"{at}.routes");
        }

        Check.Between(material.DensityGPerCm3, 0.01, 25, $"{at}.densityGPerCm3", "g/cm³", "no solid here is lighter or heavier");
        Check.Between(material.ShoreValue, 0, 100, $"{at}.shoreValue", "Shore", "a Shore scale ends there");
        Check.Between(material.ServiceC, -50, 500, $"{at}.serviceC", "°C", "no plastic or elastomer serves outside it");
        Amount(material.TensileMpa, $"{at}.tensileMpa", "MPa", 10_000);
        Amount(material.ModulusMpa, $"{at}.modulusMpa", "MPa", 1_000_000);
        Amount(material.ElongationPct, $"{at}.elongationPct", "%", 3_000);
        Amount(material.TearKnPerM, $"{at}.tearKnPerM", "kN/m", 1_000);
        Amount(material.ImpactKjPerM2, $"{at}.impactKjPerM2", "kJ/m²", 1_000);
        Check.Between(material.ShrinkPct.Low, 0, 10, $"{at}.shrinkPct", "%", "plastics shrink by a few percent");
        Check.Between(material.ShrinkPct.High, 0, 10, $"{at}.shrinkPct", "%", "plastics shrink by a few percent");
        Price(material.PricePerKg, $"{at}.pricePerKg");
        Need(material, "cast-", material.Cast is not null, "cast", at);
        Need(material, "inject-", material.Melt is not null, "melt", at);
        Processing(material, at);
        return material;
    }

    public static Supply Checked(this Supply supply)
    {
        var at = $"supplies.{Id(supply.Id, "supplies")}";
        Words(supply.Name, $"{at}.name");
        Words(supply.Source, $"{at}.source");
        Words(supply.PriceUnit, $"{at}.priceUnit");
        Check.Between(supply.DensityGPerCm3, 0.001, 25, $"{at}.densityGPerCm3", "g/cm³", "no solid here is lighter or heavier");
        Price(supply.Price, $"{at}.price");
        Amount(supply.ShoreA, $"{at}.shoreA", "A", 100);
        Amount(supply.TensileMpa, $"{at}.tensileMpa", "MPa", 10_000);
        Amount(supply.ModulusMpa, $"{at}.modulusMpa", "MPa", 1_000_000);
        Amount(supply.TearKnPerM, $"{at}.tearKnPerM", "kN/m", 1_000);
        Amount(supply.PotLifeMin, $"{at}.potLifeMin", "min", 10_000);
        Amount(supply.CureH, $"{at}.cureH", "h", 1_000);
        Amount(supply.ViscosityMpaS, $"{at}.viscosityMpaS", "mPa·s", 1e8);
        Amount(supply.GelMin, $"{at}.gelMin", "min", 10_000);
        Amount(supply.ArealGPerM2, $"{at}.arealGPerM2", "g/m²", 10_000);
        Amount(supply.ThicknessMm, $"{at}.thicknessMm", "mm", 1_000);
        if (supply.ServiceC is { } serves)
            Check.Between(serves, -50, 1_200, $"{at}.serviceC", "°C", "nothing molds are made of serves outside it");
        if (supply.ShrinkPct is { } shrink)
        {
            Check.Between(shrink.Low, 0, 10, $"{at}.shrinkPct", "%", "what cures shrinks by a few percent");
            Check.Between(shrink.High, 0, 10, $"{at}.shrinkPct", "%", "what cures shrinks by a few percent");
        }

        supply.Mix?.Checked($"{at}.mix");
        return supply.Kind == SupplyKind.MoldSilicone && supply.Cure is null
            ? throw new RefusalException(
                "input.missing",
                $"{at}.cure is missing: say whether this silicone cures by addition or by condensation; what stops it and "
                    + "how it shrinks go by that.",
                $"{at}.cure"
            )
            : supply;
    }

    /// <summary>Norms that stand below a fraction somewhere.</summary>
    private static void Need(Material material, string routes, bool has, string data, string at)
    {
        if (!has && material.Routes.Any(r => r.StartsWith(routes, StringComparison.Ordinal)))
            throw new RefusalException(
                "input.missing",
                $"{at} is used on {routes.TrimEnd('-')} routes but has no {data} figures; give them, or take the routes out.",
                $"{at}.{data}"
            );
    }

    private static void Processing(Material material, string at)
    {
        if (material.Melt is { } melt)
        {
            if (!(melt.MeltC > melt.EjectC && melt.EjectC > melt.MoldC))
                throw new RefusalException(
                    "input.out-of-range",
                    $"{at}.melt: a part is ejected hotter than the mold ({Text.Number(melt.MoldC)} °C) and colder than "
                        + $"the melt ({Text.Number(melt.MeltC)} °C); {Text.Number(melt.EjectC)} °C is not.",
                    $"{at}.melt.ejectC"
                );
            Check.Positive(melt.DiffusivityMm2PerS, $"{at}.melt.diffusivityMm2PerS", "mm²/s", 100);
            Check.Positive(melt.CavityMpa, $"{at}.melt.cavityMpa", "MPa", 300);
        }

        if (material.Cast is { } cast)
        {
            Words(cast.Basis, $"{at}.cast.basis");
            Check.Positive(cast.RatioA, $"{at}.cast.ratioA", "", 1e6);
            Check.Positive(cast.RatioB, $"{at}.cast.ratioB", "", 1e6);
            Check.Positive(cast.PotLifeMin, $"{at}.cast.potLifeMin", "min", 10_000);
            Check.Positive(cast.DemoldH, $"{at}.cast.demoldH", "h", 1_000);
        }
    }

    private static string Id(string? id, string field) =>
        id is { Length: >= 2 and <= 60 } && id.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-')
            ? id
            : throw new RefusalException("library.bad-id", $"\"{id}\" is no id; take 2 to 60 small letters, digits and hyphens.", field);

    private static void Words(string? text, string field)
    {
        if (text is null || text.Trim().Length < 2 || text.Length > LongestText)
            throw new RefusalException("input.length", $"{field} needs 2 to {LongestText} characters.", field);
    }

    private static void Amount(double? value, string field, string unit, double most)
    {
        if (value is { } amount)
            Check.Positive(amount, field, unit, most);
    }

    private static void Price(ThreePoint price, string field)
    {
        Check.Between(price.Low, 0, 1e6, field, "€", "a price is not negative");
        Check.Between(price.High, 0, 1e6, field, "€", "a price is not negative");
    }
}
