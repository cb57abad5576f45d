using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A unit that comes too late says by how much, of how much work, and what could be left out.</summary>
public sealed class LatenessTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 35);

    private static PromiseView Promise(LocalDate? due, bool fills = true)
    {
        var order = RehearsedBench.Order(models: 6);
        var traits = order.Traits with { Gaps = fills ? Gaps.Large : Gaps.None };
        var bench = new RehearsedBench(order with { Deadline = due, Traits = traits });
        return Assert.Single(new PlanReader(bench.Index, bench.Plan(Evening), Evening).Promises());
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(5)]
    public void It_is_late_by_the_days_after_the_one_it_is_due(int days)
    {
        var done = Promise(null).Done!.Value;
        var late = Promise(done.InUtc().Date.PlusDays(-days));
        Assert.True(late.Late);
        Assert.StartsWith(
            $"{Sentence.Counted(days, "day")} late: {Clockface.Hands(late.HandsLeft)} of work are left",
            late.LateBy,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void One_that_is_done_on_the_day_it_is_due_is_in_time()
    {
        var done = Promise(null).Done!.Value;
        var due = Promise(done.InUtc().Date);
        Assert.Equal((false, ""), (due.Late, due.LateBy));
    }

    [Fact]
    public void What_could_be_left_out_is_of_its_own_route()
    {
        var soon = Evening.InUtc().Date;
        var fill = $"\"{StepWords.For(StepKind.Fill).Title.ToLowerInvariant()}\"";
        Assert.Contains(fill, Promise(soon).LateBy, StringComparison.Ordinal);
        Assert.DoesNotContain(fill, Promise(soon, fills: false).LateBy, StringComparison.Ordinal);
    }
}
