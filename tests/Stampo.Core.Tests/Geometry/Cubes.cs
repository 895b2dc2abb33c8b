using Stampo.Core.Geometry;

namespace Stampo.Core.Tests.Geometry;

/// <summary>A solid of cubes: the faces between those that belong to it and those that do not.</summary>
public static class Cubes
{
    private static readonly (int X, int Y, int Z)[] Sides = [(1, 0, 0), (-1, 0, 0), (0, 1, 0), (0, -1, 0), (0, 0, 1), (0, 0, -1)];

    public static List<Vec3> Of((int X, int Y, int Z) size, double step, Func<int, int, int, bool> belongs)
    {
        bool Has(int x, int y, int z) => x >= 0 && y >= 0 && z >= 0 && x < size.X && y < size.Y && z < size.Z && belongs(x, y, z);
        var corners = new List<Vec3>();
        for (var z = 0; z < size.Z; z++)
        for (var y = 0; y < size.Y; y++)
        for (var x = 0; x < size.X; x++)
            foreach (var side in Has(x, y, z) ? Sides : [])
                if (!Has(x + side.X, y + side.Y, z + side.Z))
                    corners.AddRange(Face(new Vec3(x + 0.5, y + 0.5, z + 0.5) * step, new Vec3(side.X, side.Y, side.Z) * (step / 2)));
        return corners;
    }

    private static IEnumerable<Vec3> Face(Vec3 middle, Vec3 outward)
    {
        var (u, v) = (new Vec3(outward.Y, outward.Z, outward.X), new Vec3(outward.Z, outward.X, outward.Y));
        // Turned so that the face looks outwards, whichever axis it is on.
        if (u.Cross(v).Dot(outward) < 0)
            (u, v) = (v, u);
        var at = middle + outward;
        Vec3 a = at - u - v,
            b = at + u - v,
            c = at + u + v,
            d = at - u + v;
        return [a, b, c, a, c, d];
    }
}
