using System.IO.Compression;
using System.Text;
using System.Text.Json;
using Microsoft.Extensions.Time.Testing;
using Stampo.Core.Geometry.Writing;
using Stampo.Core.Parts;
using Stampo.Core.Tests.Geometry;
using Stampo.Core.Wording;
using Stampo.Devices.Desk;
using Stampo.Devices.StandIns;

namespace Stampo.Core.Tests.Devices;

/// <summary>A made-up supplier is asked over a real line, and answers when its while is over.</summary>
public sealed class SupplierDeskTests : IDisposable
{
    private static readonly DeskRequest Asked = new(
        "inject-aluminium",
        "Injection, aluminium",
        "Injection",
        [100, 60, 20],
        24,
        [100, 1_000]
    );

    private readonly FakeTimeProvider _clock = new(new DateTimeOffset(2030, 1, 2, 9, 0, 0, TimeSpan.Zero));
    private readonly HttpClient _line = new() { MaxResponseContentBufferSize = SupplierDesk.LongestAnswerBytes };
    private readonly SupplierDeskStandIn _standIn;
    private readonly SupplierDesk _desk;

    public SupplierDeskTests()
    {
        _standIn = new SupplierDeskStandIn(_clock, TimeSpan.FromHours(2));
        _standIn.Start();
        _desk = new SupplierDesk(_line, _standIn.Address!);
    }

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    public void Dispose()
    {
        _standIn.Dispose();
        _line.Dispose();
    }

    private static byte[] Zip(DeskRequest? asked, string brief = "{}", byte[]? stl = null)
    {
        using var stream = new MemoryStream();
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, true))
        {
            Add(zip, "request.json", JsonSerializer.SerializeToUtf8Bytes(asked, SupplierDesk.Form));
            Add(zip, "brief.json", Encoding.UTF8.GetBytes(brief));
            if (stl is not null)
                Add(zip, "part.stl", stl);
        }

        return stream.ToArray();
    }

    private static void Add(ZipArchive zip, string name, byte[] content)
    {
        using var entry = zip.CreateEntry(name).Open();
        entry.Write(content);
    }

    private static async Task<string> RefusedAsync(Func<Task> what) => (await Assert.ThrowsAsync<RefusalException>(what)).Code;

    [Fact]
    public async Task It_says_nothing_for_a_while_asks_back_and_quotes_once_it_was_told()
    {
        const string id = "r-1";
        Assert.Equal(DeskState.Waiting, (await _desk.SendAsync(id, "kestrelmere", Zip(Asked), Cancel)).State);
        _clock.Advance(TimeSpan.FromMinutes(119));
        Assert.Equal(DeskState.Waiting, (await _desk.ReplyAsync(id, Cancel)).State);
        _clock.Advance(TimeSpan.FromMinutes(1));
        var asks = await _desk.ReplyAsync(id, Cancel);
        Assert.Equal(DeskState.Asks, asks.State);
        Assert.Contains("tolerance", asks.Said, StringComparison.Ordinal);

        await _desk.AnswerAsync(id, "± 0.1 mm everywhere", Cancel);
        // Sent a second time, it is the one that is under way.
        Assert.Equal(DeskState.Waiting, (await _desk.SendAsync(id, "kestrelmere", Zip(Asked), Cancel)).State);
        _clock.Advance(TimeSpan.FromHours(2));
        var quote = (await _desk.ReplyAsync(id, Cancel)).Quote!;
        Assert.Equal([100, 1_000], quote.Prices.Select(p => p.From));
        Assert.True(quote.Prices[0].Each > quote.Prices[1].Each);
        Assert.Equal(2_720, quote.ToolPrice); // 1,400 + 22 € for each of 60 cm²
        Assert.Equal(10_000, quote.GuaranteedShots);
        Assert.Equal(new DateOnly(2030, 2, 1), quote.ValidUntil);
        Assert.Contains("± 0.1 mm everywhere", quote.Remarks, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_tolerance_in_the_brief_is_not_asked_for_and_the_mesh_itself_counts()
    {
        var box = StlWriter.Write(MeshCheck.Run(Solids.Soup(Solids.Block(40, 30, 20)), LengthUnit.Mm).Mesh);
        await _desk.SendAsync("r-1", "kestrelmere", Zip(Asked, """{"toleranceMm":0.2}""", box), Cancel);
        await _desk.SendAsync("r-2", "kestrelmere", Zip(Asked, """{"toleranceMm":0.2}"""), Cancel);
        _clock.Advance(TimeSpan.FromHours(2));
        var (measured, stated) = ((await _desk.ReplyAsync("r-1", Cancel)).Quote!, (await _desk.ReplyAsync("r-2", Cancel)).Quote!);
        Assert.Equal(1_660, measured.ToolPrice); // 12 cm², not the 60 that were said
        Assert.Equal(2_720, stated.ToolPrice);
    }

    [Fact]
    public async Task Critical_sizes_are_asked_for_by_their_number_and_a_caster_asks_nothing()
    {
        const string brief = """{"toleranceMm":0.2,"criticalDimensions":4}""";
        await _desk.SendAsync("r-1", "kestrelmere", Zip(Asked, brief), Cancel);
        await _desk.SendAsync("r-2", "ostwick", Zip(Asked with { Family = "Casting" }, brief), Cancel);
        _clock.Advance(TimeSpan.FromHours(2));
        Assert.Contains("4 critical sizes", (await _desk.ReplyAsync("r-1", Cancel)).Said, StringComparison.Ordinal);
        Assert.Equal(DeskState.Quoted, (await _desk.ReplyAsync("r-2", Cancel)).State);
    }

    [Theory]
    [InlineData("Rubber", 100.0, "do not offer")]
    [InlineData("Injection", 401.0, "our largest is 400 mm")]
    public async Task What_it_can_t_make_it_declines_and_says_why(string family, double longMm, string why)
    {
        await _desk.SendAsync("r-1", "kestrelmere", Zip(Asked with { Family = family, SizeMm = [longMm, 10, 10] }), Cancel);
        _clock.Advance(TimeSpan.FromHours(2));
        var reply = await _desk.ReplyAsync("r-1", Cancel);
        Assert.Equal(DeskState.Declined, reply.State);
        Assert.Contains(why, reply.Said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Odd_requests_are_refused_in_words_and_none_takes_the_desk_down()
    {
        Assert.Equal(SupplierDesk.NotUnderstood, await RefusedAsync(() => _desk.SendAsync("r-1", "kestrelmere", [1, 2, 3], Cancel)));
        Assert.Equal(SupplierDesk.NotUnderstood, await RefusedAsync(() => _desk.SendAsync("r-1", "kestrelmere", Zip(null), Cancel)));
        var none = Zip(Asked with { Quantities = [] });
        Assert.Equal(SupplierDesk.NotUnderstood, await RefusedAsync(() => _desk.SendAsync("r-1", "kestrelmere", none, Cancel)));
        var spoiled = Zip(Asked, stl: Encoding.ASCII.GetBytes("solid that is none"));
        Assert.Equal(SupplierDesk.NotUnderstood, await RefusedAsync(() => _desk.SendAsync("r-1", "kestrelmere", spoiled, Cancel)));
        Assert.Equal(SupplierDesk.Unknown, await RefusedAsync(() => _desk.SendAsync("r-1", "nobody", Zip(Asked), Cancel)));
        Assert.Equal(SupplierDesk.Unknown, await RefusedAsync(() => _desk.ReplyAsync("r-1", Cancel)));
        await _desk.SendAsync("r-1", "ostwick", Zip(Asked with { Family = "Casting" }), Cancel);
        Assert.Equal(SupplierDesk.NotUnderstood, await RefusedAsync(() => _desk.AnswerAsync("r-1", "nobody asked", Cancel)));
        Assert.Equal(3, (await _desk.SuppliersAsync(Cancel)).Count);
    }

    [Fact]
    public async Task A_desk_that_is_gone_is_said_to_be_away()
    {
        var address = _standIn.Address!;
        _standIn.Dispose();
        Assert.Equal(SupplierDesk.Away, await RefusedAsync(() => new SupplierDesk(_line, address).SuppliersAsync(Cancel)));
    }
}
