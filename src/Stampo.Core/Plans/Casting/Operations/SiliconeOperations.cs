using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.Operations;

/// <summary>From a pattern to an opened silicone mold, by one pour or two.</summary>
internal static class SiliconeOperations
{
    private const double WeighMin = 6,
        RaiseMm = 25;

    public static IEnumerable<Operation> Of(
        PlannedSilicone planned,
        Silicone silicone,
        CastingFigures plan,
        CastingChoices choices,
        Job job
    )
    {
        var mold = planned.Mold;
        var twoPour = planned.School == SplitSchool.TwoPour;
        var box = Text.Sides(mold.BoxMm);
        yield return Prepare(planned, plan, box, 60 * job.Norm("silicone.boxHours").Likely * Several(choices));
        if (!twoPour)
            yield return Hang(silicone, choices, job);
        for (var pour = 0; pour < mold.Pours.Count; pour++)
        {
            if (pour == 1)
                yield return new("turn", Repeats.EachTool, "Turn over, take the bedding out, leave the part in", 30)
                {
                    Detail = $"Release on the first half, all of it; set vents; raise the walls {RaiseMm} mm over the part.",
                    Asks = Ask.Ticks("the part did not move", "release in every corner and key: silicone sticks to silicone"),
                    Cautions = mold.BlockKg > SiliconeMold.HeavyKg ? ["spray", "lifting"] : ["spray"],
                };
            foreach (var operation in Pour(mold.Pours[pour], pour, silicone, plan, choices, planned.Cure.Hours))
                yield return operation;
        }

        if (planned.School == SplitSchool.Hybrid)
            yield return new(
                "back-shell",
                Repeats.EachTool,
                "Laminate the rigid back over the silicone",
                60 * job.Norm("hybrid.backHours").Likely * Math.Max(1, 2.8 * job.Part.PartingCm2 / 100),
                16 * 60
            )
            {
                Cautions = ["laminating", "dust"],
                Asks = Ask.TicksAfter("the back lifts off and goes home again without rocking"),
            };
        yield return new(
            "open",
            Repeats.EachTool,
            twoPour ? "Part the halves, take the pattern out" : "Cut open along the tape, wavy, not through the part",
            60 * job.Norm("silicone.openHours").Likely * Several(choices)
        )
        {
            Detail = "Trim gates and risers free; number the mold; keep the pattern.",
            Asks = Ask.Ticks("no tacky place on the face", "halves close without a step"),
            Cautions = [.. twoPour ? Array.Empty<string>() : ["blade"], .. mold.BlockKg > SiliconeMold.HeavyKg ? new[] { "lifting" } : []],
        };
    }

    /// <summary>
    /// A block of several patterns takes longer to set up and to open, but not so many times as long; as its price has it.
    /// </summary>
    internal static double Several(CastingChoices choices) => Math.Pow(choices.Pour.Cavities, 0.6);

    /// <summary>What a riser carries, g, and the longest side that hangs true on it, mm.</summary>
    private const double RiserG = 150,
        RiserMm = 120;

    /// <summary>By its weight, and by the lift of the silicone around it: a pattern lighter than silicone floats.</summary>
    private static Operation Hang(Silicone silicone, CastingChoices choices, Job job)
    {
        var grams = job.Part.VolumeCm3 * choices.Pattern.Material.DensityGPerCm3();
        var lift = job.Part.VolumeCm3 * silicone.Supply.DensityGPerCm3 - grams;
        var onRiser = Math.Max(grams, Math.Abs(lift)) <= RiserG && job.Part.LongestMm <= RiserMm;
        var pull =
            lift > 0 ? $"lifts it by {Text.Number(lift, 3)} g more: hold it down" : $"takes {Text.Number(grams + lift, 3)} g of that";
        var held = onRiser ? "On its riser." : "At three points on 2 mm wires, in the places that are highest when cast.";
        return new(
            "hang",
            Repeats.EachTool,
            choices.Pour.Cavities == 1 ? "Hang the pattern" : $"Hang {choices.Pour.Cavities} patterns",
            (onRiser ? 5 : 15) * choices.Pour.Cavities
        )
        {
            Detail = $"It weighs {Text.Number(grams, 3)} g; the silicone {pull}. {held}",
            Asks = Ask.Ticks(lift > 0 ? "it cannot rise when the silicone comes" : "it hangs free, wall even below it"),
        };
    }

    private static Operation Prepare(PlannedSilicone planned, CastingFigures plan, string box, double boxMin)
    {
        var risers = plan.Shape is { } shape ? Text.Count(shape.Attitude.Risers.Count, "riser") : "risers at every high";
        var plane = plan.Shape is { } s ? $"Plane {Text.Number(s.Plane.HeightMm, 3)} mm over the lowest point along the pull; " : "";
        return planned.School == SplitSchool.TwoPour
            ? new("box", Repeats.EachTool, "Bed the part to its parting plane, build the box", boxMin)
            {
                Detail = $"Inside {box}. {plane}tape openings shut; keys in the bedding; gate and {risers} for the second pour.",
                Asks = Ask.Ticks("bedding tight to the part, no gap", "box level and tight"),
            }
            : new("box", Repeats.EachTool, "Gate and risers on the part, build the box", boxMin)
            {
                Detail =
                    $"Inside {box}. Tape openings shut; mark the parting line with coloured tape where it shows least; "
                    + $"gate at the low end, {risers}.",
                Asks = Ask.Ticks("wall even all round", "box level and tight"),
            };
    }

    private static IEnumerable<Operation> Pour(
        SiliconePour pour,
        int index,
        Silicone silicone,
        CastingFigures plan,
        CastingChoices choices,
        double cureH
    )
    {
        var n = index + 1;
        for (var lot = 1; lot <= pour.Lots.Count; lot++)
        {
            var said =
                (plan.Silicone!.Mold.Pours.Count > 1 ? $", {pour.Name.ToLowerInvariant()}" : "")
                + (pour.Lots.Count > 1 ? $", lot {lot} of {pour.Lots.Count}" : "");
            foreach (
                var operation in choices.Silicone.Degas == SiliconeDegas.MeterMix
                    ? Metered(pour.Lots[lot - 1], $"{n}-{lot}", said, silicone, choices)
                    : Mixed(pour.Lots[lot - 1], $"{n}-{lot}", said, silicone, choices).OnOneClock($"mix-silicone-{n}-{lot}")
            )
                yield return operation;
        }

        var pressed = plan.Filling.UsesPressure;
        var kpa = choices.Filling.MoldPressureKpa ?? choices.Filling.PressureKpa;
        yield return new(
            $"cure-silicone-{n}",
            Repeats.EachTool,
            $"Cure the silicone at {Text.Number(choices.Silicone.CureC)} °C",
            0,
            60 * cureH
        )
        {
            Detail =
                !pressed ? null
                : kpa == choices.Filling.PressureKpa ? $"Under {Text.Number(kpa)} kPa, the pressure the parts will cure under."
                : $"Under {Text.Number(kpa)} kPa.",
            Asks =
            [
                .. choices.Silicone.CureC > 30 ? [Ask.Oven(choices.Silicone.CureC, CastingOperations.OvenHoldsC)] : Array.Empty<Ask>(),
                .. pressed ? Ask.Pot(kpa) : [],
            ],
            Holds = CastingOperations.Curing(pressed, choices.Silicone.CureC),
            Cautions = [.. pressed ? new[] { "pressure" } : [], .. choices.Silicone.CureC > 30 ? new[] { "oven" } : []],
        };
    }

    private static IEnumerable<Operation> Mixed(SiliconeLot lot, string key, string said, Silicone silicone, CastingChoices choices)
    {
        var (steps, sawTooth) = (
            SiliconeMold.StepsBy(choices.Silicone.Degas, choices.Silicone.Steps),
            choices.Silicone.Degas == SiliconeDegas.SawTooth
        );
        yield return new($"weigh-silicone-{key}", Repeats.EachTool, $"Weigh the silicone{said}", WeighMin)
        {
            Holds = Hold.Of(Resource.Hands, Resource.Scale),
            Asks =
            [
                Ask.Weigh("base", lot.AG, $"{silicone.Supply.Name}, base"),
                Ask.Weigh("curing part", lot.BG, $"{silicone.Supply.Name}, curing part"),
            ],
            Cautions = lot.AG / 1000 > SiliconeMold.HeavyKg ? ["mold-silicone", "lifting"] : ["mold-silicone"],
        };
        yield return new($"mix-silicone-{key}", Repeats.EachTool, $"Mix{said}: the clock starts", steps.MixMin)
        {
            Asks = Ask.Ticks("no streaks, sides and bottom scraped"),
        };
        yield return new(
            $"degas-silicone-{key}",
            Repeats.EachTool,
            sawTooth ? $"Degas in a saw-tooth{said}" : $"Degas{said}",
            steps.FirstDegasMin
        )
        {
            Detail = sawTooth ? "Evacuate until it is about to boil over, flood, again, until it falls back by itself." : null,
            Holds = Hold.Of(Resource.Hands, Resource.Chamber, Resource.Vessel),
            Asks = Ask.Ticks("rose and fell back"),
            Cautions = ["vacuum"],
        };
        yield return new($"pour-silicone-{key}", Repeats.EachTool, $"Pour{said} from one low corner, thin stream", steps.PourMin)
        {
            Asks = Ask.Ticks("no bubble over the face"),
        };
        yield return new($"second-degas-{key}", Repeats.EachTool, $"Degas again in the box{said}", steps.SecondDegasMin)
        {
            Holds = Hold.Of(Resource.Hands, Resource.Chamber),
            Lags = [Lag.EndsWithin(silicone.PotLifeMin, $"mix-silicone-{key}", "mixing")],
            Cautions = ["vacuum"],
        };
    }

    private static IEnumerable<Operation> Metered(SiliconeLot lot, string key, string said, Silicone silicone, CastingChoices choices)
    {
        yield return new(
            $"pour-silicone-{key}",
            Repeats.EachTool,
            $"Fill from the machine through a fresh static mixer{said}",
            WeighMin + choices.Silicone.Steps.PourMin
        )
        {
            Detail =
                $"From one low corner. In all {Text.Number(lot.AG, 4)} g of base and {Text.Number(lot.BG, 4)} g of curing "
                + $"part; the mixer is lost after {Text.Number(silicone.PotLifeMin)} min of standing.",
            Asks = Ask.Ticks("ratio by weight into two cups before the first shot", "no bubble over the face"),
            Cautions = ["mold-silicone"],
        };
    }
}
