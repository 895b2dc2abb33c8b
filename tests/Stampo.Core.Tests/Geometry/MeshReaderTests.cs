using System.Buffers.Binary;
using System.Text;
using CsCheck;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Parts;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Geometry;

public class MeshReaderTests
{
    private static readonly byte[] Good = Solids.StlBinary(Solids.Block(10, 20, 30));

    [Fact]
    public void An_empty_file_is_named() => Refused([], "mesh.empty");

    [Fact]
    public void A_file_cut_anywhere_is_named_as_cut_off()
    {
        foreach (var length in new[] { 83, 84, 100, 300, Good.Length - 1 })
            Refused(Good[..length], "mesh.truncated");
    }

    [Theory]
    [InlineData(13u, "mesh.truncated")]
    [InlineData(uint.MaxValue, "mesh.truncated")]
    [InlineData(11u, "mesh.count-mismatch")]
    public void A_count_that_lies_is_named(uint count, string code)
    {
        var file = Good.ToArray();
        BinaryPrimitives.WriteUInt32LittleEndian(file.AsSpan(80), count);
        Refused(file, code);
    }

    [Fact]
    public void No_triangles_at_all_is_empty() => Refused(new byte[84], "mesh.empty");

    [Theory]
    [InlineData(float.NaN)]
    [InlineData(float.PositiveInfinity)]
    [InlineData(1e30f)]
    public void A_corner_that_is_no_number_names_its_triangle(float bad)
    {
        var file = Good.ToArray();
        BinaryPrimitives.WriteSingleLittleEndian(file.AsSpan(84 + 50 * 2 + 12), bad);
        Assert.Contains("Triangle 3", Refused(file, "mesh.not-finite"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("Dear supplier, please find attached nothing at all. Kind regards, a text file with a wrong name.")]
    [InlineData("<html><body>not found</body></html>")]
    public void Text_called_stl_is_no_mesh(string text) => Refused(Encoding.UTF8.GetBytes(text), "mesh.not-a-mesh");

    [Theory]
    [InlineData("solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\n", "mesh.truncated", "line 5")]
    [InlineData("solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 zero 0\n", "mesh.malformed", "Line 4")]
    [InlineData("solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nendloop\n", "mesh.malformed", "Line 6")]
    [InlineData(
        "solid a\nfacet normal 0 0 1 outer loop vertex 0 0 0 vertex 1 0 0 vertex 0 1 nan endloop endfacet endsolid",
        "mesh.not-finite",
        "Triangle 1"
    )]
    [InlineData("solid a\nendsolid\n", "mesh.empty", "no triangle")]
    public void A_broken_ascii_file_names_the_line(string text, string code, string says) =>
        Assert.Contains(says, Refused(Encoding.UTF8.GetBytes(text), code), StringComparison.Ordinal);

    [Fact]
    public void A_binary_file_whose_header_begins_with_solid_is_read_as_binary()
    {
        var file = Good.ToArray();
        "solid exported by hand"u8.CopyTo(file);
        Assert.Equal("stl-binary", MeshReader.Read(file).Format);
    }

    [Fact]
    public void Capital_letters_and_several_solids_are_read()
    {
        var one = Encoding.ASCII.GetString(Solids.StlAscii(Solids.Block(1, 1, 1)));
        var both = Encoding.ASCII.GetBytes(one.ToUpperInvariant().Replace("E-", "e-", StringComparison.Ordinal) + one);
        Assert.Equal(24, MeshReader.Read(both).TriangleCount);
    }

    [Fact]
    public void Damage_is_refused_by_name_or_read_but_never_crashes()
    {
        byte[][] seeds = [Good, Solids.StlAscii(Solids.Block(10, 20, 30))];
        Gen.Select(Gen.Int[0, 1], Gen.Int[0, 699], Gen.Byte, Gen.Int[0, 3])
            .Sample(
                (which, at, value, how) =>
                {
                    var file = seeds[which].ToArray();
                    var place = at % file.Length;
                    switch (how)
                    {
                        case 0:
                            file[place] = value;
                            break;
                        case 1:
                            file = file[..place];
                            break;
                        case 2:
                            file = [.. file[..place], value, .. file[place..]];
                            break;
                        default:
                            file = [.. file, .. file[place..]];
                            break;
                    }

                    try
                    {
                        return MeshCheck.Run(file, LengthUnit.Mm).Report.Triangles > 0;
                    }
                    catch (RefusalException refusal)
                    {
                        return refusal.Code.StartsWith("mesh.", StringComparison.Ordinal) && refusal.Message.Length > 20;
                    }
                },
                iter: 500
            );
    }

    private static string Refused(byte[] file, string code)
    {
        var refusal = Assert.Throws<RefusalException>(() => MeshReader.Read(file));
        Assert.Equal(code, refusal.Code);
        return refusal.Message;
    }
}
