using System.Net;
using System.Net.Http.Json;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

public sealed class GuardTests(EmptyBench empty) : IClassFixture<EmptyBench>
{
    [Theory]
    [InlineData("evil.example", null, null, 403)]
    [InlineData(null, "http://evil.example", null, 403)]
    [InlineData(null, null, "cross-site", 403)]
    [InlineData(null, null, "same-site", 403)]
    [InlineData(null, null, null, 403)]
    [InlineData(null, "null", null, 403)]
    [InlineData(null, null, "same-origin", 400)]
    [InlineData(null, "own", null, 400)]
    [InlineData("localhost", null, "same-origin", 400)]
    public async Task A_write_needs_a_known_host_and_this_apps_own_pages(string? host, string? origin, string? site, int status)
    {
        var app = empty.App;
        using var client = new HttpClient { BaseAddress = app.Client.BaseAddress };
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/acts") { Content = JsonContent.Create(new { }) };
        if (host is not null)
            request.Headers.Host = $"{host}:{app.Client.BaseAddress!.Port}";
        if (origin is not null)
            request.Headers.Add("Origin", origin == "own" ? app.Address : origin);
        if (site is not null)
            request.Headers.Add("Sec-Fetch-Site", site);
        using var answer = await client.SendAsync(request, TestContext.Current.CancellationToken);

        Assert.Equal(status, (int)answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
    }

    [Fact]
    public async Task Reading_by_a_foreign_host_name_is_refused_too()
    {
        var app = empty.App;
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/bench");
        request.Headers.Host = "bench.evil.example";

        Assert.Equal(HttpStatusCode.Forbidden, (await app.Client.SendAsync(request, TestContext.Current.CancellationToken)).StatusCode);
    }

    [Theory]
    [InlineData("/")]
    [InlineData("/api/bench")]
    [InlineData("/docs/index.html")]
    [InlineData("/api/nothing")]
    public async Task Every_answer_carries_the_security_headers(string path)
    {
        var app = empty.App;
        using var answer = await app.Client.GetAsync(path, TestContext.Current.CancellationToken);
        string Header(string name) => string.Join(' ', answer.Headers.GetValues(name));

        var policy = Header("Content-Security-Policy");
        Assert.Contains("default-src 'none'", policy, StringComparison.Ordinal);
        Assert.Contains("script-src 'self';", policy, StringComparison.Ordinal);
        Assert.Contains("frame-ancestors 'none'", policy, StringComparison.Ordinal);
        Assert.Equal("nosniff", Header("X-Content-Type-Options"));
        Assert.Equal("no-referrer", Header("Referrer-Policy"));
    }

    [Fact]
    public async Task The_documentation_has_no_inline_script()
    {
        var app = empty.App;
        var page = await app.Client.GetStringAsync("/docs/index.html", TestContext.Current.CancellationToken);

        Assert.DoesNotMatch("<script(?![^>]*src=)[^>]*>\\s*\\S", page);
    }
}
