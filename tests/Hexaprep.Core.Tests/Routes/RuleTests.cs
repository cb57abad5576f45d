using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>Every rule matters: taken out, some route or answer changes; and a card stands where it belongs and nowhere else.</summary>
public sealed class RuleTests
{
    private static readonly string[] Methods = ["soap_cool", "soap_warm", "degreaser", "acid_dip", "plastic_cement", "ca", "spray_can", "airbrush", "brush", "warm_water", "cold_bend", "bind"];

    public static TheoryData<string> Edges => Names(RuleActs.Edge);
    public static TheoryData<string> Refusals => Names(RuleActs.Refusal);
    public static TheoryData<string> Cards => Names(RuleActs.Card);

    [Theory]
    [MemberData(nameof(Edges))]
    public void An_order_or_wait_changes_some_route_when_its_rule_is_taken_out(string name)
    {
        var without = Without(name);

        Assert.Contains(Batches.Representative, batch => !batch.Route().Edges.SequenceEqual(batch.Route(without).Edges));
    }

    [Theory]
    [MemberData(nameof(Refusals))]
    public void A_refused_method_is_allowed_when_its_rule_is_taken_out(string name)
    {
        var (rule, without) = (Rule(name), Without(name));
        var barred = Batches.Representative.First(rule.When);

        Assert.Equal(rule, RuleBook.Trade.Bars(rule.Subject, rule.Refused!, barred));
        Assert.Null(without.Bars(rule.Subject, rule.Refused!, barred));
    }

    [Theory]
    [MemberData(nameof(Cards))]
    public void A_card_is_shown_at_its_step_and_not_where_it_does_not_apply(string name)
    {
        var rule = Rule(name);
        var shown = Batches.Representative.First(rule.When);
        var elsewhere = rule.Subject == StepKind.Study ? StepKind.Release : StepKind.Study;

        Assert.Contains(rule, RuleBook.Trade.Cards(rule.Subject, shown));
        Assert.DoesNotContain(rule, RuleBook.Trade.Cards(elsewhere, shown));
        foreach (var other in Batches.Representative.Where(b => !rule.When(b)).Take(1)) Assert.DoesNotContain(rule, RuleBook.Trade.Cards(rule.Subject, other));
    }

    [Fact]
    public void No_derived_route_uses_a_method_that_a_rule_refuses()
    {
        foreach (var batch in Batches.Representative)
        {
            foreach (var step in batch.Route().Steps)
                Assert.True(step.Amounts.Method is null || RuleBook.Trade.Bars(step.Key.Kind, step.Amounts.Method, batch) is null, $"{step.Key} by {step.Amounts.Method} on {batch.MaterialWords}");
        }
    }

    [Theory]
    [InlineData(Material.OldLead)]
    [InlineData(Material.Unknown)]
    [InlineData(Material.Polystyrene)]
    [InlineData(Material.PuResin)]
    public void Acid_is_refused_on_all_but_metal_known_to_be_free_of_lead(Material material)
    {
        Assert.NotNull(RuleBook.Trade.Bars(StepKind.Wash, "acid_dip", Batches.Of(material)));
        Assert.Null(RuleBook.Trade.Bars(StepKind.Wash, "acid_dip", Batches.Of(Material.WhiteMetal)));
    }

    [Fact]
    public void A_contradiction_between_rules_is_found_and_named()
    {
        var mad = RuleBook.Trade with { Rules = [.. RuleBook.Trade.Rules, Core.Routes.Rule.Before("Mad", StepKind.Prime, StepKind.CleanLines, Strength.Law, "No.")] };

        var found = Assert.Throws<InvalidOperationException>(() => Batches.Of(Material.Polystyrene).Route(mad));

        Assert.Contains("clean_lines", found.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Rule_names_are_their_own_and_every_reason_can_be_read()
    {
        Assert.Equal(RuleBook.Trade.Rules.Count, RuleBook.Trade.Rules.Select(r => r.Name).Distinct().Count());
        Assert.All(RuleBook.Trade.Rules, r => Assert.Matches("^[A-Z].{8,}\\.$", r.Reason));
        Assert.All(RuleBook.Trade.Rules.Where(r => r.Refused is not null), r => Assert.Contains(r.Refused, Methods));
    }

    private static TheoryData<string> Names(RuleActs acts) => [.. RuleBook.Trade.Rules.Where(r => r.Acts == acts).Select(r => r.Name)];

    private static Rule Rule(string name) => RuleBook.Trade.Rules.Single(r => r.Name == name);

    private static RuleBook Without(string name) => RuleBook.Trade with { Rules = [.. RuleBook.Trade.Rules.Where(r => r.Name != name)] };
}
