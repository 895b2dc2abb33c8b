using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using NodaTime;
using Stampo.Core.Wording;
using Stampo.Server.Bench;
using Stampo.Server.Hosting;
using Stampo.Server.Log;
using Stampo.Server.Part;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Storage;

namespace Stampo.Server.Archive;

/// <summary>A project that was taken in, and what could not come along.</summary>
public sealed record TakenIn(Project Project, int Runs, int Entries, IReadOnlyList<string> LeftOut);

/// <summary>
/// Takes a project in from its archive: looked at whole before anything is written, written at once or not at all. A record is counted
/// once: a project whose runs are here already comes in again only as a copy without them.
/// </summary>
public sealed partial class ArchiveIntake(
    IDbContextFactory<StampoDb> factory,
    DocumentForms forms,
    MeshIntake meshes,
    Library.ShopLibrary shop,
    Runs runs,
    ToolBooks books,
    IOptions<StampoOptions> options,
    TimeProvider clock
) : IDisposable
{
    private const int MostDocuments = 500;

    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(3);

    private readonly SemaphoreSlim _one = new(1, 1);

    /// <param name="file">As it came.</param>
    /// <param name="record">Whether its runs, measurements, books of tools and signatures come along.</param>
    /// <param name="cancel">When nobody waits any more; nothing is taken in then.</param>
    public async Task<TakenIn> TakeInAsync(IFormFile file, bool record, CancellationToken cancel)
    {
        if (file.Length is 0 or > ArchiveForm.LargestBytes)
            throw new RefusalException(
                "archive.too-large",
                $"The file has {file.Length / 1e6:0.0} MB; one has something in it, up to {ArchiveForm.LargestBytes / 1_000_000} MB.",
                "file"
            );
        await _one.WaitAsync(cancel);
        try
        {
            using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
            patience.CancelAfter(Longest);
            return await TakeInAsync(file, record, cancel, patience.Token);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            throw new RefusalException(
                "archive.too-large",
                $"Nothing was taken in. It takes more than {Longest.TotalMinutes:0} minutes to look at.",
                "file"
            );
        }
        finally
        {
            _one.Release();
        }
    }

    public void Dispose() => _one.Dispose();

    /// <summary>What was looked at whole, and may be written.</summary>
    private sealed record LookedAt(
        ArchivedProject From,
        Project Project,
        ArchiveCheck Check,
        List<(ArchivedDocument Of, string Json)> Documents,
        List<Decision> Decisions,
        Dictionary<string, Instant?> Over,
        List<string> LeftOut
    );

    private async Task<TakenIn> TakeInAsync(IFormFile file, bool record, CancellationToken cancel, CancellationToken patience)
    {
        using var archive = await ArchiveReader.OpenAsync(file.OpenReadStream(), patience);
        LookedAt looked;
        try
        {
            looked = await LookAsync(archive, record, patience);
        }
        // A stranger's file may be wrong in more ways than anybody thinks of; until here nothing was written.
        catch (Exception odd)
            when (odd is not (RefusalException or OperationCanceledException or BusyException or SqliteException or DbUpdateException))
        {
            throw ArchiveCheck.Untrue($"What one of its steps, runs or books holds is not what belongs there: {Unreadable.Why(odd)}");
        }

        return await WriteAsync(archive, looked, record, cancel);
    }

    private async Task<LookedAt> LookAsync(ArchiveReader archive, bool record, CancellationToken cancel)
    {
        var from = await archive.ProjectAsync(cancel);
        if (!ProjectId().IsMatch(from.Id))
            throw ArchiveCheck.Untrue("Its project has no id as projects have.");
        var now = clock.Now();
        ArchiveCheck.InOurTime(from.Created, now, "Its project");
        var project = new Project
        {
            Id = record ? from.Id : Guid.CreateVersion7().ToString("n"),
            Name = ArchiveCheck.ReadAs("project.json", () => ProjectStore.NameOf(record ? from.Name : $"{from.Name} (copy)")),
            Revision = ArchiveCheck.ReadAs("project.json", () => ProjectStore.RevisionOf(from.Revision)),
            CreatedUtc = Instant.Min(from.Created, now),
            TouchedUtc = now,
        };
        if (record)
            await RefuseKnownAsync(from, archive, cancel);
        var check = new ArchiveCheck(forms, project.Id, now);
        var leftOut = new List<string>();
        var documents = await DocumentsAsync(from, archive, check, leftOut, cancel);
        var decisions = from.Decisions.Select(d => DecisionOf(d, project.Id, check)).ToList();
        var over = record ? Checked(from, archive, check, cancel) : [];
        await KeepFilesAsync(from, archive, record, leftOut, cancel);
        return new LookedAt(from, project, check, documents, decisions, over, leftOut);
    }

    private async Task<TakenIn> WriteAsync(ArchiveReader archive, LookedAt looked, bool record, CancellationToken cancel)
    {
        var (from, project, check, documents, decisions, over, leftOut) = looked;
        await using var db = await factory.CreateDbContextAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        db.Add(project);
        db.AddRange(documents.SelectMany(d => RowsOf(d, project.Id, project.TouchedUtc)));
        db.AddRange(decisions);
        await db.SaveChangesAsync(cancel);
        var entries = record ? await new ArchiveRecord(forms, check).WriteAsync(db, from, archive, over, cancel) : 0;
        await transaction.CommitAsync(CancellationToken.None);
        await books.ForgetAsync(CancellationToken.None);
        await runs.CameInAsync(project.Id, CancellationToken.None);
        return new TakenIn(project, over.Count, entries, leftOut);
    }

    /// <summary>What is here already is not counted twice.</summary>
    private async Task RefuseKnownAsync(ArchivedProject from, ArchiveReader archive, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Projects.FindAsync([from.Id], cancel) is { } known)
            throw Known($"“{known.Name}” is here already{(known.RemovedUtc is null ? "" : ", put away")}.");
        foreach (
            var some in archive
                .Lines<ArchivedRun>(ArchiveForm.RunsName, ArchiveForm.MostRuns)
                .Select(r => r.Id)
                .Chunk(ArchiveRecord.RunsAtOnce)
        )
        {
            if (await db.Runs.AnyAsync(r => some.Contains(r.Id), cancel))
                throw Known("Some of its runs are here already, in another project.");
        }

        foreach (var some in ArchiveRecord.EntriesOf(archive).Select(e => e.Entry.Id).Chunk(ArchiveRecord.EntriesAtOnce))
        {
            if (await db.Measured.AnyAsync(m => some.Contains(m.Id), cancel))
                throw Known("Some of its measurements are here already, in another project.");
        }

        var acts = from.Tools.Select(t => t.Content.TryGetProperty("id", out var id) ? id.ToString() : "").ToList();
        var signs = from.Signed.Select(s => s.Id).ToList();
        if (await db.ToolActs.AnyAsync(a => acts.Contains(a.ActId), cancel) || await db.Signed.AnyAsync(s => signs.Contains(s.Id), cancel))
            throw Known("Some of what was done to its tools, or signed, is here already, in another project.");
    }

    private static RefusalException Known(string what) =>
        new(
            "archive.known",
            $"{what} Its record is counted once; take the archive in as a copy, without runs, measurements and molds, to go on from it.",
            "record"
        );

    private async Task<List<(ArchivedDocument Of, string Json)>> DocumentsAsync(
        ArchivedProject from,
        ArchiveReader archive,
        ArchiveCheck check,
        List<string> leftOut,
        CancellationToken cancel
    )
    {
        Check.Between(from.Documents.Count, 0, MostDocuments, "documents", "documents", "no project has more");
        if (from.Documents.DistinctBy(d => d.Step).Count() < from.Documents.Count)
            throw ArchiveCheck.Untrue("It has a step twice.");
        var steps = new ArchivedSteps(meshes, shop, options);
        var kept = new List<(ArchivedDocument, string)>();
        foreach (var document in from.Documents)
        {
            Check.Between(document.Version, 1, 1_000_000_000, "version", "", "counted from 1");
            var brought = check.Brought(document.Step, document.Schema, document.Content.GetRawText());
            if (await steps.CheckedAsync(document.Step, brought, archive, leftOut, cancel) is { } json)
                kept.Add((document, json));
        }

        return kept;
    }

    private IEnumerable<object> RowsOf((ArchivedDocument Of, string Json) document, string projectId, Instant now) =>
        [
            new StepDocument
            {
                ProjectId = projectId,
                Step = document.Of.Step,
                Version = document.Of.Version,
                Cursor = 1,
            },
            new StepState
            {
                ProjectId = projectId,
                Step = document.Of.Step,
                Ordinal = 1,
                Schema = forms.Current(document.Of.Step),
                Json = document.Json,
                SavedUtc = now,
            },
        ];

    private Decision DecisionOf(ArchivedDecision decision, string projectId, ArchiveCheck check)
    {
        var json = check.Brought(DocumentForms.Decision, decision.Schema, decision.Content.GetRawText());
        ArchiveCheck.InOurTime(decision.Decided, clock.Now(), "A decision");
        ArchiveCheck.ReadAs("A decision", () => Json.Read<DecisionRecord>(json).Checked());
        return new Decision
        {
            ProjectId = projectId,
            Schema = forms.Current(DocumentForms.Decision),
            Json = json,
            DecidedUtc = decision.Decided,
        };
    }

    /// <summary>Looks at the whole record, and says when each run was over.</summary>
    private static Dictionary<string, Instant?> Checked(
        ArchivedProject from,
        ArchiveReader archive,
        ArchiveCheck check,
        CancellationToken cancel
    )
    {
        var over = new Dictionary<string, Instant?>();
        foreach (var run in archive.Lines<ArchivedRun>(ArchiveForm.RunsName, ArchiveForm.MostRuns))
        {
            cancel.ThrowIfCancellationRequested();
            over[run.Id] = check.Run(run, cancel);
        }

        foreach (var entry in ArchiveRecord.EntriesOf(archive))
            check.Entry(entry);
        check.Corrections();
        check.Tools(from.Tools);
        check.Signed(from.Signed);
        return over;
    }

    /// <summary>Files are kept before what names them, as when they come one by one; one that nothing names goes after a day.</summary>
    private async Task KeepFilesAsync(
        ArchivedProject from,
        ArchiveReader archive,
        bool record,
        List<string> leftOut,
        CancellationToken cancel
    )
    {
        var photos = ArchiveWriter.PhotosOf(from).ToHashSet();
        foreach (var hash in ArchiveWriter.Files(from).Where(h => record || !photos.Contains(h)))
        {
            var name = ArchiveForm.FileName(hash);
            if (!archive.Has(name))
            {
                leftOut.Add($"{(photos.Contains(hash) ? "A photograph of a mold" : "A quote's paper")} was not in the archive.");
                continue;
            }

            var most = photos.Contains(hash) ? Photos.LargestBytes : QuoteFiles.LargestBytes;
            var content = await archive.BytesAsync(name, most, cancel);
            if (photos.Contains(hash))
                ArchiveCheck.ReadAs(name, () => Photos.CheckDrawn(content));
            await factory.KeepFileAsync(content, clock.Now(), cancel);
        }
    }

    [GeneratedRegex("^[0-9a-f]{32}$")]
    private static partial Regex ProjectId();
}
