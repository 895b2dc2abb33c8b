using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tooling;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Flow;

/// <summary>Where two fronts meet: how sharply, over what length, and where.</summary>
/// <param name="AngleDeg">Between the fronts: 0 head on, beyond 135 they run on together.</param>
/// <param name="LengthMm">From one end to the other.</param>
/// <param name="Place">In its middle.</param>
public sealed record WeldLine(double AngleDeg, double LengthMm, Place Place);

/// <summary>Where the melt arrives after all around it.</summary>
/// <param name="Ratio">Flow length ÷ wall up to there.</param>
/// <param name="IsVented">A parting line is so near that the air gets out there.</param>
/// <param name="Place">Where.</param>
public sealed record LastPoint(double Ratio, bool IsVented, Place Place);

/// <summary>A wall much thicker than the usual one: it fills first, cools last and sinks.</summary>
public sealed record ThickSpot(double WallMm, Place Place);

/// <summary>
/// How a part fills from its gates, by distance: the way along the wall, each millimetre counted by the wall it runs in, so that the thick
/// fills first. It orders places; it predicts no pressure and no temperature.
/// </summary>
/// <param name="LengthMm">The longest way from a gate.</param>
/// <param name="Ratio">The largest flow length ÷ wall.</param>
/// <param name="Last">Where that is.</param>
/// <param name="Welds">The longest first.</param>
/// <param name="LastPoints">The latest first.</param>
/// <param name="Thick">The thickest first.</param>
/// <param name="OfGates">Flow length ÷ wall that each gate reaches to: even when the gates are in balance.</param>
/// <param name="UsualWallMm">Half of the surface stands over a thinner wall.</param>
/// <param name="IsCoarse">The part is so large against its wall that ways through it are a first look.</param>
public sealed record FillingFigures(
    double LengthMm,
    double Ratio,
    Place Last,
    IReadOnlyList<WeldLine> Welds,
    IReadOnlyList<LastPoint> LastPoints,
    IReadOnlyList<ThickSpot> Thick,
    IReadOnlyList<double> OfGates,
    double UsualWallMm,
    bool IsCoarse
);

/// <summary>Fills a part by distance.</summary>
public static class Filling
{
    private const double WeldDeg = 135,
        ThickShare = 1.5;

    private const int MostPlaces = 12;

    /// <param name="surface">Of the part.</param>
    /// <param name="gates">On or near its surface.</param>
    /// <param name="pull">Along which the tool opens.</param>
    /// <param name="progress">To stop it.</param>
    /// <exception cref="PlacedRefusal">A gate is off the part, or a piece of it is reached from none.</exception>
    public static FillingFigures Of(SolidSurface surface, IReadOnlyList<Vec3> gates, Vec3 pull, Progress progress)
    {
        var walls = WallField.Of(surface, progress);
        var cells = walls.Cells;
        var begin = gates.Select((gate, i) => CellOf(cells, gate, i, walls.UsualMm)).ToList();
        var (ratio, length) = Ways(walls, begin, progress);
        var reached = Enumerable.Range(0, cells.Count).Where(i => double.IsFinite(ratio.At[i])).ToList();
        Whole(surface, cells, ratio, reached.Count);
        var last = reached.MaxBy(i => ratio.At[i]);
        return new FillingFigures(
            reached.Max(i => length.At[i]),
            ratio.At[last],
            PlaceOf(surface, cells.Middle(last), walls.UsualMm),
            Welds(surface, walls, ratio),
            LastPointsOf(surface, walls, ratio, pull, progress),
            ThickOf(surface, walls),
            [.. begin.Select((_, gate) => reached.Where(i => ratio.From[i] == gate).Select(i => ratio.At[i]).DefaultIfEmpty(0).Max())],
            walls.UsualMm,
            walls.IsCoarse
        );
    }

    /// <summary>Flow length ÷ wall at each sample of the surface; not a number where nothing arrives.</summary>
    public static float[] Map(SolidSurface surface, IReadOnlyList<Vec3> gates, Progress progress)
    {
        var walls = WallField.Of(surface, progress);
        var cells = walls.Cells;
        var arrival = Arrival.Of(cells, [.. gates.Select((gate, i) => CellOf(cells, gate, i, walls.UsualMm))], walls.Slowness, progress);
        return cells.OnSamples(surface, cell => (float)arrival.At[cell], progress);
    }

    /// <summary>From where it begins: each millimetre counted by its wall, and as it is.</summary>
    internal static (Arrival Ratio, Arrival Length) Ways(WallField walls, IReadOnlyList<int> begin, Progress progress)
    {
        var plain = Task.Run(() => Arrival.Of(walls.Cells, begin, null, progress));
        return (Arrival.Of(walls.Cells, begin, walls.Slowness, progress), plain.GetAwaiter().GetResult());
    }

    internal static int CellOf(SolidCells cells, Vec3 gate, int number, double wall) =>
        cells.Nearest(gate, Math.Max(2 * cells.StepMm, wall)) is >= 0 and var cell
            ? cell
            : throw new PlacedRefusal(
                "gate.off-part",
                $"Gate {number + 1} lies off the part: no plastic stands within {Text.Number(wall, 2)} mm of it. Pick a place on it.",
                $"gates.at[{number}]",
                Place.Of(gate, new Vec3(0, 0, 1), 5)
            );

    /// <summary>A few cubes left over are the rounding of thin edges; more are a piece of its own.</summary>
    internal static void Whole(SolidSurface surface, SolidCells cells, Arrival arrival, int reached)
    {
        if (reached >= 0.98 * cells.Count)
            return;
        var dry = Array.FindIndex(arrival.At, at => !double.IsFinite(at));
        throw new PlacedRefusal(
            "gate.piece",
            $"{Text.Number(100.0 * (cells.Count - reached) / cells.Count, 2)} % of the part hangs together with no gate: it is in "
                + "several pieces, or joined by less than a wall. Join them, or give each its gate.",
            "gates.at",
            PlaceOf(surface, cells.Middle(dry), 5)
        );
    }

    /// <summary>Pairs of neighbours whose fronts come towards each other, and what of them hangs together.</summary>
    private static List<WeldLine> Welds(SolidSurface surface, WallField walls, Arrival arrival)
    {
        var cells = walls.Cells;
        var angle = new Dictionary<int, double>();
        for (var cell = 0; cell < cells.Count; cell++)
        for (var side = 0; side < 6; side += 2)
        {
            var beside = cells.Beside(cell, side);
            if (beside < 0 || !arrival.IsMetAcross(cell, beside, side) || !Meet(cells, arrival, cell, beside, out var deg))
                continue;
            angle[cell] = Math.Min(deg, angle.GetValueOrDefault(cell, 180));
            angle[beside] = Math.Min(deg, angle.GetValueOrDefault(beside, 180));
        }

        var least = Math.Max(3, 1.5 * walls.UsualMm);
        return
        [
            .. Clusters(cells, angle.Keys)
                .Select(group => (Group: group, Long: Extent(cells, group)))
                .Where(g => g.Long >= least)
                .OrderByDescending(g => g.Long)
                .Take(MostPlaces)
                .Select(g => new WeldLine(
                    g.Group.Average(c => angle[c]),
                    g.Long,
                    PlaceOf(surface, Centre(cells, g.Group), Math.Max(walls.UsualMm, g.Long / 2))
                )),
        ];
    }

    /// <summary>Whether fronts run into each other across a face, and the angle between them.</summary>
    private static bool Meet(SolidCells cells, Arrival arrival, int cell, int beside, out double deg)
    {
        var (one, other) = (arrival.Heading(cell), arrival.Heading(beside));
        var across = (cells.Middle(beside) - cells.Middle(cell)).Unit();
        deg = 180 - Math.Acos(Math.Clamp(one.Dot(other), -1, 1)) * 180 / Math.PI;
        return deg < WeldDeg && one.Dot(across) > 0.2 && other.Dot(across) < -0.2;
    }

    /// <summary>Cubes that nothing around them is later than, told by what of them hangs together.</summary>
    private static List<LastPoint> LastPointsOf(SolidSurface surface, WallField walls, Arrival arrival, Vec3 pull, Progress progress)
    {
        var cells = walls.Cells;
        var vents = ToolParting.Of(surface, pull, progress);
        var highs = Enumerable
            .Range(0, cells.Count)
            .Where(i => arrival.IsLastOfItsSides(i) && Around(cells, i).All(n => !(arrival.At[n] > arrival.At[i])));
        var ends = Clusters(cells, highs).Select(group => group.MaxBy(c => arrival.At[c])).OrderByDescending(c => arrival.At[c]).ToList();
        List<int> kept = [];
        // Those a few walls apart are one corner.
        foreach (var end in ends)
            if (kept.TrueForAll(k => (cells.Middle(k) - cells.Middle(end)).Length > 4 * walls.UsualMm))
                kept.Add(end);
        return
        [
            .. kept.Take(MostPlaces)
                .Select(c => new LastPoint(
                    arrival.At[c],
                    vents.IsWithin(cells.Middle(c), Math.Max(2 * walls.UsualMm, 3 * cells.StepMm)),
                    PlaceOf(surface, cells.Middle(c), 2 * walls.UsualMm)
                )),
        ];
    }

    private static List<ThickSpot> ThickOf(SolidSurface surface, WallField walls)
    {
        var samples = surface.Samples.All;
        List<ThickSpot> found = [];
        foreach (
            var i in Enumerable
                .Range(0, samples.Length)
                .Where(i => walls.ThicknessMm[i] > ThickShare * walls.UsualMm)
                .OrderByDescending(i => walls.ThicknessMm[i])
        )
        {
            var at = samples[i].Point;
            if (found.Count >= MostPlaces)
                break;
            if (found.TrueForAll(f => (f.Place.Point - at).Length > Math.Max(f.WallMm * 2, 5 * walls.UsualMm)))
                found.Add(new ThickSpot(walls.ThicknessMm[i], Place.Of(at, surface.Normals[samples[i].Triangle], walls.ThicknessMm[i])));
        }

        return found;
    }

    private static IEnumerable<int> Around(SolidCells cells, int cell)
    {
        var place = cells.Inside[cell];
        for (var z = -1; z <= 1; z++)
        for (var y = -1; y <= 1; y++)
        for (var x = -1; x <= 1; x++)
            if (cells.NumberOf(place + x + cells.Offsets[2] * y + cells.Offsets[4] * z) is >= 0 and var beside && beside != cell)
                yield return beside;
    }

    internal static List<List<int>> Clusters(SolidCells cells, IEnumerable<int> of)
    {
        var open = of.ToHashSet();
        List<List<int>> groups = [];
        while (open.Count > 0)
        {
            var first = open.First();
            open.Remove(first);
            List<int> group = [first];
            for (var i = 0; i < group.Count; i++)
                group.AddRange(Around(cells, group[i]).Where(open.Remove));
            groups.Add(group);
        }

        return groups;
    }

    private static Vec3 Centre(SolidCells cells, List<int> group)
    {
        var sum = group.Aggregate(new Vec3(0, 0, 0), (s, c) => s + cells.Middle(c)) * (1.0 / group.Count);
        return cells.Middle(group.MinBy(c => (cells.Middle(c) - sum).Length));
    }

    private static double Extent(SolidCells cells, List<int> group)
    {
        // From any to the farthest, and from that to its farthest: the length of what is a line.
        var end = group.MaxBy(c => (cells.Middle(c) - cells.Middle(group[0])).Length);
        return group.Max(c => (cells.Middle(c) - cells.Middle(end)).Length);
    }

    internal static Place PlaceOf(SolidSurface surface, Vec3 at, double radius)
    {
        return surface.NearestTo(at) is { } on
            ? Place.Of(on.Point, surface.Normals[on.Triangle], radius)
            : Place.Of(at, new Vec3(0, 0, 1), radius);
    }
}
