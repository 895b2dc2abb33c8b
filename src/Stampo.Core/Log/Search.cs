using Stampo.Core.Bench;

namespace Stampo.Core.Log;

/// <summary>A run that holds what was looked for, and where.</summary>
public sealed record Found(RunRecord Run, string Where);

/// <summary>
/// Finds runs by any of what they hold: lot, person, title, defect, what was remarked. Every word must be found somewhere in the run; a
/// lot or a name is found by its beginning or any part.
/// </summary>
public static class Search
{
    /// <param name="runs">The records of all runs.</param>
    /// <param name="text">Words apart by spaces.</param>
    /// <param name="nameOf">Of a project, by its id; null for one that is put away.</param>
    public static IEnumerable<Found> Of(IEnumerable<RunRecord> runs, string text, Func<string, string?> nameOf)
    {
        var words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (words.Length == 0)
            yield break;
        foreach (var run in runs)
        {
            if (nameOf(run.ProjectId) is not { } project)
                continue;
            var places = Places(run, project).ToList();
            var found = words.Select(w => places.Find(p => p.Contains(w, StringComparison.OrdinalIgnoreCase)) ?? LotOf(run, w)).ToList();
            if (found.TrueForAll(f => f is not null))
                yield return new Found(run, string.Join(", ", found.Distinct()));
        }
    }

    /// <summary>A lot is found as it is read off or typed in haste: "ua2207" is UA-2207.</summary>
    private static string? LotOf(RunRecord run, string word) =>
        run.Lots.FirstOrDefault(l =>
            LotCode.Plain(word) is { Length: > 0 } plain && LotCode.Plain(l.Lot).Contains(plain, StringComparison.Ordinal)
        )
            is { } lot
            ? $"{lot.What} {lot.Lot}"
            : null;

    private static IEnumerable<string> Places(RunRecord run, string project)
    {
        foreach (var lot in run.Lots)
            yield return $"{lot.What} {lot.Lot}";
        yield return run.Title;
        yield return project;
        foreach (var person in run.People)
            yield return person;
        foreach (var count in run.Counts.Where(c => c.Fate != Fate.Good))
            yield return $"{count.Of} {count.Fate.ToString().ToLowerInvariant()}: {count.Defect}";
        foreach (var remark in run.Remarks)
            yield return $"{remark.What?.ToString().ToLowerInvariant()} {remark.Text}".Trim();
        yield return run.Run;
    }
}
