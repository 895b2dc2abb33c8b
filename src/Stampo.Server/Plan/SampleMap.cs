using System.Runtime.InteropServices;
using Stampo.Core.Parts;
using Stampo.Server.Part;

namespace Stampo.Server.Plan;

/// <summary>
/// What is painted over a part, as the page reads it, little-endian: triangles and samples (32-bit each), a value a sample (32-bit float,
/// not a number where there is none), bytes of more kinds a sample, divisions a triangle (a byte).
/// </summary>
internal static class SampleMap
{
    public static byte[] Pack(SolidSurface surface, float[] values, ReadOnlySpan<byte> kinds = default)
    {
        using var bytes = new MemoryStream();
        bytes.Write(MemoryMarshal.AsBytes<int>([surface.Mesh.TriangleCount, values.Length]));
        bytes.Write(MemoryMarshal.AsBytes<float>(values));
        bytes.Write(kinds);
        bytes.Write(surface.Samples.Divisions);
        return Packed.Pack(bytes.ToArray());
    }

    /// <summary>A gate off the part fills nothing; the plan says where it is.</summary>
    public static float[] OrNone(SolidSurface surface, Func<float[]> map)
    {
        try
        {
            return map();
        }
        catch (PlacedRefusal)
        {
            return [.. Enumerable.Repeat(float.NaN, surface.Samples.All.Length)];
        }
    }
}
