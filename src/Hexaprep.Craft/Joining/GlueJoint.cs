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

    private static JointLoad Load(Inputs i)
    {
        var round = i.Choice("shape", ["round", "rect"]) == "round";
        var (b, h) = round ? (i.Number("dia_mm", 0.2, 100), 0) : (i.Number("width_mm", 0.2, 100), i.Number("height_mm", 0.2, 100));
        var (matA, matB) = (i.Choice("a", TradeDefaults.GluedMaterials), i.Choice("b", TradeDefaults.GluedMaterials));
        var glue = i.Choice("glue", TradeDefaults.Glues);
        var accelerated = Accelerated(i, glue);
        if (Rating(glue, matA, matB) == 0)
            throw new ComputeRefusedException("E_CHOICE", "glue", $"'{glue}' does not hold {matA} to {matB}.");
        var section = round ? JointSection.Round(b) : JointSection.Rectangle(b, h);
        return new JointLoad(section, matA, matB, glue, i.Number("mass_g", 0, 5000, above: true), i.Number("arm_mm", 0, 500))
        {
            Accelerated = accelerated,
            Knock = i.Number("knock_g", 1, 200, 25),
            Safety = i.Number("safety", 1, 20, JointLoad.WantedSafety),
            Contact = i.Number("contact", 0.05, 1, 0.7),
            DepthsMm = (i.Number("depth_a_mm", 0, 200), i.Number("depth_b_mm", 0, 200)),
            LocalsMm = (i.Number("local_a_mm", 0.2, 200, section.LeastMm), i.Number("local_b_mm", 0.2, 200, section.LeastMm)),
            Rod = i.Choice("rod", [.. TradeDefaults.RodYield.Keys], "brass"),
        };
    }

    private static object Joint(Inputs i)
    {
        var verdict = Judge(Load(i));
        return verdict.NeedsPin
            ? new
            {
                force_N = verdict.ForceN,
                moment_Nmm = verdict.MomentNmm,
                stress_MPa = verdict.StressMpa,
                strength_MPa = verdict.StrengthMpa,
                safety = verdict.Safety,
                pin = true,
                pin_choice = verdict.Pin is not { } pin
                    ? null
                    : (object)
                        new
                        {
                            rod_mm = pin.RodMm,
                            drill_mm = pin.DrillMm,
                            hole_a_mm = pin.HoleAMm,
                            hole_b_mm = pin.HoleBMm,
                            rod_length_mm = pin.HoleAMm + pin.HoleBMm,
                        },
                rejected = verdict.Rejected.Select(r => new object[] { r.RodMm, r.Why }),
                verdict = verdict.Pin is null ? "no_pin_fits_support_or_other_glue" : "pin",
            }
            : new
            {
                force_N = verdict.ForceN,
                moment_Nmm = verdict.MomentNmm,
                stress_MPa = verdict.StressMpa,
                strength_MPa = verdict.StrengthMpa,
                safety = verdict.Safety,
                pin = false,
                verdict = "glue_only",
            };
    }

    /// <summary>Whether glue alone bears a joint, and the smallest pin that does where it does not.</summary>
    public static JointVerdict Judge(JointLoad load)
    {
        var force = load.MassG / 1000 * Gravity * load.Knock;
        var moment = force * load.ArmMm;
        var stress = (moment / load.Section.ModulusMm3 + force / load.Section.AreaMm2) / load.Contact;
        var strength =
            Math.Min(TradeDefaults.GlueStrength(load.Glue, load.A), TradeDefaults.GlueStrength(load.Glue, load.B))
            * (load.Accelerated ? TradeDefaults.AcceleratedStrength : 1);
        var safety = strength / stress;
        if (safety >= load.Safety)
            return new(force, moment, stress, strength, safety, false, null, []);
        var (pin, rejected) = SmallestPin(load, moment * load.Safety / 2);
        return new(force, moment, stress, strength, safety, true, pin, rejected);
    }

    private static (PinFit? Pin, List<(double RodMm, string Why)> Rejected) SmallestPin(JointLoad load, double bending)
    {
        var (yield, rejected) = (TradeDefaults.RodYield[load.Rod], new List<(double, string)>());
        foreach (var rod in TradeDefaults.PinRodsMm)
        {
            double Embedded(string material) => Math.Max(2 * rod, Math.Sqrt(6 * bending / (rod * TradeDefaults.Crush(material))));
            bool IsThin(double local) => (local - rod - DrillOverMm) / 2 < Math.Max(rod / 2, LeastWallMm) - 1e-12;
            var (holeA, holeB) = (Embedded(load.A), Embedded(load.B));
            var why =
                IsThin(load.LocalsMm.A) || IsThin(load.LocalsMm.B) ? "wall_too_thin"
                : bending > yield * rod * rod * rod / 6 ? "rod_bends"
                : holeA > load.DepthsMm.A - FarSideMm || holeB > load.DepthsMm.B - FarSideMm ? "too_shallow"
                : null;
            if (why is null)
                return (new PinFit(rod, rod + DrillOverMm, holeA, holeB), rejected);
            rejected.Add((rod, why));
        }
        return (null, rejected);
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
