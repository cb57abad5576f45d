using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using NodaTime;
using Npgsql;

// Long: the store is told by what it keeps, case by case.
namespace Hexaprep.Storage.Tests;

public sealed class StoreTests(TestDatabases databases) : IAsyncLifetime
{
    private static readonly Instant Evening = TurnableClock.Evening;
    private readonly string _database = databases.Clone();
    private NpgsqlDataSource _source = null!;
    private WorkspaceId _workspace;

    private Written Benches => _benches ??= new(_source);
    private Written Rosters => Benches;
    private Written? _benches;
    private WorkspaceStore Workspaces => new(_source);

    public async ValueTask InitializeAsync()
    {
        _source = Database.Open(_database);
        _workspace = await Workspaces.CurrentAsync("Europe/London", Evening, default);
    }

    public ValueTask DisposeAsync() => _source.DisposeAsync();

    [Fact]
    public async Task The_current_workspace_is_made_once_even_by_several_processes_at_once()
    {
        await using var fresh = Database.Open(databases.Clone());
        var made = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => new WorkspaceStore(fresh).CurrentAsync("UTC", Evening, default)));

        Assert.Single(made.Distinct());
    }

    [Fact]
    public async Task A_roster_comes_back_as_it_was_saved_with_its_routes()
    {
        var order = RehearsedBench
            .Order("Punt Crew", 4)
            .Of(t => t with { Materials = [Material.WhiteMetal, Material.PuResin], BaseMm = 40, Tier = Tier.Leader, Transfers = 2 }) with
        {
            Deadline = new LocalDate(2026, 4, 1),
            Weight = 5,
            Notes = ["dyke: north"],
        };
        await Rosters.SaveAsync(_workspace, Guid.NewGuid(), [order], [], Evening, default);
        var state = (await Benches.LoadAsync(_workspace, default)).State;

        var unit = Assert.Single(state.Units);
        Assert.Equal(("Punt Crew", 5, order.Deadline), (unit.Name, unit.Weight, unit.Deadline));
        Assert.Equal(["dyke: north"], unit.Notes);
        var batch = Assert.Single(state.Batches);
        var route = RouteBuilder.Derive(new Job(batch.Traits, HouseRuleChoices.Default), RuleBook.Trade);
        Assert.Equal(
            route.Steps.Select(s => (s.Key, s.Amounts, s.Reason)),
            state.Steps.OrderBy(s => s.Position).Select(s => (s.Key, s.Amounts, s.Reason))
        );
        Assert.Equal(route.Edges.Count, state.Edges.Count);
        Assert.Equal(4, state.Models.Count);
    }

    [Fact]
    public async Task A_unit_already_there_is_left_alone_unless_it_is_added_anyway()
    {
        await Rosters.SaveAsync(_workspace, Guid.NewGuid(), [RehearsedBench.Order("Reed Pikes")], [], Evening, default);

        Assert.Empty(await Rosters.SaveAsync(_workspace, Guid.NewGuid(), [RehearsedBench.Order("reed PIKES ")], [], Evening, default));
        Assert.Single(
            await Rosters.SaveAsync(
                _workspace,
                Guid.NewGuid(),
                [RehearsedBench.Order("Reed Pikes")],
                [RosterExpander.Key("Reed Pikes")],
                Evening,
                default
            )
        );
    }

    [Fact]
    public async Task Everything_sent_twice_is_done_once()
    {
        var (save, tick) = (Guid.NewGuid(), Guid.NewGuid());
        for (var i = 0; i < 2; i++)
            await Rosters.SaveAsync(_workspace, save, [RehearsedBench.Order()], [], Evening, default);
        var study = (await Benches.LoadAsync(_workspace, default)).State.Steps.First(s => s.Key.Kind == StepKind.Study);
        var act = new Act(tick, ActKind.Done, Evening) { StepId = study.Id };

        Assert.True(await Benches.ActAsync(_workspace, act, Evening, default));
        Assert.False(await Benches.ActAsync(_workspace, act, Evening, default));
        var state = (await Benches.LoadAsync(_workspace, default)).State;
        Assert.Single(state.Units);
        Assert.Single(state.Ticks);
    }

    [Fact]
    public async Task Acts_at_the_same_moment_take_turns_and_none_is_lost()
    {
        var study = await StudyAsync(10);
        await Task.WhenAll(
            Enumerable
                .Range(0, 10)
                .Select(_ =>
                    Benches.ActAsync(_workspace, new Act(Guid.NewGuid(), ActKind.Done, Evening) { StepId = study }, Evening, default)
                )
        );

        var state = (await Benches.LoadAsync(_workspace, default)).State;
        Assert.Equal(10, state.Ticks.Select(t => t.ModelId).Distinct().Count());
        Assert.Single(state.Spells);
    }

    [Fact]
    public async Task A_refused_act_leaves_nothing_behind()
    {
        await StudyAsync(2);
        var glue = (await Benches.LoadAsync(_workspace, default)).State.Steps.First(s => s.Key.Kind == StepKind.Glue);
        var before = await Workspaces.ExportAsync(_workspace, Evening, default);

        await Assert.ThrowsAsync<RefusedException>(() =>
            Benches.ActAsync(_workspace, new Act(Guid.NewGuid(), ActKind.Done, Evening) { StepId = glue.Id }, Evening, default)
        );
        Assert.Equal(WorkspaceFile.Write(before), WorkspaceFile.Write(await Workspaces.ExportAsync(_workspace, Evening, default)));
    }

    [Fact]
    public async Task Undo_is_a_new_entry_that_names_the_one_it_corrects()
    {
        var study = await StudyAsync(2);
        var tick = Guid.NewGuid();
        await Benches.ActAsync(_workspace, new Act(tick, ActKind.Done, Evening) { StepId = study }, Evening, default);
        await Benches.ActAsync(_workspace, new Act(Guid.NewGuid(), ActKind.TakeBack, Evening) { StepId = study }, Evening, default);

        var log = (await Workspaces.ExportAsync(_workspace, Evening, default)).Logbook;
        Assert.Equal(["roster", "done", "take_back"], log.Select(e => e.Kind));
        Assert.Equal(tick, log[^1].Corrects);
        Assert.Empty((await Benches.LoadAsync(_workspace, default)).State.Ticks);
    }

    [Fact]
    public async Task A_stale_edit_is_refused_and_changes_nothing()
    {
        await StudyAsync(2);
        var unit = (await Benches.LoadAsync(_workspace, default)).State.Units[0];
        await Rosters.EditUnitAsync(_workspace, Guid.NewGuid(), unit.Id, 1, new LocalDate(2026, 5, 1), 5, Evening, default);

        var stale = await Assert.ThrowsAsync<RefusedException>(() =>
            Rosters.EditUnitAsync(_workspace, Guid.NewGuid(), unit.Id, 1, null, 1, Evening, default)
        );
        Assert.Equal(("version", RefusalKind.Conflict), (stale.Refusal.Field, stale.Refusal.Kind));
        Assert.Equal(new LocalDate(2026, 5, 1), (await Benches.LoadAsync(_workspace, default)).State.Units[0].Deadline);
    }

    [Fact]
    public async Task A_batch_that_changes_keeps_the_identity_and_the_history_of_its_steps()
    {
        var study = await StudyAsync(2);
        await Benches.ActAsync(_workspace, new Act(Guid.NewGuid(), ActKind.Done, Evening) { StepId = study }, Evening, default);
        var batch = (await Benches.LoadAsync(_workspace, default)).State.Batches[0];
        await Rosters.EditBatchAsync(
            _workspace,
            Guid.NewGuid(),
            batch.Id,
            1,
            t => t with { Transfers = 3, Gaps = Gaps.None },
            Evening,
            default
        );

        var state = (await Benches.LoadAsync(_workspace, default)).State;
        Assert.Contains(state.Steps, s => s.Id == study);
        Assert.Contains(state.Steps, s => s.Key.Kind == StepKind.PlaceTransfer);
        Assert.DoesNotContain(state.Steps, s => s.Key.Kind == StepKind.Fill);
        Assert.Single(state.Ticks);
        Assert.Equal((2, 3), (state.Batches[0].Version, state.Batches[0].Traits.Transfers));
    }

    [Fact]
    public async Task A_worked_on_workspace_exported_and_imported_is_the_same_workspace()
    {
        var demo = WorkspaceFile.Read(
            await File.ReadAllTextAsync(Path.Combine(Project.Root, "demo", "saltfen-workspace.json"), TestContext.Current.CancellationToken)
        );
        await Workspaces.ImportAsync(_workspace, Guid.NewGuid(), demo, Evening, default);
        var back = await Workspaces.ExportAsync(_workspace, demo.ExportedAt, default);

        // Bringing it in is an entry of its own.
        Assert.Equal("import", back.Logbook[^1].Kind);
        Assert.Equal(WorkspaceFile.Write(demo), WorkspaceFile.Write(back with { Logbook = [.. back.Logbook.SkipLast(1)] }));
    }

    [Fact]
    public async Task An_import_onto_a_bench_with_units_is_refused_and_a_repeated_one_does_nothing()
    {
        var demo = WorkspaceFile.Read(
            await File.ReadAllTextAsync(Path.Combine(Project.Root, "demo", "saltfen-workspace.json"), TestContext.Current.CancellationToken)
        );
        var id = Guid.NewGuid();
        await Workspaces.ImportAsync(_workspace, id, demo, Evening, default);
        await Workspaces.ImportAsync(_workspace, id, demo, Evening, default);

        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            Workspaces.ImportAsync(_workspace, Guid.NewGuid(), demo, Evening, default)
        );
        Assert.Equal(RefusalKind.Conflict, refused.Refusal.Kind);
    }

    [Fact]
    public async Task What_the_database_finds_broken_is_refused_whole()
    {
        var demo = WorkspaceFile.Read(
            await File.ReadAllTextAsync(Path.Combine(Project.Root, "demo", "saltfen-workspace.json"), TestContext.Current.CancellationToken)
        );
        var broken = demo with
        {
            Coats = [.. demo.Coats.Select((c, i) => i == 0 ? c with { EndedAt = c.StartedAt - Duration.FromHours(1) } : c)],
        };

        await Assert.ThrowsAsync<RefusedException>(() => Workspaces.ImportAsync(_workspace, Guid.NewGuid(), broken, Evening, default));
        Assert.Empty((await Benches.LoadAsync(_workspace, default)).State.Units);
    }

    [Fact]
    public async Task Another_workspaces_ids_do_not_exist()
    {
        var study = await StudyAsync(2);
        var unit = (await Benches.LoadAsync(_workspace, default)).State.Units[0].Id;
        var demo = WorkspaceFile.Read(
            await File.ReadAllTextAsync(Path.Combine(Project.Root, "demo", "saltfen-workspace.json"), TestContext.Current.CancellationToken)
        );
        var other = await Workspaces.OpenDemoAsync(demo, Evening + Duration.FromMinutes(1), default);

        Assert.NotEqual(_workspace, other);
        Assert.Equal(
            RefusalKind.NotFound,
            (
                await Assert.ThrowsAsync<RefusedException>(() =>
                    Benches.ActAsync(other, new Act(Guid.NewGuid(), ActKind.Done, Evening) { StepId = study }, Evening, default)
                )
            )
                .Refusal
                .Kind
        );
        Assert.Equal(
            RefusalKind.NotFound,
            (
                await Assert.ThrowsAsync<RefusedException>(() =>
                    Rosters.EditUnitAsync(other, Guid.NewGuid(), unit, 1, null, 1, Evening, default)
                )
            )
                .Refusal
                .Kind
        );
        Assert.DoesNotContain((await Benches.LoadAsync(other, default)).State.Units, u => u.Id == unit);
        Assert.Single((await Benches.LoadAsync(_workspace, default)).State.Units);
    }

    [Fact]
    public async Task A_plan_is_kept_as_its_input_seed_budget_and_result()
    {
        await StudyAsync(3);
        var stored = await Benches.LoadAsync(_workspace, default);
        var plan = BenchPlanner.Make(stored.Bench, Evening, 8);
        var plans = new PlanStore(_source);
        var serial = await plans.SaveAsync(_workspace, stored.Revision, plan, default);
        var (back, revision, kept) = (await plans.OtherAsync(_workspace, 0, default))!;

        Assert.Equal((stored.Revision, serial), (revision, kept));
        Assert.Equal(PlanFile.Write(plan.Problem), PlanFile.Write(back.Problem));
        Assert.Equal(PlanFile.Write(plan.Result), PlanFile.Write(back.Result));
        Assert.Equal(
            PlanFile.Write(back.Result),
            PlanFile.Write(Planner.Solve(back.Problem, back.Budget, cancel: TestContext.Current.CancellationToken))
        );
        Assert.Null(back.Repairs);
        Assert.Null(await plans.OtherAsync(_workspace, serial, default));
    }

    [Fact]
    public async Task A_plan_of_an_earlier_bench_never_takes_the_place_of_a_later_one()
    {
        var plans = new PlanStore(_source);
        var unit = Guid.NewGuid();
        var none = BenchPlan.None(Evening) with { Budget = 1 };
        var plan = none with { Repairs = new Dictionary<Guid, Instant> { [unit] = Evening } };
        var serial = await plans.SaveAsync(_workspace, 7, plan, default);
        Assert.Equal(serial, await plans.SaveAsync(_workspace, 6, none, default));

        var (back, revision, _) = (await plans.OtherAsync(_workspace, 0, default))!;
        Assert.Equal((7, Evening), (revision, back.Repairs![unit]));
    }

    [Fact]
    public async Task The_planners_turn_is_one_processs_at_a_time_and_goes_with_it()
    {
        await using var other = Database.Open(_database);
        var turn = await new PlanStore(_source).TurnAsync(_workspace, default);

        Assert.NotNull(turn);
        Assert.Null(await new PlanStore(other).TurnAsync(_workspace, default));
        await turn.DisposeAsync();
        await using var next = await new PlanStore(other).TurnAsync(_workspace, default);
        Assert.NotNull(next);
    }

    [Fact]
    public async Task Sittings_are_kept_in_local_time_and_replaced_as_a_whole()
    {
        var now = SittingSettings.Of((await Benches.LoadAsync(_workspace, default)).State.Settings);
        Assert.Equal(("Europe/London", 20, 4), (now.TimeZone, now.Handles, now.Weekly.Count));
        var extra = new SittingException(
            Guid.NewGuid(),
            new LocalDate(2026, 3, 29),
            ExceptionKind.Extra,
            new LocalTime(1, 30),
            new LocalTime(3, 0)
        );
        await Benches.WriteAsync(
            _workspace,
            Guid.NewGuid(),
            bench => SittingEdits.Save(bench, now with { TimeZone = "Asia/Kathmandu", Handles = 7, Exceptions = [extra] }, Evening),
            Evening
        );

        var saved = SittingSettings.Of((await Benches.LoadAsync(_workspace, default)).State.Settings);
        Assert.Equal(("Asia/Kathmandu", 7, 2), (saved.TimeZone, saved.Handles, saved.Version));
        Assert.Equal(extra, Assert.Single(saved.Exceptions));
    }

    [Fact]
    public async Task Air_forecast_labels_coats_and_what_is_left_out_move_the_value_as_they_move_the_tables()
    {
        await StudyAsync(2);
        var primer = Product.Of(StepKind.Prime, ProductClass.AcrylicSolvent, "spray_can");
        var coat = new PastCoat(
            Guid.NewGuid(),
            "Reed Pikes",
            primer,
            1,
            Film.Normal,
            20,
            50,
            5,
            Evening - Duration.FromDays(2),
            Evening - Duration.FromDays(2),
            Readiness.Recoat,
            null,
            Evening - Duration.FromDays(2) + Duration.FromMinutes(31),
            "clean",
            false
        );
        var hours = Enumerable.Range(0, 5).Select(h => new ForecastHour(Evening + Duration.FromHours(h), 14, 60, 2, null, 0.1, 0)).ToList();
        foreach (
            var decide in new Func<BenchIndex, Decision>[]
            {
                _ =>
                    AirEdits.Read(
                        new AirReading(Guid.NewGuid(), Evening, AirPlace.Bench, 19.5, 48, null, null, null, AirSource.Hand),
                        Evening
                    ),
                _ =>
                    AirEdits.Read(
                        new AirReading(
                            Guid.NewGuid(),
                            Evening - Duration.FromHours(3),
                            AirPlace.Outdoors,
                            12,
                            70,
                            3,
                            5,
                            120,
                            AirSource.Instrument
                        ),
                        Evening
                    ),
                _ => AirEdits.Forecast("a forecast file", hours, Evening),
                bench => AirEdits.Label(bench, new ProductLabel(primer, 15, 60, 2880, null, null, 10, 85), Evening, Guid.NewGuid),
                bench => AirEdits.Label(bench, new ProductLabel(primer, 20, 60, 2880, null, null, 10, 85), Evening, Guid.NewGuid),
                bench => AirEdits.Bring(bench, [coat], Evening, Guid.NewGuid),
                bench => AirEdits.LeaveOut(bench, [coat.Id], true, Evening),
            }
        )
            await Benches.WriteAsync(_workspace, Guid.NewGuid(), decide, Evening);

        var state = (await Benches.LoadAsync(_workspace, default)).State;
        Assert.Equal(
            (2, 5, 20, true),
            (state.Readings.Count, state.Forecast.Count, Assert.Single(state.Labels).RecoatMin, Assert.Single(state.PastCoats).LeftOut)
        );
    }

    private async Task<Guid> StudyAsync(int models)
    {
        await Rosters.SaveAsync(_workspace, Guid.NewGuid(), [RehearsedBench.Order("Reed Pikes", models)], [], Evening, default);
        return (await Benches.LoadAsync(_workspace, default)).State.Steps.First(s => s.Key.Kind == StepKind.Study).Id;
    }
}
