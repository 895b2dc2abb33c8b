using Stampo.Core.Jobs;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>
/// The part shrinks onto its core: contact pressure = hot modulus × shrink × wall ÷ half its width, force = friction × that × what grips;
/// pins press no harder than the hot plastic bears.
/// </summary>
internal static class Ejection
{
    private const double Friction = 0.3,
        HotShare = 1.0 / 3,
        RigidPinMpa = 10,
        SoftPinMpa = 1;

    private const int LeastPins = 4;

    public static int Pins(Worksheet sheet, Job job, ToolShape? shape, double diameterMm)
    {
        if (shape is null || job.Material.ModulusMpa is not { } modulus)
            return LeastPins;
        var grip = Figure.Given("walls of the core", shape.GripCm2, "cm²", "part");
        var hot = Figure.Given("modulus, hot: a third of cold", HotShare * modulus, "MPa", "plan/plastic.materialId");
        var shrink = Figure.Given("shrink", job.Material.ShrinkPct.Likely / 100, "", "plan/process.shrinkPct");
        var slim =
            Figure.Given("wall", job.Part.WallMm, "mm", "part/nominalWallMm") / Figure.Given("half its width", shape.SizeMm[1] / 2, "mm");
        var force = sheet.Line(
            "ejectN",
            "Force to push it off",
            Friction * hot * shrink * slim * grip,
            "N",
            "friction × shrink stress × area"
        );
        var pin = Math.PI / 4 * Figure.Given("pin", diameterMm, "mm", "plan/ejectors.diameterMm").Pow(2);
        var bears = Figure.Given("the hot plastic bears", job.Stretches ? SoftPinMpa : RigidPinMpa, "MPa");
        var pins = sheet.Line(
            "pins",
            "Ejector pins, a part",
            Term.Max(LeastPins, Term.Ceiling(force / (pin * bears))),
            "",
            "force ÷ what a pin may press; four at least"
        );
        return (int)pins.Value.Likely;
    }
}
