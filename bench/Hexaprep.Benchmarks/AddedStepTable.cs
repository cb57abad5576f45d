using System.Diagnostics;
using System.Globalization;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Benchmarks;

/// <summary>One step more for one unit of an army, armies drawn by number: by how many days it comes home later, and the others.</summary>
internal static class AddedStepTable
{
    private static readonly Instant Friday = Instant.FromUtc(2026, 11, 27, 9, 0);
    private static readonly StepKind[] Steps = [StepKind.ProtectiveCoat, StepKind.Wash, StepKind.Shade, StepKind.GlossBed];

    /// <summary>Prints each edit, then the worst and how many stay within two weeks and one.</summary>
    /// <param name="armies">How many armies.</param>
    /// <param name="usual">Decodes for a small bench, as the app takes them.</param>
    /// <param name="edits">Edits of each.</param>
    public static void Print(int armies, int usual, int edits)
    {
        Console.WriteLine("army  units  steps  decodes  step more            own days  others' days  kept others'  s");
        var all = new List<(int Own, int Others)>();
        for (var seed = 1; seed <= armies; seed++)
        {
            var draw = new Random(seed);
            var bench = DrawnArmy.Of(seed);
            var budget = BenchPlanner.BudgetFor(bench.Index, usual);
            var plan = BenchPlanner.Make(bench.Index, Friday, budget);
            for (var i = 0; i < edits; i++)
            {
                var (changed, unit, step) = Edited(bench, draw);
                var watch = Stopwatch.StartNew();
                var kept = BenchPlanner.QuickReschedule(changed, Friday, plan);
                var after = BenchPlanner.Improve(changed, Friday, kept, plan, budget).InForce;
                var (own, others) = Later(plan, after, unit);
                all.Add((own, others));
                var (units, steps, seconds) = (bench.State.Units.Count, bench.State.Steps.Count, watch.Elapsed.TotalSeconds);
                var keptOthers = Later(plan, kept, unit).Others;
                Console.WriteLine(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{seed, 4} {units, 6} {steps, 6} {budget, 8}  {step, -20} {own, 8} {others, 13} {keptOthers, 13} {seconds, 3:F0}"
                    )
                );
            }
        }
        Console.WriteLine(
            $"{all.Count} edits: own at most {all.Max(a => a.Own)} days, others {all.Max(a => a.Others)}; "
                + $"own within 14 {all.Count(a => a.Own <= 14)}, others within 7 {all.Count(a => a.Others <= 7)}"
        );
    }

    private static (int Own, int Others) Later(BenchPlan before, BenchPlan after, Guid unit)
    {
        int Days(string id) =>
            after.Ends.TryGetValue(id, out var end) ? (int)Math.Floor((after.At(end) - before.At(before.Ends[id])).TotalDays) : 999;
        return (Days(unit.ToString()), before.Ends.Keys.Where(id => id != unit.ToString()).Max(Days));
    }

    private static (BenchIndex Bench, Guid Unit, StepKind Step) Edited(RehearsedBench bench, Random draw)
    {
        while (true)
        {
            var (batch, step) = (bench.State.Batches[draw.Next(bench.State.Batches.Count)], Steps[draw.Next(Steps.Length)]);
            try
            {
                var change = new RouteChange(ChangeKind.Add, step);
                var edit = RouteEdits.Change(bench.Index, batch.Id, batch.Version, change, accepted: true, Friday, bench.NewId);
                return (bench.Index.With(edit.Changes), batch.UnitId, step);
            }
            catch (RefusedException)
            {
                // Another one.
            }
        }
    }
}
