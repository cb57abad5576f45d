using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Routes;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>The grain of a plan: jobs in one go, film cut for placing, wet models left alone, outdoors by daylight.</summary>
public sealed class PlanGrainTests
{
    private static readonly Instant Monday = Instant.FromUtc(2026, 3, 2, 12, 0);

    private static UnitOrder Order(string name, Func<BatchTraits, BatchTraits> with, params Material[] materials) =>
        new(name, "", with(Batches.Of(materials) with { Models = 10, Transfers = 2, BaseMm = 32, Tier = Tier.Elite }), null, 1, []);

    private static PlanProblem Problem(RehearsedBench bench) => new ProblemBuilder(bench.Index, Monday, []).Problem();

    [Theory]
    [InlineData(5)]
    [InlineData(12)]
    [InlineData(20)]
    public void What_a_usual_sitting_holds_is_done_in_one_go(int models)
    {
        var bench = new RehearsedBench(Order("Pikes", t => t with { Models = models }, Material.Polystyrene));
        var problem = Problem(bench);
        var usual = problem.Sittings.Select(s => s.Length).Order().ElementAt(problem.Sittings.Count / 2);

        var cut = 0;
        foreach (var step in problem.Batches.SelectMany(b => b.Steps).Where(s => s.MinSession is null))
        {
            var minutes = step.Minutes?[^1] ?? step.Setup + step.PerModel * (step.Count ?? models);
            cut += step.MaxChunks > 1 ? 1 : 0;
            Assert.Equal(minutes <= usual || step.Mode is not null || models == 1, step.MaxChunks == 1);
            // Two pieces to spare, no more: each holds whole models.
            var inOne = Math.Max(
                1,
                Enumerable.Range(1, models).LastOrDefault(n => (step.Minutes?[n - 1] ?? step.Setup + step.PerModel * n) <= usual)
            );
            Assert.True(step.MaxChunks <= (models + inOne - 1) / inOne + 2);
        }
        Assert.True(models < 20 || cut > 0, "Something of twenty is longer than a sitting.");
    }

    [Fact]
    public void Film_is_cut_in_the_sitting_in_which_it_is_placed()
    {
        var bench = new RehearsedBench(Order("Guard", t => t, Material.Polystyrene));
        var steps = bench.State.Steps.ToDictionary(s => s.Id.ToString(), s => s.Key.Kind);

        var arc = Problem(bench)
            .Batches.SelectMany(b => b.Arcs)
            .Single(a => steps[a.From] == StepKind.CutTransfer && steps[a.To] == StepKind.PlaceTransfer);

        Assert.NotNull(arc.Max);
        Assert.InRange(arc.Max.Value, arc.Min, 360);
    }

    [Fact]
    public void Washed_castings_lie_twenty_minutes_before_they_are_handled_and_are_wiped_before_primer()
    {
        var route = (Batches.Of(Material.PuResin) with { Parts = 4 }).Job().Route();
        var (bath, wipe) = (
            route.Steps.Single(s => s.Key is { Kind: StepKind.Wash, IsAgain: false }).Key,
            route.Steps.Single(s => s.Key.IsAgain)
        );

        StepKind[] handled = [StepKind.DryFit, StepKind.Glue, StepKind.Roughen, StepKind.Base];
        var next = route.Edges.Where(e => e.From == bath && handled.Contains(e.To.Kind)).ToList();
        Assert.NotEmpty(next);
        Assert.All(next, e => Assert.True(e.MinMinutes >= Washing.TowelMinutes));
        Assert.Equal(Washing.ByCloth, wipe.Amounts.Method);
        Assert.Contains(route.Edges, e => e.From == wipe.Key && e.To.Kind == StepKind.Prime);
        Assert.Contains(route.Edges, e => e.To == wipe.Key && e.From.Kind == StepKind.Sand);
        Assert.DoesNotContain((Batches.Of(Material.Polystyrene) with { Parts = 4 }).Job().Route().Steps, s => s.Key.IsAgain);
    }

    [Fact]
    public void Where_the_evenings_are_dark_a_coat_goes_on_indoors_unless_the_house_says_otherwise()
    {
        static string? Primed(Job job) => job.Route().Steps.First(s => s.Key.Kind == StepKind.Prime).Amounts.Method;
        var job = Batches.Of(Material.Polystyrene).Job();

        Assert.Equal("spray_can", Primed(job));
        Assert.Equal("brush", Primed(job with { IsDark = true }));
        foreach (var option in new[] { "wait", "lamp" })
            Assert.Equal(
                "spray_can",
                Primed(job with { IsDark = true, House = HouseRuleChoices.Default.With(HouseRuleCatalog.DarkSprays, option) })
            );
        var booth = HouseRuleChoices.Default.With(HouseRuleCatalog.CanPlace, "booth");
        Assert.Equal("spray_can", Primed(job with { IsDark = true, House = booth }));
    }

    [Fact]
    public void Where_coats_wait_for_light_no_window_outdoors_lies_in_the_dark()
    {
        var london = DateTimeZoneProviders.Tzdb["Europe/London"];
        for (var month = 1; month <= 12; month++)
        {
            var at = Instant.FromUtc(2026, month, 3, 12, 0);
            var bench = new RehearsedBench(london, 20, Order("Pikes", t => t, Material.Polystyrene));
            bench.State = bench.State with
            {
                House = bench.State.House with { Bench = HouseRuleChoices.Default.With(HouseRuleCatalog.DarkSprays, "wait") },
            };
            var builder = new ProblemBuilder(bench.Index, at, []);
            var problem = builder.Problem();
            foreach (
                var window in problem.Windows!.Where(w => w.Key.Contains("outdoors", StringComparison.Ordinal)).SelectMany(w => w.Value)
            )
            {
                Instant Moment(int minute) => builder.Origin + Duration.FromMinutes(minute);
                var sun = SprayLight.On(london, Moment(window.Begin).InZone(london).Date)!.Value;
                Assert.True(sun.From <= Moment(window.Begin) && Moment(window.End) <= sun.To, $"{Moment(window.Begin)}");
            }
        }
    }

    [Theory]
    [InlineData("Drowned Chapel", "note: terrain", ModelSize.Terrain)]
    [InlineData("Fen Colossus", "", ModelSize.Monster)]
    [InlineData("Eel Riders", "", ModelSize.Rider)]
    [InlineData("Sluice Gun", "note: gun and four crew", ModelSize.Gun)]
    [InlineData("Peat Barge", "", ModelSize.Vehicle)]
    [InlineData("Wallace's Own", "note: steady", null)]
    public void What_a_model_is_is_read_from_its_name_and_notes(string name, string note, ModelSize? size) =>
        Assert.Equal(size, ModelSizes.Named([name, note]));

    [Fact]
    public void Walls_and_beasts_have_no_muzzles_and_walls_no_handle()
    {
        var house = HouseRuleChoices.Default.With(HouseRuleCatalog.Muzzles, "all");
        Route Of(ModelSize size) => (Batches.Of(Material.Polystyrene) with { SizeSaid = size, Tier = Tier.Leader }).Job(house).Route();
        bool Has(ModelSize size, StepKind kind) => Of(size).Steps.Any(s => s.Key.Kind == kind);

        Assert.True(Has(ModelSize.Figure, StepKind.OpenTubes));
        Assert.True(Has(ModelSize.Vehicle, StepKind.OpenTubes));
        Assert.False(Has(ModelSize.Monster, StepKind.OpenTubes));
        Assert.False(Has(ModelSize.Terrain, StepKind.OpenTubes) || Has(ModelSize.Terrain, StepKind.Handle));
    }
}
