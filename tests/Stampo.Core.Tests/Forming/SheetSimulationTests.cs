using Stampo.Core.Forming;
using Stampo.Core.Geometry;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Forming;

/// <summary>The formed sheet against the closed forms, against itself turned and at another resolution, and in odd molds.</summary>
public class SheetSimulationTests
{
    private static FormedSheet Form(
        Mesh mesh,
        double cellMm,
        FormSide side = FormSide.Female,
        double gaugeMm = 4,
        Plug? plug = null,
        HeatZones? zones = null,
        double billowMm = 0
    ) =>
        SheetSimulation.Run(
            MoldFace.Of(mesh, Molds.Up, side, Progress.None),
            new SheetOrder(gaugeMm, side, cellMm, plug, billowMm, zones),
            Progress.None
        );

    /// <summary>Thickness about a circle of a turned mold, its mean and its ends.</summary>
    private static (double Mean, double Least, double Most) Around(FormedSheet sheet, double radius, double z)
    {
        var all = Enumerable
            .Range(0, 12)
            .Select(k => sheet.ProbeAt(new(radius * Math.Cos(k * Math.PI / 6), radius * Math.Sin(k * Math.PI / 6), z)).Mm)
            .ToList();
        return (all.Average(), all.Min(), all.Max());
    }

    private static Mesh Cone(double radius, double bottom)
    {
        var depth = (radius - bottom) * Math.Tan(65 * Math.PI / 180);
        return Molds.Turned(96, (radius, 0), (bottom, -depth), (0, -depth));
    }

    [Theory]
    [InlineData(2)]
    [InlineData(1)]
    public void A_cone_thins_as_the_closed_form_says(double cellMm)
    {
        var slope = Math.Tan(65 * Math.PI / 180);
        var sheet = Form(Cone(60, 15), cellMm);
        foreach (var share in new[] { 0.9, 0.8, 0.7, 0.6, 0.5, 0.4 })
        {
            var (mean, least, most) = Around(sheet, share * 60, -(1 - share) * 60 * slope);
            var law = FormingLaws.Cone(4, 65, share);
            Assert.InRange(mean, 0.95 * law, 1.05 * law);
            Assert.True(most - least < 0.06 * law, $"{share}: {least} to {most}");
        }

        Assert.InRange(sheet.VolumeAfterMm3, 0.99 * sheet.VolumeBeforeMm3, 1.01 * sheet.VolumeBeforeMm3);
    }

    [Fact]
    public void A_deep_cylinder_thins_as_the_closed_form_says()
    {
        var sheet = Form(Molds.Turned(128, (50, 0), (50, -130), (0, -130)), 1.5);
        foreach (var depth in new[] { 0.2, 0.4, 0.6, 0.8, 1, 1.2, 1.4 })
        {
            var law = FormingLaws.Cylinder(4, depth);
            Assert.InRange(Around(sheet, 50, -50 * depth).Mean, 0.95 * law, 1.05 * law);
        }
    }

    [Fact]
    public void A_block_with_a_pit_forms_like_the_open_face_of_the_pit()
    {
        // The flange of the block lies at the rim: the sheet rests there and keeps its gauge.
        var depth = 30.0;
        var block = Molds.Turned(96, (80, -50), (80, 0), (50, 0), (40, -depth), (0, -depth));
        var pit = Molds.Turned(96, (50, 0), (40, -depth), (0, -depth));
        var (ofBlock, ofPit) = (Form(block, 2), Form(pit, 2));
        Assert.Equal(4, ofBlock.ProbeAt(new(70, 0, 0)).Mm, 0.01);
        Assert.InRange(ofBlock.ProbeAt(new(45, 0, -15)).Mm / ofPit.ProbeAt(new(45, 0, -15)).Mm, 0.96, 1.04);
        Assert.InRange(ofBlock.MinMm / ofPit.MinMm, 0.95, 1.05);
    }

    [Fact]
    public void Half_the_resolution_moves_the_thinnest_spot_by_little()
    {
        foreach (var mesh in new[] { Cone(30, 9), Molds.Tray(80, 60, -18, 5), Molds.Turned(96, (25, 0), (22, -20), (0, -20)) })
        {
            var (coarse, fine) = (Form(mesh, 2, gaugeMm: 3), Form(mesh, 1, gaugeMm: 3));
            Assert.InRange(coarse.MinMm / fine.MinMm, 0.95, 1.05);
            Assert.InRange(coarse.MeanMm / fine.MeanMm, 0.99, 1.01);
        }
    }

    [Fact]
    public void A_symmetric_tray_forms_symmetrically_and_turned_it_forms_the_same()
    {
        var sheet = Form(Molds.Tray(140, 106, -27, 6), 1.5, gaugeMm: 3);
        foreach (var (x, y, z) in new[] { (67.0, 13.0, -13.0), (40.0, 50.0, -13.0), (60.0, 40.0, -27.0), (0.0, 0.0, -27.0) })
        {
            var all = new[] { (1, 1), (-1, 1), (1, -1), (-1, -1) }.Select(s => sheet.ProbeAt(new(s.Item1 * x, s.Item2 * y, z)).Mm).ToList();
            Assert.InRange(all.Max() / all.Min(), 1, 1.03);
        }

        var turned = Form(Molds.Tray(140, 106, -27, 6, p => p.Turned(Molds.Up, 0.6)), 1.5, gaugeMm: 3);
        Assert.InRange(turned.MinMm / sheet.MinMm, 0.97, 1.03);
        Assert.InRange(turned.MeanMm / sheet.MeanMm, 0.99, 1.01);
        Assert.InRange(turned.ProbeAt(new Vec3(67, 13, -13).Turned(Molds.Up, 0.6)).Mm / sheet.ProbeAt(new(67, 13, -13)).Mm, 0.97, 1.03);
    }

    [Fact]
    public void Over_a_male_mold_the_top_stays_thick_and_the_foot_is_thin()
    {
        var sheet = Form(Molds.Turned(96, (90, 0), (50, 0), (42, 35), (0, 35)), 2, FormSide.Male);
        var (top, wall, foot) = (Around(sheet, 20, 35).Mean, Around(sheet, 46, 17).Mean, Around(sheet, 60, 0).Mean);
        Assert.True(top > 3.5 && wall < top && foot < top, $"{top} {wall} {foot}");
        Assert.InRange(sheet.VolumeAfterMm3 / sheet.VolumeBeforeMm3, 0.99, 1.01);
        // Blown up first, more of the sheet reaches the wall.
        var blown = Form(Molds.Turned(96, (90, 0), (50, 0), (42, 35), (0, 35)), 2, FormSide.Male, billowMm: 30);
        Assert.True(Around(blown, 20, 35).Mean < top);
    }

    [Fact]
    public void A_plug_leaves_more_in_the_bottom_and_a_cooler_zone_where_it_is()
    {
        var mesh = Molds.Turned(96, (35, 0), (32.2, -42), (0, -42));
        var plain = Form(mesh, 2);
        var plugged = Form(mesh, 2, plug: new Plug(35, 22.4));
        Assert.True(plugged.ProbeAt(new(0, 0, -42)).Mm > 1.3 * plain.ProbeAt(new(0, 0, -42)).Mm);
        Assert.True(Around(plugged, 30.8, -42).Mean > 1.2 * Around(plain, 30.8, -42).Mean);
        // What stays in the bottom is missing on the wall; a shallow plug as hot as the sheet keeps less there than a cold one.
        Assert.True(Around(plugged, 34.3, -10.5).Mean < Around(plain, 34.3, -10.5).Mean);
        var (hot, cold) = (Form(mesh, 2, plug: new Plug(17.5, 17.5, 0)), Form(mesh, 2, plug: new Plug(17.5, 17.5, 1)));
        Assert.True(hot.ProbeAt(new(0, 0, -42)).Mm < 0.98 * cold.ProbeAt(new(0, 0, -42)).Mm);
        Assert.InRange(plugged.VolumeAfterMm3 / plugged.VolumeBeforeMm3, 0.99, 1.01);
        // No place is thicker than the sheet was: what is pushed together folds.
        Assert.All(plugged.ThicknessMm, mm => Assert.InRange(mm, 0, 4));
        Assert.Equal(0, plain.FoldedMm2, 1);
        var zones = new HeatZones(3, [1, 1, 1, 1, 0.7, 1, 1, 1, 1]);
        Assert.True(Form(mesh, 2, zones: zones).ProbeAt(new(0, 0, -42)).Mm > 1.1 * plain.ProbeAt(new(0, 0, -42)).Mm);
        var even = Form(mesh, 2, zones: new HeatZones(2, [1, 1, 1, 1]));
        Assert.Equal(plain.MinMm, even.MinMm, 0.02);
    }

    [Fact]
    public void Air_is_caught_last_in_the_corners_of_the_bottom()
    {
        var last = Form(Molds.Tray(210, 160, -40, 6), 2, gaugeMm: 3).LastTouched;
        Assert.NotEmpty(last);
        Assert.All(last.Take(4), p => Assert.True(Math.Abs(p.X) > 80 && Math.Abs(p.Y) > 60 && p.Z < -30, $"{p}"));
    }

    [Fact]
    public void What_can_not_be_formed_is_refused_and_an_odd_mold_ends()
    {
        var flat = Molds.Tray(100, 80, 0, 2);
        Refused("pull", () => MoldFace.Of(flat, Molds.Up, FormSide.Female, Progress.None));
        Refused("pull", () => MoldFace.Of(flat, new Vec3(1, 0, 0), FormSide.Male, Progress.None));
        var pit = MoldFace.Of(Molds.Turned(48, (30, 0), (25, -20), (0, -20)), Molds.Up, FormSide.Female, Progress.None);
        Refused("cellMm", () => new SheetOrder(2, FormSide.Female, 0.05).Checked(pit));
        Refused("gaugeMm", () => new SheetOrder(0, FormSide.Female, 2).Checked(pit));
        Refused("plug", () => new SheetOrder(2, FormSide.Female, 2, new Plug(22, 15)).Checked(pit));
        Refused("plug", () => new SheetOrder(2, FormSide.Male, 2, new Plug(5, 15)).Checked(pit));
        Refused("zones.shares", () => new HeatZones(2, [1, 1, 1]).Checked());
        // A needle, and a sheet thicker than its pit is wide.
        Assert.InRange(Form(Molds.Tray(200, 1, -4, 0.2), 1, gaugeMm: 1).MinMm, 0, 1);
        Assert.InRange(Form(Molds.Turned(48, (6, 0), (5, -12), (0, -12)), 1, gaugeMm: 10).MinMm, 0, 10.001);
        using var stopped = new CancellationTokenSource();
        stopped.Cancel();
        Assert.Throws<OperationCanceledException>(() =>
            SheetSimulation.Run(pit, new SheetOrder(2, FormSide.Female, 1), new Progress(cancel: stopped.Token))
        );

        static void Refused(string field, Action what) => Assert.Equal(field, Assert.Throws<RefusalException>(what).Field);
    }
}
