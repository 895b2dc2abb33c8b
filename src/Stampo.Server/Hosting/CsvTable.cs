using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Stampo.Core.Units;
using Stampo.Core.Wording;

namespace Stampo.Server.Hosting;

/// <summary>
/// A table as somebody's spreadsheet wrote it. Its separator and its decimal sign are found from the whole file; where the file can be
/// read two ways it is refused with both, never guessed.
/// </summary>
public sealed class CsvTable
{
    private const int MostRows = 5_000;

    private static readonly char[] Separators = [';', '\t', ',', '|'];

    private readonly List<string> _columns;
    private readonly List<string[]> _rows;
    private readonly char _separator;
    private readonly string _code;

    private CsvTable(List<string> columns, List<string[]> rows, char separator, string code)
    {
        (_columns, _rows, _separator, _code) = (columns, rows, separator, code);
        Decimal = DecimalOf();
    }

    /// <summary>'.' or ','.</summary>
    public char Decimal { get; }

    public string ReadAs =>
        $"{_rows.Count} {(_rows.Count == 1 ? "row" : "rows")}, columns apart by {Named(_separator)}, decimals after a "
        + $"{(Decimal == '.' ? "dot" : "comma")}";

    public IEnumerable<Row> Rows => _rows.Select((cells, i) => new Row(this, cells, i + 2));

    public bool Has(string column) => IndexOf(column) >= 0;

    /// <param name="text">The whole file.</param>
    /// <param name="code">What a table that can't be read is refused under.</param>
    public static CsvTable Read(string text, string code)
    {
        text = text.TrimStart('\uFEFF');
        var first = text.Split('\n', 2)[0];
        var separator = Separators.MaxBy(s => first.Count(c => c == s));
        using var csv = new CsvReader(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                Delimiter = separator.ToString(),
                BadDataFound = null,
                MissingFieldFound = null,
            }
        );
        try
        {
            if (!csv.Read() || !csv.ReadHeader() || csv.HeaderRecord is not { } header)
                throw new RefusalException(
                    code,
                    "The table is empty; its first line names its columns. Export a table to see the form.",
                    "file"
                );
            List<string[]> rows = [];
            while (csv.Read())
            {
                if (rows.Count == MostRows)
                    throw new RefusalException("input.too-many", $"The table has more than {MostRows:#,0} rows.", "file");
                rows.Add([.. header.Select((_, i) => csv.TryGetField<string>(i, out var cell) ? cell ?? "" : "")]);
            }

            return new CsvTable([.. header.Select(h => h.Trim().ToLowerInvariant())], rows, separator, code);
        }
        catch (CsvHelperException)
        {
            throw new RefusalException(
                code,
                $"Row {csv.Context.Parser?.Row ?? 0} of the table can't be read. Nothing was changed.",
                "file"
            );
        }
    }

    /// <summary>Between columns set apart by commas a decimal comma can't stand; else every number of the file must read one way.</summary>
    private char DecimalOf()
    {
        if (_separator == ',')
            return '.';
        var numbers = _rows
            .SelectMany(row => row)
            .Select(Plain)
            .Where(cell => cell.Length > 0 && NumberText.Readings(cell).Count > 0)
            .ToList();
        bool dot = numbers.TrueForAll(n => As(n, '.') is not null),
            comma = numbers.TrueForAll(n => As(n, ',') is not null);
        if (dot && comma && numbers.Find(n => As(n, '.') != As(n, ',')) is { } either)
            throw new RefusalException(
                "number.two-ways",
                $"The table's numbers can be read two ways: \"{either}\" is {Text.Number(As(either, '.')!.Value, 12)} or "
                    + $"{Text.Number(As(either, ',')!.Value, 12)}. Write one number of the file with a decimal sign in plain "
                    + "sight (1.5 or 1,5), or columns apart by commas, so that the file says which. Nothing was changed.",
                "file"
            );
        return dot || !comma ? '.' : ',';
    }

    /// <summary>A cell as a number with this decimal sign, the other one setting thousands apart; null when it is none.</summary>
    private static double? As(string cell, char point)
    {
        var other = point == '.' ? ',' : '.';
        var at = cell.IndexOf(point, StringComparison.Ordinal);
        var (whole, decimals) = at < 0 ? (cell, "") : (cell[..at], cell[(at + 1)..]);
        if (
            decimals.Contains(point)
            || decimals.Contains(other)
            || (whole.Contains(other) && !NumberText.Groups(whole.TrimStart('-', '+'), other))
        )
            return null;
        return
            NumberText.Readings(
                $"{whole.Replace(other.ToString(), "", StringComparison.Ordinal)}{(at < 0 ? "" : ".")}{decimals}",
                dotIsDecimal: true
            )
                is [var value]
            ? value
            : null;
    }

    /// <summary>Spreadsheets mark text that begins with a sign by an apostrophe.</summary>
    private static string Plain(string cell)
    {
        var trimmed = cell.Trim();
        return trimmed.StartsWith('\'') ? trimmed[1..] : trimmed;
    }

    private int IndexOf(string column) => _columns.IndexOf(column.ToLowerInvariant());

    private static string Named(char separator) =>
        separator switch
        {
            ';' => "semicolons",
            '\t' => "tabs",
            ',' => "commas",
            _ => "bars",
        };

    /// <summary>One line of the table; <paramref name="number"/> as a spreadsheet counts it.</summary>
    public sealed class Row(CsvTable table, string[] cells, int number)
    {
        public int Line => number;

        /// <summary>Null when there is no such column, or nothing in it.</summary>
        public string? Text(string column) =>
            table.IndexOf(column) is >= 0 and var at && Plain(cells[at]) is { Length: > 0 } text ? text : null;

        public double? Number(string column)
        {
            if (Text(column) is not { } text)
                return null;
            return As(text, table.Decimal)
                ?? throw new RefusalException(
                    table._code,
                    $"Row {number}, column {column}: \"{text}\" is not a number with "
                        + $"{(table.Decimal == '.' ? "a decimal dot" : "a decimal comma")}. Nothing was changed.",
                    "file"
                );
        }

        public T? Choice<T>(string column)
            where T : struct, Enum =>
            Text(column) is not { } text ? null
            : Enum.TryParse<T>(text, ignoreCase: true, out var value) && Enum.IsDefined(value) ? value
            : throw new RefusalException(
                table._code,
                $"Row {number}, column {column}: \"{text}\" is none of "
                    + $"{string.Join(", ", Enum.GetNames<T>().Select(n => n.ToLowerInvariant()))}. Nothing was changed.",
                "file"
            );
    }
}
