using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>Looks for mold that would lie between two layers of the part, where no half can be drawn off.</summary>
internal static class Undercuts
{
    /// <summary>Below these it is the roughness of a mesh and is filled: share of the part's volume, and depth.</summary>
    private const double RoughShare = 0.001,
        RoughMm = 0.2;

    /// <summary>Points looked at along the longest edge of the part's box.</summary>
    private const double Across = 80;

    public static void RefuseIn(PartSeen part, CancellationToken cancel)
    {
        var layers = new SeenFacets([.. part.Down, .. part.Up]);
        var spacing = Grid.PerMm * part.Box.Diagonal / Across;
        double volume = 0,
            deepest = 0,
            most = 0;
        var at = default(Vec3);
        foreach (var facet in part.Down)
        {
            cancel.ThrowIfCancellationRequested();
            foreach (var (x, y, area) in Samples(facet, spacing))
            {
                var z = facet.HeightAt(x, y);
                // Just below this facet: mold down to the next layer, or down to the open.
                if (
                    layers
                        .Over(x, y)
                        .Select(f => layers.All[f])
                        .Select(f => (Z: f.HeightAt(x, y), Rises: f.Turn > 0))
                        .Where(l => l.Z < z)
                        .Select(l => ((double Z, bool Rises)?)l)
                        .MaxBy(l => l?.Z)
                    is not { Rises: true } under
                )
                    continue;
                var gap = Grid.Mm(z - under.Z);
                var here = gap * area / (Grid.PerMm * Grid.PerMm);
                volume += here;
                deepest = Math.Max(deepest, gap);
                if (here > most)
                    (most, at) = (here, new Vec3(Grid.Mm(x), Grid.Mm(y), Grid.Mm((z + under.Z) / 2)));
            }
        }

        if (volume > RoughShare * part.VolumeMm3 || (deepest > RoughMm && volume > 0.1 * RoughShare * part.VolumeMm3))
            Refuse(volume, deepest, part.OutOfFrame(at) * (1 / part.Scale), part.Surface);
    }

    private static void Refuse(double volumeMm3, double deepestMm, Vec3 at, SolidSurface surface) =>
        throw new PlacedRefusal(
            "split.undercut",
            $"Two halves can't be drawn off: about {Text.Number(volumeMm3 / 1000, 2)} cm³ of mold would be locked in by "
                + $"the part, up to {Text.Number(deepestMm, 2)} mm deep, most of it around x {Spot(at.X)}, y {Spot(at.Y)}, z "
                + $"{Spot(at.Z)} mm. Choose another pull on the Part page, take the undercut out of the model, or make the "
                + "mold in silicone.",
            "part.pull",
            Place.Of(at, OpenFrom(at, surface), Math.Max(2 * deepestMm, 0.05 * surface.Mesh.Bounds().Diagonal))
        );

    /// <summary>From where the place can be seen: the freest of many ways out.</summary>
    private static Vec3 OpenFrom(Vec3 at, SolidSurface surface) =>
        Vec3.Axes.Concat(Diagonals).MaxBy(way => surface.Bvh.FirstHit(at, way, 0));

    private static readonly Vec3[] Diagonals =
    [
        .. from x in new[] { -1, 1 } from y in new[] { -1, 1 } from z in new[] { 0, 1 } select new Vec3(x, y, z).Unit(),
    ];

    /// <summary>A tenth of a millimetre finds the place.</summary>
    private static string Spot(double mm) => Text.Number(Math.Round(mm, 1) + 0.0, 6);

    /// <summary>Points over a facet no further apart than the spacing, with the area each stands for.</summary>
    private static IEnumerable<(double X, double Y, double Area)> Samples(Facet f, double spacing)
    {
        var longest = Math.Sqrt(Math.Max(Squared(f.A, f.B), Math.Max(Squared(f.B, f.C), Squared(f.C, f.A))));
        var n = (int)Math.Clamp(Math.Ceiling(longest / spacing), 1, Across);
        var area = Math.Abs(f.Turn) / 2.0 / (n * n);
        for (var i = 0; i < n; i++)
        for (var j = 0; j < n - i; j++)
        {
            yield return Point(i + 1 / 3.0, j + 1 / 3.0);
            if (j < n - i - 1)
                yield return Point(i + 2 / 3.0, j + 2 / 3.0);
        }

        (double, double, double) Point(double i, double j) =>
            (f.A.X + (f.B.X - f.A.X) * i / n + (f.C.X - f.A.X) * j / n, f.A.Y + (f.B.Y - f.A.Y) * i / n + (f.C.Y - f.A.Y) * j / n, area);
    }

    private static double Squared(Node a, Node b) => Math.Pow(b.X - (double)a.X, 2) + Math.Pow(b.Y - (double)a.Y, 2);
}
