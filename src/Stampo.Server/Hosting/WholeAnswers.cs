using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Stampo.Server.Hosting;

/// <summary>
/// Writes an answer whole before its first byte leaves, so that a figure that can't be written is a refusal in words and never half an
/// answer.
/// </summary>
public sealed class WholeAnswers(IOptions<JsonOptions> json) : IEndpointFilter
{
    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        var answer = await next(context);
        if (answer is null or IResult)
            return answer;
        return TypedResults.Bytes(
            JsonSerializer.SerializeToUtf8Bytes(answer, answer.GetType(), json.Value.SerializerOptions),
            "application/json; charset=utf-8"
        );
    }
}
