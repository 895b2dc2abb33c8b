using System.Text.Json.Serialization;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Printing;

/// <summary>A part standing on the platform of a printer with one side up, as its mesh has it.</summary>
/// <param name="Up">Which side.</param>
/// <param name="HeightMm">Of the part.</param>
/// <param name="FloorMm">Long and wide on the platform.</param>
/// <param name="HangingCm2">Faces that lean out by more than 45° and hang over nothing, seen from above.</param>
/// <param name="SupportCm3">Room between them and the platform.</param>
/// <param name="StairShare">Share of the surface that lies flat enough for layers to show as stairs, and is not level.</param>
public sealed record PrintStance(
    BoxSide Up,
    double HeightMm,
    double[] FloorMm,
    [property: JsonPropertyName("hangingCm2")] double HangingCm2,
    [property: JsonPropertyName("supportCm3")] double SupportCm3,
    double StairShare
);

/// <summary>How the part would stand with each of its sides up.</summary>
public sealed record PrintStances : SurfaceQuestion
{
    /// <summary>A face leaning out by more is supported, one lying flatter shows its layers; a level one shows none.</summary>
    private const double LeanDeg = 45,
        StairsFromDeg = 2,
        StairsToDeg = 40;

    /// <summary>What lies this near to the platform stands on it, mm.</summary>
    private const double OnFloorMm = 0.2;

    public override object AnswerOf(SolidSurface surface, Vec3 pull, Progress progress) =>
        (IReadOnlyList<PrintStance>)[.. Enum.GetValues<BoxSide>().Select(side => Of(surface, side))];

    private static PrintStance Of(SolidSurface surface, BoxSide side)
    {
        var up = side.Direction();
        var box = surface.Mesh.Bounds();
        double[] size = [box.Size.X, box.Size.Y, box.Size.Z];
        var axis = side.Axis();
        var floor = Math.Min(box.Min.Dot(up), box.Max.Dot(up));
        var (leans, from, to) = (
            -Math.Sin(LeanDeg * Math.PI / 180),
            Math.Sin(StairsFromDeg * Math.PI / 180),
            Math.Sin(StairsToDeg * Math.PI / 180)
        );
        var (hanging, support, stairs, whole) = (0.0, 0.0, 0.0, 0.0);
        foreach (var sample in surface.Samples.All)
        {
            var slope = surface.Normals[sample.Triangle].Dot(up);
            var height = sample.Point.Dot(up) - floor;
            whole += sample.AreaMm2;
            // How far a face is from level: 0 for a floor or a roof.
            var flat = Math.Sqrt(Math.Max(0, 1 - slope * slope));
            if (flat > from && flat < to)
                stairs += sample.AreaMm2;
            if (slope >= leans || height < OnFloorMm)
                continue;
            hanging -= sample.AreaMm2 * slope;
            support -= sample.AreaMm2 * slope * Height(surface, sample, up, height);
        }

        return new PrintStance(
            side,
            size[axis],
            [.. size.Where((_, i) => i != axis)],
            hanging / 100,
            support / 1000,
            whole > 0 ? stairs / whole : 0
        );
    }

    /// <summary>Down to the part below, or to the platform.</summary>
    private static double Height(SolidSurface surface, SurfaceSample sample, Vec3 up, double height)
    {
        var below = surface.Bvh.FirstHit(sample.Point, up * -1, surface.Tiny);
        return double.IsFinite(below) ? Math.Min(below, height) : height;
    }
}
