using Stampo.Core.Parts;
using Stampo.Demo;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

public class StorageTests
{
    [Fact]
    public async Task A_restart_keeps_everything_and_undo_still_works()
    {
        string folder,
            id;
        using (var first = new StampoServer(keepData: true))
        {
            folder = first.Folder;
            id = await first.NewProjectWithPartAsync();
            await first.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(new Core.Briefs.Brief { Inserts = 1 }, 0));
            await first.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(new Core.Briefs.Brief { Inserts = 2 }, 1));
            await first.PostAsync(
                $"/api/projects/{id}/decisions",
                new
                {
                    stretches = new[] { new { routeId = "print", quantity = 5 } },
                    reason = "Five.",
                    by = "Ilka Brandvold",
                }
            );
        }

        using var second = new StampoServer(folder);
        Assert.Equal(
            118,
            (await second.GetAsync($"/api/projects/{id}/part"))
                .GetProperty("value")
                .GetProperty("report")
                .GetProperty("bboxMm")[0]
                .GetDouble(),
            0.01
        );
        Assert.Equal("Five.", (await second.GetAsync($"/api/projects/{id}/decisions"))[0].GetProperty("reason").GetString());
        Assert.Equal(
            1,
            (await second.PostAsync($"/api/projects/{id}/brief/undo", new Move(2))).GetProperty("value").GetProperty("inserts").GetInt32()
        );
    }

    [Fact]
    public async Task The_file_is_an_ordinary_database_in_write_ahead_mode()
    {
        using var server = new StampoServer();
        await server.NewProjectAsync("Seen from outside");
        Assert.Equal(
            "Seen from outside/wal",
            await Sql.AskAsync(server.DatabaseFile, "SELECT Name || '/' || (SELECT journal_mode FROM pragma_journal_mode) FROM Projects")
        );
    }

    [Fact]
    public async Task A_demo_that_was_kept_is_laid_in_from_its_copy_and_measured()
    {
        var kept = Path.Combine(Path.GetTempPath(), $"stampo-kept-{Guid.NewGuid():N}.db");
        try
        {
            var settings = DemoCopy.SettingsOf(kept);
            string[] ids;
            using (var first = new StampoServer(settings: settings))
                ids = [.. await IdsAsync(first)];

            using (var second = new StampoServer(settings: settings))
            {
                // The same projects, not others like them.
                Assert.Equal(ids, await IdsAsync(second));
                foreach (var id in ids.Where(id => id != ids[^2]))
                    await second.Client.DeleteAsync($"/api/projects/{id}/part/study");
                await second.MeasuredAsync(ids[^2]);
                for (var tries = 0; tries < 300 && DemoCopy.Studies(kept) == 0; tries++)
                    await Task.Delay(100, TestContext.Current.CancellationToken);
            }

            // What was measured is not measured again.
            using var third = new StampoServer(settings: settings);
            Assert.Equal("done", (await third.GetAsync($"/api/projects/{ids[^2]}/part/study")).GetProperty("phase").GetString());
        }
        finally
        {
            File.Delete(kept);
        }
    }

    private static async Task<IEnumerable<string>> IdsAsync(StampoServer server) =>
        (await server.GetAsync("/api/projects")).EnumerateArray().Select(p => p.GetProperty("id").GetString()!);

    [Fact]
    public async Task The_demo_world_lies_in_with_eight_projects_at_their_stages_and_no_date_in_the_past()
    {
        using var server = new StampoServer(settings: DemoCopy.Settings);
        var projects = (await server.GetAsync("/api/projects")).EnumerateArray().ToList();
        Assert.Equal(
            ["Gateway housing", "Probe grommet", "Scale foot", "Feeder tray", "Weather roof", "Frame grip", "Vent disc", "Sensor prism"],
            projects.Select(p => p.GetProperty("name").GetString())
        );
        Assert.Equal(7, projects.Count(p => p.GetProperty("volumeCm3").ValueKind == System.Text.Json.JsonValueKind.Number));
        Assert.Contains("inside out", projects[^1].GetProperty("fault").GetString(), StringComparison.Ordinal);
        foreach (var project in projects[..^1])
        {
            var id = project.GetProperty("id").GetString();
            var brief = (await server.GetAsync($"/api/projects/{id}/brief")).GetProperty("value");
            Assert.All(
                brief.GetProperty("demand").EnumerateArray(),
                row => Assert.True(row.GetProperty("neededBy").GetDateTime() >= DateTime.Today)
            );
            var lanes = (await server.GetAsync($"/api/projects/{id}/comparison")).GetProperty("lanes");
            Assert.Contains(lanes.EnumerateArray(), lane => lane.GetProperty("verdict").GetString() != "out");
        }

        var planned = projects.Single(p => p.GetProperty("name").GetString() == "Scale foot").GetProperty("id").GetString();
        Assert.True(
            (await server.GetAsync($"/api/projects/{planned}/plan"))
                .GetProperty("answer")
                .GetProperty("figures")
                .GetProperty("batch")
                .GetProperty("massG")
                .GetDouble() > 10
        );
    }

    [Fact]
    public void The_committed_demo_meshes_are_what_their_code_makes() =>
        Assert.All(DemoParts.All, part => Assert.Equal(StlFile.Of(part.Value), StampoServer.DemoMesh(part.Key)));

    [Theory]
    [InlineData("gateway-housing.stl", 118, 82, 34, 46, 4)]
    [InlineData("probe-grommet.stl", 32, 32, 24, 9, 1)]
    [InlineData("vent-disc.stl", 26, 26, 4, 2, 0.2)]
    public void The_demo_parts_have_their_size(string name, double x, double y, double z, double cm3, double within)
    {
        var report = MeshCheck.Run(StampoServer.DemoMesh(name), LengthUnit.Mm).Report;
        Assert.Equal([x, y, z], report.BboxMm.Select(side => Math.Round(side, 3)));
        Assert.Equal(cm3, report.VolumeMm3!.Value / 1000, within);
    }
}
