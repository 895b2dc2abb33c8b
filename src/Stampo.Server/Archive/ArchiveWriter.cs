using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Quotes;
using Stampo.Server.Hosting;
using Stampo.Server.Log;
using Stampo.Server.Part;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Storage;

namespace Stampo.Server.Archive;

/// <summary>Writes a project as one file, as it stands now: without what can be undone, and without what belongs to the shop.</summary>
public sealed class ArchiveWriter(IDbContextFactory<StampoDb> factory, DocumentForms forms, ProjectStore projects, TimeProvider clock)
{
    private const int AtOnce = 400;

    private static readonly byte[] NewLine = "\n"u8.ToArray();

    public async Task WriteAsync(string projectId, Stream target, CancellationToken cancel)
    {
        var row = await projects.FindAsync(projectId, cancel);
        await using var db = await factory.CreateDbContextAsync(cancel);
        await using var zip = await ZipArchive.CreateAsync(target, ZipArchiveMode.Create, leaveOpen: true, null, cancel);
        var pack = new Pack(zip);
        var project = await ProjectAsync(db, row, cancel);
        await pack.AddAsync(ArchiveForm.ProjectName, project, cancel);
        await pack.AddLinesAsync(ArchiveForm.RunsName, RunsAsync(db, projectId), cancel);
        await pack.AddLinesAsync(ArchiveForm.MeasuredName, EntriesAsync(db, projectId), cancel);
        foreach (var hash in Meshes(project))
        {
            var packed = await db.Meshes.Where(m => m.Hash == hash).Select(m => m.File).SingleOrDefaultAsync(cancel);
            if (packed is not null)
                await pack.AddAsync(ArchiveForm.MeshName(hash), Packed.Unpack(packed), cancel);
        }

        foreach (var hash in Files(project))
        {
            var content = await db.Files.Where(f => f.Hash == hash).Select(f => f.Content).SingleOrDefaultAsync(cancel);
            if (content is not null)
                await pack.AddAsync(ArchiveForm.FileName(hash), content, cancel);
        }

        await pack.CloseAsync(clock.Now(), cancel);
    }

    /// <summary>Meshes that its part leads to.</summary>
    public static IEnumerable<string> Meshes(ArchivedProject project) =>
        project
            .Documents.Where(d => d.Step == PartEndpoints.Step)
            .Select(d => Json.Read<StoredPart>(d.Content.GetRawText()).Hash)
            .OfType<string>();

    /// <summary>Papers that its quotes name, and photographs that the books of its tools name.</summary>
    public static IEnumerable<string> Files(ArchivedProject project) => Papers(project).Concat(PhotosOf(project)).Distinct();

    public static IEnumerable<string> PhotosOf(ArchivedProject project) =>
        project.Tools.Select(t => Json.Read<ToolAct>(t.Content.GetRawText())).OfType<ToolMarked>().Select(m => m.Photo).OfType<string>();

    private static IEnumerable<string> Papers(ArchivedProject project) =>
        project
            .Documents.Where(d => d.Step == Comparisons.QuotesStep)
            .SelectMany(d => Json.Read<QuoteBook>(d.Content.GetRawText()).All)
            .Select(q => q.File?.Hash)
            .OfType<string>();

    private async Task<ArchivedProject> ProjectAsync(StampoDb db, Project row, CancellationToken cancel)
    {
        var states = await db.Standing().Where(s => s.ProjectId == row.Id).OrderBy(s => s.Step).ToListAsync(cancel);
        var decisions = await db.Decisions.AsNoTracking().Where(d => d.ProjectId == row.Id).OrderBy(d => d.Id).ToListAsync(cancel);
        var tools = await db
            .ToolActs.AsNoTracking()
            .Where(t => t.ProjectId == row.Id)
            .OrderBy(t => t.Plan)
            .ThenBy(t => t.Tool)
            .ThenBy(t => t.Ordinal)
            .ToListAsync(cancel);
        var signed = await db
            .Signed.AsNoTracking()
            .Where(s => s.ProjectId == row.Id)
            .OrderBy(s => s.Plan)
            .ThenBy(s => s.Shot)
            .ThenBy(s => s.Version)
            .ToListAsync(cancel);
        return new ArchivedProject(
            row.Id,
            row.Name,
            row.Revision,
            row.CreatedUtc,
            states.ConvertAll(s => new ArchivedDocument(s.Step, s.Version, forms.Current(s.Step), Now(s.Step, s.Schema, s.Json))),
            decisions.ConvertAll(d => new ArchivedDecision(
                d.DecidedUtc,
                forms.Current(DocumentForms.Decision),
                Now(DocumentForms.Decision, d.Schema, d.Json)
            )),
            tools.ConvertAll(t => new ArchivedToolAct(
                t.Plan,
                t.Tool,
                t.AtUtc,
                forms.Current(DocumentForms.ToolAct),
                Now(DocumentForms.ToolAct, t.Schema, t.Json)
            )),
            signed.ConvertAll(s => new ArchivedSignature(
                s.Id,
                s.Plan,
                s.Shot,
                s.Version,
                s.By,
                s.Says,
                s.AtUtc,
                forms.Current(DocumentForms.FirstArticle),
                Now(DocumentForms.FirstArticle, s.Schema, s.Report)
            ))
        );
    }

    private async IAsyncEnumerable<ArchivedRun> RunsAsync(StampoDb db, string projectId)
    {
        var ids = await db
            .Runs.Where(r => r.ProjectId == projectId)
            .OrderBy(r => r.BegunUtc)
            .ThenBy(r => r.Id)
            .Select(r => r.Id)
            .ToListAsync();
        foreach (var some in ids.Chunk(AtOnce))
        {
            var runs = await db.Runs.AsNoTracking().Where(r => some.Contains(r.Id)).ToDictionaryAsync(r => r.Id);
            var acts = (await db.Acts.AsNoTracking().Where(a => some.Contains(a.RunId)).ToListAsync()).ToLookup(a => a.RunId);
            foreach (var run in some.Select(id => runs[id]))
                yield return new ArchivedRun(
                    run.Id,
                    run.Plan,
                    run.By,
                    run.BegunUtc,
                    forms.Current(DocumentForms.Run),
                    Now(DocumentForms.Run, run.Schema, run.Sheet),
                    [
                        .. acts[run.Id]
                            .OrderBy(a => a.Ordinal)
                            .Select(a => new ArchivedAct(
                                a.ActId,
                                a.AtUtc,
                                a.ReceivedUtc,
                                forms.Current(DocumentForms.Act),
                                Now(DocumentForms.Act, a.Schema, a.Json)
                            )),
                    ]
                );
        }
    }

    private static async IAsyncEnumerable<ArchivedEntry> EntriesAsync(StampoDb db, string projectId)
    {
        var decided = (
            await (
                from d in db.Disposed.AsNoTracking()
                join m in db.Measured on d.EntryId equals m.Id
                where m.ProjectId == projectId
                orderby d.AtUtc, d.Id
                select d
            ).ToListAsync()
        ).ToLookup(d => d.EntryId);
        var rows = db.Measured.AsNoTracking().Where(m => m.ProjectId == projectId).OrderBy(m => m.AtUtc).ThenBy(m => m.Id);
        await foreach (var row in rows.AsAsyncEnumerable())
            yield return new ArchivedEntry(
                row.Plan,
                Measurements.Read(row).Entry,
                row.AtUtc,
                [.. decided[row.Id].Select(d => new ArchivedDisposition(d.Id, Enum.Parse<Disposition>(d.What), d.By, d.Note, d.AtUtc))]
            );
    }

    private JsonElement Now(string kind, int schema, string json) => Json.Element(forms.BroughtUp(kind, schema, json));

    /// <summary>Files of the ZIP, each listed with what it holds.</summary>
    private sealed class Pack(ZipArchive zip)
    {
        private readonly List<ListedFile> _listed = [];

        public Task AddAsync<T>(string name, T value, CancellationToken cancel) =>
            AddAsync(name, JsonSerializer.SerializeToUtf8Bytes(value, ArchiveForm.Options), cancel);

        public async Task AddAsync(string name, byte[] content, CancellationToken cancel)
        {
            await using var stream = await zip.CreateEntry(name, CompressionLevel.Fastest).OpenAsync(cancel);
            await stream.WriteAsync(content, cancel);
            _listed.Add(new ListedFile(name, content.Length, Convert.ToHexStringLower(SHA256.HashData(content))));
        }

        public async Task AddLinesAsync<T>(string name, IAsyncEnumerable<T> values, CancellationToken cancel)
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            await using var stream = await zip.CreateEntry(name, CompressionLevel.Fastest).OpenAsync(cancel);
            var length = 0L;
            await foreach (var value in values.WithCancellation(cancel))
            {
                foreach (var bytes in (byte[][])[JsonSerializer.SerializeToUtf8Bytes(value, ArchiveForm.Options), NewLine])
                {
                    hash.AppendData(bytes);
                    length += bytes.Length;
                    await stream.WriteAsync(bytes, cancel);
                }
            }

            _listed.Add(new ListedFile(name, length, Convert.ToHexStringLower(hash.GetHashAndReset())));
        }

        public async Task CloseAsync(Instant now, CancellationToken cancel)
        {
            var manifest = new ArchiveManifest(ArchiveForm.Kind, ArchiveForm.Edition, now, [.. _listed]);
            await AddAsync(ArchiveForm.ManifestName, manifest, cancel);
        }
    }
}
