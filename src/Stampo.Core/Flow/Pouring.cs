using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Flow;

/// <summary>Where a resin comes in, where air gets out, and which way is up.</summary>
public sealed record Pour(Vec3 Gate, IReadOnlyList<Vec3> Risers, Vec3 Up);

/// <summary>Air that no riser lets out: the resin closes its way before it has gone.</summary>
/// <param name="VolumeMm3">As it is caught, before pressure makes it smaller.</param>
/// <param name="DeepMm">From where it is closed off to its highest place.</param>
/// <param name="Place">Its highest place: a riser there lets it out.</param>
public sealed record AirPocket(double VolumeMm3, double DeepMm, Place Place);

/// <summary>
/// How a cavity fills that is poured slowly: the level rises, what is lower behind a sill fills once it is reached, air goes up and out.
/// </summary>
/// <param name="LengthMm">The longest way from the gate.</param>
/// <param name="Ratio">The largest way ÷ wall.</param>
/// <param name="Last">Where resin arrives last.</param>
/// <param name="FallsMm">So far the gate stands over the lowest place: resin falls or runs down to it.</param>
/// <param name="Pockets">The largest first.</param>
/// <param name="RisersShowAt">Share of the shot that is in when resin shows in each riser; null for one that reaches no cube.</param>
/// <param name="IsCoarse">The part is so large against its wall that ways through it are a first look.</param>
public sealed record PouringFigures(
    double LengthMm,
    double Ratio,
    Place Last,
    double FallsMm,
    IReadOnlyList<AirPocket> Pockets,
    IReadOnlyList<double?> RisersShowAt,
    bool IsCoarse
);

/// <summary>
/// Fills a part as a slow pour does. Two floods over its cubes: resin from the gate always takes the lowest cube that it touches; air
/// leaves a cube by the way to a riser whose lowest place is highest, and is caught where that is lower than the cube.
/// </summary>
public sealed class Pouring
{
    /// <summary>A high that lies less over its sill is flushed out by the flow, or sanded off.</summary>
    private const double LeastDeepMm = 1;

    private readonly SolidSurface _surface;
    private readonly WallField _walls;
    private readonly SolidCells _cells;
    private readonly double[] _height;
    private readonly int _gate;
    private readonly int[] _risers;

    private readonly Arrival _ratio;

    /// <param name="surface">Of the part.</param>
    /// <param name="walls">Its inside.</param>
    /// <param name="gate">The cube that resin comes in by.</param>
    /// <param name="pour">Risers and which way is up.</param>
    /// <param name="ratio">The way to each cube, each millimetre counted by its wall.</param>
    private Pouring(SolidSurface surface, WallField walls, int gate, Pour pour, Arrival ratio)
    {
        (_surface, _walls, _cells, _gate, _ratio) = (surface, walls, walls.Cells, gate, ratio);
        Filling.Whole(surface, _cells, ratio, ratio.At.Count(double.IsFinite));
        _height = new double[_cells.Count];
        for (var cell = 0; cell < _height.Length; cell++)
            _height[cell] = _cells.Middle(cell).Dot(pour.Up);
        _risers = [.. pour.Risers.Select(CellAt)];
        IsCaught = Caught();
        Share = Shares();
    }

    private bool[] IsCaught { get; }

    /// <summary>Of the shot, when resin comes to a cube.</summary>
    private double[] Share { get; }

    /// <exception cref="PlacedRefusal">The gate is off the part, or a piece of it is reached by no way.</exception>
    public static PouringFigures Of(SolidSurface surface, Pour pour, Progress progress)
    {
        var (walls, gate) = Begin(surface, pour, progress);
        var (ratio, length) = Filling.Ways(walls, [gate], progress);
        return new Pouring(surface, walls, gate, pour, ratio).Figures(length, progress);
    }

    /// <summary>Share of the shot that is in when resin comes to each sample of the surface; not a number where air stays.</summary>
    public static float[] Map(SolidSurface surface, Pour pour, Progress progress)
    {
        var (walls, gate) = Begin(surface, pour, progress);
        var ratio = Arrival.Of(walls.Cells, [gate], walls.Slowness, progress);
        var poured = new Pouring(surface, walls, gate, pour, ratio);
        return poured._cells.OnSamples(surface, cell => poured.IsCaught[cell] ? float.NaN : (float)poured.Share[cell], progress);
    }

    private static (WallField Walls, int Gate) Begin(SolidSurface surface, Pour pour, Progress progress)
    {
        var walls = WallField.Of(surface, progress);
        return (walls, Filling.CellOf(walls.Cells, pour.Gate, 0, walls.UsualMm));
    }

    private PouringFigures Figures(Arrival length, Progress progress)
    {
        progress.Cancel.ThrowIfCancellationRequested();
        var filled = Enumerable.Range(0, _cells.Count).Where(c => !IsCaught[c] && double.IsFinite(Share[c])).ToList();
        return new PouringFigures(
            filled.Max(c => length.At[c]),
            filled.Max(c => _ratio.At[c]),
            Filling.PlaceOf(_surface, _cells.Middle(filled.MaxBy(c => Share[c])), 2 * _walls.UsualMm),
            _height[_gate] - filled.Min(c => _height[c]),
            Pockets(),
            [.. _risers.Select(c => c >= 0 ? Share[c] : (double?)null)],
            _walls.IsCoarse
        );
    }

    /// <summary>A riser stands on the part, or the nearest place of the part is meant; −1 where no cube is near.</summary>
    private int CellAt(Vec3 riser) => _surface.NearestTo(riser) is { } on ? _cells.Nearest(on.Point, 3 * _cells.StepMm) : -1;

    /// <summary>
    /// Resin takes the lowest cube it touches; of one level the nearest to the gate comes first. Where it finds lower ones behind a sill it
    /// runs down and fills them before it rises on.
    /// </summary>
    private double[] Shares()
    {
        var share = new double[_cells.Count];
        Array.Fill(share, double.PositiveInfinity);
        var farthest = Math.Max(1e-9, _ratio.At.Where(double.IsFinite).Max());
        var (order, seen) = (new List<int>(_cells.Count), new bool[_cells.Count]);
        var front = new PriorityQueue<int, double>();
        front.Enqueue(_gate, 0);
        seen[_gate] = true;
        while (front.TryDequeue(out var cell, out _))
        {
            order.Add(cell);
            for (var side = 0; side < 6; side++)
            {
                if (_cells.Beside(cell, side) is not (>= 0 and var beside) || seen[beside])
                    continue;
                seen[beside] = true;
                front.Enqueue(beside, _height[beside] + _cells.StepMm * Math.Min(1, _ratio.At[beside] / farthest));
            }
        }

        var wet = (double)Math.Max(1, order.Count(c => !IsCaught[c]));
        var poured = 0;
        foreach (var cell in order)
            share[cell] = (IsCaught[cell] ? poured : ++poured) / wet;
        return share;
    }

    /// <summary>By the best way to any riser, how low air has to go; it is caught where that is under where it stands.</summary>
    private bool[] Caught()
    {
        var lowest = new double[_cells.Count];
        Array.Fill(lowest, double.NegativeInfinity);
        var front = new PriorityQueue<int, double>();
        // Without a riser the gate is the only way out.
        foreach (var way in _risers.Where(cell => cell >= 0).DefaultIfEmpty(_gate))
            Reach(way, _height[way]);
        while (front.TryDequeue(out var cell, out var under))
        {
            if (-under < lowest[cell])
                continue;
            for (var side = 0; side < 6; side++)
                if (_cells.Beside(cell, side) is >= 0 and var beside)
                    Reach(beside, Math.Min(lowest[cell], _height[beside]));
        }

        return [.. _height.Select((height, cell) => lowest[cell] < height - 0.75 * _cells.StepMm)];

        void Reach(int cell, double low)
        {
            if (low <= lowest[cell])
                return;
            lowest[cell] = low;
            front.Enqueue(cell, -low);
        }
    }

    private List<AirPocket> Pockets() =>
        [
            .. Filling
                .Clusters(_cells, Enumerable.Range(0, _cells.Count).Where(c => IsCaught[c]))
                .Select(Pocket)
                .Where(p => p.DeepMm >= Math.Max(LeastDeepMm, 1.5 * _cells.StepMm))
                .OrderByDescending(p => p.VolumeMm3),
        ];

    private AirPocket Pocket(List<int> cells)
    {
        var top = cells.MaxBy(c => _height[c]);
        return new AirPocket(
            cells.Count * Math.Pow(_cells.StepMm, 3),
            _height[top] - cells.Min(c => _height[c]) + _cells.StepMm,
            Filling.PlaceOf(_surface, _cells.Middle(top), 3 * _walls.UsualMm)
        );
    }
}
