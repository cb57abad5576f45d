using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.CoatsScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class StepPaysTests
{
    private static readonly Instant Evening = TurnableClock.Evening;

    // Two units through the primer gate, with so many flaws; the first was cleaned for twice as long.
    private static RehearsedBench Looked(int models, int flawsOfOne, int flawsOfOther)
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", models), RehearsedBench.Order("Bell Sergeants", models));
        var at = Evening;
        foreach (var (unit, flaws, minutes) in new[] { ("Reed Pikes", flawsOfOne, 80), ("Bell Sergeants", flawsOfOther, 40) })
        {
            var (cut, gate) = (bench.Step(StepKind.Study, unit), bench.Step(StepKind.PrimerGate, unit));
            bench.Do(ActKind.Start, at, a => a with { StepId = cut.Id });
            at += Duration.FromMinutes(minutes);
            bench.Tick(cut, at, models);
            for (var model = 1; model <= flaws; model++)
                bench.Do(ActKind.Flaw, at, a => a with { StepId = gate.Id, Model = model, Place = "head", FlawKind = FlawKind.Line });
            var through = bench.Index.ModelsOf[gate.BatchId].Where(m => m.Number > flaws);
            bench.Make([.. through.Select(m => new Change.Ticked(new Tick(gate.Id, m.Id, m.PieceId, Guid.NewGuid(), at)))]);
            at += Duration.FromMinutes(10);
        }
        return bench;
    }

    private static StepPaysView Of(RehearsedBench bench) => StepPays.Of(bench.Index, bench.State.Units[0].Id, bench.State.Units[1].Id);

    [Theory]
    [InlineData(3, 0, 1, "Too few")]
    [InlineData(12, 0, 9, "fewer flaws, for 4 min a model more")]
    [InlineData(8, 2, 2, "No sign")]
    public void It_says_what_two_units_prove_and_no_more(int models, int one, int other, string says)
    {
        var view = Of(Looked(models, one, other));

        Assert.Contains(says, view.Words, StringComparison.Ordinal);
        Assert.Equal((models, one, models, other), (view.One.Looked, view.One.Flawed, view.Other.Looked, view.Other.Flawed));
        Assert.True(view.One.MinutesEach > view.Other.MinutesEach);
    }

    [Fact]
    public void Whichever_is_named_first_the_answer_is_the_same()
    {
        var bench = Looked(12, 0, 9);
        Assert.Equal(Of(bench).Words, StepPays.Of(bench.Index, bench.State.Units[1].Id, bench.State.Units[0].Id).Words);
    }

    [Fact]
    public void The_same_unit_twice_and_one_that_is_not_there_are_refused()
    {
        var bench = Looked(3, 0, 1);
        var unit = bench.State.Units[0].Id;
        Assert.Equal("other", Assert.Throws<RefusedException>(() => StepPays.Of(bench.Index, unit, unit)).Refusal.Field);
        Assert.Equal("one", Assert.Throws<RefusedException>(() => StepPays.Of(bench.Index, Guid.NewGuid(), unit)).Refusal.Field);
    }
}
