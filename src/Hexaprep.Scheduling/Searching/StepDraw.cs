using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Draws steps that stand in a timetable and may move.</summary>
internal sealed class StepDraw(CompiledProblem problem, Timetable table, SplitMix64 random)
{
    /// <summary>Any step.</summary>
    public int Any()
    {
        while (true)
        {
            var step = random.Below(problem.Steps);
            if (!problem.Frozen[step] && table.Placed(step))
                return step;
        }
    }

    /// <summary>A step of a unit that costs much, or any.</summary>
    public int Dear()
    {
        var step = Any();
        if (random.Permille(500))
        {
            for (var i = 0; i < 2; i++)
            {
                var other = Any();
                if (table.CostOf(problem.Unit[other]) > table.CostOf(problem.Unit[step]))
                    step = other;
            }
        }
        return step;
    }
}
