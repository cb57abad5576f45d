using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Searching;
using Hexaprep.Scheduling.Timetables;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>The second date of each unit: the same plan with one repair after the primer gate, for the share of models that usually
/// fail.</summary>
/// <remarks>At the other gates hands are reserved in their own sitting. Rub down, prime again in a fit window, its wait, gate again;
/// 10 % of the models until the bench's own counts are honest, at least one. A clean gate drops it. Nothing else is planned
/// anew for it; never before the promise.</remarks>
public static class RepairContingency
{
    private const int RubSetup = 2,
        RubMinutes = 3;

    /// <summary>When each unit is done if one repair is needed; units without a gate ahead are not in it.</summary>
    public static Dictionary<Guid, Instant> Of(BenchIndex bench, BenchPlan plan, CancellationToken cancel = default)
    {
        var dates = new Dictionary<Guid, Instant>();
        var memory = new FlawMemory(bench);
        foreach (var unit in bench.State.Units)
        {
            cancel.ThrowIfCancellationRequested();
            var problem = plan.Problem with
            {
                Batches = [.. plan.Problem.Batches.Select(b => b.Unit == unit.Id.ToString() ? With(bench, memory, b) : b)],
            };
            if (problem.Batches.SequenceEqual(plan.Problem.Batches))
                continue;
            if (Promised(plan, unit.Id.ToString()) is { } promise && Ready(problem, plan, unit.Id.ToString(), cancel) is { } repaired)
                dates[unit.Id] = plan.At(Math.Max(promise, repaired));
        }
        return dates;
    }

    private static int? Promised(BenchPlan plan, string unit) => plan.Ends.TryGetValue(unit, out var end) ? end : null;

    // The plan as it stands: the repair goes where the unit's own way leaves room for it, or pushes what follows, as it would at the
    // bench.
    private static int? Ready(PlanProblem problem, BenchPlan plan, string unit, CancellationToken cancel)
    {
        var mended = Planner.Keep(problem, plan.Result.Schedule.Chunks, cancel);
        return mended.Unplaced.Count == 0 && PlanValue.Finishes(problem, mended.Schedule.Chunks).TryGetValue(unit, out var end)
            ? end
            : null;
    }

    private static PlanBatch With(BenchIndex bench, FlawMemory memory, PlanBatch batch)
    {
        var kinds = batch.Steps.Where(s => PlanIds.IsToDo(s.Id)).ToDictionary(s => s.Id, s => bench.Steps[PlanIds.StepOf(s.Id)].Key.Kind);
        if (!kinds.Values.Any(k => k == StepKind.PrimerGate || IsOther(k)))
            return batch;
        return AfterPrimer(
            bench,
            memory,
            batch with
            {
                Steps =
                [
                    .. batch.Steps.Select(s =>
                        kinds.TryGetValue(s.Id, out var kind) && IsOther(kind) ? Longer(memory, kind, s, batch.Count) : s
                    ),
                ],
            },
            kinds
        );
    }

    private static bool IsOther(StepKind kind) => kind.IsGate() && kind != StepKind.PrimerGate;

    // What another gate finds is mended there and then: hands, in its own sitting.
    private static PlanStep Longer(FlawMemory memory, StepKind kind, PlanStep gate, int count)
    {
        var models = gate.Count ?? count;
        int Minutes(int n) => gate.Minutes?[n - 1] ?? gate.Setup + gate.PerModel * n;
        return gate with { Minutes = [.. Enumerable.Range(1, models).Select(n => Minutes(n) + Failing(memory, kind, n) * RubMinutes)] };
    }

    private static int Failing(FlawMemory memory, StepKind gate, int models) =>
        Math.Max(1, (int)Math.Ceiling(models * memory.Failing(gate).Share - 1e-9));

    private static PlanBatch AfterPrimer(BenchIndex bench, FlawMemory memory, PlanBatch batch, Dictionary<string, StepKind> kinds)
    {
        var gate = batch.Steps.LastOrDefault(s => kinds.GetValueOrDefault(s.Id, StepKind.Study) == StepKind.PrimerGate);
        var coat = bench.StepsOf[Guid.Parse(batch.Id)].LastOrDefault(s => s.Key.Kind == StepKind.Prime);
        if (gate is null || coat is null)
            return batch;
        var models = Failing(memory, StepKind.PrimerGate, gate.Count ?? batch.Count);
        // Where the coat itself lies behind, its like is sprayed again.
        var like = batch.Steps.FirstOrDefault(s => PlanIds.IsToDo(s.Id) && PlanIds.StepOf(s.Id) == coat.Id);
        var minutes = Enumerable.Range(1, models).Select(coat.HandsMinutes).ToArray();
        var again = new PlanStep(
            gate.Id + "#again",
            like?.Setup ?? coat.Amounts.SetupMinutes,
            Math.Max(1, coat.Amounts.SecondsPerModel / 60),
            1,
            0
        )
        {
            Count = models,
            Minutes = minutes,
            Mode = coat.Amounts.Mode is { } mode ? Ids.Of(mode) : null,
            Kind = Ids.Of(StepKind.Prime),
            Wet = like?.Wet,
        };
        var wait = bench.EdgesOutOf[coat.Id].Select(e => e.MinMinutes).DefaultIfEmpty(0).Max();
        return batch with
        {
            Steps =
            [
                .. batch.Steps,
                new PlanStep(gate.Id + "#rub", RubSetup, RubMinutes, 1, 0)
                {
                    Count = models,
                    Kind = Ids.Of(StepKind.Sand),
                    Dust = WorkshopLimits.IsShared(bench.HouseOf(Guid.Parse(batch.Id))) ? true : null,
                },
                again,
                gate with
                {
                    Id = gate.Id + "#gate",
                    Count = models,
                    Minutes = gate.Minutes?.Take(models).ToArray(),
                },
            ],
            Arcs =
            [
                .. batch.Arcs,
                new PlanArc(gate.Id, gate.Id + "#rub", 0),
                new PlanArc(gate.Id + "#rub", again.Id, 0),
                new PlanArc(again.Id, gate.Id + "#gate", wait),
                .. batch.Arcs.Where(a => a.From == gate.Id).Select(a => a with { From = gate.Id + "#gate" }),
            ],
        };
    }
}
