namespace Hexaprep.Craft.Computation;

/// <summary>When a coat may be recoated, minutes after it: some solvent products early or late, never between.</summary>
/// <param name="Allowed">Stretches, ascending; the last is open where its end is null.</param>
/// <param name="FirstClosed">True when the first stretch closes before it opens.</param>
/// <param name="Forbidden">The stretch between, its end null when it never reopens without sanding; null when nothing is forbidden.</param>
public sealed record RecoatTimes(IReadOnlyList<(double From, double? To)> Allowed, bool FirstClosed, (double From, double? To)? Forbidden)
{
    /// <summary>The label's numbers in air that makes everything slower or faster. Never looser than the label: a closing time is not
    /// lengthened, an opening
    /// or reopening not shortened.</summary>
    /// <param name="recoat">Opening, minutes, at least 0.</param>
    /// <param name="close">Closing, minutes, above the opening; null for none.</param>
    /// <param name="reopen">Reopening, minutes, above the closing; null for never.</param>
    /// <param name="factor">Drying in this air against the reference, above 0.</param>
    public static RecoatTimes Of(double recoat, double? close, double? reopen, double factor)
    {
        var opens = recoat * Math.Max(1, factor);
        if (close is not { } label)
            return new([(opens, null)], false, null);
        var closes = label * Math.Min(1, factor);
        var reopens = reopen * Math.Max(1, factor);
        var shut = closes <= opens;
        var allowed = new List<(double, double?)>();
        if (!shut)
            allowed.Add((opens, closes));
        if (reopens is { } r)
            allowed.Add((r, null));
        return new(allowed, shut, (shut ? 0 : closes, reopens));
    }

    /// <summary>The first permitted moment at or after another; null when there is none.</summary>
    public static double? Next(double t, IReadOnlyList<(double From, double? To)> allowed)
    {
        foreach (var (from, to) in allowed.OrderBy(a => a.From))
        {
            if (to is { } end && t > end)
                continue;
            return Math.Max(t, from);
        }
        return null;
    }
}
