using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Parts;

/// <summary>Shadow areas along the file's axes, in mm².</summary>
public sealed record AxisAreas(double X, double Y, double Z);

/// <summary>What a mold has to deal with: walls, shadows, draft and undercuts. Only for a closed part whose shells face the right way.</summary>
public static class ShapeCheck
{
    /// <summary>Above this share of the surface without draft, or undercut, it is worth a sentence.</summary>
    private const double Notable = 0.002;

    /// <summary>The report with everything that can be measured; unchanged when the part is not a sound solid. Null pull: one is proposed.</summary>
    public static CheckedMesh Complete(CheckedMesh part, Vec3? pull = null, CancellationToken cancel = default)
    {
        if (part.Report.VolumeMm3 is not > 0)
            return part;
        var faults = Faults.Of(part.Mesh);
        var surface = new SolidSurface(part.Mesh, faults.LeftOut, part.Report.Messages.Any(m => m.Code == "inside-out"));
        var ray = WallThickness.ByRay(surface, cancel);
        var shadows = new AxisAreas(Cast(1, 0, 0), Cast(0, 1, 0), Cast(0, 0, 1));
        var along = PullCheck.Along(surface, pull ?? PullCheck.Propose(surface, shadows, cancel), cancel);
        var report = part.Report with
        {
            ProjectedAreaMm2 = shadows,
            WallRayMm = WallThickness.Figures(surface, ray, "ray"),
            Pull = [along.Pull.X, along.Pull.Y, along.Pull.Z],
            UndercutAreaMm2 = along.UndercutMm2,
            UndercutRegions = along.UndercutRegions,
            NoDraftAreaMm2 = along.NoDraftMm2,
            Messages = [.. part.Report.Messages, .. Sentences(along, part.Report.AreaMm2)],
        };
        return part with { Report = report, Working = [.. part.Working, .. Working(report)] };

        double Cast(double x, double y, double z) => Shadow.AreaMm2(part.Mesh, faults.LeftOut, new Vec3(x, y, z));
    }

    private static IEnumerable<Finding> Sentences(PullFigures along, double areaMm2)
    {
        var pull = $"the pull ({Text.Number(along.Pull.X, 2)}, {Text.Number(along.Pull.Y, 2)}, {Text.Number(along.Pull.Z, 2)})";
        if (along.NoDraftMm2 > Notable * areaMm2)
            yield return new Finding(Severity.Warning, "no-draft",
                $"{Text.Number(along.NoDraftMm2 / 100, 3)} cm² stand within {PullCheck.LeastDraftDeg}° of {pull}: a rigid tool drags on them. A soft mold does not mind; for a metal one add 1°.");
        if (along.UndercutMm2 > Notable * areaMm2)
            yield return new Finding(Severity.Warning, "undercut",
                $"{Text.Number(along.UndercutMm2 / 100, 3)} cm² in {Text.Count(along.UndercutRegions, "region")} can't leave along {pull}: each is a slide or loose core in a rigid tool, a stretch for a soft one. State them below.");
    }

    private static IReadOnlyList<WorkLine> Working(MeshReport report)
    {
        var sheet = new Worksheet();
        if (report.WallRayMm is { } wall)
            sheet.Write("wall", "Wall straight inward, middle of the surface", "distance to the far wall along the inward normal", wall.Median, "mm", "rays from surface samples",
                new WorkInput("least anywhere", wall.Min, "mm"), new WorkInput("first percentile by area", wall.P1, "mm"), new WorkInput("most", wall.Max, "mm"));
        sheet.Write("undercut", "Undercut area", "surface from which neither way along the pull is free", report.UndercutAreaMm2 ?? 0, "mm²", "rays from surface samples",
            new WorkInput("regions", report.UndercutRegions ?? 0, ""), new WorkInput("pull x", report.Pull![0], ""), new WorkInput("pull y", report.Pull[1], ""), new WorkInput("pull z", report.Pull[2], ""));
        sheet.Write("no-draft", "Surface without draft", $"Σ area where asin |n·d| < {PullCheck.LeastDraftDeg}°", report.NoDraftAreaMm2 ?? 0, "mm²", "facet normals against the pull");
        sheet.Write("shadow", "Shadow along z", "union of the triangles' shadows, rastered at 2048 on the long side", report.ProjectedAreaMm2!.Z, "mm²", "pixel centres covered",
            new WorkInput("along x", report.ProjectedAreaMm2.X, "mm²"), new WorkInput("along y", report.ProjectedAreaMm2.Y, "mm²"));
        return sheet.Lines;
    }
}
