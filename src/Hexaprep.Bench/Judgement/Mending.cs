using Hexaprep.Bench.State;
using Hexaprep.Craft.Inspections;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>What a batch's flaws will take whose repair nobody has chosen yet: by the cheapest repair that is possible. The models go on
/// behind it.</summary>
/// <param name="StepId">The step at which the first of them was seen: there the repair is chosen.</param>
/// <param name="Models">How many models they hold.</param>
/// <param name="HandsMinutes">Minutes of hands, at least 1.</param>
/// <param name="WaitMinutes">What dries after it, minutes.</param>
/// <param name="Words">The first flaw, with its place.</param>
public sealed record Mending(Guid StepId, int Models, int HandsMinutes, int WaitMinutes, string Words)
{
    // A look, a tool, a touch: where no repair of the trade is known.
    private const int UnknownMinutes = 5;

    /// <summary>What a batch's flaws without a chosen repair will take; null where it has none.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="batchId">The batch.</param>
    /// <param name="now">The moment.</param>
    public static Mending? Of(BenchIndex bench, Guid batchId, Instant now)
    {
        var open = bench.FlawsOf(batchId).Where(f => f.AwaitsRepair).ToList();
        if (open.Count == 0)
            return null;
        var (hands, wait, told) = (0, 0, new HashSet<Guid>());
        foreach (var flaw in open)
        {
            if (!told.Add(flaw.Id))
                continue;
            var alike = DiagnosisCase.Alike(bench, flaw);
            told.UnionWith(alike.Select(f => f.Id));
            var (minutes, waits) = Cheapest(bench, batchId, alike, now);
            (hands, wait) = (hands + minutes, Math.Max(wait, waits));
        }
        var first = open[0];
        var step = bench.Steps[first.StepId] is { NotNeeded: null } seen
            ? seen.Id
            : bench.StepsOf[batchId].Select(s => s.Id).DefaultIfEmpty(first.StepId).First();
        return new(step, open.Select(f => f.ModelId).Distinct().Count(), Math.Max(1, hands), wait, $"{first.Words}, {first.Place}");
    }

    /// <summary>Minutes of hands that some batches still ask for: every step for every model that is not through it, and the mending of
    /// what was found.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="batchIds">The batches.</param>
    /// <param name="now">The moment.</param>
    public static int HandsLeft(BenchIndex bench, IEnumerable<Guid> batchIds, Instant now) =>
        batchIds.Sum(b => bench.StepsOf[b].Sum(s => PaintSessions.HandsLeft(bench, s, now)) + (Of(bench, b, now)?.HandsMinutes ?? 0));

    private static (int Minutes, int Wait) Cheapest(BenchIndex bench, Guid batchId, IReadOnlyList<Flaw> alike, Instant now)
    {
        if (DiagnosisCase.Seen(bench, alike) is not { } seen)
            return (UnknownMinutes * alike.Count, 0);
        var models = alike.Select(f => f.ModelId).Distinct().ToList();
        var repair = Repairs
            .Of(DiagnosisCase.Of(bench, batchId, models, now), seen)
            .FirstOrDefault(r => r.Bars.Count == 0 && r.Steps.Count > 0);
        return repair is null ? (UnknownMinutes * models.Count, 0) : (repair.Minutes, repair.WaitMinutes);
    }
}
