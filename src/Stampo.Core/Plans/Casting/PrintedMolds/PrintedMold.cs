using System.Text.Json.Serialization;
using Stampo.Core.Parts;
using Stampo.Core.Plans.Casting.Patterns;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.PrintedMolds;

public enum PrintedMoldKind
{
    /// <summary>Halves that come apart and are used again.</summary>
    Split,

    /// <summary>A shell broken off each part.</summary>
    Sacrificial,

    /// <summary>A shell or core dissolved away.</summary>
    Soluble,

    /// <summary>A thin shell cracked off a silicone part.</summary>
    Eggshell,

    /// <summary>Silicone pushed up from below into a mold of two or three pieces.</summary>
    Injected,

    /// <summary>Silicone putty pressed between halves.</summary>
    Putty,
}

public static class PrintedMoldKinds
{
    /// <summary>A shell around one part that is lost with it.</summary>
    public static bool IsShell(this PrintedMoldKind kind) => kind is PrintedMoldKind.Soluble || kind.IsBroken();

    /// <summary>A shell that is broken off, not dissolved.</summary>
    public static bool IsBroken(this PrintedMoldKind kind) => kind is PrintedMoldKind.Sacrificial or PrintedMoldKind.Eggshell;
}

/// <summary>What is chosen about a printed mold.</summary>
public sealed record PrintedChoices
{
    /// <summary>Null: as the route makes it.</summary>
    public PrintedMoldKind? Kind { get; init; }

    /// <summary>A material of the printers, by id.</summary>
    public string PrintId { get; init; } = "print-resin-clear";

    /// <summary>Thickness of a shell; walls of a split mold are chosen where it is generated.</summary>
    public double ShellMm { get; init; } = 1;

    /// <summary>Rim above the fill face.</summary>
    public double RimMm { get; init; } = 4;

    /// <summary>Post-cured, washed, sealed and tried on a dab: for silicone that a printed resin would stop.</summary>
    public bool Sealed { get; init; }

    public PrintedChoices Checked()
    {
        Check.Between(ShellMm, 0.3, 20, "printed.shellMm", "mm", "a printed wall");
        Check.Between(RimMm, 0, 50, "printed.rimMm", "mm", "a few millimetres stand over");
        return this;
    }
}

/// <summary>A split mold that was generated.</summary>
/// <param name="Cm3">Solid of its pieces.</param>
/// <param name="Pieces">Two halves, and a third piece where they would lock.</param>
public sealed record GeneratedMold(double Cm3, int Pieces = GeneratedMold.Halves)
{
    public const int Halves = 2;
}

/// <summary>What is known of the part's shape, null where it was not measured, and how many stand in one mold.</summary>
/// <param name="Overhangs">Ceilings of a void as large as the part.</param>
/// <param name="Made">The generated pieces of one block.</param>
/// <param name="WallMm">Around the part in a split mold.</param>
/// <param name="Cavities">In one mold.</param>
/// <param name="InOneBlock">Of them in one pair of generated halves.</param>
public sealed record MoldedShape(
    OverhangFigures? Overhangs,
    GeneratedMold? Made,
    double WallMm = PrintedMoldSolid.WallMm,
    int Cavities = 1,
    int InOneBlock = 1
)
{
    /// <summary>Pairs of halves that make a mold.</summary>
    public int Blocks => (Cavities + InOneBlock - 1) / InOneBlock;

    public int PiecesOfBlock => Made?.Pieces ?? GeneratedMold.Halves;
}

/// <param name="Kind">What is printed.</param>
/// <param name="PiecesOfBlock">One shell, two halves, or three pieces.</param>
/// <param name="SolidCm3">Of one mold.</param>
/// <param name="PrintH">Machine hours of one mold.</param>
/// <param name="Price">Resin and machine of one mold.</param>
/// <param name="BreakRatio">Bending strength of shell against part; null for molds that are not broken.</param>
/// <param name="Inhibition">Whether the print stops what is cast; null for what it does not stop.</param>
/// <param name="Messages">What to mind.</param>
/// <param name="Working">How it came about.</param>
public sealed record PrintedMold(
    PrintedMoldKind Kind,
    int PiecesOfBlock,
    [property: JsonPropertyName("solidCm3")] double SolidCm3,
    double PrintH,
    Ranges.ThreePoint Price,
    double? BreakRatio,
    Inhibition? Inhibition,
    IReadOnlyList<Finding> Messages,
    IReadOnlyList<WorkLine> Working
)
{
    [JsonIgnore]
    public bool HasThirdPiece => PiecesOfBlock > GeneratedMold.Halves;
}
