using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Compute;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

public sealed class ComputeTests(TestDatabases databases, EmptyBench empty) : IClassFixture<EmptyBench>
{
    private static async Task<(HttpStatusCode Status, JsonNode Body)> AskAsync(TestApp app, string function, string json)
    {
        using var answer = await app.Client.PostAsync(
            $"/api/compute/{function}",
            new StringContent(json, Encoding.UTF8, "application/json"),
            TestContext.Current.CancellationToken
        );
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!);
    }

    [Theory]
    [InlineData(
        "drying/adjusted_time",
        """{"product_class":"acrylic_wb","stage":"recoat","temp_c":21,"rh_pct":50,"colour":"green"}""",
        "minutes",
        45
    )]
    [InlineData("kit/Phi", """{"z":0}""", "y", 0.5)]
    [InlineData("heat/cooling", """{"start_c":90,"room_c":21,"to_c":90}""", "minutes", 0)]
    public async Task A_function_answers_in_the_documented_names_and_ignores_what_it_does_not_know(
        string function,
        string json,
        string key,
        double value
    )
    {
        var app = empty.App;
        var (status, body) = await AskAsync(app, function, json);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Equal(value, body[key]!.GetValue<double>(), 9);
    }

    [Theory]
    [InlineData("""{"product_class":"acrylic_wb","stage":"recoat","rh_pct":50}""", "E_MISSING", "temp_c")]
    [InlineData("""{"product_class":"acrylic_wb","stage":"recoat","temp_c":null,"rh_pct":50}""", "E_MISSING", "temp_c")]
    [InlineData("""{"product_class":"acrylic_wb","stage":"recoat","temp_c":"warm","rh_pct":50}""", "E_NAN", "temp_c")]
    [InlineData("""{"product_class":"acrylic_wb","stage":"recoat","temp_c":99,"rh_pct":50}""", "E_RANGE", "temp_c")]
    [InlineData("""{"product_class":"honey","stage":"recoat","temp_c":21,"rh_pct":50}""", "E_CHOICE", "product_class")]
    [InlineData("[]", "E_NAN", "$")]
    public async Task What_it_does_not_take_is_a_422_with_error_and_field(string json, string error, string field)
    {
        var app = empty.App;
        var (status, body) = await AskAsync(app, "drying/adjusted_time", json);
        Assert.Equal((HttpStatusCode.UnprocessableEntity, error, field), (status, body["error"]!.ToString(), body["field"]!.ToString()));
    }

    [Fact]
    public async Task Malformed_JSON_is_a_400_an_unknown_function_a_404_and_a_script_needs_no_origin()
    {
        var app = empty.App;
        Assert.Equal(HttpStatusCode.BadRequest, (await AskAsync(app, "drying/adjusted_time", "{")).Status);
        Assert.Equal(HttpStatusCode.NotFound, (await AskAsync(app, "drying/paint_the_moon", "{}")).Status);
        using var bare = new HttpRequestMessage(HttpMethod.Post, "/api/compute/kit/Phi")
        {
            Content = new StringContent("""{"z":1}""", Encoding.UTF8, "application/json"),
        };
        bare.Headers.Add("Sec-Fetch-Site", "none");
        Assert.Equal(HttpStatusCode.OK, (await app.Client.SendAsync(bare, TestContext.Current.CancellationToken)).StatusCode);
        Assert.Equal(ComputeBook.All.Count, (await app.GetAsync("/api/compute")).AsArray().Count);
    }

    [Fact]
    public async Task More_than_a_burst_is_put_off()
    {
        await using var app = new TestApp(databases.Clone());
        var last = HttpStatusCode.OK;
        for (var i = 0; i < 6000 && last == HttpStatusCode.OK; i++)
            last = (
                await app.Client.PostAsync(
                    "/api/compute/kit/Phi",
                    new StringContent("""{"z":1}""", Encoding.UTF8, "application/json"),
                    TestContext.Current.CancellationToken
                )
            ).StatusCode;
        Assert.Equal(HttpStatusCode.TooManyRequests, last);
    }
}
