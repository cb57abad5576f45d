using Hexaprep.Core.Bench;
using Hexaprep.Storage;
using NodaTime;

namespace Hexaprep.Web;

/// <summary>A bench laid out for reading: its state, its plan, and the moment it is read at.</summary>
public sealed record LaidBench(WorkspaceId Workspace, BenchIndex Bench, BenchPlan Plan, Instant Now, long Revision, bool IsDemo, bool HouseAsked);

/// <summary>Loads the bench with a plan that holds now, and makes one when the kept plan no longer does.</summary>
public sealed class Desk(WorkspaceStore workspaces, BenchStore benches, PlanStore plans, IClock clock, AppSettings settings)
{
    /// <summary>The moment, by the one clock.</summary>
    public Instant Now => clock.GetCurrentInstant();

    /// <summary>The workspace in use.</summary>
    public Task<WorkspaceId> WorkspaceAsync(CancellationToken cancel) => workspaces.CurrentAsync(settings.TimeZone, Now, cancel);

    /// <summary>Decodes for plans that are only compared: a quarter of the usual.</summary>
    public int TrialBudget(BenchIndex bench) => Math.Max(1, PlanDraft.BudgetFor(bench, settings.PlanBudget) / 4);

    /// <summary>The bench and its plan.</summary>
    public async Task<LaidBench> LayAsync(CancellationToken cancel)
    {
        var workspace = await WorkspaceAsync(cancel);
        var (stored, bench) = await ReadAsync(workspace, cancel);
        var now = Now;
        var plan = await plans.LoadAsync(workspace, stored.Revision, cancel);
        if (plan is null || !plan.HoldsAt(now))
        {
            var budget = PlanDraft.BudgetFor(bench, settings.PlanBudget);
            var older = plan ?? await plans.LastAsync(workspace, cancel);
            plan = older is null ? PlanDraft.Make(bench, now, budget) : PlanDraft.Next(bench, now, older, budget);
            await plans.SaveAsync(workspace, stored.Revision, plan, cancel);
        }
        return new LaidBench(workspace, bench, plan, now, stored.Revision, stored.IsDemo, stored.HouseAsked);
    }

    // What was read last is kept until somebody writes: a revision is asked for in its place.
    private async Task<(StoredBench Stored, BenchIndex Bench)> ReadAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        if (_last is { } last && last.Workspace == workspace && last.Stored.Revision == await benches.RevisionAsync(workspace, cancel)) return (last.Stored, last.Bench);
        var stored = await benches.LoadAsync(workspace, cancel);
        var bench = new BenchIndex(stored.State);
        _last = new Kept(workspace, stored, bench);
        return (stored, bench);
    }

    private sealed record Kept(WorkspaceId Workspace, StoredBench Stored, BenchIndex Bench);

    private volatile Kept? _last;
}
