using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Inspections;

/// <summary>How wide a gap or a seam is, by what goes into it, and the repair that serves that width.</summary>
/// <param name="Text">What goes in, in words.</param>
/// <param name="Repair">The repair, by its outside name.</param>
public sealed record SeamWidth(string Text, string Repair);

/// <summary>Widths without a ruler. A sheet of paper is 0.1 mm, thin card 0.3 mm, a knife's back 0.5 mm: rules of thumb.</summary>
public static class SeamWidths
{
    private static readonly (double Mm, string Text)[] Gauges =
    [
        (0.1, "no paper"),
        (0.2, "paper"),
        (0.5, "thin card"),
        (0.8, "a knife's back"),
    ];

    // The method by width is that of seams; where the paint is not on yet, a gap is filled.
    private static readonly Dictionary<string, string> RepairOf = new(StringComparer.Ordinal)
    {
        ["gloss_varnish_run_in"] = "run_in_varnish",
        ["thinned_acrylic_putty_wiped"] = "thin_putty",
        ["acrylic_putty"] = "putty_seam",
        ["epoxy_putty_then_repaint_panel"] = Refill,
    };

    private const string Refill = "refill";

    /// <summary>The widths that matter at a flaw, each from there on, with the repair for it among those that are open; empty where
    /// width decides nothing.</summary>
    /// <param name="kind">The flaw.</param>
    /// <param name="repairs">What can be done about it.</param>
    public static IReadOnlyList<SeamWidth> For(FlawKind kind, IReadOnlyList<Repair> repairs)
    {
        if (kind is not (FlawKind.Gap or FlawKind.Seam))
            return [];
        var open = repairs.Where(r => r.Bars.Count == 0).Select(r => r.Id).ToHashSet(StringComparer.Ordinal);
        var widths =
            from gauge in Gauges
            let repair = new[] { RepairOf[SeamPlan.Of(gauge.Mm).Method], Refill }.FirstOrDefault(open.Contains)
            where repair is not null
            select new SeamWidth(gauge.Text, repair);
        // What is mended alike need not be told apart; one answer is no question.
        var apart = widths.DistinctBy(w => w.Repair).ToList();
        return apart.Count < 2 ? [] : apart;
    }
}
