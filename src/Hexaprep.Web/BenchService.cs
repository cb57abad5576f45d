using System.Text.Json;
using Hexaprep.Bench.State;
using Hexaprep.Planning.Problem;
using Hexaprep.Storage;
using Hexaprep.Web.Http;
using Hexaprep.Web.Planning;
using NodaTime;

namespace Hexaprep.Web;

/// <summary>A bench laid out for reading: its state, the plan there is, and the moment it is read at.</summary>
/// <param name="Workspace">Whose.</param>
/// <param name="Bench">The bench as it stands.</param>
/// <param name="Plan">The plan there is, as far as it still speaks of the bench; <see cref="BenchPlan.IsNone"/> before the first.</param>
/// <param name="Renewing">True while the plan is not yet of this bench and moment.</param>
/// <param name="Now">When it is read.</param>
/// <param name="Revision">Of the bench.</param>
/// <param name="IsDemo">True for the demo world.</param>
public sealed record BenchSnapshot(
    WorkspaceId Workspace,
    BenchIndex Bench,
    BenchPlan Plan,
    bool Renewing,
    Instant Now,
    long Revision,
    bool IsDemo
)
{
    /// <summary>True for the first plan of a bench until it was bettered: its dates are no promise yet.</summary>
    public bool IsFirst { get; init; }

    /// <summary>True while the plan is being bettered behind the scenes.</summary>
    public bool Bettering { get; init; }

    /// <summary>A better plan for this very bench that only the person can choose; null where there is none.</summary>
    public BenchPlan? Offer { get; init; }

    /// <summary>True where a better plan has taken another's place, which can be gone back to.</summary>
    public bool CanGoBack { get; init; }

    /// <summary>True where this bench could not be planned and is not tried again until it changes.</summary>
    public bool PlanFails { get; init; }

    /// <summary>Rows that could not be read, in words.</summary>
    public IReadOnlyList<string> SetAside { get; init; } = [];
}

/// <summary>Lays out the bench with the plan there is, and writes to it. It never plans.</summary>
public sealed class BenchService(WorkspaceStore workspaces, BenchStore benches, Planners planners, IClock clock, AppSettings settings)
{
    /// <summary>The moment, by the one clock.</summary>
    public Instant Now => clock.GetCurrentInstant();

    /// <summary>The workspace in use.</summary>
    public Task<WorkspaceId> WorkspaceAsync(CancellationToken cancel) => workspaces.CurrentAsync(settings.TimeZone, Now, cancel);

    /// <summary>The bench and the plan there is.</summary>
    public async Task<BenchSnapshot> LayAsync(CancellationToken cancel)
    {
        var (workspace, stored) = await benches.NewestAsync(cancel) ?? await FirstAsync(cancel);
        return Lay(workspace, stored);
    }

    /// <summary>Writes once for an id and what was sent with it to the workspace in use, as <see
    /// cref="BenchStore.WriteIfNewestAsync"/> does.</summary>
    /// <returns>What was done; null when this write was already known.</returns>
    public async Task<Decision?> WriteAsync(Guid id, object sent, Func<BenchIndex, Decision> decide, CancellationToken cancel) =>
        (await WriteToNewestAsync(Told(id, sent), decide, cancel)).Done;

    /// <summary>Writes once for an id, and lays out the bench as it stands then.</summary>
    public async Task<BenchSnapshot> WriteAndLayAsync(Guid id, object sent, Func<BenchIndex, Decision> decide, CancellationToken cancel)
    {
        var (workspace, _, stored) = await WriteToNewestAsync(Told(id, sent), decide, cancel);
        return Lay(workspace, stored);
    }

    private static WriteId Told(Guid id, object sent) => WriteId.Of(id, JsonSerializer.Serialize(sent, WireJson.Options));

    // Which workspace is in use hardly ever changes: it is asked for again when it has.
    private async Task<(WorkspaceId Workspace, Decision? Done, StoredBench Bench)> WriteToNewestAsync(
        WriteId id,
        Func<BenchIndex, Decision> decide,
        CancellationToken cancel
    )
    {
        while (true)
        {
            var workspace = _newest ??= await WorkspaceAsync(cancel);
            if (await benches.WriteIfNewestAsync(workspace, id, decide, Now, cancel) is { } written)
                return (workspace, written.Done, written.Bench);
            _newest = null;
        }
    }

    private WorkspaceId? _newest;

    private BenchSnapshot Lay(WorkspaceId workspace, StoredBench stored)
    {
        var now = Now;
        var fails = planners.TroubleWith(workspace, stored.Revision) is { IsGivenUp: true };
        if (planners.Of(workspace, stored.Revision, now) is not { } posted)
            return new BenchSnapshot(workspace, stored.Bench, BenchPlan.None(now), true, now, stored.Revision, stored.IsDemo)
            {
                SetAside = Words(stored),
                PlanFails = fails,
            };
        var plan = posted.Revision == stored.Revision ? posted.Plan : posted.Plan.On(stored.Bench);
        var isOf = posted.IsOf(stored.Revision, now);
        return new BenchSnapshot(workspace, stored.Bench, plan, !isOf, now, stored.Revision, stored.IsDemo)
        {
            SetAside = Words(stored),
            // A plan that holds is a plan, though no better one can be looked for.
            PlanFails = fails && !isOf,
            Bettering = !posted.IsBettered && !fails,
            IsFirst = posted.IsFirst && !fails,
            Offer = isOf ? posted.Offer : null,
            CanGoBack = isOf && posted.Before is not null,
        };
    }

    private static IReadOnlyList<string> Words(StoredBench stored) =>
        [.. stored.SetAside.Select(r => $"A row of '{r.Table}' cannot be read and was set aside ({r.Id}): {r.Why}")];

    /// <summary>Puts a question that compares to the bettered plan of the workspace in use; equal keys ask the same.</summary>
    public async Task<T> AskAsync<T>(
        object? key,
        Func<StoredBench, BenchPlan, Instant, CancellationToken, T> answer,
        CancellationToken cancel
    ) => await planners.AskAsync(await WorkspaceAsync(cancel), key, compares: true, answer, cancel);

    private async Task<(WorkspaceId, StoredBench)> FirstAsync(CancellationToken cancel)
    {
        var workspace = await WorkspaceAsync(cancel);
        return (workspace, await benches.CurrentAsync(workspace, cancel));
    }
}
