using System.Net.Http.Json;
using System.Text.Json;
using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

public sealed class ProjectTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

    private static readonly Core.Briefs.Brief Sixty = new()
    {
        Demand = [new DemandRow(new DateOnly(2030, 5, 1), 60, Purpose.Function)],
        Hardness = new HardnessTarget(ShoreScale.D, 78, 8, true),
    };

    [Fact]
    public async Task From_a_file_to_grams()
    {
        var id = await _server.NewProjectWithPartAsync();
        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Sixty, 0));
        var comparison = await _server.GetAsync($"/api/projects/{id}/comparison?quantity=60");
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 60 } },
                reason = "Dozens, soon.",
                by = "Oren Tisdale",
            }
        );

        var plan = await _server.GetAsync($"/api/projects/{id}/plan");
        var batch = plan.GetProperty("answer").GetProperty("figures").GetProperty("batch");
        var pour = plan.GetProperty("plan").GetProperty("value").GetProperty("pour");
        var perPart = comparison
            .GetProperty("lanes")
            .EnumerateArray()
            .Single(l => l.GetProperty("route").GetProperty("id").GetString() == "cast-silicone");
        var count = pour.GetProperty("cavities").GetInt32();
        Assert.Equal(perPart.GetProperty("cavities").GetInt32(), count);
        Assert.Equal(count * (48.888 + pour.GetProperty("extraCm3PerPart").GetDouble()), batch.GetProperty("netCm3").GetDouble(), 0.01);
        Assert.Equal(
            batch.GetProperty("weighedG").GetDouble(),
            batch.GetProperty("aG").GetDouble() + batch.GetProperty("bG").GetDouble(),
            1e-6
        );
        Assert.NotEqual(0, plan.GetProperty("answer").GetProperty("cautions").GetArrayLength());
        var done = (await _server.GetAsync($"/api/projects/{id}")).GetProperty("done");
        Assert.True(
            done.GetProperty("part").GetBoolean() && done.GetProperty("brief").GetBoolean() && done.GetProperty("routes").GetBoolean()
        );
    }

    [Fact]
    public async Task A_second_save_from_the_same_version_gets_what_stands_and_loses_nothing()
    {
        var id = await _server.NewProjectAsync();
        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Sixty, 0));
        var late = await _server.Client.PutAsJsonAsync(
            $"/api/projects/{id}/brief",
            new Save<Core.Briefs.Brief>(Sixty with { Inserts = 4 }, 0),
            Json.Options
        );
        var problem = await late.Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal((409, "conflict"), ((int)late.StatusCode, problem.GetProperty("code").GetString()));
        Assert.Equal(1, problem.GetProperty("theirs").GetProperty("version").GetInt32());
        Assert.Equal(60, problem.GetProperty("theirs").GetProperty("value").GetProperty("demand")[0].GetProperty("quantity").GetInt32());
        Assert.Equal(0, (await _server.GetAsync($"/api/projects/{id}/brief")).GetProperty("value").GetProperty("inserts").GetInt32());
    }

    [Fact]
    public async Task Of_many_saves_at_once_exactly_one_goes_through()
    {
        var id = await _server.NewProjectAsync();
        var answers = await Task.WhenAll(
            Enumerable
                .Range(1, 8)
                .Select(n =>
                    _server.Client.PutAsJsonAsync(
                        $"/api/projects/{id}/brief",
                        new Save<Core.Briefs.Brief>(Sixty with { Inserts = n }, 0),
                        Json.Options
                    )
                )
        );
        Assert.Equal(1, answers.Count(a => a.IsSuccessStatusCode));
        Assert.All(answers.Where(a => !a.IsSuccessStatusCode), a => Assert.Equal(409, (int)a.StatusCode));
    }

    [Fact]
    public async Task Undo_and_redo_walk_through_the_states_and_a_new_save_ends_redo()
    {
        var id = await _server.NewProjectAsync();
        for (var inserts = 1; inserts <= 3; inserts++)
            await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Sixty with { Inserts = inserts }, inserts - 1));
        async Task<(int Inserts, bool Undo, bool Redo, int Version)> MoveAsync(string way, int version)
        {
            var state = await _server.PostAsync($"/api/projects/{id}/brief/{way}", new Move(version));
            return (
                state.GetProperty("value").GetProperty("inserts").GetInt32(),
                state.GetProperty("canUndo").GetBoolean(),
                state.GetProperty("canRedo").GetBoolean(),
                state.GetProperty("version").GetInt32()
            );
        }

        Assert.Equal((2, true, true, 4), await MoveAsync("undo", 3));
        Assert.Equal((1, true, true, 5), await MoveAsync("undo", 4));
        Assert.Equal((0, false, true, 6), await MoveAsync("undo", 5));
        Assert.Equal("undo.nothing", (await _server.RefusedPostAsync($"/api/projects/{id}/brief/undo", new Move(6))).Code);
        Assert.Equal((1, true, true, 7), await MoveAsync("redo", 6));
        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Sixty with { Inserts = 9 }, 7));
        Assert.Equal("redo.nothing", (await _server.RefusedPostAsync($"/api/projects/{id}/brief/redo", new Move(8))).Code);
        Assert.Equal((1, true, true, 9), await MoveAsync("undo", 8));
    }

    [Theory]
    [InlineData("projects/{0}/part", "{}", "input.missing")]
    [InlineData("projects/{0}/brief", "{}", "input.missing")]
    [InlineData("projects/{0}/what-if", "{\"value\":{\"inputs\":[{\"at\":3}]},\"version\":0}", "input.missing")]
    [InlineData("projects/{0}/ladder", "{\"value\":{\"tried\":[{}]},\"version\":0}", "input.missing")]
    [InlineData("library", "{\"rates\":[{\"name\":\"x\",\"low\":1,\"likely\":1,\"high\":1}]}", "input.missing")]
    public async Task What_is_missing_is_asked_for(string path, string body, string code)
    {
        var id = await _server.NewProjectAsync();
        using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        var refused = await StampoServer.RefusedAsync(
            await _server.Client.PutAsync($"/api/{string.Format(System.Globalization.CultureInfo.InvariantCulture, path, id)}", content)
        );
        Assert.Equal((422, code), (refused.Status, refused.Code));
    }

    [Fact]
    public async Task Undo_of_a_step_that_was_never_saved_is_refused_and_writes_nothing()
    {
        var id = await _server.NewProjectAsync();
        foreach (var step in new[] { "brief", "ladder" })
        {
            Assert.Equal((422, "undo.nothing", "version"), await _server.RefusedPostAsync($"/api/projects/{id}/{step}/undo", new Move(0)));
            Assert.Equal(0, (await _server.GetAsync($"/api/projects/{id}/{step}")).GetProperty("version").GetInt32());
        }

        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Sixty, 0));
    }

    [Fact]
    public async Task A_file_that_cannot_be_read_leaves_the_part_as_it_was()
    {
        using var server = new StampoServer(settings: ("Stampo:MaxUploadBytes", "300000"));
        var id = await server.NewProjectWithPartAsync();
        var before = (await server.GetAsync($"/api/projects/{id}/part")).GetRawText();
        var tooLarge = await StampoServer.RefusedAsync(
            await server.SendMeshAsync($"/api/projects/{id}/part/file?version=1", new byte[400_000])
        );
        Assert.Equal((413, "mesh.too-large"), (tooLarge.Status, tooLarge.Code));
        var farTooLarge = await StampoServer.RefusedAsync(
            await server.SendMeshAsync($"/api/projects/{id}/part/file?version=1", new byte[2_000_000])
        );
        Assert.Equal((413, "mesh.too-large"), (farTooLarge.Status, farTooLarge.Code));
        await StampoServer.RefusedAsync(await server.SendMeshAsync($"/api/projects/{id}/part/file?version=1", "nothing"u8.ToArray()));
        Assert.Equal(
            "input.unit",
            (
                await StampoServer.RefusedAsync(
                    await server.SendMeshAsync($"/api/projects/{id}/part/file?version=1&unit=ell", StampoServer.DemoMesh("vent-disc.stl"))
                )
            ).Code
        );
        Assert.Equal(before, (await server.GetAsync($"/api/projects/{id}/part")).GetRawText());
    }

    [Fact]
    public async Task Another_unit_measures_the_kept_file_again_and_undo_brings_the_old_figures_back()
    {
        var id = await _server.NewProjectWithPartAsync();
        var change = new
        {
            value = new
            {
                unit = "cm",
                declared = new
                {
                    shape = "compact",
                    undercut = "mild",
                    nominalWallMm = 22.0,
                },
            },
            version = 1,
        };
        var part = (await _server.PutAsync($"/api/projects/{id}/part", change)).GetProperty("value");
        Assert.Equal(1180, part.GetProperty("report").GetProperty("bboxMm")[0].GetDouble(), 0.01);
        Assert.Equal("mild", part.GetProperty("declared").GetProperty("undercut").GetString());
        var undone = (await _server.PostAsync($"/api/projects/{id}/part/undo", new Move(2))).GetProperty("value");
        Assert.Equal(118, undone.GetProperty("report").GetProperty("bboxMm")[0].GetDouble(), 0.01);
    }

    [Fact]
    public async Task Picture_and_drawing_are_found_by_content()
    {
        var id = await _server.NewProjectWithPartAsync();
        var hash = (await _server.GetAsync($"/api/projects/{id}/part")).GetProperty("value").GetProperty("hash").GetString();
        var picture = await _server.Client.GetByteArrayAsync($"/api/meshes/{hash}/picture.png");
        Assert.Equal([0x89, 0x50, 0x4E, 0x47], picture[..4]);
        using var drawing = await _server.Client.GetAsync($"/api/meshes/{hash}/drawing");
        Assert.Contains("gzip", drawing.Content.Headers.ContentEncoding);
        Assert.Equal(404, (await StampoServer.RefusedAsync(await _server.Client.GetAsync("/api/meshes/none/drawing"))).Status);
    }

    [Fact]
    public async Task Numbers_out_of_range_name_their_field()
    {
        var id = await _server.NewProjectAsync();
        async Task<string?> FieldAsync(Core.Briefs.Brief brief) =>
            (
                await StampoServer.RefusedAsync(
                    await _server.Client.PutAsJsonAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(brief, 0), Json.Options)
                )
            ).Field;
        Assert.Equal(
            "demand[0].quantity",
            await FieldAsync(new Core.Briefs.Brief { Demand = [new DemandRow(new DateOnly(2030, 1, 1), 0, Purpose.Fit)] })
        );
        Assert.Equal(
            "demand[0].neededBy",
            await FieldAsync(new Core.Briefs.Brief { Demand = [new DemandRow(new DateOnly(1030, 1, 1), 1, Purpose.Fit)] })
        );
        Assert.Equal(
            "hardness.value",
            await FieldAsync(new Core.Briefs.Brief { Hardness = new HardnessTarget(ShoreScale.A, 140, 5, true) })
        );
        Assert.Equal(
            "serviceTemperature.celsius",
            await FieldAsync(new Core.Briefs.Brief { ServiceTemperature = new TemperatureTarget(900, false) })
        );
        Assert.Equal("inserts", await FieldAsync(new Core.Briefs.Brief { Inserts = -1 }));
        Assert.Equal("name", (await _server.RefusedPostAsync("/api/projects", new { name = "  " })).Field);
    }

    [Fact]
    public async Task Nothing_to_compare_or_decide_is_said_in_words()
    {
        var id = await _server.NewProjectAsync();
        Assert.Equal(
            "comparison.no-volume",
            (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/comparison"))).Code
        );
        Assert.Contains(
            "No route is chosen",
            (await _server.GetAsync($"/api/projects/{id}/plan")).GetProperty("notice").GetString(),
            StringComparison.Ordinal
        );
        Assert.Equal(404, (await StampoServer.RefusedAsync(await _server.Client.GetAsync("/api/projects/nobody"))).Status);
        var other = await _server.NewProjectWithPartAsync();
        Assert.Equal(
            "quantity",
            (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{other}/comparison?quantity=0"))).Field
        );
        var part = await _server.GetAsync($"/api/projects/{other}/part");
        await _server.PutAsync(
            $"/api/projects/{other}/part",
            new Save<Part.PartChange>(
                new Part.PartChange(
                    Core.Parts.LengthUnit.Mm,
                    new Core.Parts.PartDeclaration { Shape = Core.Parts.ShapeClass.Compact },
                    null
                ),
                part.GetProperty("version").GetInt32()
            )
        );
        Assert.Equal(
            "decision.ruled-out",
            (
                await _server.RefusedPostAsync(
                    $"/api/projects/{other}/decisions",
                    new
                    {
                        stretches = new[] { new { routeId = "form-soft", quantity = 5 } },
                        reason = "why not",
                        by = "Somebody",
                    }
                )
            ).Code
        );
        Assert.Equal(
            "reason",
            (
                await _server.RefusedPostAsync(
                    $"/api/projects/{other}/decisions",
                    new
                    {
                        stretches = new[] { new { routeId = "print", quantity = 5 } },
                        reason = " ",
                        by = "Somebody",
                    }
                )
            ).Field
        );
    }

    [Fact]
    public async Task A_decision_stays_as_it_was_taken_when_the_brief_changes()
    {
        var id = await _server.NewProjectWithPartAsync();
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "print", quantity = 2 } },
                reason = "Two to look at.",
                by = "Maud Quill",
            }
        );
        var before = (await _server.GetAsync($"/api/projects/{id}/decisions"))[0].GetRawText();
        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Sixty, 0));
        Assert.Equal(before, (await _server.GetAsync($"/api/projects/{id}/decisions"))[0].GetRawText());
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "inject-aluminium", quantity = 900 } },
                reason = "A tool.",
                by = "Maud Quill",
            }
        );
        var planned = await _server.GetAsync($"/api/projects/{id}/plan");
        Assert.Equal("inject-aluminium", planned.GetProperty("route").GetProperty("id").GetString());
        Assert.Equal("injection", planned.GetProperty("plan").GetProperty("value").GetProperty("family").GetString());
    }

    [Fact]
    public async Task The_working_of_a_route_is_given_line_by_line()
    {
        var id = await _server.NewProjectWithPartAsync();
        var lines = await _server.GetAsync($"/api/projects/{id}/routes/inject-aluminium/working?quantity=500");
        Assert.Contains(
            lines.EnumerateArray(),
            l => l.GetProperty("id").GetString() == "total" && l.GetProperty("inputs").GetArrayLength() > 4
        );
        Assert.Equal(
            404,
            (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/routes/none/working"))).Status
        );
    }

    [Fact]
    public async Task A_plan_with_an_input_that_cannot_be_used_is_not_saved()
    {
        var id = await _server.NewProjectWithPartAsync();
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 40 } },
                reason = "Dozens.",
                by = "Oren Tisdale",
            }
        );
        var plan = (await _server.GetAsync($"/api/projects/{id}/plan"))
            .GetProperty("plan")
            .GetProperty("value")
            .Deserialize<CastingChoices>(Json.Options)!;
        var odd = await StampoServer.RefusedAsync(
            await _server.Client.PutAsJsonAsync(
                $"/api/projects/{id}/plan",
                new Save<PlanChoices>(plan with { Pour = plan.Pour with { DensityGPerCm3 = 24.8 } }, 0),
                Json.Options
            )
        );
        Assert.Equal(("batch.density-odd", "pour.densityGPerCm3"), (odd.Code, odd.Field));
        var saved = await _server.PutAsync(
            $"/api/projects/{id}/plan",
            new Save<PlanChoices>(plan with { Pour = plan.Pour with { Cavities = 3, DensityGPerCm3 = 1.1161 } }, 0)
        );
        Assert.Equal(
            1.1161,
            saved.GetProperty("answer").GetProperty("figures").GetProperty("batch").GetProperty("densityGPerCm3").GetDouble()
        );
        Assert.Equal(1, saved.GetProperty("plan").GetProperty("version").GetInt32());
    }

    [Fact]
    public async Task A_project_put_away_can_be_taken_back()
    {
        var id = await _server.NewProjectAsync("Put away");
        await StampoServer.ReadAsync(await _server.Client.PatchAsJsonAsync($"/api/projects/{id}", new { removed = true }));
        Assert.Empty((await _server.GetAsync("/api/projects?search=put+away")).EnumerateArray());
        await StampoServer.ReadAsync(await _server.Client.PatchAsJsonAsync($"/api/projects/{id}", new { removed = false }));
        Assert.Equal("Put away", (await _server.GetAsync("/api/projects?search=put+away"))[0].GetProperty("name").GetString());
    }
}
