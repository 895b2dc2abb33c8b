using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Forming;

/// <summary>What only the plan of formed sheet knows.</summary>
/// <param name="Material">Of the sheet.</param>
/// <param name="Shell">The part as the sheet finds it; null without a mesh.</param>
/// <param name="Need">Gauge and need.</param>
/// <param name="Ways">The ways compared, the planned one first.</param>
/// <param name="Gauge">What gauge the need asks for; null until it is found.</param>
/// <param name="Search">What plugs and zones buy; null until it was looked for.</param>
/// <param name="Blank">How sheets are cut.</param>
/// <param name="Molds">Mold materials side by side, those of the route.</param>
/// <param name="Cutting">How the mold is cut and smoothed.</param>
/// <param name="Heat">Null while the material's figures are not known.</param>
/// <param name="Air">How it gets out.</param>
/// <param name="Trim">By each method.</param>
/// <param name="Cycle">One sheet.</param>
/// <param name="Shrink">What the mold allows for, and what it misses.</param>
public sealed record FormingFigures(
    Material Material,
    ShellFigures? Shell,
    NeedFigures Need,
    IReadOnlyList<WayFigures> Ways,
    GaugeFigures? Gauge,
    SearchFigures? Search,
    BlankFigures Blank,
    IReadOnlyList<MoldOption> Molds,
    CuttingFigures Cutting,
    HeatFigures? Heat,
    AirFigures Air,
    IReadOnlyList<TrimOption> Trim,
    CycleFigures Cycle,
    ShrinkFigures Shrink
) : PlanFigures
{
    /// <summary>The planned way as it was simulated; null until it is.</summary>
    public SheetFigures? Sheet => Ways[0].Sheet;
}

/// <param name="ThinnestMm">It may be nowhere thinner.</param>
/// <param name="GaugeMm">Planned.</param>
/// <param name="LeastGaugeMm">The thin limit of what is delivered under that name.</param>
/// <param name="KeepsMm">The gauge to order that keeps the need, however thin it comes; null until it is found.</param>
/// <param name="StockMm">The next stock gauge that does; null while it is not found, or when none does.</param>
/// <param name="IsGuess">The gauge stands on the mean wall alone.</param>
public sealed record NeedFigures(double ThinnestMm, double GaugeMm, double LeastGaugeMm, double? KeepsMm, double? StockMm, bool IsGuess);

/// <summary>A way beside the others.</summary>
/// <param name="Way">Which.</param>
/// <param name="Sheet">Null until it is simulated.</param>
/// <param name="Crisp">The face that lies on the mold.</param>
/// <param name="DepthShare">Depth over width.</param>
/// <param name="MostShare">Usually workable.</param>
/// <param name="DraftDeg">Needs so much.</param>
/// <param name="GaugeMm">Gauge for the need by what is left of this one; null until simulated.</param>
public sealed record WayFigures(
    SheetWay Way,
    SheetFigures? Sheet,
    ShellFace Crisp,
    double? DepthShare,
    double MostShare,
    ThreePoint DraftDeg,
    double? GaugeMm
);

/// <param name="SizeMm">Of one sheet as it is clamped, long side first.</param>
/// <param name="FromStock">Cut from a stock sheet.</param>
/// <param name="Stock">Stock sheets for the order.</param>
/// <param name="SheetKg">One sheet weighs.</param>
/// <param name="PartKg">What stays of it when trimmed.</param>
/// <param name="Yield">Part over stock.</param>
/// <param name="Credit">For the skeleton of one part.</param>
public sealed record BlankFigures(
    double[] SizeMm,
    int FromStock,
    int Stock,
    double SheetKg,
    double PartKg,
    double Yield,
    ThreePoint Credit
);

/// <param name="MoldId">Which.</param>
/// <param name="Name">Its name.</param>
/// <param name="Says">What to know of it.</param>
/// <param name="First">With what serves all.</param>
/// <param name="Next">Each further one.</param>
/// <param name="Life">Sheets.</param>
/// <param name="Needed">For the order, by the likely life.</param>
/// <param name="CycleS">One sheet on it; null while the material is not known.</param>
/// <param name="ForOrder">Molds and forming, without the sheet.</param>
/// <param name="FaceC">Its face, touched by the hot sheet.</param>
/// <param name="BearsC">It bears.</param>
/// <param name="OfRoute">Whether this route may take it.</param>
public sealed record MoldOption(
    string MoldId,
    string Name,
    string Says,
    ThreePoint First,
    ThreePoint Next,
    ThreePoint Life,
    int Needed,
    double? CycleS,
    ThreePoint ForOrder,
    double FaceC,
    double BearsC,
    bool OfRoute
)
{
    public bool Bears => FaceC <= BearsC;
}

/// <summary>A height of the ridges, and what machine and hands cost at it.</summary>
public sealed record ScallopPoint(double ScallopMm, double MachineH, double HandsH, double Euros);

/// <param name="HeightMm">Of the mold.</param>
/// <param name="Layers">Of board; null when it is not built of board.</param>
/// <param name="CutInSteps">Times it is cut before the next layers are glued on, by the reach of the cutter.</param>
/// <param name="FitsTable">Whether it lies on the table.</param>
/// <param name="StepoverMm">Between passes.</param>
/// <param name="Planned">At the ridges chosen.</param>
/// <param name="Cheapest">Of the curve.</param>
/// <param name="Curve">From fine to coarse.</param>
/// <param name="Tile">A trial of both sides.</param>
public sealed record CuttingFigures(
    double HeightMm,
    int? Layers,
    int CutInSteps,
    bool FitsTable,
    double StepoverMm,
    ScallopPoint Planned,
    ScallopPoint Cheapest,
    IReadOnlyList<ScallopPoint> Curve,
    ThreePoint Tile
);

/// <param name="FluxKwPerM2">On each side.</param>
/// <param name="HeatS">Heating.</param>
/// <param name="LeadK">Surface ahead of the middle.</param>
/// <param name="MiddleC">At the end.</param>
/// <param name="SurfaceC">At the end.</param>
/// <param name="MostFlux">That does not scorch.</param>
/// <param name="SagMm">To expect.</param>
/// <param name="CoolS">On the mold.</param>
/// <param name="ThickMm">What cools last.</param>
/// <param name="MoldC">Its face.</param>
/// <param name="EjectC">Taken off at.</param>
/// <param name="RecoverS">Until the mold is ready again.</param>
/// <param name="DryC">Null when it need not be dried.</param>
/// <param name="DryH">So long.</param>
/// <param name="Heating">The line of <paramref name="HeatS"/>.</param>
/// <param name="Cooling">The line of <paramref name="CoolS"/>.</param>
/// <param name="Sides">Of the sheet that are heated; of one that is heated on one side the far face counts as its middle.</param>
public sealed record HeatFigures(
    double FluxKwPerM2,
    double HeatS,
    double LeadK,
    double MiddleC,
    double SurfaceC,
    double MostFlux,
    double SagMm,
    double CoolS,
    double ThickMm,
    double MoldC,
    double EjectC,
    double RecoverS,
    double? DryC,
    double? DryH,
    int Sides,
    [property: JsonIgnore] Figure Heating,
    [property: JsonIgnore] Figure Cooling
)
{
    /// <summary>What gets warm last.</summary>
    [JsonIgnore]
    public string Coolest => Sides == 1 ? "the far face" : "the middle";
}

/// <param name="AfterMbar">In box and tank when they are joined, absolute.</param>
/// <param name="AreaMm2">Of holes and slots, for the time wanted.</param>
/// <param name="Vents">Holes where air is caught last.</param>
/// <param name="VentMm">Across.</param>
/// <param name="SlotMm">Length of slots for the rest.</param>
/// <param name="ForceKn">On platen and clamp.</param>
public sealed record AirFigures(double AfterMbar, double AreaMm2, int Vents, double VentMm, double SlotMm, double ForceKn);

/// <summary>A way to trim.</summary>
public sealed record TrimOption(TrimMethod Method, double MinEach, ThreePoint Fixture, ThreePoint ForOrder);

/// <param name="Seconds">From sheet to sheet; null while heat is not known.</param>
/// <param name="PartsADay">Good ones.</param>
/// <param name="LoadS">Load, clamp, take off.</param>
/// <param name="FormS">Until it lies on the mold.</param>
public sealed record CycleFigures(double? Seconds, double? PartsADay, double LoadS, double FormS);

/// <param name="Pct">Of the material.</param>
/// <param name="LongestMm">The dimension it misses most.</param>
/// <param name="MissesMm">By so much, either way, when the mold allows for the likely shrink.</param>
/// <param name="ToleranceMm">Asked for in the brief.</param>
public sealed record ShrinkFigures(ThreePoint Pct, double LongestMm, double MissesMm, double? ToleranceMm);
