using System.Text;

namespace Stampo.Server.Tests;

/// <summary>Fibre in resin over HTTP: worked examples, and a surface that is filled.</summary>
public sealed class InfusionTests(SharedServer shared)
{
    /// <summary>A plate of 60 × 20 in the file's own unit, two triangles.</summary>
    private const string Plate = "v 0 0 0\nv 60 0 0\nv 60 20 0\nv 0 20 0\nf 1 2 3\nf 1 3 4\n";

    private async Task<HttpResponseMessage> FillAsync(string mesh, params (string Name, string Value)[] fields)
    {
        using var form = new MultipartFormDataContent { { new ByteArrayContent(Encoding.UTF8.GetBytes(mesh)), "file", "laid.obj" } };
        foreach (var (name, value) in fields)
            form.Add(new StringContent(value), name);
        return await shared.Server.Client.PostAsync("/api/calc/infusion-mesh", form);
    }

    private static (string, string)[] Fields(params (string Name, string Value)[] others) =>
        [
            ("unit", "cm"),
            ("porosity", "0.52"),
            ("viscosityPaS", "0.28"),
            ("permeabilityM2", "2e-9"),
            ("pressureDropPa", "95000"),
            ("cellMm", "25"),
            .. others,
        ];

    [Fact]
    public async Task A_plate_in_another_unit_fills_from_a_line_as_the_law_says()
    {
        var answer = await StampoServer.ReadAsync(
            await FillAsync(Plate, Fields(("lines", "[[[0,0,0],[0,200,0]]]"), ("probes", "[[300,100,0],[0,100,0]]")))
        );
        Assert.InRange(answer.GetProperty("fillSeconds").GetDouble(), 0.95 * 137.937, 1.05 * 137.937);
        Assert.InRange(answer.GetProperty("lastAt")[0].GetDouble(), 575, 600);
        Assert.Equal(0, answer.GetProperty("dry").GetArrayLength());
        Assert.InRange(answer.GetProperty("probes")[0].GetProperty("seconds").GetDouble(), 0.94 * 34.48, 1.06 * 34.48);
        Assert.Equal(0, answer.GetProperty("probes")[1].GetProperty("seconds").GetDouble(), 1e-6);
    }

    [Theory]
    [InlineData("ports", "[[300,100,0]]", "portRadiusMm")]
    [InlineData("probes", "[[1,2]]", "probes")]
    [InlineData("lines", "[[[0,0,0]]]", "lines")]
    [InlineData("lines", "[null]", "lines")]
    [InlineData("lines", "{", "lines")]
    [InlineData("lines", "[[[0,0,0],[0,900,0]]]", "lines[0][1]")]
    [InlineData("unit", "cm", "ports")]
    public async Task What_cannot_be_read_or_filled_is_refused_by_its_field(string name, string value, string field)
    {
        var refused = await StampoServer.RefusedAsync(await FillAsync(Plate, Fields((name, value))));
        Assert.Equal((422, field), (refused.Status, refused.Field));
    }

    [Theory]
    [InlineData("porosity")]
    [InlineData("permeabilityM2")]
    public async Task What_is_missing_is_never_taken_for_nought(string field)
    {
        var fields = Fields(("lines", "[[[0,0,0],[0,200,0]]]")).Where(f => f.Item1 != field).ToArray();
        var refused = await StampoServer.RefusedAsync(await FillAsync(Plate, fields));
        Assert.Equal(("input.missing", field), (refused.Code, refused.Field));
    }
}
