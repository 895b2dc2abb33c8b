using Stampo.Core.Forming;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Forming;

/// <summary>Worked examples of the closed forms.</summary>
public class FormingLawsTests
{
    [Fact]
    public void Cone_and_cylinder_thin_as_worked_out_by_hand()
    {
        Assert.Equal([2.845, 1.748, 0.814], new[] { 1, 0.7, 0.4 }.Select(r => Math.Round(FormingLaws.Cone(4, 65, r), 3)));
        Assert.Equal(1.7478, FormingLaws.Cone(4, 65, 0.7), 5e-5);
        Assert.Equal(0.73576, FormingLaws.Cylinder(4, 1), 5e-6);
        Assert.Equal(2, FormingLaws.Cylinder(4, 0));
        // Near 90° a cone is a cylinder: r/R = 1 − z/(R·tan β).
        Assert.Equal(FormingLaws.Cylinder(4, 1), FormingLaws.Cone(4, 89, 1 - 1 / Math.Tan(89 * Math.PI / 180)), 0.02);
    }

    [Fact]
    public void Heat_goes_in_and_comes_out_as_worked_out_by_hand()
    {
        var hard = FormingLaws.Heating(new(3, 1050, 1900, 140, 16, 0.17));
        Assert.Equal((26.184, 70.588), (Math.Round(hard.Seconds, 3), Math.Round(hard.SurfaceLeadK, 3)));
        var soft = FormingLaws.Heating(new(3, 1050, 1900, 140, 6, 0.17));
        Assert.Equal((70, 26), (Math.Round(soft.Seconds), Math.Round(soft.SurfaceLeadK)));
        Assert.Equal(64.824, FormingLaws.CoolingSeconds(new(3, 0.08, 160, 40, 80, 1.6)), 5e-4);
        // Twice the gauge cools four times as long, and a sheet that is cold already not at all.
        Assert.Equal(4 * 64.824, FormingLaws.CoolingSeconds(new(6, 0.08, 160, 40, 80, 1.6)), 2e-3);
        Assert.Equal(0, FormingLaws.CoolingSeconds(new(3, 0.08, 85, 40, 80, 1.6)));
    }

    [Fact]
    public void What_can_not_be_is_refused_by_its_name()
    {
        Refused("wallAngleDeg", () => (object)FormingLaws.Cone(4, 90, 0.5));
        Refused("radiusRatio", () => FormingLaws.Cone(4, 60, 0));
        Refused("depthRatio", () => FormingLaws.Cylinder(4, -1));
        Refused("gaugeMm", () => FormingLaws.Cylinder(double.NaN, 1));
        Refused("fluxKwPerM2", () => FormingLaws.Heating(new(3, 1050, 1900, 140, 0, 0.17)));
        Refused("ejectC", () => FormingLaws.CoolingSeconds(new(3, 0.08, 160, 80, 40, 1.6)));
        Refused("sheetC", () => FormingLaws.CoolingSeconds(new(3, 0.08, 60, 40, 80, 1.6)));

        static void Refused(string field, Func<object> what) => Assert.Equal(field, Assert.Throws<RefusalException>(what).Field);
    }
}
