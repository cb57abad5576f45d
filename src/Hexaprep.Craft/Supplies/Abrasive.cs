using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Supplies;

/// <summary>Grits: what scratch each leaves, how many coats hide it, and which grit follows which. Source: median grain by FEPA and ISO
/// 6344; a rule of thumb.</summary>
public static class Abrasive
{
    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("abrasive", "scratch", "The scratch a grit leaves, and the coats that hide it.", Scratch);
        yield return new("abrasive", "ladder", "The grits from a coarse one to a fine one.", i => new
        {
            ladder = Ladder(
                i.Choice("start", [.. TradeDefaults.GritUm.Keys]),
                i.Choice("end", [.. TradeDefaults.GritUm.Keys]),
                i.Number("step_ratio", 0.2, 0.95, 0.5)
            ),
        });
    }

    /// <summary>The grits from one to another: each the finest that is no finer than a share of the one before.</summary>
    /// <exception cref="ComputeRefusedException">The end is coarser than the start.</exception>
    public static IReadOnlyList<string> Ladder(string start, string end, double stepRatio)
    {
        var finest = TradeDefaults.GritUm[end];
        if (finest > TradeDefaults.GritUm[start])
            throw new ComputeRefusedException("E_ORDER", "end", $"{end} is coarser than {start}.");
        var grits = TradeDefaults.GritUm.Where(g => g.Value >= finest).OrderByDescending(g => g.Value).ToList();
        var ladder = new List<string> { start };
        while (ladder[^1] != end)
        {
            var last = TradeDefaults.GritUm[ladder[^1]];
            var finer = grits.Where(g => g.Value < last).ToList();
            // Where the next grit is farther than the step, it has to do.
            ladder.Add(finer.LastOrDefault(g => g.Value >= stepRatio * last, finer[0]).Key);
        }
        return ladder;
    }

    private static object Scratch(Inputs i)
    {
        var scratch = TradeDefaults.GritUm[i.Choice("grit", [.. TradeDefaults.GritUm.Keys])] * i.Number("depth_share", 0.02, 1, 0.2);
        var (solids, visible) = (i.Number("vs", 0.01, 1, 0.3), i.Number("visible_um", 0.1, 50, 3));
        var residual = scratch * Math.Pow(1 - solids, i.Whole("coats", 0, 30));
        return new
        {
            scratch_um = scratch,
            residual_um = residual,
            hidden = residual <= visible,
            coats_to_hide = scratch <= visible ? 0
            : solids >= 1 ? 1
            : (int)Kit.CeilE(Math.Log(visible / scratch) / Math.Log(1 - solids)),
        };
    }
}
