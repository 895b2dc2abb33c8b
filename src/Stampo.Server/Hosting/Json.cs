using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Server.Hosting;

/// <summary>One way of writing JSON, for the wire and for the database.</summary>
public static class Json
{
    public static JsonSerializerOptions Options { get; } = Configure(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    public static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.NumberHandling = JsonNumberHandling.Strict;
        options.RespectNullableAnnotations = true;
        options.DefaultIgnoreCondition = JsonIgnoreCondition.Never;
        options.MaxDepth = 16;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.Converters.Add(new ThreePointJson());
        return options;
    }

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Options)!;

    /// <summary>Where two states of the same thing differ, as they are written.</summary>
    public static IReadOnlyList<Difference> Differences<T>(T then, T now) => Core.Working.Differences.Between(JsonNode.Parse(Write(then)), JsonNode.Parse(Write(now)));

    public static JsonElement Element(string json) => JsonSerializer.Deserialize<JsonElement>(json);
}
