using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;
using Stampo.Core.Working;

namespace Stampo.Core.Parts;

/// <summary>
/// Wall thickness as the largest ball that touches the surface at a point and fits inside. Only walls that face the point
/// (by more than a hundred degrees) hold the ball back; a point near an edge, where its side walls would squeeze the ball
/// to nothing, takes the largest true inscribed ball close by when that is smaller. The ball is shrunk from the ray's far
/// wall until nothing that faces it stands inside (after Ma, Bae and Choi, 2012).
/// </summary>
public sealed class InscribedBalls
{
    /// <summary>
    /// How deep something may stand inside a ball that counts as fitting, as a share of the radius: the faceting of round walls.
    /// </summary>
    private const double Fit = 0.99,
        FitAll = 0.98;

    /// <summary>Cosine between outward normals below which two walls face each other.</summary>
    private const double Facing = -0.2;

    /// <summary>From the middle of a cube to its corner, in radii of its inscribed ball, and a little more.</summary>
    private const double ReachInRadii = 1.8;

    /// <summary>Balls measured at most; on a finer mesh every so many facets, the others taking a neighbour's.</summary>
    private const int MostBalls = 60_000;

    private const int MostShrinks = 16,
        MostClimbs = 1500,
        ThoroughVisits = 20_000;

    /// <summary>A ball that grows less than this per millimetre moved is on a wall that merely tapers, and stays where it is.</summary>
    private const double LeastSlope = 0.05;

    private readonly SolidSurface _surface;
    private readonly int _mostVisits;

    private InscribedBalls(SolidSurface surface, double[] thicknessMm, bool[] measured, Ball? largest, int mostVisits)
    {
        _surface = surface;
        _mostVisits = mostVisits;
        ThicknessMm = thicknessMm;
        Measured = measured;
        Largest = largest is { } ball ? Grown(ball.Centre, ball, ThoroughVisits, finest: 1e-4) : null;
    }

    /// <summary>Thickness at each surface sample; not a number where nothing faces it.</summary>
    public double[] ThicknessMm { get; }

    /// <summary>Which samples were measured themselves rather than given their neighbour's thickness.</summary>
    public bool[] Measured { get; }

    /// <summary>The largest ball that fits inside the part: the section that cools last.</summary>
    public Ball? Largest { get; }

    public static InscribedBalls Of(SolidSurface surface, double[] rayMm, Progress progress)
    {
        var samples = surface.Samples.All;
        var (chosen, standsFor) = Choose(surface);
        // Fewer nodes looked at a ball when there are many balls: some ten seconds on two cores at worst.
        var mostVisits = Math.Clamp(12_000_000 / Math.Max(1, chosen.Length), 250, 2_000);
        var work = new InscribedBalls(surface, new double[samples.Length], new bool[samples.Length], null, mostVisits);
        var tangent = new Tangent[chosen.Length];
        progress.Over(chosen.Length, i => tangent[i] = work.TangentAt(samples[chosen[i]], rayMm[chosen[i]]));
        Ball[] inscribed = [.. tangent.Where(t => t.Inscribed).Select(t => t.Ball), .. work.Climb(samples, chosen, tangent)];
        var largest = inscribed.Length > 0 ? inscribed.MaxBy(ball => ball.Radius) : (Ball?)null;
        var tree = new BallTree(inscribed);
        Parallel.For(
            0,
            chosen.Length,
            i =>
            {
                work.ThicknessMm[chosen[i]] = 2 * work.RadiusAt(samples[chosen[i]], tangent[i], tree);
                work.Measured[chosen[i]] = true;
            }
        );
        for (var i = 0; i < samples.Length; i++)
            work.ThicknessMm[i] = work.ThicknessMm[standsFor[i]];
        return new InscribedBalls(surface, work.ThicknessMm, work.Measured, largest, mostVisits);
    }

    private readonly record struct Tangent(Ball Ball, bool Inscribed);

    /// <summary>Every so many samples along the order of the hierarchy, and for each sample the chosen one it follows.</summary>
    private static (int[] Chosen, int[] StandsFor) Choose(SolidSurface surface)
    {
        var samples = surface.Samples;
        var stride = (samples.All.Length + MostBalls - 1) / MostBalls;
        var chosen = new List<int>(MostBalls);
        var standsFor = new int[samples.All.Length];
        var place = 0;
        foreach (var t in surface.Bvh.Order)
            for (var i = 0; i < samples.Divisions[t] * samples.Divisions[t]; i++)
            {
                if (place++ % stride == 0)
                    chosen.Add(samples.Starts[t] + i);
                standsFor[samples.Starts[t] + i] = chosen[^1];
            }

        return ([.. chosen], standsFor);
    }

    private Tangent TangentAt(SurfaceSample sample, double rayMm)
    {
        if (!double.IsFinite(rayMm))
            return default;
        var normal = _surface.Normals[sample.Triangle];
        var radius = Shrink(sample.Point, normal, rayMm / 2, t => _surface.Normals[t].Dot(normal) < Facing);
        var ball = new Ball(sample.Point - normal * radius, radius, ReachInRadii * radius + 2 * Math.Sqrt(sample.AreaMm2));
        return new Tangent(ball, _surface.Bvh.Nearest(ball.Centre, FitAll * radius, _mostVisits, enough: FitAll * radius) is null);
    }

    /// <summary>Inscribed balls reached from some of the points whose own ball would stick out beside an edge.</summary>
    private ParallelQuery<Ball> Climb(SurfaceSample[] samples, int[] chosen, Tangent[] tangent)
    {
        var squeezed = Enumerable.Range(0, chosen.Length).Where(i => !tangent[i].Inscribed && tangent[i].Ball.Radius > 0).ToArray();
        var stride = (squeezed.Length + MostClimbs - 1) / MostClimbs;
        return squeezed
            .Where((_, i) => i % stride == 0)
            .AsParallel()
            .Select(i =>
            {
                var sample = samples[chosen[i]];
                var radius = FullTangent(sample, tangent[i].Ball.Radius);
                return Grown(
                    sample.Point,
                    tangent[i].Ball with
                    {
                        Centre = sample.Point - _surface.Normals[sample.Triangle] * radius,
                        Radius = radius,
                    },
                    _mostVisits,
                    finest: 0.005
                );
            });
    }

    private double FullTangent(SurfaceSample sample, double radius)
    {
        var normal = _surface.Normals[sample.Triangle];
        return Shrink(sample.Point, normal, radius, t => _surface.Normals[t].Dot(normal) < 0.999);
    }

    private double RadiusAt(SurfaceSample sample, Tangent tangent, BallTree tree)
    {
        if (tangent.Inscribed)
            return tangent.Ball.Radius;
        if (tangent.Ball.Radius == 0)
            return double.NaN;
        return tree.LargestReaching(sample.Point) is { } near
            ? near.Radius > Fit * tangent.Ball.Radius
                ? tangent.Ball.Radius
                : near.Radius
            : FullTangent(sample, tangent.Ball.Radius);
    }

    private double Shrink(Vec3 foot, Vec3 normal, double radius, Func<int, bool> holdsBack)
    {
        for (var i = 0; i < MostShrinks; i++)
        {
            if (_surface.Bvh.Nearest(foot - normal * radius, Fit * radius, _mostVisits, holdsBack) is not { } inside)
                return radius;
            var arm = inside.Point - foot;
            var depth = -arm.Dot(normal);
            if (depth <= 0)
                return radius;
            radius = Math.Min(radius, arm.Dot(arm) / (2 * depth));
        }

        return radius;
    }

    /// <summary>
    /// Moves a ball about while it grows clearly, in ever smaller steps, along directions turned a little each time so that
    /// no ridge between two walls holds it up. It stays in the neighbourhood of <paramref name="home"/>.
    /// </summary>
    private Ball Grown(Vec3 home, Ball ball, int mostVisits, double finest)
    {
        var walls = new WallsMet();
        var (centre, radius) = (ball.Centre, Clearance(ball.Centre, 0));
        var turn = 0;
        for (var step = Math.Max(radius, ball.Reach / 8); step > finest * radius; )
        {
            var moved = false;
            foreach (var direction in Compass[turn++ % Compass.Length])
            {
                var next = centre + direction * Math.Min(step, 0.9 * radius);
                var least = radius + LeastSlope * Math.Min(step, radius);
                if (
                    !walls.AreWithin(next, least)
                    && Clearance(next, least) is var clear
                    && clear > least
                    && (next - home).Length <= Math.Max(ReachInRadii * clear, ball.Reach)
                )
                    (centre, radius, moved) = (next, clear, true);
            }

            if (!moved)
                step /= 2;
        }

        return new Ball(centre, radius, ReachInRadii * radius);

        // Which of the near walls is the nearest matters only where the ball would grow.
        double Clearance(Vec3 at, double enough)
        {
            if (_surface.Bvh.Nearest(at, double.MaxValue, mostVisits, enough: enough) is not { } wall)
                return 0;
            if (wall.Distance < enough)
                walls.Add(wall.Point);
            return wall.Distance;
        }
    }

    /// <summary>The walls that held a ball last: mostly one of them holds it the next time, and nothing needs to be looked for.</summary>
    private sealed class WallsMet
    {
        private const int Most = 8;

        private readonly Vec3[] _points = new Vec3[Most];
        private int _count;

        public void Add(Vec3 point) => _points[_count++ % Most] = point;

        public bool AreWithin(Vec3 at, double least)
        {
            for (var i = 0; i < Math.Min(_count, Most); i++)
            {
                var arm = _points[i] - at;
                if (arm.Dot(arm) < least * least)
                    return true;
            }

            return false;
        }
    }

    /// <summary>Fourteen directions a set (faces and corners of a cube), each set turned against the one before.</summary>
    private static readonly Vec3[][] Compass =
    [
        .. Enumerable
            .Range(0, 16)
            .Select(turn =>
                (
                    from x in new[] { -1, 0, 1 }
                    from y in new[] { -1, 0, 1 }
                    from z in new[] { -1, 0, 1 }
                    where Math.Abs(x) + Math.Abs(y) + Math.Abs(z) is 1 or 3
                    select new Vec3(x, y, z).Unit().Turned(new Vec3(0.36, 0.48, 0.8), turn)
                ).ToArray()
            ),
    ];
}
