using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Joining;

/// <summary>Which base a figure needs, when it tips over, and what steadies or holds it. Source: statics; the on-axis field of a cylinder
/// magnet. Magnets are good to 40 % without a label.</summary>
public static class BaseStability
{
    private const int MostPoints = 60;

    // Permeability of the vacuum, T·m/A.
    private const double Mu0 = 4e-7 * Math.PI;

    /// <summary>The smallest circle around points: exact, over every pair and triple of them.</summary>
    /// <param name="points">At least one, mm.</param>
    public static (double X, double Y, double R) MinCircle(IReadOnlyList<(double X, double Y)> points)
    {
        var best = (X: points[0].X, Y: points[0].Y, R: double.PositiveInfinity);
        if (points.Count == 1)
            return (best.X, best.Y, 0);
        void Try(double x, double y)
        {
            var r = points.Max(p => Math.Sqrt((p.X - x) * (p.X - x) + (p.Y - y) * (p.Y - y)));
            if (r < best.R)
                best = (x, y, r);
        }
        for (var i = 0; i < points.Count; i++)
        {
            for (var j = i + 1; j < points.Count; j++)
            {
                var (a, b) = (points[i], points[j]);
                Try((a.X + b.X) / 2, (a.Y + b.Y) / 2);
                for (var k = j + 1; k < points.Count; k++)
                {
                    // The circle through three, as seen from the first.
                    var (bx, by, cx, cy) = (b.X - a.X, b.Y - a.Y, points[k].X - a.X, points[k].Y - a.Y);
                    var d = 2 * (bx * cy - by * cx);
                    if (Math.Abs(d) < 1e-12)
                        continue;
                    var (bb, cc) = (bx * bx + by * by, cx * cx + cy * cy);
                    Try(a.X + (cy * bb - by * cc) / d, a.Y + (bx * cc - cx * bb) / d);
                }
            }
        }
        return best;
    }

    /// <summary>The mass of a washer, g.</summary>
    public static double WasherMass(double outerMm, double innerMm, double thickMm, double density) =>
        Math.PI / 4 * (outerMm * outerMm - innerMm * innerMm) * thickMm * density / 1000;

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("base", "min_circle", "The smallest circle around the points that touch the ground.", i =>
        {
            var (x, y, r) = MinCircle(Points(i));
            return new
            {
                cx = x,
                cy = y,
                r_mm = r,
            };
        });
        yield return new("base", "pick_base", "The smallest base that holds the points with a margin.", PickBase);
        yield return new("base", "tipping", "By how many degrees a model may be tilted before it falls.", Tipping);
        yield return new("base", "ballast", "The ballast that steadies a model up to an angle.", Ballast);
        yield return new("base", "washer_mass", "The mass of a washer.", i => new
        {
            mass_g = WasherMassOf(i, "od_mm", "id_mm", "t_mm", i.Number("density_g_cm3", 1, 20, 7.85)),
        });
        yield return new("base", "magnet", "How strongly a magnet holds, hanging and on a wall.", Magnet);
        yield return new("base", "cost", "What each way to a number of bases costs.", Cost);
    }

    private static List<(double X, double Y)> Points(Inputs i)
    {
        var points = i.Items("points", 1).Select(p => (p.Number("x", -1000, 1000), p.Number("y", -1000, 1000))).ToList();
        return points.Count <= MostPoints
            ? points
            : throw new ComputeRefusedException("E_RANGE", "points", $"{points.Count} points are more than {MostPoints}.");
    }

    private static object PickBase(Inputs i)
    {
        var (x, y, r) = MinCircle(Points(i));
        var need = 2 * (r + i.Number("margin_mm", 0, 20, 1.5) + i.Number("bevel_mm", 0, 5, 1));
        var sizes = i.Has("sizes") ? i.Numbers("sizes", 1, 5, 500) : TradeDefaults.BaseSizesMm;
        return new
        {
            cx = x,
            cy = y,
            r_mm = r,
            need_dia_mm = need,
            base_mm = sizes.Where(s => s >= need - 1e-9).Select(s => (double?)s).Min(),
        };
    }

    private static Stance StanceOf(Inputs i)
    {
        var masses = i.Items("masses", 1)
            .Select(m => new PlacedMass(
                m.Number("mass_g", 0, 20_000, above: true),
                m.Number("h_mm", 0, 1000),
                m.Number("x_mm", -500, 500, 0),
                m.Number("y_mm", -500, 500, 0)
            ))
            .ToList();
        return Stance.Of(masses, i.Number("base_dia_mm", 5, 500), i.Number("rim_inset_mm", 0, 10, Stance.RimInsetMm));
    }

    private static object Tipping(Inputs i)
    {
        var stance = StanceOf(i);
        return new
        {
            h_cm_mm = stance.HeightMm,
            offset_mm = stance.OffsetMm,
            angle_deg = stance.Degrees,
            stable = stance.IsStable,
            mass_g = stance.MassG,
        };
    }

    private static double WasherMassOf(Inputs i, string outer, string inner, string thick, double density)
    {
        var (od, id) = (i.Number(outer, 1, 200), i.Number(inner, 0, 200, 0));
        return id < od
            ? WasherMass(od, id, i.Number(thick, 0.1, 20), density)
            : throw new ComputeRefusedException("E_ORDER", inner, $"The hole of {id} mm is not smaller than {od} mm.");
    }

    private static object Ballast(Inputs i)
    {
        var s = StanceOf(i);
        var (target, at) = (i.Number("target_deg", 1, 80), i.Number("washer_h_mm", 0, 50, 1.5));
        var washer = i.Has("washer_od_mm") ? WasherMassOf(i, "washer_od_mm", "washer_id_mm", "washer_t_mm", 7.85) : (double?)null;
        var ballast = s.Ballast(target, at);
        return new
        {
            ballast_g = ballast,
            feasible = ballast is not null,
            now_deg = s.Degrees,
            washers = ballast is 0 ? 0
            : ballast is { } g && washer is { } one ? (int)Kit.CeilE(g / one)
            : (int?)null,
        };
    }

    private static object Magnet(Inputs i)
    {
        var (radius, thick) = (i.Number("dia_mm", 1, 50) / 2, i.Number("thick_mm", 0.3, 50));
        var (remanence, gap) = (i.Number("br_t", 0.05, 1.5, 1.18), i.Number("gap_mm", 0, 20, 0));
        var (count, label) = (i.Whole("count", 1, 50, 1), i.Maybe("label_pull_n", 0, 500));
        double Field(double z) =>
            remanence / 2 * ((z + thick) / Math.Sqrt(radius * radius + (z + thick) * (z + thick)) - z / Math.Sqrt(radius * radius + z * z));
        // Force goes with the square of the field.
        var ratio = Math.Pow(Field(gap) / Field(0), 2);
        var area = Math.PI * radius * radius * 1e-6;
        var pull = count * (label is { } l ? l * ratio : Math.Pow(2 * Field(gap), 2) * area / (2 * Mu0));
        var (shake, friction) = (i.Number("shake", 1, 20, 3), i.Number("friction", 0.05, 1, 0.2));
        if (i.Maybe("model_g", 0, 5000, above: true) is not { } grams)
            return new { pull_N = pull, gap_ratio = ratio };
        var hang = pull / (grams / 1000 * GlueJoint.Gravity);
        return new
        {
            pull_N = pull,
            gap_ratio = ratio,
            hang_safety = hang,
            side_safety = friction * hang,
            holds_upside_down = hang >= shake,
            holds_on_wall = friction * hang >= shake,
        };
    }

    private static object Cost(Inputs i)
    {
        var (hour, need) = (i.Number("hour_value", 0, 1000, 0), i.Whole("need", 1, 10_000));
        var options = i.Items("options", 1)
            .Select(o =>
            {
                var (price, count) = (o.Number("pack_price", 0, 10_000), o.Whole("pack_count", 1, 10_000));
                var (fixings, packs) = (o.Number("fixings", 0, 100, 0), (need + count - 1) / count);
                return new
                {
                    name = o.Text("name"),
                    unit_cost = price / count + fixings + o.Number("minutes", 0, 600, 0) * hour / 60,
                    cash = packs * price + fixings * need,
                    leftover = packs * count - need,
                };
            });
        return new { ranking = options.OrderBy(o => o.unit_cost) };
    }
}
