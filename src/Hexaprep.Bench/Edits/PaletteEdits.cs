using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>The colours that a batch will be painted in.</summary>
public static class PaletteEdits
{
    /// <summary>Lists the colours as they are to be, and derives the route again.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="batchId">The batch.</param>
    /// <param name="version">The version the list was made from.</param>
    /// <param name="lines">The colours as <see cref="Palette"/> reads them; null forgets them.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <exception cref="RefusedException">The lines are no palette, or someone changed the batch since.</exception>
    public static Decision List(BenchIndex bench, Guid batchId, int version, IReadOnlyList<string>? lines, Instant now, Func<Guid> newId) =>
        ListEdits.Set(
            bench,
            batchId,
            version,
            "palette",
            t => t with { Palette = lines is null ? null : Read(lines) },
            t => t.Palette?.Lines,
            now,
            newId
        );

    private static Palette Read(IReadOnlyList<string> lines)
    {
        ListEdits.CheckLength(lines, Palette.Most * Palette.LongestLine, "palette", $"Name at most {Palette.Most} colours.");
        return Palette.Read(lines, out var wrong) ?? throw new RefusedException(new Refusal("palette", wrong.Message, wrong.Remedy));
    }
}
