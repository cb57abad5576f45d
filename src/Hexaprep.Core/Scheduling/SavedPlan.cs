namespace Hexaprep.Core.Scheduling;

/// <summary>Where every step stood at some time, to come back to.</summary>
internal sealed class SavedPlan(CompiledProblem problem)
{
    private readonly int[] _from = new int[problem.Steps + 1];
    private Piece[] _pieces = new Piece[problem.Steps * 2 + problem.MaxChunks.DefaultIfEmpty(1).Max()];

    /// <summary>Its value; <see cref="long.MaxValue"/> while nothing is saved.</summary>
    public long Value { get; private set; } = long.MaxValue;

    /// <summary>Keeps what stands in a table.</summary>
    public void Save(Timetable table)
    {
        var most = table.Found.Length;
        var at = 0;
        for (var i = 0; i < problem.Steps; i++)
        {
            _from[i] = at;
            if (problem.Frozen[i] || !table.Placed(i)) continue;
            if (at + most > _pieces.Length) Array.Resize(ref _pieces, (at + most) * 2);
            at += table.Read(i, _pieces.AsSpan(at));
        }
        _from[problem.Steps] = at;
        Value = table.Value();
    }

    /// <summary>Takes over what another keeps.</summary>
    public void Save(SavedPlan other)
    {
        Array.Copy(other._from, _from, _from.Length);
        if (_pieces.Length < other._pieces.Length) Array.Resize(ref _pieces, other._pieces.Length);
        Array.Copy(other._pieces, _pieces, other._from[^1]);
        Value = other.Value;
    }

    /// <summary>Makes a table stand as it was kept.</summary>
    public void Load(Timetable table)
    {
        Span<Piece> room = new Piece[table.Found.Length];
        for (var i = 0; i < problem.Steps; i++)
        {
            if (!problem.Frozen[i] && table.Placed(i)) table.Take(i, room);
        }
        for (var i = 0; i < problem.Steps; i++)
        {
            if (_from[i + 1] > _from[i]) table.Put(i, _pieces.AsSpan(_from[i].._from[i + 1]));
        }
        table.ValueAll();
    }
}
