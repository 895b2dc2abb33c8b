using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Stampo.Server.Tests;

/// <summary>The schedule of the whole shop over HTTP, on the demo's commitments.</summary>
[Collection(OneDemo.Name)]
public sealed class WeekTests(DemoServer demo)
{
    private readonly StampoServer _server = demo.Server;

    private Task<JsonElement> WeekAsync() => _server.GetAsync("/api/shop/schedule");

    private static List<JsonElement> Slots(JsonElement week) => [.. week.GetProperty("schedule").GetProperty("slots").EnumerateArray()];

    private static (JsonNode Value, int Version) Standing(JsonElement week)
    {
        var standing = week.GetProperty("commitments");
        return (JsonNode.Parse(standing.GetProperty("value").GetRawText())!, standing.GetProperty("version").GetInt32());
    }

    [Fact]
    public async Task Both_jobs_of_the_demo_are_laid_out_and_what_is_curing_stays()
    {
        var week = await WeekAsync();
        var jobs = week.GetProperty("jobs").EnumerateArray().ToList();
        Assert.Equal(["Gateway housing, SM", "Scale foot, SM"], jobs.Select(j => j.GetProperty("title").GetString()).Order());
        Assert.All(jobs, j => Assert.Equal(JsonValueKind.Null, j.GetProperty("problem").ValueKind));
        Assert.Equal(2, Slots(week).Count(s => s.GetProperty("hasBegun").GetBoolean() && s.GetProperty("operation").GetString() == "cure"));
        Assert.Empty(week.GetProperty("schedule").GetProperty("collisions").EnumerateArray());
    }

    [Fact]
    public async Task A_pin_moves_an_operation_and_can_be_undone()
    {
        var week = await WeekAsync();
        var slot = Slots(week).First(s => s.GetProperty("operation").GetString() == "close");
        var (value, version) = Standing(week);
        var start = slot.GetProperty("start").GetString()!;
        var later = DateTime.Parse(start).AddDays(14).ToString("yyyy-MM-ddT10:00:00");
        value["pins"]!
            .AsArray()
            .Add(
                new JsonObject
                {
                    ["job"] = slot.GetProperty("job").GetString(),
                    ["piece"] = JsonNode.Parse(slot.GetProperty("piece").GetRawText()),
                    ["operation"] = "close",
                    ["start"] = later,
                }
            );
        var pinned = await _server.PutAsync("/api/shop/commitments", new { value, version });
        var moved = Slots(pinned).Single(s => s.GetProperty("isPinned").GetBoolean() && s.GetProperty("operation").GetString() == "close");
        Assert.True(string.CompareOrdinal(moved.GetProperty("start").GetString(), later) >= 0);
        var back = await _server.PostAsync("/api/shop/commitments/undo", new { version = version + 1 });
        Assert.DoesNotContain(Slots(back), s => s.GetProperty("isPinned").GetBoolean());
    }

    [Fact]
    public async Task A_stretch_that_is_gone_is_named_and_keeps_nobody_back()
    {
        var (value, version) = Standing(await WeekAsync());
        value["jobs"]!.AsArray().Add(new JsonObject { ["projectId"] = "gone", ["stretch"] = "s1" });
        var week = await _server.PutAsync("/api/shop/commitments", new { value, version });
        var problem = week.GetProperty("jobs").EnumerateArray().Single(j => j.GetProperty("projectId").GetString() == "gone");
        Assert.Contains("no project", problem.GetProperty("problem").GetString(), StringComparison.Ordinal);
        Assert.Equal(2, week.GetProperty("schedule").GetProperty("jobs").GetArrayLength());
        var refused = await _server.Client.PutAsJsonAsync(
            "/api/shop/commitments",
            new
            {
                value = JsonNode.Parse(
                    value.ToJsonString().Replace("\"jobs\":[", "\"jobs\":[{\"projectId\":\"gone\",\"stretch\":\"s1\"},")
                ),
                version = version + 1,
            }
        );
        Assert.Equal((422, "input.twice", "jobs"), await StampoServer.RefusedAsync(refused));
        await _server.PostAsync("/api/shop/commitments/undo", new { version = version + 1 });
    }

    [Fact]
    public async Task It_goes_out_as_a_table_and_as_a_calendar_of_one_person()
    {
        var table = await _server.Client.GetStringAsync("/api/shop/schedule.csv");
        Assert.StartsWith("Job,Piece,Tool,Shot,Operation", table.TrimStart('\uFEFF'), StringComparison.Ordinal);
        Assert.Contains("Pressure pot", table, StringComparison.Ordinal);
        var all = await _server.Client.GetStringAsync("/api/shop/schedule.ics");
        var maud = await _server.Client.GetStringAsync("/api/shop/schedule.ics?person=maud");
        Assert.Contains("DESCRIPTION:Jorun Castellane", all, StringComparison.Ordinal);
        Assert.Contains("DESCRIPTION:Maud Quill", maud, StringComparison.Ordinal);
        Assert.DoesNotContain("Jorun", maud, StringComparison.Ordinal);
    }
}
