using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

/// <summary>Requests of a wrong outer shape, and identities used twice: each is answered in words.</summary>
public sealed class ShapeTests(TestDatabases databases)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<JsonNode> ProblemAsync(HttpResponseMessage answer, int status)
    {
        var text = await answer.Content.ReadAsStringAsync(Cancel);
        Assert.Equal(status, (int)answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        var problem = JsonNode.Parse(text)!;
        Assert.NotEmpty(problem["detail"]!.ToString());
        return problem;
    }

    [Theory]
    [InlineData("DELETE", "/api/bench", "application/json", 405)]
    [InlineData("GET", "/api/acts", null, 405)]
    [InlineData("POST", "/api/bench", "application/json", 405)]
    [InlineData("POST", "/api/acts", "text/plain", 415)]
    [InlineData("POST", "/api/acts", "application/json;charset=bogus", 415)]
    [InlineData("POST", "/api/acts", "application/json; charset=utf-7", 415)]
    [InlineData("POST", "/api/nothing", "application/json", 404)]
    [InlineData("GET", "/api/nothing", null, 404)]
    public async Task A_wrong_verb_type_or_address_is_told_apart(string verb, string path, string? type, int status)
    {
        await using var app = new TestApp(databases.Clone());
        using var request = new HttpRequestMessage(new HttpMethod(verb), path);
        if (type is not null)
        {
            request.Content = new ByteArrayContent("{}"u8.ToArray());
            request.Content.Headers.TryAddWithoutValidation("Content-Type", type);
        }
        using var answer = await app.Client.SendAsync(request, Cancel);

        await ProblemAsync(answer, status);
    }

    [Theory]
    [InlineData("text/html")]
    [InlineData("application/xml")]
    [InlineData("image/png;q=0")]
    public async Task A_refusal_has_words_whatever_the_reader_would_rather_have(string accept)
    {
        await using var app = new TestApp(databases.Clone());
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/acts")
        {
            Content = new StringContent("{", Encoding.UTF8, "application/json"),
        };
        request.Headers.TryAddWithoutValidation("Accept", accept);
        using var answer = await app.Client.SendAsync(request, Cancel);

        await ProblemAsync(answer, 400);
    }

    [Fact]
    public async Task Quoted_utf_8_is_read()
    {
        await using var app = new TestApp(databases.Clone());
        var content = new ByteArrayContent(
            Encoding.UTF8.GetBytes($$"""{"id":"{{Guid.NewGuid()}}","place":"bench","airC":20,"humidityPct":50}""")
        );
        content.Headers.TryAddWithoutValidation("Content-Type", "application/json;charset=\"UTF-8\"");

        Assert.Equal(HttpStatusCode.OK, (await app.Client.PostAsync("/api/air", content, Cancel)).StatusCode);
    }

    [Fact]
    public async Task An_address_or_headers_without_end_are_refused_in_words()
    {
        await using var app = new TestApp(databases.Clone());
        using var address = await app.Client.GetAsync("/api/bench?x=" + new string('y', 20_000), Cancel);
        await ProblemAsync(address, 414);
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/bench");
        request.Headers.Add("X-Long", new string('y', 60_000));
        using var headers = await app.Client.SendAsync(request, Cancel);

        await ProblemAsync(headers, 431);
    }

    [Theory]
    [InlineData("""{"id":"ID","place":"bench","airC":"warm","humidityPct":50}""", "$.airC", "a number")]
    [InlineData("""{"id":"ID","place":"bench"}""", "$", "lacks")]
    [InlineData("""{"id":"ID","place":"cellar","airC":20,"humidityPct":50}""", "$.place", "one of bench, outdoors")]
    [InlineData("""{"id":"ID","place":"bench","airC":20,"humidityPct":50,"moon":1}""", "$.moon", "not known")]
    public async Task A_body_that_cannot_be_read_names_the_field_and_what_was_expected(string body, string field, string wanted)
    {
        await using var app = new TestApp(databases.Clone());
        using var answer = await app.Client.PostAsync(
            "/api/air",
            new StringContent(body.Replace("ID", Guid.NewGuid().ToString(), StringComparison.Ordinal), Encoding.UTF8, "application/json"),
            Cancel
        );
        var problem = await ProblemAsync(answer, 400);

        Assert.Equal(field, problem["field"]!.ToString());
        Assert.Contains(wanted, problem["message"]!.ToString(), StringComparison.Ordinal);
        Assert.DoesNotContain("Hexaprep", problem.ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_request_larger_than_its_address_takes_is_refused()
    {
        await using var app = new TestApp(databases.Clone());
        using var answer = await app.Client.PostAsync(
            "/api/acts",
            new StringContent("{\"words\":\"" + new string('x', AppSettings.UsualBody) + "\"}", Encoding.UTF8, "application/json"),
            Cancel
        );

        await ProblemAsync(answer, 413);
    }

    [Fact]
    public async Task An_identity_used_for_something_else_is_refused_and_the_same_once_more_is_not()
    {
        await using var app = new TestApp(databases.Clone());
        var id = Guid.NewGuid();
        Task<HttpResponseMessage> ReadAsync(int airC) =>
            app.Client.PostAsync(
                "/api/air",
                new StringContent(
                    $$"""{"id":"{{id}}","place":"bench","airC":{{airC}},"humidityPct":50}""",
                    Encoding.UTF8,
                    "application/json"
                ),
                Cancel
            );

        Assert.Equal(HttpStatusCode.OK, (await ReadAsync(20)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await ReadAsync(20)).StatusCode);
        var problem = await ProblemAsync(await ReadAsync(21), 409);
        Assert.Equal("id", problem["field"]!.ToString());
        Assert.Single((await app.GetAsync("/api/workspace"))["airReadings"]!.AsArray());
    }

    [Fact]
    public async Task It_can_be_watched_and_every_answer_has_its_id()
    {
        await using var app = new TestApp(databases.Clone());
        foreach (var path in new[] { "/health/live", "/health/ready", "/api/bench" })
        {
            using var answer = await app.Client.GetAsync(path, Cancel);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
            Assert.NotEmpty(Assert.Single(answer.Headers.GetValues("X-Request-Id")));
        }
        Assert.Contains("http_server_request_duration", await app.Client.GetStringAsync("/metrics", Cancel), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_table_that_is_one_endless_line_is_refused_before_it_is_taken_apart()
    {
        await using var app = new TestApp(databases.Clone());
        var commas = new string(',', 15_000_000);
        using var roster = await app.Client.PostAsync("/api/roster/read", new StringContent(commas, Encoding.UTF8, "text/csv"), Cancel);
        Assert.Equal("file", (await ProblemAsync(roster, 400))["field"]!.ToString());
        using var coats = await app.Client.PostAsync(
            "/api/coats/import",
            new StringContent($$"""{"id":"{{Guid.NewGuid()}}","text":"{{commas}}"}""", Encoding.UTF8, "application/json"),
            Cancel
        );
        Assert.Equal("file", (await ProblemAsync(coats, 400))["field"]!.ToString());
    }

    [Fact]
    public async Task A_sitting_is_set_in_whole_minutes()
    {
        await using var app = new TestApp(databases.Clone());
        var week = (await app.GetAsync("/api/sittings")).AsObject();
        var edit = new JsonObject
        {
            ["id"] = Guid.NewGuid().ToString(),
            ["version"] = week["version"]!.DeepClone(),
            ["timeZone"] = "UTC",
            ["handles"] = 20,
            ["weekly"] = week["weekly"]!.DeepClone(),
            ["exceptions"] = new JsonArray(),
        };
        edit["weekly"]![0]!["begins"] = "10:00:00.0000001";
        edit["weekly"]![0]!["ends"] = "10:00:00.0000002";
        using var answer = await app.Client.PutAsync(
            "/api/sittings",
            new StringContent(edit.ToJsonString(), Encoding.UTF8, "application/json"),
            Cancel
        );

        Assert.Equal("weekly[0].begins", (await ProblemAsync(answer, 400))["field"]!.ToString());
    }

    [Fact]
    public async Task A_file_sent_twice_is_brought_once_and_another_under_its_identity_is_refused()
    {
        await using var demo = new TestApp(databases.Clone(), isDemo: true);
        await using var app = new TestApp(databases.Clone());
        var (id, file) = (Guid.NewGuid(), await demo.Client.GetStringAsync("/api/workspace", Cancel));
        Task<HttpResponseMessage> BringAsync(string text) =>
            app.Client.PostAsync($"/api/workspace?id={id}", new StringContent(text, Encoding.UTF8, "application/json"), Cancel);

        Assert.Equal(HttpStatusCode.OK, (await BringAsync(file)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await BringAsync(file)).StatusCode);
        var other = await BringAsync(file.Replace("Lantern Keepers", "Lamp Keepers", StringComparison.Ordinal));
        Assert.Equal("id", (await ProblemAsync(other, 409))["field"]!.ToString());
    }

    [Theory]
    [InlineData("br")]
    [InlineData("gzip")]
    public async Task The_front_end_is_shipped_compressed(string encoding)
    {
        await using var app = new TestApp(databases.Clone());
        var page = await app.Client.GetStringAsync("/", Cancel);
        var script = System.Text.RegularExpressions.Regex.Match(page, "/assets/index-[^\"]+\\.js").Value;
        using var request = new HttpRequestMessage(HttpMethod.Get, script);
        request.Headers.AcceptEncoding.Add(new StringWithQualityHeaderValue(encoding));
        using var answer = await app.Client.SendAsync(request, Cancel);

        Assert.Equal(encoding, Assert.Single(answer.Content.Headers.ContentEncoding));
        Assert.Equal("text/javascript", answer.Content.Headers.ContentType?.MediaType);
        Assert.True(answer.Content.Headers.ContentLength < 130_000, $"{answer.Content.Headers.ContentLength} bytes");
        Assert.Contains("immutable", answer.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Cells_that_a_spreadsheet_would_reckon_with_are_escaped_and_come_back_as_they_were()
    {
        await using var app = new TestApp(databases.Clone());
        var names = new[] { "=1+1", "+1", "-1", "@a", "Reed" };
        var csv =
            "unit,product,ended_at\n" + string.Concat(names.Select(n => $"{n},acrylic_solvent.spray_can.primer,2026-03-01T00:00:00Z\n"));
        Task<HttpResponseMessage> BringAsync(TestApp to, string text) =>
            to.Client.PostAsync(
                "/api/coats/import",
                new StringContent(
                    new JsonObject { ["id"] = Guid.NewGuid().ToString(), ["text"] = text }.ToJsonString(),
                    Encoding.UTF8,
                    "application/json"
                ),
                Cancel
            );
        using var brought = await BringAsync(app, csv);
        var written = await app.Client.GetStringAsync("/api/coats.csv", Cancel);

        Assert.DoesNotMatch("(?m)^\"?[=+@-]", written);
        await using var other = new TestApp(databases.Clone());
        using var again = await BringAsync(other, written);
        var back = (await other.GetAsync("/api/workspace"))["pastCoats"]!.AsArray().Select(c => c!["unit"]!.ToString());
        Assert.Equal(names.Order(StringComparer.Ordinal), back.Order(StringComparer.Ordinal));
    }
}
