using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.Zones;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

/// <summary>The plan over real HTTP: calculators, choices, shapes, generated molds, the traveller.</summary>
public sealed class PlanTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

    /// <summary>A block of 40 mm with a draft of about 6°, as plain as a part can be.</summary>
    private static readonly byte[] Frustum =
        """
        v 0 0 0
        v 40 0 0
        v 40 40 0
        v 0 40 0
        v 2 2 20
        v 38 2 20
        v 38 38 20
        v 2 38 20
        f 4 3 2 1
        f 5 6 7 8
        f 1 2 6 5
        f 2 3 7 6
        f 3 4 8 7
        f 4 1 5 8
        """u8.ToArray();

    private Task<string> DecidedAsync(string routeId, string mesh = "gateway-housing.stl", int quantity = 40) =>
        DecidedAsync(routeId, StampoServer.DemoMesh(mesh), mesh, quantity);

    private async Task<string> DecidedAsync(string routeId, byte[] mesh, string name, int quantity)
    {
        var id = await _server.NewProjectAsync();
        await StampoServer.ReadAsync(await _server.SendMeshAsync($"/api/projects/{id}/part/file?version=0&unit=mm", mesh, name));
        await _server.MeasuredAsync(id);
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId, quantity } },
                reason = "To be planned.",
                by = "Oren Tisdale",
            }
        );
        return id;
    }

    private async Task<CastingChoices> ChoicesAsync(string id) =>
        (await _server.GetAsync($"/api/projects/{id}/plan"))
            .GetProperty("plan")
            .GetProperty("value")
            .Deserialize<CastingChoices>(Json.Options)!;

    private Task<JsonElement> SaveAsync(string id, CastingChoices plan, int version = 0) =>
        _server.PutAsync($"/api/projects/{id}/plan", new Save<PlanChoices>(plan, version));

    [Fact]
    public async Task Calculators_answer_their_worked_examples()
    {
        var mold = await PostJsonAsync(
            "silicone-mold",
            """{"partBboxMm":[118,82,34],"partVolumeCm3":46,"wallMm":25,"gatesCm3":0,"densityGPerCm3":1.10,"ratio":{"a":100,"b":10},"lossPct":10}"""
        );
        Assert.Equal("[168,132,84]", mold.GetProperty("boxMm").GetRawText());
        Assert.Equal(1816.784, mold.GetProperty("siliconeCm3").GetDouble(), 1e-6);
        Assert.Equal(2198.31, mold.GetProperty("massG").GetDouble(), 0.005);
        Assert.Equal(1998.46, mold.GetProperty("aG").GetDouble(), 0.005);
        Assert.Equal(199.85, mold.GetProperty("bG").GetDouble(), 0.005);
        Assert.True(mold.GetProperty("degasVesselCm3").GetDouble() >= 4 * 1816.784);
        Assert.Equal(
            0.92336,
            (await PostJsonAsync("cure-time", """{"refHours":12,"refC":23,"atC":60}""")).GetProperty("hours").GetDouble(),
            5e-6
        );
        Assert.Equal(
            0.63273,
            (await PostJsonAsync("bubble", """{"fromKpaAbs":101.325,"toKpaAbs":400}""")).GetProperty("diameterRatio").GetDouble(),
            5e-6
        );
        Assert.Equal(
            97.79,
            (await PostJsonAsync("pump-down", """{"volumeL":30,"speedLPerMin":85,"fromMbar":1013,"toMbar":10}"""))
                .GetProperty("seconds")
                .GetDouble(),
            0.005
        );
    }

    [Fact]
    public async Task A_schedule_is_laid_out_or_says_what_collides()
    {
        const string resources =
            """{"resources":[{"id":"hands","capacity":1,"windows":[[480,1020],[1920,2460]]},{"id":"pot","capacity":1}],"horizonMin":20160,"operations":[""";
        const string mix =
            """{"id":"mix","handsMin":10,"waitMin":0,"holds":[{"resource":"hands","during":"hands"},{"resource":"pot","during":"both"}],"after":[{"id":"weigh","minLagMin":0,"maxLagMin":5}]}""";
        var answer = await PostJsonAsync("schedule", resources + mix + """,{"id":"weigh","handsMin":30,"waitMin":2}]}""");
        Assert.Equal(("optimal", 490), (answer.GetProperty("status").GetString(), answer.GetProperty("makespanMin").GetInt32()));
        Assert.Equal([480, 443], answer.GetProperty("slots").EnumerateArray().Select(s => s.GetProperty("startMin").GetInt32()));
        var none = await PostJsonAsync("schedule", resources + mix + """,{"id":"weigh","handsMin":30,"waitMin":20000}]}""");
        Assert.Equal("infeasible", none.GetProperty("status").GetString());
        Assert.Equal(JsonValueKind.Null, none.GetProperty("makespanMin").ValueKind);
        Assert.Equal(["mix", "weigh", "hands"], none.GetProperty("conflict").EnumerateArray().Select(c => c.GetString()));
    }

    [Theory]
    [InlineData(
        "silicone-mold",
        """{"partBboxMm":[118,82,34],"partVolumeCm3":46,"densityGPerCm3":24.8,"ratio":{"a":100,"b":10}}""",
        422,
        "densityGPerCm3"
    )]
    [InlineData("silicone-mold", """{"partBboxMm":null,"partVolumeCm3":46,"densityGPerCm3":1,"ratio":{"a":1,"b":1}}""", 400, null)]
    [InlineData("silicone-mold", """{"partVolumeCm3":46}""", 422, "partBboxMm")]
    [InlineData("cure-time", """{"refHours":12,"atC":1e9}""", 422, "atC")]
    [InlineData("bubble", """{"fromKpaAbs":-1,"toKpaAbs":400}""", 422, "fromKpaAbs")]
    [InlineData("pump-down", """{"volumeL":30,"speedLPerMin":0,"fromMbar":1013,"toMbar":10}""", 422, "speedLPerMin")]
    public async Task Odd_numbers_are_refused_by_name(string calculator, string body, int status, string? field)
    {
        using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        var refused = await StampoServer.RefusedAsync(await _server.Client.PostAsync($"/api/calc/{calculator}", content));
        Assert.Equal((status, field), (refused.Status, refused.Field));
    }

    [Fact]
    public async Task A_changed_wall_changes_the_silicone_and_the_dates_stay_whole()
    {
        var id = await DecidedAsync("cast-silicone");
        var plan = await ChoicesAsync(id);
        var thin = await SaveAsync(
            id,
            plan with
            {
                Silicone = plan.Silicone with { WallMm = 20, SpacingMm = 20 },
                Pour = plan.Pour with { Cavities = 1 },
            }
        );
        var thick = await SaveAsync(
            id,
            plan with
            {
                Silicone = plan.Silicone with { WallMm = 30, SpacingMm = 20 },
                Pour = plan.Pour with { Cavities = 1 },
            },
            1
        );
        double Mass(JsonElement answer) =>
            answer
                .GetProperty("answer")
                .GetProperty("figures")
                .GetProperty("silicone")
                .GetProperty("mold")
                .GetProperty("massG")
                .GetDouble();
        double[] Box(JsonElement answer) =>
            answer
                .GetProperty("answer")
                .GetProperty("figures")
                .GetProperty("silicone")
                .GetProperty("mold")
                .GetProperty("boxMm")
                .Deserialize<double[]>()!;
        Assert.True(Mass(thick) > 1.3 * Mass(thin));
        Assert.All(Box(thin).Zip(Box(thick)), pair => Assert.Equal(20, pair.Second - pair.First, 1e-6));
        var schedule = thick.GetProperty("answer").GetProperty("schedule");
        Assert.True(schedule.GetProperty("firstPart").GetDateTime() <= schedule.GetProperty("lastPart").GetDateTime());
        // Undo brings the first wall back.
        var undone = await _server.PostAsync($"/api/projects/{id}/plan/undo", new { version = 2 });
        Assert.Equal(Mass(thin), Mass(undone), 1e-9);
    }

    [Fact]
    public async Task Each_route_keeps_its_plan_and_its_own_way_back()
    {
        var id = await DecidedAsync("cast-silicone", "frame-grip.stl");
        await SaveAsync(
            id,
            await ChoicesAsync(id) is var silicone ? silicone with { Pour = silicone.Pour with { LossPct = 21 } } : silicone
        );
        async Task DecideAsync(string routeId) =>
            await _server.PostAsync(
                $"/api/projects/{id}/decisions",
                new
                {
                    stretches = new[] { new { routeId, quantity = 20 } },
                    reason = "Tried instead.",
                    by = "Oren Tisdale",
                }
            );
        async Task<bool> DoneAsync() =>
            (await _server.GetAsync($"/api/projects/{id}")).GetProperty("done").GetProperty("plan").GetBoolean();
        Assert.True(await DoneAsync());
        await DecideAsync("cast-printed");
        // Nothing is planned on this route, and no undo leads into the other one's choices.
        Assert.False(await DoneAsync());
        Assert.Equal("undo.nothing", (await _server.RefusedPostAsync($"/api/projects/{id}/plan/undo", new Move(0))).Code);
        var printed = await ChoicesAsync(id);
        await SaveAsync(id, printed with { Pour = printed.Pour with { LossPct = 33 } });
        await DecideAsync("cast-silicone");
        Assert.Equal(21, (await ChoicesAsync(id)).Pour.LossPct);
        await DecideAsync("cast-printed");
        Assert.Equal(33, (await ChoicesAsync(id)).Pour.LossPct);
    }

    [Fact]
    public async Task Turning_the_part_moves_its_risers_and_the_drawing_follows()
    {
        var id = await DecidedAsync("cast-silicone");
        var (floor, open) = (
            await _server.GetAsync($"/api/projects/{id}/plan/attitude?up=0,0,-1"),
            await _server.GetAsync($"/api/projects/{id}/plan/attitude?up=0,0,1")
        );
        // With the bosses' tops and the rim up there are more places for air than under a flat floor.
        Assert.True(open.GetProperty("risers").GetArrayLength() > floor.GetProperty("risers").GetArrayLength());
        Assert.Equal([118, 82, 34], open.GetProperty("bboxMm").Deserialize<double[]>()!.Select(mm => Math.Round(mm)));
        var drawing = await _server.GetAsync($"/api/projects/{id}/plan/drawing?up=1,0,0");
        Assert.Equal(118, drawing.GetProperty("bboxMm")[2].GetDouble(), 0.01);
        Assert.True(drawing.GetProperty("front").GetProperty("seen").GetArrayLength() > 16);
        Assert.True((await _server.GetAsync($"/api/projects/{id}/plan/parting-line")).GetArrayLength() % 6 == 0);
        Assert.Equal(
            "input.pull",
            (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/plan/attitude?up=up"))).Code
        );
    }

    [Fact]
    public async Task The_pattern_is_handed_out_larger_by_the_shrink()
    {
        var id = await DecidedAsync("cast-silicone");
        var scale = (await _server.GetAsync($"/api/projects/{id}/plan"))
            .GetProperty("answer")
            .GetProperty("figures")
            .GetProperty("scale")
            .GetDouble();
        var check = await StampoServer.ReadAsync(
            await _server.SendMeshAsync(
                "/api/calc/mesh-check",
                await _server.Client.GetByteArrayAsync($"/api/projects/{id}/plan/pattern/stl"),
                unit: "mm"
            )
        );
        Assert.Equal(48_888.5 * Math.Pow(scale, 3), check.GetProperty("volumeMm3").GetDouble(), 1.0);
        Assert.Equal(404, (int)(await _server.Client.GetAsync($"/api/projects/{id}/plan/pattern/exe")).StatusCode);
    }

    [Fact]
    public async Task Halves_are_generated_in_the_background_and_pass_the_mesh_check()
    {
        var id = await DecidedAsync("cast-printed", Frustum, "frustum.obj", 40);
        Assert.Equal(404, (int)(await _server.Client.GetAsync($"/api/projects/{id}/plan/split/lower/stl")).StatusCode);
        var made = await GeneratedAsync(id);
        Assert.Equal("done", made.GetProperty("work").GetProperty("phase").GetString());
        Assert.InRange(made.GetProperty("figures").GetProperty("differencePct").GetDouble(), -0.5, 0.5);
        foreach (var (half, format) in new[] { ("lower", "stl"), ("upper", "3mf") })
        {
            var check = await StampoServer.ReadAsync(
                await _server.SendMeshAsync(
                    "/api/calc/mesh-check",
                    await _server.Client.GetByteArrayAsync($"/api/projects/{id}/plan/split/{half}/{format}"),
                    $"{half}.{format}",
                    "mm"
                )
            );
            Assert.True(check.GetProperty("watertight").GetBoolean());
            Assert.Equal(
                made.GetProperty("figures").GetProperty($"{half}Cm3").GetDouble(),
                check.GetProperty("volumeMm3").GetDouble() / 1000,
                0.05
            );
        }

        // The plan's printer time goes by what was generated.
        var solid = (await _server.GetAsync($"/api/projects/{id}/plan"))
            .GetProperty("answer")
            .GetProperty("figures")
            .GetProperty("printed")
            .GetProperty("solidCm3")
            .GetDouble();
        var cavities = (await ChoicesAsync(id)).Pour.Cavities;
        Assert.Equal(
            cavities
                * (
                    made.GetProperty("figures").GetProperty("lowerCm3").GetDouble()
                    + made.GetProperty("figures").GetProperty("upperCm3").GetDouble()
                ),
            solid,
            1e-6
        );
        Assert.NotEmpty(await _server.Client.GetByteArrayAsync($"/api/projects/{id}/plan/split/upper/drawing"));
        Assert.Equal(404, (int)(await _server.Client.GetAsync($"/api/projects/{id}/plan/split/third/stl")).StatusCode);
    }

    [Fact]
    public async Task An_undercut_part_gets_a_third_piece_or_is_refused_with_its_place_and_a_part_that_is_no_solid_at_once()
    {
        var id = await DecidedAsync("cast-printed", "probe-grommet.stl");
        var figures = (await GeneratedAsync(id)).GetProperty("figures");
        var third = await StampoServer.ReadAsync(
            await _server.SendMeshAsync(
                "/api/calc/mesh-check",
                await _server.Client.GetByteArrayAsync($"/api/projects/{id}/plan/split/third/stl"),
                unit: "mm"
            )
        );
        Assert.True(third.GetProperty("watertight").GetBoolean());
        Assert.Equal(figures.GetProperty("third").GetProperty("cm3").GetDouble(), third.GetProperty("volumeMm3").GetDouble() / 1000, 0.01);
        Assert.Contains(
            "Print both halves and the third piece",
            await _server.Client.GetStringAsync($"/api/projects/{id}/plan/traveller"),
            StringComparison.Ordinal
        );
        var choices = await ChoicesAsync(id);
        await SaveAsync(id, choices with { Split = choices.Split with { ThirdPiece = false } });
        var work = (await GeneratedAsync(id)).GetProperty("work");
        Assert.Equal("failed", work.GetProperty("phase").GetString());
        Assert.Matches("around x -?[0-9.]+, y -?[0-9.]+, z -?[0-9.]+ mm", work.GetProperty("problem").GetString());
        var declared = await _server.NewProjectAsync();
        Assert.Equal(
            "plan.none",
            (await StampoServer.RefusedAsync(await _server.Client.PostAsync($"/api/projects/{declared}/plan/split", null))).Code
        );
    }

    private async Task<JsonElement> GeneratedAsync(string id)
    {
        var state = await StampoServer.ReadAsync(await _server.Client.PostAsync($"/api/projects/{id}/plan/split", null));
        for (var tries = 0; tries < 600 && state.GetProperty("work").GetProperty("phase").GetString() is "waiting" or "running"; tries++)
        {
            await Task.Delay(100);
            state = await _server.GetAsync($"/api/projects/{id}/plan/split");
        }

        return state;
    }

    [Fact]
    public async Task The_traveller_comes_as_sheet_paper_table_and_calendar()
    {
        var id = await DecidedAsync("cast-silicone");
        var sheet = await _server.GetAsync($"/api/projects/{id}/plan/traveller");
        var rows = sheet.GetProperty("rows").EnumerateArray().ToList();
        Assert.True(rows.Count > 15);
        Assert.Contains(rows, r => r.GetProperty("weigh").GetRawText().Contains("base", StringComparison.Ordinal));
        var pdf = await _server.Client.GetByteArrayAsync($"/api/projects/{id}/plan/traveller.pdf");
        Assert.Equal("%PDF"u8.ToArray(), pdf[..4]);
        var csv = await _server.Client.GetStringAsync($"/api/projects/{id}/plan/traveller.csv");
        Assert.Equal(rows.Count + 1, csv.TrimEnd().Split('\n').Length);
        var calendar = Ical.Net.Calendar.Load(await _server.Client.GetStringAsync($"/api/projects/{id}/plan/traveller.ics"))!;
        var shots = (await _server.GetAsync($"/api/projects/{id}/plan"))
            .GetProperty("answer")
            .GetProperty("order")
            .GetProperty("shots")
            .GetInt32();
        Assert.Equal(
            [.. Enumerable.Range(2, shots - 1).Select(n => $"Trial: Shot {n} (mold 1)")],
            calendar
                .Events.Select(e => e.Summary)
                .Where(s => s!.StartsWith("Trial: Shot ", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal)
                .OrderBy(s => s!.Length)
        );
        Assert.Equal(calendar.Events.Count, calendar.Events.Select(e => e.Uid).Distinct().Count());
        Assert.All(calendar.Events, e => Assert.True(e.Start!.Value < e.End!.Value));
    }

    [Fact]
    public async Task A_plan_beyond_the_pots_plate_is_kept_but_not_planned()
    {
        var id = await DecidedAsync("cast-silicone");
        var brief = (await _server.GetAsync($"/api/projects/{id}/brief"))
            .GetProperty("value")
            .Deserialize<Core.Briefs.Brief>(Json.Options)!;
        await _server.PutAsync(
            $"/api/projects/{id}/brief",
            new Save<Core.Briefs.Brief>(
                brief with
                {
                    Equipment = new Core.Briefs.Equipment
                    {
                        Figures = new Dictionary<string, IReadOnlyDictionary<string, double?>>
                        {
                            ["pot"] = new Dictionary<string, double?> { ["plateKpa"] = 250, ["litres"] = 40 },
                        },
                    },
                },
                0
            )
        );
        var plan = await ChoicesAsync(id);
        var refused = (await SaveAsync(id, plan)).GetProperty("answer");
        Assert.Equal("pot-pressure", refused.GetProperty("refusals")[0].GetProperty("code").GetString());
        Assert.Equal(0, refused.GetProperty("operations").GetArrayLength());
        Assert.Equal((422, "plan.refused"), await CodeAsync($"/api/projects/{id}/plan/traveller.pdf"));
        var safe = (await SaveAsync(id, plan with { Filling = plan.Filling with { PressureKpa = 200 } }, 1)).GetProperty("answer");
        Assert.NotEqual(0, safe.GetProperty("operations").GetArrayLength());
    }

    private async Task<(int, string)> CodeAsync(string path) =>
        await StampoServer.RefusedAsync(await _server.Client.GetAsync(path)) is var (status, code, _) ? (status, code) : default;

    [Fact]
    public async Task Choices_that_cannot_be_are_refused_and_nothing_is_kept()
    {
        var id = await DecidedAsync("cast-silicone");
        var plan = await ChoicesAsync(id);
        (CastingChoices, string)[] odd =
        [
            (plan with { Silicone = plan.Silicone with { SupplyId = "chewing-gum" } }, "silicone.supplyId"),
            (plan with { Printed = plan.Printed with { PrintId = "abs" } }, "printed.printId"),
            (plan with { Pour = plan.Pour with { MaterialId = "abs" } }, "pour.materialId"),
            (plan with { Silicone = plan.Silicone with { Up = [0, 0] } }, "silicone.up"),
            (plan with { Silicone = plan.Silicone with { CureC = 300 } }, "silicone.cureC"),
            (plan with { Order = plan.Order with { PacksKg = [] } }, "order.packsKg"),
            (plan with { Things = [new Core.Plans.Casting.Enclosed.EnclosedThing { Name = "", VolumeCm3 = 1 }] }, "things[0].name"),
            (plan with { Hours = new WorkingHours(9, 9) }, "hours.toH"),
        ];
        foreach (var (choices, field) in odd)
            Assert.Equal(
                field,
                (
                    await StampoServer.RefusedAsync(
                        await _server.Client.PutAsJsonAsync($"/api/projects/{id}/plan", new Save<PlanChoices>(choices, 0), Json.Options)
                    )
                ).Field
            );
        Assert.Equal(0, (await _server.GetAsync($"/api/projects/{id}/plan")).GetProperty("plan").GetProperty("version").GetInt32());
    }

    [Fact]
    public async Task Zones_of_another_resin_are_read_off_the_mesh_and_poured_in_turn()
    {
        var id = await DecidedAsync("cast-silicone");
        var plan = await ChoicesAsync(id);
        PourZone By(double mm, string name) =>
            new()
            {
                Name = name,
                MaterialId = "pu-elastomer-60a",
                FromMm = mm,
            };
        var saved = (await SaveAsync(id, plan with { Zones = [By(10, "Lower skin"), By(20, "Upper skin")] })).GetProperty("answer");
        var zones = saved.GetProperty("figures").GetProperty("zones").EnumerateArray().ToList();
        Assert.Equal(["Lower skin", "Upper skin"], zones.Select(z => z.GetProperty("name").GetString()));
        var lines = saved.GetProperty("working").EnumerateArray().ToDictionary(l => l.GetProperty("id").GetString()!);
        double Cm3(int n) => lines[$"zone{n}Cm3"].GetProperty("value").GetDouble();
        // The housing is 48.9 cm³, mostly floor and walls: what lies between two heights is the mesh's, not a share of the height.
        Assert.Equal(48.9, Cm3(0) + Cm3(1) + Cm3(2), 0.1);
        Assert.Equal(zones[0].GetProperty("cm3").GetDouble(), Cm3(1), 1e-9);
        Assert.NotEqual(48.9 * 10 / 34, Cm3(1), 0.5);
        Assert.Contains("zone1-a", lines.Keys);
        // A zone's lines go on from its own, not from the first pour's of the same name.
        var froms = lines["zone1-poured"].GetProperty("inputs").EnumerateArray().Select(i => i.GetProperty("from").GetString());
        Assert.Equal(["zone1-net", null], froms);
        string[] poured = ["pour-1", "gel-z1-", "weigh-z1-1", "mix-z1-1", "pour-z1-1", "gel-z2-", "pour-z2-1", "cure"];
        var order = saved.GetProperty("operations").EnumerateArray().Select(o => o.GetProperty("id").GetString()!).Where(poured.Contains);
        Assert.Equal(poured, order);
        foreach (var (spoiled, field) in new[] { (By(20, "Low"), "zones[1].fromMm"), (By(3, "") with { FromMm = 30 }, "zones[1].name") })
            Assert.Equal(
                field,
                (
                    await StampoServer.RefusedAsync(
                        await _server.Client.PutAsJsonAsync(
                            $"/api/projects/{id}/plan",
                            new Save<PlanChoices>(plan with { Zones = [By(25, "High"), spoiled] }, 1),
                            Json.Options
                        )
                    )
                ).Field
            );
    }

    [Theory]
    [InlineData("cast-silicone")]
    [InlineData("cast-sacrificial")]
    [InlineData("print")]
    [InlineData("machine")]
    [InlineData("form-soft")]
    [InlineData("form-aluminium")]
    public async Task Refusals_and_working_lines_name_fields_that_the_plan_has_and_links_resolve(string route)
    {
        var id = route.StartsWith("form-", StringComparison.Ordinal)
            ? await DecidedAsync(route, FormedSheetTests.Cup(31), "cup.obj", 40)
            : await DecidedAsync(route);
        var whole = await _server.GetAsync($"/api/projects/{id}/plan");
        var choices = JsonNode.Parse(whole.GetProperty("plan").GetProperty("value").GetRawText())!;
        var lines = whole.GetProperty("answer").GetProperty("working").EnumerateArray().ToList();
        var ids = lines.Select(l => l.GetProperty("id").GetString()).ToHashSet();
        foreach (var input in lines.SelectMany(l => l.GetProperty("inputs").EnumerateArray()))
        {
            if (input.GetProperty("changeAt").GetString() is { } at && at.StartsWith("plan/", StringComparison.Ordinal))
                Assert.True(Has(choices, at["plan/".Length..]), $"{at} is not in the plan");
            if (input.GetProperty("from").GetString() is { } from)
            {
                // What an input says is what the line it came from says.
                Assert.Contains(from, ids);
                var line = lines.Single(l => l.GetProperty("id").GetString() == from);
                Assert.Equal(
                    (Likely(line.GetProperty("value")), line.GetProperty("unit").GetString()),
                    (Likely(input.GetProperty("value")), input.GetProperty("unit").GetString())
                );
            }
        }

        Assert.All(
            whole.GetProperty("answer").GetProperty("head").EnumerateArray(),
            head => Assert.Contains(head.GetProperty("line").GetString(), ids)
        );
        var refused = 0;
        foreach (var (path, parent, name) in Figures(choices, ""))
        {
            var kept = parent[name]!.DeepClone();
            parent[name] = -1e9;
            var answer = await _server.Client.PutAsJsonAsync($"/api/projects/{id}/plan", new { value = choices, version = 99 });
            parent[name] = kept;
            if (answer.StatusCode == System.Net.HttpStatusCode.Conflict)
                continue;
            var field = (await StampoServer.RefusedAsync(answer)).Field;
            Assert.True(field is not null && Has(choices, field), $"{path} is refused at \"{field}\", which is not in the plan");
            refused++;
        }

        Assert.True(refused > 3);
    }

    private static double Likely(JsonElement value) =>
        value.ValueKind == JsonValueKind.Number ? value.GetDouble() : value.GetProperty("likely").GetDouble();

    /// <summary>Every figure of a document, with where it stands.</summary>
    private static List<(string Path, JsonObject Parent, string Name)> Figures(JsonNode node, string at) =>
        node is not JsonObject parent
            ? []
            :
            [
                .. parent.SelectMany(p =>
                    p.Value is JsonValue v && v.GetValueKind() == JsonValueKind.Number ? [($"{at}{p.Key}", parent, p.Key)]
                    : p.Value is null ? []
                    : Figures(p.Value, $"{at}{p.Key}.")
                ),
            ];

    private static bool Has(JsonNode? document, string path)
    {
        foreach (var name in path.Split('.', '[').Select(n => n.TrimEnd(']')))
        {
            if (document is JsonArray list && int.TryParse(name, CultureInfo.InvariantCulture, out var index))
                document = index < list.Count ? list[index] : null;
            else if (document is JsonObject parent && parent.ContainsKey(name))
                document = parent[name];
            else
                return false;
        }

        return true;
    }

    [Fact]
    public async Task Each_stretch_has_its_plan_and_going_back_to_a_route_finds_what_was_chosen()
    {
        var id = await DecidedAsync("cast-silicone");
        await SaveAsync(id, (await ChoicesAsync(id)) with { Hours = new WorkingHours(6, 14) });
        async Task DecideAsync(params object[] stretches) =>
            await _server.PostAsync(
                $"/api/projects/{id}/decisions",
                new
                {
                    stretches,
                    reason = "Otherwise.",
                    by = "Oren Tisdale",
                }
            );
        await DecideAsync(new { routeId = "print", quantity = 4 }, new { routeId = "machine", quantity = 6 });
        var printed = await _server.GetAsync($"/api/projects/{id}/plan?stretch=s1");
        Assert.Equal("printing", printed.GetProperty("answer").GetProperty("figures").GetProperty("family").GetString());
        Assert.Equal(
            "machining",
            (await _server.GetAsync($"/api/projects/{id}/plan?stretch=s2"))
                .GetProperty("plan")
                .GetProperty("value")
                .GetProperty("family")
                .GetString()
        );
        var refused = await StampoServer.RefusedAsync(
            await _server.Client.PutAsJsonAsync(
                $"/api/projects/{id}/plan?stretch=s2",
                new { value = JsonNode.Parse(printed.GetProperty("plan").GetProperty("value").GetRawText()), version = 0 }
            )
        );
        Assert.Equal(("plan.other-family", "family"), (refused.Code, refused.Field));
        Assert.Equal(
            422,
            (
                await StampoServer.RefusedAsync(
                    await _server.Client.PutAsJsonAsync($"/api/projects/{id}/plan?stretch=s2", new { value = new { }, version = 0 })
                )
            ).Status
        );
        await DecideAsync(new { routeId = "cast-silicone", quantity = 40 });
        Assert.Equal(6, (await ChoicesAsync(id)).Hours.FromH);
        // A second stretch of the same route has choices of its own.
        await DecideAsync(new { routeId = "cast-silicone", quantity = 10 }, new { routeId = "cast-silicone", quantity = 30 });
        async Task<double> FromAsync(string stretch) =>
            (await _server.GetAsync($"/api/projects/{id}/plan?stretch={stretch}"))
                .GetProperty("plan")
                .GetProperty("value")
                .GetProperty("hours")
                .GetProperty("fromH")
                .GetDouble();
        Assert.Equal((6, 8), (await FromAsync("s1"), await FromAsync("s2")));
    }

    [Fact]
    public async Task A_declared_part_is_planned_without_its_shape()
    {
        var id = await _server.NewProjectAsync();
        var part = await _server.GetAsync($"/api/projects/{id}/part");
        var change = new Part.PartChange(
            Core.Parts.LengthUnit.Mm,
            new Core.Parts.PartDeclaration
            {
                Size = new Core.Parts.DeclaredSize(60, 40, 20, 18, 90),
                NominalWallMm = 3,
                ThinnestWallMm = 2,
            },
            null
        );
        await _server.PutAsync($"/api/projects/{id}/part", new Save<Part.PartChange>(change, part.GetProperty("version").GetInt32()));
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 12 } },
                reason = "Before the model.",
                by = "Oren Tisdale",
            }
        );
        var answer = (await _server.GetAsync($"/api/projects/{id}/plan")).GetProperty("answer");
        Assert.Equal(JsonValueKind.Null, answer.GetProperty("figures").GetProperty("shape").ValueKind);
        Assert.True(answer.GetProperty("figures").GetProperty("silicone").GetProperty("mold").GetProperty("massG").GetDouble() > 100);
        Assert.Equal("part.no-solid", (await CodeAsync($"/api/projects/{id}/plan/drawing?up=0,0,1")).Item2);
    }

    private async Task<JsonElement> PostJsonAsync(string calculator, string body)
    {
        using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        return await StampoServer.ReadAsync(await _server.Client.PostAsync($"/api/calc/{calculator}", content));
    }
}
