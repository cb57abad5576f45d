using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Inspections;

/// <summary>All that a log says about the causes of a flaw.</summary>
/// <remarks>Each fact looks at its own cause alone, so that one for a cause never lowers its odds, whatever else is known. Where several
/// coats could show the flaw, the one that speaks loudest for a cause counts. The ratios are a rule of thumb: 2 a hint, 3 to 5 plain, 8 and
/// more what the trade would call the reason at once; below 1, how often a log reads so although it was this cause.</remarks>
public static class Evidence
{
    /// <summary>The facts, for and against.</summary>
    public static IReadOnlyList<Fact> Of(EvidenceContext scene) =>
        [
            .. SprayEvidence.Of(scene),
            .. WaitEvidence.Of(scene),
            .. SurfaceEvidence.Of(scene),
            .. FillEvidence.Of(scene),
            .. TransferEvidence.Of(scene),
            .. MaterialEvidence.Of(scene),
        ];

    // Of what several coats or waits say of one cause: the loudest word for it; where none speaks for it, the loudest against it.
    internal static IEnumerable<Fact> Loudest(IEnumerable<Fact?> facts)
    {
        var all = facts.OfType<Fact>().ToList();
        if ((all.Where(f => f.Ratio > 1).MaxBy(f => f.Ratio) ?? all.MinBy(f => f.Ratio)) is { } loudest)
            yield return loudest;
    }

    // What waits say of one cause: cut short for it, the shorter the louder; surely kept against it.
    internal static IEnumerable<Fact?> Waited(CauseId cause, double against, IEnumerable<KeptWait> waits, double? cutShort = null) =>
        waits.Select(w =>
            w.CutShort ? new Fact(cause, cutShort ?? (w.Kept < w.Usual / 2 ? 9 : 5), w.Text)
            : w.IsSure ? new Fact(cause, against, w.Text)
            : null
        );

    internal static string Lasts(Instant from, Instant until) => Clockface.Lasts((long)(until - from).TotalMinutes);

    internal static string Number(double value) => value.ToString("0.#", System.Globalization.CultureInfo.InvariantCulture);
}
