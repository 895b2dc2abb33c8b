using Stampo.Core.Forming;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Flow;

/// <summary>
/// The inside of a closed part as cubes of one size, found by columns along z: a cube belongs to it when its middle lies between where the
/// surface begins and ends. One layer of empty cubes stands all round, so that every cube has its six neighbours.
/// </summary>
public sealed class SolidCells
{
    /// <summary>Columns never stand on an edge of a mesh that was drawn in round numbers.</summary>
    private const double Aside = 0.5 + 1.7e-4;

    private readonly Vec3 _origin;
    private readonly int[] _place;

    private SolidCells(double stepMm, Vec3 origin, (int X, int Y, int Z) size, int[] place, int[] inside)
    {
        (StepMm, _origin, Size, _place, Inside) = (stepMm, origin, size, place, inside);
        Offsets = [1, -1, size.X, -size.X, size.X * size.Y, -size.X * size.Y];
    }

    public double StepMm { get; }

    public (int X, int Y, int Z) Size { get; }

    /// <summary>Of each cube inside, where it stands among all.</summary>
    public int[] Inside { get; }

    public int Count => Inside.Length;

    /// <summary>From one cube among all to its neighbours: +x, −x, +y, −y, +z, −z.</summary>
    public int[] Offsets { get; }

    /// <summary>The number of a cube inside; −1 for one that is not.</summary>
    public int NumberOf(int place) => _place[place];

    /// <summary>The number of the neighbour on one side; −1 where the part ends.</summary>
    public int Beside(int cell, int side) => _place[Inside[cell] + Offsets[side]];

    public Vec3 Middle(int cell)
    {
        var place = Inside[cell];
        var (x, rest) = (place % Size.X, place / Size.X);
        return _origin + new Vec3(x, rest % Size.Y, rest / Size.Y) * StepMm;
    }

    public static SolidCells Of(SolidSurface surface, double stepMm, Progress progress)
    {
        var box = surface.Mesh.Bounds();
        var side = box.Max - box.Min;
        var size = (Cells(side.X, stepMm), Cells(side.Y, stepMm), Cells(side.Z, stepMm));
        var corner = box.Min - new Vec3(stepMm, stepMm, stepMm);
        var origin = corner + new Vec3(Aside, Aside, Aside) * stepMm;
        var columns = Columns(surface, corner, size, stepMm, progress);
        var place = new int[size.Item1 * size.Item2 * size.Item3];
        Array.Fill(place, -1);
        List<int> inside = [];
        for (var column = 0; column < columns.Length; column++)
        {
            if (columns[column] is not { } crossings)
                continue;
            crossings.Sort();
            var (deep, at) = (0, 0);
            for (var z = 0; z < size.Item3; z++)
            {
                var height = (z + Aside) * stepMm;
                for (; at < crossings.Count && crossings[at].Z < height; at++)
                    deep += crossings[at].Turns;
                // Above the last crossing nothing is inside, also where rounding lost one.
                if (deep > 0 && at < crossings.Count)
                    inside.Add(z * size.Item1 * size.Item2 + column);
            }
        }

        inside.Sort();
        for (var i = 0; i < inside.Count; i++)
            place[inside[i]] = i;
        return new SolidCells(stepMm, origin, size, place, [.. inside]);
    }

    /// <summary>The cube inside that a point is nearest to, within so far; −1 when there is none.</summary>
    public int Nearest(Vec3 point, double within)
    {
        var at = (point - _origin) * (1 / StepMm);
        var reach = (int)Math.Ceiling(within / StepMm);
        var (best, least) = (-1, within * within);
        for (var z = From(at.Z, reach); z <= Until(at.Z, reach, Size.Z); z++)
        for (var y = From(at.Y, reach); y <= Until(at.Y, reach, Size.Y); y++)
        for (var x = From(at.X, reach); x <= Until(at.X, reach, Size.X); x++)
        {
            var cell = _place[(z * Size.Y + y) * Size.X + x];
            var off = (new Vec3(x, y, z) - at) * StepMm;
            if (cell >= 0 && off.Dot(off) < least)
                (best, least) = (cell, off.Dot(off));
        }

        return best;
    }

    /// <summary>What is known of the cubes, at each sample of the surface; not a number where none is near.</summary>
    public float[] OnSamples(SolidSurface surface, Func<int, float> of, Progress progress)
    {
        var samples = surface.Samples.All;
        var map = new float[samples.Length];
        progress.Over(map.Length, i => map[i] = Nearest(samples[i].Point, 2 * StepMm) is >= 0 and var cell ? of(cell) : float.NaN);
        return map;
    }

    private static int From(double at, int reach) => Math.Max(0, (int)Math.Floor(at) - reach);

    private static int Until(double at, int reach, int size) => Math.Min(size - 1, (int)Math.Ceiling(at) + reach);

    private static int Cells(double side, double step) => (int)Math.Ceiling(side / step) + 2;

    private static List<(float Z, int Turns)>?[] Columns(
        SolidSurface surface,
        Vec3 corner,
        (int X, int Y, int Z) size,
        double stepMm,
        Progress progress
    )
    {
        var mesh = surface.Mesh;
        var columns = new List<(float, int)>?[size.X * size.Y];
        var raster = new Raster(stepMm, size.X, size.Y, Aside * stepMm, 0);
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (t % 4096 == 0)
                progress.Cancel.ThrowIfCancellationRequested();
            if (surface.LeftOut[t])
                continue;
            var turns = surface.Normals[t].Z < 0 ? 1 : -1;
            raster.Under(
                mesh.Corner(t, 0) - corner,
                mesh.Corner(t, 1) - corner,
                mesh.Corner(t, 2) - corner,
                (column, z) => (columns[column] ??= []).Add((z, turns))
            );
        }

        return columns;
    }
}
