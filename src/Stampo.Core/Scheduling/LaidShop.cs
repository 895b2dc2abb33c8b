using Stampo.Core.Calendar;
using Stampo.Core.Planning;

namespace Stampo.Core.Scheduling;

/// <summary>A block begins so long after the beginning of another, at least.</summary>
internal readonly record struct PlacedAfter(int Before, int Delay);

/// <summary>A block at its time.</summary>
/// <param name="Block">Which.</param>
/// <param name="Start">Minutes from now.</param>
/// <param name="Person">Whoever does it; null when no hands are needed.</param>
/// <param name="Machines">In the order of the holds whose kind the shop has.</param>
/// <param name="After">What it waits for.</param>
/// <param name="NotBefore">Minutes from now before which it can't begin, by what is under way.</param>
/// <param name="IsPinned">Somebody put it there.</param>
internal sealed record Placement(
    WorkBlock Block,
    int Start,
    string? Person,
    IReadOnlyList<string> Machines,
    IReadOnlyList<PlacedAfter> After,
    int NotBefore,
    bool IsPinned
);

/// <summary>The shop laid out, to be told as a schedule or to be made better.</summary>
internal sealed record LaidShop(
    ShopWork Work,
    Ledger Ledger,
    IReadOnlyList<Placement> Placed,
    IReadOnlyList<ShopSlot> Begun,
    IReadOnlyList<(string Machine, Busy Busy)> InUse,
    IReadOnlyList<Collision> Collisions,
    IReadOnlyDictionary<string, (int ShotsLeft, int LaidOut)> Shots
)
{
    public ShopSchedule Summed() =>
        new(
            [.. Begun.Concat(Placed.SelectMany(SlotsOf)).OrderBy(s => s.Start).ThenBy(s => s.Job, StringComparer.Ordinal)],
            [.. Work.Jobs.Select(DoneOf)],
            Collisions,
            [
                .. Work
                    .Jobs.SelectMany(j => j.Operations.SelectMany(o => WorkBlock.Of(j.Id, new WorkPiece(o.Repeats), [o])))
                    .SelectMany(b => b.Holds)
                    .Select(h => h.Kind)
                    .Distinct()
                    .Where(kind => !Ledger.Has(kind)),
            ]
        );

    private IEnumerable<ShopSlot> SlotsOf(Placement placed) =>
        placed.Block.Steps.Select(step => new ShopSlot(
            placed.Block.Job,
            placed.Block.Piece,
            step.Operation.Id,
            step.Operation.Name,
            Ledger.At(placed.Start + step.Offset),
            Ledger.At(placed.Start + step.Offset + step.HandsMin),
            Ledger.At(placed.Start + step.End),
            step.HandsMin > 0 ? placed.Person : null,
            [
                .. placed
                    .Block.Holds.Where(h => Ledger.Has(h.Kind))
                    .Zip(placed.Machines)
                    .Where(m => step.Operation.Needs(m.First.Kind))
                    .Select(m => m.Second),
            ],
            false,
            placed.IsPinned
        ));

    /// <summary>What is laid out, and the rest at its pace.</summary>
    private JobDone DoneOf(ShopJob job)
    {
        var (left, laidOut) = Shots[job.Id];
        var end = Math.Max(
            Begun.Where(s => s.Job == job.Id).Select(s => Ledger.MinuteOf(s.End)).DefaultIfEmpty(0).Max(),
            Placed.Where(p => p.Block.Job == job.Id).Select(p => p.Start + p.Block.Length).DefaultIfEmpty(0).Max()
        );
        if (left > 0 && laidOut > 0)
            end += (int)Math.Min(5e6, left * (double)end / laidOut);
        var at = Ledger.At(end);
        var late = job.WantedBy is { } day && at.Day() > day ? Math.Max(1, WorkingDays.Between(day, at.Day())) : (int?)null;
        return new JobDone(job.Id, at, left + laidOut, laidOut, job.WantedBy, late);
    }
}
