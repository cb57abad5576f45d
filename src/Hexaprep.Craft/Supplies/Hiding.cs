using System.Globalization;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Vocabulary;

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

    // A colour of a palette: as it was written, its share, how it hides, and what it is.
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
        if (palette.Sum(p => p.Share) <= 0)
            throw new ComputeRefusedException("E_RANGE", "share", "All shares are 0.");
        var ranking = Ranking(palette, tolerance);
        return new
        {
            best = ranking[0].Primer,
            extra_vs_best = ranking.ToDictionary(r => r.Primer, r => r.Expected - ranking[0].Expected),
            ranking = ranking.Select(r => new
            {
                primer = r.Primer,
                expected_coats = r.Expected,
                worst_coats = r.WorstCoats,
                worst_hex = r.WorstHex,
                touchup_coats = r.TouchUp,
                infeasible_share = r.Infeasible,
            }),
        };
    }

    /// <summary>How well a colour is likely to hide.</summary>
    /// <param name="hex">#rrggbb.</param>
    public static PaintHiding GuessOf(string hex) => Ids.Parse<PaintHiding>(Guess(LabOf(Linear(hex[1..]))));

    /// <summary>True where a primer shines through a one-coat paint: at least half of it is lighter than the paint.</summary>
    /// <param name="hex">The paint, #rrggbb.</param>
    /// <param name="lightness">The primer, L* of equal parts.</param>
    public static bool Shines(string hex, IReadOnlyList<double> lightness) => Shines(LabOf(Linear(hex[1..])), lightness);

    private static bool Shines(Lab paint, IReadOnlyList<double> lightness) =>
        2 * lightness.Count(l => l >= paint.L + TradeDefaults.TransparentHeadroomL) >= lightness.Count;

    /// <summary>What a grey of a lightness looks like, #rrggbb.</summary>
    /// <param name="lightness">L*, 0 to 100.</param>
    public static string GreyHex(double lightness)
    {
        var linear = GreyOf(lightness);
        var sent = linear <= 0.0031308 ? 12.92 * linear : 1.055 * Math.Pow(linear, 1 / 2.4) - 0.055;
        var level = (int)Math.Round(Math.Clamp(sent, 0, 1) * 255);
        return string.Create(CultureInfo.InvariantCulture, $"#{level:x2}{level:x2}{level:x2}");
    }

    /// <summary>The primers under a palette, the best first.</summary>
    /// <param name="palette">The colours.</param>
    /// <param name="tolerance">The difference that is not seen any more, ΔE*ab, 0.2 to 20.</param>
    public static IReadOnlyList<PrimerRank> Ranked(Palette palette, double tolerance)
    {
        var shares = palette.Shares;
        return Ranking(
            [
                .. palette.Colours.Select(
                    (c, at) =>
                    {
                        var colour = LabOf(Linear(c.Hex[1..]));
                        return new Paint(c.Hex, c.Hex[1..], shares[at], c.Hiding is { } said ? Ids.Of(said) : Guess(colour), colour);
                    }
                ),
            ],
            tolerance
        );
    }

    private static List<PrimerRank> Ranking(List<Paint> palette, double tolerance) =>
        [
            .. Primers()
                .Select(primer => Over(primer.Name, primer.Lightness, palette, tolerance))
                .OrderBy(r => r.Infeasible)
                .ThenBy(r => Math.Round(r.Expected, 9)),
        ];

    private static PrimerRank Over(string name, double[] lightness, List<Paint> palette, double tolerance)
    {
        var (most, from, over) = TradeDefaults.PrimerTouchUp;
        var all = palette.Sum(p => p.Share);
        double expected = 0,
            touchUp = 0,
            infeasible = 0;
        var worst = (Coats: 0, Hex: "");
        var each = new List<double>();
        foreach (var paint in palette)
        {
            var share = paint.Share / all;
            var (coats, fraction) = (1, 1.0);
            if (paint.Hiding == Transparent)
            {
                infeasible += Shines(paint.Colour, lightness) ? 0 : share;
            }
            else
            {
                var found = lightness
                    .Select(l => Cover(paint.Hex, l, TradeDefaults.HidingSx[paint.Hiding], tolerance))
                    .MaxBy(c => c.Fraction);
                (coats, fraction) = (found.Coats, found.Fraction);
                // Light primer left in the recesses under a dark colour reads as a mistake.
                touchUp += share * most * Math.Clamp((lightness.Min() - paint.Colour.L - from) / over, 0, 1);
            }
            expected += share * fraction;
            each.Add(fraction);
            if (coats > worst.Coats)
                worst = (coats, paint.Written);
        }
        return new(name, lightness, each, expected + touchUp, worst.Coats, worst.Hex, touchUp, infeasible);
    }
}

/// <summary>A primer under a palette.</summary>
/// <param name="Primer">Which: <c>mid_grey</c>, <c>black</c>, <c>zenithal</c>.</param>
/// <param name="Lightness">Its lightness L*, each on an equal part of the model.</param>
/// <param name="Coats">Coats that hide it under each colour, in the palette's order, in parts of one; 1 for a paint that it shines
/// through.</param>
/// <param name="Expected">Coats in all: by share, and touching in.</param>
/// <param name="WorstCoats">Whole coats of the colour that takes most.</param>
/// <param name="WorstHex">That colour, as it was written.</param>
/// <param name="TouchUp">Of the coats in all, those that touch in light recesses under a dark colour.</param>
/// <param name="Infeasible">The part of the model whose paint the primer does not shine through: 0 to 1.</param>
public sealed record PrimerRank(
    string Primer,
    IReadOnlyList<double> Lightness,
    IReadOnlyList<double> Coats,
    double Expected,
    int WorstCoats,
    string WorstHex,
    double TouchUp,
    double Infeasible
);
