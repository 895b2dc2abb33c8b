namespace Stampo.Core.Geometry;

/// <summary>A point on a facet that stands for some area of it.</summary>
public readonly record struct SurfaceSample(int Triangle, Vec3 Point, double AreaMm2);

/// <summary>
/// Points spread over a surface: the centroid of each facet, and on facets larger than a two-thousandth of the surface
/// the centroids of equal parts, so that a plate of two triangles is seen as well as a finely divided one.
/// </summary>
public static class SurfaceSamples
{
    private const double FinestShare = 1.0 / 2000;
    private const int MostPerSide = 32;

    public static SurfaceSample[] Of(Mesh mesh, ReadOnlySpan<bool> leftOut)
    {
        var areas = new double[mesh.TriangleCount];
        for (var t = 0; t < areas.Length; t++)
            areas[t] = leftOut[t] ? 0 : mesh.AreaNormal(t).Length / 2;
        var largest = areas.Sum() * FinestShare;
        var samples = new List<SurfaceSample>(mesh.TriangleCount);
        for (var t = 0; t < areas.Length; t++)
        {
            if (areas[t] > 0)
                Divide(mesh, t, areas[t], (int)Math.Clamp(Math.Ceiling(Math.Sqrt(areas[t] / largest)), 1, MostPerSide), samples);
        }

        return [.. samples];
    }

    /// <summary>Cuts a facet into n² like triangles and takes the centroid of each.</summary>
    private static void Divide(Mesh mesh, int triangle, double area, int n, List<SurfaceSample> samples)
    {
        var a = mesh.Corner(triangle, 0);
        Vec3 u = (mesh.Corner(triangle, 1) - a) * (1.0 / n), v = (mesh.Corner(triangle, 2) - a) * (1.0 / n);
        for (var i = 0; i < n; i++)
            for (var j = 0; j < n - i; j++)
            {
                samples.Add(new SurfaceSample(triangle, a + u * (i + 1 / 3.0) + v * (j + 1 / 3.0), area / (n * n)));
                if (j < n - i - 1)
                    samples.Add(new SurfaceSample(triangle, a + u * (i + 2 / 3.0) + v * (j + 2 / 3.0), area / (n * n)));
            }
    }
}
