using CsCheck;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A model that a flaw holds goes on when it is mended, and not before: in the plan, at the bench, in may-I and in what is said
/// of its unit.</summary>
public sealed class RepairPlaceTests
{
    private static readonly Instant Evening = AnyBenchTests.Evening;

    // A bench worked on for a while, then a flaw of one of the look's six at a step that is before the person.
    private static (BenchIndex Bench, Flaw Flaw)? Flawed(RehearsedBench bench, List<int> draws)
    {
        var (index, at) = (bench.Index, Evening);
        foreach (var draw in draws)
        {
            at += Duration.FromMinutes(draw % 400);
            if (AnyWrite.Draw(index, draw % 8 + draw / 28 * 28, at, bench.NewId) is { } decision)
                index = index.With(decision);
        }
        var looks = index
            .State.Batches.Select(b => index.StepsOf[b.Id].FirstOrDefault(s => s.RepairId is null && index.Remaining(s).Count > 0))
            .OfType<BenchStep>()
            .ToList();
        if (looks.Count == 0)
            return null;
        var step = looks[draws[0] % looks.Count];
        var model = index.Remaining(step)[draws[^1] % index.Remaining(step).Count];
        var kind = GateFlaws.Default(step.Key.Kind)[draws[^1] % GateFlaws.Keys];
        var flaw = new Flaw(bench.NewId(), step.Id, model.Id, model.PieceId, "head", "a flaw", at, null) { Kind = kind };
        return (index.With([new Change.FlawNoted(flaw)]), flaw);
    }

    private static IEnumerable<string> Offered(BenchIndex bench, Flaw flaw) =>
        Repairs
            .Of(DiagnosisCase.Of(bench, bench.Steps[flaw.StepId].BatchId, [flaw.ModelId], flaw.NotedAt), DiagnosisCase.Seen(bench, [flaw])!)
            .Where(r => r.Steps.Count > 0 && r.Bars.Count == 0)
            .Select(r => r.Id);

    [Fact]
    public void Whatever_the_look_a_repair_stands_before_all_that_its_models_still_go_through()
    {
        int taken = 0,
            looked = 0;
        Gen.Select(AnyBenchTests.Any, Gen.Int[0, 9999].List[4, 40], Gen.Bool)
            .Holds(
                (bench, draws, together) =>
                {
                    if (Flawed(bench, draws) is not { } found)
                        return;
                    foreach (var repair in Offered(found.Bench, found.Flaw).Take(2))
                    {
                        var index = found.Bench.With(
                            RepairEdits.Taken(found.Bench, found.Flaw.Id, repair, together, found.Flaw.NotedAt).Made
                        );
                        Interlocked.Increment(ref taken);
                        Comes(index, found.Flaw, BenchPlanner.Make(index, found.Flaw.NotedAt, 4), ref looked);
                    }
                },
                iter: 60
            );
        Assert.True(taken > 30 && looked > 10, $"{taken} repairs, {looked} looked at again");
    }

    private static void Comes(BenchIndex bench, Flaw flaw, BenchPlan plan, ref int looked)
    {
        var batch = bench.Steps[flaw.StepId].BatchId;
        var own = bench.StepsOf[batch].Where(s => s.RepairId is not null && !bench.IsFinished(s)).Select(s => s.Id).ToHashSet();
        var chunks = plan.Result.Schedule.Chunks.Where(c => c.Batch == batch.ToString()).OrderBy(c => c.Start).ToList();
        var mended = chunks.Where(c => own.Contains(PlanIds.StepOf(c.Step))).Select(c => c.End).DefaultIfEmpty(int.MinValue).Max();
        if (plan.Result.Unplaced.Count > 0)
            return;
        Assert.True(own.Count > 0 && mended > int.MinValue, "the repair has no place");
        foreach (var step in bench.StepsOf[batch].Where(s => s.RepairId is null && bench.Behind(s).Any(m => m.Id == flaw.ModelId)))
        {
            var late = chunks.Where(c => PlanIds.StepOf(c.Step) == step.Id && PlanIds.MarkOf(c.Step) == PlanIds.Late).ToList();
            var share = late.Count > 0 ? late : [.. chunks.Where(c => PlanIds.StepOf(c.Step) == step.Id && PlanIds.IsToDo(c.Step))];
            Assert.NotEmpty(share);
            Assert.True(share[0].Start >= mended, $"{step.Key} of a held model at {share[0].Start}, mended {mended}");
            if (step.Id == flaw.StepId)
                Interlocked.Increment(ref looked);
        }
    }

    [Fact]
    public void At_the_bench_a_held_model_is_offered_its_repair_and_nothing_else()
    {
        var (bench, flaw) = Flawed(new RehearsedBench(RehearsedBench.Order(models: 1)), [8, 8, 8])!.Value;
        var repair = Offered(bench, flaw).First();
        bench = bench.With(RepairEdits.Taken(bench, flaw.Id, repair, false, flaw.NotedAt).Made);
        var plan = BenchPlanner.Make(bench, flaw.NotedAt, 4);
        var view = new BenchReader(bench, plan, flaw.NotedAt).View();
        var shown = (view.Step?.StepId ?? view.Offer?.StepId)!.Value;
        Assert.NotNull(bench.Steps[shown].RepairId);
        foreach (var step in bench.State.Steps.Where(s => s.RepairId is null))
            Assert.Empty(bench.Remaining(step));
    }

    [Fact]
    public void A_hero_with_a_flaw_is_not_finished_and_keeps_his_date_and_his_hours()
    {
        var rehearsed = new RehearsedBench(
            RehearsedBench.Order("Captain Orla", 1, Material.WhiteMetal) with
            {
                Traits = RehearsedBench.Order(models: 1, material: Material.WhiteMetal).Traits with { Tier = Tier.Leader },
            }
        );
        var (bench, flaw) = Flawed(rehearsed, [8, 8, 8, 8])!.Value;
        var unit = bench.State.Units[0].Id;
        Assert.NotEqual(Standing.Finished, bench.StandingOf(unit));

        var plan = BenchPlanner.Make(bench, flaw.NotedAt, 4);
        var promise = Assert.Single(new PlanReader(bench, plan, flaw.NotedAt).Promises());
        Assert.NotNull(promise.Done);
        Assert.True(promise.Done > flaw.NotedAt + Duration.FromHours(12));
        Assert.True(promise.HandsLeft > 60);
        Assert.Equal(flaw.StepId, promise.NextStep);
        Assert.NotEqual(Standing.Finished, promise.Standing);
        // What nobody did is not shown as done.
        Assert.DoesNotContain(
            SideState.Done,
            new List<SideState> { promise.Hexagon.Prime, promise.Hexagon.Paint, promise.Hexagon.Varnish, promise.Hexagon.Finish }
        );
        var view = new BenchReader(bench, plan, flaw.NotedAt).View();
        Assert.DoesNotContain("finished", view.Headline, StringComparison.Ordinal);

        // With its repair chosen, that is what comes next.
        var mends = bench.With(RepairEdits.Taken(bench, flaw.Id, Offered(bench, flaw).First(), false, flaw.NotedAt).Made);
        var then = BenchPlanner.QuickReschedule(mends, flaw.NotedAt, plan);
        var next = Assert.Single(new PlanReader(mends, then, flaw.NotedAt).Promises()).NextStep!.Value;
        Assert.NotNull(mends.Steps[next].RepairId);
    }
}
