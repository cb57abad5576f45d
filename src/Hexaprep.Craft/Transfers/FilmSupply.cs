using Hexaprep.Craft.Computation;
using MathNet.Numerics;

namespace Hexaprep.Craft.Transfers;

/// <summary>Transfers by number: soaked in groups, cut as strips, dealt out from sheets, with spares. Counting is exact; what is lost is
/// learned.</summary>
public static class FilmSupply
{
    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("transfers", "soak", "How many are wetted at once, and when each is placed.", Soak);
        yield return new("transfers", "strips", "Where a pattern is cut for rows that meet in step.", Strips);
        yield return new("transfers", "ring", "How often a pattern goes round, and whether it closes.", Ring);
        yield return new("transfers", "assign", "Which designs serve which needs, with substitutes.", i =>
        {
            var (stock, needs) = Needs(i);
            var dealt = Assigned(stock, needs, i.Whole("sheets", 1, 1000, 1));
            var needed = needs.Sum(n => n.Count);
            return new
            {
                needed,
                assigned = dealt.Count,
                unmet = needed - dealt.Count,
                substitution_cost = dealt.Cost,
            };
        });
        yield return new("transfers", "sheets_needed", "How many sheets serve all needs.", SheetsNeeded);
        yield return new("transfers", "spares", "How many more to have, so that torn ones do not matter.", Spares);
    }

    private static object Soak(Inputs i)
    {
        var (count, soak, longest) = (i.Whole("count", 1, 1000), i.Number("soak_s", 1, 1800), i.Number("max_s", 1, 7200));
        var (place, slack) = (i.Number("place_s", 1, 3600), i.Number("slack_s", 0, 600, 0));
        var tray = i.Has("tray") ? i.Whole("tray", 1, 1000) : count;
        var group = GroupSize(count, soak, longest, place, slack, tray);
        var items = Enumerable
            .Range(0, count)
            .Select(n => (Group: n / group, Wet: n / group * group * place, Place: soak + n * place))
            .Select(n => new
            {
                group = n.Group,
                wet_s = n.Wet,
                place_s = n.Place,
                age_s = n.Place - n.Wet,
            })
            .ToList();
        var (total, apart) = (soak + count * place, count * (soak + place));
        return new
        {
            group_size = group,
            groups = (count + group - 1) / group,
            items,
            total_s = total,
            one_by_one_s = apart,
            saved_s = apart - total,
            risky = longest - soak - slack < 0,
        };
    }

    /// <summary>How many transfers are wetted at once: as many as are placed before the last of them has to be.</summary>
    /// <param name="count">How many there are, at least 1.</param>
    /// <param name="soak">Until they slide, s.</param>
    /// <param name="longest">Until placing one must begin, from wetting, s.</param>
    /// <param name="place">To place one, s.</param>
    /// <param name="slack">Kept in hand, s.</param>
    /// <param name="tray">How many lie apart in the water, at least 1.</param>
    public static int GroupSize(int count, double soak, double longest, double place, double slack, int tray) =>
        longest - soak - slack is var room and >= 0 ? (int)Math.Min(Math.Min(count, tray), Kit.FloorE(room / place) + 1) : 1;

    private static double Modulo(double x, double p)
    {
        var m = x - p * Math.Floor(x / p);
        return m >= p - 1e-9 ? 0 : m;
    }

    private static object Strips(Inputs i)
    {
        var pitch = i.Number("pitch_mm", 0.1, 200);
        var (step, margin) = (i.Number("phase_step_mm", 0, 200, pitch / 2), i.Number("film_margin_mm", 0, 5, 0.4));
        var (allowance, strip) = (i.Number("end_allowance_mm", 0, 20, 0.5), i.Number("strip_length_mm", 1, 1000));
        var height = i.Number("row_height_mm", 0.1, 100);
        var rows = i.Items("rows", 1)
            .Select(r => (Length: r.Number("length_mm", 0.1, 1000), Offset: r.Number("start_offset_mm", -500, 500, 0)))
            .ToList();
        var (cut, at, number, waste) = (new List<object>(), 0.0, 0, 0.0);
        for (var k = 0; k < rows.Count; k++)
        {
            var (length, offset) = rows[k];
            var (phase, need) = (Modulo(k * step + offset, pitch), length + 2 * allowance);
            var want = Modulo(k * step + offset - allowance, pitch);
            var trim = Modulo(want - at, pitch);
            if (at + trim + need > strip + 1e-9)
            {
                if (want + need > strip + 1e-9)
                    throw new ComputeRefusedException(
                        "E_RANGE",
                        "length_mm",
                        $"A row of {length} mm is longer than a strip of {strip} mm."
                    );
                waste += strip - at;
                (number, at, trim) = (number + 1, 0, want);
            }
            waste += trim;
            var from = at + trim;
            at = from + need;
            cut.Add(
                new
                {
                    row = k,
                    strip = number,
                    cut_from_mm = from,
                    cut_to_mm = at,
                    phase_mm = phase,
                    repeats = length / pitch,
                }
            );
        }
        return new
        {
            rows = cut,
            strips = number + 1,
            waste_mm = waste + strip - at,
            stack_height_mm = rows.Count * height,
            gap_if_margin_left_mm = 2 * margin,
        };
    }

    private static object Ring(Inputs i)
    {
        var (round, pitch) = (i.Number("circumference_mm", 1, 2000), i.Number("pitch_mm", 0.1, 200));
        var capacity = i.Number("capacity", 0.0005, 0.3);
        var repeats = Math.Max(1, (int)Math.Floor(round / pitch + 0.5));
        var strain = round / (repeats * pitch) - 1;
        return new
        {
            repeats,
            strain,
            closes = Math.Abs(strain) <= capacity,
            seam_mm = Modulo(round, pitch),
        };
    }

    private sealed record Need(int Count, IReadOnlyList<string> Designs);

    private static (Dictionary<string, int> Stock, List<Need> Needs) Needs(Inputs i)
    {
        var needs = i.Items("needs", 1)
            .Select(n =>
            {
                n.Text("id");
                var substitutes = n.Has("substitutes") ? n.List("substitutes", 0).Select(s => s.ToString()) : [];
                return new Need(n.Whole("count", 0, 100_000), [n.Text("design"), .. substitutes]);
            })
            .ToList();
        return (i.Counts("stock", 0, 100_000), needs);
    }

    // Most needs served, and of all ways the one that falls back least: the k-th substitute costs k. Paths that cost least are added one
    // after the other, which keeps every flow on the way the cheapest of its size.
    private static (int Count, int Cost) Assigned(Dictionary<string, int> stock, List<Need> needs, int sheets)
    {
        var designs = needs.SelectMany(n => n.Designs).Distinct(StringComparer.Ordinal).ToList();
        int design(string id) => 2 + needs.Count + designs.IndexOf(id);
        var flow = new CheapestFlow(2 + needs.Count + designs.Count);
        for (var n = 0; n < needs.Count; n++)
        {
            flow.Add(0, 2 + n, needs[n].Count, 0);
            foreach (var (k, id) in needs[n].Designs.Index())
                flow.Add(2 + n, design(id), needs[n].Count, k);
        }
        foreach (var id in designs)
            flow.Add(design(id), 1, stock.GetValueOrDefault(id) * sheets, 0);
        return flow.Most(0, 1);
    }

    private static object SheetsNeeded(Inputs i)
    {
        var (stock, needs) = Needs(i);
        var needed = needs.Sum(n => n.Count);
        for (var sheets = 1; sheets <= i.Whole("max_sheets", 1, 200, 50); sheets++)
        {
            if (Assigned(stock, needs, sheets) is var dealt && dealt.Count == needed)
                return new { sheets = (int?)sheets, substitution_cost = (int?)dealt.Cost };
        }
        return new { sheets = (int?)null, substitution_cost = (int?)null };
    }

    private static object Spares(Inputs i)
    {
        var (needed, fails, sure) = (i.Whole("needed", 1, 5000), i.Number("fail_rate", 0, 0.9), i.Number("confidence", 0.5, 0.999, 0.9));
        for (var spares = 0; ; spares++)
        {
            var probability = fails == 0 ? 1 : SpecialFunctions.BetaRegularized(needed, spares + 1, 1 - fails);
            if (probability >= sure - 1e-12)
                return new { spares, probability };
        }
    }
}

/// <summary>The largest flow through a net at the least cost, by shortest augmenting paths.</summary>
/// <param name="nodes">How many nodes there are.</param>
internal sealed class CheapestFlow(int nodes)
{
    private readonly List<(int From, int To, int Cost)> _edges = [];
    private readonly List<int> _left = [];

    /// <summary>Adds an edge, and the way back along it.</summary>
    public void Add(int from, int to, int capacity, int cost)
    {
        _edges.Add((from, to, cost));
        _left.Add(capacity);
        _edges.Add((to, from, -cost));
        _left.Add(0);
    }

    /// <summary>The most that flows from one node to another, and what it costs.</summary>
    public (int Flow, int Cost) Most(int source, int sink)
    {
        var (flow, cost) = (0, 0);
        while (Path(source, sink) is { } path)
        {
            var most = path.Min(e => _left[e]);
            foreach (var e in path)
            {
                _left[e] -= most;
                _left[e ^ 1] += most;
                cost += most * _edges[e].Cost;
            }
            flow += most;
        }
        return (flow, cost);
    }

    private List<int>? Path(int source, int sink)
    {
        var (far, into) = (new int[nodes], new int[nodes]);
        Array.Fill(far, int.MaxValue);
        Array.Fill(into, -1);
        far[source] = 0;
        for (var changed = true; changed; )
        {
            changed = false;
            for (var e = 0; e < _edges.Count; e++)
            {
                var (from, to, cost) = _edges[e];
                if (_left[e] == 0 || far[from] == int.MaxValue || far[from] + cost >= far[to])
                    continue;
                (far[to], into[to], changed) = (far[from] + cost, e, true);
            }
        }
        if (into[sink] < 0)
            return null;
        var path = new List<int>();
        for (var at = sink; at != source; at = _edges[into[at]].From)
            path.Add(into[at]);
        return path;
    }
}
