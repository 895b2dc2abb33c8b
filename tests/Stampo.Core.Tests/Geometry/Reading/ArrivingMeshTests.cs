using System.Text;
using CsCheck;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Geometry.Reading;

public class ArrivingMeshTests
{
    private static readonly byte[][] Files =
    [
        Solids.StlBinary(Solids.Sphere(10, 12)),
        Solids.StlAscii(Solids.Block(10, 20, 30)),
        Encoding.ASCII.GetBytes("v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\nf 1 3 2\nf 1 2 4\nf 2 3 4\nf 3 1 4\n"),
        ThreeMfWriter.Write(MeshCheck.Run(Solids.Soup(Solids.Block(3, 4, 5)), LengthUnit.Mm).Mesh),
        Solids.StlBinary(Solids.Block(1, 1, 1))[..300],
        [.. Solids.StlBinary(Solids.Block(1, 1, 1)), 1, 2, 3],
        "a letter about a part"u8.ToArray(),
        new byte[84],
        [],
    ];

    [Fact]
    public void A_file_in_any_pieces_is_read_as_the_whole_file_is() =>
        Gen.Select(Gen.Int[0, Files.Length - 1], Gen.Int[1, 700].Array[1, 12], Gen.Int[-1, 2000], Gen.Byte)
            .Sample(
                (which, sizes, spoiltAt, with) =>
                {
                    var file = Files[which].ToArray();
                    if (spoiltAt >= 0 && spoiltAt < file.Length)
                        file[spoiltAt] = with;
                    return Told(() => InPieces(file, sizes)) == Told(() => MeshReader.Read(file));
                },
                iter: 1500
            );

    [Fact]
    public async Task A_stream_is_read_to_its_end_whatever_length_was_expected()
    {
        foreach (var expected in new long[] { 0, 1, 1_000_000 })
        {
            using var stream = new MemoryStream(Files[0]);
            var soup = await ArrivingMesh.ReadAsync(stream, expected, TestContext.Current.CancellationToken);
            Assert.Equal(Told(() => MeshReader.Read(Files[0])), Told(() => soup));
        }
    }

    [Fact]
    public void Many_corners_that_are_no_numbers_cost_no_more_than_the_first()
    {
        var spoilt = Solids.StlBinary(Solids.Sphere(10, 300));
        for (var at = 84 + 50 * 6; at < spoilt.Length; at += 50)
            BitConverter.TryWriteBytes(spoilt.AsSpan(at + 16), float.NaN);
        Assert.Contains("Triangle 7 ", Assert.Throws<RefusalException>(() => InPieces(spoilt, [4096])).Message, StringComparison.Ordinal);
    }

    private static TriangleSoup InPieces(byte[] file, int[] sizes)
    {
        var mesh = new ArrivingMesh();
        for (int at = 0, i = 0; at < file.Length; i++)
        {
            var end = Math.Min(file.Length, at + sizes[i % sizes.Length]);
            mesh.Add(file.AsSpan(at, end - at));
            at = end;
        }

        return mesh.Soup();
    }

    private static string Told(Func<TriangleSoup> read)
    {
        try
        {
            var soup = read();
            return $"{soup.Format} {soup.StatedUnit} {string.Join(' ', soup.Points)} {string.Join(' ', soup.Corners)}";
        }
        catch (RefusalException refusal)
        {
            return $"{refusal.Code} {refusal.Message}";
        }
    }
}
