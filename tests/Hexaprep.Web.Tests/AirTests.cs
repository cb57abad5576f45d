using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace Hexaprep.Web.Tests;

public sealed class AirTests(TestDatabases databases)
{
    private static async Task<(HttpStatusCode Status, JsonNode? Body)> SendAsync(TestApp app, string method, string path, object body)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), path) { Content = JsonContent.Create(body) };
        using var answer = await app.Client.SendAsync(request, TestContext.Current.CancellationToken);
        var text = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        return (answer.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    [Fact]
    public async Task Air_by_hand_is_used_at_once_and_kept_once()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var before = (await app.GetAsync("/api/bench"))["view"]!["drying"]!.AsArray().Select(d => d!["sure"]!.ToString()).ToList();
        var entry = new
        {
            id = Guid.NewGuid(),
            place = "bench",
            airC = 12,
            humidityPct = 80,
            at = "2026-03-12T18:00:00Z",
        };
        for (var i = 0; i < 2; i++)
            Assert.Equal(HttpStatusCode.OK, (await SendAsync(app, "POST", "/api/air", entry)).Status);

        Assert.Contains("12 °C, 80 %", (await app.GetAsync("/api/air"))["benchWords"]!.ToString(), StringComparison.Ordinal);
        Assert.NotEqual(before, (await app.GetAsync("/api/bench"))["view"]!["drying"]!.AsArray().Select(d => d!["sure"]!.ToString()));
    }

    [Theory]
    [InlineData("""{"place":"bench","airC":99,"humidityPct":50}""", "airC")]
    [InlineData("""{"place":"bench","airC":20,"humidityPct":0}""", "humidityPct")]
    [InlineData("""{"place":"outdoors","airC":20,"humidityPct":50,"windMs":5,"gustMs":2}""", "gustMs")]
    [InlineData("""{"place":"bench","airC":20,"humidityPct":50,"at":"2099-01-01T00:00:00Z"}""", "at")]
    public async Task Air_that_cannot_be_is_refused_by_field(string json, string field)
    {
        await using var app = new TestApp(databases.Clone());
        var body = JsonNode.Parse(json)!;
        body["id"] = Guid.NewGuid().ToString();
        var (status, problem) = await SendAsync(app, "POST", "/api/air", body);
        Assert.Equal((HttpStatusCode.BadRequest, field), (status, problem!["field"]!.ToString()));
    }

    [Theory]
    [InlineData("silent")]
    [InlineData("late")]
    [InlineData("noisy")]
    public async Task An_instrument_that_is_silent_late_or_noisy_is_told_and_never_used(string mode)
    {
        await using var app = new TestApp(databases.Clone());
        Assert.Equal(HttpStatusCode.NoContent, (await SendAsync(app, "PUT", "/api/air/simulated", new { mode })).Status);
        var (_, judged) = await SendAsync(app, "POST", "/api/air/instrument", new { id = Guid.NewGuid(), place = "bench" });
        Assert.NotEqual("good", judged!["state"]!.ToString());
        Assert.Null((await app.GetAsync("/api/air"))["bench"]);

        await SendAsync(
            app,
            "PUT",
            "/api/air/simulated",
            new
            {
                mode = "set",
                airC = 17.5,
                humidityPct = 44,
            }
        );
        await SendAsync(app, "POST", "/api/air/instrument", new { id = Guid.NewGuid(), place = "bench" });
        Assert.Equal(17.5, (await app.GetAsync("/api/air"))["bench"]!["airC"]!.GetValue<double>());
    }

    [Fact]
    public async Task The_stand_in_is_a_service_of_its_own_on_this_machine_that_a_script_can_ask_too()
    {
        await using var app = new TestApp(databases.Clone());
        var address = await app.Services.GetRequiredService<Air.SimulatedAirService>().AddressAsync(TestContext.Current.CancellationToken);
        Assert.True(address.IsLoopback);
        Assert.NotEqual(app.Client.BaseAddress!.Port, address.Port);

        using var client = new HttpClient { BaseAddress = address };
        var indoors = JsonNode.Parse(await client.GetStringAsync("air/bench", TestContext.Current.CancellationToken))!;
        Assert.InRange(indoors["airC"]!.GetValue<double>(), 15, 25);
        var hours = Hexaprep.Formats.ForecastFile.Read(await client.GetStringAsync("forecast", TestContext.Current.CancellationToken));
        Assert.Equal(Air.SimulatedAirService.ForecastHours, hours.Count);

        await SendAsync(app, "PUT", "/api/air/simulated", new { mode = "silent" });
        Assert.Equal(
            HttpStatusCode.ServiceUnavailable,
            (await client.GetAsync("air/bench", TestContext.Current.CancellationToken)).StatusCode
        );
        await SendAsync(app, "PUT", "/api/air/simulated", new { mode = "plausible" });
        Assert.Equal(HttpStatusCode.OK, (await SendAsync(app, "POST", "/api/forecast/simulated", new { id = Guid.NewGuid() })).Status);
        Assert.NotEmpty((await app.GetAsync("/api/air"))["windows"]!.AsArray());
    }

    [Fact]
    public async Task A_forecast_file_is_read_whole_or_refused_by_line_and_the_plan_follows_it()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var hours = Enumerable.Range(0, 240).Select(h => TurnableClock.Evening.Plus(Duration.FromHours(h)));
        string Csv(double rain) =>
            "at,air_c,humidity_pct,wind_ms,gust_ms,rain_probability,sun_wm2\n"
            + string.Concat(hours.Select(h => FormattableString.Invariant($"{h},16,55,1,,{rain},0\n")));
        var (good, air) = await SendAsync(app, "POST", "/api/forecast", new { id = Guid.NewGuid(), text = Csv(0) });
        Assert.Equal(HttpStatusCode.OK, good);
        Assert.Single(air!["windows"]!.AsArray());
        var fit = (await app.GetAsync("/api/plan/problem.json"))["sprayWindows"]!.AsArray().Count;

        var (wet, _) = await SendAsync(app, "POST", "/api/forecast", new { id = Guid.NewGuid(), text = Csv(0.9) });
        Assert.Equal(HttpStatusCode.OK, wet);
        Assert.True((await app.GetAsync("/api/plan/problem.json"))["sprayWindows"]!.AsArray().Count < fit);

        var (bad, problem) = await SendAsync(
            app,
            "POST",
            "/api/forecast",
            new { id = Guid.NewGuid(), text = Csv(0).Replace(",16,", ",hot,", StringComparison.Ordinal) }
        );
        Assert.Equal((HttpStatusCode.BadRequest, "air_c"), (bad, problem!["field"]!.ToString()));
        Assert.Contains("Line 2", problem["detail"]!.ToString(), StringComparison.Ordinal);
        var json = """[{"at":"2026-03-13T10:00:00Z","air_c":16,"humidity_pct":55,"wind_ms":1}]""";
        Assert.Equal(HttpStatusCode.OK, (await SendAsync(app, "POST", "/api/forecast", new { id = Guid.NewGuid(), text = json })).Status);
    }

    // Long: one file on its way out and in.
    [Fact]
    public async Task Coats_go_out_and_come_in_as_CSV_all_lines_or_none_and_teach_their_product()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        const string Head = "unit,product,number,film,air_c,humidity_pct,models,started_at,ended_at,stage,not_dry_at,dry_at,verdict\n";
        const string Line =
            "Reed Pikes,acrylic_wb.brush.varnish,1,normal,19,52,5,2026-03-03T19:40:00Z,2026-03-03T19:45:00Z,"
            + "recoat,2026-03-03T20:20:00Z,2026-03-03T20:50:00Z,clean\n";
        var before = (await app.GetAsync("/api/coats"))["logged"]!.GetValue<int>();
        var (_, broken) = await SendAsync(
            app,
            "POST",
            "/api/coats/import",
            new { id = Guid.NewGuid(), text = Head + Line + Line.Replace("acrylic_wb.brush.varnish", "honey", StringComparison.Ordinal) }
        );
        Assert.Equal((3, "product"), (broken!["problems"]![0]!["line"]!.GetValue<int>(), broken["problems"]![0]!["field"]!.ToString()));
        Assert.Equal(before, (await app.GetAsync("/api/coats"))["logged"]!.GetValue<int>());

        var import = new { id = Guid.NewGuid(), text = Head + string.Concat(Enumerable.Repeat(Line, 6)) };
        for (var i = 0; i < 2; i++)
            await SendAsync(app, "POST", "/api/coats/import", import);
        var coats = await app.GetAsync("/api/coats");
        Assert.Equal(before + 6, coats["logged"]!.GetValue<int>());
        JsonNode Gloss(JsonNode view) => view["products"]!.AsArray().Single(p => p!["id"]!.ToString() == "acrylic_wb.brush.varnish")!;
        Assert.Equal(6, Gloss(coats)["count"]!.GetValue<int>());
        var csv = await app.Client.GetStringAsync("/api/coats.csv", TestContext.Current.CancellationToken);
        Assert.Equal(before + 7, csv.TrimEnd().Split("\r\n").Length);

        var one = Gloss(coats)["observations"]![0]!["testIds"]!.AsArray().Select(t => t!.ToString()).ToList();
        Assert.Equal(
            HttpStatusCode.NoContent,
            (
                await SendAsync(
                    app,
                    "POST",
                    "/api/observations",
                    new
                    {
                        id = Guid.NewGuid(),
                        testIds = one,
                        leftOut = true,
                    }
                )
            ).Status
        );
        Assert.Equal(5, Gloss(await app.GetAsync("/api/coats"))["count"]!.GetValue<int>());
        Assert.Equal(
            HttpStatusCode.NoContent,
            (
                await SendAsync(
                    app,
                    "POST",
                    "/api/observations",
                    new
                    {
                        id = Guid.NewGuid(),
                        testIds = one,
                        leftOut = false,
                    }
                )
            ).Status
        );
        Assert.Equal(Gloss(coats)["factor"]!.GetValue<double>(), Gloss(await app.GetAsync("/api/coats"))["factor"]!.GetValue<double>());

        Assert.Equal(
            HttpStatusCode.NoContent,
            (
                await SendAsync(app, "PUT", "/api/products/acrylic_wb.brush.varnish/label", new { id = Guid.NewGuid(), recoatMin = 500 })
            ).Status
        );
        Assert.True(
            Gloss(await app.GetAsync("/api/coats"))["stages"]!.AsArray().Single(s => s!["stage"]!.ToString() == "recoat")![
                "sure"
            ]!.GetValue<int>() >= 500
        );
        var (refused, why) = await SendAsync(
            app,
            "PUT",
            "/api/products/acrylic_wb.brush.varnish/label",
            new
            {
                id = Guid.NewGuid(),
                recoatMin = 60,
                recoatMax = 20,
            }
        );
        Assert.Equal((HttpStatusCode.BadRequest, "recoatMax"), (refused, why!["field"]!.ToString()));
    }

    [Fact]
    public async Task An_alert_is_given_once_though_the_server_slept_and_one_device_answers_for_all()
    {
        var database = databases.Clone();
        await using (var app = new TestApp(database, isDemo: true))
            Assert.Empty((await app.GetAsync("/api/alerts")).AsArray());
        // Restarted in mid-wait, and a night later.
        await using var later = new TestApp(database, isDemo: true, now: TurnableClock.Evening + Duration.FromHours(9));
        var alert = (await later.GetAsync("/api/alerts")).AsArray().First()!;
        Assert.Contains("safe to", alert["text"]!.ToString(), StringComparison.Ordinal);
        for (var i = 0; i < 2; i++)
        {
            using var heard = await later.Client.PostAsync(
                $"/api/alerts/{alert["key"]}/heard",
                null,
                TestContext.Current.CancellationToken
            );
            Assert.Equal(HttpStatusCode.NoContent, heard.StatusCode);
        }
        Assert.DoesNotContain((await later.GetAsync("/api/alerts")).AsArray(), a => a!["key"]!.ToString() == alert["key"]!.ToString());
        // What was silenced before it came never rings.
        var silenced = (await later.GetAsync("/api/alerts")).AsArray().Select(a => a!["key"]!.ToString()).FirstOrDefault() ?? "none:touch";
        using var quiet = await later.Client.PostAsync(
            $"/api/alerts/{silenced}/heard?silenced=true",
            null,
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.NoContent, quiet.StatusCode);
        Assert.DoesNotContain((await later.GetAsync("/api/alerts")).AsArray(), a => a!["key"]!.ToString() == silenced);
        // A clock set back makes nothing safe earlier.
        later.Clock.Now -= Duration.FromHours(12);
        Assert.Empty((await later.GetAsync("/api/alerts")).AsArray());
    }
}
