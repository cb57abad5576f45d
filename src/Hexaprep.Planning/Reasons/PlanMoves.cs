using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Planning.Reasons;

/// <summary>What moved between a plan and the one that follows it, by name, and what moved it.</summary>
public static class PlanMoves
{
    /// <summary>The cause of what a better plan moves.</summary>
    public const string ByBettering = "a better plan was found";

    private const int Named = 5,
        MostCauses = 3;

    // Less is no news.
    private static readonly Duration Far = Duration.FromHours(12);

    private static readonly Duration Fresh = Duration.FromHours(24);

    /// <summary>True while what was told at a moment is still news.</summary>
    public static bool IsFresh(Instant told, Instant now) => now - told < Fresh;

    /// <summary>What moved. Where nothing did, what was told within the last day stays told.</summary>
    /// <param name="bench">The bench of the later plan.</param>
    /// <param name="was">The plan before.</param>
    /// <param name="will">The plan that follows.</param>
    /// <param name="now">The moment it is told.</param>
    public static PlanShift Between(BenchIndex bench, BenchPlan was, BenchPlan will, Instant now)
    {
        var clock = new Clockface(bench.State.Settings.Zone, now);
        var moved = Moved(was, will).ToList();
        var promises = Promises.Moves(bench, Promises.Of(bench, was), Promises.Of(bench, will), clock).ToList();
        if (
            moved.Count == 0
            && promises.Count == 0
            && was.Result.Shift is { Steps: > 0, At: { } told }
            && IsFresh(Instant.FromDateTimeOffset(told), now)
        )
            return was.Result.Shift;
        var still = StillNews(bench, was.Result.Shift, promises, now);
        List<string> causes = moved.Count + promises.Count == 0 ? [] : [.. PlanCause.Of(bench, was, will)];
        return new PlanShift(moved.Count, [.. promises, .. still])
        {
            At = now.ToDateTimeOffset(),
            // What moved a date comes before what moved steps alone.
            Causes =
            [
                .. (promises.Count == 0 && still.Count > 0 ? was.Result.Shift!.Causes.Concat(causes) : causes).Distinct().Take(MostCauses),
            ],
            Farthest =
            [
                .. moved
                    .Where(m => bench.Steps.ContainsKey(m.Step) && Length(m) >= Far)
                    .OrderByDescending(Length)
                    .ThenBy(m => m.Step)
                    .Take(Named)
                    .Select(m =>
                        $"{BenchIndex.TitleOf(bench.Steps[m.Step])}, {bench.NameOf(bench.Steps[m.Step])}: "
                        + $"from {clock.At(m.Was)} to {clock.At(m.Will)}"
                    ),
            ],
        };
    }

    // Acts follow one another within minutes: a date that moved stays told for a day, whatever else moves, until it moves again.
    private static IReadOnlyList<string> StillNews(BenchIndex bench, PlanShift? before, List<string> promises, Instant now)
    {
        if (before is not { At: { } told } || !IsFresh(Instant.FromDateTimeOffset(told), now))
            return [];
        var names = bench.State.Units.Select(u => u.Name).OrderByDescending(n => n.Length).ToList();
        string? Unit(string line) => names.Find(n => line.StartsWith($"{n} ", StringComparison.Ordinal));
        var anew = promises.Select(Unit).ToHashSet(StringComparer.Ordinal);
        return [.. before.Promises.Where(p => Unit(p) is { } unit && !anew.Contains(unit))];
    }

    /// <summary>True where some step ends at another minute.</summary>
    public static bool Any(BenchPlan was, BenchPlan will) => Moved(was, will).Any();

    private static Duration Length((Guid Step, Instant Was, Instant Will) move) =>
        move.Will > move.Was ? move.Will - move.Was : move.Was - move.Will;

    // A step has moved when it ends at another minute.
    private static IEnumerable<(Guid Step, Instant Was, Instant Will)> Moved(BenchPlan was, BenchPlan will)
    {
        var before = Ends(was);
        return from step in Ends(will)
            where before.TryGetValue(step.Key, out var end) && end != step.Value
            select (step.Key, before[step.Key], step.Value);
    }

    private static Dictionary<Guid, Instant> Ends(BenchPlan plan)
    {
        var ends = new Dictionary<Guid, Instant>();
        foreach (var work in plan.Work)
        {
            if (!work.InHand && !(ends.TryGetValue(work.StepId, out var known) && known >= work.End))
                ends[work.StepId] = work.End;
        }
        return ends;
    }
}
