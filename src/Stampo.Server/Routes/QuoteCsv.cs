using System.Globalization;
using Stampo.Core.Quotes;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;

namespace Stampo.Server.Routes;

/// <summary>
/// Quotes as a table: a row for each price; rows of the same supplier, route, last day and, where the table has a column "quote", number
/// are one quote.
/// </summary>
internal static class QuoteCsv
{
    private const int LongestId = 60;

    private static readonly string[] Needed = ["route", "supplier", "tool", "each", "validUntil"];

    public static IReadOnlyList<Quote> Read(string text)
    {
        var table = CsvTable.Read(text, "quote.bad-csv");
        foreach (var column in Needed)
        {
            if (!table.Has(column))
                throw new RefusalException(
                    "quote.bad-csv",
                    $"The first line of the table names its columns, and one of them is \"{column}\". They are: route, "
                        + "supplier, cavities, tool, toolIsOurs, guaranteedShots, leadDays, validUntil, from, each, "
                        + "remarks, quote.",
                    "file"
                );
        }

        return
        [
            .. table
                .Rows.Select(row => (Row: row, Quote: Of(row), Price: PriceOf(row)))
                .GroupBy(r => r.Quote.Id)
                .Select(rows => One([.. rows])),
        ];
    }

    /// <summary>Rows of one quote differ in their price alone; two quotes taken for one would lose a tool's price.</summary>
    private static Quote One(IReadOnlyList<(CsvTable.Row Row, Quote Quote, PriceBreak Price)> rows)
    {
        var first = rows[0];
        return rows.FirstOrDefault(r => !(r.Quote with { Prices = first.Quote.Prices }).Equals(first.Quote)) is { Row: { } other }
            ? throw new RefusalException(
                "quote.bad-csv",
                $"Lines {first.Row.Line} and {other.Line} are of one supplier, route and last day, but differ in more "
                    + "than their price. If they are two quotes, tell them apart by their numbers in a column \"quote\".",
                "file"
            )
            : first.Quote with
            {
                Prices = [.. rows.Select(r => r.Price).OrderBy(p => p.From)],
            };
    }

    private static Quote Of(CsvTable.Row row)
    {
        var (route, supplier, until) = (Text(row, "route"), Text(row, "supplier"), Day(row));
        return new Quote(
            IdOf($"{route}/{supplier}/{until:yyyy-MM-dd}", row.Text("quote")),
            route,
            supplier,
            (int)(row.Number("cavities") ?? 1),
            Number(row, "tool"),
            !string.Equals(row.Text("toolIsOurs"), "no", StringComparison.OrdinalIgnoreCase),
            [],
            row.Number("guaranteedShots"),
            row.Number("leadDays") ?? 0,
            until,
            row.Text("remarks"),
            false
        );
    }

    private static string IdOf(string about, string? number)
    {
        var tail = number is null ? "" : $"/{number}";
        return $"{about[..Math.Clamp(LongestId - tail.Length, 0, about.Length)]}{tail[..Math.Min(LongestId, tail.Length)]}";
    }

    private static PriceBreak PriceOf(CsvTable.Row row)
    {
        var from = Check.Between(
            row.Number("from") ?? 1,
            1,
            Core.Briefs.Brief.MaxQuantity,
            "from",
            "parts",
            "a price holds from at least one part on"
        );
        return new PriceBreak((int)from, Number(row, "each"));
    }

    private static string Text(CsvTable.Row row, string column) => row.Text(column) ?? throw Missing(row, column);

    private static double Number(CsvTable.Row row, string column) => row.Number(column) ?? throw Missing(row, column);

    private static DateOnly Day(CsvTable.Row row) =>
        DateOnly.TryParseExact(Text(row, "validUntil"), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
            ? day
            : throw new RefusalException(
                "quote.bad-csv",
                $"Line {row.Line}: validUntil is \"{row.Text("validUntil")}\"; write the day as 2027-03-31.",
                "file"
            );

    private static RefusalException Missing(CsvTable.Row row, string column) =>
        new("quote.bad-csv", $"Line {row.Line}: \"{column}\" is empty; a quote needs it.", "file");
}
