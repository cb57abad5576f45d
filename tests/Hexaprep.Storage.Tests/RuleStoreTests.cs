using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage.Tests;

public sealed class RuleStoreTests(TestDatabases databases) : IAsyncLifetime
{
    private static readonly Instant Evening = TurnableClock.Evening;
    private readonly NpgsqlDataSource _source = Database.Open(databases.Clone());
    private WorkspaceId _workspace;

    private Written Benches => _benches ??= new(_source);
    private Written Rules => Benches;
    private Written? _benches;

    public async ValueTask InitializeAsync()
    {
        _workspace = await new WorkspaceStore(_source).CurrentAsync("UTC", Evening, default);
        await new Written(_source).SaveAsync(
            _workspace,
            Guid.NewGuid(),
            [RehearsedBench.Order("Reed Pikes"), RehearsedBench.Order("Lantern Keepers", 3, Material.PuResin)],
            [],
            Evening,
            default
        );
    }

    public ValueTask DisposeAsync() => _source.DisposeAsync();

    private async Task<BenchState> StateAsync() => (await Benches.LoadAsync(_workspace, default)).State;

    private static List<StepKind> Kinds(BenchState state, string unit) =>
        [.. state.Steps.Where(s => s.NotNeeded is null && s.BatchId == Batch(state, unit).Id).Select(s => s.Key.Kind).Distinct()];

    private static Batch Batch(BenchState state, string unit) =>
        state.Batches.Single(b => state.Units.Single(u => u.Id == b.UnitId).Name == unit);

    [Fact]
    public async Task A_house_rule_changes_every_route_it_is_about_and_a_narrower_one_wins()
    {
        await Rules.ChooseAsync(_workspace, Guid.NewGuid(), null, null, HouseRuleCatalog.Muzzles, "all", Evening, default);
        var all = await StateAsync();
        Assert.Contains(StepKind.OpenTubes, Kinds(all, "Reed Pikes"));
        Assert.Contains(StepKind.OpenTubes, Kinds(all, "Lantern Keepers"));

        var unit = Batch(all, "Reed Pikes").UnitId;
        await Rules.ChooseAsync(_workspace, Guid.NewGuid(), unit, null, HouseRuleCatalog.Muzzles, "none", Evening, default);
        var narrowed = await StateAsync();
        Assert.DoesNotContain(StepKind.OpenTubes, Kinds(narrowed, "Reed Pikes"));
        Assert.Contains(StepKind.OpenTubes, Kinds(narrowed, "Lantern Keepers"));

        await Rules.ChooseAsync(_workspace, Guid.NewGuid(), unit, null, HouseRuleCatalog.Muzzles, null, Evening, default);
        Assert.Contains(StepKind.OpenTubes, Kinds(await StateAsync(), "Reed Pikes"));
    }

    [Fact]
    public async Task Steps_keep_their_identity_when_a_rule_derives_routes_again()
    {
        var before = await StateAsync();
        await Rules.ChooseAsync(_workspace, Guid.NewGuid(), null, null, HouseRuleCatalog.PrimeBy, "brush", Evening, default);
        var after = await StateAsync();

        Assert.All(before.Steps, s => Assert.Equal(s.Id, after.Steps.Single(a => a.BatchId == s.BatchId && a.Key == s.Key).Id));
        Assert.All(after.Steps.Where(s => s.Key.Kind == StepKind.Prime), s => Assert.Equal("brush", s.Amounts.Method));
    }

    [Fact]
    public async Task A_unit_that_comes_later_is_routed_by_the_house_rules()
    {
        await Rules.ChooseAsync(_workspace, Guid.NewGuid(), null, null, HouseRuleCatalog.Attachment, "peg", Evening, default);
        await new Written(_source).SaveAsync(_workspace, Guid.NewGuid(), [RehearsedBench.Order("Bell Sergeants")], [], Evening, default);

        var state = await StateAsync();
        Assert.Equal(
            "peg",
            state.Steps.Single(s => s.BatchId == Batch(state, "Bell Sergeants").Id && s.Key.Kind == StepKind.Handle).Amounts.Method
        );
    }

    [Fact]
    public async Task The_first_visit_is_answered_once_and_repeating_it_changes_nothing()
    {
        var id = Guid.NewGuid();
        var answers = new Dictionary<HouseRule, string>
        {
            [HouseRuleCatalog.PrimeBy] = "airbrush",
            [HouseRuleCatalog.PrimerWait] = "careful",
        };
        await Rules.AnswerAsync(_workspace, id, answers, Evening, default);
        var first = await Benches.LoadAsync(_workspace, default);
        await Rules.AnswerAsync(_workspace, id, new Dictionary<HouseRule, string> { [HouseRuleCatalog.PrimeBy] = "can" }, Evening, default);
        var second = await Benches.LoadAsync(_workspace, default);

        Assert.True(first.State.HouseAsked);
        Assert.Equal(first.Revision, second.Revision);
        Assert.True(second.State.House.Bench.Follows(HouseRuleCatalog.PrimeBy, "airbrush"));
        Assert.Contains(second.State.Edges, e => e.MinMinutes == 2880);
    }

    [Fact]
    public async Task A_law_is_refused_a_practice_needs_its_consequence_accepted_and_is_recorded()
    {
        var state = await StateAsync();
        var (plastic, resin) = (Batch(state, "Reed Pikes"), Batch(state, "Lantern Keepers"));
        Task Change(Batch batch, RouteChange change, bool accepted) =>
            Rules.ChangeAsync(_workspace, Guid.NewGuid(), batch.Id, batch.Version, change, accepted, Evening, default);

        var law = await Assert.ThrowsAsync<RefusedException>(() => Change(resin, new(ChangeKind.Skip, StepKind.Wash), true));
        var unread = await Assert.ThrowsAsync<RefusedException>(() => Change(plastic, new(ChangeKind.Skip, StepKind.DryFit), false));
        Assert.Equal(("step", "accepted"), (law.Refusal.Field, unread.Refusal.Field));
        Assert.Empty((await StateAsync()).Changes);

        await Change(plastic, new(ChangeKind.Skip, StepKind.DryFit), true);
        Assert.DoesNotContain(StepKind.DryFit, Kinds(await StateAsync(), "Reed Pikes"));
        var document = await new WorkspaceStore(_source).ExportAsync(_workspace, Evening, default);
        Assert.Contains(document.RouteChanges, c =>
            c is { Step: "dry_fit", Strength: "practice" } && c.Consequence.Contains("After glue nothing moves.", StringComparison.Ordinal)
        );

        var stale = await Assert.ThrowsAsync<RefusedException>(() => Change(plastic, new(ChangeKind.Skip, StepKind.Study), true));
        Assert.Equal("version", stale.Refusal.Field);
        await Rules.RestoreAsync(_workspace, Guid.NewGuid(), plastic.Id, plastic.Version + 1, StepKind.DryFit, Evening, default);
        Assert.Contains(StepKind.DryFit, Kinds(await StateAsync(), "Reed Pikes"));
    }

    [Fact]
    public async Task A_step_in_hand_is_not_taken_away_by_a_rule()
    {
        var state = await StateAsync();
        var study = state.Steps.First(s => s.Key.Kind == StepKind.Study && s.BatchId == Batch(state, "Reed Pikes").Id);
        await Benches.ActAsync(_workspace, new Act(Guid.NewGuid(), ActKind.Start, Evening) { StepId = study.Id }, Evening, default);

        var refused = await Assert.ThrowsAsync<RefusedException>(() =>
            Rules.ChangeAsync(_workspace, Guid.NewGuid(), study.BatchId, 1, new(ChangeKind.Skip, StepKind.Study), true, Evening, default)
        );

        Assert.Contains("in hand", refused.Message, StringComparison.Ordinal);
        Assert.Contains(StepKind.Study, Kinds(await StateAsync(), "Reed Pikes"));
    }

    [Fact]
    public async Task Rules_and_changes_travel_with_the_workspace_file()
    {
        var plastic = Batch(await StateAsync(), "Reed Pikes");
        await Rules.ChooseAsync(_workspace, Guid.NewGuid(), null, null, HouseRuleCatalog.Pins, "never", Evening, default);
        await Rules.ChooseAsync(_workspace, Guid.NewGuid(), null, plastic.Id, HouseRuleCatalog.Muzzles, "all", Evening, default);
        await Rules.ChangeAsync(
            _workspace,
            Guid.NewGuid(),
            plastic.Id,
            plastic.Version,
            new(ChangeKind.Reorder, StepKind.Study, Before: StepKind.DryFit),
            true,
            Evening,
            default
        );
        var document = WorkspaceFile.Read(WorkspaceFile.Write(await new WorkspaceStore(_source).ExportAsync(_workspace, Evening, default)));

        await using var fresh = Database.Open(databases.Clone());
        var other = await new WorkspaceStore(fresh).CurrentAsync("UTC", Evening, default);
        await new WorkspaceStore(fresh).ImportAsync(other, Guid.NewGuid(), document, Evening, default);
        var there = (await new Written(fresh).LoadAsync(other, default)).State;

        Assert.True(there.House.Bench.Follows(HouseRuleCatalog.Pins, "never"));
        Assert.True(there.House.For(Batch(there, "Reed Pikes")).Follows(HouseRuleCatalog.Muzzles, "all"));
        Assert.Equal(
            new RouteChange(ChangeKind.Reorder, StepKind.Study, Before: StepKind.DryFit),
            Assert.Single(there.JobOf(Batch(there, "Reed Pikes")).Changes)
        );
        var retired = WorkspaceFile.ReadOrMend(
            WorkspaceFile.Write(document with { HouseChoices = [document.HouseChoices[0] with { Option = "often" }] })
        );
        Assert.Empty(retired.Workspace.HouseChoices);
        Assert.Contains("often", Assert.Single(retired.Told), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_unknown_part_that_is_found_out_changes_the_route_and_the_part()
    {
        await new Written(_source).SaveAsync(
            _workspace,
            Guid.NewGuid(),
            [RehearsedBench.Order("Punt Crew", 2, Material.Unknown)],
            [],
            Evening,
            default
        );
        var before = Batch(await StateAsync(), "Punt Crew");
        await new Written(_source).IdentifyAsync(
            _workspace,
            Guid.NewGuid(),
            before.Id,
            before.Version,
            Material.Polystyrene,
            Evening,
            default
        );

        var state = await StateAsync();
        Assert.Equal([Material.Polystyrene], Batch(state, "Punt Crew").Traits.Materials);
        Assert.Equal("plastic_cement", state.Steps.Single(s => s.BatchId == before.Id && s.Key.Kind == StepKind.Glue).Amounts.Method);
        Assert.DoesNotContain((await new WorkspaceStore(_source).ExportAsync(_workspace, Evening, default)).Parts, p =>
            p.Material == "unknown"
        );
        await Assert.ThrowsAsync<RefusedException>(() =>
            new Written(_source).IdentifyAsync(_workspace, Guid.NewGuid(), before.Id, before.Version + 1, Material.Pla, Evening, default)
        );
    }
}
