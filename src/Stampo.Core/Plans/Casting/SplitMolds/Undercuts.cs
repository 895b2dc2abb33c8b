using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>A place where mold lies under something that is drawn off with the part, from its lower to its upper end.</summary>
/// <param name="Low">Its lower end.</param>
/// <param name="High">Its upper end, on a facet.</param>
/// <param name="Normal">Of that facet.</param>
/// <param name="VolumeMm3">What it stands for.</param>
internal readonly record struct LockedSpot(Vec3 Low, Vec3 High, Vec3 Normal, double VolumeMm3)
{
    public double DepthMm => High.Z - Low.Z;

    public Vec3 Middle => (Low + High) * 0.5;
}

/// <summary>Mold that lies between two layers of the part, where no half can be drawn off.</summary>
internal sealed record LockedMold(IReadOnlyList<LockedSpot> Spots)
{
    /// <summary>Below these it is the roughness of a mesh and is filled: share of the part's volume, and depth.</summary>
    private const double RoughShare = 0.001,
        RoughMm = 0.2;

    public double VolumeMm3 { get; } = Spots.Sum(s => s.VolumeMm3);

    private double DeepestMm => Spots.Max(s => s.DepthMm);

    public bool LocksHalvesOf(PartSeen part) =>
        VolumeMm3 > RoughShare * part.VolumeMm3 || (VolumeMm3 > 0.1 * RoughShare * part.VolumeMm3 && DeepestMm > RoughMm);

    /// <param name="part">What locks them.</param>
    /// <param name="remedy">What to do, in a sentence.</param>
    public PlacedRefusal Refusal(PartSeen part, string remedy)
    {
        var at = part.OutOfFrame(Spots.MaxBy(s => s.VolumeMm3).Middle) * (1 / part.Scale);
        return new PlacedRefusal(
            "split.undercut",
            $"Two halves can't be drawn off: about {Text.Number(VolumeMm3 / 1000, 2)} cm³ of mold would be locked in by "
                + $"the part, up to {Text.Number(DeepestMm, 2)} mm deep, most of it around x {Spot(at.X)}, y {Spot(at.Y)}, z "
                + $"{Spot(at.Z)} mm. {remedy}",
            "part.pull",
            Place.Of(at, OpenFrom(at, part.Surface), Math.Max(2 * DeepestMm, 0.05 * part.Surface.Mesh.Bounds().Diagonal))
        );
    }

    /// <summary>A tenth of a millimetre finds the place.</summary>
    private static string Spot(double mm) => Text.Number(Math.Round(mm, 1) + 0.0, 6);

    /// <summary>From where the place can be seen: the freest of many ways out.</summary>
    private static Vec3 OpenFrom(Vec3 at, SolidSurface surface) =>
        Vec3.Axes.Concat(Diagonals).MaxBy(way => surface.Bvh.FirstHit(at, way, 0));

    private static readonly Vec3[] Diagonals =
    [
        .. from x in new[] { -1, 1 } from y in new[] { -1, 1 } from z in new[] { 0, 1 } select new Vec3(x, y, z).Unit(),
    ];
}

/// <summary>Looks for locked mold.</summary>
internal static class Undercuts
{
    /// <summary>Points looked at along the longest edge of the part's box.</summary>
    private const double Across = 80;

    /// <summary>Nearer than this, in steps, one lies on the other.</summary>
    private const double Lies = 16;

    /// <param name="down">Facets of the part, and of what is drawn off with it, that look back along the pull.</param>
    /// <param name="up">Those that look along it.</param>
    /// <param name="diagonalMm">Of the part's box.</param>
    /// <param name="cancel">Stops it.</param>
    public static LockedMold Under(IReadOnlyList<Facet> down, IReadOnlyList<Facet> up, double diagonalMm, CancellationToken cancel)
    {
        var layers = new SeenFacets([.. down, .. up]);
        var spacing = Grid.PerMm * diagonalMm / Across;
        var spots = new List<LockedSpot>();
        foreach (var facet in down)
        {
            var normal = facet.Normal;
            cancel.ThrowIfCancellationRequested();
            foreach (var (x, y, area) in Samples(facet, spacing))
            {
                var z = facet.HeightAt(x, y);
                // Just below this facet: mold down to the next layer, or down to the open; or what it lies on.
                if (LayerUnder(layers, x, y, z) is { Rises: true } under && z - under.Z > Lies)
                    spots.Add(
                        new LockedSpot(
                            new Vec3(Grid.Mm(x), Grid.Mm(y), Grid.Mm(under.Z)),
                            new Vec3(Grid.Mm(x), Grid.Mm(y), Grid.Mm(z)),
                            normal,
                            Grid.Mm(z - under.Z) * area / (Grid.PerMm * Grid.PerMm)
                        )
                    );
            }
        }

        return new LockedMold(spots);
    }

    /// <summary>The layer that a place lies on, or else the next below it.</summary>
    private static (double Z, bool Rises)? LayerUnder(SeenFacets layers, double x, double y, double z)
    {
        (double Z, bool Rises)? next = null;
        foreach (var f in layers.Over(x, y))
        {
            var layer = (Z: layers.All[f].HeightAt(x, y), Rises: layers.All[f].Turn > 0);
            if (layer.Rises && Math.Abs(layer.Z - z) <= Lies)
                return layer;
            if (layer.Z < z && (next is not { } best || layer.Z > best.Z))
                next = layer;
        }

        return next;
    }

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
