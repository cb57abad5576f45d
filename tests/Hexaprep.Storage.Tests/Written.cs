using System.Text.Json;
using System.Text.Json.Serialization;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.WhatIf;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;
using Npgsql;

namespace Hexaprep.Storage.Tests;

/// <summary>Writes to a bench as the app does, and reads it afresh from the tables: each time it holds the value that changes moved
/// against what the tables say.</summary>
internal sealed class Written(NpgsqlDataSource source)
{
    private static readonly JsonSerializerOptions Plain = new JsonSerializerOptions
    {
        Converters = { new JsonStringEnumConverter() },
    }.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
    private readonly BenchStore _store = new(source, new BenchMemory());

    public async Task<StoredBench> LoadAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        var kept = await _store.CurrentAsync(workspace, cancel);
        var fresh = await new BenchStore(source, new BenchMemory()).CurrentAsync(workspace, cancel);
        Assert.Equal(fresh.Revision, kept.Revision);
        Assert.Equal(Describe(fresh.State), Describe(kept.State));
        return fresh;
    }

    public async Task<bool> ActAsync(WorkspaceId workspace, Act act, Instant now, CancellationToken cancel) =>
        (await _store.WriteAsync(workspace, act.Id, bench => Acts.Decide(bench, act, now, Guid.NewGuid), now, cancel)).Done is not null;

    public async Task<IReadOnlyList<Guid>> SaveAsync(
        WorkspaceId workspace,
        Guid id,
        IReadOnlyList<UnitOrder> orders,
        IReadOnlyCollection<string> anyway,
        Instant now,
        CancellationToken cancel
    ) =>
        [
            .. (
                (await _store.WriteAsync(workspace, id, bench => RosterEdits.Join(bench, orders, anyway, now, Guid.NewGuid), now, cancel))
                    .Done
                    ?.Changes
                ?? []
            )
                .OfType<Change.UnitsJoined>()
                .SelectMany(c => c.Units)
                .Select(u => u.Unit.Id),
        ];

    public Task EditUnitAsync(
        WorkspaceId workspace,
        Guid id,
        Guid unitId,
        int version,
        LocalDate? deadline,
        int weight,
        Instant now,
        CancellationToken cancel
    ) => _store.WriteAsync(workspace, id, bench => UnitEdits.Change(bench, unitId, version, new(deadline, weight), now), now, cancel);

    public Task EditBatchAsync(
        WorkspaceId workspace,
        Guid id,
        Guid batchId,
        int version,
        Func<BatchTraits, BatchTraits> edit,
        Instant now,
        CancellationToken cancel
    ) => _store.WriteAsync(workspace, id, bench => RosterEdits.EditBatch(bench, batchId, version, edit, now, Guid.NewGuid), now, cancel);

    public Task IdentifyAsync(
        WorkspaceId workspace,
        Guid id,
        Guid batchId,
        int version,
        Material material,
        Instant now,
        CancellationToken cancel
    ) => _store.WriteAsync(workspace, id, bench => RosterEdits.Identify(bench, batchId, version, material, now, Guid.NewGuid), now, cancel);

    public Task ChooseAsync(
        WorkspaceId workspace,
        Guid id,
        Guid? unitId,
        Guid? batchId,
        HouseRule school,
        string? option,
        Instant now,
        CancellationToken cancel
    ) =>
        _store.WriteAsync(
            workspace,
            id,
            bench => HouseEdits.Choose(bench, unitId, batchId, school, option, now, Guid.NewGuid),
            now,
            cancel
        );

    public Task AnswerAsync(
        WorkspaceId workspace,
        Guid id,
        IReadOnlyDictionary<HouseRule, string> answers,
        Instant now,
        CancellationToken cancel
    ) => _store.WriteAsync(workspace, id, bench => HouseEdits.Answer(bench, answers, now, Guid.NewGuid), now, cancel);

    public Task ChangeAsync(
        WorkspaceId workspace,
        Guid id,
        Guid batchId,
        int version,
        RouteChange change,
        bool accepted,
        Instant now,
        CancellationToken cancel
    ) =>
        _store.WriteAsync(
            workspace,
            id,
            bench => RouteEdits.Change(bench, batchId, version, change, accepted, now, Guid.NewGuid),
            now,
            cancel
        );

    public Task RestoreAsync(
        WorkspaceId workspace,
        Guid id,
        Guid batchId,
        int version,
        StepKind step,
        Instant now,
        CancellationToken cancel
    ) => _store.WriteAsync(workspace, id, bench => RouteEdits.Restore(bench, batchId, version, step, now, Guid.NewGuid), now, cancel);

    public Task TakeAsync(WorkspaceId workspace, Guid id, WhatIfAsk ask, Instant now, CancellationToken cancel) =>
        _store.WriteAsync(workspace, id, bench => SecondPlanEdits.Take(bench, ask, now, Guid.NewGuid), now, cancel);

    public Task WriteAsync(WorkspaceId workspace, Guid id, Func<BenchIndex, Decision> decide, Instant now) =>
        _store.WriteAsync(workspace, id, decide, now, default);

    /// <summary>Everything a state holds, in words that can be compared.</summary>
    public static string Describe(BenchState s) =>
        JsonSerializer.Serialize(
            new
            {
                Zone = s.Settings.Zone.Id,
                s.Settings.Calendar.Weekly,
                s.Settings.Calendar.Exceptions,
                s.Settings.Handles,
                s.Settings.RackSlots,
                SittingsVersion = s.Settings.Version,
                s.HouseAsked,
                House = s.House.Bench.Chosen.OrderBy(c => c.Key),
                Narrower = s
                    .House.Narrower.Where(n => n.Value.Chosen.Count > 0)
                    .OrderBy(n => n.Key)
                    .Select(n => new { n.Key, Chosen = n.Value.Chosen.OrderBy(c => c.Key) }),
                s.Units,
                s.Batches,
                s.Models,
                s.Steps,
                s.Edges,
                s.Spells,
                s.Ticks,
                s.Coats,
                s.Flaws,
                Changes = s.Changes.OrderBy(c => c.Key),
                s.Products,
                s.Readings,
                s.PastCoats,
                s.Forecast,
                s.ForecastFrom,
                s.ForecastAt,
                s.Clocks,
                s.Soaked,
                Touched = s.Touched.Order(),
            },
            Plain
        );
}
