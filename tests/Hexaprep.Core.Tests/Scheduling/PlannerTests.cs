using CsCheck;
using Hexaprep.Core.Scheduling;
using Hexaprep.Formats;

namespace Hexaprep.Core.Tests.Scheduling;

public sealed class PlannerTests
{
    [Fact]
    public void Every_plan_of_a_generated_problem_breaks_nothing_and_claims_its_true_value() => GeneratedProblems.Any.Sample(problem =>
    {
        var result = Planner.Solve(problem, 12);
        var breaches = PlanChecker.Breaches(problem, result.Schedule.Chunks, partial: result.Unplaced.Count > 0);
        Assert.Empty(breaches);
        if (result.Unplaced.Count == 0) Assert.Equal(PlanValue.Of(problem, result.Schedule.Chunks).Z, result.Schedule.Z);
        Assert.All(result.Unplaced, u => Assert.NotEmpty(u.Lacks));
    }, iter: 1500);

    [Fact]
    public void The_same_problem_gives_a_byte_equal_plan() => GeneratedProblems.Any.Sample(problem =>
        PlanFile.Write(Planner.Solve(problem, 10)) == PlanFile.Write(Planner.Solve(PlanFile.ReadProblem(PlanFile.Write(problem)), 10)), iter: 200);

    [Fact]
    public void A_larger_budget_is_never_worse() => GeneratedProblems.Any.Sample(problem =>
    {
        var (small, large) = (Planner.Solve(problem, 6), Planner.Solve(problem, 40));
        return large.Unplaced.Count < small.Unplaced.Count || (large.Unplaced.Count == small.Unplaced.Count && large.Schedule.Z <= small.Schedule.Z);
    }, iter: 200);

    [Fact]
    public void No_unit_ends_before_its_bound() => GeneratedProblems.Any.Sample(problem =>
    {
        var result = Planner.Solve(problem, 12);
        var ends = PlanValue.Finishes(problem, result.Schedule.Chunks);
        var bounds = NotBefore.Of(problem);
        return result.Unplaced.Count > 0 || problem.Units.All(u => bounds[u.Id] <= ends[u.Id]);
    }, iter: 600);

    [Fact]
    public void A_hold_that_is_said_to_bind_is_broken_one_minute_earlier() => GeneratedProblems.Any.Sample(problem =>
    {
        var chunks = Planner.Solve(problem, 8).Schedule.Chunks;
        var bindings = new Bindings(problem, chunks);
        foreach (var group in chunks.GroupBy(c => (c.Batch, c.Step)))
        {
            var binds = bindings.Of(group.Key.Batch, group.Key.Step).Where(b => b.Binds).ToList();
            Assert.NotEmpty(binds);
            var first = group.MinBy(c => c.Start)!;
            var moved = chunks.Select(c => c == first ? c with { Start = c.Start - 1, End = c.End - 1 } : c).ToList();
            var broken = PlanChecker.Breaches(problem, moved, partial: true);
            Assert.All(binds.Where(b => b.Kind != BindingKind.HeldBack), b => Assert.NotEmpty(broken));
        }
    }, iter: 400);

    [Fact]
    public void What_finds_no_place_says_what_it_lacks()
    {
        var problem = new PlanProblem("tight", 10_000, PlanWeights.Default, [new(0, 60), new(1440, 1500)], [new(0, 20)], [new PlanResource("handle", 3)],
            new Dictionary<string, IReadOnlyDictionary<string, int>>(), [new PlanUnit("U", 1)],
            [
                new PlanBatch("B", "U", 5,
                [
                    new PlanStep("long", 10, 20, 1, 0), new PlanStep("spray", 5, 5, 1, 0) { Mode = "primer" }, new PlanStep("mount", 1, 1, 1, 0),
                ], [], [new PlanHold("handle", 5, new PlanEdge("mount", "start"), new PlanEdge("mount", "end"))]),
            ]);

        var lacks = Planner.Solve(problem, 6).Unplaced.ToDictionary(u => u.Step, u => u.Lacks);

        Assert.Equal("needs 110 min in one go, the longest sitting has 60 min", lacks["long"]);
        Assert.Equal("needs 30 min fit for spraying in one sitting, the longest has 20 min", lacks["spray"]);
        Assert.Equal("needs 5 handles, the bench has 3", lacks["mount"]);
    }

    [Theory]
    [InlineData("{}", "$")]
    [InlineData("not json", "$")]
    [InlineData("""{"name":"x","horizon":"9"}""", "$.horizon")]
    public void A_broken_plan_file_is_refused_by_its_path(string json, string path)
    {
        var refused = Assert.Throws<RefusedException>(() => PlanFile.ReadProblem(json));

        Assert.Equal(path, refused.Refusal.Field);
    }
}
