using System.Text.Json.Serialization;
using Stampo.Core.Forming;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Tooling;

/// <summary>A place for an ejector pin, and the area of upright core wall that is nearest to it.</summary>
/// <param name="X">In the tool's frame, from a corner of the part's box.</param>
/// <param name="Y">Likewise.</param>
/// <param name="Place">On the part.</param>
public sealed record EjectorPlace(double X, double Y, Place Place);

/// <summary>
/// What a rigid tool for a part comes to by its shape: where it parts, what each half forms, side cores, what is sparked, where ejectors
/// may push. All of it is read off the mesh.
/// </summary>
/// <param name="SizeMm">Long, wide and deep, in the tool's frame.</param>
/// <param name="Frame">Axes of the tool's frame, along, across and to the core, and the corner of the part's box in it: twelve
/// numbers.</param>
/// <param name="ToCore">The pull, towards the half that the part stays on.</param>
/// <param name="PartingMm">Where most of the parting line lies, above the lowest point of the part in the cavity.</param>
/// <param name="PartingLongMm">The parting line, all round.</param>
/// <param name="SteppedShare">Of it what lies off that height: the parting face steps there.</param>
/// <param name="ShutOffs">Openings through the part where core and cavity meet.</param>
/// <param name="CavityCm2">Formed by the cavity.</param>
/// <param name="CoreCm2">Formed by the core.</param>
/// <param name="GripCm2">Of the core what stands along the pull: the part shrinks onto it.</param>
/// <param name="SideCores">One for each undercut.</param>
/// <param name="Slots">Ribs of the part that cutters may leave.</param>
/// <param name="Corners">Corners that they may leave round.</param>
/// <param name="Ejectors">Places in the order in which they are needed.</param>
public sealed record ToolShape(
    double[] SizeMm,
    double[] Frame,
    double[] ToCore,
    double PartingMm,
    double PartingLongMm,
    double SteppedShare,
    int ShutOffs,
    [property: JsonPropertyName("cavityCm2")] double CavityCm2,
    [property: JsonPropertyName("coreCm2")] double CoreCm2,
    [property: JsonPropertyName("gripCm2")] double GripCm2,
    IReadOnlyList<SideCore> SideCores,
    IReadOnlyList<RibSlot> Slots,
    IReadOnlyList<ToolCorners> Corners,
    IReadOnlyList<EjectorPlace> Ejectors
) : IFoundOut
{
    private const int MostEjectors = 16;

    /// <summary>What lies off the parting height by less than this is one with it, as a share of the part's depth.</summary>
    private const double OneHeight = 0.02;

    /// <summary>Cells across an opening for it to be seen.</summary>
    private const int CellsAcross = 160;

    /// <param name="surface">Of the part.</param>
    /// <param name="pull">The tool opens along it.</param>
    /// <param name="progress">To stop it.</param>
    public static ToolShape Of(SolidSurface surface, Vec3 pull, Progress progress)
    {
        var line = ToolParting.Of(surface, pull.Unit(), progress);
        var halves = line.Halves;
        var frame = MoldFrame.Of(surface.Mesh, halves.ToCore);
        var along = PullCheck.Along(surface, halves.ToCore, progress, RoundHoles.Of(surface));
        var samples = surface.Samples.All;
        double Cm2(FormedBy half) => samples.Where((_, i) => halves.Of[i] == half).Sum(s => s.AreaMm2) / 100;
        var grip = samples
            .Where((_, i) => halves.Of[i] == FormedBy.Core)
            .Sum(s => s.AreaMm2 * ToolHalves.Steepness(surface, s, halves.ToCore));
        var cut = new CutByTool(surface, halves);
        var (parting, length, stepped) = Parting(line.Edges, frame);
        return new ToolShape(
            frame.Box.Size.ToArray(),
            [.. frame.X.ToArray(), .. frame.Y.ToArray(), .. frame.Z.ToArray(), .. frame.Box.Min.ToArray()],
            halves.ToCore.ToArray(),
            parting,
            length,
            stepped,
            ShutOffsOf(surface, frame),
            Cm2(FormedBy.Cavity),
            Cm2(FormedBy.Core),
            grip / 100,
            SideCore.Of(surface, halves.ToCore, along, frame.Box.Size.Z + PressClearanceMm),
            cut.Slots(),
            cut.Corners(),
            EjectorPlaces(surface, halves, frame)
        );
    }

    /// <summary>A point of the part, in mm from the corner of its box in the tool's frame.</summary>
    public Vec3 InTool(Vec3 point)
    {
        double Along(int axis) => point.Dot(new Vec3(Frame[3 * axis], Frame[3 * axis + 1], Frame[3 * axis + 2])) - Frame[9 + axis];
        return new Vec3(Along(0), Along(1), Along(2));
    }

    /// <summary>What is sparked in a tool with such cutters.</summary>
    public IReadOnlyList<Electrode> Sparked(CutterLimits cutters) => Electrode.Of(Slots, Corners, cutters);

    /// <summary>A part is pushed off its core by its depth and this.</summary>
    public const double PressClearanceMm = 10;

    /// <summary>The height at which most of the parting line lies, its length, and what of it lies elsewhere.</summary>
    private static (double Mm, double LongMm, double Stepped) Parting(IReadOnlyList<(Vec3 From, Vec3 To)> edges, MoldFrame frame)
    {
        var length = edges.Sum(e => (e.To - e.From).Length);
        if (length == 0)
            return (0, 0, 0);
        var depth = frame.Box.Size.Z;
        double HeightOf((Vec3 From, Vec3 To) edge) => ((edge.From + edge.To) * 0.5).Dot(frame.Z) - frame.Box.Min.Z;
        var byHeight = edges.OrderBy(HeightOf).ToList();
        var (best, most) = (0.0, -1.0);
        // The band of heights that holds most of it, slid over all of them.
        for (int first = 0, last = 0, n = byHeight.Count; first < n; first++)
        {
            var sum = 0.0;
            for (last = first; last < n && HeightOf(byHeight[last]) <= HeightOf(byHeight[first]) + OneHeight * depth; last++)
                sum += (byHeight[last].To - byHeight[last].From).Length;
            if (sum > most + 1e-9)
                (best, most) = (byHeight[first..last].Average(HeightOf), sum);
        }

        return (best, length, 1 - most / length);
    }

    /// <summary>Cells of its shadow that nothing covers and that do not hang together with what is around the part.</summary>
    private static int ShutOffsOf(SolidSurface surface, MoldFrame frame)
    {
        var size = frame.Box.Size;
        var step = Math.Max(size.X, size.Y) / CellsAcross;
        var (columns, rows) = ((int)Math.Ceiling(size.X / step) + 2, (int)Math.Ceiling(size.Y / step) + 2);
        var covered = new bool[columns * rows];
        var raster = new Raster(step, columns, rows, step / 2, 1e-6);
        Vec3 At(int t, int k) => frame.In(surface.Mesh.Corner(t, k)) - frame.Box.Min + new Vec3(step, step, 0);
        for (var t = 0; t < surface.Mesh.TriangleCount; t++)
            if (!surface.LeftOut[t])
                raster.Under(At(t, 0), At(t, 1), At(t, 2), (cell, _) => covered[cell] = true);
        var openings = 0;
        for (var cell = 0; cell < covered.Length; cell++)
            if (!covered[cell])
                openings += Flooded(covered, columns, cell) > 2 ? 1 : 0;
        // The first of them is all that lies around the part.
        return Math.Max(0, openings - 1);
    }

    private static int Flooded(bool[] covered, int columns, int from)
    {
        var (open, count) = (new Stack<int>([from]), 0);
        covered[from] = true;
        while (open.TryPop(out var cell))
        {
            count++;
            foreach (var beside in (int[])[cell - columns, cell + columns, .. Beside(cell, columns)])
                if (beside >= 0 && beside < covered.Length && !covered[beside])
                {
                    covered[beside] = true;
                    open.Push(beside);
                }
        }

        return count;
    }

    private static IEnumerable<int> Beside(int cell, int columns)
    {
        if (cell % columns > 0)
            yield return cell - 1;
        if (cell % columns < columns - 1)
            yield return cell + 1;
    }

    /// <summary>
    /// On faces of the core that look along the pull; the first where the walls that grip are nearest all told, each next one nearest to
    /// what
    /// the ones before are farthest from.
    /// </summary>
    private static List<EjectorPlace> EjectorPlaces(SolidSurface surface, ToolHalves halves, MoldFrame frame)
    {
        var samples = surface.Samples.All;
        var onCore = Enumerable.Range(0, samples.Length).Where(i => halves.Of[i] == FormedBy.Core).ToList();
        var level = Thinned(onCore.FindAll(i => surface.Normals[samples[i].Triangle].Dot(halves.ToCore) > 0.9), 400);
        var flat = level.FindAll(i => HasRoom(surface, samples[i], halves.ToCore)) is { Count: > 0 } roomy ? roomy : level;
        var grips = Thinned(onCore.FindAll(i => Math.Abs(surface.Normals[samples[i].Triangle].Dot(halves.ToCore)) < 0.5), 1500);
        if (grips.Count == 0)
            grips = flat;
        var away = grips.ConvertAll(_ => frame.Box.Size.Length);
        List<EjectorPlace> chosen = [];
        while (flat.Count > 0 && chosen.Count < Math.Min(MostEjectors, flat.Count))
        {
            var best = flat.MinBy(f => Still(samples[f].Point));
            var point = samples[best].Point;
            var at = frame.In(point) - frame.Box.Min;
            chosen.Add(new EjectorPlace(at.X, at.Y, Place.Of(point, halves.ToCore, frame.Box.Size.Length / 12)));
            for (var g = 0; g < grips.Count; g++)
                away[g] = Math.Min(away[g], Level(samples[grips[g]].Point - point));
        }

        return chosen;

        double Still(Vec3 place) => grips.Select((g, i) => Math.Min(away[i], Level(samples[g].Point - place)) * samples[g].AreaMm2).Sum();

        double Level(Vec3 off) => (off - halves.ToCore * off.Dot(halves.ToCore)).Length;
    }

    /// <summary>A pin that stands there presses on the face all round.</summary>
    private static bool HasRoom(SolidSurface surface, SurfaceSample sample, Vec3 toCore)
    {
        var (u, v) = toCore.Plane();
        return new[] { u, u * -1, v, v * -1 }.All(way =>
            surface.Bvh.Nearest(sample.Point + way * PinRadiusMm, PinRadiusMm / 4, 200) is { } near
            && surface.Normals[near.Triangle].Dot(toCore) > 0.9
        );
    }

    private const double PinRadiusMm = 1.5;

    private static List<int> Thinned(List<int> of, int most) =>
        of.Count <= most ? of : [.. Enumerable.Range(0, most).Select(i => of[(int)((long)i * of.Count / most)])];
}
