using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>Lays what is on the bench before the judge of the rule book.</summary>
public static class BenchPermission
{
    /// <summary>The judge of a batch as it stands at a moment.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="batch">The batch.</param>
    /// <param name="models">The models asked about.</param>
    /// <param name="now">The moment.</param>
    /// <param name="asksTheAir">False where the air is asked apart.</param>
    public static PermissionEvaluator Of(
        BenchIndex bench,
        Batch batch,
        IReadOnlyList<BenchModel> models,
        Instant now,
        bool asksTheAir = true
    )
    {
        var steps = bench.StepsOf[batch.Id].ToList();
        var done = steps
            .GroupBy(s => (s.Key.Kind, s.Key.IsAgain))
            .Where(g => g.All(s => (s.RepairId is not null && !g.Key.IsAgain) || models.All(m => bench.IsDone(s.Id, m.Id))))
            .Select(g => new CompletedStep(g.Key.Kind, null, g.SelectMany(s => bench.TicksOf[s.Id]).Select(t => (Instant?)t.At).Max())
            {
                Method = g.First().Amounts.Method,
            });
        var ids = models.Select(m => m.Id).ToHashSet();
        var coats = steps.SelectMany(s => bench.CoatsOf(s.Id)).Where(c => c.ModelIds.Any(ids.Contains)).Select(c => Laid(bench, c));
        var history = new WorkHistory([.. done], [.. coats])
        {
            InPart = steps
                .Where(s => PaintPasses.Makes(s.Key.Kind) && models.All(m => bench.IsDone(s.Id, m.Id)))
                .Select(s => s.Key.Kind)
                .ToHashSet(),
        };
        return new PermissionEvaluator(bench.State.JobOf(batch), history, now, null, RuleBook.Trade)
        {
            RoomWetUntil = RoomWetness.Until(bench, now, batch.Id),
            Sprayed = !asksTheAir
                ? null
                : (kind, way) => SprayManner.Of(bench, batch.Id, kind, way) is { } manner ? AirNow.Of(bench, manner, now) : null,
        };
    }

    /// <summary>A coat of the bench as the judge and a diagnosis see it: when it is ready for what, and when its label shuts it.</summary>
    public static LaidCoat Laid(BenchIndex bench, Coat coat) =>
        new(coat.Step, null, coat.Product, coat.EndedAt, stage => bench.TimesOf(coat, stage))
        {
            Window =
                bench.Drying.ShutAfter(coat) is { } shut && bench.TimesOf(coat, Readiness.Recoat) is { } recoat
                    ? new RecoatWindow(recoat.Sure, shut.Closes, shut.Reopens)
                    : null,
        };
}
