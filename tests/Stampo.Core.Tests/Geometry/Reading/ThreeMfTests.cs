using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using static Stampo.Core.Tests.Geometry.ThreeMfFile;

namespace Stampo.Core.Tests.Geometry.Reading;

public class ThreeMfTests
{
    private static readonly List<Vec3> Brick = Solids.Block(10, 20, 30);

    private static MeshReport Check(byte[] file) => MeshCheck.Run(file, LengthUnit.In).Report;

    private static RefusalException Refused(byte[] file) => Assert.Throws<RefusalException>(() => MeshReader.Read(file));

    [Theory]
    [InlineData("millimeter", 1)]
    [InlineData("centimeter", 10)]
    [InlineData("inch", 25.4)]
    [InlineData("foot", 304.8)]
    [InlineData("meter", 1000)]
    [InlineData("micron", 0.001)]
    public void The_unit_the_file_states_goes_before_the_one_asked(string unit, double mm)
    {
        var report = Check(Of(MeshObject(1, Brick), Item(1), unit));
        Assert.Equal(("3mf", unit), (report.Format, report.StatedUnit));
        Assert.Equal(6000 * mm * mm * mm, report.VolumeMm3!.Value, 6000 * mm * mm * mm * 1e-6);
        Assert.DoesNotContain(report.Messages, m => m.Code == "unit");
    }

    [Fact]
    public void Every_item_of_the_build_is_read_where_it_stands()
    {
        var report = Check(
            Of(
                MeshObject(1, Brick) + MeshObject(2, Solids.Block(5, 5, 5)),
                Item(1) + Item(2, "1 0 0 0 1 0 0 0 1 100 0 0") + Item(2, "0 1 0 -1 0 0 0 0 1 0 0 200")
            )
        );
        Assert.Equal(3, report.Shells);
        Assert.Equal(6000 + 2 * 125, report.VolumeMm3!.Value, 1e-3);
        Assert.Equal([110, 20, 205], report.BboxMm.Select(side => Math.Round(side, 3)));
    }

    [Fact]
    public void A_mirrored_item_still_faces_outward()
    {
        var report = Check(Of(MeshObject(1, Brick), Item(1, "-1 0 0 0 1 0 0 0 1 0 0 0")));
        Assert.Equal(6000, report.VolumeMm3!.Value, 1e-6);
        Assert.DoesNotContain(report.Messages, m => m.Code == "inside-out");
    }

    [Fact]
    public void Components_are_placed_within_their_object_and_supports_are_left_out()
    {
        var pair =
            "<object id=\"3\"><components><component objectid=\"1\"/><component objectid=\"1\" transform=\"1 0 0 0 1 0 0 "
            + "0 1 50 0 0\"/></components></object>";
        var report = Check(Of(MeshObject(1, Brick) + MeshObject(2, Brick, "support") + pair, Item(3, "2 0 0 0 2 0 0 0 2 0 0 0") + Item(2)));
        Assert.Equal(2, report.Shells);
        Assert.Equal(2 * 8 * 6000, report.VolumeMm3!.Value, 1e-2);
        Assert.Equal(120, report.BboxMm[0], 1e-3);
    }

    [Fact]
    public void An_object_may_stand_in_another_model_of_the_package()
    {
        var file = Zip(
            ("3D/3dmodel.model", Model("", "<item objectid=\"7\" p:path=\"/3D/more.model\"/>")),
            ("3D/more.model", Model(MeshObject(7, Brick), ""))
        );
        Assert.Equal(6000, Check(file).VolumeMm3!.Value, 1e-6);
    }

    [Theory]
    [InlineData("<object id=\" 1 \"", "<object id=\"1\"")] // white space and a sign are allowed round a number
    [InlineData("<object id=\"+1\"", "<object id=\"1\"")]
    [InlineData("<resources><m:vertex xmlns:m=\"http://schemas.microsoft.com/3dmanufacturing/material/2015/02\"/>", "<resources>")]
    [InlineData(
        "<resources><s:slicestack xmlns:s=\"http://schemas.microsoft.com/3dmanufacturing/slice/2015/07\" id=\"9\"/>",
        "<resources>"
    )]
    [InlineData("<model requiredextensions=\"p\"", "<model")]
    public void What_does_not_change_the_shape_is_passed_over(string written, string usual)
    {
        var model = Model(MeshObject(1, Brick), Item(1)).Replace(usual, written, StringComparison.Ordinal);
        Assert.Contains(written, model, StringComparison.Ordinal);
        Assert.Equal(6000, Check(Zip(("3D/3dmodel.model", model))).VolumeMm3!.Value, 1e-6);
    }

    [Theory]
    [InlineData(
        "<model requiredextensions=\"p s\" xmlns:s=\"http://schemas.microsoft.com/3dmanufacturing/slice/2015/07\"",
        "<model",
        "slice/2015/07"
    )]
    [InlineData("<mesh><b:beamlattice xmlns:b=\"http://schemas.microsoft.com/3dmanufacturing/beamlattice/2017/02\"/>", "<mesh>", "beams")]
    [InlineData(
        "<object xmlns:s=\"http://schemas.microsoft.com/3dmanufacturing/slice/2015/07\" s:meshresolution=\"lowres\"",
        "<object",
        "coarse"
    )]
    public void What_would_change_the_shape_is_refused_by_its_name(string written, string usual, string said)
    {
        var refusal = Refused(
            Zip(("3D/3dmodel.model", Model(MeshObject(1, Brick), Item(1)).Replace(usual, written, StringComparison.Ordinal)))
        );
        Assert.Equal("mesh.extension", refusal.Code);
        Assert.Contains(said, refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_written_reads_back_the_same()
    {
        var mesh = MeshCheck.Run(Solids.Soup(Solids.Sphere(12.3, 24)), LengthUnit.Mm);
        var back = MeshCheck.Run(ThreeMfWriter.Write(mesh.Mesh), LengthUnit.Mm);
        Assert.Equal(mesh.Report.VolumeMm3, back.Report.VolumeMm3);
        Assert.Equal(
            (mesh.Report.Triangles, mesh.Report.Vertices, true),
            (back.Report.Triangles, back.Report.Vertices, back.Report.Watertight)
        );
        Assert.Equal("millimeter", back.Report.StatedUnit);
    }

    [Fact]
    public void An_object_that_holds_itself_is_refused()
    {
        Assert.Equal("mesh.component-loop", Refused(Of(Components(1, 2) + Components(2, 1), Item(1))).Code);
        Assert.Equal("mesh.component-loop", Refused(Of(Components(1, 1), Item(1))).Code);
    }

    [Fact]
    public void Nesting_that_doubles_at_each_level_ends_soon()
    {
        var levels = string.Concat(Enumerable.Range(2, 28).Select(i => Components(i, i - 1, i - 1)));
        Assert.Equal(
            "mesh.too-large",
            Refused(Of("<object id=\"1\"><mesh><vertices/><triangles/></mesh></object>" + levels, Item(29))).Code
        );
        var deep = string.Concat(Enumerable.Range(2, 60).Select(i => Components(i, i - 1)));
        Assert.Equal("mesh.too-large", Refused(Of(MeshObject(1, Brick) + deep, Item(61))).Code);
    }

    [Fact]
    public void A_document_type_and_its_entities_are_refused()
    {
        var laughs = "<!DOCTYPE model [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;&a;&a;&a;&a;\">]>";
        var refusal = Refused(Of(MeshObject(1, Brick), Item(1), before: laughs));
        Assert.Equal("mesh.malformed", refusal.Code);
        Assert.Contains("document type", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_path_out_of_the_package_is_refused()
    {
        var relations = "<Relationships><Relationship Target=\"../../etc/passwd\" Id=\"a\" Type=\"x/3dmodel\"/></Relationships>";
        Assert.Equal("mesh.path", Refused(Zip(("_rels/.rels", relations))).Code);
        Assert.Equal("mesh.malformed", Refused(Zip(("readme.txt", "no model here"))).Code);
    }

    [Fact]
    public void A_zip_that_bursts_is_stopped_on_the_way()
    {
        var refusal = Refused(Zip(("3D/3dmodel.model", "<model>" + new string(' ', 80_000_000) + "</model>")));
        Assert.Equal("mesh.too-large", refusal.Code);
        Assert.Contains("unpacks", refusal.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(
        "<object id=\"1\"><mesh><vertices><vertex x=\"0\" y=\"0\" z=\"0\"/></vertices><triangles><triangle v1=\"0\" "
            + "v2=\"0\" v3=\"1\"/></triangles></mesh></object>",
        "mesh.bad-index"
    )]
    [InlineData("<object id=\"1\"><mesh><vertices><vertex x=\"0\" y=\"0\"/></vertices></mesh></object>", "mesh.malformed")]
    [InlineData("<object id=\"1\"><mesh><vertices><vertex x=\"zero\" y=\"0\" z=\"0\"/></vertices></mesh></object>", "mesh.malformed")]
    [InlineData("<object id=\"one\"/>", "mesh.malformed")]
    [InlineData("<object id=\"2\"/>", "mesh.bad-index")]
    [InlineData("<object id=\"1\"/>", "mesh.empty")]
    [InlineData("<object id=\"1\"><mesh>", "mesh.malformed")]
    public void Broken_models_are_named(string resources, string code) => Assert.Equal(code, Refused(Of(resources, Item(1))).Code);

    [Fact]
    public void A_broken_transform_unit_or_zip_is_named()
    {
        Assert.Equal("mesh.malformed", Refused(Of(MeshObject(1, Brick), Item(1, "1 0 0"))).Code);
        Assert.Equal("mesh.unit", Refused(Of(MeshObject(1, Brick), Item(1), "cubit")).Code);
        Assert.Equal("mesh.not-finite", Refused(Of(MeshObject(1, Brick), Item(1, "1e30 0 0 0 1e30 0 0 0 1e30 0 0 0"))).Code);
        Assert.Equal("mesh.malformed", Refused(Of(MeshObject(1, Brick), Item(1))[..200]).Code);
    }
}
