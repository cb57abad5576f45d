using BenchmarkDotNet.Attributes;
using Hexaprep.Bench.State;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;

namespace Hexaprep.Benchmarks;

/// <summary>Planning and reading the demo world, and how both grow with it.</summary>
public class PlanBenchmarks
{
    private BenchIndex _bench = null!;
    private BenchPlan _plan = null!;

    /// <summary>How many times the demo world.</summary>
    [Params(1, 10, 100)]
    public int Times { get; set; }

    /// <summary>Lays the bench.</summary>
    [GlobalSetup]
    public void Lay()
    {
        _bench = SaltfenWorld.Bench(Times).Index;
        _plan = BenchPlanner.Make(_bench, TurnableClock.Evening, 1);
    }

    /// <summary>A plan from six fixed orders of urgency.</summary>
    [Benchmark]
    public BenchPlan FirstPlan() => BenchPlanner.Make(_bench, TurnableClock.Evening, 6);

    /// <summary>The bench's read model from a plan at hand.</summary>
    [Benchmark]
    public BenchView ReadBench() => new BenchReader(_bench, _plan, TurnableClock.Evening).View();
}
