using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.Filling;
using Stampo.Core.Tooling;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>
/// The part as it stands when it is cast: where air stays and wants a riser, where the gate goes. Directions in the file's axes.
/// </summary>
/// <param name="Up">Unit direction that is up.</param>
/// <param name="AxisX">The box's first side.</param>
/// <param name="AxisY">The box's second side.</param>
/// <param name="BboxMm">The part's box in this attitude, up last.</param>
/// <param name="Risers">Where air is caught, the highest first; the first one is the way out of the last air.</param>
/// <param name="Gate">Where resin comes in: the lowest place, on the side the gate comes down.</param>
/// <param name="LowMm">The box's low corner along its own sides.</param>
public sealed record Attitude(
    double[] Up,
    double[] AxisX,
    double[] AxisY,
    double[] BboxMm,
    IReadOnlyList<Place> Risers,
    Place Gate,
    double[] LowMm
)
{
    /// <summary>Highs between which the surface falls by less share one riser.</summary>
    private const double ApartMm = 2;

    private const double RiserMm = 4,
        GateMm = 6;

    /// <summary>Points closer in height than this share of the part's diagonal are one level.</summary>
    private const double OneHeight = 1e-5;

    /// <summary>Points this near to the side are reached alike.</summary>
    private const double OneSideMm = 0.2;

    public static Attitude Of(SolidSurface surface, Vec3 up)
    {
        var frame = MoldFrame.Of(surface.Mesh, up);
        var risers = LocalHighs.Of(surface, frame.Z, ApartMm);
        var box = frame.Box;
        return new Attitude(
            frame.Z.ToArray(),
            frame.X.ToArray(),
            frame.Y.ToArray(),
            box.Size.ToArray(),
            risers,
            Lowest(surface.Mesh, frame),
            box.Min.ToArray()
        );
    }

    /// <summary>With what was set by hand.</summary>
    internal Attitude With(FeedChoices feed) =>
        this with
        {
            Gate = feed.Gate is { } gate ? Gate with { PointMm = gate.Mm } : Gate,
            Risers = feed.Risers is { } risers
                ? [.. risers.Select(r => Place.Of(r.Point, new Vec3(Up[0], Up[1], Up[2]), Gate.RadiusMm))]
                : Risers,
        };

    /// <summary>
    /// Gate and risers of one part inside a block with so much wall: the gate comes down beside the part to its low end and up into it.
    /// </summary>
    public double GatesCm3(double wallMm)
    {
        var up = new Vec3(Up[0], Up[1], Up[2]);
        double Room(Place p) => LowMm[2] + BboxMm[2] + wallMm - p.Point.Dot(up);
        return (Risers.Sum(r => Room(r) * Bore(RiserMm)) + (Room(Gate) + wallMm) * Bore(GateMm)) / 1000;
    }

    /// <summary>Along an axis of the file: the one with the fewest risers, among equals the lowest block.</summary>
    public static Vec3 Proposed(SolidSurface surface) =>
        Vec3.Axes.MinBy(up => (LocalHighs.Of(surface, up, ApartMm).Count, MoldFrame.Of(surface.Mesh, up).Box.Size.Z));

    /// <summary>Of the part's lowest points the one nearest to the side the gate comes down on.</summary>
    private static Place Lowest(Mesh mesh, MoldFrame frame)
    {
        var points = frame.Points();
        var level = frame.Box.Min.Z + OneHeight * frame.Box.Diagonal;
        var lowest = Enumerable.Range(0, points.Length).Where(v => points[v].Z <= level).ToList();
        var side = lowest.Min(v => points[v].X) + OneSideMm;
        var nearest = lowest.Where(v => points[v].X <= side).ToList();
        // In the middle of a straight edge.
        var (from, to) = (nearest.MinBy(v => points[v].Y), nearest.MaxBy(v => points[v].Y));
        return Place.Of((mesh.Vertex(from) + mesh.Vertex(to)) * 0.5, frame.Z * -1, 0.2 * frame.Box.Diagonal);
    }

    private static double Bore(double mm) => Math.PI * mm * mm / 4;
}
