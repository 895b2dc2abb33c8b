using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Filling;

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
public sealed record FillingEquipment(double? ChamberL, double? PumpLPerMin, double? PotL, double? PotRatedKpa, double? OvenL);

/// <summary>What is filled: its size, its resin's hours in the mold at 23 °C, and the hottest the mold may get.</summary>
public sealed record FilledMold(double BlockL, double DemoldH, double FullCureH, double LimitC, double ThinnestWallMm);

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
    IReadOnlyList<WorkLine> Working)
{
    /// <summary>A stated pressure is not used to its last kPa.</summary>
    public const double PotMargin = 0.1;

    public bool UsesVacuum => School is FillingSchool.Degassed or FillingSchool.DegassedPressure or FillingSchool.Chamber;

    public bool UsesPressure => School is FillingSchool.Pressure or FillingSchool.DegassedPressure;

    public static FillingPlan Of(FillingChoices choices, FillingSchool usual, FillingEquipment equipment, FilledMold mold)
    {
        choices.Checked();
        var school = choices.School ?? usual;
        var chamber = school == FillingSchool.Chamber;
        var cureC = choices.CureC ?? (chamber ? 70 : 23);
        var sheet = new Worksheet();
        var demold = sheet.Write("demold", "In the mold", $"t_ref × 2^((23 − T) ÷ 10){(chamber ? ", between 15 and 60 min" : "")}", chamber ? ShotRate.WarmDemoldMin(mold.DemoldH, cureC) / 60 : ShotRate.CureH(mold.DemoldH, cureC), "h", RuleOfTen.Source,
            new WorkInput("t_ref", mold.DemoldH, "h"), new WorkInput("T", cureC, "°C", "plan/filling.cureC"));
        var plan = new FillingPlan(school, cureC, demold, mold.FullCureH, null, null, [], [], []);
        double? ratio = null, pump = null;
        if (plan.UsesPressure)
        {
            var bubble = Bubble.Of(new BubbleRequest(Bubble.AtmosphereKpa, Bubble.AtmosphereKpa + choices.PressureKpa));
            ratio = bubble.DiameterRatio;
            sheet.Take(bubble.Working);
        }

        if (plan.UsesVacuum && equipment is { ChamberL: { } litres, PumpLPerMin: { } speed })
        {
            var down = PumpDown.Of(new PumpDownRequest(litres, speed, 1013, choices.ToMbar));
            pump = down.Seconds;
            sheet.Take(down.Working);
        }

        return plan with { BubbleRatio = ratio, PumpDownS = pump, Refusals = [.. RefusalsOf(plan, choices, equipment, mold)], Messages = [.. MessagesOf(plan, choices, mold)], Working = sheet.Lines };
    }

    private static IEnumerable<Finding> RefusalsOf(FillingPlan plan, FillingChoices choices, FillingEquipment equipment, FilledMold mold)
    {
        if (plan.UsesPressure && equipment.PotRatedKpa is { } rated && choices.PressureKpa > rated * (1 - PotMargin))
            yield return Refuse("pot-pressure", $"{Text.Number(choices.PressureKpa)} kPa is more than the pot may be used at: its plate says {Text.Number(rated)} kPa, less a tenth as margin is {Text.Number(rated * (1 - PotMargin), 3)} kPa. Take less pressure, or a pot rated for it.");
        if (plan.UsesPressure && equipment.PotL is { } pot && mold.BlockL > pot)
            yield return Refuse("pot-size", $"A mold of {Text.Number(mold.BlockL, 2)} L does not go into the {Text.Number(pot)} L pot. Fewer patterns in a block, a thinner wall, or cure it without pressure.");
        if (plan.School == FillingSchool.Chamber && equipment.ChamberL is { } chamber && mold.BlockL > chamber)
            yield return Refuse("chamber-size", $"A mold of {Text.Number(mold.BlockL, 2)} L does not go into the {Text.Number(chamber)} L chamber. Fewer patterns in a block, or pour it outside.");
        if (plan.School == FillingSchool.Chamber && equipment.OvenL is { } oven && mold.BlockL > oven)
            yield return Refuse("oven-size", $"A mold of {Text.Number(mold.BlockL, 2)} L does not go into the {Text.Number(oven)} L oven that is to warm it.");
        if (plan.CureC > mold.LimitC)
            yield return Refuse("mold-heat", $"{Text.Number(plan.CureC)} °C is more than this mold stands ({Text.Number(mold.LimitC)} °C). Cure cooler and longer.");
    }

    private static IEnumerable<Finding> MessagesOf(FillingPlan plan, FillingChoices choices, FilledMold mold)
    {
        if (plan.UsesPressure && choices.MoldPressureKpa is { } cured && cured < choices.PressureKpa - 1)
            yield return new Finding(Severity.Fault, "mold-pressure", $"The mold was cured at {Text.Number(cured)} kPa and is to be cast at {Text.Number(choices.PressureKpa)} kPa: bubbles in its wall will give way and dent every part. Cure the mold under the same pressure, or cast at its.");
        if (plan.School == FillingSchool.Open)
            yield return new Finding(Severity.Warning, "open-pour", "Poured open, hand-mixed resin keeps its bubbles. Thin resin, slow thin stream; degas or press where they would show.");
        if (mold.ThinnestWallMm < 1 && plan.School != FillingSchool.Chamber)
            yield return new Finding(Severity.Warning, "halves-in-line", $"Walls of {Text.Number(mold.ThinnestWallMm, 2)} mm: check with a light that the halves closed in line; a tenth out of line is a tenth of the wall.");
        if (plan.School is FillingSchool.MeterMix)
            yield return new Finding(Severity.Note, "meter-mix", "Check the machine's ratio by weight into two cups before the first shot, and after each pause longer than the pot life change the mixer.");
    }

    private static Finding Refuse(string code, string text) => new(Severity.Fault, code, text);
}
