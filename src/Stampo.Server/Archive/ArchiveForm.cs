using System.Text.Json;
using System.Text.RegularExpressions;
using NodaTime;
using Stampo.Core.Log.Inspection;
using Stampo.Server.Hosting;

namespace Stampo.Server.Archive;

/// <summary>What the manifest says of a file: its name, how long it is, and the SHA-256 of what it holds.</summary>
public sealed record ListedFile(string Name, long Bytes, string Sha256);

/// <summary>What an archive says of itself. It lists every file but itself.</summary>
public sealed record ArchiveManifest(string Kind, int Edition, Instant Written, IReadOnlyList<ListedFile> Files);

/// <summary>What a step held when the archive was written, with the form it is in.</summary>
public sealed record ArchivedDocument(string Step, int Version, int Schema, JsonElement Content);

/// <summary>A decision as it was recorded.</summary>
public sealed record ArchivedDecision(Instant Decided, int Schema, JsonElement Content);

/// <summary>A line of a tool's book.</summary>
public sealed record ArchivedToolAct(string Plan, int Tool, Instant At, int Schema, JsonElement Content);

/// <summary>A signed first article.</summary>
public sealed record ArchivedSignature(
    string Id,
    string Plan,
    int Shot,
    int Version,
    string By,
    string Says,
    Instant At,
    int Schema,
    JsonElement Report
);

/// <summary>A project without its runs and measurements, which stand line by line in files of their own.</summary>
public sealed record ArchivedProject(
    string Id,
    string Name,
    string Revision,
    Instant Created,
    IReadOnlyList<ArchivedDocument> Documents,
    IReadOnlyList<ArchivedDecision> Decisions,
    IReadOnlyList<ArchivedToolAct> Tools,
    IReadOnlyList<ArchivedSignature> Signed
);

/// <summary>An act of a run, in the order they came in.</summary>
public sealed record ArchivedAct(string Id, Instant At, Instant Received, int Schema, JsonElement Content);

/// <summary>A run with its acts.</summary>
public sealed record ArchivedRun(
    string Id,
    string Plan,
    string By,
    Instant Begun,
    int Schema,
    JsonElement Sheet,
    IReadOnlyList<ArchivedAct> Acts
);

/// <summary>A value measured, and what was decided of it.</summary>
public sealed record ArchivedEntry(string Plan, Entry Entry, Instant At, IReadOnlyList<ArchivedDisposition> Decided);

public sealed record ArchivedDisposition(string Id, Disposition What, string By, string? Note, Instant At);

/// <summary>
/// How a project lies in its archive: a ZIP of JSON, with meshes and attached files by the SHA-256 of what they hold. See
/// docs/method/archive.md.
/// </summary>
public static partial class ArchiveForm
{
    public const string Kind = "stampo project",
        ManifestName = "manifest.json",
        ProjectName = "project.json",
        RunsName = "runs.jsonl",
        MeasuredName = "measured.jsonl";

    public const int Edition = 1;

    public const long LargestBytes = 400_000_000,
        LargestUnpackedBytes = 1_500_000_000;

    public const int MostFiles = 5_000,
        MostRuns = 20_000,
        MostEntries = 500_000,
        LongestLine = 8_000_000,
        LongestProject = 60_000_000;

    /// <summary>What a step holds stands some levels deep in its file.</summary>
    public static JsonSerializerOptions Options { get; } = new(Json.Options) { MaxDepth = 40 };

    public static string MeshName(string hash) => $"meshes/{hash}";

    public static string FileName(string hash) => $"files/{hash}";

    /// <summary>The hash in the name of a mesh or an attached file; null for any other name.</summary>
    public static string? HashIn(string name) => ByHash().Match(name) is { Success: true } match ? match.Groups[1].Value : null;

    public static bool IsKnown(string name) => name is ProjectName or RunsName or MeasuredName || HashIn(name) is not null;

    [GeneratedRegex("^(?:meshes|files)/([0-9a-f]{64})$")]
    private static partial Regex ByHash();
}
