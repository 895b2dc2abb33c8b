using SkiaSharp;

namespace Stampo.Server.Hosting.Pdf;

/// <summary>Pages of A4, measured in points, written downwards; a new page when one is full.</summary>
internal sealed class PdfSheet : IDisposable
{
    public const float PageWidth = 595,
        PageHeight = 842,
        Margin = 34,
        Width = PageWidth - 2 * Margin,
        Gap = 5;

    private const float Leading = 1.4f;

    /// <summary>A typeface goes into a document whole: the Latin part where it will do, the whole one for what it lacks.</summary>
    private static readonly SKTypeface Regular = Shipped("DejaVuSansCondensed-Latin"),
        Bold = Shipped("DejaVuSansCondensed-Bold-Latin");
    private static readonly Lazy<SKTypeface> WholeRegular = new(() => Shipped("DejaVuSansCondensed")),
        WholeBold = new(() => Shipped("DejaVuSansCondensed-Bold"));

    private readonly SKDocument _document;

    private readonly SKPaint _ink = new() { Color = SKColors.Black, IsAntialias = true },
        _hairline =
            new()
            {
                Color = SKColors.Gray,
                StrokeWidth = 0.4f,
                Style = SKPaintStyle.Stroke,
            };

    private SKCanvas? _page;

    private float _narrowBy,
        _narrowUntil;

    /// <param name="document">What is written to.</param>
    /// <param name="scale">Of all type: less than one puts more on a page.</param>
    private PdfSheet(SKDocument document, float scale)
    {
        _document = document;
        (Title, Head, Plain, Fine) = (Of(Bold, 15 * scale), Of(Bold, 10 * scale), Of(Regular, 8.6f * scale), Of(Regular, 7.6f * scale));
    }

    public SKFont Title { get; }

    public SKFont Head { get; }

    public SKFont Plain { get; }

    public SKFont Fine { get; }

    public float Y { get; set; }

    public int Pages { get; private set; }

    /// <summary>A document, and on how many pages it came out.</summary>
    public static (byte[] Pdf, int Pages) Write(string title, DateOnly on, Action<PdfSheet> write, float scale = 1)
    {
        using var stream = new MemoryStream();
        int pages;
        using (
            var document = SKDocument.CreatePdf(
                stream,
                new SKDocumentPdfMetadata { Title = title, Creation = on.ToDateTime(TimeOnly.MinValue) }
            )
        )
        {
            using var sheet = new PdfSheet(document, scale);
            write(sheet);
            document.EndPage();
            document.Close();
            pages = sheet.Pages;
        }

        return (stream.ToArray(), pages);
    }

    public void Section(string name, IReadOnlyList<string> lines)
    {
        Y += Gap;
        Paragraph(name, Head);
        foreach (var line in lines)
            Paragraph($"–  {line}", Plain);
    }

    public void Paragraph(string text, SKFont font)
    {
        foreach (var line in Lines(text, font, Y < _narrowUntil ? Width - _narrowBy : Width))
        {
            Room(font.Size * Leading);
            Y += font.Size * Leading;
            Draw(line, Margin, Y, font);
        }
    }

    /// <summary>Cells side by side over a hairline, each broken to its width in points.</summary>
    public void Row(IReadOnlyList<string> cells, IReadOnlyList<float> widths, IReadOnlyList<SKFont>? fonts = null)
    {
        SKFont Font(int i) => fonts?[i] ?? Fine;
        var step = Enumerable.Range(0, cells.Count).Max(i => Font(i).Size) * 1.25f;
        var wrapped = cells.Select((cell, i) => Lines(cell, Font(i), widths[i] - Gap)).ToList();
        var height = wrapped.Max(lines => lines.Count) * step + 0.5f * step;
        Room(height);
        var x = Margin;
        for (var i = 0; i < wrapped.Count; x += widths[i++])
        {
            for (var line = 0; line < wrapped[i].Count; line++)
                Draw(wrapped[i][line], x, Y + (line + 1) * step, Font(i));
        }

        Y += height;
        _page!.DrawLine(Margin, Y, Margin + Width, Y, _hairline);
    }

    /// <summary>
    /// A picture in the upper right corner of the page; what is written beside it keeps <paramref name="width"/> clear until it ends.
    /// </summary>
    public void Corner(byte[] png, float width)
    {
        Room(1);
        using var picture = SKImage.FromEncodedData(png);
        if (picture is null)
            return;
        var height = width * picture.Height / picture.Width;
        _page!.DrawImage(
            picture,
            new SKRect(Margin + Width - width, Margin, Margin + Width, Margin + height),
            new SKSamplingOptions(SKFilterMode.Linear),
            null
        );
        (_narrowBy, _narrowUntil) = (width + Gap, Margin + height);
    }

    /// <summary>Room for a drawing as wide as the page: where its left upper corner is, and what to draw with.</summary>
    public void Drawing(float height, Action<SKCanvas, SKPoint, SKPaint, SKPaint> draw)
    {
        Room(height);
        draw(_page!, new SKPoint(Margin, Y), _ink, _hairline);
        Y += height;
    }

    /// <summary>Lines to sign on.</summary>
    public void Signatures(params string[] names)
    {
        Room(40);
        Y += 30;
        var each = Width / names.Length;
        for (var i = 0; i < names.Length; i++)
        {
            _page!.DrawLine(Margin + i * each, Y, Margin + (i + 1) * each - 4 * Gap, Y, _hairline);
            Draw(names[i], Margin + i * each, Y + Fine.Size * 1.3f, Fine);
        }

        Y += 10;
    }

    /// <summary>Numbered boxes to cross off, as many rows as they take.</summary>
    public void Boxes(int count)
    {
        const float side = 15;
        var across = (int)(Width / (side + 2));
        for (var i = 0; i < count; i++)
        {
            if (i % across == 0)
            {
                Room(side + 4);
                Y += side + 4;
            }

            var x = Margin + i % across * (side + 2);
            _page!.DrawRect(x, Y - side, side, side, _hairline);
            _page.DrawText($"{i + 1}", x + side / 2, Y - side / 3, SKTextAlign.Center, Fine, _ink);
        }
    }

    public void Dispose()
    {
        foreach (var owned in new IDisposable[] { Title, Head, Plain, Fine, _ink, _hairline })
            owned.Dispose();
    }

    public void Draw(string text, float x, float y, SKFont font, SKTextAlign align = SKTextAlign.Left)
    {
        if (font.ContainsGlyphs(text))
        {
            _page!.DrawText(text, x, y, align, font, _ink);
            return;
        }

        using var whole = Of(font.Typeface == Bold ? WholeBold.Value : WholeRegular.Value, font.Size);
        _page!.DrawText(text, x, y, align, whole, _ink);
    }

    private void Room(float height)
    {
        if (_page is null || Y + height > PageHeight - Margin)
            NextPage();
    }

    /// <summary>What follows begins on a page of its own.</summary>
    public void NextPage()
    {
        if (_page is not null)
            _document.EndPage();
        _page = _document.BeginPage(PageWidth, PageHeight);
        Pages++;
        Y = Margin;
    }

    /// <summary>Letters stand where the typeface puts them, not at whole points of a screen.</summary>
    private static SKFont Of(SKTypeface face, float size) =>
        new(face, size)
        {
            Subpixel = true,
            LinearMetrics = true,
            Hinting = SKFontHinting.None,
        };

    /// <summary>The text broken between words and at its own line ends.</summary>
    private static List<string> Lines(string text, SKFont font, float width)
    {
        var lines = new List<string>();
        foreach (var paragraph in text.Split('\n'))
        {
            lines.Add("");
            foreach (var word in paragraph.Split(' '))
            {
                var longer = lines[^1].Length == 0 ? word : $"{lines[^1]} {word}";
                if (lines[^1].Length == 0 || font.MeasureText(longer) <= width)
                    lines[^1] = longer;
                else
                    lines.Add(word);
            }
        }

        return lines;
    }

    /// <summary>The typeface that ships inside the application.</summary>
    private static SKTypeface Shipped(string name)
    {
        using var stream = typeof(PdfSheet).Assembly.GetManifestResourceStream($"Stampo.Server.Hosting.Fonts.{name}.ttf")!;
        return SKTypeface.FromStream(stream);
    }
}
