using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Planning.Problem;

/// <summary>What a step waits for, and what it holds meanwhile.</summary>
public sealed partial class ProblemBuilder
{
    // Shorter than any night.
    private const int LookWithinMinutes = 240,
        PlacedWithinMinutes = 240;

    private IEnumerable<PlanArc> ArcsInto(BenchStep step, string mark, DraftedSteps drafted, bool together)
    {
        var to = drafted.Of(step.Id, mark)!;
        foreach (var edge in _bench.EdgesInto[step.Id])
        {
            var from = _bench.Steps[edge.From];
            var (open, late) = (drafted.Of(edge.From), drafted.Of(edge.From, PlanIds.Late));
            // A repair holds its own models: the batch only where it waits for them.
            if (from.RepairId is not null && step.RepairId is null && mark.Length == 0 && !together)
                continue;
            // The models of a repair have been through what their flaw was seen on.
            if (step.RepairId is not null && from.RepairId is null)
                (open, late) = (null, null);
            // What comes behind the step in hand is waited for too.
            if (mark.Length == 0 && together && late is not null)
                yield return new PlanArc(late, to, ByTest.Minutes(_bench, edge, from, _now));
            var behind = mark.Length > 0 ? late : null;
            if (mark.Length > 0 && behind is null && from.RepairId is null && open is not null)
                continue;
            if ((behind ?? open) is { } id)
                yield return Windowed(
                    new PlanArc(id, to, ByTest.Minutes(_bench, edge, from, _now))
                    {
                        Max = edge.MaxMinutes ?? SameSitting(edge, from, step),
                        Forbid = edge.Forbidden,
                    },
                    edge,
                    from,
                    step
                );
            if (behind is not null)
                continue;
            if (drafted.Of(edge.From, PlanIds.Hand) is { } hand)
                yield return Windowed(new PlanArc(hand, to, ByTest.Minutes(_bench, edge, from, _now)), edge, from, step);
            if (drafted.Of(edge.From, PlanIds.Past) is { } past && (edge.Stage is not null || RunningHold.Is(edge)))
            {
                var end = _fixed.Where(c => c.Step == past).Max(c => c.End);
                var safe = _bench
                    .CoatsOf(edge.From)
                    .Select(c => ByTest.From(_bench, edge, c))
                    .Append(RunningHold.Until(_bench, edge))
                    .OfType<Instant>()
                    .DefaultIfEmpty(Instant.MinValue)
                    .Max();
                var min = safe == Instant.MinValue ? 0 : Math.Max(0, MinuteUp(safe) - end);
                yield return Windowed(new PlanArc(past, to, min), edge, from, step);
            }
        }
    }

    // A look at what does not dry closes the work it looks at: nobody comes back another day for it. Where no sitting has room for both,
    // it waits for the next.
    private int? SameSitting(BenchEdge edge, BenchStep from, BenchStep step) =>
        CutForPlacing(from, step) ? PlacedWithinMinutes
        : IsLookAt(edge, step)
        && !_bench.EdgesInto[step.Id].Any(e => IsLookAt(e, step) && _bench.Steps[e.From].Position > from.Position)
        && LeastMinutes(from) + _bench.Hands(step, Math.Max(1, _bench.Remaining(step).Count), _now) <= _longest
            ? LookWithinMinutes
        : null;

    // Film is cut in the sitting in which it is soaked: cut days before, it lies about, curls and is mixed up.
    private bool CutForPlacing(BenchStep from, BenchStep step) =>
        from.Key.Kind == StepKind.CutTransfer
        && step.Key.Kind is StepKind.SoakTransfer or StepKind.PlaceTransfer
        && _bench.Hands(from, Math.Max(1, _bench.Remaining(from).Count), _now) + LeastMinutes(step) + ChangeMinutes <= _longest;

    private static bool IsLookAt(BenchEdge edge, BenchStep step) =>
        edge.Stage is null && edge.MinMinutes == 0 && StepDefinition.Of(step.Key.Kind).LooksAt is not null;

    // The least that a sitting must have room for.
    private int LeastMinutes(BenchStep step)
    {
        var all = Math.Max(1, _bench.Remaining(step).Count);
        return _bench.Hands(step, step.Amounts.OneGo || (!PaintSessions.Has(step) && Pieces(step, all) == 1) ? all : 1, _now);
    }

    private static IEnumerable<ResourceReservation> Holds(Batch batch, List<BenchStep> route, List<PlanStep> steps, DraftedSteps drafted) =>
        [.. OnHandles(batch, route, steps, drafted), .. OnRack(route, drafted)];

    // A coat dries in its slot until it may be handled.
    private static IEnumerable<ResourceReservation> OnRack(List<BenchStep> route, DraftedSteps drafted) =>
        from step in route
        where step.Amounts.Mode is not null
        from mark in new[] { "", PlanIds.Hand, PlanIds.Past, PlanIds.Late }
        let id = drafted.Of(step.Id, mark)
        where id is not null
        select new ResourceReservation(Rack, 1, new PlanEdge(id, "start"), new PlanEdge(id, "ready"));

    private static IEnumerable<ResourceReservation> OnHandles(
        Batch batch,
        List<BenchStep> route,
        List<PlanStep> steps,
        DraftedSteps drafted
    )
    {
        var mount = route.FirstOrDefault(s => s.Key.Kind == StepKind.Handle);
        var release = route.FirstOrDefault(s => s.Key.Kind == StepKind.Release);
        if (mount is null || release is null)
            yield break;
        var from = drafted.Of(mount.Id, PlanIds.Past) ?? drafted.Of(mount.Id, PlanIds.Hand) ?? drafted.Of(mount.Id);
        var late = drafted.Of(release.Id, PlanIds.Late);
        if (from is null)
            yield break;
        // Those that come behind keep their handles until they are through.
        var behind = late is null ? 0 : steps.First(s => s.Id == late).Count ?? batch.Traits.Models;
        if (drafted.Of(release.Id) is { } open && batch.Traits.Models > behind)
            yield return new ResourceReservation(
                Handles,
                batch.Traits.Models - behind,
                new PlanEdge(from, "start"),
                new PlanEdge(open, "end")
            );
        if (late is not null)
            yield return new ResourceReservation(Handles, behind, new PlanEdge(from, "start"), new PlanEdge(late, "end"));
    }

    // A label's closing time holds for every model, an arc between batches: with models done in the same order the longest gap any
    // model sees is longer than the
    // batches' by the second step's set-up and the pace of the slower step, and a minute for the first one's end, which a plan rounds
    // up. What is left under the least wait is shut: then it waits for the reopening.
    private PlanArc Windowed(PlanArc arc, BenchEdge edge, BenchStep from, BenchStep to)
    {
        if (
            edge.Stage != Readiness.Recoat
            || from.Amounts.Product is not { } product
            || _bench.Drying.WindowOf(from.Key.Kind, product, from.Amounts.Method, _bench.Drying.AirAt(_now))
                is not { Forbidden: { } forbidden }
        )
            return arc;
        var models = _bench.Remaining(to).Count;
        var spread =
            to.Amounts.SetupMinutes
            + 1
            + (int)Math.Ceiling((models - 1) * Math.Max(from.Amounts.SecondsPerModel, to.Amounts.SecondsPerModel) / 60.0);
        var closes = (int)Math.Floor(forbidden.From) - spread;
        var reopens = forbidden.To is { } again ? (int)Math.Ceiling(again) : (int?)null;
        // What has run out binds no plan, nor what can never be kept: it waits for the reopening, or is keyed, which opens it at any time.
        var ended = arc.From.EndsWith(PlanIds.Past, StringComparison.Ordinal)
            ? _fixed.Where(c => c.Step == arc.From).Max(c => c.End)
            : int.MaxValue;
        if (closes < arc.Min || ended + (long)closes < Minute(_now))
            return arc with { Min = Math.Max(arc.Min, reopens ?? arc.Min) };
        return reopens is { } r ? arc with { Forbid = new Span(closes, r) } : arc with { Max = closes };
    }
}
