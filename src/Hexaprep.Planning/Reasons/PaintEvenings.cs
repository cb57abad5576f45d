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
        var row = new PassesAhead(bench, step);
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
            return $"{clock.Day(begin)}: {Clockface.Hands(painting)} of painting{row.Next(painting)}{beside}{rest}.";
        }
    }

    // The passes still to come along the row, taken off as evenings take them.
    private sealed class PassesAhead
    {
        private readonly List<(string Name, double Minutes)> _ahead = [];

        public PassesAhead(BenchIndex bench, BenchStep step)
        {
            if (PaintProgress.Of(bench, step) is not { IsByRow: true, Passes.Count: > 1 } progress)
                return;
            foreach (var (i, pass) in progress.Passes.Index())
                if (progress.Lacking(i + 1).Count is var models and > 0)
                    _ahead.Add((pass.Name, models * progress.Seconds(i + 1) / 60));
        }

        // ": steel to leather", the passes that so many minutes reach; empty where there are none.
        public string Next(double minutes)
        {
            if (_ahead.Count == 0)
                return "";
            var (first, last) = (_ahead[0].Name, _ahead[0].Name);
            while (minutes > 0.5 && _ahead.Count > 0)
            {
                (last, var left) = _ahead[0];
                if (left > minutes + 0.5)
                    _ahead[0] = (last, left - minutes);
                else
                    _ahead.RemoveAt(0);
                minutes -= left;
            }
            return first == last ? $": {first}" : $": {first} to {last}";
        }
    }
}
