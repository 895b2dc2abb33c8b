using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using Stampo.Bench;
using Stampo.Server.Hosting;

namespace Stampo.Server.Tests;

public sealed class FirstWorkTests : IDisposable
{
    private readonly StampoServer _server = new();

    public void Dispose() => _server.Dispose();

    [Fact]
    public async Task A_large_part_is_looked_at_in_the_background_before_its_plan_answers()
    {
        // Other work keeps it waiting, or it might be done before it is stopped.
        using var gate = new SemaphoreSlim(0);
        _server.Services.GetRequiredService<LongWork>().Start("gate", progress => gate.WaitAsync(progress.Cancel));
        var id = await _server.NewProjectAsync();
        await StampoServer.ReadAsync(
            await _server.SendMeshAsync($"/api/projects/{id}/part/file?version=0&unit=mm", SphereStl.OfAtLeast(101_000))
        );
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 40 } },
                reason = "To be cast.",
                by = "Oren Tisdale",
            }
        );
        var path = $"/api/projects/{id}/plan/first-work";
        Assert.Equal("none", (await _server.GetAsync(path)).GetProperty("phase").GetString());
        var first = await _server.GetAsync($"/api/projects/{id}/plan");
        Assert.Equal(JsonValueKind.Null, first.GetProperty("answer").ValueKind);
        Assert.Equal("waiting", first.GetProperty("firstWork").GetProperty("phase").GetString());
        // Stopped, it waits until somebody asks again, however often the plan is looked at.
        await StampoServer.ReadAsync(await _server.Client.DeleteAsync(path));
        await UntilAsync(path, "stopped");
        Assert.Equal(
            "stopped",
            (await _server.GetAsync($"/api/projects/{id}/plan")).GetProperty("firstWork").GetProperty("phase").GetString()
        );
        await StampoServer.ReadAsync(await _server.Client.PostAsync(path, null));
        gate.Release();
        await UntilAsync(path, "none");
        var whole = await _server.GetAsync($"/api/projects/{id}/plan");
        Assert.Equal(JsonValueKind.Null, whole.GetProperty("firstWork").ValueKind);
        Assert.NotEqual(0, whole.GetProperty("answer").GetProperty("operations").GetArrayLength());
    }

    private async Task UntilAsync(string path, string phase)
    {
        for (var i = 0; i < 1_200; i++)
        {
            if ((await _server.GetAsync(path)).GetProperty("phase").GetString() == phase)
                return;
            await Task.Delay(50);
        }

        throw new TimeoutException($"{path} never was {phase}");
    }
}
