using Stampo.Core.Forming;
using Stampo.Core.Parts;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>Which way, how thick a sheet, where it thins, how it is cut from stock.</summary>
internal static class SheetSection
{
    private const string Simulated = "the sheet simulated on the part's own face: sticks where it touches, volume kept";

    private const double MostDraw = 3,
        MostDrawWithPlug = 5,
        MostFolded = 0.01;

    public static NeedFigures Need(FormingCase of)
    {
        var (thinnest, gauge) = (of.ThinnestMm, of.GaugeMm);
        var at = of.Choices.Sheet.ThinnestMm is null ? "part/thinnestWallMm" : "plan/sheet.thinnestMm";
        var least = of.Working.Line(
            "thinnestMm",
            "Thinnest it may be",
            Figure.Given("thinnest", thinnest, "mm", at),
            "mm",
            "what the part is for"
        );
        if (of.Sheet is { } sheet)
            WriteSheet(of, sheet);
        double? keeps = of.Gauge is { } found ? WriteGauge(of, found.GaugeMm, least) : null;
        return new NeedFigures(
            thinnest,
            gauge,
            FormingCase.ThinLimit * gauge,
            keeps,
            keeps is { } mm ? FormingCase.Stock(of.Material, mm) : null,
            of.Choices.Sheet.GaugeMm is null
        );
    }

    private static void WriteSheet(FormingCase of, SheetFigures sheet)
    {
        var gauge = Figure.Given("gauge", sheet.GaugeMm, "mm", "plan/sheet.gaugeMm");
        void Found(string id, string name, string how, double value, string unit, params Figure[] from) =>
            of.Working.Found("simulation", id, name, how, value, unit, Simulated, from);
        Found(
            "minMm",
            sheet.IsFirstLook ? "Thinnest place, first look" : "Thinnest place",
            "least thickness of what stays when it is trimmed",
            sheet.MinMm,
            "mm",
            gauge,
            Figure.Given("cells", sheet.CellMm, "mm"),
            Figure.Given("margin to the clamp", of.Choices.Sheet.MarginMm, "mm", "plan/sheet.marginMm")
        );
        Found(
            "drawRatio",
            "Areal draw ratio",
            "formed area ÷ opening of the clamp",
            sheet.DrawRatio,
            "×",
            Figure.Given("clamp, width", sheet.ClampMm[0], "mm"),
            Figure.Given("clamp, length", sheet.ClampMm[1], "mm")
        );
        Found("meanMm", "Mean thickness of the part", "material of the part ÷ its area", sheet.MeanMm, "mm", gauge);
    }

    private static double WriteGauge(FormingCase of, double gaugeMm, Figure thinnest)
    {
        var needed = of.Working.Found(
            "search",
            "gaugeMm",
            "Gauge that keeps the need",
            "by bisection: gauges simulated until the thinnest place is as thick as it must be",
            gaugeMm,
            "mm",
            Simulated,
            thinnest
        );
        return of
            .Working.Line(
                "gaugeThinMm",
                "With what comes thinner than it is called",
                needed / Figure.Given("thin limit", FormingCase.ThinLimit, "×"),
                "mm",
                "gauge comes 5 to 8 % thin or thick"
            )
            .Value.Likely;
    }

    public static IReadOnlyList<WayFigures> Ways(FormingCase of, IReadOnlyList<SheetWay> ways) =>
        [
            .. ways.Select(
                (way, i) =>
                {
                    var sheet = of.Sheets.ElementAtOrDefault(i);
                    return new WayFigures(
                        way,
                        sheet,
                        CrispOf(way),
                        of.Shell is null ? null : of.DepthMm / of.WidthMm,
                        MostShareOf(way),
                        DraftOf(way),
                        i == 0 && of.Gauge is { } found ? found.GaugeMm / FormingCase.ThinLimit
                            : sheet is null ? null
                            : of.ThinnestMm / sheet.ThinnestShare / FormingCase.ThinLimit
                    );
                }
            ),
        ];

    public static BlankFigures Blank(FormingCase of)
    {
        var (clamp, choices) = (of.ClampMm, of.Choices.Sheet);
        double[] size = [clamp[1] + 2 * choices.ClampMm, clamp[0] + 2 * choices.ClampMm];
        Figure Mm(string name, double mm, string? at = null) => Figure.Given(name, mm, "mm", at);
        var most = of.Working.Found(
            "search",
            "fromStock",
            "Sheets from a stock sheet",
            "most that fit, rows of either way round",
            Nesting.Most(size[0], size[1], choices.StockLengthMm, choices.StockWidthMm),
            "sheets",
            "guillotine cuts",
            Mm("length", size[0], "plan/sheet.marginMm"),
            Mm("width", size[1], "plan/sheet.clampMm"),
            Mm("stock, length", choices.StockLengthMm, "plan/sheet.stockLengthMm"),
            Mm("stock, width", choices.StockWidthMm, "plan/sheet.stockWidthMm")
        );
        var each = (int)most.Value.Likely;
        var forms = Figure.Given("sheets to form", of.Shots, "sheets", "plan/order.parts");
        var stock = (int)
            of
                .Working.Line(
                    "stockSheets",
                    "Stock sheets to have",
                    each == 0 ? Term.Of(0, "sheets") : Term.Ceiling(forms / most),
                    "sheets",
                    "a sheet is whole"
                )
                .Value.Likely;
        var stockKg = choices.StockLengthMm * choices.StockWidthMm * of.GaugeMm * of.Material.DensityGPerCm3 / 1e6;
        var density = Figure.Given("density", of.Material.DensityGPerCm3, "g/cm³", "plan/sheet.materialId");
        var whole = of.Working.Line(
            "sheetKg",
            "One sheet weighs",
            Mm("length", size[0]) * Mm("width", size[1]) * Mm("gauge", of.GaugeMm, "plan/sheet.gaugeMm") * density,
            "kg",
            "plane geometry"
        );
        var solid = of.Sheet is { } s ? s.PartCm3 / of.Up * of.GaugeMm / s.GaugeMm : of.Job.Part.VolumeCm3;
        var left = of.Working.Line(
            "partKg",
            "One part weighs",
            Figure.Given(of.Sheet is null ? "volume of the part" : "material that stays when it is trimmed", solid, "cm³", "part")
                * density,
            "kg",
            of.Sheet is null ? "the part as drawn: not simulated yet" : Simulated
        );
        var skeleton = Term.Max(Term.Of(0, "kg"), whole / Figure.Given("parts on it", of.Up, "", "plan/sheet.across") - left);
        var credit = of
            .Working.Line(
                "regrindCredit",
                "Credit for the skeleton, each part",
                skeleton * Figure.Given("price", of.Material.PricePerKg, "€/kg") * of.Job.Figure("form.regrind"),
                "€",
                "clean skeleton of one material, ground and sold back"
            )
            .Value;
        var (sheetKg, partKg) = (whole.Value.Likely, left.Value.Likely);
        return new BlankFigures(size, each, stock, sheetKg, partKg, each == 0 ? 0 : each * of.Up * partKg / stockKg, credit);
    }

    public static IEnumerable<Finding> Findings(FormingCase of, FormingFigures figures)
    {
        var way = figures.Ways[0];
        if (of.Shell is null)
            yield return Warn("not-measured", "Without a mesh no sheet is simulated: give the part's mesh on the Part page.");
        else if (of.Sheet is null)
            yield return Warn("not-simulated", "Not simulated yet: the gauge stands on the mean wall, thicknesses are not known.");
        if (of.Choices.Way.Crisp is { } crisp && crisp != way.Crisp)
            yield return Warn(
                "wrong-side",
                $"The {Said(crisp)} has to be crisp, but formed this way the {Said(way.Crisp)} lies on the mold; the other one is only as "
                    + "true as the sheet is even."
            );
        if (of.Choices.Way.Crisp is null)
            yield return Note("side-not-said", "Nobody said which face is seen: only the one on the mold comes out crisp.");
        if (way.DepthShare is { } share && share > way.MostShare)
            yield return Warn(
                "deep",
                $"It is {Text.Number(share, 2)} × as deep as wide; usually workable this way are {Text.Number(way.MostShare, 2)}. "
                    + "Take a plug, a male mold, or a shallower part."
            );
        if (Draft(of, way) is { } draft)
            yield return draft;
        if (of.Sheet is { } sheet)
            foreach (var finding in OnSheet(of, sheet, figures))
                yield return finding;
        if (figures.Blank.FromStock == 0)
            yield return new Finding(
                Severity.Fault,
                "stock-small",
                $"A sheet of {Text.Sides(figures.Blank.SizeMm)} is not cut from stock of {Text.Number(of.Choices.Sheet.StockLengthMm)} × "
                    + $"{Text.Number(of.Choices.Sheet.StockWidthMm)} mm: buy larger ones."
            )
            {
                Field = "sheet.stockLengthMm",
            };
    }

    private static IEnumerable<Finding> OnSheet(FormingCase of, SheetFigures sheet, FormingFigures figures)
    {
        var left = sheet.MinMm * FormingCase.ThinLimit;
        if (left < of.ThinnestMm)
            yield return new Finding(
                Severity.Fault,
                "thin",
                $"Of {Text.Number(of.GaugeMm)} mm sheet {Text.Number(sheet.MinMm, 3)} mm are left at the thinnest place, "
                    + $"{Text.Number(left, 3)} mm when the sheet comes thin; {Text.Number(of.ThinnestMm, 3)} mm are needed. "
                    + (
                        figures.Need.StockMm is { } stock ? $"{Text.Number(stock)} mm sheet keeps it."
                        : figures.Gauge is { } gauge
                            ? $"It takes {Text.Number(gauge.GaugeMm / FormingCase.ThinLimit, 3)} mm, which is no stock gauge: "
                                + "take a plug, another way, or a rounder corner."
                        : "Take the next gauge, a plug, another way, or a rounder corner."
                    )
            )
            {
                Place = sheet.MinAt,
                Field = "sheet.gaugeMm",
            };
        var mostDraw = of.Choices.Way.Way == SheetWay.Plug ? MostDrawWithPlug : MostDraw;
        if (sheet.DrawRatio > mostDraw)
            yield return Warn(
                "drawn-far",
                $"The sheet is drawn to {Text.Number(sheet.DrawRatio, 2)} times its area; beyond {Text.Number(mostDraw)} it "
                    + "seldom goes well."
            );
        if (sheet.FoldedCm2 > MostFolded * of.Job.Part.AreaCm2)
            yield return Warn(
                "folds",
                $"Over {Text.Number(sheet.FoldedCm2, 2)} cm² the sheet is pushed together and lies in folds. Take a smaller or later "
                    + "plug, a ring about it, or another way."
            );
        if (sheet.Valleys is { GapMm: { } gap } && sheet.Valleys.IsNarrowFor(of.GaugeMm))
            yield return new Finding(
                gap < of.GaugeMm ? Severity.Fault : Severity.Warning,
                "narrow-gap",
                $"A groove is {Text.Number(gap, 2)} mm wide and the sheet {Text.Number(of.GaugeMm)} mm thick: it bridges the groove, or "
                    + "fills it. The simulation knows no thickness across a groove; take what it says there as a limit. Widen "
                    + "the groove to "
                    + $"{Text.Number(2.5 * of.GaugeMm, 2)} mm."
            )
            {
                Place = sheet.Valleys.GapAt,
            };
        if (of.Choices.Way.Way.Side() == FormSide.Male && sheet.Valleys is { WebRatio: < 1.5 and var ratio })
            yield return new Finding(
                Severity.Warning,
                "webs",
                $"Neighbours stand {Text.Number(ratio, 2)} × their height apart; nearer than 1.5 × the sheet folds into webs between them. "
                    + "Set them further apart, put a ring or a pusher between, or form into a female mold."
            )
            {
                Place = sheet.Valleys.WebAt,
            };
        if (of.Choices.Mold.CornerMm is { } corner && corner < 2 * sheet.MinMm)
            yield return Warn(
                "sharp-corner",
                $"Corners of {Text.Number(corner, 2)} mm where the sheet is {Text.Number(sheet.MinMm, 2)} mm thick"
                    + (corner < sheet.MinMm ? ": sharper than the sheet, it does not fill them." : ": better two to three times.")
            );
        if (of.Choices.Mold.CornerMm is null)
            yield return Note(
                "corner-not-said",
                $"How sharp the mold's corners are is not said: at least {Text.Number(sheet.MinMm, 2)} mm, better "
                    + $"{Text.Number(2.5 * sheet.MinMm, 2)} mm at the thinnest place."
            );
    }

    private static Finding? Draft(FormingCase of, WayFigures way) =>
        of.Job.Part.Measured?.NoDraftShares.Below(way.DraftDeg.Low) is > 0.01 and var share
            ? Warn(
                "draft",
                $"{Text.Number(100 * share, 2)} % of the surface has less than {Text.Number(way.DraftDeg.Low)}° of draft; this way wants "
                    + $"{Text.Number(way.DraftDeg.Low)} to {Text.Number(way.DraftDeg.High)}°"
                    + (way.Way.Side() == FormSide.Male ? ": the sheet shrinks onto the mold." : ".")
            )
            : null;

    private static ShellFace CrispOf(SheetWay way) => way.Side() == FormSide.Female ? ShellFace.Outside : ShellFace.Inside;

    private static double MostShareOf(SheetWay way) =>
        way switch
        {
            SheetWay.Female => 0.5,
            SheetWay.Plug => 1.2,
            _ => 1,
        };

    private static ThreePoint DraftOf(SheetWay way) => way.Side() == FormSide.Female ? new(1, 2, 3) : new(2, 3, 5);

    private static string Said(ShellFace face) => face == ShellFace.Inside ? "inside" : "outside";

    private static Finding Warn(string code, string text) => new(Severity.Warning, code, text);

    private static Finding Note(string code, string text) => new(Severity.Note, code, text);
}
