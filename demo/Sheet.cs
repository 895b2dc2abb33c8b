using Stampo.Core.Geometry;

namespace Stampo.Demo;

/// <summary>A solid between two height fields over a rectangle: shells, trays, lenses.</summary>
public static class Sheet
{
    public static SolidBuilder Between(
        double width,
        double depth,
        int cellsX,
        int cellsY,
        Func<double, double, double> bottom,
        Func<double, double, double> top
    )
    {
        var solid = new SolidBuilder();
        for (var i = 0; i < cellsX; i++)
        for (var j = 0; j < cellsY; j++)
        {
            solid.Quad(Top(i, j), Top(i + 1, j), Top(i + 1, j + 1), Top(i, j + 1));
            solid.Quad(Bottom(i, j), Bottom(i, j + 1), Bottom(i + 1, j + 1), Bottom(i + 1, j));
        }

        for (var i = 0; i < cellsX; i++)
        {
            solid.Quad(Bottom(i, 0), Bottom(i + 1, 0), Top(i + 1, 0), Top(i, 0));
            solid.Quad(Bottom(i + 1, cellsY), Bottom(i, cellsY), Top(i, cellsY), Top(i + 1, cellsY));
        }

        for (var j = 0; j < cellsY; j++)
        {
            solid.Quad(Bottom(0, j + 1), Bottom(0, j), Top(0, j), Top(0, j + 1));
            solid.Quad(Bottom(cellsX, j), Bottom(cellsX, j + 1), Top(cellsX, j + 1), Top(cellsX, j));
        }

        return solid;

        Vec3 Top(int i, int j) => At(i, j, top);

        Vec3 Bottom(int i, int j) => At(i, j, bottom);

        Vec3 At(int i, int j, Func<double, double, double> height)
        {
            double x = width * i / cellsX - width / 2,
                y = depth * j / cellsY - depth / 2;
            return new Vec3(x, y, height(x, y));
        }
    }

    /// <summary>0 below the edge, 1 above it, smooth over the width between.</summary>
    public static double Step(double value, double from, double to)
    {
        var t = Math.Clamp((value - from) / (to - from), 0, 1);
        return t * t * (3 - 2 * t);
    }
}
