using System.Runtime.InteropServices;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;

namespace Stampo.Server.Part;

/// <summary>
/// What the page draws, little-endian. The mesh: vertices, triangles drawn and triangles of the true mesh (32-bit each), then
/// three 32-bit floats a vertex in the file's own unit, three 32-bit vertex numbers a triangle, and, when fewer are drawn
/// than there are, the number of the true triangle each one was.
/// </summary>
public static class Drawing
{
    /// <summary>More than these make a turning part stutter where graphics are drawn by the processor.</summary>
    private const int MostTriangles = 300_000;

    public static byte[] Of(Mesh mesh, double mmPerUnit)
    {
        var simplified = Simplified.Of(mesh, MostTriangles);
        var drawn = simplified?.Mesh ?? mesh;
        using var bytes = new MemoryStream();
        Write(bytes, [drawn.VertexCount, drawn.TriangleCount, mesh.TriangleCount]);
        Write(bytes, Array.ConvertAll(drawn.Positions, p => (float)(p / mmPerUnit)));
        Write(bytes, drawn.Corners);
        Write(bytes, simplified?.Source ?? []);
        return bytes.ToArray();
    }

    /// <summary>
    /// The maps: triangles of the true mesh and samples (32-bit each); a float of signed draft a triangle; the floats of wall by
    /// ray and then by ball, a sample each; 16 bits of undercut region a sample; a byte of divisions a triangle.
    /// </summary>
    public static byte[] Of(ShapeMaps maps)
    {
        using var bytes = new MemoryStream();
        Write(bytes, [maps.Divisions.Length, maps.RayMm.Length]);
        Write(bytes, maps.DraftDeg);
        Write(bytes, maps.RayMm);
        Write(bytes, maps.BallMm);
        Write(bytes, maps.RegionOf);
        Write(bytes, maps.Divisions);
        return bytes.ToArray();
    }

    private static void Write<T>(MemoryStream bytes, T[] values)
        where T : unmanaged => bytes.Write(MemoryMarshal.AsBytes<T>(values));
}
