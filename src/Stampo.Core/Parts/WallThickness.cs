using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Parts;

/// <summary>
/// Wall thickness over the surface, in mm: least, first percentile by area (so that one sliver does not decide), middle, most.
/// </summary>
public sealed record WallFigures(double Min, double P1, double Median, double Max, string Method);

/// <summary>Wall thickness of a closed part at its surface samples.</summary>
public static class WallThickness
{
    /// <summary>Ray: straight inward to the far wall, at every sample; infinite where there is none.</summary>
    public static double[] ByRay(SolidSurface surface, Progress progress)
    {
        var samples = surface.Samples.All;
        var thickness = new double[samples.Length];
        progress.Over(samples.Length, i => thickness[i] = surface.FarWall(samples[i].Point, surface.Normals[samples[i].Triangle] * -1));
        return thickness;
    }

    /// <summary>
    /// Figures over the samples counted that found a far wall; null when none did. Also the place of the first percentile.
    /// </summary>
    public static (WallFigures Figures, SurfaceSample Thin)? Figures(
        SolidSurface surface,
        double[] thickness,
        string method,
        bool[]? counted = null
    )
    {
        var samples = surface.Samples.All;
        var order = Enumerable
            .Range(0, thickness.Length)
            .Where(i => double.IsFinite(thickness[i]) && (counted is null || counted[i]))
            .ToArray();
        if (order.Length == 0)
            return null;
        Array.Sort(Array.ConvertAll(order, i => thickness[i]), order);
        var whole = order.Sum(i => samples[i].AreaMm2);
        var thin = At(whole / 100);
        return (
            new WallFigures(thickness[order[0]], thickness[thin], thickness[At(whole / 2)], thickness[order[^1]], method),
            samples[thin]
        );

        int At(double area)
        {
            foreach (var i in order)
            {
                area -= samples[i].AreaMm2;
                if (area <= 0)
                    return i;
            }

            return order[^1];
        }
    }
}
