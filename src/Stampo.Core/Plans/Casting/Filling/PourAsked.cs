using Stampo.Core.Flow;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Plans.Casting.SplitMolds;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>How the cavity fills, or why it does not.</summary>
public sealed record PouredPart(PouringFigures? Figures, Finding? Refused);

/// <summary>How a cavity fills that is poured slowly.</summary>
/// <param name="Gate">Where resin comes in, written out.</param>
/// <param name="Risers">Where air gets out, written out.</param>
/// <param name="Up">Which way is up, written out.</param>
public sealed record PourAsked(string Gate, string Risers, string Up) : SurfaceQuestion
{
    /// <summary>The inside of the part is cut into cubes for it, once.</summary>
    public override int MostTrianglesAtOnce => 10_000;

    public static PourAsked Of(Attitude stands) => From(stands.Gate, stands.Risers, stands.Up);

    /// <summary>Through the channel of the halves that were made; null where they have none.</summary>
    public static PourAsked? Of(SplitMoldFigures halves) => halves.Pour is { } pour ? From(pour, halves.Vents, halves.Pull) : null;

    private static PourAsked From(Place gate, IEnumerable<Place> risers, double[] up) =>
        new(PointsWritten.Of([gate.PointMm]), PointsWritten.Of(risers.Select(r => r.PointMm)), PointsWritten.Of([up]));

    /// <summary>As it is asked; a pour hole beside the part is joined to the nearest place on it.</summary>
    public Pour On(SolidSurface surface)
    {
        var gate = PointsWritten.Read(Gate)[0];
        var near = surface.Bvh.Nearest(gate, 2 * surface.Mesh.Bounds().Diagonal, 100_000);
        return new Pour(near?.Point ?? gate, PointsWritten.Read(Risers), PointsWritten.Read(Up)[0].Unit());
    }

    public override object AnswerOf(SolidSurface surface, Vec3 pull, Progress progress)
    {
        try
        {
            return new PouredPart(Pouring.Of(surface, On(surface), progress), null);
        }
        catch (PlacedRefusal refused)
        {
            return new PouredPart(null, refused.AsFinding() with { Field = "feed.gate" });
        }
    }
}
