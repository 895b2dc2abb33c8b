using Stampo.Core.Parts;
using Stampo.Core.Routes;

namespace Stampo.Core.Comparison;

/// <summary>What one or more routes say of one thing about the part's shape.</summary>
public sealed record ShapeVerdict(
    Concern Concern,
    string Name,
    Verdict Verdict,
    string Reason,
    string? Remedy,
    double? Limit,
    IReadOnlyList<RouteCard> Routes
)
{
    /// <summary>
    /// The gates on shape of the routes that nothing else rules out, those that say the same put together, the worst first.
    /// </summary>
    public static IReadOnlyList<ShapeVerdict> Of(IEnumerable<CandidateRoute> candidates) =>
        [
            .. candidates
                .Where(c => !c.Gates.Any(g => g.Concern is null && g.Verdict == Verdict.Out))
                .SelectMany(c => c.Gates.Where(g => g.Concern is not null).Select(g => (Gate: g, c.Route.Card)))
                .GroupBy(said => said.Gate)
                .Select(group => new ShapeVerdict(
                    group.Key.Concern!.Value,
                    group.Key.Name,
                    group.Key.Verdict,
                    group.Key.Reason,
                    group.Key.Remedy,
                    group.Key.Limit,
                    [.. group.Select(said => said.Card)]
                ))
                .OrderByDescending(v => v.Verdict)
                .ThenBy(v => v.Concern),
        ];
}
