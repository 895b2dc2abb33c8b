using Stampo.Core.Geometry;

namespace Stampo.Demo;

/// <summary>Solids turned about the z axis.</summary>
public static class Lathe
{
    /// <summary>
    /// Turns a closed profile of (radius, height) points, listed counter-clockwise with the radius to the right.
    /// Points on the axis close the solid there.
    /// </summary>
    public static SolidBuilder Turn(int around, params (double R, double Z)[] profile)
    {
        var solid = new SolidBuilder();
        for (var i = 0; i < profile.Length; i++)
        {
            var (a, b) = (profile[i], profile[(i + 1) % profile.Length]);
            if (a.R == 0 && b.R == 0)
                continue;
            for (var j = 0; j < around; j++)
                solid.Quad(At(a, j), At(a, j + 1), At(b, j + 1), At(b, j));
        }

        return solid;

        Vec3 At((double R, double Z) p, int step)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * (step % around) / around);
            return new Vec3(p.R * cos, p.R * sin, p.Z);
        }
    }
}
