using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Core.Tests.Geometry;

public class SearchTests
{
    private static readonly Gen<Vec3> Point = Gen.Select(Gen.Double[-30, 30], Gen.Double[-30, 30], Gen.Double[-30, 30])
        .Select((x, y, z) => new Vec3(x, y, z));

    private static readonly Gen<Vec3> Direction = Point.Where(p => p.Length > 1).Select(p => p.Unit());

    private static Mesh MeshOf(List<Vec3> corners) => MeshCheck.Run(Solids.Soup(corners), LengthUnit.Mm).Mesh;

    private static readonly Mesh Ball = MeshOf([.. Solids.Sphere(20, 32), .. Solids.Block(3, 4, 50, new Vec3(5, 5, -25))]);

    private static readonly Bvh Bvh = new(Ball, new bool[Ball.TriangleCount]);

    [Fact]
    public void The_first_hit_is_the_nearest_of_all_triangles() =>
        Gen.Select(Point, Direction)
            .Sample(
                (origin, direction) =>
                {
                    // Of a ray that starts on the surface both answers are right: it touches where it is, or not.
                    if (Bvh.Nearest(origin, 1e-6, int.MaxValue) is not null)
                        return true;
                    var hit = Bvh.FirstHit(origin, direction, 0);
                    return Same(hit, Nearest(origin, direction)) && Bvh.AnyHit(origin, direction, 0) == double.IsFinite(hit);
                },
                iter: 3000
            );

    [Fact]
    public void Rays_along_the_axes_are_cast_like_any_other() =>
        Gen.Select(Point, Gen.Int[0, 5])
            .Sample(
                (origin, axis) =>
                {
                    var direction = new[]
                    {
                        new Vec3(1, 0, 0),
                        new Vec3(0, 1, 0),
                        new Vec3(0, 0, 1),
                        new Vec3(-1, 0, 0),
                        new Vec3(0, -1, 0),
                        new Vec3(0, 0, -1),
                    }[axis];
                    // Of a ray that grazes an edge or a corner both answers are right: it touches, or it passes. Only one that all its
                    // neighbours agree with counts.
                    var nearest = Nearest(origin, direction);
                    var (across, along) = (
                        new Vec3(direction.Y, direction.Z, direction.X) * 1e-6,
                        new Vec3(direction.Z, direction.X, direction.Y) * 1e-6
                    );
                    Vec3[] beside = [across + along, across - along, along - across, (across + along) * -1];
                    return beside.Any(b => !Same(nearest, Nearest(origin + b, direction), 1e-3))
                        || Same(Bvh.FirstHit(origin, direction, 0), nearest);
                },
                iter: 2000
            );

    [Fact]
    public void A_hit_can_be_asked_to_pass_a_filter_and_a_distance()
    {
        var origin = new Vec3(0, 0, 0);
        var first = Bvh.FirstHit(origin, new Vec3(0, 1, 0), 0);
        Assert.Equal(first, Bvh.FirstHit(origin, new Vec3(0, 1, 0), first - 1e-9));
        Assert.Equal(double.PositiveInfinity, Bvh.FirstHit(origin, new Vec3(0, 1, 0), first + 1));
        Assert.Equal(double.PositiveInfinity, Bvh.FirstHit(origin, new Vec3(0, 1, 0), 0, _ => false));
    }

    [Fact]
    public void The_nearest_point_is_the_nearest_of_all_triangles() =>
        Point.Sample(
            centre =>
            {
                var nearest = Bvh.Nearest(centre, double.MaxValue, int.MaxValue)!.Value;
                var corners = new float[9];
                var least = double.PositiveInfinity;
                for (var t = 0; t < Ball.TriangleCount; t++)
                {
                    Ball.CopyCorners(t, corners);
                    least = Math.Min(least, (Closest(corners, centre) - centre).Length);
                }

                return Math.Abs(nearest.Distance - least) < 1e-6
                    && Math.Abs((nearest.Point - centre).Length - least) < 1e-6
                    && Bvh.Nearest(centre, least * 0.999, int.MaxValue) is null;
            },
            iter: 400
        );

    [Fact]
    public void The_largest_ball_that_reaches_is_the_largest_of_all() =>
        Gen.Select(Point, Gen.Double[0.1, 3])
            .Array[1, 300]
            .Sample(
                centres =>
                {
                    var balls = Array.ConvertAll(centres, c => new Ball(c.Item1, c.Item2, 3 * c.Item2));
                    var tree = new BallTree(balls);
                    return centres
                        .Take(20)
                        .All(c =>
                        {
                            var probe = c.Item1 + new Vec3(1, 1, 1);
                            var expected = balls
                                .Where(b => (b.Centre - probe).Length <= b.Reach)
                                .Select(b => b.Radius)
                                .DefaultIfEmpty(0)
                                .Max();
                            return (tree.LargestReaching(probe)?.Radius ?? 0) == expected;
                        });
                },
                iter: 60
            );

    [Fact]
    public void No_ball_reaches_anything() => Assert.Null(new BallTree([]).LargestReaching(default));

    /// <summary>
    /// The distance to the plane of each triangle whose three sides the crossing lies within: another way than the one tested.
    /// </summary>
    private static double Nearest(Vec3 origin, Vec3 direction)
    {
        var least = double.PositiveInfinity;
        for (var t = 0; t < Ball.TriangleCount; t++)
        {
            Vec3 a = Ball.Corner(t, 0),
                b = Ball.Corner(t, 1),
                c = Ball.Corner(t, 2),
                normal = Ball.UnitNormal(t);
            var way = (a - origin).Dot(normal) / direction.Dot(normal);
            var at = origin + direction * way;
            if (
                way >= 0
                && (b - a).Cross(at - a).Dot(normal) >= -1e-7
                && (c - b).Cross(at - b).Dot(normal) >= -1e-7
                && (a - c).Cross(at - c).Dot(normal) >= -1e-7
            )
                least = Math.Min(least, way);
        }

        return least;
    }

    private static bool Same(double a, double b, double within = 1e-5) => a == b || Math.Abs(a - b) < within * Math.Max(1, Math.Abs(a));

    /// <summary>Nearest point by trying the inside and the three sides.</summary>
    private static Vec3 Closest(float[] c, Vec3 p)
    {
        Vec3 a = new(c[0], c[1], c[2]),
            b = new(c[3], c[4], c[5]),
            d = new(c[6], c[7], c[8]);
        List<Vec3> candidates = [On(a, b), On(b, d), On(d, a)];
        var normal = (b - a).Cross(d - a).Unit();
        var foot = p - normal * (p - a).Dot(normal);
        if (
            (b - a).Cross(foot - a).Dot(normal) >= 0
            && (d - b).Cross(foot - b).Dot(normal) >= 0
            && (a - d).Cross(foot - d).Dot(normal) >= 0
        )
            candidates.Add(foot);
        return candidates.MinBy(q => (q - p).Length);

        Vec3 On(Vec3 from, Vec3 to)
        {
            var side = to - from;
            return from + side * Math.Clamp((p - from).Dot(side) / side.Dot(side), 0, 1);
        }
    }
}
