using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using NodaTime;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Server.Hosting;

/// <summary>Tells OpenAPI what it can't see: a range is a number or an object, and these always travel whole.</summary>
internal static class Schemas
{
    /// <summary>What says so of itself, and every record of what a person chose in a plan.</summary>
    private static bool TravelsWhole(Type type) =>
        type.IsDefined(typeof(WholeAttribute), false)
        || (
            !type.IsAbstract
            && type.Namespace?.StartsWith("Stampo.Core.Plan", StringComparison.Ordinal) == true
            && type.Name.EndsWith("Choices", StringComparison.Ordinal)
        );

    /// <summary>Written as text: an instant with its Z, a time of the shop's own clock without.</summary>
    private static readonly HashSet<Type> Times = [typeof(Instant), typeof(LocalDateTime)];

    public static void AddStampoSchemas(this OpenApiOptions options) =>
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                // Where a schema is met again it is a reference, without properties.
                if (TravelsWhole(context.JsonTypeInfo.Type) && schema.Properties is { } properties)
                    schema.Required = properties.Keys.ToHashSet();
                if (Times.Contains(Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type))
                {
                    var mayLack = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) is not null;
                    schema.Type = mayLack ? JsonSchemaType.String | JsonSchemaType.Null : JsonSchemaType.String;
                    schema.Format = "date-time";
                }

                if (context.JsonTypeInfo.Type != typeof(ThreePoint) && context.JsonTypeInfo.Type != typeof(ThreePoint?))
                    return Task.CompletedTask;
                var number = new OpenApiSchema { Type = JsonSchemaType.Number };
                var point = new OpenApiSchema
                {
                    Type = JsonSchemaType.Object,
                    Required = new HashSet<string> { "low", "likely", "high" },
                    Properties = new Dictionary<string, IOpenApiSchema>
                    {
                        ["low"] = number,
                        ["likely"] = number,
                        ["high"] = number,
                    },
                };
                schema.Type = null;
                schema.Properties?.Clear();
                schema.OneOf =
                    context.JsonTypeInfo.Type == typeof(ThreePoint?)
                        ? [number, point, new OpenApiSchema { Type = JsonSchemaType.Null }]
                        : [number, point];
                return Task.CompletedTask;
            }
        );
}
