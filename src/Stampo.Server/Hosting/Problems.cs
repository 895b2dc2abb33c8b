using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Stampo.Core.Wording;
using Stampo.Storage;

namespace Stampo.Server.Hosting;

/// <summary>Turns every failure into RFC 9457 problem details with a stable code and a sentence for people.</summary>
public sealed class Problems(ILogger<Problems> log) : IExceptionHandler
{
    /// <summary>When to ask again after being told that there is no room.</summary>
    public const string RetryAfterSeconds = "2";

    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
            return true;
        var problem = Describe(exception);
        if (problem.Status == StatusCodes.Status500InternalServerError)
            UnexpectedFailure(log, httpContext.Request.Path, exception);
        if (problem.Status == StatusCodes.Status503ServiceUnavailable)
            httpContext.Response.Headers.RetryAfter = RetryAfterSeconds;
        await WriteAsync(httpContext.Response, problem, cancellationToken);
        return true;
    }

    /// <summary>Answers with a problem and its status.</summary>
    public static Task WriteAsync(HttpResponse response, ProblemDetails problem, CancellationToken cancel = default)
    {
        response.StatusCode = problem.Status!.Value;
        return response.WriteAsJsonAsync(problem, options: null, "application/problem+json", cancel);
    }

    public static ProblemDetails Of(int status, string code, string detail, string? field = null)
    {
        var problem = new ProblemDetails
        {
            Status = status,
            Title = Title(status),
            Detail = detail,
            Extensions = { ["code"] = code },
        };
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
                var problem = Of(
                    StatusCodes.Status409Conflict,
                    "conflict",
                    "This was changed somewhere else since you opened it. Choose which to keep."
                );
                problem.Extensions["theirs"] = conflict.Theirs is { } theirs
                    ? new { version = theirs.Version, value = Json.Element(theirs.Json) }
                    : null;
                return problem;
            // Where a figure is read or written that grew beyond any number: "1e400", or what followed from figures far from what is usual.
            case ArgumentException endless when endless.Message.Contains("infinity", StringComparison.OrdinalIgnoreCase):
                return Of(
                    StatusCodes.Status422UnprocessableEntity,
                    "figure.endless",
                    "With these figures something grows beyond any number, so nothing was done. Look for a figure that "
                        + "is far from what is usual."
                );
            case BusyException busy:
                return Of(StatusCodes.Status503ServiceUnavailable, "server.busy", busy.Message);
            case SqliteException failure:
                return OfDatabase(failure) ?? Unexpected;
            case DbUpdateException { InnerException: SqliteException failure }:
                return OfDatabase(failure) ?? Unexpected;
            // One that does not say how large it is, and grew too large while it came.
            case BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge }:
                return Of(
                    StatusCodes.Status413PayloadTooLarge,
                    "request.too-large",
                    "What was sent is larger than is taken here. Nothing was changed; send less."
                );
            case BadHttpRequestException { InnerException: JsonException json } when Missing(json) is { } missing:
                return Of(
                    StatusCodes.Status422UnprocessableEntity,
                    "input.missing",
                    $"{missing} is missing; it is never taken for nought. Say what it is.",
                    missing
                );
            case BadHttpRequestException bad:
                return Of(bad.StatusCode, "request.unreadable", Readable(bad));
            case UnreadableException unreadable:
                return Of(StatusCodes.Status409Conflict, "data.unreadable", unreadable.Message);
            case LaterFormException later:
                return Of(StatusCodes.Status409Conflict, "data.later-release", later.Message);
            // A union without the name of which one it is.
            case NotSupportedException { Source: "System.Text.Json" }:
                return Of(
                    StatusCodes.Status422UnprocessableEntity,
                    "input.missing",
                    "family is missing; say of which family these choices are.",
                    "family"
                );
            case IOException { Source: "Microsoft.AspNetCore.WebUtilities" }:
                return Of(
                    StatusCodes.Status400BadRequest,
                    "request.unreadable",
                    "The upload can't be read: it ends before its form does. Send it again."
                );
            case InvalidDataException bad:
                return Of(StatusCodes.Status400BadRequest, "request.unreadable", $"The upload can't be read: {bad.Message}");
            default:
                return Unexpected;
        }
    }

    private static ProblemDetails Unexpected =>
        Of(
            StatusCodes.Status500InternalServerError,
            "server.failed",
            "Something failed here that should not have. Nothing was changed; try again, and if it stays, look at the server's log."
        );

    /// <summary>What a person can do something about; null for the rest.</summary>
    public static ProblemDetails? OfDatabase(SqliteException failure) =>
        failure.SqliteErrorCode switch
        {
            SQLitePCL.raw.SQLITE_BUSY or SQLitePCL.raw.SQLITE_LOCKED => Of(
                StatusCodes.Status503ServiceUnavailable,
                "data.locked",
                "Another program holds the data locked. Nothing was changed; try again in a moment."
            ),
            SQLitePCL.raw.SQLITE_FULL => Of(
                StatusCodes.Status507InsufficientStorage,
                "data.full",
                "The disk that holds the data is full. Nothing was changed; make room on it and try again."
            ),
            SQLitePCL.raw.SQLITE_READONLY => Of(
                StatusCodes.Status507InsufficientStorage,
                "data.read-only",
                "The data can't be written. Nothing was changed; give the server the right to write its data folder and try again."
            ),
            _ => null,
        };

    private static int StatusOf(string code) =>
        code switch
        {
            "mesh.too-large" or "request.too-large" => StatusCodes.Status413PayloadTooLarge,
            "study.busy" => StatusCodes.Status503ServiceUnavailable,
            _ => StatusCodes.Status422UnprocessableEntity,
        };

    private static string Readable(BadHttpRequestException bad)
    {
        if (bad.InnerException is not JsonException json)
            return bad.Message;
        var place = json.Path is { Length: > 1 } path ? $" at {path[(path[0] == '$' ? 1 : 0)..].TrimStart('.')}" : "";
        return $"The request is not the JSON expected{place}: {Plain(json.Message)}";
    }

    /// <summary>The first value the serializer asks for: its message ends in their names, quoted.</summary>
    private static string? Missing(JsonException json) =>
        json.Message.Contains("missing required", StringComparison.Ordinal) && json.Message.Split('\'') is { Length: > 3 } quoted
            ? quoted[3]
            : null;

    /// <summary>The serializer's message without the names of types, which say nothing to a caller.</summary>
    private static string Plain(string message) =>
        message.Contains("doesn't allow setting null", StringComparison.Ordinal)
        || message.Contains("null values", StringComparison.Ordinal)
            ? "it must not be null."
        : message.Contains("could not be converted", StringComparison.Ordinal)
            ? "the value is of another kind (text, number, list or object) than belongs there."
        : message.Split(" Path:", 2)[0];

    private static string Title(int status) =>
        status switch
        {
            400 => "The request can't be read",
            403 or 421 => "Refused",
            404 => "Not found",
            409 => "Changed elsewhere",
            413 => "Too large",
            503 => "Busy",
            507 => "No room",
            422 => "An input can't be used",
            _ => "Failed",
        };

    private static readonly Action<ILogger, string, Exception> UnexpectedFailure = LoggerMessage.Define<string>(
        LogLevel.Error,
        new EventId(1, "Unexpected"),
        "Unexpected failure at {Path}"
    );
}

/// <summary>Nothing of that id is here.</summary>
public sealed class NotFoundException(string what) : Exception(what);
