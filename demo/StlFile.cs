using Stampo.Core.Geometry;

namespace Stampo.Demo;

/// <summary>Writes binary STL.</summary>
public static class StlFile
{
    public static byte[] Of(SolidBuilder solid)
    {
        using var stream = new MemoryStream();
        using var writer = new BinaryWriter(stream);
        writer.Write(new byte[80]);
        writer.Write(solid.Corners.Count / 3);
        for (var i = 0; i < solid.Corners.Count; i += 3)
        {
            Vec3 a = solid.Corners[i],
                b = solid.Corners[i + 1],
                c = solid.Corners[i + 2];
            var normal = (b - a).Cross(c - a);
            foreach (var v in new[] { normal.Length > 0 ? normal.Unit() : default, a, b, c })
            {
                writer.Write((float)v.X);
                writer.Write((float)v.Y);
                writer.Write((float)v.Z);
            }

            writer.Write((short)0);
        }

        return stream.ToArray();
    }
}
