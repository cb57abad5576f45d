using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;

namespace Hexaprep.Scheduling.Searching;

/// <summary>Lays an older plan again as far as it still holds, then only what must move.</summary>
internal static class WarmStart
{
    private const int MostRounds = 20,
        MostTries = 60;

    /// <summary>Fills an empty table.</summary>
    /// <returns>False when that leads round and round: then only a new plan helps.</returns>
    public static bool Lay(CompiledProblem p, Timetable table, Placer placer, IReadOnlyList<PlanChunk> chunks)
    {
        var (old, placings) = Old(p, chunks);
        var isNew = New(p, chunks);
        foreach (var placing in placings)
        {
            var pieces = old.AsSpan(placing.First, placing.Count);
            if (table.IsReady(placing.Step, isNew) && table.StillFits(placing.Step, pieces))
                table.Put(placing.Step, pieces);
        }
        PutIntoSlack(p, table, isNew);
        GiveBack(p, table);
        GivePlaces(p, table);
        MendSprays(p, table);
        return LayRest(p, table, placer) && (AllBegunStand(p, table) || LayBegunFirst(p, table, placer, placings, old));
    }

    private static bool AllBegunStand(CompiledProblem p, Timetable table) =>
        Enumerable.Range(0, p.Steps).All(i => table.Placed(i) || !p.IsBegun(p.Unit[i]));

    // A unit under way that fits nowhere beside those still to begin, since they take its handles now and it would take their place later:
    // it goes on first, and they begin anew in their order.
    private static bool LayBegunFirst(CompiledProblem p, Timetable table, Placer placer, List<Placing> placings, Chunk[] old)
    {
        var began = new int[p.Sequence.Length];
        Array.Fill(began, CompiledProblem.Never);
        foreach (var placing in placings)
            began[p.Cluster[placing.Step]] = Math.Min(began[p.Cluster[placing.Step]], old[placing.First].Begin);
        bool IsBegun(int cluster) => p.Sequence[cluster] is [var first, ..] && p.IsBegun(p.Unit[first]);
        var waiting = Enumerable.Range(0, p.Sequence.Length).Where(c => !IsBegun(c)).OrderBy(c => began[c]).ThenBy(c => c).ToList();
        foreach (var c in waiting)
        foreach (var step in p.Sequence[c].Reverse().Where(i => !p.Frozen[i] && table.Placed(i)))
            table.Take(step, table.Found);
        foreach (var c in Enumerable.Range(0, p.Sequence.Length).Where(IsBegun).OrderBy(c => FirstOpen(p, table, c)).Concat(waiting))
            placer.LayWhatFits(c);
        return LayRest(p, table, placer);
    }

    /// <summary>Lays all steps in the order in which they stood, each as early as it goes: what is new takes its turn before what follows
    /// it, and all behind it gives way by as much as that takes.</summary>
    /// <param name="p">The problem.</param>
    /// <param name="table">Where they are laid.</param>
    /// <param name="placer">Who lays them.</param>
    /// <param name="chunks">The older plan.</param>
    /// <param name="stays">What may still stand where it did stands there, though it could come sooner.</param>
    /// <returns>False where a step finds no place.</returns>
    public static bool LayInTurn(CompiledProblem p, Timetable table, Placer placer, IReadOnlyList<PlanChunk> chunks, bool stays)
    {
        table.Clear();
        if (stays)
            placer.StandsAgain = WhereItStood(p, table, chunks);
        placer.Stood = Turns(p, chunks);
        var laid = placer.Lay([.. Enumerable.Range(0, p.Sequence.Length)], new int[p.Sequence.Length]);
        (placer.Stood, placer.StandsAgain) = (null, null);
        laid = laid && !MendSprays(p, table) && !GivePlaces(p, table) && !GiveBack(p, table) || LayRest(p, table, placer);
        table.ValueAll();
        return laid && Enumerable.Range(0, p.Steps).All(table.Placed);
    }

    // The minute at which each step stood, with its last piece: work that is cut filled what others left it, and would else come before
    // all of them. What is new has its turn before what follows it in its batch, at the end right behind the last.
    private static int[] Turns(CompiledProblem p, IReadOnlyList<PlanChunk> chunks)
    {
        var stood = new int[p.Steps];
        Array.Fill(stood, CompiledProblem.Never);
        foreach (var chunk in chunks)
        {
            if (p.ById.TryGetValue((chunk.Batch, chunk.Step), out var step))
                stood[step] = stood[step] == CompiledProblem.Never ? chunk.Start : Math.Max(stood[step], chunk.Start);
        }
        foreach (var strand in p.Chains)
        {
            for (var i = strand.Length - 2; i >= 0; i--)
            {
                if (stood[strand[i]] == CompiledProblem.Never)
                    stood[strand[i]] = stood[strand[i + 1]];
            }
            for (var i = 1; i < strand.Length; i++)
            {
                if (stood[strand[i]] == CompiledProblem.Never)
                    stood[strand[i]] = stood[strand[i - 1]];
            }
        }
        return stood;
    }

    private static Func<int, int, bool> WhereItStood(CompiledProblem p, Timetable table, IReadOnlyList<PlanChunk> chunks)
    {
        var (old, placings) = Old(p, chunks);
        var known = placings.ToDictionary(o => o.Step);
        return (step, from) =>
            known.TryGetValue(step, out var placing)
            && old[placing.First].Begin >= from
            && table.StandsAgain(step, old.AsSpan(placing.First, placing.Count));
    }

    /// <summary>Sees to it that no unit stands where no place is left for it: the one that began last is laid anew.</summary>
    public static void MendPlaces(CompiledProblem p, Timetable table, Placer placer)
    {
        if (GivePlaces(p, table))
            LayRest(p, table, placer);
    }

    // Steps the older plan did not know.
    private static bool[] New(CompiledProblem p, IReadOnlyList<PlanChunk> chunks)
    {
        var isNew = new bool[p.Steps];
        for (var i = 0; i < p.Steps; i++)
            isNew[i] = !p.Frozen[i];
        foreach (var chunk in chunks)
        {
            if (p.ById.TryGetValue((chunk.Batch, chunk.Step), out var step))
                isNew[step] = false;
        }
        return isNew;
    }

    // What is new before work that stands goes between it and what it follows, where there is room: then nothing else moves. Where there
    // is none, all that follows it is laid anew.
    private static void PutIntoSlack(CompiledProblem p, Timetable table, bool[] isNew)
    {
        foreach (var sequence in p.Sequence)
        {
            var leads = Array.FindLastIndex(sequence, i => table.Placed(i) && !p.Frozen[i]);
            for (var i = 0; i < leads; i++)
            {
                var step = sequence[i];
                if (!isNew[step] || table.Placed(step) || (table.IsReady(step) && FitsBetween(table, step)))
                    continue;
                TakeWithAllAfter(p, table, step);
            }
        }
    }

    // The earliest place is tried first, then later ones: a window or a gap may want it so.
    private static bool FitsBetween(Timetable table, int step)
    {
        var from = table.Earliest(step);
        for (var tries = 0; tries < MostTries && table.Find(step, from, table.Latest(step)); tries++)
        {
            from = table.FoundStart + 1;
            if (table.PutBetween(step, from - 1, CompiledProblem.Never))
                return true;
            if (table.Placed(step))
                table.Take(step, table.Found);
        }
        return false;
    }

    private static bool LayRest(CompiledProblem p, Timetable table, Placer placer)
    {
        for (var round = 0; round < MostRounds; round++)
        {
            foreach (var c in Enumerable.Range(0, p.Sequence.Length).OrderBy(c => FirstOpen(p, table, c)).ThenBy(c => c))
                placer.LayWhatFits(c);
            // What was pushed out of the way may have stood before another coat, or keep its place, or what it holds, longer.
            if (MendSprays(p, table) | GivePlaces(p, table) | GiveBack(p, table))
                continue;
            table.ValueAll();
            return true;
        }
        return false;
    }

    // Where more is held than there is now, the later comer gives way, with all that follows.
    private static bool GiveBack(CompiledProblem p, Timetable table)
    {
        var given = false;
        foreach (
            var h in Enumerable
                .Range(0, p.Holds.Length)
                .Where(h => !p.Frozen[p.Holds[h].From] && table.Placed(p.Holds[h].From))
                .OrderByDescending(h => table.Start[p.Holds[h].From])
                .ThenBy(h => h)
                .ToList()
        )
        {
            var from = p.Holds[h].From;
            if (!table.Placed(from) || table.Overuse(h) < 0)
                continue;
            TakeWithAllAfter(p, table, from);
            given = true;
        }
        return given;
    }

    // Where more units are under way than may be, the one that began last waits, with all it does.
    private static bool GivePlaces(CompiledProblem p, Timetable table)
    {
        var given = false;
        while (table.WithoutPlace() is >= 0 and var unit)
        {
            var cluster = p.Cluster[p.StepsOfUnit[unit][0]];
            var first = p.Sequence[cluster].First(i => p.Unit[i] == unit);
            foreach (var step in p.WithAllBehind(first, p.UnitStrands[cluster]).Where(table.Placed))
                table.Take(step, table.Found);
            given = true;
        }
        return given;
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
        foreach (var behind in p.WithAllBehind(step, p.BatchStrands[p.Cluster[step]]).Where(table.Placed))
            table.Take(behind, table.Found);
    }

    private readonly record struct Placing(int Step, int First, int Count);

    // The pieces that may stand again, step by step in order of time.
    private static (Chunk[] Pieces, List<Placing> Placings) Old(CompiledProblem p, IReadOnlyList<PlanChunk> chunks)
    {
        var (steps, pieces) = (new long[chunks.Count], new Chunk[chunks.Count]);
        var count = 0;
        foreach (var chunk in chunks)
        {
            if (!p.ById.TryGetValue((chunk.Batch, chunk.Step), out var step) || p.Frozen[step])
                continue;
            var k = p.SittingFrom(chunk.Start);
            if (k >= p.Sittings || p.SittingBegin[k] > chunk.Start || chunk.End > p.SittingEnd[k])
                continue;
            steps[count] = ((long)step << 32) | (uint)chunk.Start;
            pieces[count++] = new Chunk(k, chunk.Start, chunk.End, chunk.Minutes ?? chunk.Models);
        }
        Array.Sort(steps, pieces, 0, count);
        var placings = new List<Placing>(count);
        for (int at = 0, next; at < count; at = next)
        {
            var step = (int)(steps[at] >> 32);
            for (next = at + 1; next < count && steps[next] >> 32 == step; )
                next++;
            var first = at + DropDone(p, step, pieces.AsSpan(at, next - at));
            var (models, isWorthIt) = (0, true);
            for (var i = first; i < next; i++)
            {
                models += pieces[i].Models;
                // What is left of the first may be too short a session.
                isWorthIt &= pieces[i].Models >= p.Least[step];
            }
            if (isWorthIt && models == p.Count[step] && next - first <= p.MaxChunks[step])
                placings.Add(new Placing(step, first, next - first));
        }
        placings.Sort(
            (a, b) =>
                pieces[a.First].Begin != pieces[b.First].Begin
                    ? pieces[a.First].Begin.CompareTo(pieces[b.First].Begin)
                    : a.Step.CompareTo(b.Step)
        );
        return (pieces, placings);
    }

    // Models done since go from the front; what is left of a piece still ends when it did.
    private static int DropDone(CompiledProblem p, int step, Span<Chunk> pieces)
    {
        if (p.Mode[step] >= 0)
            return 0;
        var done = -p.Count[step];
        foreach (ref readonly var piece in pieces)
            done += piece.Models;
        var first = 0;
        while (done > 0 && pieces[first].Models <= done)
            done -= pieces[first++].Models;
        if (done > 0)
            pieces[first] = pieces[first] with
            {
                Begin = pieces[first].End - p.Minutes(step, pieces[first].Models - done),
                Models = pieces[first].Models - done,
            };
        return first;
    }

    private static int FirstOpen(CompiledProblem p, Timetable table, int cluster)
    {
        foreach (var step in p.Sequence[cluster])
        {
            if (!table.Placed(step))
                return table.IsReady(step) ? table.Earliest(step) : CompiledProblem.Never;
        }
        return CompiledProblem.Never;
    }
}
