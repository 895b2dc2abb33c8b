using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Forming;

/// <summary>Faces of molds for the sheet, made of rings and boxes.</summary>
internal static class Molds
{
    public static readonly Vec3 Up = new(0, 0, 1);

    /// <summary>Turned about z: a line of radius and height from the outside inward; where it ends off the axis it is open.</summary>
    public static Mesh Turned(int segments, params (double R, double Z)[] line)
    {
        var soup = new List<Vec3>();
        for (var k = 0; k + 1 < line.Length; k++)
        for (var s = 0; s < segments; s++)
        {
            Vec3 At(int point, int segment)
            {
                var angle = 2 * Math.PI * segment / segments;
                return new(line[point].R * Math.Cos(angle), line[point].R * Math.Sin(angle), line[point].Z);
            }

            soup.AddRange([At(k, s), At(k, s + 1), At(k + 1, s + 1)]);
            soup.AddRange([At(k, s), At(k + 1, s + 1), At(k + 1, s)]);
        }

        return Joined(soup);
    }

    /// <summary>A tray: a rectangular pit or plinth with drafted walls, its bottom or top at the height given.</summary>
    public static Mesh Tray(double width, double length, double height, double draftMm, Func<Vec3, Vec3>? turn = null)
    {
        var place = turn ?? (p => p);
        Vec3 Foot(int k) => place(new((k is 1 or 2 ? 0.5 : -0.5) * width, (k >= 2 ? 0.5 : -0.5) * length, 0));
        Vec3 Top(int k) =>
            place(new((k is 1 or 2 ? 0.5 : -0.5) * (width - 2 * draftMm), (k >= 2 ? 0.5 : -0.5) * (length - 2 * draftMm), height));
        var soup = new List<Vec3>();
        for (var k = 0; k < 4; k++)
        {
            var next = (k + 1) % 4;
            soup.AddRange([Foot(k), Foot(next), Top(next)]);
            soup.AddRange([Foot(k), Top(next), Top(k)]);
        }

        soup.AddRange([Top(0), Top(1), Top(2)]);
        soup.AddRange([Top(0), Top(2), Top(3)]);
        return Joined(soup);
    }

    private static Mesh Joined(List<Vec3> corners) =>
        new([.. corners.SelectMany(c => (double[])[c.X, c.Y, c.Z])], [.. Enumerable.Range(0, corners.Count)]);
}
