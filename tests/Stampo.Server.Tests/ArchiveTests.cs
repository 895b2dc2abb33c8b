using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using SkiaSharp;
using Stampo.Server.Log;

namespace Stampo.Server.Tests;

/// <summary>A project as one file, from the demo to another installation; and archives that do not say the truth.</summary>
[Collection(OneDemo.Name)]
public sealed partial class ArchiveTests(DemoServer demo, SharedServer other) : IClassFixture<SharedServer>
{
    private static byte[]? _gateway;

    private readonly StampoServer _other = other.Server;

    private async Task<byte[]> GatewayAsync() => _gateway ??= await ArchiveOfAsync(demo.Server, await demo.ProjectAsync("Gateway housing"));

    private static Task<byte[]> ArchiveOfAsync(StampoServer server, string project) =>
        server.Client.GetByteArrayAsync($"/api/projects/{project}/archive.zip");

    private static async Task<HttpResponseMessage> SendAsync(StampoServer server, byte[] archive, bool record = true)
    {
        using var form = new MultipartFormDataContent { { new ByteArrayContent(archive), "file", "gateway.zip" } };
        return await server.Client.PostAsync($"/api/projects/archive?record={(record ? "true" : "false")}", form);
    }

    [Fact]
    public async Task What_is_taken_in_elsewhere_is_the_same_project_and_comes_in_once()
    {
        using var server = new StampoServer();
        var here = await demo.ProjectAsync("Gateway housing");
        var sent = await GatewayAsync();

        var taken = await StampoServer.ReadAsync(await SendAsync(server, sent));

        var id = taken.GetProperty("project").GetProperty("id").GetString()!;
        Assert.Equal(here, id);
        Assert.Empty(taken.GetProperty("leftOut").EnumerateArray());
        Assert.True(taken.GetProperty("runs").GetInt32() > 30);
        Assert.True(taken.GetProperty("entries").GetInt32() > 30);
        var (before, after) = (Contents(sent), Contents(await ArchiveOfAsync(server, id)));
        Assert.Equal(before.Keys.Order(), after.Keys.Order());
        foreach (var name in before.Keys.Where(n => n is not ("manifest.json" or "project.json")))
            Assert.True(before[name].AsSpan().SequenceEqual(after[name]), name);
        foreach (var field in new[] { "decisions", "tools", "signed", "name", "revision" })
            Assert.True(JsonNode.DeepEquals(Project(before)[field], Project(after)[field]), field);
        string[] pages =
        [
            "part",
            "brief",
            "ladder",
            "comparison",
            "answer",
            "decisions",
            "quotes",
            "plan",
            "bench",
            "inspection",
            "advice",
        ];
        foreach (var page in pages)
            await server.GetAsync($"/api/projects/{id}/{page}");
        var molds = (await server.GetAsync("/api/shelf")).EnumerateArray().ToList();
        Assert.Equal(
            (await demo.Server.GetAsync("/api/shelf")).EnumerateArray().Where(t => Of(t) == here).Select(Shots).Order(),
            molds.Select(Shots).Order()
        );

        Assert.Equal((422, "archive.known", "record"), await StampoServer.RefusedAsync(await SendAsync(server, sent)));
        var copy = await StampoServer.ReadAsync(await SendAsync(server, sent, record: false));
        Assert.NotEqual(id, copy.GetProperty("project").GetProperty("id").GetString());
        Assert.Equal((0, 0), (copy.GetProperty("runs").GetInt32(), copy.GetProperty("entries").GetInt32()));
        Assert.Equal(molds.Count, (await server.GetAsync("/api/shelf")).GetArrayLength());
        Assert.Equal(2, (await server.GetAsync("/api/projects")).GetArrayLength());

        static string? Of(JsonElement line) => line.GetProperty("tool").GetProperty("projectId").GetString();
        static int Shots(JsonElement line) => line.GetProperty("shots").GetInt32();
    }

    [Fact]
    public async Task An_empty_project_is_an_archive_too()
    {
        var id = await _other.NewProjectAsync("Nothing yet");
        var taken = await StampoServer.ReadAsync(await SendAsync(_other, await ArchiveOfAsync(_other, id), record: false));
        Assert.Equal("Nothing yet (copy)", taken.GetProperty("project").GetProperty("name").GetString());
    }

    /// <summary>Changed by somebody who seals it again: every digest is right, and it still is not true.</summary>
    public static TheoryData<string, string> Lies =>
        new()
        {
            { "an act before its run began", "archive.lie" },
            { "an act that came in before it happened", "archive.lie" },
            { "an act left out", "archive.lie" },
            { "an act of another operation", "archive.lie" },
            { "a run twice", "archive.lie" },
            { "a measurement twice", "archive.lie" },
            { "a median of no readings", "archive.lie" },
            { "a correction of nothing", "archive.lie" },
            { "tomorrow's measurement", "archive.lie" },
            { "a part of another volume", "archive.lie" },
            { "a project called shop", "archive.lie" },
            { "a step of no project", "archive.lie" },
            { "a step twice", "archive.lie" },
            { "a brief of another kind", "archive.lie" },
            { "a tool retired twice", "archive.lie" },
            { "signatures out of turn", "archive.lie" },
            { "a mesh left out", "archive.missing" },
            { "a mesh under another name", "archive.lie" },
            { "a file of another name", "archive.lie" },
            { "runs without acts", "archive.unreadable" },
            { "a later edition", "archive.later" },
            { "a later form", "archive.later" },
        };

    [Theory]
    [MemberData(nameof(Lies))]
    public async Task An_archive_with_a_lie_in_it_is_refused_and_nothing_is_taken_in(string lie, string code)
    {
        var files = Contents(await GatewayAsync());
        var edition = 1;
        var mesh = files.Keys.Single(n => n.StartsWith("meshes/", StringComparison.Ordinal));
        var project = Project(files);
        var runs = Lines(files, "runs.jsonl");
        var entries = Lines(files, "measured.jsonl");
        var acted = runs.First(r => r["acts"]!.AsArray().Any(a => a!["content"]!["kind"]!.GetValue<string>() == "cautionRead"));
        var acts = acted["acts"]!.AsArray();
        switch (lie)
        {
            case "an act before its run began":
                acts[0]!["at"] = "2001-01-01T00:00:00Z";
                break;
            case "an act that came in before it happened":
                acts[2]!["received"] = "2001-01-01T00:00:00Z";
                break;
            case "an act left out":
                acts.Remove(acts.First(a => a!["content"]!["kind"]!.GetValue<string>() == "cautionRead"));
                break;
            case "an act of another operation":
                acts.First(a => a!["content"]!["operation"] is not null)!["content"]!["operation"] = "polish";
                break;
            case "a run twice":
                runs.Add(runs[0]);
                break;
            case "a measurement twice":
                entries.Add(entries[0].DeepClone());
                entries[^1]["entry"]!["id"] = "another-entry";
                break;
            case "a median of no readings":
                var hard = entries.First(e => e["entry"]!["readings"] is null)["entry"]!;
                hard["readings"] = new JsonArray(50, 51, 52, 53, 54);
                break;
            case "a correction of nothing":
                entries[0]["entry"]!["corrects"] = "no-such-entry";
                break;
            case "tomorrow's measurement":
                entries[0]["at"] = "2101-01-01T00:00:00Z";
                break;
            case "a part of another volume":
                var report = Step(project, "part")["content"]!["report"]!;
                report["volumeMm3"] = report["volumeMm3"]!.GetValue<double>() * 0.9;
                break;
            case "a project called shop":
                project["id"] = "shop";
                break;
            case "a step of no project":
                Step(project, "brief")["step"] = "floor";
                break;
            case "a step twice":
                project["documents"]!.AsArray().Add(Step(project, "brief").DeepClone());
                break;
            case "a brief of another kind":
                Step(project, "brief")["content"] = new JsonArray(1, 2, 3);
                break;
            case "a tool retired twice":
                var retired = project["tools"]!.AsArray().First(t => t!["content"]!["kind"]!.GetValue<string>() == "retired")!.DeepClone();
                retired["content"]!["id"] = "another-act";
                project["tools"]!.AsArray().Add(retired);
                break;
            case "signatures out of turn":
                var sign = Step(project, "brief").DeepClone();
                project["signed"] = new JsonArray(
                    new JsonObject
                    {
                        ["id"] = "signature-1",
                        ["plan"] = "plan/cast-silicone",
                        ["shot"] = 1,
                        ["version"] = 2,
                        ["by"] = "Sefa",
                        ["says"] = "seen",
                        ["at"] = "2026-01-01T00:00:00Z",
                        ["schema"] = 1,
                        ["report"] = sign,
                    }
                );
                break;
            case "a mesh left out":
                files.Remove(mesh);
                break;
            case "a mesh under another name":
                files[mesh[..^1] + (mesh[^1] == '0' ? '1' : '0')] = files[mesh];
                break;
            case "a file of another name":
                files["../../outside.txt"] = "here"u8.ToArray();
                break;
            case "runs without acts":
                runs[0].AsObject()["acts"] = null;
                break;
            case "a later edition":
                edition = 2;
                break;
            case "a later form":
                Step(project, "brief")["schema"] = 99;
                break;
        }

        files["project.json"] = Encoding.UTF8.GetBytes(project.ToJsonString());
        files["runs.jsonl"] = Joined(runs);
        files["measured.jsonl"] = Joined(entries);
        await RefusedAsync(code, Sealed(files, edition));
    }

    /// <summary>So many by usual; more by STAMPO_SPOILED, for an afternoon.</summary>
    private static readonly int Spoiled = int.Parse(Environment.GetEnvironmentVariable("STAMPO_SPOILED") ?? "40");

    /// <summary>
    /// One value after the other replaced or left out, and the whole sealed again: refused in words, or taken in and every list that shows
    /// something of it still answers.
    /// </summary>
    [Fact]
    public async Task Whatever_an_archive_says_nobody_elses_lists_suffer()
    {
        using var server = new StampoServer();
        var random = new Random(32);
        var whole = Contents(await GatewayAsync());
        var project = Project(whole);
        foreach (var document in project["documents"]!.AsArray().Where(d => d!["step"]!.GetValue<string>() is "part").ToList())
            project["documents"]!.AsArray().Remove(document);
        var runs = Lines(whole, "runs.jsonl").Take(3).ToList();
        var entries = Lines(whole, "measured.jsonl").Take(3).ToList();
        for (var i = 0; i < Spoiled; i++)
        {
            string[] text = [project.ToJsonString(), .. runs.Concat(entries).Select(r => r.ToJsonString())];
            var at = random.Next(text.Length + 2) % text.Length;
            text[at] = JsonPlaces.Spoiled(text[at], random);
            text = Renamed(text);
            var files = new Dictionary<string, byte[]>
            {
                ["manifest.json"] = whole["manifest.json"],
                ["project.json"] = Encoding.UTF8.GetBytes(text[0]),
                ["runs.jsonl"] = Encoding.UTF8.GetBytes(string.Join('\n', text[1..(1 + runs.Count)])),
                ["measured.jsonl"] = Encoding.UTF8.GetBytes(string.Join('\n', text[(1 + runs.Count)..])),
            };
            var answer = await SendAsync(server, Sealed(files), random.Next(3) > 0);
            var said = await answer.Content.ReadAsStringAsync();
            Assert.True(
                (int)answer.StatusCode < 500,
                $"{i}: {(int)answer.StatusCode} {said}\n{text[at][..Math.Min(2_000, text[at].Length)]}"
            );
            if (answer.IsSuccessStatusCode)
                await AnsweringAsync(server, JsonNode.Parse(said)!["project"]!["id"]!.GetValue<string>(), $"{i}: {text[at]}");
            else
                Assert.DoesNotContain("{", JsonNode.Parse(said)!["detail"]!.GetValue<string>(), StringComparison.Ordinal);
        }
    }

    private static async Task AnsweringAsync(StampoServer server, string id, string what)
    {
        string[] pages = ["decisions", "plan", "bench", "inspection", "advice", "spent", "answer", "memo", "quotes", "brief"];
        string[] lists = ["projects", "runs", "shelf", "log/search", "log/learned", "log/lots", "log/runs.csv", "shop/schedule"];
        foreach (var path in pages.Select(p => $"projects/{id}/{p}").Concat(lists))
        {
            var answer = await server.Client.GetAsync($"/api/{path}");
            var isList = lists.Contains(path);
            Assert.True(
                isList ? answer.IsSuccessStatusCode : (int)answer.StatusCode < 500,
                $"{(int)answer.StatusCode} {path} after {what[..Math.Min(1_500, what.Length)]}: {await answer.Content.ReadAsStringAsync()}"
            );
        }
    }

    /// <summary>Other ids throughout, so that it may come in again.</summary>
    private static string[] Renamed(string[] texts)
    {
        var names = new Dictionary<string, string>();
        return
        [
            .. texts.Select(t =>
                Id().Replace(t, m => names.TryGetValue(m.Value, out var known) ? known : names[m.Value] = Guid.NewGuid().ToString("n"))
            ),
        ];
    }

    [System.Text.RegularExpressions.GeneratedRegex("(?<![0-9a-f])[0-9a-f]{32}(?![0-9a-f])")]
    private static partial System.Text.RegularExpressions.Regex Id();

    [Fact]
    public async Task What_is_damaged_or_no_archive_is_said_so()
    {
        var sent = await GatewayAsync();
        var mesh = Contents(sent).Keys.Single(n => n.StartsWith("meshes/", StringComparison.Ordinal));
        await RefusedAsync("archive.not-one", "solid part"u8.ToArray());
        await RefusedAsync("archive.not-one", sent[..(sent.Length / 2)]);
        await RefusedAsync("archive.not-one", Zip(new() { ["readme.txt"] = [1, 2, 3] }));
        await RefusedAsync("archive.too-large", []);
        // Changed, and not sealed again.
        var changed = Contents(sent);
        changed[mesh][100] ^= 1;
        await RefusedAsync("archive.lie", Zip(changed));
        // A small file that says it holds more than there can be.
        var endless = Contents(sent);
        endless["measured.jsonl"] = new byte[Archive.ArchiveForm.LongestLine + 10];
        endless["measured.jsonl"].AsSpan().Fill((byte)' ');
        await RefusedAsync("archive.too-large", Sealed(endless));
    }

    [Fact]
    public void A_photograph_that_says_where_it_was_taken_is_not_one_that_was_drawn_here()
    {
        using var bitmap = new SKBitmap(40, 30);
        var drawn = SKImage.FromBitmap(bitmap).Encode(SKEncodedImageFormat.Jpeg, 85).ToArray();
        Photos.CheckDrawn(drawn);
        byte[] told = [.. drawn[..2], 0xFF, 0xE1, 0x00, 0x08, .. "Exif\0\0"u8, .. drawn[2..]];
        Assert.Equal("photo.holds-more", Assert.Throws<Core.Wording.RefusalException>(() => Photos.CheckDrawn(told)).Code);
        Assert.Throws<Core.Wording.RefusalException>(() =>
            Photos.CheckDrawn(SKImage.FromBitmap(bitmap).Encode(SKEncodedImageFormat.Png, 85).ToArray())
        );
    }

    private async Task RefusedAsync(string code, byte[] archive)
    {
        var before = (await _other.GetAsync("/api/projects")).GetRawText();
        var (status, refused, _) = await StampoServer.RefusedAsync(await SendAsync(_other, archive));
        Assert.Equal((422, code), (status, refused));
        Assert.Equal(before, (await _other.GetAsync("/api/projects")).GetRawText());
        Assert.Empty((await _other.GetAsync("/api/shelf")).EnumerateArray());
    }

    private static Dictionary<string, byte[]> Contents(byte[] archive)
    {
        using var zip = new ZipArchive(new MemoryStream(archive));
        return zip.Entries.ToDictionary(
            e => e.FullName,
            e =>
            {
                using var bytes = new MemoryStream();
                using var content = e.Open();
                content.CopyTo(bytes);
                return bytes.ToArray();
            }
        );
    }

    private static JsonNode Project(Dictionary<string, byte[]> files) => JsonNode.Parse(files["project.json"])!;

    private static JsonNode Step(JsonNode project, string step) =>
        project["documents"]!.AsArray().First(d => d!["step"]!.GetValue<string>() == step)!;

    private static List<JsonNode> Lines(Dictionary<string, byte[]> files, string name) =>
        [.. Encoding.UTF8.GetString(files[name]).Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => JsonNode.Parse(l)!)];

    private static byte[] Joined(IEnumerable<JsonNode> lines) =>
        Encoding.UTF8.GetBytes(string.Concat(lines.Select(l => l.ToJsonString() + "\n")));

    private static byte[] Sealed(Dictionary<string, byte[]> files, int edition = 1)
    {
        var manifest = JsonNode.Parse(files["manifest.json"])!;
        manifest["edition"] = edition;
        manifest["files"] = new JsonArray([
            .. files
                .Where(f => f.Key != "manifest.json")
                .Select(f => new JsonObject
                {
                    ["name"] = f.Key,
                    ["bytes"] = f.Value.Length,
                    ["sha256"] = Convert.ToHexStringLower(SHA256.HashData(f.Value)),
                }),
        ]);
        return Zip(new(files) { ["manifest.json"] = Encoding.UTF8.GetBytes(manifest.ToJsonString()) });
    }

    private static byte[] Zip(Dictionary<string, byte[]> files)
    {
        using var bytes = new MemoryStream();
        using (var zip = new ZipArchive(bytes, ZipArchiveMode.Create))
        {
            foreach (var (name, content) in files)
            {
                using var entry = zip.CreateEntry(name).Open();
                entry.Write(content);
            }
        }

        return bytes.ToArray();
    }
}
