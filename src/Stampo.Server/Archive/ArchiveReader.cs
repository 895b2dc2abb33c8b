using System.Buffers;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Server.Archive;

/// <summary>
/// An archive as a stranger sent it. Opening it reads every file once: each is listed, as long as it says, and holds what its SHA-256
/// says. Nothing of it ever becomes a file by its own name.
/// </summary>
public sealed class ArchiveReader : IDisposable
{
    private readonly ZipArchive _zip;
    private readonly Dictionary<string, ListedFile> _listed = [];
    private long _unpacked;

    private ArchiveReader(ZipArchive zip) => _zip = zip;

    public static async Task<ArchiveReader> OpenAsync(Stream stream, CancellationToken cancel)
    {
        var reader = new ArchiveReader(await ZipAsync(stream, cancel));
        try
        {
            await reader.CheckAsync(cancel);
            return reader;
        }
        catch (InvalidDataException broken)
        {
            reader.Dispose();
            throw new RefusalException("archive.broken", $"The archive is damaged: {broken.Message}", "file");
        }
        catch
        {
            reader.Dispose();
            throw;
        }
    }

    public void Dispose() => _zip.Dispose();

    public bool Has(string name) => _listed.ContainsKey(name);

    /// <param name="name">Of the file.</param>
    /// <param name="mostBytes">More is refused before room is made for it.</param>
    /// <param name="cancel">When nobody waits any more.</param>
    public async Task<byte[]> BytesAsync(string name, long mostBytes, CancellationToken cancel)
    {
        var listed =
            _listed.GetValueOrDefault(name) ?? throw new RefusalException("archive.missing", $"The archive lacks its {name}.", "file");
        if (listed.Bytes > mostBytes)
            throw TooLarge($"{name} has {listed.Bytes / 1e6:0} MB; up to {mostBytes / 1e6:0} MB are taken.");
        var bytes = new byte[listed.Bytes];
        await using var content = await Entry(name).OpenAsync(cancel);
        await content.ReadExactlyAsync(bytes, cancel);
        return bytes;
    }

    public async Task<ArchivedProject> ProjectAsync(CancellationToken cancel)
    {
        var bytes = await BytesAsync(ArchiveForm.ProjectName, ArchiveForm.LongestProject, cancel);
        return Read<ArchivedProject>(bytes, ArchiveForm.ProjectName);
    }

    /// <summary>The lines of a file, one at a time; none when there is no such file.</summary>
    public IEnumerable<T> Lines<T>(string name, int most)
    {
        if (!Has(name))
            yield break;
        using var lines = new StreamReader(Entry(name).Open(), Encoding.UTF8);
        var at = 0;
        while (Line(lines, $"{name}, line {at + 1}") is { } line)
        {
            if (++at > most)
                throw TooLarge($"{name} has more than {most:N0} lines.");
            yield return Read<T>(Encoding.UTF8.GetBytes(line), $"{name}, line {at}");
        }
    }

    private static async Task<ZipArchive> ZipAsync(Stream stream, CancellationToken cancel)
    {
        try
        {
            return await ZipArchive.CreateAsync(stream, ZipArchiveMode.Read, leaveOpen: false, null, cancel);
        }
        catch (Exception bad) when (bad is InvalidDataException or ArgumentOutOfRangeException or EndOfStreamException)
        {
            throw NotOne("The file is no ZIP.");
        }
    }

    private async Task CheckAsync(CancellationToken cancel)
    {
        if (_zip.Entries.Count > ArchiveForm.MostFiles)
            throw TooLarge($"It holds {_zip.Entries.Count:N0} files; a project's has up to {ArchiveForm.MostFiles:N0}.");
        if (_zip.Entries.Sum(e => (double)e.Length) > ArchiveForm.LargestUnpackedBytes)
            throw TooLarge($"Unpacked it is larger than {ArchiveForm.LargestUnpackedBytes / 1_000_000:N0} MB.");
        var manifest = await ManifestAsync(cancel);
        foreach (var file in Check.Whole(manifest.Files, "files"))
        {
            if (!ArchiveForm.IsKnown(Check.Given(file.Name, "name")))
                throw ArchiveCheck.Untrue($"Its manifest lists \"{Short(file.Name)}\", which no archive of a project has.");
            if (!_listed.TryAdd(file.Name, file))
                throw ArchiveCheck.Untrue($"Its manifest lists {file.Name} twice.");
        }

        if (_zip.Entries.FirstOrDefault(e => e.FullName != ArchiveForm.ManifestName && !Has(e.FullName)) is { } stray)
            throw ArchiveCheck.Untrue($"It holds \"{Short(stray.FullName)}\", which its manifest does not list.");
        if (_zip.Entries.Select(e => e.FullName).Distinct().Count() < _zip.Entries.Count)
            throw ArchiveCheck.Untrue("It holds a file twice.");
        foreach (var file in _listed.Values)
            await CheckAsync(file, cancel);
    }

    private async Task<ArchiveManifest> ManifestAsync(CancellationToken cancel)
    {
        if (_zip.GetEntry(ArchiveForm.ManifestName) is not { Length: < 5_000_000 } entry)
            throw NotOne($"It has no {ArchiveForm.ManifestName}.");
        // What its length is said to be is a stranger's word: no more than that is read.
        var bytes = new byte[entry.Length];
        await using (var content = await entry.OpenAsync(cancel))
            await content.ReadAtLeastAsync(bytes, bytes.Length, throwOnEndOfStream: false, cancel);
        var manifest = Read<ArchiveManifest>(bytes, ArchiveForm.ManifestName);
        return manifest switch
        {
            { Kind: not ArchiveForm.Kind } => throw NotOne("Its manifest says it is of another kind."),
            { Edition: > ArchiveForm.Edition } => throw new RefusalException(
                "archive.later",
                "A later release wrote this archive; take it in with that release.",
                "file"
            ),
            _ => manifest,
        };
    }

    private async Task CheckAsync(ListedFile file, CancellationToken cancel)
    {
        if (_zip.GetEntry(file.Name) is not { } entry)
            throw ArchiveCheck.Untrue($"Its manifest lists {file.Name}, which is not in it.");
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        await using var content = await entry.OpenAsync(cancel);
        var buffer = ArrayPool<byte>.Shared.Rent(1 << 16);
        var length = 0L;
        try
        {
            for (int got; (got = await content.ReadAsync(buffer, cancel)) > 0 && length <= file.Bytes; length += got)
            {
                hash.AppendData(buffer, 0, got);
                if ((_unpacked += got) > ArchiveForm.LargestUnpackedBytes)
                    throw TooLarge($"Unpacked it is larger than {ArchiveForm.LargestUnpackedBytes / 1_000_000:N0} MB.");
            }
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }

        var found = Convert.ToHexStringLower(hash.GetHashAndReset());
        if (length != file.Bytes || found != file.Sha256)
            throw ArchiveCheck.Untrue(
                $"{file.Name} is not what its manifest says of it: its length or its SHA-256 differs. It was changed, or is damaged."
            );
        if (ArchiveForm.HashIn(file.Name) is { } named && named != found)
            throw ArchiveCheck.Untrue($"{file.Name} is called by another SHA-256 than it has.");
    }

    private ZipArchiveEntry Entry(string name) => _zip.GetEntry(name)!;

    /// <summary>The next line; null at the end. One that goes on and on is not read to its end.</summary>
    private static string? Line(StreamReader lines, string where)
    {
        var line = new StringBuilder();
        for (int c; (c = lines.Read()) >= 0 && c != '\n'; )
        {
            if (line.Append((char)c).Length > ArchiveForm.LongestLine)
                throw TooLarge($"{where} is longer than {ArchiveForm.LongestLine / 1_000_000} million signs.");
        }

        return line.Length == 0 ? null : line.ToString();
    }

    private static T Read<T>(byte[] json, string where)
    {
        try
        {
            if (JsonItems.HoldNull(json))
                throw Unreadable(where, "a list in it holds nothing where something belongs");
            return JsonSerializer.Deserialize<T>(json, ArchiveForm.Options) ?? throw Unreadable(where, "it is null");
        }
        catch (Exception bad) when (bad is JsonException or NotSupportedException)
        {
            throw Unreadable(
                where,
                bad is JsonException { Path: { Length: > 1 } path } ? $"look at {path[1..].TrimStart('.')}" : "it is no such JSON"
            );
        }
    }

    private static string Short(string name) => name.Length > 60 ? $"{name[..60]}…" : name;

    private static RefusalException TooLarge(string what) => new("archive.too-large", $"Nothing was taken in. {what}", "file");

    private static RefusalException NotOne(string what) =>
        new("archive.not-one", $"This is no project's archive. {what} An archive is written on the list of projects.", "file");

    private static RefusalException Unreadable(string where, string why) =>
        new("archive.unreadable", $"Nothing was taken in. {where} can't be read: {why}.", "file");
}
