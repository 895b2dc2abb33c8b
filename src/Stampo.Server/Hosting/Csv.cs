using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;

namespace Stampo.Server.Hosting;

/// <summary>Tables as comma-separated text that a spreadsheet opens as UTF-8.</summary>
internal static class Csv
{
    public const string Type = "text/csv; charset=utf-8";

    /// <summary>A cell that begins like a formula is no formula.</summary>
    private static readonly CsvConfiguration Format = new(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape };

    public static byte[] Of<T>(IEnumerable<T> rows)
    {
        using var stream = new MemoryStream();
        using (var writer = new StreamWriter(stream, new UTF8Encoding(true)))
        using (var csv = new CsvWriter(writer, Format))
            csv.WriteRecords(rows);
        return stream.ToArray();
    }
}
