using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Flow;

/// <summary>
/// When a front that spreads from some places arrives in each cube: |∇T| = slowness, solved by marching outwards from where it begins,
/// with differences of the second order where two cubes behind are known (Sethian 1996, Sethian 1999).
/// </summary>
public sealed class Arrival
{
    /// <summary>Near where it begins the front goes straight: so many cubes away it is set there, not marched.</summary>
    private const double Straight = 4;

    private readonly SolidCells _cells;
    private readonly float[]? _slowness;
    private readonly bool[] _settled;

    private Arrival(SolidCells cells, float[]? slowness) =>
        (_cells, _slowness, At, From, _settled) = (cells, slowness, new double[cells.Count], new int[cells.Count], new bool[cells.Count]);

    /// <summary>Of each cube; infinite where nothing arrives.</summary>
    public double[] At { get; }

    /// <summary>Which of the beginnings reaches a cube first; −1 where none does.</summary>
    public int[] From { get; }

    /// <param name="cells">Of the part.</param>
    /// <param name="begin">Cubes it begins in.</param>
    /// <param name="slowness">What a millimetre counts in each cube; 1 everywhere when null.</param>
    /// <param name="progress">To stop it.</param>
    public static Arrival Of(SolidCells cells, IReadOnlyList<int> begin, float[]? slowness, Progress progress)
    {
        var arrival = new Arrival(cells, slowness);
        arrival.March(begin, progress);
        return arrival;
    }

    /// <summary>The way the front goes in a cube, of unit length; nought where it begins, or where nothing arrives.</summary>
    public Vec3 Heading(int cell)
    {
        var way = new Vec3(Along(cell, 0), Along(cell, 2), Along(cell, 4));
        return way.Length > 0 ? way.Unit() : way;
    }

    /// <summary>Whether the fronts of two neighbours come towards each other along the axis between them.</summary>
    /// <param name="cell">The one.</param>
    /// <param name="beside">The other, on the side given.</param>
    /// <param name="side">+x, +y or +z.</param>
    public bool IsMetAcross(int cell, int beside, int side) => Along(cell, side) > 0 && Along(beside, side) < 0;

    /// <summary>Whether no neighbour across a face is later.</summary>
    public bool IsLastOfItsSides(int cell)
    {
        for (var side = 0; side < 6; side++)
            if (_cells.Beside(cell, side) is >= 0 and var beside && At[beside] > At[cell])
                return false;
        return double.IsFinite(At[cell]);
    }

    /// <summary>Rise along an axis, from the side it comes from.</summary>
    private double Along(int cell, int side)
    {
        var (after, before) = (Before(cell, side), Before(cell, side + 1));
        var here = At[cell];
        if (after >= here && before >= here)
            return 0;
        return before < after ? here - before : after - here;
    }

    private double Before(int cell, int side) => _cells.Beside(cell, side) is >= 0 and var beside ? At[beside] : double.PositiveInfinity;

    private void March(IReadOnlyList<int> begin, Progress progress)
    {
        Array.Fill(At, double.PositiveInfinity);
        Array.Fill(From, -1);
        var front = new PriorityQueue<int, double>();
        for (var i = 0; i < begin.Count; i++)
            Begin(begin[i], i, front);
        for (var n = 0; front.TryDequeue(out var cell, out var at); n++)
        {
            if (n % 16384 == 0)
                progress.Cancel.ThrowIfCancellationRequested();
            if (_settled[cell] || at > At[cell])
                continue;
            _settled[cell] = true;
            for (var side = 0; side < 6; side++)
            {
                var beside = _cells.Beside(cell, side);
                if (beside < 0 || _settled[beside] || Solved(beside) is var then && then >= At[beside])
                    continue;
                (At[beside], From[beside]) = (then, From[cell]);
                front.Enqueue(beside, then);
            }
        }
    }

    /// <summary>Straight from the beginning to what it sees, so that its roundness does not hang on the cubes.</summary>
    private void Begin(int cell, int which, PriorityQueue<int, double> front)
    {
        var (middle, reach) = (_cells.Middle(cell), Straight * _cells.StepMm);
        var known = new HashSet<int> { cell };
        var open = new Queue<int>([cell]);
        while (open.TryDequeue(out var at))
        {
            var way = (_cells.Middle(at) - middle).Length;
            var then = way * Slowness(cell);
            if (then < At[at])
            {
                (At[at], From[at]) = (then, which);
                front.Enqueue(at, then);
            }

            for (var side = 0; side < 6; side++)
            {
                var beside = _cells.Beside(at, side);
                if (beside >= 0 && (_cells.Middle(beside) - middle).Length <= reach && known.Add(beside) && Sees(middle, beside))
                    open.Enqueue(beside);
            }
        }
    }

    private bool Sees(Vec3 from, int cell)
    {
        var way = _cells.Middle(cell) - from;
        var steps = (int)Math.Ceiling(2 * way.Length / _cells.StepMm);
        for (var i = 1; i < steps; i++)
            if (_cells.Nearest(from + way * ((double)i / steps), 0.9 * _cells.StepMm) < 0)
                return false;
        return true;
    }

    private double Slowness(int cell) => _slowness?[cell] ?? 1;

    /// <summary>Σ over the axes of cᵢ·(T − vᵢ)² = (slowness · step)², by the axes from which the front can come.</summary>
    private double Solved(int cell)
    {
        var right = Slowness(cell) * _cells.StepMm;
        Span<(double Value, double Weight)> axes = stackalloc (double, double)[3];
        var count = 0;
        for (var side = 0; side < 6; side += 2)
            if (Behind(cell, side) is { } behind)
                axes[count++] = behind;
        // The axis whose front lies latest may not have reached here: it is left out until the rest agree.
        for (; count > 0; count--)
        {
            var (a, b, c) = (0.0, 0.0, -right * right);
            var latest = 0;
            for (var i = 0; i < count; i++)
            {
                var (value, weight) = axes[i];
                (a, b, c) = (a + weight, b - 2 * weight * value, c + weight * value * value);
                if (value > axes[latest].Value)
                    latest = i;
            }

            var root = b * b - 4 * a * c;
            if (root >= 0 && (-b + Math.Sqrt(root)) / (2 * a) is var then && then >= axes[latest].Value)
                return then;
            axes[latest] = axes[count - 1];
        }

        return double.PositiveInfinity;
    }

    /// <summary>The earlier settled neighbour along an axis, with the one behind it where that is known and earlier still.</summary>
    private (double Value, double Weight)? Behind(int cell, int side)
    {
        var (best, from) = (double.PositiveInfinity, -1);
        for (var s = side; s < side + 2; s++)
        {
            var beside = _cells.Beside(cell, s);
            if (beside >= 0 && _settled[beside] && At[beside] < best)
                (best, from) = (At[beside], s);
        }

        if (from < 0)
            return null;
        var second = _cells.Beside(_cells.Beside(cell, from), from);
        return second >= 0 && _settled[second] && At[second] <= best ? ((4 * best - At[second]) / 3, 9.0 / 4) : (best, 1);
    }
}
