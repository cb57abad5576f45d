using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Scheduling.Bounds;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>What a unit would cost and do to the others, before it joins the bench.</summary>
/// <param name="HandsMinutes">Hands for all of it.</param>
/// <param name="PaintMinutes">How much of that is painting.</param>
/// <param name="Sides">Which sides of the hexagon its routes use.</param>
/// <param name="Choices">Joining as usual, and joining first.</param>
/// <param name="NotBefore">With the bench to itself it could end then, in words; empty when the calendar is too short.</param>
public sealed record ArrivalView(int HandsMinutes, int PaintMinutes, Hexagon Sides, IReadOnlyList<ArrivalChoice> Choices, string NotBefore)
{
    /// <summary>In what loads it is mounted, and why; empty where one holds all.</summary>
    public string Cut { get; init; } = "";
}

/// <summary>One way of joining: its weight, its dates, and whom it moves.</summary>
public sealed record ArrivalChoice(int Weight, string Begins, string Done, IReadOnlyList<string> Moves);

/// <summary>Plans the bench with a unit that has not joined yet.</summary>
public static class Arrival
{
    private static readonly int[] Weights = [1, 5];

    /// <summary>Works out both ways of joining.</summary>
    /// <param name="bench">The bench without it.</param>
    /// <param name="inForce">Its plan in force, bettered.</param>
    /// <param name="orders">Its lines; at least one.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="budget">Decodes to spend on each plan, at least 1.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <param name="cancel">Ends the search.</param>
    public static ArrivalView Of(
        BenchIndex bench,
        BenchPlan inForce,
        IReadOnlyList<UnitOrder> orders,
        Instant now,
        int budget,
        Func<Guid> newId,
        CancellationToken cancel = default
    )
    {
        var unit = RosterExpander.Expand(orders, newId)[0];
        var joined = bench.With(RosterEdits.Joined(bench, [unit], now, newId));
        var clock = new Clockface(bench.State.Settings.Zone, now);
        var steps = unit.Batches.SelectMany(b => joined.StepsOf[b.Id]).ToList();
        var choices = Weights
            .Select(weight => Choice(bench, inForce, Weighted(joined, unit.Unit.Id, weight), unit.Unit.Id, weight, clock, budget, cancel))
            .ToList();
        var asItIs = BenchPlanner.Make(joined, now, 1, cancel);
        var alone = LowerBound.Alone(asItIs.Problem)[unit.Unit.Id.ToString()];
        return new ArrivalView(
            steps.Sum(s => joined.HandsLeft(s, now)),
            steps.Where(s => s.Key.Kind == StepKind.Paint).Sum(s => joined.HandsLeft(s, now)),
            Hexagon.Of(joined, unit.Batches.Select(b => b.Id), now),
            choices,
            alone == int.MaxValue ? "" : clock.At(asItIs.At(alone))
        )
        {
            Cut = LoadsOf(joined, unit),
        };
    }

    private static string LoadsOf(BenchIndex bench, NewUnit unit)
    {
        var loads = unit
            .Batches.Select(b => bench.StepsOf[b.Id].FirstOrDefault(s => s.Key.Kind == StepKind.Handle))
            .OfType<BenchStep>()
            .Select(bench.LoadsOf)
            .Where(l => l.Count > 1)
            .ToList();
        if (loads.Count == 0)
            return "";
        var sizes = Sentence.Listed([.. loads.SelectMany(l => l).Select(m => $"{m.Count}")]);
        return $"From mounting to release in loads of {sizes}: {bench.WhyLoads(unit.Batches[0].Id)}.";
    }

    private static BenchIndex Weighted(BenchIndex bench, Guid unit, int weight) =>
        bench.With([new Change.UnitSet(bench.Units[unit] with { Weight = weight })]);

    // As usual it joins behind what is promised, as it would if it were saved; first it takes what it needs.
    private static ArrivalChoice Choice(
        BenchIndex bench,
        BenchPlan inForce,
        BenchIndex joined,
        Guid unit,
        int weight,
        Clockface clock,
        int budget,
        CancellationToken cancel
    )
    {
        var kept = BenchPlanner.QuickReschedule(joined, clock.Now, inForce, cancel);
        var plan =
            weight == Weights[0]
                ? BenchPlanner.Improve(joined, clock.Now, kept, inForce, budget, cancel).InForce
                : BenchPlanner.SearchFreely(joined, clock.Now, kept, budget, cancel);
        var with = Promises.Of(joined, plan);
        var begins = plan.Work.Where(w => joined.UnitOf(joined.Steps[w.StepId]).Id == unit).Select(w => (Instant?)w.Begin).Min();
        var moves = Promises.Moves(bench, Promises.Of(bench, inForce), with, clock);
        return new ArrivalChoice(
            weight,
            begins is { } b ? clock.At(b) : "no sitting",
            with.GetValueOrDefault(unit) is { } done ? clock.At(done) : "no date",
            [.. moves]
        );
    }
}
