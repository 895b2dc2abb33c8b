using CsCheck;
using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

public class TopologyTests
{
    private static (Mesh Mesh, Faults Faults, Topology Topology) Connect(List<Vec3> corners)
    {
        var mesh = Solids.Soup(corners).InMm(1);
        var faults = Faults.Of(mesh);
        return (mesh, faults, Topology.Of(mesh, faults.LeftOut));
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
        var open = Topology.Of(mesh, Faults.Of(mesh).LeftOut).OpenVertices;
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
}
