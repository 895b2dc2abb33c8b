using System.Text.Json.Serialization;
using Stampo.Core.Jobs;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Routes;

/// <summary>
/// How the route is drawn and named. <paramref name="Tag"/> is two letters; <paramref name="Figure"/> picks the small cross-section
/// drawing.
/// </summary>
public sealed record RouteCard(string Id, string Tag, string Name, string Family, RouteFigure Figure, string GivesUp)
{
    /// <summary>Its name inside a sentence.</summary>
    [JsonIgnore]
    public string Within => char.ToLowerInvariant(Name[0]) + Name[1..];

    /// <summary>Routes that follow each other: "Printed parts, then urethane cast in silicone".</summary>
    public static string InTurn(IEnumerable<RouteCard> routes) =>
        string.Join(", then ", routes.Select((r, i) => i == 0 ? r.Name : r.Within));
}

public enum RouteFigure
{
    Layers,
    SoftBlock,
    SplitHalves,
    MetalHalves,
    Sheet,
    Block,
    PressedHalves,
    FibreStack,
}

/// <summary>
/// How a screen ends, from best to worst. What nobody measured or stated is not known, which is never as good as fitting.
/// </summary>
public enum Verdict
{
    Fits,
    NotKnown,
    AtRisk,
    Out,
}

/// <summary>One screen a route is put through: the result, the reason, and what would change it.</summary>
public sealed record Gate(Verdict Verdict, string Name, string Reason, string? Remedy = null)
{
    /// <summary>What of the part's shape it is about; null for a gate that is not about its shape.</summary>
    public Concern? Concern { get; init; }

    /// <summary>The limit it was held against, in mm or degrees by what it is about.</summary>
    public double? Limit { get; init; }

    /// <summary>A question so open that the route leads nothing until it is answered.</summary>
    [JsonIgnore]
    public bool HoldsBack { get; init; }

    /// <summary>A route with this gate leads nowhere: ruled out, or held back by a question.</summary>
    [JsonIgnore]
    public bool Stops => Verdict == Verdict.Out || HoldsBack;
}

/// <summary>A route costed with a given number of cavities. Life is in shots, null when nothing wears out.</summary>
public sealed record RouteEstimate(
    int Cavities,
    IReadOnlyList<CostLine> Costs,
    Figure? Life,
    Figure Good,
    int? PiecesPerBatch,
    IReadOnlyList<LeadStep> Lead,
    double PartsPerDay,
    double ToleranceMm
)
{
    /// <summary>Shots of one tool set.</summary>
    public ThreePoint? LifeShots => Life?.Value;

    /// <summary>Share of good parts.</summary>
    public ThreePoint Yield => Good.Value;

    /// <summary>Among the trade's five classes of injection tools; null for other tools.</summary>
    public string? ToolClass { get; init; }

    /// <summary>How the run size came about; null for the norm or when nothing is made in runs.</summary>
    public RunSize? Run { get; init; }

    /// <summary>A batch is what stands on the machine at once, whatever is asked for a year.</summary>
    public bool FixedBatch { get; init; }

    /// <summary>The cost charged on one thing.</summary>
    public ThreePoint Sum(ChargedOn on) => Costs.Where(c => c.On == on).Aggregate((ThreePoint)0, (sum, line) => sum + line.Cost);

    public ThreePoint FirstArticleDays => Lead.Aggregate((ThreePoint)0, (sum, step) => sum + step.WorkingDays);
}

/// <summary>A way of making the part: one class, one file. Nothing else in the system knows how many there are.</summary>
public interface IRoute
{
    RouteCard Card { get; }

    /// <summary>
    /// The route's own gates on shape and size; those on money, dates and remakes are the same for all routes and set elsewhere.
    /// </summary>
    IEnumerable<Gate> Screen(Job job);

    /// <summary>Numbers of cavities worth costing for this part.</summary>
    IReadOnlyList<int> CavityChoices(Job job);

    RouteEstimate Estimate(Job job, int cavities);

    /// <summary>What somebody else could make: the tool, the mold, or the part itself.</summary>
    Made Made { get; }

    /// <summary>Ids of the cautions that go with this way of molding.</summary>
    IReadOnlyList<string> Cautions => [];

    /// <summary>The norm for the share of its tool that a design change costs; null without a tool.</summary>
    string? ChangeKey => "change.soft";

    bool FinishesBothSides => true;

    /// <summary>A robot may load its inserts and a two-barrel press its second material.</summary>
    bool Automates => false;

    bool TakesSecondMaterial => false;

    /// <summary>The ways its plan may begin, the usual first, each of a family of its own; none for a route that has no plan yet.</summary>
    IReadOnlyList<RouteMethod> Methods(Job job, int cavities) => [];
}
