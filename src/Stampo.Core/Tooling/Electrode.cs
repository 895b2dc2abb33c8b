using System.Text.Json.Serialization;
using Stampo.Core.Geometry;
using Stampo.Core.Machining;
using Stampo.Core.Parts;

namespace Stampo.Core.Tooling;

/// <summary>Why a place of a tool is left by cutters.</summary>
public enum SparkedFor
{
    /// <summary>A rib or a fin of the part: a slot in one half, narrower or deeper than a cutter goes.</summary>
    Rib,

    /// <summary>Outer corners of the part, sharper than a cutter that goes so deep leaves them.</summary>
    Corners,
}

/// <summary>A rib or a fin of the part: a slot in one half of the tool.</summary>
public sealed record RibSlot(
    FormedBy In,
    [property: JsonPropertyName("areaCm2")] double AreaCm2,
    double DeepMm,
    double WideMm,
    Place Place
);

/// <summary>Outer corners of the part along the pull, which are inner ones of the tool, alike in half, depth and radius.</summary>
/// <param name="In">The half they stand in.</param>
/// <param name="DeepMm">Each of them.</param>
/// <param name="RadiusMm">As drawn; 0 for sharp.</param>
/// <param name="LongMm">All of them, as right-angled ones.</param>
/// <param name="Place">One of them.</param>
public sealed record ToolCorners(FormedBy In, double DeepMm, double RadiusMm, double LongMm, Place Place);

/// <summary>A place of the tool that cutters leave.</summary>
/// <param name="For">Why.</param>
/// <param name="In">The half it stands in.</param>
/// <param name="AreaCm2">It forms: both flanks of a rib, of corners what the cutter would leave round.</param>
/// <param name="DeepMm">Along the pull.</param>
/// <param name="WideMm">Of a rib its thickness; of corners the radius that a cutter would leave.</param>
/// <param name="Place">Where.</param>
public sealed record Electrode(
    SparkedFor For,
    FormedBy In,
    [property: JsonPropertyName("areaCm2")] double AreaCm2,
    double DeepMm,
    double WideMm,
    Place Place
)
{
    /// <summary>Of a right-angled corner a cutter of radius r leaves r²(1 − π/4), beside walls of 2r.</summary>
    private const double CornerShare = (1 - Math.PI / 4) / 2;

    /// <summary>It takes out so much.</summary>
    [JsonIgnore]
    public double VolumeCm3 => AreaCm2 * WideMm / 10 * (For == SparkedFor.Rib ? 0.5 : CornerShare);

    /// <summary>Of the slots and corners of a tool those that its cutters leave; the corners of one half are sunk by one.</summary>
    public static IReadOnlyList<Electrode> Of(IReadOnlyList<RibSlot> slots, IReadOnlyList<ToolCorners> corners, CutterLimits cutters) =>
        [
            .. slots
                .Where(s => s.WideMm < cutters.DiameterAt(s.DeepMm))
                .Select(s => new Electrode(SparkedFor.Rib, s.In, s.AreaCm2, s.DeepMm, s.WideMm, s.Place)),
            .. corners
                .Where(c => c.RadiusMm < Near * cutters.DiameterAt(c.DeepMm) / 2)
                .GroupBy(c => c.In)
                .Select(g => Sunk(g.Key, [.. g], cutters)),
        ];

    /// <summary>A fillet of the cutter's own radius, meshed, is not sharper than the cutter.</summary>
    private const double Near = 0.97;

    private static Electrode Sunk(FormedBy half, List<ToolCorners> corners, CutterLimits cutters)
    {
        var deepest = corners.MaxBy(c => c.DeepMm)!;
        return new Electrode(
            SparkedFor.Corners,
            half,
            corners.Sum(c => c.LongMm * cutters.DiameterAt(c.DeepMm)) / 100,
            deepest.DeepMm,
            cutters.DiameterAt(deepest.DeepMm) / 2,
            deepest.Place
        );
    }
}

/// <summary>What cutters go into: how slender, and how small.</summary>
/// <param name="Slender">Free length of a cutter in its diameters.</param>
/// <param name="SmallestMm">The smallest that is used.</param>
public sealed record CutterLimits(double Slender, double SmallestMm)
{
    /// <summary>Of the thinnest cutter that goes so deep.</summary>
    public double DiameterAt(double deepMm) => Math.Max(SmallestMm, deepMm / Slender);
}

/// <summary>Finds ribs and corners of a part that cutters of a tool may leave.</summary>
internal sealed class CutByTool(SolidSurface surface, ToolHalves halves)
{
    /// <summary>What the coarsest cutters of any tool go into: the rest is cut in all of them.</summary>
    private static readonly CutterLimits Coarsest = new(5, 3);

    private const int Most = 60;

    /// <summary>A wall that leans from the pull by less than about 18 degrees may be the flank of a rib.</summary>
    private const double Upright = 0.3;

    /// <summary>Smaller slots are the roughness of the mesh.</summary>
    private const double LeastCm2 = 0.05,
        LeastDeepMm = 1;

    private const double WidestMm = 8;

    public IReadOnlyList<RibSlot> Slots() => [.. Ribs().Select(r => r.Slot).OrderByDescending(s => s.AreaCm2).Take(Most)];

    /// <summary>Each with the samples of its flanks.</summary>
    public IEnumerable<(RibSlot Slot, List<int> Flanks)> Ribs()
    {
        var samples = surface.Samples.All;
        var (wide, across) = Flanks();
        var sets = new DisjointSets(surface.Mesh.TriangleCount);
        var isFlank = new bool[surface.Mesh.TriangleCount];
        for (var i = 0; i < samples.Length; i++)
            if (wide[i] > 0)
            {
                isFlank[samples[i].Triangle] = true;
                sets.Join(samples[i].Triangle, across[i]);
            }

        for (var edge = 0; edge < surface.Topology.Neighbours.Length; edge++)
            if (surface.Topology.Neighbours[edge] is >= 0 and var other && isFlank[edge / 3] && isFlank[other])
                sets.Join(edge / 3, other);
        foreach (
            var rib in Enumerable
                .Range(0, samples.Length)
                .Where(i => wide[i] > 0)
                .GroupBy(i => sets.Root(samples[i].Triangle))
                .Select(g => (List<int>)[.. g])
        )
        {
            var area = rib.Sum(i => samples[i].AreaMm2) / 100;
            var heights = rib.Select(i => samples[i].Triangle).Distinct().SelectMany(Heights).ToList();
            var deep = heights.Max() - heights.Min();
            var thick = Middle(rib, wide);
            if (area < LeastCm2 || deep < LeastDeepMm || thick >= Coarsest.DiameterAt(deep))
                continue;
            var at = samples[rib.MaxBy(i => samples[i].AreaMm2)];
            var place = Place.Of(at.Point, surface.Normals[at.Triangle], 5 * Math.Sqrt(area));
            yield return (new RibSlot(halves.Of[rib[0]], area, deep, thick, place), rib);
        }
    }

    private IEnumerable<double> Heights(int triangle) =>
        Enumerable.Range(0, 3).Select(k => surface.Mesh.Corner(triangle, k).Dot(halves.ToCore));

    private static double Middle(List<int> of, double[] values)
    {
        var sorted = of.ConvertAll(i => values[i]);
        sorted.Sort();
        return sorted[sorted.Count / 2];
    }

    /// <summary>
    /// Of a sample that stands along the pull, with a flank of the same half behind it: how thick, and the triangle there.
    /// </summary>
    private (double[] Wide, int[] Across) Flanks()
    {
        var samples = surface.Samples.All;
        var (wide, across) = (new double[samples.Length], new int[samples.Length]);
        var sampleOf = surface.Samples.Starts;
        Parallel.For(
            0,
            samples.Length,
            i =>
            {
                var normal = surface.Normals[samples[i].Triangle];
                if (halves.Of[i] == FormedBy.Side || Math.Abs(normal.Dot(halves.ToCore)) > Upright)
                    return;
                var far = surface.FarWall(samples[i].Point, normal * -1);
                if (!(far < WidestMm))
                    return;
                var there = samples[i].Point - normal * far;
                if (surface.Bvh.Nearest(there, 10 * surface.Tiny + far / 100, 200) is not { Triangle: var other })
                    return;
                var (start, pieces) = (sampleOf[other], surface.Samples.Divisions[other]);
                var nearest = Enumerable.Range(start, pieces * pieces).MinBy(s => (samples[s].Point - there).Length);
                if (Math.Abs(surface.Normals[other].Dot(halves.ToCore)) <= Upright && halves.Of[nearest] == halves.Of[i])
                    (wide[i], across[i]) = (far, other);
            }
        );
        return (wide, across);
    }

    public IReadOnlyList<ToolCorners> Corners()
    {
        var starts = surface.Samples.Starts;
        return
        [
            .. SharpCorners
                .Edges(surface, [halves.ToCore], CornerTurn.Outward)
                .Where(e => surface.Samples.Divisions[e.Triangle] > 0 && e.LengthMm >= LeastDeepMm)
                .Select(e => (Edge: e, In: halves.Of[starts[e.Triangle]]))
                .Where(e => e.In != FormedBy.Side && e.Edge.RadiusMm < Coarsest.DiameterAt(e.Edge.LengthMm) / 2)
                .GroupBy(e => (e.In, Deep: Math.Round(e.Edge.LengthMm, 1), Radius: Math.Round(e.Edge.RadiusMm, 2)))
                .Select(g => new ToolCorners(
                    g.Key.In,
                    g.Key.Deep,
                    g.Key.Radius,
                    g.Sum(e => e.Edge.LengthMm * e.Edge.Turn / (Math.PI / 2)),
                    At(g.First().Edge)
                ))
                .OrderByDescending(c => c.LongMm)
                .Take(Most),
        ];
    }

    private static Place At(CornerEdge edge) => Place.Of((edge.From + edge.To) * 0.5, edge.Outward, edge.LengthMm / 2);
}
