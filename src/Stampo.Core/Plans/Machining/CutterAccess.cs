using System.Text.Json.Serialization;
using Stampo.Core.Geometry;
using Stampo.Core.Machining;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Machining;

/// <summary>One clamping: which side faces the spindle, what it finishes that none before it did, how deep it goes beside walls.</summary>
public sealed record SetUp(BoxSide Side, [property: JsonPropertyName("finishesCm2")] double FinishesCm2, double DeepestMm);

/// <param name="SetUps">In their order, those that finish most first.</param>
/// <param name="SurfaceCm2">All of it.</param>
/// <param name="HiddenCm2">Seen from no side: undercut for a three-axis machine.</param>
/// <param name="Hidden">Where most of it is.</param>
/// <param name="NarrowCm2">Seen, but between walls closer than the cutter.</param>
/// <param name="Narrow">Where it is narrowest.</param>
/// <param name="NarrowestMm">That narrow.</param>
/// <param name="DeepCm2">Deeper beside a wall than the cutter is long.</param>
/// <param name="Deep">Where it is deepest.</param>
/// <param name="Corners">Inner corners sharper than the cutter leaves them.</param>
public sealed record AccessFigures(
    IReadOnlyList<SetUp> SetUps,
    [property: JsonPropertyName("surfaceCm2")] double SurfaceCm2,
    [property: JsonPropertyName("hiddenCm2")] double HiddenCm2,
    Place? Hidden,
    [property: JsonPropertyName("narrowCm2")] double NarrowCm2,
    Place? Narrow,
    double? NarrowestMm,
    [property: JsonPropertyName("deepCm2")] double DeepCm2,
    Place? Deep,
    SharpCorners Corners
);

/// <summary>
/// What a straight cutter reaches from the six sides. A point is seen from a side when it faces it, or stands along it, and a ray to
/// that side leaves the part freely. It is narrow when the wall across from it is nearer than the cutter is thick, and deep when it
/// lies farther below the highest wall beside it than the cutter is long.
/// </summary>
public sealed record CutterAccess(double DiameterMm, double ReachMm) : SurfaceQuestion
{
    /// <summary>A set-up for less than this share of the surface is dust of the mesh.</summary>
    private const double Dust = 0.001;

    /// <summary>Faces turned away by less are cut from the side, by the flank.</summary>
    private const double Along = -1e-3;

    /// <summary>Between two sides that would do, the one that the face looks at is taken.</summary>
    private const double ByFlank = 0.4,
        Faces = 0.1;

    /// <summary>A wall farther away than this many lengths of the cutter does not crowd its holder.</summary>
    private const double BesideReaches = 4;

    public override object AnswerOf(SolidSurface surface, Vec3 pull, Progress progress)
    {
        var samples = surface.Samples.All;
        var gaps = new double[samples.Length];
        Parallel.For(
            0,
            samples.Length,
            i => gaps[i] = surface.Bvh.FirstHit(samples[i].Point, surface.Normals[samples[i].Triangle], surface.Tiny)
        );
        var seen = Enum.GetValues<BoxSide>().ToDictionary(side => side, side => Seen(surface, side.Direction()));
        var reached = seen.ToDictionary(s => s.Key, s => Within(surface, s.Key.Direction(), s.Value, gaps));
        var whole = samples.Sum(s => s.AreaMm2);
        var (done, setUps) = (new bool[samples.Length], new List<SetUp>());
        while (true)
        {
            var best = reached.Keys.MaxBy(side => Gain(surface, side.Direction(), reached[side], done, ByFlank));
            var gain = Gain(surface, best.Direction(), reached[best], done, 1);
            if (gain < Dust * whole)
                break;
            for (var i = 0; i < done.Length; i++)
                done[i] |= reached[best][i];
            setUps.Add(new SetUp(best, gain / 100, Deepest(surface, best.Direction(), reached[best], gaps)));
        }

        var left = Enumerable.Range(0, samples.Length).Where(i => !done[i]).ToLookup(i => seen.Values.Any(from => from[i]));
        var narrow = Enumerable.Range(0, samples.Length).Where(i => done[i] && gaps[i] < DiameterMm).ToList();
        double Cm2(IEnumerable<int> of) => of.Sum(i => samples[i].AreaMm2) / 100;
        Place? At(IEnumerable<int> of, Func<int, double> by) => of.Any() ? PlaceOf(surface, samples[of.MinBy(by)]) : null;
        return new AccessFigures(
            setUps,
            whole / 100,
            Cm2(left[false]),
            At(left[false], i => -samples[i].AreaMm2),
            Cm2(narrow),
            At(narrow, i => gaps[i]),
            narrow.Count == 0 ? null : narrow.Min(i => gaps[i]),
            Cm2(left[true]),
            At(left[true], i => -samples[i].AreaMm2),
            SharpCorners.Of(surface, setUps.ConvertAll(s => s.Side.Direction()), DiameterMm / 2)
        );
    }

    /// <summary>Of what is seen, what lies no deeper beside a wall than the cutter is long.</summary>
    private bool[] Within(SolidSurface surface, Vec3 to, bool[] seen, double[] gaps)
    {
        var samples = surface.Samples.All;
        var (within, top) = (new bool[seen.Length], Top(surface, to));
        for (var i = 0; i < within.Length; i++)
            within[i] = seen[i] && (gaps[i] > BesideReaches * ReachMm || top - samples[i].Point.Dot(to) <= ReachMm);
        return within;
    }

    private static bool[] Seen(SolidSurface surface, Vec3 to)
    {
        var samples = surface.Samples.All;
        var seen = new bool[samples.Length];
        Parallel.For(
            0,
            samples.Length,
            i =>
            {
                var normal = surface.Normals[samples[i].Triangle];
                // From just outside, so that a wall along the ray does not stand in its own way.
                seen[i] = normal.Dot(to) > Along && !surface.Bvh.AnyHit(samples[i].Point + normal * (10 * surface.Tiny), to, surface.Tiny);
            }
        );
        return seen;
    }

    /// <summary>Area not finished before; what is cut by the flank counts as so much of what faces the spindle.</summary>
    private static double Gain(SolidSurface surface, Vec3 to, bool[] reached, bool[] done, double flank)
    {
        var (sum, samples) = (0.0, surface.Samples.All);
        for (var i = 0; i < samples.Length; i++)
        {
            if (reached[i] && !done[i])
                sum += samples[i].AreaMm2 * (surface.Normals[samples[i].Triangle].Dot(to) < Faces ? flank : 1);
        }

        return sum;
    }

    /// <summary>Below the top of the part, for what has a wall across from it.</summary>
    private static double Deepest(SolidSurface surface, Vec3 to, bool[] reached, double[] gaps)
    {
        var top = Top(surface, to);
        return surface
            .Samples.All.Where((_, i) => reached[i] && double.IsFinite(gaps[i]))
            .Select(s => top - s.Point.Dot(to))
            .DefaultIfEmpty(0)
            .Max();
    }

    /// <summary>How far the part goes towards a side; the box is measured once, not for each point.</summary>
    private static double Top(SolidSurface surface, Vec3 to)
    {
        var box = surface.Mesh.Bounds();
        return Math.Max(box.Min.Dot(to), box.Max.Dot(to));
    }

    private static Place PlaceOf(SolidSurface surface, SurfaceSample sample) =>
        Place.Of(sample.Point, surface.Normals[sample.Triangle], Math.Sqrt(sample.AreaMm2));
}
