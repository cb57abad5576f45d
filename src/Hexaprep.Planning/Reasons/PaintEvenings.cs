using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;

namespace Hexaprep.Planning.Reasons;

/// <summary>The sittings in which a painting step is worked on, and what else they leave room for.</summary>
public static class PaintEvenings
{
    private const int Most = 4,
        MostOthers = 2;

    /// <summary>A line for each sitting, the soonest first: at most four, and how many follow.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="plan">Its plan.</param>
    /// <param name="step">A step that pauses within a model; others have no lines.</param>
    /// <param name="clock">Words for moments.</param>
    public static IReadOnlyList<string> Of(BenchIndex bench, BenchPlan plan, BenchStep step, Clockface clock)
    {
        if (!PaintSessions.Has(step))
            return [];
        var sittings = plan
            .Problem.Sittings.Select(s => (Begin: plan.At(s.Begin), End: plan.At(s.End)))
            .Select(s => (s.Begin, s.End, Work: plan.Work.Where(w => w.Begin < s.End && w.End > s.Begin).ToList()))
            .Where(s => s.Work.Exists(w => w.StepId == step.Id))
            .ToList();
        List<string> lines = [.. sittings.Take(Most).Select(s => Line(s.Begin, s.End, s.Work))];
        if (sittings.Count > Most)
            lines.Add($"{Sentence.Counted(sittings.Count - Most, "sitting")} more.");
        return lines;

        string Line(NodaTime.Instant begin, NodaTime.Instant end, List<PlannedWork> work)
        {
            int Minutes(IEnumerable<PlannedWork> part) => part.Sum(w => (int)(w.End - w.Begin).TotalMinutes);
            var (painting, others) = (
                Minutes(work.Where(w => w.StepId == step.Id)),
                work.Where(w => w.StepId != step.Id).DistinctBy(w => w.StepId).Select(w => bench.Steps[w.StepId]).ToList()
            );
            var free = (int)(end - begin).TotalMinutes - Minutes(work);
            var beside =
                others.Count == 0 ? ""
                : others.Count > MostOthers ? $"; {others.Count} other steps"
                : string.Concat(others.Select(o => $"; {Sentence.Within(BenchIndex.TitleOf(o))}, {bench.NameOf(o)}"));
            var rest = free > 0 ? $"; {Clockface.Hands(free)} free" : "";
            return $"{clock.Day(begin)}: {Clockface.Hands(painting)} of painting{beside}{rest}.";
        }
    }
}
