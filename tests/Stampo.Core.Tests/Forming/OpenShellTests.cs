using Stampo.Core.Forming;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Forming;

/// <summary>What a sheet finds of a part: which way it is open, how long its edge is, and what it can't be formed to.</summary>
public class OpenShellTests
{
    private static OpenShell Read(List<Vec3> corners, Vec3 pull) => OpenShell.Of(Surfaces.Of(corners), pull, Progress.None);

    [Theory]
    [InlineData(1)]
    [InlineData(-1)]
    public void A_cup_is_open_at_its_rim_whichever_way_the_pull_is_given(int sign)
    {
        var cup = Read(Shells.Cup(), Molds.Up * sign);
        Assert.Equal(1, cup.Opening.Z, 1e-9);
        Assert.Null(cup.Refused);
        Assert.Equal(100, cup.WidthMm, 0.2);
        Assert.Equal(30, cup.DepthMm, 0.2);
        // A cone of its inside and the ring above the flange is all there is of the hollow.
        var cone = Math.PI / 3 * 30 * (26.6 * 26.6 + 26.6 * 36.6 + 36.6 * 36.6);
        Assert.Equal(1, cup.HollowMm3 / cone, 0.01);
        // Bit quads are 4 % long around a circle, at most 8.
        Assert.InRange(cup.OutlineMm / (Math.PI * 100), 1, 1.08);
        Assert.Equal(0, cup.HolesMm2);
    }

    [Fact]
    public void Around_a_rectangle_the_edge_is_exact_and_a_hole_counts()
    {
        var tray = Read(Shells.Tray(), Molds.Up);
        Assert.Equal(2 * (120 + 80), tray.OutlineMm, 1.5);
        Assert.InRange(tray.ShadowMm2, 120 * 80 - 30, 120 * 80 + 30);
        var pierced = Read(Shells.Tray(holeMm: 20), Molds.Up);
        Assert.InRange(pierced.HolesMm2, 385, 415);
        Assert.InRange(pierced.OutlineMm - tray.OutlineMm, 78, 82);
    }

    [Fact]
    public void Turned_about_the_pull_or_lying_on_its_side_it_is_the_same_part()
    {
        var plain = Read(Shells.Tray(), Molds.Up);
        foreach (var (axis, angle) in new[] { (Molds.Up, 0.4), (Molds.Up, 1.9), (new Vec3(1, 0, 0), Math.PI / 2) })
        {
            var turned = Read(Solids.Rotated(Shells.Tray(), axis, angle), Molds.Up.Turned(axis, angle));
            Assert.Equal(plain.DepthMm, turned.DepthMm, 0.1);
            Assert.Equal(plain.WidthMm, turned.WidthMm, 1e-4);
            Assert.Equal(plain.OutlineMm, turned.OutlineMm, 0.01 * plain.OutlineMm);
            Assert.Equal(plain.HollowMm3, turned.HollowMm3, 0.01 * plain.HollowMm3);
        }
    }

    [Fact]
    public void A_block_a_needle_and_an_undercut_are_refused_with_place_and_remedy()
    {
        Assert.Equal("no-opening", Read(Solids.Block(40, 30, 20), Molds.Up).Refused!.Code);
        Assert.Equal("narrow", Read(Solids.Block(100, 1, 1), Molds.Up).Refused!.Code);
        // The rim turned in: it lies over the hollow.
        var bottle = Read(Turning.Of(64, (0, 0), (30, 0), (30, 30), (15, 30), (15, 28), (28, 28), (28, 2), (0, 2)), Molds.Up);
        Assert.Equal("undercut", bottle.Refused!.Code);
        Assert.InRange(bottle.Refused.Place!.PointMm[2], 27, 29);
        Assert.Equal(1, bottle.UndercutMm2 / (Math.PI * (28 * 28 - 15 * 15)), 0.02);
        Assert.Equal(Severity.Fault, bottle.Refused.Severity);
    }
}

/// <summary>The mold under a shell: its far side, with a margin, several times, holes bridged.</summary>
public class FaceUnderShellTests
{
    private static MoldFace Face(List<Vec3> corners, FormSide side, SheetLayout layout) =>
        MoldFace.Under(OpenShell.Of(Surfaces.Of(corners), Molds.Up, Progress.None), side, layout, Progress.None);

    [Fact]
    public void A_female_face_is_the_outside_and_a_male_one_the_inside()
    {
        var female = Face(Shells.Tray(), FormSide.Female, new SheetLayout(10));
        Assert.Equal((100, 140), (Math.Min(female.WidthMm, female.LengthMm), Math.Max(female.WidthMm, female.LengthMm)));
        var (x, y) = ((float)female.WidthMm / 2, (float)female.LengthMm / 2);
        // From the underside of the rim, 20 up, to the underside of the bottom.
        Assert.Equal(-20, female.HeightAt(x, y), 0.05f);
        var male = Face(Shells.Tray(), FormSide.Male, new SheetLayout(10));
        Assert.Equal(20, male.HeightAt(x, y), 0.05f);
        // The margin is table, and is trimmed off.
        Assert.Equal((0f, 0f), (female.HeightAt(3, 3), male.HeightAt(3, 3)));
        Assert.True(male.IsPart(x, y) && !male.IsPart(3, 3));
    }

    [Fact]
    public void Several_lie_beside_each_other_and_a_hole_is_bridged()
    {
        var two = Face(Shells.Tray(), FormSide.Female, new SheetLayout(10, Across: 2, GapMm: 12));
        var widths = new[] { two.WidthMm, two.LengthMm };
        Assert.Contains(widths, w => Math.Abs(w - (2 * 120 + 12 + 20)) < 1e-6 || Math.Abs(w - (2 * 80 + 12 + 20)) < 1e-6);
        var (x, y) = ((float)two.WidthMm, (float)two.LengthMm);
        Assert.False(two.IsPart(x / 2, y / 2));
        Assert.Equal(-20, two.HeightAt(x / 4, y / 2), 0.05f);
        Assert.Equal(-20, two.HeightAt(3 * x / 4, y / 2), 0.05f);
        var pierced = Face(Shells.Tray(holeMm: 20), FormSide.Female, new SheetLayout(10));
        Assert.Equal(-20, pierced.HeightAt((float)pierced.WidthMm / 2, (float)pierced.LengthMm / 2), 0.05f);
        Assert.False(pierced.IsPart((float)pierced.WidthMm / 2, (float)pierced.LengthMm / 2));
    }

    [Fact]
    public void A_groove_is_found_with_its_width_and_neighbours_with_their_distance()
    {
        // Two plinths of 20 on a plate, 8 apart.
        List<Vec3> plinths = [.. Solids.Block(30, 60, 20, new Vec3(0, 0, 0)), .. Solids.Block(30, 60, 20, new Vec3(38, 0, 0))];
        var mesh = new Mesh([.. plinths.SelectMany(c => (double[])[c.X, c.Y, c.Z])], [.. Enumerable.Range(0, plinths.Count)]);
        var valleys = ValleyFigures.Of(MoldFace.Of(mesh, Molds.Up, FormSide.Male, Progress.None), 0.5);
        Assert.InRange(valleys.GapMm!.Value, 7.5, 10.5);
        Assert.Equal(34, valleys.GapAt!.PointMm[0], 1.5);
        Assert.InRange(valleys.WebRatio!.Value, 0.38, 0.55);
        var alone = ValleyFigures.Of(MoldFace.Of(Molds.Tray(100, 100, 20, 4), Molds.Up, FormSide.Male, Progress.None), 1);
        Assert.Null(alone.GapMm ?? alone.WebRatio);
        var groove = new ValleyFigures(5, null, null, null);
        Assert.Equal((false, true, true), (groove.IsNarrowFor(2.5), groove.IsNarrowFor(2.6), groove.IsNarrowFor(6)));
        Assert.False(alone.IsNarrowFor(100));
    }

    [Fact]
    public void What_is_trimmed_off_counts_in_the_sheet_and_not_in_the_part()
    {
        var face = Face(Shells.Cup(), FormSide.Female, new SheetLayout(15));
        var sheet = SheetSimulation.Run(face, new SheetOrder(2, FormSide.Female, 2), Progress.None);
        Assert.Equal(1, sheet.VolumeAfterMm3 / sheet.VolumeBeforeMm3, 0.01);
        Assert.True(sheet.PartAreaMm2 < 0.75 * sheet.AreaMm2);
        Assert.Equal(sheet.PartVolumeMm3 / sheet.PartAreaMm2, sheet.MeanMm, 1e-9);
        // On the flange nothing was drawn, so all of the loss is in the part.
        Assert.Equal(2, sheet.MaxMm, 0.02);
        var before = 2 * (face.WidthMm * face.LengthMm - Math.PI * 50 * 50);
        Assert.Equal(1, (sheet.VolumeBeforeMm3 - before) / sheet.PartVolumeMm3, 0.02);
        // The stroke begins flat and full and ends formed.
        var (first, last) = (sheet.Stroke.At(0), sheet.Stroke.At(sheet.Stroke.Count - 1));
        Assert.All(first.Chunk(4), p => Assert.Equal(2, p[3], 1e-3));
        Assert.True(last.Chunk(4).Min(p => p[3]) < 0.8 * 2);
        Assert.Equal(first.Chunk(4).Max(p => p[2]) - 30, last.Chunk(4).Min(p => p[2]), 1.5);
    }
}

/// <summary>Closed shells to form.</summary>
internal static class Shells
{
    /// <summary>A drafted cup of 2 mm with a flange, its rim 100 mm across, 30 mm deep.</summary>
    public static List<Vec3> Cup() => Turning.Of(96, (0, 0), (28, 0), (38, 30), (50, 30), (50, 32), (36.6, 32), (26.6, 2), (0, 2));

    /// <summary>A tray of 2 mm, 120 × 80 mm and 20 mm deep below its flange, with a square hole in its bottom or none.</summary>
    public static List<Vec3> Tray(double holeMm = 0)
    {
        var corners = new List<Vec3>();
        (double X, double Y, double Z)[] under = [(60, 40, 20), (50, 30, 20), (45, 25, 0), (holeMm / 2, holeMm / 2, 0)];
        var over = under.Select((p, i) => (X: p.X - (i is 1 or 2 ? 1.5 : 0), Y: p.Y - (i is 1 or 2 ? 1.5 : 0), Z: p.Z + 2)).ToArray();
        for (var i = 0; i + 1 < under.Length; i++)
        {
            Band(under[i], under[i + 1], isUnder: true);
            Band(over[i], over[i + 1], isUnder: false);
        }

        Band(under[0], over[0], isUnder: false);
        if (holeMm > 0)
            Band(under[^1], over[^1], isUnder: true);
        return corners;

        void Band((double X, double Y, double Z) a, (double X, double Y, double Z) b, bool isUnder)
        {
            for (var k = 0; k < 4; k++)
            {
                Vec3 At((double X, double Y, double Z) p, int q) => new((q % 4 is 1 or 2 ? 1 : -1) * p.X, (q % 4 >= 2 ? 1 : -1) * p.Y, p.Z);
                var (a1, a2, b1, b2) = (At(a, k), At(a, k + 1), At(b, k), At(b, k + 1));
                Add(a1, a2, b2, isUnder);
                Add(a1, b2, b1, isUnder);
            }
        }

        void Add(Vec3 p, Vec3 q, Vec3 r, bool isTurned)
        {
            if ((q - p).Cross(r - p).Length > 1e-9)
                corners.AddRange(isTurned ? [p, r, q] : [p, q, r]);
        }
    }
}
