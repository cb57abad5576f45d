using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>The gaps of a batch's models, measured once for all of them.</summary>
public static class GapEdits
{
    /// <summary>Lists the gaps as they are to be, and derives the route again.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="batchId">The batch.</param>
    /// <param name="version">The version the list was made from.</param>
    /// <param name="lines">The gaps as <see cref="GapList"/> reads them; null forgets them, and keeps their size in a word.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <exception cref="RefusedException">The lines are no gaps, or someone changed the batch since.</exception>
    public static Decision List(BenchIndex bench, Guid batchId, int version, IReadOnlyList<string>? lines, Instant now, Func<Guid> newId)
    {
        var batch = bench.Batches.GetValueOrDefault(batchId);
        Edit.Check(batch?.Version, version, "batch");
        Edit.OnBench(bench, batchId);
        var changed = batch! with { Traits = batch.Traits.WithGaps(lines is null ? null : Read(lines)), Version = version + 1 };
        return new Decision(
            "gaps",
            now,
            null,
            new
            {
                batchId,
                from = batch.Traits.GapList?.Lines,
                to = changed.Traits.GapList?.Lines,
            },
            Rederive.LeavingHands(bench, Rederive.After(bench, [new Change.BatchSet(changed)], [batchId], now, newId))
        );
    }

    private static GapList Read(IReadOnlyList<string> lines) =>
        lines.Sum(l => (long)(l?.Length ?? 0)) > GapList.Most * GapList.LongestLine
            ? throw new RefusedException(new Refusal("gaps", "The list is too long.", $"Name at most {GapList.Most} gaps."))
            : GapList.Read(lines, out var wrong) ?? throw new RefusedException(new Refusal("gaps", wrong.Message, wrong.Remedy));
}
