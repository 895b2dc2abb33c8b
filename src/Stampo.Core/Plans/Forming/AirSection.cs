using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>How the air gets out under the sheet: tank, holes, slots, force.</summary>
internal static class AirSection
{
    private const double Air = 1_013,
        UsualVents = 8,
        CrispKpa = 200;

    /// <summary>Air through a sharp hole at the speed of sound, with its contraction, mm of length a second.</summary>
    private const double ThroughHoleMmPerS = 0.6 * 200_000;

    public static AirFigures Figures(FormingCase of)
    {
        var (choices, clamp) = (of.Choices.Air, of.ClampMm);
        // What the sheet sweeps: the hollow under it, no more than the clamp over the depth.
        var swept = clamp[0] * clamp[1] * of.DepthMm / 1e6;
        var box = choices.BoxLitres + swept;
        var under = Figure.Given("box and hollow", box, "L", "plan/air.boxLitres");
        var tank = Figure.Given("tank", choices.TankLitres, "L", "plan/air.tankLitres");
        var atmosphere = Figure.Given("atmosphere", Air, "mbar");
        var joined = of.Working.Line(
            "afterMbar",
            "In box and tank when joined",
            (under * atmosphere + tank * Figure.Given("tank's pressure", choices.TankMbar, "mbar", "plan/air.tankMbar")) / (under + tank),
            "mbar",
            "two volumes joined, isothermal (Boyle)"
        );
        var through = Figure.Given("swept by the sheet", swept, "L", "part") * Term.Ln(atmosphere / joined);
        var holes = of.Working.Line(
            "ventMm2",
            "Area to get it out in time",
            through / (Figure.Given("time", choices.WithinS, "s", "plan/air.withinS") * Term.Of(ThroughHoleMmPerS, "mm/s")),
            "mm²",
            "choked flow through sharp holes: 0.6 × 200 m/s"
        );
        var vents = of.Sheet?.Last.Count * 1.0 ?? UsualVents * of.Up;
        var vent = choices.VentMm ?? LargestVentMm(of);
        var hole = Figure.Given("hole", vent, "mm", "plan/air.ventMm");
        var drilled = Figure.Given("holes", vents, "") * (Math.PI / 4) * hole.Pow(2);
        var slots = of.Working.Line(
            "slotMm",
            "Slots for the bulk",
            Term.Max(Term.Of(0, "mm²"), holes - drilled) / Figure.Given("width of the slots", choices.SlotMm, "mm", "plan/air.slotMm"),
            "mm",
            "in the gaps of the mold, where nobody looks"
        );
        var over = Figure.Given("pressure over the sheet", choices.PressureKpa, "kPa", "plan/air.pressureKpa");
        var pressed = of.Working.Line(
            "forceKn",
            "On platen and clamp",
            (atmosphere - joined + over) * Figure.Given("clamp, width", clamp[0], "mm") * Figure.Given("clamp, length", clamp[1], "mm"),
            "kN",
            "pressure × area"
        );
        var (after, area, force) = (joined.Value.Likely, holes.Value.Likely, pressed.Value.Likely);
        return new AirFigures(after, area, (int)vents, vent, slots.Value.Likely, force);
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
                    $"{Text.Number(kpa)} kPa adds little to the atmosphere; lettering and texture come out crisp from "
                        + $"{CrispKpa} to 600 kPa."
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
