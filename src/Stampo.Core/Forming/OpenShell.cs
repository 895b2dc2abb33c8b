using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Forming;

/// <summary>
/// A part as a sheet would have to be formed to it: which way it is open, what lies under itself along the pull, how long its outline is.
/// Read off columns along the pull over the rectangle of its shadow.
/// </summary>
public sealed class OpenShell
{
    private const double Columns = 400_000,
        HollowColumns = 60_000;

    /// <summary>Off the lines of a mesh drawn to round numbers, so that no column runs along an edge.</summary>
    private const double Aside = 0.41734;

    /// <summary>A hollow smaller than this share of the part's volume is no opening.</summary>
    private const double LeastHollow = 0.25;

    /// <summary>Undercuts of less than this share of the shadow are dust of the mesh.</summary>
    private const double Dust = 5e-4;

    /// <summary>A sheet is not clamped about less.</summary>
    private const double NarrowestMm = 8;

    private OpenShell(Mesh mesh, Vec3 opening) => (Mesh, Opening) = (mesh, opening);

    public Mesh Mesh { get; }

    /// <summary>Out of the hollow: from there a female mold gets its sheet, to there a male one goes in.</summary>
    public Vec3 Opening { get; }

    /// <summary>From the rim to the bottom of its far side.</summary>
    public double DepthMm { get; private init; }

    /// <summary>Of its shadow's rectangle, the shorter side.</summary>
    public double WidthMm { get; private init; }

    public double LengthMm { get; private init; }

    public double HollowMm3 { get; private init; }

    public double VolumeMm3 { get; private init; }

    public double ShadowMm2 { get; private init; }

    /// <summary>Shadow of what lies over air over more of the part.</summary>
    public double UndercutMm2 { get; private init; }

    public Place? Undercut { get; private init; }

    /// <summary>Of the shadow, holes within it included: what is cut when it is trimmed.</summary>
    public double OutlineMm { get; private init; }

    /// <summary>Holes within the shadow.</summary>
    public double HolesMm2 { get; private init; }

    /// <param name="surface">A closed part.</param>
    /// <param name="pull">Along it, either way round: the larger hollow is the opening.</param>
    /// <param name="progress">Stops it.</param>
    public static OpenShell Of(SolidSurface surface, Vec3 pull, Progress progress)
    {
        var mesh = surface.Mesh;
        var up = pull.Unit();
        var rectangle = LeastRectangle.Of(mesh, up);
        var stack = new ColumnStack(rectangle, Columns, Aside);
        var local = rectangle.Local(mesh, up);
        stack.Cut(surface, local, up, progress);
        var (above, below) = (Hollow(mesh, local, rectangle, 1, progress), Hollow(mesh, local, rectangle, -1, progress));
        var opening = above >= below ? up : up * -1;
        var grid = HeightGrid.Over(rectangle, new SheetLayout(0), Columns);
        grid.Raise(mesh, local, new Vec3(0, 0, 0), progress);
        var outside = grid.Outside();
        var isPart = grid.Found();
        var cell = grid.StepMm * grid.StepMm;
        return new OpenShell(mesh, opening)
        {
            DepthMm = above >= below ? stack.HighestUnder - stack.LowestUnder : stack.HighestOver - stack.LowestOver,
            WidthMm = Math.Min(rectangle.Width, rectangle.Length),
            LengthMm = Math.Max(rectangle.Width, rectangle.Length),
            HollowMm3 = Math.Max(above, below),
            VolumeMm3 = stack.VolumeMm3,
            ShadowMm2 = cell * isPart.Count(p => p),
            HolesMm2 = cell * isPart.Where((p, i) => !p && !outside[i]).Count(),
            UndercutMm2 = stack.UndercutMm2,
            Undercut = stack.Deepest is { } at
                ? Place.Of(
                    rectangle.Corner + rectangle.U * at.X + rectangle.V * at.Y + up * at.Z,
                    opening * -1,
                    Math.Max(2, Math.Sqrt(stack.UndercutMm2) / 2)
                )
                : null,
            OutlineMm = Outline(isPart, grid.Columns, grid.Rows) * grid.StepMm,
        };
    }

    /// <summary>Why no sheet can be formed to it; null when one can.</summary>
    public Finding? Refused =>
        WidthMm < NarrowestMm
            ? Fault(
                "narrow",
                $"The part is {Text.Number(WidthMm, 2)} mm wide along this pull; a sheet is not clamped about less than "
                    + $"{Text.Number(NarrowestMm)} mm. Print or machine it, or turn the pull."
            )
        : HollowMm3 < LeastHollow * VolumeMm3
            ? Fault(
                "no-opening",
                $"The part has no opening along the pull: its hollow is {Text.Number(HollowMm3 / 1000, 2)} cm³ beside "
                    + $"{Text.Number(VolumeMm3 / 1000, 3)} cm³ of material. A sheet forms an open shell of even wall: turn the pull, give "
                    + "the mesh of the shell, or take another route."
            )
        : UndercutMm2 > Math.Max(1, Dust * ShadowMm2)
            ? Fault(
                "undercut",
                $"Over {Text.Number(UndercutMm2 / 100, 2)} cm² the part lies over itself along the pull: a sheet does not come in under "
                    + "it, and the part does not come off. Give it draft there, a removable piece in the mold, or turn the pull."
            ) with
            {
                Place = Undercut,
            }
        : null;

    /// <summary>What water would stand in it, seen from above (1) or turned over (−1), with its holes closed.</summary>
    private static double Hollow(Mesh mesh, Vec3[] local, LeastRectangle rectangle, int sign, Progress progress)
    {
        var grid = HeightGrid.Over(rectangle, new SheetLayout(0), HollowColumns);
        grid.Raise(mesh, Array.ConvertAll(local, p => new Vec3(p.X, p.Y, sign * p.Z)), new Vec3(0, 0, 0), progress);
        grid.BridgeHoles();
        return grid.Pond();
    }

    private static Finding Fault(string code, string text) => new(Severity.Fault, code, text) { Field = "part" };

    /// <summary>
    /// Around what is set in a picture, in its cells: exact along its lines and across them, 4 % too much on average between
    /// (Gray 1971, bit quads).
    /// </summary>
    private static double Outline(bool[] set, int columns, int rows)
    {
        var (straight, corner) = (0L, 0L);
        for (var j = -1; j < rows; j++)
        for (var i = -1; i < columns; i++)
        {
            var (a, b, c, d) = (At(i, j), At(i + 1, j), At(i, j + 1), At(i + 1, j + 1));
            switch (a + b + c + d)
            {
                case 1 or 3:
                    corner++;
                    break;
                case 2 when a == d:
                    corner += 2;
                    break;
                case 2:
                    straight++;
                    break;
            }
        }

        return straight + corner / Math.Sqrt(2);

        int At(int i, int j) => i >= 0 && j >= 0 && i < columns && j < rows && set[j * columns + i] ? 1 : 0;
    }
}
