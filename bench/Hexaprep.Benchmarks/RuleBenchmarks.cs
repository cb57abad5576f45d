using BenchmarkDotNet.Attributes;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.MayIScreen;
using Hexaprep.Testing;

namespace Hexaprep.Benchmarks;

/// <summary>The rule book: one route, one question, and a change checked for every batch of an army.</summary>
public class RuleBenchmarks
{
    private static readonly RouteChange Brushed = new(ChangeKind.Swap, StepKind.Prime, "brush", ProductClass.AcrylicWb);
    private BenchIndex _bench = null!;
    private List<Job> _jobs = null!;
    private Guid _batch;

    /// <summary>Models of the army, in units of twenty.</summary>
    [Params(20, 2000)]
    public int Models { get; set; }

    /// <summary>Lays the army out, with one bath behind it.</summary>
    [GlobalSetup]
    public void Lay()
    {
        var army = SaltfenWorld.Army(Models / 20);
        army.RunUpTo(StepKind.Prime, TurnableClock.Evening);
        _bench = army.Index;
        _jobs = [.. _bench.State.Batches.Select(_bench.State.JobOf)];
        _batch = _bench.State.Batches[0].Id;
    }

    /// <summary>The route of one batch.</summary>
    [Benchmark]
    public Route Derive() => RouteBuilder.Derive(_jobs[0], RuleBook.Trade);

    /// <summary>One question about one batch of the army, what may be done meanwhile included.</summary>
    [Benchmark]
    public MayIView MayI() => new MayIReader(_bench, TurnableClock.Evening).Of(_batch, new PermissionQuery(StepKind.Prime), null);

    /// <summary>The same change checked for every batch.</summary>
    [Benchmark]
    public int CheckArmy() => _jobs.Count(j => RouteCheck.Of(j, Brushed, RuleBook.Trade).Verdict == Strength.Taste);
}
