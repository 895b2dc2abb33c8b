using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Parts;

/// <summary>
/// Undercut facets that share edges: one slide, lifter, loose core or stretch of the mold. The depth is how far the mold has
/// to give way sideways before the deepest point of it is free; null when it never is. Of a round hole that goes through,
/// <paramref name="ThroughHoleMm"/> is the bore: a core stands in it, nothing gives way.
/// </summary>
public sealed record UndercutRegion(
    [property: System.Text.Json.Serialization.JsonPropertyName("areaMm2")] double AreaMm2,
    double? DepthMm,
    Place Place,
    double? ThroughHoleMm = null
);

/// <summary>Area of the surface that stands closer to the pull than an angle.</summary>
public sealed record AreaBelowDraft(double Deg, [property: System.Text.Json.Serialization.JsonPropertyName("areaMm2")] double AreaMm2);

/// <summary>
/// What opening a rigid mold along a direction meets. RegionOf gives each surface sample the number of its undercut region
/// from 1, the largest first, and 0 where it is free; DraftDeg gives each triangle asin(n·d) in degrees, positive facing
/// along the pull and negative facing back.
/// </summary>
public sealed record PullFigures(
    Vec3 Pull,
    double UndercutMm2,
    IReadOnlyList<UndercutRegion> Regions,
    IReadOnlyList<AreaBelowDraft> BelowDraft,
    Place? LeastDraft,
    ushort[] RegionOf,
    float[] DraftDeg
)
{
    public double NoDraftMm2 => BelowDraft[0].AreaMm2;
}

/// <summary>
/// Draft and undercuts along a pull. Draft of a facet: asin |n·d|. A point is undercut when neither along +d nor along −d
/// a ray leaves the part freely.
/// </summary>
public static class PullCheck
{
    public const double LeastDraftDeg = 0.5;

    /// <summary>The angles routes ask for.</summary>
    private static readonly double[] DraftsDeg = [LeastDraftDeg, 1, 2, 3, 5];

    /// <summary>A region smaller than this share of the surface is dust of the mesh.</summary>
    private const double Dust = 1e-5;

    /// <summary>Regions told apart at most; more than these are a texture, not undercuts.</summary>
    private const int MostRegions = 400;

    /// <summary>A region this much of which is the wall of one hole is that hole.</summary>
    private const double OfTheHole = 0.8;

    public static PullFigures Along(SolidSurface surface, Vec3 pull, Progress progress, HolesFound? holes = null)
    {
        var d = pull.Unit();
        var samples = surface.Samples.All;
        var undercut = new bool[samples.Length];
        progress.Over(samples.Length, i => undercut[i] = IsUndercut(surface, samples[i], d));
        var area = 0.0;
        for (var i = 0; i < undercut.Length; i++)
            area += undercut[i] ? samples[i].AreaMm2 : 0;
        var draft = new float[surface.Normals.Length];
        Parallel.For(0, draft.Length, t => draft[t] = (float)(Math.Asin(Math.Clamp(surface.Normals[t].Dot(d), -1, 1)) * 180 / Math.PI));
        var below = DraftsDeg.AsParallel().AsOrdered().Select(deg => new AreaBelowDraft(deg, AreaBelow(samples, draft, deg))).ToList();
        var (regions, regionOf) = Regions(surface, undercut, d, holes);
        return new PullFigures(d, area, regions, below, LeastDraft(surface, draft), regionOf, draft);
    }

    internal static bool IsUndercut(SolidSurface surface, SurfaceSample sample, Vec3 d)
    {
        var likely = surface.Normals[sample.Triangle].Dot(d) >= 0 ? d : d * -1;
        var outside = surface.JustOutside(sample);
        return !surface.Leaves(outside, likely) && !surface.Leaves(outside, likely * -1);
    }

    private static double AreaBelow(SurfaceSample[] samples, float[] draft, double deg)
    {
        var area = 0.0;
        foreach (ref readonly var sample in samples.AsSpan())
        {
            if (Math.Abs(draft[sample.Triangle]) < deg)
                area += sample.AreaMm2;
        }

        return area;
    }

    private static Place? LeastDraft(SolidSurface surface, float[] draft)
    {
        var steep = surface
            .Samples.All.Where(s => Math.Abs(draft[s.Triangle]) < LeastDraftDeg)
            .Select(s => ((SurfaceSample, double)?)(s, s.AreaMm2))
            .MaxBy(s => s?.Item2);
        return steep is var (sample, _) ? Place.Of(sample.Point, surface.Normals[sample.Triangle], 4 * Math.Sqrt(sample.AreaMm2)) : null;
    }

    private static (IReadOnlyList<UndercutRegion>, ushort[]) Regions(SolidSurface surface, bool[] undercut, Vec3 d, HolesFound? holes)
    {
        var samples = surface.Samples.All;
        var caught = new bool[surface.Mesh.TriangleCount];
        for (var i = 0; i < undercut.Length; i++)
            caught[samples[i].Triangle] |= undercut[i];
        var free = Array.ConvertAll(caught, isCaught => !isCaught);
        var sets = new DisjointSets(caught.Length);
        for (var edge = 0; edge < surface.Topology.Neighbours.Length; edge++)
        {
            if (surface.Topology.Neighbours[edge] is >= 0 and var other && caught[edge / 3] && caught[other])
                sets.Join(edge / 3, other);
        }

        var (setOf, count) = sets.Number(free);
        var members = new List<int>[count];
        for (var i = 0; i < undercut.Length; i++)
        {
            if (undercut[i])
                (members[setOf[samples[i].Triangle]] ??= []).Add(i);
        }

        var kept = members
            .Select(list => (List: list, Area: list.Sum(i => samples[i].AreaMm2)))
            .Where(region => region.Area > Dust * surface.AreaMm2)
            .OrderByDescending(region => region.Area)
            .Take(MostRegions)
            .ToList();
        var regionOf = new ushort[undercut.Length];
        for (var r = 0; r < kept.Count; r++)
            foreach (var i in kept[r].List)
                regionOf[i] = (ushort)(r + 1);
        return (
            [
                .. kept.AsParallel()
                    .AsOrdered()
                    .Select(region =>
                        UndercutDepth.Measure(surface, region.List, region.Area, d) with
                        {
                            ThroughHoleMm = HoleOf(region.List, region.Area, samples, holes),
                        }
                    ),
            ],
            regionOf
        );
    }

    /// <summary>The bore of the through hole whose wall a region is; null when it is none.</summary>
    private static double? HoleOf(List<int> members, double areaMm2, SurfaceSample[] samples, HolesFound? holes)
    {
        if (holes is null || holes.Through.Count == 0)
            return null;
        var (hole, area) = members
            .Where(i => holes.ThroughOf[samples[i].Triangle] >= 0)
            .GroupBy(i => holes.ThroughOf[samples[i].Triangle])
            .Select(group => (group.Key, group.Sum(i => samples[i].AreaMm2)))
            .DefaultIfEmpty((-1, 0.0))
            .MaxBy(group => group.Item2);
        return area >= OfTheHole * areaMm2 ? holes.Through[hole].DiameterMm : null;
    }
}
