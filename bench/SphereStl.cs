namespace Stampo.Bench;

/// <summary>A finely divided sphere as a binary STL file: closed, with no two triangles alike.</summary>
internal static class SphereStl
{
    public static byte[] OfAtLeast(int triangles)
    {
        var rings = (int)Math.Ceiling(Math.Sqrt(triangles / 4.0)) + 1;
        var around = 2 * rings;
        using var stream = new MemoryStream();
        using var writer = new BinaryWriter(stream);
        writer.Write(new byte[80]);
        writer.Write(2 * around * (rings - 1));
        for (var i = 0; i < rings; i++)
        for (var j = 0; j < around; j++)
        {
            if (i < rings - 1)
                Write(At(i, j), At(i + 1, j), At(i + 1, j + 1));
            if (i > 0)
                Write(At(i, j), At(i + 1, j + 1), At(i, j + 1));
        }

        return stream.ToArray();

        (float X, float Y, float Z) At(int ring, int step)
        {
            if (ring == 0 || ring == rings)
                return (0, 0, ring == 0 ? 50 : -50);
            var (sinT, cosT) = Math.SinCos(Math.PI * ring / rings);
            var (sinP, cosP) = Math.SinCos(2 * Math.PI * (step % around) / around);
            return ((float)(50 * sinT * cosP), (float)(50 * sinT * sinP), (float)(50 * cosT));
        }

        void Write(params (float X, float Y, float Z)[] corners)
        {
            writer.Write(new byte[12]);
            foreach (var (x, y, z) in corners)
            {
                writer.Write(x);
                writer.Write(y);
                writer.Write(z);
            }

            writer.Write((short)0);
        }
    }
}
