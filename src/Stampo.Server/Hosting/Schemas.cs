using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using Stampo.Core.Ranges;

namespace Stampo.Server.Hosting;

/// <summary>Tells OpenAPI what the serializer can't: a range is a number or an object.</summary>
internal static class Schemas
{
    public static void AddStampoSchemas(this OpenApiOptions options) => options.AddSchemaTransformer((schema, context, _) =>
    {
        if (context.JsonTypeInfo.Type != typeof(ThreePoint) && context.JsonTypeInfo.Type != typeof(ThreePoint?))
            return Task.CompletedTask;
        var number = new OpenApiSchema { Type = JsonSchemaType.Number };
        var point = new OpenApiSchema
        {
            Type = JsonSchemaType.Object,
            Required = new HashSet<string> { "low", "likely", "high" },
            Properties = new Dictionary<string, IOpenApiSchema> { ["low"] = number, ["likely"] = number, ["high"] = number },
        };
        schema.Type = null;
        schema.Properties?.Clear();
        schema.OneOf = context.JsonTypeInfo.Type == typeof(ThreePoint?)
            ? [number, point, new OpenApiSchema { Type = JsonSchemaType.Null }]
            : [number, point];
        return Task.CompletedTask;
    });
}
