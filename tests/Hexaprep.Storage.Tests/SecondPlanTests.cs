using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Planning.WhatIf;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage.Tests;

public sealed class SecondPlanTests(TestDatabases databases) : IAsyncLifetime
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
            [RehearsedBench.Order(models: 6) with { Batch = "left" }, RehearsedBench.Order(models: 5) with { Batch = "right" }],
            [],
            Evening,
            default
        );
    }

    public ValueTask DisposeAsync() => _source.DisposeAsync();

    private async Task<BenchState> StateAsync() => (await new Written(_source).LoadAsync(_workspace, default)).State;

    private Task TakeAsync(WhatIfAsk ask, Guid? id = null) =>
        new Written(_source).TakeAsync(_workspace, id ?? Guid.NewGuid(), ask, Evening, default);

    [Fact]
    public async Task A_taken_question_changes_the_bench_as_its_second_plan_was_made_and_only_once()
    {
        var today = Evening.InUtc().Date;
        var id = Guid.NewGuid();
        await TakeAsync(new WhatIfAsk(WhatIfKind.Away, today.PlusDays(1), today.PlusDays(3)), id);
        await TakeAsync(new WhatIfAsk(WhatIfKind.Away, today.PlusDays(1), today.PlusDays(3)), id);
        await TakeAsync(new WhatIfAsk(WhatIfKind.Handles, Handles: 31));
        await TakeAsync(new WhatIfAsk(WhatIfKind.Airbrush));
        await TakeAsync(new WhatIfAsk(WhatIfKind.First, UnitId: (await StateAsync()).Units[0].Id));
        await TakeAsync(new WhatIfAsk(WhatIfKind.SkipFilling));
        var state = await StateAsync();

        Assert.Equal(3, state.Settings.Calendar.Exceptions.Count);
        Assert.Equal(31, state.Settings.Handles);
        Assert.Equal("airbrush", state.House.Bench.Of(HouseRuleCatalog.PrimeBy).Id);
        Assert.All(state.Steps.Where(s => s.Key.Kind == StepKind.Prime && s.NotNeeded is null), s =>
            Assert.Equal("airbrush", s.Amounts.Method)
        );
        Assert.Equal(5, state.Units[0].Weight);
        Assert.Equal(2, state.Changes.Count);
        Assert.DoesNotContain(state.Steps, s => s.Key.Kind == StepKind.Fill && s.NotNeeded is null);
    }

    [Fact]
    public async Task Batches_made_one_and_cut_again_keep_models_and_give_whole_routes()
    {
        var before = await StateAsync();
        await TakeAsync(new WhatIfAsk(WhatIfKind.Merge, BatchId: before.Batches[0].Id, WithId: before.Batches[1].Id));
        var merged = await StateAsync();
        Assert.Equal(11, Assert.Single(merged.Batches).Traits.Models);
        Assert.Equal(Enumerable.Range(1, 11), merged.Models.Select(m => m.Number));
        Assert.Equal(before.Models.Select(m => m.Id).Order(), merged.Models.Select(m => m.Id).Order());

        await TakeAsync(new WhatIfAsk(WhatIfKind.Split, BatchId: merged.Batches[0].Id, Models: 4));
        var cut = await StateAsync();
        Assert.Equal([4, 7], cut.Batches.Select(b => b.Traits.Models));
        Assert.Equal(before.Steps.Count(s => s.NotNeeded is null), cut.Steps.Count(s => s.NotNeeded is null));
        // A file of it can be read again.
        var document = await new WorkspaceStore(_source).ExportAsync(_workspace, Evening, default);
        Assert.Equal(document.Batches, WorkspaceFile.Read(WorkspaceFile.Write(document)).Batches, (a, b) =>
            a!.Id == b!.Id && a.Models == b.Models
        );
    }

    [Fact]
    public async Task A_refused_question_writes_nothing()
    {
        var state = await StateAsync();
        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            TakeAsync(new WhatIfAsk(WhatIfKind.Split, BatchId: state.Batches[0].Id, Models: 6))
        );
        Assert.Equal("models", refused.Refusal.Field);
        var slip = new WhatIfAsk(WhatIfKind.Slip, StepId: state.Steps[0].Id);
        Assert.Equal("kind", (await Assert.ThrowsAsync<RefusedException>(() => TakeAsync(slip))).Refusal.Field);
        Assert.Equal(2, (await StateAsync()).Batches.Count);
    }
}
