using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;

namespace Stampo.Core.Tests.Geometry;

public class WritingTests
{
    [Fact]
    public void What_is_written_as_stl_reads_back_bit_for_bit() =>
        Gen.Select(Gen.Double[0.1, 500], Gen.Int[3, 20], Gen.OneOfConst(1, 10, 25.4, 1000.0))
            .Sample(
                (radius, around, mmPerUnit) =>
                {
                    var soup = Solids.Soup(Solids.Sphere(radius, 2 * around));
                    var mesh = soup.InMm(mmPerUnit);
                    var back = MeshReader.Read(StlWriter.Write(mesh, mmPerUnit));
                    return back.Format == "stl-binary"
                        && back.Corners.SequenceEqual(soup.Corners)
                        && back.Points.Zip(soup.Points).All(pair => (pair.First - pair.Second).Length() <= 1e-6f * pair.Second.Length());
                },
                iter: 40
            );

    [Fact]
    public void Written_normals_are_those_of_the_winding()
    {
        var file = StlWriter.Write(MeshCheck.Run(Solids.Soup(Solids.Block(1, 2, 3)), LengthUnit.Mm).Mesh);
        for (var t = 0; t < 12; t++)
        {
            var normal = new Vec3(
                BitConverter.ToSingle(file, 84 + 50 * t),
                BitConverter.ToSingle(file, 88 + 50 * t),
                BitConverter.ToSingle(file, 92 + 50 * t)
            );
            Assert.Equal(1, normal.Length, 1e-6);
        }
    }

    [Fact]
    public void A_small_mesh_is_drawn_whole() =>
        Assert.Null(Simplified.Of(MeshCheck.Run(Solids.Soup(Solids.Sphere(10, 20)), LengthUnit.Mm).Mesh, 1000));

    [Fact]
    public void A_large_mesh_is_drawn_with_no_more_than_asked_and_looks_the_same_size()
    {
        var mesh = MeshCheck.Run(Solids.Soup(Solids.Sphere(10, 300)), LengthUnit.Mm).Mesh;
        var drawn = Simplified.Of(mesh, 20_000)!;
        Assert.InRange(drawn.Source.Length, 4_000, 20_000);
        Assert.Equal(drawn.Source.Length, drawn.Mesh.TriangleCount);
        Assert.True((drawn.Mesh.Bounds().Size - mesh.Bounds().Size).Length < 0.8);
        for (var t = 0; t < drawn.Source.Length; t += 97)
            Assert.True((drawn.Mesh.Corner(t, 0) - mesh.Corner(drawn.Source[t], 0)).Length < 0.8);
    }

    [Fact]
    public void A_smooth_region_ends_where_the_surface_bends()
    {
        var part = MeshCheck.Run(Solids.Soup(Turning.Of(24, (0, 0), (10, 0), (10, 20), (0, 20))), LengthUnit.Mm);
        var (_, faces) = SmoothRegions.Of(
            new SolidSurface(part.Mesh, part.Faults, part.Topology, insideOut: false).Normals,
            part.Faults.LeftOut,
            part.Topology.Neighbours,
            20
        );
        Assert.Equal(3, faces);
        var side = Enumerable.Range(0, part.Mesh.TriangleCount).First(t => Math.Abs(part.Mesh.UnitNormal(t).Z) < 0.1);
        Assert.Equal(48, SmoothRegions.From(part.Mesh, part.Topology.Neighbours, side, 20).Count());
        Assert.Equal(2, SmoothRegions.From(part.Mesh, part.Topology.Neighbours, side, 10).Count());
        Assert.Equal(part.Mesh.TriangleCount, SmoothRegions.From(part.Mesh, part.Topology.Neighbours, side, 91).Count());
    }

    [Fact]
    public void Strokes_of_the_show_side_lie_over_each_other()
    {
        var part = MeshCheck.Run(Solids.Soup(Solids.Block(10, 20, 30)), LengthUnit.Mm);
        double Area(params ShowPick[] picks) => ShowSide.AreaCm2(part, picks);
        Assert.Equal(0, Area());
        Assert.Equal(2, Area(new ShowPick(0, 20, true)), 1e-9);
        Assert.Equal(22, Area(new ShowPick(0, 95, true)), 1e-9);
        Assert.Equal(20, Area(new ShowPick(0, 95, true), new ShowPick(0, 20, false)), 1e-9);
        Assert.Equal(2, Area(new ShowPick(0, 20, true), new ShowPick(999, 20, true)), 1e-9);
        Assert.Equal(
            "triangle",
            Assert.Throws<Core.Wording.RefusalException>(() => ShowSide.Check(part, new ShowPick(12, 20, true))).Field
        );
        Assert.Equal(
            "angleDeg",
            Assert.Throws<Core.Wording.RefusalException>(() => ShowSide.Check(part, new ShowPick(1, 200, true))).Field
        );
    }
}
