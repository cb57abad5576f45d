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
        var isLate = mark == PlanIds.Late;
        foreach (var edge in _bench.EdgesInto[step.Id])
        {
            var from = _bench.Steps[edge.From];
            // A load follows itself; what is done to all follows every load.
            var load = isLate || _bench.LoadsOf(from).Count == 1 || _bench.LoadsOf(step).Count == 1 ? null : LoadOf(step, mark);
            var late = drafted.Of(edge.From, PlanIds.Late);
            List<string> open = load is null ? [.. drafted.All(edge.From).Where(PlanIds.IsToDo)] : Given(drafted.Of(edge.From, mark));
            // A repair holds its own models: the batch only where it waits for them.
            if (from.RepairId is not null && step.RepairId is null && !isLate && !together)
                continue;
            // The models of a repair have been through what their flaw was seen on.
            if (step.RepairId is not null && from.RepairId is null)
                (open, late) = ([], null);
            // What comes behind the step in hand is waited for too.
            if (!isLate && together && late is not null)
                yield return new PlanArc(late, to, ByTest.Minutes(_bench, edge, from, _now));
            var behind = isLate ? late : null;
            if (isLate && behind is null && from.RepairId is null && open.Count > 0)
                continue;
            foreach (var id in behind is null ? open : [behind])
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
            if (drafted.Of(edge.From, PlanIds.Hand) is { } hand && load?.Contains(_bench.Remaining(from)[0]) != false)
                yield return Windowed(new PlanArc(hand, to, ByTest.Minutes(_bench, edge, from, _now)), edge, from, step);
            if (
                drafted.Of(edge.From, PlanIds.Past) is { } past
                && (edge.Stage is not null || RunningHold.Is(edge))
                && load?.Any(m => _bench.IsDone(from.Id, m.Id)) != false
            )
            {
                var end = _fixed.Where(c => c.Step == past).Max(c => c.End);
                var safe = _bench
                    .CoatsOf(edge.From)
                    .Where(c => load?.Any(m => c.ModelIds.Contains(m.Id)) != false)
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

    private IReadOnlyList<BenchModel> LoadOf(BenchStep step, string mark) => _bench.LoadsOf(step)[PlanIds.LoadOf(step.Id + mark) - 1];

    private static List<string> Given(string? id) => id is null ? [] : [id];

    // A look at what does not dry closes the work it looks at: nobody comes back another day for it. Where no sitting has room for both,
    // it waits for the next.
    private int? SameSitting(BenchEdge edge, BenchStep from, BenchStep step) =>
        CutForPlacing(from, step) || IsPassInOneSitting(edge, from, step) ? PlacedWithinMinutes
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

    // Two passes with a brush go into one sitting wherever a usual one holds both and what dries between them.
    private bool IsPassInOneSitting(BenchEdge edge, BenchStep from, BenchStep step) =>
        edge.Stage == Readiness.Recoat
        && step.Amounts.Mode is null
        && from.Key.Kind == step.Key.Kind
        && !PaintSessions.Has(step)
        && _bench.Hands(from, Math.Max(1, _bench.Remaining(from).Count), _now)
            + ByTest.Minutes(_bench, edge, from, _now)
            + _bench.Hands(step, Math.Max(1, _bench.Remaining(step).Count), _now)
            + ChangeMinutes
            <= _usual;

    private static bool IsLookAt(BenchEdge edge, BenchStep step) =>
        edge.Stage is null && edge.MinMinutes == 0 && StepDefinition.Of(step.Key.Kind).LooksAt is not null;

    // The least that a sitting must have room for.
    private int LeastMinutes(BenchStep step)
    {
        var all = Math.Max(1, _bench.Remaining(step).Count);
        return _bench.Hands(step, step.Amounts.OneGo || (!PaintSessions.Has(step) && Pieces(step, all) == 1) ? all : 1, _now);
    }

    private IEnumerable<ResourceReservation> Holds(Batch batch, List<BenchStep> route, List<PlanStep> steps, DraftedSteps drafted) =>
        [.. OnHandles(batch, steps, drafted), .. OnRack(route, drafted)];

    // A coat dries in its slot until it may be handled.
    private static IEnumerable<ResourceReservation> OnRack(List<BenchStep> route, DraftedSteps drafted) =>
        from step in route
        where step.Amounts.Mode is not null
        from id in drafted.All(step.Id)
        where PlanIds.MarkOf(id) != PlanIds.Mend
        select new ResourceReservation(Rack, 1, new PlanEdge(id, "start"), new PlanEdge(id, "ready"));

    private IEnumerable<ResourceReservation> OnHandles(Batch batch, List<PlanStep> steps, DraftedSteps drafted)
    {
        if (_bench.HandlesOf(batch.Id) is not var (mount, release))
            yield break;
        var late = drafted.Of(release.Id, PlanIds.Late);
        // Those that come behind keep their handles until they are through.
        var behind = late is null ? 0 : steps.First(s => s.Id == late).Count ?? batch.Traits.Models;
        foreach (var (i, load) in _bench.LoadsOf(release).Index())
        {
            var models = load.Count - (late is null ? 0 : load.Count(_bench.Behind(release).Contains));
            if (models > 0 && drafted.Of(release.Id, PlanIds.Load(i + 1)) is { } open && MountedBy(mount, drafted, load, i + 1) is { } from)
                yield return new ResourceReservation(
                    Handles,
                    _bench.HandlesFor(batch.Id, models),
                    new PlanEdge(from, "start"),
                    new PlanEdge(open, "end")
                );
        }
        if (late is not null && MountedBy(mount, drafted, null, 1) is { } first)
            yield return new ResourceReservation(
                Handles,
                _bench.HandlesFor(batch.Id, behind),
                new PlanEdge(first, "start"),
                new PlanEdge(late, "end")
            );
    }

    // Two loads are always more than the handles: the next is mounted when the one before is off.
    private IEnumerable<PlanArc> LoadAfterLoad(Batch batch, DraftedSteps drafted)
    {
        if (_bench.HandlesOf(batch.Id) is not var (mount, release))
            yield break;
        for (var load = 2; load <= _bench.LoadsOf(mount).Count; load++)
        {
            if (drafted.Of(release.Id, PlanIds.Load(load - 1)) is { } off && drafted.Of(mount.Id, PlanIds.Load(load)) is { } on)
                yield return new PlanArc(off, on, 0);
        }
    }

    // The step of the draft by which a load is mounted: what was, what is in hand, or what is to come.
    private string? MountedBy(BenchStep mount, DraftedSteps drafted, IReadOnlyList<BenchModel>? load, int number)
    {
        var past = load?.Any(m => _bench.IsDone(mount.Id, m.Id)) != false ? drafted.Of(mount.Id, PlanIds.Past) : null;
        var hand = load is null || _bench.LoadAt(mount) == number ? drafted.Of(mount.Id, PlanIds.Hand) : null;
        return past ?? hand ?? drafted.Of(mount.Id, PlanIds.Load(number));
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
