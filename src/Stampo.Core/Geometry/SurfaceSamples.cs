namespace Stampo.Core.Geometry;

/// <summary>A point on a facet that stands for some area of it.</summary>
public readonly record struct SurfaceSample(int Triangle, Vec3 Point, double AreaMm2);

/// <summary>
/// Points spread over a surface: the centroid of each facet, and on facets larger than a two-thousandth of the surface
/// the centroids of n² equal parts, so that a plate of two triangles is seen as well as a finely divided one.
/// </summary>
public sealed class SurfaceSamples
{
    private const double FinestShare = 1.0 / 2000;
    private const int MostPerSide = 32;

    private SurfaceSamples(byte[] divisions)
    {
        (Divisions, Starts) = (divisions, new int[divisions.Length]);
        var count = 0;
        for (var t = 0; t < divisions.Length; t++)
        {
            Starts[t] = count;
            count += divisions[t] * divisions[t];
        }

        All = new SurfaceSample[count];
    }

    /// <summary>n for each triangle: how many parts a side was cut into; 0 for a triangle without area or left out.</summary>
    public byte[] Divisions { get; }

    /// <summary>Where the samples of each triangle begin.</summary>
    public int[] Starts { get; }

    /// <summary>
    /// The samples in the order of the triangles, n² each: along the first side, then the parts pointing the other way between them.
    /// </summary>
    public SurfaceSample[] All { get; }

    public static SurfaceSamples Of(Mesh mesh, ReadOnlySpan<bool> leftOut)
    {
        var isLeftOut = leftOut.ToArray();
        var areas = new double[mesh.TriangleCount];
        Parallel.For(0, areas.Length, t => areas[t] = isLeftOut[t] ? 0 : mesh.AreaNormal(t).Length / 2);
        var largest = areas.Sum() * FinestShare;
        var divisions = Array.ConvertAll(
            areas,
            area => area > 0 ? (byte)Math.Clamp(Math.Ceiling(Math.Sqrt(area / largest)), 1, MostPerSide) : (byte)0
        );
        var samples = new SurfaceSamples(divisions);
        Parallel.For(
            0,
            areas.Length,
            t =>
            {
                if (divisions[t] > 0)
                    Divide(mesh, t, areas[t], divisions[t], samples.All, samples.Starts[t]);
            }
        );
        return samples;
    }

    private static void Divide(Mesh mesh, int triangle, double area, int n, SurfaceSample[] samples, int at)
    {
        var a = mesh.Corner(triangle, 0);
        Vec3 u = (mesh.Corner(triangle, 1) - a) * (1.0 / n),
            v = (mesh.Corner(triangle, 2) - a) * (1.0 / n);
        for (var i = 0; i < n; i++)
        for (var j = 0; j < n - i; j++)
        {
            samples[at++] = new SurfaceSample(triangle, a + u * (i + 1 / 3.0) + v * (j + 1 / 3.0), area / (n * n));
            if (j < n - i - 1)
                samples[at++] = new SurfaceSample(triangle, a + u * (i + 2 / 3.0) + v * (j + 2 / 3.0), area / (n * n));
        }
    }
}
