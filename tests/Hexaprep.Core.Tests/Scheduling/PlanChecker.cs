using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;

// Long: one model, rule by rule.
namespace Hexaprep.Core.Tests.Scheduling;

/// <summary>Judges a schedule by the written model alone (C1 to C10 and the extensions of docs/formats.md). Shares no code with the
/// planner.</summary>
internal sealed class PlanChecker
{
    private sealed record Known(PlanBatch Batch, PlanStep Step, bool Given)
    {
        // What pauses within a model is counted in minutes.
        public bool InSessions => Step is { MinSession: not null, Mode: null };

        public int Count => (Step.Count ?? Batch.Count) * (InSessions ? Step.PerModel : 1);

        public int Full(int amount) =>
            InSessions ? Step.Setup + amount
            : Step.Minutes is { } table ? table[amount - 1]
            : Step.Setup + Step.PerModel * amount;

        public int Of(PlanChunk chunk) => InSessions ? chunk.Minutes ?? 0 : chunk.Models;
    }

    private readonly PlanProblem _p;
    private readonly bool _partial;
    private readonly List<string> _found = [];
    private readonly Dictionary<(string, string), Known> _steps = [];
    private readonly Dictionary<(string, string), List<PlanChunk>> _own;
    private readonly List<PlanChunk> _line;

    private PlanChecker(PlanProblem problem, IReadOnlyList<PlanChunk> chunks, bool partial)
    {
        (_p, _partial) = (problem, partial);
        var given = (problem.Fixed ?? []).Select(c => (c.Batch, c.Step)).ToHashSet();
        foreach (var b in problem.Batches)
        {
            foreach (var s in b.Steps)
                _steps[(b.Id, s.Id)] = new Known(b, s, given.Contains((b.Id, s.Id)));
        }
        foreach (var c in chunks.Where(c => !_steps.ContainsKey((c.Batch, c.Step))))
            Bad("UNKNOWN", $"{c.Batch}/{c.Step}");
        _line = [.. chunks.Where(c => _steps.ContainsKey((c.Batch, c.Step))).OrderBy(c => c.Start).ThenBy(c => c.End)];
        _own = _line.GroupBy(c => (c.Batch, c.Step)).ToDictionary(g => g.Key, g => g.ToList());
    }

    /// <summary>The breaches, each beginning with its code; empty when the schedule is valid.</summary>
    /// <param name="partial">Steps may be missing.</param>
    public static List<string> Breaches(PlanProblem problem, IReadOnlyList<PlanChunk> chunks, bool partial = false)
    {
        var checker = new PlanChecker(problem, chunks, partial);
        checker.Steps();
        checker.Hands();
        checker.Sprays();
        checker.Lags();
        checker.Changeovers();
        checker.Dust();
        checker.Places();
        if (!partial)
            checker.Conditions();
        foreach (var r in problem.Resources)
            checker.Capacity(r);
        return checker._found;
    }

    /// <summary>The codes alone.</summary>
    public static HashSet<string> Codes(PlanProblem problem, IReadOnlyList<PlanChunk> chunks, bool partial = false) =>
        [.. Breaches(problem, chunks, partial).Select(b => b.Split(' ')[0])];

    /// <summary>The value by the written objective: weighted lateness and finish, sittings used, set-ups and clean-outs paid.</summary>
    public static long Value(PlanProblem problem, IReadOnlyList<PlanChunk> chunks)
    {
        var c = new PlanChecker(problem, chunks, true);
        long tardy = 0,
            finish = 0;
        foreach (var unit in problem.Units)
        {
            var done = c
                ._line.Where(x => c._steps[(x.Batch, x.Step)].Batch.Unit == unit.Id)
                .Select(x => x.End + c._steps[(x.Batch, x.Step)].Step.Wait)
                .DefaultIfEmpty(0)
                .Max();
            finish += (long)unit.Weight * done;
            if (unit.Deadline is { } due)
                tardy += (long)unit.Weight * Math.Max(0, done - due);
        }
        var planned = c._line.Where(x => !c.Of(x).Given).ToList();
        var setups = 0;
        foreach (var day in planned.Where(x => c.Of(x).Step.Mode is not null).GroupBy(c.SittingOf))
        {
            PlanChunk? before = null;
            foreach (var spray in day)
            {
                var same = before is not null && c.Of(before).Step.Mode == c.Of(spray).Step.Mode;
                if (before is not null && !same)
                    setups++;
                if (!same || before!.End != spray.Start)
                    setups++;
                before = spray;
            }
        }
        var w = problem.Weights;
        return w.Tardy * tardy
            + w.Finish * finish
            + (long)(w.Changeover ?? 0) * (problem.Changeover > 0 ? c.Pairs().Count(pair => c.NeedsChange(pair.Before, pair.After)) : 0)
            + (long)(w.Rounds ?? 0) * c.SkippedRounds()
            + (long)(w.Interleave ?? 0) * c.Interleaved()
            + (long)(w.Stretch ?? 0) * c.Stretched()
            + (long)w.Sitting * planned.Select(c.SittingOf).Distinct().Count(k => k > 0 || problem.Open != true)
            + (long)w.Setup * setups;
    }

    private Known Of(PlanChunk c) => _steps[(c.Batch, c.Step)];

    private void Bad(string code, string where) => _found.Add($"{code} {where}");

    private int SittingOf(PlanChunk c)
    {
        int low = 0,
            high = _p.Sittings.Count;
        while (low < high)
        {
            var mid = (low + high) / 2;
            if (_p.Sittings[mid].End < c.End)
                low = mid + 1;
            else
                high = mid;
        }
        return low < _p.Sittings.Count && _p.Sittings[low].Begin <= c.Start ? low : -1;
    }

    private void Steps()
    {
        foreach (var (key, known) in _steps)
        {
            var where = $"{key.Item1}/{key.Item2}";
            if (!_own.TryGetValue(key, out var own))
            {
                if (!_partial && known.Step.OnlyIf is null)
                    Bad("MISSING", where);
                continue;
            }
            if (known is { InSessions: true, Given: false })
            {
                if (own.Sum(c => c.Minutes) != known.Count)
                    Bad("MODELS", where);
                if (own.Any(c => c.Minutes < Math.Min(known.Step.MinSession!.Value, known.Count)))
                    Bad("SESSION", where);
            }
            else if (!known.InSessions && (own.Any(c => c.Models < 1) || own.Sum(c => c.Models) != known.Count))
                Bad("MODELS", where);
            if (known.Given)
                continue;
            if (own.Count > Math.Max(1, known.Step.MaxChunks))
                Bad("CHUNKS", where);
            var seen = new List<int>();
            foreach (var c in own)
            {
                var k = SittingOf(c);
                if (k < 0 || c.End <= c.Start)
                    Bad("SITTING", where);
                else if (seen.Count(o => o == k) >= (known.Step.ChunksPerSitting ?? 1))
                    Bad("SAMESITTING", where);
                seen.Add(k);
                if (c.Start < 0 || c.End > _p.Horizon)
                    Bad("HORIZON", where);
                if (known.Step.Mode is null && known.Of(c) is >= 1 and var n && n <= known.Count && c.End - c.Start != known.Full(n))
                    Bad("DURATION", where);
            }
        }
    }

    // During a watched step only trifles may run; a free step takes no hands.
    private static bool Together(PlanStep a, PlanStep b) =>
        a.Attention == "free"
        || b.Attention == "free"
        || (a.Attention == "watched" && b.Trifle == true && b.Attention != "watched")
        || (b.Attention == "watched" && a.Trifle == true && a.Attention != "watched");

    private void Hands()
    {
        for (var i = 0; i < _line.Count; i++)
        {
            for (var j = i + 1; j < _line.Count && _line[j].Start < _line[i].End; j++)
            {
                if (!Together(Of(_line[i]).Step, Of(_line[j]).Step))
                    Bad("HANDS", $"{_line[i].Batch}/{_line[i].Step} and {_line[j].Batch}/{_line[j].Step} at {_line[j].Start}");
            }
        }
    }

    private void Sprays()
    {
        var last = new Dictionary<int, PlanChunk>();
        foreach (var c in _line.Where(c => Of(c) is { Given: false, Step.Mode: not null }))
        {
            var (known, k, where) = (Of(c), SittingOf(c), $"{c.Batch}/{c.Step}");
            if (!Windows(known.Step).Any(w => w.Begin <= c.Start && c.End <= w.End))
                Bad("SPRAYWINDOW", where);
            if (c.Models < 1 || c.Models > known.Count)
                continue;
            var need = known.Full(c.Models);
            if (k >= 0 && last.TryGetValue(k, out var before))
            {
                var (from, to) = (Of(before).Step.Mode!, known.Step.Mode!);
                if (from != to)
                    need += _p.Cleanout.TryGetValue(from, out var row) && row.TryGetValue(to, out var minutes) ? minutes : 0;
                else if (before.End == c.Start)
                    need = Math.Max(1, need - known.Step.Setup);
            }
            if (c.End - c.Start != need)
                Bad("DURATION", $"{where} takes {c.End - c.Start}, must take {need}");
            if (k >= 0)
                last[k] = c;
        }
        if (_p.Closing is not (> 0 and var closing))
            return;
        foreach (var (k, c) in last)
        {
            if (c.End + closing > _p.Sittings[k].End)
                Bad("CLOSING", $"{c.Batch}/{c.Step}");
            if (_line.Any(o => o != c && o.Start < c.End + closing && o.End > c.End && !Together(Of(o).Step, Of(c).Step)))
                Bad("CLOSING", $"{c.Batch}/{c.Step}");
        }
    }

    private IReadOnlyList<Span> Windows(PlanStep step) =>
        _p.Windows is null ? _p.SprayWindows
        : step.Window is { } name ? _p.Windows[name]
        : _p.Sittings;

    // What follows what in a sitting: free work takes no hands, a trifle may be done while something is watched.
    private IEnumerable<(PlanChunk Before, PlanChunk After)> Pairs()
    {
        bool Counts(PlanChunk c) =>
            Of(c).Step.Attention != "free"
            && !(
                Of(c).Step.Trifle == true
                && _line.Exists(w => Of(w).Step.Attention == "watched" && w != c && w.Start <= c.Start && c.End <= w.End)
            );
        foreach (var day in _line.Where(c => Counts(c) && (Of(c).Given || SittingOf(c) >= 0)).GroupBy(InSitting).Where(g => g.Key >= 0))
        {
            PlanChunk? before = null;
            foreach (var c in day)
            {
                if (before is not null && !Of(c).Given)
                    yield return (before, c);
                before = c;
            }
        }
    }

    // Given work may reach beyond the sitting it touches.
    private int InSitting(PlanChunk c)
    {
        for (var k = 0; k < _p.Sittings.Count; k++)
        {
            if (_p.Sittings[k].Begin < c.End && _p.Sittings[k].End > c.Start)
                return k;
        }
        return -1;
    }

    private bool NeedsChange(PlanChunk a, PlanChunk b)
    {
        var (x, y) = (Of(a), Of(b));
        string Work(Known k) => k.Step.Kind ?? $"{k.Batch.Id}/{k.Step.Id}";
        if (Work(x) == Work(y) && x.Batch.Unit == y.Batch.Unit)
            return false;
        if (x.Step.Mode is { } from && y.Step.Mode is { } to && !x.Given && !y.Given)
        {
            if (from == to && a.End == b.Start)
                return false;
            if (from != to && _p.Cleanout.TryGetValue(from, out var row) && row.GetValueOrDefault(to) > 0)
                return false;
        }
        return !_p.Batches.Any(o =>
            o.Arcs.Any(arc =>
                (arc.Max is not null || arc.FinishMax is not null)
                && (arc.FromBatch ?? o.Id, arc.From) == (a.Batch, a.Step)
                && (arc.ToBatch ?? o.Id, arc.To) == (b.Batch, b.Step)
            )
        );
    }

    private void Changeovers()
    {
        if (_p.Changeover is not (> 0 and var gap))
            return;
        foreach (var (before, after) in Pairs())
        {
            if (after.Start - before.End < gap && NeedsChange(before, after))
                Bad("CHANGEOVER", $"{before.Batch}/{before.Step} and {after.Batch}/{after.Step} at {after.Start}");
        }
    }

    private void Dust()
    {
        var wet = (_p.Wet ?? []).ToList();
        wet.AddRange(_line.Where(c => Of(c).Step.Wet > 0).Select(c => new Span(c.End, c.End + Of(c).Step.Wet!.Value)));
        foreach (var c in _line.Where(c => Of(c) is { Given: false, Step.Dust: true }))
        {
            if (wet.Exists(w => w.Begin <= c.Start && c.Start < w.End))
                Bad("DUST", $"{c.Batch}/{c.Step} at {c.Start}");
        }
    }

    // Only a beginning is kept from: what given work has begun may always go on.
    private void Places()
    {
        if (_p.Places is not { } places)
            return;
        var spans = _line
            .GroupBy(c => Of(c).Batch.Unit)
            .Select(g => (Unit: g.Key, From: g.Min(c => c.Start), To: g.Max(c => c.End + Of(c).Step.Wait), Begun: g.Any(c => Of(c).Given)))
            .ToList();
        foreach (var unit in spans.Where(u => !u.Begun))
        {
            if (spans.Count(o => o.From <= unit.From && unit.From < o.To) > places)
                Bad("PLACES", $"{unit.Unit} at {unit.From}");
        }
    }

    // Spraying sessions left out between two passes of one coat though the later could have been sprayed in them.
    private int SkippedRounds()
    {
        var skipped = 0;
        foreach (var b in _p.Batches)
        {
            foreach (var later in b.Steps.Where(s => s is { Mode: not null, Kind: not null } && _own.ContainsKey((b.Id, s.Id))))
            {
                var arc = b.Arcs.LastOrDefault(a =>
                    a.To == later.Id
                    && a is { FromBatch: null, ToBatch: null }
                    && b.Steps.Any(s => s.Id == a.From && s.Mode is not null && s.Kind == later.Kind)
                );
                if (arc is null || !_own.TryGetValue((b.Id, arc.From), out var first) || _steps[(b.Id, later.Id)].Given)
                    continue;
                var (end, start) = (first.Max(c => c.End), _own[(b.Id, later.Id)].Min(c => c.Start));
                var need = _steps[(b.Id, later.Id)] is var k ? k.Full(k.Count) : 0;
                skipped += _p
                    .Sittings.Where(s => s.Begin >= end && s.End <= start)
                    .Count(s => Windows(later).Any(w => Takes(Math.Max(s.Begin, w.Begin), Math.Min(s.End, w.End), end, need, arc)));
            }
        }
        return skipped + LeftOutBetweenPasses();
    }

    // Sittings in which a later pass with a brush could have begun, since the pass before.
    private int LeftOutBetweenPasses()
    {
        var left = 0;
        foreach (var b in _p.Batches)
        foreach (var later in b.Steps.Where(s => s is { Pass: true, Mode: null, Kind: not null } && _own.ContainsKey((b.Id, s.Id))))
        {
            var arc = b.Arcs.LastOrDefault(a =>
                a.To == later.Id && a is { FromBatch: null, ToBatch: null } && b.Steps.Any(s => s.Id == a.From && s.Kind == later.Kind)
            );
            if (arc is null || !_own.TryGetValue((b.Id, arc.From), out var first) || _steps[(b.Id, later.Id)].Given)
                continue;
            var (end, start) = (first.Max(c => c.End), _own[(b.Id, later.Id)].Min(c => c.Start));
            var (from, to) = (_steps[(b.Id, arc.From)], _steps[(b.Id, later.Id)]);
            var need = to.Full(later.MaxChunks == 1 ? to.Count : 1);
            left += _p.Sittings.Count(s =>
                s.End >= end && s.End <= start && Takes(s.Begin, s.End, Math.Min(end, s.Begin + from.Full(from.Count)), need, arc)
            );
        }
        return left;
    }

    private static bool Takes(int begin, int until, int end, int need, PlanArc arc)
    {
        begin = Math.Max(begin, end + arc.Min);
        if (begin + need > until)
            return false;
        return arc.Forbid is not { } f || begin - end <= f.Begin || until - need - end >= f.End;
    }

    // Whole days between the begin of a step's first and last stretch.
    private int Stretched() =>
        _own.Where(o => o.Value.All(c => _steps.ContainsKey((c.Batch, c.Step))) && !_steps[o.Key].Given)
            .Sum(o => (o.Value.Max(c => c.Start) - o.Value.Min(c => c.Start)) / 1440);

    // Other batches' steps of the same kind begun between the first and the last stretch of one.
    private int Interleaved()
    {
        var planned = _own.Where(o => o.Value.All(c => _steps.ContainsKey((c.Batch, c.Step))) && !_steps[o.Key].Given).ToList();
        return planned
            .Where(o => o.Value.Count > 1)
            .Sum(o =>
                planned.Count(other =>
                    other.Key.Item1 != o.Key.Item1
                    && _steps[o.Key].Step.Kind is { } kind
                    && _steps[other.Key].Step.Kind == kind
                    && other.Value.Min(c => c.Start) > o.Value.Min(c => c.Start)
                    && other.Value.Min(c => c.Start) < o.Value.Max(c => c.Start)
                )
            );
    }

    private void Lags()
    {
        foreach (var b in _p.Batches)
        {
            foreach (var a in b.Arcs)
            {
                var (fromKey, toKey) = ((a.FromBatch ?? b.Id, a.From), (a.ToBatch ?? b.Id, a.To));
                if (!_own.TryGetValue(fromKey, out var from) || !_own.TryGetValue(toKey, out var to) || _steps[toKey].Given)
                    continue;
                var (end, where) = (from.Max(c => c.End), $"{b.Id}/{a.From}->{a.To}");
                var gap = to.Min(c => c.Start) - end;
                if (gap < a.Min)
                    Bad("MINLAG", where);
                if (gap > a.Max)
                    Bad("MAXLAG", where);
                if (a.Forbid is { } f && gap > f.Begin && gap < f.End)
                    Bad("FORBIDDEN", where);
                if (to.Max(c => c.End) - end > a.FinishMax)
                    Bad("FINISHMAX", where);
            }
        }
    }

    // What is only needed where something follows late stands there and nowhere else; where it is left out, what it waited for still holds.
    private void Conditions()
    {
        foreach (var (key, known) in _steps.Where(s => s.Value is { Given: false, Step.OnlyIf: not null }))
        {
            var all = _p.Batches.SelectMany(b =>
                b.Arcs.Select(a => (From: (a.FromBatch ?? b.Id, a.From), To: (a.ToBatch ?? b.Id, a.To), Arc: a))
            );
            var since = _own[(key.Item1, known.Step.OnlyIf!.After)].Max(c => c.End);
            var follow = all.Where(a => a.From == key && _own.ContainsKey(a.To)).Select(a => _own[a.To].Min(c => c.Start)).ToList();
            var stands = _own.ContainsKey(key);
            if (stands != follow.Exists(start => start - since > known.Step.OnlyIf.LongerThan))
                Bad("ONLYIF", $"{key.Item1}/{key.Item2}");
            foreach (var into in all.Where(a => !stands && a.To == key && _own.ContainsKey(a.From)))
            {
                var end = _own[into.From].Max(c => c.End);
                if (follow.Exists(start => start - end < into.Arc.Min))
                    Bad("MINLAG", $"{key.Item1}/{key.Item2}");
                if (into.Arc.Forbid is { } f && follow.Exists(start => start - end > f.Begin && start - end < f.End))
                    Bad("FORBIDDEN", $"{key.Item1}/{key.Item2}");
            }
        }
    }

    private void Capacity(PlanResource resource)
    {
        var changes = new List<(int At, int By)>();
        foreach (var b in _p.Batches)
        {
            foreach (var h in b.Holds.Where(h => h.Resource == resource.Id))
            {
                if (Edge(b.Id, h.From) is not { } from)
                    continue;
                var to = Edge(b.Id, h.To) ?? int.MaxValue;
                if (to < from)
                {
                    Bad("HOLD", $"{b.Id}/{resource.Id}");
                    continue;
                }
                changes.Add((from, h.Amount));
                changes.Add((to, -h.Amount));
            }
        }
        var level = 0;
        foreach (var (at, by) in changes.OrderBy(c => c.At).ThenBy(c => c.By))
        {
            level += by;
            if (level <= resource.Capacity)
                continue;
            Bad("CAPACITY", $"{resource.Id} {level} at {at}");
            return;
        }
    }

    private int? Edge(string batch, PlanEdge edge) =>
        !_own.TryGetValue((batch, edge.Step), out var own)
            ? null
            : edge.Edge switch
            {
                "start" => own.Min(c => c.Start),
                "end" => own.Max(c => c.End),
                _ => own.Max(c => c.End) + _steps[(batch, edge.Step)].Step.Wait,
            };
}
