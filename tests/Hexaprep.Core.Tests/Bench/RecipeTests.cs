using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>Mixes written down, and shown where paint must match.</summary>
public sealed class RecipeTests
{
    private static readonly Instant Start = Instant.FromUtc(2026, 3, 3, 19, 35);

    [Fact]
    public void A_mix_is_written_corrected_and_crossed_out()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        var (unit, id) = (bench.State.Units[0].Id, Guid.NewGuid());
        void Write(string? area, string? mix) => bench.Make(RecipeEdits.Write(bench.Index, unit, id, area, mix, Start).Changes);

        Write(" cloaks ", "2 green : 1 bone");
        Write("cloaks", "3 green : 1 bone");
        var recipe = Assert.Single(bench.Index.RecipesOf(unit));
        Assert.Equal(("cloaks", "3 green : 1 bone"), (recipe.Area, recipe.Mix));
        Write(null, " ");
        Assert.Empty(bench.State.Recipes);
    }

    [Theory]
    [InlineData("", "2 : 1", "area")]
    [InlineData("cloaks", "\0", "mix")]
    public void What_breaks_its_bound_names_its_field(string area, string mix, string field)
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        var refused = Assert.Throws<RefusedException>(() =>
            RecipeEdits.Write(bench.Index, bench.State.Units[0].Id, Guid.NewGuid(), area, mix, Start)
        );
        Assert.Equal(field, refused.Refusal.Field);
    }

    [Fact]
    public void What_worked_at_a_step_is_written_down_there_and_shown_at_the_next_such_step()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(), RehearsedBench.Order("Fen Wardens"));
        var (first, second) = (bench.Step(StepKind.CleanLines, "Reed Pikes"), bench.Step(StepKind.CleanLines, "Fen Wardens"));
        var ask = StepNoteView.Of(bench.Index, first)!;
        Assert.Equal((null, null), (ask.Own, ask.Before));

        bench.Make(RecipeEdits.Write(bench.Index, bench.State.Units[0].Id, Guid.NewGuid(), ask.Area, "shield and arm of 3", Start).Changes);
        Assert.Equal("shield and arm of 3", StepNoteView.Of(bench.Index, first)!.Own!.Mix);
        var next = StepNoteView.Of(bench.Index, second)!;
        Assert.Equal((null, "shield and arm of 3 (Reed Pikes)"), (next.Own, next.Before));
        Assert.Null(StepNoteView.Of(bench.Index, bench.Step(StepKind.Wash)));

        // It is no mix: nothing is painted by it.
        var at = bench.RunUpTo(StepKind.Paint, Start);
        bench.Do(ActKind.Start, at, a => a with { StepId = bench.Step(StepKind.Paint, "Reed Pikes").Id });
        Assert.Empty(bench.View(at).Step!.Recipes);
    }

    [Fact]
    public void An_airbrush_has_settings_and_a_can_has_none()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        var step = bench.Step(StepKind.Prime);
        var can = step with { Amounts = step.Amounts with { Method = "spray_can" } };
        var airbrush = step with { Amounts = step.Amounts with { Method = "airbrush" } };

        Assert.Null(StepNoteView.Of(bench.Index, can));
        Assert.Equal("Prime, airbrush", StepNoteView.Of(bench.Index, airbrush)!.Area);
    }

    [Fact]
    public void It_is_shown_while_painting_and_not_at_the_wash()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        bench.Make(RecipeEdits.Write(bench.Index, bench.State.Units[0].Id, Guid.NewGuid(), "cloaks", "2 : 1", Start).Changes);
        Assert.Empty(bench.View(Start).Step?.Recipes ?? []);

        var at = bench.RunUpTo(StepKind.Paint, Start);
        bench.Do(ActKind.Start, at, a => a with { StepId = bench.Step(StepKind.Paint).Id });
        Assert.Equal("cloaks", Assert.Single(bench.View(at).Step!.Recipes).Area);
    }
}
