using SkiaSharp;
using Stampo.Core.Working;

namespace Stampo.Server.Routes;

/// <summary>The route memo as pages of A4, measured in points.</summary>
internal static class MemoPdf
{
    /// <summary>Columns of the table: heading and width in points.</summary>
    private static readonly (string Name, float Width)[] Columns = [("", 24), ("route", 116), ("each (10–90 %)", 88), ("tooling", 46), ("last part", 58), ("like the series", 74), ("why", 105)];

    private static readonly SKTypeface Regular = Shipped("DejaVuSansCondensed"), Bold = Shipped("DejaVuSansCondensed-Bold");

    public static byte[] Of(Memo memo)
    {
        using var stream = new MemoryStream();
        using (var document = SKDocument.CreatePdf(stream, new SKDocumentPdfMetadata { Title = $"Route memo: {memo.Project}", Creation = memo.On.ToDateTime(TimeOnly.MinValue) }))
        {
            using var writer = new Writer(document);
            writer.Write(memo);
            document.Close();
        }

        return stream.ToArray();
    }

    /// <summary>The typeface that ships inside the application.</summary>
    private static SKTypeface Shipped(string name)
    {
        using var stream = typeof(MemoPdf).Assembly.GetManifestResourceStream($"Stampo.Server.Routes.Fonts.{name}.ttf")!;
        return SKTypeface.FromStream(stream);
    }

    /// <summary>Writes downwards, a new page when one is full.</summary>
    private sealed class Writer(SKDocument document) : IDisposable
    {
        private const float PageWidth = 595, PageHeight = 842, Margin = 42, Width = PageWidth - 2 * Margin, Leading = 1.4f, Gap = 5;

        private readonly SKFont _title = new(Bold, 15), _head = new(Bold, 10), _plain = new(Regular, 8.6f), _fine = new(Regular, 7.6f);

        private readonly SKPaint _ink = new() { Color = SKColors.Black, IsAntialias = true }, _hairline = new() { Color = SKColors.Gray, StrokeWidth = 0.4f };

        private SKCanvas? _page;

        private float _y;

        public void Write(Memo memo)
        {
            Paragraph($"Route memo: {memo.Project}, rev {memo.Revision}", _title);
            Paragraph($"{memo.On:d MMMM yyyy}. {memo.Part}.", _plain);
            Section("Asked", memo.Asked);
            Section("The pick", memo.Pick);
            Section($"Routes for {Text.Number(memo.Quantity, 9)} parts", []);
            Row([.. Columns.Select(c => c.Name)]);
            foreach (var r in memo.Rows)
                Row([r.Tag, $"{r.Route}: {r.Material}", r.PriceEach, r.FirstTooling, r.LastPart, r.Likeness, r.Why]);
            if (memo.RuledOut > 0)
                Paragraph($"{Text.Count(memo.RuledOut, "route")} ruled out; the reasons stand on the Routes page.", _fine);
            Section("Bridge", memo.Bridge);
            if (memo.WhatIfs.Count > 0)
                Section("Seen with what-ifs", memo.WhatIfs);
            Section("Decided", [memo.Decided ?? "Nothing yet."]);
            _y += Gap;
            Paragraph(memo.Deference, _fine);
            document.EndPage();
        }

        public void Dispose()
        {
            foreach (var owned in new IDisposable[] { _title, _head, _plain, _fine, _ink, _hairline })
                owned.Dispose();
        }

        private void Section(string name, IReadOnlyList<string> lines)
        {
            _y += Gap;
            Paragraph(name, _head);
            foreach (var line in lines)
                Paragraph($"–  {line}", _plain);
        }

        private void Paragraph(string text, SKFont font)
        {
            foreach (var line in Lines(text, font, Width))
            {
                Room(font.Size * Leading);
                _y += font.Size * Leading;
                _page!.DrawText(line, Margin, _y, SKTextAlign.Left, font, _ink);
            }
        }

        private void Row(IReadOnlyList<string> cells)
        {
            var step = _fine.Size * 1.25f;
            var wrapped = cells.Select((cell, i) => Lines(cell, _fine, Columns[i].Width - Gap)).ToList();
            var height = wrapped.Max(lines => lines.Count) * step + Gap;
            Room(height);
            var x = Margin;
            for (var i = 0; i < wrapped.Count; x += Columns[i++].Width)
            {
                for (var line = 0; line < wrapped[i].Count; line++)
                    _page!.DrawText(wrapped[i][line], x, _y + (line + 1) * step, SKTextAlign.Left, _fine, _ink);
            }

            _y += height;
            _page!.DrawLine(Margin, _y, Margin + Width, _y, _hairline);
        }

        private void Room(float height)
        {
            if (_page is not null && _y + height <= PageHeight - Margin)
                return;
            if (_page is not null)
                document.EndPage();
            _page = document.BeginPage(PageWidth, PageHeight);
            _y = Margin;
        }

        /// <summary>The text broken between words.</summary>
        private static List<string> Lines(string text, SKFont font, float width)
        {
            var lines = new List<string> { "" };
            foreach (var word in text.Split(' '))
            {
                var longer = lines[^1].Length == 0 ? word : $"{lines[^1]} {word}";
                if (lines[^1].Length == 0 || font.MeasureText(longer) <= width)
                    lines[^1] = longer;
                else
                    lines.Add(word);
            }

            return lines;
        }
    }
}
