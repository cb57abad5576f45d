using System.Diagnostics;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>The project's own checker: it finds what is broken on purpose, and judges as the referee of the brief does where that is
/// at hand.</summary>
public sealed class CheckerTests
{
    private static readonly string Referee = Path.GetFullPath(
        Path.Combine(AppContext.BaseDirectory, "../../../../../../shared/scheduling/referee")
    );

    public static TheoryData<string> Instances => [.. GivenInstanceTests.Names().Take(7)];

    [Theory]
    [MemberData(nameof(Instances))]
    public void Whatever_is_broken_on_purpose_is_found_by_its_code(string name)
    {
        var problem = GivenInstanceTests.Read(name);
        var plan = Planner.Solve(problem, 50).Schedule.Chunks;

        Assert.Empty(PlanChecker.Breaches(problem, plan));
        foreach (var (code, broken) in Mutations(problem, plan))
            Assert.Contains(code, PlanChecker.Codes(problem, broken));
    }

    // A small bench with all that the plan keeps beside the model, and a plan of it that breaks nothing.
    private static (PlanProblem Problem, List<PlanChunk> Plan) Kept()
    {
        PlanBatch Unit(string id) =>
            new(
                id,
                id,
                2,
                [
                    new PlanStep("cut", 0, 10, 1, 0) { Kind = "cut" },
                    new PlanStep("prime", 0, 5, 1, 30)
                    {
                        Kind = "prime",
                        Mode = "primer",
                        Window = "outdoors",
                        Wet = 20,
                    },
                    new PlanStep("sand", 0, 10, 1, 0) { Kind = "sand", Dust = true },
                    new PlanStep("paint", 5, 30, 3, 0) { Kind = "paint", MinSession = 20 },
                ],
                [new PlanArc("cut", "prime", 0), new PlanArc("prime", "sand", 0), new PlanArc("sand", "paint", 0)],
                []
            );
        var problem = new PlanProblem(
            "kept",
            10_000,
            PlanWeights.Default with
            {
                Changeover = 5,
                Interleave = 60,
                Rounds = 60,
                Stretch = 40,
            },
            [new(0, 150), new(1440, 1590), new(2880, 3030), new(4320, 4470)],
            [],
            [],
            new Dictionary<string, IReadOnlyDictionary<string, int>>(),
            [new PlanUnit("A", 1), new PlanUnit("B", 1)],
            [Unit("A"), Unit("B")]
        )
        {
            Places = 1,
            Changeover = 5,
            Windows = new Dictionary<string, IReadOnlyList<Span>> { ["outdoors"] = [new(20, 100), new(2900, 3000)] },
        };
        var plan = Planner.Solve(problem, 50);
        Assert.Empty(plan.Unplaced);
        Assert.Empty(PlanChecker.Breaches(problem, plan.Schedule.Chunks));
        return (problem, [.. plan.Schedule.Chunks]);
    }

    [Theory]
    [InlineData("DUST", "A", "sand", -15)]
    [InlineData("SPRAYWINDOW", "A", "prime", 100)]
    [InlineData("CHANGEOVER", "A", "prime", -3)]
    [InlineData("PLACES", "B", "cut", -1)]
    public void What_the_plan_keeps_beside_the_model_is_missed_when_it_is_broken(string code, string batch, string step, int by)
    {
        var (problem, plan) = Kept();
        var at = plan.FindIndex(c => (c.Batch, c.Step) == (batch, step));
        // A unit begun while the other is under way, for the places.
        var to = code == "PLACES" ? plan.Where(c => c.Batch == "A").Max(c => c.Start) : plan[at].Start + by;
        plan[at] = plan[at] with { Start = to, End = to + plan[at].End - plan[at].Start };

        Assert.Contains(code, PlanChecker.Codes(problem, plan));
    }

    [Fact]
    public void A_session_too_short_and_minutes_left_out_are_missed()
    {
        var (problem, plan) = Kept();
        var at = plan.FindIndex(c => c.Step == "paint");
        var cut = plan.ToList();
        cut[at] = plan[at] with { Minutes = 10, End = plan[at].Start + 15 };

        Assert.Superset(new HashSet<string> { "MODELS", "SESSION" }, PlanChecker.Codes(problem, cut));
    }

    [Fact]
    public void The_checker_and_the_planner_value_a_plan_alike_and_sessions_pay_their_set_up()
    {
        var (problem, plan) = Kept();
        var value = PlanChecker.Value(problem, plan);
        Assert.Equal(value, PlanValue.Of(problem, plan));

        var paint = plan.Where(c => c.Step == "paint").ToList();
        Assert.All(paint, c => Assert.Equal(c.Minutes + 5, c.End - c.Start));
        Assert.Equal(2 * 2 * 30, paint.Sum(c => c.Minutes));
    }

    [Fact]
    public void It_judges_every_plan_and_every_mutation_as_the_referee_does()
    {
        if (!Directory.Exists(Referee))
            Assert.Skip("The referee is not here: the project stands alone.");
        var folder = Directory.CreateTempSubdirectory("hexaprep-referee");
        try
        {
            foreach (var file in Directory.GetFiles(Referee, "*.cs*"))
                File.WriteAllBytes(Path.Combine(folder.FullName, Path.GetFileName(file)), File.ReadAllBytes(file));
            Run(folder.FullName, "build", "-c", "Release", "-o", "out", "-v", "quiet");
            var (arguments, expected) = (new List<string> { "out/Referee.dll", "check" }, new List<bool>());
            foreach (var name in GivenInstanceTests.Names().Take(5))
            {
                var problem = GivenInstanceTests.Read(name);
                var plan = Planner.Solve(problem, 50).Schedule.Chunks;
                foreach (var chunks in Mutations(problem, plan).Select(m => m.Chunks).Prepend(plan))
                {
                    var path = Path.Combine(folder.FullName, $"{expected.Count:D4}.json");
                    File.WriteAllText(path, PlanFile.Write(new Schedule(name, "mutated", null, chunks)));
                    arguments.AddRange([Path.Combine(AppContext.BaseDirectory, "Instances", name + ".json"), path]);
                    expected.Add(PlanChecker.Breaches(problem, chunks).Count == 0);
                }
            }
            var said = Run(folder.FullName, [.. arguments])
                .Split('\n')
                .Where(l => l.StartsWith("VALID;", StringComparison.Ordinal) || l.StartsWith("INVALID;", StringComparison.Ordinal));

            Assert.Equal(expected, said.Select(l => l.StartsWith("VALID", StringComparison.Ordinal)));
            Assert.Contains(true, expected);
            Assert.Contains(false, expected);
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    // One thing broken at a time, and the code it must be found by.
    private static IEnumerable<(string Code, List<PlanChunk> Chunks)> Mutations(PlanProblem problem, IReadOnlyList<PlanChunk> plan)
    {
        List<PlanChunk> With(int i, PlanChunk chunk) => [.. plan.Select((c, k) => k == i ? chunk : c)];
        for (var i = 0; i < plan.Count; i += 3)
        {
            var c = plan[i];
            var sitting = problem.Sittings.First(s => s.Begin <= c.Start && c.End <= s.End);
            yield return (
                plan.Count(o => (o.Batch, o.Step) == (c.Batch, c.Step)) == 1 ? "MISSING" : "MODELS",
                [.. plan.Where((_, k) => k != i)]
            );
            yield return ("HANDS", [.. plan, c]);
            yield return ("MODELS", With(i, c with { Models = c.Models + 1 }));
            yield return ("DURATION", With(i, c with { End = c.End + 1 }));
            yield return ("UNKNOWN", With(i, c with { Step = c.Step + "x" }));
            yield return ("SITTING", With(i, c with { Start = sitting.End - (c.End - c.Start) + 1, End = sitting.End + 1 }));
        }
        foreach (var (batch, arc) in problem.Batches.SelectMany(b => b.Arcs.Select(a => (b, a))))
        {
            var end = plan.Where(c => c.Batch == batch.Id && c.Step == arc.From).Max(c => c.End);
            List<PlanChunk> Follows(int gap)
            {
                var by = end + gap - plan.Where(c => c.Batch == batch.Id && c.Step == arc.To).Min(c => c.Start);
                return
                [
                    .. plan.Select(c => c.Batch == batch.Id && c.Step == arc.To ? c with { Start = c.Start + by, End = c.End + by } : c),
                ];
            }
            yield return ("MINLAG", Follows(arc.Min - 1));
            if (arc.Max is { } max)
                yield return ("MAXLAG", Follows(max + 1));
            if (arc.Forbid is { } gap)
                yield return ("FORBIDDEN", Follows(gap.End - 1));
        }
    }

    private static string Run(string folder, params string[] arguments)
    {
        var start = new ProcessStartInfo("dotnet", arguments) { WorkingDirectory = folder, RedirectStandardOutput = true };
        using var process = Process.Start(start)!;
        var said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return said;
    }
}
