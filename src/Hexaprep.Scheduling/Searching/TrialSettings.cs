using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>How steps are laid in one trial: now and then otherwise than as early as they go, so that the search sees other
/// plans.</summary>
internal sealed class TrialSettings(CompiledProblem problem, SplitMix64 random)
{
    private static readonly int[] Spreads = [1, 60, 300, 2000, 10_000, 1_000_000];
    private int _holdBack,
        _whole,
        _share,
        _keepToUsed,
        _late,
        _join;
    private bool _displace,
        _loose;

    /// <summary>Minutes the clusters of this trial are set back against each other, at most.</summary>
    public int Spread { get; private set; }

    /// <summary>True when the clusters are laid one by one and each is moved as late as it can be before the next comes.</summary>
    public bool ShiftsRight { get; private set; }

    /// <summary>Draws another manner.</summary>
    public void Draw()
    {
        _holdBack = random.Permille(300) ? 20 + random.Below(150) : 0;
        _whole = random.Permille(300) ? 300 : 0;
        Spread = Spreads[random.Below(Spreads.Length)];
        _keepToUsed = random.Permille(250)
            ? random.Permille(500)
                ? 1000
                : 150
            : 0;
        _loose = random.Permille(150);
        _share = random.Permille(500) ? 700 : 0;
        _displace = random.Permille(500);
        _late = random.Below(3) * 500;
        ShiftsRight = random.Permille(300);
        MakesRoom = problem.Steps <= Search.SmallSteps && random.Permille(200);
        _join = problem.Steps <= Search.MiddleSteps && random.Permille(300) ? 500 : 0;
    }

    /// <summary>How to look for the place of a step, and from when.</summary>
    public PlacementOptions Choose(ref int from)
    {
        var taste = PlacementOptions.None;
        if (_whole > 0 && random.Permille(_whole))
            taste |= PlacementOptions.Whole;
        if (_displace)
            taste |= PlacementOptions.Displace;
        if (_keepToUsed > 0 && random.Permille(_keepToUsed))
            taste |= PlacementOptions.KeepToUsed;
        if (_loose && random.Permille(300))
            taste |= PlacementOptions.Loose;
        if (_share > 0 && random.Permille(_share))
            taste |= PlacementOptions.ShareSetup;
        if (_holdBack > 0 && random.Permille(_holdBack))
        {
            var k = problem.SittingFrom(from) + 1 + random.Below(2);
            if (k < problem.Sittings)
                from = Math.Max(from, problem.SittingBegin[k]);
        }
        return taste;
    }

    /// <summary>True when all that is not laid anew is moved as late as it can be first; on a small bench alone.</summary>
    public bool MakesRoom { get; private set; }

    /// <summary>True when a coat is to wait for the next of its kind, to share its set-up.</summary>
    public bool Joins() => _join > 0 && random.Permille(_join);

    /// <summary>True when a step off the main line is to be laid as late as it is needed.</summary>
    public bool Late() => random.Permille(_late);
}
