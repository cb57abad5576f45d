using Hexaprep.Craft.Vocabulary;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Npgsql;

namespace Hexaprep.Web.Http;

/// <summary>Refusals as RFC 9457 problem details.</summary>
public static class Problems
{
    /// <summary>A refusal as a result, with the current state where an edit was stale.</summary>
    public static ProblemDetails Of(Refusal refusal, object? current = null)
    {
        var problem = new ProblemDetails
        {
            Status = Status(refusal.Kind),
            Title = refusal.Kind switch
            {
                RefusalKind.NotFound => "Not here",
                RefusalKind.Conflict => "Not now",
                _ => "Not understood",
            },
            Detail = $"{refusal.Message} {refusal.Remedy}",
            Extensions =
            {
                ["field"] = refusal.Field,
                ["message"] = refusal.Message,
                ["remedy"] = refusal.Remedy,
            },
        };
        if (current is not null)
            problem.Extensions["current"] = current;
        return problem;
    }

    /// <summary>The HTTP status of a kind of refusal.</summary>
    public static int Status(RefusalKind kind) =>
        kind switch
        {
            RefusalKind.NotFound => StatusCodes.Status404NotFound,
            RefusalKind.Conflict => StatusCodes.Status409Conflict,
            RefusalKind.Unanswerable => StatusCodes.Status422UnprocessableEntity,
            _ => StatusCodes.Status400BadRequest,
        };

    /// <summary>Adds what the framework's own problems leave out.</summary>
    public static void Explain(ProblemDetailsContext context)
    {
        var problem = context.ProblemDetails;
        problem.Extensions.Remove("traceId");
        problem.Extensions.Remove("exception");
        problem.Title ??= "Not understood";
        problem.Detail ??= problem.Status switch
        {
            400 => "The request could not be read. Compare it with /openapi.json.",
            404 => "There is nothing at this address.",
            405 => "This address does not take that method.",
            406 => "This address has no such form. Compare it with /openapi.json.",
            413 => "The request is larger than this address takes. Send less at once.",
            415 => "The request's content type is not read here. Compare it with /openapi.json.",
            _ => null,
        };
    }
}

/// <summary>Turns refusals, and a database that does not answer, into problem details.</summary>
public sealed class RefusalHandler(IProblemDetailsService problems, ILogger<RefusalHandler> log) : IExceptionHandler
{
    private static ProblemDetails Spoiled(string message, string remedy) => Problems.Of(new Refusal("$", message, remedy));

    /// <inheritdoc />
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var problem = exception switch
        {
            RefusedException refused => Problems.Of(refused.Refusal),
            BadHttpRequestException { InnerException: System.Text.Json.JsonException json } => Problems.Of(
                new Refusal(json.Path ?? "$", JsonWords.Of(json), "Compare it with /openapi.json.")
            ),
            BadHttpRequestException { StatusCode: 413 } => new ProblemDetails { Status = 413, Title = "Too much" },
            BadHttpRequestException bad => new ProblemDetails
            {
                Status = bad.StatusCode,
                Title = "Not understood",
                Detail = bad.Message,
            },
            // Text that no store takes: nothing of the write was kept.
            PostgresException { SqlState: PostgresErrorCodes.CharacterNotInRepertoire or PostgresErrorCodes.UntranslatableCharacter } =>
                Spoiled("A text holds a NUL character.", "Take it out, then send it again."),
            InvalidOperationException half when half.Message.Contains("UTF-16", StringComparison.Ordinal) => Spoiled(
                "A text holds half a character (a lone surrogate).",
                "Write it again, then send it again."
            ),
            InvalidOperationException kind when kind.Message.StartsWith("Cannot get the value of a token type", StringComparison.Ordinal) =>
                Spoiled("A value of the body is of another kind.", "Compare it with /openapi.json."),
            // The last of the bounds: none should be reached.
            PostgresException { SqlState: { } state }
                when state.StartsWith("22", StringComparison.Ordinal) || state.StartsWith("23", StringComparison.Ordinal) => Spoiled(
                "What was sent does not fit what is kept; nothing was changed.",
                "Compare it with /openapi.json."
            ),
            NpgsqlException { IsTransient: true }
            or NpgsqlException { InnerException: IOException or System.Net.Sockets.SocketException or TimeoutException } =>
                new ProblemDetails
                {
                    Status = StatusCodes.Status503ServiceUnavailable,
                    Title = "The database does not answer",
                    Detail =
                        "What was sent may be kept or not: sent again it is done once. Acts are kept in the browser and sent again "
                        + "by themselves.",
                },
            OperationCanceledException when httpContext.RequestAborted.IsCancellationRequested => new ProblemDetails { Status = 499 },
            _ => null,
        };
        if (problem is null)
            return false;
        if (exception is PostgresException)
            log.LogError("A bound was missing: {Reason}", exception.Message);
        if (problem.Status == StatusCodes.Status503ServiceUnavailable)
            log.LogWarning("The database does not answer: {Reason}", exception.Message);
        httpContext.Response.StatusCode = problem.Status!.Value;
        return await problems.TryWriteAsync(new ProblemDetailsContext { HttpContext = httpContext, ProblemDetails = problem });
    }
}
