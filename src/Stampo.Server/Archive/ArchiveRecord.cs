using NodaTime;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Log.Shelf;
using Stampo.Server.Hosting;
using Stampo.Server.Log;
using Stampo.Storage;

namespace Stampo.Server.Archive;

/// <summary>The record of a project as rows: runs, measurements, books of tools, signatures, after they were looked at.</summary>
internal sealed class ArchiveRecord(DocumentForms forms, ArchiveCheck check)
{
    public const int RunsAtOnce = 200,
        EntriesAtOnce = 5_000;

    public static IEnumerable<ArchivedEntry> EntriesOf(ArchiveReader archive) =>
        archive.Lines<ArchivedEntry>(ArchiveForm.MeasuredName, ArchiveForm.MostEntries);

    /// <summary>Some hundred rows at a time, all in the one transaction; says how many measurements.</summary>
    public async Task<int> WriteAsync(
        StampoDb db,
        ArchivedProject from,
        ArchiveReader archive,
        Dictionary<string, Instant?> over,
        CancellationToken cancel
    )
    {
        var projectId = from.Id;
        foreach (var some in archive.Lines<ArchivedRun>(ArchiveForm.RunsName, ArchiveForm.MostRuns).Chunk(RunsAtOnce))
        {
            foreach (var run in some)
            {
                var (row, acts) = check.Rows(run);
                row.OverUtc = over[run.Id];
                db.Add(row);
                db.AddRange(acts);
            }

            await SaveAsync(db, cancel);
        }

        var entries = 0;
        foreach (var some in EntriesOf(archive).Chunk(EntriesAtOnce))
        {
            foreach (var archived in some)
            {
                db.Add(Measurements.RowOf(new OfPlan(projectId, archived.Plan), new KeptEntry(archived.Entry, archived.At)));
                db.AddRange(archived.Decided.Select(d => RowOf(d, archived.Entry.Id)));
            }

            entries += some.Length;
            await SaveAsync(db, cancel);
        }

        foreach (var book in from.Tools.GroupBy(t => (t.Plan, t.Tool)))
            db.AddRange(book.Select((act, i) => RowOf(act, i + 1, projectId)));
        db.AddRange(from.Signed.Select(s => RowOf(s, projectId)));
        await SaveAsync(db, cancel);
        return entries;
    }

    private static async Task SaveAsync(StampoDb db, CancellationToken cancel)
    {
        await db.SaveChangesAsync(cancel);
        db.ChangeTracker.Clear();
    }

    private static DisposedRow RowOf(ArchivedDisposition decided, string entryId) =>
        new()
        {
            Id = decided.Id,
            EntryId = entryId,
            What = decided.What.ToString(),
            By = decided.By,
            Note = decided.Note,
            AtUtc = decided.At,
        };

    private ToolRow RowOf(ArchivedToolAct act, int ordinal, string projectId)
    {
        var json = check.Brought(DocumentForms.ToolAct, act.Schema, act.Content.GetRawText());
        return new ToolRow
        {
            ProjectId = projectId,
            Plan = act.Plan,
            Tool = act.Tool,
            Ordinal = ordinal,
            ActId = Json.Read<ToolAct>(json).Id,
            Schema = forms.Current(DocumentForms.ToolAct),
            Json = json,
            AtUtc = act.At,
        };
    }

    private SignedRow RowOf(ArchivedSignature signed, string projectId) =>
        new()
        {
            Id = signed.Id,
            ProjectId = projectId,
            Plan = signed.Plan,
            Shot = signed.Shot,
            Version = signed.Version,
            By = signed.By,
            Says = signed.Says,
            Schema = forms.Current(DocumentForms.FirstArticle),
            Report = check.Brought(DocumentForms.FirstArticle, signed.Schema, signed.Report.GetRawText()),
            AtUtc = signed.At,
        };
}
