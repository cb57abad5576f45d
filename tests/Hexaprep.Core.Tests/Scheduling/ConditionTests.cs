using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Exact;
using Hexaprep.Formats;
using Hexaprep.Scheduling.Bounds;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;

namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>Steps that are needed only where what follows comes late: the wipe of metal whose bath lies days back.</summary>
public sealed class ConditionTests
{
    private const int Budget = 600;
    private const int TwoDays = 2880;

    private static PlanResult Plan(PlanProblem problem, IReadOnlyList<PlanChunk>? older, int budget) =>
        ExactImprover.Finish(problem, older is null ? Planner.Solve(problem, budget) : Planner.Better(problem, older, budget), budget);

    // Two batches of metal: washed, wiped if need be, primed on an evening with dry air. The second is big.
    private static PlanProblem Metal(int longerThan, params Span[] air)
    {
        PlanBatch Batch(string id, int count) =>
            new(
                id,
                "U",
                count,
                [
                    new PlanStep("wash", 5, 2, 1, 60),
                    new PlanStep("wipe", 3, 1, 1, 10) { OnlyIf = new PlanCondition("wash", longerThan) },
                    new PlanStep("prime", 5, 1, 1, 30) { Mode = "primer" },
                ],
                [new PlanArc("wash", "wipe", 60), new PlanArc("wipe", "prime", 10) { Max = 120 }],
                []
            );
        return new PlanProblem(
            "metal",
            20 * 1440,
            PlanWeights.Default,
            [.. Enumerable.Range(0, 20).Select(d => new Span(d * 1440 + 1140, d * 1440 + 1320))],
            air,
            [],
            new Dictionary<string, IReadOnlyDictionary<string, int>>(),
            [new PlanUnit("U", 1)],
            [Batch("A", 5), Batch("B", 40)]
        );
    }

    [Fact]
    public void It_stands_where_what_follows_is_late_and_nowhere_else()
    {
        // Dry air the first evening and again ten days on: the big batch is still drying on the first.
        var air = new[] { new Span(1140, 1320), new Span(10 * 1440 + 1140, 10 * 1440 + 1320) };
        var problem = Metal(TwoDays, air);
        var decided = Conditions.Solve(problem, Budget, Plan);

        Assert.Empty(PlanChecker.Breaches(problem, decided.Plan.Schedule.Chunks));
        Assert.DoesNotContain(decided.Plan.Schedule.Chunks, c => c is { Batch: "A", Step: "wipe" });
        Assert.Equal(decided.Plan.Schedule.Z, PlanChecker.Value(problem, decided.Plan.Schedule.Chunks));

        // Were every bath good for an hour only, both are wiped.
        var strict = Metal(30, air);
        var wiped = Conditions.Solve(strict, Budget, Plan).Plan.Schedule.Chunks;
        Assert.Empty(PlanChecker.Breaches(strict, wiped));
        Assert.Equal(2, wiped.Count(c => c.Step == "wipe"));
    }

    [Fact]
    public void A_plan_that_wipes_what_is_fresh_or_primes_what_is_stale_is_refused()
    {
        var problem = Metal(TwoDays, new Span(1140, 1320), new Span(4 * 1440 + 1140, 4 * 1440 + 1320)) with
        {
            Units = [new PlanUnit("U", 1)],
        };
        problem = problem with { Batches = [problem.Batches[0]] };
        PlanChunk[] fresh = [new("A", "wash", 1140, 1155, 5), new("A", "prime", 1220, 1230, 5)];
        Assert.Empty(PlanChecker.Breaches(problem, fresh));
        Assert.Equal(["ONLYIF"], PlanChecker.Codes(problem, [fresh[0], new("A", "wipe", 1215, 1223, 5), new("A", "prime", 1240, 1250, 5)]));
        const int Late = 4 * 1440 + 1200;
        Assert.Equal(["ONLYIF"], PlanChecker.Codes(problem, [fresh[0], new("A", "prime", Late, Late + 10, 5)]));
        Assert.Equal(["MINLAG"], PlanChecker.Codes(problem, [fresh[0], new("A", "prime", 1160, 1170, 5)]));
        Assert.Empty(
            PlanChecker.Breaches(problem, [fresh[0], new("A", "wipe", Late - 20, Late - 12, 5), new("A", "prime", Late, Late + 10, 5)])
        );
    }

    [Fact]
    public void Over_generated_problems_it_is_as_good_as_every_choice_tried()
    {
        var over = new List<double>();
        for (var seed = 0; seed < 60; seed++)
        {
            var problem = Generated(seed);
            if (problem.Batches.Sum(b => b.Steps.Count(s => s.OnlyIf is not null)) is 0 or > 4)
                continue;
            var decided = Conditions.Solve(problem, Budget, Plan);
            if (decided.Plan.Unplaced.Count > 0)
                continue;
            Assert.Empty(PlanChecker.Breaches(problem, decided.Plan.Schedule.Chunks));
            Reasons.AreTrue(decided.Problem, decided.Plan.Schedule.Chunks);
            Assert.True(LowerBound.Of(Conditions.Relaxed(problem)).Value <= decided.Plan.Schedule.Z);
            over.Add((double)decided.Plan.Schedule.Z!.Value / Best(problem) - 1);
        }
        Assert.True(over.Count >= 20, $"{over.Count} problems have conditions.");
        Assert.True(over.Average() <= 0.005, $"{over.Average():P2} in the mean");
        Assert.True(over.Max() <= 0.06, $"{over.Max():P2} in the worst");
    }

    // Every choice of what stands, each planned alone: what is left out by hand must be in time.
    private static long Best(PlanProblem problem)
    {
        var open = problem.Batches.SelectMany(b => b.Steps.Where(s => s.OnlyIf is not null).Select(s => (b.Id, s.Id))).ToList();
        var best = long.MaxValue;
        for (var choice = 0; choice < 1 << open.Count; choice++)
        {
            HashSet<(string, string)> left = [.. open.Where((_, i) => (choice >> i & 1) == 1)];
            var plan = Plan(ByHand(problem, left), null, Budget / (open.Count + 2));
            if (plan.Unplaced.Count == 0)
                best = Math.Min(best, plan.Schedule.Z!.Value);
        }
        return best;
    }

    // Conditional steps of these problems stand between the step before and the step after, in their own batch.
    private static PlanProblem ByHand(PlanProblem problem, HashSet<(string Batch, string Step)> left) =>
        problem with
        {
            Batches =
            [
                .. problem.Batches.Select(b =>
                {
                    var arcs = b.Arcs.ToList();
                    foreach (var s in b.Steps.Where(s => left.Contains((b.Id, s.Id))))
                    {
                        var (into, onward) = (b.Arcs.Single(a => a.To == s.Id), b.Arcs.Single(a => a.From == s.Id));
                        arcs.Remove(into);
                        arcs.Remove(onward);
                        arcs.Add(into with { To = onward.To, Max = null });
                        arcs.Add(new PlanArc(s.OnlyIf!.After, onward.To, 0) { Max = s.OnlyIf.LongerThan });
                    }
                    return b with
                    {
                        Steps = [.. b.Steps.Where(s => !left.Contains((b.Id, s.Id))).Select(s => s with { OnlyIf = null })],
                        Arcs = arcs,
                    };
                }),
            ],
        };

    private static PlanProblem Generated(int seed)
    {
        var random = new Random(seed);
        PlanBatch Batch(int number)
        {
            var steps = Enumerable
                .Range(0, 3 + random.Next(3))
                .Select(i => new PlanStep($"s{i}", 2 + random.Next(8), 1 + random.Next(6), 1 + random.Next(2), random.Next(200)))
                .ToList();
            var arcs = Enumerable
                .Range(1, steps.Count - 1)
                .Select(i => new PlanArc($"s{i - 1}", $"s{i}", random.Next(3) == 0 ? random.Next(900) : 0))
                .ToList();
            var last = steps.Count - 1;
            steps[last] = steps[last] with { Mode = "primer", MaxChunks = 1 };
            if (random.Next(3) > 0)
                steps[last - 1] = steps[last - 1] with { OnlyIf = new PlanCondition($"s{last - 2}", 200 + random.Next(4000)) };
            return new PlanBatch($"B{number}", $"U{random.Next(2)}", 2 + random.Next(12), steps, arcs, []);
        }
        var sittings = Enumerable
            .Range(0, 40)
            .Where(_ => random.Next(2) == 0)
            .Select(d => new Span(d * 1440 + 1140, d * 1440 + 1260 + random.Next(60)));
        var evenings = sittings.ToList();
        return new PlanProblem(
            "generated",
            41 * 1440,
            PlanWeights.Default,
            evenings,
            [.. evenings.Where(_ => random.Next(3) == 0)],
            [],
            new Dictionary<string, IReadOnlyDictionary<string, int>>(),
            [new PlanUnit("U0", 1 + random.Next(3)), new PlanUnit("U1", 1) { Deadline = 10 * 1440 }],
            [.. Enumerable.Range(0, 2 + random.Next(2)).Select(Batch)]
        )
        {
            Seed = seed,
        };
    }

    [Theory]
    [InlineData("nowhere", 10, "$.batches[0].steps[1].onlyIf.after")]
    [InlineData("wipe", 10, "$.batches[0].steps[1].onlyIf.after")]
    [InlineData("wash", -1, "$.batches[0].steps[1].onlyIf.longerThan")]
    public void A_condition_that_cannot_be_meant_is_refused_by_its_path(string after, int longerThan, string field)
    {
        var problem = Metal(TwoDays, new Span(1140, 1320));
        var batch = problem.Batches[0];
        var step = batch.Steps[1] with { OnlyIf = new PlanCondition(after, longerThan) };
        var json = PlanFile.Write(problem with { Batches = [batch with { Steps = [batch.Steps[0], step, batch.Steps[2]] }] });
        Assert.Equal(field, Assert.Throws<RefusedException>(() => PlanFile.ReadProblem(json)).Refusal.Field);
    }

    [Fact]
    public void A_condition_before_a_condition_is_refused()
    {
        var problem = Metal(TwoDays, new Span(1140, 1320));
        var batch = problem.Batches[0];
        var prime = batch.Steps[2] with { OnlyIf = new PlanCondition("wash", 10) };
        var json = PlanFile.Write(problem with { Batches = [batch with { Steps = [batch.Steps[0], batch.Steps[1], prime] }] });
        Assert.Equal("$.batches[0].steps[1].onlyIf", Assert.Throws<RefusedException>(() => PlanFile.ReadProblem(json)).Refusal.Field);
    }

    [Fact]
    public void It_comes_through_the_file_as_it_is()
    {
        var problem = PlanFile.ReadProblem(PlanFile.Write(Metal(TwoDays, new Span(1140, 1320))));
        Assert.Equal(new PlanCondition("wash", TwoDays), problem.Batches[1].Steps[1].OnlyIf);
    }
}
