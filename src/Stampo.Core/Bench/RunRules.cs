using Stampo.Core.Planning;
using Stampo.Core.Wording;

namespace Stampo.Core.Bench;

/// <summary>
/// What may be recorded. Only what can't be true of this run is refused: a page far away must be able to send what was done, however late.
/// </summary>
public static class RunRules
{
    public const int MostActs = 5_000,
        LastWords = 500;

    private const int MostPoints = 1_000,
        LongestText = 400,
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
        if (state.IsOver && act is not (Noted or Withdrawn or DeviceAct) && act.Corrects is null)
            throw new RefusalException(
                "run.over",
                $"This run was {(state.Phase == RunPhase.Ended ? "ended" : "abandoned")}; it takes notes and corrections only.",
                "act"
            );
        // What was counted and ended can always be said: a run that is full must be able to end.
        if (state.Acts >= (act is Counted or Tallied or Ended or Abandoned or Withdrawn ? MostActs + LastWords : MostActs))
            throw new RefusalException("run.full", $"This run holds {MostActs} acts; end it and begin another.", "act");
        if (act is OperationAct of)
            CheckOf(sheet, state, of);
        switch (act)
        {
            case Withdrawn when act.Corrects is null:
                throw new RefusalException("act.corrects", "Name the act that did not happen.", "act.corrects");
            case Counted counted:
                MakesParts(sheet, "act.cavity");
                if (sheet.CountsByNumber)
                    throw new RefusalException(
                        "act.by-number",
                        $"{sheet.Title} makes {Wording.Text.Count(sheet.Parts, "part")}: they are counted by number, not by cavity.",
                        "act.cavity"
                    );
                Wording.Check.Between(counted.Cavity, 1, sheet.Parts, "act.cavity", "", "cavities of this shot");
                Defects.Check(counted.Fate, counted.Defect);
                break;
            case Tallied tallied:
                MakesParts(sheet, "act.parts");
                if (!sheet.CountsByNumber)
                    throw new RefusalException("act.by-cavity", $"The parts of {sheet.Title} are said one by one, by cavity.", "act.parts");
                Wording.Check.Between(tallied.Parts, 0, 10 * Math.Max(sheet.Parts, 1), "act.parts", "parts", "of this run");
                Defects.Check(tallied.Fate, tallied.Defect);
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
            case Ended when sheet.CountsByNumber && state.Counted == 0:
                throw new RefusalException("run.uncounted", "Not counted yet: say how many are good, then end the run.", "act");
            case Ended when !sheet.CountsByNumber && state.Counted < sheet.Parts:
                throw new RefusalException(
                    "run.uncounted",
                    $"{Wording.Text.Count(sheet.Parts - state.Counted, "part")} of {sheet.Parts} not counted yet: say good, rework "
                        + "or scrap for each cavity, then end the run.",
                    "act"
                );
        }
    }

    private static void MakesParts(RunSheet sheet, string field)
    {
        if (sheet.Parts == 0)
            throw new RefusalException("act.no-parts", $"{sheet.Title} makes no parts to count.", field);
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
            Tallied t => ($"{t.Fate}", t.Defect),
            _ => (null, null),
        };

    private static void CheckOf(RunSheet sheet, RunState state, OperationAct act)
    {
        var operation =
            sheet.Operations.FirstOrDefault(o => o.Id == act.Operation)
            ?? throw new RefusalException("act.operation", $"This run has no operation \"{act.Operation}\".", "act.operation");
        var stands = state.Operations.First(o => o.Id == operation.Id);
        if (act is Began or Left or Finished or Answered or Ticked && act.Corrects is null)
            CautionsAreRead(sheet, state, operation, stands, act.By);
        switch (act)
        {
            case Finished when act.Corrects is null:
                MustsAreMet(operation, stands);
                break;
            case WaitEnded ended:
                Name(ended.Reason, "act.reason", LongestText);
                if (stands.Phase != OperationPhase.Alone && ended.Corrects is null)
                    throw new RefusalException("act.not-alone", $"{operation.Name} does not go on alone now.", "act.operation");
                break;
            case Watched watched:
                Wording.Check.Between(watched.Points.Count, 1, MostPoints, "act.points", "", "readings in one act");
                foreach (var point in watched.Points)
                    Wording.Check.Between(point.Value, -Largest, Largest, "act.points", "", "a reading");
                Asked(operation, watched.Ask, AskKind.Weigh, AskKind.Read);
                break;
            case DeviceAct device:
                Asked(operation, device.Ask, AskKind.Weigh, AskKind.Read);
                Wording.Check.Between(
                    device is Lost { Value: { } lost } ? lost
                        : device is HeldAgain held ? held.Value
                        : 0,
                    -Largest,
                    Largest,
                    "act.value",
                    "",
                    "a reading"
                );
                break;
            case Answered answered:
                Asked(operation, answered.Ask, AskKind.Weigh, AskKind.Read);
                InItsTime(operation, stands, answered.Ask);
                Wording.Check.Between(answered.Value, -Largest, Largest, "act.value", "", "a reading");
                Text(answered.Source, "act.source");
                break;
            case Ticked ticked:
                Asked(operation, ticked.Ask, AskKind.Tick, AskKind.Note);
                InItsTime(operation, stands, ticked.Ask);
                break;
            case CautionRead caution when !stands.CautionsBefore.Contains(caution.Caution):
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

    /// <summary>What is seen when the wait is over can't be said before it.</summary>
    private static void InItsTime(Operation operation, OperationState stands, string ask)
    {
        if (operation.WaitMin > 0 && stands.Phase is OperationPhase.Waiting or OperationPhase.Hands && Is(operation, ask).AfterWait)
            throw new RefusalException("act.too-soon", $"\"{Is(operation, ask).What}\" is answered when the wait is over.", "act.ask");
    }

    private static Ask Is(Operation operation, string id) => operation.Asks.First(a => a.Id == id);

    /// <summary>A pot is not opened while its gauge says otherwise.</summary>
    private static void MustsAreMet(Operation operation, OperationState stands)
    {
        foreach (var must in operation.Asks.Where(a => a.IsMust))
        {
            if (stands.Answers.FirstOrDefault(a => a.Ask == must.Id) is not { Within: true })
                throw new RefusalException(
                    "act.must",
                    $"{operation.Name} can't end yet: {must.What} must be {must.BandSaid()}. Read it, or type what stands " + "on it.",
                    "act.operation"
                );
        }
    }

    /// <summary>
    /// By whoever does it, once in a run, before it begins: its own, and those of what follows on its clock. While a pot life runs nobody
    /// reads the same again.
    /// </summary>
    private static void CautionsAreRead(RunSheet sheet, RunState state, Operation operation, OperationState stands, string by)
    {
        var due = stands.Phase == OperationPhase.Waiting ? stands.CautionsBefore : operation.Cautions;
        var read = state.Operations.SelectMany(o => o.CautionsRead).Where(r => r.By == by).Select(r => r.Caution).ToHashSet();
        if (due.FirstOrDefault(c => !read.Contains(c)) is { } unread)
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
        Wording.Check.Between(Wording.Check.Given(text, field).Trim().Length, 1, longest, field, "signs", "somebody reads it");
    }

    private static void Text(string? text, string field)
    {
        if (text is not null)
            Wording.Check.Between(text.Length, 0, LongestText, field, "signs", "somebody reads it");
    }
}
