using Hexaprep.Core.Scheduling;
using Hexaprep.Formats;

namespace Hexaprep.Core.Tests.Scheduling;

public sealed class GivenInstanceTests
{
    public static TheoryData<string> Small => [.. Files().Where(f => int.Parse(f.Split('-')[1], System.Globalization.CultureInfo.InvariantCulture) <= 10)];

    private static IEnumerable<string> Files() =>
        Directory.GetFiles(Path.Combine(AppContext.BaseDirectory, "Instances"), "*.json").Select(f => Path.GetFileNameWithoutExtension(f)!).Order(StringComparer.Ordinal);

    [Theory]
    [MemberData(nameof(Small))]
    public void A_plan_of_a_given_instance_breaks_nothing_and_claims_its_true_value(string name)
    {
        var problem = Read(name);

        var result = Planner.Solve(problem, 60);

        Assert.Empty(result.Unplaced);
        Assert.Empty(PlanChecker.Breaches(problem, result.Schedule.Chunks));
        Assert.Equal(PlanValue.Of(problem, result.Schedule.Chunks).Z, result.Schedule.Z);
    }

    [Fact]
    public void The_same_problem_and_budget_give_a_byte_equal_plan()
    {
        var problem = Read("pub-06-4x12");

        Assert.Equal(PlanFile.Write(Planner.Solve(problem, 50)), PlanFile.Write(Planner.Solve(problem, 50)));
    }

    [Theory]
    [MemberData(nameof(Small))]
    public void No_unit_finishes_before_its_bound(string name)
    {
        var problem = Read(name);
        var ends = PlanValue.Finishes(problem, Planner.Solve(problem, 60).Schedule.Chunks);

        Assert.All(NotBefore.Of(problem), bound => Assert.True(bound.Value <= ends[bound.Key], $"{bound.Key}: {bound.Value} > {ends[bound.Key]}"));
    }

    [Theory]
    [MemberData(nameof(Small))]
    public void A_binding_reason_is_broken_one_minute_earlier(string name)
    {
        var problem = Read(name);
        var chunks = Planner.Solve(problem, 10).Schedule.Chunks;
        var bindings = new Bindings(problem, chunks);

        foreach (var group in chunks.GroupBy(c => (c.Batch, c.Step)))
        {
            var first = group.MinBy(c => c.Start)!;
            var moved = chunks.Select(c => c == first ? c with { Start = c.Start - 1, End = c.End - 1 } : c).ToList();
            var breaches = PlanChecker.Breaches(problem, moved);
            foreach (var binding in bindings.Of(group.Key.Batch, group.Key.Step).Where(b => b.Binds && b.Kind != BindingKind.HeldBack))
            {
                var code = binding.Kind switch
                {
                    BindingKind.Wait => "MINLAG",
                    BindingKind.Hands => "HANDS",
                    BindingKind.Sitting => "SITTING",
                    BindingKind.SprayWindow => "SPRAYWINDOW",
                    _ => "CAPACITY",
                };
                if (binding.Kind == BindingKind.Wait && breaches.Any(b => b.StartsWith("FORBIDDEN", StringComparison.Ordinal))) continue;
                Assert.Contains(breaches, b => b.StartsWith(code, StringComparison.Ordinal));
            }
        }
    }

    private static PlanProblem Read(string name) => PlanFile.ReadProblem(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Instances", name + ".json")));
}
