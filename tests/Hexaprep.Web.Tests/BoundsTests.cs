using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

/// <summary>What comes in is bounded: no moment and no text leaves the bench broken.</summary>
public sealed class BoundsTests(TestDatabases databases, EmptyBench empty) : IClassFixture<EmptyBench>
{
    internal static readonly string[] Pages =
    [
        "/api/bench",
        "/api/plan",
        "/api/units",
        "/api/coats",
        "/api/air",
        "/api/alerts",
        "/api/sittings",
        "/api/house-rules",
        "/api/workspace",
        "/api/coats.csv",
        "/api/plan.csv",
        "/api/plan.ics",
    ];

    public static TheoryData<string, string> Broken =>
        new()
        {
            { "acts", """{"id":"ID","kind":"start","at":"0000-12-31T00:00:00Z","stepId":"STEP"}""" },
            { "acts", """{"id":"ID","kind":"start","at":"-9998-01-01T00:00:00Z","stepId":"STEP"}""" },
            { "acts", """{"id":"ID","kind":"start","at":"1970-01-01T00:00:00Z","stepId":"STEP"}""" },
            { "acts", """{"id":"ID","kind":"start","at":"9999-12-31T23:59:59.999999999Z","stepId":"STEP"}""" },
            {
                "acts",
                """{"id":"ID","kind":"flaw","at":"2026-03-12T20:12:00Z","stepId":"STEP","model":1,"place":"head","words":"a\u0000b"}"""
            },
            {
                "acts",
                """{"id":"ID","kind":"flaw","at":"2026-03-12T20:12:00Z","stepId":"STEP","model":1,"place":"\ud800","words":"line"}"""
            },
            { "air", """{"id":"ID","place":"bench","airC":20,"humidityPct":50,"at":"-4800-01-01T00:00:00Z"}""" },
            { "air", """{"id":"ID","place":"bench","airC":1e999,"humidityPct":50}""" },
            { "forecast/typed", """{"id":"ID","day":"2026-03-12","from":"08:00:00","to":"20:00:00","airC":20,"humidityPct":1e999}""" },
            { "acts", """{"id":"ID","kind":"coat","at":"2026-03-12T20:12:00Z","coatId":"STEP","airC":-1e999}""" },
            {
                "coats/import",
                """{"id":"ID","text":"product,ended_at\nacrylic_solvent.spray_can.primer,9999-12-31T23:59:59.999999999Z\n"}"""
            },
            { "coats/import", """{"id":"ID","text":"product,ended_at\nacrylic_solvent.spray_can.primer,2206-01-01T00:00:00Z\n"}""" },
            {
                "coats/import",
                """{"id":"ID","text":"product,ended_at,verdict\nacrylic_solvent.spray_can.primer,2026-03-01T00:00:00Z,a\u0000b\n"}"""
            },
            {
                "forecast",
                """{"id":"ID","text":"at,air_c,humidity_pct,wind_ms,rain_probability,sun_wm2\n9999-12-31T23:00:00Z,14,60,2,0.1,0\n"}"""
            },
            {
                "roster",
                """{"id":"ID","lines":[{"cells":{"unit":"A","models":"1","material":"plastic","dyke":"a\u0000b"},"addAnyway":false}]}"""
            },
            { "workspace?id=ID", """{"format":"\ud800"}""" },
        };

    [Theory]
    [MemberData(nameof(Broken))]
    public async Task What_cannot_be_kept_is_refused_and_every_page_answers_afterwards(string path, string body)
    {
        var app = empty.App;
        using var brought = await app.BringAsync("unit=Reed Pikes;models=2;material=plastic");
        var step = (await app.GetAsync("/api/bench"))["view"]!["step"]!["stepId"]!.ToString();
        body = body.Replace("ID", Guid.NewGuid().ToString(), StringComparison.Ordinal).Replace("STEP", step, StringComparison.Ordinal);
        var method = HttpMethod.Post;
        using var answer = await app.Client.SendAsync(
            new HttpRequestMessage(method, "/api/" + path) { Content = new StringContent(body, Encoding.UTF8, "application/json") },
            TestContext.Current.CancellationToken
        );

        var said = JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
        if (path == "coats/import")
        {
            // What is wrong is told line by line, and nothing is saved.
            Assert.NotEmpty(said["problems"]!.AsArray());
            Assert.Equal(0, said["coats"]!.GetValue<int>());
        }
        else
        {
            Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
            Assert.NotEqual("", said["detail"]!.ToString());
        }
        foreach (var page in Pages)
            Assert.Equal(HttpStatusCode.OK, (await app.Client.GetAsync(page, TestContext.Current.CancellationToken)).StatusCode);
    }

    [Fact]
    public async Task An_order_under_an_id_in_use_and_a_test_of_a_readiness_that_a_product_has_not_are_refused()
    {
        var cancel = TestContext.Current.CancellationToken;
        await using var app = new TestApp(databases.Clone(), isDemo: true, planBudget: 0);
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        using var another = await app.Client.PostAsync(
            $"/api/units/{unit}/another",
            new StringContent($$"""{"id":"{{unit}}"}""", Encoding.UTF8, "application/json"),
            cancel
        );
        Assert.Equal(HttpStatusCode.Conflict, another.StatusCode);

        var kept = await app.GetAsync("/api/workspace");
        var never = kept["products"]!
            .AsArray()
            .Where(p => p!["class"]!.ToString() is "water" or "plastic_cement" or "ca")
            .Select(p => p!["id"]!.ToString())
            .ToHashSet();
        var wet = kept["coats"]!.AsArray().First(c => c!["endedAt"] is not null && never.Contains(c["productId"]!.ToString()))!;
        using var tested = await app.ActAsync(
            "test",
            new
            {
                coatId = wet["id"]!.ToString(),
                stage = "recoat",
                finding = "dry_at",
            }
        );
        Assert.Equal(HttpStatusCode.BadRequest, tested.StatusCode);
        foreach (var page in Pages)
            Assert.Equal(HttpStatusCode.OK, (await app.Client.GetAsync(page, cancel)).StatusCode);
    }

    [Fact]
    public async Task Answers_are_compressed_for_those_who_can_read_them_so()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        async Task<HttpContent> AskAsync(string path, string encoding)
        {
            var request = new HttpRequestMessage(HttpMethod.Get, path);
            request.Headers.AcceptEncoding.Add(new StringWithQualityHeaderValue(encoding));
            return (await app.Client.SendAsync(request, TestContext.Current.CancellationToken)).Content;
        }
        var plain = (await app.Client.GetByteArrayAsync("/api/plan", TestContext.Current.CancellationToken)).Length;
        foreach (var encoding in new[] { "br", "gzip" })
        {
            var answer = await AskAsync("/api/plan", encoding);
            Assert.Equal(encoding, Assert.Single(answer.Headers.ContentEncoding));
            Assert.InRange((await answer.ReadAsByteArrayAsync(TestContext.Current.CancellationToken)).Length, 1, plain / 3);
        }
    }
}
