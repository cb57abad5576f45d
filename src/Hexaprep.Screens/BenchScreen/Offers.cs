using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>What may be begun now though the plan has it later: while anything of a unit under way may be, the bench never says that
/// everything is drying.</summary>
/// <remarks>Units under way come first, in the order of the plan; a new unit only while there is a place for it, or, where nothing under
/// way can go on, by its first quiet step alone. What ends, or may be put down, before the next planned work comes before what does not.
/// The air, the dust and every wait are kept; work that begins with a test is offered with it.</remarks>
public sealed class Offers(BenchIndex bench, BenchPlan plan, Clockface clock, Sitting? sitting)
{
    private readonly HashSet<Guid> _underWay =
    [
        .. bench.State.Units.Select(u => u.Id).Where(u => bench.StandingOf(u) is Standing.InHand or Standing.UnderWay),
    ];
    private readonly Dictionary<Guid, Instant> _planned = plan
        .Work.Where(w => !w.InHand)
        .GroupBy(w => w.StepId)
        .ToDictionary(g => g.Key, g => g.Min(w => w.Begin));

    /// <summary>What of a unit under way the plan has later in this sitting, may be begun now, and ends or may be put down before what
    /// is planned next; null where nothing is.</summary>
    public BenchStep? Early()
    {
        if (sitting is null)
            return null;
        var next = plan.Work.Where(w => !w.InHand && w.Begin > clock.Now && w.Begin < sitting.End).Select(w => (Instant?)w.Begin).Min();
        return (
            from batch in bench.State.Batches
            where _underWay.Contains(batch.UnitId)
            from step in bench.StepsOf[batch.Id]
            where bench.Remaining(step).Count > 0
            where _planned.TryGetValue(step.Id, out var begin) && begin < sitting.End
            where Offer(step) is not null
            let at = _planned[step.Id]
            orderby at
            where at == next || Fits(step, next ?? sitting.End)
            select step
        ).FirstOrDefault();
    }

    /// <summary>The best of what may be begun now; null where nothing may.</summary>
    public OfferView? Best()
    {
        var next = sitting is null ? null : plan.Work.Where(w => !w.InHand && w.Begin < sitting.End).Select(w => (Instant?)w.Begin).Min();
        var until = next ?? sitting?.End;
        var mayBegin = (
            from batch in bench.State.Batches
            from step in bench.StepsOf[batch.Id]
            where !bench.IsFinished(step) && bench.Remaining(step).Count > 0
            where !_planned.TryGetValue(step.Id, out var begin) || begin != next
            let offered = Offer(step)
            where offered is not null
            orderby _planned.GetValueOrDefault(step.Id, Instant.MaxValue)
            select (Step: step, batch.UnitId, Offer: offered)
        ).ToList();
        var known = mayBegin.Where(o => _underWay.Contains(o.UnitId)).ToList();
        var free = WorkshopLimits.Places(bench.State.House.Bench) is not { } most || _underWay.Count < most;
        if (free)
            known.AddRange(mayBegin.Where(o => !_underWay.Contains(o.UnitId)));
        else if (known.Count == 0)
            known.AddRange(mayBegin.Where(o => !_underWay.Contains(o.UnitId) && o.Step.Amounts.Mode is null && !IsDusty(o.Step)).Take(1));
        return known.Find(o => Fits(o.Step, until)) is { Offer: { } fitting } ? fitting
            : known is [var first, ..] ? Longer(first.Offer!, next)
            : null;
    }

    private bool Fits(BenchStep step, Instant? until) =>
        until is not { } end || clock.Now + Duration.FromMinutes(LeastMinutes(step)) <= end;

    private int LeastMinutes(BenchStep step) =>
        PaintSessions.Has(step)
            ? step.Amounts.SetupMinutes + PaintSessions.LeastMinutes
            : bench.Hands(step, step.Amounts.OneGo ? bench.Remaining(step).Count : 1, clock.Now);

    private static OfferView Longer(OfferView offer, Instant? next) =>
        offer with
        {
            Note = $"{offer.Note}; {(next is null ? "it goes on beyond the sitting" : "what is planned next gives way")}",
        };

    private OfferView? Offer(BenchStep step)
    {
        if (step.Amounts.Mode is not null && (sitting is { FitForSpray: false } || ActRules.UnfitAir(bench, step, clock.Now) is not null))
            return null;
        if (IsDusty(step) && RoomWetness.Until(bench, clock.Now) is not null)
            return null;
        var models = bench.Remaining(step);
        var blocker = Permission.Of(bench, step, models, clock);
        var test = TestView.Of(blocker, clock);
        if (blocker is not null && test is null)
            return null;
        var minutes = PaintSessions.Has(step) ? PaintSessions.Left(bench, step, clock.Now) : bench.Hands(step, models.Count, clock.Now);
        var load = bench.LoadWords(step) is { Length: > 0 } words ? words + ", " : "";
        var hands = $"{load}about {Clockface.Hands(minutes)} of hands-on work";
        return new OfferView(
            step.Id,
            $"{Sentence.Opened(StepWords.Of(step.Key).Short)} {bench.NameOf(step)} now",
            _planned.TryGetValue(step.Id, out var begin) ? $"planned for {clock.At(begin)}, {hands}" : hands
        )
        {
            Test = test,
        };
    }

    private bool IsDusty(BenchStep step) =>
        WorkshopLimits.IsShared(bench.HouseOf(step.BatchId)) && WorkshopLimits.MakesDust(step.Key.Kind, bench.HouseOf(step.BatchId));
}
