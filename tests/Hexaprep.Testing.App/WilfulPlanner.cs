using Hexaprep.Bench.State;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Scheduling.Bounds;
using Hexaprep.Web.Planning;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace Hexaprep.Testing;

/// <summary>A phase of planning.</summary>
public enum Phase
{
    AtOnce,
    First,
    Better,
    Repairs,
    Bound,
    Sizes,
}

/// <summary>What a planner may do instead of planning.</summary>
public enum Will
{
    Throws,
    HangsUntilBrokenOff,
    HangsForGood,
    BreaksOff,
}

/// <summary>The real planner, but for one phase in which it does as it likes until it relents.</summary>
public sealed class WilfulPlanner : IPlanMaker
{
    private readonly TaskCompletionSource _relents = new();
    private IPlanMaker _real = null!;

    /// <summary>The phase in which it does as it likes; null for none.</summary>
    public Phase? In { get; set; }

    /// <summary>How often it did as it liked.</summary>
    public int Tried { get; private set; }

    /// <summary>What it does then.</summary>
    public Will Will { get; set; }

    /// <summary>How it betters a plan; null for as the app does.</summary>
    public Func<BenchIndex, NodaTime.Instant, BenchPlan, Bettering>? Betters { get; set; }

    /// <summary>Takes the place of the app's own planner.</summary>
    public void Plans(IServiceCollection services) =>
        services.AddSingleton<IPlanMaker>(all =>
        {
            _real = all.GetRequiredService<PlanMaker>();
            return this;
        });

    /// <summary>Plans as it should from now on; what hangs goes on.</summary>
    public void Relent()
    {
        In = null;
        _relents.TrySetResult();
    }

    /// <inheritdoc />
    public BenchPlan AtOnce(BenchIndex bench, Instant now, BenchPlan? older, CancellationToken cancel) =>
        Do(Phase.AtOnce, () => _real.AtOnce(bench, now, older, cancel), cancel);

    /// <inheritdoc />
    public BenchPlan First(BenchIndex bench, Instant now, CancellationToken cancel) =>
        Do(Phase.First, () => _real.First(bench, now, cancel), cancel);

    /// <inheritdoc />
    public Bettering Better(BenchIndex bench, Instant now, BenchPlan inForce, BenchPlan? before, CancellationToken cancel) =>
        Do(Phase.Better, () => Betters?.Invoke(bench, now, inForce) ?? _real.Better(bench, now, inForce, before, cancel), cancel);

    /// <inheritdoc />
    public IReadOnlyDictionary<Guid, Instant> Repairs(BenchIndex bench, BenchPlan plan, CancellationToken cancel) =>
        Do(Phase.Repairs, () => _real.Repairs(bench, plan, cancel), cancel);

    /// <inheritdoc />
    public LowerBound Bound(BenchPlan plan, CancellationToken cancel) => Do(Phase.Bound, () => _real.Bound(plan, cancel), cancel);

    /// <inheritdoc />
    public SizesView Sizes(BenchIndex bench, BenchPlan plan, Instant now, CancellationToken cancel) =>
        Do(Phase.Sizes, () => _real.Sizes(bench, plan, now, cancel), cancel);

    private T Do<T>(Phase phase, Func<T> real, CancellationToken cancel)
    {
        if (phase != In)
            return real();
        Tried++;
        switch (Will)
        {
            case Will.Throws:
                throw new InvalidOperationException("The planner will not.");
            case Will.BreaksOff:
                throw new OperationCanceledException();
            case Will.HangsUntilBrokenOff:
                _relents.Task.Wait(cancel);
                break;
            default:
                _relents.Task.Wait(CancellationToken.None);
                break;
        }
        return real();
    }
}
