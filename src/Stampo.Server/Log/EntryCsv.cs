using System.Globalization;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;

namespace Stampo.Server.Log;

/// <summary>Measurements as a table: a row for each value, in whatever order; the item by its name or its id.</summary>
internal static class EntryCsv
{
    private static readonly string[] Needed = ["item", "shot", "value"];

    public static IReadOnlyList<Entry> Read(string text, InspectionPlan plan)
    {
        var table = CsvTable.Read(text, "entry.bad-csv");
        foreach (var column in Needed)
        {
            if (!table.Has(column))
                throw new RefusalException(
                    "entry.bad-csv",
                    $"The first line names the columns, and one of them is \"{column}\". They are: item, shot, cavity, value, unit, by.",
                    "file"
                );
        }

        return [.. table.Rows.Select(row => Of(row, plan))];
    }

    private static Entry Of(CsvTable.Row row, InspectionPlan plan)
    {
        var name = row.Text("item");
        var item =
            plan.Items.FirstOrDefault(i => string.Equals(i.Name, name, StringComparison.OrdinalIgnoreCase) || i.Id == name)
            ?? throw Bad(row, $"nothing called \"{name}\" is looked at here");
        if (item.Kind == InspectedKind.Hardness)
            throw Bad(row, $"{item.Name} is a hardness, five readings each; enter it by hand");
        var unit = row.Text("unit") ?? item.Unit;
        if (unit != item.Unit)
            throw Bad(row, $"the unit is \"{unit}\"; {item.Name} is measured in {(item.Unit.Length > 0 ? item.Unit : "no unit")}");
        return new Entry(
            Guid.NewGuid().ToString("n"),
            item.Id,
            Whole(row, "shot") ?? throw Bad(row, "the shot is missing"),
            Whole(row, "cavity") ?? 1,
            row.Number("value") ?? throw Bad(row, "the value is missing"),
            row.Text("by") ?? "a table",
            "table"
        );
    }

    private static int? Whole(CsvTable.Row row, string column) =>
        row.Number(column) is not { } number ? null
        : number is >= 1 and <= 1_000_000 && number == Math.Floor(number) ? (int)number
        : throw Bad(row, $"the {column} is {number.ToString(CultureInfo.InvariantCulture)}; it is a whole number from 1");

    private static RefusalException Bad(CsvTable.Row row, string what) => new("entry.bad-csv", $"Line {row.Line}: {what}.", "file");
}
