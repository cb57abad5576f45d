using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;

namespace Hexaprep.Core.Tests.Scheduling;

public sealed class PlanFileTests
{
    private static JsonNode Problem() =>
        JsonNode.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "Instances", "pub-01-2x6.json")))!;

    [Theory]
    [InlineData("$.units[0].weight", "0", "$.units[0].weight")]
    [InlineData("$.batches[0].unit", "\"nobody\"", "$.batches[0].unit")]
    [InlineData("$.batches[1].count", "0", "$.batches[1].count")]
    [InlineData("$.batches[0].steps[1].perModel", "0", "$.batches[0].steps[1].perModel")]
    [InlineData("$.batches[0].steps[1].wait", "-1", "$.batches[0].steps[1].wait")]
    [InlineData("$.batches[0].arcs[0].to", "\"nowhere\"", "$.batches[0].arcs[0].to")]
    [InlineData("$.batches[0].arcs[0].max", "-5", "$.batches[0].arcs[0].max")]
    [InlineData("$.batches[0].holds[0].resource", "\"shelf\"", "$.batches[0].holds[0].resource")]
    [InlineData("$.batches[0].holds[0].from.edge", "\"middle\"", "$.batches[0].holds[0].from.edge")]
    [InlineData("$.sittings[1]", "[10, 20]", "$.sittings[1][0]")]
    [InlineData("$.resources[0].capacity", "-1", "$.resources[0].capacity")]
    [InlineData("$.batches[0].steps[0].attention", "\"asleep\"", "$.batches[0].steps[0].attention")]
    public void A_number_or_name_that_cannot_be_meant_is_refused_by_its_path(string path, string value, string field)
    {
        var problem = Problem();
        Set(problem, path, JsonNode.Parse(value)!);

        Assert.Equal(field, Assert.Throws<RefusedException>(() => PlanFile.ReadProblem(problem.ToJsonString())).Refusal.Field);
    }

    [Fact]
    public void Arcs_that_run_in_a_circle_are_refused()
    {
        var problem = Problem();
        var arcs = problem["batches"]![0]!["arcs"]!.AsArray();
        arcs.Add(
            new JsonObject
            {
                ["from"] = arcs[0]!["to"]!.ToString(),
                ["to"] = arcs[0]!["from"]!.ToString(),
                ["min"] = 0,
            }
        );

        Assert.Contains(
            "circle",
            Assert.Throws<RefusedException>(() => Planner.Solve(PlanFile.ReadProblem(problem.ToJsonString()), 1)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_solved_plan_carries_its_bound_and_a_reason_for_every_step()
    {
        var problem = GivenInstanceTests.Read("pub-03-3x8");
        var solved = SolvedPlan.Of(problem, 50, Conditions.Solve(problem, 50, (p, _, budget) => Planner.Solve(p, budget)));

        Assert.True(solved.Bound <= solved.Z);
        Assert.Equal(problem.Batches.Sum(b => b.Steps.Count), solved.Reasons.Count);
        Assert.All(solved.Reasons, r =>
            Assert.All(r.Holds, h => Assert.True(h.Kind == "held_back" ? h is { Code: null, Buys: >= 0 } : h.Code is not null))
        );
        Assert.All(solved.Units, u => Assert.True(u.NotBefore <= u.Ready));
        Assert.Equal(solved.Z, PlanFile.ReadSchedule(PlanFile.Write(solved)).Z);
    }

    private static void Set(JsonNode root, string path, JsonNode value)
    {
        var keys = path[2..].Replace("[", ".[", StringComparison.Ordinal).Split('.');
        var at = root;
        foreach (var key in keys[..^1])
            at = key[0] == '[' ? at[int.Parse(key[1..^1], System.Globalization.CultureInfo.InvariantCulture)]! : at[key]!;
        if (keys[^1][0] == '[')
            at[int.Parse(keys[^1][1..^1], System.Globalization.CultureInfo.InvariantCulture)] = value;
        else
            at[keys[^1]] = value;
    }
}
