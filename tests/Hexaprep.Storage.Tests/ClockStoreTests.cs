using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage.Tests;

public sealed class ClockStoreTests(TestDatabases databases) : IAsyncLifetime
{
    private static readonly Instant Evening = TurnableClock.Evening;
    private readonly NpgsqlDataSource _source = Database.Open(databases.Clone());
    private WorkspaceId _workspace;

    private Written Benches => _benches ??= new(_source);
    private Written? _benches;
    private WorkspaceStore Workspaces => new(_source);

    public async ValueTask InitializeAsync()
    {
        _workspace = await Workspaces.CurrentAsync("UTC", Evening, default);
        await new Written(_source).SaveAsync(
            _workspace,
            Guid.NewGuid(),
            [RehearsedBench.Order("Reed Pikes", 2).Of(t => t with { Transfers = 1 })],
            [],
            Evening,
            default
        );
    }

    public ValueTask DisposeAsync() => _source.DisposeAsync();

    private async Task<BenchState> StateAsync() => (await Benches.LoadAsync(_workspace, default)).State;

    private Task<bool> DoAsync(Act act) => Benches.ActAsync(_workspace, act, Evening + Duration.FromHours(1), default);

    private async Task<Act> StartAsync(Instant at)
    {
        var place = (await StateAsync()).Steps.Single(s => s.Key.Kind == StepKind.PlaceTransfer);
        var act = new Act(Guid.NewGuid(), ActKind.Clock, at) { StepId = place.Id, Clock = ClockKind.Soak };
        await DoAsync(act);
        return act;
    }

    [Fact]
    public async Task A_clock_is_started_once_however_often_it_is_sent_and_outlives_the_process()
    {
        var act = await StartAsync(Evening);
        Assert.False(await DoAsync(act));
        var clock = Assert.Single((await StateAsync()).Clocks);
        Assert.Equal((ClockKind.Soak, Evening, null), (clock.Kind, clock.StartedAt, clock.StoppedAt));
    }

    [Fact]
    public async Task A_new_one_of_a_step_stops_the_one_before_and_stopping_twice_is_stopping_once()
    {
        await StartAsync(Evening);
        await StartAsync(Evening + Duration.FromMinutes(4));
        var clocks = (await StateAsync()).Clocks;
        Assert.Equal([Evening + Duration.FromMinutes(4), null], clocks.Select(c => c.StoppedAt));
        for (var i = 0; i < 2; i++)
            await DoAsync(new Act(Guid.NewGuid(), ActKind.StopClock, Evening + Duration.FromMinutes(9)) { ClockId = clocks[1].Id });
        Assert.Equal(Evening + Duration.FromMinutes(9), (await StateAsync()).Clocks[1].StoppedAt);
    }

    [Fact]
    public async Task A_refused_clock_writes_nothing()
    {
        var wash = (await StateAsync()).Steps.First(s => s.Key.Kind == StepKind.Study);
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            DoAsync(new Act(Guid.NewGuid(), ActKind.Clock, Evening) { StepId = wash.Id, Clock = ClockKind.Soak })
        );
        Assert.Equal("clock", refused.Refusal.Field);
        Assert.Empty((await StateAsync()).Clocks);
        Assert.DoesNotContain((await Workspaces.ExportAsync(_workspace, Evening, default)).Logbook, e => e.Kind == "clock");
    }

    [Fact]
    public async Task Clocks_travel_with_the_workspace_file()
    {
        await StartAsync(Evening);
        var file = WorkspaceFile.Read(WorkspaceFile.Write(await Workspaces.ExportAsync(_workspace, Evening, default)));
        await using var other = Database.Open(databases.Clone());
        var there = await new WorkspaceStore(other).CurrentAsync("UTC", Evening, default);
        await new WorkspaceStore(other).ImportAsync(there, Guid.NewGuid(), file, Evening, default);
        Assert.Equal((await StateAsync()).Clocks, (await new Written(other).LoadAsync(there, default)).State.Clocks);
    }

    [Fact]
    public async Task A_clock_of_another_workspace_does_not_exist()
    {
        await StartAsync(Evening);
        var clock = (await StateAsync()).Clocks.Single();
        await using var other = Database.Open(databases.Clone());
        var there = await new WorkspaceStore(other).CurrentAsync("UTC", Evening, default);
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            new Written(other).ActAsync(there, new Act(Guid.NewGuid(), ActKind.StopClock, Evening) { ClockId = clock.Id }, Evening, default)
        );
        Assert.Equal(RefusalKind.NotFound, refused.Refusal.Kind);
    }
}
