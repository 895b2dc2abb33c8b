using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>How the air gets out under the sheet: tank, holes, slots, force.</summary>
internal static class AirSection
{
    private const double Air = 1_013,
        UsualVents = 8,
        MbarAKpa = 10,
        CrispKpa = 200;

    /// <summary>Air through a sharp hole at the speed of sound, with its contraction, mm of length a second.</summary>
    private const double ThroughHoleMmPerS = 0.6 * 200_000;

    public static AirFigures Figures(FormingCase of)
    {
        var (choices, clamp) = (of.Choices.Air, of.ClampMm);
        // What the sheet sweeps: the hollow under it, no more than the clamp over the depth.
        var swept = clamp[0] * clamp[1] * of.DepthMm / 1e6;
        var box = choices.BoxLitres + swept;
        var after = of.Working.Write(
            "afterMbar",
            "In box and tank when joined",
            "(box × 1013 + tank × its pressure) ÷ (box + tank)",
            (box * Air + choices.TankLitres * choices.TankMbar) / (box + choices.TankLitres),
            "mbar",
            "two volumes joined, isothermal (Boyle)",
            new WorkInput("box and hollow", box, "L", "plan/air.boxLitres"),
            new WorkInput("tank", choices.TankLitres, "L", "plan/air.tankLitres"),
            new WorkInput("tank's pressure", choices.TankMbar, "mbar", "plan/air.tankMbar")
        );
        var area = of.Working.Write(
            "ventMm2",
            "Area to get it out in time",
            "swept × ln(1013 ÷ after) ÷ (time × 0.6 × 200 m/s)",
            swept * 1e6 * Math.Log(Air / after) / (choices.WithinS * ThroughHoleMmPerS),
            "mm²",
            "choked flow through sharp holes",
            new WorkInput("swept by the sheet", swept, "L", "part"),
            new WorkInput("after", after, "mbar", null, "afterMbar"),
            new WorkInput("time", choices.WithinS, "s", "plan/air.withinS")
        );
        var vents = of.Sheet?.Last.Count * 1.0 ?? UsualVents * of.Up;
        var vent = choices.VentMm ?? LargestVentMm(of);
        var slots = of.Working.Write(
            "slotMm",
            "Slots for the bulk",
            "(area − holes × π/4 × hole²) ÷ width of the slots",
            Math.Max(0, area - vents * Math.PI / 4 * vent * vent) / choices.SlotMm,
            "mm",
            "in the gaps of the mold, where nobody looks",
            new WorkInput("area", area, "mm²", null, "ventMm2"),
            new WorkInput("holes", vents, ""),
            new WorkInput("hole", vent, "mm", "plan/air.ventMm"),
            new WorkInput("width of the slots", choices.SlotMm, "mm", "plan/air.slotMm")
        );
        var force = of.Working.Write(
            "forceKn",
            "On platen and clamp",
            "(atmosphere − after + pressure) × opening of the clamp",
            (Air - after + MbarAKpa * choices.PressureKpa) * 1e-4 * clamp[0] * clamp[1] / 1000,
            "kN",
            "pressure × area",
            new WorkInput("atmosphere", Air, "mbar"),
            new WorkInput("pressure over the sheet", choices.PressureKpa, "kPa", "plan/air.pressureKpa"),
            new WorkInput("after", after, "mbar", null, "afterMbar"),
            new WorkInput("clamp, width", clamp[0], "mm"),
            new WorkInput("clamp, length", clamp[1], "mm")
        );
        return new AirFigures(after, area, (int)vents, vent, slots, force);
    }

    /// <summary>As wide as the sheet is thick where it touches last; half of that where it is soft enough to be drawn in.</summary>
    private static double LargestVentMm(FormingCase of)
    {
        var thin = of.Sheet is { Last: [_, ..] last } sheet ? last.Min(l => l.ThicknessMm) * of.GaugeMm / sheet.GaugeMm : of.ThinnestMm;
        return Math.Max(0.2, Math.Floor(10 * thin * (HeatSection.IsSoftPolyolefin(of) ? 0.5 : 1)) / 10);
    }

    /// <summary>A mold that would give way under the pressure: nothing is planned then.</summary>
    public static IEnumerable<Finding> Refusals(FormingCase of)
    {
        var kpa = of.Choices.Air.PressureKpa;
        if (kpa > of.Mold.BearsKpa)
            yield return new(
                Severity.Fault,
                "mold-pressure",
                $"{Text.Number(kpa)} kPa over the sheet: {of.Mold.Said} "
                    + (of.Mold.BearsKpa > 0 ? $"bears {Text.Number(of.Mold.BearsKpa)} kPa. " : "bears the atmosphere only. ")
                    + "Form with less, or in a mold of aluminium."
            )
            {
                Field = "air.pressureKpa",
            };
    }

    public static IEnumerable<Finding> Findings(FormingCase of, AirFigures air)
    {
        if (of.Choices.Air.PressureKpa is > 0 and var kpa)
            yield return kpa < CrispKpa
                ? new(
                    Severity.Note,
                    "pressure-low",
                    $"{Text.Number(kpa)} kPa adds little to the atmosphere; lettering and texture come out crisp from {CrispKpa} to 600 kPa."
                )
                : new(
                    Severity.Note,
                    "pressure-formed",
                    "Under this pressure the face of the mold shows as on a molded part: texture, lettering and scratches alike. Finish it "
                        + "as the part is to look, and hold the box by clamps rated for the force below."
                );
        var most = LargestVentMm(of);
        if (air.VentMm > most + 1e-9)
            yield return new(
                Severity.Warning,
                "vents-mark",
                $"Holes of {Text.Number(air.VentMm, 2)} mm are wider than the sheet is thick where it touches last: they mark. Up to "
                    + $"{Text.Number(most, 2)} mm do not."
            )
            {
                Field = "air.ventMm",
            };
        if (air.AfterMbar > 400)
            yield return new(
                Severity.Warning,
                "tank-small",
                $"Joined with the tank the box stands at {Text.Number(air.AfterMbar, 3)} mbar: little presses the sheet on. A "
                    + "larger tank, a "
                    + "deeper vacuum, or less box under the mold."
            )
            {
                Field = "air.tankLitres",
            };
        if (of.Sheet is null)
            yield return new(
                Severity.Note,
                "vents-not-known",
                "Where air is caught last is known when the sheet is simulated; until then holes are counted as usual."
            );
    }
}
