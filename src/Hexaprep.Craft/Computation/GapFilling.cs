namespace Hexaprep.Craft.Computation;

/// <summary>Passes of a filler until a gap is level.</summary>
/// <param name="Count">How many.</param>
/// <param name="Dips">What is still open after each, mm.</param>
/// <param name="Reached">The tolerance was reached within 60 passes.</param>
public sealed record FillPasses(int Count, IReadOnlyList<double> Dips, bool Reached);

/// <summary>Gaps: by which method, in how many passes, how much, from how many mixes, and whether it is worth it. Geometry and acuity are
/// physics; shrink and minutes empirical; what is worth it a rule of thumb with its weights in the open.</summary>
public static class GapFilling
{
    private const int MostPasses = 60,
        LeastMixMl = 0,
        TenthsAMinute = 10;

    private const double UsableShare = 0.8,
        MixMinutes = 3;

    // One minute of arc: the finest that a Snellen 6/6 eye tells apart.
    private const double ArcMinute = Math.PI / 180 / 60;

    private const double UsualViewMm = 600,
        UsualContrast = 0.6,
        WorstSeverity = 5,
        EnoughPerMinute = 0.15;

    private static readonly Dictionary<string, double> Tolerance = new()
    {
        ["smooth"] = 0.03,
        ["edge"] = 0.05,
        ["textured"] = 0.1,
        ["hidden"] = 0.2,
    };

    /// <summary>What may stay open, mm, by what lies beside the gap: smooth, edge, textured, hidden.</summary>
    public static double ToleranceMm(string location) => Tolerance[location];

    /// <summary>Passes of a filler that shrinks, each as deep as it bears.</summary>
    /// <param name="depthMm">The gap, mm.</param>
    /// <param name="shrink">Share lost in drying, 0 to 0.95.</param>
    /// <param name="deepestMm">The deepest layer of one pass, mm.</param>
    /// <param name="toleranceMm">What may stay open, mm.</param>
    public static FillPasses Passes(double depthMm, double shrink, double deepestMm, double toleranceMm)
    {
        var (dip, dips) = (depthMm, new List<double>());
        while (dip > toleranceMm && dips.Count < MostPasses)
        {
            dip -= Math.Min(dip, deepestMm) * (1 - shrink);
            dips.Add(dip);
        }
        return new(dips.Count, dips, dip <= toleranceMm);
    }

    /// <summary>How plainly a line shows, 0 to 5, and from where, mm.</summary>
    /// <param name="widthMm">Its width, mm.</param>
    /// <param name="viewMm">From how far it is looked at, mm.</param>
    /// <param name="contrast">0 to 1.</param>
    public static (double VisibleAtMm, double Ratio, double Severity) Severity(
        double widthMm,
        double viewMm = UsualViewMm,
        double contrast = UsualContrast
    )
    {
        var ratio = widthMm / (viewMm * ArcMinute);
        return (widthMm / ArcMinute, ratio, Math.Clamp(Math.Log2(1 + ratio) * contrast, 0, WorstSeverity));
    }

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("gaps", "choose", "Which filler suits a gap, and why the others do not.", Choose);
        yield return new("gaps", "passes", "How many passes a filler that shrinks takes.", i =>
        {
            var passes = Passes(
                i.Number("depth_mm", 0, 50),
                i.Number("shrink", 0, 0.95),
                i.Number("max_depth_mm", 0.01, 50),
                i.Number("tol_mm", 0.001, 5)
            );
            return new
            {
                passes = passes.Count,
                dips_mm = passes.Dips,
                reached = passes.Reached,
            };
        });
        yield return new("gaps", "volume", "How much filler a gap takes.", Volume);
        yield return new("gaps", "mixes", "How many mixes the gaps of a batch take.", Mixes);
        yield return new("gaps", "severity", "How plainly a line shows, and from how far.", i =>
        {
            var (at, ratio, severity) = Severity(
                i.Number("width_mm", 0, 20, above: true),
                i.Number("view_mm", 50, 5000, UsualViewMm),
                i.Number("contrast", 0, 1, UsualContrast)
            );
            return new
            {
                visible_at_mm = at,
                ratio,
                severity,
            };
        });
        yield return new("gaps", "worth", "Which gaps are worth their minutes within a budget.", Worth);
    }

    private static object Choose(Inputs i)
    {
        var width = i.Number("width_mm", 0, 20, above: true);
        var depth = i.Number("depth_mm", 0, 50, width, above: true);
        var stage = i.Choice("stage", ["bare", "primed", "painted"]);
        var material = i.Choice("material", TradeDefaults.GluedMaterials);
        var location = i.Choice("location", Tolerance.Keys);
        var tolerance = i.Number("tol_mm", 0.005, 1, Tolerance[location]);
        var refused = new List<string[]>();
        var fit = new List<(string Method, int Passes, double Minutes)>();
        foreach (var (name, method) in TradeDefaults.GapMethods)
        {
            if (WhyNot(method, width, stage, material) is { } reason)
            {
                refused.Add([name, reason]);
                continue;
            }
            var passes = Passes(depth, method.Shrink, method.DepthMax, tolerance).Count;
            var finish = location is "smooth" or "edge" ? 3 - method.Smooth : 0;
            fit.Add((name, passes, passes * method.MinutesPer10Mm + finish));
        }
        var ranking = fit.OrderBy(f => f.Minutes).ToList();
        return new
        {
            best = ranking.Count > 0 ? ranking[0].Method : null,
            ranking = ranking.Select(r => new
            {
                method = r.Method,
                passes = r.Passes,
                minutes_per_10mm = r.Minutes,
            }),
            refused,
        };
    }

    private static string? WhyNot(GapMethod method, double width, string stage, string material) =>
        method.Weld && material is not ("polystyrene" or "abs") ? "material_does_not_weld"
        : !method.Stages.Contains(stage) ? "wrong_stage"
        : width > method.Width[1] ? "gap_too_wide"
        : width < method.Width[0] ? "gap_too_narrow_for_material"
        : null;

    private static object Volume(Inputs i)
    {
        var shape = i.Choice("shape", ["rect", "vee", "fillet"]);
        var length = i.Number("length_mm", 0, 2000, above: true);
        var area = shape == "fillet" ? (1 - Math.PI / 4) * Math.Pow(i.Number("radius_mm", 0.05, 50), 2) : Section(i, shape);
        var name = i.Choice("method", [.. TradeDefaults.GapMethods.Keys]);
        var (overfill, waste) = (i.Number("overfill", 0, 2, 0.2), i.Number("waste", 0, 0.9, 0.15));
        var (ribbon, thick) = (i.Number("ribbon_width_mm", 1, 100, 10), i.Number("ribbon_thick_mm", 0.5, 30, 3));
        var gap = area * length / 1000;
        var wet = gap * (1 + overfill) / (1 - TradeDefaults.GapMethods[name].Shrink) / (1 - waste);
        var mass = wet * TradeDefaults.GapDensity(name);
        return name == "epoxy_putty"
            ? new
            {
                gap_ml = gap,
                wet_ml = wet,
                mass_g = mass,
                ribbon_mm = wet * 1000 / (ribbon * thick),
            }
            : new
            {
                gap_ml = gap,
                wet_ml = wet,
                mass_g = mass,
            };
    }

    private static double Section(Inputs i, string shape) =>
        i.Number("width_mm", 0, 50, above: true) * i.Number("depth_mm", 0, 50, above: true) * (shape == "vee" ? 0.5 : 1);

    /// <summary>The gaps one mix takes while it is workable, at least 0.</summary>
    /// <param name="working">Minutes it stays workable.</param>
    /// <param name="each">Minutes a gap, above 0.</param>
    /// <param name="share">What part of the working time is trusted, 0.3 to 1.</param>
    /// <param name="mixing">Minutes until it is mixed.</param>
    /// <param name="rest">Minutes it rests after that.</param>
    public static int GapsPerMix(double working, double each, double share = UsableShare, double mixing = MixMinutes, double rest = 0) =>
        (int)Math.Max(0, Math.Floor((working * share - mixing - rest) / each + 1e-9));

    private static object Mixes(Inputs i)
    {
        var (working, mixing, rest) = (
            i.Number("working_min", 1, 600),
            i.Number("mix_min", 0, 60, MixMinutes),
            i.Number("rest_min", 0, 60, 0)
        );
        var (each, gaps, ml) = (i.Number("per_gap_min", 0.05, 120), i.Whole("gaps", 1, 10_000), i.Number("per_gap_ml", 0, 50, above: true));
        var (least, share) = (i.Number("min_mix_ml", LeastMixMl, 10, 0.25), i.Number("usable_share", 0.3, 1, UsableShare));
        var per = GapsPerMix(working, each, share, mixing, rest);
        if (per == 0)
            return new
            {
                gaps_per_mix = 0,
                mixes = (int?)null,
                plan = Array.Empty<int>(),
                waste_ml = (double?)null,
                reason = "working_time_too_short_for_one_gap",
            };
        var mixes = (gaps + per - 1) / per;
        var plan = Enumerable.Range(0, mixes).Select(k => gaps / mixes + (k < gaps % mixes ? 1 : 0)).ToList();
        var made = plan.Select(n => Math.Max(least, n * ml)).ToList();
        return new
        {
            gaps_per_mix = per,
            mixes,
            plan,
            mix_ml = made,
            waste_ml = made.Sum() - gaps * ml,
            reason = (string?)null,
        };
    }

    private static object Worth(Inputs i)
    {
        var jobs = i.Items("jobs", 0)
            .Select(j =>
            {
                var severity = Severity(
                    j.Number("width_mm", 0, 20, above: true),
                    j.Number("view_mm", 50, 5000, UsualViewMm),
                    j.Number("contrast", 0, 1, UsualContrast)
                ).Severity;
                var value =
                    severity
                    * TradeDefaults.VisibilityWeight[j.Choice("visibility", [.. TradeDefaults.VisibilityWeight.Keys])]
                    * TradeDefaults.TierWeight[j.Choice("tier", [.. TradeDefaults.TierWeight.Keys])]
                    * Math.Sqrt(j.Number("length_mm", 0.1, 2000) / 10);
                return (Value: value, Minutes: j.Number("minutes", 0.1, 600));
            })
            .ToList();
        var budget = i.Number("budget_min", 0, 5000);
        var least = i.Number("min_value_per_min", 0, 100, EnoughPerMinute);
        var enters = Enumerable.Range(0, jobs.Count).Where(k => jobs[k].Value / jobs[k].Minutes >= least).ToList();
        var chosen = Knapsack([.. enters.Select(k => jobs[k])], budget).Select(k => enters[k]).ToList();
        return new
        {
            values = jobs.Select(j => j.Value),
            value_per_min = jobs.Select(j => j.Value / j.Minutes),
            @do = chosen,
            total_value = chosen.Sum(k => jobs[k].Value),
            minutes = chosen.Sum(k => jobs[k].Minutes),
            below_threshold = Enumerable.Range(0, jobs.Count).Except(enters),
        };
    }

    /// <summary>The exact 0/1 knapsack on tenths of a minute: which jobs to do within a budget.</summary>
    public static IReadOnlyList<int> Knapsack(IReadOnlyList<(double Value, double Minutes)> jobs, double budgetMinutes)
    {
        var room = (int)Math.Floor(budgetMinutes * TenthsAMinute + 1e-9);
        var size = jobs.Select(j => (int)Kit.CeilE(j.Minutes * TenthsAMinute)).ToList();
        var best = new double[jobs.Count + 1, room + 1];
        for (var k = 0; k < jobs.Count; k++)
        for (var r = 0; r <= room; r++)
            best[k + 1, r] = Math.Max(best[k, r], r >= size[k] ? best[k, r - size[k]] + jobs[k].Value : 0);
        var chosen = new List<int>();
        for (var (k, r) = (jobs.Count, room); k > 0; k--)
        {
            if (best[k, r] <= best[k - 1, r])
                continue;
            chosen.Add(k - 1);
            r -= size[k - 1];
        }
        chosen.Reverse();
        return chosen;
    }
}
