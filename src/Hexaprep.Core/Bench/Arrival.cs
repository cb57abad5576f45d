using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Scheduling;
using Hexaprep.Core.Wording;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>What a unit would cost and do to the others, before it joins the bench.</summary>
/// <param name="HandsMinutes">Hands for all of it.</param>
/// <param name="PaintMinutes">How much of that is painting.</param>
/// <param name="Sides">Which sides of the hexagon its routes use.</param>
/// <param name="Choices">Joining as usual, and joining first.</param>
/// <param name="NotBefore">With the bench to itself it could end then, in words; empty when the calendar is too short.</param>
public sealed record ArrivalView(int HandsMinutes, int PaintMinutes, Hexagon Sides, IReadOnlyList<ArrivalChoice> Choices, string NotBefore);

/// <summary>One way of joining: its weight, its dates, and whom it moves.</summary>
public sealed record ArrivalChoice(int Weight, string Begins, string Done, IReadOnlyList<string> Moves);

/// <summary>Plans the bench with a unit that has not joined yet.</summary>
public static class Arrival
{
    private static readonly int[] Weights = [1, 5];

    /// <summary>Works out both ways of joining.</summary>
    /// <param name="bench">The bench without it.</param>
    /// <param name="orders">Its lines; at least one.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="budget">Decodes to spend on each plan, at least 1.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <param name="cancel">Ends the search.</param>
    public static ArrivalView Of(
        BenchIndex bench,
        IReadOnlyList<UnitOrder> orders,
        Instant now,
        int budget,
        Func<Guid> newId,
        CancellationToken cancel = default
    )
    {
        var unit = Muster.Call(orders, bench.State.Settings.Handles, newId)[0];
        var joined = bench.With(RosterEdits.Joined(bench, [unit], newId));
        var clock = new Clockface(bench.State.Settings.Zone, now);
        var without = Promises.Of(bench, PlanDraft.Make(bench, now, budget, cancel));
        var steps = unit.Batches.SelectMany(b => joined.StepsOf[b.Id].Select(s => (Step: s, b.Traits.Models))).ToList();
        var choices = Weights
            .Select(weight => Choice(Weighted(joined, unit.Unit.Id, weight), unit.Unit.Id, weight, without, clock, budget, cancel))
            .ToList();
        var alone = LowerBound.Alone(PlanDraft.Make(joined, now, 1, cancel).Problem)[unit.Unit.Id.ToString()];
        return new ArrivalView(
            steps.Sum(s => s.Step.HandsMinutes(s.Models)),
            steps.Where(s => s.Step.Key.Kind == StepKind.Paint).Sum(s => s.Step.HandsMinutes(s.Models)),
            Hexagon.Of(joined, unit.Batches.Select(b => b.Id), now),
            choices,
            alone == int.MaxValue ? "" : clock.At(PlanDraft.Make(joined, now, 1, cancel).At(alone))
        );
    }

    private static BenchIndex Weighted(BenchIndex bench, Guid unit, int weight) =>
        bench.With([new Change.UnitSet(bench.Units[unit] with { Weight = weight })]);

    private static ArrivalChoice Choice(
        BenchIndex bench,
        Guid unit,
        int weight,
        Dictionary<Guid, Instant?> without,
        Clockface clock,
        int budget,
        CancellationToken cancel
    )
    {
        var plan = PlanDraft.Make(bench, clock.Now, budget, cancel);
        var with = Promises.Of(bench, plan);
        var begins = plan.Work.Where(w => bench.UnitOf(bench.Steps[w.StepId]).Id == unit).Select(w => (Instant?)w.Begin).Min();
        var moves = Promises.Moves(bench, without, with, clock);
        return new ArrivalChoice(
            weight,
            begins is { } b ? clock.At(b) : "no sitting",
            with.GetValueOrDefault(unit) is { } done ? clock.At(done) : "no date",
            [.. moves]
        );
    }
}
