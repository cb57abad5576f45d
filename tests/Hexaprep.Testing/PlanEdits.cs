using Hexaprep.Craft.Vocabulary;
using Hexaprep.Scheduling.Problems;

namespace Hexaprep.Testing;

/// <summary>A bench of many batches, and edits to it one after the other, each taken back sometime: evenings lost, later starts, rain,
/// handles, a unit first; a step added, left out, done another way, put before another; a longer wait by house rule, another pace; a
/// unit off the bench.</summary>
public sealed class PlanEdits
{
    private const int Models = 6;
    private readonly PlanProblem _original;
    private readonly Random _random;
    private readonly HashSet<int> _lost = [],
        _rainy = [],
        _later = [],
        _first = [],
        _unfilled = [],
        _pinned = [],
        _otherwise = [],
        _turned = [],
        _slow = [],
        _gone = [];
    private bool _patient;
    private int _handles;

    /// <summary>Edits to a bench of so many batches, the same ones for the same seed.</summary>
    public PlanEdits(int batches, int seed)
    {
        _random = new Random(seed);
        _original = Bench(batches, seed);
        _handles = _original.Resources[0].Capacity;
    }

    /// <summary>The bench as the edits so far leave it.</summary>
    public PlanProblem Current =>
        _original with
        {
            Sittings =
            [
                .. _original
                    .Sittings.Select((s, i) => _later.Contains(i) ? s with { Begin = s.Begin + 45 } : s)
                    .Where((_, i) => !_lost.Contains(i)),
            ],
            SprayWindows = [.. _original.SprayWindows.Where((_, i) => !_rainy.Contains(i))],
            Resources = [_original.Resources[0] with { Capacity = _handles }, _original.Resources[1]],
            Units =
            [
                .. _original
                    .Units.Where((_, i) => !_gone.Contains(i))
                    .Select(u => _first.Contains(Place(u.Id)) ? u with { Weight = 5 } : u),
            ],
            Batches = [.. _original.Batches.Select(Edited).Where(b => !_gone.Contains(Place(b.Unit)))],
        };

    private int Place(string unit) => _original.Units.Select(u => u.Id).ToList().IndexOf(unit);

    private PlanBatch Edited(PlanBatch batch, int i)
    {
        var (steps, arcs, holds) = (batch.Steps.ToList(), batch.Arcs.ToList(), batch.Holds);
        void Set(string id, Func<PlanStep, PlanStep> with)
        {
            if (steps.FindIndex(s => s.Id == id) is >= 0 and var at)
                steps[at] = with(steps[at]);
        }
        if (_pinned.Contains(i))
        {
            // An added step: after the fill, before the coat.
            var (from, to) = (steps[0].Id, steps[^1].Id);
            steps.Insert(steps.Count - 1, new PlanStep("pin", 3, 4, 2, 0));
            arcs.Add(new PlanArc("pin", to, 0));
            if (from != to)
                arcs.Add(new PlanArc(from, "pin", 120));
        }
        if (_unfilled.Contains(i) && steps.Count > 2)
        {
            steps.RemoveAll(s => s.Id == "fill");
            arcs.RemoveAll(a => a.From == "fill" || a.To == "fill");
        }
        // Another filler: quicker hands, a shorter wait.
        if (_otherwise.Contains(i))
        {
            Set("fill", s => s with { PerModel = 5, Setup = 6 });
            arcs = arcs.ConvertAll(a => a.From == "fill" ? a with { Min = a.Min / 4 } : a);
        }
        // Sanding and fitting in the other order.
        if (_turned.Contains(i))
            arcs = arcs.ConvertAll(a => a is { From: "sand", To: "fit" } ? new PlanArc("fit", "sand", 0) : a);
        if (_slow.Contains(i))
            steps = steps.ConvertAll(s => s with { PerModel = s.PerModel + 2 });
        if (_patient)
            Set("prime", s => s with { Wait = 1440 });
        return batch with { Steps = steps, Arcs = arcs, Holds = holds };
    }

    /// <summary>Makes one more edit.</summary>
    public PlanProblem Next()
    {
        switch (_random.Next(12))
        {
            case 0:
                Turn(_lost, _original.Sittings.Count, _original.Sittings.Count / 8);
                break;
            case 1:
                Turn(_rainy, _original.SprayWindows.Count, _original.SprayWindows.Count / 4);
                break;
            case 2:
                Turn(_later, _original.Sittings.Count, _original.Sittings.Count / 4);
                break;
            case 3:
                Turn(_first, _original.Units.Count, 2);
                break;
            case 4:
                TurnBatch(_unfilled);
                break;
            case 5:
                TurnBatch(_pinned);
                break;
            case 6:
                TurnBatch(_otherwise);
                break;
            case 7:
                TurnBatch(_turned);
                break;
            case 8:
                TurnBatch(_slow);
                break;
            case 9:
                Turn(_gone, _original.Units.Count, 1);
                break;
            case 10:
                _patient = !_patient;
                break;
            default:
                _handles = 18 + _random.Next(18);
                break;
        }
        return Current;
    }

    private void TurnBatch(HashSet<int> set) => Turn(set, _original.Batches.Count, _original.Batches.Count / 2);

    private void Turn(HashSet<int> set, int of, int most)
    {
        var i = _random.Next(of);
        if (set.Remove(i))
            return;
        if (set.Count >= most)
            set.Remove(set.First());
        set.Add(i);
    }

    private static PlanProblem Bench(int batches, int seed)
    {
        var random = new Random(seed);
        var sittings = Enumerable.Range(0, 40 + batches * 3).Select(day => new Span(day * 1440 + 1170, day * 1440 + 1320)).ToList();
        var units = Enumerable
            .Range(0, (batches + 2) / 3)
            .Select(u => new PlanUnit($"U{u}", 1) { Deadline = random.Next(2) == 0 ? null : (5 + random.Next(sittings.Count)) * 1440 })
            .ToList();
        return new PlanProblem(
            "edits",
            (sittings.Count + 4) * 1440,
            PlanWeights.Default,
            sittings,
            sittings,
            [new PlanResource("handle", 24), new PlanResource("rack", 3)],
            new Dictionary<string, IReadOnlyDictionary<string, int>>
            {
                ["primer"] = new Dictionary<string, int> { ["matte"] = 6 },
                ["matte"] = new Dictionary<string, int> { ["primer"] = 6 },
            },
            units,
            [.. Enumerable.Range(0, batches).Select(b => Batch($"B{b}", units[b % units.Count].Id, random))]
        );
    }

    private static PlanBatch Batch(string id, string unit, Random random)
    {
        PlanStep Spray(string name, string mode, int wait) => new(name, 6, 1, 1, wait) { Mode = mode };
        ResourceReservation Slot(string step) => new("rack", 1, new PlanEdge(step, "start"), new PlanEdge(step, "ready"));
        ResourceReservation Handles(string from, string to) =>
            new("handle", Models, new PlanEdge(from, "start"), new PlanEdge(to, "ready"));
        return random.Next(2) == 0
            ? new PlanBatch(
                id,
                unit,
                Models,
                [
                    new("fill", 4, 10 + random.Next(20), 3, 0),
                    new("sand", 2, 2 + random.Next(4), 3, 0),
                    new("fit", 1, 2 + random.Next(6), 3, 0),
                    Spray("prime", "primer", 720),
                ],
                [new("fill", "sand", 240), new("sand", "fit", 0), new("fill", "fit", 0), new("sand", "prime", 0), new("fit", "prime", 0)],
                [Handles("prime", "prime"), Slot("prime")]
            )
            : new PlanBatch(id, unit, Models, [Spray("varnish", "matte", 110)], [], [Handles("varnish", "varnish"), Slot("varnish")]);
    }
}
