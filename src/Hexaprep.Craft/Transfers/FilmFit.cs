using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Transfers;

/// <summary>Flat film on a curved place: what it bears, where it is cut, and the softener it takes. Only Gauss's curvature counts: a
/// cylinder or cone costs nothing. Geometry is physics, what a film bears a rule of thumb. Source: Majidi and Fearing 2008.</summary>
public static class FilmFit
{
    private const double Flattest = 1e-15,
        StripOffMm = 0.25,
        SlitUpToMm = 0.15,
        TouchUpToMm = 0.3,
        UsualFilmUm = 10,
        SoftenedByNothing = 0.006,
        GainACoat = 1.7;

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("transfers", "edge_strain", "The strain at the edge of a disc of film on a curved place.", EdgeStrain);
        yield return new("transfers", "largest_disc", "The largest disc that lies without cuts.", LargestDisc);
        yield return new("transfers", "cone_band", "The arc from which a band round a cone is cut.", ConeBand);
        yield return new("transfers", "gores", "How a disc is cut so that it lies on a dome.", Gores);
        yield return new("transfers", "template_disc", "The cuts of a disc for a dome, to scale.", Template);
        yield return new("transfers", "saddle", "The gap that slits leave open on a saddle.", Saddle);
        yield return new("transfers", "softener", "How many coats of softener a relief takes.", Softener);
    }

    private static double Curvature(Inputs i)
    {
        double Of(string key) =>
            i.Maybe(key, -1e6, 1e6) is not { } r ? 0
            : r != 0 ? 1 / r
            : throw new ComputeRefusedException("E_RANGE", key, "A radius of 0 is a point.");
        return Of("r1_mm") * Of("r2_mm");
    }

    private static object EdgeStrain(Inputs i)
    {
        var (k, a) = (Curvature(i), i.Number("disc_radius_mm", 0, 200));
        return new
        {
            K_per_mm2 = k,
            edge_strain = -k * a * a / 8,
            kind = Math.Abs(k) < Flattest ? "flat_or_developable"
            : k > 0 ? "compress_wrinkle"
            : "stretch_lift",
        };
    }

    private static object LargestDisc(Inputs i)
    {
        var k = Curvature(i);
        var capacity = i.Maybe("capacity", 0.0005, 0.3)
            ?? TradeDefaults.FilmCapacity[i.Choice("softener", [.. TradeDefaults.FilmCapacity.Keys])];
        var limited = Math.Abs(k) >= Flattest;
        return new { max_radius_mm = limited ? Math.Sqrt(8 * capacity / Math.Abs(k)) : (double?)null, limited };
    }

    private static object ConeBand(Inputs i)
    {
        var (top, bottom) = (i.Number("r_top_mm", 0, 500), i.Number("r_bottom_mm", 0, 500, above: true));
        var (height, overlap) = (i.Number("height_mm", 0, 500, above: true), i.Number("overlap_mm", 0, 20, 0));
        var slant = Math.Sqrt(height * height + (bottom - top) * (bottom - top));
        var sine = Math.Abs(bottom - top) / slant;
        var cylinder = sine < 1e-12;
        double? inner = cylinder ? null : Math.Min(top, bottom) / sine,
            outer = cylinder ? null : Math.Max(top, bottom) / sine;
        return new
        {
            cylinder,
            inner_radius_mm = inner,
            outer_radius_mm = outer,
            angle_deg = (2 * Math.PI * sine + overlap / outer) * 180 / Math.PI,
            slant_mm = slant,
            width_mm = cylinder ? 2 * Math.PI * bottom + overlap : (double?)null,
            straight_strip_max_mm = inner is { } near && outer is { } far
                ? 2 * Math.Sqrt(2 * StripOffMm * (near + far) / 2)
                : (double?)null,
        };
    }

    // By what share the flat circle at a radius is longer than the circle it lands on.
    private static double Surplus(double r, double sphere) => r == 0 ? 0 : 1 - Math.Sin(r / sphere) / (r / sphere);

    private sealed record Dome(double Sphere, double Disc, double Capacity, int Most, int Points)
    {
        public static Dome Of(Inputs i)
        {
            var dome = new Dome(
                i.Number("sphere_radius_mm", 0.5, 1000),
                i.Number("disc_radius_mm", 0.2, 200),
                i.Number("capacity", 0.0005, 0.3),
                i.Whole("max_cuts", 2, 64, 16),
                i.Whole("points", 2, 200, 9)
            );
            return dome.Disc <= Math.PI * dome.Sphere / 2 + 1e-12
                ? dome
                : throw new ComputeRefusedException(
                    "E_RANGE",
                    "disc_radius_mm",
                    $"{dome.Disc} mm reaches over the half sphere of {dome.Sphere} mm."
                );
        }

        public bool LiesUncut => Surplus(Disc, Sphere) <= Capacity;
        public int Wanted => Math.Max(2, (int)Kit.CeilE(Math.PI * Disc / (Sphere * Math.Sqrt(3 * Capacity))));
        public int Cuts => Math.Min(Wanted, Most);

        // Up to here it lies without a cut.
        public double Uncut
        {
            get
            {
                var (low, high) = (0.0, Disc);
                for (var k = 0; k < 200; k++)
                {
                    var mid = (low + high) / 2;
                    (low, high) = Surplus(mid, Sphere) <= Capacity ? (mid, high) : (low, mid);
                }
                return low;
            }
        }

        public double Width(double r) => 2 * Math.PI * r / Cuts * Math.Max(0, Surplus(r, Sphere) - Capacity);

        public double[][] Dart()
        {
            var from = Uncut;
            return [.. Enumerable.Range(0, Points).Select(k => from + (Disc - from) * k / (Points - 1)).Select(r => new[] { r, Width(r) })];
        }
    }

    private static object Gores(Inputs i)
    {
        var dome = Dome.Of(i);
        var surplus = Surplus(dome.Disc, dome.Sphere);
        if (dome.LiesUncut)
            return new
            {
                cuts = 0,
                uncut_radius_mm = dome.Disc,
                edge_surplus = surplus,
                darts = Array.Empty<double[]>(),
                conforms = true,
            };
        var (dart, half, edge) = (dome.Dart(), Math.PI * dome.Disc / dome.Cuts, dome.Width(dome.Disc));
        var removed = dart.Zip(dart.Skip(1), (a, b) => (b[0] - a[0]) * (a[1] + b[1]) / 2).Sum() * dome.Cuts;
        return new
        {
            cuts = dome.Cuts,
            cuts_wanted = dome.Wanted,
            conforms = dome.Wanted <= dome.Most,
            uncut_radius_mm = dome.Uncut,
            cut_length_mm = dome.Disc - dome.Uncut,
            edge_surplus = surplus,
            edge_dart_mm = edge,
            strip_strain = half * half / (3 * dome.Sphere * dome.Sphere),
            style = edge < SlitUpToMm ? "slit_and_overlap" : "cut_out_darts",
            darts = dart,
            dart_angles_deg = Enumerable.Range(0, dome.Cuts).Select(k => 360.0 * k / dome.Cuts),
            removed_area_share = removed / (Math.PI * dome.Disc * dome.Disc),
        };
    }

    // Each dart from its tip out along one side and back along the other.
    private static object Template(Inputs i)
    {
        var dome = Dome.Of(i);
        var outline = dome.Disc + i.Number("trim_margin_mm", 0, 5, 0.3);
        var dart = dome.LiesUncut ? [] : dome.Dart();
        double[] At(double r, double turn) => [r * Math.Cos(turn), r * Math.Sin(turn)];
        double[][] Polygon(double turn) =>
            [
                .. dart.Select(d => At(d[0], turn + d[1] / (2 * d[0]))),
                .. dart.Skip(1).Reverse().Select(d => At(d[0], turn - d[1] / (2 * d[0]))),
            ];
        return new
        {
            outline_radius_mm = outline,
            darts = dart.Length == 0 ? [] : Enumerable.Range(0, dome.Cuts).Select(k => Polygon(2 * Math.PI * k / dome.Cuts)).ToArray(),
            page_mm = 2 * outline,
        };
    }

    private static object Saddle(Inputs i)
    {
        var (radius, a) = (i.Number("curv_radius_mm", 0.5, 1000), i.Number("disc_radius_mm", 0.2, 200));
        var (capacity, cuts) = (i.Number("capacity", 0.0005, 0.3), i.Whole("cuts", 2, 64));
        var gap = 2 * Math.PI / cuts * Math.Max(0, radius * Math.Sinh(a / radius) - a * (1 + capacity));
        return new
        {
            gap_mm = gap,
            advice = gap == 0 ? "conforms"
            : gap < TouchUpToMm ? "touch_up"
            : "use_smaller_pieces",
        };
    }

    private static object Softener(Inputs i)
    {
        var (depth, pitch) = (i.Number("relief_mm", 0, 5), i.Number("relief_pitch_mm", 0.05, 100, 2));
        var (film, k, a) = (
            i.Number("film_um", 1, 60, UsualFilmUm),
            i.Number("K_per_mm2", -10, 10, 0),
            i.Number("disc_radius_mm", 0, 100, 0)
        );
        var (bare, gain) = (i.Number("eps0", 0.0005, 0.1, SoftenedByNothing), i.Number("gain", 1.05, 4, GainACoat));
        var (most, wait) = (i.Whole("max_coats", 1, 10, 5), i.Number("wait_min", 1, 600, 20));
        var need = Math.Pow(Math.PI * depth / pitch, 2) / 4 + Math.Abs(k) * a * a / 8;
        var capacity = bare * UsualFilmUm / film;
        var wanted = need <= capacity ? 0 : (int)Kit.CeilE(Math.Log(need / capacity) / Math.Log(gain));
        var coats = Math.Min(most, wanted);
        return new
        {
            strain_needed = need,
            coats,
            enough = wanted <= most,
            total_wait_min = coats * wait,
            advice = wanted == 0 ? "no_softener_needed"
            : wanted <= most ? "ladder"
            : "ladder_then_relief_cuts",
        };
    }
}
