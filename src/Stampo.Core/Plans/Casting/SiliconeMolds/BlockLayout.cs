namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>
/// How patterns stand in one block: columns along x, rows along y, the casting attitude up. Lengths in mm; centres are of the part
/// boxes from a lower corner of the inside of the box.
/// </summary>
public sealed record BlockLayout(
    int Count,
    int Columns,
    int Rows,
    double WallMm,
    double SpacingMm,
    double[] BoxMm,
    IReadOnlyList<double[]> CentresMm,
    double RunnerMm
)
{
    /// <summary>Bore of the common runner that several cavities are filled through.</summary>
    public const double RunnerBoreMm = 8;

    public double BoxCm3 => BoxMm[0] * BoxMm[1] * BoxMm[2] / 1000;

    public double RunnerCm3 => RunnerMm * Math.PI * RunnerBoreMm * RunnerBoreMm / 4 / 1000;

    /// <summary>All round the part: 0.12 of its longest side, not less than 20 and not more than 40 mm.</summary>
    public static double UsualWallMm(double longestMm) => Math.Min(MostWallMm, Math.Max(LeastWallMm, WallShare * longestMm));

    internal const double MostWallMm = 40,
        LeastWallMm = 20,
        WallShare = 0.12;

    /// <summary>The columns and rows that need least silicone; among equals the squarest.</summary>
    public static BlockLayout Of(double[] partMm, int count, double wallMm, double spacingMm) =>
        Enumerable
            .Range(1, count)
            .Select(columns => With(partMm, count, columns, wallMm, spacingMm))
            .MinBy(layout => (Math.Round(layout.BoxCm3, 6), Math.Abs(layout.BoxMm[0] - layout.BoxMm[1])))!;

    private static BlockLayout With(double[] part, int count, int columns, double wall, double spacing)
    {
        var rows = (count + columns - 1) / columns;
        double Along(int n, double size) => n * size + (n - 1) * spacing + 2 * wall;
        double Centre(int i, double size) => wall + size / 2 + i * (size + spacing);
        double[][] centres =
        [
            .. Enumerable
                .Range(0, count)
                .Select(i => new[] { Centre(i % columns, part[0]), Centre(i / columns, part[1]), wall + part[2] / 2 }),
        ];
        return new BlockLayout(
            count,
            columns,
            rows,
            wall,
            spacing,
            [Along(columns, part[0]), Along(rows, part[1]), part[2] + 2 * wall],
            centres,
            Runner(part, columns, rows, spacing)
        );
    }

    /// <summary>A trunk across the rows and a branch along each.</summary>
    private static double Runner(double[] part, int columns, int rows, double spacing) =>
        (rows - 1) * (part[1] + spacing) + rows * (columns - 1) * (part[0] + spacing);
}
