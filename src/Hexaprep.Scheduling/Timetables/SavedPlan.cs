using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Scheduling.Timetables;

/// <summary>Where every step stood at some time, to come back to.</summary>
internal sealed class SavedPlan(CompiledProblem problem)
{
    private readonly int[] _from = new int[problem.Steps + 1];
    private Chunk[] _pieces = new Chunk[problem.Steps * 2 + problem.MaxChunks.DefaultIfEmpty(1).Max()];

    /// <summary>Its value; <see cref="long.MaxValue"/> while nothing is saved.</summary>
    public long Value { get; private set; } = long.MaxValue;

    /// <summary>How many steps have a place in it.</summary>
    public int Placed { get; private set; }

    /// <summary>True when it leaves fewer steps out than another, or costs less.</summary>
    public bool IsBetterThan(SavedPlan other) => Placed > other.Placed || (Placed == other.Placed && Value < other.Value);

    /// <summary>True when it leaves no more steps out than another and costs less by a quarter.</summary>
    public bool IsFarBetterThan(SavedPlan other) => Placed >= other.Placed && Value < other.Value - other.Value / 4;

    /// <summary>Keeps what stands in a table.</summary>
    public void Save(Timetable table)
    {
        var most = table.Found.Length;
        var at = 0;
        Placed = 0;
        for (var i = 0; i < problem.Steps; i++)
        {
            _from[i] = at;
            if (problem.Frozen[i] || !table.Placed(i))
                continue;
            Placed++;
            if (at + most > _pieces.Length)
                Array.Resize(ref _pieces, (at + most) * 2);
            at += table.Read(i, _pieces.AsSpan(at));
        }
        _from[problem.Steps] = at;
        Value = table.Value();
    }

    /// <summary>Takes over what another keeps.</summary>
    public void Save(SavedPlan other)
    {
        Array.Copy(other._from, _from, _from.Length);
        if (_pieces.Length < other._pieces.Length)
            Array.Resize(ref _pieces, other._pieces.Length);
        Array.Copy(other._pieces, _pieces, other._from[^1]);
        (Value, Placed) = (other.Value, other.Placed);
    }

    /// <summary>Makes a table stand as it was kept.</summary>
    public void Load(Timetable table)
    {
        table.Clear();
        for (var i = 0; i < problem.Steps; i++)
        {
            if (_from[i + 1] > _from[i])
                table.Put(i, _pieces.AsSpan(_from[i].._from[i + 1]));
        }
        table.ValueAll();
    }
}
