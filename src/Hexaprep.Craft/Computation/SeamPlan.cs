namespace Hexaprep.Craft.Computation;

/// <summary>How a seam between painted parts is closed.</summary>
/// <param name="Method">gloss_varnish_run_in, thinned_acrylic_putty_wiped, acrylic_putty or epoxy_putty_then_repaint_panel.</param>
/// <param name="Passes">How many.</param>
/// <param name="ResidualMm">What stays open, mm.</param>
/// <param name="Reached">Within the tolerance.</param>
/// <param name="WaitMinutes">The waits of all passes.</param>
public sealed record SeamFix(string Method, int Passes, double ResidualMm, bool Reached, double WaitMinutes);

/// <summary>Seams after reassembly: the method by width, and how often it sinks. Empirical; the shrink law is the film's: a liquid of
/// volume solids VS leaves 1 − VS of the dip.</summary>
public static class SeamPlan
{
    private sealed record Way(double Widest, string Method, double Shrink, double Deepest, double Minutes);

    private const double UsualTolerance = 0.05;
    private const int UsualTouchUps = 2;

    private static readonly Way[] Ways =
    [
        new(0.12, "gloss_varnish_run_in", 0.65, 0.15, 45),
        new(0.25, "thinned_acrylic_putty_wiped", 0.55, 0.25, 30),
        new(0.6, "acrylic_putty", 0.3, 0.5, 30),
        new(double.MaxValue, "epoxy_putty_then_repaint_panel", 0.01, 20, 720),
    ];

    /// <summary>The fix of a seam.</summary>
    /// <param name="widthMm">Its width, mm, above 0 to 5.</param>
    /// <param name="depthMm">Its depth, mm; null: as its width.</param>
    /// <param name="toleranceMm">What may stay open, mm.</param>
    /// <param name="dryFactor">How much slower than usual it dries now.</param>
    public static SeamFix Of(double widthMm, double? depthMm = null, double toleranceMm = UsualTolerance, double dryFactor = 1)
    {
        var way = Ways.First(w => widthMm <= w.Widest + 1e-12);
        var passes = GapFilling.Passes(depthMm ?? widthMm, way.Shrink, way.Deepest, toleranceMm);
        return new(
            way.Method,
            passes.Count,
            passes.Count > 0 ? passes.Dips[^1] : depthMm ?? widthMm,
            passes.Reached,
            passes.Count * way.Minutes * dryFactor
        );
    }

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("seams", "plan", "How a seam between painted parts is closed, in how many passes and how long.", i =>
        {
            var width = i.Number("width_mm", 0, 5, above: true);
            var fix = Of(
                width,
                i.Maybe("depth_mm", 0, 10, above: true),
                i.Number("tol_mm", 0.005, 1, UsualTolerance),
                i.Number("dry_factor", 0.05, 20, 1)
            );
            return new
            {
                method = fix.Method,
                passes = fix.Passes,
                residual_mm = fix.ResidualMm,
                reached = fix.Reached,
                wait_min = fix.WaitMinutes,
                touchup_coats = i.Whole("touchup_coats", 0, 10, UsualTouchUps),
            };
        });
    }
}
