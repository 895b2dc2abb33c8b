using System.Text.Json.Serialization;
using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Shops;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Filling;

public enum FillingSchool
{
    /// <summary>Poured and left; the resin's own thinness lets the air out.</summary>
    Open,

    /// <summary>Poured, then cured in a pressure pot: bubbles shrink out of sight.</summary>
    Pressure,

    /// <summary>Degassed, then poured and left.</summary>
    Degassed,

    /// <summary>Degassed, poured, cured under pressure.</summary>
    DegassedPressure,

    /// <summary>Mixed and poured inside a vacuum chamber into a warm mold, then flooded with air.</summary>
    Chamber,

    /// <summary>From a machine through a static mixer, without air in it.</summary>
    MeterMix,
}

/// <summary>What is chosen about filling and curing; pressures over the atmosphere.</summary>
public sealed record FillingChoices
{
    /// <summary>Null: as the route does it.</summary>
    public FillingSchool? School { get; init; }

    /// <summary>Pressure the parts cure under, kPa gauge.</summary>
    public double PressureKpa { get; init; } = 300;

    /// <summary>Pressure the mold itself was cured under, kPa gauge; null: the same as the parts.</summary>
    public double? MoldPressureKpa { get; init; }

    /// <summary>Temperature the parts cure at; null: 23 °C by hand, 70 °C in a chamber.</summary>
    public double? CureC { get; init; }

    /// <summary>Height of the reservoir over the fill face, mm.</summary>
    public double OverfillMm { get; init; } = 5;

    public double ToMbar { get; init; } = 10;

    public FillingChoices Checked()
    {
        Check.Between(PressureKpa, 0, 2000, "filling.pressureKpa", "kPa", "gauge pressure, over the atmosphere");
        if (MoldPressureKpa is { } mold)
            Check.Between(mold, 0, 2000, "filling.moldPressureKpa", "kPa", "gauge pressure, over the atmosphere");
        if (CureC is { } cure)
            Check.Between(cure, 0, 200, "filling.cureC", "°C", "neither frozen nor burnt");
        Check.Between(OverfillMm, 0, 100, "filling.overfillMm", "mm", "a reservoir is a few millimetres high");
        Check.Between(ToMbar, 0.1, 500, "filling.toMbar", "mbar", "an absolute pressure; resin degasses at a few mbar");
        return this;
    }
}

/// <summary>What stands in the shop for filling and curing; null where nothing is said.</summary>
/// <param name="Chamber">By its shape.</param>
/// <param name="ChamberL">To pump down.</param>
/// <param name="PumpLPerMin">Its pump.</param>
/// <param name="Pot">By its shape.</param>
/// <param name="PotRatedKpa">Gauge, on its plate.</param>
/// <param name="OvenMm">Inside sides, longest first.</param>
/// <param name="OvenHighestC">As hot as it goes.</param>
public sealed record FillingEquipment(
    Vessel? Chamber,
    double? ChamberL,
    double? PumpLPerMin,
    Vessel? Pot,
    double? PotRatedKpa,
    double[]? OvenMm,
    double? OvenHighestC
)
{
    private const double LPerMinOfM3PerH = 1000.0 / 60;

    public static FillingEquipment Of(Equipment? has) =>
        has is null
            ? new(null, null, null, null, null, null, null)
            : new(
                Vessel.Chamber(has),
                Vessel.ChamberL(has),
                has.Says(Resource.Chamber, "pumpM3PerH") * LPerMinOfM3PerH,
                Vessel.Pot(has),
                has.Says(Resource.Pot, "plateKpa"),
                has.Sides(Resource.Oven, "xMm", "yMm", "zMm")?.OrderDescending().ToArray(),
                has.Says(Resource.Oven, "highestC")
            );
}

/// <summary>What is filled: the sides of its block, its resin, and the hottest the mold may get.</summary>
public sealed record FilledMold(double[] BlockMm, CastData Cast, double FullCureH, double LimitC, double ThinnestWallMm);

/// <param name="School">How it is filled.</param>
/// <param name="CureC">Temperature it cures at.</param>
/// <param name="DemoldH">Hours until handling strength at that temperature.</param>
/// <param name="FullCureH">Hours until full properties.</param>
/// <param name="BubbleRatio">Diameter of a bubble under pressure; null without pressure.</param>
/// <param name="PumpDownS">Seconds to evacuate; null without vacuum or without a known pump.</param>
/// <param name="Refusals">Limits of the equipment that this would break: nothing is planned until they are gone.</param>
/// <param name="Messages">What to mind.</param>
/// <param name="Working">How it came about.</param>
public sealed record FillingPlan(
    FillingSchool School,
    double CureC,
    double DemoldH,
    double FullCureH,
    double? BubbleRatio,
    double? PumpDownS,
    IReadOnlyList<Finding> Refusals,
    IReadOnlyList<Finding> Messages,
    IReadOnlyList<WorkLine> Working
)
{
    /// <summary>A stated pressure is not used to its last kPa.</summary>
    public const double PotMargin = 0.1;

    /// <summary>A pot is closed and filled with air at room temperature.</summary>
    private const double RoomC = 23,
        ZeroK = 273.15;

    /// <summary>Held at vacuum once it is reached, min.</summary>
    private const double HoldMin = 1;

    public bool UsesVacuum => School is FillingSchool.Degassed or FillingSchool.DegassedPressure or FillingSchool.Chamber;

    /// <summary>Resin is degassed in its cup and poured outside of the chamber.</summary>
    [JsonIgnore]
    public bool DegassesInCup => UsesVacuum && School != FillingSchool.Chamber;

    public bool UsesPressure => School is FillingSchool.Pressure or FillingSchool.DegassedPressure;

    /// <summary>Least minutes that a degassing takes with this chamber and pump; null when they are not known.</summary>
    public double? LeastDegasMin => PumpDownS is { } seconds ? Math.Ceiling(2 * seconds / 60) / 2 + HoldMin : null;

    /// <summary>
    /// By default both vacuum and pressure; without a plate that says what the pot stands, pressure is not planned unless somebody asks
    /// for it, and then it is refused.
    /// </summary>
    public static FillingSchool SchoolOf(FillingChoices choices, FillingSchool usual, double? potRatedKpa) =>
        choices.School ?? (potRatedKpa is null ? WithoutPressure(usual) : usual);

    private static FillingSchool WithoutPressure(FillingSchool school) =>
        school switch
        {
            FillingSchool.DegassedPressure => FillingSchool.Degassed,
            FillingSchool.Pressure => FillingSchool.Open,
            _ => school,
        };

    public static FillingPlan Of(FillingChoices choices, FillingSchool usual, FillingEquipment equipment, FilledMold mold)
    {
        choices.Checked();
        var school = SchoolOf(choices, usual, equipment.PotRatedKpa);
        var cureC = choices.CureC ?? (school == FillingSchool.Chamber ? 70 : RoomC);
        var sheet = new Worksheet();
        var cast = mold.Cast;
        var demold = sheet.Line("demold", "In the mold", HandlingTime.Of(cast, cureC), "h", HandlingTime.Source(cast)).Value.Likely;
        var plan = new FillingPlan(school, cureC, demold, mold.FullCureH, null, null, [], [], []);
        double? ratio = null,
            pump = null,
            hot = null;
        if (plan.UsesPressure)
        {
            var bubble = Bubble.Of(new BubbleRequest(Bubble.AtmosphereKpa, Bubble.AtmosphereKpa + choices.PressureKpa));
            ratio = bubble.DiameterRatio;
            sheet.Take(bubble.Working);
            hot =
                cureC > RoomC
                    ? sheet
                        .Line(
                            "hotPot",
                            "Gauge pressure once the closed pot is warm",
                            (
                                Figure.Given("p", choices.PressureKpa, "kPa", "plan/filling.pressureKpa")
                                + Term.Of(Bubble.AtmosphereKpa, "kPa")
                            ) * (Figure.Given("T", cureC, "°C", "plan/filling.cureC") / Figure.Given("T₀", RoomC, "°C"))
                                - Term.Of(Bubble.AtmosphereKpa, "kPa"),
                            "kPa",
                            "a closed gas: absolute pressure goes with absolute temperature"
                        )
                        .Value.Likely
                    : choices.PressureKpa;
        }

        if (plan.UsesVacuum && equipment is { ChamberL: { } litres, PumpLPerMin: { } speed })
        {
            var down = PumpDown.Of(new PumpDownRequest(litres, speed, 1013, choices.ToMbar));
            pump = down.Seconds;
            sheet.Take(down.Working);
        }

        plan = plan with { BubbleRatio = ratio, PumpDownS = pump };
        return plan with
        {
            Refusals =
            [
                .. PressureRefusals(plan, choices, equipment, hot),
                .. SizeRefusals(plan, equipment, mold),
                .. HeatRefusals(plan, equipment, mold),
            ],
            Messages = [.. MessagesOf(plan, choices, usual, equipment, mold)],
            Working = sheet.Lines,
        };
    }

    /// <summary>
    /// Gauge pressure in a pot closed at room temperature and warmed, kPa: absolute pressure goes with absolute temperature.
    /// </summary>
    public static double HotKpa(double gaugeKpa, double celsius) =>
        (gaugeKpa + Bubble.AtmosphereKpa) * (celsius + ZeroK) / (RoomC + ZeroK) - Bubble.AtmosphereKpa;

    private static IEnumerable<Finding> PressureRefusals(
        FillingPlan plan,
        FillingChoices choices,
        FillingEquipment equipment,
        double? hotKpa
    )
    {
        if (!plan.UsesPressure || hotKpa is not { } hottest)
            yield break;
        if (equipment.PotRatedKpa is not { } rated)
        {
            yield return Refuse(
                "pot-plate",
                "filling.school",
                "Pressure is not planned until the brief says what the pot's plate allows. Read the plate, enter it "
                    + "under Equipment in house, or cure without pressure."
            );
            yield break;
        }

        var allowed = rated * (1 - PotMargin);
        var most = Math.Max(choices.PressureKpa, choices.MoldPressureKpa ?? 0);
        if (most > allowed)
            yield return Refuse(
                "pot-pressure",
                "filling.pressureKpa",
                $"{Text.Number(most)} kPa is more than the pot may be used at: its plate says {Text.Number(rated)} kPa, "
                    + $"less a tenth as margin is {Text.Number(allowed, 3)} kPa. Take less pressure, or a pot rated for it."
            );
        else if (hottest > allowed)
            yield return Refuse(
                "pot-hot",
                "filling.cureC",
                $"Closed at {Text.Number(RoomC)} °C and warmed to {Text.Number(plan.CureC)} °C, "
                    + $"{Text.Number(choices.PressureKpa)} kPa become {Text.Number(hottest, 3)} kPa; {Text.Number(allowed, 3)} "
                    + $"kPa are left of the plate's {Text.Number(rated)} kPa. Take less pressure, or cure cooler."
            );
    }

    private static IEnumerable<Finding> SizeRefusals(FillingPlan plan, FillingEquipment equipment, FilledMold mold)
    {
        var block = Sides(mold.BlockMm);
        if (plan.UsesPressure && equipment.Pot is { } pot && pot.Takes(mold.BlockMm) == false)
            yield return Refuse(
                "pot-size",
                "pour.cavities",
                $"A mold of {block} does not go into the pot ({pot.Said}) with {Text.Number(pot.RiseMm)} mm above it. "
                    + "Fewer patterns in a block, a thinner wall, or cure it without pressure."
            );
        if (plan.School == FillingSchool.Chamber && equipment.Chamber is { } chamber && chamber.Takes(mold.BlockMm) == false)
            yield return Refuse(
                "chamber-size",
                "pour.cavities",
                $"A mold of {block} does not go into the chamber ({chamber.Said}) with {Text.Number(chamber.RiseMm)} mm "
                    + "for cups and funnel above it. Fewer patterns in a block, or pour it outside."
            );
        if (
            plan.CureC > OvenFromC
            && equipment.OvenMm is { } oven
            && !mold.BlockMm.OrderDescending().Zip(oven, (side, room) => side <= room).All(fits => fits)
        )
            yield return Refuse(
                "oven-size",
                "pour.cavities",
                $"A mold of {block} does not go into the oven ({Sides(oven)}) that is to warm it."
            );
    }

    /// <summary>Warmer than a room is meant to be.</summary>
    private const double OvenFromC = 30;

    private static IEnumerable<Finding> HeatRefusals(FillingPlan plan, FillingEquipment equipment, FilledMold mold)
    {
        if (equipment.OvenHighestC is { } highest && plan.CureC > Math.Max(OvenFromC, highest))
            yield return Refuse(
                "oven-heat",
                "filling.cureC",
                $"{Text.Number(plan.CureC)} °C is more than the oven reaches ({Text.Number(highest)} °C)."
            );
        if (plan.CureC > mold.LimitC)
            yield return Refuse(
                "mold-heat",
                "filling.cureC",
                $"{Text.Number(plan.CureC)} °C is more than this mold stands ({Text.Number(mold.LimitC)} °C). Cure cooler and longer."
            );
    }

    private static IEnumerable<Finding> MessagesOf(
        FillingPlan plan,
        FillingChoices choices,
        FillingSchool usual,
        FillingEquipment equipment,
        FilledMold mold
    )
    {
        if (choices.School is null && plan.School != usual)
            yield return new Finding(
                Severity.Warning,
                "pressure-not-planned",
                "Cure under pressure is usual here, and not planned: nobody has said what the pot's plate allows. Enter "
                    + "it under Equipment in house in the brief."
            );
        if (plan.UsesPressure && equipment.Pot is { } pot && pot.Takes(mold.BlockMm) is null)
            yield return new Finding(
                Severity.Warning,
                "pot-shape",
                "Whether the mold goes into the pot is not known: the brief says litres, not its diameter and height."
            );
        if (plan.UsesPressure && choices.MoldPressureKpa is { } cured && cured < choices.PressureKpa - 1)
            yield return new Finding(
                Severity.Fault,
                "mold-pressure",
                $"The mold was cured at {Text.Number(cured)} kPa and is to be cast at {Text.Number(choices.PressureKpa)} "
                    + "kPa: bubbles in its wall give way, and every part comes out with raised bumps. Cure the mold under the "
                    + "same pressure, or cast at its."
            );
        if (plan.School == FillingSchool.Open)
            yield return new Finding(
                Severity.Warning,
                "open-pour",
                "Poured open, hand-mixed resin keeps its bubbles. Thin resin, slow thin stream; degas or press where they would show."
            );
        if (mold.ThinnestWallMm < 1 && plan.School != FillingSchool.Chamber)
            yield return new Finding(
                Severity.Warning,
                "halves-in-line",
                $"Walls of {Text.Number(mold.ThinnestWallMm, 2)} mm: check with a light that the halves closed in line; a "
                    + "tenth out of line is a tenth of the wall."
            );
        if (plan.School is FillingSchool.MeterMix)
            yield return new Finding(
                Severity.Note,
                "meter-mix",
                "Check the machine's ratio by weight into two cups before the first shot, and after each pause longer "
                    + "than the pot life change the mixer."
            );
    }

    private static string Sides(IEnumerable<double> mm) => Text.Sides(mm.OrderDescending(), 3);

    private static Finding Refuse(string code, string field, string text) => new(Severity.Fault, code, text) { Field = field };
}
