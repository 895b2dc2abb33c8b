using Stampo.Core.Geometry;
using Stampo.Core.Wording;

namespace Stampo.Core.Parts;

/// <summary>
/// One direction looked at for opening the mold, with what speaks for and against it; areas in mm², estimated on some of the surface.
/// </summary>
public sealed record PullCandidate(
    double[] Direction,
    string Name,
    [property: System.Text.Json.Serialization.JsonPropertyName("undercutAreaMm2")] double UndercutMm2,
    double DraftedShare,
    [property: System.Text.Json.Serialization.JsonPropertyName("shadowMm2")] double ShadowMm2
)
{
    internal Vec3 Vector => new(Direction[0], Direction[1], Direction[2]);
}

/// <summary>
/// Proposes a pull: the axis with least undercut, then most drafted area, then largest parting area; another of 24 directions
/// over the hemisphere only when it leaves clearly less undercut.
/// </summary>
public static class PullProposal
{
    /// <summary>A direction off the axes must save this share of the surface from being undercut to be worth its trouble.</summary>
    private const double WorthTilting = 0.01;

    private const int Samples = 1500;

    /// <summary>The candidates, the proposed one first, then the axes passed over.</summary>
    public static IReadOnlyList<PullCandidate> Of(SolidSurface surface, AxisAreas shadowsMm2, CancellationToken cancel = default)
    {
        var all = surface.Samples.All;
        var stride = Math.Max(1, all.Length / Samples);
        SurfaceSample[] some = [.. all.Where((_, i) => i % stride == 0)];
        var whole = some.Sum(s => s.AreaMm2);
        var scale = surface.AreaMm2 / whole;
        var limit = Math.Sin(PullCheck.LeastDraftDeg * Math.PI / 180);
        var axes = new[]
        {
            Look(new(0, 0, 1), "z", shadowsMm2.Z),
            Look(new(0, 1, 0), "y", shadowsMm2.Y),
            Look(new(1, 0, 0), "x", shadowsMm2.X),
        }
            .OrderBy(c => Math.Round(c.UndercutMm2 / surface.AreaMm2 / WorthTilting))
            .ThenByDescending(c => Math.Round(c.DraftedShare, 2))
            .ThenByDescending(c => Math.Round(c.ShadowMm2 / surface.AreaMm2, 2))
            .ToList();
        var worth = WorthTilting * surface.AreaMm2;
        if (axes[0].UndercutMm2 <= worth)
            return axes;
        var tilted = Hemisphere().Select(d => Look(d, "tilted", 0)).MinBy(c => c.UndercutMm2)!;
        return tilted.UndercutMm2 >= axes[0].UndercutMm2 - worth
            ? axes
            : [tilted with { ShadowMm2 = Shadow.AreaMm2(surface.Mesh, surface.LeftOut, tilted.Vector) }, .. axes];

        PullCandidate Look(Vec3 d, string name, double shadowMm2)
        {
            cancel.ThrowIfCancellationRequested();
            var undercut = scale * some.AsParallel().Where(s => PullCheck.IsUndercut(surface, s, d)).Sum(s => s.AreaMm2);
            var drafted = some.Where(s => Math.Abs(surface.Normals[s.Triangle].Dot(d)) >= limit).Sum(s => s.AreaMm2) / whole;
            return new PullCandidate([d.X, d.Y, d.Z], name, undercut, drafted, shadowMm2);
        }
    }

    /// <summary>Why the first was taken, in a sentence.</summary>
    public static string Reason(IReadOnlyList<PullCandidate> candidates, double areaMm2)
    {
        var (first, others) = (candidates[0], candidates.Skip(1).Where(c => c.Name != "tilted").ToList());
        var least = others.Min(c => c.UndercutMm2);
        var saves = least - first.UndercutMm2 > WorthTilting * areaMm2;
        return saves
                ? $"It leaves {Cm2(first.UndercutMm2)} undercut; the next best axis, "
                    + $"{others.MinBy(c => c.UndercutMm2)!.Name}, leaves {Cm2(least)}."
            : first.DraftedShare
                - others
                    .Where(c => c.UndercutMm2 <= first.UndercutMm2 + WorthTilting * areaMm2)
                    .Select(c => c.DraftedShare)
                    .DefaultIfEmpty(0)
                    .Max()
            > 0.005
                ? $"It leaves no more undercut than any axis ({Cm2(first.UndercutMm2)}) and most of the surface drafted "
                    + $"({Text.Number(100 * first.DraftedShare, 2)} %)."
            : $"It is as good as any axis on undercut ({Cm2(first.UndercutMm2)}) and draft, and its parting area is the "
                + $"largest ({Cm2(first.ShadowMm2)}).";
    }

    private static string Cm2(double mm2) => $"{Text.Number(mm2 / 100, 3)} cm²";

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
