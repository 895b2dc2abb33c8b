using System.Globalization;
using MiniExcelLibs;
using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Log.Inspection;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Log;

/// <summary>A run as a row of a table.</summary>
public sealed record RunRow(
    string Run,
    string Project,
    string Route,
    string Title,
    int? Tool,
    int? Shot,
    string Phase,
    string Begun,
    string Over,
    string People,
    string Lots,
    int Good,
    int Rework,
    int Scrap,
    string Defects,
    string Remarks,
    double HandsMin,
    double PlannedHandsMin
);

/// <summary>A measurement as a row of a table; its columns are those a table of measurements is read by.</summary>
public sealed record EntryRow(
    string Item,
    int Shot,
    int Cavity,
    double Value,
    string Unit,
    double? Lower,
    double? Upper,
    string Within,
    string By,
    string Source,
    string At
);

/// <summary>Everything the log holds, to take elsewhere: as CSV, as a workbook, as JSON.</summary>
public sealed class LogTables(RunHistory history, Inspections inspections, Measurements measurements, ProjectStore projects)
{
    public async Task<IReadOnlyList<RunRow>> RunsAsync(CancellationToken cancel)
    {
        var all = await history.AllAsync(cancel);
        var names = await projects.NamesAsync(all.Select(r => r.ProjectId), cancel);
        return [.. all.Where(r => names.ContainsKey(r.ProjectId)).Select(r => Row(r, names[r.ProjectId]))];
    }

    public async Task<IReadOnlyList<EntryRow>> EntriesAsync(Plan.PlanAt at, CancellationToken cancel)
    {
        var (where, plan) = await inspections.PlanAsync(at, cancel);
        var all = await measurements.AllAsync(where.Of, cancel);
        return [.. plan.Items.SelectMany(item => all.GetValueOrDefault(item.Id, []).Select(k => Row(item, k)))];
    }

    /// <summary>The rows in the form asked for; anything else is not found.</summary>
    public static IResult As<T>(IReadOnlyList<T> rows, string form, string name) =>
        form switch
        {
            "csv" => TypedResults.File(Csv.Of(rows), Csv.Type, $"{name}.csv"),
            "json" => TypedResults.Json(rows, Json.Options),
            "xlsx" => TypedResults.File(
                Workbook(rows, name),
                "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
                $"{name}.xlsx"
            ),
            _ => throw new NotFoundException("It is had as csv, xlsx or json."),
        };

    private static byte[] Workbook<T>(IReadOnlyList<T> rows, string name)
    {
        using var stream = new MemoryStream();
        stream.SaveAs(rows, sheetName: name);
        return stream.ToArray();
    }

    private static RunRow Row(RunRecord run, string project) =>
        new(
            run.Run,
            project,
            run.Route,
            run.Title,
            run.Piece.Tool,
            run.Piece.Shot,
            run.Phase.ToString(),
            Moment(run.Begun),
            run.Over is { } over ? Moment(over) : "",
            string.Join("; ", run.People),
            string.Join("; ", run.Lots.Select(l => $"{l.What} {l.Lot}")),
            run.Count(Fate.Good),
            run.Count(Fate.Rework),
            run.Count(Fate.Scrap),
            string.Join(
                "; ",
                run.Counts.Where(c => c.Defect is not null).Select(c => $"{(c.Cavity > 0 ? c.Cavity : c.Parts)}: {c.Defect}")
            ),
            string.Join("; ", run.Remarks.Select(r => $"{r.What} {r.Text}".Trim())),
            Math.Round(run.HandsMin, 1),
            Math.Round(run.PlannedHandsMin, 1)
        );

    private static EntryRow Row(InspectionItem item, KeptEntry kept) =>
        new(
            item.Name,
            kept.Entry.Shot,
            kept.Entry.Cavity,
            kept.Entry.Value!.Value,
            item.Unit,
            item.Lower,
            item.Upper,
            item.Within(kept.Entry.Value.Value) ? "yes" : "no",
            kept.Entry.By,
            kept.Entry.Source ?? "",
            Moment(kept.At)
        );

    private static string Moment(NodaTime.Instant at) => at.ToString("uuuu-MM-dd'T'HH:mm:ss'Z'", CultureInfo.InvariantCulture);
}
