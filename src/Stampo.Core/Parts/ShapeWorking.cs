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
                new WorkInput("balls measured", balls, "")
            );
        if (figures.WallRayMm is { } ray)
            Wall(sheet, "wall-ray", "Wall straight inward, middle of the surface", "distance to the far wall along the inward normal", ray);
        if (figures.Section is { } section)
            sheet.Write(
                "section",
                "Section to cool",
                "diameter of the largest ball inside the part",
                section.DiameterMm,
                "mm",
                "the largest of the balls, grown in place"
            );
        sheet.Write(
            "undercut",
            "Undercut area",
            "surface from which neither way along the pull is free",
            figures.UndercutAreaMm2,
            "mm²",
            Rays,
            new WorkInput("regions", figures.Undercuts.Count, ""),
            new WorkInput("pull x", figures.Pull[0], ""),
            new WorkInput("pull y", figures.Pull[1], ""),
            new WorkInput("pull z", figures.Pull[2], "")
        );
        sheet.Write(
            "no-draft",
            "Surface without draft",
            $"Σ area where asin |n·d| < {PullCheck.LeastDraftDeg}°",
            figures.BelowDraft[0].AreaMm2,
            "mm²",
            "facet normals against the pull",
            [.. figures.BelowDraft.Skip(1).Select(below => new WorkInput($"below {below.Deg}°, mm²", below.AreaMm2, "mm²"))]
        );
        var (x, y, z) = figures.ProjectedAreaMm2;
        sheet.Write(
            "shadow",
            "Shadow along z",
            "union of the triangles' shadows, rastered at 2048 on the long side",
            z,
            "mm²",
            "pixel centres covered",
            new WorkInput("along x", x, "mm²"),
            new WorkInput("along y", y, "mm²")
        );
        var draw = figures.Draw;
        sheet.Write("opening", "Parting area", "shadow along the pull", draw.OpeningMm2, "mm²", "pixel centres covered");
        sheet.Write(
            "draw",
            "Draw ratio",
            "depth / √(parting area)",
            draw.Ratio,
            "",
            "the part's extent along the pull",
            new WorkInput("depth", draw.DepthMm, "mm"),
            new WorkInput("Parting area", draw.OpeningMm2, "mm²")
        );
        sheet.Write(
            "areal-draw",
            "Areal draw ratio",
            "½ · surface / parting area",
            draw.ArealRatio,
            "",
            "right for a sheet of constant wall, whose two sides are alike",
            new WorkInput("Parting area", draw.OpeningMm2, "mm²")
        );
        return sheet.Lines;
    }

    private static void Wall(
        Worksheet sheet,
        string id,
        string name,
        string formula,
        WallFigures wall,
        params IEnumerable<WorkInput> more
    ) =>
        sheet.Write(
            id,
            name,
            formula,
            wall.Median,
            "mm",
            "surface samples, weighted by area",
            [
                new WorkInput("least anywhere", wall.Min, "mm"),
                new WorkInput("first percentile by area", wall.P1, "mm"),
                new WorkInput("most", wall.Max, "mm"),
                .. more,
            ]
        );
}
