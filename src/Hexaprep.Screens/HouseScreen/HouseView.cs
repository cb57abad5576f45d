using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Screens.Wording;
using NodaTime;

namespace Hexaprep.Screens.HouseScreen;

/// <summary>The house rules of the bench, a unit or a batch.</summary>
/// <param name="Asked">The first visit's questions were answered.</param>
/// <param name="FirstVisit">The school ids the first visit asks, at most six.</param>
/// <param name="Schools">Every point, in working order.</param>
/// <param name="Scopes">Units and batches whose rules may differ, with how many of theirs do.</param>
public sealed record HouseView(
    bool Asked,
    IReadOnlyList<string> FirstVisit,
    IReadOnlyList<SchoolView> Schools,
    IReadOnlyList<ScopeView> Scopes
);

/// <summary>A point where practitioners differ.</summary>
public sealed record SchoolView(
    string Id,
    Side Side,
    string Question,
    string Otherwise,
    bool IsLaw,
    string Chosen,
    string Default,
    ChoiceOrigin From,
    string? Under,
    IReadOnlyList<OptionView> Options
)
{
    /// <summary>It is about how long a step takes, and stands with the others of its kind.</summary>
    public bool IsPace { get; init; }
}

/// <summary>An option of a point.</summary>
public sealed record OptionView(string Id, string Label, string Card);

/// <summary>Where a choice comes from: the trade's default, the bench, the unit, the batch.</summary>
public enum ChoiceOrigin
{
    Default,
    Bench,
    Unit,
    Batch,
}

/// <summary>A unit or batch with rules of its own.</summary>
public sealed record ScopeView(Guid UnitId, Guid? BatchId, string Name, int Own);

/// <summary>What each option of a point does to the user's own army, before it is taken.</summary>
public sealed record EffectsView(string School, IReadOnlyList<OptionEffectView> Options);

/// <summary>What an option does.</summary>
/// <param name="Option">The option.</param>
/// <param name="Current">It is the one followed now.</param>
/// <param name="HandsMinutes">More or fewer minutes of hands for everything still to be done.</param>
/// <param name="Days">How many days later (or earlier) the last unit is done; null when there is no plan for it.</param>
/// <param name="Summary">The same in words.</param>
/// <param name="Moves">Promises that move by half a day or more.</param>
/// <param name="Comes">Steps that come into routes.</param>
/// <param name="Goes">Steps that go.</param>
public sealed record OptionEffectView(
    string Option,
    bool Current,
    int HandsMinutes,
    double? Days,
    string Summary,
    IReadOnlyList<string> Moves,
    IReadOnlyList<string> Comes,
    IReadOnlyList<string> Goes
);

/// <summary>Reads the house rules, and works out what another choice would do.</summary>
/// <param name="bench">The bench.</param>
/// <param name="now">Nothing is planned before it.</param>
/// <param name="budget">Decodes for each plan that is compared, at least 1.</param>
/// <param name="newId">Gives fresh identities to steps that would come in.</param>
/// <param name="cancel">Ends the search.</param>
public sealed class HouseReader(BenchIndex bench, Instant now, int budget, Func<Guid> newId, CancellationToken cancel = default)
{
    /// <summary>The rules that hold for the bench, a unit or a batch.</summary>
    public HouseView View(Guid? unitId, Guid? batchId)
    {
        var house = bench.State.House;
        var unit = unitId ?? (batchId is { } b ? bench.Batches[b].UnitId : null);
        var rules = house
            .Bench.Under(unit is { } u ? house.Of(u) : HouseRuleChoices.Default)
            .Under(batchId is { } id ? house.Of(id) : HouseRuleChoices.Default);
        ChoiceOrigin Origin(HouseRule s) =>
            batchId is { } x && house.Of(x).Chosen.ContainsKey(s.Id) ? ChoiceOrigin.Batch
            : unit is { } y && house.Of(y).Chosen.ContainsKey(s.Id) ? ChoiceOrigin.Unit
            : house.Bench.Chosen.ContainsKey(s.Id) ? ChoiceOrigin.Bench
            : ChoiceOrigin.Default;
        return new HouseView(
            bench.State.HouseAsked,
            [.. HouseRuleCatalog.FirstVisit.Select(s => s.Id)],
            [
                .. HouseRuleCatalog.All.Select(s => new SchoolView(
                    s.Id,
                    StepDefinition.Of(s.Steps[0]).Side,
                    s.Question,
                    s.Otherwise,
                    s.IsLaw,
                    rules.Of(s).Id,
                    s.Default.Id,
                    Origin(s),
                    s.Under is { } under && !rules.Follows(under.School, under.Option)
                        ? $"Makes a difference only with: {under.School.Option(under.Option)!.Label.ToLowerInvariant()}."
                        : null,
                    [.. s.Options.Select(o => new OptionView(o.Id, o.Label, o.Card))]
                )
                {
                    IsPace = HousePace.IsPace(s),
                }),
            ],
            [.. Scopes()]
        );
    }

    /// <summary>What each option of a point would do to the plan.</summary>
    /// <param name="school">The point.</param>
    /// <param name="unitId">The unit whose rule it would be; null for none.</param>
    /// <param name="batchId">The batch whose rule it would be; null for none.</param>
    /// <param name="plan">The plan in force, bettered: what is compared with.</param>
    public EffectsView Effects(HouseRule school, Guid? unitId, Guid? batchId, BenchPlan plan)
    {
        var scope = unitId ?? batchId;
        var batches = bench.State.Batches.Where(b => scope is null || b.Id == scope || b.UnitId == scope).ToList();
        var current = batches.Count == 0 ? bench.State.House.Bench.Of(school).Id : bench.State.House.For(batches[0]).Of(school).Id;
        return new EffectsView(school.Id, [.. school.Options.Select(o => Effect(school, o, scope, current, plan))]);
    }

    private OptionEffectView Effect(HouseRule school, SchoolOption option, Guid? scope, string current, BenchPlan plan)
    {
        var changed = HouseEdits.Changed(bench, bench.State.House.With(scope, school, option.Id), school).ToHashSet();
        if (changed.Count == 0)
            return new(option.Id, option.Id == current, 0, 0, option.Id == current ? "as it is now" : "changes nothing here", [], [], []);
        var next = bench.With(
            HouseEdits.Chosen(
                bench,
                scope is { } s && bench.Units.ContainsKey(s) ? s : null,
                scope is { } t && bench.Batches.ContainsKey(t) ? t : null,
                school,
                option.Id,
                now,
                newId
            )
        );
        var effect = PlanEffect.Of(bench, plan, next, now, budget, cancel);
        var (had, has) = (Kinds(bench, changed), Kinds(next, changed));
        return new(
            option.Id,
            option.Id == current,
            effect.HandsMinutes,
            effect.Days,
            EffectWords.Of(effect),
            effect.Moves,
            Titles(has.Except(had)),
            Titles(had.Except(has))
        );
    }

    private static HashSet<(Guid, StepKind)> Kinds(BenchIndex index, HashSet<Guid> batches) =>
        [.. batches.SelectMany(b => index.StepsOf[b]).Select(s => (s.BatchId, s.Key.Kind))];

    private static IReadOnlyList<string> Titles(IEnumerable<(Guid, StepKind Kind)> steps) =>
        [.. steps.Select(s => s.Kind).Distinct().InOrder().Select(k => StepWords.For(k).Title)];

    private IEnumerable<ScopeView> Scopes()
    {
        foreach (var unit in bench.State.Units)
        {
            yield return new(unit.Id, null, unit.Name, bench.State.House.Of(unit.Id).Chosen.Count);
            var batches = bench.State.Batches.Where(b => b.UnitId == unit.Id).ToList();
            if (batches.Count < 2)
                continue;
            foreach (var batch in batches)
                yield return new(unit.Id, batch.Id, $"{unit.Name}, {batch.Name}", bench.State.House.Of(batch.Id).Chosen.Count);
        }
    }
}
