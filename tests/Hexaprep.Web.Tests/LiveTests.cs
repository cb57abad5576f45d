using System.Net.ServerSentEvents;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

public sealed class LiveTests(TestDatabases databases)
{
    [Fact]
    public async Task A_change_by_one_process_is_told_by_another_on_the_same_database()
    {
        var database = databases.Clone();
        await using var one = new TestApp(database, isDemo: true);
        await using var other = new TestApp(database, isDemo: true);
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(20));
        await using var stream = await other.Client.GetStreamAsync("/api/events", patience.Token);
        await using var events = SseParser.Create(stream).EnumerateAsync(patience.Token).GetAsyncEnumerator(patience.Token);
        Assert.True(await events.MoveNextAsync());
        Assert.Equal("hello", events.Current.EventType);

        var bench = await one.GetAsync("/api/bench");
        await one.ActAsync("done", new { stepId = bench["view"]!["step"]!["stepId"]!.ToString() });
        var revision = bench["revision"]!.GetValue<long>() + 1;

        // The listener's own joining may be told first.
        do Assert.True(await events.MoveNextAsync());
        while (events.Current.Data != revision.ToString(System.Globalization.CultureInfo.InvariantCulture));
        Assert.Equal("changed", events.Current.EventType);
        Assert.Equal(6, (await other.GetAsync("/api/bench"))["view"]!["step"]!["done"]!.GetValue<int>());
    }
}
