using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Stampo.Core.Log.Inspection;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

/// <summary>The contracts of the log, and the shelf, the inspection and the causes of the demo over HTTP.</summary>
[Collection(OneDemo.Name)]
public sealed class LogTests(DemoServer demo)
{
    private const string Sefa = "Sefa Rowntree-Adeyi",
        Plan = "plan/cast-silicone";

    private readonly StampoServer _server = demo.Server;

    private static string NewId() => Guid.NewGuid().ToString("n");

    private Task<string> GatewayAsync() => demo.ProjectAsync("Gateway housing");

    private async Task<JsonElement> ToolAsync(int number) =>
        await _server.GetAsync($"/api/shelf/tool?projectId={await GatewayAsync()}&plan={Uri.EscapeDataString(Plan)}&number={number}");

    private async Task<JsonElement> ActAsync(int number, object act) =>
        await _server.PostAsync("/api/shelf/acts", await OfAsync(number, act));

    private async Task<object> OfAsync(int number, object act) =>
        new
        {
            tool = new
            {
                projectId = await GatewayAsync(),
                plan = Plan,
                number,
            },
            act,
        };

    [Fact]
    public async Task The_four_contracts_answer_as_written()
    {
        var life = await _server.PostAsync(
            "/api/calc/life-forecast",
            new
            {
                shape = 3,
                prior = new { a = 2, b = 54_000 },
                retired = new[] { 22, 31 },
                inService = new[] { 12 },
                current = 12,
                more = 10,
            }
        );
        Assert.Equal((4, 96_167), (life.GetProperty("a").GetDouble(), life.GetProperty("b").GetDouble()));
        Assert.Equal(0.7013, life.GetProperty("survival").GetDouble(), 5e-5);
        double[] values = [10.02, 10.04, 9.99, 10.01, 10.05, 10.00];
        var chart = await _server.PostAsync("/api/calc/control-chart", new { values });
        Assert.Equal(9.9226, chart.GetProperty("lower").GetDouble(), 5e-5);
        Assert.Empty(chart.GetProperty("signals").EnumerateArray());
        var capability = await _server.PostAsync(
            "/api/calc/capability",
            new
            {
                values,
                lower = 9.9,
                upper = 10.1,
            }
        );
        Assert.False(capability.GetProperty("enough").GetBoolean());
        foreach (var name in new[] { "mean", "sigmaWithin", "sigmaOverall", "cp", "cpk", "pp", "ppk", "ppkLow", "ppkHigh" })
            Assert.True(double.IsFinite(capability.GetProperty(name).GetDouble()));
        var replication = await _server.PostAsync(
            "/api/calc/replication",
            new
            {
                pairs = new[] { 10, 20, 30 }.Select(shot => new
                {
                    shot,
                    toolMm = 0.2,
                    partMm = 0.196,
                }),
            }
        );
        Assert.Equal(0.98, replication.GetProperty("mean").GetDouble(), 1e-9);
        Assert.False(replication.GetProperty("drifts").GetBoolean());
    }

    [Fact]
    public async Task The_shelf_has_a_retired_a_worn_and_a_new_mold_and_says_when_the_next_is_due()
    {
        var lines = (await _server.GetAsync("/api/shelf"))
            .EnumerateArray()
            .Where(l => l.GetProperty("project").GetString() == "Gateway housing")
            .ToDictionary(l => l.GetProperty("name").GetString()!);
        Assert.Equal("wornOut", lines["Mold 1"].GetProperty("retired").GetString());
        Assert.True(lines["Mold 2"].GetProperty("sureMore").GetDouble() < lines["Mold 3"].GetProperty("sureMore").GetDouble());
        var worn = await ToolAsync(2);
        var outlook = worn.GetProperty("outlook");
        Assert.Equal(13, worn.GetProperty("state").GetProperty("shots").GetInt32());
        Assert.True(outlook.GetProperty("toCome").GetDouble() > outlook.GetProperty("sureMore").GetDouble());
        Assert.NotNull(outlook.GetProperty("makeNextBy").GetString());
        Assert.Equal(JsonValueKind.Null, (await ToolAsync(1)).GetProperty("outlook").ValueKind);
    }

    [Fact]
    public async Task A_retired_mold_is_not_offered_at_the_bench_and_comes_back_when_that_is_taken_back()
    {
        async Task<IEnumerable<string?>> NextAsync() =>
            (await _server.GetAsync($"/api/projects/{await GatewayAsync()}/bench?stretch=s2"))
                .GetProperty("next")
                .EnumerateArray()
                .Select(n => n.GetProperty("title").GetString());
        Assert.DoesNotContain(await NextAsync(), t => t!.EndsWith("mold 1", StringComparison.Ordinal));
        var retired = (await ToolAsync(1)).GetProperty("state").GetProperty("retired").GetProperty("act").GetString();
        var back = new
        {
            kind = "takenBack",
            id = NewId(),
            by = Sefa,
            act = retired,
        };
        await ActAsync(1, back);
        await ActAsync(1, back);
        Assert.Contains(await NextAsync(), t => t!.EndsWith("mold 1", StringComparison.Ordinal));
        Assert.Equal((422, "act.other", "act.id"), await _server.RefusedPostAsync("/api/shelf/acts", await OfAsync(2, back)));
        await ActAsync(
            1,
            new
            {
                kind = "retired",
                id = NewId(),
                by = Sefa,
                why = "wornOut",
                note = "Torn at the boss.",
            }
        );
        Assert.DoesNotContain(await NextAsync(), t => t!.EndsWith("mold 1", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_lot_leads_to_its_parts_and_a_part_to_its_lots()
    {
        var found = await _server.GetAsync("/api/log/search?q=UA-2207");
        Assert.Equal(15, found.GetProperty("total").GetInt32());
        var run = (await _server.GetAsync("/api/log/search?q=UA-2207%20bubbles")).GetProperty("runs")[0].GetProperty("run").GetString();
        var pedigree = await _server.GetAsync($"/api/log/pedigree/{run}");
        Assert.Contains("Mold", pedigree.GetProperty("toolName").GetString(), StringComparison.Ordinal);
        Assert.Contains(pedigree.GetProperty("lots").EnumerateArray(), l => l.GetProperty("lot").GetString() == "UA-2207");
        Assert.Contains(pedigree.GetProperty("toolLots").EnumerateArray(), l => l.GetProperty("lot").GetString() == "SB-118");
        Assert.Contains(pedigree.GetProperty("clocks").EnumerateArray(), c => c.GetProperty("event").GetString() == "mixing");
        var pdf = await _server.Client.GetByteArrayAsync($"/api/log/pedigree/{run}.pdf", TestContext.Current.CancellationToken);
        Assert.Equal("%PDF"u8.ToArray(), pdf[..4]);
        Assert.Equal(0, (await _server.GetAsync("/api/log/search?q=")).GetProperty("total").GetInt32());
    }

    [Fact]
    public async Task Both_defects_of_the_demo_have_their_cause_found()
    {
        var defects = (await _server.GetAsync($"/api/projects/{await GatewayAsync()}/advice?stretch=s2"))
            .GetProperty("defects")
            .EnumerateArray()
            .ToDictionary(d => d.GetProperty("defect").GetString()!, d => d.GetProperty("causes")[0]);
        Assert.Equal("bubbles-late", defects["bubbles"].GetProperty("rule").GetString());
        Assert.Equal([14, 15], defects["bubbles"].GetProperty("shots").EnumerateArray().Select(s => s.GetInt32()));
        Assert.Equal("pour.steps.pourMinPerCavity", defects["bubbles"].GetProperty("edit").GetProperty("field").GetString());
        Assert.Equal("soft-ratio", defects["soft"].GetProperty("rule").GetString());
        Assert.Equal("worn-marked", defects["torn"].GetProperty("rule").GetString());
    }

    [Fact]
    public async Task A_first_article_is_measured_decided_signed_and_a_later_change_is_a_new_version()
    {
        var id = await _server.NewProjectWithPartAsync("scale-foot.stl");
        var path = $"/api/projects/{id}/inspection";
        var bore = new InspectionItem("bore", InspectedKind.Size, "Bore", 10, 9.9, 10.1, Gauge.Calliper);
        var face = new InspectionItem("face", InspectedKind.Look, "Face", 1, 1, 1, Gauge.Eye);
        await _server.PutAsync(path, new Save<InspectionPlan>(new InspectionPlan([bore, face]), 0));
        var article = $"{path}/first-article/1";
        var sign = new
        {
            id = NewId(),
            by = Sefa,
            says = "As drawn.",
        };
        Assert.Equal((422, "article.not-whole", "shot"), await _server.RefusedPostAsync($"{article}/signatures", sign));

        Entry Of(string item, double value, string? corrects = null) => new(NewId(), item, 1, 1, value, Sefa, null, null, corrects);
        var wide = Of("bore", 10.2);
        var view = await _server.PostAsync($"{path}/entries", new { entries = new[] { wide, Of("face", 1) } });
        Assert.Equal("Bore", Assert.Single(view.GetProperty("questions").EnumerateArray()).GetProperty("name").GetString());
        Assert.Equal(
            (422, "entry.unit", "entries[0].value"),
            await _server.RefusedPostAsync($"{path}/entries", new { entries = new[] { Of("bore", 0.394) with { Shot = 2 } } })
        );
        Assert.Equal((422, "article.not-whole", "shot"), await _server.RefusedPostAsync($"{article}/signatures", sign));
        view = await _server.PostAsync(
            $"{path}/decisions",
            new
            {
                id = NewId(),
                entry = wide.Id,
                what = "use",
                by = Sefa,
                note = "Fits the pin.",
            }
        );
        Assert.Empty(view.GetProperty("questions").EnumerateArray());
        await _server.PostAsync($"{article}/signatures", sign);
        var signed = await _server.PostAsync($"{article}/signatures", sign);
        // Sent again with other words under its id, it is no second signature and no other one.
        Assert.Equal(
            (422, "article.id", "id"),
            await _server.RefusedPostAsync($"{article}/signatures", sign with { says = "something else" })
        );
        Assert.Single(signed.GetProperty("signed").EnumerateArray());
        Assert.Empty(signed.GetProperty("changed").EnumerateArray());

        await _server.PostAsync($"{path}/entries", new { entries = new[] { Of("bore", 10.02, wide.Id) } });
        var changed = await _server.GetAsync(article);
        Assert.NotEmpty(changed.GetProperty("changed").EnumerateArray());
        var was = changed.GetProperty("signed")[0].GetProperty("report").GetProperty("rows")[0].GetProperty("values")[0];
        Assert.Equal(10.2, was.GetProperty("value").GetDouble());
        var again = await _server.PostAsync(
            $"{article}/signatures",
            new
            {
                id = NewId(),
                by = Sefa,
                says = "Measured anew.",
            }
        );
        Assert.Equal([1, 2], again.GetProperty("signed").EnumerateArray().Select(s => s.GetProperty("version").GetInt32()));
        Assert.Contains(
            "Bore,10,9.9,10.1,mm,Calliper,1,1,10.02,yes",
            await _server.Client.GetStringAsync($"{article}/report.csv", TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
        Assert.Equal(
            "%PDF"u8.ToArray(),
            (await _server.Client.GetByteArrayAsync($"{article}/report.pdf", TestContext.Current.CancellationToken))[..4]
        );
    }

    [Fact]
    public async Task Measurements_come_in_by_a_table_in_any_order_whole_or_not_at_all()
    {
        var id = await _server.NewProjectWithPartAsync("scale-foot.stl");
        var path = $"/api/projects/{id}/inspection";
        var bore = new InspectionItem("bore", InspectedKind.Size, "Bore", 10, 9.9, 10.1, Gauge.Calliper) { ToolMm = 10.1 };
        await _server.PutAsync(path, new Save<InspectionPlan>(new InspectionPlan([bore]), 0));
        async Task<HttpResponseMessage> SendAsync(string table) =>
            await _server.Client.PostAsync(
                $"{path}/entries/csv",
                new StringContent(table, Encoding.UTF8, "text/csv"),
                TestContext.Current.CancellationToken
            );
        foreach (
            var (table, code) in new[]
            {
                ("item;shot;value;unit\nBore;3;10.01;mm\nBore;1;0.394;mm", "entry.unit"),
                ("item;shot;value;unit\nBore;3;10.01;in", "entry.bad-csv"),
                ("item;shot;value\nBolt;3;10.01", "entry.bad-csv"),
                ("item;shot\nBore;3", "entry.bad-csv"),
                ("item;shot;value\nBore;3;10.01\nBore;3;10.02", "entry.twice"),
            }
        )
            Assert.Equal(code, (await StampoServer.RefusedAsync(await SendAsync(table))).Code);
        Assert.Equal(0, (await _server.GetAsync(path)).GetProperty("standing")[0].GetProperty("measured").GetInt32());

        await StampoServer.ReadAsync(await SendAsync("item;shot;value\nBore;3;10,03\nBore;1;10,01\nbore;2;10,02"));
        var chart = await _server.GetAsync($"{path}/charts/bore");
        Assert.Equal([10.01, 10.02, 10.03], chart.GetProperty("points").EnumerateArray().Select(p => p.GetProperty("value").GetDouble()));
        Assert.True(chart.GetProperty("replication").GetProperty("drifts").GetBoolean());
    }

    [Fact]
    public async Task What_was_learned_is_taken_by_name_and_taken_back_in_the_library()
    {
        async Task<JsonElement> FigureAsync(string what) =>
            (await _server.GetAsync("/api/log/learned"))
                .GetProperty("figures")
                .EnumerateArray()
                .Single(f =>
                    f.GetProperty("what").GetString() == what
                    && f.GetProperty("route").GetString()!.EndsWith("rigid, hand-sized", StringComparison.Ordinal)
                );
        async Task<JsonElement> RateAsync() =>
            (await _server.GetAsync("/api/library"))
                .GetProperty("rates")
                .EnumerateArray()
                .Single(r => r.GetProperty("entry").GetProperty("key").GetString() == "cast.yield")
                .GetProperty("entry");
        var proposed = (await FigureAsync("yield")).GetProperty("proposed").GetProperty("likely").GetDouble();
        var before = (await RateAsync()).GetProperty("likely").GetDouble();
        // Feet of rubber are counted by themselves: each kind of part has its own share.
        var of = (await FigureAsync("yield")).GetProperty("route").GetString();
        Assert.Contains(
            (await _server.GetAsync("/api/log/learned")).GetProperty("figures").EnumerateArray(),
            f =>
                f.GetProperty("what").GetString() == "yield"
                && f.GetProperty("route").GetString()!.Contains(": soft", StringComparison.Ordinal)
        );
        object taken = new
        {
            rateKey = "cast.yield",
            by = Sefa,
            of,
        };
        await _server.PostAsync("/api/log/learned/accept", taken);
        var rate = await RateAsync();
        Assert.Equal(proposed, rate.GetProperty("likely").GetDouble());
        Assert.Contains(Sefa, rate.GetProperty("source").GetString(), StringComparison.Ordinal);
        // Taken once, it is not proposed again.
        Assert.Equal(JsonValueKind.Null, (await FigureAsync("yield")).GetProperty("proposed").ValueKind);
        Assert.Equal((422, "learned.nothing", "rateKey"), await _server.RefusedPostAsync("/api/log/learned/accept", taken));
        var version = (await _server.GetAsync("/api/library")).GetProperty("version").GetInt32();
        await _server.PostAsync("/api/library/undo", new { version });
        Assert.Equal(before, (await RateAsync()).GetProperty("likely").GetDouble());
    }

    [Fact]
    public async Task Runs_and_measurements_go_out_and_measurements_come_in_again()
    {
        var runs = await _server.GetAsync("/api/log/runs.json");
        Assert.Contains(runs.EnumerateArray(), r => r.GetProperty("defects").GetString() == "1: bubbles");
        Assert.Contains("UA-2207", await _server.Client.GetStringAsync("/api/log/runs.csv", TestContext.Current.CancellationToken));
        var book = await _server.Client.GetByteArrayAsync("/api/log/runs.xlsx", TestContext.Current.CancellationToken);
        Assert.Equal("PK"u8.ToArray(), book[..2]);
        Assert.Equal(404, (await StampoServer.RefusedAsync(await _server.Client.GetAsync("/api/log/runs.doc"))).Status);

        var vent = await demo.ProjectAsync("Vent disc");
        var table = await _server.Client.GetStringAsync(
            $"/api/projects/{vent}/inspection/entries.csv",
            TestContext.Current.CancellationToken
        );
        var id = await _server.NewProjectWithPartAsync("vent-disc.stl");
        var plan = (await _server.GetAsync($"/api/projects/{vent}/inspection")).GetProperty("plan").GetProperty("value");
        await _server.PutAsync($"/api/projects/{id}/inspection", new { value = plan, version = 0 });
        var taken = await StampoServer.ReadAsync(
            await _server.Client.PostAsync(
                $"/api/projects/{id}/inspection/entries/csv",
                new StringContent(table, Encoding.UTF8, "text/csv"),
                TestContext.Current.CancellationToken
            )
        );
        Assert.All(taken.GetProperty("standing").EnumerateArray(), s => Assert.Equal(20, s.GetProperty("measured").GetInt32()));
    }

    [Fact]
    public async Task A_photograph_is_drawn_anew_and_what_is_none_is_refused()
    {
        async Task<HttpResponseMessage> SendAsync(byte[] bytes)
        {
            using var form = new MultipartFormDataContent();
            var content = new ByteArrayContent(bytes) { Headers = { ContentType = new MediaTypeHeaderValue("image/jpeg") } };
            form.Add(content, "file", "mold.jpg");
            return await _server.Client.PostAsync("/api/shop/photos", form, TestContext.Current.CancellationToken);
        }

        using var bitmap = new SkiaSharp.SKBitmap(3_000, 1_000);
        bitmap.Erase(SkiaSharp.SKColors.Teal);
        using var jpeg = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 90);
        // An EXIF segment that turns it and says a place, as a camera writes it.
        byte[] exif = [.. "Exif\0\0MM\0*\0\0\0\b\0\u0001\u0001\u0012\0\u0003\0\0\0\u0001\0\u0006\0\0\0\0\0\0GPS 47.1 N"u8];
        byte[] segment = [0xFF, 0xE1, (byte)((exif.Length + 2) >> 8), (byte)(exif.Length + 2), .. exif];
        byte[] file = [.. jpeg.ToArray()[..2], .. segment, .. jpeg.ToArray()[2..]];
        var kept = await StampoServer.ReadAsync(await SendAsync(file));
        Assert.Equal((533, 1_600), (kept.GetProperty("widthPx").GetInt32(), kept.GetProperty("heightPx").GetInt32()));
        var hash = kept.GetProperty("hash").GetString();
        var shown = await _server.Client.GetByteArrayAsync($"/api/shop/photos/{hash}", TestContext.Current.CancellationToken);
        Assert.DoesNotContain("GPS", Encoding.Latin1.GetString(shown), StringComparison.Ordinal);

        Assert.Equal((422, "photo.not-one", "file"), await StampoServer.RefusedAsync(await SendAsync([1, 2, 3])));
        Assert.Equal((422, "photo.not-one", "file"), await StampoServer.RefusedAsync(await SendAsync(file[..40])));
        Assert.Equal((422, "photo.size", "file"), await StampoServer.RefusedAsync(await SendAsync([])));

        // One that ends before its picture does is no picture; one of more pixels than anybody looks at is refused before it is unpacked.
        Assert.Equal((422, "photo.not-one", "file"), await StampoServer.RefusedAsync(await SendAsync(file[..(file.Length / 2)])));
        using var large = new SkiaSharp.SKBitmap(8_900, 8_900, SkiaSharp.SKColorType.Gray8, SkiaSharp.SKAlphaType.Opaque);
        using var png = large.Encode(SkiaSharp.SKEncodedImageFormat.Png, 10);
        Assert.Equal((422, "photo.size", "file"), await StampoServer.RefusedAsync(await SendAsync(png.ToArray())));
    }

    [Fact]
    public async Task What_was_paid_is_held_against_the_decision_and_teaches_the_shop_a_price()
    {
        var path = $"/api/projects/{await GatewayAsync()}/spent";
        var before = await _server.GetAsync(path);
        var cast = before
            .GetProperty("stretches")
            .EnumerateArray()
            .Single(s => s.GetProperty("id").GetString() == "s2")
            .GetProperty("waterfall");
        var steps = cast.GetProperty("steps").EnumerateArray().ToList();
        Assert.Equal(
            [
                "Cavities",
                "Good parts",
                "Life of a tool",
                "Hands for the preparation",
                "Hands for a tool",
                "Hands for a part",
                "Mold silicone",
            ],
            steps.Select(s => s.GetProperty("name").GetString())
        );
        Assert.Equal(
            cast.GetProperty("expected").GetDouble(),
            cast.GetProperty("decided").GetDouble() + steps.Sum(s => s.GetProperty("difference").GetDouble()),
            6
        );
        Assert.True(before.GetProperty("whole").GetProperty("expected").GetDouble() > cast.GetProperty("expected").GetDouble());

        var paid = before.GetProperty("paid");
        var more = new
        {
            id = NewId(),
            routeId = "cast-silicone",
            supplier = "Ostwick Castings",
            @as = "other",
            key = (string?)null,
            amount = 1,
            paid = 85,
            orderedOn = (string?)null,
            cameOn = (string?)null,
            quoteId = (string?)null,
            by = Sefa,
            text = "Courier",
        };
        var all = paid.GetProperty("value").GetProperty("all").EnumerateArray().Select(i => (object)i).Append(more).ToList();
        var version = paid.GetProperty("version").GetInt32();
        var after = await _server.PutAsync(path, new { value = new { all }, version });
        Assert.Equal(Whole(before) + 85, Whole(after), 6);
        Assert.Equal(409, (await StampoServer.RefusedAsync(await PutAsync(path, new { value = new { all }, version }))).Status);
        all.Add(all[^1]);
        Assert.Equal(
            (422, "input.duplicate", "all"),
            await StampoServer.RefusedAsync(await PutAsync(path, new { value = new { all }, version = version + 1 }))
        );
        after = await _server.PostAsync($"{path}/undo", new { version = version + 1 });
        Assert.Equal(Whole(before), Whole(after), 6);

        // Three invoices of silicone are a price of the shop's own; taken, it is not proposed again, and the library takes it back.
        Assert.NotNull(await ProposedAsync());
        await _server.PostAsync("/api/log/learned/accept", new { rateKey = "silicone.price", by = Sefa });
        Assert.Null(await ProposedAsync());
        Assert.Contains(Sefa, await SourceAsync(), StringComparison.Ordinal);
        await _server.PostAsync(
            "/api/library/undo",
            new { version = (await _server.GetAsync("/api/library")).GetProperty("version").GetInt32() }
        );
        Assert.DoesNotContain(Sefa, await SourceAsync(), StringComparison.Ordinal);

        static double Whole(JsonElement view) => view.GetProperty("whole").GetProperty("expected").GetDouble();
        async Task<string?> ProposedAsync() =>
            (await _server.GetAsync("/api/log/learned"))
                .GetProperty("figures")
                .EnumerateArray()
                .Single(f => f.GetProperty("rateKey").GetString() == "silicone.price")
                .GetProperty("proposed")
                is { ValueKind: JsonValueKind.Object } range
                ? range.GetRawText()
                : null;
        async Task<string> SourceAsync() =>
            (await _server.GetAsync("/api/library"))
                .GetProperty("rates")
                .EnumerateArray()
                .Select(r => r.GetProperty("entry"))
                .Single(r => r.GetProperty("key").GetString() == "silicone.price")
                .GetProperty("source")
                .GetString()!;
    }

    [Fact]
    public async Task Hours_of_shots_teach_the_norm_that_hands_hang_on()
    {
        async Task<JsonElement> HoursAsync() =>
            (await _server.GetAsync("/api/log/learned"))
                .GetProperty("figures")
                .EnumerateArray()
                .Single(f => f.GetProperty("rateKey").GetString() == "cast.shot");
        var before = await HoursAsync();
        Assert.Equal("hours", before.GetProperty("what").GetString());
        var proposed = before.GetProperty("proposed").GetProperty("likely").GetDouble();
        Assert.True(proposed > before.GetProperty("stated").GetProperty("likely").GetDouble());
        await _server.PostAsync("/api/log/learned/accept", new { rateKey = "cast.shot", by = Sefa });
        var after = await HoursAsync();
        Assert.Equal(proposed, after.GetProperty("stated").GetProperty("likely").GetDouble());
        Assert.Equal(proposed, after.GetProperty("actual").GetProperty("likely").GetDouble(), 0.002);
        Assert.Equal(
            (422, "learned.nothing", "rateKey"),
            await _server.RefusedPostAsync(
                "/api/log/learned/accept",
                new
                {
                    rateKey = "cast.shot",
                    by = Sefa,
                    part = "width",
                }
            )
        );
        var version = (await _server.GetAsync("/api/library")).GetProperty("version").GetInt32();
        await _server.PostAsync("/api/library/undo", new { version });
        Assert.Equal(proposed, (await HoursAsync()).GetProperty("proposed").GetProperty("likely").GetDouble());
    }

    private Task<HttpResponseMessage> PutAsync(string path, object body) => _server.Client.PutAsJsonAsync(path, body, Json.Options);
}
