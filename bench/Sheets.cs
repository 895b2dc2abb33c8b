using System.Diagnostics;
using Stampo.Core.Forming;
using Stampo.Core.Geometry;
using Stampo.Core.Working;

namespace Stampo.Bench;

/// <summary>A tray of 420 × 320 × 55 mm formed all three ways, at a millimetre, and as a first look.</summary>
internal static class Sheets
{
    private const double Width = 420,
        Length = 320,
        Depth = 55,
        DraftMm = 5;

    private static readonly Vec3 Up = new(0, 0, 1);

    public static void Print()
    {
        var female = MoldFace.Of(Tray(-Depth), Up, FormSide.Female, Progress.None);
        var male = MoldFace.Of(Tray(Depth), Up, FormSide.Male, Progress.None);
        Ms(female, new(3, FormSide.Female, 20));
        var plug = new Plug(0.7 * Depth, 0.3 * Length);
        Shapes.Line("tray of 420 × 320 × 55 mm, female: first look", Ms(female, new(3, FormSide.Female, 20)), 1_500);
        Shapes.Line(
            "the same at 1 mm: female, male and with a plug",
            Ms(female, new(3, FormSide.Female, 1)) + Ms(male, new(3, FormSide.Male, 1)) + Ms(female, new(3, FormSide.Female, 1, plug)),
            10_000
        );
    }

    private static double Ms(MoldFace face, SheetOrder order)
    {
        var watch = Stopwatch.StartNew();
        SheetSimulation.Run(face, order, Progress.None);
        return watch.Elapsed.TotalMilliseconds;
    }

    private static Mesh Tray(double height)
    {
        Vec3[] corners =
        [
            .. new[] { (0.0, 0.0), (DraftMm, height) }.SelectMany(level =>
                new[] { (-1, -1), (1, -1), (1, 1), (-1, 1) }.Select(side => new Vec3(
                    side.Item1 * (Width / 2 - level.Item1),
                    side.Item2 * (Length / 2 - level.Item1),
                    level.Item2
                ))
            ),
        ];
        int[] faces = [0, 1, 5, 0, 5, 4, 1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0, 4, 3, 4, 7, 4, 5, 6, 4, 6, 7];
        return new Mesh([.. corners.SelectMany(c => (double[])[c.X, c.Y, c.Z])], faces);
    }
}
