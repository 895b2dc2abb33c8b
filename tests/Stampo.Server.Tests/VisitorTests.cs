using System.Net.Sockets;
using System.Text;

namespace Stampo.Server.Tests;

/// <summary>Strangers: under other names, from other pages, on slow lines.</summary>
public sealed class VisitorTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

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
    public async Task What_it_listens_on_and_what_it_is_told_are_names_of_it_too_and_answers_to_afar_are_packed()
    {
        using var server = new StampoServer(settings: ("Stampo:Hosts", "shop.example, other.example"));
        var answer = await AskedAsync("shop.example:5080");
        Assert.True(answer.IsSuccessStatusCode);
        Assert.Equal(["br"], answer.Content.Headers.ContentEncoding);
        Assert.Empty((await AskedAsync("localhost:5080")).Content.Headers.ContentEncoding);

        async Task<HttpResponseMessage> AskedAsync(string host)
        {
            var request = new HttpRequestMessage(HttpMethod.Get, "/api/library");
            request.Headers.Host = host;
            request.Headers.AcceptEncoding.ParseAdd("br");
            return await server.Client.SendAsync(request);
        }
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

    /// <summary>Connections whose bodies never come to an end.</summary>
    internal static async Task<List<TcpClient>> SlowAsync(StampoServer server, int count, Func<int, string> path, Func<int, string> type)
    {
        var address = server.Client.BaseAddress!;
        var slow = new List<TcpClient>();
        for (var i = 0; i < count; i++)
        {
            var client = new TcpClient();
            slow.Add(client);
            await client.ConnectAsync(address.Host, address.Port, TestContext.Current.CancellationToken);
            await client
                .GetStream()
                .WriteAsync(
                    Encoding.ASCII.GetBytes(
                        $"POST /api/{path(i)} HTTP/1.1\r\nHost: localhost\r\nContent-Type: {type(i)}\r\nContent-Length: "
                            + "900000\r\n\r\n--b\r\n"
                    ),
                    TestContext.Current.CancellationToken
                );
        }

        return slow;
    }

    internal const string Form = "multipart/form-data; boundary=b";

    [Fact]
    public async Task Slow_bodies_hold_nobody_up()
    {
        using var server = new StampoServer();
        // More of them than there are places to work.
        var slow = await SlowAsync(
            server,
            8 * Environment.ProcessorCount + 8,
            i => i % 2 == 0 ? "calc/mesh-check" : "projects",
            i => i % 2 == 0 ? Form : "application/json"
        );
        await server.NewProjectAsync("Served meanwhile");
        Assert.True((await server.Client.GetAsync("/api/health")).IsSuccessStatusCode);
        // None of the slow ones was answered or cut off to make room.
        Assert.Contains(slow, client => client.Available == 0 && client.Connected);
        slow.ForEach(client => client.Dispose());
    }

    [Fact]
    public async Task More_uploads_at_once_than_there_are_places_are_told_to_come_again()
    {
        using var server = new StampoServer();
        var slow = await SlowAsync(server, 30, _ => "calc/mesh-check", _ => Form);
        var answers = slow.ConvertAll(async client =>
        {
            var bytes = new byte[4096];
            return Encoding.UTF8.GetString(bytes, 0, await client.GetStream().ReadAsync(bytes, TestContext.Current.CancellationToken));
        });
        var refused = "";
        for (var waiting = answers.ToList(); waiting.Count > 0 && !refused.StartsWith("HTTP/1.1 503", StringComparison.Ordinal); )
        {
            var first = await Task.WhenAny(waiting);
            waiting.Remove(first);
            refused = await first;
        }

        Assert.StartsWith("HTTP/1.1 503", refused, StringComparison.Ordinal);
        Assert.Contains("Retry-After: 2", refused, StringComparison.Ordinal);
        Assert.Contains("server.busy", refused, StringComparison.Ordinal);
        slow.ForEach(client => client.Dispose());
        await Task.WhenAll(answers.Select(answer => answer.ContinueWith(_ => { }, TaskScheduler.Default)));
    }

    /// <summary>Whoever opens hundreds of connections and says nothing leaves everybody else served.</summary>
    [Fact]
    public async Task Idle_connections_of_one_address_leave_the_others_served()
    {
        using var server = new StampoServer();
        var address = server.Client.BaseAddress!;
        var idle = new List<System.Net.Sockets.TcpClient>();
        try
        {
            for (var i = 0; i < 600; i++)
            {
                var client = new System.Net.Sockets.TcpClient(new System.Net.IPEndPoint(System.Net.IPAddress.Parse("127.0.0.3"), 0));
                idle.Add(client);
                try
                {
                    await client.ConnectAsync(address.Host, address.Port, TestContext.Current.CancellationToken);
                }
                catch (System.Net.Sockets.SocketException)
                {
                    // Sent away at the door: as it should be.
                }
            }

            using var other = new HttpClient { BaseAddress = address, Timeout = TimeSpan.FromSeconds(20) };
            Assert.True((await other.GetAsync("/api/projects", TestContext.Current.CancellationToken)).IsSuccessStatusCode);
        }
        finally
        {
            idle.ForEach(c => c.Dispose());
        }
    }
}
