namespace Hexaprep.Web.Http;

/// <summary>Headers that keep pages to what ships with the app: no inline script, no outside host, no framing.</summary>
public sealed class SecurityHeaders(RequestDelegate next)
{
    // Styles may be inline because the dialog primitives lock scrolling with a style element of their own; scripts never.
    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; font-src 'self'; img-src 'self' data:; "
        + "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    /// <summary>Adds them to every answer.</summary>
    public Task InvokeAsync(HttpContext context)
    {
        var headers = context.Response.Headers;
        headers.ContentSecurityPolicy = Policy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        headers["Cross-Origin-Resource-Policy"] = "same-origin";
        headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
        if (context.Request.Path.StartsWithSegments("/api"))
            headers.CacheControl = "no-store";
        return next(context);
    }
}
