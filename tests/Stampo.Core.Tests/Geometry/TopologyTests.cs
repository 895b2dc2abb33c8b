using CsCheck;
using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

public class TopologyTests
{
    private static (Mesh Mesh, Faults Faults, Topology Topology) Connect(List<Vec3> corners)
    {
        var mesh = Solids.Soup(corners).InMm(1);
        var (faults, topology) = Topology.Connect(mesh);
        return (mesh, faults, topology);
    }

    [Fact]
    public void A_closed_solid_obeys_Euler() =>
        Gen.Int[4, 30]
            .Sample(
                half =>
                {
                    var (mesh, _, topology) = Connect(Solids.Sphere(10, 2 * half));
                    // V − E + F = 2 and 3·F = 2·E for a closed surface without handles.
                    return topology.IsClosed && mesh.VertexCount - mesh.TriangleCount * 3 / 2 + mesh.TriangleCount == 2;
                },
                iter: 20
            );

    [Fact]
    public void Every_shell_keeps_its_own_number_in_the_order_of_the_file()
    {
        var (mesh, _, topology) = Connect([
            .. Solids.Block(1, 1, 1),
            .. Solids.Block(1, 1, 1, new Vec3(5, 0, 0)),
            .. Solids.Block(1, 1, 1, new Vec3(9, 0, 0)),
        ]);
        Assert.Equal(3, topology.ShellCount);
        Assert.Equal(Enumerable.Range(0, mesh.TriangleCount).Select(t => t / 12), topology.ShellOf);
    }

    [Fact]
    public void Two_solids_that_share_one_corner_stay_two_shells()
    {
        var (mesh, _, topology) = Connect([.. Solids.Block(1, 1, 1), .. Solids.Block(1, 1, 1, new Vec3(1, 1, 1))]);
        Assert.Equal((15, 2, true), (mesh.VertexCount, topology.ShellCount, topology.IsClosed));
    }

    [Fact]
    public void A_hole_names_the_vertices_on_its_rim()
    {
        var (_, _, topology) = Connect(Solids.Block(1, 1, 1)[6..]);
        Assert.Equal((4, 4), (topology.OpenEdges, topology.OpenVertices.Count));
    }

    [Fact]
    public void Minus_zero_and_zero_are_the_same_place()
    {
        var soup = TriangleSoup.Of("test", [0f, 0f, 0f, 1f, 0f, 0f, 0f, 1f, 0f, -0f, 0f, -0f, 0f, 1f, 0f, -1f, 0f, 0f]);
        Assert.Equal(4, soup.InMm(1).VertexCount);
    }

    [Fact]
    public void A_fan_of_thousands_round_one_vertex_is_matched_and_its_repeats_are_found()
    {
        var fan = new List<Vec3>();
        for (var i = 0; i < 3000; i++)
            fan.AddRange([default, At(i), At(i + 1)]);
        var (_, faults, topology) = Connect([.. fan, .. fan]);
        Assert.Equal(3000, faults.Duplicate);
        Assert.Equal((1, 3000), (topology.ShellCount, topology.OpenEdges));

        static Vec3 At(int i) => new(Math.Cos(i % 3000 * Math.PI / 1500), Math.Sin(i % 3000 * Math.PI / 1500), 1);
    }

    [Fact]
    public void A_repeat_counts_whichever_way_it_winds()
    {
        var block = Solids.Block(1, 1, 1);
        var (_, faults, topology) = Connect([.. block, block[0], block[2], block[1], block[1], block[2], block[0]]);
        Assert.Equal(2, faults.Duplicate);
        Assert.True(topology.IsClosed);
    }

    [Fact]
    public void A_lone_triangle_listed_twice_is_counted_once()
    {
        var (_, faults, topology) = Connect([default, new(1, 0, 0), new(0, 1, 0), new(0, 1, 0), default, new(1, 0, 0)]);
        Assert.Equal((1, 0.5, 3), (faults.Duplicate, faults.AreaMm2, topology.OpenEdges));
    }

    [Theory]
    [InlineData(3)]
    [InlineData(4)]
    public void Leaves_of_a_book_are_one_shell_on_one_shared_edge(int leaves)
    {
        var (_, faults, topology) = Connect([
            .. Enumerable.Range(0, leaves).SelectMany(i => new Vec3[] { default, new(0, 0, 1), new(Math.Cos(i), Math.Sin(i), 0) }),
        ]);
        Assert.Equal((0, 1, 1, 0), (faults.Duplicate, topology.ShellCount, topology.NonManifoldEdges, topology.FlippedEdges));
        Assert.All(topology.Neighbours, n => Assert.Equal(-1, n));
    }

    [Fact]
    public void A_needle_is_counted_but_stays_so_that_the_mesh_stays_closed()
    {
        // One edge of the block is cut in two; a needle closes the gap.
        Vec3 a = default,
            b = new(10, 0, 0),
            middle = new(4, 0, 0);
        var block = Solids.Block(10, 10, 10);
        var cut = new List<Vec3>();
        for (var t = 0; t < block.Count; t += 3)
        {
            var triangle = block.GetRange(t, 3);
            var edge = Enumerable.Range(0, 3).FirstOrDefault(k => triangle[k] == a && triangle[(k + 1) % 3] == b, -1);
            if (edge < 0)
            {
                cut.AddRange(triangle);
                continue;
            }

            var far = triangle[(edge + 2) % 3];
            cut.AddRange([a, middle, far, middle, b, far]);
        }

        var (_, faults, open) = Connect(cut);
        Assert.Equal((0, 3), (faults.Degenerate, open.OpenEdges));
        var (_, needled, closed) = Connect([.. cut, a, b, middle]);
        Assert.Equal(1, needled.Degenerate);
        Assert.True(closed.IsClosed);
    }

    [Fact]
    public void Near_corners_are_joined_only_within_a_millionth_of_the_diagonal()
    {
        var block = Solids.Block(100, 100, 100);
        block[4] += new Vec3(1e-2, 0, 0);
        var mesh = Solids.Soup(block).InMm(1);
        var open = Topology.Connect(mesh).Topology.OpenVertices;
        Assert.Same(mesh, Welder.WeldNear(mesh, open));
    }

    [Fact]
    public void A_void_in_a_solid_in_a_void_faces_outward_again()
    {
        List<Vec3> onion =
        [
            .. Solids.Block(30, 30, 30),
            .. Solids.TurnedOver(Solids.Block(20, 20, 20, new Vec3(5, 5, 5))),
            .. Solids.Block(10, 10, 10, new Vec3(10, 10, 10)),
        ];
        var (mesh, _, topology) = Connect(onion);
        var volumes = Measures.ShellVolumesMm3(mesh, topology);
        Assert.Equal([27000, -8000, 1000], volumes.Select(v => Math.Round(v, 6)));
        var (voids, reversed) = ShellOrder.Of(mesh, topology, volumes)!.Value;
        Assert.Equal(1, voids);
        Assert.Empty(reversed);
    }

    [Fact]
    public void Edges_matched_on_all_cores_are_the_edges_counted_one_by_one() =>
        Gen.Int[0, 1_000_000]
            .Sample(
                seed =>
                {
                    var random = new Random(seed);
                    // Two balls, large enough to be shared out, with facets taken out, turned over and standing twice.
                    List<Vec3> whole = [.. Solids.Sphere(10, 160), .. Solids.Sphere(10, 130, new Vec3(25, 0, 0))];
                    List<Vec3> corners = [];
                    for (var t = 0; t < whole.Count; t += 3)
                    {
                        var spoil = random.Next(400);
                        if (spoil == 0)
                            continue;
                        corners.AddRange(spoil == 1 ? [whole[t], whole[t + 2], whole[t + 1]] : whole[t..(t + 3)]);
                        if (spoil == 2)
                            corners.AddRange(whole[t], whole[t + 1], new Vec3(0, 0, random.Next(3)));
                    }

                    var (mesh, faults, topology) = Connect(corners);
                    return mesh.TriangleCount > 20_000 && Alike(mesh, faults, topology);
                },
                iter: 12
            );

    private static bool Alike(Mesh mesh, Faults faults, Topology topology)
    {
        var edges = new Dictionary<(int, int), List<(int Triangle, int Side, bool Up)>>();
        for (var c = 0; c < mesh.Corners.Length; c++)
        {
            var (t, k) = (c / 3, c % 3);
            if (faults.LeftOut[t])
                continue;
            var (from, to) = (mesh.Corners[c], mesh.Corners[3 * t + (k + 1) % 3]);
            var edge = (Math.Min(from, to), Math.Max(from, to));
            if (!edges.TryGetValue(edge, out var known))
                edges[edge] = known = [];
            known.Add((t, k, from < to));
        }

        var pairs = edges.Values.Where(e => e.Count == 2).ToList();
        var across = Enumerable.Repeat(-1, mesh.Corners.Length).ToArray();
        foreach (var pair in pairs)
            (across[3 * pair[0].Triangle + pair[0].Side], across[3 * pair[1].Triangle + pair[1].Side]) = (
                pair[1].Triangle,
                pair[0].Triangle
            );
        var ofOne = edges.Where(e => e.Value.Count == 1).Select(e => e.Key).ToList();
        return topology.OpenEdges == ofOne.Count
            && topology.NonManifoldEdges == edges.Values.Count(e => e.Count > 2)
            && topology.FlippedEdges == pairs.Count(p => p[0].Up == p[1].Up)
            && topology.OpenVertices.SetEquals(ofOne.SelectMany(e => new[] { e.Item1, e.Item2 }))
            && topology.Neighbours.SequenceEqual(across)
            && topology.ShellOf.SequenceEqual(Flooded(faults.LeftOut, edges.Values));
    }

    /// <summary>Shells by walking from each triangle to all that share an edge with it.</summary>
    private static int[] Flooded(bool[] leftOut, IEnumerable<List<(int Triangle, int Side, bool Up)>> edges)
    {
        var beside = edges.SelectMany(e => e.Select(s => (s.Triangle, e))).ToLookup(x => x.Triangle, x => x.e);
        var shellOf = Enumerable.Repeat(-1, leftOut.Length).ToArray();
        var shell = 0;
        for (var first = 0; first < shellOf.Length; first++)
        {
            if (leftOut[first] || shellOf[first] >= 0)
                continue;
            var waiting = new Stack<int>([first]);
            while (waiting.TryPop(out var t))
            {
                if (shellOf[t] >= 0)
                    continue;
                shellOf[t] = shell;
                foreach (var side in beside[t].SelectMany(e => e))
                    waiting.Push(side.Triangle);
            }

            shell++;
        }

        return shellOf;
    }
}
