using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Data.Sqlite;
using Stampo.Core.Bench;
using Stampo.Core.Planning;
using Stampo.Server.Bench;

namespace Stampo.Server.Tests;

/// <summary>Runs at the bench over HTTP, on the demo's planned scale foot.</summary>
public sealed class BenchTests(DemoServer demo) : IClassFixture<DemoServer>
{
    private const string Maud = "Maud Quill";

    private readonly StampoServer _server = demo.Server;

    private static int _shot = 500;

    private Task<string> ProjectAsync(string name = "Scale foot") => demo.ProjectAsync(name);

    private static string NewId() => Guid.NewGuid().ToString("n");

    /// <summary>A shot nobody else has.</summary>
    private async Task<JsonElement> BegunAsync(string? id = null, int? shot = null, int tool = 1) =>
        await _server.PostAsync(
            $"/api/projects/{await ProjectAsync()}/bench/runs",
            new NewRun(id ?? NewId(), new WorkPiece(Repeats.EachShot, tool, shot ?? Interlocked.Increment(ref _shot)), Maud)
        );

    private static string IdOf(JsonElement run) => run.GetProperty("id").GetString()!;

    private async Task<JsonElement> ActAsync(string run, params IEnumerable<Act> acts) =>
        await _server.PostAsync($"/api/runs/{run}/acts", new SentActs([.. acts.Select(a => new SentAct(a, 0))]));

    private static IEnumerable<string?> Codes(JsonElement recorded) =>
        recorded.GetProperty("refused").EnumerateArray().Select(r => r.GetProperty("code").GetString());

    private static JsonElement Operation(JsonElement run, string id) =>
        run.GetProperty("state").GetProperty("operations").EnumerateArray().Single(o => o.GetProperty("id").GetString() == id);

    private static IEnumerable<Act> Cautions(JsonElement run, string operation) =>
        Operation(run, operation)
            .GetProperty("cautionsBefore")
            .EnumerateArray()
            .Select(c => new CautionRead(NewId(), Maud, operation, c.GetString()!));

    [Fact]
    public async Task A_run_takes_what_the_plan_says_and_begins_once_however_often_it_is_sent()
    {
        var id = NewId();
        var run = await BegunAsync(id, 400);
        Assert.Contains(
            "weigh-1",
            run.GetProperty("sheet").GetProperty("operations").EnumerateArray().Select(o => o.GetProperty("id").GetString())
        );
        Assert.Equal(id, IdOf(await BegunAsync(id, 400)));
        var twice = await _server.RefusedPostAsync(
            $"/api/projects/{await ProjectAsync()}/bench/runs",
            new NewRun(NewId(), new WorkPiece(Repeats.EachShot, 1, 400), Maud)
        );
        Assert.Equal((422, "run.twice", "piece"), twice);
    }

    [Fact]
    public async Task An_act_sent_twice_is_one_act_and_another_under_its_id_is_refused()
    {
        var run = await BegunAsync();
        await ActAsync(IdOf(run), Cautions(run, "weigh-1"));
        var weighed = new Answered(NewId(), Maud, "weigh-1", "weigh-a", 12.3);
        var first = await ActAsync(IdOf(run), weighed);
        var again = await ActAsync(IdOf(run), weighed, weighed with { Value = 99 });
        Assert.Equal(["act.other"], Codes(again));
        Assert.Equal(
            first.GetProperty("taken")[0].GetProperty("ordinal").GetInt32(),
            again.GetProperty("taken")[0].GetProperty("ordinal").GetInt32()
        );
        Assert.Equal(12.3, Operation(again.GetProperty("run"), "weigh-1").GetProperty("answers")[0].GetProperty("value").GetDouble());
    }

    [Fact]
    public async Task One_act_that_is_refused_keeps_none_of_the_others_back()
    {
        var run = await BegunAsync();
        var recorded = await ActAsync(
            IdOf(run),
            [
                new Began(NewId(), Maud, "mix-1"),
                .. Cautions(run, "mix-1"),
                new Began(NewId(), Maud, "mix-1"),
                new Noted(NewId(), Maud, "mix-1", "cold morning"),
            ]
        );
        Assert.Equal(["act.caution"], Codes(recorded));
        Assert.Equal("hands", Operation(recorded.GetProperty("run"), "mix-1").GetProperty("phase").GetString());
        var clock = Assert.Single(recorded.GetProperty("run").GetProperty("state").GetProperty("clocks").EnumerateArray());
        Assert.Equal("within", clock.GetProperty("kind").GetString());
    }

    [Fact]
    public async Task What_was_done_while_cut_off_keeps_its_time_but_never_before_its_run()
    {
        var run = await BegunAsync();
        var begun = run.GetProperty("begun").GetDateTimeOffset();
        var recorded = await _server.PostAsync(
            $"/api/runs/{IdOf(run)}/acts",
            new SentActs([new SentAct(new Noted(NewId(), Maud, "close", "queued"), 3_600_000)])
        );
        Assert.Equal(begun, recorded.GetProperty("run").GetProperty("log")[0].GetProperty("at").GetDateTimeOffset());
    }

    [Fact]
    public async Task The_same_clocks_run_after_a_restart()
    {
        using var before = new StampoServer(keepData: true, settings: DemoCopy.Settings);
        var project = (await before.GetAsync("/api/projects"))
            .EnumerateArray()
            .Single(p => p.GetProperty("name").GetString() == "Scale foot")
            .GetProperty("id")
            .GetString()!;
        var id = NewId();
        var run = await before.PostAsync(
            $"/api/projects/{project}/bench/runs",
            new NewRun(id, new WorkPiece(Repeats.EachShot, 1, 900), Maud)
        );
        await before.PostAsync(
            $"/api/runs/{id}/acts",
            new SentActs([.. Cautions(run, "mix-1").Append(new Began(NewId(), Maud, "mix-1")).Select(a => new SentAct(a, 0))])
        );
        var clocks = (await before.GetAsync($"/api/runs/{id}")).GetProperty("state").GetProperty("clocks").GetRawText();
        var folder = before.Folder;
        before.Dispose();
        using var after = new StampoServer(folder);
        Assert.Equal(clocks, (await after.GetAsync($"/api/runs/{id}")).GetProperty("state").GetProperty("clocks").GetRawText());
        Assert.Contains(id, (await after.GetAsync("/api/runs")).GetProperty("runs").EnumerateArray().Select(IdOf));
    }

    [Fact]
    public async Task A_shot_ends_counted_and_counts_against_its_mold()
    {
        var project = await ProjectAsync();
        var run = await BegunAsync(tool: 4);
        Assert.Equal(["run.uncounted"], Codes(await ActAsync(IdOf(run), new Ended(NewId(), Maud))));
        var parts = run.GetProperty("sheet").GetProperty("parts").GetInt32();
        var counted = Enumerable
            .Range(1, parts)
            .Select(c => new Counted(NewId(), Maud, c, c == 1 ? Fate.Scrap : Fate.Good, c == 1 ? "bubbles" : null));
        var ended = await ActAsync(IdOf(run), [.. counted, new Ended(NewId(), Maud)]);
        Assert.Empty(Codes(ended));
        var bench = await _server.GetAsync($"/api/projects/{project}/bench");
        var mold = bench.GetProperty("tools").EnumerateArray().Single(t => t.GetProperty("number").GetInt32() == 4);
        Assert.Equal((1, JsonValueKind.Null), (mold.GetProperty("shots").GetInt32(), mold.GetProperty("busyWith").ValueKind));
        Assert.DoesNotContain(IdOf(run), (await _server.GetAsync("/api/runs")).GetProperty("runs").EnumerateArray().Select(IdOf));
    }

    [Fact]
    public async Task Every_open_page_is_told_of_an_act()
    {
        var run = await BegunAsync();
        var told = new TaskCompletionSource<string>();
        await using var page = new HubConnectionBuilder().WithUrl(new Uri(_server.Client.BaseAddress!, LiveHub.Path)).Build();
        page.On<string, string>(LiveHub.RunChanged, (id, _) => told.TrySetResult(id));
        await page.StartAsync(TestContext.Current.CancellationToken);
        await ActAsync(IdOf(run), new Noted(NewId(), Maud, "close", "seen"));
        Assert.Equal(IdOf(run), await told.Task.WaitAsync(TimeSpan.FromSeconds(20), TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task Another_page_may_not_listen()
    {
        using var asks = new HttpRequestMessage(HttpMethod.Get, LiveHub.Path);
        asks.Headers.Add("Upgrade", "websocket");
        asks.Headers.Add("Origin", "http://elsewhere.example");
        Assert.Equal((403, "request.foreign-origin", null), await StampoServer.RefusedAsync(await _server.Client.SendAsync(asks)));
    }

    /// <summary>Acknowledged means on disk: every commit waits for it.</summary>
    [Fact]
    public void The_database_writes_through()
    {
        using var db = new SqliteConnection($"Data Source={_server.DatabaseFile}");
        db.Open();
        using var ask = db.CreateCommand();
        ask.CommandText = "PRAGMA synchronous;";
        Assert.Equal(2L, ask.ExecuteScalar());
    }

    [Theory]
    [InlineData("""{"acts":[]}""", "input.out-of-range")]
    [InlineData("""{"acts":[null]}""", "input.missing")]
    [InlineData("""{"acts":[{"act":{"kind":"ended","id":"abcdefgh","by":"A"},"ageMs":-1}]}""", null)]
    [InlineData("""{"acts":[{"act":{"kind":"painted","id":"abcdefgh","by":"A"},"ageMs":0}]}""", "request.unreadable")]
    public async Task Odd_acts_are_refused_in_words(string body, string? code)
    {
        var run = IdOf(await BegunAsync());
        using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        var answer = await _server.Client.PostAsync($"/api/runs/{run}/acts", content);
        if (code is null)
            Assert.Single(Codes(await StampoServer.ReadAsync(answer)));
        else
            Assert.Equal(code, (await StampoServer.RefusedAsync(answer)).Code);
    }

    [Fact]
    public async Task Ten_pages_that_begin_the_same_piece_at_once_get_one_run()
    {
        var project = await ProjectAsync();
        var shot = Interlocked.Increment(ref _shot);
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, 10)
                .Select(_ =>
                    _server.Client.PostAsJsonAsync(
                        $"/api/projects/{project}/bench/runs",
                        new
                        {
                            id = NewId(),
                            piece = new
                            {
                                repeats = "eachShot",
                                tool = 1,
                                shot,
                            },
                            by = Maud,
                        }
                    )
                )
        );
        Assert.Single(answers, a => a.IsSuccessStatusCode);
        foreach (var refused in answers.Where(a => !a.IsSuccessStatusCode))
            Assert.Equal("run.twice", (await StampoServer.RefusedAsync(refused)).Code);
    }

    [Fact]
    public async Task A_tool_a_million_on_is_a_slip_of_the_hand() =>
        Assert.Equal(
            (422, "run.far", "piece.tool"),
            await _server.RefusedPostAsync(
                $"/api/projects/{await ProjectAsync()}/bench/runs",
                new
                {
                    id = NewId(),
                    piece = new { repeats = "eachTool", tool = 1_000_000 },
                    by = Maud,
                }
            )
        );

    /// <summary>Pages ask for the list while the run is ended: what was read before is not put back.</summary>
    [Fact]
    public async Task An_ended_run_stays_ended_under_polling()
    {
        var project = await ProjectAsync();
        for (var round = 0; round < 8; round++)
        {
            var run = IdOf(await BegunAsync());
            using var stop = new CancellationTokenSource();
            var polling = Enumerable
                .Range(0, 4)
                .Select(_ =>
                    Task.Run(async () =>
                    {
                        while (!stop.IsCancellationRequested)
                            await _server.GetAsync($"/api/projects/{project}/bench");
                    })
                )
                .ToList();
            await ActAsync(run, new Noted(NewId(), Maud, "close", "on the way"));
            await ActAsync(run, new Abandoned(NewId(), Maud, "trial"));
            await Task.Delay(30);
            await stop.CancelAsync();
            await Task.WhenAll(polling);
            Assert.DoesNotContain(run, (await _server.GetAsync("/api/runs")).GetProperty("runs").EnumerateArray().Select(IdOf));
            Assert.Equal(["run.over"], Codes(await ActAsync(run, new Paused(NewId(), Maud))));
        }
    }

    [Fact]
    public async Task An_act_whose_clock_is_weeks_off_is_kept_and_said()
    {
        var run = IdOf(await BegunAsync());
        var recorded = await _server.PostAsync(
            $"/api/runs/{run}/acts",
            new SentActs([new SentAct(new Noted(NewId(), Maud, "close", "from a drawer"), 45 * 24 * 3600 * 1000.0)])
        );
        Assert.True(Assert.Single(recorded.GetProperty("taken").EnumerateArray()).GetProperty("isClipped").GetBoolean());
        Assert.Equal(1, recorded.GetProperty("run").GetProperty("state").GetProperty("acts").GetInt32());
    }

    [Fact]
    public async Task A_run_of_a_later_release_costs_itself_a_line_and_no_other()
    {
        using var server = new StampoServer(settings: DemoCopy.Settings);
        var gateway = (await server.GetAsync("/api/projects"))
            .EnumerateArray()
            .Single(p => p.GetProperty("name").GetString() == "Gateway housing");
        var (id, stretch) = (gateway.GetProperty("id").GetString()!, "s2");
        var open = (await server.GetAsync("/api/runs")).GetProperty("runs").GetArrayLength();
        var before = (await server.GetAsync($"/api/projects/{id}/bench?stretch={stretch}")).GetProperty("runs").GetArrayLength();
        var folder = server.Folder;
        await Sql.RunAsync(
            server.DatabaseFile,
            $"UPDATE Runs SET Schema = 99 WHERE Id = (SELECT Id FROM Runs WHERE ProjectId = '{id}' AND OverUtc IS NOT NULL LIMIT 1)"
        );
        var bench = await server.GetAsync($"/api/projects/{id}/bench?stretch={stretch}");
        Assert.Equal(before - 1, bench.GetProperty("runs").GetArrayLength());
        var unreadable = Assert.Single(bench.GetProperty("unreadable").EnumerateArray());
        Assert.Contains("99", unreadable.GetProperty("why").GetString(), StringComparison.Ordinal);
        var run = unreadable.GetProperty("id").GetString();
        Assert.Equal((409, "data.unreadable", null), await StampoServer.RefusedAsync(await server.Client.GetAsync($"/api/runs/{run}")));
        Assert.Equal(open, (await server.GetAsync("/api/runs")).GetProperty("runs").GetArrayLength());
        await server.GetAsync("/api/shop/schedule");
    }
}
