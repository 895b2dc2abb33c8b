using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;
using Stampo.Core.Planning;
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
        options.MaxDepth = 24;
        // A family may stand anywhere among the choices of a plan.
        options.AllowOutOfOrderMetadataProperties = true;
        options.TypeInfoResolver = (options.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver())
            .WithAddedModifier(PlanFamilies.Discriminate)
            .WithAddedModifier(AskForParts);
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.Converters.Add(new ThreePointJson());
        options.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
        return options;
    }

    /// <summary>
    /// As <see cref="Configure"/>, for what comes from outside: a number or a choice that is missing is asked for, never taken for
    /// nought.
    /// </summary>
    public static void ConfigureWire(JsonSerializerOptions options)
    {
        Configure(options);
        options.TypeInfoResolver = options.TypeInfoResolver!.WithAddedModifier(AskForFigures);
    }

    /// <summary>
    /// What can't be null can't be left out either: text, a list or an object that is not there is asked for where it is read, not stumbled
    /// over later.
    /// </summary>
    private static void AskForParts(JsonTypeInfo type)
    {
        foreach (var property in type.Properties)
        {
            if (
                property is
                { Set: not null, AssociatedParameter: { HasDefaultValue: false, IsNullable: false, ParameterType.IsValueType: false } }
            )
                property.IsRequired = true;
        }
    }

    private static void AskForFigures(JsonTypeInfo type)
    {
        foreach (var property in type.Properties)
        {
            if (
                property is { Set: not null, AssociatedParameter: { HasDefaultValue: false, ParameterType: { IsValueType: true } of } }
                && of != typeof(bool)
                && Nullable.GetUnderlyingType(of) is null
            )
                property.IsRequired = true;
        }
    }

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Options)!;

    /// <summary>Where two states of the same thing differ, as they are written.</summary>
    public static IReadOnlyList<Difference> Differences<T>(T then, T now) =>
        Core.Working.Differences.Between(JsonNode.Parse(Write(then)), JsonNode.Parse(Write(now)));

    public static JsonElement Element(string json) => JsonSerializer.Deserialize<JsonElement>(json);
}
