using Stampo.Core.Working;

namespace Stampo.Core.Log.Advice;

/// <summary>
/// What must hold of a shot: a fact of its record within bounds, or against another fact of it. A fact that is not known holds nothing.
/// </summary>
/// <param name="Fact">By name, see <see cref="ShotFacts"/>.</param>
/// <param name="AtLeast">It is so much or more.</param>
/// <param name="AtMost">It is so much or less.</param>
/// <param name="Over">Another fact, which it is more than.</param>
/// <param name="Under">Another fact, which it is less than.</param>
public sealed record FactCondition(string Fact, double? AtLeast = null, double? AtMost = null, string? Over = null, string? Under = null)
{
    public bool Holds(IReadOnlyDictionary<string, double> facts)
    {
        if (!facts.TryGetValue(Fact, out var value))
            return false;
        if (AtLeast > value || AtMost < value)
            return false;
        return (Over is null || (facts.TryGetValue(Over, out var over) && value > over))
            && (Under is null || (facts.TryGetValue(Under, out var under) && value < under));
    }
}

/// <summary>A field of the plan to look at, and what to make of it.</summary>
/// <param name="Field">Its address in the choices.</param>
/// <param name="Says">What to change.</param>
public sealed record PlanEdit(string Field, string Says);

/// <summary>A cause a defect may have: what the record of a shot must show, what it is called, and what to do.</summary>
/// <param name="Id">Stable.</param>
/// <param name="Defects">Codes it explains.</param>
/// <param name="Cause">In a sentence.</param>
/// <param name="When">All of these hold; none: a cause the records can't show, said last.</param>
/// <param name="Weight">How likely where it holds, 0 to 1.</param>
/// <param name="Evidence">With {facts} put in.</param>
/// <param name="Remedy">What to do.</param>
/// <param name="Edit">Of the plan; null when the plan is not at fault.</param>
/// <param name="Source">On whose word.</param>
public sealed record DefectRule(
    string Id,
    IReadOnlyList<string> Defects,
    string Cause,
    IReadOnlyList<FactCondition> When,
    double Weight,
    string Evidence,
    string Remedy,
    string Source,
    PlanEdit? Edit = null
)
{
    public static IReadOnlyList<DefectRule> All { get; } = EmbeddedJson.List<DefectRule>("defects");
}
