using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>Every school, both ways: its default changes nothing, each other option changes a route or the card its followers
/// read.</summary>
public sealed class HouseRuleTests
{
    public static TheoryData<string, string> Options =>
        [.. HouseRuleCatalog.All.Where(s => !HousePace.IsPace(s)).SelectMany(s => s.Options.Skip(1).Select(o => (s.Id, o.Id)))];

    // What a follower sees of a point: the route, and the lines at the steps it is about.
    private static string Seen(HouseRule school, Job job)
    {
        var route = job.Route();
        var cards = school.Steps.Where(k => route.Place(k) >= 0).SelectMany(k => RuleBook.Trade.Cards(k, job));
        return $"{route.Said()}\n{string.Join('\n', cards)}";
    }

    [Theory]
    [MemberData(nameof(Options))]
    public void Another_option_changes_a_route_or_its_card(string school, string option)
    {
        var point = HouseRuleCatalog.Find(school)!;
        var under = point.Under is { } u ? HouseRuleChoices.Default.With(u.School, u.Option) : HouseRuleChoices.Default;
        var masked = under.With(HouseRuleCatalog.ApartOrMasked, "masked").With(HouseRuleCatalog.MaskWith, "liquid");
        bool Differs(BatchTraits batch, HouseRuleChoices house) =>
            Seen(point, batch.Job(house.With(point, point.Default.Id))) != Seen(point, batch.Job(house.With(point, option)));

        Assert.Contains(Batches.Few.Concat(Batches.Representative), b => Differs(b, under) || Differs(b, masked));
    }

    public static TheoryData<string> Paces => [.. HousePace.Points.Select(p => p.Id)];

    [Theory]
    [MemberData(nameof(Paces))]
    public void A_pace_changes_the_hands_of_its_own_step_alone(string pace)
    {
        var (point, kind) = (HouseRuleCatalog.Find(pace)!, HouseRuleCatalog.Find(pace)!.Steps[0]);
        var batch = Batches.Of(Material.PuResin) with { Transfers = 2, BaseMm = 32, Gaps = Gaps.Small, Tier = Tier.Leader };
        var job = batch.Job();
        if (job.Route().Place(kind) < 0)
            job = batch.Job(null, new RouteChange(ChangeKind.Add, kind));
        var usual = job.Route().Steps.ToDictionary(s => s.Key, s => s.Amounts.SecondsPerModel);
        Assert.Contains(usual, s => s.Key.Kind == kind);
        foreach (var option in point.Options)
        {
            var times = option.Paces.Length == 0 ? 1 : Assert.Single(option.Paces).Times;
            foreach (var step in (job with { House = HouseRuleChoices.Default.With(point, option.Id) }).Route().Steps)
                Assert.Equal(
                    step.Key.Kind == kind ? (int)Math.Round(times * usual[step.Key]) : usual[step.Key],
                    step.Amounts.SecondsPerModel
                );
        }
    }

    [Fact]
    public void What_the_user_set_for_a_batch_counts_as_it_stands()
    {
        var batch = Batches.Of(Material.Polystyrene) with { Paces = [new(StepKind.CleanLines, 95, 4), new(StepKind.Prime, 31, null)] };
        var route = batch.Job(HouseRuleChoices.Default.With(HouseRuleCatalog.Find("pace_clean_lines")!, "double")).Route();
        var lines = route.Steps.Single(s => s.Key.Kind == StepKind.CleanLines);

        Assert.Equal((4, 95), (lines.Amounts.SetupMinutes, lines.Amounts.SecondsPerModel));
        Assert.All(route.Steps.Where(s => s.Key.Kind == StepKind.Prime), s =>
            Assert.Equal((6, 31), (s.Amounts.SetupMinutes, s.Amounts.SecondsPerModel))
        );
    }

    [Fact]
    public void Choosing_the_default_on_purpose_changes_nothing()
    {
        foreach (var batch in Batches.Few)
        {
            var chosen = HouseRuleCatalog.All.Aggregate(HouseRuleChoices.Default, (house, s) => house.With(s, s.Default.Id));
            Assert.Equal(batch.Route().Said(), batch.Job(chosen).Route().Said());
        }
    }

    [Fact]
    public void Every_point_has_a_question_two_options_and_says_who_should_choose_otherwise()
    {
        Assert.Equal(82, HouseRuleCatalog.All.Count(s => !HousePace.IsPace(s)));
        Assert.Equal(HouseRuleCatalog.All.Count, HouseRuleCatalog.All.Select(s => s.Id).Distinct().Count());
        Assert.InRange(HouseRuleCatalog.FirstVisit.Count, 1, 6);
        Assert.All(HouseRuleCatalog.All, s =>
        {
            Assert.EndsWith("?", s.Question, StringComparison.Ordinal);
            Assert.EndsWith(".", s.Otherwise, StringComparison.Ordinal);
            Assert.True(
                s.Options.Count >= 2 && s.Options.Select(o => o.Id).Distinct().Count() == s.Options.Count && s.Steps.Count > 0,
                s.Id
            );
            Assert.All(s.Options, o => Assert.Matches("^[a-z0-9_]+$", o.Id));
            Assert.All(s.Options.SelectMany(o => o.Paces), p => Assert.True(p.Times is > 0.3 and < 4));
        });
    }

    [Fact]
    public void Narrower_rules_lie_over_wider_ones()
    {
        var bench = HouseRuleChoices.Default.With(HouseRuleCatalog.Muzzles, "all").With(HouseRuleCatalog.Pins, "never");
        var unit = HouseRuleChoices.Default.With(HouseRuleCatalog.Muzzles, "none");

        var both = bench.Under(unit);

        Assert.True(
            both.Follows(HouseRuleCatalog.Muzzles, "none")
                && both.Follows(HouseRuleCatalog.Pins, "never")
                && both.Follows(HouseRuleCatalog.PrimeBy, "can")
        );
        Assert.Throws<ArgumentException>(() => both.Follows(HouseRuleCatalog.Muzzles, "sometimes"));
        Assert.Throws<ArgumentException>(() => both.With(HouseRuleCatalog.Muzzles, "sometimes"));
    }

    [Theory]
    [InlineData("wash_when", "after_assembly", StepKind.Glue, StepKind.Wash)]
    [InlineData("mount_when", "after_primer", StepKind.Prime, StepKind.Handle)]
    [InlineData("base_when", "at_the_end", StepKind.FinalCoat, StepKind.Base)]
    [InlineData("texture_when", "after_paint", StepKind.FinalCoat, StepKind.BaseTexture)]
    [InlineData("shading_when", "before_marks", StepKind.Shade, StepKind.GlossBed)]
    [InlineData("weathering_when", "after_last", StepKind.FinalCoat, StepKind.Weather)]
    public void A_school_of_order_turns_two_steps_round(string school, string option, StepKind first, StepKind then)
    {
        var point = HouseRuleCatalog.Find(school)!;
        var batch = Batches.Of(school == "wash_when" ? Material.FlexiblePvc : Material.Polystyrene) with
        {
            Tier = Tier.Display,
            Transfers = 3,
            BaseMm = 32,
        };
        var (usual, other) = (batch.Route(), batch.Job(HouseRuleChoices.Default.With(point, option)).Route());

        Assert.True(usual.Place(then) < usual.Place(first));
        Assert.True(other.Place(first) < other.Place(then));
    }
}
