using System.Text;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using NodaTime;
using Stampo.Core.Planning;
using Stampo.Server.Hosting;
using Stampo.Server.Hosting.Pdf;

namespace Stampo.Server.Plan;

/// <summary>The traveller on paper, as a table and as a calendar.</summary>
internal static class TravellerFiles
{
    /// <summary>Columns on paper: heading and width in points.</summary>
    private static readonly (string Name, float Width)[] Columns =
    [
        ("", 14),
        ("first", 54),
        ("operation", 212),
        ("weigh", 62),
        ("hands / wait", 50),
        ("tick", 135),
    ];

    /// <summary>
    /// Type is made smaller, step by step, until all stands on one page; below this nobody reads it at a bench, and a second page is
    /// better.
    /// </summary>
    private const float Smallest = 0.7f;

    public static byte[] Pdf(Traveller traveller)
    {
        (byte[] Pdf, int Pages) At(float scale) =>
            PdfSheet.Write($"Traveller: {traveller.Project}", traveller.On, sheet => Write(sheet, traveller), scale);
        for (var scale = 1f; scale >= Smallest; scale -= 0.05f)
        {
            if (At(scale) is (var pdf, 1))
                return pdf;
        }

        return At(1).Pdf;
    }

    /// <summary>Every operation once, as the sheet has it.</summary>
    public static byte[] Table(Traveller traveller) =>
        Csv.Of(
            traveller.Rows.Select(r => new
            {
                r.Number,
                r.When,
                r.Operation,
                r.Detail,
                Weigh = string.Join("; ", r.Weigh),
                r.Needs,
                r.HandsMin,
                r.WaitMin,
                Lags = string.Join("; ", r.Lags),
                Asks = string.Join("; ", r.Asks),
                Cautions = string.Join(", ", r.Cautions),
            })
        );

    /// <summary>
    /// Each operation of the mold and of the first shot as an event of its own; of later shots what is clocked together, as one. Times
    /// without a zone: they are the workshop's own.
    /// </summary>
    public static byte[] Calendar(Traveller traveller, WorkPlan plan)
    {
        var (schedule, shotName, toolName, operations) = (
            plan.Schedule!,
            plan.Order.ShotName,
            plan.Order.ToolName,
            plan.Operations.ToDictionary(o => o.Id)
        );
        var calendar = new Calendar { ProductId = "-//Stampo//Plan//EN" };
        foreach (var slot in schedule.Slots.Where(s => s.Shot is null or 1))
            calendar.Events.Add(
                Event(
                    traveller,
                    $"{slot.OperationId}-{slot.Tool}-{slot.Shot}",
                    $"{operations[slot.OperationId].Name}{Said(slot, toolName)}",
                    slot.Start,
                    slot.End > slot.Start ? slot.End : slot.Start.PlusMinutes(1),
                    operations[slot.OperationId].Detail
                )
            );
        foreach (var shot in schedule.Slots.Where(s => s.Shot > 1).GroupBy(s => s.Shot))
            calendar.Events.Add(
                Event(
                    traveller,
                    $"shot-{shot.Key}",
                    $"{shotName} {shot.Key}{Said(shot.First(), toolName)}",
                    shot.First().Start,
                    shot.Max(s => s.End),
                    null
                )
            );
        return Encoding.UTF8.GetBytes(new CalendarSerializer().SerializeToString(calendar)!);
    }

    private static string Said(Slot slot, string toolName) => slot.Tool is { } tool ? $" ({toolName.ToLowerInvariant()} {tool})" : "";

    private static CalendarEvent Event(
        Traveller traveller,
        string uid,
        string summary,
        LocalDateTime start,
        LocalDateTime end,
        string? detail
    ) =>
        new()
        {
            Uid = $"{uid}@{traveller.ProjectId}.stampo",
            Summary = $"{traveller.Project}: {summary}",
            Description = detail,
            Start = new CalDateTime(start.ToDateTimeUnspecified()),
            End = new CalDateTime(end.ToDateTimeUnspecified()),
        };

    private static void Write(PdfSheet sheet, Traveller traveller)
    {
        float[] widths = [.. Columns.Select(c => c.Width)];
        sheet.Paragraph($"Traveller: {traveller.Project}, rev {traveller.Revision}", sheet.Title);
        sheet.Paragraph($"{traveller.On:d MMMM yyyy}. {traveller.Route}.", sheet.Plain);
        foreach (var fact in traveller.Facts)
            sheet.Paragraph(fact, sheet.Plain);
        sheet.Y += PdfSheet.Gap;
        sheet.Row([.. Columns.Select(c => c.Name)], widths);
        foreach (var r in traveller.Rows)
            sheet.Row(Cells(r), widths, [sheet.Fine, sheet.Fine, sheet.Fine, sheet.Plain, sheet.Fine, sheet.Fine]);
        sheet.Section(traveller.ShotsName, []);
        sheet.Boxes(traveller.Shots);
        sheet.Section("Cautions", traveller.Cautions);
        sheet.Paragraph(traveller.Deference, sheet.Fine);
    }

    private static string[] Cells(TravellerRow row)
    {
        var named = row.Cautions.Count > 0 ? $"{row.Operation}  △ {string.Join(", ", row.Cautions)}" : row.Operation;
        IEnumerable<string> said = [named, row.Detail, .. row.Lags];
        return
        [
            $"{row.Number}",
            row.When,
            string.Join("\n", said.Where(t => t.Length > 0)),
            string.Join("\n", row.Weigh),
            Minutes(row),
            string.Join("\n", row.Asks.Select(a => $"□ {a}")),
        ];
    }

    private static string Minutes(TravellerRow row) =>
        (row.HandsMin, row.WaitMin) switch
        {
            (0, 0) => "",
            (0, var wait) => Wait(wait),
            (var hands, 0) => $"{Math.Max(1, hands):0} min",
            (var hands, var wait) => $"{hands:0} min / {Wait(wait)}",
        };

    private static string Wait(double min) => min < 120 ? $"{min:0} min" : $"{min / 60:0.#} h";
}
