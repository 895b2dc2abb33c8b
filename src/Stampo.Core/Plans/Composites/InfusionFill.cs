using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Composites;

/// <summary>Where resin comes in: round ports, and feed lines that have no resistance of their own.</summary>
public sealed record Feeds(IReadOnlyList<Vec3> Ports, double PortRadiusMm, IReadOnlyList<(Vec3 From, Vec3 To)> Lines);

/// <summary>
/// Resin through a surface by Darcy's law, thickness the same everywhere. The pressure summed over time, u, obeys −Δu = −1 where resin is
/// and u = 0 where it is not, u ≥ 0 everywhere (Baiocchi's transformation): for each moment one obstacle problem, solved by over-relaxation
/// on linear elements, and no front to follow.
/// </summary>
public sealed class InfusionFill
{
    /// <summary>Points that an even surface is cut into, and the most triangles there may be.</summary>
    private const int Points = 3_000,
        MostTriangles = 120_000;

    private const double NearPort = 8,
        Rim = 1.09,
        Grows = 0.13,
        Level = 1.12,
        Still = 1e-3,
        OfLevel = 5e-7;

    private const int MostSweeps = 6_000,
        Halvings = 12,
        LastLevels = 6;

    private readonly RefinedSurface _surface;
    private readonly (int To, double Weight)[][] _beside;
    private readonly double[] _mass,
        _all,
        _arrival;
    private readonly bool[] _isFeed;
    private readonly bool[] _isReached;
    private readonly Progress _progress;
    private readonly Bvh _bvh;

    private InfusionFill(RefinedSurface surface, Feeds feeds, double step, Progress progress)
    {
        (_surface, _progress) = (surface, progress);
        var n = surface.Points.Count;
        (_mass, _arrival) = (new double[n], new double[n]);
        Weigh();
        _beside = EdgeWeights.Of(surface.Points, surface.Triangles);
        _all = [.. _beside.Select(b => b.Sum(w => w.Weight))];
        var mesh = new Mesh(
            [.. surface.Points.SelectMany(p => new[] { p.X, p.Y, p.Z })],
            [.. surface.Triangles.SelectMany(t => new[] { t.A, t.B, t.C })]
        );
        _bvh = new Bvh(mesh, new bool[mesh.TriangleCount]);
        _isFeed = FedBy(feeds, step);
        _isReached = Reached();
    }

    /// <summary>The last place to fill, of what is reached.</summary>
    public Vec3 LastAt { get; private set; }

    /// <summary>When it fills, in mm² of pressure · time.</summary>
    private double Full { get; set; }

    /// <param name="mesh">The laid area.</param>
    /// <param name="feeds">Where resin comes in.</param>
    /// <param name="cellMm">Longest edge; chosen by the area when null.</param>
    /// <param name="progress">To stop it.</param>
    public static InfusionFill Of(Mesh mesh, Feeds feeds, double? cellMm, Progress progress)
    {
        var area = Enumerable.Range(0, mesh.TriangleCount).Sum(t => mesh.AreaNormal(t).Length / 2);
        if (!(area > 0))
            throw new RefusalException("infusion.no-area", "The surface has no area: there is nothing to fill.", "file");
        var step = cellMm ?? Math.Sqrt(area / (0.6 * Points));
        if (area / (step * step) > MostTriangles / 3.0)
            throw new RefusalException(
                "infusion.too-fine",
                $"Edges of {Text.Number(step, 3)} mm over {Text.Number(area / 100, 3)} cm² are more than {MostTriangles} triangles. Give a "
                    + $"larger cell, {Text.Number(Math.Ceiling(Math.Sqrt(3 * area / MostTriangles)))} mm or more.",
                "cellMm"
            );
        On(mesh, feeds, step);
        var fill = new InfusionFill(RefinedSurface.Of(mesh, at => LongestAt(at, feeds, step), MostTriangles), feeds, step, progress);
        fill.Run(step);
        return fill;
    }

    public double Seconds(InfusedFibre stack) => Full * stack.SecondsAMm2;

    /// <summary>One place of each piece that no resin reaches.</summary>
    public IReadOnlyList<Vec3> Dry()
    {
        var seen = (bool[])_isReached.Clone();
        List<Vec3> dry = [];
        for (var i = 0; i < seen.Length; i++)
        {
            if (seen[i] || _mass[i] == 0)
                continue;
            var piece = Spread([i], seen);
            var middle = piece.Aggregate(new Vec3(0, 0, 0), (s, p) => s + _surface.Points[p]) * (1.0 / piece.Count);
            dry.Add(_surface.Points[piece.MinBy(p => (_surface.Points[p] - middle).Length)]);
        }

        return dry;
    }

    /// <summary>When resin comes to the place of the surface that is nearest; null for one it does not reach.</summary>
    public double? SecondsAt(Vec3 place, InfusedFibre stack)
    {
        if (_bvh.Nearest(place, double.MaxValue, 1_000_000) is not { } near)
            return null;
        var (a, b, c) = _surface.Triangles[near.Triangle];
        if (!_isReached[a])
            return null;
        var (pa, pb, pc) = (_surface.Points[a], _surface.Points[b], _surface.Points[c]);
        var normal = (pb - pa).Cross(pc - pa);
        double Share(Vec3 from, Vec3 to) => (to - from).Cross(near.Point - from).Dot(normal) / normal.Dot(normal);
        var (ofA, ofB, ofC) = (Share(pb, pc), Share(pc, pa), Share(pa, pb));
        return Math.Max(0, ofA * _arrival[a] + ofB * _arrival[b] + ofC * _arrival[c]) * stack.SecondsAMm2;
    }

    /// <summary>Finer where resin comes in: there the front turns most.</summary>
    private static double LongestAt(Vec3 at, Feeds feeds, double step)
    {
        var longest = step;
        foreach (var port in feeds.Ports)
            longest = Math.Min(longest, Math.Max(feeds.PortRadiusMm / NearPort, Grows * (at - port).Length));
        foreach (var (from, to) in feeds.Lines)
            longest = Math.Min(longest, Math.Max(step / 4, 0.25 * Off(at, from, to)));
        return longest;
    }

    private static void On(Mesh mesh, Feeds feeds, double step)
    {
        var bvh = new Bvh(mesh, new bool[mesh.TriangleCount]);
        for (var i = 0; i < feeds.Ports.Count; i++)
            Near(feeds.Ports[i], feeds.PortRadiusMm, $"ports[{i}]", $"Port {i + 1}");
        for (var i = 0; i < feeds.Lines.Count; i++)
        {
            Near(feeds.Lines[i].From, step, $"lines[{i}][0]", $"The beginning of line {i + 1}");
            Near(feeds.Lines[i].To, step, $"lines[{i}][1]", $"The end of line {i + 1}");
        }

        void Near(Vec3 at, double within, string field, string what)
        {
            var off = bvh.Nearest(at, double.MaxValue, 1_000_000)?.Distance ?? double.PositiveInfinity;
            if (off > within + 1e-6)
                throw new RefusalException(
                    "infusion.off-part",
                    $"{what} lies {Text.Number(off, 3)} mm off the surface. Put it on the part; places are in mm.",
                    field
                );
        }
    }

    private static double Off(Vec3 point, Vec3 from, Vec3 to) => (point - Triangles.NearestOnSide(from, to, point)).Length;

    /// <summary>A third of the area of each triangle to each of its corners.</summary>
    private void Weigh()
    {
        foreach (var (a, b, c) in _surface.Triangles)
        {
            var sixth = (_surface.Points[b] - _surface.Points[a]).Cross(_surface.Points[c] - _surface.Points[a]).Length / 6;
            foreach (var corner in new[] { a, b, c })
                _mass[corner] += sixth;
        }
    }

    private bool[] FedBy(Feeds feeds, double step)
    {
        var fed = new bool[_surface.Points.Count];
        for (var i = 0; i < fed.Length; i++)
            fed[i] =
                _mass[i] > 0
                && (
                    feeds.Ports.Any(p => (_surface.Points[i] - p).Length <= feeds.PortRadiusMm * Rim)
                    || feeds.Lines.Any(l => Off(_surface.Points[i], l.From, l.To) <= step / 9)
                );
        foreach (var port in feeds.Ports.Where(p => !_surface.Points.Where((at, i) => fed[i]).Any(at => (at - p).Length <= 2 * step)))
            fed[Enumerable.Range(0, fed.Length).Where(i => _mass[i] > 0).MinBy(i => (_surface.Points[i] - port).Length)] = true;
        return fed;
    }

    private bool[] Reached()
    {
        var reached = new bool[_surface.Points.Count];
        Spread([.. Enumerable.Range(0, reached.Length).Where(i => _isFeed[i])], reached);
        return reached;
    }

    private List<int> Spread(List<int> from, bool[] seen)
    {
        List<int> found = [.. from];
        foreach (var i in from)
            seen[i] = true;
        for (var i = 0; i < found.Count; i++)
            foreach (var (to, _) in _beside[found[i]])
                if (!seen[to])
                {
                    seen[to] = true;
                    found.Add(to);
                }

        return found;
    }

    private void Run(double step)
    {
        var order = Spread([.. Enumerable.Range(0, _isFeed.Length).Where(i => _isFeed[i])], new bool[_isFeed.Length]).ToArray();
        var front = new Front(_isFeed, [.. _mass.Select(m => Math.Sqrt(1.2 * m))]);
        var (u, earlier, low) = (new double[_isFeed.Length], new double[_isFeed.Length], 0.0);
        for (var level = Math.Max(step * step / 8, 1e-9); ; (low, level) = (level, level * Level))
        {
            var before = (double[])u.Clone();
            // What grew since the moment before grows on: nearer to what is looked for than what stood.
            for (var i = 0; i < u.Length; i++)
                u[i] = Math.Max(0, u[i] + Level * (u[i] - earlier[i]));
            earlier = before;
            Solve(u, level, order);
            if (Array.TrueForAll(order, i => IsWet(u, i)))
            {
                (u, Full) = (before, Filled(before, order, low, level));
                break;
            }

            front.Saw(level, order, i => IsWet(u, i) ? Math.Sqrt(2 * u[i]) : 0);
        }

        for (var n = 1; n <= LastLevels; n++)
        {
            var level = low + (Full - low) * n / LastLevels;
            Solve(u, level, order);
            front.Saw(level, order, i => IsWet(u, i) ? Math.Sqrt(2 * u[i]) : 0);
        }

        front.Arrivals(Full).CopyTo(_arrival, 0);
    }

    /// <summary>Between the last moment at which something was dry and the first at which nothing was.</summary>
    private double Filled(double[] before, int[] order, double low, double high)
    {
        var (u, last) = ((double[])before.Clone(), order[^1]);
        for (var n = 0; n < Halvings; n++)
        {
            var (middle, tried) = ((low + high) / 2, (double[])u.Clone());
            Solve(tried, middle, order);
            var dry = Array.FindIndex(order, i => !IsWet(tried, i));
            (low, high) = dry < 0 ? (low, middle) : (middle, high);
            if (dry >= 0)
                (last, u) = (order[dry], tried);
        }

        LastAt = _surface.Points[last];
        return high;
    }

    /// <summary>
    /// When the front came by each point: how deep the resin stands behind it, √(2u), grows with the root of the time and was nought then.
    /// It lies between the last moment the point was seen dry and the first it was seen wet.
    /// </summary>
    /// <param name="isFeed">Wet from the beginning.</param>
    /// <param name="wide">From a point to the next: less deep than that the front is not told truly.</param>
    private sealed class Front(bool[] isFeed, double[] wide)
    {
        private readonly double[] _dryAt = new double[isFeed.Length],
            _wetAt = [.. isFeed.Select(fed => fed ? 0 : double.NaN)],
            _deepAt = new double[isFeed.Length],
            _deep = new double[isFeed.Length],
            _came = [.. isFeed.Select(fed => fed ? 0 : double.NaN)];

        public void Saw(double level, int[] order, Func<int, double> deepAt)
        {
            foreach (var i in order)
            {
                if (!double.IsNaN(_came[i]))
                    continue;
                var deep = deepAt(i);
                if (deep == 0)
                    _dryAt[i] = level;
                else if (double.IsNaN(_wetAt[i]))
                    _wetAt[i] = level;
                if (deep <= wide[i])
                    continue;
                if (_deep[i] == 0)
                    (_deepAt[i], _deep[i]) = (level, deep);
                else
                    _came[i] = Math.Clamp(CameAt(_deepAt[i], _deep[i], level, deep), _dryAt[i], _wetAt[i]);
            }
        }

        public double[] Arrivals(double full) =>
            [.. _came.Select((came, i) => double.IsNaN(came) ? (_dryAt[i] + (double.IsNaN(_wetAt[i]) ? full : _wetAt[i])) / 2 : came)];

        private static double CameAt(double first, double deep, double second, double deeper)
        {
            var (from, to) = (Math.Sqrt(first), Math.Sqrt(second));
            var root = from - deep * (to - from) / Math.Max(deeper - deep, 1e-12);
            return root > 0 ? root * root : 0;
        }
    }

    private bool IsWet(double[] u, int i) => u[i] > 1e-6 * _mass[i];

    /// <summary>Σ w·(u − u beside) ≥ −area at each point, u ≥ 0, one of the two exactly: relaxed until it stands still.</summary>
    private void Solve(double[] u, double level, int[] order)
    {
        foreach (var i in order)
            if (_isFeed[i])
                u[i] = level;
        // Near the front u is small: what still moves is held against the room of a point, not against the pressure at the port.
        var still = Math.Max(Still * _mass.Average(), OfLevel * level);
        var relax = 2 / (1 + 1.6 / Math.Sqrt(Math.Max(16, order.Count(i => u[i] > 0))));
        // Points stand in the order in which they are reached: beyond the last wet one by more than a ring nothing moves.
        var (ring, until) = ((int)(8 * Math.Sqrt(order.Length)), order.Length);
        for (var sweep = 0; sweep < MostSweeps; sweep++)
        {
            if (sweep % 50 == 0)
                _progress.Cancel.ThrowIfCancellationRequested();
            var (moved, last) = (0.0, 0);
            for (var n = 0; n < until; n++)
            {
                var i = order[n];
                if (_isFeed[i] || _all[i] == 0)
                    continue;
                var sum = -_mass[i];
                foreach (var (to, weight) in _beside[i])
                    sum += weight * u[to];
                var next = Math.Max(0, u[i] + relax * (sum / _all[i] - u[i]));
                moved = Math.Max(moved, Math.Abs(next - u[i]));
                u[i] = next;
                last = next > 0 ? n : last;
            }

            if (moved <= still)
                return;
            until = Math.Min(order.Length, last + ring);
        }
    }
}
