using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>Every rule matters: taken out, some route or answer changes; and a card stands where it belongs and nowhere else.</summary>
public sealed class RuleTests
{
    public static TheoryData<string> Edges => Names(r => r.Acts == RuleActs.Edge);
    public static TheoryData<string> Refusals => Names(r => r.Bars is not null);
    public static TheoryData<string> Cards => Names(r => r.Acts == RuleActs.Card);

    [Theory]
    [MemberData(nameof(Edges))]
    public void An_order_or_wait_changes_some_route_or_answer_when_its_rule_is_taken_out(string name)
    {
        var (rule, without) = (Named(name), RuleBook.Trade.Without(name));

        // Those whose route has its step come first: there it most likely shows.
        var jobs = Batches.Jobs.Value.Where(j => rule.When(j)).OrderBy(j => Batches.Usual(j).Place(rule.Subject) < 0).ToList();

        Assert.True(
            (rule.Requires && jobs.Any(j => Asks(j, rule, RuleBook.Trade) != Asks(j, rule, without)))
                || jobs.Any(j => !Batches.Usual(j).IsAs(j.Route(without))),
            $"Nothing changes without {name}."
        );
    }

    [Theory]
    [MemberData(nameof(Refusals))]
    public void A_refused_way_is_allowed_when_its_rule_is_taken_out(string name)
    {
        var (rule, without) = (Named(name), RuleBook.Trade.Without(name));
        var job = Batches.Jobs.Value.First(j => rule.When(j));
        var history = new WorkHistory(rule.After is { } after ? [new(after, null, null)] : [], []);
        string Reasons(RuleBook book) =>
            string.Join(
                ',',
                new PermissionEvaluator(job, history, TurnableClock.Evening, null, book).Alone(Question(rule)).Reasons.Select(r => r.Rule)
            );

        Assert.Contains(name, Reasons(RuleBook.Trade).Split(','));
        Assert.DoesNotContain(name, Reasons(without).Split(','));
        Assert.True(rule.LiftedBy is null || rule.Instead == Ids.Of(rule.LiftedBy.Value), "A refusal that a step lifts names that step.");
    }

    [Theory]
    [MemberData(nameof(Cards))]
    public void A_card_is_shown_at_its_step_and_not_where_it_does_not_apply(string name)
    {
        var rule = Named(name);
        var shown = Batches.Jobs.Value.First(j => rule.When(j) && Batches.Usual(j).Place(rule.Subject) >= 0);
        var elsewhere = rule.Subject == StepKind.Study ? StepKind.Release : StepKind.Study;

        Assert.Contains(rule, RuleBook.Trade.CardRules(rule.Subject, shown));
        Assert.DoesNotContain(rule, RuleBook.Trade.CardRules(elsewhere, shown));
        foreach (var other in Batches.Jobs.Value.Where(j => !rule.When(j)).Take(1))
            Assert.DoesNotContain(rule, RuleBook.Trade.CardRules(rule.Subject, other));
    }

    [Fact]
    public void Every_rule_says_how_it_acts_and_a_refusal_what_it_refuses()
    {
        Assert.Equal(RuleBook.Trade.Rules.Count, RuleBook.Trade.Rules.Select(r => r.Name).Distinct().Count());
        Assert.All(RuleBook.Trade.Rules, r => Assert.Matches("^[A-Z].{8,}\\.$", r.Reason));
        Assert.All(RuleBook.Trade.Rules.Where(r => r.Acts == RuleActs.Edge && r.Name != RouteBuilder.PassesRule), r =>
            Assert.NotEqual(r.Subject, r.Object)
        );
        Assert.All(RuleBook.Trade.Rules.Where(r => r.Kind == RuleKind.Locks && r.Acts == RuleActs.Card), r => Assert.NotNull(r.Locks));
        Assert.All(RuleBook.Trade.Rules.Where(r => r.Stage is not null && r.Acts == RuleActs.Edge), r =>
            Assert.Equal(RuleKind.NeedsDry, r.Kind)
        );
    }

    [Fact]
    public void No_derived_route_uses_a_way_that_a_rule_refuses()
    {
        foreach (var job in Batches.Jobs.Value)
        {
            foreach (var step in Batches.Usual(job).Steps)
                Assert.True(
                    RuleBook.Trade.Bars(step.Key.Kind, step.Amounts.Way, job) is null,
                    $"{step.Key} by {step.Amounts.Method} on {job.Batch.MaterialWords}"
                );
        }
    }

    [Theory]
    [InlineData(Material.OldLead)]
    [InlineData(Material.Unknown)]
    [InlineData(Material.Polystyrene)]
    [InlineData(Material.PuResin)]
    [InlineData(Material.WhiteMetal)]
    public void Acid_is_refused_on_all_but_metal_named_free_of_lead(Material material)
    {
        var acid = new Technique("acid_dip", ProductClass.Water);

        Assert.NotNull(RuleBook.Trade.Bars(StepKind.Wash, acid, Batches.Of(material).Job()));
        Assert.NotNull(
            RuleBook.Trade.Bars(
                StepKind.Wash,
                acid,
                (Batches.Of(Material.WhiteMetal, material) with { LeadFree = material != Material.WhiteMetal }).Job()
            )
        );
        Assert.Null(RuleBook.Trade.Bars(StepKind.Wash, acid, (Batches.Of(Material.WhiteMetal) with { LeadFree = true }).Job()));
    }

    [Fact]
    public void A_contradiction_between_rules_is_found_and_named()
    {
        var mad = new RuleBook(
            RuleBook.Trade.Choices,
            [.. RuleBook.Trade.Rules, Rule.Before("Mad", StepKind.Prime, StepKind.CleanLines, Strength.Law, "No.")]
        );

        var found = Assert.Throws<InvalidOperationException>(() => Batches.Of(Material.Polystyrene).Route(mad));

        Assert.Contains("clean_lines", found.Message, StringComparison.Ordinal);
    }

    // Everything done but the step the rule speaks for.
    private static string Asks(Job job, Rule rule, RuleBook book)
    {
        var done = Enum.GetValues<StepKind>()
            .Where(k => k < rule.Object && k != rule.Subject)
            .Append(rule.Once ?? StepKind.Study)
            .Where(k => k != rule.Subject)
            .Select(k => new CompletedStep(k, null, null));
        var answer = new PermissionEvaluator(job, new WorkHistory([.. done], []), TurnableClock.Evening, null, book).Alone(
            new PermissionQuery(rule.Object) { Method = rule.ByWay?.Method }
        );
        return $"{answer.Verdict} {string.Join(',', answer.Reasons.Select(r => r.Rule))}";
    }

    private static PermissionQuery Question(Rule rule) =>
        new(rule.Subject)
        {
            Method = rule.Bars!.Method ?? (rule.Bars.OtherThan is null ? null : "soap_cool"),
            Product = rule.Bars.Product is { } product ? Enum.GetValues<ProductClass>().First(p => product(p)) : null,
            Accelerator = rule.Bars.Accelerator,
            Fate = rule.Bars.Fate,
            Stand = rule.Bars.Stand,
        };

    private static TheoryData<string> Names(Func<Rule, bool> which) => [.. RuleBook.Trade.Rules.Where(which).Select(r => r.Name)];

    private static Rule Named(string name) => RuleBook.Trade.Rules.Single(r => r.Name == name);
}
