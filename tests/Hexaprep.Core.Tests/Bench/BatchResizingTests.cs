using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Records;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class BatchResizingTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 35);

    private static RehearsedBench TwoGroups(int first = 5, int second = 4, int handles = 20) =>
        new(
            DateTimeZone.Utc,
            handles,
            RehearsedBench.Order(models: first) with
            {
                Batch = "left",
            },
            RehearsedBench.Order(models: second) with
            {
                Batch = "right",
            }
        );

    private static BatchResizing Both(RehearsedBench bench) => new(bench.State.Batches[0].Id, bench.State.Batches[1].Id, null);

    [Fact]
    public void Two_batches_made_one_keep_every_model_and_the_first_ones_steps()
    {
        var bench = TwoGroups();
        var ids = bench.Index.StepsOf[bench.State.Batches[0].Id].Select(s => s.Id).ToList();
        var index = bench.Index.With(Both(bench).On(bench.Index, TurnableClock.Evening, Guid.NewGuid));
        var after = index.State;

        var batch = Assert.Single(after.Batches);
        Assert.Equal((9, ""), (batch.Traits.Models, batch.Name));
        Assert.Equal(Enumerable.Range(1, 9), after.Models.Select(m => m.Number).Order());
        Assert.All(after.Models, m => Assert.Equal(batch.Id, m.BatchId));
        Assert.Equal(ids, index.StepsOf[batch.Id].Select(s => s.Id));
        Assert.All(after.Edges, e => Assert.Contains(after.Steps, s => s.Id == e.To));
    }

    [Fact]
    public void A_batch_cut_in_two_gives_two_whole_routes()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 10));
        var kinds = bench.Index.StepsOf[bench.State.Batches[0].Id].Select(s => s.Key).ToList();
        var after = bench.Index.With(
            new BatchResizing(bench.State.Batches[0].Id, null, 6).On(bench.Index, TurnableClock.Evening, Guid.NewGuid)
        );

        Assert.Equal([6, 4], after.State.Batches.Select(b => b.Traits.Models));
        Assert.Equal(["group a", "group b"], after.State.Batches.Select(b => b.Name));
        foreach (var batch in after.State.Batches)
        {
            Assert.Equal(kinds, after.StepsOf[batch.Id].Select(s => s.Key));
            Assert.Equal(Enumerable.Range(1, batch.Traits.Models), after.ModelsOf[batch.Id].Select(m => m.Number));
        }
    }

    [Fact]
    public void Cut_and_made_one_again_is_the_batch_as_it_was()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 7));
        var cut = bench.Index.With(
            new BatchResizing(bench.State.Batches[0].Id, null, 3).On(bench.Index, TurnableClock.Evening, Guid.NewGuid)
        );
        var again = cut.With(
            new BatchResizing(cut.State.Batches[0].Id, cut.State.Batches[1].Id, null).On(cut, TurnableClock.Evening, Guid.NewGuid)
        ).State;

        Assert.Equal(bench.State.Models.OrderBy(m => m.Number), again.Models.OrderBy(m => m.Number));
        Assert.Equal(bench.State.Steps.Select(s => (s.Id, s.Key, s.Position)), again.Steps.Select(s => (s.Id, s.Key, s.Position)));
    }

    [Theory]
    [InlineData("body, head", "body, head", true)]
    [InlineData("body, head", "body, head, apart", false)]
    [InlineData("body, head", null, false)]
    public void Batches_read_from_the_tables_are_alike_where_their_parts_and_passes_are(string one, string? other, bool alike)
    {
        static UnitOrder Order(string batch, string? kit)
        {
            var order = RehearsedBench.Order();
            return order with
            {
                Batch = batch,
                Traits = order
                    .Traits.WithPasses([PaintPass.Read("leather, 7 min", out _)!])
                    .WithKit(kit is null ? null : PartList.Read([kit], Material.Polystyrene, out _)) with
                {
                    Parts = 2,
                },
            };
        }
        var bench = new RehearsedBench(Order("left", one), Order("right", other));
        bench.State = bench.State with { Batches = bench.State.Batches.ConvertAll(b => BatchRow.Of(b, 1).ToBatch()) };

        Assert.Equal(alike, Both(bench).WhyNot(bench.Index) is null);
    }

    [Fact]
    public void What_has_been_begun_or_goes_another_way_is_left_alone()
    {
        var bench = TwoGroups();
        var other = new RehearsedBench(
            RehearsedBench.Order(models: 5) with
            {
                Batch = "left",
            },
            RehearsedBench.Order(models: 4).Of(t => t with { Transfers = 3 }) with
            {
                Batch = "right",
            }
        );
        Assert.Equal("withId", Both(other).WhyNot(other.Index)!.Field);
        Assert.Null(Both(bench).WhyNot(bench.Index));

        var step = bench.Index.StepsOf[bench.State.Batches[1].Id].First();
        bench.Do(ActKind.Start, Evening, a => a with { StepId = step.Id });
        var refusal = Both(bench).WhyNot(bench.Index)!;
        Assert.Equal("withId", refusal.Field);
        Assert.Contains("begun", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_batch_never_grows_over_a_hard_cap_and_the_cap_is_named()
    {
        // Handles cap no batch: it is mounted in loads.
        var bench = TwoGroups(8, 7, handles: 12);
        Assert.Null(Both(bench).WhyNot(bench.Index));

        var bored = TwoGroups();
        bored.State = bored.State with { House = bored.State.House.With(null, HouseRuleCatalog.AlikeAtMost, "5") };
        Assert.Contains("5 alike", Both(bored).WhyNot(bored.Index)!.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(10)]
    [InlineData(null)]
    public void A_cut_leaves_models_on_both_sides(int? first)
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 10));
        Assert.Equal("models", new BatchResizing(bench.State.Batches[0].Id, null, first).WhyNot(bench.Index)!.Field);
    }

    [Fact]
    public void A_merge_that_saves_set_ups_is_offered_and_its_plan_breaks_nothing()
    {
        var bench = new RehearsedBench(
            RehearsedBench.Order(models: 2) with
            {
                Batch = "left",
            },
            RehearsedBench.Order(models: 2) with
            {
                Batch = "right",
            },
            RehearsedBench.Order("Bell Sergeants")
        );
        var plan = BenchPlanner.Make(bench.Index, Evening, 200);
        var sizes = new BatchSizes(bench.Index, plan, Evening, 200, Guid.NewGuid).View();

        var offer = Assert.Single(sizes.Offers, o => o.Ask.Kind == WhatIfKind.Merge);
        Assert.True(offer.Second.Buys > 0);
        Assert.True(offer.Second.HandsSaved > 0);
        Assert.Contains("min hands-on", offer.Saving, StringComparison.Ordinal);
        Assert.StartsWith("at most", offer.Cap, StringComparison.Ordinal);
        var merged = bench.Index.With(WhatIfChange.Of(bench.Index, offer.Ask, Evening, Guid.NewGuid).Made);
        var second = BenchPlanner.Next(merged, Evening, plan, 200);
        Assert.Empty(second.Result.Unplaced);
        Assert.Empty(PlanChecker.Breaches(second.Problem, second.Result.Schedule.Chunks));
    }

    [Fact]
    public void Sizes_that_cannot_change_say_so()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 3));
        var sizes = new BatchSizes(bench.Index, BenchPlanner.Make(bench.Index, Evening, 50), Evening, 50, Guid.NewGuid).View();
        Assert.Equal((0, 0), (sizes.Weighed, sizes.Offers.Count));
        Assert.StartsWith("Nothing to regroup", sizes.Words, StringComparison.Ordinal);
    }
}
