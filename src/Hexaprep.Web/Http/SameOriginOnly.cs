using Microsoft.AspNetCore.Mvc;

namespace Hexaprep.Web.Http;

/// <summary>Answers 403 to a request for a foreign host name, and to a write that does not come from this app's own pages.</summary>
public sealed class SameOriginOnly(RequestDelegate next)
{
    private static readonly string[] Known = ["localhost", "127.0.0.1", "[::1]"];

    /// <summary>Checks the request.</summary>
    public async Task InvokeAsync(HttpContext context, IProblemDetailsService problems)
    {
        var request = context.Request;
        var reason =
            !Known.Contains(request.Host.Host)
                ? $"'{request.Host.Host}' is no name of this app. Open it at the address the start command printed."
            : IsRead(request.Method) || ChangesNothing(request.Path) || IsOwn(request) ? null
            : "A write must come from this app's own pages: send a same-origin Origin or Sec-Fetch-Site header.";
        if (reason is null)
        {
            await next(context);
            return;
        }
        context.Response.StatusCode = StatusCodes.Status403Forbidden;
        await problems.WriteAsync(
            new ProblemDetailsContext
            {
                HttpContext = context,
                ProblemDetails = new ProblemDetails
                {
                    Status = 403,
                    Title = "Not from here",
                    Detail = reason,
                },
            }
        );
    }

    private static bool IsRead(string method) => HttpMethods.IsGet(method) || HttpMethods.IsHead(method) || HttpMethods.IsOptions(method);

    // The computation core and the closing proof are for scripts too, and keep nothing.
    private static bool ChangesNothing(PathString path) => path.StartsWithSegments("/api/compute") || path == "/api/closing";

    private static bool IsOwn(HttpRequest request)
    {
        var origin = request.Headers.Origin.ToString();
        if (origin.Length > 0)
            return origin.Equals($"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase);
        return request.Headers["Sec-Fetch-Site"].ToString() == "same-origin";
    }
}
