using Stampo.Core.Planning;

namespace Stampo.Core.Bench;

/// <summary>
/// What is weighed by a ratio hangs together: when the first came out over or under, the others follow it, so that the ratio holds though
/// the amounts do not.
/// </summary>
public static class Weighing
{
    /// <summary>What to weigh now for each ask, given what was weighed.</summary>
    public static IReadOnlyList<WeighTarget> Targets(Operation operation, IReadOnlyList<AskAnswer> answers)
    {
        var weighings = operation.Weighings.Where(a => a.Target > 0).ToList();
        var moved =
            weighings.Count > 1 && Value(answers, weighings[0]) is { } first && weighings[0].Within(first) == false
                ? first / weighings[0].Target!.Value
                : 1;
        return
        [
            .. weighings.Select(
                (ask, i) =>
                {
                    var share = i == 0 ? 1 : moved;
                    var (target, tolerance) = (share * ask.Target!.Value, ask.Tolerance ?? 0);
                    return new WeighTarget(ask.Id, target, target - tolerance, target + tolerance, share != 1);
                }
            ),
        ];
    }

    /// <summary>Of each that is weighed to the first of them.</summary>
    public static IReadOnlyList<RatioError> Ratios(Operation operation, IReadOnlyList<AskAnswer> answers)
    {
        var weighings = operation.Weighings.Where(a => a.Target > 0).ToList();
        if (weighings.Count < 2 || Value(answers, weighings[0]) is not (> 0 and { } first))
            return [];
        return
        [
            .. weighings
                .Skip(1)
                .Where(ask => Value(answers, ask) is not null)
                .Select(ask =>
                {
                    var planned = ask.Target!.Value / weighings[0].Target!.Value;
                    var share = Value(answers, ask)!.Value / first / planned - 1;
                    var allowed = (ask.Tolerance ?? 0) / ask.Target.Value + (weighings[0].Tolerance ?? 0) / weighings[0].Target!.Value;
                    return new RatioError(ask.What, weighings[0].What, 100 * share, Math.Abs(share) <= allowed);
                }),
        ];
    }

    private static double? Value(IReadOnlyList<AskAnswer> answers, Ask ask) => answers.FirstOrDefault(a => a.Ask == ask.Id)?.Value;
}
