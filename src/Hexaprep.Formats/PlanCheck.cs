using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Formats;

/// <summary>Looks through a problem that was read from a file for what the format alone cannot rule out. The first fault is refused
/// with its path.</summary>
internal static class PlanCheck
{
    private const int Most = 100_000_000;
    private static readonly string[] Edges = ["start", "end", "ready"];

    /// <exception cref="RefusedException">Something in it cannot be meant; path, value and remedy are named.</exception>
    public static PlanProblem Checked(PlanProblem p)
    {
        Number("$.horizon", p.Horizon, 0);
        Ascending("$.sittings", p.Sittings);
        Ascending("$.sprayWindows", p.SprayWindows);
        foreach (
            var (path, value) in new[]
            {
                ("tardy", p.Weights.Tardy),
                ("finish", p.Weights.Finish),
                ("sitting", p.Weights.Sitting),
                ("setup", p.Weights.Setup),
            }
        )
            Number($"$.weights.{path}", value, 0, 1_000_000);
        Kept(p);
        foreach (var (from, row) in p.Cleanout)
        {
            foreach (var (to, minutes) in row)
                Number($"$.cleanout.{from}.{to}", minutes, 0);
        }
        Unique("$.units", p.Units.Select(u => u.Id));
        Unique("$.batches", p.Batches.Select(b => b.Id));
        Unique("$.resources", p.Resources.Select(r => r.Id));
        for (var i = 0; i < p.Resources.Count; i++)
            Number($"$.resources[{i}].capacity", p.Resources[i].Capacity, 0);
        for (var i = 0; i < p.Units.Count; i++)
        {
            Number($"$.units[{i}].weight", p.Units[i].Weight, 1, 1000);
            if (p.Units[i].Deadline is { } due)
                Number($"$.units[{i}].deadline", due, 0);
        }
        var units = p.Units.Select(u => u.Id).ToHashSet(StringComparer.Ordinal);
        var resources = p.Resources.Select(r => r.Id).ToHashSet(StringComparer.Ordinal);
        var steps = new Dictionary<(string, string), int>();
        for (var i = 0; i < p.Batches.Count; i++)
        {
            Steps($"$.batches[{i}]", p.Batches[i], units, steps);
            Kept($"$.batches[{i}]", p.Batches[i], p);
        }
        for (var i = 0; i < p.Batches.Count; i++)
        {
            ArcsAndHolds($"$.batches[{i}]", p.Batches[i], steps, resources);
            Conditions($"$.batches[{i}]", p.Batches[i], p);
        }
        for (var i = 0; i < (p.Fixed?.Count ?? 0); i++)
        {
            var chunk = p.Fixed![i];
            Known($"$.fixed[{i}].step", (chunk.Batch, chunk.Step), steps);
            if (chunk is { Models: 0, Minutes: null })
                throw Fault($"$.fixed[{i}].models", 0, "It says neither models nor minutes.", "Give one of them.");
            if (chunk.End <= chunk.Start)
                throw Fault($"$.fixed[{i}].end", chunk.End, "It ends before it begins.", "Give an end after the start.");
        }
        return p;
    }

    // What a plan keeps beside the base model.
    private static void Kept(PlanProblem p)
    {
        foreach (
            var (path, value) in new[]
            {
                ("changeover", p.Weights.Changeover),
                ("interleave", p.Weights.Interleave),
                ("rounds", p.Weights.Rounds),
                ("stretch", p.Weights.Stretch),
            }
        )
            Number($"$.weights.{path}", value ?? 0, 0, 1_000_000);
        if (p.Closing is { } closing)
            Number("$.closing", closing, 0);
        Number("$.places", p.Places ?? 1, 1, 10_000);
        Number("$.changeover", p.Changeover ?? 0, 0, 1440);
        for (var i = 0; i < (p.Wet?.Count ?? 0); i++)
            Number($"$.wet[{i}][1]", p.Wet![i].End, p.Wet[i].Begin + 1);
        foreach (var (name, spans) in p.Windows ?? new Dictionary<string, IReadOnlyList<Span>>())
            Ascending($"$.windows.{name}", spans);
    }

    private static void Steps(string path, PlanBatch batch, HashSet<string> units, Dictionary<(string, string), int> steps)
    {
        Number($"{path}.count", batch.Count, 1, 10_000);
        if (!units.Contains(batch.Unit))
            throw Fault($"{path}.unit", batch.Unit, "There is no such unit.", "Name one of $.units.");
        for (var i = 0; i < batch.Steps.Count; i++)
        {
            var (s, at) = (batch.Steps[i], $"{path}.steps[{i}]");
            if (!steps.TryAdd((batch.Id, s.Id), s.Count ?? batch.Count))
                throw Fault($"{at}.id", s.Id, "The batch has two steps of that id.", "Give each its own.");
            Number($"{at}.setup", s.Setup, 0);
            Number($"{at}.perModel", s.PerModel, 1);
            Number($"{at}.maxChunks", s.MaxChunks, 1);
            Number($"{at}.wait", s.Wait, 0);
            if (s.Count is { } count)
                Number($"{at}.count", count, 1, 10_000);
            if (s.Attention is { } attention && !Ids.TryParse<Attention>(attention, out _))
                throw Fault($"{at}.attention", attention, "Not an attention.", "Give hands, attended, watched or free.");
            if (s.Mode is not null && s.MaxChunks != 1)
                throw Fault($"{at}.maxChunks", s.MaxChunks, "A coat is sprayed in one go.", "Give 1.");
            if (s.Minutes is not { } table)
                continue;
            if (table.Count < (s.Count ?? batch.Count))
                throw Fault(
                    $"{at}.minutes",
                    table.Count,
                    "It has fewer entries than there are models.",
                    "Give the total minutes for 1, 2, and so on, models."
                );
            for (var n = 0; n < table.Count; n++)
                Number($"{at}.minutes[{n}]", table[n], Math.Max(1, n == 0 ? 1 : table[n - 1]));
        }
    }

    // What the plan keeps beside the base model.
    private static void Kept(string path, PlanBatch batch, PlanProblem p)
    {
        for (var i = 0; i < batch.Steps.Count; i++)
        {
            var (s, at) = (batch.Steps[i], $"{path}.steps[{i}]");
            Number($"{at}.wet", s.Wet ?? 0, 0);
            Number($"{at}.minSession", s.MinSession ?? 1, 1, 1440);
            Number($"{at}.chunksPerSitting", s.ChunksPerSitting ?? 1, 1, 100);
            if (s is { MinSession: not null, Mode: not null })
                throw Fault($"{at}.minSession", s.MinSession, "A coat is sprayed in one go.", "Leave it out, or the mode.");
            if (s is { Dust: true, Wet: > 0 })
                throw Fault($"{at}.dust", "true", "It cannot both make dust and be wet.", "Leave one of them out.");
            if ((s.Dust == true || s.Wet > 0) && (s.Attention is "watched" or "free" || s.Trifle == true))
                throw Fault(
                    $"{at}.attention",
                    s.Attention ?? "trifle",
                    "Work that makes dust, or leaves a coat wet, takes the hands.",
                    "Give hands."
                );
            if (s.Window is { } window && (s.Mode is null || p.Windows?.ContainsKey(window) != true))
                throw Fault($"{at}.window", window, "There is no such window, or nothing is sprayed.", "Name one of $.windows on a coat.");
        }
    }

    private static void ArcsAndHolds(string path, PlanBatch batch, Dictionary<(string, string), int> steps, HashSet<string> resources)
    {
        for (var i = 0; i < batch.Arcs.Count; i++)
        {
            var (a, at) = (batch.Arcs[i], $"{path}.arcs[{i}]");
            Known($"{at}.from", (a.FromBatch ?? batch.Id, a.From), steps);
            Known($"{at}.to", (a.ToBatch ?? batch.Id, a.To), steps);
            Number($"{at}.min", a.Min, 0);
            if (a.Max is { } max)
                Number($"{at}.max", max, a.Min);
            if (a.FinishMax is { } finish)
                Number($"{at}.finishMax", finish, a.Min + 1);
            if (a.Forbid is { } f && (f.Begin < 0 || f.End <= f.Begin))
                throw Fault($"{at}.forbid", $"[{f.Begin},{f.End}]", "Not a gap.", "Give [low, high] with low below high.");
        }
        for (var i = 0; i < batch.Holds.Count; i++)
        {
            var (h, at) = (batch.Holds[i], $"{path}.holds[{i}]");
            if (!resources.Contains(h.Resource))
                throw Fault($"{at}.resource", h.Resource, "There is no such resource.", "Name one of $.resources.");
            Number($"{at}.amount", h.Amount, 0);
            foreach (var (edge, name) in new[] { (h.From, "from"), (h.To, "to") })
            {
                Known($"{at}.{name}.step", (batch.Id, edge.Step), steps);
                if (!Edges.Contains(edge.Edge))
                    throw Fault($"{at}.{name}.edge", edge.Edge, "Not an edge of a step.", "Give start, end or ready.");
            }
        }
    }

    // A step that may be left out holds nothing, and is not what another's condition counts from.
    private static void Conditions(string path, PlanBatch batch, PlanProblem p)
    {
        bool Follows(PlanBatch b, PlanArc a, string step) => (a.FromBatch ?? b.Id, a.From) == (batch.Id, step);
        for (var i = 0; i < batch.Steps.Count; i++)
        {
            var (s, at) = (batch.Steps[i], $"{path}.steps[{i}].onlyIf");
            if (s.OnlyIf is not { } when)
                continue;
            Number($"{at}.longerThan", when.LongerThan, 0);
            if (batch.Steps.FirstOrDefault(o => o.Id == when.After) is not { OnlyIf: null })
                throw Fault($"{at}.after", when.After, "No step that always stands.", "Name one of the batch without a condition.");
            var followers = p.Batches.SelectMany(b => b.Arcs.Where(a => Follows(b, a, s.Id)).Select(a => (Batch: a.ToBatch ?? b.Id, a.To)));
            if (p.Batches.Any(b => b.Steps.Any(o => o.OnlyIf is not null && followers.Contains((b.Id, o.Id)))))
                throw Fault(at, s.Id, "What follows it may be left out too.", "Let a step that always stands follow it.");
            if (!followers.Any())
                throw Fault(at, s.Id, "Nothing follows it, so nothing can come late.", "Give an arc from it, or leave the condition out.");
            if (batch.Holds.Any(h => h.From.Step == s.Id || h.To.Step == s.Id))
                throw Fault(at, s.Id, "Something is held from it or to it.", "Hold from or to a step that always stands.");
        }
    }

    private static void Known(string path, (string Batch, string Step) step, Dictionary<(string, string), int> steps)
    {
        if (!steps.ContainsKey(step))
            throw Fault(path, $"{step.Batch}/{step.Step}", "There is no such step.", "Name a step of that batch.");
    }

    private static void Ascending(string path, IReadOnlyList<Span> spans)
    {
        for (var i = 0; i < spans.Count; i++)
        {
            Number($"{path}[{i}][0]", spans[i].Begin, i == 0 ? 0 : spans[i - 1].End);
            Number($"{path}[{i}][1]", spans[i].End, spans[i].Begin + 1);
        }
    }

    private static void Unique(string path, IEnumerable<string> ids)
    {
        var seen = new HashSet<string>(StringComparer.Ordinal);
        var i = 0;
        foreach (var id in ids)
        {
            if (!seen.Add(id))
                throw Fault($"{path}[{i}].id", id, "Two have that id.", "Give each its own.");
            i++;
        }
    }

    private static void Number(string path, int value, int least, int most = Most)
    {
        if (value < least || value > most)
            throw Fault(path, value, $"It must be from {least} to {most}.", "Correct the number.");
    }

    private static RefusedException Fault(string path, object value, string what, string remedy) =>
        new(new Refusal(path, $"{value}: {what}", remedy));
}
