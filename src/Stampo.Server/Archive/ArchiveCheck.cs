using System.Text.RegularExpressions;
using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Wording;
using Stampo.Server.Bench;
using Stampo.Server.Hosting;
using Stampo.Server.Log;
using Stampo.Storage;

namespace Stampo.Server.Archive;

/// <summary>
/// Looks at a record that comes from elsewhere as if it were made here: every act is held against its run, every correction against what
/// it corrects, every line of a book against its tool.
/// </summary>
public sealed partial class ArchiveCheck(DocumentForms forms, string projectId, Instant now)
{
    private const int MostOperations = 1_000,
        MostParts = 1_000_000;

    private readonly Dictionary<string, List<RunRecord>> _runs = [];
    private readonly Dictionary<(string Plan, string Item, int Shot, int Cavity), List<Entry>> _entries = [];
    private readonly HashSet<(string What, string Id)> _ids = [];

    /// <summary>A run with its acts as they are kept here.</summary>
    public (Run Row, List<RunAct> Acts) Rows(ArchivedRun run)
    {
        var row = new Run
        {
            Id = run.Id,
            ProjectId = projectId,
            Plan = run.Plan,
            Schema = forms.Current(DocumentForms.Run),
            Sheet = Brought(DocumentForms.Run, run.Schema, run.Sheet.GetRawText()),
            By = run.By,
            BegunUtc = run.Begun,
        };
        var acts = run.Acts.Select(
            (a, i) =>
                new RunAct
                {
                    RunId = run.Id,
                    Ordinal = i + 1,
                    ActId = a.Id,
                    Schema = forms.Current(DocumentForms.Act),
                    Json = Brought(DocumentForms.Act, a.Schema, a.Content.GetRawText()),
                    AtUtc = a.At,
                    ReceivedUtc = a.Received,
                }
        );
        return (row, [.. acts]);
    }

    /// <summary>Refuses a run that can't have been so; says when it was over.</summary>
    public Instant? Run(ArchivedRun run, CancellationToken cancel = default)
    {
        Id(run.Id, "run");
        PlanName(run.Plan);
        Check.Length(run.By, 1, 80, "by");
        Moment(run.Begun, "A run");
        Check.Between(run.Acts.Count, 0, RunRules.MostActs + RunRules.LastWords, "acts", "acts", "no run has more");
        var (row, rows) = Rows(run);
        var kept = new KeptRun(row, SheetOf(row), []);
        var known = new Dictionary<string, Act>();
        foreach (var act in rows)
        {
            cancel.ThrowIfCancellationRequested();
            var read = Json.Read<Act>(act.Json);
            if (read.Id != act.ActId || known.ContainsKey(read.Id))
                throw Untrue($"{kept.Sheet.Title} has an act under another id than its own, or one twice.");
            Moment(act.AtUtc, $"An act of {kept.Sheet.Title}");
            Moment(act.ReceivedUtc, $"An act of {kept.Sheet.Title}");
            if (act.AtUtc < run.Begun || act.ReceivedUtc < act.AtUtc)
                throw Untrue($"{kept.Sheet.Title} has an act before it began, or that came in before it happened.");
            ReadAs(
                $"{kept.Sheet.Title}, act {act.Ordinal}",
                () => RunRules.Check(kept.Sheet, kept.State, read, id => known.GetValueOrDefault(id))
            );
            known[read.Id] = read;
            kept = kept.With(new LoggedAct(act.Ordinal, act.AtUtc, read));
        }

        if (!_runs.TryGetValue(run.Plan, out var of))
            _runs[run.Plan] = of = [];
        of.Add(RunHistory.RecordOf(kept, at => at.InUtc().Date.ToDateOnly()));
        return kept.State.Over;
    }

    /// <summary>Refuses an entry that can't be.</summary>
    public void Entry(ArchivedEntry archived)
    {
        var entry = archived.Entry;
        Id(entry.Id, "entry");
        PlanName(archived.Plan);
        Moment(archived.At, "A measurement");
        Entries.CheckPlace(entry);
        if (entry.Readings is { } readings && entry.Value != Entries.MedianOf(readings))
            throw Untrue($"The hardness of shot {entry.Shot} is not the median of its readings.");
        var place = (archived.Plan, entry.Item, entry.Shot, entry.Cavity);
        if (!_entries.TryGetValue(place, out var of))
            _entries[place] = of = [];
        of.Add(entry);
        foreach (var decided in archived.Decided)
        {
            Id(decided.Id, "decision");
            Check.Length(decided.By, 1, 80, "by");
            Check.Length(decided.Note ?? "", 0, Inspections.LongestNote, "note");
            Moment(decided.At, "A decision about a measurement");
        }
    }

    /// <summary>After all entries: each corrects one of its own place that no other corrects, and one of each place stands.</summary>
    public void Corrections()
    {
        foreach (var ((_, item, shot, cavity), entries) in _entries)
        {
            var corrections = entries.Select(e => e.Corrects).OfType<string>().ToList();
            var corrected = corrections.ToHashSet();
            if (
                corrected.Count < corrections.Count
                || corrected.Except(entries.Select(e => e.Id)).Any()
                || corrected.Count == entries.Count
            )
                throw Untrue($"An entry of {item}, shot {shot}, cavity {cavity} corrects one that does not stand.");
            if (entries.Count(e => e.Value is not null && !corrected.Contains(e.Id)) > 1)
                throw Untrue($"{item} of shot {shot}, cavity {cavity} is measured twice, and neither corrects the other.");
        }
    }

    /// <summary>The books of its tools, after its runs.</summary>
    public void Tools(IReadOnlyList<ArchivedToolAct> acts)
    {
        foreach (var book in acts.GroupBy(a => (a.Plan, a.Tool)))
        {
            PlanName(book.Key.Plan);
            Check.Between(book.Key.Tool, 1, 10_000, "tool", "", "tools are counted from 1");
            var runs = _runs
                .GetValueOrDefault(book.Key.Plan, [])
                .FindAll(r => r.Piece.Tool == book.Key.Tool && r.Phase != RunPhase.Abandoned);
            var log = new List<LoggedToolAct>();
            foreach (var act in book)
            {
                var read = Json.Read<ToolAct>(Brought(DocumentForms.ToolAct, act.Schema, act.Content.GetRawText()));
                Id(read.Id, "tool's act");
                Moment(act.At, $"A line in the book of tool {book.Key.Tool}");
                Check.Between(log.Count, 0, ToolBooks.MostActs - 1, "acts", "acts", "no tool's book has more");
                ReadAs(
                    $"Tool {book.Key.Tool}, line {log.Count + 1} of its book",
                    () => ToolFold.Check(read, ToolFold.Of($"Tool {book.Key.Tool}", runs, log), log)
                );
                log.Add(new LoggedToolAct(log.Count + 1, act.At, read));
            }
        }
    }

    public void Signed(IReadOnlyList<ArchivedSignature> signed)
    {
        foreach (var versions in signed.GroupBy(s => (s.Plan, s.Shot)))
        {
            PlanName(versions.Key.Plan);
            if (!versions.Select(s => s.Version).SequenceEqual(Enumerable.Range(1, versions.Count())))
                throw Untrue($"The signatures of shot {versions.Key.Shot} are not versions 1, 2, 3 …");
            foreach (var sign in versions)
            {
                Id(sign.Id, "signature");
                Check.Length(sign.By, 2, 80, "by");
                Check.Length(sign.Says, 1, FirstArticles.LongestSays, "says");
                Moment(sign.At, "A signature");
                var report = Json.Read<FirstArticle>(Brought(DocumentForms.FirstArticle, sign.Schema, sign.Report.GetRawText()));
                if (report.Shot != sign.Shot || !report.IsWhole)
                    throw Untrue($"What was signed of shot {sign.Shot} is another shot's, or was not whole.");
            }
        }
    }

    /// <summary>What is kept in the form of today.</summary>
    public string Brought(string kind, int schema, string json)
    {
        try
        {
            return forms.BroughtUp(kind, schema, json);
        }
        catch (LaterFormException)
        {
            throw new RefusalException("archive.later", "A later release wrote this archive; take it in with that release.", "file");
        }
    }

    /// <summary>Where it stands when something in it is refused.</summary>
    public static T ReadAs<T>(string where, Func<T> look)
    {
        try
        {
            return look();
        }
        catch (RefusalException refused)
        {
            throw Untrue($"{where}: {refused.Message}");
        }
    }

    public static RefusalException Untrue(string what) => new("archive.lie", $"Nothing was taken in. {what}", "file");

    public static void ReadAs(string where, Action look) =>
        ReadAs(
            where,
            () =>
            {
                look();
                return true;
            }
        );

    private static RunSheet SheetOf(Run row)
    {
        var sheet = Json.Read<RunSheet>(row.Sheet);
        Check.Between(sheet.Operations.Count, 1, MostOperations, "operations", "operations", "a run has some");
        Check.Between(sheet.Parts, 0, MostParts, "parts", "parts", "of one shot");
        return sheet;
    }

    private void Moment(Instant at, string what) => InOurTime(at, now, what);

    /// <summary>Neither still to come nor from before anybody kept such a record.</summary>
    public static void InOurTime(Instant at, Instant now, string what)
    {
        if (at > now + Duration.FromDays(1))
            throw Untrue($"{what} is of a day that is still to come.");
        if (at < Instant.FromUtc(2000, 1, 1, 0, 0))
            throw Untrue($"{what} is of a day long before there was such a record.");
    }

    private void Id(string id, string what)
    {
        Check.Length(id, 8, 64, "id");
        if (!_ids.Add((what, id)))
            throw Untrue($"It has a {what} twice, of id \"{id}\".");
    }

    private static void PlanName(string plan)
    {
        if (plan.Length > 100 || !Plan().IsMatch(plan))
            throw Untrue("Something in it is of no plan.");
    }

    [GeneratedRegex("^plan(?:/[a-z0-9-]+)*$")]
    private static partial Regex Plan();
}
