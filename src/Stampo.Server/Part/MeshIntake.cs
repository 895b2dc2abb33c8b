using System.Linq.Expressions;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Stampo.Core.Geometry;
using Stampo.Core.Geometry.Reading;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
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

    /// <summary>Takes a file and checks it without keeping it.</summary>
    public async Task<MeshReport> CheckAsync(ArrivingFile file, LengthUnit unit, Vec3? pull, CancellationToken cancel) =>
        await _readers.RunAsync(
            async () =>
            {
                var part = await ReadHereAsync(file, unit, cancel);
                return part.Report.With(ShapeCheck.Study(part, pull, new Progress(cancel: cancel))?.Figures);
            },
            cancel
        );

    /// <summary>Takes a file for its surface alone, in mm; it may be open.</summary>
    public async Task<Mesh> ReadAsync(ArrivingFile file, LengthUnit unit, CancellationToken cancel) =>
        await _readers.RunAsync(async () => (await ReadHereAsync(file, unit, cancel)).Mesh, cancel);

    /// <summary>Checks a file and keeps it; what the part was declared to be stays as it was.</summary>
    public async Task<StoredPart> KeepAsync(
        ArrivingFile file,
        LengthUnit unit,
        PartDeclaration declared,
        CancellationToken cancel = default
    )
    {
        // What comes over the line takes nobody's turn until it is in.
        var arrived = file.AsItComes ? await ArriveAsync(file, cancel) : null;
        return await _readers.RunAsync(
            async () => await KeepHereAsync(file.Name, arrived ?? await ArriveAsync(file, cancel), unit, declared, cancel),
            cancel
        );
    }

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
                await using var file = Packed.Unpacking(await FindAsync(hash, m => m.File, cancel));
                var soup = await ArrivingMesh.ReadAsync(file, 0, cancel);
                var opened = new OpenedMesh(hash, part.Unit, MeshCheck.Run(soup, part.Unit, cancel));
                _last.SetTarget(opened);
                return opened.Mesh;
            },
            cancel
        );
    }

    /// <summary>The small picture of a kept mesh.</summary>
    public async Task<byte[]> PictureAsync(string hash, CancellationToken cancel) => await FindAsync(hash, m => m.Picture, cancel);

    /// <summary>The drawing of a kept mesh, packed; made now when it was kept by an earlier version.</summary>
    public async Task<byte[]> DrawingAsync(string hash, CancellationToken cancel)
    {
        var kept = await FindAsync(hash, m => m.Drawing, cancel);
        if (kept.Length > 0)
            return kept;
        var mesh = await OpenAsync(new StoredPart { Hash = hash }, cancel);
        var drawing = Packed.Pack(Drawing.Of(mesh.Mesh, LengthUnit.Mm.Millimetres()));
        await using var db = await factory.CreateDbContextAsync(cancel);
        await db.Meshes.Where(m => m.Hash == hash).ExecuteUpdateAsync(set => set.SetProperty(m => m.Drawing, drawing), cancel);
        return drawing;
    }

    public void Dispose() => _readers.Dispose();

    private async Task<byte[]> FindAsync(string hash, Expression<Func<StoredMesh, byte[]>> part, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Meshes.Where(m => m.Hash == hash).Select(part).SingleOrDefaultAsync(cancel)
            ?? throw new NotFoundException("That mesh is not kept here.");
    }

    private sealed record OpenedMesh(string Hash, LengthUnit Unit, CheckedMesh Mesh);

    private async Task<MeshArrival> ArriveAsync(ArrivingFile file, CancellationToken cancel) =>
        await MeshArrival.OfAsync(file, options.Value.MaxUploadBytes, cancel);

    private async Task<CheckedMesh> ReadHereAsync(ArrivingFile file, LengthUnit unit, CancellationToken cancel) =>
        file.ExpectedBytes > options.Value.MaxUploadBytes
            ? throw MeshArrival.TooLarge(file.ExpectedBytes, options.Value.MaxUploadBytes)
            : MeshCheck.Run(await ArrivingMesh.ReadAsync(file.Bytes, file.ExpectedBytes, cancel), unit, cancel);

    private async Task<StoredPart> KeepHereAsync(
        string fileName,
        MeshArrival arrived,
        LengthUnit unit,
        PartDeclaration declared,
        CancellationToken cancel
    )
    {
        var mesh = MeshCheck.Run(arrived.Mesh.Soup(cancel), unit, cancel);
        // A file that states its unit leaves nothing to choose.
        if (mesh.Report.StatedUnit is not null)
            unit = LengthUnit.Mm;
        await KeepAsync(arrived, mesh.Mesh, unit, cancel);
        _last.SetTarget(new OpenedMesh(arrived.Hash, unit, mesh));
        return new StoredPart
        {
            FileName = fileName,
            Hash = arrived.Hash,
            Unit = unit,
            Report = mesh.Report,
            Working = mesh.Working,
            Declared = declared,
        };
    }

    private async Task KeepAsync(MeshArrival arrived, Mesh mesh, LengthUnit unit, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var now = clock.Now();
        if (await db.Meshes.Where(m => m.Hash == arrived.Hash).ExecuteUpdateAsync(set => set.SetProperty(m => m.KeptUtc, now), cancel) > 0)
            return;
        var pictured = Task.Run(() => Png.Of(Picture.Of(mesh, PictureWidth, PictureHeight)), cancel);
        var drawing = Packed.Pack(Drawing.Of(mesh, unit.Millimetres()));
        await factory.AddOnceAsync(
            new StoredMesh
            {
                Hash = arrived.Hash,
                File = arrived.Packed,
                Drawing = drawing,
                Picture = await pictured,
                KeptUtc = now,
            },
            m => m.Hash == arrived.Hash,
            cancel
        );
    }
}
