using Stampo.Core.Forming;
using Stampo.Core.Plans.Forming;
using Stampo.Core.Tests.Forming;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Plans.Forming;

/// <summary>What a plan asks of simulated sheets: figures, the gauge for a need, what plugs and zones buy.</summary>
public class SheetQuestionsTests
{
    private static readonly OpenShell Cup = OpenShell.Of(Surfaces.Of(Shells.Cup()), Molds.Up, Progress.None);

    private static SheetFormed Sheet(SheetWay way, double gaugeMm = 2) =>
        new(way, gaugeMm, new SheetLayout(12), null, null, Plug.UsualHold, null, null);

    [Fact]
    public void A_sheet_answers_with_its_thinnest_place_on_the_part_and_draws_itself()
    {
        var answer = Sheet(SheetWay.Female).First(Cup, Progress.None);
        var figures = Assert.IsType<SheetFigures>(answer.Figures);
        Assert.True(figures.IsFirstLook);
        Assert.InRange(figures.MinMm, 0.4, 1.6);
        // Thinnest in the corner of the bottom.
        var (x, y) = (figures.MinAt.PointMm[0], figures.MinAt.PointMm[1]);
        Assert.InRange(Math.Sqrt(x * x + y * y), 20, 36);
        Assert.All(figures.ClampMm, mm => Assert.Equal(124, mm, 0.1));
        Assert.NotEmpty(figures.Last);
        Assert.Equal("SHT1"u8.ToArray(), answer.Drawing![..4]);
        // Female and male of one part keep different places thick.
        var male = (SheetFigures)Sheet(SheetWay.Male).First(Cup, Progress.None).Figures;
        Assert.NotEqual(figures.MinMm, male.MinMm, 0.01);
        Assert.Equal(figures.SheetCm3, male.SheetCm3, 1e-6);
    }

    [Fact]
    public void The_gauge_found_keeps_the_need()
    {
        const double needMm = 0.9;
        var sheet = Sheet(SheetWay.Female);
        var coarse = (SheetFigures)sheet.First(Cup, Progress.None).Figures;
        var found = (GaugeFigures)new SheetGauge(sheet, needMm, coarse.MinMm).Of(Cup, Progress.None).Figures;
        var again = (SheetFigures)(sheet with { GaugeMm = found.GaugeMm }).First(Cup, Progress.None).Figures;
        Assert.InRange(again.MinMm, needMm, 1.03 * needMm);
        Assert.All(found.Tried, t => Assert.InRange(t.MinMm, 0.1 * t.GaugeMm, t.GaugeMm));
    }

    [Fact]
    public void Work_that_is_stopped_ends()
    {
        using var stop = new CancellationTokenSource();
        var told = 0;
        var progress = new Progress(
            (_, _) =>
            {
                if (++told == 2)
                    stop.Cancel();
            },
            stop.Token
        );
        Assert.ThrowsAny<OperationCanceledException>(() => new SheetSearch(Sheet(SheetWay.Female)).Of(Cup, progress));
    }
}
