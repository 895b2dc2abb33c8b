using Stampo.Core.Comparison;
using Stampo.Core.Routes;
using Stampo.Core.Safety;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Part;
using Stampo.Server.Projects;

namespace Stampo.Server.Routes;

/// <summary>A line of the memo's table.</summary>
public sealed record MemoRow(
    string Tag,
    string Route,
    Verdict Verdict,
    string Material,
    string PriceEach,
    string FirstTooling,
    string LastPart,
    string Likeness,
    string Why
);

/// <summary>
/// The route memo of one page. It opens with what was decided or, before, what is recommended; then the money, the next order, the risk;
/// then the rest.
/// </summary>
/// <param name="Project">Its name.</param>
/// <param name="Revision">Of the part.</param>
/// <param name="On">The day it is written.</param>
/// <param name="Part">Its size.</param>
/// <param name="MeshHash">To draw the part by; null without a mesh.</param>
/// <param name="IsDecided">The head is a decision; else the recommendation.</param>
/// <param name="Head">The sequence; null when every route misses a must.</param>
/// <param name="Decided">Who decided when and why; null before.</param>
/// <param name="NextOrder">What to order next, and by when.</param>
/// <param name="Risk">What is most likely to go wrong with the head.</param>
/// <param name="Beside">What else to know: one route throughout, near misses, and the recommendation where the decision is
/// another.</param>
/// <param name="Changes">What would change it.</param>
/// <param name="Asked">The brief.</param>
/// <param name="Quantity">That the table is for.</param>
/// <param name="Rows">The routes there.</param>
/// <param name="RuledOut">How many are ruled out.</param>
/// <param name="WhatIfs">Inputs held at other values.</param>
/// <param name="Routes">Names of all routes.</param>
/// <param name="Deference">The line that goes with every recommendation.</param>
/// <param name="Working">The appendix: how the head's total comes about by today's rates, in the order it is reckoned.</param>
/// <param name="Today">What is to be said of that total; null where it is the head's.</param>
public sealed record Memo(
    string Project,
    string Revision,
    DateOnly On,
    string Part,
    string? MeshHash,
    bool IsDecided,
    Sequence? Head,
    string? Decided,
    string? NextOrder,
    string Risk,
    IReadOnlyList<string> Beside,
    IReadOnlyList<string> Changes,
    IReadOnlyList<string> Asked,
    double Quantity,
    IReadOnlyList<MemoRow> Rows,
    int RuledOut,
    IReadOnlyList<string> WhatIfs,
    IReadOnlyList<RouteCard> Routes,
    string Deference,
    IReadOnlyList<WorkLine> Working,
    string? Today
);

/// <summary>Writes a project's route memo.</summary>
public sealed class Memos(ProjectStore projects, StepStore steps, Comparisons comparisons, Decisions decisions)
{
    private const int Shown = 6,
        ChangesShown = 5;

    public async Task<Memo> OfAsync(string id, double? quantity, CancellationToken cancel = default)
    {
        var project = await projects.FindAsync(id, cancel);
        var standing = await comparisons.OfAsync(id, cancel);
        var (inputs, part) = (standing.Inputs, standing.Inputs.Part);
        var stored = await steps.ReadAsync(id, PartEndpoints.Step, StoredPart.None, cancel);
        var answer = await standing.AnswerAsync().WaitAsync(cancel);
        var at = Comparisons.QuantityOr(quantity ?? answer.Quantity, inputs);
        var lanes = standing.Comparison.LanesAt(at);
        var open = lanes.Where(l => l.Verdict != Verdict.Out).ToList();
        var decided = await decisions.LatestAsync(id, cancel);
        var head = decided?.Sequence ?? answer.Best;
        var (working, today) = Appendix(standing.Comparison, answer, head);
        return new Memo(
            project.Name,
            project.Revision,
            inputs.Today,
            $"{Text.Sides([part.LengthMm, part.WidthMm, part.HeightMm])}, {Text.Number(part.VolumeCm3, 3)} cm³, wall "
                + $"{Text.Number(part.WallMm, 2)} mm",
            stored.Value.Hash,
            decided is not null,
            head,
            decided is null ? null : $"{decided.By}, {decided.DecidedUtc:d MMM yyyy}: {decided.Reason}",
            head is null ? null : NextOrder(head, inputs.Today, answer.Routes),
            RiskOf(head, answer),
            [.. Beside(answer, decided)],
            [.. answer.Changes.Take(ChangesShown).Select(c => Said(c, answer))],
            [.. Asked(inputs.Brief)],
            at,
            [.. (open.Count > 0 ? open : [.. lanes]).Take(Shown).Select(Row)],
            lanes.Count - open.Count,
            [.. standing.WhatIf.Inputs.Select(i => $"{inputs.Rates.Find(i.Key)?.Name ?? i.Key} held at {i.At}")],
            answer.Routes,
            Cautions.Deference,
            working,
            today
        );
    }

    /// <summary>The same stretches reckoned with what stands today; a decision keeps the total it was taken with.</summary>
    private static (IReadOnlyList<WorkLine> Working, string? Today) Appendix(RouteComparison comparison, Answer answer, Sequence? head)
    {
        if (head is null)
            return ([], null);
        if (ReferenceEquals(head, answer.Best))
            return (Answering.WorkingOfBest(answer), null);
        try
        {
            var working = Answering.HandMadeWorking(comparison, [.. head.Stretches.Select(s => new HandStretch(s.RouteId, s.Quantity))]);
            var total = working[^1].Value.Likely;
            return (
                working,
                Text.Euros(total) == Text.Euros(head.Total)
                    ? null
                    : $"Decided at {Text.Euros(head.Total)}; with the part, the brief and the rates of today it is {Text.Euros(total)}, "
                        + "and so it is reckoned here."
            );
        }
        catch (RefusalException refused)
        {
            return ([], $"What was decided can't be reckoned with what stands today: {refused.Message}");
        }
    }

    private static string NextOrder(Sequence head, DateOnly today, IReadOnlyList<RouteCard> routes)
    {
        var next = head.Stretches.FirstOrDefault(s => s.OrderBy >= today) ?? head.Stretches[^1];
        return $"{NameOf(routes, next.RouteId)} by {next.OrderBy:d MMM yyyy}";
    }

    private static string RiskOf(Sequence? head, Answer answer)
    {
        if (head is null)
            return answer.Sentences[0];
        if (head.Stretches.FirstOrDefault(s => s.DaysLate > 0) is { } late)
            return $"{NameOf(answer.Routes, late.RouteId)}: {Text.Count(late.DaysLate, "working day")} late.";
        return head.Stretches.Where(s => s.Risk is not null).MaxBy(s => s.Verdict) is { } risky
            ? $"{NameOf(answer.Routes, risky.RouteId)}: {risky.Risk}"
            : "Every stretch fits part and brief.";
    }

    private static IEnumerable<string> Beside(Answer answer, DecisionRecord? decided)
    {
        if (decided is not null && answer.Best is { } best && !best.RouteIds.SequenceEqual(decided.Sequence.RouteIds))
            yield return $"Recommended today: {best.Said}";
        foreach (var sentence in answer.Sentences)
            yield return sentence;
        if (answer.Best is not { IsSingle: false } sequence)
            yield break;
        foreach (var single in new[] { answer.Throughout, answer.ThroughoutLate }.OfType<Sequence>())
            yield return $"One route throughout: {single.Said} {Text.Euros(Math.Abs(single.Total - sequence.Total))} "
                + $"{(single.Total >= sequence.Total ? "more" : "less")}.";
    }

    private static string Said(WouldChange change, Answer answer)
    {
        if (change.Routes.Count == 0)
            return $"{change.What}.";
        var routes = string.Join(", then ", change.Routes.Select(id => NameOf(answer.Routes, id).ToLowerInvariant()));
        var difference = (change.Difference < 0 ? "−" : "+") + Text.Euros(Math.Abs(change.Difference));
        return $"{change.What}: {routes}, {Text.Euros(change.Total)} ({difference}).";
    }

    private static string NameOf(IReadOnlyList<RouteCard> routes, string id) => routes.FirstOrDefault(r => r.Id == id)?.Name ?? id;

    private static MemoRow Row(Lane l) =>
        new(
            l.Route.Tag,
            l.Route.Name,
            l.Verdict,
            l.Material.Name,
            $"{Text.Number(l.Unit.P50, 3)} ({Text.Number(l.Unit.P10, 2)}–{Text.Number(l.Unit.P90, 2)}) €",
            $"{Text.Euros(l.FirstTooling.P50)}",
            $"{l.LastPart:d MMM yyyy}",
            l.Likeness is { } likeness ? $"{100 * likeness.Share:0} %{(likeness.Weakest is { } weakest ? $", {weakest.Name}" : "")}" : "",
            l.Gates.FirstOrDefault(g => g.Verdict == l.Verdict && g.Verdict != Verdict.Fits)?.Reason ?? l.GivesUp
        );

    internal static IEnumerable<string> Asked(Core.Briefs.Brief brief)
    {
        foreach (var row in brief.ByDate)
        {
            var by = row.Years > 0 ? $"a year for {Text.Count(row.Years, "year")} from" : "by";
            yield return $"{Text.Number(row.Quantity, 9)} {by} {row.NeededBy:d MMM yyyy}, {Core.Briefs.Binding.Said(row.Purpose)}";
        }

        if (brief.Hardness is { } h)
            yield return $"{h.Hardness} ± {h.TolerancePoints:0.#} ({(h.Must ? "must" : "want")})";
        if (brief.ServiceTemperature is { } t)
            yield return $"{t.Celsius:0} °C in service ({(t.Must ? "must" : "want")})";
        foreach (var target in brief.Properties)
            yield return $"{Core.Materials.PropertyWords.Named(target.Property)} {target.Asked} ({(target.Must ? "must" : "want")})";
        if (brief.ToleranceMm is { } tolerance)
            yield return $"± {Text.Number(tolerance)} mm";
        if (brief.Exposures.Count > 0)
            yield return "Certificate and qualified person needed: "
                + $"{string.Join(", ", brief.Exposures.Select(e => e.ToString().ToLowerInvariant()))}";
    }
}
