using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Briefs;

/// <summary>The bounds of a brief: each refusal names the field and says why there is a bound.</summary>
internal static class BriefCheck
{
    public static void Refuse(Brief brief)
    {
        Demand(Check.Whole(brief.Demand, "demand"));
        Targets(brief);
        Features(brief);
        Limits(brief);
        if (brief.Equipment is { } equipment)
            In(equipment);
    }

    private static void Demand(IReadOnlyList<DemandRow> demand)
    {
        if (demand.Count > 50)
            throw new RefusalException(
                "input.too-many",
                $"{demand.Count} demand rows; at most 50 are kept. Join rows that fall together.",
                "demand"
            );
        for (var i = 0; i < demand.Count; i++)
        {
            Check.Between(demand[i].Quantity, 1, Brief.MaxQuantity, $"demand[{i}].quantity", "", "a row asks for at least one part");
            Check.Between(demand[i].Years, 0, DemandRow.MostYears, $"demand[{i}].years", "years", "nobody plans a part for longer");
            Day(demand[i].NeededBy, $"Row {i + 1} is needed by", $"demand[{i}].neededBy");
        }
    }

    private static void Day(DateOnly day, string what, string field)
    {
        if (day.Year is < 2000 or > 2100)
            throw new RefusalException("input.out-of-range", $"{what} {day:yyyy-MM-dd}; give a date between 2000 and 2100.", field);
    }

    private static void Targets(Brief brief)
    {
        if (brief.Hardness is { } hardness)
        {
            Check.Between(hardness.Value, 0, 100, "hardness.value", $"Shore {hardness.Scale}", "a Shore scale ends there");
            Check.Between(hardness.TolerancePoints, 0, 50, "hardness.tolerancePoints", "points", "beyond that any material would do");
            Short(hardness.Reason, "hardness.reason");
        }

        if (brief.ServiceTemperature is { } service)
            Check.Between(service.Celsius, -80, 400, "serviceTemperature.celsius", "°C", "no plastic or elastomer here serves outside it");
        foreach (var target in Check.Whole(brief.Properties, "properties"))
        {
            Check.Between(target.AtLeast, 0, 500_000, "properties", "", "no material here has more");
            if (target.AtMost is { } most)
                Check.Between(
                    most,
                    Math.Max(target.AtLeast, 1e-6),
                    500_000,
                    "properties",
                    "",
                    "the most is not less than the least, and more than nothing"
                );
        }

        if (brief.Properties.DistinctBy(t => t.Property).Count() < brief.Properties.Count)
            throw new RefusalException("input.duplicate", "A property is asked for twice; keep the one that counts.", "properties");
        if (brief.ToleranceMm is { } tolerance)
            Check.Between(tolerance, 0.005, 20, "toleranceMm", "mm", "finer is ground, coarser is no tolerance");
        Check.Between(brief.CriticalDimensions, 0, 500, "criticalDimensions", "", "a drawing with more has none that is critical");
        Short(brief.ProductionMaterial, "productionMaterial");
    }

    private static void Features(Brief brief)
    {
        Check.Between(brief.Inserts, 0, 200, "inserts", "", "more than that is a job for a special tool");
        Check.Between(brief.Guards, 0, 200, "guards", "", "more than that is a job for a special tool");
        if (brief.InsertSize is { } insert)
        {
            Check.Between(insert.DiameterMm, 0.5, 100, "insertSize.diameterMm", "mm", "a bush or contact is of that size");
            Check.Between(
                insert.BossMm,
                insert.DiameterMm * 1.05,
                500,
                "insertSize.bossMm",
                "mm",
                "the boss is wider than the insert in it"
            );
        }

        if (brief.SecondMaterial is not { } second)
            return;
        Short(Check.Given(second.MaterialId, "secondMaterial.materialId"), "secondMaterial.materialId");
        Check.Between(second.AreaCm2, 0.01, 100_000, "secondMaterial.areaCm2", "cm²", "the soft part touches the first over some area");
        Check.Between(second.VolumeCm3, 0.001, 100_000, "secondMaterial.volumeCm3", "cm³", "the soft part has some volume");
    }

    private static void Limits(Brief brief)
    {
        Check.Given(brief.Sources, "sources");
        Check.Given(brief.Schools, "schools");
        Money(brief.EnclosedPrice, "enclosedPrice");
        Money(brief.ToolingBudget, "toolingBudget");
        Money(brief.PiecePrice, "piecePrice");
        if (brief.FixedDate is { } day)
            Day(day, "The date that can't move is", "fixedDate");
        if (brief.ChangeRisk is { } risk)
            Check.Between(risk.ChancePerMonth, 0, 1, "changeRisk.chancePerMonth", "", "a chance lies between none and certain");
    }

    private const int MostMachines = 50;

    private static void In(Equipment e)
    {
        Check.Between(
            Check.Whole(e.MachineIds, "equipment.machineIds").Count,
            0,
            MostMachines,
            "equipment.machineIds",
            "machines",
            "one of a kind"
        );
        foreach (var (kind, figures) in Check.Given(e.Figures, "equipment.figures"))
            EquipmentKinds.Check(kind, figures, $"equipment.figures.{kind}", "equipment.figures");
    }

    private static void Money(double? amount, string field)
    {
        if (amount is { } money)
            Check.Between(money, 0, 1e9, field, "€", "money can't be negative");
    }

    private static void Short(string? text, string field)
    {
        if (text?.Length > 400)
            throw new RefusalException("input.length", $"{field} has {text.Length} characters; 400 are enough.", field);
    }
}
