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
    public static Decision List(BenchIndex bench, Guid batchId, int version, IReadOnlyList<string>? lines, Instant now, Func<Guid> newId) =>
        ListEdits.Set(
            bench,
            batchId,
            version,
            "gaps",
            t => t.WithGaps(lines is null ? null : Read(lines)),
            t => t.GapList?.Lines,
            now,
            newId
        );

    private static GapList Read(IReadOnlyList<string> lines)
    {
        ListEdits.CheckLength(lines, GapList.Most * GapList.LongestLine, "gaps", $"Name at most {GapList.Most} gaps.");
        return GapList.Read(lines, out var wrong) ?? throw new RefusedException(new Refusal("gaps", wrong.Message, wrong.Remedy));
    }
}
