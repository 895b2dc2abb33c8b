using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Forming;

/// <summary>Columns along the pull through a closed part: where it begins and ends in each, and how often it begins anew.</summary>
internal sealed class ColumnStack
{
    /// <summary>Columns on an edge are left out: they would begin twice.</summary>
    private const double OnEdge = -1e-12;

    private readonly double _stepMm,
        _asideMm;
    private readonly int _columns,
        _rows;
    private readonly float[] _low,
        _high,
        _lastUnder,
        _solid;
    private readonly int[] _unders;

    /// <param name="over">The rectangle of the shadow.</param>
    /// <param name="count">So many columns.</param>
    /// <param name="aside">Share of a step that the first one stands inside.</param>
    public ColumnStack(LeastRectangle over, double count, double aside)
    {
        _stepMm = Math.Sqrt(over.Width * over.Length / count);
        _asideMm = aside * _stepMm;
        (_columns, _rows) = ((int)Math.Ceiling(over.Width / _stepMm), (int)Math.Ceiling(over.Length / _stepMm));
        var cells = _columns * _rows;
        (_low, _high, _lastUnder, _solid, _unders) = (
            new float[cells],
            new float[cells],
            new float[cells],
            new float[cells],
            new int[cells]
        );
        Array.Fill(_low, float.PositiveInfinity);
        Array.Fill(_high, float.NegativeInfinity);
        Array.Fill(_lastUnder, float.NegativeInfinity);
    }

    /// <summary>Of the far side seen from above: the lowest and the highest of where columns begin.</summary>
    public double LowestUnder => Filled.Min(i => _low[i]);

    public double HighestUnder => Filled.Max(i => _low[i]);

    public double LowestOver => Filled.Min(i => _high[i]);

    public double HighestOver => Filled.Max(i => _high[i]);

    public double VolumeMm3 => Filled.Sum(i => (double)_solid[i]) * Cell;

    public double UndercutMm2 => Filled.Count(i => _unders[i] > 1) * Cell;

    /// <summary>Where a column begins anew the farthest from where it began.</summary>
    public Vec3? Deepest
    {
        get
        {
            var twice = Filled.Where(i => _unders[i] > 1).ToList();
            if (twice.Count == 0)
                return null;
            var at = twice.MaxBy(i => _lastUnder[i] - _low[i]);
            return new Vec3(X(at % _columns), X(at / _columns), _lastUnder[at]);
        }
    }

    private double Cell => _stepMm * _stepMm;

    private IEnumerable<int> Filled => Enumerable.Range(0, _low.Length).Where(i => _low[i] < _high[i]);

    public void Cut(SolidSurface surface, Vec3[] local, Vec3 up, Progress progress)
    {
        var mesh = surface.Mesh;
        var raster = new Raster(_stepMm, _columns, _rows, _asideMm, OnEdge);
        Action<int, float> begin = (at, z) => Cross(at, z, isUnder: true),
            end = (at, z) => Cross(at, z, isUnder: false);
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            if (t % 4096 == 0)
                progress.Cancel.ThrowIfCancellationRequested();
            raster.Under(
                local[mesh.Corners[3 * t]],
                local[mesh.Corners[3 * t + 1]],
                local[mesh.Corners[3 * t + 2]],
                surface.Normals[t].Dot(up) < 0 ? begin : end
            );
        }
    }

    private double X(int index) => index * _stepMm + _asideMm;

    /// <summary>A facet that faces down is where the part begins.</summary>
    private void Cross(int at, float z, bool isUnder)
    {
        (_low[at], _high[at]) = (Math.Min(_low[at], z), Math.Max(_high[at], z));
        _solid[at] += isUnder ? -z : z;
        if (!isUnder)
            return;
        _unders[at]++;
        _lastUnder[at] = Math.Max(_lastUnder[at], z);
    }
}
