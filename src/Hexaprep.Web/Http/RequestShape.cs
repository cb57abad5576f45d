using Hexaprep.Craft.Vocabulary;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Net.Http.Headers;

namespace Hexaprep.Web.Http;

/// <summary>Answers, in the words of every other refusal, requests whose outer shape is wrong: an address or headers without end, text in
/// an encoding that is not read here.</summary>
public sealed class RequestShape(RequestDelegate next)
{
    /// <summary>The longest address, characters. The server itself gives up at <see cref="AppSettings.ServerLimit"/>.</summary>
    public const int LongestAddress = 4096;

    /// <summary>The most characters of all headers.</summary>
    public const int MostHeaders = 16 * 1024;

    /// <summary>Checks the request.</summary>
    public async Task InvokeAsync(HttpContext context, IProblemDetailsService problems)
    {
        if (WhyNot(context.Request) is not { } problem)
        {
            await next(context);
            return;
        }
        context.Response.StatusCode = problem.Status!.Value;
        await problems.WriteAsync(new ProblemDetailsContext { HttpContext = context, ProblemDetails = problem });
    }

    private static ProblemDetails? WhyNot(HttpRequest request)
    {
        if (request.Path.Value?.Length + request.QueryString.Value?.Length > LongestAddress)
            return Of(414, $"The address is longer than {LongestAddress} characters. Send what is long in the body.");
        if (request.Headers.Sum(h => h.Key.Length + h.Value.Sum(v => v?.Length ?? 0)) > MostHeaders)
            return Of(431, $"The headers are longer than {MostHeaders} characters. Clear the cookies of this address.");
        if (request.Path.Value?.Contains('\0', StringComparison.Ordinal) == true)
            return Of(400, "The address holds a NUL character. Take it out.");
        if (!MediaTypeHeaderValue.TryParse(request.ContentType, out var type) || !type.Charset.HasValue)
            return null;
        var charset = type.Charset.Value!.Trim('"');
        if (!charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase))
            return Of(415, $"'{Texts.Cut(charset, 40, "that")}' is not read here. Send UTF-8.");
        // Quoted is right too, but the framework takes it for another name.
        type.Charset = "utf-8";
        request.ContentType = type.ToString();
        return null;
    }

    private static ProblemDetails Of(int status, string detail) =>
        new()
        {
            Status = status,
            Title = "Not understood",
            Detail = detail,
        };
}
