using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Routes;

public sealed class RouteIssueTests
{
    private static readonly Batch Batch = new(Guid.NewGuid(), Guid.NewGuid(), "", Batches.Of(Material.Polystyrene));

    private static StoredRoute Issue(BatchTraits traits, IReadOnlyList<BenchStep> known, Func<Guid, bool> hasHistory) =>
        RouteIssue.Of(Batch with { Traits = traits }, traits.Route(), known, hasHistory, Guid.NewGuid);

    [Fact]
    public void Steps_that_are_still_needed_keep_their_identity()
    {
        var before = Issue(Batch.Traits, [], _ => false);
        var after = Issue(Batch.Traits with { Transfers = 3, PaintMinutes = 200 }, before.Steps, _ => false);

        Assert.All(before.Steps, s => Assert.Equal(s.Id, after.Steps.Single(a => a.Key == s.Key).Id));
        Assert.Contains(after.Steps, s => s.Key.Kind == StepKind.GlossBed);
        Assert.All(after.Edges, e => Assert.True(after.Steps.Any(s => s.Id == e.From) && after.Steps.Any(s => s.Id == e.To)));
    }

    [Fact]
    public void A_step_with_a_history_is_kept_as_not_needed_and_one_without_goes()
    {
        var before = Issue(Batch.Traits, [], _ => false);
        var fill = before.Steps.Single(s => s.Key.Kind == StepKind.Fill);
        var after = Issue(Batch.Traits with { Gaps = Gaps.None }, before.Steps, id => id == fill.Id);

        Assert.NotNull(after.Steps.Single(s => s.Id == fill.Id).NotNeeded);
        Assert.DoesNotContain(after.Steps, s => s.Key.Kind == StepKind.Sand);
        Assert.DoesNotContain(after.Edges, e => e.From == fill.Id || e.To == fill.Id);
    }

    [Fact]
    public void What_only_serves_a_step_that_is_done_comes_too_late()
    {
        var traits = Batches.Of(Material.PuResin);
        var before = RouteIssue.Of(Batch with { Traits = traits }, traits.Route(), [], _ => false, Guid.NewGuid);
        var glue = before.Steps.Single(s => s.Key.Kind == StepKind.Glue).Id;
        var pinned = traits.Job(HouseRuleChoices.Default.With(HouseRuleCatalog.Pins, "always")).Route();
        StoredRoute Again(bool glued) =>
            RouteIssue.Of(Batch with { Traits = traits }, pinned, before.Steps, id => id == glue, Guid.NewGuid, id => glued && id == glue);

        Assert.Contains(Again(false).Steps, s => s.Key.Kind == StepKind.Pin);
        Assert.DoesNotContain(Again(true).Steps, s => s.Key.Kind == StepKind.Pin);
        var late = Again(true);
        Assert.All(late.Edges, e => Assert.True(late.Steps.Any(s => s.Id == e.From) && late.Steps.Any(s => s.Id == e.To)));
    }

    [Fact]
    public void A_step_that_is_needed_again_takes_its_old_identity_up()
    {
        var before = Issue(Batch.Traits, [], _ => false);
        var fill = before.Steps.Single(s => s.Key.Kind == StepKind.Fill).Id;
        var without = Issue(Batch.Traits with { Gaps = Gaps.None }, before.Steps, id => id == fill);
        var again = Issue(Batch.Traits, without.Steps, id => id == fill);

        var found = again.Steps.Single(s => s.Key.Kind == StepKind.Fill);
        Assert.Equal(fill, found.Id);
        Assert.Null(found.NotNeeded);
    }
}
