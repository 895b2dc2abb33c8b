using System.Buffers.Binary;

namespace Stampo.Core.Geometry.Writing;

/// <summary>Writes a mesh as binary STL.</summary>
public static class StlWriter
{
    private const int Head = 84,
        Facet = 50;

    /// <summary>
    /// In millimetres unless another unit is given; in the unit the file was read in, the numbers come out as they went in.
    /// </summary>
    public static byte[] Write(Mesh mesh, double mmPerUnit = 1)
    {
        var file = new byte[Head + Facet * mesh.TriangleCount];
        "Written by Stampo"u8.CopyTo(file);
        BinaryPrimitives.WriteInt32LittleEndian(file.AsSpan(80), mesh.TriangleCount);
        for (var t = 0; t < mesh.TriangleCount; t++)
        {
            var facet = file.AsSpan(Head + Facet * t);
            Put(facet, mesh.UnitNormal(t));
            for (var k = 0; k < 3; k++)
                Put(facet[(12 + 12 * k)..], mesh.Corner(t, k) * (1 / mmPerUnit));
        }

        return file;
    }

    private static void Put(Span<byte> at, Vec3 v)
    {
        BinaryPrimitives.WriteSingleLittleEndian(at, (float)v.X);
        BinaryPrimitives.WriteSingleLittleEndian(at[4..], (float)v.Y);
        BinaryPrimitives.WriteSingleLittleEndian(at[8..], (float)v.Z);
    }
}
