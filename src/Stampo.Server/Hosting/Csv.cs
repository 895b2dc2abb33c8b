using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using CsvHelper.TypeConversion;

namespace Stampo.Server.Hosting;

/// <summary>Tables as comma-separated text that a spreadsheet opens as UTF-8.</summary>
internal static class Csv
{
    public const string Type = "text/csv; charset=utf-8";

    public static byte[] Of<T>(IEnumerable<T> rows)
    {
        using var stream = new MemoryStream();
        using (var writer = new StreamWriter(stream, new UTF8Encoding(true)))
        using (var csv = new CsvWriter(writer, CultureInfo.InvariantCulture))
        {
            csv.Context.TypeConverterCache.AddConverter<string>(new PlainText());
            csv.WriteRecords(rows);
        }

        return stream.ToArray();
    }

    /// <summary>
    /// Text that a spreadsheet would take for a formula gets an apostrophe; numbers, also those below nought, stay numbers.
    /// </summary>
    private sealed class PlainText : StringConverter
    {
        public override string? ConvertToString(object? value, IWriterRow row, MemberMapData memberMapData) =>
            value is string { Length: > 0 } text
            && "=@+-\t\r".Contains(text[0], StringComparison.Ordinal)
            && !double.TryParse(text, CultureInfo.InvariantCulture, out _)
                ? $"'{text}"
                : (string?)value;
    }
}
