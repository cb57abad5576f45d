namespace Hexaprep.Core.Scheduling;

/// <summary>Lays an older plan again as far as it still holds, then only what must move.</summary>
internal static class Replay
{
    private const int MostRounds = 20;

    /// <summary>Fills an empty table.</summary>
    /// <returns>False when that leads round and round: then only a new plan helps.</returns>
    public static bool Lay(CompiledProblem p, Timetable table, Placer placer, IReadOnlyList<PlanChunk> chunks)
    {
        foreach (var (step, pieces) in Old(p, chunks))
        {
            if (Ready(p, table, step) && StillFits(p, table, step, pieces)) table.Put(step, pieces);
        }
        GiveBack(p, table);
        MendSprays(p, table);
        for (var round = 0; round < MostRounds; round++)
        {
            foreach (var c in Enumerable.Range(0, p.Sequence.Length).OrderBy(c => FirstOpen(p, table, c)).ThenBy(c => c))
            {
                if (!placer.Lay(c)) placer.LayWhatFits(c);
            }
            // What was pushed out of the way may have stood before another coat.
            if (MendSprays(p, table)) continue;
            for (var u = 0; u < p.Units; u++) table.Value(u);
            return true;
        }
        return false;
    }

    // Where more is held than there is now, the later comer gives way, with all that follows.
    private static void GiveBack(CompiledProblem p, Timetable table)
    {
        foreach (var h in Enumerable.Range(0, p.Holds.Length).Where(h => !p.Frozen[p.Holds[h].From] && table.Placed(p.Holds[h].From)).OrderByDescending(h => table.Start[p.Holds[h].From]).ThenBy(h => h).ToList())
        {
            var from = p.Holds[h].From;
            if (!table.Placed(from) || table.Overuse(h) < 0) continue;
            TakeWithAllAfter(p, table, from);
        }
    }

    // Coats that have lost the one before them, or their clean-up, are laid anew.
    private static bool MendSprays(CompiledProblem p, Timetable table)
    {
        var broken = false;
        for (var k = 0; k < p.Sittings; k++)
        {
            while (table.BrokenSpray(k) is >= 0 and var step)
            {
                TakeWithAllAfter(p, table, step);
                broken = true;
            }
        }
        return broken;
    }

    private static void TakeWithAllAfter(CompiledProblem p, Timetable table, int step)
    {
        var sequence = p.Sequence[p.Cluster[step]];
        for (var i = sequence.Length - 1; i >= p.Position[step]; i--)
        {
            if (table.Placed(sequence[i])) table.Take(sequence[i], table.Found);
        }
    }

    private static IEnumerable<(int Step, Piece[] Pieces)> Old(CompiledProblem p, IReadOnlyList<PlanChunk> chunks)
    {
        var pieces = new List<Piece>[p.Steps];
        foreach (var chunk in chunks)
        {
            if (!p.ById.TryGetValue((chunk.Batch, chunk.Step), out var step) || p.Frozen[step]) continue;
            var k = p.SittingFrom(chunk.Start);
            if (k < p.Sittings && p.SittingBegin[k] <= chunk.Start && chunk.End <= p.SittingEnd[k]) (pieces[step] ??= []).Add(new Piece(k, chunk.Start, chunk.End, chunk.Models));
        }
        return Enumerable.Range(0, p.Steps).Where(i => pieces[i] is not null).Select(i => (i, Pieces: Rest(p, i, [.. pieces[i].OrderBy(c => c.Begin)])))
            .Where(s => s.Pieces.Sum(c => c.Models) == p.Count[s.i] && s.Pieces.Length <= p.MaxChunks[s.i]).OrderBy(s => s.Pieces[0].Begin).ThenBy(s => s.i);
    }

    // Models done since go from the front; what is left of a piece still ends when it did.
    private static Piece[] Rest(CompiledProblem p, int step, List<Piece> pieces)
    {
        var done = pieces.Sum(c => c.Models) - p.Count[step];
        if (p.Mode[step] >= 0) return [.. pieces];
        while (done > 0 && pieces[0].Models <= done)
        {
            done -= pieces[0].Models;
            pieces.RemoveAt(0);
        }
        if (done > 0) pieces[0] = pieces[0] with { Begin = pieces[0].End - p.Minutes(step, pieces[0].Models - done), Models = pieces[0].Models - done };
        return [.. pieces];
    }

    private static bool Ready(CompiledProblem p, Timetable table, int step)
    {
        foreach (var a in p.In[step])
        {
            if (!table.Placed(p.Arcs[a].From)) return false;
        }
        return true;
    }

    private static bool StillFits(CompiledProblem p, Timetable table, int step, Piece[] pieces)
    {
        if (!table.LagsHold(step, pieces[0].Begin, pieces[^1].End)) return false;
        foreach (var piece in pieces)
        {
            if (!table.IsFree(step, piece)) return false;
        }
        return true;
    }

    private static int FirstOpen(CompiledProblem p, Timetable table, int cluster)
    {
        foreach (var step in p.Sequence[cluster])
        {
            if (!table.Placed(step)) return Ready(p, table, step) ? table.Earliest(step) : CompiledProblem.Never;
        }
        return CompiledProblem.Never;
    }
}
