using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Tooling;

/// <summary>What frees an undercut.</summary>
public enum SideCoreKind
{
    /// <summary>Drawn outwards by an inclined pin as the tool opens.</summary>
    Slide,

    /// <summary>Leans inwards as the part is ejected.</summary>
    Lifter,

    /// <summary>No way out: put in by hand and ejected with the part, or the part is changed.</summary>
    Loose,
}

/// <summary>What frees one undercut of a rigid tool.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Along">Its way, unit; null for a loose core.</param>
/// <param name="UndercutMm">How far it reaches in: the extent of the undercut along its way, exact to the mesh.</param>
/// <param name="TravelMm">It goes this far.</param>
/// <param name="AngleDeg">Of the pin, or of the lifter's lean; null for a loose core.</param>
/// <param name="AreaCm2">It forms.</param>
/// <param name="BoreMm">Of a round hole that goes through; null for anything else.</param>
/// <param name="Place">Where.</param>
public sealed record SideCore(
    SideCoreKind Kind,
    double[]? Along,
    double UndercutMm,
    double TravelMm,
    double? AngleDeg,
    [property: System.Text.Json.Serialization.JsonPropertyName("areaCm2")] double AreaCm2,
    double? BoreMm,
    Place Place
)
{
    /// <summary>The block behind it that holds it shut leans by so much more than its pin, so that it lets go first.</summary>
    public const double HeelMoreDeg = 2.5;

    /// <summary>Slides clear the part by this.</summary>
    public const double ClearMm = 2.5;

    /// <summary>Lifters lean no more than this.</summary>
    public const double MostLifterDeg = 12;

    private const double LeastLifterDeg = 5,
        LeastPinDeg = 10,
        MostPinDeg = 25;

    private const int Ways = 36;

    /// <summary>A way out that leaves less than this share of the undercut behind is free.</summary>
    private const double Left = 0.005;

    /// <summary>One for each undercut region, the largest first.</summary>
    /// <param name="surface">Of the part.</param>
    /// <param name="pull">What each half leaves along.</param>
    /// <param name="along">Its undercuts.</param>
    /// <param name="strokeMm">How far the part is pushed out, while a lifter leans.</param>
    public static IReadOnlyList<SideCore> Of(SolidSurface surface, Vec3 pull, PullFigures along, double strokeMm) =>
        [.. along.Regions.AsParallel().AsOrdered().SelectMany((region, i) => For(surface, pull, along, i, region, strokeMm))];

    private static IReadOnlyList<SideCore> For(
        SolidSurface surface,
        Vec3 pull,
        PullFigures along,
        int number,
        UndercutRegion region,
        double strokeMm
    )
    {
        var samples = surface.Samples.All;
        var members = Enumerable.Range(0, samples.Length).Where(i => along.RegionOf[i] == number + 1).ToList();
        var best = (Kind: SideCoreKind.Loose, Along: default(Vec3), Reach: double.PositiveInfinity);
        foreach (var way in WaysOut(surface, pull, members))
        {
            var reach = Reach(surface, pull, along, members, number + 1, way);
            var kind =
                Free(surface, members, way, double.PositiveInfinity) ? SideCoreKind.Slide
                : Free(surface, members, way, reach + ClearMm) ? SideCoreKind.Lifter
                : SideCoreKind.Loose;
            if ((kind, reach).CompareTo((best.Kind, best.Reach - 1e-9)) < 0)
                best = (kind, way, reach);
        }

        if (best.Kind != SideCoreKind.Loose)
            return [Out(best.Kind, best.Along, best.Reach, region.AreaMm2, region.ThroughHoleMm, region.Place, strokeMm)];
        return Pair(surface, pull, along, number, members, strokeMm) is { Count: 2 } pair
            ? pair
            :
            [
                new SideCore(
                    SideCoreKind.Loose,
                    null,
                    region.DepthMm ?? 0,
                    0,
                    null,
                    region.AreaMm2 / 100,
                    region.ThroughHoleMm,
                    region.Place
                ),
            ];
    }

    private static SideCore Out(SideCoreKind kind, Vec3 way, double reach, double areaMm2, double? boreMm, Place place, double strokeMm)
    {
        var travel = reach + ClearMm;
        var angle =
            kind == SideCoreKind.Lifter
                ? Math.Max(LeastLifterDeg, Math.Atan2(travel, strokeMm) * 180 / Math.PI)
                : Math.Clamp(LeastPinDeg + travel / 2, LeastPinDeg, MostPinDeg);
        return new SideCore(kind, way.ToArray(), reach, travel, angle, areaMm2 / 100, boreMm, place);
    }

    /// <summary>A groove all round: two slides that part it between them, the way that they have least to go.</summary>
    private static IReadOnlyList<SideCore>? Pair(
        SolidSurface surface,
        Vec3 pull,
        PullFigures along,
        int number,
        List<int> members,
        double strokeMm
    )
    {
        var samples = surface.Samples.All;
        IReadOnlyList<SideCore>? best = null;
        foreach (var way in WaysOut(surface, pull, members).Take(Ways / 2))
        {
            var middle = members.Average(i => samples[i].Point.Dot(way));
            var halves = members.ToLookup(i => Faces(i, way, middle));
            if (!halves[true].Any() || !halves[false].Any())
                continue;
            var (one, other) = ((List<int>)[.. halves[true]], (List<int>)[.. halves[false]]);
            if (!Free(surface, one, way, double.PositiveInfinity) || !Free(surface, other, way * -1, double.PositiveInfinity))
                continue;
            IReadOnlyList<SideCore> pair = [Slide(one, way), Slide(other, way * -1)];
            if (best is null || pair.Max(s => s.UndercutMm) < best.Max(s => s.UndercutMm) - 1e-9)
                best = pair;
        }

        return best;

        // The flanks of a groove lie along the way: they go with the half that they stand in.
        bool Faces(int i, Vec3 way, double middle) =>
            surface.Normals[samples[i].Triangle].Dot(way) is var looks && Math.Abs(looks) > 1e-6
                ? looks > 0
                : samples[i].Point.Dot(way) > middle;

        SideCore Slide(List<int> half, Vec3 way)
        {
            var at = samples[half.MaxBy(i => samples[i].Point.Dot(way))];
            return Out(
                SideCoreKind.Slide,
                way,
                Clears(surface, pull, half, way),
                half.Sum(i => samples[i].AreaMm2),
                null,
                Place.Of(at.Point, way, 2 * Math.Sqrt(half.Sum(i => samples[i].AreaMm2))),
                strokeMm
            );
        }
    }

    /// <summary>Level ways: those the undercut itself looks along first, then all round.</summary>
    private static IEnumerable<Vec3> WaysOut(SolidSurface surface, Vec3 pull, List<int> members)
    {
        var (u, v) = pull.Plane();
        var samples = surface.Samples.All;
        var looks = members.Aggregate(new Vec3(0, 0, 0), (sum, i) => sum + surface.Normals[samples[i].Triangle] * samples[i].AreaMm2);
        var level = looks - pull * looks.Dot(pull);
        if (level.Length > 1e-3 * looks.Length && level.Length > 0)
            yield return level.Unit();
        for (var way = 0; way < Ways; way++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * way / Ways);
            yield return u * cos + v * sin;
        }
    }

    /// <summary>Whether nothing of the part is in the way for so far.</summary>
    private static bool Free(SolidSurface surface, List<int> members, Vec3 way, double far)
    {
        var samples = surface.Samples.All;
        var (caught, all) = (0.0, members.Sum(i => samples[i].AreaMm2));
        foreach (var i in members)
        {
            var against = surface.Normals[samples[i].Triangle].Dot(way) < -1e-6;
            if (against || surface.Bvh.FirstHit(surface.JustOutside(samples[i]), way, surface.Tiny) < far)
                caught += samples[i].AreaMm2;
            if (caught > Left * all)
                return false;
        }

        return true;
    }

    /// <summary>
    /// How far it must go: the extent of the undercut along the way, exact to the mesh, or farther where the part reaches out beyond it.
    /// </summary>
    private static double Reach(SolidSurface surface, Vec3 pull, PullFigures along, List<int> members, int region, Vec3 way)
    {
        var (extent, clears) = (Extent(surface, along, members, region, way), Clears(surface, pull, members, way));
        return double.IsFinite(clears) && clears > (1 + Rounding) * extent ? clears : extent;
    }

    /// <summary>The way from which a point is known to be free is found by halving, within this.</summary>
    private const double Rounding = 0.01;

    private const int MostTriangles = 240;

    /// <summary>A corner is looked at from so far inside its triangle.</summary>
    private const double FromCorner = 0.01;

    /// <summary>The farthest that any corner of it goes until the halves can leave it.</summary>
    private static double Clears(SolidSurface surface, Vec3 pull, List<int> members, Vec3 way)
    {
        var triangles = members.ConvertAll(i => surface.Samples.All[i].Triangle).Distinct().ToList();
        var stride = Math.Max(1, triangles.Count / MostTriangles);
        return triangles
            .Where((_, k) => k % stride == 0)
            .SelectMany(t => Enumerable.Range(0, 3).Select(k => NearCorner(surface, t, k)))
            .Max(point => UndercutDepth.Until(surface, point, way, pull));
    }

    private static Vec3 NearCorner(SolidSurface surface, int triangle, int corner)
    {
        var mesh = surface.Mesh;
        var middle = (mesh.Corner(triangle, 0) + mesh.Corner(triangle, 1) + mesh.Corner(triangle, 2)) * (1.0 / 3);
        var at = mesh.Corner(triangle, corner);
        return at + (middle - at) * FromCorner + surface.Normals[triangle] * surface.Tiny;
    }

    /// <summary>By the corners of triangles that are caught whole, by samples of the rest.</summary>
    private static double Extent(SolidSurface surface, PullFigures along, List<int> members, int region, Vec3 way)
    {
        var (least, most) = (double.PositiveInfinity, double.NegativeInfinity);
        void Take(Vec3 point) => (least, most) = (Math.Min(least, point.Dot(way)), Math.Max(most, point.Dot(way)));
        foreach (var triangle in members.GroupBy(i => surface.Samples.All[i].Triangle))
        {
            var (start, pieces) = (surface.Samples.Starts[triangle.Key], surface.Samples.Divisions[triangle.Key]);
            var isWhole = Enumerable.Range(start, pieces * pieces).All(i => along.RegionOf[i] == region);
            if (isWhole)
                for (var k = 0; k < 3; k++)
                    Take(surface.Mesh.Corner(triangle.Key, k));
            else
                foreach (var i in triangle)
                    Take(surface.Samples.All[i].Point);
        }

        return most - least;
    }
}
