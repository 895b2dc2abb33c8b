using Stampo.Core.Units;
using Stampo.Core.Wording;

namespace Stampo.Server.Calc;

public sealed record ConvertRequest(string Value, string To);

public static class ConvertEndpoint
{
    public static void MapConvert(this IEndpointRouteBuilder app)
    {
        app.MapPost(
                "/api/calc/convert",
                (ConvertRequest request) => Converter.Convert(Check.Given(request.Value, "value"), Check.Given(request.To, "to"))
            )
            .WithTags("Calculators");
        app.MapPost("/api/read-quantity", (QuantityRequest request) => QuantityText.Read(request)).WithTags("Calculators");
    }
}
