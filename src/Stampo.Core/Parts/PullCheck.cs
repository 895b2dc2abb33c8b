using Stampo.Core.Geometry;

namespace Stampo.Core.Parts;

/// <summary>What opening a rigid mold along a direction meets; areas in mm².</summary>
public sealed record PullFigures(Vec3 Pull, double UndercutMm2, int UndercutRegions, double NoDraftMm2);

/// <summary>
/// Draft and undercuts along a pull. Draft of a facet: asin |n·d|. A point is undercut when neither along +d nor along −d
/// a ray leaves the part freely.
/// </summary>
public static class PullCheck
{
    public const double LeastDraftDeg = 0.5;

    /// <summary>A direction off the axes must save this share of the surface from being undercut to be worth its trouble.</summary>
    private const double WorthTilting = 0.01;

    /// <summary>A region smaller than this share of the surface is dust of the mesh.</summary>
    private const double Dust = 1e-5;

    private const int ProposalSamples = 1500;

    public static PullFigures Along(SolidSurface surface, Vec3 pull, CancellationToken cancel = default)
    {
        var d = pull.Unit();
        var undercut = new bool[surface.Samples.Length];
        Parallel.For(0, undercut.Length, new ParallelOptions { CancellationToken = cancel }, i => undercut[i] = IsUndercut(surface, surface.Samples[i], d));
        var area = 0.0;
        var byFacet = new Dictionary<int, double>();
        for (var i = 0; i < undercut.Length; i++)
        {
            if (!undercut[i])
                continue;
            var sample = surface.Samples[i];
            area += sample.AreaMm2;
            byFacet[sample.Triangle] = byFacet.GetValueOrDefault(sample.Triangle) + sample.AreaMm2;
        }

        var limit = Math.Sin(LeastDraftDeg * Math.PI / 180);
        var noDraft = surface.Samples.Where(s => Math.Abs(surface.Normals[s.Triangle].Dot(d)) < limit).Sum(s => s.AreaMm2);
        return new PullFigures(d, area, Regions(surface, byFacet), noDraft);
    }

    /// <summary>
    /// The axis with least undercut, then most drafted area, then largest shadow; another of 24 directions over the hemisphere
    /// only when it leaves clearly less undercut.
    /// </summary>
    public static Vec3 Propose(SolidSurface surface, AxisAreas shadowsMm2, CancellationToken cancel = default)
    {
        var stride = Math.Max(1, surface.Samples.Length / ProposalSamples);
        SurfaceSample[] some = [.. surface.Samples.Where((_, i) => i % stride == 0)];
        var whole = some.Sum(s => s.AreaMm2);
        var limit = Math.Sin(LeastDraftDeg * Math.PI / 180);
        (Vec3 Direction, double ShadowMm2)[] axes = [(new(0, 0, 1), shadowsMm2.Z), (new(0, 1, 0), shadowsMm2.Y), (new(1, 0, 0), shadowsMm2.X)];
        var (best, least, _) = axes.Select(axis => (axis.Direction, Undercut: Undercut(axis.Direction), axis.ShadowMm2))
            .OrderBy(c => Math.Round(c.Undercut / whole / WorthTilting))
            .ThenByDescending(c => Math.Round(some.Where(s => Math.Abs(surface.Normals[s.Triangle].Dot(c.Direction)) >= limit).Sum(s => s.AreaMm2) / whole, 2))
            .ThenByDescending(c => Math.Round(c.ShadowMm2 / surface.AreaMm2, 2))
            .First();
        foreach (var direction in least > WorthTilting * whole ? Hemisphere() : [])
        {
            var undercut = Undercut(direction);
            if (undercut < least - WorthTilting * whole)
                (best, least) = (direction, undercut);
        }

        return best;

        double Undercut(Vec3 d)
        {
            cancel.ThrowIfCancellationRequested();
            return some.AsParallel().Where(s => IsUndercut(surface, s, d)).Sum(s => s.AreaMm2);
        }
    }

    private static bool IsUndercut(SolidSurface surface, SurfaceSample sample, Vec3 d)
    {
        var normal = surface.Normals[sample.Triangle];
        var origin = sample.Point + normal * surface.Tiny;
        return !Leaves(surface, origin, d) && !Leaves(surface, origin, d * -1);
    }

    private static bool Leaves(SolidSurface surface, Vec3 origin, Vec3 direction) =>
        double.IsInfinity(surface.Bvh.FirstHit(origin, direction, 0, double.PositiveInfinity));

    /// <summary>Undercut facets that share an edge are one region: one slide, lifter or stretch.</summary>
    private static int Regions(SolidSurface surface, Dictionary<int, double> undercutMm2)
    {
        var facets = undercutMm2.Keys.Order().ToArray();
        var sets = new DisjointSets(facets.Length);
        var seen = new Dictionary<(int, int), int>();
        for (var i = 0; i < facets.Length; i++)
        {
            for (var k = 0; k < 3; k++)
            {
                int a = surface.Mesh.Corners[3 * facets[i] + k], b = surface.Mesh.Corners[3 * facets[i] + (k + 1) % 3];
                var edge = a < b ? (a, b) : (b, a);
                if (!seen.TryAdd(edge, i))
                    sets.Join(i, seen[edge]);
            }
        }

        var (setOf, count) = sets.Number(new bool[facets.Length]);
        var areas = new double[count];
        for (var i = 0; i < facets.Length; i++)
            areas[setOf[i]] += undercutMm2[facets[i]];
        return areas.Count(area => area > Dust * surface.AreaMm2);
    }

    /// <summary>Twenty-four directions spread evenly over the upper hemisphere (Fibonacci lattice).</summary>
    private static IEnumerable<Vec3> Hemisphere()
    {
        const int count = 24;
        for (var i = 0; i < count; i++)
        {
            var z = 1 - (i + 0.5) / count;
            var (sin, cos) = Math.SinCos(i * Math.PI * (3 - Math.Sqrt(5)));
            var r = Math.Sqrt(1 - z * z);
            yield return new Vec3(r * cos, r * sin, z);
        }
    }
}
