using System.Runtime.InteropServices;
using Stampo.Core.Geometry;

namespace Stampo.Server.Part;

/// <summary>
/// The mesh as the page draws it, little-endian: vertex count and triangle count (32-bit), then three 32-bit floats
/// a vertex in the file's own unit, then three 32-bit vertex numbers a triangle.
/// </summary>
public static class Drawing
{
    public static byte[] Of(Mesh mesh, double mmPerUnit)
    {
        var bytes = new byte[8 + 4 * (mesh.Positions.Length + mesh.Corners.Length)];
        MemoryMarshal.Cast<int, byte>([mesh.VertexCount, mesh.TriangleCount]).CopyTo(bytes);
        var positions = MemoryMarshal.Cast<byte, float>(bytes.AsSpan(8, 4 * mesh.Positions.Length));
        for (var i = 0; i < positions.Length; i++)
            positions[i] = (float)(mesh.Positions[i] / mmPerUnit);
        MemoryMarshal.AsBytes<int>(mesh.Corners).CopyTo(bytes.AsSpan(8 + 4 * mesh.Positions.Length));
        return bytes;
    }
}
