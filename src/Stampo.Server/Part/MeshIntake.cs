using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Part;

/// <summary>Reads strangers' mesh files: a bounded number at a time, a bounded size, each content kept once.</summary>
public sealed class MeshIntake(IDbContextFactory<StampoDb> factory, IOptions<StampoOptions> options, TimeProvider clock) : IDisposable
{
    private const int PictureWidth = 192,
        PictureHeight = 144;

    private readonly Turns _readers = new(options.Value.MeshReaders);

    /// <summary>The mesh opened last, while memory allows: strokes and previews ask for the same one again and again.</summary>
    private readonly WeakReference<OpenedMesh?> _last = new(null);

    /// <summary>Takes the form's file and checks it without keeping it.</summary>
    public async Task<MeshReport> CheckAsync(IFormFile file, LengthUnit unit, Vec3? pull, CancellationToken cancel) =>
        await _readers.RunAsync(
            async () =>
            {
                var part = MeshCheck.Run(await BytesAsync(file, cancel), unit, cancel);
                return part.Report.With(ShapeCheck.Study(part, pull, new Progress(cancel: cancel))?.Figures);
            },
            cancel
        );

    /// <summary>Takes the form's file for its surface alone, in mm; it may be open.</summary>
    public async Task<Mesh> ReadAsync(IFormFile file, LengthUnit unit, CancellationToken cancel) =>
        await _readers.RunAsync(async () => MeshCheck.Run(await BytesAsync(file, cancel), unit, cancel).Mesh, cancel);

    /// <summary>Checks a file and keeps it; what the part was declared to be stays as it was.</summary>
    public async Task<StoredPart> KeepAsync(
        string fileName,
        ReadOnlyMemory<byte> file,
        LengthUnit unit,
        PartDeclaration declared,
        CancellationToken cancel = default
    ) => await _readers.RunAsync(() => KeepHereAsync(fileName, file, unit, declared, cancel), cancel);

    public async Task<StoredPart> KeepAsync(IFormFile file, LengthUnit unit, PartDeclaration declared, CancellationToken cancel) =>
        await _readers.RunAsync(
            async () =>
                await KeepHereAsync(Forms.NameOf(file.FileName, "part.stl"), await BytesAsync(file, cancel), unit, declared, cancel),
            cancel
        );

    /// <summary>Measures a kept mesh again, taking the file's numbers in another unit.</summary>
    public async Task<StoredPart> RemeasureAsync(StoredPart part, LengthUnit unit, CancellationToken cancel)
    {
        var mesh = await OpenAsync(part with { Unit = unit }, cancel);
        return part with
        {
            Unit = unit,
            Report = mesh.Report,
            Working = mesh.Working,
            ShowAreaCm2 = part.ShowPicks.Count > 0 ? ShowSide.AreaCm2(mesh, part.ShowPicks) : null,
        };
    }

    /// <summary>The kept mesh of a part, read and connected.</summary>
    public async Task<CheckedMesh> OpenAsync(StoredPart part, CancellationToken cancel)
    {
        if (part.Hash is not { } hash)
            throw new RefusalException("part.no-mesh", "There is no mesh yet; take one in on the Part page.", "part");
        if (_last.TryGetTarget(out var last) && last?.Hash == hash && last.Unit == part.Unit)
            return last.Mesh;
        return await _readers.RunAsync(
            async () =>
            {
                var opened = new OpenedMesh(
                    hash,
                    part.Unit,
                    MeshCheck.Run(Packed.Unpack((await FindAsync(hash, cancel)).File), part.Unit, cancel)
                );
                _last.SetTarget(opened);
                return opened.Mesh;
            },
            cancel
        );
    }

    public async Task<StoredMesh> FindAsync(string hash, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Meshes.AsNoTracking().SingleOrDefaultAsync(m => m.Hash == hash, cancel)
            ?? throw new NotFoundException("That mesh is not kept here.");
    }

    /// <summary>The drawing of a kept mesh, packed; made now when it was kept by an earlier version.</summary>
    public async Task<byte[]> DrawingAsync(string hash, CancellationToken cancel)
    {
        var kept = await FindAsync(hash, cancel);
        if (kept.Drawing.Length > 0)
            return kept.Drawing;
        var mesh = await OpenAsync(new StoredPart { Hash = hash }, cancel);
        var drawing = Packed.Pack(Drawing.Of(mesh.Mesh, LengthUnit.Mm.Millimetres()));
        await using var db = await factory.CreateDbContextAsync(cancel);
        await db.Meshes.Where(m => m.Hash == hash).ExecuteUpdateAsync(set => set.SetProperty(m => m.Drawing, drawing), cancel);
        return drawing;
    }

    public void Dispose() => _readers.Dispose();

    private sealed record OpenedMesh(string Hash, LengthUnit Unit, CheckedMesh Mesh);

    private async Task<byte[]> BytesAsync(IFormFile file, CancellationToken cancel)
    {
        if (file.Length > options.Value.MaxUploadBytes)
            throw new RefusalException(
                "mesh.too-large",
                $"The file has {file.Length / 1e6:0} MB; the limit is {options.Value.MaxUploadBytes / 1e6:0} MB. Export "
                    + "it with a coarser tolerance.",
                "file"
            );
        return await Forms.BytesAsync(file, cancel);
    }

    private async Task<StoredPart> KeepHereAsync(
        string fileName,
        ReadOnlyMemory<byte> file,
        LengthUnit unit,
        PartDeclaration declared,
        CancellationToken cancel
    )
    {
        // What is kept is packed beside the checking: both go through the whole file.
        var (hashed, packed) = (
            Task.Run(() => Convert.ToHexStringLower(SHA256.HashData(file.Span)), cancel),
            Task.Run(() => Packed.Pack(file.Span), cancel)
        );
        var mesh = MeshCheck.Run(file.Span, unit, cancel);
        // A file that states its unit leaves nothing to choose.
        if (mesh.Report.StatedUnit is not null)
            unit = LengthUnit.Mm;
        var hash = await hashed;
        await KeepAsync(hash, packed, mesh.Mesh, unit, cancel);
        _last.SetTarget(new OpenedMesh(hash, unit, mesh));
        return new StoredPart
        {
            FileName = fileName,
            Hash = hash,
            Unit = unit,
            Report = mesh.Report,
            Working = mesh.Working,
            Declared = declared,
        };
    }

    private async Task KeepAsync(string hash, Task<byte[]> packed, Mesh mesh, LengthUnit unit, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var now = clock.Now();
        if (await db.Meshes.Where(m => m.Hash == hash).ExecuteUpdateAsync(set => set.SetProperty(m => m.KeptUtc, now), cancel) > 0)
            return;
        var pictured = Task.Run(() => Png.Of(Picture.Of(mesh, PictureWidth, PictureHeight)), cancel);
        var drawing = Packed.Pack(Drawing.Of(mesh, unit.Millimetres()));
        await factory.AddOnceAsync(
            new StoredMesh
            {
                Hash = hash,
                File = await packed,
                Drawing = drawing,
                Picture = await pictured,
                KeptUtc = now,
            },
            m => m.Hash == hash,
            cancel
        );
    }
}
