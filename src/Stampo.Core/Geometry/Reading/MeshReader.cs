using Stampo.Core.Geometry.Reading.ThreeMf;
using Stampo.Core.Wording;

namespace Stampo.Core.Geometry.Reading;

/// <summary>One file format. A new format is one more implementation, listed in <see cref="MeshReader"/>.</summary>
public interface IMeshFormat
{
    bool Recognises(ReadOnlySpan<byte> file);

    TriangleSoup Read(ReadOnlySpan<byte> file, CancellationToken cancel);
}

/// <summary>Takes an untrusted file and gives triangles, or a refusal whose code begins with <c>mesh.</c></summary>
public static class MeshReader
{
    /// <summary>More than any part needs; a bound on memory and time.</summary>
    public const int MaxTriangles = 5_000_000;

    private static readonly IMeshFormat[] Formats = [new ThreeMfFormat(), new StlBinary(), new StlAscii(), new Obj()];

    public static TriangleSoup Read(ReadOnlySpan<byte> file, CancellationToken cancel = default)
    {
        if (file.IsEmpty)
            throw new RefusalException("mesh.empty", "The file is empty; export the part again and send that file.", "file");
        foreach (var format in Formats)
        {
            if (format.Recognises(file))
                return Usable(format.Read(file, cancel));
        }

        throw new RefusalException(
            "mesh.not-a-mesh",
            "The file is no mesh that is read here: STL (binary or ASCII), OBJ or 3MF. Export the part as one of them and send that file.",
            "file"
        );
    }

    internal static RefusalException TooMany(long count) =>
        new(
            "mesh.too-large",
            $"The file says {count:#,0} triangles; the limit is {MaxTriangles:#,0}. Export with a coarser tolerance.",
            "file"
        );

    /// <summary>The triangles as they are, when there are some and all are numbers to work with.</summary>
    internal static TriangleSoup Usable(TriangleSoup soup)
    {
        if (soup.Unusable is { } corner)
            throw new RefusalException(
                "mesh.not-finite",
                $"Triangle {corner.Triangle + 1:#,0} has a corner that is not a usable number ({Text.Number(corner.Value)}); "
                    + "export the part again.",
                "file"
            );
        return soup.TriangleCount > 0
            ? soup
            : throw new RefusalException("mesh.empty", "The file holds no triangle; export the part as a mesh and send that file.", "file");
    }
}
