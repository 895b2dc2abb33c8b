using System.Diagnostics;
using System.Net.Sockets;
using System.Text;

namespace Stampo.Server.Tests;

/// <summary>Strangers: under other names, from other pages, on slow lines.</summary>
public sealed class VisitorTests : IDisposable
{
    private readonly StampoServer _server = new();

    public void Dispose() => _server.Dispose();

    private async Task<HttpResponseMessage> SendAsync(string method, string path, params (string Name, string Value)[] headers)
    {
        var request = new HttpRequestMessage(new HttpMethod(method), path);
        foreach (var (name, value) in headers)
            request.Headers.TryAddWithoutValidation(name, value);
        return await _server.Client.SendAsync(request);
    }

    [Theory]
    [InlineData("localhost", true)]
    [InlineData("[::1]:80", true)]
    [InlineData("rebound.example", false)]
    [InlineData("127.0.0.1.rebound.example", false)]
    public async Task Only_the_names_of_this_machine_are_answered_to(string host, bool answered)
    {
        var answer = await SendAsync("GET", "/api/projects", ("Host", host));
        if (answered)
            Assert.True(answer.IsSuccessStatusCode);
        else
            Assert.Equal((421, "request.foreign-host", null), await StampoServer.RefusedAsync(answer));
    }

    [Fact]
    public async Task What_it_listens_on_and_what_it_is_told_are_names_of_it_too()
    {
        using var server = new StampoServer(settings: ("Stampo:Hosts", "shop.example, other.example"));
        var request = new HttpRequestMessage(HttpMethod.Get, "/api/projects");
        request.Headers.Host = "shop.example:5080";
        Assert.True((await server.Client.SendAsync(request)).IsSuccessStatusCode);
    }

    [Theory]
    [InlineData("GET", "cross-site", "cors", false)]
    [InlineData("GET", "cross-site", "navigate", true)]
    [InlineData("GET", "same-origin", "cors", true)]
    [InlineData("POST", "cross-site", "navigate", false)]
    public async Task A_page_elsewhere_neither_reads_nor_writes_here(string method, string site, string mode, bool answered)
    {
        var answer = await SendAsync(method, "/api/projects", ("Sec-Fetch-Site", site), ("Sec-Fetch-Mode", mode));
        Assert.Equal(answered, (int)answer.StatusCode != 403);
        var origin = await SendAsync("POST", "/api/projects", ("Origin", "http://rebound.example"));
        Assert.Equal((403, "request.foreign-origin", null), await StampoServer.RefusedAsync(origin));
    }

    [Theory]
    [InlineData("/api/projects/none")]
    [InlineData("/api/nothing")]
    [InlineData("/api/projects")]
    public async Task Every_answer_says_how_a_page_may_load_things(string path)
    {
        var answer = await _server.Client.GetAsync(path);
        Assert.Contains("object-src 'none'", answer.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
        Assert.Equal("nosniff", answer.Headers.GetValues("X-Content-Type-Options").Single());
        Assert.Equal("same-origin", answer.Headers.GetValues("Referrer-Policy").Single());
    }

    /// <summary>More of them than there are places to work, each having sent the first bytes of its body.</summary>
    [Fact]
    public async Task Slow_bodies_hold_nobody_up()
    {
        var address = _server.Client.BaseAddress!;
        var slow = new List<TcpClient>();
        try
        {
            for (var i = 0; i < 8 * Environment.ProcessorCount + 8; i++)
            {
                var client = new TcpClient();
                await client.ConnectAsync(address.Host, address.Port, TestContext.Current.CancellationToken);
                var upload = i % 2 == 0;
                var type = upload ? "multipart/form-data; boundary=b" : "application/json";
                await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes($"POST /api/{(upload ? "calc/mesh-check" : "projects")} HTTP/1.1\r\nHost: localhost\r\nContent-Type: {type}\r\nContent-Length: 900000\r\n\r\n--b\r\n"), TestContext.Current.CancellationToken);
                slow.Add(client);
            }

            var watch = Stopwatch.StartNew();
            await _server.NewProjectAsync("Served meanwhile");
            Assert.True((await _server.Client.GetAsync("/api/health")).IsSuccessStatusCode);
            // The least rate gives a slow line ten seconds before it is asked for more; nobody waited for that.
            Assert.True(watch.Elapsed < TimeSpan.FromSeconds(8), $"{watch.Elapsed}");
        }
        finally
        {
            slow.ForEach(client => client.Dispose());
        }
    }

    [Fact]
    public async Task More_uploads_at_once_than_there_are_places_are_told_to_come_again()
    {
        var address = _server.Client.BaseAddress!;
        var slow = new List<TcpClient>();
        try
        {
            for (var i = 0; i < 16; i++)
            {
                var client = new TcpClient();
                await client.ConnectAsync(address.Host, address.Port, TestContext.Current.CancellationToken);
                await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes("POST /api/calc/mesh-check HTTP/1.1\r\nHost: localhost\r\nContent-Type: multipart/form-data; boundary=b\r\nContent-Length: 900000\r\n\r\n--b\r\n"), TestContext.Current.CancellationToken);
                slow.Add(client);
            }

            // The places are taken as the server comes to read the sixteen.
            (int Status, string Code, string? Field)? refused = null;
            for (var tries = 0; tries < 50 && refused is null; tries++)
            {
                using var answer = await _server.SendMeshAsync("/api/calc/mesh-check", StampoServer.DemoMesh("vent-disc.stl"));
                if (!answer.IsSuccessStatusCode)
                {
                    Assert.Equal(["2"], answer.Headers.GetValues("Retry-After"));
                    refused = await StampoServer.RefusedAsync(answer);
                }
            }

            Assert.Equal((503, "server.busy", null), refused);
        }
        finally
        {
            slow.ForEach(client => client.Dispose());
        }
    }
}
