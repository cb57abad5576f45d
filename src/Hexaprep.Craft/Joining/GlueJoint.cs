using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Joining;

/// <summary>Which glue for a pair of materials, whether it bears a joint, and the pin where it does not. Source: elementary beam theory;
/// the strengths are design values, good to a factor of two.</summary>
public static class GlueJoint
{
    private const string Cement = "plastic_cement",
        Ca = "ca";

    /// <summary>Standard gravity, m/s².</summary>
    internal const double Gravity = 9.80665;

    // What is left between a hole and the far side, and the least wall around it, mm.
    private const double FarSideMm = 0.8,
        LeastWallMm = 0.4,
        DrillOverMm = 0.1;

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("glue", "choose", "Which glue holds two materials, and what to do to their faces first.", Choose);
        yield return new("glue", "joint", "Whether glue alone bears a part, and the pin that does.", Joint);
        yield return new("glue", "hold", "How many joints one application serves, and how each is held.", Hold);
    }

    private static int Rating(string glue, string a, string b) =>
        Math.Min(TradeDefaults.GlueRating(glue, a), TradeDefaults.GlueRating(glue, b));

    private static object Choose(Inputs i)
    {
        var (a, b) = (i.Choice("a", TradeDefaults.GluedMaterials), i.Choice("b", TradeDefaults.GluedMaterials));
        var (gap, temporary) = (i.Number("gap_mm", 0, 5, 0.05), i.Flag("temporary", false));
        var ranking = TradeDefaults
            .Glues.Select(glue =>
            {
                var rating = Rating(glue, a, b);
                if (rating > 0 && gap > TradeDefaults.GlueFillMm(glue))
                    rating = Math.Max(1, rating - 1);
                return (Glue: glue, Rating: temporary && glue == Ca && rating > 0 ? 3 : rating);
            })
            .OrderByDescending(r => r.Rating)
            .ToList();
        var best = ranking[0];
        var welds = best.Glue == Cement;
        return new
        {
            best = best.Glue,
            rating = best.Rating,
            mechanism = welds ? "weld" : "bond",
            ranking = ranking.Select(r => new { glue = r.Glue, rating = r.Rating }),
            refused = ranking.Where(r => r.Rating == 0).Select(r => r.Glue),
            prep = welds ? [] : TradeDefaults.GluePrep(a).Union(TradeDefaults.GluePrep(b)).Order(StringComparer.Ordinal).ToArray(),
        };
    }

    private static (double Area, double Modulus, double Least) Section(Inputs i)
    {
        if (i.Choice("shape", ["round", "rect"]) == "round")
        {
            var d = i.Number("dia_mm", 0.2, 100);
            return (Math.PI * d * d / 4, Math.PI * d * d * d / 32, d);
        }
        var (b, h) = (i.Number("width_mm", 0.2, 100), i.Number("height_mm", 0.2, 100));
        return (b * h, b * h * h / 6, Math.Min(b, h));
    }

    // Long: one joint, from its load to the smallest rod that bears it.
    private static object Joint(Inputs i)
    {
        var (area, modulus, least) = Section(i);
        var (a, b) = (i.Choice("a", TradeDefaults.GluedMaterials), i.Choice("b", TradeDefaults.GluedMaterials));
        var glue = i.Choice("glue", TradeDefaults.Glues);
        var accelerated = Accelerated(i, glue);
        if (Rating(glue, a, b) == 0)
            throw new ComputeRefusedException("E_CHOICE", "glue", $"'{glue}' does not hold {a} to {b}.");
        var force = i.Number("mass_g", 0, 5000, above: true) / 1000 * Gravity * i.Number("knock_g", 1, 200, 25);
        var moment = force * i.Number("arm_mm", 0, 500);
        var wanted = i.Number("safety", 1, 20, 3);
        var stress = (moment / modulus + force / area) / i.Number("contact", 0.05, 1, 0.7);
        var strength =
            Math.Min(TradeDefaults.GlueStrength(glue, a), TradeDefaults.GlueStrength(glue, b))
            * (accelerated ? TradeDefaults.AcceleratedStrength : 1);
        var (depthA, depthB) = (i.Number("depth_a_mm", 0, 200), i.Number("depth_b_mm", 0, 200));
        var (localA, localB) = (i.Number("local_a_mm", 0.2, 200, least), i.Number("local_b_mm", 0.2, 200, least));
        var yield = TradeDefaults.RodYield[i.Choice("rod", [.. TradeDefaults.RodYield.Keys], "brass")];
        var safety = strength / stress;
        if (safety >= wanted)
            return new
            {
                force_N = force,
                moment_Nmm = moment,
                stress_MPa = stress,
                strength_MPa = strength,
                safety,
                pin = false,
                verdict = "glue_only",
            };
        var bending = moment * wanted / 2;
        var rejected = new List<object[]>();
        object? choice = null;
        foreach (var rod in TradeDefaults.PinRodsMm)
        {
            double Embedded(string material) => Math.Max(2 * rod, Math.Sqrt(6 * bending / (rod * TradeDefaults.Crush(material))));
            bool IsThin(double local) => (local - rod - DrillOverMm) / 2 < Math.Max(rod / 2, LeastWallMm) - 1e-12;
            var (holeA, holeB) = (Embedded(a), Embedded(b));
            var why =
                IsThin(localA) || IsThin(localB) ? "wall_too_thin"
                : bending > yield * rod * rod * rod / 6 ? "rod_bends"
                : holeA > depthA - FarSideMm || holeB > depthB - FarSideMm ? "too_shallow"
                : null;
            if (why is not null)
            {
                rejected.Add([rod, why]);
                continue;
            }
            choice = new
            {
                rod_mm = rod,
                drill_mm = rod + DrillOverMm,
                hole_a_mm = holeA,
                hole_b_mm = holeB,
                rod_length_mm = holeA + holeB,
            };
            break;
        }
        return new
        {
            force_N = force,
            moment_Nmm = moment,
            stress_MPa = stress,
            strength_MPa = strength,
            safety,
            pin = true,
            pin_choice = choice,
            rejected,
            verdict = choice is null ? "no_pin_fits_support_or_other_glue" : "pin",
        };
    }

    private static bool Accelerated(Inputs i, string glue) =>
        i.Flag("accelerator", false)
        && (glue == Ca ? true : throw new ComputeRefusedException("E_CHOICE", "accelerator", "Accelerator sets CA, no other glue."));

    private static object Hold(Inputs i)
    {
        var glue = i.Choice("glue", TradeDefaults.Glues);
        var (position, fixture, handle) = Accelerated(i, glue) ? (2.0, 5.0, 60.0) : TradeDefaults.GlueSeconds(glue);
        var factor = i.Number("factor", 0.05, 20, 1);
        (position, fixture, handle) = (position * factor, fixture * factor, handle * factor);
        var joints = (int)Kit.FloorE(position / i.Number("align_s", 1, 600));
        return new
        {
            position_s = position,
            fixture_s = fixture,
            handle_s = handle,
            joints_per_application = joints,
            plan = joints < 1 ? "too_fast_use_slower_glue"
            : fixture <= i.Number("patience_s", 5, 600, 60) ? "hand_hold"
            : "jig_or_tape",
        };
    }
}
