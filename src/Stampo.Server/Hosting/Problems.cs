using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Stampo.Core.Working;
using Stampo.Storage;

namespace Stampo.Server.Hosting;

/// <summary>Turns every failure into RFC 9457 problem details with a stable code and a sentence for people.</summary>
public sealed class Problems(ILogger<Problems> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
            return true;
        var problem = Describe(exception);
        if (problem.Status == StatusCodes.Status500InternalServerError)
            UnexpectedFailure(log, httpContext.Request.Path, exception);
        httpContext.Response.StatusCode = problem.Status!.Value;
        await httpContext.Response.WriteAsJsonAsync(problem, options: null, "application/problem+json", cancellationToken);
        return true;
    }

    public static ProblemDetails Of(int status, string code, string detail, string? field = null)
    {
        var problem = new ProblemDetails { Status = status, Title = Title(status), Detail = detail, Extensions = { ["code"] = code } };
        if (field is not null)
            problem.Extensions["field"] = field;
        return problem;
    }

    private static ProblemDetails Describe(Exception exception)
    {
        switch (exception)
        {
            case RefusalException refusal:
                return Of(StatusOf(refusal.Code), refusal.Code, refusal.Message, refusal.Field);
            case NotFoundException missing:
                return Of(StatusCodes.Status404NotFound, "not-found", missing.Message);
            case VersionConflictException conflict:
                var problem = Of(StatusCodes.Status409Conflict, "conflict", "This was changed somewhere else since you opened it. Choose which to keep.");
                problem.Extensions["theirs"] = conflict.Theirs is { } theirs ? new { version = theirs.Version, value = Json.Element(theirs.Json) } : null;
                return problem;
            case BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge }:
                return Of(StatusCodes.Status413PayloadTooLarge, "mesh.too-large", "The file is larger than this server takes. Export it with a coarser tolerance.", "file");
            case BadHttpRequestException bad:
                return Of(bad.StatusCode, "request.unreadable", Readable(bad));
            case InvalidDataException bad:
                return Of(StatusCodes.Status400BadRequest, "request.unreadable", $"The upload can't be read: {bad.Message}");
            default:
                return Of(StatusCodes.Status500InternalServerError, "server.failed", "Something failed here that should not have. Nothing was changed; try again, and if it stays, look at the server's log.");
        }
    }

    private static int StatusOf(string code) => code switch
    {
        "mesh.too-large" => StatusCodes.Status413PayloadTooLarge,
        "study.busy" => StatusCodes.Status503ServiceUnavailable,
        _ => StatusCodes.Status422UnprocessableEntity,
    };

    private static string Readable(BadHttpRequestException bad) => bad.InnerException is System.Text.Json.JsonException json
        ? $"The request is not the JSON expected{(json.Path is { Length: > 1 } path ? $" at {path[(path[0] == '$' ? 1 : 0)..].TrimStart('.')}" : "")}: {Plain(json.Message)}"
        : bad.Message;

    /// <summary>The serializer's message without the names of types, which say nothing to a caller.</summary>
    private static string Plain(string message) =>
        message.Contains("doesn't allow setting null", StringComparison.Ordinal) || message.Contains("null values", StringComparison.Ordinal) ? "it must not be null."
        : message.Contains("could not be converted", StringComparison.Ordinal) ? "the value is of another kind (text, number, list or object) than belongs there."
        : message.Contains("missing required", StringComparison.Ordinal) ? $"a required value is missing: {message[(message.IndexOf("including:", StringComparison.Ordinal) + 10)..].Trim()}"
        : message.Split(" Path:", 2)[0];

    private static string Title(int status) => status switch
    {
        400 => "The request can't be read",
        404 => "Not found",
        409 => "Changed elsewhere",
        413 => "Too large",
        503 => "Busy",
        422 => "An input can't be used",
        _ => "Failed",
    };

    private static readonly Action<ILogger, string, Exception> UnexpectedFailure =
        LoggerMessage.Define<string>(LogLevel.Error, new EventId(1, "Unexpected"), "Unexpected failure at {Path}");
}

/// <summary>Nothing of that id is here.</summary>
public sealed class NotFoundException(string what) : Exception(what);
