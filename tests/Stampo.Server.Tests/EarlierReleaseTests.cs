using System.IO.Compression;
using System.Text.Json;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Casting;
using Stampo.Core.Plans.Casting.SiliconeMolds;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

/// <summary>Data that an earlier release wrote.</summary>
public sealed class EarlierReleaseTests
{
    /// <summary>
    /// A database as release 0.7 left it: one project with a mesh, three briefs, a poured decision and a printed one, each with its plan
    /// and two states to go back to, and a rate of the shop's own.
    /// </summary>
    private static string Release07() => Unpacked("release-0.7.db.gz");

    private static string Unpacked(string name)
    {
        var folder = Directory.CreateTempSubdirectory("stampo-earlier-").FullName;
        using var packed = File.OpenRead(Path.Combine(StampoServer.TestsFolder, "Earlier", name));
        using var database = File.Create(Path.Combine(folder, Storage.Database.FileName));
        new GZipStream(packed, CompressionMode.Decompress).CopyTo(database);
        return folder;
    }

    [Fact]
    public async Task A_database_of_release_0_7_opens_with_its_plans_decisions_and_ways_back()
    {
        using var server = new StampoServer(Release07());
        var project = (await server.GetAsync("/api/projects"))[0];
        Assert.Equal("Kept from before/C", $"{project.GetProperty("name").GetString()}/{project.GetProperty("revision").GetString()}");
        Assert.True(project.GetProperty("done").GetProperty("plan").GetBoolean());
        var id = project.GetProperty("id").GetString()!;

        var decisions = (await server.GetAsync($"/api/projects/{id}/decisions")).EnumerateArray().ToList();
        Assert.Equal(["By print.", "By cast-silicone."], decisions.Select(d => d.GetProperty("reason").GetString()));
        Assert.All(decisions, d => Assert.True(d.GetProperty("sequence").GetProperty("total").GetDouble() > 0));
        Assert.Equal(2, (await server.GetAsync($"/api/projects/{id}/brief/states")).GetArrayLength());

        // Decided for the print filled with resin: kept before there were families, and a count was not yet called what it counts.
        var plan = (await server.GetAsync($"/api/projects/{id}/plan")).GetProperty("plan");
        Assert.Equal(("casting", 3, 23.0), Poured(plan));
        foreach (var loss in new[] { 21.0, 15 })
        {
            plan = (await server.PostAsync($"/api/projects/{id}/plan/undo", new Move(plan.GetProperty("version").GetInt32()))).GetProperty(
                "plan"
            );
            Assert.Equal(loss, Poured(plan).LossPct);
        }

        // Back on the other route: its own plan as it was left.
        await server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 40 } },
                reason = "Back.",
                by = "Oren Tisdale",
            }
        );
        Assert.Equal(("casting", 3, 23.0), Poured((await server.GetAsync($"/api/projects/{id}/plan")).GetProperty("plan")));
        Assert.Equal(
            47,
            (await server.GetAsync("/api/library"))
                .GetProperty("rates")
                .EnumerateArray()
                .Select(r => r.GetProperty("entry"))
                .Single(r => r.GetProperty("key").GetString() == "labour.bench")
                .GetProperty("likely")
                .GetDouble()
        );
    }

    public static TheoryData<string, int, int> Releases =>
        new()
        {
            { "one-route-decisions", 2, 0 },
            { "sequences", 2, 0 },
            { "runs-and-records", 2, 30 },
        };

    /// <summary>
    /// Two projects of the demo as three earlier releases kept them: decisions of one route, decisions as sequences, runs with their
    /// measurements and molds.
    /// </summary>
    [Theory]
    [MemberData(nameof(Releases))]
    public async Task A_database_of_an_earlier_release_opens_with_everything(string release, int decided, int runs)
    {
        using var server = new StampoServer(Unpacked($"{release}.db.gz"));
        var projects = (await server.GetAsync("/api/projects")).EnumerateArray().Select(p => p.GetProperty("id").GetString()!).ToList();
        string[] pages = ["part", "brief", "decisions", "plan", "bench", "inspection", "advice", "answer", "memo", "spent", "quotes"];
        var found = 0;
        foreach (var id in projects)
        {
            foreach (var page in pages)
                await server.GetAsync($"/api/projects/{id}/{page}");
            Assert.Equal(0, (await server.GetAsync($"/api/projects/{id}/decisions/unreadable")).GetArrayLength());
            found += (await server.GetAsync($"/api/projects/{id}/decisions")).GetArrayLength();
        }

        Assert.Equal(decided, found);
        Assert.True((await server.GetAsync("/api/log/search")).GetProperty("total").GetInt32() >= 0);
        foreach (var page in new[] { "runs", "shelf", "log/learned", "log/lots", "shop", "library" })
            await server.GetAsync($"/api/{page}");
        Assert.True(await server.Client.GetStringAsync("/api/log/runs.csv") is { } table && table.Split('\n').Length > runs);
    }

    [Fact]
    public async Task A_decision_that_cannot_be_read_is_said_and_not_hidden()
    {
        using var server = new StampoServer(Unpacked("sequences.db.gz"));
        await Sql.RunAsync(server.DatabaseFile, "UPDATE Decisions SET Json = '{}'");
        var id = (await server.GetAsync("/api/projects"))[0].GetProperty("id").GetString()!;
        Assert.Empty((await server.GetAsync($"/api/projects/{id}/decisions")).EnumerateArray());
        Assert.Single((await server.GetAsync($"/api/projects/{id}/decisions/unreadable")).EnumerateArray());
        Assert.Equal(
            (409, "data.unreadable", null),
            await StampoServer.RefusedAsync(await server.Client.GetAsync($"/api/projects/{id}/plan"))
        );
        Assert.Equal(2, (await server.GetAsync("/api/projects")).GetArrayLength());
    }

    private static (string? Family, int Cavities, double LossPct) Poured(JsonElement plan)
    {
        var (value, pour) = (plan.GetProperty("value"), plan.GetProperty("value").GetProperty("pour"));
        return (value.GetProperty("family").GetString(), pour.GetProperty("cavities").GetInt32(), pour.GetProperty("lossPct").GetDouble());
    }

    [Fact]
    public async Task What_a_later_release_wrote_is_not_guessed_at()
    {
        using var server = new StampoServer();
        var id = await server.NewProjectAsync();
        await server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(new Core.Briefs.Brief { Inserts = 1 }, 0));
        await Sql.RunAsync(server.DatabaseFile, "UPDATE States SET Schema = 99 WHERE Step = 'brief'");
        var (status, code, _) = await StampoServer.RefusedAsync(await server.Client.GetAsync($"/api/projects/{id}/brief"));
        Assert.Equal((409, "data.later-release"), (status, code));
        Assert.Contains(
            "can't be read",
            (await server.GetAsync("/api/projects"))[0].GetProperty("fault").GetString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task The_schools_that_a_plan_had_chosen_become_the_briefs()
    {
        string folder,
            id;
        using (var before = new StampoServer(keepData: true))
        {
            folder = before.Folder;
            id = await before.NewProjectWithPartAsync();
            var brief = (await before.GetAsync($"/api/projects/{id}/brief"))
                .GetProperty("value")
                .Deserialize<Core.Briefs.Brief>(Json.Options)!;
            await before.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(brief with { Inserts = 1 }, 0));
            await PlannedAsync(before, id);
            await Sql.RunAsync(
                before.DatabaseFile,
                "UPDATE States SET Json = json_set(Json, '$.school', 'generous', '$.pour.lossOfPoured', json('true')), Schema = 1 "
                    + "WHERE Step LIKE 'plan/%'; UPDATE States SET Json = json_remove(Json, '$.schools.moldLife', "
                    + "'$.schools.loss') WHERE Step = 'brief'; DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE "
                    + "'%SchoolsInTheBrief'"
            );
        }

        using var after = new StampoServer(folder);
        var schools = (await after.GetAsync($"/api/projects/{id}/brief"))
            .GetProperty("value")
            .Deserialize<Core.Briefs.Brief>(Json.Options)!
            .Schools;
        Assert.Equal(
            (Core.Briefs.LifeSchool.Generous, Core.Briefs.LossSchool.OfPoured, null),
            (schools.MoldLife, schools.Loss, schools.Cooling)
        );
    }

    [Fact]
    public async Task A_plan_of_one_pour_is_taken_into_the_whole_plan()
    {
        string folder,
            id;
        using (var before = new StampoServer(keepData: true))
        {
            folder = before.Folder;
            id = await before.NewProjectWithPartAsync();
            var plan = await PlannedAsync(before, id);
            await Sql.RunAsync(
                before.DatabaseFile,
                $$"""
                PRAGMA foreign_keys = OFF;
                UPDATE Documents SET Step = 'plan' WHERE Step LIKE 'plan/%';
                UPDATE States SET Step = 'plan', Schema = 1 WHERE Step LIKE 'plan/%';
                UPDATE States SET Json = '{"routeId":"cast-silicone","materialId":"{{plan.Pour.MaterialId}}","count":5,"lossPct":21}'
                WHERE Step = 'plan';
                DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%CastingPlans'
                """
            );
        }

        using var after = new StampoServer(folder);
        var taken = (await after.GetAsync($"/api/projects/{id}/plan"))
            .GetProperty("plan")
            .GetProperty("value")
            .Deserialize<CastingChoices>(Json.Options)!;
        Assert.Equal((5, 21), (taken.Pour.Cavities, taken.Pour.LossPct));
        Assert.Equal(new SiliconeChoices(), taken.Silicone);
        // Kept with those of all routes then, it counts as this route's.
        Assert.True((await after.GetAsync($"/api/projects/{id}")).GetProperty("done").GetProperty("plan").GetBoolean());
    }

    /// <summary>Decided for a silicone mold, its proposed plan kept as today's release keeps it.</summary>
    private static async Task<CastingChoices> PlannedAsync(StampoServer server, string id)
    {
        await server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 40 } },
                reason = "Dozens.",
                by = "Oren Tisdale",
            }
        );
        var plan = (await server.GetAsync($"/api/projects/{id}/plan"))
            .GetProperty("plan")
            .GetProperty("value")
            .Deserialize<CastingChoices>(Json.Options)!;
        await server.PutAsync($"/api/projects/{id}/plan", new Save<PlanChoices>(plan, 0));
        return plan;
    }
}
