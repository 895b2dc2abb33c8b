using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Search;
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
    public void A_hit_can_be_asked_to_be_some_way_off_and_to_face_a_way()
    {
        var origin = new Vec3(0, 0, 0);
        var first = Bvh.FirstHit(origin, new Vec3(0, 1, 0), 0);
        Assert.Equal(first, Bvh.FirstHit(origin, new Vec3(0, 1, 0), first - 1e-9));
        Assert.Equal(double.PositiveInfinity, Bvh.FirstHit(origin, new Vec3(0, 1, 0), first + 1));
        // From inside everything first met faces away: the far wall.
        Assert.Equal(first, Bvh.FirstHit(origin, new Vec3(0, 1, 0), 0, Facing.Along));
        Assert.True(Bvh.FirstHit(origin, new Vec3(0, 1, 0), 0, Facing.Against) > first);
    }

    /// <summary>Triangles of all shapes: needles, points, some many times over, some huge, some in one plane.</summary>
    private static readonly Gen<Mesh> AnySoup = Gen.Select(
            Gen.Select(Gen.Int[0, 5], Point, Point, Point).Array[0, 150],
            Gen.Double[0.001, 1_000]
        )
        .Select(
            (triangles, size) =>
            {
                var corners = triangles.SelectMany(t => Corners(t.Item1, t.Item2, t.Item3, t.Item4)).Select(p => p * size).ToList();
                return new Mesh([.. corners.SelectMany(p => new[] { p.X, p.Y, p.Z })], [.. Enumerable.Range(0, corners.Count)]);
            }
        );

    private static Vec3[] Corners(int shape, Vec3 a, Vec3 b, Vec3 c) =>
        shape switch
        {
            0 => [a, a, a],
            1 => [a, b, (a + b) * 0.5],
            2 => [new(a.X, a.Y, 3), new(b.X, b.Y, 3), new(c.X, c.Y, 3)],
            3 => [new(1, 2, 3), new(4, 5, 3), new(-6, 7, 3)],
            4 => [a, a + b * 0.01, a + c * 0.01],
            _ => [a, b, c],
        };

    [Fact]
    public void Several_at_once_or_one_by_one_the_answers_are_the_same_to_the_last_bit() =>
        Gen.Select(AnySoup, Gen.Select(Point, Direction, Gen.OneOf(Gen.Const(true), Gen.Const(false))).Array[60])
            .Sample(
                (mesh, rays) =>
                {
                    var (atOnce, oneByOne) = (Of(mesh, atOnce: true), Of(mesh, atOnce: false));
                    return rays.All(ray =>
                    {
                        var (origin, direction) = (ray.Item1, ray.Item3 ? ray.Item2 : new Vec3(0, 0, ray.Item2.Z < 0 ? -1 : 1));
                        return Enum.GetValues<Facing>()
                                .All(f => atOnce.FirstHit(origin, direction, 0, f) == oneByOne.FirstHit(origin, direction, 0, f))
                            && atOnce.AnyHit(origin, direction, 0.1) == oneByOne.AnyHit(origin, direction, 0.1)
                            && atOnce.Nearest(origin, 100, 50) == oneByOne.Nearest(origin, 100, 50)
                            && Same(atOnce.Nearest(origin, double.MaxValue, int.MaxValue)?.Distance ?? -1, Away(mesh, origin) ?? -1);
                    });
                },
                iter: 150
            );

    [Fact]
    public void Whether_anything_is_nearer_than_enough_is_said_rightly_and_with_a_point_of_the_surface() =>
        Gen.Select(AnySoup, Point, Gen.Double[0, 60])
            .Sample(
                (mesh, from, enough) =>
                {
                    var hierarchy = Of(mesh, atOnce: true);
                    var (nearest, first) = (
                        hierarchy.Nearest(from, double.MaxValue, int.MaxValue),
                        hierarchy.Nearest(from, double.MaxValue, int.MaxValue, enough: enough)
                    );
                    if (nearest is not { } point || point.Distance >= enough)
                        return nearest == first;
                    return first is { } found
                        && found.Distance < enough
                        && found.Distance >= point.Distance
                        && Same((found.Point - from).Length, found.Distance);
                },
                iter: 1_000
            );

    private static Bvh Of(Mesh mesh, bool atOnce) => new(mesh, new bool[mesh.TriangleCount], atOnce);

    /// <summary>By trying all triangles.</summary>
    private static double? Away(Mesh mesh, Vec3 from)
    {
        double? least = null;
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            var arm = Triangles.NearestPoint(Single(mesh, t, 0), Single(mesh, t, 1), Single(mesh, t, 2), from) - from;
            if (least is null || arm.Length < least)
                least = arm.Length;
        }

        return least;
    }

    private static Vec3 Single(Mesh mesh, int triangle, int corner)
    {
        var p = mesh.Corner(triangle, corner);
        return new Vec3((float)p.X, (float)p.Y, (float)p.Z);
    }

    [Fact]
    public void The_nearest_point_of_a_triangle_without_area_is_on_its_longest_side() =>
        Gen.Select(Point, Point, Gen.Double[0, 1], Point, Gen.Int[-70, 0], Gen.Int[0, 2])
            .Sample(
                (a, b, share, from, power, turn) =>
                {
                    var size = Math.Pow(10, power);
                    Vec3[] corners = [a * size, b * size, (a + (b - a) * share) * size];
                    var nearest = Triangles.NearestPoint(corners[turn], corners[(turn + 1) % 3], corners[(turn + 2) % 3], from);
                    var along = Math.Clamp((from - corners[0]).Dot((b - a).Unit()), 0, (b - a).Length * size);
                    var expected = corners[0] + (b - a).Unit() * along;
                    return (nearest - expected).Length < 1e-6;
                },
                iter: 5_000
            );

    [Fact]
    public void Every_triangle_lies_in_one_leaf_in_all_the_boxes_above_it_and_no_way_down_is_deep() =>
        AnySoup.Sample(
            mesh =>
            {
                var boxed = Enumerable.Range(0, mesh.TriangleCount).Select(t => Boxed(mesh, t)).ToArray();
                var tree = WideTree.Of([.. boxed]);
                return tree.Order.Order().SequenceEqual(Enumerable.Range(0, mesh.TriangleCount))
                    && Holds(tree, 0, boxed, 0).Count == tree.Order.Length;
            },
            iter: 150
        );

    private static BoxedItem Boxed(Mesh mesh, int triangle)
    {
        var corners = new float[9];
        mesh.CopyCorners(triangle, corners);
        return BoxedItem.Of(corners, triangle);
    }

    /// <summary>The triangles below a node, each within the box of the child it is in.</summary>
    private static List<int> Holds(WideTree tree, int node, BoxedItem[] boxed, int depth)
    {
        Assert.InRange(depth, 0, WideTree.Deepest);
        var all = new List<int>();
        for (var child = 0; child < WideTree.Width; child++)
        {
            var number = tree.Children[WideTree.Width * node + child];
            if (number == 0)
                continue;
            var below =
                number > 0
                    ? Holds(tree, number, boxed, depth + 1)
                    : [.. tree.Order[tree.PackStarts[~number]..tree.PackStarts[~number + 1]]];
            foreach (var t in below)
                for (var axis = 0; axis < 3; axis++)
                {
                    var at = WideTree.NodeSize * node + WideTree.Width * axis + child;
                    Assert.True(tree.Bounds[at] <= boxed[t].Low[axis] && boxed[t].High[axis] <= tree.Bounds[at + 3 * WideTree.Width]);
                }

            Assert.NotEmpty(below);
            all.AddRange(below);
        }

        return all;
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
