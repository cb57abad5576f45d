using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Permissions;

/// <summary>A step that is done.</summary>
/// <param name="Step">Its kind.</param>
/// <param name="Piece">The piece it was done on; null for the whole model.</param>
/// <param name="At">When it ended; null when nobody noted it.</param>
public sealed record CompletedStep(StepKind Step, int? Piece, Instant? At)
{
    /// <summary>How it was done; null where nobody noted it: the trade's own way.</summary>
    public string? Method { get; init; }
}

/// <summary>A film, glue, filler or water that was left on.</summary>
/// <param name="Step">The step that left it.</param>
/// <param name="Piece">The piece it is on; null for the whole model.</param>
/// <param name="Product">What it is.</param>
/// <param name="EndedAt">When the work ended; null while it goes on.</param>
/// <param name="Times">Its early, usual and sure moment for a readiness; null while the work goes on, or where the product has no such
/// stage.</param>
public sealed record LaidCoat(StepKind Step, int? Piece, ProductClass Product, Instant? EndedAt, Func<Readiness, SafeTimes?> Times)
{
    /// <summary>The label's window for the next coat, as moments; null without a label.</summary>
    public RecoatWindow? Window { get; init; }

    /// <summary>Why the present air keeps it from ever drying; null when it dries.</summary>
    public string? Stalled { get; init; }
}

/// <summary>When a label allows the next coat: from <paramref name="Opens"/> to <paramref name="Closes"/>, and again from <paramref
/// name="Reopens"/>.</summary>
/// <param name="Opens">The later of the label and the sure recoat.</param>
/// <param name="Closes">Never later than the label says; null when it does not close.</param>
/// <param name="Reopens">Null when it never opens again without keying the surface.</param>
public sealed record RecoatWindow(Instant Opens, Instant? Closes, Instant? Reopens)
{
    /// <summary>It would close before it opens: the first window does not exist.</summary>
    public bool FirstIsShut => Closes is { } closes && Opens > closes;

    /// <summary>The window of a coat by its label.</summary>
    /// <param name="ended">The end of the coat.</param>
    /// <param name="sureRecoat">When it may surely be recoated, whatever the label says.</param>
    /// <param name="factor">How much slower than at the reference it dries: it delays opening and reopening, and never the closing.</param>
    /// <param name="least">The label's least minutes, null when it gives none.</param>
    /// <param name="most">The label's most minutes, null when it never closes.</param>
    /// <param name="reopen">Minutes after which it opens again, null for never.</param>
    public static RecoatWindow Of(Instant ended, Instant sureRecoat, double factor, int? least, int? most, int? reopen)
    {
        Instant After(double minutes) => ended + Duration.FromSeconds(Math.Ceiling(minutes * 60 - 1e-6));
        Instant Later(int minutes) => After(minutes * Math.Max(1, factor));
        return new(
            Instant.Max(sureRecoat, Later(least ?? 0)),
            most is { } m ? ended + Duration.FromSeconds(Math.Floor(m * Math.Min(1, factor) * 60 + 1e-6)) : null,
            reopen is { } r ? Instant.Max(sureRecoat, Later(r)) : null
        );
    }
}

/// <summary>What was done with a model or batch so far, and what lies on it.</summary>
/// <param name="Done">Steps that ended; a kind listed twice was done twice.</param>
/// <param name="Coats">What was left on, oldest first.</param>
public sealed record WorkHistory(IReadOnlyList<CompletedStep> Done, IReadOnlyList<LaidCoat> Coats)
{
    /// <summary>Nothing yet.</summary>
    public static readonly WorkHistory None = new([], []);

    /// <summary>Kinds of painting of which a session, a shade or a round of masks is done, whatever is still to come of them.</summary>
    public IReadOnlySet<StepKind> InPart { get; init; } = new HashSet<StepKind>();

    /// <summary>The same for one piece: what was done on it or on the whole model.</summary>
    public WorkHistory For(int? piece) =>
        piece is null
            ? this
            : this with
            {
                Done = [.. Done.Where(d => d.Piece is null || d.Piece == piece)],
                Coats = [.. Coats.Where(c => c.Piece is null || c.Piece == piece)],
            };

    /// <summary>True when the step is done: on the whole model, or on every piece that is known.</summary>
    public bool Did(StepKind step)
    {
        var on = Done.Where(d => d.Step == step).Select(d => d.Piece).ToHashSet();
        return on.Contains(null) || (on.Count > 0 && Pieces().All(p => on.Contains(p)));
    }

    /// <summary>True when the step was done after the other one, or done at all when the other was not.</summary>
    public bool DidAfter(StepKind step, StepKind other)
    {
        if (!Did(step) || Coats.Any(c => c.Step == other && c.EndedAt is null))
            return false;
        var since = Done.Where(d => d.Step == other)
            .Select(d => d.At)
            .Concat(Coats.Where(c => c.Step == other).Select(c => c.EndedAt))
            .Max();
        return since is null || Done.Any(d => d.Step == step && (d.At is null || d.At >= since));
    }

    private IEnumerable<int?> Pieces() => Done.Select(d => d.Piece).Concat(Coats.Select(c => c.Piece)).Where(p => p is not null).Distinct();
}
