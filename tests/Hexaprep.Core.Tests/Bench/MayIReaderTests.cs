using Hexaprep.Bench.Acts;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.MayIScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>May-I asks with what the bench knows: the air by each spray's own method and place, and what dries.</summary>
public sealed class MayIReaderTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 35);

    private static (RehearsedBench Bench, Instant At) Primed(double outdoorsC)
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 3));
        var at = bench.RunUpTo(StepKind.Prime, Evening);
        AirReading Read(AirPlace place, double airC) =>
            new(bench.NewId(), at, place, airC, 55, place == AirPlace.Outdoors ? 1 : null, null, null, AirSource.Hand);
        bench.State = bench.State with { Readings = [Read(AirPlace.Bench, 21), Read(AirPlace.Outdoors, outdoorsC)] };
        return (bench, at);
    }

    private static MayIView Ask(RehearsedBench bench, Instant at, string? method) =>
        new MayIReader(bench.Index, at).Of(bench.State.Batches[0].Id, new PermissionQuery(StepKind.Prime) { Method = method }, null);

    [Theory]
    [InlineData("spray_can", 2, Verdict.NotYet)]
    [InlineData("spray_can", 20, Verdict.Yes)]
    // In an aired room the bench's own air counts.
    [InlineData("airbrush", 2, Verdict.Yes)]
    [InlineData("brush", 2, Verdict.Yes)]
    public void A_spray_is_judged_by_the_air_of_its_own_place(string method, double outdoorsC, Verdict verdict)
    {
        var (bench, at) = Primed(outdoorsC);

        Assert.Equal(verdict, Ask(bench, at, method).Answer);
    }

    [Fact]
    public void What_a_coat_may_be_can_be_asked_and_other_work_has_no_product()
    {
        var (bench, at) = Primed(20);
        var steps = new MayIReader(bench.Index, at).Askable()[0].Steps;
        Assert.Equal(ProductClasses.Coatings, steps.First(s => s.Step == StepKind.Shade).Products.Select(p => p.Id));
        Assert.Empty(steps.First(s => s.Step == StepKind.Sand).Products);
    }

    [Fact]
    public void Only_what_was_asked_of_the_step_as_it_stands_can_be_begun_from_the_answer()
    {
        var (bench, at) = Primed(20);
        var step = bench.Step(StepKind.Prime);
        Assert.Equal(step.Id, Ask(bench, at, null).CanBegin);
        Assert.Equal(step.Id, Ask(bench, at, step.Amounts.Method).CanBegin);
        var other = Ask(bench, at, "brush");
        Assert.Equal((Verdict.Yes, null), (other.Answer, other.CanBegin));
    }

    [Fact]
    public void May_I_and_the_start_agree_about_the_air()
    {
        foreach (var outdoorsC in new[] { -5.0, 2, 8, 15, 22, 34 })
        {
            var (bench, at) = Primed(outdoorsC);
            var step = bench.Step(StepKind.Prime);
            Assert.Equal(ActRules.UnfitAir(bench.Index, step, at) is null, Ask(bench, at, null).Answer == Verdict.Yes);
        }
    }

    [Fact]
    public void What_waits_beside_what_is_missing_says_till_when()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 3));
        var wash = bench.Step(StepKind.Wash);
        var at = bench.RunUpTo(StepKind.Wash, Evening);
        bench.Tick(wash, at, 3);
        var view = Ask(bench, at + Duration.FromMinutes(5), null);

        Assert.Equal(Verdict.NotYet, view.Answer);
        Assert.Null(view.Until);
        Assert.StartsWith("Something comes first, and it waits till", view.Detail, StringComparison.Ordinal);
        Assert.Contains(view.Reasons, r => r.UntilText.StartsWith("till ", StringComparison.Ordinal));
    }
}
