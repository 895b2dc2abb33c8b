using System.IO.Compression;
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
public sealed class MeshIntake(IDbContextFactory<StampoDb> factory, IOptions<StampoOptions> options) : IDisposable
{
    private const int PictureWidth = 192, PictureHeight = 144;

    private readonly SemaphoreSlim _readers = new(options.Value.MeshReaders);

    /// <summary>Takes the form's file and checks it without keeping it.</summary>
    public async Task<CheckedMesh> CheckAsync(IFormFile file, LengthUnit unit, Vec3? pull, CancellationToken cancel) =>
        await InTurnAsync(async () => ShapeCheck.Complete(MeshCheck.Run(await BytesAsync(file, cancel), unit, cancel), pull, cancel), cancel);

    /// <summary>Checks a file and keeps it; what the part was declared to be stays as it was.</summary>
    public Task<StoredPart> KeepAsync(string fileName, ReadOnlyMemory<byte> file, LengthUnit unit, PartDeclaration declared, CancellationToken cancel = default) =>
        KeepAsync(fileName, () => Task.FromResult(file), unit, declared, cancel);

    public Task<StoredPart> KeepAsync(IFormFile file, LengthUnit unit, PartDeclaration declared, CancellationToken cancel) =>
        KeepAsync(Path.GetFileName(file.FileName) is { Length: > 0 } name ? name[..Math.Min(name.Length, 120)] : "part.stl",
            async () => await BytesAsync(file, cancel), unit, declared, cancel);

    private async Task<StoredPart> KeepAsync(string fileName, Func<Task<ReadOnlyMemory<byte>>> read, LengthUnit unit, PartDeclaration declared, CancellationToken cancel) =>
        await InTurnAsync(async () =>
        {
            var file = await read();
            var mesh = MeshCheck.Run(file.Span, unit, cancel);
            var hash = Convert.ToHexStringLower(SHA256.HashData(file.Span));
            await KeepAsync(hash, file, mesh.Mesh, unit, cancel);
            return PartOf(mesh, fileName, hash, unit, declared);
        }, cancel);

    /// <summary>Measures a kept mesh again, taking the file's numbers in another unit.</summary>
    public async Task<StoredPart> RemeasureAsync(StoredPart part, LengthUnit unit, PartDeclaration declared, CancellationToken cancel) =>
        await InTurnAsync(async () => PartOf(MeshCheck.Run(Unpack((await FindAsync(part.Hash!, cancel)).File), unit, cancel), part.FileName!, part.Hash!, unit, declared), cancel);

    public async Task<StoredMesh> FindAsync(string hash, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Meshes.AsNoTracking().SingleOrDefaultAsync(m => m.Hash == hash, cancel) ?? throw new NotFoundException("That mesh is not kept here.");
    }

    public void Dispose() => _readers.Dispose();

    private async Task<T> InTurnAsync<T>(Func<Task<T>> work, CancellationToken cancel)
    {
        await _readers.WaitAsync(cancel);
        try
        {
            return await Task.Run(work, cancel);
        }
        finally
        {
            _readers.Release();
        }
    }

    private async Task<byte[]> BytesAsync(IFormFile file, CancellationToken cancel)
    {
        if (file.Length > options.Value.MaxUploadBytes)
            throw new RefusalException("mesh.too-large", $"The file has {file.Length / 1e6:0} MB; the limit is {options.Value.MaxUploadBytes / 1e6:0} MB. Export it with a coarser tolerance.", "file");
        var bytes = new byte[file.Length];
        await using var stream = file.OpenReadStream();
        await stream.ReadExactlyAsync(bytes, cancel);
        return bytes;
    }

    private async Task KeepAsync(string hash, ReadOnlyMemory<byte> file, Mesh mesh, LengthUnit unit, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Meshes.AnyAsync(m => m.Hash == hash, cancel))
            return;
        db.Add(new StoredMesh
        {
            Hash = hash,
            File = Pack(file.Span),
            Drawing = Pack(Drawing.Of(mesh, unit.Millimetres())),
            Picture = Png.Of(Picture.Of(mesh, PictureWidth, PictureHeight)),
        });
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException)
        {
            // The same content arrived twice at once; the other one is kept. Anything else is a real failure.
            await using var again = await factory.CreateDbContextAsync(cancel);
            if (!await again.Meshes.AnyAsync(m => m.Hash == hash, cancel))
                throw;
        }
    }

    private static StoredPart PartOf(CheckedMesh mesh, string fileName, string hash, LengthUnit unit, PartDeclaration declared) => new()
    {
        FileName = fileName,
        Hash = hash,
        Unit = unit,
        Report = mesh.Report,
        Working = mesh.Working,
        Declared = declared,
    };

    private static byte[] Pack(ReadOnlySpan<byte> bytes)
    {
        using var packed = new MemoryStream();
        using (var zip = new GZipStream(packed, CompressionLevel.Fastest))
            zip.Write(bytes);
        return packed.ToArray();
    }

    private static byte[] Unpack(byte[] packed)
    {
        using var zip = new GZipStream(new MemoryStream(packed), CompressionMode.Decompress);
        using var bytes = new MemoryStream();
        zip.CopyTo(bytes);
        return bytes.ToArray();
    }
}
