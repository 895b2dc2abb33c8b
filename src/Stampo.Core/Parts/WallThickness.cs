namespace Stampo.Core.Parts;

/// <summary>Wall thickness over the surface, in mm: least, first percentile by area (so that one sliver does not decide), middle, most.</summary>
public sealed record WallFigures(double Min, double P1, double Median, double Max, string Method);

/// <summary>Wall thickness of a closed part at its surface samples.</summary>
public static class WallThickness
{
    /// <summary>Ray: straight inward to the far wall.</summary>
    public static double[] ByRay(SolidSurface surface, CancellationToken cancel = default)
    {
        var thickness = new double[surface.Samples.Length];
        Parallel.For(0, thickness.Length, new ParallelOptions { CancellationToken = cancel }, i =>
        {
            var sample = surface.Samples[i];
            var inward = surface.Normals[sample.Triangle] * -1;
            thickness[i] = surface.Bvh.FirstHit(sample.Point, inward, surface.Tiny, double.PositiveInfinity, t => surface.Normals[t].Dot(inward) > 0);
        });
        return thickness;
    }

    /// <summary>Figures over the samples that found a far wall; null when none did.</summary>
    public static WallFigures? Figures(SolidSurface surface, double[] thickness, string method)
    {
        var order = Enumerable.Range(0, thickness.Length).Where(i => double.IsFinite(thickness[i])).ToArray();
        if (order.Length == 0)
            return null;
        Array.Sort(Array.ConvertAll(order, i => thickness[i]), order);
        var half = order.Sum(i => surface.Samples[i].AreaMm2) / 2;
        return new WallFigures(thickness[order[0]], At(half / 50), At(half), thickness[order[^1]], method);

        double At(double area)
        {
            foreach (var i in order)
            {
                area -= surface.Samples[i].AreaMm2;
                if (area <= 0)
                    return thickness[i];
            }

            return thickness[order[^1]];
        }
    }
}
