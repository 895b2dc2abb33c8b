using System.Text.Json;
using System.Text.Json.Serialization;

namespace Stampo.Core.Working;

/// <summary>Reads the data files that ship inside the core.</summary>
internal static class EmbeddedJson
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectRequiredConstructorParameters = true,
        RespectNullableAnnotations = true,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase), new Ranges.ThreePointJson() },
    };

    public static IReadOnlyList<T> List<T>(string name)
    {
        using var stream =
            typeof(EmbeddedJson).Assembly.GetManifestResourceStream($"Stampo.Core.Reference.{name}.json")
            ?? throw new InvalidOperationException($"Reference data {name} is not embedded.");
        return JsonSerializer.Deserialize<List<T>>(stream, Options)!;
    }
}
