using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

/// <summary>Closed-form solids as triangle lists, and ways to spoil them.</summary>
public static class Solids
{
    private static readonly int[] CubeTriangles =
    [
        0,
        2,
        1,
        1,
        2,
        3,
        4,
        5,
        6,
        5,
        7,
        6,
        0,
        1,
        4,
        1,
        5,
        4,
        2,
        6,
        3,
        3,
        6,
        7,
        0,
        4,
        2,
        2,
        4,
        6,
        1,
        3,
        5,
        3,
        7,
        5,
    ];

    public static List<Vec3> Block(double x, double y, double z, Vec3 at = default) =>
        [.. CubeTriangles.Select(c => at + new Vec3((c & 1) * x, ((c >> 1) & 1) * y, ((c >> 2) & 1) * z))];

    public static List<Vec3> Sphere(double radius, int around, Vec3 centre = default)
    {
        var rings = around / 2;
        var corners = new List<Vec3>();
        for (var i = 0; i < rings; i++)
        for (var j = 0; j < around; j++)
        {
            Vec3 a = At(i, j),
                b = At(i + 1, j),
                c = At(i + 1, j + 1),
                d = At(i, j + 1);
            if (i < rings - 1)
                corners.AddRange([a, b, c]);
            if (i > 0)
                corners.AddRange([a, c, d]);
        }

        return corners;

        Vec3 At(int ring, int step)
        {
            if (ring == 0 || ring == rings)
                return centre + new Vec3(0, 0, ring == 0 ? radius : -radius);
            double theta = Math.PI * ring / rings,
                phi = 2 * Math.PI * (step % around) / around;
            return centre
                + new Vec3(radius * Math.Sin(theta) * Math.Cos(phi), radius * Math.Sin(theta) * Math.Sin(phi), radius * Math.Cos(theta));
        }
    }

    public static List<Vec3> TurnedOver(List<Vec3> corners) => [.. corners.Chunk(3).SelectMany(t => new[] { t[0], t[2], t[1] })];

    public static List<Vec3> Rotated(List<Vec3> corners, Vec3 axis, double angle)
    {
        var k = axis.Unit();
        var (sin, cos) = Math.SinCos(angle);
        return corners.ConvertAll(v => v * cos + k.Cross(v) * sin + k * (k.Dot(v) * (1 - cos)));
    }

    public static TriangleSoup Soup(List<Vec3> corners) =>
        TriangleSoup.Of("stl-binary", [.. corners.SelectMany(v => new[] { (float)v.X, (float)v.Y, (float)v.Z })]);

    public static byte[] StlBinary(List<Vec3> corners)
    {
        using var stream = new MemoryStream();
        using var writer = new BinaryWriter(stream);
        writer.Write(new byte[80]);
        writer.Write(corners.Count / 3);
        foreach (var triangle in corners.Chunk(3))
        {
            writer.Write(new byte[12]);
            foreach (var v in triangle)
            {
                writer.Write((float)v.X);
                writer.Write((float)v.Y);
                writer.Write((float)v.Z);
            }

            writer.Write((short)0);
        }

        return stream.ToArray();
    }

    public static byte[] StlAscii(List<Vec3> corners)
    {
        var text = new System.Text.StringBuilder("solid made up\n");
        foreach (var t in corners.Chunk(3))
        {
            text.Append("facet normal 0 0 0\n outer loop\n");
            foreach (var v in t)
                text.Append(System.Globalization.CultureInfo.InvariantCulture, $"  vertex {(float)v.X:R} {(float)v.Y:R} {(float)v.Z:R}\n");
            text.Append(" endloop\nendfacet\n");
        }

        return System.Text.Encoding.ASCII.GetBytes(text.Append("endsolid made up\n").ToString());
    }
}
