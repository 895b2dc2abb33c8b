using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Forming;

/// <summary>From board or block to a trimmed, measured part.</summary>
internal static class FormingOperations
{
    private const double GlueH = 4,
        SealH = 2,
        TempH = 1,
        CountMin = 1,
        MeasureMin = 4,
        OvenHoldsC = 3;

    private const int MeasuredEach = 10;

    public static IReadOnlyList<Operation> Of(FormingCase of, FormingFigures figures) =>
        [.. Once(of, figures), .. Mold(of, figures), .. Sheet(of, figures)];

    private static IEnumerable<Operation> Once(FormingCase of, FormingFigures figures)
    {
        yield return new("prepare", Repeats.Once, "Prepare: side, plug, cutter paths", 60 * of.Job.Norm("engineering.form").Likely)
        {
            Asks = Ask.Ticks(
                $"the mold is larger by {Text.Number(of.Material.ShrinkPct.Likely)} % for shrink",
                "draft, corners and trim line agreed with who asked for the part"
            ),
        };
        if (of.Choices.Mold.Tile)
            yield return new(
                "tile",
                Repeats.Once,
                "Trial tile: the critical corner male and female",
                60 * of.Job.Norm("form.tileHours").Likely
            )
            {
                Asks =
                [
                    Ask.ReadAtLeast("tile-female", "thinnest of the female corner", of.ThinnestMm, "mm"),
                    .. Ask.Ticks("the side that looks better is noted"),
                ],
                Cautions = ["forming", "dust"],
            };
        if (
            MoldSection.LinesOf(of.Mold, of.Job).Where(l => l is { On: ChargedOn.OneOff, AmountUnit: "h" }).Sum(l => l.Amount.Likely)
            is > 0
                and var hours
        )
            yield return new("negative", Repeats.Once, "Negative: glue up, machine, smooth, seal", 60 * hours, 60 * (GlueH + SealH))
            {
                Detail = Layers(figures),
                Holds = [Hold.Hands, new Hold(Resource.Mill, During.Hands)],
                Asks = Ask.TicksAfter("no seam felt, no open pore", "parting wax on all of it"),
                Cautions = ["milling", "dust"],
            };
        if (figures.Heat is { DryC: { } dry, DryH: { } dryH })
            yield return new("dry", Repeats.Once, $"Dry the sheets at {Text.Number(dry)} °C", 10, 60 * dryH)
            {
                Detail = "On racks, air between them; form them warm, put back what is left at night.",
                Holds = [Hold.Hands, Hold.OvenAt(dry)],
                Asks = [Ask.Oven(dry, OvenHoldsC)],
            };
    }

    private static IEnumerable<Operation> Mold(FormingCase of, FormingFigures figures)
    {
        var lines = MoldSection.LinesOf(of.Mold, of.Job).Where(l => l is { On: ChargedOn.Tool, AmountUnit: "h" }).ToList();
        var machined = of.Mold is BoardMold or MachinedAluminiumMold;
        yield return new(
            "mold",
            Repeats.EachTool,
            machined ? $"Machine the mold: {of.Mold.Said}" : $"Make the mold: {of.Mold.Said}",
            60 * lines.Sum(l => l.Amount.Likely),
            60 * (of.Mold is BoardMold ? GlueH + SealH : of.Mold.SettingH)
        )
        {
            Detail = machined ? Layers(figures) : of.Mold.Says,
            Holds = machined ? [Hold.Hands, new Hold(Resource.Mill, During.Hands)] : [Hold.Hands],
            Asks = Ask.TicksAfter("number and revision on the mold", "face smooth, edges and corners as drawn"),
            Cautions = machined ? ["milling", "dust", "lifting"] : ["dust", "lifting"],
        };
        var air = figures.Air;
        yield return new(
            "vent",
            Repeats.EachTool,
            $"Drill {Text.Count(air.Vents, "vent")}, cut the slots, mount the mold",
            20 + 2 * air.Vents
        )
        {
            Detail =
                $"Holes of {Text.Number(air.VentMm, 2)} mm where air is caught last, wide from behind; slots of "
                + $"{Text.Number(of.Choices.Air.SlotMm, 2)} mm, {Text.Number(air.SlotMm, 3)} mm in all. The platen takes "
                + $"{Text.Number(air.ForceKn, 3)} kN.",
            Asks = [Ask.Read("holes", "vents drilled", air.Vents, 0, ""), .. Ask.Ticks("clamp closes flat all round")],
            Cautions = ["forming"],
        };
    }

    private static IEnumerable<Operation> Sheet(FormingCase of, FormingFigures figures)
    {
        var (heat, cycle) = (figures.Heat, figures.Cycle);
        var norm = 60 * of.Job.Norm("form.cycle").Likely * of.Up;
        Operation form = heat is null
            ? new("form", Repeats.EachShot, "Clamp, heat, form, cool", norm)
            : new(
                "form",
                Repeats.EachShot,
                "Clamp and heat, form, cool, take off",
                cycle.LoadS / 60,
                (cycle.Seconds!.Value - cycle.LoadS) / 60
            )
            {
                Detail =
                    $"Heat {Text.Number(heat.HeatS, 3)} s until {heat.Coolest} has {Text.Number(heat.MiddleC, 3)} °C; {Way(of)}; cool "
                    + $"{Text.Number(heat.CoolS, 3)} s"
                    + (heat.RecoverS > 1 ? $", then let the mold recover {Text.Number(heat.RecoverS, 2)} s." : "."),
            };
        yield return form with
        {
            FreesTool = true,
            Holds = [Hold.Hands, new Hold(Resource.Frame, During.Both)],
            Asks =
            [
                .. heat is null
                    ? Array.Empty<Ask>()
                    :
                    [
                        Ask.Read("mold", "face of the mold", heat.MoldC, 10, "°C"),
                        Ask.Read("sag", "sag seen when it was ready", Math.Round(heat.SagMm), 0.4 * heat.SagMm, "mm") with
                        {
                            AfterWait = true,
                        },
                    ],
                .. Ask.TicksAfter("no bubble, no white place, no web"),
            ],
            Cautions = ["forming", .. of.Choices.Air.PressureKpa > 0 ? new[] { "pressure" } : []],
        };
        yield return new(
            "trim",
            Repeats.EachPart,
            $"Trim: {TrimSection.Said(of.Choices.Trim.Method)}",
            figures.Trim.First(t => t.Method == of.Choices.Trim.Method).MinEach
        )
        {
            Asks = Ask.Ticks("on the line all round, no whitened edge"),
            Cautions = ["blade", "dust"],
        };
        yield return new(
            "measure",
            Repeats.EachShot,
            "Look over and count cold; measure one in ten",
            CountMin + (MeasureMin / MeasuredEach),
            60 * TempH
        )
        {
            Asks =
            [
                .. Measures(figures, of).Select(a => a with { AfterWait = true, Each = MeasuredEach }),
                Ask.Count("good, rework, scrap"),
            ],
        };
    }

    private static IEnumerable<Ask> Measures(FormingFigures figures, FormingCase of)
    {
        if (of.Sheet is not null)
            yield return Ask.ReadAtLeast("thinnest", "thickness at the thinnest place of the map", of.ThinnestMm, "mm");
        var tolerance = figures.Shrink.ToleranceMm ?? Math.Max(0.5, figures.Shrink.MissesMm);
        yield return Ask.Read("length", "longest side", of.LengthMm, tolerance, "mm");
    }

    private static string Way(FormingCase of) =>
        of.Choices.Way.Way switch
        {
            SheetWay.Female => "draw it into the mold",
            SheetWay.Male => "drape it over the mold, then draw",
            SheetWay.Plug => "push with the plug, then draw",
            _ => "blow the bubble, bring the mold up, then draw",
        };

    private static string? Layers(FormingFigures figures) =>
        figures.Cutting.Layers is { } layers
            ? $"{Text.Count(layers, "layer")} of board, {Text.Number(figures.Cutting.HeightMm, 3)} mm high; "
                + $"{Text.Number(figures.Cutting.StepoverMm, 2)} mm "
                + "between finishing passes"
                + (figures.Cutting.CutInSteps > 1 ? $"; cut in {figures.Cutting.CutInSteps} stages." : ".")
            : null;
}
