using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>Lists that are kept with a batch in a person's words, a line a thing: its gaps, its colours.</summary>
internal static class ListEdits
{
    /// <summary>Lists things as they are to be, and derives the route again.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="batchId">The batch.</param>
    /// <param name="version">The version the list was made from.</param>
    /// <param name="what">What the logbook calls it.</param>
    /// <param name="changed">The batch's traits with the list.</param>
    /// <param name="lines">The lines of the list in a batch's traits.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <exception cref="RefusedException">Someone changed the batch since, or it is not on the bench.</exception>
    public static Decision Set(
        BenchIndex bench,
        Guid batchId,
        int version,
        string what,
        Func<BatchTraits, BatchTraits> changed,
        Func<BatchTraits, IReadOnlyList<string>?> lines,
        Instant now,
        Func<Guid> newId
    )
    {
        var batch = bench.Batches.GetValueOrDefault(batchId);
        Edit.Check(batch?.Version, version, "batch");
        Edit.OnBench(bench, batchId);
        var next = batch! with { Traits = changed(batch.Traits), Version = version + 1 };
        return new Decision(
            what,
            now,
            null,
            new
            {
                batchId,
                from = lines(batch.Traits),
                to = lines(next.Traits),
            },
            Rederive.LeavingHands(bench, Rederive.After(bench, [new Change.BatchSet(next)], [batchId], now, newId))
        );
    }

    /// <summary>Refuses a list that is longer than any that is read.</summary>
    /// <param name="lines">The list.</param>
    /// <param name="longest">The most characters of all lines.</param>
    /// <param name="field">What it is called outside.</param>
    /// <param name="remedy">What to do instead.</param>
    public static void CheckLength(IReadOnlyList<string> lines, int longest, string field, string remedy)
    {
        if (lines.Sum(l => (long)(l?.Length ?? 0)) > longest)
            throw new RefusedException(new Refusal(field, "The list is too long.", remedy));
    }
}
