using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>The steps that can be chosen and the rules between them.</summary>
public sealed record RuleBook
{
    private readonly ILookup<StepKind, Rule> _about;
    private readonly Dictionary<string, Rule> _named;

    /// <summary>A book of these steps and rules.</summary>
    public RuleBook(IReadOnlyList<StepApplicability> choices, IReadOnlyList<Rule> rules)
    {
        (Choices, Rules) = (choices, rules);
        _named = rules.DistinctBy(r => r.Name).ToDictionary(r => r.Name);
        Edges = [.. rules.Where(r => r.Acts == RuleActs.Edge)];
        _about = rules.Where(r => r.Acts is RuleActs.Card or RuleActs.Refusal).ToLookup(r => r.Subject);
        EdgesInto = Edges.ToLookup(r => r.Object);
    }

    /// <summary>The trade's own book.</summary>
    public static readonly RuleBook Trade = new(
        [
            .. Cleaning.Choices,
            .. Washing.Choices,
            .. Joining.Choices,
            .. Filling.Choices,
            .. Mounting.Choices,
            .. Priming.Choices,
            .. Painting.Choices,
            .. Transferring.Choices,
            .. Finishing.Choices,
            .. InspectionRules.Choices,
        ],
        [
            .. Cleaning.Rules,
            .. Washing.Rules,
            .. Joining.Rules,
            .. Filling.Rules,
            .. Mounting.Rules,
            .. Priming.Rules,
            .. Painting.Rules,
            .. Transferring.Rules,
            .. Finishing.Rules,
            .. InspectionRules.Rules,
            .. DryingRules.Rules,
            .. Darkness.Rules,
            .. Harm.Rules,
            .. Planning.Rules,
        ]
    );

    /// <summary>Steps that can be chosen.</summary>
    public IReadOnlyList<StepApplicability> Choices { get; }

    /// <summary>All rules.</summary>
    public IReadOnlyList<Rule> Rules { get; }

    /// <summary>The rules that order steps or make them wait.</summary>
    public IReadOnlyList<Rule> Edges { get; }

    /// <summary>The same, by the step that waits.</summary>
    public ILookup<StepKind, Rule> EdgesInto { get; }

    /// <summary>True when the book holds a rule of this name.</summary>
    public bool Has(Rule rule) => _named.ContainsKey(rule.Name);

    /// <summary>The rule of this name; null when the book has none.</summary>
    public Rule? Named(string name) => _named.GetValueOrDefault(name);

    /// <summary>This book without one rule.</summary>
    public RuleBook Without(string name) => new(Choices, [.. Rules.Where(r => r.Name != name)]);

    /// <summary>The choice of a step.</summary>
    public StepApplicability Choice(StepKind kind) => Choices.First(c => c.Kind == kind);

    /// <summary>The rules that refuse a way of doing a step on these materials, the gravest first.</summary>
    public IEnumerable<Rule> Refusals(StepKind step, Technique way, Job job) =>
        _about[step].Where(r => r.Bars is { } bars && bars.Meets(way) && r.When(job)).OrderBy(r => r.Strength);

    /// <summary>The rule that bars a way for a step on a fresh job, or null: one that nothing lifts, or that a test must lift first: a
    /// test that is only planned changes nothing by itself.</summary>
    public Rule? Bars(StepKind step, Technique way, Job job)
    {
        foreach (var rule in _about[step])
        {
            if (
                rule.Bars is { } bars
                && rule.After is null
                && (rule.LiftedBy is null or StepKind.TestPatch)
                && bars.Meets(way)
                && rule.When(job)
            )
                return rule;
        }
        return null;
    }

    /// <summary>The texts shown with a step: the cards of the rules, the gravest first, then those of the schools followed.</summary>
    public IEnumerable<Citation> Cards(StepKind step, Job job) =>
        CardRules(step, job)
            .OrderBy(r => r.Strength)
            .Select(r => new Citation(r.Reason, r.Strength))
            .Concat(
                HouseRuleCatalog
                    .At(step)
                    .Select(s => job.House.Of(s).Card)
                    .Where(c => c.Length > 0)
                    .Select(c => new Citation(c, Strength.Taste))
            );

    /// <summary>What doing a step locks: points of no return, in words.</summary>
    public IEnumerable<Citation> LocksOf(StepKind step, Job job) =>
        CardRules(step, job)
            .Where(r => r.Locks is not null && r.Strength != Strength.Taste)
            .OrderBy(r => r.Strength)
            .Select(r => new Citation(r.Reason, r.Strength))
            .DistinctBy(s => s.Text);

    /// <summary>The rules shown with a step.</summary>
    public IEnumerable<Rule> CardRules(StepKind step, Job job) => _about[step].Where(r => r.Acts == RuleActs.Card && r.When(job));
}
