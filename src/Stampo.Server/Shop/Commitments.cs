using Stampo.Core.Planning;
using Stampo.Core.Scheduling;
using Stampo.Core.Wording;

namespace Stampo.Server.Shop;

/// <summary>A stretch of a decision that the shop has committed itself to.</summary>
public sealed record CommittedStretch(string ProjectId, string Stretch)
{
    /// <summary>Its name in slots and pins.</summary>
    public string Id => $"{ProjectId}:{Stretch}";
}

/// <summary>What the shop has committed itself to, and what was put to a time by hand.</summary>
public sealed record Commitments(IReadOnlyList<CommittedStretch> Jobs, IReadOnlyList<Pin> Pins)
{
    private const int MostJobs = 40,
        MostPins = 400,
        LongestName = 80;

    public static Commitments Empty { get; } = new([], []);

    public Commitments Checked()
    {
        Check.Between(Check.Whole(Jobs, "jobs").Count, 0, MostJobs, "jobs", "jobs", "one shop at once");
        Check.Between(Check.Whole(Pins, "pins").Count, 0, MostPins, "pins", "pins", "what is put to a time by hand");
        foreach (var job in Jobs)
        {
            Check.Between(Check.Given(job.ProjectId, "jobs").Length, 1, LongestName, "jobs", "signs", "a project's id");
            Check.Between(Check.Given(job.Stretch, "jobs").Length, 1, LongestName, "jobs", "signs", "a stretch's id");
        }

        if (Jobs.GroupBy(j => j.Id).FirstOrDefault(g => g.Count() > 1) is not null)
            throw new RefusalException("input.twice", "A stretch stands in the schedule twice; once is enough.", "jobs");
        foreach (var pin in Pins)
        {
            Check.Given(pin.Job, "pins");
            Check.Given(pin.Operation, "pins");
            Check.Given(pin.Piece, "pins");
        }

        return this with
        {
            // A pin of a job that left goes with it.
            Pins = [.. Pins.Where(p => Jobs.Any(j => j.Id == p.Job) && p.Piece.Repeats != Repeats.EachPart)],
        };
    }
}
