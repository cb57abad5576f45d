using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>Batches that one mix ties for an hour, looks that belong to their evening, and an older plan followed step by step.</summary>
public sealed class ChainTests
{
    private const int Day = 1440;

    private static PlanProblem Evenings(int days, int minutes, IReadOnlyList<PlanUnit> units, params PlanBatch[] batches) =>
        new(
            "evenings",
            days * Day,
            PlanWeights.Default,
            [.. Enumerable.Range(0, days).Select(d => new Span(d * Day + 1140, d * Day + 1140 + minutes))],
            [],
            [],
            new Dictionary<string, IReadOnlyDictionary<string, int>>(),
            units,
            batches
        );

    // Filled from one mix; then one is painted for twelve evenings and the other for half a one.
    private static PlanProblem Mixed(int? places) =>
        Evenings(
            40,
            60,
            [new PlanUnit("long", 1), new PlanUnit("short", 1)],
            Batch("long", 12, []),
            Batch("short", 1, [new PlanArc("fill", "fill", 0) { FromBatch = "long", FinishMax = 40 }])
        ) with
        {
            Places = places,
        };

    private static PlanBatch Batch(string unit, int evenings, PlanArc[] mix) =>
        new(
            unit,
            unit,
            1,
            [
                new PlanStep("fill", 0, 10, 1, 0),
                .. Enumerable.Range(1, evenings).Select(i => new PlanStep($"paint{i}", 0, evenings == 1 ? 30 : 60, 1, 0)),
            ],
            [
                new PlanArc("fill", "paint1", 0),
                .. Enumerable.Range(2, evenings - 1).Select(i => new PlanArc($"paint{i - 1}", $"paint{i}", 0)),
                .. mix,
            ],
            []
        );

    [Theory]
    [InlineData(null)]
    [InlineData(2)]
    public void A_mix_for_two_units_does_not_make_one_wait_for_all_that_the_other_still_does(int? places)
    {
        var problem = Mixed(places);
        foreach (var budget in new[] { 1, 200 })
        {
            var plan = Planner.Solve(problem, budget);

            Assert.Empty(PlanChecker.Breaches(problem, plan.Schedule.Chunks));
            Assert.True(PlanValue.Finishes(problem, plan.Schedule.Chunks)["short"] < 2 * Day, $"{budget} decodes");
        }
    }

    [Fact]
    public void An_older_plan_is_kept_to_the_minute_though_a_mix_ties_its_units()
    {
        var problem = Mixed(2);
        var plan = Planner.Solve(problem, 200);

        Assert.Equal(plan.Schedule.Chunks, Planner.Keep(problem, plan.Schedule.Chunks).Schedule.Chunks);
    }

    // Twelve models on evenings of 118 minutes.
    private static PlanProblem Tied(PlanStep work, PlanStep then, int within) =>
        Evenings(
            30,
            118,
            [new PlanUnit("U", 1)],
            new PlanBatch("A", "U", 12, [work, then], [new PlanArc(work.Id, then.Id, 0) { Max = within }], [])
        );

    // Three models fill an evening: were it cut into threes alone, the look at them would find no room behind any.
    [Fact]
    public void Work_that_is_cut_leaves_room_for_the_look_that_belongs_to_its_last_evening()
    {
        var problem = Tied(new PlanStep("clean", 2, 38, 10, 0), new PlanStep("look", 1, 1, 3, 0), within: 240);
        var plan = Planner.Solve(problem, 1);

        Assert.Empty(plan.Unplaced);
        Assert.Empty(PlanChecker.Breaches(problem, plan.Schedule.Chunks));
        Assert.Equal(5, plan.Schedule.Chunks.Count(c => c.Step == "clean"));
    }

    // No evening has room for all of what must follow at once: its first piece follows then.
    [Fact]
    public void What_must_follow_at_once_and_is_longer_than_an_evening_begins_in_it()
    {
        var problem = Tied(new PlanStep("cut", 2, 6, 4, 0), new PlanStep("fit", 0, 10, 4, 0), within: 60);
        var plan = Planner.Solve(problem, 1);

        Assert.Empty(plan.Unplaced);
        Assert.Empty(PlanChecker.Breaches(problem, plan.Schedule.Chunks));
    }

    // Four units on full evenings, two at a time; one step more in the first: what is behind it gives way by an evening, nothing by weeks.
    [Fact]
    public void One_step_more_moves_what_stands_behind_it_by_an_evening()
    {
        PlanBatch Unit(string id, int steps) =>
            new(
                id,
                id,
                1,
                [.. Enumerable.Range(0, steps).Select(i => new PlanStep($"s{i}", 0, 60, 1, 0))],
                [.. Enumerable.Range(1, steps - 1).Select(i => new PlanArc($"s{i - 1}", $"s{i}", 0))],
                []
            );
        PlanUnit[] units = [.. "abcd".Select(c => new PlanUnit(c.ToString(), 1))];
        PlanProblem Problem(int more) =>
            Evenings(60, 60, units, [.. units.Select((u, i) => Unit(u.Id, i == 0 ? 8 + more : 8))]) with
            {
                Places = 2,
            };
        var plan = Planner.Solve(Problem(0), 100);
        var kept = Planner.Keep(Problem(1), plan.Schedule.Chunks);
        var (was, will) = (PlanValue.Finishes(Problem(0), plan.Schedule.Chunks), PlanValue.Finishes(Problem(1), kept.Schedule.Chunks));

        Assert.Empty(kept.Unplaced);
        Assert.Empty(PlanChecker.Breaches(Problem(1), kept.Schedule.Chunks));
        Assert.All(was, u => Assert.InRange(will[u.Key] - u.Value, 0, Day));
    }

    // Work of a later unit, cut into pieces that filled what the first left of each evening: it goes on doing so.
    [Fact]
    public void Work_that_filled_what_others_left_does_not_come_before_them()
    {
        PlanProblem Problem(params string[] main) =>
            Evenings(
                30,
                65,
                [new PlanUnit("main", 1), new PlanUnit("filler", 1)],
                Chain("main", main, 40),
                new PlanBatch("filler", "filler", 12, [new PlanStep("clean", 0, 20, 12, 0)], [], [])
            );
        var main = Enumerable.Range(0, 8).Select(i => $"s{i}").ToArray();
        PlanChunk[] older =
        [
            .. main.Select((s, i) => new PlanChunk("main", s, Minute(i), Minute(i) + 40, 1)),
            .. Enumerable.Range(0, 12).Select(i => new PlanChunk("filler", "clean", Minute(i) + 45, Minute(i) + 65, 1)),
        ];

        Assert.Equal(Minute(8) + 40, InTurn(Problem(["more", .. main]), older)["main"]);
    }

    // A wait of five days that must end on the fifth, and no evening then.
    private static PlanProblem Waiting()
    {
        var problem = Evenings(30, 60, [new PlanUnit("b", 1), new PlanUnit("c", 1)], Chain("c", ["c0", "c1", "c2", "c3"], 60));
        return problem with
        {
            Sittings = [.. problem.Sittings.Where(s => s.Begin != Minute(5))],
            Batches =
            [
                .. problem.Batches,
                Chain("b", ["b0", "b1", "b2"], 60) with
                {
                    Arcs = [new PlanArc("b0", "b1", 5 * Day - 120) { Max = 5 * Day }, new PlanArc("b1", "b2", 0)],
                },
            ],
        };
    }

    private static readonly PlanChunk[] BeforeWaiting =
    [
        .. new[] { ("b0", 0), ("c0", 1), ("c1", 2), ("c2", 3), ("c3", 4), ("b1", 5), ("b2", 6) }.Select(x => new PlanChunk(
            x.Item1[..1],
            x.Item1,
            Minute(x.Item2),
            Minute(x.Item2) + 60,
            1
        )),
    ];

    // What opens the wait is done a day later, and what was laid between makes room.
    [Fact]
    public void What_is_pushed_back_keeps_its_turn()
    {
        var ends = InTurn(Waiting(), BeforeWaiting);

        Assert.Equal(Minute(7) + 60, ends["b"]);
        Assert.Equal(Minute(4) + 60, ends["c"]);
    }

    [Fact]
    public void A_batch_laid_alone_behind_that_leaves_the_others_where_they_are()
    {
        var p = CompiledProblem.Of(Waiting());
        var table = new Timetable(p);
        var placer = new Placer(p, table);
        Assert.True(WarmStart.LayInTurn(p, table, placer, BeforeWaiting, stays: false));
        int Step(string id) => p.ById[(id[..1], id)];
        // With the first evening free the wait opens there, and is pushed back once more.
        foreach (var id in new[] { "b2", "b1", "b0", "c0" })
            table.Take(Step(id), table.Found);

        Assert.True(placer.Lay(p.Cluster[Step("b0")]));

        Assert.Equal(Minute(1), table.Start[Step("b0")]);
        Assert.All(new[] { "c1", "c2", "c3" }, id => Assert.True(table.Placed(Step(id)), id));
    }

    private static int Minute(int evening) => evening * Day + 1140;

    private static PlanBatch Chain(string id, string[] steps, int minutes) =>
        new(
            id,
            id,
            1,
            [.. steps.Select(s => new PlanStep(s, 0, minutes, 1, 0))],
            [.. steps.Zip(steps.Skip(1), (from, to) => new PlanArc(from, to, 0))],
            []
        );

    private static Dictionary<string, int> InTurn(PlanProblem problem, IReadOnlyList<PlanChunk> older)
    {
        var compiled = CompiledProblem.Of(problem);
        var table = new Timetable(compiled);

        Assert.True(WarmStart.LayInTurn(compiled, table, new Placer(compiled, table), older, stays: false));

        var chunks = table.Chunks();
        Assert.Empty(PlanChecker.Breaches(problem, chunks));
        return PlanValue.Finishes(problem, chunks);
    }
}
