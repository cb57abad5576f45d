using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>What somebody with brushes would shake their head at, once seen and put right.</summary>
public sealed class TradeSenseTests
{
    private static RouteStep? Step(Route route, StepKind kind) => route.Steps.FirstOrDefault(s => s.Key.Kind == kind);

    [Fact]
    public void A_unit_of_two_lines_alike_is_studied_once_and_looked_over_again()
    {
        var bench = new RehearsedBench(RehearsedBench.Order(models: 6), RehearsedBench.Order(models: 6));
        var studies = bench.State.Steps.Where(s => s.Key.Kind == StepKind.Study).Select(s => s.Amounts.SetupMinutes).ToList();

        Assert.Equal([7, 2], studies);
    }

    [Fact]
    public void A_building_gets_no_handle_and_a_heavy_model_no_mere_drop()
    {
        var figure = Batches.Of(Material.PuResin);

        Assert.Equal("ca_drop", Step(figure.Route(), StepKind.Handle)!.Amounts.Method);
        Assert.Equal("pin", Step((figure with { BaseMm = 100 }).Route(), StepKind.Handle)!.Amounts.Method);

        var building = (figure with { SizeSaid = ModelSize.Terrain }).Route();
        Assert.Null(Step(building, StepKind.Handle));
        Assert.Null(Step(building, StepKind.Release));
        Assert.Contains(building.LeftOut, l => l.Kind == StepKind.Handle);
        Assert.NotNull(Step(building, StepKind.Prime));
        var asked = (figure with { SizeSaid = ModelSize.Terrain }).Job(null, new RouteChange(ChangeKind.Add, StepKind.Handle)).Route();
        Assert.NotNull(Step(asked, StepKind.Handle));
        Assert.NotNull(Step(asked, StepKind.Release));
    }

    [Theory]
    [InlineData("varnish_then_putty", ProductClass.AcrylicWb, Readiness.Recoat)]
    [InlineData("putty", ProductClass.AcrylicPutty, Readiness.NextLayer)]
    public void A_seam_is_filled_and_painted_over_each_with_its_own_wait(string option, ProductClass filler, Readiness stage)
    {
        var route = Batches
            .Of(Material.Polystyrene)
            .Job(HouseRuleChoices.Default.With(HouseRuleCatalog.SeamFill, option), new RouteChange(ChangeKind.Add, StepKind.Reassemble))
            .Route();
        var seams = route.Steps.Where(s => s.Key.Kind == StepKind.SeamRepair).ToList();

        Assert.Equal([filler, ProductClass.AcrylicWb], seams.Select(s => s.Amounts.Product));
        var between = Assert.Single(route.Edges, e => e.From == seams[0].Key && e.To == seams[1].Key && e.Stage is not null);
        Assert.Equal(stage, between.Stage);
        Assert.True(between.MinMinutes > 0);
        Assert.Equal(["Fill the seam", "Repaint the seam"], seams.Select(s => StepWords.TitleOf(s.Key.Kind, s.Key.Occurrence, s.Of)));
    }

    [Fact]
    public void Who_waits_a_week_before_paint_is_planned_so()
    {
        var week = Batches.Of(Material.Polystyrene).Job(HouseRuleChoices.Default.With(HouseRuleCatalog.PrimerWait, "week")).Route();

        Assert.Contains(week.Edges, e => e is { From.Kind: StepKind.Prime, To.Kind: StepKind.Paint, MinMinutes: 7 * 24 * 60 });
    }

    [Fact]
    public void Putty_under_metal_is_warned_of_where_it_is_chosen()
    {
        var (metal, plastic) = (Batches.Of(Material.WhiteMetal), Batches.Of(Material.Polystyrene));
        IEnumerable<string> Cards(BatchTraits batch) =>
            RuleBook
                .Trade.Cards(StepKind.Handle, batch.Job(HouseRuleChoices.Default.With(HouseRuleCatalog.Attachment, "putty")))
                .Select(c => c.Text);

        Assert.Contains(Cards(metal), c => c.Contains("putty alone creeps", StringComparison.Ordinal));
        Assert.DoesNotContain(Cards(plastic), c => c.Contains("putty alone creeps", StringComparison.Ordinal));
    }
}
