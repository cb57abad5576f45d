using Hexaprep.Bench.State;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Scheduling.Bounds;
using NodaTime;

namespace Hexaprep.Web.Planning;

/// <summary>Makes the plans that are kept, as Core makes them. Every call may take long, and is ended by its token.</summary>
public interface IPlanMaker
{
    /// <summary>The plan that is there at once.</summary>
    BenchPlan AtOnce(BenchIndex bench, Instant now, BenchPlan? older, CancellationToken cancel);

    /// <summary>The first plan that is searched for in earnest.</summary>
    BenchPlan First(BenchIndex bench, Instant now, CancellationToken cancel);

    /// <summary>Betters the plan in force.</summary>
    Bettering Better(BenchIndex bench, Instant now, BenchPlan inForce, BenchPlan? before, CancellationToken cancel);

    /// <summary>The second date of each unit.</summary>
    IReadOnlyDictionary<Guid, Instant> Repairs(BenchIndex bench, BenchPlan plan, CancellationToken cancel);

    /// <summary>What no plan of the problem can better.</summary>
    LowerBound Bound(BenchPlan plan, CancellationToken cancel);

    /// <summary>What regrouping the batches would save.</summary>
    SizesView Sizes(BenchIndex bench, BenchPlan plan, Instant now, CancellationToken cancel);
}

/// <summary>Plans by the app's budget.</summary>
public sealed class PlanMaker(AppSettings settings) : IPlanMaker
{
    /// <summary>Decodes for a plan that is kept.</summary>
    public int BudgetOf(BenchIndex bench) => BenchPlanner.BudgetFor(bench, Math.Max(1, settings.PlanBudget));

    /// <summary>Decodes for plans that are only compared: a quarter of the usual.</summary>
    public int TrialBudgetOf(BenchIndex bench) => Math.Max(1, BudgetOf(bench) / 4);

    /// <inheritdoc />
    public BenchPlan AtOnce(BenchIndex bench, Instant now, BenchPlan? older, CancellationToken cancel) =>
        BenchPlanner.QuickReschedule(bench, now, older, cancel);

    /// <inheritdoc />
    public BenchPlan First(BenchIndex bench, Instant now, CancellationToken cancel) =>
        BenchPlanner.Make(bench, now, BudgetOf(bench), cancel);

    /// <inheritdoc />
    public Bettering Better(BenchIndex bench, Instant now, BenchPlan inForce, BenchPlan? before, CancellationToken cancel) =>
        settings.PlanBudget == 0
            ? new Bettering(inForce, null)
            : BenchPlanner.Improve(bench, now, inForce, before, BudgetOf(bench), cancel);

    /// <inheritdoc />
    public IReadOnlyDictionary<Guid, Instant> Repairs(BenchIndex bench, BenchPlan plan, CancellationToken cancel) =>
        RepairContingency.Of(bench, plan, cancel);

    /// <inheritdoc />
    public LowerBound Bound(BenchPlan plan, CancellationToken cancel) => LowerBound.Of(plan.Problem, cancel);

    /// <inheritdoc />
    public SizesView Sizes(BenchIndex bench, BenchPlan plan, Instant now, CancellationToken cancel) =>
        new BatchSizes(bench, plan, now, TrialBudgetOf(bench), Guid.NewGuid, cancel).View();
}
