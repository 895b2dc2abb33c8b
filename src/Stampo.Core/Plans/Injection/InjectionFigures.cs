using System.Text.Json.Serialization;
using Stampo.Core.Flow;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Ranges;
using Stampo.Core.Tooling;

namespace Stampo.Core.Plans.Injection;

/// <summary>A plate of the tool: what it is, and how thick.</summary>
public sealed record ToolPlate(string Name, double ThickMm);

/// <summary>The tool laid out, in mm: the sheet draws it from these.</summary>
/// <param name="PlateLongMm">Of the base.</param>
/// <param name="PlateWideMm">Of the base.</param>
/// <param name="HighMm">Of the closed tool.</param>
/// <param name="WallMm">Round a cavity.</param>
/// <param name="Plates">From the nozzle side to the ejector side.</param>
/// <param name="Cavities">Middles of the cavities from the middle of the plate: x1, y1, x2, y2.</param>
/// <param name="PartMm">Long, wide and deep, as molded.</param>
/// <param name="InCavityMm">Of the depth what lies in the cavity plate.</param>
/// <param name="Channels">Cooling channels: distances from the middle across the plate, the same in both halves.</param>
/// <param name="Pillars">Support pillars under the core plate.</param>
/// <param name="WeightKg">The whole tool.</param>
/// <param name="OpenMm">The press opens it so far.</param>
public sealed record ToolLayout(
    double PlateLongMm,
    double PlateWideMm,
    double HighMm,
    double WallMm,
    IReadOnlyList<ToolPlate> Plates,
    double[] Cavities,
    double[] PartMm,
    double InCavityMm,
    double[] Channels,
    int Pillars,
    double WeightKg,
    double OpenMm
);

/// <param name="At">On the part.</param>
/// <param name="X">In the tool's frame, from a corner of the part's box.</param>
/// <param name="Y">Likewise.</param>
public sealed record PlacedGate(Place At, double X, double Y);

/// <summary>Sprue, runner and gates.</summary>
/// <param name="Gates">Of one part.</param>
/// <param name="IsProposed">None was set by hand.</param>
/// <param name="ThickMm">Of a gate; its diameter when it is round.</param>
/// <param name="WideMm">Null when it is round.</param>
/// <param name="LandMm">Its length.</param>
/// <param name="RunnerMm">Diameter of the runner; 0 without one.</param>
/// <param name="SprueMm">Diameter of the sprue at its small end.</param>
/// <param name="RunnerG">Sprue and runner of a shot.</param>
/// <param name="Vestige">What is left of a gate on the part.</param>
public sealed record FeedFigures(
    IReadOnlyList<PlacedGate> Gates,
    bool IsProposed,
    double ThickMm,
    double? WideMm,
    double LandMm,
    double RunnerMm,
    double SprueMm,
    double RunnerG,
    string Vestige
);

/// <summary>What the press is set to first.</summary>
/// <param name="MeltC">Of the plastic.</param>
/// <param name="MoldC">Of the wall.</param>
/// <param name="EjectC">Of the part as it is taken out.</param>
/// <param name="Drying">Before it is molded.</param>
/// <param name="ShotG">All parts and the runner.</param>
/// <param name="ShotCm3">Of melt.</param>
/// <param name="FillS">Until the cavity is full.</param>
/// <param name="FillMpa">At the gate, while it fills; null when the plastic or the flow is not known.</param>
/// <param name="PackMpa">After it is full.</param>
/// <param name="PackS">About as long as the gate takes to freeze.</param>
/// <param name="CoolS">Until it can be taken out.</param>
/// <param name="CycleS">From shot to shot.</param>
/// <param name="ClampKn">That holds the tool shut.</param>
/// <param name="PartsPerH">Good and bad.</param>
/// <param name="PersonShare">Of a person at the press.</param>
/// <param name="WaterLPerMin">Through each half.</param>
/// <param name="Reynolds">In the channels: from 4,000 on the water takes the heat.</param>
public sealed record ProcessSheet(
    double MeltC,
    double MoldC,
    double EjectC,
    string? Drying,
    double ShotG,
    [property: JsonPropertyName("shotCm3")] double ShotCm3,
    double FillS,
    double? FillMpa,
    double? PackMpa,
    double PackS,
    double CoolS,
    double CycleS,
    double ClampKn,
    double PartsPerH,
    double PersonShare,
    double WaterLPerMin,
    double Reynolds
);

/// <summary>How a press takes the tool.</summary>
/// <param name="Name">Of the press.</param>
/// <param name="IsOurs">It stands in the brief.</param>
/// <param name="Against">What speaks against it; empty when it fits.</param>
/// <param name="NotKnown">What is not said of it.</param>
/// <param name="ShotPct">Of its barrel a shot takes.</param>
/// <param name="ResidenceMin">The melt stays in the barrel so long.</param>
public sealed record PressFit(
    string Name,
    bool IsOurs,
    IReadOnlyList<string> Against,
    IReadOnlyList<string> NotKnown,
    double? ShotPct,
    double? ResidenceMin
);

/// <summary>How a change is made in the tool.</summary>
public enum ChangeBy
{
    /// <summary>Metal comes off by a cutter.</summary>
    Cutter,

    /// <summary>Metal comes off by sparking.</summary>
    Spark,

    /// <summary>Metal is welded on, cut again and polished.</summary>
    Weld,

    /// <summary>A new insert.</summary>
    Insert,

    /// <summary>A new cavity in the old base.</summary>
    Cavity,
}

/// <summary>What a change comes to, all cavities.</summary>
public sealed record ChangeCost(ChangeBy By, ThreePoint Hours, ThreePoint Euros, string Line);

/// <summary>A tool beside others at the quantities of the brief.</summary>
/// <param name="Metal">Its norms by name.</param>
/// <param name="Name">Of its route.</param>
/// <param name="Cavities">How many.</param>
/// <param name="IsHot">Its runner is heated.</param>
/// <param name="ToolEuros">All tools that the quantity wears out.</param>
/// <param name="PieceEuros">A good part without the tool.</param>
/// <param name="TotalEuros">At the parts of the order.</param>
/// <param name="ChangeEuros">A usual change.</param>
/// <param name="Tools">Worn out on the way.</param>
/// <param name="LeadDays">To the first article.</param>
/// <param name="IsChosen">The decided one.</param>
public sealed record ToolBeside(
    string Metal,
    string Name,
    int Cavities,
    bool IsHot,
    ThreePoint ToolEuros,
    ThreePoint PieceEuros,
    ThreePoint TotalEuros,
    ThreePoint ChangeEuros,
    int Tools,
    ThreePoint LeadDays,
    bool IsChosen
);

/// <param name="Material">The plastic.</param>
/// <param name="Metal">Of the tool.</param>
/// <param name="CavityCount">In the tool.</param>
/// <param name="Shape">What the mesh says of the tool; null for a declared part.</param>
/// <param name="Cutters">What its cutters go into.</param>
/// <param name="Sparked">What this tool's cutters leave.</param>
/// <param name="Layout">Drawn.</param>
/// <param name="Feed">Gates and runner.</param>
/// <param name="Filling">How a part fills; null when it can't be said.</param>
/// <param name="Pins">Ejectors, of the places of the shape the first so many.</param>
/// <param name="VentMm">Depth of vents, low and high; null when not known of the plastic.</param>
/// <param name="Process">First settings.</param>
/// <param name="Presses">How each takes the tool.</param>
/// <param name="Changes">What a change costs by how it is made.</param>
/// <param name="Beside">Other tools.</param>
/// <param name="HotFrom">Parts from which a heated runner pays on this tool; null when it saves nothing.</param>
/// <param name="SteelSafe">Sizes to leave so that metal can still come off.</param>
/// <param name="Runs">On the press.</param>
public sealed record InjectionFigures(
    Material Material,
    string Metal,
    int CavityCount,
    ToolShape? Shape,
    CutterLimits Cutters,
    IReadOnlyList<Electrode> Sparked,
    ToolLayout Layout,
    FeedFigures Feed,
    FillingFigures? Filling,
    int Pins,
    double[]? VentMm,
    ProcessSheet Process,
    IReadOnlyList<PressFit> Presses,
    IReadOnlyList<ChangeCost> Changes,
    IReadOnlyList<ToolBeside> Beside,
    double? HotFrom,
    IReadOnlyList<string> SteelSafe,
    int Runs
) : PlanFigures;
