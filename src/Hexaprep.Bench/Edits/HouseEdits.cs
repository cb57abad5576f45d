using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>House rules are chosen, and every route that depends on them is derived again.</summary>
public static class HouseEdits
{
    /// <summary>Follows an option at a point, for the whole bench, a unit or a batch; null takes a narrower choice back.</summary>
    /// <exception cref="RefusedException">The unit or batch is not there, or a step in hand would go.</exception>
    public static Decision Choose(
        BenchIndex bench,
        Guid? unitId,
        Guid? batchId,
        HouseRule school,
        string? option,
        Instant now,
        Func<Guid> newId
    )
    {
        if (unitId is { } u && !bench.Units.ContainsKey(u))
            throw Edit.Missing("unitId", u, "unit");
        if (batchId is { } b && !bench.Batches.ContainsKey(b))
            throw Edit.Missing("batchId", b, "batch");
        return new Decision(
            "house",
            now,
            null,
            new
            {
                school = school.Id,
                option,
                unitId,
                batchId,
            },
            Rederive.LeavingHands(bench, Chosen(bench, unitId, batchId, school, option, now, newId))
        );
    }

    /// <summary>Answers the questions of the first visit in one go.</summary>
    public static Decision Answer(BenchIndex bench, IReadOnlyDictionary<HouseRule, string> answers, Instant now, Func<Guid> newId) =>
        new(
            "house",
            now,
            null,
            new { answers = answers.ToDictionary(a => a.Key.Id, a => a.Value) },
            Rederive.LeavingHands(
                bench,
                Rederive.After(
                    bench,
                    [.. answers.Select(a => new Change.ChoiceSet(null, null, a.Key, a.Value)), new Change.HouseAsked()],
                    [.. bench.State.Batches.Select(b => b.Id)],
                    now,
                    newId
                )
            )
        );

    /// <summary>What follows an option, the routes that depend on it derived again.</summary>
    public static IReadOnlyList<Change> Chosen(
        BenchIndex bench,
        Guid? unitId,
        Guid? batchId,
        HouseRule school,
        string? option,
        Instant now,
        Func<Guid> newId
    ) =>
        Rederive.After(
            bench,
            [new Change.ChoiceSet(unitId, batchId, school, option)],
            Changed(bench, bench.State.House.With(unitId ?? batchId, school, option), school),
            now,
            newId
        );

    /// <summary>The batches for which another book says something else at a point.</summary>
    public static IReadOnlyList<Guid> Changed(BenchIndex bench, HouseRuleSet after, HouseRule school) =>
        [.. bench.State.Batches.Where(b => after.For(b).Of(school).Id != bench.HouseOf(b.Id).Of(school).Id).Select(b => b.Id)];
}
