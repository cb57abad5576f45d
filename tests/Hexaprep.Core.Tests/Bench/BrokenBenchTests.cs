using System.IO.Compression;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Drying;
using Hexaprep.Formats;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>Benches at which planning once failed: more models mounted than there are handles, eight units under way, benches after
/// thousands of acts in any order. Each has a plan, and every unit its date.</summary>
public sealed class BrokenBenchTests
{
    private static string Folder => Path.Combine(Project.Root, "tests", "cases", "benches");

    public static TheoryData<string> Benches =>
        [
            .. Directory
                .GetFiles(Folder)
                .Select(f => Path.GetFileName(f)!)
                .Where(f => !f.Contains("problem", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal),
        ];

    private static (BenchIndex Bench, Instant At) Read(string file)
    {
        using var packed = new GZipStream(File.OpenRead(Path.Combine(Folder, file)), CompressionMode.Decompress);
        using var text = new StreamReader(packed);
        var rows = WorkspaceFile.Read(text.ReadToEnd());
        return (
            new BenchIndex(BenchStateFactory.Of(rows, rows.Logbook.Select(e => e.StepId).OfType<Guid>().Distinct())),
            rows.Logbook.Max(e => e.At)
        );
    }

    [Theory]
    [MemberData(nameof(Benches))]
    public void Each_unit_has_its_date(string file)
    {
        var (bench, at) = Read(file);
        // More than three years of evenings, or none at all: that is said, and is true.
        var minutes = bench.State.Settings.Calendar.From(at, 1100).Sum(s => (s.End - s.Begin).TotalMinutes);
        var fits = 2 * Mending.HandsLeft(bench, bench.State.Batches.Select(b => b.Id), at) < minutes;
        foreach (var plan in Plans(bench, at))
        {
            Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks, plan.Result.Unplaced.Count > 0));
            Assert.All(plan.Result.Unplaced, u => Assert.Contains(u.Lacks.Split(' ')[0], (string[])["there", "the", "needs"]));
            if (!fits)
                continue;
            Assert.True(
                plan.Result.Unplaced.Count == 0,
                string.Join(
                    '\n',
                    plan.Result.Unplaced.Take(8).Select(u => $"{bench.Steps[PlanIds.StepOf(u.Step)].Key} {u.Step[36..]}: {u.Lacks}")
                )
            );
            Assert.All(new PlanReader(bench, plan, at).Promises(), p => Assert.NotNull(p.Done));
        }
        Assert.Equal(file is not ("walk-2306.json.gz" or "walk-4242.json.gz" or "walk-932.json.gz"), fits);
    }

    private static IEnumerable<BenchPlan> Plans(BenchIndex bench, Instant at)
    {
        var first = BenchPlanner.Make(bench, at, 2);
        yield return first;
        yield return BenchPlanner.QuickReschedule(bench, at + Duration.FromMinutes(1), first);
    }
}
