using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Reference;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Enclosed;

public enum ThingKind
{
    Board,
    Cable,
    Magnet,
    Bush,
    Rod,

    /// <summary>A rigid first part that a soft one is cast onto.</summary>
    FirstPart,
    Other,
}

/// <summary>Something cast into the part. Null where its limit is not known.</summary>
[Whole]
public sealed record EnclosedThing
{
    public string Name { get; init; } = "";

    public ThingKind Kind { get; init; }

    public int Count { get; init; } = 1;

    [JsonPropertyName("volumeCm3")]
    public double VolumeCm3 { get; init; } = 1;

    public double MassG { get; init; } = 2;

    /// <summary>Least resin around it.</summary>
    public double WallMm { get; init; } = 2;

    /// <summary>Contacts, threads and faces to be kept clear of resin.</summary>
    public int Guards { get; init; }

    public double? MostC { get; init; }

    public double? MostKpa { get; init; }

    public bool VacuumSafe { get; init; } = true;

    /// <summary>What one of them costs, with what was put into it.</summary>
    public double Price { get; init; }

    /// <summary>Polymer of a first part, for the bond; null for anything else.</summary>
    public string? Polymer { get; init; }

    public EnclosedThing Checked(string at)
    {
        if (Name is not { Length: > 0 and <= 80 })
            throw new RefusalException("input.length", "Give each enclosed thing a name of 1 to 80 characters.", $"{at}.name");
        Check.Between(Count, 1, 1000, $"{at}.count", "", "so many of it in one part");
        Check.Between(VolumeCm3, 0.001, 1e5, $"{at}.volumeCm3", "cm³", "it takes some room");
        Check.Between(MassG, 0.001, 1e6, $"{at}.massG", "g", "it weighs something");
        Check.Between(WallMm, 0, 1000, $"{at}.wallMm", "mm", "resin around it");
        Check.Between(Guards, 0, 100, $"{at}.guards", "", "contacts and threads to cover");
        Check.Between(Price, 0, 1e7, $"{at}.price", "", "what one costs");
        if (MostC is { } hot)
            Check.Between(hot, -50, 500, $"{at}.mostC", "°C", "its own limit");
        if (MostKpa is { } kpa)
            Check.Between(kpa, 0, 10_000, $"{at}.mostKpa", "kPa", "its own limit, gauge");
        return this;
    }
}

/// <summary>
/// What surrounds it: the resin, the hottest it gets, pressure and vacuum; the hours to clean the film off behind one guard, and the
/// guards the brief asks for.
/// </summary>
public sealed record Surroundings(Material Resin, double PeakC, double PressureKpa, bool Vacuum, Rate CleanH, int Guards = 0)
{
    public double CleanMinPerGuard => 60 * CleanH.Value.Likely;
}

/// <param name="Name">Which thing.</param>
/// <param name="LiftN">Force each of them is pushed up with by the liquid resin; negative: it sinks.</param>
/// <param name="Hold">How it is held.</param>
/// <param name="CleanMin">Minutes of hand cleaning a part.</param>
/// <param name="SpoiledCost">What is lost with one spoiled part.</param>
/// <param name="Messages">What to mind.</param>
public sealed record ThingPlan(
    string Name,
    double LiftN,
    string Hold,
    double CleanMin,
    double SpoiledCost,
    IReadOnlyList<Finding> Messages
);

/// <summary>All enclosed things together.</summary>
public sealed record EnclosedPlan(
    IReadOnlyList<ThingPlan> Things,
    [property: JsonPropertyName("displacedCm3")] double DisplacedCm3,
    double CleanMin,
    double SpoiledCost,
    Bond? Bond,
    IReadOnlyList<WorkLine> Working
)
{
    /// <summary>Resin around a thing below which it shows through and cracks, mm.</summary>
    public const double LeastWallMm = 1.5;

    private const double Gravity = 9.80665;

    public static EnclosedPlan Of(IReadOnlyList<EnclosedThing> things, Surroundings around)
    {
        var sheet = new Worksheet();
        List<ThingPlan> plans = [.. things.Select((thing, i) => Of(thing, i, around, sheet))];
        var first = things.FirstOrDefault(t => t.Kind == ThingKind.FirstPart && t.Polymer is not null);
        return new EnclosedPlan(
            plans,
            things.Sum(t => t.Count * t.VolumeCm3),
            CleaningOf(things, around, sheet),
            plans.Sum(p => p.SpoiledCost),
            first is null ? null : Bond.Between(first.Polymer!, around.Resin.Polymer),
            sheet.Lines
        );
    }

    /// <summary>A film creeps under every guard: those on the things, or those of the brief when it asks for more.</summary>
    private static double CleaningOf(IReadOnlyList<EnclosedThing> things, Surroundings around, Worksheet sheet)
    {
        var guards = Math.Max(around.Guards, things.Sum(t => t.Guards * t.Count));
        return guards == 0
            ? 0
            : sheet
                .Line(
                    "cleanGuards",
                    "Cleaning behind guards, a part",
                    around.CleanH.Figure.Likely * Figure.Given("guards", guards, "", "brief/guards"),
                    "min",
                    "rate card"
                )
                .Value.Likely;
    }

    private static ThingPlan Of(EnclosedThing thing, int index, Surroundings around, Worksheet sheet)
    {
        var at = $"plan/things[{index}]";
        var weight =
            Figure.Given("resin density", around.Resin.DensityGPerCm3, "g/cm³", "plan/pour.materialId")
            * Figure.Given("volume", thing.VolumeCm3, "cm³", $"{at}.volumeCm3");
        var lift = sheet
            .Line(
                $"lift{index + 1}",
                $"Lift on {thing.Name}",
                (weight - Figure.Given("mass", thing.MassG, "g", $"{at}.massG")) * Term.Of(Gravity, "m/s²"),
                "N",
                "Archimedes; positive pushes it up"
            )
            .Value.Likely;
        return new ThingPlan(
            thing.Name,
            lift,
            HoldOf(thing, lift),
            around.CleanMinPerGuard * thing.Guards * thing.Count,
            thing.Price * thing.Count,
            [.. MessagesOf(thing, around)]
        );
    }

    private static string HoldOf(EnclosedThing thing, double lift) =>
        (thing.Kind, lift > 0) switch
        {
            (ThingKind.Bush, _) => "on a threaded pin through the mold wall, screwed to its seat each shot",
            (ThingKind.Magnet, _) => "in a seat with a steel pin behind it, away from the next magnet",
            (ThingKind.Cable, _) => "through a slit in the parting line, knotted or clamped inside so that a pull does not reach the joint",
            (ThingKind.FirstPart, _) => "on its own bosses in the second mold, so that nothing but the soft volume is open",
            (_, true) => "held down by pegs from above: it floats",
            _ => "on pegs from below: it sinks",
        };

    private static IEnumerable<Finding> MessagesOf(EnclosedThing thing, Surroundings around)
    {
        if (thing.WallMm < LeastWallMm)
            yield return new(
                Severity.Warning,
                "thing-wall",
                $"{Text.Number(thing.WallMm, 2)} mm of resin around {thing.Name}: below {LeastWallMm} mm it shows through and cracks."
            );
        if (thing.MostC is { } hot && around.PeakC > hot)
            yield return new(
                Severity.Fault,
                "thing-heat",
                $"{thing.Name} stands {Text.Number(hot)} °C; the resin around it may reach {Text.Number(around.PeakC, 3)} "
                    + "°C. Pour in layers, take a slower resin, or cure cooler."
            );
        if (thing.MostKpa is { } kpa && around.PressureKpa > kpa)
            yield return new(
                Severity.Fault,
                "thing-pressure",
                $"{thing.Name} stands {Text.Number(kpa)} kPa; it would be cured under {Text.Number(around.PressureKpa)} "
                    + "kPa. Degas and cure without pressure."
            );
        if (!thing.VacuumSafe && around.Vacuum)
            yield return new(
                Severity.Fault,
                "thing-vacuum",
                $"{thing.Name} must not go into a vacuum: degas the resin alone and pour outside the chamber."
            );
        if (thing.Guards > 0)
            yield return new(
                Severity.Note,
                "thing-guards",
                $"{Text.Count(thing.Guards, "guard")} on {thing.Name}: even fitted covers let a film creep under; "
                    + $"{Text.Number(around.CleanMinPerGuard * thing.Guards, 2)} min of cleaning each are counted."
            );
        if (thing.Price > 0)
            yield return new(
                Severity.Note,
                "thing-dry-run",
                $"Each spoiled part takes {Text.Euros(thing.Price * thing.Count)} of {thing.Name} with it: cast the first shot without."
            );
    }
}
