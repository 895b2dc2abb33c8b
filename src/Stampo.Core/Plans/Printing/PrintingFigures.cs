using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Planning;

namespace Stampo.Core.Plans.Printing;

/// <summary>A stance with what it costs a part: the least of these is proposed.</summary>
/// <param name="Stance">How it stands.</param>
/// <param name="OnPlatform">Parts that fit in a build; none when it does not fit whole.</param>
/// <param name="InBuild">Parts in a build of this order.</param>
/// <param name="Builds">Builds of this order.</param>
/// <param name="BuildH">Hours of one build.</param>
/// <param name="SupportG">Support of one part.</param>
/// <param name="FinishH">Hands on one part: support off, stairs sanded on the show side.</param>
/// <param name="CostEach">Printer, support and hands for this order, € a good part.</param>
public sealed record WeighedStance(
    PrintStance Stance,
    int OnPlatform,
    int InBuild,
    int Builds,
    double BuildH,
    double SupportG,
    double FinishH,
    double CostEach
);

/// <param name="Material">What it is printed of.</param>
/// <param name="Process">How.</param>
/// <param name="Stances">All sides up, the cheapest first.</param>
/// <param name="Chosen">As it is planned.</param>
/// <param name="Pieces">A part is printed in so many and bonded.</param>
/// <param name="RoomMm">Of the printer.</param>
/// <param name="Builds">In all.</param>
/// <param name="PartG">One part, without support.</param>
/// <param name="StairMm">Height of a layer.</param>
/// <param name="IsMeasured">Support and stairs are read off the mesh; else they are a share.</param>
public sealed record PrintingFigures(
    Material Material,
    PrintProcess Process,
    IReadOnlyList<WeighedStance> Stances,
    WeighedStance Chosen,
    int Pieces,
    double[] RoomMm,
    int Builds,
    double PartG,
    [property: JsonPropertyName("stairMm")] double StairMm,
    bool IsMeasured
) : PlanFigures;
