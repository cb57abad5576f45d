using System.Globalization;
using Hexaprep.Craft.Computation;

namespace Hexaprep.Craft.Supplies;

/// <summary>How many coats of a colour hide what lies under it, and which primer saves most of them. Sources: IEC 61966-2-1,
/// ISO/CIE 11664-4, Kubelka 1948. Colour science is physics; how well a paint hides a rule of thumb.</summary>
public static class Hiding
{
    private const string Transparent = "transparent",
        Zenithal = "zenithal";
    private const double Saturated = 300,
        ZenithalDark = 10,
        ZenithalLight = 80;

    private readonly record struct Rgb(double R, double G, double B)
    {
        public Rgb Each(Func<double, double> f) => new(f(R), f(G), f(B));
    }

    private readonly record struct Lab(double Y, double L, double A, double B)
    {
        public double Chroma => Math.Sqrt(A * A + B * B);
        public double Hue => Chroma == 0 ? 0 : (Math.Atan2(B, A) * 180 / Math.PI + 360) % 360;

        public double To(Lab other) =>
            Math.Sqrt((L - other.L) * (L - other.L) + (A - other.A) * (A - other.A) + (B - other.B) * (B - other.B));
    }

    internal static IEnumerable<ComputeFunction> Functions()
    {
        yield return new("hiding", "lab", "A colour in CIE L*a*b*.", i =>
        {
            var lab = LabOf(Linear(Hex(i)));
            return new
            {
                lab.Y,
                lab.L,
                a = lab.A,
                b = lab.B,
                C = lab.Chroma,
                h_deg = lab.Hue,
            };
        });
        yield return new("hiding", "hiding_guess", "How well a colour is likely to hide.", i => new
        {
            hiding = Guess(LabOf(Linear(Hex(i)))),
        });
        yield return new("hiding", "coats", "How many coats of a colour hide a grey.", Coats);
        yield return new("hiding", "choose_primer", "The primer on which a palette takes the fewest coats.", ChoosePrimer);
    }

    private static string Hex(Inputs i)
    {
        var text = i.Text("hex");
        var digits = text.StartsWith('#') ? text[1..] : text;
        return digits.Length == 6 && digits.All(char.IsAsciiHexDigit)
            ? digits
            : throw new ComputeRefusedException("E_RANGE", "hex", $"'{text}' is no colour such as #6a8f72.");
    }

    private static Rgb Linear(string hex)
    {
        double Band(int at)
        {
            var c = int.Parse(hex.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
            return c <= 0.04045 ? c / 12.92 : Math.Pow((c + 0.055) / 1.055, 2.4);
        }
        return new(Band(0), Band(2), Band(4));
    }

    private static Lab LabOf(Rgb c)
    {
        static double F(double t) => t > 216.0 / 24389 ? Math.Cbrt(t) : (24389.0 / 27 * t + 16) / 116;
        var x = 0.4124564 * c.R + 0.3575761 * c.G + 0.1804375 * c.B;
        var y = 0.2126729 * c.R + 0.7151522 * c.G + 0.0721750 * c.B;
        var z = 0.0193339 * c.R + 0.1191920 * c.G + 0.9503041 * c.B;
        var (fx, fy, fz) = (F(x / 0.95047), F(y), F(z / 1.08883));
        return new(y, 116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz));
    }

    private static string Guess(Lab c) =>
        c.L < 35 && c.Chroma < 45 ? "opaque"
        : c.Chroma >= 45 && c.Hue is >= 60 and < 115 ? "weak"
        : c.Chroma >= 45 && c.Hue is < 60 or >= 330 ? (c.L > 50 ? "weak" : "medium")
        : c.L > 88 || c.Chroma >= 45 ? "medium"
        : "good";

    private static double GreyOf(double lightness) => lightness > 8 ? Math.Pow((lightness + 16) / 116, 3) : lightness * 27 / 24389;

    // Kubelka and Munk: what a film of so many coats over a ground sends back.
    private static double Over(double limit, double ground, double sx)
    {
        var (a, b) = ((1 / limit + limit) / 2, (1 / limit - limit) / 2);
        if (b * sx > Saturated)
            return limit;
        var coth = b / Math.Tanh(b * sx);
        return (1 - ground * (a - coth)) / (a - ground + coth);
    }

    private readonly record struct Hidden(int Coats, double Fraction, bool Hides, double Residual, IReadOnlyList<double> Trace);

    private static Hidden Cover(string hex, double substrate, double sx, double tolerance)
    {
        var (low, high) = TradeDefaults.ReflectanceClamp;
        var limit = Linear(hex).Each(c => Math.Clamp(c, low, high));
        var (full, ground) = (LabOf(limit), GreyOf(substrate));
        var trace = new List<double>();
        for (var n = 1; n <= TradeDefaults.MostCoats; n++)
        {
            trace.Add(LabOf(limit.Each(c => Over(c, ground, sx * n))).To(full));
            if (trace[^1] <= tolerance)
            {
                var fraction = n == 1 ? 1 : n - 1 + Math.Log(trace[^2] / tolerance) / Math.Log(trace[^2] / trace[^1]);
                return new(n, fraction, true, trace[^1], trace);
            }
        }
        return new(trace.Count, trace.Count, false, trace[^1], trace);
    }

    private static object Coats(Inputs i)
    {
        var hex = Hex(i);
        var hiding = i.Choice("hiding", [.. TradeDefaults.HidingSx.Keys], Guess(LabOf(Linear(hex))));
        var found = Cover(
            hex,
            i.Number("substrate_L", 0, 100),
            i.Number("sx", 0.05, 20, TradeDefaults.HidingSx[hiding]),
            i.Number("tol_dE", 0.2, 20, 4)
        );
        return new
        {
            coats = found.Coats,
            coats_frac = found.Fraction,
            hides = found.Hides,
            residual_dE = found.Residual,
            trace_dE = found.Trace,
        };
    }

    private sealed record Paint(string Written, string Hex, double Share, string Hiding, Lab Colour);

    // A primer and the lightnesses it has, each on an equal share of the model.
    private static IEnumerable<(string Name, double[] Lightness)> Primers() =>
        [.. TradeDefaults.PrimersL.Select(p => (p.Name, new[] { p.L })), (Zenithal, [ZenithalDark, ZenithalLight])];

    private static object ChoosePrimer(Inputs i)
    {
        var tolerance = i.Number("tol_dE", 0.2, 20, 4);
        var palette = i.Items("palette", 1)
            .Select(p =>
            {
                var hex = Hex(p);
                var colour = LabOf(Linear(hex));
                string[] known = [.. TradeDefaults.HidingSx.Keys, Transparent];
                return new Paint(p.Text("hex"), hex, p.Number("share", 0, Inputs.Open), p.Choice("hiding", known, Guess(colour)), colour);
            })
            .ToList();
        var all = palette.Sum(p => p.Share);
        if (all <= 0)
            throw new ComputeRefusedException("E_RANGE", "share", "All shares are 0.");
        var ranking = Primers()
            .Select(primer => Over(primer.Name, primer.Lightness, palette, all, tolerance))
            .OrderBy(r => r.infeasible_share)
            .ThenBy(r => Math.Round(r.expected_coats, 9))
            .ToList();
        return new
        {
            best = ranking[0].primer,
            extra_vs_best = ranking.ToDictionary(r => r.primer, r => r.expected_coats - ranking[0].expected_coats),
            ranking,
        };
    }

    private sealed record Ranked(
        string primer,
        double expected_coats,
        int worst_coats,
        string worst_hex,
        double touchup_coats,
        double infeasible_share
    );

    private static Ranked Over(string name, double[] lightness, List<Paint> palette, double all, double tolerance)
    {
        var (share, from, over) = TradeDefaults.PrimerTouchUp;
        double expected = 0,
            touchUp = 0,
            infeasible = 0;
        var worst = (Coats: 0, Hex: "");
        foreach (var paint in palette)
        {
            var part = paint.Share / all;
            var (coats, fraction) = (1, 1.0);
            if (paint.Hiding == Transparent)
            {
                var light = lightness.Count(l => l >= paint.Colour.L + TradeDefaults.TransparentHeadroomL);
                infeasible += 2 * light >= lightness.Length ? 0 : part;
            }
            else
            {
                var found = lightness
                    .Select(l => Cover(paint.Hex, l, TradeDefaults.HidingSx[paint.Hiding], tolerance))
                    .MaxBy(c => c.Fraction);
                (coats, fraction) = (found.Coats, found.Fraction);
                // Light primer left in the recesses under a dark colour reads as a mistake.
                touchUp += part * share * Math.Clamp((lightness.Min() - paint.Colour.L - from) / over, 0, 1);
            }
            expected += part * fraction;
            if (coats > worst.Coats)
                worst = (coats, paint.Written);
        }
        return new(name, expected + touchUp, worst.Coats, worst.Hex, touchUp, infeasible);
    }
}
