using Microsoft.AspNetCore.Diagnostics;

namespace Stampo.Server.Hosting;

/// <summary>Gives bare error codes under /api a body like every other refusal.</summary>
internal static class ApiStatus
{
    public static Task WriteAsync(StatusCodeContext context)
    {
        var (request, response) = (context.HttpContext.Request, context.HttpContext.Response);
        var detail = response.StatusCode switch
        {
            404 => $"Nothing answers at {request.Path}.",
            405 => $"{request.Path} does not take {request.Method}.",
            503 => "Too much is being worked on at once, or this took too long. Nothing was changed; try again in a moment.",
            415 => "Send JSON (Content-Type: application/json).",
            _ => "The request was refused.",
        };
        return Problems.WriteAsync(response, Problems.Of(response.StatusCode, $"http.{response.StatusCode}", detail));
    }
}
