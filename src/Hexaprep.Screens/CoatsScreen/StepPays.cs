using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Screens.CoatsScreen;

/// <summary>What two units cost and how they came out, side by side: whether what was done to one alone paid, and how little that
/// proves.</summary>
/// <param name="One">The first.</param>
/// <param name="Other">The second.</param>
/// <param name="Words">What the difference says.</param>
public sealed record StepPaysView(PaidUnitView One, PaidUnitView Other, string Words);

/// <summary>A unit's hands-on minutes and flaws.</summary>
/// <param name="UnitId">Which.</param>
/// <param name="Unit">Its name.</param>
/// <param name="Models">Models something was done to.</param>
/// <param name="MinutesEach">Hands-on minutes a model, by the spells of the log; null without any.</param>
/// <param name="Looked">Models that were looked at, or on which a flaw was found.</param>
/// <param name="Flawed">Those with a flaw.</param>
/// <param name="Alone">What was done to it and not to the other.</param>
/// <param name="Words">The figures in a line.</param>
public sealed record PaidUnitView(
    Guid UnitId,
    string Unit,
    int Models,
    int? MinutesEach,
    int Looked,
    int Flawed,
    IReadOnlyList<string> Alone,
    string Words
);

/// <summary>Compares two units by the log.</summary>
public static class StepPays
{
    /// <summary>The comparison.</summary>
    /// <exception cref="RefusedException">One of them is not known, or they are the same.</exception>
    public static StepPaysView Of(BenchIndex bench, Guid one, Guid other)
    {
        if (one == other)
            throw new RefusedException(new Refusal("other", "That is the same unit twice.", "Choose another unit."));
        var (first, second) = (Of(bench, "one", one), Of(bench, "other", other));
        var (a, b) = (View(first, second), View(second, first));
        return new(a, b, Says(a, b));
    }

    private sealed record Log(Unit Unit, int Models, int? MinutesEach, int Looked, int Flawed, HashSet<StepKind> Done);

    private static Log Of(BenchIndex bench, string field, Guid id)
    {
        var unit = bench.Whole.Units.Find(u => u.Id == id) ?? throw Edit.Missing(field, id, "unit");
        var batches = bench.Whole.Batches.Where(b => b.UnitId == id).Select(b => b.Id).ToHashSet();
        var steps = bench.Whole.Steps.Where(s => batches.Contains(s.BatchId)).ToList();
        var ticks = steps.SelectMany(s => bench.TicksOf[s.Id].Select(t => (s.Key.Kind, t.ModelId))).ToList();
        var models = ticks.Select(t => t.ModelId).Distinct().Count();
        var minutes = steps
            .SelectMany(s => bench.SpellsOf[s.Id])
            .Where(s => s.EndedAt is not null)
            .Sum(s => (s.EndedAt!.Value - s.BeganAt).TotalMinutes);
        var flawed = batches.SelectMany(bench.FlawsOf).Select(f => f.ModelId).ToHashSet();
        var looked = ticks.Where(t => t.Kind.IsGate()).Select(t => t.ModelId).Concat(flawed).Distinct().Count();
        return new(
            unit,
            models,
            models == 0 ? null : (int)Math.Round(minutes / models),
            looked,
            flawed.Count,
            [.. ticks.Select(t => t.Kind).Where(k => !k.IsGate())]
        );
    }

    private static PaidUnitView View(Log log, Log other) =>
        new(
            log.Unit.Id,
            log.Unit.Name,
            log.Models,
            log.MinutesEach,
            log.Looked,
            log.Flawed,
            [.. log.Done.Except(other.Done).InOrder().Select(k => Sentence.Within(StepWords.For(k).Title))],
            log.Models == 0
                ? "nothing was done to it yet"
                : $"{Sentence.Counted(log.Models, "model")}, {Clockface.Hands(log.MinutesEach!.Value)} hands-on each; "
                    + (log.Looked == 0 ? "none looked at yet" : $"{log.Flawed} of {log.Looked} looked at had a flaw")
        );

    private static string Says(PaidUnitView one, PaidUnitView other)
    {
        var found = Association.Fisher(one.Flawed, one.Looked - one.Flawed, other.Flawed, other.Looked - other.Flawed);
        // Higher: how likely the first's rate is the higher one.
        var (better, worse) = found.Higher < 0.5 ? (one, other) : (other, one);
        var paid =
            better.MinutesEach is { } more && worse.MinutesEach is { } less && more != less
                ? $", for {Clockface.Hands(Math.Abs(more - less))} a model {(more > less ? "more" : "less")}"
                : "";
        var sure = Sentence.Within(Share.Likely(Math.Max(found.Higher, 1 - found.Higher)));
        return found.Say switch
        {
            "too_few" => "Too few to say anything: from eight models looked at and two flaws on, it begins to mean something.",
            "likely_link" => $"{better.Unit} came out with fewer flaws{paid}; {sure} that this is no chance. It proves no more than that: "
                + "material, air and practice may differ too.",
            "hint" => $"A hint, no more ({sure}): {better.Unit} has fewer flaws{paid}. Another unit done each way would tell.",
            _ => "No sign that either comes out better: what one of them got more did not show in flaws.",
        };
    }
}
