using Stampo.Core.Comparison;
using Stampo.Core.Reference;

namespace Stampo.Core.Briefs;

/// <summary>A demand row some days from the day the template is taken.</summary>
public sealed record TemplateRow(int InDays, int Quantity, Purpose Purpose, int Years = 0);

/// <summary>A common case to start a brief from; what it leaves out is as in an empty brief.</summary>
public sealed record BriefTemplate(string Id, string Name, string Says, IReadOnlyList<TemplateRow> Rows, MaterialFamily Family, Finish ShowSide)
{
    public static IReadOnlyList<BriefTemplate> All { get; } = EmbeddedJson.List<BriefTemplate>("briefs");

    public string? ProductionMaterial { get; init; }

    public HardnessTarget? Hardness { get; init; }

    public TemperatureTarget? ServiceTemperature { get; init; }

    public IReadOnlyList<PropertyTarget> Properties { get; init; } = [];

    public ColourTarget? Colour { get; init; }

    public IReadOnlyList<Exposure> Exposures { get; init; } = [];

    public double? ToleranceMm { get; init; }

    public SecondMaterial? SecondMaterial { get; init; }

    public ChangeRisk? ChangeRisk { get; init; }

    /// <summary>The brief with dates counted in calendar days from a day, moved to working days.</summary>
    public Brief On(DateOnly today) => new()
    {
        Demand = [.. Rows.Select(row => new DemandRow(Dates.AddWorkingDays(today.AddDays(row.InDays - 1), 1), row.Quantity, row.Purpose, row.Years))],
        Family = Family,
        ShowSide = ShowSide,
        ProductionMaterial = ProductionMaterial,
        Hardness = Hardness,
        ServiceTemperature = ServiceTemperature,
        Properties = Properties,
        Colour = Colour,
        Exposures = Exposures,
        ToleranceMm = ToleranceMm,
        SecondMaterial = SecondMaterial,
        ChangeRisk = ChangeRisk,
    };
}
