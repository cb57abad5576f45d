using CsCheck;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Scheduling.Bounds;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using Hexaprep.Scheduling.Timetables;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>The planner's parts against slow and plain ways to the same answer.</summary>
public sealed class PartsTests
{
    [Fact]
    public void The_least_assignment_is_the_least_of_all_orders() =>
        Gen.Int[0, 50]
            .Array2D[5, 5]
            .Holds(
                cost => Assignment.Least((i, k) => cost[i, k], 5) == Orders(5).Min(o => o.Select((k, i) => (long)cost[i, k]).Sum()),
                iter: 300
            );

    [Fact]
    public void Carrying_one_from_each_source_to_rooms_of_one_costs_what_the_assignment_costs() =>
        Gen.Int[0, 50]
            .Array2D[5, 5]
            .Holds(
                cost => Transport.Least([1, 1, 1, 1, 1], [1, 1, 1, 1, 1], Rows(cost)) == Assignment.Least((i, k) => cost[i, k], 5),
                iter: 300
            );

    [Fact]
    public void Carrying_more_at_once_costs_what_carrying_each_apart_costs() =>
        Gen.Select(Gen.Int[0, 50].Array2D[2, 3], Gen.Int[1, 3].Array[2])
            .Holds(
                (cost, supply) =>
                {
                    int[] room = [2, 2, 2];
                    var total = supply.Sum();
                    // Each piece a source of its own, each place a sink of its own, the places left over free for nobody.
                    var sources = supply.SelectMany((n, i) => Enumerable.Repeat(i, n)).ToArray();
                    var sinks = room.SelectMany((n, k) => Enumerable.Repeat(k, n)).ToArray();
                    var apart = Assignment.Least((i, k) => i < total ? cost[sources[i], sinks[k]] : 0, sinks.Length);
                    Assert.Equal(apart, Transport.Least(supply, room, Rows(cost)));
                },
                iter: 300
            );

    [Fact]
    public void What_is_held_over_time_is_what_a_plain_count_says() =>
        Gen.Select(Gen.Int[0, 60], Gen.Int[1, 30], Gen.Int[1, 3])
            .Array[0, 30]
            .Holds(
                holds =>
                {
                    var profile = new ResourceProfile(6);
                    var level = new int[200];
                    foreach (var (from, length, amount) in holds)
                    {
                        profile.Add(from, from + length, amount);
                        for (var t = from; t < from + length; t++)
                            level[t] += amount;
                    }
                    for (var t = 0; t < 100; t++)
                    {
                        Assert.Equal(level[t], profile.At(t));
                        var free = Enumerable.Range(t, 90).First(s => Enumerable.Range(s, 5).All(x => level[x] + 2 <= 6));
                        Assert.Equal(free, profile.FreeFrom(t, 5, 2));
                    }
                    var over = Enumerable.Range(0, 150).LastOrDefault(t => level[t] > 6, -1);
                    Assert.Equal(
                        over < 0 ? -1 : Enumerable.Range(over, 50).First(t => level[t] != level[over]),
                        profile.LastOveruse(0, 150)
                    );
                    foreach (var (from, length, amount) in holds)
                        profile.Add(from, from + length, -amount);
                    Assert.All(Enumerable.Range(0, 100), t => Assert.Equal(0, profile.At(t)));
                },
                iter: 500
            );

    [Fact]
    public void A_change_that_is_undone_leaves_no_trace() =>
        Gen.Select(GeneratedProblems.Any, Gen.Int[0, 1000])
            .Holds(
                (problem, seed) =>
                {
                    var p = new CompiledProblem(problem);
                    var table = new Timetable(p);
                    var placer = new Placer(p, table);
                    for (var c = 0; c < p.Sequence.Length; c++)
                        placer.LayWhatFits(c);
                    for (var u = 0; u < p.Units; u++)
                        table.Value(u);
                    var (before, value) = (table.Chunks(), table.Value());
                    var attempt = new Move(p, table, placer);
                    var random = new SplitMix64((ulong)seed);
                    for (var i = 0; i < 10; i++)
                    {
                        attempt.Begin();
                        var c = random.Below(p.Sequence.Length);
                        if (p.Sequence[c].Length > 0)
                            attempt.TakeFrom(c, random.Below(p.Sequence[c].Length));
                        placer.Lay(c);
                        attempt.MendSprays();
                        attempt.Undo();
                    }
                    Assert.Equal(value, table.Value());
                    Assert.Equal(before.ToHashSet(), [.. table.Chunks()]);
                },
                iter: 300
            );

    private static long[][] Rows(int[,] cost) =>
        [
            .. Enumerable
                .Range(0, cost.GetLength(0))
                .Select(i => Enumerable.Range(0, cost.GetLength(1)).Select(k => (long)cost[i, k]).ToArray()),
        ];

    private static IEnumerable<int[]> Orders(int n) =>
        n == 0
            ?
            [
                [],
            ]
            : Orders(n - 1).SelectMany(o => Enumerable.Range(0, n).Select(at => o.Take(at).Append(n - 1).Concat(o.Skip(at)).ToArray()));

    [Theory]
    [InlineData(5)]
    [InlineData(10)]
    [InlineData(20)]
    public void What_the_search_keeps_is_worth_what_it_was_taken_for(int models)
    {
        var bench = new RehearsedBench(
            DateTimeZone.Utc,
            20,
            RehearsedBench.Order(models: models) with
            {
                Batch = "left",
            },
            RehearsedBench.Order(models: models) with
            {
                Batch = "right",
            },
            RehearsedBench.Order("Bell Sergeants")
        );
        var p = new CompiledProblem(BenchPlanner.Make(bench.Index, Instant.FromUtc(2026, 3, 12, 19, 35), 1).Problem);
        var (table, best) = (new Timetable(p), new SavedPlan(p));
        var search = new Search(p, table, 1, TestContext.Current.CancellationToken);
        search.Improve(best, 4000 - search.First(best));
        best.Load(table);
        Assert.Equal(table.Value(), best.Value);
    }
}
