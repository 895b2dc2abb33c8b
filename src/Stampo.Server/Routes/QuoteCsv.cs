using System.Globalization;
using Stampo.Core.Quotes;
using Stampo.Core.Working;
using Stampo.Server.Hosting;

namespace Stampo.Server.Routes;

/// <summary>Quotes as a table: a row for each price; rows of the same supplier, route and last day are one quote.</summary>
internal static class QuoteCsv
{
    private const int LongestId = 60;

    private static readonly string[] Needed = ["route", "supplier", "tool", "each", "validUntil"];

    public static IReadOnlyList<Quote> Read(string text)
    {
        var table = CsvTable.Read(text);
        foreach (var column in Needed)
        {
            if (!table.Has(column))
                throw new RefusalException("quote.bad-csv", $"The first line of the table names its columns, and one of them is \"{column}\". They are: route, supplier, cavities, tool, toolIsOurs, guaranteedShots, leadDays, validUntil, from, each, remarks.", "file");
        }

        return [.. table.Rows.Select(Of).GroupBy(row => (row.Quote.RouteId, row.Quote.Supplier, row.Quote.ValidUntil))
            .Select(rows => rows.First().Quote with { Prices = [.. rows.Select(row => row.Price).OrderBy(p => p.From)] })];
    }

    private static (Quote Quote, PriceBreak Price) Of(CsvTable.Row row)
    {
        var (route, supplier, until) = (Text(row, "route"), Text(row, "supplier"), Day(row));
        var id = $"{route}/{supplier}/{until:yyyy-MM-dd}";
        var quote = new Quote(id[..Math.Min(LongestId, id.Length)], route, supplier, (int)(row.Number("cavities") ?? 1), Number(row, "tool"),
            !string.Equals(row.Text("toolIsOurs"), "no", StringComparison.OrdinalIgnoreCase), [], row.Number("guaranteedShots"), row.Number("leadDays") ?? 0, until, row.Text("remarks"), false);
        var from = Check.Between(row.Number("from") ?? 1, 1, Core.Briefs.Brief.MaxQuantity, "from", "parts", "a price holds from at least one part on");
        return (quote, new PriceBreak((int)from, Number(row, "each")));
    }

    private static string Text(CsvTable.Row row, string column) => row.Text(column) ?? throw Missing(row, column);

    private static double Number(CsvTable.Row row, string column) => row.Number(column) ?? throw Missing(row, column);

    private static DateOnly Day(CsvTable.Row row) => DateOnly.TryParseExact(Text(row, "validUntil"), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? day
        : throw new RefusalException("quote.bad-csv", $"Line {row.Line}: validUntil is \"{row.Text("validUntil")}\"; write the day as 2027-03-31.", "file");

    private static RefusalException Missing(CsvTable.Row row, string column) => new("quote.bad-csv", $"Line {row.Line}: \"{column}\" is empty; a quote needs it.", "file");
}
