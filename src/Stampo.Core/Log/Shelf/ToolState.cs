using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Wording;

namespace Stampo.Core.Log.Shelf;

/// <summary>A line of a tool's own book.</summary>
public sealed record ToolNote(string Act, Instant At, string By, string Text, int? Cavity, string? Photo);

/// <summary>A change of what a tool makes, and the letter it is called by from then on.</summary>
public sealed record ToolRevision(string Letter, string Act, Instant At, string By, string Text);

public sealed record ToolRetirement(string Act, Instant At, string By, RetiredFor Why, string? Note);

/// <summary>A tool by its runs and its acts.</summary>
/// <param name="Name">"Mold 2".</param>
/// <param name="Revision">A when it was made; the next letter with each change.</param>
/// <param name="Cavities">Of its last shot.</param>
/// <param name="Shots">By its runs, and by acts that correct their count.</param>
/// <param name="ShotsByRuns">Without those acts.</param>
/// <param name="IsMade">A run made it, an act describes it, or shots were made with it.</param>
/// <param name="Made">When the run that made it was over; null when none did.</param>
/// <param name="MadeOn">Where an act says so, for a tool from outside.</param>
/// <param name="MadeBy">A person or a supplier.</param>
/// <param name="Pattern">It was made from.</param>
/// <param name="Lots">It was made of.</param>
/// <param name="Place">Where it lies.</param>
/// <param name="Marks">What was seen on it.</param>
/// <param name="Repairs">What was put right.</param>
/// <param name="Revisions">Changes of what it makes.</param>
/// <param name="Recounts">Shots more or fewer than its runs tell.</param>
/// <param name="Retired">Null while it is in service.</param>
public sealed record ToolState(
    string Name,
    string Revision,
    int Cavities,
    int Shots,
    int ShotsByRuns,
    bool IsMade,
    Instant? Made,
    DateOnly? MadeOn,
    string? MadeBy,
    string? Pattern,
    IReadOnlyList<UsedLot> Lots,
    string? Place,
    IReadOnlyList<ToolNote> Marks,
    IReadOnlyList<ToolNote> Repairs,
    IReadOnlyList<ToolRevision> Revisions,
    IReadOnlyList<ToolNote> Recounts,
    ToolRetirement? Retired
)
{
    /// <summary>The revision that stood at a moment.</summary>
    public string RevisionAt(Instant at) => Revisions.LastOrDefault(r => r.At <= at)?.Letter ?? ToolFold.First;
}

/// <summary>From runs and acts to how a tool stands. The same in whatever order they come, some of them twice.</summary>
public static class ToolFold
{
    public const string First = "A";

    /// <param name="name">As its plan calls it.</param>
    /// <param name="runs">Of this tool alone.</param>
    /// <param name="log">Acts of this tool.</param>
    public static ToolState Of(string name, IEnumerable<RunRecord> runs, IEnumerable<LoggedToolAct> log)
    {
        var kept = runs.OrderBy(r => r.Begun).ToList();
        var shots = kept.Where(r => r.IsShot).ToList();
        var making = kept.LastOrDefault(r => r.IsMaking);
        var acts = Standing(log);
        var described = acts.Of<ToolDescribed>().LastOrDefault()?.Act;
        var recounts = acts.Of<ToolRecounted>().ToList();
        var revisions = acts.Of<ToolChanged>()
            .Select((c, i) => new ToolRevision(LetterAt(i + 1), c.Act.Id, c.At, c.Act.By, c.Act.Text))
            .ToList();
        return new ToolState(
            name,
            revisions.LastOrDefault()?.Letter ?? First,
            shots.LastOrDefault()?.Cavities ?? 0,
            Math.Max(0, shots.Sum(s => s.Shots) + recounts.Sum(r => r.Act.Shots)),
            shots.Sum(s => s.Shots),
            making is not null || described is not null || shots.Count > 0,
            making?.Over,
            described?.MadeOn,
            described?.MadeBy ?? making?.People[0],
            described?.Pattern,
            making?.Lots ?? [],
            acts.Of<ToolMoved>().LastOrDefault()?.Act.Place,
            [.. acts.Of<ToolMarked>().Select(m => new ToolNote(m.Act.Id, m.At, m.Act.By, m.Act.Text, m.Act.Cavity, m.Act.Photo))],
            [.. acts.Of<ToolMended>().Select(m => new ToolNote(m.Act.Id, m.At, m.Act.By, m.Act.Text, null, null))],
            revisions,
            [.. recounts.Select(r => new ToolNote(r.Act.Id, r.At, r.Act.By, $"{Signed(r.Act.Shots)} shots: {r.Act.Reason}", null, null))],
            acts.Of<ToolRetired>().Select(r => new ToolRetirement(r.Act.Id, r.At, r.Act.By, r.Act.Why, r.Act.Note)).LastOrDefault()
        );
    }

    /// <summary>Refuses an act that can't be of a tool that stands so.</summary>
    public static void Check(ToolAct act, ToolState state, IEnumerable<LoggedToolAct> log)
    {
        act.Check();
        switch (act)
        {
            case ToolActTakenBack back when log.All(a => a.Act.Id != back.Act || a.Act is ToolActTakenBack):
                throw new RefusalException("tool.no-act", "There is no such act to take back.", "act.act");
            case ToolRetired when state.Retired is not null:
                throw new RefusalException("tool.retired", $"{state.Name} is retired already; take that back first.", "act");
            case ToolRecounted recounted when state.Shots + recounted.Shots < 0:
                throw new RefusalException(
                    "tool.fewer-than-none",
                    $"{state.Name} has {Text.Count(state.Shots, "shot")}; it can't have {-recounted.Shots} fewer.",
                    "act.shots"
                );
        }
    }

    private sealed record Stands<T>(Instant At, T Act)
        where T : ToolAct;

    /// <summary>Each act once, in the order they came in, without those that were taken back.</summary>
    private static List<Stands<ToolAct>> Standing(IEnumerable<LoggedToolAct> log)
    {
        var once = log.DistinctBy(a => a.Act.Id).OrderBy(a => a.Ordinal).ToList();
        var gone = once.Select(a => (a.Act as ToolActTakenBack)?.Act).ToHashSet();
        return [.. once.Where(a => !gone.Contains(a.Act.Id)).Select(a => new Stands<ToolAct>(a.At, a.Act))];
    }

    private static IEnumerable<Stands<T>> Of<T>(this IEnumerable<Stands<ToolAct>> acts)
        where T : ToolAct => acts.Where(a => a.Act is T).Select(a => new Stands<T>(a.At, (T)a.Act));

    /// <summary>A, B … Z, AA: as columns of a table are called.</summary>
    private static string LetterAt(int at) => (at >= 26 ? LetterAt(at / 26 - 1) : "") + (char)('A' + at % 26);

    private static string Signed(int shots) => shots > 0 ? $"+{shots}" : $"−{-shots}";
}
