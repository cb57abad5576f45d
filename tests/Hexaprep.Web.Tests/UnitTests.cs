using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

public sealed class UnitTests(TestDatabases databases)
{
    private static async Task<JsonNode> OnlyUnitAsync(TestApp app) => Assert.Single((await app.GetAsync("/api/units")).AsArray())!;

    private static Task<HttpResponseMessage> PostAsync(TestApp app, string path, object body) =>
        app.Client.PostAsJsonAsync(path, body, TestContext.Current.CancellationToken);

    [Fact]
    public async Task A_unit_leaves_the_bench_and_comes_back_once_however_often_it_is_sent()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=3;material=plastic")).EnsureSuccessStatusCode();
        var unit = (await OnlyUnitAsync(app))["id"]!.ToString();
        var off = new { id = Guid.NewGuid(), version = 1 };
        for (var sent = 0; sent < 2; sent++)
        {
            using var answer = await PostAsync(app, $"/api/units/{unit}/off", off);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        }

        Assert.Empty((await app.GetAsync("/api/units")).AsArray());
        Assert.Empty((await app.GetAsync("/api/plan"))["promises"]!.AsArray());
        Assert.StartsWith("off the bench", (await app.GetAsync($"/api/units/{unit}"))["off"]!.ToString(), StringComparison.Ordinal);
        var away = Assert.Single((await app.GetAsync("/api/units/off")).AsArray())!;
        Assert.Equal("Reed Pikes", away["name"]!.ToString());

        using var stale = await PostAsync(app, $"/api/units/{unit}/back", new { id = Guid.NewGuid(), version = 1 });
        Assert.Equal(HttpStatusCode.Conflict, stale.StatusCode);
        using var back = await PostAsync(app, $"/api/units/{unit}/back", new { id = Guid.NewGuid(), version = 2 });
        Assert.Equal(HttpStatusCode.OK, back.StatusCode);
        Assert.Equal(unit, (await OnlyUnitAsync(app))["id"]!.ToString());
        Assert.NotNull(Assert.Single((await app.GetAsync("/api/plan"))["promises"]!.AsArray())!["done"]);
    }

    [Fact]
    public async Task A_kit_is_described_once_priced_stored_and_carried_out()
    {
        await using var app = new TestApp(databases.Clone());
        (
            await app.BringAsync("unit=Wardens;models=2;tier=leader;kit=body, head, cloak, hides the face;material=cast resin")
        ).EnsureSuccessStatusCode();
        var batch = (await app.GetAsync($"/api/units/{(await OnlyUnitAsync(app))["id"]}"))["batches"]![0]!;
        var path = $"/api/batches/{batch["id"]}/kit";
        Assert.Equal((3, 2), ((int)batch["parts"]!, (int)(await app.GetAsync(path))["pieces"]!));
        var edit = new
        {
            id = Guid.NewGuid(),
            version = 1,
            kit = new[] { "body, white metal", "2 arms, 9 g", "cloak, hides the face" },
        };
        for (var sent = 0; sent < 2; sent++)
        {
            using var answer = await app.Client.PutAsJsonAsync(path, edit, TestContext.Current.CancellationToken);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        }
        using var labels = await app.Client.GetAsync($"/api/batches/{batch["id"]}/labels.pdf", TestContext.Current.CancellationToken);
        Assert.Equal("application/pdf", labels.Content.Headers.ContentType!.MediaType);
        var effect = await app.GetAsync(path + "/effect?part=cloak&held=joined");
        Assert.Contains("less work", effect["summary"]!.ToString(), StringComparison.Ordinal);
        using var wrong = await app.Client.GetAsync(path + "/effect?part=wing&held=joined", TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.NotFound, wrong.StatusCode);
        using var held = await app.Client.GetAsync(path + "/effect?part=cloak&held=glued", TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.BadRequest, held.StatusCode);
        using var loose = await app.Client.PutAsJsonAsync(
            path,
            new
            {
                id = Guid.NewGuid(),
                version = 2,
                kit = new[] { "body, head on neck" },
            },
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.BadRequest, loose.StatusCode);

        var file = await app.GetAsync("/api/workspace");
        Assert.Equal(
            ["body, white metal", "2 arms, 9 g", "cloak, hides the face"],
            file["batches"]![0]!["kit"]!.AsArray().Select(l => l!.ToString())
        );
        Assert.Equal(
            ["arm 1", "arm 2", "body", "cloak"],
            file["parts"]!.AsArray().Select(p => p!["name"]!.ToString()).Distinct().Order(StringComparer.Ordinal)
        );
        Assert.All(file["parts"]!.AsArray(), p => Assert.Equal("white_metal", p!["material"]!.ToString()));
    }

    [Fact]
    public async Task Colours_are_named_once_stored_and_the_primer_under_them_moves_the_painting()
    {
        await using var app = new TestApp(databases.Clone());
        (
            await app.BringAsync("unit=Reed Pikes;models=10;material=plastic;palette=cloth goldenrod 60 %, leather #5a3a22")
        ).EnsureSuccessStatusCode();
        var batch = (await app.GetAsync($"/api/units/{(await OnlyUnitAsync(app))["id"]}"))["batches"]![0]!;
        var path = $"/api/batches/{batch["id"]}";
        var primer = await app.GetAsync(path + "/primer");
        Assert.Equal(["cloth #daa520 60 %", "leather #5a3a22"], primer["lines"]!.AsArray().Select(l => l!.ToString()));
        Assert.Equal((6, true), (primer["primers"]!.AsArray().Count, (bool)primer["primers"]![0]!["isBest"]!));
        Assert.StartsWith("Cloth decides: ", primer["why"]!.ToString(), StringComparison.Ordinal);
        async Task<int> PaintingAsync() =>
            (await app.GetAsync("/api/workspace"))["steps"]!
                .AsArray()
                .Where(s => s!["kind"]!.ToString() == "paint")
                .Sum(s => (int)s!["secondsPerModel"]!);
        var before = await PaintingAsync();

        var effect = await app.GetAsync(path + "/primer/effect?colour=black");
        Assert.Contains("more work", effect["summary"]!.ToString(), StringComparison.Ordinal);
        using var unknown = await app.Client.GetAsync(path + "/primer/effect?colour=mauve", TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.BadRequest, unknown.StatusCode);
        using var chosen = await app.Client.PutAsJsonAsync(
            "/api/house-rules",
            new
            {
                id = Guid.NewGuid(),
                school = "primer_colour",
                option = "black",
                unitId = (Guid?)null,
                batchId = batch["id"]!.ToString(),
            },
            TestContext.Current.CancellationToken
        );
        chosen.EnsureSuccessStatusCode();
        Assert.True(await PaintingAsync() > before, "Painting takes no longer over black.");

        var version = (int)(await app.GetAsync(path + "/primer"))["version"]!;
        async Task<HttpStatusCode> ListAsync(Guid id, int from, string[]? palette)
        {
            using var answer = await app.Client.PutAsJsonAsync(
                path + "/palette",
                new
                {
                    id,
                    version = from,
                    palette,
                },
                TestContext.Current.CancellationToken
            );
            return answer.StatusCode;
        }
        var again = Guid.NewGuid();
        Assert.Equal(HttpStatusCode.OK, await ListAsync(again, version, null));
        Assert.Equal(HttpStatusCode.OK, await ListAsync(again, version, null));
        Assert.Equal(HttpStatusCode.BadRequest, await ListAsync(Guid.NewGuid(), version + 1, ["cloth"]));
        Assert.Empty((await app.GetAsync(path + "/primer"))["primers"]!.AsArray());
    }

    [Fact]
    public async Task Gaps_are_listed_once_stored_decided_priced_and_carried_out()
    {
        await using var app = new TestApp(databases.Clone());
        (
            await app.BringAsync(
                "unit=Wardens;models=4;material=plastic;tier=elite;gaps=neck 0.8 x 6, plate 0.2 x 12, belt 0.4 x 9, hidden"
            )
        ).EnsureSuccessStatusCode();
        var batch = (await app.GetAsync($"/api/units/{(await OnlyUnitAsync(app))["id"]}"))["batches"]![0]!;
        var path = $"/api/batches/{batch["id"]}/gaps";
        var gaps = await app.GetAsync(path);
        Assert.Equal(("large", "large"), (batch["gaps"]!.ToString(), gaps["word"]!.ToString()));
        Assert.Equal([true, true, false], gaps["gaps"]!.AsArray().Select(g => (bool)g!["isFilled"]!));
        Assert.Equal(0.25, (double)gaps["mix"]!["millilitres"]!);
        async Task<int> FillsAsync() =>
            (await app.GetAsync("/api/workspace"))["steps"]!.AsArray().Count(s => s!["kind"]!.ToString() == "fill");
        // Two-part putty at the neck, two layers on the plate.
        Assert.Equal(3, await FillsAsync());

        var effect = await app.GetAsync(path + "/effect?fill=none");
        Assert.Contains("less work", effect["summary"]!.ToString(), StringComparison.Ordinal);
        using var unknown = await app.Client.GetAsync(path + "/effect?fill=half", TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.BadRequest, unknown.StatusCode);
        var edit = new
        {
            id = Guid.NewGuid(),
            version = 1,
            gaps = new[] { "neck 0.8 x 6 mm, leave", "plate 0.2 x 12 mm" },
        };
        for (var sent = 0; sent < 2; sent++)
        {
            using var answer = await app.Client.PutAsJsonAsync(path, edit, TestContext.Current.CancellationToken);
            Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        }
        Assert.Equal(2, await FillsAsync());
        using var wrong = await app.Client.PutAsJsonAsync(
            path,
            new
            {
                id = Guid.NewGuid(),
                version = 2,
                gaps = new[] { "neck" },
            },
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.BadRequest, wrong.StatusCode);
        Assert.Equal(
            ["neck 0.8 x 6 mm, leave", "plate 0.2 x 12 mm"],
            (await app.GetAsync("/api/workspace"))["batches"]![0]!["gapList"]!.AsArray().Select(l => l!.ToString())
        );
    }

    [Fact]
    public async Task Another_base_is_put_right_and_none_takes_its_steps_out()
    {
        await using var app = new TestApp(databases.Clone());
        (
            await app.BringAsync("unit=Wardens;models=2;material=plastic;base_mm=25;kit=body, head, banner, white metal, 9 g")
        ).EnsureSuccessStatusCode();
        var unit = (await OnlyUnitAsync(app))["id"];
        async Task<JsonNode> BatchAsync() => (await app.GetAsync($"/api/units/{unit}"))["batches"]![0]!;
        async Task<HttpStatusCode> OnAsync(int mm)
        {
            var batch = (await BatchAsync()).DeepClone().AsObject();
            batch["id"] = Guid.NewGuid().ToString();
            var facts = new[] { "id", "version", "tier", "moldLines", "gaps", "transfers", "finalSheen", "paintMinutes" };
            var body = new JsonObject(facts.Select(f => KeyValuePair.Create(f, batch[f]?.DeepClone()))) { ["baseMm"] = mm };
            using var answer = await app.Client.PutAsJsonAsync(
                $"/api/batches/{(await BatchAsync())["id"]}",
                body,
                TestContext.Current.CancellationToken
            );
            return answer.StatusCode;
        }
        async Task<double?> TipsAsync() =>
            (double?)(await app.GetAsync($"/api/batches/{(await BatchAsync())["id"]}/kit"))["stance"]?["degrees"];

        var narrow = await TipsAsync();
        Assert.Equal(HttpStatusCode.OK, await OnAsync(40));
        Assert.Equal(40, (int)(await BatchAsync())["baseMm"]!);
        Assert.True(await TipsAsync() > narrow);
        Assert.Equal(HttpStatusCode.BadRequest, await OnAsync(9));
        Assert.Equal(HttpStatusCode.OK, await OnAsync(0));
        Assert.Null((await BatchAsync())["baseMm"]);
        Assert.Null(await TipsAsync());
        Assert.DoesNotContain((await BatchAsync())["steps"]!.AsArray(), s =>
            s!["kind"]!.ToString() == "base_finish" && s["notNeeded"] is null
        );
    }

    [Fact]
    public async Task Another_comes_once_and_a_name_and_a_mark_are_kept()
    {
        await using var app = new TestApp(databases.Clone());
        (await app.BringAsync("unit=Reed Pikes;models=3;material=plastic")).EnsureSuccessStatusCode();
        var unit = (await OnlyUnitAsync(app))["id"]!.ToString();
        var order = new { id = Guid.NewGuid(), models = 10 };
        for (var sent = 0; sent < 2; sent++)
        {
            using var made = await PostAsync(app, $"/api/units/{unit}/another", order);
            Assert.Equal(HttpStatusCode.OK, made.StatusCode);
        }
        Assert.Equal(2, (await app.GetAsync("/api/units")).AsArray().Count);
        using var named = await app.Client.PutAsJsonAsync(
            $"/api/units/{order.id}",
            new
            {
                id = Guid.NewGuid(),
                version = 1,
                deadline = (string?)null,
                weight = 1,
                name = "Marsh Pikes",
                mark = "moon",
            },
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.OK, named.StatusCode);
        var view = await app.GetAsync($"/api/units/{order.id}");
        Assert.Equal(("Marsh Pikes", "moon"), (view["name"]!.ToString(), view["mark"]!.ToString()));
        Assert.Equal(10, view["batches"]![0]!["models"]!.GetValue<int>());

        using var asMany = await PostAsync(app, $"/api/units/{order.id}/another", new { id = Guid.NewGuid() });
        Assert.Equal(HttpStatusCode.OK, asMany.StatusCode);
        Assert.Equal([3, 10, 10], (await app.GetAsync("/api/units")).AsArray().Select(u => u!["models"]!.GetValue<int>()).Order());

        using var many = await PostAsync(app, $"/api/units/{unit}/another", new { id = Guid.NewGuid(), models = 501 });
        Assert.Equal(HttpStatusCode.BadRequest, many.StatusCode);
        Assert.Equal(
            "models",
            JsonNode.Parse(await many.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!["field"]!.ToString()
        );
    }
}
