using System.Globalization;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Screens.GateScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Benchmarks;

/// <summary>The gate of sixty models over earlier flaws and a long log, and what a repair costs on benches of many units.</summary>
internal static class GateTable
{
    private static readonly Instant Start = Instant.FromUtc(2026, 3, 3, 19, 35);

    /// <summary>Prints medians and 95th percentiles.</summary>
    public static void Print()
    {
        Console.WriteLine("flaws      log   gate median   95 %   (ms)");
        foreach (var (flaws, log) in new[] { (0, 0), (100, 10_000), (1000, 100_000) })
        {
            var (bench, plan, gate, now) = Lay(flaws, log);
            var times = Timing.Of(_ => new GateReader(bench, plan, now).Of(gate.Id), 100);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{flaws, 5} {log, 8} {times.Median, 13:F1} {times.Late, 6:F1}"));
        }
        Console.WriteLine("units   price median   95 %   (ms)");
        foreach (var units in new[] { 5, 20, 40 })
        {
            var rehearsed = AtTheGate(units, 12);
            var (gate, now) = (
                rehearsed.Step(StepKind.PrimerGate),
                rehearsed.State.Spells.Max(s => s.EndedAt)!.Value + Duration.FromDays(2)
            );
            for (var model = 1; model <= 2; model++)
                rehearsed.Do(ActKind.Flaw, now, a =>
                    a with
                    {
                        StepId = gate.Id,
                        Model = model,
                        Place = "head",
                        FlawKind = FlawKind.Grainy,
                    }
                );
            var plan = BenchPlanner.Make(rehearsed.Index, now, 1);
            var flaw = rehearsed.State.Flaws[0].Id;
            var times = Timing.Of(_ => RepairPrice.Of(rehearsed.Index, plan, flaw, "rub_down", now, 0, CancellationToken.None), 20);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{units, 5} {times.Median, 14:F1} {times.Late, 6:F1}"));
        }
    }

    private static RehearsedBench AtTheGate(int units, int models)
    {
        UnitOrder[] orders = [.. Enumerable.Range(1, units).Select(i => RehearsedBench.Order($"Reed Pikes {i}", models))];
        var rehearsed = new RehearsedBench(orders);
        rehearsed.RunUpTo(StepKind.PrimerGate, Start);
        return rehearsed;
    }

    private static (BenchIndex, BenchPlan, BenchStep, Instant) Lay(int flaws, int log)
    {
        var rehearsed = AtTheGate(1, 60);
        var (state, gate) = (rehearsed.State, rehearsed.Step(StepKind.PrimerGate));
        var now = state.Spells.Max(s => s.EndedAt)!.Value + Duration.FromDays(900);
        var models = state.Models;
        var earlier = Enumerable
            .Range(0, flaws)
            .Select(i => new Flaw(
                Guid.NewGuid(),
                gate.Id,
                models[i % models.Count].Id,
                models[i % models.Count].PieceId,
                "head",
                "grainy",
                Start + Duration.FromMinutes(i),
                Start + Duration.FromMinutes(i + 1)
            )
            {
                Kind = (FlawKind)(i % 12),
                End = FlawEnd.Mended,
                Cause = i % 3 == 0 ? CauseId.DrySpray : null,
            });
        var old = Enumerable
            .Range(0, log)
            .Select(i => new PastCoat(
                Guid.NewGuid(),
                "Reed Pikes",
                Product.Of(StepKind.Prime, ProductClass.AcrylicSolvent, "spray_can"),
                1,
                Film.Normal,
                12 + i % 15,
                40 + i % 40,
                5,
                now - Duration.FromMinutes(10 * (log - i)),
                now - Duration.FromMinutes(10 * (log - i)),
                Readiness.Recoat,
                null,
                null,
                "clean",
                false
            ));
        var index = new BenchIndex(state with { Flaws = [.. earlier], PastCoats = [.. old] });
        return (index, BenchPlanner.Make(index, now, 1), gate, now);
    }
}
