using Stampo.Core.Planning;
using Stampo.Core.Working;

namespace Stampo.Core.Bench;

/// <summary>
/// What may be recorded. Only what can't be true of this run is refused: a page far away must be able to send what was done, however late.
/// </summary>
public static class RunRules
{
    public const int MostActs = 5_000;

    private const int LongestText = 400,
        LongestName = 80,
        LongestId = 64;

    private const double Largest = 1e7;

    /// <summary>Refused with the reason when the act can't be of a run that stands so.</summary>
    public static void Check(RunSheet sheet, RunState state, Act act, Func<string, Act?> known)
    {
        Name(act.Id, "act.id", LongestId);
        Name(act.By, "act.by", LongestName);
        if (act.Corrects is { } corrected)
            CheckCorrection(act, corrected, known);
        if (state.IsOver && act is not (Noted or Withdrawn) && act.Corrects is null)
            throw new RefusalException(
                "run.over",
                $"This run was {(state.Phase == RunPhase.Ended ? "ended" : "abandoned")}; it takes notes and corrections only.",
                "act"
            );
        if (state.Acts >= MostActs)
            throw new RefusalException("run.full", $"This run holds {MostActs} acts; end it and begin another.", "act");
        if (act is OperationAct of)
            CheckOf(sheet, state, of);
        switch (act)
        {
            case Withdrawn when act.Corrects is null:
                throw new RefusalException("act.corrects", "Name the act that did not happen.", "act.corrects");
            case Counted counted:
                if (sheet.Parts == 0)
                    throw new RefusalException("act.no-parts", $"{sheet.Title} makes no parts to count.", "act.cavity");
                Working.Check.Between(counted.Cavity, 1, sheet.Parts, "act.cavity", "", "cavities of this shot");
                Defects.Check(counted.Fate, counted.Defect);
                break;
            case Paused paused:
                Text(paused.Reason, "act.reason");
                break;
            case HandedOver over:
                Name(over.To, "act.to", LongestName);
                break;
            case Abandoned abandoned:
                Name(abandoned.Reason, "act.reason", LongestText);
                break;
            case Ended when state.Counts.Count < sheet.Parts:
                throw new RefusalException(
                    "run.uncounted",
                    $"{Working.Text.Count(sheet.Parts - state.Counts.Count, "part")} of {sheet.Parts} not counted yet: say good, rework "
                        + "or scrap for each cavity, then end the run.",
                    "act"
                );
        }
    }

    private static void CheckCorrection(Act act, string corrected, Func<string, Act?> known)
    {
        if (known(corrected) is not { } before)
            throw new RefusalException("act.corrects", $"There is no act \"{corrected}\" in this run to correct.", "act.corrects");
        if (act is not Withdrawn && (act.GetType() != before.GetType() || Place(act) != Place(before)))
            throw new RefusalException(
                "act.corrects",
                "An act is corrected by one of its own kind about the same thing, or withdrawn.",
                "act.corrects"
            );
    }

    /// <summary>What an act is about.</summary>
    private static (string?, string?) Place(Act act) =>
        act switch
        {
            Answered a => (a.Operation, a.Ask),
            Ticked t => (t.Operation, t.Ask),
            OperationAct o => (o.Operation, null),
            Counted c => ($"{c.Cavity}", null),
            _ => (null, null),
        };

    private static void CheckOf(RunSheet sheet, RunState state, OperationAct act)
    {
        var operation =
            sheet.Operations.FirstOrDefault(o => o.Id == act.Operation)
            ?? throw new RefusalException("act.operation", $"This run has no operation \"{act.Operation}\".", "act.operation");
        if (act is Began or Left or Finished or Answered or Ticked && act.Corrects is null)
            CautionsAreRead(sheet, state, operation, act.By);
        switch (act)
        {
            case Answered answered:
                Asked(operation, answered.Ask, AskKind.Weigh, AskKind.Read);
                Working.Check.Between(answered.Value, -Largest, Largest, "act.value", "", "a reading");
                Text(answered.Source, "act.source");
                break;
            case Ticked ticked:
                Asked(operation, ticked.Ask, AskKind.Tick, AskKind.Note);
                break;
            case CautionRead caution when !operation.Cautions.Contains(caution.Caution):
                throw new RefusalException("act.caution", $"{operation.Name} has no caution \"{caution.Caution}\".", "act.caution");
            case LotUsed lot:
                Name(lot.What, "act.what", LongestName);
                Name(lot.Lot, "act.lot", LongestName);
                break;
            case Deviated deviated:
                Text(deviated.Note, "act.note");
                break;
            case Noted noted:
                Name(noted.Text, "act.text", LongestText);
                break;
        }
    }

    /// <summary>By whoever does it, once in a run: under a running pot life nobody reads the same again.</summary>
    private static void CautionsAreRead(RunSheet sheet, RunState state, Operation operation, string by)
    {
        var read = state.Operations.SelectMany(o => o.CautionsRead).Where(r => r.By == by).Select(r => r.Caution).ToHashSet();
        if (operation.Cautions.FirstOrDefault(c => !read.Contains(c)) is { } unread)
            throw new RefusalException(
                "act.caution",
                $"{by} has not ticked the cautions yet: {sheet.Cautions.First(c => c.Id == unread).Title}.",
                "act.operation"
            );
    }

    private static void Asked(Operation operation, string? id, AskKind kind, AskKind other)
    {
        if (operation.Asks.FirstOrDefault(a => a.Id == id) is not { } ask)
            throw new RefusalException("act.ask", $"{operation.Name} does not ask for \"{id}\".", "act.ask");
        if (ask.Kind != kind && ask.Kind != other)
            throw new RefusalException("act.ask", $"\"{ask.What}\" is not answered that way.", "act.ask");
    }

    private static void Name(string? text, string field, int longest)
    {
        Working.Check.Between(Working.Check.Given(text, field).Trim().Length, 1, longest, field, "signs", "somebody reads it");
    }

    private static void Text(string? text, string field)
    {
        if (text is not null)
            Working.Check.Between(text.Length, 0, LongestText, field, "signs", "somebody reads it");
    }
}
