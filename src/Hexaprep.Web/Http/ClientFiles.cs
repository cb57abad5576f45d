namespace Hexaprep.Web.Http;

/// <summary>How the built front end is served: hashed files for ever, the page itself never from a cache.</summary>
public static class ClientFiles
{
    /// <summary>Options of the static files.</summary>
    public static readonly StaticFileOptions Options = new()
    {
        OnPrepareResponse = file =>
            file.Context.Response.Headers.CacheControl = file.Context.Request.Path.StartsWithSegments("/assets")
                ? "public, max-age=31536000, immutable"
                : "no-cache",
    };
}
