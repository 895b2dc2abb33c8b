using Stampo.Core.Working;

namespace Stampo.Core.Parts;

/// <summary>How the figures of a part's shape came about, line by line.</summary>
internal static class ShapeWorking
{
    private const string Rays = "rays from surface samples";

    public static IReadOnlyList<WorkLine> Of(ShapeFigures figures, int balls)
    {
        var sheet = new Worksheet();
        if (figures.WallMm is { } ball)
            Wall(
                sheet,
                "wall",
                "Wall by the largest ball, middle of the surface",
                "diameter of the largest ball that touches there and fits inside",
                ball,
                Figure.Given("balls measured", balls, "")
            );
        if (figures.WallRayMm is { } ray)
            Wall(sheet, "wall-ray", "Wall straight inward, middle of the surface", "distance to the far wall along the inward normal", ray);
        if (figures.Section is { } section)
            sheet.Found(
                "search",
                "section",
                "Section to cool",
                "diameter of the largest ball inside the part",
                section.DiameterMm,
                "mm",
                "the largest of the balls, grown in place"
            );
        sheet.Found(
            "search",
            "undercut",
            "Undercut area",
            "surface from which neither way along the pull is free",
            figures.UndercutAreaMm2,
            "mm²",
            Rays,
            Figure.Given("regions", figures.Undercuts.Count, ""),
            Figure.Given("pull x", figures.Pull[0], ""),
            Figure.Given("pull y", figures.Pull[1], ""),
            Figure.Given("pull z", figures.Pull[2], "")
        );
        sheet.Found(
            "search",
            "no-draft",
            "Surface without draft",
            $"Σ area where asin |n·d| < {PullCheck.LeastDraftDeg}°",
            figures.BelowDraft[0].AreaMm2,
            "mm²",
            "facet normals against the pull",
            [.. figures.BelowDraft.Skip(1).Select(below => Figure.Given($"below {below.Deg}°, mm²", below.AreaMm2, "mm²"))]
        );
        var (x, y, z) = figures.ProjectedAreaMm2;
        sheet.Found(
            "search",
            "shadow",
            "Shadow along z",
            "union of the triangles' shadows, rastered at 2048 on the long side",
            z,
            "mm²",
            "pixel centres covered",
            Figure.Given("along x", x, "mm²"),
            Figure.Given("along y", y, "mm²")
        );
        var draw = figures.Draw;
        var opening = sheet.Found(
            "search",
            "opening",
            "Parting area",
            "shadow along the pull",
            draw.OpeningMm2,
            "mm²",
            "pixel centres covered"
        );
        var deep = Figure.Given("depth", draw.DepthMm, "mm");
        sheet.Line("draw", "Draw ratio", deep / Term.Sqrt(opening), "", "the part's extent along the pull");
        sheet.Found(
            "search",
            "areal-draw",
            "Areal draw ratio",
            "½ · surface / parting area",
            draw.ArealRatio,
            "",
            "right for a sheet of constant wall, whose two sides are alike",
            opening
        );
        return sheet.Lines;
    }

    private static void Wall(Worksheet sheet, string id, string name, string formula, WallFigures wall, params IEnumerable<Figure> more) =>
        sheet.Found(
            "search",
            id,
            name,
            formula,
            wall.Median,
            "mm",
            "surface samples, weighted by area",
            [
                Figure.Given("least anywhere", wall.Min, "mm"),
                Figure.Given("first percentile by area", wall.P1, "mm"),
                Figure.Given("most", wall.Max, "mm"),
                .. more,
            ]
        );
}
