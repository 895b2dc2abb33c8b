using System.IO.Compression;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

/// <summary>The pick, the bridge, what-ifs, sensitivity, states side by side, decisions re-opened, and what is taken along.</summary>
public sealed class ChoiceTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

    private static readonly DateOnly Today = DateOnly.FromDateTime(DateTime.Now);

    private static readonly Core.Briefs.Brief Trial = new()
    {
        ProductionMaterial = "abs",
        Demand = [new DemandRow(Today.AddDays(60), 40, Purpose.Function), new DemandRow(Today.AddDays(300), 1_200, Purpose.Sale, 3)],
        Hardness = new HardnessTarget(ShoreScale.D, 77, 8, true),
        ChangeRisk = new ChangeRisk(0.12, ChangeSize.Large),
    };

    private Task<string> ProjectAsync(Core.Briefs.Brief? brief = null) => ProjectAsync(_server, "gateway-housing.stl", brief);

    private static async Task<string> ProjectAsync(StampoServer server, string mesh, Core.Briefs.Brief? brief = null)
    {
        var id = await server.NewProjectWithPartAsync(mesh);
        await server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(brief ?? Trial, 0));
        return id;
    }

    /// <summary>Waits until the shape is measured, after which figures stand still.</summary>
    private async Task MeasuredAsync(string id)
    {
        await _server.PostAsync($"/api/projects/{id}/part/study", new { });
        while ((await _server.GetAsync($"/api/projects/{id}/part/study")).GetProperty("phase").GetString() is "waiting" or "running")
            await Task.Delay(50);
    }

    [Fact]
    public async Task The_answer_of_a_project_is_one_account_with_its_memo_and_its_decision()
    {
        var id = await ProjectAsync();
        await MeasuredAsync(id);
        var answer = await _server.GetAsync($"/api/projects/{id}/answer");
        var best = answer.GetProperty("best");
        var stretches = best.GetProperty("stretches").EnumerateArray().ToList();
        Assert.Equal(3_640, answer.GetProperty("quantity").GetDouble());
        Assert.True(stretches.Count >= 2);
        Assert.Equal(
            best.GetProperty("total").GetDouble(),
            stretches.Sum(s => s.GetProperty("cost").GetProperty("total").GetDouble()),
            1e-6
        );
        Assert.Equal(
            best.GetProperty("total").GetDouble(),
            (await _server.GetAsync($"/api/projects/{id}/memo")).GetProperty("head").GetProperty("total").GetDouble(),
            1e-9
        );

        // The answer put together by hand costs the same, is recorded whole, and heads the memo.
        var hand = new
        {
            stretches = stretches.Select(s => new
            {
                routeId = s.GetProperty("routeId").GetString(),
                quantity = s.GetProperty("quantity").GetDouble(),
            }),
        };
        Assert.Equal(
            best.GetProperty("total").GetDouble(),
            (await _server.PostAsync($"/api/projects/{id}/sequence", hand)).GetProperty("total").GetDouble(),
            1e-6
        );
        var made = await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                hand.stretches,
                reason = "As advised.",
                by = "Ilka Brandvold",
            }
        );
        Assert.Equal(best.GetProperty("total").GetDouble(), made.GetProperty("sequence").GetProperty("total").GetDouble(), 1e-6);
        Assert.Equal(answer.GetProperty("changes").GetArrayLength(), made.GetProperty("wouldChange").GetArrayLength());
        var memo = await _server.GetAsync($"/api/projects/{id}/memo");
        Assert.True(memo.GetProperty("isDecided").GetBoolean());
        Assert.Equal(made.GetProperty("sequence").GetRawText(), memo.GetProperty("head").GetRawText());

        // The lane at all that is asked for and the single route in the answer's list are one figure.
        var single = answer.GetProperty("contenders")[0];
        var lane = (await _server.GetAsync($"/api/projects/{id}/comparison?quantity=3640"))
            .GetProperty("lanes")
            .EnumerateArray()
            .Single(l => l.GetProperty("route").GetProperty("id").GetString() == single.GetProperty("routeId").GetString());
        var alone = await _server.PostAsync(
            $"/api/projects/{id}/sequence",
            new { stretches = new[] { new { routeId = single.GetProperty("routeId").GetString() } } }
        );
        Assert.Equal(single.GetProperty("cost").GetDouble(), alone.GetProperty("total").GetDouble(), 1e-6);
        Assert.Equal(
            lane.GetProperty("total").GetProperty("p50").GetDouble(),
            alone.GetProperty("stretches")[0].GetProperty("cost").GetProperty("made").GetDouble(),
            1e-6
        );
    }

    [Fact]
    public async Task A_decision_of_an_earlier_release_reads_as_a_sequence_of_one()
    {
        var id = await ProjectAsync();
        var made = await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 40 } },
                reason = "The trial first.",
                by = "Oren Tisdale",
            }
        );
        await Sql.RunAsync(
            _server.DatabaseFile,
            "UPDATE Decisions SET Json = json_set(json_remove(Json, '$.sequence', '$.advised', '$.wouldChange'), "
                + "'$.routeId', 'cast-silicone', '$.routeName', 'Urethane cast in silicone', '$.quantity', 40), Schema = 1 WHERE "
                + "ProjectId = '"
                + id
                + "'"
        );
        var kept = (await _server.GetAsync($"/api/projects/{id}/decisions"))[0];
        var stretch = Assert.Single(kept.GetProperty("sequence").GetProperty("stretches").EnumerateArray());
        Assert.Equal(("cast-silicone", 40), (stretch.GetProperty("routeId").GetString(), stretch.GetProperty("quantity").GetDouble()));
        Assert.Equal(
            made.GetProperty("lanes")
                .EnumerateArray()
                .Single(l => l.GetProperty("route").GetProperty("id").GetString() == "cast-silicone")
                .GetProperty("total")
                .GetProperty("p50")
                .GetDouble(),
            stretch.GetProperty("cost").GetProperty("total").GetDouble()
        );
        Assert.True((await _server.GetAsync($"/api/projects/{id}")).GetProperty("done").GetProperty("routes").GetBoolean());
        Assert.Equal(
            "cast-silicone",
            (await _server.GetAsync($"/api/projects/{id}/plan")).GetProperty("route").GetProperty("id").GetString()
        );
    }

    [Fact]
    public async Task Each_stretch_has_its_plan_and_odd_sequences_are_refused_with_their_field()
    {
        var id = await ProjectAsync();
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new object[]
                {
                    new { routeId = "print", quantity = 10 },
                    new { routeId = "cast-silicone", quantity = 30 },
                    new { routeId = "inject-aluminium" },
                },
                reason = "In turn.",
                by = "Oren Tisdale",
            }
        );
        async Task<string> PlannedAsync(string ask) =>
            (await _server.GetAsync($"/api/projects/{id}/plan{ask}")).GetProperty("route").GetProperty("id").GetString()!;
        Assert.Equal(
            ["cast-silicone", "print", "cast-silicone", "inject-aluminium"],
            [
                await PlannedAsync(""),
                await PlannedAsync("?stretch=s1"),
                await PlannedAsync("?stretch=s2"),
                await PlannedAsync("?stretch=s3"),
            ]
        );
        async Task<string> FieldAsync(params object[] stretches) =>
            (await _server.RefusedPostAsync($"/api/projects/{id}/sequence", new { stretches })).Field!;
        Assert.Equal(
            ["stretches", "stretches[0].quantity", "stretches[1].routeId", "stretches[0].quantity"],
            [
                await FieldAsync(),
                await FieldAsync(new { routeId = "print", quantity = -3 }),
                await FieldAsync(new { routeId = "print", quantity = 3 }, new { routeId = "nowhere" }),
                await FieldAsync(new { routeId = "print" }, new { routeId = "cast-silicone" }),
            ]
        );
    }

    [Fact]
    public async Task Quotes_are_kept_read_from_a_table_and_asked_for_with_one_file()
    {
        var id = await ProjectAsync();
        await MeasuredAsync(id);
        var table =
            "route,supplier,tool,cavities,guaranteedShots,leadDays,validUntil,from,each\ninject-aluminium,Kestrelmere "
            + $"Tooling,900,2,10000,15,{Today.AddDays(40):yyyy-MM-dd},1000,0.8\ninject-aluminium,Kestrelmere "
            + $"Tooling,900,2,10000,15,{Today.AddDays(40):yyyy-MM-dd},100,1.1";
        var read = await (
            await _server.Client.PostAsync($"/api/projects/{id}/quotes/csv", new StringContent(table, Encoding.UTF8, "text/csv"))
        ).Content.ReadFromJsonAsync<System.Text.Json.JsonElement>();
        var quote = Assert.Single(read.GetProperty("all").EnumerateArray());
        Assert.Equal([100, 1_000], quote.GetProperty("prices").EnumerateArray().Select(p => p.GetProperty("from").GetInt32()));
        Assert.Equal(0, (await _server.GetAsync($"/api/projects/{id}/quotes")).GetProperty("version").GetInt32());

        var before = (await _server.GetAsync($"/api/projects/{id}/answer")).GetProperty("best").GetProperty("total").GetDouble();
        var book = Json.Read<Core.Quotes.QuoteBook>(read.GetRawText());
        await _server.PutAsync($"/api/projects/{id}/quotes", new Save<Core.Quotes.QuoteBook>(new([book.All[0] with { Counts = true }]), 0));
        var answer = (await _server.GetAsync($"/api/projects/{id}/answer")).GetProperty("best");
        Assert.True(answer.GetProperty("total").GetDouble() < before);
        var last = answer.GetProperty("stretches").EnumerateArray().Last();
        Assert.Equal(900 + last.GetProperty("quantity").GetDouble() * 0.8, last.GetProperty("cost").GetProperty("made").GetDouble(), 1e-6);
        await _server.PostAsync($"/api/projects/{id}/quotes/undo", new { version = 1 });
        Assert.Equal(
            before,
            (await _server.GetAsync($"/api/projects/{id}/answer")).GetProperty("best").GetProperty("total").GetDouble(),
            1e-6
        );

        using var zip = new ZipArchive(
            await _server.Client.GetStreamAsync($"/api/projects/{id}/quotes/request.zip?routeId=inject-aluminium&quantities=100,1000")
        );
        Assert.Equal(
            ["brief.json", "part.3mf", "part.stl", "quantities.csv", "request.json", "request.pdf"],
            zip.Entries.Select(e => e.FullName).Order()
        );
        Assert.Equal(
            (422, "input.out-of-range", "quantities"),
            await StampoServer.RefusedAsync(
                await _server.Client.GetAsync($"/api/projects/{id}/quotes/request.zip?routeId=print&quantities=some")
            )
        );
        // Two quotes of a supplier are two when they are told apart, and never silently one.
        const string two =
            "route,supplier,tool,each,validUntil,quote\ninject-aluminium,Ostwick,900,2,2031-01-01,A\ninject-aluminium,Ostwick,1200,1.5,2031-01-01,B";
        Assert.Equal(
            2,
            (
                await StampoServer.ReadAsync(
                    await _server.Client.PostAsync($"/api/projects/{id}/quotes/csv", new StringContent(two, Encoding.UTF8, "text/csv"))
                )
            )
                .GetProperty("all")
                .EnumerateArray()
                .Count(q => q.GetProperty("supplier").GetString() == "Ostwick")
        );
        Assert.Equal(
            "quote.bad-csv",
            await BadAsync(two.Replace(",A", ",", StringComparison.Ordinal).Replace(",B", ",", StringComparison.Ordinal))
        );
        Assert.Equal("quote.bad-csv", await BadAsync(two.Replace("1200", "dear", StringComparison.Ordinal)));
        async Task<string?> BadAsync(string csv) =>
            (
                await StampoServer.RefusedAsync(
                    await _server.Client.PostAsync($"/api/projects/{id}/quotes/csv", new StringContent(csv, Encoding.UTF8, "text/csv"))
                )
            ).Code;
        Assert.Equal("quote.bad-csv", await BadAsync("supplier,tool\nx,1"));
        Assert.Equal(
            "quote.bad-csv",
            await BadAsync(
                table.Replace(
                    Today.AddDays(40).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                    "soon",
                    StringComparison.Ordinal
                )
            )
        );
        Assert.Equal("quote.no-route", await BadAsync(table.Replace("inject-aluminium", "by-hand", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task The_answer_refuses_what_it_can_not_weigh()
    {
        var id = await ProjectAsync();
        Assert.Equal(
            (422, "input.out-of-range", "weights.cost"),
            await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/answer?cost=-1"))
        );
        Assert.Contains(
            "no demand",
            (await _server.GetAsync($"/api/projects/{await ProjectAsync(new Core.Briefs.Brief())}/answer"))
                .GetProperty("sentences")[0]
                .GetString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Lanes_at_a_quantity_carry_only_what_it_changes()
    {
        var id = await ProjectAsync();
        await MeasuredAsync(id);
        var whole = (await _server.GetAsync($"/api/projects/{id}/comparison?quantity=40")).GetProperty("lanes");
        var moved = (await _server.GetAsync($"/api/projects/{id}/comparison/lanes?quantity=40")).GetProperty("lanes");
        foreach (var (lane, change) in whole.EnumerateArray().Zip(moved.EnumerateArray()))
        {
            Assert.Equal(lane.GetProperty("route").GetProperty("id").GetString(), change.GetProperty("id").GetString());
            Assert.Equal(
                lane.GetProperty("gates").GetArrayLength(),
                lane.GetProperty("fixedGates").GetInt32() + change.GetProperty("gates").GetArrayLength()
            );
            Assert.Equal(
                lane.GetProperty("unit").GetProperty("p50").GetDouble(),
                change.GetProperty("unit").GetProperty("p50").GetDouble()
            );
        }
    }

    [Fact]
    public async Task A_what_if_moves_the_figures_and_undo_takes_it_back()
    {
        var id = await ProjectAsync();
        await MeasuredAsync(id);
        var before = await _server.GetAsync($"/api/projects/{id}/sensitivity?quantity=40");
        Assert.True(before.GetProperty("swings").GetArrayLength() > 3);
        var held = await _server.PutAsync(
            $"/api/projects/{id}/what-if",
            new Save<WhatIf>(new WhatIf([new HeldInput("labour.bench", 400)]), 0)
        );
        Assert.NotEqual(
            before.GetProperty("margin").GetDouble(),
            (await _server.GetAsync($"/api/projects/{id}/sensitivity?quantity=40")).GetProperty("margin").GetDouble()
        );
        Assert.Equal(
            (422, "whatif.unknown", "inputs.labour.ghost"),
            await StampoServer.RefusedAsync(
                await _server.Client.PutAsJsonAsync(
                    $"/api/projects/{id}/what-if",
                    new Save<WhatIf>(new WhatIf([new HeldInput("labour.ghost", 4)]), 1),
                    Json.Options
                )
            )
        );
        await _server.PutAsync($"/api/projects/{id}/what-if", new Save<WhatIf>(WhatIf.None, held.GetProperty("version").GetInt32()));
        Assert.Equal(
            before.GetProperty("margin").GetDouble(),
            (await _server.GetAsync($"/api/projects/{id}/sensitivity?quantity=40")).GetProperty("margin").GetDouble(),
            1e-9
        );
    }

    [Fact]
    public async Task Two_quantities_and_two_briefs_stand_side_by_side()
    {
        var id = await ProjectAsync();
        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Trial with { ToleranceMm = 0.1 }, 1));
        var quantities = await _server.GetAsync($"/api/projects/{id}/comparison/beside?quantity=40&with=4000");
        Assert.Equal((40, 4_000), (quantities.GetProperty("quantity").GetDouble(), quantities.GetProperty("withQuantity").GetDouble()));
        var states = await _server.GetAsync($"/api/projects/{id}/brief/states");
        var first = states.EnumerateArray().Last().GetProperty("ordinal").GetInt32();
        var briefs = await _server.GetAsync($"/api/projects/{id}/comparison/beside?quantity=40&brief={first}");
        var difference = Assert.Single(briefs.GetProperty("briefDifferences").EnumerateArray());
        Assert.Equal(("toleranceMm", "0.1"), (difference.GetProperty("where").GetString(), difference.GetProperty("now").GetString()));
        Assert.Equal(
            404,
            (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/comparison/beside?brief=99"))).Status
        );
    }

    [Fact]
    public async Task A_decision_opens_as_it_was_and_says_what_has_changed_since()
    {
        // What counts for the whole shop is changed: on a server of its own.
        using var server = new StampoServer();
        var id = await server.MeasuredAsync(await ProjectAsync(server, "scale-foot.stl"));
        var made = await server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 40 } },
                reason = "The trial first.",
                by = "Oren Tisdale",
            }
        );
        var changes = $"/api/projects/{id}/decisions/{made.GetProperty("id").GetInt32()}/changes";
        var same = await server.GetAsync(changes);
        Assert.All(new[] { "part", "brief", "rates" }, what => Assert.Equal(0, same.GetProperty(what).GetArrayLength()));
        Assert.Equal(same.GetProperty("totalThen").GetDouble(), same.GetProperty("totalNow").GetDouble(), 1e-9);

        await server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Trial with { ShowSide = Finish.Gloss }, 1));
        await server.PutAsync(
            "/api/library",
            new { rates = new[] { Core.Reference.RateCard.Shipped["labour.bench"] with { Likely = 49 } } }
        );
        var now = await server.GetAsync(changes);
        Assert.Equal("showSide", Assert.Single(now.GetProperty("brief").EnumerateArray()).GetProperty("where").GetString());
        Assert.Single(now.GetProperty("rates").EnumerateArray());
        Assert.True(now.GetProperty("totalNow").GetDouble() > now.GetProperty("totalThen").GetDouble());
        var kept = (await server.GetAsync($"/api/projects/{id}/decisions"))[0];
        Assert.Equal(same.GetProperty("totalThen").GetDouble(), kept.GetProperty("sequence").GetProperty("total").GetDouble());
        Assert.Equal(
            404,
            (await StampoServer.RefusedAsync(await server.Client.GetAsync($"/api/projects/{id}/decisions/9999/changes"))).Status
        );
    }

    private static double HeadOf(JsonElement memo) => memo.GetProperty("head").GetProperty("total").GetDouble();

    private static double TotalOf(JsonElement memo) =>
        memo.GetProperty("working").EnumerateArray().Last().GetProperty("value").Deserialize<ThreePoint>(Json.Options).Likely;

    [Fact]
    public async Task Memo_table_and_page_can_be_taken_along()
    {
        var id = await ProjectAsync();
        await MeasuredAsync(id);
        var memo = await _server.GetAsync($"/api/projects/{id}/memo?quantity=40");
        Assert.Contains(
            memo.GetProperty("asked").EnumerateArray(),
            a => a.GetString()!.Contains("a year for 3 years", StringComparison.Ordinal)
        );
        Assert.InRange(memo.GetProperty("rows").GetArrayLength(), 1, 8);
        var pdf = await _server.Client.GetByteArrayAsync($"/api/projects/{id}/memo.pdf?quantity=40");
        Assert.StartsWith("%PDF-", Encoding.ASCII.GetString(pdf, 0, 8), StringComparison.Ordinal);
        // The appendix ends with the total that stands at the head; what was decided keeps its own when a rate moves.
        Assert.Equal(HeadOf(memo), TotalOf(memo), 0.01);
        Assert.Equal(JsonValueKind.Null, memo.GetProperty("today").ValueKind);
        var taken = memo.GetProperty("head").GetProperty("stretches").EnumerateArray();
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = taken.Select(s => new
                {
                    routeId = s.GetProperty("routeId").GetString(),
                    quantity = s.GetProperty("quantity").GetDouble(),
                }),
                reason = "As recommended.",
                by = "Oren Tisdale",
            }
        );
        memo = await _server.GetAsync($"/api/projects/{id}/memo?quantity=40");
        Assert.True(memo.GetProperty("isDecided").GetBoolean());
        Assert.Equal(HeadOf(memo), TotalOf(memo), 0.01);
        var labour = new WhatIf([new HeldInput("labour.bench", 400)]);
        await _server.PutAsync($"/api/projects/{id}/what-if", new Save<WhatIf>(labour, 0));
        var dearer = await _server.GetAsync($"/api/projects/{id}/memo?quantity=40");
        Assert.Equal(HeadOf(memo), HeadOf(dearer));
        Assert.True(TotalOf(dearer) > HeadOf(dearer));
        Assert.Contains("reckoned here", dearer.GetProperty("today").GetString(), StringComparison.Ordinal);
        var csv = await _server.Client.GetStringAsync($"/api/projects/{id}/routes.csv?quantity=40");
        Assert.Equal(1 + 19, csv.Trim().Split('\n').Length);
        Assert.Contains("Urethane cast in silicone", csv, StringComparison.Ordinal);
        using var xlsx = new ZipArchive(await _server.Client.GetStreamAsync($"/api/projects/{id}/routes.xlsx?quantity=40"));
        Assert.Contains(xlsx.Entries, e => e.FullName.Contains("sheet1", StringComparison.Ordinal));
        Assert.Equal(
            (422, "comparison.no-volume", "part"),
            await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{await _server.NewProjectAsync()}/memo.pdf"))
        );
    }

    [Fact]
    public async Task The_ladder_is_kept_and_checked()
    {
        var id = await ProjectAsync();
        var tab = new LadderRequest(LadderSection.Cantilever, 0.4, GiveMm: 2, LengthMm: 15, WidthMm: 12, ThicknessMm: 3);
        var answer = await _server.PostAsync("/api/calc/hardness-ladder", tab);
        Assert.Equal(8.333, answer.GetProperty("modulusMpa").GetDouble(), 1e-3);
        var ladder = new Ladder
        {
            Request = tab,
            Tried = [new Felt("pu-elastomer-80a", "just right")],
            ChosenMaterialId = "pu-elastomer-80a",
            Reason = "Holds the tab.",
            ChosenOn = Today,
        };
        var kept = await _server.PutAsync($"/api/projects/{id}/ladder", new Save<Ladder>(ladder, 0));
        Assert.Equal("just right", kept.GetProperty("value").GetProperty("tried")[0].GetProperty("words").GetString());
        Assert.Equal(
            (422, "ladder.no-material", "chosenMaterialId"),
            await StampoServer.RefusedAsync(
                await _server.Client.PutAsJsonAsync(
                    $"/api/projects/{id}/ladder",
                    new Save<Ladder>(ladder with { ChosenMaterialId = "jelly" }, 1),
                    Json.Options
                )
            )
        );
        Assert.Equal(
            "postMm",
            (
                await _server.RefusedPostAsync(
                    "/api/calc/hardness-ladder",
                    new
                    {
                        section = "ring",
                        loadN = 5,
                        diameterMm = 5,
                        widthMm = 3,
                        thicknessMm = 2,
                    }
                )
            ).Field
        );
    }

    [Fact]
    public async Task Templates_can_be_saved_as_they_come_and_insert_stress_answers()
    {
        var templates = await _server.GetAsync("/api/brief-templates");
        Assert.Equal(6, templates.GetArrayLength());
        foreach (var template in templates.EnumerateArray())
            await _server.PutAsync(
                $"/api/projects/{await _server.NewProjectAsync()}/brief",
                new { value = template.GetProperty("brief"), version = 0 }
            );
        Assert.Equal(11.24, (
                await _server.PostAsync(
                    "/api/calc/insert-stress",
                    new
                    {
                        modulusMpa = 2300,
                        strain = 0.006,
                        poisson = 0.38,
                        innerRadiusMm = 2.5,
                        outerRadiusMm = 5,
                    }
                )
            ).GetProperty("hoopMpa").GetDouble(), 0.005);
        var plate = new
        {
            sectionMm = 2.4,
            diffusivityMm2PerS = 0.085,
            meltC = 235,
            moldC = 60,
            ejectC = 95,
            criterion = "mean",
        };
        Assert.Equal(9.6084, (await _server.PostAsync("/api/calc/cooling-time", plate)).GetProperty("seconds").GetDouble(), 1e-4);
        Assert.Equal("ejectC", (await _server.RefusedPostAsync("/api/calc/cooling-time", plate with { ejectC = 230 })).Field);
        var robot = new
        {
            capital = 48_000,
            handSeconds = 12,
            handRatePerH = 60,
            robotSeconds = 1.5,
            robotRatePerH = 44,
        };
        var pays = await _server.PostAsync("/api/calc/insert-automation", robot);
        Assert.Equal(264_220.18, pays.GetProperty("breakEvenParts").GetDouble(), 0.01);
        var never = await _server.PostAsync("/api/calc/insert-automation", robot with { handSeconds = 1, robotSeconds = 12 });
        Assert.Equal(System.Text.Json.JsonValueKind.Null, never.GetProperty("breakEvenParts").ValueKind);
        Assert.Equal(
            "ejectC",
            (
                await _server.RefusedPostAsync(
                    "/api/calc/cooling-time",
                    new
                    {
                        sectionMm = 2.4,
                        diffusivityMm2PerS = 0.085,
                        meltC = 235,
                        moldC = 60,
                        ejectC = 50,
                    }
                )
            ).Field
        );
        Assert.Equal(791.56, (
                await _server.PostAsync(
                    "/api/calc/clamp-force",
                    new
                    {
                        projectedCm2 = 96.8,
                        cavities = 2,
                        runnerCm2 = 12,
                        cavityMpa = 35,
                        safety = 1.1,
                    }
                )
            ).GetProperty("kn").GetDouble(), 0.005);
        Assert.Equal(
            "properties[0]",
            (
                await StampoServer.RefusedAsync(
                    await _server.Client.PutAsJsonAsync(
                        $"/api/projects/{await _server.NewProjectAsync()}/brief",
                        new { value = new { properties = new object?[] { null } }, version = 0 },
                        Json.Options
                    )
                )
            ).Field
        );
    }
}
