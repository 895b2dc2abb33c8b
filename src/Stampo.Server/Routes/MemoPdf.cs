using Stampo.Core.Working;
using Stampo.Server.Hosting.Pdf;

namespace Stampo.Server.Routes;

/// <summary>The route memo as pages of A4.</summary>
internal static class MemoPdf
{
    /// <summary>Columns of the table: heading and width in points.</summary>
    private static readonly (string Name, float Width)[] Columns = [("", 24), ("route", 116), ("each (10–90 %)", 88), ("tooling", 46), ("last part", 58), ("like the series", 74), ("why", 105)];

    public static byte[] Of(Memo memo) => PdfSheet.Write($"Route memo: {memo.Project}", memo.On, sheet => Write(sheet, memo)).Pdf;

    private static void Write(PdfSheet sheet, Memo memo)
    {
        float[] widths = [.. Columns.Select(c => c.Width)];
        sheet.Paragraph($"Route memo: {memo.Project}, rev {memo.Revision}", sheet.Title);
        sheet.Paragraph($"{memo.On:d MMMM yyyy}. {memo.Part}.", sheet.Plain);
        sheet.Section("Asked", memo.Asked);
        sheet.Section("The pick", memo.Pick);
        sheet.Section($"Routes for {Text.Number(memo.Quantity, 9)} parts", []);
        sheet.Row([.. Columns.Select(c => c.Name)], widths);
        foreach (var r in memo.Rows)
            sheet.Row([r.Tag, $"{r.Route}: {r.Material}", r.PriceEach, r.FirstTooling, r.LastPart, r.Likeness, r.Why], widths);
        if (memo.RuledOut > 0)
            sheet.Paragraph($"{Text.Count(memo.RuledOut, "route")} ruled out; the reasons stand on the Routes page.", sheet.Fine);
        sheet.Section("Bridge", memo.Bridge);
        if (memo.WhatIfs.Count > 0)
            sheet.Section("Seen with what-ifs", memo.WhatIfs);
        sheet.Section("Decided", [memo.Decided ?? "Nothing yet."]);
        sheet.Y += PdfSheet.Gap;
        sheet.Paragraph(memo.Deference, sheet.Fine);
    }
}
