using System.Globalization;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Exact;
using Hexaprep.Formats;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>A small plan in the base format is finished to the best there is; what the solver does not know is left alone.</summary>
public sealed class ExactImproverTests
{
    private const int Budget = 10_000;

    private static readonly string Folder = Path.Combine(Project.Root, "tests", "Hexaprep.Core.Tests", "Instances");

    private static PlanProblem Given(string name) => PlanFile.ReadProblem(File.ReadAllText(Path.Combine(Folder, name + ".json")));

    private static long Optimum(string name) =>
        File.ReadLines(Path.Combine(Folder, "optima.csv"))
            .Select(l => l.Split(','))
            .Where(f => f[1] == name && f[11] == "yes")
            .Select(f => long.Parse(f[5], CultureInfo.InvariantCulture))
            .Single();

    [Theory]
    [InlineData("pub-01-2x6")]
    [InlineData("pub-02-2x8")]
    [InlineData("pub-03-3x8")]
    [InlineData("pub-04-3x10")]
    [InlineData("pub-05-4x8")]
    public void From_a_poor_plan_it_comes_to_the_best_there_is_and_always_to_the_same(string name)
    {
        var problem = Given(name);
        var poor = Planner.Solve(problem, 1);

        var finished = ExactImprover.Finish(problem, poor, Budget);
        Assert.Equal(Optimum(name), finished.Schedule.Z);
        Assert.Empty(PlanChecker.Breaches(problem, finished.Schedule.Chunks));
        Reasons.AreTrue(problem, finished.Schedule.Chunks);
        Assert.Equal(finished.Schedule.Chunks, ExactImprover.Finish(problem, poor, Budget).Schedule.Chunks);
    }

    [Fact]
    public void A_plan_it_cannot_better_stays_as_it_is()
    {
        var problem = Given("pub-01-2x6");
        var best = ExactImprover.Finish(problem, Planner.Solve(problem, 1), Budget);

        Assert.Same(best, ExactImprover.Finish(problem, best, Budget));
        var poor = Planner.Solve(problem, 1);
        Assert.Same(poor, ExactImprover.Finish(problem, poor, 100));
    }

    // Long: one key after the other.
    [Fact]
    public void Nothing_beyond_the_base_format_is_taken()
    {
        var problem = Given("pub-01-2x6");
        PlanProblem WithStep(Func<PlanStep, PlanStep> change) =>
            problem with
            {
                Batches = [.. problem.Batches.Select(b => b with { Steps = [.. b.Steps.Select((s, i) => i == 0 ? change(s) : s)] })],
            };
        Assert.True(ExactImprover.Takes(problem));
        Assert.False(ExactImprover.Takes(Given("pub-08-8x12")));
        Assert.All(
            [
                problem with
                {
                    Places = 2,
                },
                problem with
                {
                    Changeover = 5,
                },
                problem with
                {
                    Closing = 10,
                },
                problem with
                {
                    Open = true,
                },
                problem with
                {
                    Wet = [new Span(0, 10)],
                },
                problem with
                {
                    Windows = new Dictionary<string, IReadOnlyList<Span>>(),
                },
                problem with
                {
                    Fixed = [new PlanChunk(problem.Batches[0].Id, problem.Batches[0].Steps[0].Id, 0, 1, 1)],
                },
                problem with
                {
                    Weights = problem.Weights with { Changeover = 5 },
                },
                problem with
                {
                    Weights = problem.Weights with { Interleave = 5 },
                },
                problem with
                {
                    Weights = problem.Weights with { Rounds = 5 },
                },
                WithStep(s => s with { Count = 1 }),
                WithStep(s => s with { Attention = "free" }),
                WithStep(s => s with { Trifle = true }),
                WithStep(s => s with { Dust = true }),
                WithStep(s => s with { Wet = 10 }),
                WithStep(s => s with { Kind = "glue" }),
                WithStep(s => s with { MinSession = 20 }),
                WithStep(s => s with { Minutes = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10] }),
            ],
            p => Assert.False(ExactImprover.Takes(p))
        );
        var batch = problem.Batches[0];
        Assert.False(
            ExactImprover.Takes(
                problem with
                {
                    Batches = [batch with { Arcs = [batch.Arcs[0] with { FinishMax = 100 }] }, .. problem.Batches.Skip(1)],
                }
            )
        );
    }
}
