using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;
using Hexaprep.Formats;
using Hexaprep.Scheduling.Timetables;
using NodaTime;

// Long: the contract, address by address.
namespace Hexaprep.Web.Tests;

public sealed class ContractTests(TestDatabases databases)
{
    private static async Task<JsonNode> BodyAsync(HttpResponseMessage answer) => JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;

    [Fact]
    public async Task The_demo_evening_is_under_way_when_it_is_loaded_and_ages_like_real_data()
    {
        var now = Instant.FromUtc(2027, 1, 1, 3, 33);
        await using var app = new TestApp(databases.Clone(), isDemo: true, now: now);
        var bench = await app.GetAsync("/api/bench");

        Assert.True(bench["isDemo"]!.GetValue<bool>());
        Assert.False(bench["demoHasAged"]!.GetValue<bool>());
        Assert.Equal("Fill the gaps", bench["view"]!["step"]!["title"]!.ToString());
        Assert.Equal(3, bench["view"]!["drying"]!.AsArray().Count);
        Assert.Equal(
            now - Duration.FromMinutes(40),
            Instant.FromDateTimeOffset(bench["view"]!["sitting"]!["begin"]!.GetValue<DateTimeOffset>())
        );
        Assert.Equal(
            now + Duration.FromMinutes(110),
            Instant.FromDateTimeOffset(bench["view"]!["sitting"]!["end"]!.GetValue<DateTimeOffset>())
        );

        await app.ActAsync("put_down", new { stepId = bench["view"]!["step"]!["stepId"]!.ToString() });
        app.Clock.Now += Duration.FromDays(4);
        Assert.True((await app.GetAsync("/api/bench"))["demoHasAged"]!.GetValue<bool>());

        Assert.Equal(
            HttpStatusCode.NoContent,
            (await app.Client.PostAsync("/api/demo", null, TestContext.Current.CancellationToken)).StatusCode
        );
        Assert.Equal("Fill the gaps", (await app.GetAsync("/api/bench"))["view"]!["step"]!["title"]!.ToString());
    }

    [Fact]
    public async Task A_started_demo_keeps_what_was_done()
    {
        var database = databases.Clone();
        await using (var app = new TestApp(database, isDemo: true))
        {
            var step = (await app.GetAsync("/api/bench"))["view"]!["step"]!;
            await app.ActAsync("done", new { stepId = step["stepId"]!.ToString() });
        }
        await using var again = new TestApp(database, isDemo: true);

        Assert.Equal(6, (await again.GetAsync("/api/bench"))["view"]!["step"]!["done"]!.GetValue<int>());
    }

    [Fact]
    public async Task Ids_of_another_workspace_are_not_found()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        await app.BringAsync("unit=Sluice Wardens;models=3;material=plastic");
        var unit = (await app.GetAsync("/api/units")).AsArray().Single(u => u!["name"]!.ToString() == "Sluice Wardens")!["id"]!.ToString();
        var step = (await app.GetAsync($"/api/units/{unit}"))["batches"]![0]!["steps"]![0]!["id"]!.ToString();
        app.Clock.Now += Duration.FromMinutes(1);
        await app.Client.PostAsync("/api/demo", null, TestContext.Current.CancellationToken);

        Assert.Equal(
            HttpStatusCode.NotFound,
            (await app.Client.GetAsync($"/api/units/{unit}", TestContext.Current.CancellationToken)).StatusCode
        );
        Assert.Equal(HttpStatusCode.NotFound, (await app.ActAsync("start", new { stepId = step })).StatusCode);
    }

    [Fact]
    public async Task Outside_the_demo_it_cannot_be_loaded()
    {
        await using var app = new TestApp(databases.Clone());

        Assert.Equal(
            HttpStatusCode.Conflict,
            (await app.Client.PostAsync("/api/demo", null, TestContext.Current.CancellationToken)).StatusCode
        );
    }

    [Fact]
    public async Task An_act_sent_twice_is_done_once_and_answers_the_bench_both_times()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var step = (await app.GetAsync("/api/bench"))["view"]!["step"]!["stepId"]!.ToString();
        var id = Guid.NewGuid();
        var answers = new[]
        {
            await app.ActAsync("done", new { stepId = step }, id),
            await app.ActAsync("done", new { stepId = step }, id),
        };

        foreach (var answer in answers)
            Assert.Equal(6, (await BodyAsync(answer))["view"]!["step"]!["done"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_refused_act_is_a_409_with_what_why_and_from_when()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var units = await app.GetAsync("/api/units");
        var keepers = await app.GetAsync($"/api/units/{units.AsArray().Single(u => u!["name"]!.ToString() == "Mire Strider")!["id"]}");
        var fit = keepers["batches"]![0]!["steps"]!.AsArray().Single(s => s!["kind"]!.ToString() == "transfer_gate")!;
        using var answer = await app.ActAsync("start", new { stepId = fit["id"]!.ToString() });

        Assert.Equal(HttpStatusCode.Conflict, answer.StatusCode);
        Assert.StartsWith("Softener dries till ", (await BodyAsync(answer))["detail"]!.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_stale_edit_answers_409_with_the_current_state()
    {
        await using var app = new TestApp(databases.Clone());
        await app.BringAsync("unit=Reed Pikes;models=3;material=plastic");
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        Task<HttpResponseMessage> Edit(int version, int weight) =>
            app.Client.PutAsJsonAsync(
                $"/api/units/{unit}",
                new
                {
                    id = Guid.NewGuid(),
                    version,
                    deadline = "2026-05-01",
                    weight,
                }
            );
        Assert.Equal(HttpStatusCode.OK, (await Edit(1, 5)).StatusCode);
        using var stale = await Edit(1, 1);

        Assert.Equal(HttpStatusCode.Conflict, stale.StatusCode);
        var problem = await BodyAsync(stale);
        Assert.Equal("version", problem["field"]!.ToString());
        Assert.Equal(
            (5, 2, "2026-05-01"),
            (
                problem["current"]!["weight"]!.GetValue<int>(),
                problem["current"]!["version"]!.GetValue<int>(),
                problem["current"]!["deadline"]!.ToString()
            )
        );
    }

    [Fact]
    public async Task Stale_evenings_and_batches_answer_with_their_current_state_too()
    {
        await using var app = new TestApp(databases.Clone());
        await app.BringAsync("unit=Reed Pikes;models=3;material=plastic");
        var unit = await app.GetAsync($"/api/units/{(await app.GetAsync("/api/units"))[0]!["id"]}");
        var batch = unit["batches"]![0]!;
        var change = new
        {
            id = Guid.NewGuid(),
            version = 9,
            tier = "elite",
            moldLines = "few",
            gaps = "none",
            transfers = 1,
            finalSheen = "gloss",
            paintMinutes = 10,
        };
        using var batchAnswer = await app.Client.PutAsJsonAsync($"/api/batches/{batch["id"]}", change);
        using var evenings = await app.Client.PutAsJsonAsync(
            "/api/sittings",
            new
            {
                id = Guid.NewGuid(),
                version = 9,
                timeZone = "UTC",
                handles = 3,
                weekly = Array.Empty<object>(),
                exceptions = Array.Empty<object>(),
            }
        );

        Assert.Equal("Reed Pikes", (await BodyAsync(batchAnswer))["current"]!["name"]!.ToString());
        Assert.Equal(20, (await BodyAsync(evenings))["current"]!["handles"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_changed_batch_derives_its_route_again_and_keeps_what_was_done()
    {
        await using var app = new TestApp(databases.Clone());
        await app.BringAsync("unit=Reed Pikes;models=3;material=plastic");
        var step = (await app.GetAsync("/api/bench"))["view"]!["step"]!["stepId"]!.ToString();
        await app.ActAsync("done", new { stepId = step });
        var unit = await app.GetAsync($"/api/units/{(await app.GetAsync("/api/units"))[0]!["id"]}");
        var batch = unit["batches"]![0]!;
        using var answer = await app.Client.PutAsJsonAsync(
            $"/api/batches/{batch["id"]}",
            new
            {
                id = Guid.NewGuid(),
                version = 1,
                tier = "elite",
                moldLines = "few",
                gaps = "none",
                transfers = 2,
                finalSheen = "matte",
                paintMinutes = 10,
            }
        );
        var steps = (await BodyAsync(answer))["batches"]![0]!["steps"]!.AsArray();

        Assert.Equal(1, steps.Single(s => s!["id"]!.ToString() == step)!["done"]!.GetValue<int>());
        Assert.Contains(steps, s => s!["kind"]!.ToString() == "place_transfer");
        Assert.DoesNotContain(steps, s => s!["kind"]!.ToString() == "fill");
    }

    [Fact]
    public async Task Surface_size_and_durations_come_with_the_roster_and_are_changed_and_refused_by_field()
    {
        await using var app = new TestApp(databases.Clone());
        (
            await app.BringAsync("unit=Reed Pikes;models=3;material=plastic;surface=smooth;size=large;pace=clean_lines 2 + 7")
        ).EnsureSuccessStatusCode();
        var unit = await app.GetAsync($"/api/units/{(await app.GetAsync("/api/units"))[0]!["id"]}");
        var batch = unit["batches"]![0]!;
        Assert.Equal(("smooth", "large"), (batch["surface"]!.ToString(), batch["size"]!.ToString()));
        static JsonNode Lines(JsonNode of) => of["steps"]!.AsArray().Single(s => s!["kind"]!.ToString() == "clean_lines")!;
        Assert.Equal((120, 7), (Lines(batch)["secondsPerModel"]!.GetValue<int>(), Lines(batch)["setupMinutes"]!.GetValue<int>()));

        Task<HttpResponseMessage> Put(int version, params object[] paces) =>
            app.Client.PutAsJsonAsync(
                $"/api/batches/{batch["id"]}",
                new
                {
                    id = Guid.NewGuid(),
                    version,
                    tier = "elite",
                    moldLines = "few",
                    gaps = "none",
                    transfers = 0,
                    finalSheen = "matte",
                    paintMinutes = 10,
                    paces,
                }
            );
        using var slower = await Put(1, new { step = "clean_lines", secondsPerModel = 300 });
        var changed = (await BodyAsync(slower))["batches"]![0]!;
        Assert.Equal(300, Lines(changed)["secondsPerModel"]!.GetValue<int>());
        // What the edit says nothing of stays.
        Assert.Equal(("smooth", "large"), (changed["surface"]!.ToString(), changed["size"]!.ToString()));

        foreach (
            var (pace, field) in new (object, string)[]
            {
                (new { step = "clean_lines", secondsPerModel = -1 }, "paces.secondsPerModel"),
                (
                    new
                    {
                        step = "glue",
                        secondsPerModel = 60,
                        setupMinutes = 999,
                    },
                    "paces.setupMinutes"
                ),
                (new { step = "paint", secondsPerModel = 60 }, "paces.step"),
            }
        )
        {
            using var refused = await Put(2, pace);
            Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
            Assert.Equal(field, (await BodyAsync(refused))["field"]!.ToString());
        }
        using var twice = await Put(2, new { step = "glue", secondsPerModel = 60 }, new { step = "glue", secondsPerModel = 70 });
        Assert.Equal(HttpStatusCode.BadRequest, twice.StatusCode);
        using var usual = await Put(2);
        Assert.NotEqual(300, Lines((await BodyAsync(usual))["batches"]![0]!)["secondsPerModel"]!.GetValue<int>());
    }

    [Fact]
    public async Task A_roster_file_is_understood_line_by_line_and_nothing_is_saved()
    {
        await using var app = new TestApp(databases.Clone());
        await app.BringAsync("unit=Reed Pikes;models=3;material=plastic");
        using var content = new StringContent(
            "unit;models;material\nReed  pikes;5;plastic\nSluice Wardens;6;plastic\nLock Ringers;some;metal\n",
            Encoding.UTF8,
            "text/csv"
        );
        var lines = (
            await BodyAsync(await app.Client.PostAsync("/api/roster/read", content, TestContext.Current.CancellationToken))
        ).AsArray();

        Assert.Equal(["already_there", "joins", "asks"], lines.Select(l => l!["fate"]!.ToString()));
        Assert.Equal("Sluice Wardens, 6, hard frame plastic", lines[1]!["text"]!.ToString());
        Assert.Equal("models", lines[2]!["problems"]![0]!["column"]!.ToString());
        Assert.Single((await app.GetAsync("/api/units")).AsArray());
    }

    [Fact]
    public async Task Ten_thousand_lines_are_read_in_one_request()
    {
        await using var app = new TestApp(databases.Clone());
        using var content = new StringContent(
            "unit,models,material\n" + string.Concat(Enumerable.Range(0, 10_000).Select(i => $"Unit {i},3,plastic\n")),
            Encoding.UTF8,
            "text/csv"
        );

        Assert.Equal(
            10_000,
            (await BodyAsync(await app.Client.PostAsync("/api/roster/read", content, TestContext.Current.CancellationToken)))
                .AsArray()
                .Count
        );
    }

    [Fact]
    public async Task The_plan_carries_promises_sittings_and_what_holds_every_step()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var plan = await app.GetAsync("/api/plan");

        Assert.Equal(5, plan["promises"]!.AsArray().Count);
        Assert.All(plan["promises"]!.AsArray(), p =>
            Assert.True(p!["notBefore"]!.GetValue<DateTimeOffset>() <= p["done"]!.GetValue<DateTimeOffset>())
        );
        foreach (
            var block in plan["sittings"]!.AsArray().SelectMany(s => s!["blocks"]!.AsArray()).Where(b => b!["state"]!.ToString() == "next")
        )
        {
            var step = await app.GetAsync($"/api/plan/steps/{block!["stepId"]}");
            Assert.Contains(step["holds"]!.AsArray(), h => h!["binds"]!.GetValue<bool>());
        }
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await app.Client.GetAsync($"/api/plan/steps/{Guid.NewGuid()}", TestContext.Current.CancellationToken)).StatusCode
        );
        var problem = PlanFile.ReadProblem(
            await app.Client.GetStringAsync("/api/plan/problem.json", TestContext.Current.CancellationToken)
        );
        var schedule = PlanFile.ReadSchedule(
            await app.Client.GetStringAsync("/api/plan/schedule.json", TestContext.Current.CancellationToken)
        );
        Assert.Equal(PlanValue.Of(problem, schedule.Chunks), schedule.Z);
    }

    [Fact]
    public async Task A_second_plan_is_shown_beside_the_first_and_taken_once()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        var before = await app.GetAsync("/api/plan");
        async Task<JsonNode> Post(string path, object body) =>
            await BodyAsync(await app.Client.PostAsJsonAsync(path, body, TestContext.Current.CancellationToken));

        var away = await Post(
            "/api/plan/what-if",
            new
            {
                kind = "away",
                date = "2026-03-14",
                until = "2026-03-21",
            }
        );
        Assert.Equal(5, away["units"]!.AsArray().Count);
        using var refused = await app.Client.PostAsJsonAsync(
            "/api/plan/what-if",
            new { kind = "handles", handles = 0 },
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        Assert.Equal(before["promises"]!.ToJsonString(), (await app.GetAsync("/api/plan"))["promises"]!.ToJsonString());

        var asked = new
        {
            id = Guid.NewGuid(),
            ask = new
            {
                kind = "away",
                date = "2026-03-14",
                until = "2026-03-21",
            },
        };
        for (var sent = 0; sent < 2; sent++)
        {
            using var taken = await app.Client.PostAsJsonAsync("/api/plan/take", asked, TestContext.Current.CancellationToken);
            Assert.Equal(HttpStatusCode.NoContent, taken.StatusCode);
        }
        Assert.Equal(8, (await app.GetAsync("/api/sittings"))["exceptions"]!.AsArray().Count(e => e!["kind"]!.ToString() == "off"));
        Assert.False(string.IsNullOrEmpty((await app.GetAsync("/api/plan/sizes"))["words"]!.ToString()));
    }

    [Fact]
    public async Task The_sheet_for_the_wall_has_a_page_a_sitting_that_says_what_to_do_when()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var answer = await app.Client.GetAsync("/api/plan.pdf", TestContext.Current.CancellationToken);
        var plan = await app.GetAsync("/api/plan");
        using var sheet = UglyToad.PdfPig.PdfDocument.Open(
            await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken)
        );

        var working = plan["sittings"]!.AsArray().Where(s => s!["blocks"]!.AsArray().Any(b => b!["state"]!.ToString() != "past")).ToList();
        Assert.Equal("application/pdf", answer.Content.Headers.ContentType!.MediaType);
        Assert.Equal(working.Count, sheet.NumberOfPages);
        var words = sheet.GetPage(2).GetWords().Select(w => w.Text).ToHashSet();
        Assert.Contains("10:00", words);
        Assert.Contains("Crew", words);
        Assert.Contains("March,", words);
    }

    [Fact]
    public async Task The_plan_is_served_as_csv()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var answer = await app.Client.GetAsync("/api/plan.csv", TestContext.Current.CancellationToken);

        Assert.Equal("text/csv", answer.Content.Headers.ContentType!.MediaType);
        Assert.StartsWith(
            "date,begins,ends,unit,batch,step,models,minutes\r\n2026-03-12,",
            await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task The_calendar_file_is_served_as_one()
    {
        await using var app = new TestApp(databases.Clone(), isDemo: true);
        using var answer = await app.Client.GetAsync("/api/plan.ics", TestContext.Current.CancellationToken);

        Assert.Equal("text/calendar", answer.Content.Headers.ContentType!.MediaType);
        Assert.StartsWith(
            "BEGIN:VCALENDAR\r\n",
            await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_workspace_goes_out_and_comes_back_into_an_empty_one()
    {
        await using var demo = new TestApp(databases.Clone(), isDemo: true);
        await using var empty = new TestApp(databases.Clone());
        var file = await demo.Client.GetStringAsync("/api/workspace", TestContext.Current.CancellationToken);
        async Task<HttpStatusCode> Bring(string text) =>
            (
                await empty.Client.PostAsync(
                    $"/api/workspace?id={Guid.NewGuid()}",
                    new StringContent(text, Encoding.UTF8, "application/json")
                )
            ).StatusCode;

        Assert.Equal(HttpStatusCode.BadRequest, await Bring(file[..(file.Length / 2)]));
        Assert.Equal(HttpStatusCode.OK, await Bring(file));
        Assert.Equal(HttpStatusCode.Conflict, await Bring(file));
        Assert.Equal(
            (await demo.GetAsync("/api/bench"))["view"]!["step"]!["title"]!.ToString(),
            (await empty.GetAsync("/api/bench"))["view"]!["step"]!["title"]!.ToString()
        );
    }

    [Fact]
    public async Task The_document_the_build_wrote_is_the_one_that_is_served()
    {
        await using var app = new TestApp(databases.Clone());
        var served = await app.GetAsync("/openapi.json");
        var written = JsonNode.Parse(
            await File.ReadAllTextAsync(
                Path.Combine(Project.Root, "src/Hexaprep.Web/openapi/hexaprep.json"),
                TestContext.Current.CancellationToken
            )
        )!;

        Assert.Equal(written["paths"]!.ToJsonString(), served["paths"]!.ToJsonString());
        Assert.Equal(written["components"]!.ToJsonString(), served["components"]!.ToJsonString());
    }
}
