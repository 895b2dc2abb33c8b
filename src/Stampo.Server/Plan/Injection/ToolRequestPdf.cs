using SkiaSharp;
using Stampo.Core.Plans.Injection;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;
using Stampo.Server.Hosting.Pdf;

namespace Stampo.Server.Plan.Injection;

/// <summary>
/// What a toolmaker is asked with: the tool drawn to scale, its sizes, slides and electrodes, and what the quote must say.
/// </summary>
internal sealed class ToolRequestPdf(string project, string revision, DateOnly on, InjectionFigures figures, ToolDrawing? drawing)
{
    private const float DrawingHigh = 210,
        Gap = 24;

    private static readonly float[] Widths = [120, 80, 80, 80, 150];

    public byte[] Write() => PdfSheet.Write($"Tool request: {project}", on, Lines).Pdf;

    private void Lines(PdfSheet sheet)
    {
        var (layout, process) = (figures.Layout, figures.Process);
        sheet.Paragraph($"Request for a tool: {project}, rev {revision}", sheet.Title);
        sheet.Paragraph(
            $"{on:d MMMM yyyy}. {figures.Material.Name}; {Text.Count(figures.CavityCount, "cavity", "cavities")}.",
            sheet.Plain
        );
        sheet.Drawing(DrawingHigh, Draw);
        sheet.Section(
            "The tool",
            [
                $"About {Text.Sides([layout.PlateLongMm, layout.PlateWideMm, layout.HighMm], 3)}, {Text.Number(layout.WeightKg, 3)} kg.",
                $"Cut larger by {Text.Number(figures.Material.ShrinkPct.Likely, 3)} % for shrink.",
                $"{Text.Count(figures.Feed.Gates.Count, "gate")} a part; left on it: {figures.Feed.Vestige}.",
                $"{Text.Count(figures.Pins, "ejector pin")} a part; {Text.Count(2 * layout.Channels.Length, "cooling channel")}; "
                    + $"{Text.Count(layout.Pillars, "support pillar")}.",
                $"Shot {Text.Number(process.ShotG, 3)} g, clamp {Text.Number(process.ClampKn, 3)} kN, cycle about "
                    + $"{Text.Number(process.CycleS, 2)} s.",
            ]
        );
        if (figures.Shape is { SideCores.Count: > 0 } shape)
            Table(
                sheet,
                "Undercuts",
                ["", "reaches in", "travels", "leans", "forms"],
                shape.SideCores.Select(s =>
                    (string[])
                        [
                            s.Kind.ToString(),
                            $"{Text.Number(s.UndercutMm, 3)} mm",
                            $"{Text.Number(s.TravelMm, 3)} mm",
                            s.AngleDeg is { } deg ? $"{Text.Number(deg, 2)}°" : "",
                            $"{Text.Number(s.AreaCm2, 2)} cm²",
                        ]
                )
            );
        if (figures.Sparked.Count > 0)
            Table(
                sheet,
                "Left by cutters",
                ["", "half", "deep", "wide", "forms"],
                figures.Sparked.Select(e =>
                    (string[])
                        [
                            e.For == SparkedFor.Rib ? "Rib" : "Corners",
                            e.In.ToString().ToLowerInvariant(),
                            $"{Text.Number(e.DeepMm, 3)} mm",
                            $"{Text.Number(e.WideMm, 2)} mm",
                            $"{Text.Number(e.AreaCm2, 2)} cm²",
                        ]
                )
            );
        sheet.Section("Leave so that metal can still come off", figures.SteelSafe);
        sheet.Section(
            "The quote says",
            [
                "price of the tool, steps of payment, and who owns tool and drawings",
                "price of a part by quantity, with its least order and set-up",
                "working days to first shots, trials in the price, shots that are guaranteed",
                "steel or aluminium of cavity, core and base; hardness; spares",
                "what a change costs: metal off, metal on, a new insert",
                "sizes measured on first parts, and who pays for the corrections",
            ]
        );
    }

    private static void Table(PdfSheet sheet, string name, string[] heads, IEnumerable<string[]> rows)
    {
        sheet.Section(name, []);
        sheet.Row(heads, Widths);
        foreach (var row in rows)
            sheet.Row(row, Widths);
    }

    /// <summary>Parted on the left, cut lengthwise on the right, one scale.</summary>
    private void Draw(SKCanvas canvas, SKPoint at, SKPaint ink, SKPaint hairline)
    {
        var layout = figures.Layout;
        var scale = (float)
            Math.Min((PdfSheet.Width - Gap) / (2 * layout.PlateLongMm), (DrawingHigh - Gap) / Math.Max(layout.PlateWideMm, layout.HighMm));
        var (wide, right) = ((float)layout.PlateLongMm * scale, at.X + (float)layout.PlateLongMm * scale + Gap);
        var top = at.Y + Gap / 2;
        Box(canvas, hairline, at.X, top, wide, (float)layout.PlateWideMm * scale);
        for (var i = 0; i < layout.Cavities.Length; i += 2)
        {
            var x = at.X + (float)(layout.PlateLongMm / 2 + layout.Cavities[i] - layout.PartMm[0] / 2) * scale;
            var y = top + (float)(layout.PlateWideMm / 2 - layout.Cavities[i + 1] + layout.PartMm[1] / 2) * scale;
            Path(canvas, hairline, drawing?.Front ?? [], x, y, scale, -scale);
            if (drawing is null)
                Box(
                    canvas,
                    hairline,
                    x,
                    y - (float)layout.PartMm[1] * scale,
                    (float)layout.PartMm[0] * scale,
                    (float)layout.PartMm[1] * scale
                );
        }

        var (height, parting) = (top, 0f);
        foreach (var (plate, i) in layout.Plates.Select((p, i) => (p, i)))
        {
            var thick = (float)plate.ThickMm * scale;
            Box(canvas, hairline, right, height, wide, thick);
            height += thick;
            if (i == 1)
                parting = height;
        }

        canvas.DrawRect(right, parting - 0.5f, wide, 1, ink);
        foreach (var x in layout.Cavities.Where((_, i) => i % 2 == 0).Distinct())
            Path(
                canvas,
                hairline,
                drawing?.Section ?? [],
                right + (float)(layout.PlateLongMm / 2 + x - layout.PartMm[0] / 2) * scale,
                parting - (float)layout.InCavityMm * scale,
                scale,
                scale
            );
    }

    private static void Box(SKCanvas canvas, SKPaint line, float x, float y, float wide, float high)
    {
        canvas.DrawLine(x, y, x + wide, y, line);
        canvas.DrawLine(x, y + high, x + wide, y + high, line);
        canvas.DrawLine(x, y, x, y + high, line);
        canvas.DrawLine(x + wide, y, x + wide, y + high, line);
    }

    private static void Path(SKCanvas canvas, SKPaint line, float[] lines, float x, float y, float across, float down)
    {
        for (var i = 0; i + 3 < lines.Length; i += 4)
            canvas.DrawLine(x + lines[i] * across, y + lines[i + 1] * down, x + lines[i + 2] * across, y + lines[i + 3] * down, line);
    }
}
