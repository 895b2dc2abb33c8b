using System.Text.RegularExpressions;
using Stampo.Core.Bench;
using Stampo.Core.Wording;

namespace Stampo.Core.Log.Advice;

/// <summary>A shot as an adviser reads it: its own record, and what is known of the tool it was made with.</summary>
/// <param name="Shot">Its number.</param>
/// <param name="Record">Of its run.</param>
/// <param name="Facts">Of the run; those of the tool are called "tool.…".</param>
public sealed record AdvisedShot(int Shot, RunRecord Record, IReadOnlyDictionary<string, double> Facts);

/// <summary>Brings a shot's facts together.</summary>
public static class ShotFacts
{
    /// <param name="shot">Its run.</param>
    /// <param name="making">The run that made its tool, where one did.</param>
    /// <param name="preparation">The run that prepared the work, where one did: its facts are called "prepared.…".</param>
    /// <param name="ordinal">Which shot of its tool it is, from 1.</param>
    /// <param name="lifeShots">What the tool is trusted with; null when nothing says.</param>
    /// <param name="marks">Marks seen on the tool before.</param>
    public static AdvisedShot Of(RunRecord shot, RunRecord? making, RunRecord? preparation, int ordinal, double? lifeShots, int marks)
    {
        var facts = new Dictionary<string, double>(shot.Facts) { ["tool.shot"] = ordinal };
        if (marks > 0)
            facts["tool.marks"] = marks;
        if (lifeShots is > 0 and { } life)
            facts["tool.life"] = ordinal / life;
        foreach (var (name, value) in making?.Facts ?? new Dictionary<string, double>())
            facts[$"tool.{name}"] = value;
        foreach (var (name, value) in preparation?.Facts ?? new Dictionary<string, double>())
            facts[$"prepared.{name}"] = value;
        return new AdvisedShot(shot.Piece.Shot ?? 0, shot, facts);
    }
}

/// <summary>A cause with what speaks for it.</summary>
/// <param name="Rule">Its id.</param>
/// <param name="Cause">In a sentence.</param>
/// <param name="Likely">How likely, 0 to 1: its weight times how much oftener it holds in shots with the defect than in others.</param>
/// <param name="Evidence">What the records show.</param>
/// <param name="Shots">With the defect, where it holds.</param>
/// <param name="Of">Shots with the defect.</param>
/// <param name="OtherShots">Without it, where it holds all the same.</param>
/// <param name="OfOthers">Shots without the defect.</param>
/// <param name="Remedy">What to do.</param>
/// <param name="Edit">Of the plan; null when the plan is not at fault.</param>
/// <param name="Source">On whose word.</param>
/// <param name="IsShown">The records show it; else it is only what else to look at.</param>
public sealed record LikelyCause(
    string Rule,
    string Cause,
    double Likely,
    string Evidence,
    IReadOnlyList<int> Shots,
    int Of,
    int OtherShots,
    int OfOthers,
    string Remedy,
    PlanEdit? Edit,
    string Source,
    bool IsShown
);

/// <summary>From a defect and the records of shots to its causes, the likeliest first.</summary>
public static partial class DefectAdvisor
{
    public static IReadOnlyList<LikelyCause> Of(string defect, IReadOnlyList<AdvisedShot> shots) => Of(defect, shots, DefectRule.All);

    public static IReadOnlyList<LikelyCause> Of(string defect, IReadOnlyList<AdvisedShot> shots, IReadOnlyList<DefectRule> rules)
    {
        if (!Defects.Codes.Contains(defect))
            throw new RefusalException(
                "defect.unknown",
                $"\"{defect}\" is no defect; they are: {string.Join(", ", Defects.Codes)}.",
                "defect"
            );
        var bad = shots.Where(s => s.Record.Counts.Any(c => c.Fate != Fate.Good && c.Defect == defect)).ToList();
        if (bad.Count == 0)
            return [];
        var others = shots.Except(bad).Where(s => s.Record.Phase == RunPhase.Ended).ToList();
        return
        [
            .. rules
                .Where(r => r.Defects.Contains(defect))
                .Select(r => Weighed(r, bad, others))
                .OfType<LikelyCause>()
                .OrderByDescending(c => c.IsShown)
                .ThenByDescending(c => c.Likely)
                .ThenBy(c => c.Rule, StringComparer.Ordinal),
        ];
    }

    /// <summary>
    /// A cause that holds in as many sound shots as spoiled ones explains little, though not nothing: a tenth of its weight stays.
    /// </summary>
    private static LikelyCause? Weighed(DefectRule rule, List<AdvisedShot> bad, List<AdvisedShot> others)
    {
        if (rule.When.Count == 0)
            return Cause(rule, 0, "The records can't show it.", [], bad.Count, 0, others.Count);
        var held = bad.Where(s => rule.When.All(w => w.Holds(s.Facts))).ToList();
        if (held.Count == 0)
            return null;
        var elsewhere = others.Count(s => rule.When.All(w => w.Holds(s.Facts)));
        var (among, beside) = ((double)held.Count / bad.Count, others.Count == 0 ? 0 : (double)elsewhere / others.Count);
        var likely = rule.Weight * Math.Max(0.1 * among, among - beside);
        return Cause(rule, likely, Spoken(rule.Evidence, held), [.. held.Select(s => s.Shot).Order()], bad.Count, elsewhere, others.Count);
    }

    private static LikelyCause Cause(DefectRule rule, double likely, string evidence, int[] shots, int of, int other, int ofOthers) =>
        new(rule.Id, rule.Cause, likely, evidence, shots, of, other, ofOthers, rule.Remedy, rule.Edit, rule.Source, rule.When.Count > 0);

    /// <summary>
    /// Facts put in for their names: the span over all shots that it holds in; "{clock.mixing %}" as a share in per cent.
    /// </summary>
    private static string Spoken(string evidence, List<AdvisedShot> shots) =>
        FactName()
            .Replace(
                evidence,
                match =>
                {
                    var factor = match.Groups[2].Success ? 100 : 1;
                    var values = shots
                        .Where(s => s.Facts.ContainsKey(match.Groups[1].Value))
                        .Select(s => factor * s.Facts[match.Groups[1].Value])
                        .ToList();
                    return values.Count == 0 ? "unknown"
                        : Text.Number(values.Min()) == Text.Number(values.Max()) ? Text.Number(values[0])
                        : $"{Text.Number(values.Min())} to {Text.Number(values.Max())}";
                }
            );

    [GeneratedRegex(@"\{([\w.]+)( %)?\}")]
    private static partial Regex FactName();
}
