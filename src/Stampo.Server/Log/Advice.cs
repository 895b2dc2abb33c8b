using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Log.Advice;
using Stampo.Core.Planning;
using Stampo.Server.Bench;
using Stampo.Server.Plan;

namespace Stampo.Server.Log;

/// <summary>A defect of a run of shots, how often it came, and what it may come from.</summary>
public sealed record DefectFound(string Defect, int Rework, int Scrap, IReadOnlyList<int> Shots, IReadOnlyList<LikelyCause> Causes);

/// <summary>What went wrong in a stretch, and why.</summary>
public sealed record AdviceView(string? Stretch, int Shots, int Good, IReadOnlyList<DefectFound> Defects);

/// <summary>From the records of a stretch's shots to causes.</summary>
public sealed class Advice(Plans plans, RunHistory history, Shelf shelf)
{
    public async Task<AdviceView> OfAsync(PlanAt at, CancellationToken cancel)
    {
        var whole = await plans.OfAsync(at, cancel);
        if (whole.Step is not { } step)
            return new AdviceView(whole.Stretch, 0, 0, []);
        var all = (await history.AllAsync(cancel)).Where(r => r.ProjectId == at.Id && r.Plan == step).ToList();
        var runs = all.Where(r => r.IsShot);
        var prepared = all.FindLast(r => r is { Piece.Repeats: Repeats.Once, Phase: RunPhase.Ended });
        var tools = await shelf.ToolsAsync(cancel);
        var shots = runs.GroupBy(r => r.Piece.Tool ?? 0).SelectMany(g => Of(g, prepared, tools)).ToList();
        var counts = shots.SelectMany(s => s.Record.Counts.Select(c => (s.Shot, c.Fate, c.Defect, c.Parts))).ToList();
        return new AdviceView(
            whole.Stretch,
            shots.Count,
            counts.Where(c => c.Fate == Fate.Good).Sum(c => c.Parts),
            [
                .. counts
                    .Where(c => c is { Fate: not Fate.Good, Defect: not null })
                    .GroupBy(c => c.Defect!)
                    .OrderByDescending(g => g.Sum(c => c.Parts))
                    .ThenBy(g => g.Key, StringComparer.Ordinal)
                    .Select(g => new DefectFound(
                        g.Key,
                        g.Where(c => c.Fate == Fate.Rework).Sum(c => c.Parts),
                        g.Where(c => c.Fate == Fate.Scrap).Sum(c => c.Parts),
                        [.. g.Select(c => c.Shot).Distinct().Order()],
                        DefectAdvisor.Of(g.Key, shots)
                    )),
            ]
        );
    }

    /// <summary>Shots of one tool with what is known of it; a printer or a mill has nothing to say.</summary>
    private static IEnumerable<AdvisedShot> Of(IEnumerable<RunRecord> shots, RunRecord? prepared, IReadOnlyList<KnownTool> tools)
    {
        var inOrder = shots.OrderBy(r => r.Begun).ToList();
        var (projectId, plan, number) = (inOrder[0].ProjectId, inOrder[0].Plan, inOrder[0].Piece.Tool ?? 0);
        var tool = tools.FirstOrDefault(t => t.Key == new ToolKey(projectId, plan, number));
        var trusted = tool is null ? null : Shelf.Trusted(tool, tools);
        return inOrder.Select(
            (r, i) => ShotFacts.Of(r, tool?.Making, prepared, i + 1, trusted, tool?.State.Marks.Count(m => m.At < r.Begun) ?? 0)
        );
    }
}
