using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A flaw at the primer gate, its repair priced, put in the plan, done and taken back.</summary>
public sealed class RepairEditsTests
{
    private static readonly Instant Start = Instant.FromUtc(2026, 3, 3, 19, 35);

    // Five pikes at the primer gate: two grainy, another unit beside them.
    private static (RehearsedBench Bench, BenchStep Gate, Instant At) AtTheGate(int flawed = 2)
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 5), RehearsedBench.Order("Bell Sergeants", 4));
        // Hard primer, well past the sure time.
        var at = bench.RunUpTo(StepKind.PrimerGate, Start) + Duration.FromDays(2);
        var gate = bench.Step(StepKind.PrimerGate);
        for (var model = 1; model <= flawed; model++)
            Note(bench, gate, model, at);
        return (bench, gate, at);
    }

    private static void Note(RehearsedBench bench, BenchStep gate, int model, Instant at) =>
        bench.Do(ActKind.Flaw, at, a => a with { StepId = gate.Id, Model = model, Place = "head", FlawKind = FlawKind.Grainy });

    private static WhatIfAsk Ask(RehearsedBench bench, string repair = "rub_down", bool together = false) =>
        new(WhatIfKind.Repair)
        {
            FlawId = bench.State.Flaws.First(f => f.MendedAt is null && f.RepairId is null).Id,
            Repair = repair,
            Together = together,
        };

    private static void Take(RehearsedBench bench, WhatIfAsk ask, Instant at) =>
        bench.Make(WhatIfChange.Of(bench.Index, ask, at, Guid.NewGuid).Made);

    private static List<BenchStep> StepsOf(RehearsedBench bench) =>
        [.. bench.State.Steps.Where(s => s.RepairId is not null).OrderBy(s => StepDefinition.Of(s.Key.Kind).Place)];

    [Fact]
    public void Alike_flaws_are_one_and_their_repair_is_for_their_models_alone()
    {
        var (bench, gate, at) = AtTheGate();
        Take(bench, Ask(bench), at);
        var steps = StepsOf(bench);

        Assert.Equal([StepKind.Sand, StepKind.Prime], steps.Select(s => s.Key.Kind));
        Assert.All(steps, s => Assert.Equal([1, 2], bench.Index.Remaining(s).Select(m => m.Number)));
        Assert.Equal([3, 4, 5], bench.Index.Remaining(gate).Select(m => m.Number));
        Assert.Equal("Prime again", BenchIndex.TitleOf(steps[1]));
        // The coat that is laid again is laid as it was.
        Assert.Equal(bench.Step(StepKind.Prime).Amounts.Mode, steps[1].Amounts.Mode);
    }

    [Fact]
    public void A_repair_that_is_done_mends_and_its_models_follow()
    {
        var (bench, gate, at) = AtTheGate();
        bench.Tick(gate, at, 3);
        Take(bench, Ask(bench), at);
        var steps = StepsOf(bench);
        bench.Tick(steps[0], at + Duration.FromMinutes(5), 2);
        Assert.All(bench.State.Flaws, f => Assert.Null(f.MendedAt));
        bench.Tick(steps[1], at + Duration.FromMinutes(20), 2);

        Assert.All(bench.State.Flaws, f => Assert.Equal(FlawEnd.Mended, f.End));
        Assert.Equal([1, 2], bench.Index.Remaining(gate).Select(m => m.Number));
        // Fresh primer is not looked at with the hand yet.
        Assert.NotNull(
            RouteReadiness.Of(bench.Index, gate, bench.Index.Remaining(gate), new(DateTimeZone.Utc, at + Duration.FromMinutes(21)))
        );
        bench.Do(ActKind.TakeBack, at + Duration.FromMinutes(22), a => a with { StepId = steps[1].Id });
        Assert.Equal(1, bench.State.Flaws.Count(f => f.MendedAt is null));
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void The_plan_with_a_repair_holds_by_the_tests_own_checker(bool together)
    {
        var (bench, gate, at) = AtTheGate();
        var before = bench.Plan(at);
        Take(bench, Ask(bench, together: together), at);
        var plan = BenchPlanner.QuickReschedule(bench.Index, at, before, TestContext.Current.CancellationToken);

        Assert.Empty(plan.Result.Unplaced);
        Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks, plan.Result.Unplaced.Count > 0));
        var mended = plan.Work.Where(w => StepsOf(bench).Any(s => s.Id == w.StepId)).Max(w => w.End);
        var looks = plan.Work.Where(w => w.StepId == gate.Id).ToList();
        Assert.Equal(5, looks.Sum(w => w.Models));
        // Together all wait; else nothing of the repair holds the sound ones.
        var repair = StepsOf(bench).Select(s => s.Id.ToString()).ToHashSet();
        Assert.Equal(
            together,
            plan.Problem.Batches.SelectMany(b => b.Arcs).Any(a => a.To == gate.Id.ToString() && repair.Contains(a.From))
        );
        Assert.Contains(looks, w => w.Begin >= mended);
    }

    [Fact]
    public void The_price_is_what_taking_it_gives_to_the_minute_and_taking_it_back_restores()
    {
        var (bench, _, at) = AtTheGate();
        var before = bench.Plan(at, 200);
        var priced = RepairPrice.Of(bench.Index, before, bench.State.Flaws[0].Id, "rub_down", at, 0, TestContext.Current.CancellationToken);
        Assert.Equal(3, priced.View.Detour.Count);
        Assert.True(priced.View.Detour[2].IsLook);
        Assert.True(priced.View.Hands > 0);
        Assert.Equal(2, priced.View.Units.Count);

        Take(bench, priced.View.Ask, at);
        var after = BenchPlanner.QuickReschedule(bench.Index, at, priced.Answer.Plan, TestContext.Current.CancellationToken);
        Assert.Equal(priced.Answer.Plan.Result.Schedule.Chunks, after.Result.Schedule.Chunks);

        bench.Make(RepairEdits.Back(bench.Index, bench.State.Repairs[0].Id, at).Changes);
        var back = BenchPlanner.QuickReschedule(bench.Index, at, before, TestContext.Current.CancellationToken);
        Assert.Equal(before.Result.Schedule.Chunks, back.Result.Schedule.Chunks);
        Assert.Empty(bench.State.Repairs);
        Assert.All(bench.State.Flaws, f => Assert.Null(f.RepairId));
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Models_in_repair_are_looked_at_again_after_it_though_the_gate_is_in_hand(bool together)
    {
        var (bench, gate, at) = AtTheGate();
        bench.Tick(gate, at, 1);
        Take(bench, Ask(bench, together: together), at);
        var plan = bench.Plan(at + Duration.FromMinutes(1));

        Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks, plan.Result.Unplaced.Count > 0));
        var mended = plan.Work.Where(w => StepsOf(bench).Any(s => s.Id == w.StepId)).Max(w => w.End);
        Assert.Equal(2, plan.Work.Where(w => w.StepId == gate.Id && w.Begin >= mended).Sum(w => w.Models));
    }

    [Fact]
    public void What_a_base_hid_is_open_again_when_the_base_changes()
    {
        var (bench, gate, at) = AtTheGate(0);
        foreach (var (model, place) in new[] { (1, "base"), (2, "head") })
        {
            bench.Do(ActKind.Flaw, at, a => a with { StepId = gate.Id, Model = model, Place = place, FlawKind = FlawKind.Line });
            bench.Do(ActKind.Mend, at, a => a with { FlawId = bench.State.Flaws.Last(f => f.Place == place).Id, End = FlawEnd.Hidden });
        }
        var batch = bench.Index.Batches[gate.BatchId];
        bench.Make(RosterEdits.EditBatch(bench.Index, batch.Id, batch.Version, t => t with { BaseMm = 40 }, at, Guid.NewGuid).Changes);

        Assert.Equal("base", Assert.Single(bench.Index.OpenFlaws).Place);
    }

    [Fact]
    public void What_was_hidden_is_open_again_when_a_part_is_off_and_on_that_model_alone()
    {
        var (bench, gate, at) = AtTheGate(0);
        foreach (var model in new[] { 1, 2 })
        {
            bench.Do(ActKind.Flaw, at, a => a with { StepId = gate.Id, Model = model, Place = "chest", FlawKind = FlawKind.Line });
            bench.Do(ActKind.Mend, at, a => a with { FlawId = bench.State.Flaws[^1].Id, End = FlawEnd.Hidden });
        }
        bench.Do(ActKind.Flaw, at, a => a with { StepId = gate.Id, Model = 1, Place = "left arm", FlawKind = FlawKind.Loose });
        Take(bench, Ask(bench, "pin_and_glue"), at);
        Assert.Equal("left arm", Assert.Single(bench.Index.OpenFlaws).Place);

        bench.Tick(StepsOf(bench).First(s => s.Key.Kind == StepKind.Roughen), at + Duration.FromMinutes(3), 1);

        Assert.Equal(["chest", "left arm"], bench.Index.OpenFlaws.Select(f => f.Place).Order());
        Assert.Single(bench.Index.OpenFlaws.Select(f => f.ModelId).Distinct());
    }

    [Fact]
    public void What_was_begun_or_is_barred_or_closed_is_refused()
    {
        var (bench, _, at) = AtTheGate();
        RefusedException Refused(Action what) => Assert.Throws<RefusedException>(what);

        Assert.Equal("repair", Refused(() => Take(bench, Ask(bench, "wipe_off"), at)).Refusal.Field);
        Assert.Equal("repair", Refused(() => Take(bench, Ask(bench, "leave_it"), at)).Refusal.Field);
        var ask = Ask(bench);
        Take(bench, ask, at);
        Assert.Equal("flawId", Refused(() => Take(bench, ask, at)).Refusal.Field);
        bench.Tick(StepsOf(bench)[0], at, 1);
        Assert.Equal(RefusalKind.Conflict, Refused(() => RepairEdits.Back(bench.Index, bench.State.Repairs[0].Id, at)).Refusal.Kind);
    }

    [Fact]
    public void A_route_derived_again_keeps_its_repairs()
    {
        var (bench, _, at) = AtTheGate();
        Take(bench, Ask(bench), at);
        bench.Make(HouseEdits.Chosen(bench.Index, null, null, HouseRuleCatalog.PrimerWait, "careful", TurnableClock.Evening, Guid.NewGuid));

        Assert.Equal([StepKind.Sand, StepKind.Prime], StepsOf(bench).Select(s => s.Key.Kind));
        Assert.All(StepsOf(bench), s => Assert.Null(s.NotNeeded));
        Assert.NotEmpty(bench.Index.EdgesOutOf[StepsOf(bench)[1].Id]);
    }

    // Flaw, repair, pass, mend, leave, take back: every model is through a step, still to come or held, and never twice.
    [Fact]
    public void In_any_order_every_model_is_accounted_for_and_none_twice() =>
        Gen.Select(Gen.Int[0, 6], Gen.Int[1, 5], Gen.Int[0, 3])
            .Array[1, 25]
            .Holds(
                acts =>
                {
                    var (bench, gate, at) = AtTheGate(0);
                    foreach (var (what, model, which) in acts)
                    {
                        at += Duration.FromMinutes(7);
                        try
                        {
                            Act(bench, gate, what, model, which, at);
                        }
                        catch (RefusedException)
                        {
                            // What is refused changes nothing.
                        }
                        Accounted(bench, gate);
                    }
                    var plan = bench.Plan(at, 10);
                    Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks, plan.Result.Unplaced.Count > 0));
                },
                iter: 60
            );

    private static void Act(RehearsedBench bench, BenchStep gate, int what, int model, int which, Instant at)
    {
        var open = bench.State.Flaws.Where(f => f.MendedAt is null).ToList();
        switch (what)
        {
            case 0:
                Note(bench, gate, model, at);
                break;
            case 1:
                bench.Do(ActKind.Done, at, a => a with { StepId = gate.Id, Model = model });
                break;
            case 2 when open.Exists(f => f.RepairId is null):
                Take(bench, Ask(bench, which % 2 == 0 ? "rub_down" : "strip", which > 1), at);
                break;
            case 3 when StepsOf(bench) is { Count: > 0 } steps:
                bench.Tick(steps[which % steps.Count], at);
                break;
            case 4 when open.Count > 0:
                bench.Do(ActKind.Mend, at, a =>
                    a with
                    {
                        FlawId = open[which % open.Count].Id,
                        End = (FlawEnd)(which % 3),
                        Words = "seen",
                    }
                );
                break;
            case 5 when bench.State.Repairs.Count > 0:
                bench.Make(RepairEdits.Back(bench.Index, bench.State.Repairs[which % bench.State.Repairs.Count].Id, at).Changes);
                break;
            case 6:
                bench.Do(ActKind.TakeBack, at, a => a with { StepId = gate.Id });
                break;
        }
    }

    private static void Accounted(RehearsedBench bench, BenchStep gate)
    {
        var index = bench.Index;
        foreach (var step in index.StepsOf[gate.BatchId].Where(s => s.RepairId is null))
        {
            var models = index.ModelsOf[gate.BatchId].ToList();
            var done = models.Where(m => index.IsDone(step.Id, m.Id)).Select(m => m.Id).ToHashSet();
            var left = index.Remaining(step).Select(m => m.Id).ToHashSet();
            var behind = index.Behind(step).Select(m => m.Id).ToHashSet();
            foreach (var model in models)
            {
                var places = (done.Contains(model.Id) ? 1 : 0) + (left.Contains(model.Id) ? 1 : 0) + (behind.Contains(model.Id) ? 1 : 0);
                Assert.True(
                    places == 1 || (places == 0 && index.IsHeld(model.Id)),
                    $"{step.Key}: model {model.Number} is in {places} places"
                );
            }
        }
        foreach (var repair in bench.State.Repairs)
            Assert.All(bench.State.Flaws.Where(f => f.RepairId == repair.Id), f => Assert.Contains(f.ModelId, repair.ModelIds));
    }
}
