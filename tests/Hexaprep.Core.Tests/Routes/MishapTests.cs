using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>Batches that were really spoilt: each finds the warning or the order that would have saved it.</summary>
public sealed class MishapTests
{
    private static readonly Instant Now = TurnableClock.Evening;
    private static readonly BatchTraits Leader = Batches.Of(Material.Polystyrene) with
    {
        Tier = Tier.Display,
        Transfers = 6,
        BaseMm = 32,
        Gaps = Gaps.Large,
    };

    private static string Warned(StepKind step, Job job) => string.Join(' ', RuleBook.Trade.Cards(step, job).Select(c => c.Text));

    private static PermissionAnswer Ask(StepKind step, IEnumerable<StepKind> done, Weather? weather = null, params LaidCoat[] coats) =>
        new PermissionEvaluator(
            Leader.Job(),
            new WorkHistory([.. done.Select(d => new CompletedStep(d, null, Now - Duration.FromHours(2)))], coats),
            Now,
            weather,
            RuleBook.Trade
        ).Of(new PermissionQuery(step));

    private static LaidCoat Coat(StepKind step, ProductClass product, int minutesAgo)
    {
        var air = new FilmInAir(step, product, Film.Normal, Air.Usual, HouseRuleChoices.Default, Now);
        var end = Now - Duration.FromMinutes(minutesAgo);
        return new LaidCoat(step, null, product, end, stage => air.After(end, stage));
    }

    private static bool Before(StepKind first, StepKind then, Job job) =>
        job.Route() is var route && route.Place(first) >= 0 && route.Place(first) < route.Place(then);

    [Theory]
    [InlineData("too much paint left in the dry brush", StepKind.RevealBrush, "Wipe nearly all paint off")]
    [InlineData("too little holding putty", StepKind.Handle, "enough of it")]
    [InlineData("a mark set too high", StepKind.PlaceTransfer, "Height and lean from the front, while it is wet")]
    [InlineData("print gaps in a home-made mark", StepKind.CutTransfer, "look for gaps in the print")]
    [InlineData("wrinkles after softener", StepKind.SoftenTransfer, "no reason to panic")]
    [InlineData("two distances for the same spraying", StepKind.Prime, "Spray a card first")]
    [InlineData("a seam wider at the back", StepKind.SeamRepair, "the back is often wider")]
    [InlineData("a barrel broken off with its support", StepKind.RemoveSupports, "Do not pull")]
    [InlineData("paint cut through while shaving a film edge", StepKind.TransferGate, "single light strokes")]
    [InlineData("weathering overdone", StepKind.Weather, "thin layers, stepping back")]
    [InlineData("a highlight over the emblem", StepKind.Shade, "Steer highlights")]
    [InlineData("a hole off its centre", StepKind.OpenTubes, "Dimple the centre")]
    [InlineData("halves no longer level", StepKind.CleanLines, "Level two halves together")]
    [InlineData("film cut short", StepKind.CutTransfer, "A little long rather than short")]
    [InlineData("putty not flush", StepKind.Fill, "Slightly proud")]
    [InlineData("a light effect too faint", StepKind.Paint, "judged at table distance")]
    [InlineData("cement bubbles from generous glue", StepKind.Glue, "Do not wipe spilled cement")]
    public void A_warning_stands_at_the_step(string mishap, StepKind step, string words)
    {
        var house = HouseRuleChoices
            .Default.With(HouseRuleCatalog.RevealDetail, "all")
            .With(HouseRuleCatalog.SubAssemblies, "few")
            .With(HouseRuleCatalog.LineTool, "by_surface");
        Assert.True(
            Warned(step, Leader.Job(house)).Contains(words, StringComparison.Ordinal),
            $"{mishap}: {Warned(step, Leader.Job(house))}"
        );
    }

    [Fact]
    public void A_hot_driveway_is_no_place_to_spray()
    {
        var done = new[] { StepKind.Handle, StepKind.Fill, StepKind.Sand, StepKind.Wash };
        var hot = Ask(StepKind.Prime, done, new Weather(new Air(33, 40), 1, null, 800));

        Assert.Equal(Verdict.NotYet, hot.Verdict);
        Assert.Contains(hot.Reasons, r => r.Rule == DryingRules.FitAir.Name);
        Assert.Equal(Verdict.Yes, Ask(StepKind.Prime, done, new Weather(new Air(20, 50), 1)).Verdict);
    }

    [Fact]
    public void What_spray_missed_in_recesses_is_brushed_in_after_the_gate() =>
        Assert.True(Before(StepKind.PrimerGate, StepKind.TouchIn, Leader.Job()) && Before(StepKind.TouchIn, StepKind.Paint, Leader.Job()));

    [Fact]
    public void Grit_is_dry_before_it_is_sealed_and_sealed_before_primer()
    {
        var wet = Ask(StepKind.SealTexture, [StepKind.Base, StepKind.BaseTexture], null, Coat(StepKind.BaseTexture, ProductClass.Pva, 60));

        Assert.Equal(Verdict.NotYet, wet.Verdict);
        Assert.True(
            Before(StepKind.BaseTexture, StepKind.SealTexture, Leader.Job()) && Before(StepKind.SealTexture, StepKind.Prime, Leader.Job())
        );
    }

    [Fact]
    public void Lines_are_cleaned_before_primer_and_looked_for_again_after_it() =>
        Assert.True(Before(StepKind.CleanLines, StepKind.Prime, Leader.Job()) && Before(StepKind.PrimerGate, StepKind.Paint, Leader.Job()));

    [Fact]
    public void A_levelling_coat_is_waited_for()
    {
        var rushed = Ask(
            StepKind.Prime,
            [StepKind.Handle, StepKind.Fill, StepKind.Sand, StepKind.Wash],
            null,
            Coat(StepKind.Fill, ProductClass.AcrylicWb, 20)
        );

        Assert.Equal(Verdict.NotYet, rushed.Verdict);
        Assert.Contains(rushed.Reasons, r => r.Rule == "FillerDryBeforePrimer");
    }

    [Fact]
    public void Young_joints_stay_out_of_the_bath()
    {
        var young = Ask(StepKind.Wash, [StepKind.Glue], null, Coat(StepKind.Glue, ProductClass.PlasticCement, 30));

        Assert.Equal(Verdict.NotYet, young.Verdict);
        Assert.NotNull(young.Until);
        Assert.Equal(Verdict.Yes, Ask(StepKind.Wash, [StepKind.Glue], null, Coat(StepKind.Glue, ProductClass.PlasticCement, 600)).Verdict);
    }

    [Fact]
    public void A_mark_still_wet_is_not_softened_and_a_sealed_one_never()
    {
        StepKind[] done = [StepKind.Prime, StepKind.Paint, StepKind.GlossBed, StepKind.PlaceTransfer];

        Assert.Equal(
            Verdict.NotYet,
            Ask(StepKind.SoftenTransfer, done, null, Coat(StepKind.PlaceTransfer, ProductClass.SettingSolution, 10)).Verdict
        );
        Assert.Equal(Verdict.No, Ask(StepKind.SoftenTransfer, [.. done, StepKind.Seal]).Verdict);
    }
}
