using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Parts;

/// <summary>Measures walls, shadows, draft, undercuts, holes and highs. Only for a closed part whose shells face the right way.</summary>
public static class ShapeCheck
{
    /// <summary>Null when the part is not a sound solid. Null pull: one is proposed.</summary>
    public static ShapeStudy? Study(CheckedMesh part, Vec3? pull, Progress progress)
    {
        if (part.Report.VolumeMm3 is not > 0)
            return null;
        progress.Begin("Sorting the triangles", 0.05);
        var surface = new SolidSurface(part.Mesh, part.Faults, part.Topology, part.Report.Messages.Any(m => m.Code == "inside-out"));
        var ray = WallThickness.ByRay(surface, progress.Begin("Wall straight inward", 0.15));
        var balls = InscribedBalls.Of(surface, ray, progress.Begin("Wall by the largest ball", 0.45));
        progress.Begin("Shadows and pull", 0.1);
        var shadows = new AxisAreas(Cast(new(1, 0, 0)), Cast(new(0, 1, 0)), Cast(new(0, 0, 1)));
        var candidates = pull is null ? PullProposal.Of(surface, shadows, progress.Cancel) : [];
        var holes = RoundHoles.Of(surface);
        var along = PullCheck.Along(surface, pull ?? candidates[0].Vector, progress.Begin("Draft and undercuts", 0.2), holes);
        progress.Begin("Highs", 0.05);
        (WallFigures Figures, SurfaceSample Thin)? thin = null,
            thinRay = null;
        var marks = MarksFound.None;
        IReadOnlyList<Place> highs = [];
        Parallel.Invoke(
            () => thin = WallThickness.Figures(surface, balls.ThicknessMm, "sphere", balls.Measured),
            () => thinRay = WallThickness.Figures(surface, ray, "ray"),
            () => marks = FlatMarks.Of(surface),
            () => highs = LocalHighs.Of(surface, along.Pull)
        );
        var figures = new ShapeFigures
        {
            ProjectedAreaMm2 = shadows,
            WallMm = thin?.Figures,
            WallRayMm = thinRay?.Figures,
            Section = balls.Largest is { } ball
                ? new ThickestSection(2 * ball.Radius, Place.Of(ball.Centre, LookAt(surface, ball.Centre), 4 * ball.Radius))
                : null,
            Pull = [along.Pull.X, along.Pull.Y, along.Pull.Z],
            PullCandidates = candidates,
            PullReason = candidates.Count > 0 ? PullProposal.Reason(candidates, surface.AreaMm2) : null,
            UndercutAreaMm2 = along.UndercutMm2,
            Undercuts = along.Regions,
            BelowDraft = along.BelowDraft,
            Draw = DrawAlong(surface, along.Pull, candidates.Count > 0 ? candidates[0].ShadowMm2 : Cast(along.Pull)),
            BlindHoles = holes.Blind,
            ThroughHoles = holes.Through,
            Marks = marks,
            LooksLikeShell = part.Report.Shells == 1 && LooksLikeShell(thin?.Figures, part.Report),
            Highs = highs,
            Findings = [],
            Working = [],
        };
        var thinAt = thin is var (_, sample) ? Place.Of(sample.Point, surface.Normals[sample.Triangle], 8 * figures.WallMm!.P1) : null;
        figures = figures with { Findings = [.. ShapeFindings.Of(figures, surface.AreaMm2, thinAt, along.LeastDraft)] };
        return new ShapeStudy(
            figures with
            {
                Working = ShapeWorking.Of(figures, balls.Measured.Count(m => m)),
            },
            new ShapeMaps(surface.Samples.Divisions, Single(ray), Single(balls.ThicknessMm), along.RegionOf, along.DraftDeg)
        );

        double Cast(Vec3 direction) => Shadow.AreaMm2(part.Mesh, part.Faults.LeftOut, direction);
    }

    /// <summary>
    /// A sheet-like body of even wall: its usual wall is 2·volume ÷ surface, which no block, boss or rib leaves so, and neither its thin
    /// nor its thick places are far from it.
    /// </summary>
    private static bool LooksLikeShell(WallFigures? wall, MeshReport report) =>
        wall is { Median: > 0 }
        && report.VolumeMm3 is { } volume
        && Math.Abs(2 * volume / report.AreaMm2 - wall.Median) < Even * wall.Median
        && wall.P1 > (1 - Even) * wall.Median
        && wall.Max < ThickCorner * wall.Median;

    private const double Even = 0.25,
        ThickCorner = 1.7;

    private static float[] Single(double[] values) => Array.ConvertAll(values, v => double.IsFinite(v) ? (float)v : float.NaN);

    private static Draw DrawAlong(SolidSurface surface, Vec3 pull, double shadowMm2)
    {
        double low = double.PositiveInfinity,
            high = double.NegativeInfinity;
        for (var v = 0; v < surface.Mesh.VertexCount; v++)
        {
            var height = surface.Mesh.Vertex(v).Dot(pull);
            (low, high) = (Math.Min(low, height), Math.Max(high, height));
        }

        var depth = high - low;
        return new Draw(depth, shadowMm2, depth / Math.Sqrt(shadowMm2), surface.AreaMm2 / 2 / shadowMm2);
    }

    /// <summary>From outside, over the wall nearest to a point inside.</summary>
    private static Vec3 LookAt(SolidSurface surface, Vec3 inside) =>
        surface.Bvh.Nearest(inside, double.MaxValue, 20_000) is { } wall ? surface.Normals[wall.Triangle] : new Vec3(0, 0, 1);
}
