using Stampo.Core.Wording;

namespace Stampo.Core.Log.Inspection;

public enum InspectedKind
{
    /// <summary>A size, mm.</summary>
    Size,

    /// <summary>Looked at: 1 as it should be, 0 not.</summary>
    Look,

    /// <summary>Shore points: five readings on a stack, the median counts.</summary>
    Hardness,
}

public enum Gauge
{
    Calliper,
    Micrometer,
    HeightGauge,
    PinGauge,
    Projector,
    CoordinateMachine,
    Durometer,
    Eye,
}

/// <summary>A point of the part as its mesh lies, mm.</summary>
public sealed record Spot(double X, double Y, double Z);

/// <summary>Something that is looked at on parts.</summary>
/// <param name="Id">Stays; entries are kept against it.</param>
/// <param name="Kind">Of what kind.</param>
/// <param name="Name">As the report calls it.</param>
/// <param name="Nominal">As drawn, in mm or points; 1 for a look.</param>
/// <param name="Lower">No less; null for no such limit.</param>
/// <param name="Upper">No more; null for no such limit.</param>
/// <param name="Gauge">It is measured with.</param>
/// <param name="EveryShots">Of so many shots one is measured.</param>
/// <param name="NearGate">Near the gate or far from it; null when that is not said.</param>
/// <param name="From">Where on the model; null when it was not placed.</param>
/// <param name="To">The other end of a length; null for a single place.</param>
/// <param name="ToolMm">The same feature of the tool, for what the part takes of it; null when it was not measured.</param>
public sealed record InspectionItem(
    string Id,
    InspectedKind Kind,
    string Name,
    double Nominal,
    double? Lower,
    double? Upper,
    Gauge Gauge,
    int EveryShots = 1,
    bool? NearGate = null,
    Spot? From = null,
    Spot? To = null,
    double? ToolMm = null
)
{
    private const double FarthestMm = 1e5,
        MostPoints = 100;

    public string Unit =>
        Kind switch
        {
            InspectedKind.Size => "mm",
            InspectedKind.Hardness => "Shore",
            _ => "",
        };

    public bool Within(double value) => !(value < Lower) && !(value > Upper);

    public void Check(string at)
    {
        Wording.Check.Length(Id, 1, 60, $"{at}.id");
        Wording.Check.Length(Name, 1, 80, $"{at}.name");
        var most = Kind == InspectedKind.Size ? FarthestMm : MostPoints;
        Wording.Check.Between(Nominal, 0, most, $"{at}.nominal", Unit, "as drawn");
        if (Lower is { } lower)
            Wording.Check.Between(lower, -most, Nominal, $"{at}.lower", Unit, "the lower limit is not above what is drawn");
        if (Upper is { } upper)
            Wording.Check.Between(upper, Nominal, 2 * most, $"{at}.upper", Unit, "the upper limit is not below what is drawn");
        if (Lower is null && Upper is null)
            throw new RefusalException(
                "inspection.no-limit",
                $"{Name} has no limit: give a lower one, an upper one, or both.",
                $"{at}.lower"
            );
        Wording.Check.Between(EveryShots, 1, 100_000, $"{at}.everyShots", "shots", "of so many one is measured");
        if (ToolMm is { } tool)
            Wording.Check.Positive(tool, $"{at}.toolMm", "mm", FarthestMm);
        foreach (var spot in new[] { From, To }.OfType<Spot>())
            Wording.Check.Between(
                Math.Max(Math.Abs(spot.X), Math.Max(Math.Abs(spot.Y), Math.Abs(spot.Z))),
                0,
                FarthestMm,
                at,
                "mm",
                "on the part"
            );
    }
}

/// <summary>All that is looked at on the parts of a plan.</summary>
public sealed record InspectionPlan(IReadOnlyList<InspectionItem> Items)
{
    private const int MostItems = 200;

    public static InspectionPlan Empty { get; } = new([]);

    public InspectionPlan Checked()
    {
        Check.Between(Check.Whole(Items, "items").Count, 0, MostItems, "items", "", "what one person can look at");
        for (var i = 0; i < Items.Count; i++)
            Items[i].Check($"items[{i}]");
        if (Items.DistinctBy(i => i.Id).Count() < Items.Count)
            throw new RefusalException("input.duplicate", "Two items have the same id; give each its own.", "items");
        return this;
    }

    public InspectionItem Of(string id) =>
        Items.FirstOrDefault(i => i.Id == id)
        ?? throw new RefusalException("inspection.no-item", $"Nothing called \"{id}\" is looked at here.", "item");

    /// <summary>
    /// Of how many shots one is measured, as a run is long: all of ten, every fifth of fifty, every tenth of five hundred,
    /// every fiftieth of more.
    /// </summary>
    public static int EveryFor(int shots) =>
        shots switch
        {
            <= 10 => 1,
            <= 50 => 5,
            <= 500 => 10,
            _ => 50,
        };
}
