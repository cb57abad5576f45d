using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Craft.Inspections;

/// <summary>A wait of the log: something that lay there when the next thing was done.</summary>
/// <param name="Below">What lay there.</param>
/// <param name="By">What was done over it.</param>
/// <param name="Coat">The coat that was laid over it; null for work that leaves none.</param>
/// <param name="Stage">The readiness it waits for.</param>
/// <param name="Kept">Minutes that were waited.</param>
/// <param name="Usual">Minutes it usually needs for that.</param>
/// <param name="Sure">Minutes after which it surely is ready.</param>
public sealed record KeptWait(CaseCoat Below, StepKind By, CaseCoat? Coat, Readiness Stage, double Kept, double Usual, double Sure)
{
    /// <summary>Not even the usual time was waited.</summary>
    public bool CutShort => Kept < Usual - 0.5;

    /// <summary>It was surely ready.</summary>
    public bool IsSure => Kept >= Sure - 0.5;

    /// <summary>What was waited against what it needs.</summary>
    public string Text =>
        CutShort
            ? $"{StepWords.For(By).Title} came {Clockface.Lasts((long)Kept)} after {Name}, "
                + $"which usually needs {Clockface.Lasts((long)Math.Ceiling(Usual))}."
            : $"{Sentence.Opened(Name)} was given {Clockface.Lasts((long)Kept)}; {Clockface.Lasts((long)Math.Ceiling(Sure))} is safe.";

    private string Name =>
        Below.Laid.Product == ProductClass.Water
            ? "the water"
            : $"the {MethodWords.Of(Below.Laid.Product)} of {StepWords.For(Below.Laid.Step).Title.ToLowerInvariant()}";
}

/// <summary>A flaw before the log: the coats that show it, what lay under them, what came after.</summary>
public sealed class EvidenceContext
{
    /// <summary>Sets the scene.</summary>
    public EvidenceContext(GateCase log, SeenFlaw flaw)
    {
        (Log, Flaw) = (log, flaw);
        Shown = [.. log.Coats.Where(c => c.Laid.Step == flaw.Step)];
        Waits = [.. Between(log)];
    }

    /// <summary>The log.</summary>
    public GateCase Log { get; }

    /// <summary>The flaw.</summary>
    public SeenFlaw Flaw { get; }

    /// <summary>The coats of the step that shows it.</summary>
    public IReadOnlyList<CaseCoat> Shown { get; }

    /// <summary>Every wait of the log, kept or cut short, that a rule asks for.</summary>
    public IReadOnlyList<KeptWait> Waits { get; }

    /// <summary>Those in which one of the coats that show it was laid over something.</summary>
    public IEnumerable<KeptWait> Under => Waits.Where(w => w.By == Flaw.Step);

    /// <summary>Those in which something was done over the coats that show it.</summary>
    public IEnumerable<KeptWait> Over => Waits.Where(w => w.Below.Laid.Step == Flaw.Step && w.By != Flaw.Step);

    private static IEnumerable<KeptWait> Between(GateCase log)
    {
        var demands = new DrynessRequirements(log.Job, log.Book);
        // What was done, with its coat where it left one; a deed's moment is its end, and says at least that much.
        var events = log
            .Coats.Select(c => (c.Laid.Step, Coat: (CaseCoat?)c, At: c.Begun))
            .Concat(
                log.Done.Where(d => !d.LeftOut && log.Coats.All(c => c.Laid.Step != d.Step)).Select(d => (d.Step, (CaseCoat?)null, d.At))
            );
        foreach (var (step, coat, at) in events)
        {
            if (at is not { } begun)
                continue;
            var way = new Technique(coat?.Method, coat?.Laid.Product);
            // Of each step below, its last coat before this.
            var below = log
                .Coats.Where(c =>
                    !ReferenceEquals(c, coat) && c.Laid.EndedAt is { } end && (coat is null ? end < begun : end <= begun) && c.Begun < begun
                )
                .GroupBy(c => (c.Laid.Step, c.Laid.Piece))
                .Select(g => g.MaxBy(c => c.Laid.EndedAt)!);
            foreach (var lies in below)
            {
                foreach (var (_, stage, least) in demands.Of(step, way, lies.Laid))
                {
                    if (Wait(lies, step, coat, begun, stage, least) is { } wait)
                        yield return wait;
                }
            }
        }
    }

    private static KeptWait? Wait(CaseCoat lies, StepKind step, CaseCoat? coat, Instant begun, Readiness stage, int least)
    {
        if (lies.Laid.EndedAt is not { } end || lies.Laid.Times(stage) is not { } times)
            return null;
        double After(Instant at) => Math.Max(least, (at - end).TotalMinutes);
        // A label's own minutes stand in place of the class's.
        var asked = stage == Readiness.Recoat ? lies.Label.RecoatMin : null;
        return new KeptWait(
            lies,
            step,
            coat,
            stage,
            (begun - end).TotalMinutes,
            asked ?? After(times.Usual),
            asked is { } label ? Math.Max(label, After(times.Sure)) : After(times.Sure)
        );
    }
}
