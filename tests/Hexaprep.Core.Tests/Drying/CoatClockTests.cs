using CsCheck;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Drying;

public sealed class CoatClockTests
{
    private static SafeTimes? When(Coat coat, Readiness stage, HouseRuleChoices house) =>
        new DryingBook([], [], [], _ => house).When(coat, stage);

    private static readonly Instant End = TurnableClock.Evening;

    private static Coat Coat(StepKind step, ProductClass product, Film film = Film.Normal, params CoatTest[] tests) =>
        new(
            Guid.NewGuid(),
            Guid.NewGuid(),
            step,
            product,
            null,
            1,
            film,
            null,
            null,
            End - Duration.FromMinutes(10),
            End,
            [Guid.NewGuid()],
            tests
        );

    private static CoatTest Test(Finding finding, int minutes, Readiness stage = Readiness.NextLayer) =>
        new(Guid.NewGuid(), stage, finding, End + Duration.FromMinutes(minutes));

    private static (int Early, int Usual, int Sure) Minutes(SafeTimes t) =>
        ((int)(t.Early - End).TotalMinutes, (int)(t.Usual - End).TotalMinutes, (int)(t.Sure - End).TotalMinutes);

    [Fact]
    public void Water_is_not_trusted_under_primer_before_four_hours_in_still_air()
    {
        Assert.Equal(
            (58, 120, 246),
            Minutes(When(Coat(StepKind.Wash, ProductClass.Water), Readiness.NextLayer, HouseRuleChoices.Default)!)
        );
        Assert.Equal(
            (29, 60, 240),
            Minutes(When(Coat(StepKind.Wash, ProductClass.Water, Film.Light), Readiness.NextLayer, HouseRuleChoices.Default)!)
        );
    }

    [Fact]
    public void Washed_models_dry_sooner_in_warm_moving_air_and_overnight_by_house_rule()
    {
        var water = Coat(StepKind.Wash, ProductClass.Water);
        var warm = Minutes(When(water, Readiness.NextLayer, HouseRuleChoices.Default.With(HouseRuleCatalog.Drying, "warm_air"))!);
        var overnight = Minutes(When(water, Readiness.NextLayer, HouseRuleChoices.Default.With(HouseRuleCatalog.Drying, "air_overnight"))!);

        Assert.True(warm.Sure < 240, $"{warm}");
        Assert.Equal(720, overnight.Sure);
    }

    [Fact]
    public void A_class_default_is_spread_by_its_prior()
    {
        // usual x e^(-+1.2816 sqrt(0.5^2 + 0.25^2)) around 45 minutes.
        var times = When(Coat(StepKind.Wash, ProductClass.Water), Readiness.Touch, HouseRuleChoices.Default)!;

        Assert.Equal((21, 45, 93), Minutes(times));
    }

    [Fact]
    public void Every_band_is_early_then_usual_then_sure_for_every_film()
    {
        var stages = Enum.GetValues<Readiness>();
        foreach (var product in Enum.GetValues<ProductClass>())
        {
            foreach (
                var stage in stages.Where(s =>
                    s != Readiness.Recoat
                    || product is not (ProductClass.PlasticCement or ProductClass.Ca or ProductClass.EpoxyPutty or ProductClass.Water)
                )
            )
            {
                foreach (var film in Enum.GetValues<Film>())
                {
                    var (early, usual, sure) = Minutes(When(Coat(StepKind.Sand, product, film), stage, HouseRuleChoices.Default)!);
                    Assert.True(0 <= early && early <= usual && usual <= sure, $"{product} {stage} {film}: {early} {usual} {sure}");
                }
            }
        }
    }

    [Fact]
    public void A_stage_a_product_does_not_have_is_refused_by_name()
    {
        var error = Assert.Throws<ArgumentException>(() =>
            WaitTable.Band(StepKind.Glue, ProductClass.Ca, Readiness.Recoat, HouseRuleChoices.Default)
        );

        Assert.Contains("recoat", error.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("brisk", 120)]
    [InlineData("usual", 720)]
    [InlineData("careful", 2880)]
    public void Primer_before_paint_never_falls_below_the_schools_floor(string school, int least)
    {
        var (_, usual, sure) = Minutes(
            When(
                Coat(StepKind.Prime, ProductClass.Lacquer),
                Readiness.NextLayer,
                HouseRuleChoices.Default.With(HouseRuleCatalog.PrimerWait, school)
            )!
        );

        Assert.True(usual >= least && sure >= least);
    }

    [Fact]
    public void A_heavy_film_doubles_the_wait_and_a_light_one_halves_it_but_putty_cures_as_it_cures()
    {
        Assert.Equal(
            (117, 240, 492),
            Minutes(When(Coat(StepKind.Wash, ProductClass.Water, Film.Heavy), Readiness.NextLayer, HouseRuleChoices.Default)!)
        );
        Assert.Equal(
            (10, 23, 47),
            Minutes(When(Coat(StepKind.Wash, ProductClass.Water, Film.Light), Readiness.Touch, HouseRuleChoices.Default)!)
        );
        Assert.Equal(
            (393, 720, 1318),
            Minutes(When(Coat(StepKind.Fill, ProductClass.EpoxyPutty, Film.Heavy), Readiness.NextLayer, HouseRuleChoices.Default)!)
        );
    }

    [Fact]
    public void Still_tacky_moves_early_to_the_test_and_keeps_sure_a_reserve_behind_it()
    {
        var times = When(
            Coat(StepKind.Wash, ProductClass.Water, tests: Test(Finding.NotDryAt, 600)),
            Readiness.NextLayer,
            HouseRuleChoices.Default
        )!;

        // What was not dry after 600 min of a wait of 120 usually takes 76 more.
        Assert.Equal((600, 676, 600 + 246 - 120), Minutes(times));
    }

    [Fact]
    public void An_early_still_tacky_never_brings_sure_nearer()
    {
        var times = When(
            Coat(StepKind.Wash, ProductClass.Water, tests: Test(Finding.NotDryAt, 30)),
            Readiness.NextLayer,
            HouseRuleChoices.Default
        )!;

        Assert.Equal((58, 121, 246), Minutes(times));
    }

    [Fact]
    public void Dry_sets_sure_to_the_test_for_that_coat_and_that_stage_only()
    {
        var coat = Coat(StepKind.Wash, ProductClass.Water, tests: Test(Finding.DryAt, 300));
        var tested = When(coat, Readiness.NextLayer, HouseRuleChoices.Default)!;

        Assert.Equal((58, 120, 300), Minutes(tested));
        Assert.True(tested.Tested);
        Assert.Equal((21, 45, 93), Minutes(When(coat, Readiness.Touch, HouseRuleChoices.Default)!));
    }

    [Fact]
    public void Tacky_after_dry_takes_the_dry_back()
    {
        var times = When(
            Coat(StepKind.Wash, ProductClass.Water, tests: [Test(Finding.DryAt, 300), Test(Finding.NotDryAt, 320)]),
            Readiness.NextLayer,
            HouseRuleChoices.Default
        )!;

        Assert.Equal(320 + 126, Minutes(times).Sure);
        Assert.False(times.Tested);
    }

    [Fact]
    public void A_coat_still_going_on_has_no_safe_time() =>
        Assert.Null(When(Coat(StepKind.Wash, ProductClass.Water) with { EndedAt = null }, Readiness.NextLayer, HouseRuleChoices.Default));

    [Fact]
    public void However_it_is_tested_early_usual_and_sure_stay_in_order() =>
        Gen.Select(Gen.Int[0, 2000], Gen.Bool)
            .Array[0, 6]
            .Holds(
                tests =>
                {
                    var coat = Coat(
                        StepKind.Prime,
                        ProductClass.Lacquer,
                        tests: [.. tests.Select(t => Test(t.Item2 ? Finding.DryAt : Finding.NotDryAt, t.Item1))]
                    );
                    var (early, usual, sure) = Minutes(When(coat, Readiness.NextLayer, HouseRuleChoices.Default)!);
                    return early <= usual && usual <= sure;
                },
                iter: 2000
            );
}
