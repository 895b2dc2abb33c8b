using System.Text.Json;
using Stampo.Core.Bench;
using Stampo.Core.Planning;
using Stampo.Server.Bench;

namespace Stampo.Server.Tests;

/// <summary>The stand-in pot loses its pressure while a shot of the demo cures in it: nobody looks, and the record knows.</summary>
public sealed class WatchTests
{
    private const string Maud = "Maud Quill";

    private static string NewId() => Guid.NewGuid().ToString("n");

    [Fact]
    public async Task A_pot_that_loses_its_pressure_is_kept_with_the_run_and_alarmed()
    {
        using var server = new StampoServer(settings: [.. DemoCopy.Settings, ("Stampo:StandIns", "true")]);
        var gateway = (await server.GetAsync("/api/projects"))
            .EnumerateArray()
            .Single(p => p.GetProperty("name").GetString() == "Gateway housing")
            .GetProperty("id")
            .GetString();
        var id = NewId();
        await server.PostAsync(
            $"/api/projects/{gateway}/bench/runs?stretch=s2",
            new NewRun(id, new WorkPiece(Repeats.EachShot, 1, 900), Maud)
        );
        await server.PostAsync("/api/devices/pot/do", new { @do = "set", kpa = 300 });
        await UntilAsync(async () => await PotAsync(server) > 290);
        await ActAsync(
            server,
            id,
            new CautionRead(NewId(), Maud, "cure", "pressure"),
            new Answered(NewId(), Maud, "cure", "pot", 295, "Pot gauge"),
            new Left(NewId(), Maud, "cure")
        );
        await server.PostAsync("/api/devices/pot/do", new { @do = "vent" });
        await UntilAsync(async () => (await AlarmsAsync(server, id)).Count > 0);
        var alarm = (await AlarmsAsync(server, id)).Single();
        Assert.Equal(("cure", "Pot gauge"), (alarm.GetProperty("operation").GetString(), alarm.GetProperty("device").GetString()));
        await server.PostAsync("/api/devices/pot/do", new { @do = "set", kpa = 300 });
        await UntilAsync(async () => (await AlarmsAsync(server, id)).Count == 0);
        await ActAsync(server, id, new WaitEnded(NewId(), Maud, "cure", "leak"));
        var run = await server.GetAsync($"/api/runs/{id}");
        var watched = run.GetProperty("state")
            .GetProperty("operations")
            .EnumerateArray()
            .Single(o => o.GetProperty("id").GetString() == "cure")
            .GetProperty("watched")[0];
        await UntilAsync(async () =>
            (await server.GetAsync($"/api/runs/{id}"))
                .GetProperty("log")
                .EnumerateArray()
                .Any(a => a.GetProperty("act").GetProperty("kind").GetString() == "watched")
        );
        Assert.NotEqual(JsonValueKind.Null, watched.GetProperty("losses")[0].GetProperty("until").ValueKind);
        Assert.Equal(
            ["lost", "endedEarly"],
            run.GetProperty("state").GetProperty("remarks").EnumerateArray().Select(r => r.GetProperty("what").GetString())
        );
    }

    private static async Task ActAsync(StampoServer server, string run, params Act[] acts) =>
        Assert.Empty(
            (await server.PostAsync($"/api/runs/{run}/acts", new SentActs([.. acts.Select(a => new SentAct(a, 0))])))
                .GetProperty("refused")
                .EnumerateArray()
        );

    private static async Task<List<JsonElement>> AlarmsAsync(StampoServer server, string run) =>
        [
            .. (await server.GetAsync("/api/runs"))
                .GetProperty("runs")
                .EnumerateArray()
                .Single(r => r.GetProperty("id").GetString() == run)
                .GetProperty("alarms")
                .EnumerateArray(),
        ];

    private static async Task<double> PotAsync(StampoServer server) =>
        (await server.GetAsync("/api/devices"))
            .EnumerateArray()
            .Single(d => d.GetProperty("id").GetString() == "pot")
            .GetProperty("reading")
            is { ValueKind: JsonValueKind.Object } reading
            ? reading.GetProperty("value").GetDouble()
            : 0;

    private static async Task UntilAsync(Func<Task<bool>> holds)
    {
        for (var tries = 0; tries < 200; tries++)
        {
            if (await holds())
                return;
            await Task.Delay(150, TestContext.Current.CancellationToken);
        }

        Assert.Fail("It did not come to that.");
    }
}
