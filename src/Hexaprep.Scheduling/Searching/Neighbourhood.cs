using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Chooses what a trial takes out of a timetable: batches that stand near each other, whole or from some step on, and the
/// order to lay them in.</summary>
internal sealed class Neighbourhood
{
    private const int Most = 6;
    private readonly CompiledProblem _p;
    private readonly Timetable _table;
    private readonly SplitMix64 _random;
    private readonly StepDraw _draw;
    private readonly int[] _chosen,
        _from,
        _stamp;
    private int _count,
        _now;
    private bool _family;

    public Neighbourhood(CompiledProblem problem, Timetable table, SplitMix64 random)
    {
        (_p, _table, _random, _draw) = (problem, table, random, new StepDraw(problem, table, random));
        var clusters = problem.Sequence.Length;
        (_chosen, _from, _stamp, SetBack) = (new int[clusters], new int[clusters], new int[clusters], new int[clusters]);
    }

    /// <summary>The clusters chosen.</summary>
    public ReadOnlySpan<int> Chosen => _chosen.AsSpan(0, _count);

    /// <summary>Minutes each cluster is set back against the others, by its number.</summary>
    public int[] SetBack { get; }

    /// <summary>The position from which a chosen cluster is taken out.</summary>
    public int From(int cluster) => _from[cluster];

    /// <summary>True when the cluster is among those chosen.</summary>
    public bool IsChosen(int cluster) => _stamp[cluster] == _now;

    /// <summary>The cluster the choice began with.</summary>
    public int Lead { get; private set; }

    /// <summary>Chooses some.</summary>
    public void Draw(int spread)
    {
        _now++;
        _count = 0;
        var clusters = _p.Sequence.Length;
        var want = Math.Min(clusters, 1 + _random.Below(clusters <= 8 ? clusters : Most));
        _family = _random.Permille(60);
        if (_random.Permille(400))
            DrawSince(want);
        else
            DrawNear(want);
        Order(spread);
    }

    /// <summary>Chooses all.</summary>
    public void DrawAll(int spread)
    {
        _now++;
        _count = 0;
        for (var c = 0; c < _p.Sequence.Length; c++)
            Add(c, 0);
        Lead = _chosen[_random.Below(_count)];
        _family = _random.Permille(60);
        Order(spread);
    }

    private void Order(int spread)
    {
        for (var i = _count - 1; i > 0; i--)
        {
            var j = _random.Below(i + 1);
            (_chosen[i], _chosen[j]) = (_chosen[j], _chosen[i]);
        }
        foreach (var c in Chosen)
            SetBack[c] = _random.Below(spread);
        if (_random.Permille(500))
            SetBack[Lead] = 0;
        if (!_family)
            return;
        // One unit goes first, its batches side by side; the others take what is left.
        var near = _random.Below(3) switch
        {
            0 => 1,
            1 => 120,
            _ => 1500,
        };
        foreach (var c in Chosen)
            SetBack[c] = UnitOf(c) == UnitOf(Lead) ? _random.Below(near) : 500 + SetBack[c];
    }

    // All that some batches do from a moment on.
    private void DrawSince(int want)
    {
        var seed = Seed();
        var k = Near(seed, 0);
        var since = _p.SittingBegin[k];
        AddFamily(seed, since);
        AddSince(_p.Cluster[seed], since);
        for (var tries = 1; tries < want * 3 && _count < want; tries++)
            AddSince(_p.Cluster[AnyIn(Math.Min(_p.Sittings - 1, k + _random.Below(4)))], since);
    }

    // Some batches around one, whole or from some step on.
    private void DrawNear(int want)
    {
        var seed = Seed();
        AddFamily(seed, _random.Permille(600) ? 0 : _p.SittingBegin[Near(seed, 0)]);
        Add(_p.Cluster[seed], _random.Permille(600) ? 0 : _p.Position[seed]);
        for (var tries = 0; tries < want * 3 && _count < want; tries++)
        {
            var near = AnyIn(Near(seed, Most));
            Add(_p.Cluster[near], _random.Permille(600) ? 0 : _p.Position[near]);
            if (_random.Permille(300))
                seed = near;
        }
    }

    private int Seed()
    {
        var seed = _draw.Dear();
        Lead = _p.Cluster[seed];
        return seed;
    }

    private void AddFamily(int seed, int since)
    {
        if (!_family)
            return;
        foreach (var step in _p.StepsOfUnit[_p.Unit[seed]])
        {
            if (!_p.Frozen[step])
                AddSince(_p.Cluster[step], since);
        }
    }

    private void AddSince(int cluster, int since)
    {
        var sequence = _p.Sequence[cluster];
        var at = 0;
        while (at < sequence.Length - 1 && _table.Start[sequence[at]] < since)
            at++;
        Add(cluster, at);
    }

    private void Add(int cluster, int position)
    {
        if (_stamp[cluster] == _now || _p.Sequence[cluster].Length == 0)
            return;
        _stamp[cluster] = _now;
        _from[cluster] = position;
        _chosen[_count++] = cluster;
    }

    private int AnyIn(int k)
    {
        var day = _table.Sitting(k);
        if (day.Length == 0)
            return _draw.Any();
        var step = day[_random.Below(day.Length)].Step;
        return _p.Frozen[step] ? _draw.Any() : step;
    }

    private int Near(int step, int spread) =>
        Math.Clamp(_p.SittingFrom(_table.Start[step]) + _random.Below(2 * spread + 1) - spread, 0, _p.Sittings - 1);

    private int UnitOf(int cluster) => _p.Unit[_p.Sequence[cluster][0]];
}
