using System.Globalization;
using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;

namespace Stampo.Server.Library;

/// <summary>Rates and materials as tables a spreadsheet reads; what a table leaves out of a material stays as it is.</summary>
internal static class LibraryCsv
{
    private sealed class RateRow
    {
        public string Key { get; set; } = "";

        /// <summary>Told for people; what comes in goes by the key.</summary>
        public string? Name { get; set; }

        public string? Unit { get; set; }

        public double Low { get; set; }

        public double Likely { get; set; }

        public double High { get; set; }

        public string Source { get; set; } = "shop";
    }

    private sealed class MaterialRow
    {
        public string Id { get; set; } = "";

        public string? Name { get; set; }

        public MaterialFamily? Family { get; set; }

        public string? Polymer { get; set; }

        public string? Routes { get; set; }

        public double? DensityGPerCm3 { get; set; }

        public ShoreScale? ShoreScale { get; set; }

        public double? ShoreValue { get; set; }

        public double? TensileMpa { get; set; }

        public double? ModulusMpa { get; set; }

        public double? ElongationPct { get; set; }

        public double? TearKnPerM { get; set; }

        public double? ImpactKjPerM2 { get; set; }

        public double? ServiceC { get; set; }

        public double? ShortTermC { get; set; }

        public double? HeatDeflectionC { get; set; }

        public Clarity? Clarity { get; set; }

        public Colour? Colour { get; set; }

        public double? ShrinkLowPct { get; set; }

        public double? ShrinkLikelyPct { get; set; }

        public double? ShrinkHighPct { get; set; }

        public double? PriceLow { get; set; }

        public double? PriceLikely { get; set; }

        public double? PriceHigh { get; set; }

        public string? Source { get; set; }
    }

    public static byte[] Write(IEnumerable<Rate> rates) =>
        Csv.Of(
            rates.Select(r =>
                r.Unit == Share
                    ? new RateRow
                    {
                        Key = r.Key,
                        Name = r.Name,
                        Unit = "%",
                        Low = Percent(r.Low),
                        Likely = Percent(r.Likely),
                        High = Percent(r.High),
                        Source = r.Source,
                    }
                    : new RateRow
                    {
                        Key = r.Key,
                        Name = r.Name,
                        Unit = r.Unit,
                        Low = r.Low,
                        Likely = r.Likely,
                        High = r.High,
                        Source = r.Source,
                    }
            )
        );

    private static double Percent(double share) => Math.Round(100 * share, 10);

    public static byte[] Write(IEnumerable<Material> materials) =>
        Csv.Of(
            materials.Select(m => new MaterialRow
            {
                Id = m.Id,
                Name = m.Name,
                Family = m.Family,
                Polymer = m.Polymer,
                Routes = string.Join(' ', m.Routes),
                DensityGPerCm3 = m.DensityGPerCm3,
                ShoreScale = m.ShoreScale,
                ShoreValue = m.ShoreValue,
                TensileMpa = m.TensileMpa,
                ModulusMpa = m.ModulusMpa,
                ElongationPct = m.ElongationPct,
                TearKnPerM = m.TearKnPerM,
                ImpactKjPerM2 = m.ImpactKjPerM2,
                ServiceC = m.ServiceC,
                ShortTermC = m.ShortTermC,
                HeatDeflectionC = m.HeatDeflectionC,
                Clarity = m.Clarity,
                Colour = m.Colour,
                ShrinkLowPct = m.ShrinkPct.Low,
                ShrinkLikelyPct = m.ShrinkPct.Likely,
                ShrinkHighPct = m.ShrinkPct.High,
                PriceLow = m.PricePerKg.Low,
                PriceLikely = m.PricePerKg.Likely,
                PriceHigh = m.PricePerKg.High,
                Source = m.Source,
            })
        );

    /// <summary>Shares travel as percent, as the page shows them.</summary>
    private const string Share = "share";

    public static List<Rate> ReadRates(CsvTable table, RateCard current)
    {
        Need(table, "key");
        return
        [
            .. table.Rows.Select(row =>
            {
                var key = row.Text("key") ?? "";
                var rate = current.Find(key) ?? throw new RefusalException("library.no-rate", $"There is no rate \"{key}\".", "key");
                var parts =
                    rate.Unit != Share
                        ? 1
                        : row.Text("unit") switch
                        {
                            "%" => 100,
                            Share => 1,
                            _ => throw new RefusalException(
                                "library.bad-csv",
                                $"{rate.Name} is a share: a column \"unit\" has to say whether its numbers are in \"%\" "
                                    + "or a \"share\" of 1. Nothing was changed.",
                                "file"
                            ),
                        };
                return rate with
                {
                    Low = row.Number("low") / parts ?? rate.Low,
                    Likely = row.Number("likely") / parts ?? rate.Likely,
                    High = row.Number("high") / parts ?? rate.High,
                    Source = row.Text("source") ?? "shop",
                };
            }),
        ];
    }

    /// <summary>
    /// Only columns that are there count: what a table leaves out stays as it is; an empty cell of an optional property is not known.
    /// </summary>
    public static List<Material> ReadMaterials(CsvTable table, IReadOnlyList<Material> current)
    {
        Need(table, "id");
        return
        [
            .. table.Rows.Select(row =>
            {
                var id = row.Text("id") ?? "";
                var was =
                    current.FirstOrDefault(m => m.Id == id)
                    ?? throw new RefusalException(
                        "library.no-material",
                        $"There is no material \"{id}\" to change; make a new one from one like it on the page, or bring it in as JSON.",
                        "id"
                    );
                return was with
                {
                    Name = row.Text("name") ?? was.Name,
                    Family = row.Choice<MaterialFamily>("family") ?? was.Family,
                    Polymer = row.Text("polymer") ?? was.Polymer,
                    Routes = row.Text("routes")?.Split(' ', StringSplitOptions.RemoveEmptyEntries) ?? was.Routes,
                    DensityGPerCm3 = row.Number("densityGPerCm3") ?? was.DensityGPerCm3,
                    ShoreScale = row.Choice<ShoreScale>("shoreScale") ?? was.ShoreScale,
                    ShoreValue = row.Number("shoreValue") ?? was.ShoreValue,
                    TensileMpa = Optional("tensileMpa", was.TensileMpa),
                    ModulusMpa = Optional("modulusMpa", was.ModulusMpa),
                    ElongationPct = Optional("elongationPct", was.ElongationPct),
                    TearKnPerM = Optional("tearKnPerM", was.TearKnPerM),
                    ImpactKjPerM2 = Optional("impactKjPerM2", was.ImpactKjPerM2),
                    ServiceC = row.Number("serviceC") ?? was.ServiceC,
                    ShortTermC = Optional("shortTermC", was.ShortTermC),
                    HeatDeflectionC = Optional("heatDeflectionC", was.HeatDeflectionC),
                    Clarity = row.Choice<Clarity>("clarity") ?? was.Clarity,
                    Colour = row.Choice<Colour>("colour") ?? was.Colour,
                    ShrinkPct = Range("shrink{0}Pct", was.ShrinkPct),
                    PricePerKg = Range("price{0}", was.PricePerKg),
                    Source = row.Text("source") ?? was.Source,
                };

                double? Optional(string column, double? before) => table.Has(column) ? row.Number(column) : before;

                ThreePoint Range(string column, ThreePoint before) =>
                    new(
                        row.Number(string.Format(CultureInfo.InvariantCulture, column, "Low")) ?? before.Low,
                        row.Number(string.Format(CultureInfo.InvariantCulture, column, "Likely")) ?? before.Likely,
                        row.Number(string.Format(CultureInfo.InvariantCulture, column, "High")) ?? before.High
                    );
            }),
        ];
    }

    private static void Need(CsvTable table, string key)
    {
        if (!table.Has(key))
            throw new RefusalException(
                "library.bad-csv",
                $"The first line of the table names its columns, and one of them is \"{key}\". Export a table to see the form.",
                "file"
            );
    }
}
