using System.Buffers.Binary;
using System.Runtime.InteropServices;
using Stampo.Core.Working;

namespace Stampo.Core.Geometry.Reading;

/// <summary>
/// Binary STL: 80 bytes of header, a 32-bit count, then 50 bytes a triangle (normal, three corners, two spare bytes), little-endian.
/// The stored normals are ignored: the winding decides.
/// </summary>
public sealed class StlBinary : IMeshFormat
{
    private const int Head = 84,
        Facet = 50;

    public bool Recognises(ReadOnlySpan<byte> file) => HasExactLength(file) || !LooksLikeText(file[..Math.Min(file.Length, 512)]);

    public TriangleSoup Read(ReadOnlySpan<byte> file, CancellationToken cancel)
    {
        if (file.Length < Head)
            throw new RefusalException(
                "mesh.truncated",
                $"The file ends after {file.Length} bytes, inside the header of a binary STL; it was cut off. Export it again.",
                "file"
            );
        var count = BinaryPrimitives.ReadUInt32LittleEndian(file[80..]);
        var present = (file.Length - Head) / Facet;
        if (count > present)
            throw new RefusalException(
                "mesh.truncated",
                $"The file says {count:#,0} triangles but holds {present:#,0}; it was cut off, or is no STL file. Export it again.",
                "file"
            );
        if (!HasExactLength(file))
            throw new RefusalException(
                "mesh.count-mismatch",
                $"The file says {count:#,0} triangles but {file.Length - Head - count * (long)Facet:#,0} bytes follow "
                    + "them; the count is wrong. Export it again.",
                "file"
            );
        if (count > MeshReader.MaxTriangles)
            throw MeshReader.TooMany(count);

        var coordinates = new float[9 * (int)count];
        for (var t = 0; t < (int)count; t++)
        {
            if ((t & 0xFFFF) == 0)
                cancel.ThrowIfCancellationRequested();
            MemoryMarshal.Cast<byte, float>(file.Slice(Head + t * Facet + 12, 36)).CopyTo(coordinates.AsSpan(9 * t, 9));
        }

        return new TriangleSoup("stl-binary", coordinates);
    }

    private static bool HasExactLength(ReadOnlySpan<byte> file) =>
        file.Length >= Head && Head + Facet * (long)BinaryPrimitives.ReadUInt32LittleEndian(file[80..]) == file.Length;

    private static bool LooksLikeText(ReadOnlySpan<byte> head)
    {
        foreach (var b in head)
        {
            if (b < 0x20 && b is not ((byte)'\t' or (byte)'\n' or (byte)'\r' or (byte)'\f'))
                return false;
        }

        return true;
    }
}
