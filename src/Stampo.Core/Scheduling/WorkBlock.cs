using Stampo.Core.Planning;
using Stampo.Core.Shops;

namespace Stampo.Core.Scheduling;

/// <summary>Part of a block: an operation, so long after the block begins.</summary>
internal sealed record BlockStep(Operation Operation, int Offset, int HandsMin, int WaitMin)
{
    public int End => Offset + HandsMin + WaitMin;
}

/// <summary>A machine of a kind kept busy, from so long to so long after the block begins.</summary>
internal sealed record BlockHold(string Kind, double? AtC, int From, int To);

/// <summary>
/// Operations that follow one another at once, by one person: it is begun as a whole or not at all. What takes more hands than a day has
/// is cut into pieces that each fit one.
/// </summary>
internal sealed class WorkBlock
{
    /// <summary>Longer than this at a stretch nobody stands at one thing; it goes on when there is time again.</summary>
    private const int LongestHandsMin = 240;

    private WorkBlock(string job, WorkPiece piece, IReadOnlyList<BlockStep> steps)
    {
        (Job, Piece, Steps) = (job, piece, steps);
        var hands = steps.Where(s => s.HandsMin > 0).ToList();
        (HandsFrom, HandsTo) = hands.Count == 0 ? (0, 0) : (hands[0].Offset, hands[^1].Offset + hands[^1].HandsMin);
        Length = steps.Max(s => s.End);
        Holds = [.. HoldsOf(steps)];
    }

    public string Job { get; }

    public WorkPiece Piece { get; }

    public IReadOnlyList<BlockStep> Steps { get; }

    /// <summary>From the first hand to the last: one person is there all the while.</summary>
    public int HandsFrom { get; }

    public int HandsTo { get; }

    public int Length { get; }

    public IReadOnlyList<BlockHold> Holds { get; }

    public bool NeedsHands => HandsTo > HandsFrom;

    public bool FreesTool => Steps.Any(s => s.Operation.FreesTool);

    /// <summary>The blocks of a piece of a job, in their order.</summary>
    public static IEnumerable<WorkBlock> Of(string job, WorkPiece piece, IEnumerable<Operation> operations)
    {
        var steps = new List<BlockStep>();
        foreach (var operation in operations)
        {
            var (hands, wait) = (Whole(operation.HandsMin), Whole(operation.WaitMin));
            if (steps.Count > 0 && !operation.FollowsSoon)
            {
                yield return new WorkBlock(job, piece, steps);
                steps = [];
            }

            for (; steps.Count == 0 && hands > LongestHandsMin; hands -= LongestHandsMin)
                yield return new WorkBlock(job, piece, [new BlockStep(operation, 0, LongestHandsMin, 0)]);
            steps.Add(new BlockStep(operation, steps.Count == 0 ? 0 : steps[^1].End, hands, wait));
        }

        if (steps.Count > 0)
            yield return new WorkBlock(job, piece, steps);
    }

    private static int Whole(double minutes) => (int)Math.Ceiling(minutes - 1e-9);

    private static IEnumerable<BlockHold> HoldsOf(IReadOnlyList<BlockStep> steps) =>
        steps
            .SelectMany(step =>
                step.Operation.Holds.Where(h => EquipmentKinds.Find(h.Resource)?.IsShared == true)
                    .Select(h => new BlockHold(
                        h.Resource,
                        h.AtC,
                        step.Offset + (h.During == During.Alone ? step.HandsMin : 0),
                        h.During == During.Hands ? step.Offset + step.HandsMin : step.End
                    ))
            )
            .Where(h => h.To > h.From)
            .GroupBy(h => (h.Kind, h.AtC))
            .Select(g => new BlockHold(g.Key.Kind, g.Key.AtC, g.Min(h => h.From), g.Max(h => h.To)));
}
