using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage.Tests;

/// <summary>Transfers in the water are kept one by one, whatever becomes of them, and travel with the file.</summary>
public sealed class SoakStoreTests(TestDatabases databases) : IAsyncLifetime
{
    private static readonly Instant Evening = TurnableClock.Evening;
    private readonly NpgsqlDataSource _source = Database.Open(databases.Clone());
    private WorkspaceId _workspace;

    public async ValueTask InitializeAsync()
    {
        _workspace = await new WorkspaceStore(_source).CurrentAsync("UTC", Evening, default);
        await new Written(_source).SaveAsync(
            _workspace,
            Guid.NewGuid(),
            [RehearsedBench.Order("Reed Pikes", 2).Of(t => t with { Transfers = 2 })],
            [],
            Evening,
            default
        );
    }

    public ValueTask DisposeAsync() => _source.DisposeAsync();

    private Task<StoredBench> LoadAsync() => new Written(_source).LoadAsync(_workspace, default);

    [Fact]
    public async Task They_are_written_as_the_bench_has_them_sent_twice_once_and_travel_with_the_file()
    {
        var place = (await LoadAsync()).State.Steps.Single(s => s.Key.Kind == StepKind.PlaceTransfer);
        var benches = new Written(_source);
        async Task<bool> DoAsync(ActKind kind, int seconds, Guid? id = null, int? count = null) =>
            await benches.ActAsync(
                _workspace,
                new Act(id ?? Guid.NewGuid(), kind, Evening + Duration.FromSeconds(seconds))
                {
                    StepId = place.Id,
                    Count = count,
                    Anyway = true,
                },
                Evening + Duration.FromHours(1),
                default
            );
        var wet = Guid.NewGuid();
        Assert.True(await DoAsync(ActKind.Wet, 0, wet, 3));
        Assert.False(await DoAsync(ActKind.Wet, 0, wet, 3));
        await DoAsync(ActKind.NotSliding, 70);
        await DoAsync(ActKind.Tear, 110);
        await DoAsync(ActKind.Place, 180);
        await DoAsync(ActKind.Place, 250);

        var soaked = (await LoadAsync()).State.Soaked;
        Assert.Equal([SoakEnd.Torn, SoakEnd.Placed, SoakEnd.Placed], soaked.Select(t => t.End!.Value));
        Assert.All(soaked, t => Assert.Equal(Evening + Duration.FromSeconds(70), t.StuckAt));
        Assert.Single((await LoadAsync()).State.Ticks);
        await DoAsync(ActKind.LiftTransfer, 260);
        var state = (await LoadAsync()).State;
        Assert.Empty(state.Ticks);
        Assert.Equal((null, null, null), (state.Soaked[2].OutAt, state.Soaked[2].End, state.Soaked[2].ModelId));

        var file = WorkspaceFile.Read(WorkspaceFile.Write(await new WorkspaceStore(_source).ExportAsync(_workspace, Evening, default)));
        await using var other = Database.Open(databases.Clone());
        var there = await new WorkspaceStore(other).CurrentAsync("UTC", Evening, default);
        await new WorkspaceStore(other).ImportAsync(there, Guid.NewGuid(), file, Evening + Duration.FromHours(1), default);
        Assert.Equal(state.Soaked, (await new Written(other).LoadAsync(there, default)).State.Soaked);
    }
}
