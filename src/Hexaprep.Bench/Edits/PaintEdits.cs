using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>How a batch is painted: its list of passes.</summary>
public static class PaintEdits
{
    /// <summary>Lays the list out as it is to be, and derives the route again.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="batchId">The batch.</param>
    /// <param name="version">The version the list was made from.</param>
    /// <param name="lines">A line a pass; null for the usual list of its tier, empty for one pass.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <exception cref="RefusedException">A line is no pass, the list begins with no colour, takes more than a batch may, would lose what
    /// is painted, or someone changed the batch since.</exception>
    public static Decision PaintAs(BenchIndex bench, Guid batchId, int version, IReadOnlyList<string>? lines, Instant now, Func<Guid> newId)
    {
        var passes = lines is null ? null : Read(lines);
        return RosterEdits.EditBatch(
            bench,
            batchId,
            version,
            traits =>
            {
                var changed = traits.WithPasses(passes);
                var most = RowCheck.Of<BatchRow>(nameof(BatchRow.PaintMin)).Most;
                if (changed.PaintMinutes > most)
                    throw Refuse("passes", $"{changed.PaintMinutes} min a model are more than {most}.", "Give the passes less time.");
                KeepWhatIsPainted(bench, bench.Batches[batchId], changed);
                return changed;
            },
            now,
            newId
        );
    }

    private static List<PaintPass> Read(IReadOnlyList<string> lines)
    {
        if (lines.Count > PaintPass.Most)
            throw Refuse("passes", $"{lines.Count} passes are more than {PaintPass.Most}.", "Lay some of them together.");
        var passes = new List<PaintPass>();
        foreach (var (i, line) in lines.Index())
            passes.Add(PaintPass.Read(line ?? "", out var wrong) ?? throw Refuse($"passes[{i}]", wrong.Message, wrong.Remedy));
        if (passes is [{ Kind: not PassKind.Colour }, ..])
            throw Refuse("passes[0]", $"'{passes[0].Name}' has no colour under it.", "Put a colour first.");
        return passes;
    }

    // What was begun stays where it is: the steps up to it, and as many passes as some model has had.
    private static void KeepWhatIsPainted(BenchIndex bench, Batch batch, BatchTraits changed)
    {
        var (was, will) = (PaintPasses.Of(bench.State.JobOf(batch)), PaintPasses.Of(bench.State.JobOf(batch with { Traits = changed })));
        var steps = bench.StepsOf[batch.Id].Where(s => s.RepairId is null).ToDictionary(s => s.Key);
        var begun = was.ToList().FindLastIndex(s => steps.TryGetValue(s.Key, out var step) && bench.HasHistory(step.Id));
        static HashSet<string> Names(IEnumerable<PaintStretch> steps) =>
            steps.SelectMany(s => s.Passes).Select(p => p.Name).ToHashSet(StringComparer.OrdinalIgnoreCase);
        var (old, called) = (Names(was), Names(will));
        for (var i = 0; i <= begun; i++)
        {
            var step = steps.GetValueOrDefault(was[i].Key);
            var had =
                step is null ? 0
                : bench.TicksOf[step.Id].Any() || i < begun ? was[i].Passes.Count
                : bench.PassTicksOf[step.Id].Select(t => t.Pass).DefaultIfEmpty(0).Max();
            if (i >= will.Count || will[i].Key != was[i].Key || !Keeps([.. was[i].Passes.Take(had)], will[i].Passes, old, called))
                throw new RefusedException(
                    new Refusal(
                        "passes",
                        $"'{was[i].Passes[Math.Max(0, had - 1)].Name}' is on models already: the list up to it stays as it is.",
                        "Change what comes after it, or take its ticks back first.",
                        RefusalKind.Conflict
                    )
                );
        }
    }

    // Each where it was, by its name. One that is called otherwise stays in its place: its old name is gone, its new one was not there.
    private static bool Keeps(IReadOnlyList<PaintPass> had, IReadOnlyList<PaintPass> passes, HashSet<string> old, HashSet<string> now) =>
        had.Index()
            .All(h =>
                passes.ElementAtOrDefault(h.Index)?.Name is { } name
                && (old.Comparer.Equals(name, h.Item.Name) || (!now.Contains(h.Item.Name) && !old.Contains(name)))
            );

    private static RefusedException Refuse(string field, string message, string remedy) => new(new Refusal(field, message, remedy));
}
