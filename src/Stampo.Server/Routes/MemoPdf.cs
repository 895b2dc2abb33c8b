using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using Stampo.Server.Hosting.Pdf;

namespace Stampo.Server.Routes;

/// <summary>The route memo as one page of A4.</summary>
internal static class MemoPdf
{
    /// <summary>Columns of the tables: heading and width in points.</summary>
    private static readonly (string Name, float Width)[] Columns =
    [
        ("", 24),
        ("route", 116),
        ("each (10–90 %)", 88),
        ("tooling", 46),
        ("last part", 58),
        ("like the series", 74),
        ("why", 121),
    ];
    private static readonly (string Name, float Width)[] StretchColumns =
    [
        ("", 24),
        ("stretch", 190),
        ("parts", 60),
        ("order by", 78),
        ("from – until", 110),
        ("€", 65),
    ];

    private const float PictureWidth = 110,
        BarHeight = 13;

    /// <summary>Type that shrinks until all stands on one page.</summary>
    private static readonly float[] Scales = [1, 0.92f, 0.85f, 0.78f];

    public static byte[] Of(Memo memo, byte[]? picture)
    {
        byte[] last = [];
        foreach (var scale in Scales)
        {
            var pages = 0;
            (last, _) = PdfSheet.Write(
                $"Route memo: {memo.Project}",
                memo.On,
                sheet =>
                {
                    Write(sheet, memo, picture);
                    pages = sheet.Pages;
                    Appendix(sheet, memo);
                },
                scale
            );
            if (pages == 1)
                break;
        }

        return last;
    }

    private static void Write(PdfSheet sheet, Memo memo, byte[]? picture)
    {
        if (picture is not null)
            sheet.Corner(picture, PictureWidth);
        sheet.Paragraph($"Route memo: {memo.Project}, rev {memo.Revision}", sheet.Title);
        sheet.Paragraph($"{memo.On:d MMMM yyyy}. {memo.Part}.", sheet.Plain);
        sheet.Section(memo.IsDecided ? "Decided" : "Recommended", []);
        if (memo.Head is { } head)
        {
            sheet.Paragraph(head.Said, sheet.Head);
            sheet.Paragraph(
                $"{Text.Euros(head.Total)} in all ({Text.Euros(head.P10)} to {Text.Euros(head.P90)} in eight draws of "
                    + $"ten). Next order: {memo.NextOrder}.",
                sheet.Head
            );
        }

        if (memo.Decided is { } decided)
            sheet.Paragraph(decided, sheet.Plain);
        sheet.Paragraph($"Risk: {memo.Risk}", sheet.Plain);
        if (memo.Head is not null)
            Stretches(sheet, memo, memo.Head);
        Lines(sheet, "Beside it", memo.Beside);
        Lines(sheet, "What would change it", memo.Changes);
        Lines(sheet, "Asked", memo.Asked);
        sheet.Section($"Routes for {Text.Number(memo.Quantity, 9)} parts", []);
        sheet.Row([.. Columns.Select(c => c.Name)], Widths(Columns));
        foreach (var r in memo.Rows)
            sheet.Row([r.Tag, $"{r.Route}: {r.Material}", r.PriceEach, r.FirstTooling, r.LastPart, r.Likeness, r.Why], Widths(Columns));
        if (memo.RuledOut > 0)
            sheet.Paragraph($"{Text.Count(memo.RuledOut, "route")} ruled out; the reasons stand on the Routes page.", sheet.Fine);
        Lines(sheet, "Seen with what-ifs", memo.WhatIfs);
        sheet.Signatures("decided", "for the money", "date");
        sheet.Y += PdfSheet.Gap;
        sheet.Paragraph(memo.Deference, sheet.Fine);
    }

    /// <summary>From a page of its own: each line with its formula, the numbers put in, and on whose word.</summary>
    private static void Appendix(PdfSheet sheet, Memo memo)
    {
        if (memo.Working.Count == 0 && memo.Today is null)
            return;
        sheet.NextPage();
        sheet.Paragraph("How the total comes about", sheet.Title);
        if (memo.Today is { } today)
            sheet.Paragraph(today, sheet.Plain);
        foreach (var line in memo.Working)
        {
            sheet.Y += PdfSheet.Gap;
            sheet.Paragraph($"{line.Name}: {Text.Number(line.Value.Likely, 6)} {line.Unit}".TrimEnd(), sheet.Head);
            sheet.Paragraph(line.Formula, sheet.Fine);
            if (line.Numbers is { } numbers)
                sheet.Paragraph(numbers, sheet.Fine);
            sheet.Paragraph($"Source: {line.Source}", sheet.Fine);
        }
    }

    private static void Lines(PdfSheet sheet, string name, IReadOnlyList<string> lines)
    {
        if (lines.Count > 0)
            sheet.Section(name, lines);
    }

    private static void Stretches(PdfSheet sheet, Memo memo, Sequence head)
    {
        sheet.Y += PdfSheet.Gap;
        TimeLine(sheet, memo, head);
        sheet.Row([.. StretchColumns.Select(c => c.Name)], Widths(StretchColumns));
        foreach (var s in head.Stretches)
        {
            var card = memo.Routes.First(r => r.Id == s.RouteId);
            sheet.Row(
                [
                    card.Tag,
                    $"{card.Name}: {s.Material}{(s.Cavities > 1 ? $", {s.Cavities} cavities" : "")}",
                    Text.Number(s.Quantity, 12),
                    $"{s.OrderBy:d MMM yyyy}",
                    $"{s.From:MMM yyyy} – {s.Until:MMM yyyy}",
                    Text.Euros(s.Cost.Total),
                ],
                Widths(StretchColumns)
            );
        }
    }

    /// <summary>Each stretch from its order, hatched by a thin line, over the time it serves.</summary>
    private static void TimeLine(PdfSheet sheet, Memo memo, Sequence head)
    {
        int begin = head.Stretches.Min(s => s.OrderBy.DayNumber),
            end = Math.Max(begin + 1, head.Stretches.Max(s => s.Until.DayNumber));
        sheet.Drawing(
            head.Stretches.Count * BarHeight,
            (canvas, at, ink, hairline) =>
            {
                for (var i = 0; i < head.Stretches.Count; i++)
                {
                    var s = head.Stretches[i];
                    var y = at.Y + i * BarHeight;
                    float order = X(s.OrderBy),
                        from = X(s.From),
                        until = Math.Max(X(s.Until), from + 3);
                    canvas.DrawLine(order, y + 5, from, y + 5, hairline);
                    canvas.DrawRect(from, y + 1, until - from, 8, ink);
                    var right = until > PdfSheet.Width - 40;
                    sheet.Draw(
                        memo.Routes.First(r => r.Id == s.RouteId).Tag,
                        right ? Math.Max(PdfSheet.Margin, order - 14) : until + 3,
                        y + 8,
                        sheet.Fine
                    );
                }

                float X(DateOnly day) => at.X + 16 + (PdfSheet.Width - 32) * (day.DayNumber - begin) / (end - begin);
            }
        );
    }

    private static float[] Widths((string Name, float Width)[] columns) => [.. columns.Select(c => c.Width)];
}
