using Hexaprep.Core.Scheduling;

namespace Hexaprep.Testing;

/// <summary>A bench of many batches, and what-if edits to it one after the other: evenings lost and won back, later starts, rain,
/// handles, a unit first, a step left out.</summary>
public sealed class PlanEdits
{
    private const int Models = 6;
    private readonly PlanProblem _original;
    private readonly Random _random;
    private readonly HashSet<int> _lost = [],
        _rainy = [],
        _later = [],
        _first = [],
        _unfilled = [];
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
            Units = [.. _original.Units.Select((u, i) => _first.Contains(i) ? u with { Weight = 5 } : u)],
            Batches =
            [
                .. _original.Batches.Select(
                    (b, i) =>
                        _unfilled.Contains(i)
                            ? b with
                            {
                                Steps = [.. b.Steps.Select(s => s.Id == "fill" ? s with { PerModel = 1 } : s)],
                            }
                            : b
                ),
            ],
        };

    /// <summary>Makes one more edit.</summary>
    public PlanProblem Next()
    {
        switch (_random.Next(6))
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
                Turn(_unfilled, _original.Batches.Count, _original.Batches.Count / 2);
                break;
            default:
                _handles = 18 + _random.Next(18);
                break;
        }
        return Current;
    }

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
        PlanHold Slot(string step) => new("rack", 1, new PlanEdge(step, "start"), new PlanEdge(step, "ready"));
        PlanHold Handles(string from, string to) => new("handle", Models, new PlanEdge(from, "start"), new PlanEdge(to, "ready"));
        return random.Next(2) == 0
            ? new PlanBatch(
                id,
                unit,
                Models,
                [new("fill", 4, 10 + random.Next(20), 3, 0), Spray("prime", "primer", 720)],
                [new("fill", "prime", 240)],
                [Handles("prime", "prime"), Slot("prime")]
            )
            : new PlanBatch(id, unit, Models, [Spray("varnish", "matte", 110)], [], [Handles("varnish", "varnish"), Slot("varnish")]);
    }
}
