using System.Net;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

public sealed class ThinThreadTests(TestDatabases databases)
{
    [Fact]
    public async Task A_roster_line_becomes_a_step_a_tick_a_coat_and_is_still_there_after_a_restart()
    {
        var database = databases.Clone();
        Guid step;
        await using (var app = new TestApp(database))
        {
            Assert.Equal(HttpStatusCode.OK, (await app.BringAsync("unit=Reed Pikes;models=3;material=cast resin;parts=4")).StatusCode);
            var hand = (await app.GetAsync("/api/bench"))["view"]!["step"]!;
            step = Guid.Parse(hand["stepId"]!.ToString());
            Assert.Equal("study", hand["kind"]!.ToString());
            Assert.Equal(HttpStatusCode.OK, (await app.ActAsync("done", new { stepId = step })).StatusCode);
        }
        await using (var app = new TestApp(database))
        {
            var hand = (await app.GetAsync("/api/bench"))["view"]!["step"]!;
            Assert.Equal(step.ToString(), hand["stepId"]!.ToString());
            Assert.Equal(1, hand["done"]!.GetValue<int>());
        }
    }
}
