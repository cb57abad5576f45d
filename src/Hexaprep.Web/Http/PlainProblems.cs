namespace Hexaprep.Web.Http;

/// <summary>Writes a problem whatever the request would rather have: words in JSON are better than nothing.</summary>
public sealed class PlainProblems : IProblemDetailsWriter
{
    /// <inheritdoc />
    public bool CanWrite(ProblemDetailsContext context) => true;

    /// <inheritdoc />
    public async ValueTask WriteAsync(ProblemDetailsContext context)
    {
        Problems.Explain(context);
        await context.HttpContext.Response.WriteAsJsonAsync(
            context.ProblemDetails,
            WireJson.Options,
            "application/problem+json",
            context.HttpContext.RequestAborted
        );
    }
}
