using System.Net.Http.Headers;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Text;

namespace Stampo.Server.Tests;

/// <summary>Meshes read while they come over the line: what is kept is what was sent, and broken forms are refused in words.</summary>
public sealed class ArrivingTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

    [Fact]
    public async Task What_is_kept_of_a_mesh_is_found_by_the_content_that_was_sent()
    {
        var file = StampoServer.DemoMesh("gateway-housing.stl");
        var id = await _server.NewProjectAsync();
        using var form = new MultipartFormDataContent
        {
            { new StringContent("a field before the file"), "note" },
            { new ByteArrayContent(file), "file", "../../housing.stl" },
            { new StringContent("and one after it"), "note" },
        };
        var part = (
            await StampoServer.ReadAsync(await _server.Client.PostAsync($"/api/projects/{id}/part/file?version=0&unit=mm", form))
        ).GetProperty("value");
        Assert.Equal(Convert.ToHexStringLower(SHA256.HashData(file)), part.GetProperty("hash").GetString());
        Assert.Equal("housing.stl", part.GetProperty("fileName").GetString());
        var checkedAlone = await StampoServer.ReadAsync(await _server.SendMeshAsync("/api/calc/mesh-check", file));
        Assert.Equal(checkedAlone.GetProperty("volumeMm3").GetDouble(), part.GetProperty("report").GetProperty("volumeMm3").GetDouble());
    }

    [Theory]
    [InlineData("multipart/form-data; boundary=b", "--b\r\nContent-Disposition: form-data; name=\"file\"; filename=\"a.stl\"\r\n\r\nsolid")]
    [InlineData("multipart/form-data; boundary=b", "--b\r\nContent-Disposition: form-data; name=\"other\"\r\n\r\nsolid\r\n--b--\r\n")]
    [InlineData("multipart/form-data; boundary=c", "--b\r\nContent-Disposition: form-data; name=\"file\"\r\n\r\nsolid\r\n--b--\r\n")]
    [InlineData("multipart/form-data; boundary=b", "--b\r\nno head at all")]
    [InlineData("multipart/form-data; boundary=b", "")]
    [InlineData("multipart/form-data", "--b--\r\n")]
    public async Task A_form_that_is_broken_is_refused_in_words(string type, string body)
    {
        var id = await _server.NewProjectAsync();
        using var content = new ByteArrayContent(Encoding.ASCII.GetBytes(body));
        content.Headers.ContentType = MediaTypeHeaderValue.Parse(type);
        var refused = await StampoServer.RefusedAsync(
            await _server.Client.PostAsync($"/api/projects/{id}/part/file?version=0&unit=mm", content)
        );
        Assert.Equal((400, "request.unreadable"), (refused.Status, refused.Code));
    }

    [Fact]
    public async Task Uploads_that_never_end_leave_room_for_others()
    {
        using var server = new StampoServer();
        var id = await server.NewProjectAsync();
        // As many as are read while they come; the next one is put down first and read then.
        var slow = await VisitorTests.SlowAsync(server, 6, _ => $"projects/{id}/part/file?version=0", _ => VisitorTests.Form);
        await StampoServer.ReadAsync(
            await server.SendMeshAsync($"/api/projects/{id}/part/file?version=0&unit=mm", StampoServer.DemoMesh("vent-disc.stl"))
        );
        slow.ForEach((TcpClient client) => client.Dispose());
    }
}
