using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Working;
using Stampo.Server.Hosting;

namespace Stampo.Server.Library;

/// <summary>Rates and materials as tables a spreadsheet reads; what a table leaves out of a material stays as it is.</summary>
internal static class LibraryCsv
{
    private const int MostRows = 5_000;

    private static readonly CsvConfiguration Taken = new(CultureInfo.InvariantCulture)
    {
        MissingFieldFound = null,
        HeaderValidated = null,
        BadDataFound = null,
        DetectDelimiter = true,
        PrepareHeaderForMatch = header => header.Header.Trim().ToLowerInvariant(),
    };

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

    public static byte[] Write(IEnumerable<Rate> rates) => Csv.Of(rates.Select(r => new RateRow { Key = r.Key, Name = r.Name, Unit = r.Unit, Low = r.Low, Likely = r.Likely, High = r.High, Source = r.Source }));

    public static byte[] Write(IEnumerable<Material> materials) => Csv.Of(materials.Select(m => new MaterialRow
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
        Clarity = m.Clarity,
        Colour = m.Colour,
        ShrinkLowPct = m.ShrinkPct.Low,
        ShrinkLikelyPct = m.ShrinkPct.Likely,
        ShrinkHighPct = m.ShrinkPct.High,
        PriceLow = m.PricePerKg.Low,
        PriceLikely = m.PricePerKg.Likely,
        PriceHigh = m.PricePerKg.High,
        Source = m.Source,
    }));

    public static List<Rate> ReadRates(string text, RateCard current) => Read<RateRow>(text, "key").ConvertAll(row =>
        (current.Find(row.Key) ?? throw new RefusalException("library.no-rate", $"There is no rate \"{row.Key}\".", "key")) with { Low = row.Low, Likely = row.Likely, High = row.High, Source = row.Source });

    public static List<Material> ReadMaterials(string text, IReadOnlyList<Material> current) => Read<MaterialRow>(text, "id").ConvertAll(row =>
    {
        var was = current.FirstOrDefault(m => m.Id == row.Id)
            ?? throw new RefusalException("library.no-material", $"There is no material \"{row.Id}\" to change; a new one needs its processing figures and comes in as JSON.", "id");
        return was with
        {
            Name = row.Name ?? was.Name,
            Family = row.Family ?? was.Family,
            Polymer = row.Polymer ?? was.Polymer,
            Routes = row.Routes?.Split(' ', StringSplitOptions.RemoveEmptyEntries) ?? was.Routes,
            DensityGPerCm3 = row.DensityGPerCm3 ?? was.DensityGPerCm3,
            ShoreScale = row.ShoreScale ?? was.ShoreScale,
            ShoreValue = row.ShoreValue ?? was.ShoreValue,
            TensileMpa = row.TensileMpa,
            ModulusMpa = row.ModulusMpa,
            ElongationPct = row.ElongationPct,
            TearKnPerM = row.TearKnPerM,
            ImpactKjPerM2 = row.ImpactKjPerM2,
            ServiceC = row.ServiceC ?? was.ServiceC,
            ShortTermC = row.ShortTermC,
            Clarity = row.Clarity ?? was.Clarity,
            Colour = row.Colour ?? was.Colour,
            ShrinkPct = Range(row.ShrinkLowPct, row.ShrinkLikelyPct, row.ShrinkHighPct) ?? was.ShrinkPct,
            PricePerKg = Range(row.PriceLow, row.PriceLikely, row.PriceHigh) ?? was.PricePerKg,
            Source = row.Source ?? was.Source,
        };
    });

    private static ThreePoint? Range(double? low, double? likely, double? high) => (low, likely, high) is ({ } l, { } k, { } h) ? new ThreePoint(l, k, h) : null;

    private static List<T> Read<T>(string text, string key)
    {
        using var csv = new CsvReader(new StringReader(text.TrimStart('\uFEFF')), Taken);
        try
        {
            if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord?.Any(h => h.Trim().Equals(key, StringComparison.OrdinalIgnoreCase)) != true)
                throw new RefusalException("library.bad-csv", $"The first line of the table names its columns, and one of them is \"{key}\". Export a table to see the form.", "file");
            var rows = new List<T>();
            while (csv.Read())
            {
                if (rows.Count == MostRows)
                    throw new RefusalException("input.too-many", $"The table has more than {MostRows:#,0} rows.", "file");
                rows.Add(csv.GetRecord<T>());
            }

            return rows;
        }
        catch (CsvHelperException bad)
        {
            var column = bad is CsvHelper.TypeConversion.TypeConverterException at ? $", column {at.MemberMapData?.Names.FirstOrDefault()}: \"{at.Text}\" is not what belongs there" : "";
            throw new RefusalException("library.bad-csv", $"Row {csv.Context.Parser?.Row ?? 0} of the table can't be read{column}. Nothing was changed.", "file");
        }
    }
}
