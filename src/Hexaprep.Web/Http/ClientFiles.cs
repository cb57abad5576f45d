using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;

namespace Hexaprep.Web.Http;

/// <summary>How the built front end is served: hashed files for ever, the page itself never from a cache, both in the compressed form
/// that the build left beside them where the browser takes it.</summary>
public static class ClientFiles
{
    // Smallest first.
    private static readonly (string Encoding, string Ending)[] Forms = [("br", ".br"), ("gzip", ".gz")];

    /// <summary>Options of the static files.</summary>
    public static readonly StaticFileOptions Options = new()
    {
        ContentTypeProvider = new InnerType(),
        OnPrepareResponse = file =>
        {
            var headers = file.Context.Response.Headers;
            headers.CacheControl = file.Context.Request.Path.StartsWithSegments("/assets")
                ? "public, max-age=31536000, immutable"
                : "no-cache";
            headers.Vary = "Accept-Encoding";
            if (Forms.FirstOrDefault(f => file.File.Name.EndsWith(f.Ending, StringComparison.Ordinal)).Encoding is { } encoding)
                headers.ContentEncoding = encoding;
        },
    };

    // What is answered by addresses of its own, never by the page.
    private static readonly string[] Own = ["/api", "/docs", "/openapi.json", "/health", "/metrics"];

    /// <summary>Serves the front end's files; every address that is nobody else's is one of its pages.</summary>
    public static void UseClientFiles(this WebApplication app)
    {
        var files = app.Environment.WebRootFileProvider;
        app.Use(
            (context, next) =>
            {
                var request = context.Request;
                if (
                    (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
                    && !Own.Any(o => request.Path.StartsWithSegments(o))
                )
                {
                    if (!Path.HasExtension(request.Path.Value))
                        request.Path = "/index.html";
                    request.Path = Smallest(request, files);
                }
                return next(context);
            }
        );
        app.UseStaticFiles(Options);
    }

    private static PathString Smallest(HttpRequest request, IFileProvider files)
    {
        var taken = request.GetTypedHeaders().AcceptEncoding;
        var form = Forms.FirstOrDefault(f =>
            taken.Any(t => t.Value.Equals(f.Encoding, StringComparison.OrdinalIgnoreCase) && t.Quality is not 0)
            && files.GetFileInfo(request.Path.Value + f.Ending).Exists
        );
        return form.Ending is null ? request.Path : request.Path.Value + form.Ending;
    }

    // The type of what is inside: the encoding is said apart.
    private sealed class InnerType : IContentTypeProvider
    {
        private readonly FileExtensionContentTypeProvider _known = new();

        public bool TryGetContentType(string subpath, [System.Diagnostics.CodeAnalysis.MaybeNullWhen(false)] out string contentType) =>
            _known.TryGetContentType(
                Forms.Any(f => subpath.EndsWith(f.Ending, StringComparison.Ordinal)) ? subpath[..^3] : subpath,
                out contentType
            );
    }
}
