using System.Runtime.CompilerServices;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Flow;

/// <summary>The inside of a part in cubes, with the wall that each of them stands in. Kept as long as the surface is.</summary>
public sealed class WallField
{
    /// <summary>Cubes across a usual wall, and the most there may be in the box of the part.</summary>
    private const double Across = 3;

    /// <summary>A thick lump of a part is cut as fine as this all the same.</summary>
    private const double AcrossPart = 60;

    private const double MostInBox = 5e6;

    private const int MostInside = 600_000;

    private static readonly ConditionalWeakTable<SolidSurface, WallField> Kept = [];

    private WallField(SolidSurface surface, Progress progress)
    {
        var samples = surface.Samples.All;
        var rays = new double[samples.Length];
        progress.Over(samples.Length, i => rays[i] = surface.FarWall(samples[i].Point, surface.Normals[samples[i].Triangle] * -1));
        ThicknessMm = InscribedBalls.Of(surface, rays, progress).ThicknessMm;
        UsualMm = Middle(surface);
        Cells = SolidCells.Of(surface, Step(surface), progress);
        Slowness = Array.ConvertAll(Walls(samples), wall => 1 / wall);
    }

    /// <summary>Of each surface sample.</summary>
    public double[] ThicknessMm { get; }

    /// <summary>Half of the surface stands over a thinner wall.</summary>
    public double UsualMm { get; }

    public SolidCells Cells { get; }

    /// <summary>What a millimetre counts in each cube: 1 ÷ its wall.</summary>
    public float[] Slowness { get; }

    /// <summary>Cubes are so large that a usual wall has fewer than two: ways through it are a guess.</summary>
    public bool IsCoarse => Cells.StepMm > UsualMm / 1.5;

    public static WallField Of(SolidSurface surface, Progress progress)
    {
        if (Kept.TryGetValue(surface, out var known))
            return known;
        var made = new WallField(surface, progress);
        Kept.AddOrUpdate(surface, made);
        return made;
    }

    private double Middle(SolidSurface surface)
    {
        var samples = surface.Samples.All;
        var order = Enumerable.Range(0, samples.Length).Where(i => ThicknessMm[i] > 0).OrderBy(i => ThicknessMm[i]).ToList();
        var (half, sum) = (order.Sum(i => samples[i].AreaMm2) / 2, 0.0);
        foreach (var i in order)
            if ((sum += samples[i].AreaMm2) >= half)
                return ThicknessMm[i];
        return surface.Mesh.Bounds().Diagonal / 50;
    }

    /// <summary>Fine enough for the wall, coarse enough for the box and for what is inside.</summary>
    private double Step(SolidSurface surface)
    {
        var side = surface.Mesh.Bounds().Max - surface.Mesh.Bounds().Min;
        var solid = surface.AreaMm2 * UsualMm / 2;
        return Math.Max(
            Math.Min(UsualMm / Across, surface.Mesh.Bounds().Diagonal / AcrossPart),
            Math.Max(Math.Cbrt(side.X * side.Y * side.Z / MostInBox), Math.Cbrt(solid / MostInside))
        );
    }

    /// <summary>The cubes at the surface take the wall of the nearest sample, those behind them that of whoever is nearest.</summary>
    private float[] Walls(SurfaceSample[] samples)
    {
        var walls = new float[Cells.Count];
        Array.Fill(walls, float.NaN);
        var open = new Queue<int>();
        var sum = new float[Cells.Count];
        var count = new int[Cells.Count];
        for (var i = 0; i < samples.Length; i++)
        {
            if (!(ThicknessMm[i] > 0) || Cells.Nearest(samples[i].Point, 2 * Cells.StepMm) is not (>= 0 and var cell))
                continue;
            (sum[cell], count[cell]) = (sum[cell] + (float)ThicknessMm[i], count[cell] + 1);
        }

        for (var cell = 0; cell < count.Length; cell++)
        {
            if (count[cell] == 0)
                continue;
            walls[cell] = sum[cell] / count[cell];
            open.Enqueue(cell);
        }

        while (open.TryDequeue(out var cell))
            for (var side = 0; side < 6; side++)
            {
                var beside = Cells.Beside(cell, side);
                if (beside < 0 || !float.IsNaN(walls[beside]))
                    continue;
                walls[beside] = walls[cell];
                open.Enqueue(beside);
            }

        for (var cell = 0; cell < walls.Length; cell++)
            if (float.IsNaN(walls[cell]))
                walls[cell] = (float)UsualMm;
        return walls;
    }
}
