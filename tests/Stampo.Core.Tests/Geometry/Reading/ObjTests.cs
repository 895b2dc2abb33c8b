using System.Globalization;
using System.Text;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Parts;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Geometry.Reading;

public class ObjTests
{
    private const string Corners = "v 0 0 0\nv 10 0 0\nv 10 20 0\nv 0 20 0\nv 0 0 30\nv 10 0 30\nv 10 20 30\nv 0 20 30\n";
    private const string Quads = "f 4 3 2 1\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf 4 1 5 8\n";

    private static MeshReport Check(string text) => MeshCheck.Run(Encoding.UTF8.GetBytes(text), LengthUnit.Mm).Report;

    private static RefusalException Refused(string text) =>
        Assert.Throws<RefusalException>(() => MeshReader.Read(Encoding.UTF8.GetBytes(text)));

    [Fact]
    public void Faces_of_four_corners_are_cut_into_triangles()
    {
        var report = Check("# a brick\no brick\n" + Corners + Quads);
        Assert.Equal(("obj", 12, 8, true), (report.Format, report.Triangles, report.Vertices, report.Watertight));
        Assert.Equal(6000, report.VolumeMm3!.Value, 1e-9);
    }

    [Fact]
    public void Corners_may_count_backward_and_carry_texture_and_normal()
    {
        var backward = Quads
            .Replace("f ", "f ", StringComparison.Ordinal)
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(line =>
                "f " + string.Join(' ', line[2..].Split(' ').Select(n => $"{int.Parse(n, CultureInfo.InvariantCulture) - 9}/1/2"))
            );
        Assert.Equal(
            6000,
            Check(
                Corners.Replace("\nv", " 0.5 0.5 0.5\nv", StringComparison.Ordinal)
                    + "vt 0 0\nvn 0 0 1\ns off\n"
                    + string.Join('\n', backward)
            ).VolumeMm3!.Value,
            1e-9
        );
    }

    [Fact]
    public void A_line_may_go_on_after_a_backslash() =>
        Assert.Equal(12, Check(Corners + Quads.Replace("f 4 3 2 1", "f 4 3 \\\n2 1", StringComparison.Ordinal)).Triangles);

    [Fact]
    public void A_comment_may_follow_a_face() =>
        Assert.Equal(12, Check(Corners + Quads.Replace("f 4 3 2 1", "f 4 3 2 1 # side", StringComparison.Ordinal)).Triangles);

    [Theory]
    [InlineData("v 0 0\n", "mesh.malformed", "two of its three|2 of its three")]
    [InlineData("v 0 0 x\n", "mesh.malformed", "a number")]
    [InlineData("v 0 0 nan\nv 0 0 1\nv 0 1 0\nf 1 2 3\n", "mesh.not-finite", "Triangle 1")]
    [InlineData("v 0 0 0\nf 1 2 3\n", "mesh.bad-index", "vertex 2")]
    [InlineData("v 0 0 0\nf 0 1 1\n", "mesh.bad-index", "vertex 0")]
    [InlineData("v 0 0 0\nf -2 1 1\n", "mesh.bad-index", "vertex -2")]
    [InlineData("v 0 0 0\nf 99999999999 1 1\n", "mesh.malformed", "a vertex number")]
    [InlineData("v 0 0 0\nf 1 1\n", "mesh.malformed", "2 corners")]
    [InlineData("v 0 0 0\n", "mesh.empty", "no triangle")]
    public void What_is_wrong_is_said_with_its_line(string text, string code, string says)
    {
        var refusal = Refused(text);
        Assert.Equal(code, refusal.Code);
        Assert.Contains(says.Split('|'), words => refusal.Message.Contains(words, StringComparison.Ordinal));
    }

    [Fact]
    public void A_face_of_a_million_corners_is_refused_at_once() =>
        Assert.Contains(
            "corners",
            Refused(Corners + "f " + string.Concat(Enumerable.Repeat("1 ", 1_000_000))).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void Prose_is_no_mesh() => Assert.Equal("mesh.not-a-mesh", Refused("volume of the part\n\nvery nice").Code);

    [Fact]
    public void A_file_without_unit_asks_for_one()
    {
        var report = Check(
            Corners
                .Replace("10", "0.1", StringComparison.Ordinal)
                .Replace("20", "0.2", StringComparison.Ordinal)
                .Replace("30", "0.3", StringComparison.Ordinal) + Quads
        );
        Assert.Contains(report.Messages, m => m.Code == "unit" && m.Text.Contains("OBJ files carry no unit", StringComparison.Ordinal));
    }

    [Fact]
    public void The_same_solid_measures_the_same_in_every_format()
    {
        var ball = Solids.Sphere(7.5, 40);
        var text = new StringBuilder();
        foreach (var v in ball)
            text.Append(CultureInfo.InvariantCulture, $"v {(float)v.X:R} {(float)v.Y:R} {(float)v.Z:R}\n");
        for (var i = 1; i <= ball.Count; i += 3)
            text.Append(CultureInfo.InvariantCulture, $"f {i} {i + 1} {i + 2}\n");
        double[] volumes =
        [
            .. new[]
            {
                Solids.StlBinary(ball),
                Solids.StlAscii(ball),
                Encoding.ASCII.GetBytes(text.ToString()),
                ThreeMfFile.Of(ThreeMfFile.MeshObject(1, ball), ThreeMfFile.Item(1)),
            }.Select(file => MeshCheck.Run(file, LengthUnit.Mm).Report.VolumeMm3!.Value),
        ];
        Assert.All(volumes, volume => Assert.Equal(volumes[0], volume));
    }
}
