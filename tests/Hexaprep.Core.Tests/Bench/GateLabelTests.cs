using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.GateScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A cause names the limit of the label it touches, or that none is kept.</summary>
public sealed class GateLabelTests
{
    private static (RehearsedBench Bench, BenchStep Gate, Instant At) Frosted(ProductLabel? label)
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 3));
        var at = bench.RunUpTo(StepKind.PrimerGate, TurnableClock.Evening);
        if (label is not null)
            bench.Make(AirEdits.Label(bench.Index, label, at, bench.NewId).Changes);
        var gate = bench.Step(StepKind.PrimerGate);
        bench.Do(ActKind.Start, at, a => a with { StepId = gate.Id });
        bench.Do(ActKind.Flaw, at, a => a with { StepId = gate.Id, Model = 1, Place = "head", FlawKind = FlawKind.Frosting });
        return (bench, gate, at);
    }

    private static string? Label(RehearsedBench bench, BenchStep gate, Instant at, CauseId cause) =>
        new GateReader(bench.Index, bench.Plan(at, 1), at)
            .Of(gate.Id)
            .Findings.SelectMany(f => f.Causes)
            .Where(c => c.Id == cause)
            .Select(c => c.Label)
            .First();

    [Fact]
    public void Damp_air_names_the_labels_humidity()
    {
        var primer = Product.Of(StepKind.Prime, ProductClass.AcrylicSolvent, "spray_can");
        var (bench, gate, at) = Frosted(new ProductLabel(primer, 15, 60, 2880, null, null, 10, 70));

        Assert.Contains("says: up to 70 %", Label(bench, gate, at, CauseId.DampAir), StringComparison.Ordinal);
    }

    [Fact]
    public void Without_a_label_it_says_which_limit_to_look_for()
    {
        var (bench, gate, at) = Frosted(null);

        Assert.Contains("the highest humidity stands on it", Label(bench, gate, at, CauseId.DampAir), StringComparison.Ordinal);
    }
}
