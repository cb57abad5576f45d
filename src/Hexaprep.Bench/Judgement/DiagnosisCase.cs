using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>What the bench's own log knows of a batch, as a gate reads it: the same that a file would tell.</summary>
public static class DiagnosisCase
{
    private static readonly FlawKind[] OfMarks = [FlawKind.Silvering, FlawKind.Bubble, FlawKind.Wrinkle, FlawKind.Tear, FlawKind.FilmEdge];

    // What work leaves, whatever lies over it.
    private static readonly FlawKind[] OfWork =
    [
        FlawKind.Line,
        FlawKind.Nub,
        FlawKind.Gouge,
        FlawKind.Fuzzy,
        FlawKind.Gap,
        FlawKind.Seam,
        FlawKind.Loose,
        FlawKind.Bent,
    ];

    /// <summary>The log of some models of a batch.</summary>
    public static GateCase Of(BenchIndex bench, Guid batchId, IReadOnlyCollection<Guid> models, Instant now)
    {
        var job = bench.State.JobOf(bench.Batches[batchId]);
        var steps = bench.AllStepsOf[batchId].ToList();
        var done =
            from step in steps
            let ticks = bench.TicksOf[step.Id].Where(t => models.Contains(t.ModelId)).ToList()
            where ticks.Count > 0
            orderby ticks.Max(t => t.At)
            select new CaseDeed(step.Key.Kind, ticks.Max(t => t.At));
        var skipped = job.Changes.Where(c => c.Kind == ChangeKind.Skip).Select(c => new CaseDeed(c.Step, null) { LeftOut = true });
        var coats = steps.SelectMany(s => bench.CoatsOf(s.Id)).Where(c => c.ModelIds.Any(models.Contains)).OrderBy(c => c.StartedAt);
        return new GateCase(job, [.. done, .. skipped], [.. coats.Select(c => Coat(bench, c))], now, RuleBook.Trade);
    }

    private static CaseCoat Coat(BenchIndex bench, Coat coat)
    {
        var label = bench.Drying.LabelOf(Product.Of(coat));
        var read = Read(bench, coat);
        return new CaseCoat(BenchPermission.Laid(bench, coat))
        {
            Method = coat.Method,
            Number = coat.Number,
            // Normal is what a coat is taken for until somebody says otherwise: no evidence.
            Film = coat.Film == Film.Normal ? null : coat.Film,
            StartedAt = coat.StartedAt,
            AirC = coat.AirC ?? read?.AirC,
            HumidityPct = coat.HumidityPct ?? read?.HumidityPct,
            WindMs = coat.Method == "spray_can" ? read?.WindMs : null,
            Label = label is null ? CaseLabel.None : new(label.RecoatMin, label.RecoatMax, label.MinTempC, label.MaxHumidityPct),
        };
    }

    // A can is used outdoors, all else at the bench.
    private static AirReading? Read(BenchIndex bench, Coat coat) =>
        coat.Method == "spray_can" ? bench.Drying.OutdoorsAt(coat.StartedAt) : bench.Drying.ReadingAt(coat.StartedAt);

    /// <summary>The step whose coat or work shows what is seen at a step on a model.</summary>
    public static StepKind ShownAt(BenchIndex bench, BenchStep at, Guid model, FlawKind? kind)
    {
        bool Carries(BenchStep s) => bench.LastCoat(s.Id, model) is not null;
        var before = bench.StepsOf[at.BatchId].TakeWhile(s => s.Id != at.Id).Append(at).ToList();
        if (
            kind is { } k
            && OfMarks.Contains(k)
            && before.FindLast(s => s.Key.Kind is StepKind.SoftenTransfer or StepKind.PlaceTransfer && Carries(s)) is { } marks
        )
            return marks.Key.Kind;
        var film = at.Key.Kind.Coats() && Carries(at) ? at : before.FindLast(s => s.Key.Kind.Coats() && Carries(s));
        // A look at work that leaves no film shows that work.
        var looked = StepDefinition.Of(at.Key.Kind).LooksAt;
        return looked is { } work && (film is null || (!work.Coats() && kind is { } left && OfWork.Contains(left)))
            ? work
            : film?.Key.Kind ?? at.Key.Kind;
    }

    /// <summary>The cause that the log names for a flaw; null where it names none.</summary>
    public static CauseId? CauseOf(BenchIndex bench, Flaw flaw, Instant now)
    {
        if (Seen(bench, [flaw]) is not { } seen)
            return null;
        var found = Diagnosis.Of(Of(bench, bench.Steps[flaw.StepId].BatchId, [flaw.ModelId], now), seen);
        return found.Named?.Id;
    }

    /// <summary>Open flaws that are one: of a kind, seen at one step, with the same coat, none in repair yet.</summary>
    public static IReadOnlyList<Flaw> Alike(BenchIndex bench, Flaw flaw) =>
        [
            .. bench
                .FlawsOf(bench.Steps[flaw.StepId].BatchId)
                .Where(f =>
                    f.Id == flaw.Id
                    || (
                        f.MendedAt is null
                        && f.Kind is not null
                        && f.Kind == flaw.Kind
                        && f.StepId == flaw.StepId
                        && f.RepairId == flaw.RepairId
                        && f.End is null
                    )
                ),
        ];

    /// <summary>A group of flaws as it is seen; null for one told in free words.</summary>
    public static SeenFlaw? Seen(BenchIndex bench, IReadOnlyList<Flaw> alike) =>
        alike[0] is not { Kind: { } kind } first
            ? null
            : new SeenFlaw(
                kind,
                ShownAt(bench, bench.Steps[first.StepId], first.ModelId, kind),
                alike.Select(f => f.ModelId).Distinct().Count(),
                [.. alike.Select(f => f.Place).Distinct()]
            );
}
