using System.Collections.Concurrent;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Storage;
using Hexaprep.Web.Live;
using NodaTime;

namespace Hexaprep.Web.Planning;

/// <summary>Hosts a planner for each workspace that is looked at, and wakes it when its bench moves.</summary>
public sealed class Planners(
    BenchStore benches,
    PlanStore plans,
    IPlanMaker maker,
    PlanWorkers workers,
    IClock clock,
    AppSettings settings,
    EventHub listeners,
    ILogger<Planners> log
) : BackgroundService
{
    // A planner that nobody looked at the longest gives up its memory.
    private const int Most = 8;
    private static readonly TimeSpan MostPatience = TimeSpan.FromSeconds(3);
    private readonly ConcurrentDictionary<WorkspaceId, Hosted> _planners = new();
    private readonly CancellationTokenSource _stopping = new();
    private long _looks;

    /// <summary>The plan there is for a workspace; null before the first. Wakes the planner where it does not hold for this bench and
    /// moment.</summary>
    public PostedPlan? Of(WorkspaceId workspace, long revision, Instant now)
    {
        var planner = PlannerOf(workspace);
        var posted = planner.Posted;
        if (posted is null || !posted.IsOf(revision, now))
            planner.Renew();
        return posted;
    }

    /// <summary>What went wrong with planning a bench; null where nothing did.</summary>
    public PlanTrouble? TroubleWith(WorkspaceId workspace, long revision) => PlannerOf(workspace).TroubleWith(revision);

    /// <summary>What regrouping would save, as far as it was weighed.</summary>
    public SizesView Sizes(WorkspaceId workspace) => PlannerOf(workspace).Sizes();

    /// <summary>Puts a question to the plan, as <see cref="WorkspacePlanner.AskAsync"/> does.</summary>
    public async Task<T> AskAsync<T>(
        WorkspaceId workspace,
        object? key,
        bool compares,
        Func<StoredBench, BenchPlan, Instant, CancellationToken, T> answer,
        CancellationToken cancel
    )
    {
        while (true)
        {
            try
            {
                var revision = (await benches.CurrentAsync(workspace, cancel)).Revision;
                return await PlannerOf(workspace).AskAsync(key, revision, compares, answer, cancel);
            }
            catch (OperationCanceledException) when (!cancel.IsCancellationRequested && !_stopping.IsCancellationRequested)
            {
                // The planner that was asked has been put away: the next one is asked.
            }
        }
    }

    /// <summary>What a question was answered for the plan there is; null where it was not asked of it.</summary>
    public T? Known<T>(WorkspaceId workspace, object key)
        where T : class => PlannerOf(workspace).Posted is { } posted && posted.Answers.TryGetValue(key, out var known) ? (T)known : null;

    /// <summary>Takes the better plan that is offered, if it still is.</summary>
    /// <param name="workspace">Whose bench.</param>
    /// <param name="shown">Says of the plan offered whether it is the one that was shown.</param>
    /// <param name="cancel">Nobody waits any more.</param>
    public Task TakeOfferAsync(WorkspaceId workspace, Func<BenchPlan, bool> shown, CancellationToken cancel) =>
        ChangeAsync(
            workspace,
            (planner, stored, _, _) =>
            {
                if (planner.Posted?.Offer is { } offer && shown(offer))
                    planner.Replace(offer, stored.Revision);
            },
            cancel
        );

    /// <summary>Goes back to the plan before a better one took its place, if the better one still stands.</summary>
    /// <param name="workspace">Whose bench.</param>
    /// <param name="shown">Says of the plan in force whether it is the one that was shown.</param>
    /// <param name="cancel">Nobody waits any more.</param>
    public Task GoBackAsync(WorkspaceId workspace, Func<BenchPlan, bool> shown, CancellationToken cancel) =>
        ChangeAsync(
            workspace,
            (planner, stored, now, token) =>
            {
                if (planner.Posted is { } posted && shown(posted.Plan))
                    planner.GoBack(stored, now, token);
            },
            cancel
        );

    /// <summary>Keeps the plan that stood before a repair was put in, until another is or the planner is put away.</summary>
    /// <param name="workspace">Whose bench.</param>
    /// <param name="before">The plan before.</param>
    public void Remember(WorkspaceId workspace, BeforeRepair before) => PlannerOf(workspace).BeforeRepair = before;

    /// <summary>The plan that stood before a repair was put in; null where something else has happened since.</summary>
    public BenchPlan? Before(WorkspaceId workspace, Guid repair, long revision) =>
        PlannerOf(workspace).BeforeRepair is { } before && before.Repair == repair && before.Revision == revision ? before.Plan : null;

    /// <summary>The plan of a bench follows one that was shown.</summary>
    public void Follow(WorkspaceId workspace, BenchPlan shown, long revision) => PlannerOf(workspace).Follow(shown, revision);

    private async Task ChangeAsync(
        WorkspaceId workspace,
        Action<WorkspacePlanner, StoredBench, Instant, CancellationToken> change,
        CancellationToken cancel
    )
    {
        var planner = PlannerOf(workspace);
        await planner.AskAsync(
            null,
            0,
            compares: false,
            (stored, _, now, token) =>
            {
                change(planner, stored, now, token);
                return true;
            },
            cancel
        );
    }

    /// <summary>True when nothing is left to do for a workspace's bench; for tests and benchmarks.</summary>
    public async Task<bool> IsSettledAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        var stored = await benches.CurrentAsync(workspace, cancel);
        var now = clock.GetCurrentInstant();
        Of(workspace, stored.Revision, now);
        return PlannerOf(workspace).IsSettled(stored.Revision, now);
    }

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            await foreach (var call in listeners.HearAsync(stoppingToken))
            {
                foreach (var (workspace, hosted) in _planners)
                {
                    if (call.Workspace is null || call.Workspace == workspace.Value)
                        hosted.Planner.Value.Look(call.IsPlan);
                }
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // Stopped.
        }
        await _stopping.CancelAsync();
        // One that does not listen is left behind: the process ends all the same.
        await Task.WhenAny(
            Task.WhenAll(_planners.Values.Where(h => h.Planner.IsValueCreated).Select(h => h.Planner.Value.Ended)),
            Task.Delay(MostPatience, CancellationToken.None)
        );
    }

    private WorkspacePlanner PlannerOf(WorkspaceId workspace)
    {
        var hosted = _planners.GetOrAdd(workspace, w => new Hosted(
            new(() =>
                new WorkspacePlanner(
                    w,
                    benches,
                    plans,
                    maker,
                    workers,
                    clock,
                    settings.PlanPause,
                    settings.PlanAgain,
                    revision => listeners.Tell(new BenchChanged(w.Value, revision, true)),
                    log,
                    _stopping.Token
                )
            )
        ));
        hosted.LookedAt = Interlocked.Increment(ref _looks);
        while (
            _planners.Count > Most
            && _planners.MinBy(p => p.Value.LookedAt) is var oldest
            && oldest.Key != workspace
            && _planners.TryRemove(oldest.Key, out var given)
        )
            given.Planner.Value.Dispose();
        return hosted.Planner.Value;
    }

    private sealed class Hosted(Lazy<WorkspacePlanner> planner)
    {
        public Lazy<WorkspacePlanner> Planner { get; } = planner;
        public long LookedAt { get; set; }
    }
}
