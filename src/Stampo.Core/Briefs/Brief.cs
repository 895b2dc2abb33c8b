using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Wording;

namespace Stampo.Core.Briefs;

/// <summary>What the part must do and how many are wanted when. Money in the shop's currency.</summary>
[Whole]
public sealed record Brief
{
    public const int MaxQuantity = 100_000_000;

    public IReadOnlyList<DemandRow> Demand { get; init; } = [];

    public MaterialFamily Family { get; init; } = MaterialFamily.RigidThermoplastic;

    /// <summary>The material series parts are to be of, by id; null: the likeliest of the family for the targets.</summary>
    public string? ProductionMaterial { get; init; }

    public HardnessTarget? Hardness { get; init; }

    public TemperatureTarget? ServiceTemperature { get; init; }

    public IReadOnlyList<PropertyTarget> Properties { get; init; } = [];

    public ClarityTarget? Clarity { get; init; }

    public ColourTarget? Colour { get; init; }

    public IReadOnlyList<Exposure> Exposures { get; init; } = [];

    /// <summary>± mm on the first 100 mm; null: whatever the route reaches.</summary>
    public double? ToleranceMm { get; init; }

    public int CriticalDimensions { get; init; }

    public Finish ShowSide { get; init; } = Finish.AsTooled;

    public bool BothSides { get; init; }

    public int Inserts { get; init; }

    public InsertSize? InsertSize { get; init; }

    public SecondMaterial? SecondMaterial { get; init; }

    public bool Lettering { get; init; }

    /// <summary>Contacts and faces that must be kept clear of resin or plastic.</summary>
    public int Guards { get; init; }

    /// <summary>What is put into each part and lost with a spoiled one: boards, magnets, first parts.</summary>
    public double? EnclosedPrice { get; init; }

    public Sources Sources { get; init; } = new();

    public Schools Schools { get; init; } = new();

    public double? ToolingBudget { get; init; }

    public double? PiecePrice { get; init; }

    /// <summary>A date that can't move, whatever the rows say.</summary>
    public DateOnly? FixedDate { get; init; }

    public ChangeRisk? ChangeRisk { get; init; }

    public Equipment? Equipment { get; init; }

    [JsonIgnore]
    public long TotalQuantity => Demand.Sum(row => row.Total);

    /// <summary>The most that is wanted in a year of a row that comes every year; 0 when none does.</summary>
    [JsonIgnore]
    public int YearlyQuantity => Demand.Where(row => row.Years > 0).Select(row => row.Quantity).DefaultIfEmpty(0).Max();

    [JsonIgnore]
    public IReadOnlyList<DemandRow> ByDate => [.. Demand.OrderBy(row => row.NeededBy)];

    /// <summary>Refuses numbers outside what the trade knows, naming the field.</summary>
    public Brief Checked()
    {
        BriefCheck.Refuse(this);
        return this;
    }
}
